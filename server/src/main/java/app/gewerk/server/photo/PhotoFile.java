package app.gewerk.server.photo;

import app.gewerk.core.words.Refused;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.color.CMMException;
import java.awt.color.ColorSpace;
import java.awt.color.ICC_ColorSpace;
import java.awt.color.ICC_Profile;
import java.awt.geom.AffineTransform;
import java.awt.image.AffineTransformOp;
import java.awt.image.BufferedImage;
import java.awt.image.ColorConvertOp;
import java.awt.image.DataBuffer;
import java.awt.image.SampleModel;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageReadParam;
import javax.imageio.ImageReader;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.stream.FileImageInputStream;
import javax.imageio.stream.ImageInputStream;
import javax.imageio.stream.MemoryCacheImageOutputStream;

/**
 * An uploaded picture made safe: looked at by its content, not its name; its size read before it is unpacked; turned as
 * its EXIF says; written anew as JPEG, so that nothing of the old file (place, camera, whatever hides in it) is kept.
 *
 * @param jpeg at most {@value #LONGEST_SIDE} points on its longer side
 * @param thumbnail at most {@value #THUMBNAIL_SIDE}
 */
record PhotoFile(byte[] jpeg, byte[] thumbnail, int width, int height) {
    static final int LARGEST_BYTES = 25 * 1024 * 1024;
    static final int LONGEST_SIDE = 2560;
    static final int THUMBNAIL_SIDE = 320;
    static final int QUALITY = 86;
    private static final int LARGEST_SIDE = 20_000;
    private static final long MOST_POINTS = 64_000_000;

    /** Unpacked at once; of larger pictures only every second, third … row and column is unpacked. */
    private static final double UNPACKED_BYTES = 38_000_000;

    /** A picture built up in passes is kept whole while that goes on, and every pass goes over all of it. */
    private static final long MOST_COEFFICIENT_BYTES = 45_000_000;

    private static final long MOST_PASSED_BYTES = 300_000_000;

    /** Pictures wait on disk while they come in, however slowly; unpacked they are one at a time. */
    private static final Semaphore COMING_IN = new Semaphore(24);

    private static final Semaphore UNPACKING = new Semaphore(1);
    private static final int WAIT_S = 30;

    /**
     * Takes in one file: whole onto the disk first, then in its turn unpacked.
     *
     * @throws Refused saying what is wrong with it and what to do
     */
    static PhotoFile of(InputStream upload) {
        if (!COMING_IN.tryAcquire()) {
            throw new Refused("photo.manyComing");
        }
        try {
            Path waiting = Files.createTempFile("gewerk-photo", ".upload");
            try {
                long size = kept(upload, waiting);
                if (size > LARGEST_BYTES) {
                    throw new Refused("photo.tooLarge");
                }
                return inTurn(waiting);
            } finally {
                Files.deleteIfExists(waiting);
            }
        } catch (IOException lost) {
            throw new Refused("photo.notWhole");
        } finally {
            COMING_IN.release();
        }
    }

    private static long kept(InputStream upload, Path waiting) throws IOException {
        byte[] piece = new byte[64 * 1024];
        long size = 0;
        try (OutputStream disk = Files.newOutputStream(waiting)) {
            int read = upload.read(piece);
            while (read >= 0 && size <= LARGEST_BYTES) {
                disk.write(piece, 0, read);
                size += read;
                read = upload.read(piece);
            }
        }
        return size;
    }

    private static PhotoFile inTurn(Path file) throws IOException {
        try {
            if (!UNPACKING.tryAcquire(WAIT_S, TimeUnit.SECONDS)) {
                throw new Refused("photo.manyWaiting");
            }
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
            throw new IOException(stopped);
        }
        try (FileChannel channel = FileChannel.open(file)) {
            ByteBuffer bytes = channel.map(FileChannel.MapMode.READ_ONLY, 0, channel.size());
            return of(bytes, file);
        } finally {
            UNPACKING.release();
        }
    }

    private static PhotoFile of(ByteBuffer bytes, Path file) {
        if (bytes.limit() == 0) {
            throw new Refused("photo.empty");
        }
        String format = format(bytes);
        int orientation = 1;
        Optional<BufferedImage> quick = Optional.empty();
        if (format.equals("jpeg")) {
            JpegMarkers markers = JpegMarkers.of(bytes);
            if (!markers.whole()) {
                throw new Refused("photo.cutOff");
            }
            boolean tooMuch = markers.coefficientBytes() > MOST_COEFFICIENT_BYTES
                    || markers.scans() * markers.coefficientBytes() > MOST_PASSED_BYTES;
            if (markers.scans() > 1 && tooMuch) {
                throw new Refused("photo.passes");
            }
            orientation = markers.orientation();
            quick = quicklyUnpacked(bytes, markers.profile());
        } else if (!endsAsPng(bytes)) {
            throw new Refused("photo.cutOff");
        }
        BufferedImage picture = turned(quick.orElseGet(() -> unpacked(file, format)), orientation);
        // Beside each other: both only read the picture.
        CompletableFuture<byte[]> thumbnail =
                CompletableFuture.supplyAsync(() -> packed(scaled(picture, THUMBNAIL_SIDE)));
        return new PhotoFile(packed(picture), thumbnail.join(), picture.getWidth(), picture.getHeight());
    }

