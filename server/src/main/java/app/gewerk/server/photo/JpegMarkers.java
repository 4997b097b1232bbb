package app.gewerk.server.photo;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;

/**
 * What a JPEG's markers say before anything is unpacked (ISO/IEC 10918-1, annex B; EXIF for the orientation).
 *
 * @param scans passes over the picture it is built up from
 * @param coefficientBytes what a picture of several scans takes while it is built up: two bytes a coefficient
 * @param whole whether its end is there
 * @param orientation EXIF tag 274, 1 to 8; 1 when it says nothing
 * @param profile the pieces of its ICC profile, as they stand in it (ICC.1, annex B.4)
 */
record JpegMarkers(int scans, long coefficientBytes, boolean whole, int orientation, List<ByteBuffer> profile) {
    private static final int START_OF_SCAN = 0xDA;
    private static final int END_OF_IMAGE = 0xD9;
    private static final int APP1 = 0xE1;
    private static final int APP2 = 0xE2;
    private static final int ORIENTATION = 274;
    private static final byte[] EXIF = "Exif\0\0".getBytes(StandardCharsets.US_ASCII);
    private static final byte[] ICC = "ICC_PROFILE\0".getBytes(StandardCharsets.US_ASCII);
    /** Which piece of how many stands behind the name. */
    private static final int ICC_PIECE = ICC.length + 2;

    /** @param file begins with the start of an image */
    static JpegMarkers of(ByteBuffer file) {
        int scans = 0;
        long coefficients = 0;
        int orientation = 1;
        List<ByteBuffer> profile = new ArrayList<>();
        int at = 2;
        while (at + 1 < file.limit()) {
            if (unsigned(file, at) != 0xFF) {
                at++;
                continue;
            }
            int marker = unsigned(file, at + 1);
            if (marker == END_OF_IMAGE) {
                return new JpegMarkers(scans, coefficients, true, orientation, profile);
            }
            boolean alone = marker == 0 || marker == 0xFF || marker == 1 || (marker >= 0xD0 && marker <= 0xD8);
            if (alone) {
                at += marker == 0xFF ? 1 : 2;
                continue;
            }
            if (at + 4 > file.limit()) {
                break;
            }
            int length = Math.max(2, file.getShort(at + 2) & 0xFFFF);
            ByteBuffer segment = file.slice(at + 4, Math.clamp(file.limit() - at - 4L, 0, length - 2));
            if (marker == START_OF_SCAN) {
                scans++;
            } else if (frame(marker)) {
                coefficients = Math.max(coefficients, 2 * coefficients(segment));
            } else if (marker == APP1 && orientation == 1) {
                orientation = orientation(segment);
            } else if (marker == APP2 && segment.limit() > ICC_PIECE && startsWith(segment, ICC)) {
                profile.add(segment.slice(ICC_PIECE, segment.limit() - ICC_PIECE));
            }
            at += 2 + length;
        }
        return new JpegMarkers(scans, coefficients, false, orientation, profile);
    }

    private static boolean startsWith(ByteBuffer segment, byte[] name) {
        return segment.slice(0, name.length).equals(ByteBuffer.wrap(name));
    }

    private static int unsigned(ByteBuffer file, int at) {
        return file.get(at) & 0xFF;
    }

    private static boolean frame(int marker) {
        return marker >= 0xC0 && marker <= 0xCF && marker != 0xC4 && marker != 0xC8 && marker != 0xCC;
    }

    private static long coefficients(ByteBuffer frame) {
        if (frame.limit() < 6) {
            return 0;
        }
        long points = (long) (frame.getShort(1) & 0xFFFF) * (frame.getShort(3) & 0xFFFF);
        int components = Math.min(unsigned(frame, 5), (frame.limit() - 6) / 3);
        int most = 1;
        int sum = 0;
        for (int i = 0; i < components; i++) {
            int sampling = unsigned(frame, 7 + 3 * i);
            int share = (sampling >> 4) * (sampling & 15);
            most = Math.max(most, share);
            sum += share;
        }
        return points * sum / most;
    }

    private static int orientation(ByteBuffer segment) {
        int tiff = EXIF.length;
        if (segment.limit() < tiff + 8 || !startsWith(segment, EXIF)) {
            return 1;
        }
        segment.order(segment.get(tiff) == 'I' ? ByteOrder.LITTLE_ENDIAN : ByteOrder.BIG_ENDIAN);
        long directory = tiff + (segment.getInt(tiff + 4) & 0xFFFFFFFFL);
        if (directory + 2 > segment.limit()) {
            return 1;
        }
        int entries = segment.getShort((int) directory) & 0xFFFF;
        for (int i = 0; i < entries; i++) {
            long entry = directory + 2 + 12L * i;
            if (entry + 12 > segment.limit()) {
                return 1;
            }
            if ((segment.getShort((int) entry) & 0xFFFF) == ORIENTATION) {
                return Math.clamp(segment.getShort((int) entry + 8), 1, 8);
            }
        }
        return 1;
    }
}
