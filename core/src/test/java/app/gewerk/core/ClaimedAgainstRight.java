package app.gewerk.core;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;

/** Draws what was claimed against how often it was right, for docs/measurements.md. */
public final class ClaimedAgainstRight {
    public static final Path WHERE = Path.of(System.getProperty("gewerk.measurements", "target"));

    private ClaimedAgainstRight() {}

    /** @param points each claimed, right, and how many claims there were */
    public static void plot(String file, List<double[]> points) {
        StringBuilder plot = new StringBuilder("""
                <svg xmlns="http://www.w3.org/2000/svg" viewBox="-30 -15 260 250" font-family="sans-serif" font-size="9">
                <title>Claimed against right</title><rect x="0" y="0" width="200" height="200" fill="none" stroke="#22302e"/>
                <path d="M0 200L200 0" stroke="#6b5f45" stroke-dasharray="4 3"/>
                <text x="100" y="222" text-anchor="middle">claimed probability</text>
                <text x="-18" y="100" text-anchor="middle" transform="rotate(-90 -18 100)">share right</text>
                """);
        for (double[] p : points) {
            plot.append(String.format(
                    Locale.ROOT,
                    "<circle cx=\"%.1f\" cy=\"%.1f\" r=\"%.1f\" fill=\"#2d6a5b\" fill-opacity=\"0.75\"/>%n",
                    200 * p[0],
                    200 - 200 * p[1],
                    2 + Math.sqrt(p[2]) / 5));
        }
        write(file, plot + "</svg>\n");
    }

    public static void write(String file, String text) {
        try {
            Files.createDirectories(WHERE);
            Files.writeString(WHERE.resolve(file), text);
        } catch (IOException unwritable) {
            throw new UncheckedIOException(unwritable);
        }
    }
}
