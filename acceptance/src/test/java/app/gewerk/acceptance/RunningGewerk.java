package app.gewerk.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.File;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.BindException;
import java.net.ServerSocket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ThreadLocalRandom;
import java.util.concurrent.TimeUnit;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.awaitility.Awaitility;

/** The built application as a process of its own, on a database of its own. */
final class RunningGewerk implements AutoCloseable {
    static final Path APP = Path.of("target/app").toAbsolutePath();
    static final Path CLASSES = Path.of("target/running.jsa").toAbsolutePath();
    private static final HttpClient HTTP = HttpClient.newHttpClient();

    /** With the demo to be told, on a machine that does other things beside. */
    static final Duration STARTS_WITHIN = Duration.ofMinutes(4);

    /** Writing the archive of classes takes ten seconds of a processor that is alone with it. */
    private static final Duration ENDS_WITHIN = Duration.ofMinutes(2);

    /** Classes that take long begin first, so that none is left to run alone at the end. */
    static final int LONG = 1;

    private static boolean laidOut;
    private static RunningGewerk lookedAt;
    private static RunningGewerk workedOn;
    private static RunningGewerk workedIn;
    private static String told;

    private final String database;
    private final boolean demo;
    /** Many servers are started for a few requests each; benchmarks measure them as they are worked with. */
    static final boolean QUICK = Boolean.getBoolean("gewerk.quick");

    static final String QUICK_TO_START = "-XX:TieredStopAtLevel=1";

    private static final String LIKE_THE_START_COMMAND =
            "@" + Path.of("../java.options").toAbsolutePath();

    private final int port = freePort();
    private String databaseServer = System.getenv("GEWERK_TEST_DB_URL");
    private Process process;
    private ApiCaller onlooker;

    private Map<String, String> also = Map.of();

    private RunningGewerk(boolean demo) {
        this(demo, "acceptance_" + UUID.randomUUID().toString().replace("-", ""));
    }

    private RunningGewerk(boolean demo, String database) {
        this.demo = demo;
        this.database = database;
    }

    static RunningGewerk empty() {
        return started(false);
    }

    static RunningGewerk withDemo() {
        return started(true);
    }

    /** The demo for tests that only look at it, or change a job that no other looks at; it closes when they all have ended. */
    static synchronized RunningGewerk demoToLookAt() {
        if (lookedAt == null) {
            lookedAt = shared(true);
        }
        return lookedAt;
    }

    /** The demo for tests that change it, each in jobs or shelves that no other does; it closes when they all have ended. */
    static synchronized RunningGewerk demoToWorkOn() {
        if (workedOn == null) {
            workedOn = shared(true);
        }
        return workedOn;
    }

    /** An empty shop for tests that take in jobs of their own; it closes when they all have ended. */
    static synchronized RunningGewerk shopToWorkIn() {
        if (workedIn == null) {
            workedIn = shared(false);
        }
        return workedIn;
    }

    private static RunningGewerk shared(boolean demo) {
        RunningGewerk gewerk = started(demo);
        Runtime.getRuntime().addShutdownHook(new Thread(gewerk::close));
        return gewerk;
    }

    private static RunningGewerk started(boolean demo) {
        layOut();
        RunningGewerk gewerk = new RunningGewerk(demo);
        sql("postgres", "create database " + gewerk.database + (demo ? " template " + toldDemo() : ""));
        gewerk.start();
        return gewerk;
    }

    /** The database of a demo that nobody works on: telling it takes three times as long as copying it and starting. */
    static synchronized String toldDemo() {
        if (told == null) {
            RunningGewerk telling = new RunningGewerk(true);
            sql("postgres", "create database " + telling.database);
            telling.start();
            telling.end();
            // Every later start reads it; a bound on memory that is too tight has once kept a first start from writing
            // any.
            assertThat(CLASSES)
                    .as("the archive of classes that a first start leaves")
                    .isNotEmptyFile();
            told = telling.database;
            Runtime.getRuntime().addShutdownHook(new Thread(() -> sql("postgres", "drop database if exists " + told)));
        }
        return told;
    }

    /** Speaks to its database by a cable that can be pulled. */
    static RunningGewerk empty(Cable cable) {
        layOut();
        RunningGewerk gewerk = new RunningGewerk(false);
        sql("postgres", "create database " + gewerk.database);
        gewerk.databaseServer = "jdbc:postgresql://127.0.0.1:" + cable.port() + "/";
        gewerk.start();
        return gewerk;
    }

