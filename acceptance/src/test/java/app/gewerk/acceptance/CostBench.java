package app.gewerk.acceptance;

import com.sun.management.GarbageCollectionNotificationInfo;
import com.sun.tools.attach.AttachNotSupportedException;
import com.sun.tools.attach.VirtualMachine;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.lang.management.ManagementFactory;
import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.concurrent.atomic.AtomicLong;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.stream.MemoryCacheImageOutputStream;
import javax.management.MBeanServerConnection;
import javax.management.ObjectName;
import javax.management.openmbean.CompositeData;
import javax.management.remote.JMXConnector;
import javax.management.remote.JMXConnectorFactory;
import javax.management.remote.JMXServiceURL;

/**
 * The costliest request found that each operation permits: by hand where something is worked out, unpacked or written,
 * by trial (the slowest of the hostile requests) for the rest. Written as the table of docs/measurements.md.
 */
final class CostBench {
    private static final int TRIES = 3;
    private static final long JOB = 19;

    private final RunningGewerk gewerk;
    private final ApiCaller person;
    private final MBeanServerConnection machine;
    private final AtomicLong keptAtMost = new AtomicLong();
    private final List<Cost> costs = new ArrayList<>();

    private record Cost(String operation, String what, double ms, double mb, int status) {}

    private CostBench(RunningGewerk gewerk, MBeanServerConnection machine) {
        this.gewerk = gewerk;
        this.machine = machine;
        person = new ApiCaller(gewerk, "Ilva");
    }

    /** @param tried the slowest of each operation among the hostile requests */
    static void measure(RunningGewerk gewerk, List<HostileRun.Slowest> tried, int trials) throws Exception {
        try (JMXConnector connector = attached(gewerk.pid())) {
            CostBench bench = new CostBench(gewerk, connector.getMBeanServerConnection());
            // In its first minute a process allows more.
            Thread.sleep(60_000);
            bench.watchCollections();
            bench.byHand();
            bench.costs.sort(Comparator.comparingDouble(Cost::ms).reversed());
            Bench.say("| operation | costliest request found | ms | MB | answer |");
            Bench.say("|---|---|---|---|---|");
            bench.costs.forEach(
                    c -> Bench.say("| `%s` | %s | %.0f | %.0f | %d |", c.operation, c.what, c.ms, c.mb, c.status));
            tried.stream()
                    .filter(t -> bench.costs.stream().noneMatch(c -> c.operation.equals(t.operation())))
                    .forEach(t -> Bench.say(
                            "| `%s` | slowest of %d hostile requests | %.0f | | %d |",
                            t.operation(), trials, t.ms(), t.status()));
        }
    }

    private static JMXConnector attached(long pid) throws IOException, AttachNotSupportedException {
        VirtualMachine virtual = VirtualMachine.attach(String.valueOf(pid));
        String address = virtual.startLocalManagementAgent();
        virtual.detach();
        return JMXConnectorFactory.connect(new JMXServiceURL(address));
    }

    /** What is still held after each collection, at most: what a request really kept at one time. */
    private void watchCollections() throws Exception {
        for (ObjectName name : machine.queryNames(new ObjectName("java.lang:type=GarbageCollector,*"), null)) {
            machine.addNotificationListener(
                    name,
                    (notification, unused) -> {
                        GarbageCollectionNotificationInfo info =
                                GarbageCollectionNotificationInfo.from((CompositeData) notification.getUserData());
                        long used = info.getGcInfo().getMemoryUsageAfterGc().entrySet().stream()
                                .filter(pool -> pool.getKey().contains("Eden")
                                        || pool.getKey().contains("Survivor")
                                        || pool.getKey().contains("Tenured"))
                                .mapToLong(pool -> pool.getValue().getUsed())
                                .sum();
                        keptAtMost.accumulateAndGet(used, Math::max);
                    },
                    null,
                    null);
        }
    }

    private long allocated() throws Exception {
        return (Long)
                machine.getAttribute(new ObjectName(ManagementFactory.THREAD_MXBEAN_NAME), "TotalThreadAllocatedBytes");
    }

    private interface Call {
        HttpResponse<?> send();
    }

