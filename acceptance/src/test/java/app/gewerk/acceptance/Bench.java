package app.gewerk.acceptance;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.BoundingBox;
import java.io.IOException;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.openjdk.jmh.runner.RunnerException;

/** Measures what docs/measurements.md reports: {@code ./gewerk bench}. */
public final class Bench {
    private static final int WARM_UP = 150;
    private static final int ROUNDS = 400;
    private static final String NEW_ID = "'id', old.id + 1000 * n";
    private static final Pattern SCRIPT = Pattern.compile("(?:src|href)=\"(/assets/[^\"]+\\.js)\"");
    private static final Pattern LOADED_LATER =
            Pattern.compile("\"(assets/(?:Sheet|NewJob|Book|Workings|IntakeForm)[^\"]*\\.js)\"");

    private Bench() {}

    public static void main(String[] arguments) throws IOException, RunnerException {
        switch (arguments.length == 0 ? "all" : arguments[0]) {
            case "calls" -> callsOnly();
            case "memory" -> memory();
            case "stores" -> StoresBench.run();
            case "handback" -> HandbackBench.run();
            case "trains" -> {
                CoreBench.run("(train|allWays)");
                try (RunningGewerk gewerk = RunningGewerk.withDemo()) {
                    trains(gewerk);
                }
            }
            case "making" -> {
                CoreBench.run("made");
                try (RunningGewerk gewerk = RunningGewerk.withDemo()) {
                    body(gewerk);
                }
            }
            case "all" -> everything();
            default -> throw new IllegalArgumentException("There is no such part of the bench: " + arguments[0]);
        }
    }

    private static void everything() throws IOException, RunnerException {
        CoreBench.run();
        RunningGewerk.layOut();
        Instant before = Instant.now();
        try (RunningGewerk gewerk = RunningGewerk.withDemo()) {
            say("server with a new demo database answers after %.1f s", seconds(before));
            say("after start: %s", resident(gewerk));
            say("with the demo's 40 jobs:");
            calls(gewerk);
            identify(gewerk);
            HandBench.measure(gewerk);
            grow(gewerk, 200_000);
            say("with 200,000 jobs:");
            calls(gewerk);
            say("after these calls: %s", resident(gewerk));
            scripts(gewerk);
            rolling(gewerk);
            trains(gewerk);
            body(gewerk);
            gewerk.kill();
            before = Instant.now();
            gewerk.start();
            say("server on that database answers again after %.1f s", seconds(before));
            firstAnswers(gewerk);
        }
    }

    /** The calls alone, few jobs and many. */
    private static void callsOnly() throws IOException {
        RunningGewerk.layOut();
        try (RunningGewerk gewerk = RunningGewerk.withDemo()) {
            say("with the demo's 40 jobs:");
            calls(gewerk);
            grow(gewerk, 200_000);
            say("with 200,000 jobs:");
            calls(gewerk);
            say("after these calls: %s", resident(gewerk));
        }
    }

    /** What the server alone holds: once it is open, after a bench's calls, after photographs. */
    private static void memory() throws IOException {
        try (RunningGewerk gewerk = RunningGewerk.withDemo()) {
            rest();
            say("once open: %s", resident(gewerk));
            List<String> asked = List.of(
                    "/api/handback/19/job.json",
                    "/api/handback/19/job.pdf",
                    "/api/handback/1/report.pdf",
                    "/api/diagnosis/19",
                    "/api/diagnosis/25",
                    "/api/job?find=clicks",
                    "/api/choice/20",
                    "/api/reading/24",
                    "/api/device/4",
                    "/api/job/rack");
            Instant since = Instant.now();
            for (int i = 0; i < 300; i++) {
                String path = asked.get(i % asked.size());
                if (gewerk.get(path).statusCode() != 200) {
                    throw new IllegalStateException(path + " was refused");
                }
            }
            say("after 300 calls of a bench, %.1f s: %s", seconds(since), resident(gewerk));
            HandBench.photographs(gewerk);
            rest();
            say("after half a minute's rest: %s", resident(gewerk));
        }
    }

    private static void rest() {
        try {
            Thread.sleep(Duration.ofSeconds(30));
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
        }
    }

    static void say(String format, Object... values) {
        System.out.println(String.format(Locale.ROOT, format, values));
    }

    private static double seconds(Instant since) {
        return Duration.between(since, Instant.now()).toMillis() / 1000.0;
    }

