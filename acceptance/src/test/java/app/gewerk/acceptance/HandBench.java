package app.gewerk.acceptance;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.options.AriaRole;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Arrays;
import java.util.Random;
import javax.imageio.ImageIO;

/** The first half of the bench order under load: weighing faults, a long ledger, many photographs. */
final class HandBench {
    static final String COUNTER =
            "/api/intake/counter?kind=slideProjector&maker=Vantorel&model=Slidewell%2024&newPrice=240";

    private static final int STEPS = 200;
    private static final int PHOTOGRAPHS = 40;
    private static final int TRIES = 20;

    private HandBench() {}

    public static void main(String[] arguments) throws IOException {
        try (RunningGewerk gewerk = RunningGewerk.withDemo()) {
            measure(gewerk);
        }
    }

    static void measure(RunningGewerk gewerk) throws IOException {
        opened(gewerk);
        ApiCaller ilva = new ApiCaller(gewerk, "Ilva");
        for (int i = 0; i < STEPS; i++) {
            String line = "part " + i + " off, 2 M3x" + (6 + i % 20) + " pan " + (char) ('A' + i % 6) + (1 + i % 8);
            ilva.post(
                    "/api/teardown/19/steps",
                    "{\"key\":\"bench-step-" + i + "\",\"line\":\"" + line + "\"}",
                    "step-" + i);
        }
        Bench.timed("ledger of 200 steps", () -> gewerk.get("/api/teardown/19"));
        longLedger(gewerk);
        seenByAnother(gewerk);
        photographs(gewerk);
    }

    private static double ms(Runnable work) {
        long start = System.nanoTime();
        work.run();
        return (System.nanoTime() - start) / 1e6;
    }

    private static double median(double[] all) {
        return Arrays.stream(all).sorted().toArray()[all.length / 2];
    }

    /** A page fetched and started anew by a browser that has had it before, and a step come to from another. */
    private static void opened(RunningGewerk gewerk) {
        try (Technician ilva = new Technician(gewerk)) {
            ilva.open("/job/1/listen");
            ilva.stepUpAs("Ilva");
            double[] anew = new double[TRIES];
            double[] gone = new double[TRIES];
            for (int i = 0; i < TRIES; i++) {
                anew[i] = ms(() -> {
                    ilva.open("/job/1/listen");
                    ilva.text("Culprit: the").waitFor();
                });
                gone[i] = ms(() -> {
                    ilva.go("/job/25/read");
                    ilva.text("Next:").waitFor();
                });
            }
            Bench.say(
                    "  a step opened anew %.0f ms, come to from another %.0f ms (medians of %d, the driver's own time counted)",
                    median(anew), median(gone), TRIES);
        }
    }

    /** From Enter at one browser until the step stands at the other. */
    private static void seenByAnother(RunningGewerk gewerk) {
        try (Technician ilva = new Technician(gewerk);
                Technician tomas = new Technician(gewerk)) {
            ilva.open("/job/25/open");
            ilva.stepUpAs("Ilva");
            tomas.open("/job/25/open");
            tomas.stepUpAs("Tomas");
            double[] seen = new double[TRIES];
            for (int i = 0; i < TRIES; i++) {
                String part = "cover number " + i;
                ilva.field("What came off? One line a step").fill(part + " off");
                seen[i] = ms(() -> {
                    ilva.field("What came off? One line a step").press("Enter");
                    tomas.page.getByText(part).first().waitFor();
                });
            }
            Bench.say(
                    "  a step at another's browser after %.1f s, the longest %.1f s (of %d)",
                    median(seen) / 1000, Arrays.stream(seen).max().orElseThrow() / 1000, TRIES);
        }
    }

    static void photographs(RunningGewerk gewerk) throws IOException {
        ApiCaller ilva = new ApiCaller(gewerk, "Ilva");
        photographs(gewerk, ilva, "as the browser sends them", picture(2560, 1920));
        photographs(gewerk, ilva, "of 12 million points", picture(4000, 3000));
    }

    /** From Enter to the new step standing in the list, as the browser shows it. */
    private static void longLedger(RunningGewerk gewerk) {
        try (Technician technician = new Technician(gewerk)) {
            technician.open("/job/19/open");
            technician.stepUpAs("Ilva");
            Locator entry = technician.field("What came off? One line a step");
            Locator steps = technician
                    .page
                    .getByRole(AriaRole.MAIN)
                    .locator("ol")
                    .last()
                    .locator("> li");
            steps.nth(STEPS).waitFor();
            double[] shown = new double[TRIES];
            double[] typed = new double[TRIES];
            for (int i = 0; i < TRIES; i++) {
                int before = steps.count();
                entry.fill("one more " + i + ", 1 screw");
                typed[i] = ms(() -> technician.type("!"));
                technician.press("Backspace");
                shown[i] = ms(() -> {
                    entry.press("Enter");
                    steps.nth(before).waitFor();
                });
            }
            Bench.say(
                    "  ledger of 200 steps in the browser: a letter %.0f ms, Enter to the step shown %.0f ms (medians of %d, the driver's own time counted)",
                    median(typed), median(shown), TRIES);
        }
    }

    private static void photographs(RunningGewerk gewerk, ApiCaller ilva, String what, byte[] picture)
            throws IOException {
        long start = System.nanoTime();
        for (int i = 0; i < PHOTOGRAPHS; i++) {
            String key = "bench-photo-" + picture.length + "-" + i;
            if (ilva.upload("/api/photo/19?key=" + key + "&step=takeIn&name=bench.jpg", picture)
                            .statusCode()
                    != 201) {
                throw new IllegalStateException("A photograph was refused");
            }
        }
        Bench.say(
                "  %d photographs %s (%.1f MB each): %.1f s, %s",
                PHOTOGRAPHS, what, picture.length / 1e6, (System.nanoTime() - start) / 1e9, Bench.resident(gewerk));
    }

    private static byte[] picture(int width, int height) throws IOException {
        BufferedImage picture = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        Random random = new Random(2);
        Graphics2D pen = picture.createGraphics();
        for (int i = 0; i < 60_000; i++) {
            pen.setColor(new Color(random.nextInt(0x1000000)));
            pen.fillRect(random.nextInt(width), random.nextInt(height), 30, 30);
        }
        pen.dispose();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(picture, "jpeg", out);
        return out.toByteArray();
    }
}
