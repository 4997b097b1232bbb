package app.gewerk.server.paper;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.apache.pdfbox.text.TextPosition;
import org.junit.jupiter.api.Test;

class PdfPageTest {
    private static String written(String... lines) throws IOException {
        try (PdfPage page = new PdfPage("test")) {
            for (String line : lines) {
                page.line(line);
            }
            try (PDDocument read = Loader.loadPDF(page.bytes())) {
                return new PDFTextStripper().getText(read);
            }
        }
    }

    private static int pages(String text) throws IOException {
        try (PdfPage page = new PdfPage("test")) {
            page.line(text);
            try (PDDocument read = Loader.loadPDF(page.bytes())) {
                read.getPage(0)
                        .getResources()
                        .getFontNames()
                        .forEach(name -> assertThat(fontEmbedded(read, name)).isTrue());
                return read.getNumberOfPages();
            }
        }
    }

    private static boolean fontEmbedded(PDDocument document, org.apache.pdfbox.cos.COSName name) {
        try {
            return document.getPage(0).getResources().getFont(name).isEmbedded();
        } catch (IOException unreadable) {
            throw new IllegalStateException(unreadable);
        }
    }

    @Test
    void lettersTheFontLacksDoNotStopThePage() throws IOException {
        assertThat(written("clicks \uD83E\uDDB7\u2699\uFE0F twice", "停まる", "tab\there"))
                .contains("clicks \u25A1\u25A1 twice")
                .contains("tab here");
    }

    @Test
    void umlautsGreekAndCyrillicArePrintedAsTheyAre() throws IOException {
        assertThat(written("Zähne größer, α = 20°, Шестерня")).contains("Zähne größer, α = 20°, Шестерня");
    }

    @Test
    void longTextIsWrappedOntoMorePagesWithoutLosingAWord() throws IOException {
        assertThat(pages("word ".repeat(4000))).isGreaterThan(3);
        assertThat(written("word ".repeat(4000)).split("word", -1)).hasSize(4001);
    }

    @Test
    void oneEndlessWordIsBrokenInsteadOfRunningOffThePage() throws IOException {
        assertThat(pages("x".repeat(20_000))).isGreaterThan(2);
    }

    /** Hebrew runs from the right; the numbers in it do not turn round. Read back, a line is in the order it is spoken. */
    @Test
    void textFromTheRightIsLaidOutFromTheRight() throws IOException {
        String spoken = "\u05D2\u05DC\u05D2\u05DC 12.5 \u05E9\u05D1\u05D5\u05E8";
        try (PdfPage page = new PdfPage("test")) {
            page.line(spoken);
            try (PDDocument read = Loader.loadPDF(page.bytes())) {
                assertThat(new PDFTextStripper().getText(read).strip()).isEqualTo(spoken);
                List<Float> places = new ArrayList<>();
                PDFTextStripper stripper = new PDFTextStripper() {
                    @Override
                    protected void writeString(String text, List<TextPosition> letters) {
                        letters.stream()
                                .filter(l -> "\u05D2".equals(l.getUnicode()))
                                .forEach(l -> places.add(l.getX()));
                    }
                };
                stripper.getText(read);
                float middle = read.getPage(0).getMediaBox().getWidth() / 2;
                assertThat(places).isNotEmpty().allMatch(x -> x > middle);
            }
        }
    }

    @Test
    void whatDoesNotFitInABoxIsCutWithAnEllipsis() throws IOException {
        try (PdfPage page = new PdfPage("test")) {
            page.textWithin("short", 8, 20, 20, 60, 2);
            page.textWithin("long words ".repeat(50), 8, 20, 60, 60, 2);
            page.textWithin("x".repeat(5000), 8, 20, 100, 60, 1);
            try (PDDocument read = Loader.loadPDF(page.bytes())) {
                List<String> lines =
                        new PDFTextStripper().getText(read).strip().lines().toList();
                assertThat(lines).hasSize(4).first().isEqualTo("short");
                assertThat(lines.get(1)).startsWith("long words").doesNotContain("…");
                assertThat(lines.get(2)).endsWith("…").hasSizeGreaterThan(20);
                assertThat(lines.get(3)).startsWith("xxx").endsWith("x…").hasSizeBetween(20, 80);
            }
        }
    }
}