    private static void calls(RunningGewerk gewerk) {
        Map<String, String> paths = new java.util.LinkedHashMap<>();
        paths.put("shop", "/api/shop");
        paths.put("rack", "/api/job/rack");
        paths.put("job", "/api/job/19");
        paths.put("readings", "/api/reading/19");
        paths.put("journal", "/api/job/19/journal");
        paths.put("find, common word", "/api/job?find=clicks");
        paths.put("find, two words", "/api/job?find=telescope%20wander");
        paths.put("find, no such word", "/api/job?find=nosuchword");
        paths.put("machines as one types", "/api/device?find=van");
        paths.put("at the counter", HandBench.COUNTER);
        paths.put("listening, whole", "/api/diagnosis/19");
        paths.put("its ways", "/api/choice/19");
        paths.put("record as JSON", "/api/handback/19/job.json");
        paths.put("record as PDF", "/api/handback/19/job.pdf");
        paths.forEach((name, path) -> timed(name, () -> gewerk.get(path)));
    }

    /** What the first who asks waits for, half a minute after a start. */
    private static void firstAnswers(RunningGewerk gewerk) {
        rest();
        for (String path : List.of("/api/diagnosis/19", "/api/handback/19/job.json", "/api/handback/19/job.pdf")) {
            long start = System.nanoTime();
            gewerk.get(path);
            say("  the first %s: %.0f ms", path, (System.nanoTime() - start) / 1e6);
        }
    }

    private static void identify(RunningGewerk gewerk) {
        String request = """
                {"toothCount":{"exactly":24},"readings":[{"what":"tipDiameter","values":[12.98,13.0,12.97]},
                {"what":"span","parameter":3,"values":[3.85]},{"what":"span","parameter":4,"values":[5.33]},
                {"what":"rootDiameter","values":[10.7]},{"what":"centreDistance","values":[18.02],"parameter":48}]}""";
        timed(
                "identify, five readings",
                () -> RunningGewerk.send(
                        HttpRequest.newBuilder(gewerk.address("/api/workings/reading/identify"))
                                .header("Content-Type", "application/json")
                                .POST(HttpRequest.BodyPublishers.ofString(request))
                                .build(),
                        HttpResponse.BodyHandlers.ofString()));
    }

    static void timed(String name, java.util.function.Supplier<HttpResponse<String>> call) {
        double[] ms = new double[ROUNDS];
        for (int i = -WARM_UP; i < ROUNDS; i++) {
            long start = System.nanoTime();
            if (call.get().statusCode() != 200) {
                throw new IllegalStateException(name + " was refused");
            }
            if (i >= 0) {
                ms[i] = (System.nanoTime() - start) / 1e6;
            }
        }
        Arrays.sort(ms);
        say("  %-24s median %6.2f ms, 95 %% %6.2f ms", name, ms[ROUNDS / 2], ms[ROUNDS * 95 / 100]);
    }

    /** Frames a second while a pair is dragged on the mat, and while it overlaps, which costs most. */
    private static void rolling(RunningGewerk gewerk) {
        try (Technician technician = new Technician(gewerk)) {
            technician.open("/");
            technician.stepUpAs("Ilva");
            technician.open("/workings/pair");
            Locator mesh = technician.page.locator("canvas[data-rolling]");
            mesh.waitFor();
            say("pair rolling on the mat: %s", framesWhileDragging(technician, mesh));
            technician.field("Centre distance, empty for no backlash").fill("17.7");
            technician.text("The flanks bind by").waitFor();
            say("the same pair overlapping: %s", framesWhileDragging(technician, mesh));
        }
    }

    /** Frames a second while a gear of sixty teeth is turned in three dimensions. */
    private static void body(RunningGewerk gewerk) {
        try (Technician technician = Technician.whoSeesBodies(gewerk)) {
            technician.open("/");
            technician.stepUpAs("Ilva");
            technician.open("/workings/make");
            technician.page.getByLabel("Its teeth: teeth").fill("60");
            technician.text("31.00").waitFor();
            Locator canvas = technician.page.locator("canvas[data-body]");
            canvas.waitFor();
            String before = canvas.getAttribute("data-frames");
            String seen = framesWhileDragging(technician, canvas);
            int drawn = Integer.parseInt(canvas.getAttribute("data-frames")) - Integer.parseInt(before);
            say("a gear of 60 teeth turned in three dimensions: %s, %d of them drawn anew", seen, drawn);
        }
    }

