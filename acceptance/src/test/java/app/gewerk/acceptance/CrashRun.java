package app.gewerk.acceptance;

import java.net.URI;
import java.util.Random;

/** kill -9 of server, script and PostgreSQL in turn, each at a moment of its own, while people save. */
final class CrashRun {
    private static final int LONGEST_WAIT_MS = 2500;

    private CrashRun() {}

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
                writers.awaitMore(5);
            }
            return writers.outcome();
        } finally {
            started.interrupt();
            started.waitForEnd();
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
