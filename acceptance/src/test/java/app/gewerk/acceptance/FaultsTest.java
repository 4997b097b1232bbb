package app.gewerk.acceptance;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.io.IOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.Isolated;

/** What machines do to programs: processes die, disks fill up, the database is away. Nothing acknowledged is lost. */
@Isolated
class FaultsTest {
    private static final int CYCLES = 5;
    private static final int AWAY_S = 8;

    @Test
    void killedAtAnyMomentNothingAcknowledgedIsLostOrDoubled() {
        try (Installed installed = new Installed()) {
            Writers.Outcome outcome = CrashRun.kill(installed, CYCLES, 20_261_125);
            assertThat(outcome.lost()).as(outcome.words()).isZero();
            assertThat(outcome.doubled()).as(outcome.words()).isZero();
            assertThat(outcome.acknowledged()).isGreaterThan(5 * CYCLES);
        }
    }

    @Test
    void whileTheDatabaseIsAwayThereAreWordsAndThenItGoesOnByItself() {
        try (Cable cable = new Cable();
                RunningGewerk gewerk = RunningGewerk.empty(cable);
                Writers writers = new Writers(gewerk::address)) {
            writers.awaitMore(20);
            cable.cut();
            CrashRun.pause(AWAY_S * 1000L);
            assertThat(gewerk.get("/").statusCode()).as("the page itself opens").isEqualTo(200);
            assertThat(gewerk.get("/api/job/rack").body()).contains("does not answer just now");
            cable.mend();
            writers.awaitMore(20);
            Writers.Outcome outcome = writers.outcome();
            assertThat(outcome.lost()).as(outcome.words()).isZero();
            assertThat(outcome.doubled()).as(outcome.words()).isZero();
            assertThat(outcome.statuses().keySet())
                    .as("in words, no failure of ours")
                    .doesNotContain(500);
            assertThat(writers.words()).allSatisfy(said -> assertThat(said).contains("try again in a moment"));
        }
    }

    @Test
    void onAFullDiskThereAreWordsAndWithRoomItGoesOnByItself() throws IOException {
        assumeTrue(Installed.ROOT, "a small disk is mounted for this");
        Path disk = Files.createTempDirectory(Path.of("/tmp"), "gewerk-disk");
        assumeTrue(
                new ProcessBuilder("mount", "-t", "tmpfs", "-o", "size=300m,mode=755", "tmpfs", disk.toString())
                                .start()
                                .onExit()
                                .join()
                                .exitValue()
                        == 0,
                "a small disk can be mounted here");
        try (Installed installed = new Installed(Files.createDirectory(disk.resolve("bench")))) {
            int port = RunningGewerk.freePort();
            String address = "http://127.0.0.1:" + port;
            Installed.Started started = installed.run("start", "--empty", "--port", String.valueOf(port));
            started.address();
            Installed.answersAgain(address);
            try (Writers writers = new Writers(path -> URI.create(address + path))) {
                writers.awaitMore(20);
                Path ballast = disk.resolve("ballast");
                CompletableFuture.runAsync(() -> fill(ballast)).join();
                Awaitility.await()
                        .atMost(java.time.Duration.ofSeconds(60))
                        .until(() -> writers.statuses().keySet().stream().anyMatch(s -> s == 507 || s == 503));
                CrashRun.pause(2000);
                Files.delete(ballast);
                writers.awaitMore(20);
                Writers.Outcome outcome = writers.outcome();
                assertThat(outcome.lost()).as(outcome.words()).isZero();
                assertThat(outcome.doubled()).as(outcome.words()).isZero();
                assertThat(outcome.statuses().keySet())
                        .as("in words, no failure of ours: %s", writers.words())
                        .doesNotContain(500);
            } finally {
                started.interrupt();
                started.waitForEnd();
            }
        } finally {
            RunningGewerk.run(List.of("umount", "-l", disk.toString()));
            Files.deleteIfExists(disk);
        }
    }

    /** To the last byte. */
    private static void fill(Path ballast) {
        try {
            new ProcessBuilder("sh", "-c", "cat /dev/zero > " + ballast + " 2>/dev/null; true")
                    .start()
                    .waitFor();
        } catch (IOException failed) {
            throw new java.io.UncheckedIOException(failed);
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
        }
    }

    @Test
    void twoProcessesOnANewDatabaseTellTheDemoOnce() {
        RunningGewerk[] both = RunningGewerk.twoWithDemo();
        try (RunningGewerk one = both[0];
                RunningGewerk other = both[1]) {
            assertThat(one.number("select count(*) from job")).isEqualTo(40);
            assertThat(other.get("/api/job/rack").body())
                    .isEqualTo(one.get("/api/job/rack").body());
        }
    }
}
