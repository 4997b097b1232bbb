package app.gewerk.server.paper;

import app.gewerk.core.Budget;
import app.gewerk.core.words.Say;
import app.gewerk.server.http.Words;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.text.Bidi;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.apache.fontbox.ttf.TTFParser;
import org.apache.fontbox.ttf.TrueTypeFont;
import org.apache.pdfbox.io.RandomAccessReadBuffer;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType0Font;

/**
 * A document, A4 or of a size of its own, written from the top down in millimetres, the font embedded. Letters the font does not have (emoji,
 * say) print as a box; right-to-left text is laid out in reading order.
 */
public final class PdfPage implements AutoCloseable {
    public static final double WIDTH_MM = 210;
    public static final double HEIGHT_MM = 297;
    public static final double MARGIN_MM = 18;
    private static final float POINTS_PER_MM = 72f / 25.4f;
    private static final String FONT = "/org/apache/pdfbox/resources/ttf/LiberationSans-Regular.ttf";
    private static final String MISSING = "\u25AF";

    private static final int LONGEST_WORD = 60;

    /** By letter, as far as this page has met it: what is printed for it, and how wide that is in thousandths of the size. */
    private final Map<Integer, String> shown = new HashMap<>();

    private final double[] widths = new double[Character.MAX_VALUE + 1];
    private final PDDocument document = new PDDocument();
    private final PDFont font;
    private PDPageContentStream content;
    private final double widthMm;
    private final double heightMm;
    private final double marginMm;
    private double fromTopMm;

    /** Something that writes to the open page. */
    public interface Writing {
        void write(PDPageContentStream content) throws IOException;
    }

    public PdfPage(String title) {
        this(title, WIDTH_MM, HEIGHT_MM, MARGIN_MM);
    }

    @SuppressWarnings("this-escape")
    public PdfPage(String title, double widthMm, double heightMm, double marginMm) {
        this.widthMm = widthMm;
        this.heightMm = heightMm;
        this.marginMm = marginMm;
        document.getDocumentInformation().setTitle(title);
        document.getDocumentInformation().setCreator("Gewerk");
        try (InputStream file = Objects.requireNonNull(PDDocument.class.getResourceAsStream(FONT))) {
            TrueTypeFont letters = new TTFParser().parse(new RandomAccessReadBuffer(file));
            // Looking for ligatures takes most of the time of a long text.
            letters.setEnableGsub(false);
            font = PDType0Font.load(document, letters, true);
            content = newPage();
        } catch (IOException unreadable) {
            throw new UncheckedIOException(unreadable);
        }
    }

    private PDPageContentStream newPage() throws IOException {
        PDPage page = new PDPage(new PDRectangle(points(widthMm), points(heightMm)));
        document.addPage(page);
        fromTopMm = marginMm;
        return new PDPageContentStream(document, page);
    }

    public static float points(double mm) {
        return (float) mm * POINTS_PER_MM;
    }

