package app.gewerk.server.paper;

import app.gewerk.core.Budget;
import app.gewerk.core.gear.Point;
import app.gewerk.core.words.Say;
import app.gewerk.server.http.Words;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.text.Bidi;
import java.util.List;
import java.util.Objects;
import java.util.function.Consumer;
import org.openpdf.text.Document;
import org.openpdf.text.Element;
import org.openpdf.text.Font;
import org.openpdf.text.Image;
import org.openpdf.text.Phrase;
import org.openpdf.text.Rectangle;
import org.openpdf.text.pdf.BaseFont;
import org.openpdf.text.pdf.ColumnText;
import org.openpdf.text.pdf.PdfContentByte;
import org.openpdf.text.pdf.PdfWriter;

/**
 * A document, A4 or of a size of its own, written from the top down in millimetres, the font embedded. Letters the font does not have (emoji,
 * say) print as a box; right-to-left text is laid out in reading order.
 */
public final class PdfPage implements AutoCloseable {
    public static final double WIDTH_MM = 210;
    public static final double HEIGHT_MM = 297;
    public static final double MARGIN_MM = 18;
    private static final float POINTS_PER_MM = 72f / 25.4f;
    /** From line to line, mm for each point of the letters' size: in running text and in boxes. */
    private static final double LINE_MM = 0.48;

    private static final double BOX_LINE_MM = 0.45;
    /** More letters than any box of a paper has room for in one line. */
    private static final int MOST_IN_A_LINE = 400;

    private static final float ROW_SIZE = 10;
    /** At the right of a row. */
    private static final double FIGURES_MM = 32;

    private static final int LONGEST_WORD = 40;

    /** Read once; every document embeds what it uses of it. */
    private static final BaseFont FONT = font();

    private static final String MISSING = "\u25A1";

    private final ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    private final Document document;
    private final PdfContentByte content;
    private final double widthMm;
    private final double heightMm;
    private final double marginMm;
    private double fromTopMm;

    public PdfPage(String title) {
        this(title, WIDTH_MM, HEIGHT_MM, MARGIN_MM);
    }

    public PdfPage(String title, Paper paper) {
        this(title, paper.widthMm(), paper.heightMm(), MARGIN_MM);
    }

    public PdfPage(String title, double widthMm, double heightMm, double marginMm) {
        this.widthMm = widthMm;
        this.heightMm = heightMm;
        this.marginMm = marginMm;
        document = new Document(new Rectangle(points(widthMm), points(heightMm)));
        PdfWriter writer = PdfWriter.getInstance(document, bytes);
        document.addTitle(title);
        document.addCreator("Gewerk");
        document.open();
        content = writer.getDirectContent();
        fromTopMm = marginMm;
    }

    private static BaseFont font() {
        String name = "LiberationSans-Regular.ttf";
        try (InputStream file = Objects.requireNonNull(PdfPage.class.getResourceAsStream("/fonts/" + name))) {
            return BaseFont.createFont(
                    name, BaseFont.IDENTITY_H, BaseFont.EMBEDDED, BaseFont.CACHED, file.readAllBytes(), null);
        } catch (IOException unreadable) {
            throw new UncheckedIOException(unreadable);
        }
    }

    public static float points(double mm) {
        return (float) mm * POINTS_PER_MM;
    }

    /** Draws with PDF operators, in points from the lower left corner. */
    public void draw(Consumer<PdfContentByte> drawing) {
        drawing.accept(content);
    }

    /** A closed line round a shape, true to size, its middle at that place. */
    public void outline(List<Point> points, double xMm, double yMm) {
        outline(points, xMm, yMm, 1, false);
    }

    /** The same so many times as large; dashed where it is not the real thing. */
    public void outline(List<Point> points, double xMm, double yMm, double scale, boolean dashed) {
        draw(c -> {
            c.saveState();
            c.setLineWidth(points(scale > 1 ? 0.2 : 0.05));
            if (dashed) {
                c.setLineDash(points(1.2), points(0.8), 0);
            }
            for (int i = 0; i < points.size(); i++) {
                float x = points(xMm + scale * points.get(i).x());
                float y = points(yMm + scale * points.get(i).y());
                if (i == 0) {
                    c.moveTo(x, y);
                } else {
                    c.lineTo(x, y);
                }
            }
            c.closePathStroke();
            c.restoreState();
        });
    }

