package app.gewerk.acceptance;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.stream.Stream;
import org.awaitility.Awaitility;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

/** The start command as a person runs it: in a folder of its own, with whatever went wrong before. */
@Order(RunningGewerk.LONG)
@Tag("slow")
class StartCommandTest {
    private Installed installed;

    @BeforeEach
    void install() {
        installed = new Installed();
    }

    @AfterEach
    void tidyUp() {
        installed.close();
    }

    private static String processes() {
        return RunningGewerk.run(List.of("ps", "-eo", "args"));
    }

    /** One start after the other, since each takes long: whatever dies comes back, and Ctrl-C leaves nothing. */
    @Test
    void aTakenPortIsSteppedAsideWhateverDiesComesBackAndCtrlCEndsEverything() throws IOException {
        try (ServerSocket taken = new ServerSocket(RunningGewerk.freePort(), 1, InetAddress.getLoopbackAddress())) {
            Installed.Started started =
                    installed.run("start", "--empty", "--port", String.valueOf(taken.getLocalPort()));
            String address = started.address();
            assertThat(started.said()).contains("Port " + taken.getLocalPort() + " is taken");
            assertThat(Installed.status(address + "/")).isEqualTo(200);
            Installed.Started second = installed.done("start");
            assertThat(second.process.exitValue())
                    .as("a second start finds the first")
                    .isZero();
            assertThat(second.said()).contains("already open at " + address);

            Installed.kill(installed.server());
            says(started, "The server ended by itself (exit 137); starting it again");
            Installed.answersAgain(address);
            Installed.kill(installed.postgres("own"));
            says(started, "PostgreSQL ended by itself; starting it again");
            Installed.answersAgain(address);

            long[] everything = Stream.of(
                            Installed.family(started.process.pid()),
                            Installed.family(installed.server()),
                            Installed.family(installed.postgres("own")))
                    .flatMap(s -> s)
                    .mapToLong(ProcessHandle::pid)
                    .distinct()
                    .toArray();
            assertThat(everything)
                    .as("script, server, PostgreSQL and its helpers")
                    .hasSizeGreaterThan(5);
            Installed.kill(everything);
            Installed.Started afterwards = installed.run("start", "--empty");
            assertThat(Installed.status(afterwards.address() + "/")).isEqualTo(200);
            afterwards.interrupt();
            assertThat(afterwards.waitForEnd()).isZero();
            assertThat(processes()).doesNotContain(installed.folder.toString());
        }
    }

    private static void says(Installed.Started started, String words) {
        Awaitility.await()
                .atMost(Duration.ofSeconds(30))
                .until(() -> started.said().contains(words));
    }

    @Test
    void alreadyOpenMeansThatAPageAnswers() {
        installed.with("GEWERK_PATIENCE", "6");
        Installed.Started first = installed.run("start", "--empty");
        String address = first.address();
        Installed.answersAgain(address);
        long stuck = installed.server();
        // The script goes first, so that nobody brings the stuck one back.
        Installed.kill(first.process.pid());
        RunningGewerk.run(List.of("kill", "-STOP", String.valueOf(stuck)));
        Installed.Started second = installed.run("start", "--empty");
        String again = second.address();
        assertThat(second.said()).contains("runs but does not answer");
        Installed.answersAgain(again);
        assertThat(ProcessHandle.of(stuck).filter(ProcessHandle::isAlive)).isEmpty();
        second.interrupt();
        second.waitForEnd();
    }

