package app.gewerk.acceptance;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.URI;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.Isolated;

/** The start command as a person runs it: in a folder of its own, with whatever went wrong before. */
@Isolated
class StartCommandTest {
    private static final Pattern ADDRESS = Pattern.compile("Gewerk is open at (http://127\\.0\\.0\\.1:\\d+)");
    private static final boolean ROOT = "root".equals(System.getProperty("user.name"));

    private Path folder;
    private final List<String> asUser = new ArrayList<>();

    @BeforeAll
    static void layOut() {
        RunningGewerk.layOut();
    }

    @BeforeEach
    void folder() throws IOException {
        folder = Files.createTempDirectory(Path.of("/tmp"), "gewerk-start");
        RunningGewerk.run(List.of("cp", "../gewerk", folder.toString()));
        RunningGewerk.run(List.of("cp", "-r", RunningGewerk.APP.toString(), folder + "/app"));
        RunningGewerk.run(List.of("chmod", "-R", "go+rX", folder.toString()));
    }

    @AfterEach
    void tidyUp() {
        new Started("stop").waitForEnd();
        RunningGewerk.run(List.of("rm", "-rf", folder.toString()));
    }

    /** The command on its way; what it says is kept in a file. */
    private final class Started {
        private final Process process;
        private final Path said;

        Started(String... words) {
            said = folder.resolve("said-" + System.nanoTime());
            List<String> command = new ArrayList<>(asUser);
            command.addAll(List.of("bash", folder + "/gewerk"));
            command.addAll(List.of(words));
            ProcessBuilder builder = new ProcessBuilder(command).redirectErrorStream(true);
            builder.redirectOutput(said.toFile());
            builder.environment().keySet().removeIf(name -> name.startsWith("GEWERK_") || name.equals("JAVA_HOME"));
            builder.environment().put("GEWERK_APP", folder + "/app");
            builder.environment().put("GEWERK_STATE", folder + "/state");
            try {
                process = builder.start();
            } catch (IOException failed) {
                throw new IllegalStateException(failed);
            }
        }

        String said() {
            try {
                return Files.readString(said);
            } catch (IOException failed) {
                throw new IllegalStateException(failed);
            }
        }

        String address() {
            Awaitility.await().atMost(Duration.ofSeconds(90)).until(() -> {
                if (!process.isAlive()) {
                    throw new IllegalStateException("It ended: " + said());
                }
                return ADDRESS.matcher(said()).find();
            });
            Matcher address = ADDRESS.matcher(said());
            assertThat(address.find()).isTrue();
            return address.group(1);
        }

        int waitForEnd() {
            try {
                assertThat(process.waitFor(60, TimeUnit.SECONDS)).as(said()).isTrue();
            } catch (InterruptedException stopped) {
                Thread.currentThread().interrupt();
            }
            return process.exitValue();
        }

        /** Ctrl-C. */
        void interrupt() {
            RunningGewerk.run(List.of("kill", "-INT", "--", String.valueOf(process.pid())));
        }
    }

    private static int status(String address) {
        return RunningGewerk.send(
                        HttpRequest.newBuilder(URI.create(address + "/")).build(), HttpResponse.BodyHandlers.ofString())
                .statusCode();
    }

    private static String processes() {
        return RunningGewerk.run(List.of("ps", "-eo", "args"));
    }

    @Test
    void aTakenPortIsSteppedAsideAndCtrlCEndsEverything() throws IOException {
        try (ServerSocket taken = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            Started started = new Started("start", "--empty", "--port", String.valueOf(taken.getLocalPort()));
            String address = started.address();
            assertThat(started.said()).contains("Port " + taken.getLocalPort() + " is taken");
            assertThat(status(address)).isEqualTo(200);
            assertThat(new Started("start").waitForEnd())
                    .as("a second start finds the first")
                    .isZero();
            started.interrupt();
            assertThat(started.waitForEnd()).isZero();
            assertThat(processes()).doesNotContain(folder.toString());
        }
    }

    @Test
    void afterEverythingWasKilledItStartsAgain() throws IOException {
        Started first = new Started("start", "--empty");
        first.address();
        String server = Files.readString(folder.resolve("state/server.pid"));
        List<String> postgres = RunningGewerk.run(List.of("ps", "-eo", "pid,args"))
                .lines()
                .filter(line -> line.contains("-D " + folder) || line.contains("-D /var/lib/postgresql/gewerk-"))
                .map(line -> line.strip().split(" ")[0])
                .toList();
        assertThat(postgres).isNotEmpty();
        List<String> kill = new ArrayList<>(List.of("kill", "-9", server));
        kill.addAll(postgres);
        kill.add(String.valueOf(first.process.pid()));
        RunningGewerk.run(kill);
        Started second = new Started("start", "--empty");
        assertThat(status(second.address())).isEqualTo(200);
        second.interrupt();
        second.waitForEnd();
    }

    @Test
    void anOrdinaryUserStartsItToo() {
        assumeTrue(ROOT, "run as an ordinary user, every other test here shows it");
        RunningGewerk.run(List.of("chown", "-R", "nobody", folder.toString()));
        asUser.addAll(List.of("runuser", "-u", "nobody", "--"));
        Started started = new Started("start", "--empty");
        assertThat(status(started.address())).isEqualTo(200);
        started.interrupt();
        RunningGewerk.run(List.of("pkill", "-INT", "-u", "nobody", "-f", folder + "/gewerk start"));
        started.waitForEnd();
    }

    @Test
    void aWrongWordGetsTheListAndTwo() {
        Started wrong = new Started("begin");
        assertThat(wrong.waitForEnd()).isEqualTo(2);
        assertThat(wrong.said()).contains("./gewerk start");
        assertThat(new Started("start", "--address", "0.0.0.0").waitForEnd()).isEqualTo(2);
    }
}
