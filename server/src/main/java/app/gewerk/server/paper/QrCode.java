package app.gewerk.server.paper;

import app.gewerk.core.words.Refused;
import com.google.zxing.BarcodeFormat;
import com.google.zxing.EncodeHintType;
import com.google.zxing.ReaderException;
import com.google.zxing.WriterException;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.qrcode.QRCodeWriter;
import com.google.zxing.qrcode.decoder.Decoder;
import com.google.zxing.qrcode.decoder.ErrorCorrectionLevel;
import com.google.zxing.qrcode.detector.Detector;
import com.google.zxing.qrcode.encoder.QRCode;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;

/** A QR code (ISO/IEC 18004) as its modules, row by row. */
public final class QrCode {
    /** Light modules all round, as ISO/IEC 18004 has it: whatever stands beside must not be taken for a part of it. */
    private static final int QUIET_ZONE = 4;

    /** Points that a module is seen at: a code can be read at one size and not at the next. */
    private static final int[] SEEN = {3, 4, 5, 7, 8};

    private QrCode() {}

    /**
     * Readers widely used in telephones find their way in a code by patterns that what it says can resemble: about one
     * in 400 they cannot read, however sharp. Such a one is masked in another way, which says the same.
     *
     * @throws Refused if the text is longer than a code holds
     */
    public static BitMatrix of(String text) {
        BitMatrix usual = masked(text, Map.of());
        return isRead(usual)
                ? usual
                : IntStream.range(0, QRCode.NUM_MASK_PATTERNS)
                        .mapToObj(mask -> masked(text, Map.of(EncodeHintType.QR_MASK_PATTERN, mask)))
                        .filter(QrCode::isRead)
                        .findFirst()
                        .orElse(usual);
    }

    private static BitMatrix masked(String text, Map<EncodeHintType, ?> mask) {
        Map<EncodeHintType, Object> hints = new EnumMap<>(EncodeHintType.class);
        hints.put(EncodeHintType.CHARACTER_SET, "UTF-8");
        hints.put(EncodeHintType.MARGIN, QUIET_ZONE);
        hints.put(EncodeHintType.ERROR_CORRECTION, ErrorCorrectionLevel.M);
        hints.putAll(mask);
        try {
            return new QRCodeWriter().encode(text, BarcodeFormat.QR_CODE, 0, 0, hints);
        } catch (WriterException tooLong) {
            throw new Refused("ticket.addressTooLong");
        }
    }

    private static boolean isRead(BitMatrix code) {
        return Arrays.stream(SEEN).allMatch(each -> isRead(code, each));
    }

    private static boolean isRead(BitMatrix code, int each) {
        BitMatrix seen = new BitMatrix(code.getWidth() * each, code.getHeight() * each);
        for (int y = 0; y < code.getHeight(); y++) {
            for (int x = 0; x < code.getWidth(); x++) {
                if (code.get(x, y)) {
                    seen.setRegion(x * each, y * each, each, each);
                }
            }
        }
        try {
            new Decoder().decode(new Detector(seen).detect().getBits());
            return true;
        } catch (ReaderException not) {
            return false;
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
