package app.gewerk.server.photo;

import com.sun.jna.Native;
import com.sun.jna.NativeLong;
import com.sun.jna.Pointer;
import com.sun.jna.ptr.IntByReference;
import com.sun.jna.ptr.NativeLongByReference;
import com.sun.jna.ptr.PointerByReference;
import java.awt.image.BufferedImage;
import java.awt.image.DataBufferByte;
import java.nio.ByteBuffer;
import java.util.Optional;

/**
 * TurboJPEG of Debian's packages, where the machine has it: it unpacks a picture at the size that is needed, in half of
 * the time the JDK's reader takes for all of it, and packs one in a sixth. Whatever it does not do, the JDK does.
 *
 * @param file what it is to unpack
 * @param grey whether it has no colours
 */
record TurboJpeg(ByteBuffer file, int width, int height, boolean grey) {
    private static final String LIBRARY = "libturbojpeg.so.0";

    /** Blue, green, red: as {@link BufferedImage#TYPE_3BYTE_BGR} has them. */
    private static final int BGR = 1;

    /** Of the numbers for colours: below it are those of light, above it those of print. */
    private static final int GREY = 2;

    /** Of the numbers for sampling: one point of colour for two by two, as the JDK packs. */
    private static final int TWO_BY_TWO = 2;

    private static final int FATAL = 1;
    private static final int EIGHTHS = 8;
    private static final double NEAR_ENOUGH = 0.95;

    /** Its functions, by the names and in the order of arguments of its header, version 2. */
    private static final class Calls {
        static final boolean THERE = bound();

        private static boolean bound() {
            try {
                Native.register(Calls.class, LIBRARY);
                return true;
            } catch (LinkageError without) {
                return false;
            }
        }

        static native Pointer tjInitDecompress();

        static native Pointer tjInitCompress();

        static native int tjDestroy(Pointer handle);

        static native int tjGetErrorCode(Pointer handle);

        static native int tjDecompressHeader3(
                Pointer handle,
                ByteBuffer file,
                NativeLong size,
                IntByReference width,
                IntByReference height,
                IntByReference sampling,
                IntByReference colours);

        static native int tjDecompress2(
                Pointer handle,
                ByteBuffer file,
                NativeLong size,
                byte[] points,
                int width,
                int pitch,
                int height,
                int format,
                int flags);

        static native int tjCompress2(
                Pointer handle,
                byte[] points,
                int width,
                int pitch,
                int height,
                int format,
                PointerByReference file,
                NativeLongByReference size,
                int sampling,
                int quality,
                int flags);

        static native void tjFree(Pointer buffer);
    }

    /** Whether this machine has it; found out once, when the first photograph comes. */
    static boolean isThere() {
        return Calls.THERE;
    }

    /**
     * What it says of a file before it unpacks it.
     *
     * @param file a direct buffer, from its start
     * @return nothing for other colours (those of print), for what it cannot read, and where the library is missing
     */
    static Optional<TurboJpeg> of(ByteBuffer file) {
        if (!isThere()) {
            return Optional.empty();
        }
        Pointer handle = Calls.tjInitDecompress();
        try {
            IntByReference width = new IntByReference();
            IntByReference height = new IntByReference();
            IntByReference colours = new IntByReference();
            int failed = Calls.tjDecompressHeader3(
                    handle, file, new NativeLong(file.limit()), width, height, new IntByReference(), colours);
            // A file of tables alone is read without an error, and has no size.
            boolean picture = failed == 0 && width.getValue() > 0 && height.getValue() > 0;
            return picture && colours.getValue() <= GREY
                    ? Optional.of(new TurboJpeg(file, width.getValue(), height.getValue(), colours.getValue() == GREY))
                    : Optional.empty();
        } finally {
            Calls.tjDestroy(handle);
        }
    }

    /**
     * The picture in as many eighths of its size as bring its longer side to the one wanted or a little below;
     * otherwise in the fewest that leave it longer, or as it is. What is broken in a way that leaves a picture is left.
     *
     * @return {@link BufferedImage#TYPE_3BYTE_BGR}; nothing when it cannot be read after all
     */
    Optional<BufferedImage> unpacked(int longestSide) {
        int longer = Math.max(width, height);
        int below = Math.min(EIGHTHS, longestSide * EIGHTHS / longer);
        boolean nearEnough = longer * below >= NEAR_ENOUGH * longestSide * EIGHTHS;
        int eighths = nearEnough ? below : Math.min(EIGHTHS, below + 1);
        int w = Math.ceilDiv(width * eighths, EIGHTHS);
        int h = Math.ceilDiv(height * eighths, EIGHTHS);
        BufferedImage picture = new BufferedImage(w, h, BufferedImage.TYPE_3BYTE_BGR);
        Pointer handle = Calls.tjInitDecompress();
        try {
            int failed = Calls.tjDecompress2(
                    handle, file, new NativeLong(file.limit()), points(picture), w, 3 * w, h, BGR, 0);
            boolean lost = failed != 0 && Calls.tjGetErrorCode(handle) == FATAL;
            return lost ? Optional.empty() : Optional.of(picture);
        } finally {
            Calls.tjDestroy(handle);
        }
    }

    /**
     * @param picture {@link BufferedImage#TYPE_3BYTE_BGR}
     * @param quality of 100
     * @return nothing where the library is missing or has no room
     */
    static Optional<byte[]> packed(BufferedImage picture, int quality) {
        if (!isThere()) {
            return Optional.empty();
        }
        Pointer handle = Calls.tjInitCompress();
        PointerByReference file = new PointerByReference();
        NativeLongByReference size = new NativeLongByReference();
        try {
            int w = picture.getWidth();
            int h = picture.getHeight();
            int done = Calls.tjCompress2(handle, points(picture), w, 3 * w, h, BGR, file, size, TWO_BY_TWO, quality, 0);
            return done == 0
                    ? Optional.of(
                            file.getValue().getByteArray(0, size.getValue().intValue()))
                    : Optional.empty();
        } finally {
            if (file.getValue() != null) {
                Calls.tjFree(file.getValue());
            }
            Calls.tjDestroy(handle);
        }
    }

    private static byte[] points(BufferedImage picture) {
        return ((DataBufferByte) picture.getRaster().getDataBuffer()).getData();
    }
}