    /** A train studied, twelve of its gears turning on the mat, and Choose from the click to its strips. */
    private static void trains(RunningGewerk gewerk) {
        String wheels = java.util.stream.IntStream.range(0, 12)
                .mapToObj(i -> "{\"code\":\"w%d\",\"part\":\"p\",\"shaft\":\"s%d\",\"toothCount\":%d,\"module\":0.5}"
                        .formatted(i, (i + 1) / 2, i % 2 == 0 ? 14 : 48))
                .collect(java.util.stream.Collectors.joining(","));
        String shafts = java.util.stream.IntStream.range(0, 7)
                .mapToObj(i -> "{\"code\":\"s%d\",\"words\":\"s%d\",\"held\":false}".formatted(i, i))
                .collect(java.util.stream.Collectors.joining(","));
        String meshes = java.util.stream.IntStream.range(0, 6)
                .mapToObj(i ->
                        "{\"kind\":\"external\",\"driver\":\"w%d\",\"driven\":\"w%d\"}".formatted(2 * i, 2 * i + 1))
                .collect(java.util.stream.Collectors.joining(","));
        String drive = "{\"shafts\":[" + shafts + "],\"wheels\":[" + wheels + "],\"meshings\":[" + meshes
                + "],\"planetStages\":[],\"clutches\":[],\"motor\":{\"part\":\"p\",\"shaft\":\"s0\",\"speedRpm\":3000,"
                + "\"torqueNmm\":2,\"stallTorqueNmm\":9},\"work\":{\"shaft\":\"s6\",\"does\":\"turns\"}}";
        timed(
                "study of twelve gears",
                () -> RunningGewerk.send(
                        HttpRequest.newBuilder(gewerk.address("/api/workings/train/study"))
                                .header("Content-Type", "application/json")
                                .POST(HttpRequest.BodyPublishers.ofString("{\"drive\":" + drive + "}"))
                                .build(),
                        HttpResponse.BodyHandlers.ofString()));
        timed("ways weighed", () -> gewerk.get("/api/choice/20/judgement?sellers=false"));
        try (Technician technician = new Technician(gewerk)) {
            technician.open("/");
            technician.stepUpAs("Ilva");
            technician.open("/job/20/choose");
            Locator strips = technician.page.getByRole(AriaRole.RADIOGROUP).locator("label");
            strips.first().waitFor();
            double[] ms = new double[40];
            for (int i = 0; i < ms.length; i++) {
                technician
                        .page
                        .getByText("Open", new com.microsoft.playwright.Page.GetByTextOptions().setExact(true))
                        .first()
                        .click();
                strips.first()
                        .waitFor(new Locator.WaitForOptions()
                                .setState(com.microsoft.playwright.options.WaitForSelectorState.DETACHED));
                technician.page.waitForTimeout(2100);
                ms[i] = ((Number) technician.page.evaluate(OPEN_CHOOSE)).doubleValue();
            }
            Arrays.sort(ms);
            say("Choose, from the click to its strips: median %.0f ms, 95 %% %.0f ms", ms[20], ms[37]);
            technician.open("/book");
            technician.open("/book/4");
            technician.page.locator("canvas[data-train]").waitFor();
            technician.button("Read it from text").click();
            technician.field("the text").fill(twelveGears());
            technician.button("Read this").click();
            technician.button(Pattern.compile("^motor pinion, 12 of 12")).waitFor();
            technician.page.getByLabel("Turning").selectOption("10");
            technician.page.waitForTimeout(1000);
            technician.page.evaluate(COUNT_FRAMES);
            technician.page.waitForTimeout(6000);
            say("twelve gears turning on the mat: %s", technician.page.evaluate(FRAMES_SEEN));
        }
    }

    private static String twelveGears() {
        StringBuilder text = new StringBuilder("train: 1\nshafts:\n");
        for (int i = 0; i < 7; i++) {
            text.append("- {code: s%d}\n".formatted(i));
        }
        text.append("wheels:\n");
        for (int i = 0; i < 12; i++) {
            text.append("- {code: w%d, part: motorPinion, shaft: s%d, teeth: %d, module: 0.5}\n"
                    .formatted(i, (i + 1) / 2, i % 2 == 0 ? 14 : 48));
        }
        text.append("meshes:\n");
        for (int i = 0; i < 6; i++) {
            text.append("- {kind: external, driver: w%d, driven: w%d}\n".formatted(2 * i, 2 * i + 1));
        }
        return text.append(
                        "motor: {part: motor, shaft: s0, speed: 3000, torque: 2, stall: 9}\nwork: {shaft: s6, does: turns}\n")
                .toString();
    }

    /** From the click until the strips stand in the page and a frame is drawn, by the page's own clock. */
    private static final String OPEN_CHOOSE = """
            () => new Promise(done => {
              const from = performance.now();
              [...document.querySelectorAll('a, button')].find(e => e.textContent.startsWith('Choose')).click();
              const look = () => document.querySelector('[role=radiogroup] label')
                ? requestAnimationFrame(() => done(performance.now() - from)) : requestAnimationFrame(look);
              look(); })""";

    private static final String COUNT_FRAMES = """
            () => { window.frames_ = { n: 0, worst: 0, from: performance.now(), last: performance.now() };
              const step = t => { const f = window.frames_; f.n++; f.worst = Math.max(f.worst, t - f.last); f.last = t;
                requestAnimationFrame(step); }; requestAnimationFrame(step); }""";
    private static final String FRAMES_SEEN =
            "() => { const f = window.frames_; return `${(f.n * 1000 / (f.last - f.from)).toFixed(1)} frames a second, longest ${f.worst.toFixed(0)} ms`; }";