    /** Two processes on one new database, with what their environment says besides. */
    static RunningGewerk[] two(Map<String, String> also) {
        layOut();
        RunningGewerk one = new RunningGewerk(false);
        RunningGewerk other = new RunningGewerk(false, one.database);
        one.also = also;
        other.also = also;
        sql("postgres", "create database " + one.database);
        one.start();
        other.start();
        return new RunningGewerk[] {one, other};
    }

    int port() {
        return port;
    }

    /** Two processes with the demo, started at the same time on one new database beside this one's. */
    static RunningGewerk[] twoWithDemo() {
        layOut();
        RunningGewerk one = new RunningGewerk(true);
        RunningGewerk other = new RunningGewerk(true, one.database);
        sql("postgres", "create database " + one.database);
        one.launch();
        other.launch();
        one.waitUntilItAnswers();
        other.waitUntilItAnswers();
        return new RunningGewerk[] {one, other};
    }

    /** Takes the jar apart beside its libraries, as the start command does. */
    static synchronized void layOut() {
        if (laidOut) {
            return;
        }
        String jar = Path.of("../server/target/server-1-app.jar").toString();
        run(List.of("rm", "-rf", APP.toString(), CLASSES.toString()));
        run(List.of(java(), "-Djarmode=tools", "-jar", jar, "extract", "--destination", APP.toString()));
        run(List.of("mv", APP + "/server-1-app.jar", APP + "/gewerk.jar"));
        laidOut = true;
    }

    /** What a command says; refused when it fails. */
    static String run(List<String> command) {
        try {
            Process process =
                    new ProcessBuilder(command).redirectErrorStream(true).start();
            String said = new String(process.getInputStream().readAllBytes());
            if (process.waitFor() != 0) {
                throw new IllegalStateException(command + " failed: " + said);
            }
            return said;
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(stopped);
        }
    }

    private static String java() {
        return System.getProperty("java.home") + "/bin/java";
    }

    void start() {
        launch();
        waitUntilItAnswers();
    }

