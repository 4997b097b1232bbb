package app.gewerk.acceptance;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Optional;
import java.util.Random;
import org.awaitility.Awaitility;
import org.awaitility.core.ConditionTimeoutException;

/** What machines do to programs, done to a running Gewerk while people save; and what became of every save. */
final class Faults {
    private static final int LONGEST_WAIT_MS = 2500;

    private Faults() {}

    /** kill -9 of server, PostgreSQL and script in turn, each at a moment of its own. */
    static Writers.Outcome kill(Installed installed, int cycles, long seed) {
        Random random = new Random(seed);
        int port = RunningGewerk.freePort();
        String address = "http://127.0.0.1:" + port;
        String[] start = {"start", "--empty", "--port", String.valueOf(port)};
        Installed.Started started = installed.run(start);
        started.address();
        Installed.answersAgain(address);
        try (Writers writers = new Writers(path -> URI.create(address + path))) {
            for (int cycle = 0; cycle < cycles; cycle++) {
                pause(random.nextInt(LONGEST_WAIT_MS));
                switch (cycle % 3) {
                    case 0 -> Installed.kill(installed.server());
                    case 1 -> Installed.kill(installed.postgres("own"));
                    default -> {
                        Installed.kill(started.process.pid());
                        // Nobody looks after it now: whoever notices ends it and starts it again.
                        installed.done("stop");
                        started = installed.run(start);
                    }
                }
                try {
                    writers.awaitMore(5);
                } catch (ConditionTimeoutException stalled) {
                    throw new IllegalStateException(
                            "Nothing is saved after cycle " + cycle + ": " + started.said(), stalled);
                }
            }
            return writers.outcome();
        } finally {
            started.interrupt();
            started.waitForEnd();
        }
    }

    /** The way to the database is cut for so long. */
    static Writers.Outcome databaseAway(int seconds) {
        try (Cable cable = new Cable();
                RunningGewerk gewerk = RunningGewerk.empty(cable);
                Writers writers = new Writers(gewerk::address)) {
            writers.awaitMore(20);
            cable.cut();
            pause(seconds * 1000L);
            if (gewerk.get("/").statusCode() != 200) {
                throw new IllegalStateException("The page itself does not open");
            }
            cable.mend();
            writers.awaitMore(20);
            return writers.outcome();
        }
    }

    /** @return nothing where no small disk can be mounted */
    static Optional<Writers.Outcome> fullDisk() throws IOException {
        Path disk = Files.createTempDirectory(Path.of("/tmp"), "gewerk-disk");
        if (!Installed.ROOT || !mounted(disk)) {
            Files.delete(disk);
            return Optional.empty();
        }
        try (Installed installed = new Installed(Files.createDirectory(disk.resolve("bench")))) {
            int port = RunningGewerk.freePort();
            String address = "http://127.0.0.1:" + port;
            Installed.Started started = installed.run("start", "--empty", "--port", String.valueOf(port));
            started.address();
            Installed.answersAgain(address);
            try (Writers writers = new Writers(path -> URI.create(address + path))) {
                writers.awaitMore(20);
                Path ballast = disk.resolve("ballast");
                shell("cat /dev/zero > " + ballast + " 2>/dev/null; true");
                Awaitility.await()
                        .atMost(Duration.ofSeconds(60))
                        .until(() -> writers.statuses().keySet().stream().anyMatch(s -> s == 507 || s == 503));
                pause(2000);
                Files.delete(ballast);
                writers.awaitMore(20);
                return Optional.of(writers.outcome());
            } finally {
                started.interrupt();
                started.waitForEnd();
            }
        } finally {
            shell("umount -l " + disk);
            Files.deleteIfExists(disk);
        }
    }

    private static boolean mounted(Path disk) {
        return shell("mount -t tmpfs -o size=300m,mode=755 tmpfs " + disk) == 0;
    }

    private static int shell(String command) {
        try {
            return new ProcessBuilder("sh", "-c", command).start().waitFor();
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(stopped);
        }
    }

    static void pause(long ms) {
        try {
            Thread.sleep(ms);
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
        }
    }
}