    @Test
    void anotherGewerkOnTheOldPortIsNotTakenForTheOneThatDied() throws IOException {
        Path sleeper = installed.folder.resolve("Sleeper.java");
        Files.writeString(
                sleeper,
                "class Sleeper { public static void main(String[] a) throws Exception { Thread.sleep(300000); }}");
        Process dying = new ProcessBuilder(System.getProperty("java.home") + "/bin/java", sleeper.toString()).start();
        int port;
        try (ServerSocket free = new ServerSocket(RunningGewerk.freePort(), 1, InetAddress.getLoopbackAddress())) {
            port = free.getLocalPort();
        }
        Files.createDirectories(installed.state(""));
        Files.writeString(installed.state("server.pid"), String.valueOf(dying.pid()));
        Files.writeString(installed.state("address"), "http://127.0.0.1:" + port);
        Installed.Started started = installed.run("start", "--empty");
        Awaitility.await()
                .pollDelay(Duration.ofSeconds(1))
                .until(() -> started.said().isEmpty());
        Installed.kill(dying.pid());
        HttpServer other = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), port), 5);
        other.createContext("/", exchange -> {
            exchange.sendResponseHeaders(200, -1);
            exchange.close();
        });
        other.start();
        try {
            assertThat(started.address()).doesNotEndWith(":" + port);
            assertThat(started.said()).doesNotContain("already open");
        } finally {
            other.stop(0);
            started.interrupt();
            started.waitForEnd();
        }
    }

    @Test
    void anOrdinaryUserStartsItToo() {
        assumeTrue(Installed.ROOT, "run as an ordinary user, every other test here shows it");
        installed.as("nobody");
        Installed.Started started = installed.run("start", "--empty");
        assertThat(Installed.status(started.address() + "/")).isEqualTo(200);
        started.interrupt();
        started.waitForEnd();
    }

    @Test
    void aWrongWordGetsTheListAndTwo() {
        Installed.Started wrong = installed.done("begin");
        assertThat(wrong.process.exitValue()).isEqualTo(2);
        assertThat(wrong.said()).contains("./gewerk start");
        assertThat(installed.done("start", "--address", "0.0.0.0").process.exitValue())
                .isEqualTo(2);
    }

    /** All programs of this machine but some, and an apt-get that has only what is said. */
    private void machineWithout(List<String> programs, String aptCache, String aptGet) throws IOException {
        Path bin = Files.createDirectory(installed.folder.resolve("bin"));
        for (String directory : List.of("/usr/sbin", "/usr/bin", "/usr/local/bin", "/bin")) {
            try (Stream<Path> all = Files.list(Path.of(directory))) {
                all.filter(p -> !programs.contains(p.getFileName().toString()))
                        .filter(p ->
                                !Files.exists(bin.resolve(p.getFileName()), java.nio.file.LinkOption.NOFOLLOW_LINKS))
                        .forEach(p -> {
                            try {
                                Files.createSymbolicLink(bin.resolve(p.getFileName()), p);
                            } catch (IOException failed) {
                                throw new java.io.UncheckedIOException(failed);
                            }
                        });
            }
        }
        program(bin, "apt-cache", aptCache);
        program(bin, "apt-get", aptGet);
        program(bin, "sudo", "shift; exec \"$@\"");
        installed.with("PATH", bin.toString());
        installed.with("GEWERK_APP", "");
        RunningGewerk.run(List.of("chmod", "-R", "go+rX", installed.folder.toString()));
    }

    private static void program(Path bin, String name, String script) throws IOException {
        Files.deleteIfExists(bin.resolve(name));
        Files.writeString(bin.resolve(name), "#!/bin/bash\n" + script + "\n");
        RunningGewerk.run(List.of("chmod", "+x", bin.resolve(name).toString()));
    }

    @Test
    void anOlderDebianIsToldAtOnceWhatItLacks() throws IOException {
        machineWithout(
                List.of("node", "npm", "nodejs", "mvn", "apt-get", "apt-cache", "sudo"),
                "[ \"$2\" = nodejs ] && echo '  Candidate: 18.20.4+dfsg-1' || echo '  Candidate: 3.8.7'",
                "[ \"$1\" != install ] || { echo installed >>\"$0.called\"; }; exit 0");
        Installed.Started started = installed.done("start");
        assertThat(started.process.exitValue()).isEqualTo(1);
        assertThat(started.said())
                .contains("only Node 18.20.4, where 20.19 or newer is needed")
                .contains("Debian 13")
                .doesNotContain("Building");
        assertThat(installed.folder.resolve("bin/apt-get.called")).doesNotExist();
    }

    @Test
    void whatIsMissingIsInstalledInOneGoBeforeAnythingIsBuilt() throws IOException {
        machineWithout(
                List.of("node", "npm", "nodejs", "mvn", "apt-get", "apt-cache", "sudo"),
                "echo '  Candidate: 20.19.2'",
                "[ \"$1\" != install ] || { echo \"$@\" >>\"$0.called\"; echo no room on the disk; exit 100; }");
        Installed.Started started = installed.done("start");
        assertThat(started.process.exitValue()).isEqualTo(1);
        assertThat(started.said())
                .contains("Installing maven nodejs npm from Debian's packages")
                .contains("no room on the disk")
                .contains("please install: apt-get install maven nodejs npm")
                .doesNotContain("Building");
        assertThat(Files.readAllLines(installed.folder.resolve("bin/apt-get.called")))
                .hasSize(1);
    }
}