    /**
     * The slowest of some tries; the memory is what was allocated in all, or, where collections came in between, the most
     * that was held after one of them.
     */
    private void cost(String operation, String what, Call call) throws Exception {
        double worst = 0;
        double mb = 0;
        int status = 0;
        for (int i = 0; i < TRIES; i++) {
            double base = gewerk.heapMb();
            Thread.sleep(150);
            keptAtMost.set(0);
            long before = allocated();
            long start = System.nanoTime();
            status = call.send().statusCode();
            worst = Math.max(worst, (System.nanoTime() - start) / 1e6);
            double used = (allocated() - before) / 1048576.0;
            Thread.sleep(150);
            double kept = keptAtMost.get() / 1048576.0;
            mb = Math.max(mb, kept == 0 ? used : Math.min(used, Math.max(0, kept - base)));
        }
        costs.add(new Cost(operation, what, worst, mb, status));
    }

    private void post(String path, String what, String body) throws Exception {
        cost("POST " + path, what, () -> person.post(path, body, "cost-" + System.nanoTime()));
    }

    private void get(String operation, String path, String what) throws Exception {
        cost("GET " + operation, what, () -> gewerk.bytes(path));
    }

    private static String times(int count, String separator, java.util.function.IntFunction<String> each) {
        return IntStream.range(0, count).mapToObj(each).collect(Collectors.joining(separator));
    }

    private void byHand() throws Exception {
        reading();
        faults();
        damage();
        geometry();
        largeJob();
        photographs();
    }

    private void reading() throws Exception {
        String path = "/api/workings/reading/identify";
        String spans = times(
                20,
                ",",
                i -> "{\"what\":\"span\",\"parameter\":" + (2 + i) + ",\"values\":["
                        + String.format(Locale.ROOT, "%.2f", 4.6 + 1.48 * i) + "]}");
        String tip = "{\"what\":\"tipDiameter\",\"values\":[41.9]}";
        String helix = "{\"what\":\"helixAngle\",\"values\":[20]}";
        post(path, "not counted, one reading", "{\"readings\":[" + tip + "]}");
        post(path, "not counted, a helix angle only", "{\"readings\":[" + helix + "]}");
        post(path, "not counted, tip and helix angle", "{\"readings\":[" + tip + "," + helix + "]}");
        post(path, "not counted, helix and 21 readings", "{\"readings\":[" + helix + "," + tip + "," + spans + "]}");
        post(
                path,
                "76 teeth, helix and 21 readings, worn",
                "{\"toothCount\":{\"exactly\":76},\"worn\":true,\"readings\":[" + helix + "," + tip + "," + spans
                        + "]}");
        post(
                path,
                "a bevel gear not counted, cone angle and tip",
                "{\"kind\":\"bevel\",\"readings\":[" + tip + ",{\"what\":\"coneAngle\",\"values\":[40]}]}");
        post(
                path,
                "a ring not counted, with 20 readings of its mate",
                "{\"kind\":\"internal\",\"readings\":[" + tip
                        + "],\"mate\":{\"toothCount\":{\"exactly\":40},\"readings\":[" + spans + "]}}");
        post(path, "counted 6 to 1000, tip", "{\"toothCount\":{\"from\":6,\"to\":1000},\"readings\":[" + tip + "]}");
    }

    private void faults() throws Exception {
        String parts = times(
                12,
                ",",
                i -> "{\"code\":\"g" + i + "\",\"type\":\"gear\",\"words\":\"" + "w".repeat(90) + i
                        + "\",\"behind\":\"o39\"}");
        String openings = times(
                40,
                ",",
                i -> "{\"code\":\"o" + i + "\",\"words\":\"" + "x".repeat(90) + i
                        + "\",\"parts\":4,\"minutes\":3,\"after\":\"" + (i == 0 ? "" : "o" + (i - 1)) + "\"}");
        String machine = "{\"components\":[" + parts + "],\"openings\":[" + openings + "]}";
        post(
                "/api/workings/diagnosis/weigh",
                "a train of nearly a hundred faults behind 40 openings",
                "{\"machine\":" + machine + ",\"answers\":{}}");
        post(
                "/api/workings/diagnosis/rhythm",
                "2,000 taps",
                "{\"tapMs\":[" + times(2000, ",", i -> String.valueOf(i * 37 + i % 7)) + "]}");
    }