    public void heading(Say say) {
        heading(Words.of(say));
    }

    public void line(Say say) {
        line(Words.of(say));
    }

    public void textWithin(Say say, float size, double xMm, double fromTop, double width, int lines) {
        textWithin(Words.of(say), size, xMm, fromTop, width, lines);
    }

    public void heading(String text) {
        space(3);
        paragraphs(text, 13);
        space(1);
    }

    public void line(String text) {
        paragraphs(text, 10);
    }

    /** A line with a figure at its end, at the right margin. */
    public void row(String text, String figure) {
        paragraphs(text, ROW_SIZE, FIGURES_MM);
        ColumnText.showTextAligned(
                content,
                Element.ALIGN_RIGHT,
                new Phrase(printable(figure), new Font(FONT, ROW_SIZE)),
                points(widthMm - marginMm),
                points(heightMm - fromTopMm),
                0);
    }

    /**
     * A JPEG as large as goes into a box, its lower left corner at that place; lines on it.
     *
     * @param lines from and to, as parts of the width and of the height from the upper left corner
     */
    public void picture(byte[] jpeg, List<double[]> lines, double xMm, double yMm, double mostWide, double mostHigh) {
        try {
            Image image = Image.getInstance(jpeg);
            image.scaleToFit(points(mostWide), points(mostHigh));
            image.setAbsolutePosition(points(xMm), points(yMm));
            float wide = image.getScaledWidth();
            float high = image.getScaledHeight();
            draw(c -> {
                c.addImage(image);
                c.saveState();
                c.setLineWidth(points(0.5));
                for (double[] line : lines) {
                    c.moveTo(points(xMm) + wide * (float) line[0], points(yMm) + high * (float) (1 - line[1]));
                    c.lineTo(points(xMm) + wide * (float) line[2], points(yMm) + high * (float) (1 - line[3]));
                    c.stroke();
                }
                c.restoreState();
            });
        } catch (IOException unreadable) {
            throw new UncheckedIOException(unreadable);
        }
    }

    /** A thin line across the page. */
    public void rule() {
        space(2);
        frame(marginMm, fromTopMm, widthMm - 2 * marginMm, 0);
        space(1);
    }

    /** Room for a drawing of this height; how far its lower edge is from the page's, in mm. */
    public double drawingMm(double height) {
        if (fromTopMm + height > heightMm - marginMm) {
            document.newPage();
            fromTopMm = marginMm;
        }
        fromTopMm += height;
        return heightMm - fromTopMm;
    }

    /** A black rectangle, mm from the upper left corner. */
    public void fill(double xMm, double fromTop, double width, double height) {
        content.rectangle(points(xMm), points(heightMm - fromTop - height), points(width), points(height));
        content.fill();
    }

    /** A rectangle's edge, mm from the upper left corner. */
    public void frame(double xMm, double fromTop, double width, double height) {
        content.setLineWidth(points(0.2));
        content.rectangle(points(xMm), points(heightMm - fromTop - height), points(width), points(height));
        content.stroke();
    }

    /** Text within a width, its first line's foot at this distance from the top; what does not fit is cut with an ellipsis. */
    public void textWithin(String text, float size, double xMm, double fromTop, double width, int lines) {
        String whole = printable(text.replaceAll("\\R", " "));
        Box box = new Box(size, xMm, fromTop, width, lines);
        if (whole.length() <= lines * MOST_IN_A_LINE && box.hasRoomFor(whole)) {
            box.write(whole);
            return;
        }
        int fits = 0;
        int tooMuch = Math.min(whole.length(), lines * MOST_IN_A_LINE);
        while (fits + 1 < tooMuch) {
            int middle = (fits + tooMuch) / 2;
            if (box.hasRoomFor(cut(whole, middle))) {
                fits = middle;
            } else {
                tooMuch = middle;
            }
        }
        box.write(cut(whole, fits));
    }