    /** Goes from chunk to chunk (ISO/IEC 15948) to the one that ends the picture. */
    private static boolean endsAsPng(ByteBuffer file) {
        long at = 8;
        while (at + 12 <= file.limit()) {
            long length = file.getInt((int) at) & 0xFFFFFFFFL;
            if (file.getInt((int) at + 4) == 0x49454E44) {
                return true;
            }
            at += 12 + length;
        }
        return false;
    }

    private static String format(ByteBuffer file) {
        if (startsWith(file, 0xFF, 0xD8, 0xFF)) {
            return "jpeg";
        }
        if (startsWith(file, 0x89, 'P', 'N', 'G', 0x0D, 0x0A, 0x1A, 0x0A)) {
            return "png";
        }
        boolean heif = file.limit() > 12 && file.getInt(4) == 0x66747970;
        throw new Refused(heif ? "photo.phoneForm" : "photo.notAPhotograph");
    }

    private static boolean startsWith(ByteBuffer file, int... magic) {
        if (file.limit() < magic.length) {
            return false;
        }
        for (int i = 0; i < magic.length; i++) {
            if ((file.get(i) & 0xFF) != magic[i]) {
                return false;
            }
        }
        return true;
    }

    /** Nothing where the JDK's readers are to be asked: without TurboJPEG, and for what is rare. */
    static Optional<BufferedImage> quicklyUnpacked(ByteBuffer file, List<ByteBuffer> profile) {
        Optional<TurboJpeg> read = TurboJpeg.of(file);
        read.ifPresent(picture -> requireSize(picture.width(), picture.height()));
        return read.filter(picture -> profile.isEmpty() || (profile.size() == 1 && !picture.grey()))
                .flatMap(picture -> picture.unpacked(LONGEST_SIDE))
                .map(picture -> scaled(picture, LONGEST_SIDE))
                .flatMap(picture ->
                        profile.isEmpty() ? Optional.of(picture) : inPlainColours(picture, profile.getFirst()));
    }

    private static void requireSize(int width, int height) {
        if (width > LARGEST_SIDE || height > LARGEST_SIDE || (long) width * height > MOST_POINTS) {
            throw new Refused("photo.points", "width", width, "height", height);
        }
    }

    /** From the colours of its profile to those every screen takes for granted; nothing when it is none of three colours. */
    private static Optional<BufferedImage> inPlainColours(BufferedImage picture, ByteBuffer profile) {
        byte[] bytes = new byte[profile.limit()];
        profile.get(0, bytes);
        try {
            ICC_ColorSpace colours = new ICC_ColorSpace(ICC_Profile.getInstance(bytes));
            if (colours.getNumComponents() != 3) {
                return Optional.empty();
            }
            BufferedImage plain =
                    new BufferedImage(picture.getWidth(), picture.getHeight(), BufferedImage.TYPE_3BYTE_BGR);
            new ColorConvertOp(colours, ColorSpace.getInstance(ColorSpace.CS_sRGB), null)
                    .filter(picture.getRaster(), plain.getRaster());
            return Optional.of(plain);
        } catch (IllegalArgumentException | CMMException unreadable) {
            return Optional.empty();
        }
    }

    /** Unpacked no larger than needed: rows and columns are skipped while reading, text and colour chunks not touched. */
    static BufferedImage unpacked(Path file, String format) {
        for (ImageReader reader : readers(format)) {
            Optional<BufferedImage> picture = unpacked(file, reader);
            if (picture.isPresent()) {
                return picture.get();
            }
        }
        throw new Refused("photo.damaged");
    }

    /** The JDK's own first; the other one knows the four inks of a printer's scan, which the JDK's does not. */
    private static List<ImageReader> readers(String format) {
        List<ImageReader> all = new ArrayList<>();
        ImageIO.getImageReadersByFormatName(format).forEachRemaining(all::add);
        all.sort(Comparator.comparing(reader -> !reader.getClass().getName().startsWith("com.sun.")));
        return all;
    }