    /** Draws with PDF operators, in points from the lower left corner. */
    public void draw(Writing writing) {
        try {
            writing.write(content);
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
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
        paragraph(text, 13);
        space(1);
    }

    public void line(String text) {
        paragraph(text, 10);
    }

    /** A line of any size. */
    public void line(String text, float size) {
        paragraph(text, size);
    }

    public double fromTopMm() {
        return fromTopMm;
    }

    /** A black rectangle, mm from the upper left corner. */
    public void fill(double xMm, double fromTop, double width, double height) {
        draw(c -> {
            c.addRect(points(xMm), points(heightMm - fromTop - height), points(width), points(height));
            c.fill();
        });
    }

    /** A rectangle's edge, mm from the upper left corner. */
    public void frame(double xMm, double fromTop, double width, double height) {
        draw(c -> {
            c.setLineWidth(points(0.2));
            c.addRect(points(xMm), points(heightMm - fromTop - height), points(width), points(height));
            c.stroke();
        });
    }

    /** Text within a width, its first line's foot at this distance from the top; what does not fit is cut with an ellipsis. */
    public void textWithin(String text, float size, double xMm, double fromTop, double width, int lines) {
        List<String> wrapped = wrapped(printable(text.replaceAll("\\R", " ")), size, points(width));
        for (int i = 0; i < Math.min(lines, wrapped.size()); i++) {
            String line = wrapped.get(i).stripTrailing();
            boolean cut = i == lines - 1 && wrapped.size() > lines;
            write(cut ? line + "…" : line, size, xMm, heightMm - fromTop - i * size * 0.45);
        }
    }

    public void space(double mm) {
        fromTopMm += mm;
    }

    private void paragraph(String text, float size) {
        double lineMm = size * 0.48;
        for (String given : text.split("\\R", -1)) {
            for (String line : wrapped(printable(given), size, points(widthMm - 2 * marginMm))) {
                if (fromTopMm + lineMm > heightMm - marginMm) {
                    draw(PDPageContentStream::close);
                    draw(unused -> content = newPage());
                }
                fromTopMm += lineMm;
                write(line, size, marginMm, heightMm - fromTopMm);
            }
        }
    }

    /** One line of text at a place, mm from the lower left corner. */
    public void text(String line, float size, double xMm, double yMm) {
        write(printable(line), size, xMm, yMm);
    }

    /** @param line printable already */
    private void write(String line, float size, double xMm, double yMm) {
        draw(c -> {
            c.beginText();
            c.setFont(font, size);
            c.newLineAtOffset(points(xMm), points(yMm));
            c.showText(visual(line));
            c.endText();
        });
    }

    private String printable(String text) {
        StringBuilder out = new StringBuilder(text.length());
        text.codePoints().forEach(c -> {
            if (c >= ' ' && c <= '~') {
                out.append((char) c);
            } else {
                out.append(shown(c));
            }
        });
        return out.toString();
    }

    /** A letter as it is printed, looked up in the font once. */
    private String shown(int codePoint) {
        return shown.computeIfAbsent(codePoint, c -> {
            boolean joiner = c == 0x200D || (c >= 0xFE00 && c <= 0xFE0F) || Character.getType(c) == Character.FORMAT;
            if (joiner) {
                return "";
            }
            String letter = c == '\t' ? " " : Character.toString(c);
            return has(letter) ? letter : has(MISSING) ? MISSING : "?";
        });
    }

    private boolean has(String letter) {
        try {
            font.encode(letter);
            return true;
        } catch (IllegalArgumentException missing) {
            return false;
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
    }

    private static String visual(String line) {
        if (!Bidi.requiresBidi(line.toCharArray(), 0, line.length())) {
            return line;
        }
        Bidi bidi = new Bidi(line, Bidi.DIRECTION_DEFAULT_LEFT_TO_RIGHT);
        if (bidi.isLeftToRight()) {
            return line;
        }
        int runs = bidi.getRunCount();
        byte[] levels = new byte[runs];
        String[] parts = new String[runs];
        for (int i = 0; i < runs; i++) {
            levels[i] = (byte) bidi.getRunLevel(i);
            String part = line.substring(bidi.getRunStart(i), bidi.getRunLimit(i));
            parts[i] = levels[i] % 2 == 0
                    ? part
                    : new StringBuilder(part).reverse().toString();
        }
        Bidi.reorderVisually(levels, 0, parts, 0, runs);
        return String.join("", parts);
    }

    /** Printable text in lines that fit, broken after blanks, and within words longer than {@value #LONGEST_WORD}. */
    private List<String> wrapped(String text, float size, double room) {
        List<String> lines = new ArrayList<>();
        int lineFrom = 0;
        double used = 0;
        int at = 0;
        while (at < text.length()) {
            Budget.spend();
            int end = pieceEnd(text, at);
            double width = width(text, at, end, size);
            if (used + width > room && at > lineFrom) {
                lines.add(text.substring(lineFrom, at));
                lineFrom = at;
                used = 0;
            }
            used += width;
            at = end;
        }
        lines.add(text.substring(lineFrom));
        return lines;
    }

    private static int pieceEnd(String text, int from) {
        int end = from;
        while (end < text.length() && end - from < LONGEST_WORD) {
            int letter = text.codePointAt(end);
            end += Character.charCount(letter);
            if (Character.isWhitespace(letter)) {
                break;
            }
        }
        return end;
    }

    private double width(String text, int from, int to, float size) {
        double thousandths = 0;
        int at = from;
        while (at < to) {
            int letter = text.codePointAt(at);
            thousandths += letter < widths.length ? remembered(letter) : thousandths(letter);
            at += Character.charCount(letter);
        }
        return thousandths / 1000 * size;
    }

    private double remembered(int letter) {
        if (widths[letter] == 0) {
            widths[letter] = thousandths(letter);
        }
        return widths[letter];
    }

    private double thousandths(int letter) {
        try {
            return font.getStringWidth(Character.toString(letter));
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
    }

    public byte[] bytes() {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        draw(PDPageContentStream::close);
        draw(unused -> document.save(out));
        return out.toByteArray();
    }

    @Override
    public void close() {
        draw(unused -> document.close());
    }
}
