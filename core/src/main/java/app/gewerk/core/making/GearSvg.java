package app.gewerk.core.making;

import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.Point;
import app.gewerk.core.gear.RackCut;
import java.util.List;
import java.util.Locale;

/** A gear's outline as SVG in true millimetres: one user unit is 1 mm, and the document says so. */
public final class GearSvg {
    /** Chords stay this close to the true curve (mm): finer than any printer or cutter follows. */
    public static final double CHORD_TOLERANCE_MM = 0.002;

    private static final double MARGIN_MM = 2;

    private GearSvg() {}

    /** The closed outline as SVG path data, y downwards, the axis at 0 0, one tooth pointing up. */
    public static String pathData(CylindricalGear gear, double toleranceMm) {
        List<Point> outline = RackCut.of(gear).outline(toleranceMm);
        StringBuilder path = new StringBuilder(outline.size() * 14);
        char command = 'M';
        for (Point point : outline) {
            path.append(command);
            number(path, point.x());
            path.append(' ');
            number(path, -point.y());
            command = 'L';
        }
        return path.append('Z').toString();
    }

    /**
     * A whole document: outline with id {@code teeth}, the bore with id {@code bore} when there is one.
     *
     * @param boreMm 0 for none
     * @throws IllegalArgumentException if the bore leaves no wall below the teeth
     */
    public static String document(CylindricalGear gear, double boreMm, String title) {
        requireWall(gear, boreMm);
        double half = gear.tipDiameterMm() / 2 + MARGIN_MM;
        String size = String.format(Locale.ROOT, "%.4f", 2 * half);
        StringBuilder svg = new StringBuilder();
        svg.append("<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n");
        svg.append(String.format(
                Locale.ROOT,
                "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"%smm\" height=\"%smm\" viewBox=\"%.4f %.4f %s %s\">%n",
                size,
                size,
                -half,
                -half,
                size,
                size));
        svg.append("<title>").append(escaped(title)).append("</title>\n");
        svg.append("<path id=\"teeth\" fill=\"none\" stroke=\"#000\" stroke-width=\"0.05\" d=\"")
                .append(pathData(gear, CHORD_TOLERANCE_MM))
                .append("\"/>\n");
        if (boreMm > 0) {
            svg.append(String.format(
                    Locale.ROOT,
                    "<circle id=\"bore\" fill=\"none\" stroke=\"#000\" stroke-width=\"0.05\" cx=\"0\" cy=\"0\" r=\"%.4f\"/>%n",
                    boreMm / 2));
        }
        return svg.append("</svg>\n").toString();
    }

    /** @throws IllegalArgumentException if the bore leaves no wall below the teeth */
    public static void requireWall(CylindricalGear gear, double boreMm) {
        if (boreMm < 0 || boreMm >= gear.rootDiameterMm()) {
            throw new IllegalArgumentException(String.format(
                    Locale.ROOT,
                    "A bore of %.2f mm leaves no wall: the roots of these teeth stand at %.2f mm",
                    boreMm,
                    gear.rootDiameterMm()));
        }
    }

    private static void number(StringBuilder out, double value) {
        long tenthsOfMicron = Math.round(value * 1e4);
        if (tenthsOfMicron < 0) {
            out.append('-');
            tenthsOfMicron = -tenthsOfMicron;
        }
        out.append(tenthsOfMicron / 10_000);
        long rest = tenthsOfMicron % 10_000;
        if (rest > 0) {
            String digits = Long.toString(10_000 + rest).substring(1);
            int end = digits.length();
            while (digits.charAt(end - 1) == '0') {
                end--;
            }
            out.append('.').append(digits, 0, end);
        }
    }

    private static String escaped(String text) {
        StringBuilder out = new StringBuilder();
        text.codePoints().forEach(c -> {
            switch (c) {
                case '&' -> out.append("&amp;");
                case '<' -> out.append("&lt;");
                case '>' -> out.append("&gt;");
                default -> {
                    boolean control = c < 0x20 && c != '\t' && c != '\n';
                    boolean surrogate = c >= 0xD800 && c <= 0xDFFF;
                    out.appendCodePoint(control || surrogate || c == 0xFFFE || c == 0xFFFF ? '\uFFFD' : c);
                }
            }
        });
        return out.toString();
    }
}
