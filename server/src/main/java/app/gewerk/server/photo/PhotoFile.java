package app.gewerk.server.photo;

import com.drew.imaging.ImageMetadataReader;
import com.drew.imaging.ImageProcessingException;
import com.drew.metadata.MetadataException;
import com.drew.metadata.exif.ExifIFD0Directory;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.AffineTransform;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.Iterator;
import java.util.concurrent.Semaphore;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageReadParam;
import javax.imageio.ImageReader;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
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
    private static final int LARGEST_SIDE = 20_000;
    private static final long MOST_POINTS = 64_000_000;

    /** Unpacked points at once; of larger pictures only every second, third … row and column is unpacked. */
    private static final double UNPACKED_POINTS = 12_500_000;

    /** Pictures take memory while they come in, and more while they are unpacked. */
    private static final Semaphore COMING_IN = new Semaphore(2);

    private static final Semaphore UNPACKING = new Semaphore(1);

    /**
     * Takes in one file, two at a time, so that many phones at once cannot fill the memory.
     *
     * @throws IllegalArgumentException saying what is wrong with it and what to do
     */
    static PhotoFile of(InputStream upload) {
        COMING_IN.acquireUninterruptibly();
        try {
            return of(upload.readNBytes(LARGEST_BYTES + 1));
        } catch (IOException lost) {
            throw new IllegalArgumentException("The photograph did not arrive whole. Send it again", lost);
        } finally {
            COMING_IN.release();
        }
    }

    /** @throws IllegalArgumentException saying what is wrong with it and what to do */
    static PhotoFile of(byte[] upload) {
        if (upload.length == 0) {
            throw new IllegalArgumentException("The file is empty. Take the photograph again");
        }
        if (upload.length > LARGEST_BYTES) {
            throw new IllegalArgumentException(
                    "A photograph may have up to 25 MB. Set the camera to a smaller picture, or send it as JPEG");
        }
        String format = format(upload);
        UNPACKING.acquireUninterruptibly();
        try {
            BufferedImage picture = turned(unpacked(upload, format), orientation(upload));
            return new PhotoFile(
                    jpeg(picture), jpeg(scaled(picture, THUMBNAIL_SIDE)), picture.getWidth(), picture.getHeight());
        } finally {
            UNPACKING.release();
        }
    }

    private static String format(byte[] file) {
        if (startsWith(file, 0xFF, 0xD8, 0xFF)) {
            return "jpeg";
        }
        if (startsWith(file, 0x89, 'P', 'N', 'G', 0x0D, 0x0A, 0x1A, 0x0A)) {
            return "png";
        }
        boolean heif = file.length > 12 && file[4] == 'f' && file[5] == 't' && file[6] == 'y' && file[7] == 'p';
        throw new IllegalArgumentException(
                heif
                        ? "This phone saves its pictures in a form that is not read here. Set its camera to JPEG (often called \"most compatible\")"
                        : "This is not a photograph, whatever its name says. JPEG and PNG pictures are taken");
    }

    private static boolean startsWith(byte[] file, int... magic) {
        if (file.length < magic.length) {
            return false;
        }
        for (int i = 0; i < magic.length; i++) {
            if ((file[i] & 0xFF) != magic[i]) {
                return false;
            }
        }
        return true;
    }

    /** Unpacked no larger than needed: rows and columns are skipped while reading, text and colour chunks not touched. */
    private static BufferedImage unpacked(byte[] file, String format) {
        Iterator<ImageReader> readers = ImageIO.getImageReadersByFormatName(format);
        ImageReader reader = readers.next();
        try (ImageInputStream in = ImageIO.createImageInputStream(new ByteArrayInputStream(file))) {
            reader.setInput(in, true, true);
            int width = reader.getWidth(0);
            int height = reader.getHeight(0);
            if (width > LARGEST_SIDE || height > LARGEST_SIDE || (long) width * height > MOST_POINTS) {
                throw new IllegalArgumentException("This picture is " + width + " × " + height
                        + " points; up to 64 million are taken. Set the camera to a smaller picture");
            }
            ImageReadParam how = reader.getDefaultReadParam();
            int skip = (int) Math.ceil(Math.sqrt(width * (double) height / UNPACKED_POINTS));
            how.setSourceSubsampling(skip, skip, 0, 0);
            return scaled(reader.read(0, how), LONGEST_SIDE);
        } catch (IOException | IllegalStateException | IndexOutOfBoundsException | NegativeArraySizeException broken) {
            throw new IllegalArgumentException("This picture is damaged and cannot be opened. Send it again", broken);
        } finally {
            reader.dispose();
        }
    }

    private static int orientation(byte[] file) {
        try {
            ExifIFD0Directory exif = ImageMetadataReader.readMetadata(new ByteArrayInputStream(file))
                    .getFirstDirectoryOfType(ExifIFD0Directory.class);
            return exif != null && exif.containsTag(ExifIFD0Directory.TAG_ORIENTATION)
                    ? exif.getInt(ExifIFD0Directory.TAG_ORIENTATION)
                    : 1;
        } catch (ImageProcessingException | MetadataException | IOException | RuntimeException unreadable) {
            return 1;
        }
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

    private static BufferedImage drawn(BufferedImage picture, int width, int height, AffineTransform how) {
        BufferedImage out = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        Graphics2D pen = out.createGraphics();
        pen.setColor(Color.WHITE);
        pen.fillRect(0, 0, width, height);
        pen.setRenderingHint(RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BILINEAR);
        pen.drawImage(picture, how, null);
        pen.dispose();
        return out;
    }

    private static byte[] jpeg(BufferedImage picture) {
        ImageWriter writer = ImageIO.getImageWritersByFormatName("jpeg").next();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (MemoryCacheImageOutputStream stream = new MemoryCacheImageOutputStream(out)) {
            writer.setOutput(stream);
            ImageWriteParam how = writer.getDefaultWriteParam();
            how.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
            how.setCompressionQuality(0.86f);
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
