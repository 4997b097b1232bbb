package app.gewerk.acceptance;

import static app.gewerk.acceptance.Bench.say;

import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.concurrent.CompletableFuture;

/** How long a list of 100,000 lines takes to read, and a part to be found in it: {@code ./gewerk bench stores}. */
final class StoresBench {
    private static final int LINES = 100_000;
    private static final List<String> FOUND_BY = List.of(
            "0.5 module 24 teeth bore 2",
            "0.5 module 20-30 teeth bore 3",
            "48 pitch 30 teeth",
            "0.8 module",
            "SW24-017",
            "spare 70000",
            "wide bush",
            "nothing of that name");

    private StoresBench() {}

    private static byte[] list() {
        Random random = new Random(9);
        StringBuilder csv = new StringBuilder("item;name;part number;module;teeth;bore;width;material;price;stock\n");
        double[] modules = {0.3, 0.4, 0.5, 0.6, 0.8, 1, 1.25, 1.5};
        for (int i = 0; i < LINES; i++) {
            if (i % 3 == 0) {
                csv.append(String.format(
                        Locale.ROOT,
                        "B%d;Spare %d for a machine;BN-%d;;;;;;%.2f;3\n",
                        i,
                        i,
                        i,
                        1 + 9 * random.nextDouble()));
            } else {
                double module = modules[random.nextInt(modules.length)];
                csv.append(String.format(
                        Locale.ROOT,
                        "B%d;Spur gear %d;;%s;%d;%d;%d;POM;%.2f;5\n",
                        i,
                        i,
                        module,
                        10 + random.nextInt(90),
                        1 + random.nextInt(4),
                        2 + random.nextInt(6),
                        1 + 9 * random.nextDouble()));
            }
        }
        return csv.toString().getBytes(StandardCharsets.UTF_8);
    }

    static void run() {
        RunningGewerk.layOut();
        try (RunningGewerk gewerk = RunningGewerk.withDemo()) {
            ApiCaller ilva = new ApiCaller(gewerk, "Ilva");
            byte[] csv = list();
            for (int time = 0; time < 2; time++) {
                Instant before = Instant.now();
                CompletableFuture<HttpResponse<String>> read = CompletableFuture.supplyAsync(
                        () -> ilva.upload("/api/stores/sellers/sandrevo/list?currency=EUR", csv));
                int told = 0;
                int most = 0;
                while (!read.isDone()) {
                    String progress =
                            ilva.get("/api/stores/sellers/sandrevo/list").body();
                    if (progress.contains("\"reading\"")) {
                        told++;
                        most = Math.max(most, Integer.parseInt(progress.replaceAll(".*\"lines\":(\\d+).*", "$1")));
                    }
                }
                say(
                        "a list of %d lines, %.1f MB, read in %.1f s (%s), its progress told %d times, last at %d",
                        LINES,
                        csv.length / 1e6,
                        Duration.between(before, Instant.now()).toMillis() / 1000.0,
                        time == 0 ? "all new" : "all there already",
                        told,
                        most);
                say("  %s", read.join().body());
            }
            for (String text : FOUND_BY) {
                String path = "/api/stores/find?text=" + text.replace(" ", "%20");
                Bench.timed("find " + text, () -> ilva.get(path));
            }
            Bench.timed("prices", () -> ilva.get("/api/stores/prices?seller=sandrevo&item=B1"));
            Bench.timed("the shelf", () -> ilva.get("/api/stores/shelf"));
        }
    }
}
