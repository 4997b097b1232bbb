package app.gewerk.core.making;

import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.Point;
import java.util.List;
import java.util.Locale;

/** A gear's outline as SVG in true millimetres: one user unit is 1 mm, and the document says so. */
public final class GearSvg {
    /** Chords stay this close to the true curve (mm): finer than any printer or cutter follows. */
    public static final double CHORD_TOLERANCE_MM = 0.002;

    private static final double MARGIN_MM = 2;

    private GearSvg() {}

    /** A closed line as SVG path data, y downwards, the axis at 0 0. */
    public static String pathData(List<Point> outline) {
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
     * A whole document: the outline with id {@code teeth}; {@code bore}, {@code hub} and {@code hole1} … where there are
     * such.
     *
     * @throws Refused if bore or holes leave no wall below the teeth
     */
    public static String document(CylindricalGear gear, Blank blank, String title) {
        List<Blank.Loop> loops = blank.loops(gear, CHORD_TOLERANCE_MM);
        double largest = gear.internal() ? gear.rootDiameterMm() : gear.tipDiameterMm();
        double half = largest / 2 + MARGIN_MM;
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
        int hole = 0;
        for (Blank.Loop loop : loops) {
            String id = loop.what().equals("hole") ? "hole" + ++hole : loop.what();
            svg.append(String.format(
                    "<%s id=\"%s\" fill=\"none\" stroke=\"#000\" stroke-width=\"0.05\" ",
                    loop.circle().isPresent() ? "circle" : "path", id));
            svg.append(loop.circle()
                    .map(c -> String.format(
                            Locale.ROOT,
                            "cx=\"%.4f\" cy=\"%.4f\" r=\"%.4f\"",
                            c.centre().x(),
                            -c.centre().y() + 0.0,
                            c.radiusMm()))
                    .orElseGet(() -> "d=\"" + pathData(loop.points()) + "\""));
            svg.append("/>\n");
        }
        return svg.append("</svg>\n").toString();
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

    static String escaped(String text) {
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
