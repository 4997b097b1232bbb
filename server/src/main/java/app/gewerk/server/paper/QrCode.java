package app.gewerk.server.paper;

import app.gewerk.core.words.Refused;
import com.google.zxing.BarcodeFormat;
import com.google.zxing.EncodeHintType;
import com.google.zxing.WriterException;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.qrcode.QRCodeWriter;
import com.google.zxing.qrcode.decoder.ErrorCorrectionLevel;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;

/** A QR code (ISO/IEC 18004) as its modules, row by row. */
public final class QrCode {
    private QrCode() {}

    /** @throws Refused if the text is longer than a code holds */
    public static BitMatrix of(String text) {
        try {
            return new QRCodeWriter()
                    .encode(
                            text,
                            BarcodeFormat.QR_CODE,
                            0,
                            0,
                            Map.of(
                                    EncodeHintType.CHARACTER_SET,
                                    "UTF-8",
                                    EncodeHintType.MARGIN,
                                    2,
                                    EncodeHintType.ERROR_CORRECTION,
                                    ErrorCorrectionLevel.M));
        } catch (WriterException tooLong) {
            throw new Refused("ticket.addressTooLong");
        }
    }

    /** One text a row, a 1 for each dark module. */
    public static List<String> rows(String text) {
        BitMatrix code = of(text);
        return IntStream.range(0, code.getHeight())
                .mapToObj(y -> IntStream.range(0, code.getWidth())
                        .mapToObj(x -> code.get(x, y) ? "1" : "0")
                        .reduce("", String::concat))
                .toList();
    }

    /** For a terminal, light on dark: two rows in a line of half blocks. */
    public static String blocks(String text) {
        BitMatrix code = of(text);
        StringBuilder lines = new StringBuilder();
        for (int y = 0; y < code.getHeight(); y += 2) {
            for (int x = 0; x < code.getWidth(); x++) {
                boolean upper = !code.get(x, y);
                boolean lower = y + 1 >= code.getHeight() || !code.get(x, y + 1);
                lines.append(upper ? (lower ? '█' : '▀') : (lower ? '▄' : ' '));
            }
            lines.append('\n');
        }
        return lines.toString();
    }
}