    private void damage() throws Exception {
        String marks = times(
                2000,
                ",",
                i -> "{\"tooth\":" + (1 + 2 * (i % 250)) + ",\"kind\":\""
                        + List.of("missing", "chipped", "flattened", "worn").get(i % 4)
                        + "\",\"flank\":\"both\",\"amount\":0.5}");
        post(
                "/api/workings/damage/read",
                "500 teeth, every second one damaged, 2,000 marks",
                "{\"gear\":\"g\",\"component\":\"\",\"toothCount\":500,\"marks\":[" + marks
                        + "],\"hub\":\"sound\",\"bore\":\"sound\",\"web\":\"sound\",\"oddColour\":false,\"brittle\":false,\"softened\":false,\"fragmentsFound\":0,\"fragmentsAccepted\":\"\"}");
    }

    private void geometry() throws Exception {
        String large = "{\"module\":50,\"toothCount\":1000,\"profileShiftCoefficient\":0.3}";
        String fine = "{\"module\":0.05,\"toothCount\":1000}";
        String ring = "{\"kind\":\"internal\",\"module\":50,\"toothCount\":1000}";
        post("/api/workings/gear/geometry", "1000 teeth of module 50", large);
        post("/api/workings/gear/pair", "two of 1000 teeth", "{\"first\":" + large + ",\"second\":" + large + "}");
        post("/api/workings/making/pair", "two of 1000 teeth", "{\"first\":" + large + ",\"second\":" + large + "}");
        post(
                "/api/workings/making/difference",
                "two of 1000 teeth",
                "{\"first\":" + large + ",\"second\":" + ring + "}");
        String blank =
                "\"blank\":{\"bore\":{\"shape\":\"spline\",\"diameterMm\":400,\"largerMm\":450,\"grooves\":200,\"keyWidthMm\":2}}";
        post("/api/workings/making/drawing", "1000 teeth, 200 grooves", "{\"gear\":" + large + "," + blank + "}");
        post(
                "/api/workings/making/drawing",
                "a ring of 400 teeth",
                "{\"gear\":{\"kind\":\"internal\",\"module\":2,\"toothCount\":400}}");
        post("/api/workings/making/gear.svg", "1000 teeth of module 50", "{\"gear\":" + large + "}");
        post(
                "/api/workings/making/gear.pdf",
                "1000 teeth of module 0.05, a long title from right to left",
                "{\"gear\":" + fine + ",\"title\":\"" + "\u05d0 b".repeat(66) + "\"}");
        post(
                "/api/workings/making/candidates.pdf",
                "nine of 1000 teeth",
                "{\"gears\":["
                        + times(9, ",", i -> "{\"gear\":" + fine + ",\"name\":\"" + "\u05d0 b".repeat(66) + "\"}")
                        + "]}");
        post(
                "/api/workings/teardown/read-line",
                "4,000 letters of fasteners",
                "{\"line\":\"" + "4 M3x12 pan A1, ".repeat(250) + "\"}");
        post("/api/workings/teardown/read-line", "4,000 blanks and digits", "{\"line\":\"" + "9 ".repeat(2000) + "\"}");
    }

