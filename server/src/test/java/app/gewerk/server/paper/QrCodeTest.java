package app.gewerk.server.paper;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.gewerk.core.words.Refused;
import com.google.zxing.BinaryBitmap;
import com.google.zxing.ReaderException;
import com.google.zxing.client.j2se.BufferedImageLuminanceSource;
import com.google.zxing.client.j2se.MatrixToImageWriter;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.common.HybridBinarizer;
import com.google.zxing.qrcode.QRCodeReader;
import java.awt.image.BufferedImage;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Codes against a reader that is common in telephones. */
public class QrCodeTest {
    /** At sizes that they are not checked at when they are made; 40 and 148 it cannot read as they are usually masked. */
    @ParameterizedTest
    @ValueSource(
            strings = {"http://localhost:80/job/40", "https://192.168.1.20:7443/job/148", "http://localhost:80/job/41"})
    void isReadByTelephones(String text) throws Exception {
        for (int each : new int[] {6, 9}) {
            assertThat(read(enlarged(QrCode.of(text), each))).isEqualTo(text);
        }
    }

    private static BufferedImage enlarged(BitMatrix code, int each) {
        BufferedImage seen =
                new BufferedImage(code.getWidth() * each, code.getHeight() * each, BufferedImage.TYPE_BYTE_GRAY);
        seen.createGraphics()
                .drawImage(MatrixToImageWriter.toBufferedImage(code), 0, 0, seen.getWidth(), seen.getHeight(), null);
        return seen;
    }

    /** What the code says that is somewhere in a picture. */
    public static String read(BufferedImage picture) throws ReaderException {
        return new QRCodeReader()
                .decode(new BinaryBitmap(new HybridBinarizer(new BufferedImageLuminanceSource(picture))))
                .getText();
    }

    /** ISO/IEC 18004, from memory: four light modules all round. */
    @Test
    void nothingStandsCloseToIt() {
        BitMatrix code = QrCode.of("http://localhost:80/job/41");
        int[] dark = code.getEnclosingRectangle();
        assertThat(dark[0]).isEqualTo(4);
        assertThat(dark[1]).isEqualTo(4);
        assertThat(code.getWidth() - dark[0] - dark[2]).isEqualTo(4);
        assertThat(code.getHeight() - dark[1] - dark[3]).isEqualTo(4);
    }

    @Test
    void aTextThatNoCodeHoldsIsRefused() {
        String text = "x".repeat(3000);
        assertThatThrownBy(() -> QrCode.of(text)).isInstanceOf(Refused.class);
    }
}