    private static String framesWhileDragging(Technician technician, Locator mesh) {
        BoundingBox box = mesh.boundingBox();
        double x = box.x + box.width / 2;
        double y = box.y + 0.8 * box.height;
        technician.page.evaluate(COUNT_FRAMES);
        technician.page.mouse().move(x, y);
        technician.page.mouse().down();
        for (int i = 0; i < 180; i++) {
            technician.page.mouse().move(x + 70 * Math.sin(i / 9.0), y - 25 * Math.cos(i / 9.0));
            technician.page.waitForTimeout(12);
        }
        technician.page.mouse().up();
        return String.valueOf(technician.page.evaluate(FRAMES_SEEN));
    }

    /**
     * The demo's forty jobs again and again, put away, each with its answers, culprits, readings, decisions, orders and
     * a line of the journal. The book is counted once, at the end.
     */
    static void grow(RunningGewerk gewerk, int jobs) {
        int copies = jobs / 40 - 1;
        gewerk.inDatabase(
                "set session_replication_role = replica",
                copied("job", copies, "id", "'place', 'putAway', 'find_text', old.find_text || ' ' || n"),
                copied("job_observation", copies, "job_id"),
                copied("job_culprit", copies, "job_id"),
                copied("job_gear", copies, "job_id"),
                copied("gear_reading", copies, "job_id", NEW_ID),
                copied("purchase_order", copies, "job_id", NEW_ID, "'key', old.key || '/' || n"),
                copied("purchase_order_line", copies, "order_id", "'job_id', old.job_id + 1000 * n"),
                copied("decision", copies, "job_id", NEW_ID, "'order_id', old.order_id + 1000 * n"),
                "set session_replication_role = origin",
                """
                insert into journal (job_id, shop_id, at, person_id, step, what, why)
                select id, shop_id, taken_in_at, 1, 'takeIn',
                  '{"format": 1, "code": "typed", "values": {"text": "Taken in"}}', '' from job where id > 1000""",
                "truncate book_count",
                "select add_to_book(1, array(select id from job), 1)",
                "analyze");
    }

    /** Rows again with a number of their own by copy: what belongs to job 7 belongs to job 2007 in copy 2. */
    private static String copied(String table, int copies, String owner, String... changed) {
        return "insert into %1$s overriding system value select made.* from %1$s old, generate_series(1, %2$d) n, "
                        .formatted(table, copies)
                + "jsonb_populate_record(null::%s, to_jsonb(old) || jsonb_build_object(%s)) made where old.%s < 1000"
                        .formatted(
                                table,
                                String.join(
                                        ", ",
                                        Stream.concat(
                                                        Stream.of("'%1$s', old.%1$s + 1000 * n".formatted(owner)),
                                                        Stream.of(changed))
                                                .toList()),
                                owner);
    }

    /** What the process holds, and how much of it is its own: the rest are files that the system can let go of. */
    static String resident(RunningGewerk gewerk) throws IOException {
        return "memory resident %d MB, %d of its own"
                .formatted(megabytes(gewerk, "VmRSS"), megabytes(gewerk, "RssAnon"));
    }

    private static long megabytes(RunningGewerk gewerk, String what) throws IOException {
        String line = Files.readAllLines(Path.of("/proc/" + gewerk.pid() + "/status")).stream()
                .filter(l -> l.startsWith(what))
                .findFirst()
                .orElseThrow();
        return Long.parseLong(line.replaceAll("\\D", "")) / 1024;
    }

    private static void scripts(RunningGewerk gewerk) {
        List<String> first = new ArrayList<>();
        Matcher inPage = SCRIPT.matcher(gewerk.get("/").body());
        while (inPage.find()) {
            first.add(inPage.group(1));
        }
        List<String> later = new ArrayList<>();
        for (String script : first) {
            Matcher named = LOADED_LATER.matcher(gewerk.get(script).body());
            while (named.find()) {
                later.add("/" + named.group(1));
            }
        }
        say("script for the first page, gzip as sent: %.0f kB", kilobytes(gewerk, first));
        say("all scripts, gzip as sent: %.0f kB", kilobytes(gewerk, first) + kilobytes(gewerk, later));
    }

    private static double kilobytes(RunningGewerk gewerk, List<String> paths) {
        return paths.stream()
                        .distinct()
                        .mapToInt(path -> RunningGewerk.send(
                                        HttpRequest.newBuilder(gewerk.address(path))
                                                .header("Accept-Encoding", "gzip")
                                                .build(),
                                        HttpResponse.BodyHandlers.ofByteArray())
                                .body()
                                .length)
                        .sum()
                / 1000.0;
    }
}