    /** A job at all its limits: a complaint of 100,000 letters, 1,000 steps, a journal of 3,000 lines. */
    private void largeJob() throws Exception {
        gewerk.inDatabase("""
                update job set complaint = repeat('it grinds ', 10000) where id = %d""".formatted(JOB), """
                insert into teardown_step (job_id, shop_id, key, position, step, done_by, done_at)
                select %d, 1, 'cost-step-' || n, 1000 + n, jsonb_set(s.step, '{note}', to_jsonb(repeat('note ', 60))), 1, now()
                from generate_series(1, 980) n, (select step from teardown_step limit 1) s""".formatted(JOB), """
                insert into teardown_step (job_id, shop_id, key, position, step, done_by, done_at)
                select j.id, 1, 'cost-other-' || n, 1000 + n, jsonb_set(s.step, '{what}', to_jsonb('part ' || n)), 1, now()
                from generate_series(1, 980) n, (select step from teardown_step limit 1) s,
                  (select o.id from job o join job m on m.machine_model_id = o.machine_model_id and m.id = %d and o.id <> m.id limit 1) j""".formatted(JOB), """
                insert into journal (job_id, shop_id, at, person_id, step, what, why)
                select %d, 1, now(), 1, 'open',
                  jsonb_build_object('format', 1, 'code', 'typed', 'values', jsonb_build_object('text', repeat('done again ', 20))),
                  '' from generate_series(1, 3000)""".formatted(JOB));
        get("/api/job/{id}", "/api/job/" + JOB, "a complaint of 100,000 letters");
        get("/api/job/{id}/journal", "/api/job/" + JOB + "/journal", "3,000 lines");
        get("/api/teardown/{jobId}", "/api/teardown/" + JOB, "1,000 steps");
        get("/api/teardown/{jobId}/compare", "/api/teardown/" + JOB + "/compare", "1,000 steps with 1,000");
        get("/api/teardown/{jobId}/tray.pdf", "/api/teardown/" + JOB + "/tray.pdf", "1,000 steps");
        get("/api/diagnosis/{jobId}", "/api/diagnosis/" + JOB, "the demo's");
        get("/api/handback/{jobId}/job.json", "/api/handback/" + JOB + "/job.json", "everything of the above");
        get("/api/handback/{jobId}/job.pdf", "/api/handback/" + JOB + "/job.pdf", "everything of the above");
        get(
                "/api/intake/{jobId}/estimate.pdf",
                "/api/intake/" + JOB + "/estimate.pdf",
                "a complaint of 100,000 letters");
        get(
                "/api/intake/{jobId}/ticket.pdf",
                "/api/intake/" + JOB + "/ticket.pdf?size=a6",
                "a complaint of 100,000 letters");
        get("/api/job", "/api/job?find=" + times(8, "%20", i -> "grinds"), "eight words");
        post(
                "/api/intake",
                "a complaint of 100,000 letters",
                "{\"kind\":\"modelCrane\",\"maker\":\"Holmgarde\",\"model\":\"Hoist 12\",\"complaint\":\""
                        + "\u05d0 ".repeat(50_000) + "\"}");
    }

    private void photographs() throws Exception {
        upload("64 million points, JPEG", jpeg(8000, 8000, false));
        upload("10 million points in passes, JPEG", jpeg(3700, 2700, true));
        upload("16 million points, PNG with transparency", png(4000, 4000));
    }

    private void upload(String what, byte[] file) throws Exception {
        cost(
                "POST /api/photo/{jobId}",
                what + String.format(Locale.ROOT, ", %.1f MB", file.length / 1e6),
                () -> person.upload(
                        "/api/photo/" + JOB + "?key=cost-photo-" + System.nanoTime() + "&step=takeIn&name=x", file));
    }

    private static byte[] jpeg(int width, int height, boolean inPasses) throws IOException {
        ImageWriter writer = ImageIO.getImageWritersByFormatName("jpeg").next();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageWriteParam how = writer.getDefaultWriteParam();
        if (inPasses) {
            how.setProgressiveMode(ImageWriteParam.MODE_DEFAULT);
        }
        try (MemoryCacheImageOutputStream stream = new MemoryCacheImageOutputStream(out)) {
            writer.setOutput(stream);
            writer.write(null, new IIOImage(speckled(width, height, BufferedImage.TYPE_3BYTE_BGR), null, null), how);
        }
        writer.dispose();
        return out.toByteArray();
    }

    private static byte[] png(int width, int height) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(speckled(width, height, BufferedImage.TYPE_4BYTE_ABGR), "png", out);
        return out.toByteArray();
    }

    private static BufferedImage speckled(int width, int height, int type) {
        BufferedImage picture = new BufferedImage(width, height, type);
        Random random = new Random(3);
        for (int i = 0; i < width * height / 40; i++) {
            picture.setRGB(random.nextInt(width), random.nextInt(height), 0xFF000000 | random.nextInt(0x1000000));
        }
        return picture;
    }
}
