package app.gewerk.acceptance;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.LongStream;
import java.util.stream.Stream;
import org.awaitility.Awaitility;

/** The start command with the built application in a folder of its own, as somebody has it who works with it. */
final class Installed implements AutoCloseable {
    static final boolean ROOT = "root".equals(System.getProperty("user.name"));
    private static final Pattern ADDRESS = Pattern.compile("Gewerk is open at (https?://127\\.0\\.0\\.1:\\d+)");

    final Path folder;
    private final Map<String, String> environment = new HashMap<>();
    private final List<String> asUser = new ArrayList<>();

    Installed() {
        this(temporary());
    }

    /** @param folder already there, and its own */
    Installed(Path folder) {
        this.folder = folder;
        RunningGewerk.layOut();
        RunningGewerk.run(List.of("cp", "../gewerk", "../java.options", folder.toString()));
        environment.put("GEWERK_APP", RunningGewerk.APP.toString());
        environment.put("GEWERK_STATE", folder + "/state");
        if (RunningGewerk.QUICK) {
            environment.put("JAVA_TOOL_OPTIONS", RunningGewerk.QUICK_TO_START);
            environment.put("GEWERK_WARM_UP", "false");
            // So that there has been an earlier start.
            RunningGewerk.toldDemo();
        }
        // The classes as an earlier start has unpacked them: later ones are quicker.
        if (Files.exists(RunningGewerk.CLASSES)) {
            RunningGewerk.run(List.of("mkdir", "-p", folder + "/state"));
            RunningGewerk.run(List.of("cp", RunningGewerk.CLASSES.toString(), folder + "/state/classes.jsa"));
        }
    }