    private void launch() {
        List<String> command = new ArrayList<>(List.of(java(), LIKE_THE_START_COMMAND));
        if (QUICK) {
            command.add(QUICK_TO_START);
        }
        // Unpacked once and shared by those that come after, as the start command has it.
        command.addAll(List.of(
                "-XX:+AutoCreateSharedArchive",
                "-XX:SharedArchiveFile=" + CLASSES,
                "-Xlog:cds=off",
                "-Xlog:cds+dynamic=off"));
        command.addAll(List.of("-jar", APP.resolve("gewerk.jar").toString()));
        ProcessBuilder builder = new ProcessBuilder(command);
        builder.environment().put("MALLOC_ARENA_MAX", "2");
        builder.environment().put("MALLOC_MMAP_THRESHOLD_", "1048576");
        builder.environment().put("GEWERK_WARM_UP", String.valueOf(!QUICK));
        builder.environment().put("GEWERK_DB_URL", databaseServer + database);
        builder.environment().put("GEWERK_DB_USER", System.getenv("GEWERK_TEST_DB_USER"));
        builder.environment().put("GEWERK_DB_PASSWORD", System.getenv("GEWERK_TEST_DB_PASSWORD"));
        builder.environment().put("GEWERK_DEMO", String.valueOf(demo));
        builder.environment().put("SERVER_PORT", String.valueOf(port));
        builder.environment().putAll(also);
        builder.redirectErrorStream(true).redirectOutput(ProcessBuilder.Redirect.appendTo(log()));
        try {
            process = builder.start();
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
    }

    private void waitUntilItAnswers() {
        Awaitility.await()
                .atMost(STARTS_WITHIN)
                .pollInterval(Duration.ofMillis(100))
                .until(this::answers);
    }

    private File log() {
        return new File("target/gewerk-" + database + "-" + port + ".log");
    }

    private boolean answers() {
        if (!process.isAlive()) {
            throw new IllegalStateException("The server ended by itself: see " + log());
        }
        try {
            return send(HttpRequest.newBuilder(address("/api/alive")).build(), HttpResponse.BodyHandlers.discarding())
                            .statusCode()
                    == 204;
        } catch (UncheckedIOException notYet) {
            return false;
        }
    }

    HttpResponse<String> get(String path) {
        return get(path, HttpResponse.BodyHandlers.ofString());
    }

    HttpResponse<byte[]> bytes(String path) {
        return get(path, HttpResponse.BodyHandlers.ofByteArray());
    }

    /** What belongs to a shop is looked at by somebody in it. */
    private synchronized <T> HttpResponse<T> get(String path, HttpResponse.BodyHandler<T> read) {
        if (!path.startsWith("/api/") || path.equals("/api/shop")) {
            return send(HttpRequest.newBuilder(address(path)).build(), read);
        }
        if (onlooker == null) {
            onlooker = new ApiCaller(this, "Ilva");
        }
        return onlooker.get(path, read);
    }

    static <T> HttpResponse<T> send(HttpRequest request, HttpResponse.BodyHandler<T> handler) {
        try {
            return HTTP.send(request, handler);
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(stopped);
        }
    }

    URI address(String path) {
        return URI.create("http://127.0.0.1:" + port + path);
    }

    /** Heap in use once what nobody needs is collected. */
    double heapMb() {
        String jcmd = System.getProperty("java.home") + "/bin/jcmd";
        String pid = String.valueOf(pid());
        run(List.of(jcmd, pid, "GC.run"));
        Matcher used = Pattern.compile("used (\\d+)K").matcher(run(List.of(jcmd, pid, "GC.heap_info")));
        double kilobytes = 0;
        // Young, old; what comes after them is the metaspace.
        for (int i = 0; i < 2 && used.find(); i++) {
            kilobytes += Double.parseDouble(used.group(1));
        }
        return kilobytes / 1024;
    }

    long pid() {
        return process.pid();
    }

    /** As if the power had failed: no shutdown hook runs. */
    void kill() {
        waitForEnd(process.destroyForcibly());
    }

    private static void waitForEnd(Process ending) {
        try {
            if (!ending.waitFor(ENDS_WITHIN.toSeconds(), TimeUnit.SECONDS)) {
                ending.destroyForcibly();
            }
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
        }
    }

    private void end() {
        process.destroy();
        waitForEnd(process);
    }

    @Override
    public void close() {
        end();
        sql("postgres", "drop database if exists " + database + " with (force)");
    }

    /** The one number a question in this application's own database comes to. */
    long number(String question) {
        try (Connection connection = DriverManager.getConnection(
                        url(database), System.getenv("GEWERK_TEST_DB_USER"), System.getenv("GEWERK_TEST_DB_PASSWORD"));
                Statement asking = connection.createStatement();
                ResultSet answer = asking.executeQuery(question)) {
            answer.next();
            return answer.getLong(1);
        } catch (SQLException failed) {
            throw new IllegalStateException(failed);
        }
    }

    /** What a question in this application's own database comes to: the first column, without what is not there. */
    List<String> texts(String question) {
        List<String> texts = new ArrayList<>();
        try (Connection connection = DriverManager.getConnection(
                        url(database), System.getenv("GEWERK_TEST_DB_USER"), System.getenv("GEWERK_TEST_DB_PASSWORD"));
                Statement asking = connection.createStatement();
                ResultSet answer = asking.executeQuery(question)) {
            while (answer.next()) {
                if (answer.getString(1) != null) {
                    texts.add(answer.getString(1));
                }
            }
        } catch (SQLException failed) {
            throw new IllegalStateException(failed);
        }
        return texts;
    }

    /** Runs statements in this application's own database. */
    void inDatabase(String... statements) {
        sql(database, statements);
    }

    static void sql(String database, String... statements) {
        String user = System.getenv("GEWERK_TEST_DB_USER");
        String password = System.getenv("GEWERK_TEST_DB_PASSWORD");
        try (Connection connection = DriverManager.getConnection(url(database), user, password);
                Statement running = connection.createStatement()) {
            for (String statement : statements) {
                running.execute(statement);
            }
        } catch (SQLException failed) {
            throw new IllegalStateException(failed);
        }
    }

    private static String url(String database) {
        String server = System.getenv("GEWERK_TEST_DB_URL");
        if (server == null) {
            throw new IllegalStateException("Run the tests with ./gewerk test, which starts PostgreSQL for them");
        }
        return server + database;
    }

    /** Below the ports that connections leave from: what calls a server that is away never sits on its port. */
    static int freePort() {
        while (true) {
            try (ServerSocket socket =
                    new ServerSocket(ThreadLocalRandom.current().nextInt(10_000, 20_000))) {
                return socket.getLocalPort();
            } catch (BindException taken) {
                // The next one.
            } catch (IOException failed) {
                throw new UncheckedIOException(failed);
            }
        }
    }
}
