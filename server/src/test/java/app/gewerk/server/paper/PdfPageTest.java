package app.gewerk.server.paper;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
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
                .contains("clicks")
                .contains("twice")
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
}