    /** Nothing when this reader does not know its colours. */
    private static Optional<BufferedImage> unpacked(Path file, ImageReader reader) {
        try (ImageInputStream in = new FileImageInputStream(file.toFile())) {
            reader.setInput(in, true, true);
            int width = reader.getWidth(0);
            int height = reader.getHeight(0);
            requireSize(width, height);
            if (!reader.getImageTypes(0).hasNext()) {
                return Optional.empty();
            }
            ImageReadParam how = reader.getDefaultReadParam();
            int skip = (int) Math.ceil(Math.sqrt(width * (double) height * bytesAPoint(reader) / UNPACKED_BYTES));
            how.setSourceSubsampling(skip, skip, 0, 0);
            return Optional.of(opaque(scaled(reader.read(0, how), LONGEST_SIDE)));
        } catch (IOException | IllegalStateException | IndexOutOfBoundsException | NegativeArraySizeException broken) {
            throw new Refused("photo.damaged");
        } finally {
            reader.dispose();
        }
    }

    private static double bytesAPoint(ImageReader reader) throws IOException {
        SampleModel samples = reader.getImageTypes(0).next().getSampleModel();
        return samples.getNumBands() * DataBuffer.getDataTypeSize(samples.getDataType()) / 8.0;
    }

    /** The eight orientations of EXIF (tag 274). */
    private static BufferedImage turned(BufferedImage picture, int orientation) {
        if (orientation < 2 || orientation > 8) {
            return picture;
        }
        int w = picture.getWidth();
        int h = picture.getHeight();
        AffineTransform turn = switch (orientation) {
            case 2 -> new AffineTransform(-1, 0, 0, 1, w, 0);
            case 3 -> new AffineTransform(-1, 0, 0, -1, w, h);
            case 4 -> new AffineTransform(1, 0, 0, -1, 0, h);
            case 5 -> new AffineTransform(0, 1, 1, 0, 0, 0);
            case 6 -> new AffineTransform(0, 1, -1, 0, h, 0);
            case 7 -> new AffineTransform(0, -1, -1, 0, h, w);
            default -> new AffineTransform(0, -1, 1, 0, 0, w);
        };
        boolean sideways = orientation >= 5;
        return drawn(picture, sideways ? h : w, sideways ? w : h, turn);
    }

    private static BufferedImage scaled(BufferedImage picture, int longestSide) {
        BufferedImage now = picture;
        while (Math.max(now.getWidth(), now.getHeight()) > longestSide) {
            double factor = Math.max(0.5, longestSide / (double) Math.max(now.getWidth(), now.getHeight()));
            int w = Math.max(1, (int) Math.round(now.getWidth() * factor));
            int h = Math.max(1, (int) Math.round(now.getHeight() * factor));
            now = drawn(
                    now,
                    w,
                    h,
                    AffineTransform.getScaleInstance(w / (double) now.getWidth(), h / (double) now.getHeight()));
        }
        return now;
    }

    /** Transparent, grey and indexed pictures as plain colours on white, which is all that a JPEG holds. */
    private static BufferedImage opaque(BufferedImage picture) {
        boolean plain = picture.getType() == BufferedImage.TYPE_3BYTE_BGR;
        return plain ? picture : drawn(picture, picture.getWidth(), picture.getHeight(), new AffineTransform());
    }

    private static BufferedImage drawn(BufferedImage picture, int width, int height, AffineTransform how) {
        BufferedImage out = new BufferedImage(width, height, BufferedImage.TYPE_3BYTE_BGR);
        if (picture.getType() == out.getType()) {
            // Half as long as drawing, which would have nothing to lay on white here.
            return new AffineTransformOp(how, AffineTransformOp.TYPE_BILINEAR).filter(picture, out);
        }
        Graphics2D pen = out.createGraphics();
        pen.setColor(Color.WHITE);
        pen.fillRect(0, 0, width, height);
        pen.setRenderingHint(RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BILINEAR);
        pen.drawImage(picture, how, null);
        pen.dispose();
        return out;
    }

    private static byte[] packed(BufferedImage picture) {
        return TurboJpeg.packed(picture, QUALITY).orElseGet(() -> packedByTheJdk(picture));
    }

    static byte[] packedByTheJdk(BufferedImage picture) {
        ImageWriter writer = ImageIO.getImageWritersByFormatName("jpeg").next();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (MemoryCacheImageOutputStream stream = new MemoryCacheImageOutputStream(out)) {
            writer.setOutput(stream);
            ImageWriteParam how = writer.getDefaultWriteParam();
            how.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
            how.setCompressionQuality(QUALITY / 100f);
            writer.write(null, new IIOImage(picture, null, null), how);
            stream.flush();
            return out.toByteArray();
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        } finally {
            writer.dispose();
        }
    }
}