    private static Path temporary() {
        try {
            return Files.createTempDirectory(Path.of("/tmp"), "gewerk-start");
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
    }

    Installed with(String name, String value) {
        environment.put(name, value);
        return this;
    }

    /** From here on an ordinary user types the commands. */
    void as(String user) {
        RunningGewerk.run(List.of("cp", "-r", RunningGewerk.APP.toString(), folder + "/app"));
        environment.put("GEWERK_APP", folder + "/app");
        RunningGewerk.run(List.of("rm", "-f", folder + "/state/classes.jsa"));
        RunningGewerk.run(List.of("chmod", "-R", "go+rX", folder.toString()));
        RunningGewerk.run(List.of("chown", "-R", user, folder.toString()));
        asUser.addAll(List.of("runuser", "-u", user, "--"));
    }

    Path state(String file) {
        return folder.resolve("state").resolve(file);
    }

    String read(Path file) {
        try {
            return Files.readString(file).strip();
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
    }

    /** The server's process, as the command has written it down. */
    long server() {
        return Long.parseLong(read(state("server.pid")));
    }

    /** The first process of this folder's own PostgreSQL. */
    long postgres(String cluster) {
        String data = read(state("cluster-" + cluster));
        return Long.parseLong(RunningGewerk.run(List.of("head", "-n", "1", data + "/postmaster.pid"))
                .strip());
    }

    /** A process and all that it has started. */
    static Stream<ProcessHandle> family(long pid) {
        return ProcessHandle.of(pid).stream().flatMap(p -> Stream.concat(Stream.of(p), p.descendants()));
    }

    static void kill(long... pids) {
        LongStream.of(pids)
                .mapToObj(ProcessHandle::of)
                .flatMap(Optional::stream)
                .forEach(ProcessHandle::destroyForcibly);
    }

    Started run(String... words) {
        return new Started(List.of("bash", folder + "/gewerk"), words);
    }

    /** The command as it is typed on a terminal of its own, where it can ask. */
    Started onATerminal(String... words) {
        String typed = "bash " + folder + "/gewerk " + String.join(" ", words);
        return new Started(List.of("script", "--quiet", "--return", "--flush", "--command", typed, "/dev/null"));
    }

    /** A command that ends by itself; what it said, whatever it came to. */
    Started done(String... words) {
        Started started = run(words);
        started.waitForEnd();
        return started;
    }

    /** The command on its way; what it says is kept in a file. */
    final class Started {
        final Process process;
        private final Path said;

        private int answered;

        private Started(List<String> program, String... words) {
            said = folder.resolve("said-" + System.nanoTime());
            List<String> command = new ArrayList<>(asUser);
            command.addAll(program);
            command.addAll(List.of(words));
            ProcessBuilder builder = new ProcessBuilder(command).redirectErrorStream(true);
            builder.redirectOutput(said.toFile());
            builder.environment().keySet().removeIf(name -> name.startsWith("GEWERK_") || name.equals("JAVA_HOME"));
            builder.environment().putAll(environment);
            try {
                process = builder.start();
            } catch (IOException failed) {
                throw new UncheckedIOException(failed);
            }
        }

        String said() {
            return read(said);
        }

        /** Waits until it asks, and types the answer. */
        void answer(String question, String typed) throws IOException {
            Awaitility.await().atMost(Duration.ofSeconds(60)).until(() -> said().indexOf(question, answered) >= 0);
            answered = said().indexOf(question, answered) + question.length();
            process.outputWriter().write(typed + "\n");
            process.outputWriter().flush();
        }

        String address() {
            Awaitility.await().atMost(RunningGewerk.STARTS_WITHIN).until(() -> {
                if (!process.isAlive()) {
                    throw new IllegalStateException("It ended: " + said());
                }
                return ADDRESS.matcher(said()).find();
            });
            Matcher address = ADDRESS.matcher(said());
            if (!address.find()) {
                throw new IllegalStateException(said());
            }
            return address.group(1);
        }

        int waitForEnd() {
            try {
                if (!process.waitFor(120, TimeUnit.SECONDS)) {
                    throw new IllegalStateException("It does not end: " + said());
                }
            } catch (InterruptedException stopped) {
                Thread.currentThread().interrupt();
            }
            return process.exitValue();
        }

        /** Ctrl-C to the script itself, whoever runs it; where this runs in the background, which has none, its end. */
        void interrupt() {
            long script = family(process.pid())
                    .filter(p ->
                            p.info().command().filter(c -> c.endsWith("/bash")).isPresent())
                    .findFirst()
                    .orElseThrow()
                    .pid();
            RunningGewerk.run(
                    List.of("kill", ignoresInterrupts(script) ? "-TERM" : "-INT", "--", String.valueOf(script)));
        }

        private boolean ignoresInterrupts(long pid) {
            return read(Path.of("/proc/" + pid + "/status"))
                    .lines()
                    .filter(line -> line.startsWith("SigIgn:"))
                    .anyMatch(line -> (Long.parseUnsignedLong(line.substring(7).strip(), 16) & 2) != 0);
        }
    }

    /** The answer's status; 0 when there is none. */
    static int status(String address) {
        try {
            return RunningGewerk.send(
                            HttpRequest.newBuilder(URI.create(address))
                                    .timeout(Duration.ofSeconds(20))
                                    .build(),
                            HttpResponse.BodyHandlers.ofString())
                    .statusCode();
        } catch (UncheckedIOException none) {
            return 0;
        }
    }

    static void answersAgain(String address) {
        Awaitility.await()
                .atMost(RunningGewerk.STARTS_WITHIN)
                .pollInterval(Duration.ofMillis(200))
                .until(() -> status(address + "/api/shop") == 200);
    }

    @Override
    public void close() {
        run("stop").waitForEnd();
        String elsewhere = Files.exists(state("cluster-own")) ? read(state("cluster-own")) : "";
        RunningGewerk.run(List.of("rm", "-rf", folder.toString()));
        if (elsewhere.startsWith("/var/lib/postgresql/gewerk-")) {
            RunningGewerk.run(
                    List.of("rm", "-rf", Path.of(elsewhere).getParent().toString()));
        }
    }
}