    /** After a whole word, unless the last one is endless. */
    private static String cut(String text, int length) {
        int blank = text.lastIndexOf(' ', length);
        int whole = blank > length - LONGEST_WORD ? Math.max(0, blank) : length;
        int letters = whole > 0 && Character.isHighSurrogate(text.charAt(whole - 1)) ? whole - 1 : whole;
        return text.substring(0, letters).stripTrailing() + "…";
    }

    /** A place for some lines of text. */
    private final class Box {
        private final float size;
        private final float leading;
        private final float left;
        private final float top;
        private final float right;
        private final float bottom;

        Box(float size, double xMm, double fromTop, double width, int lines) {
            this.size = size;
            leading = points(size * BOX_LINE_MM);
            left = points(xMm);
            right = points(xMm + width);
            top = points(heightMm - fromTop) + leading;
            bottom = top - lines * leading - 0.1f;
        }

        private ColumnText column(String text) {
            ColumnText column = PdfPage.this.column(text, size, leading);
            column.setSimpleColumn(left, bottom, right, top);
            return column;
        }

        boolean hasRoomFor(String text) {
            return !ColumnText.hasMoreText(column(text).go(true));
        }

        void write(String text) {
            column(text).go();
        }
    }

    public void space(double mm) {
        fromTopMm += mm;
    }

    private ColumnText column(String text, float size, float leading) {
        ColumnText column = new ColumnText(content);
        column.setRunDirection(direction(text));
        column.addText(new Phrase(text, new Font(FONT, size)));
        column.setLeading(leading);
        return column;
    }

    private void paragraphs(String text, float size) {
        paragraphs(text, size, 0);
    }

    private void paragraphs(String text, float size, double freeAtRightMm) {
        float leading = points(size * LINE_MM);
        for (String given : text.split("\\R", -1)) {
            String paragraph = printable(given);
            if (paragraph.isEmpty()) {
                space(size * LINE_MM);
                continue;
            }
            ColumnText column = column(paragraph, size, leading);
            boolean more = true;
            while (more) {
                Budget.spend();
                column.setSimpleColumn(
                        points(marginMm),
                        points(marginMm),
                        points(widthMm - marginMm - freeAtRightMm),
                        points(heightMm - fromTopMm));
                more = ColumnText.hasMoreText(column.go());
                fromTopMm = heightMm - column.getYLine() / POINTS_PER_MM;
                if (more) {
                    document.newPage();
                    fromTopMm = marginMm;
                }
            }
        }
    }

    private static int direction(String text) {
        if (!Bidi.requiresBidi(text.toCharArray(), 0, text.length())) {
            return PdfWriter.RUN_DIRECTION_NO_BIDI;
        }
        return new Bidi(text, Bidi.DIRECTION_DEFAULT_LEFT_TO_RIGHT).baseIsLeftToRight()
                ? PdfWriter.RUN_DIRECTION_LTR
                : PdfWriter.RUN_DIRECTION_RTL;
    }

    /** One line of text at a place, mm from the lower left corner. */
    public void text(String given, float size, double xMm, double yMm) {
        String line = printable(given);
        ColumnText.showTextAligned(
                content,
                Element.ALIGN_LEFT,
                new Phrase(line, new Font(FONT, size)),
                points(xMm),
                points(yMm),
                0,
                direction(line),
                0);
    }

    private static String printable(String text) {
        StringBuilder out = new StringBuilder(text.length());
        text.codePoints().forEach(c -> {
            if (c >= ' ' && c <= '~') {
                out.append((char) c);
            } else if (c == '\t') {
                out.append(' ');
            } else if (!joins(c)) {
                out.append(FONT.charExists(c) ? Character.toString(c) : MISSING);
            }
        });
        return out.toString();
    }

    /** Letters that only say how their neighbours are drawn. */
    private static boolean joins(int letter) {
        return letter >= 0xFE00 && letter <= 0xFE0F || Character.getType(letter) == Character.FORMAT;
    }

    public byte[] bytes() {
        document.close();
        return bytes.toByteArray();
    }

    @Override
    public void close() {
        document.close();
    }
}
