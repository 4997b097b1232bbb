package app.gewerk.server.photo;

import static org.assertj.core.api.Assertions.assertThat;

import app.gewerk.core.words.Refused;
import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.color.ColorSpace;
import java.awt.color.ICC_Profile;
import java.awt.geom.Ellipse2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** TurboJPEG held against the JDK's reader and writer, which take its place where it is missing. */
class PhotoFileTest {
    @TempDir
    private Path folder;

    private static ByteBuffer direct(byte[] file) {
        return ByteBuffer.allocateDirect(file.length).put(file).flip();
    }

    private static Optional<BufferedImage> quickly(byte[] file) {
        ByteBuffer bytes = direct(file);
        return PhotoFile.quicklyUnpacked(bytes, JpegMarkers.of(bytes).profile());
    }

    private BufferedImage byTheJdk(byte[] file) throws IOException {
        return PhotoFile.unpacked(Files.write(folder.resolve("picture.jpg"), file), "jpeg");
    }

    /** Of 255, over all points and the three colours. */
    private static double meanDifference(BufferedImage one, BufferedImage other) {
        assertThat(other.getWidth()).isEqualTo(one.getWidth());
        assertThat(other.getHeight()).isEqualTo(one.getHeight());
        long sum = 0;
        for (int y = 0; y < one.getHeight(); y++) {
            for (int x = 0; x < one.getWidth(); x++) {
                Color a = new Color(one.getRGB(x, y));
                Color b = new Color(other.getRGB(x, y));
                sum += Math.abs(a.getRed() - b.getRed())
                        + Math.abs(a.getGreen() - b.getGreen())
                        + Math.abs(a.getBlue() - b.getBlue());
            }
        }
        return sum / (3.0 * one.getWidth() * one.getHeight());
    }

    /** Rings with soft edges on a slope of colour, as sharp as a lens has them. */
    private static BufferedImage rings(int width, int height) {
        BufferedImage picture = new BufferedImage(width, height, BufferedImage.TYPE_3BYTE_BGR);
        for (int y = 0; y < height; y++) {
            for (int x = 0; x < width; x++) {
                picture.setRGB(x, y, new Color(255 * x / width, 120, 255 * y / height).getRGB());
            }
        }
        Graphics2D pen = picture.createGraphics();
        pen.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
        pen.setStroke(new BasicStroke(width / 50f));
        pen.setColor(Color.WHITE);
        for (int i = 1; i < 10; i++) {
            double r = i * width / 20.0;
            pen.draw(new Ellipse2D.Double(width / 2.0 - r, height / 2.0 - r, 2 * r, 2 * r));
        }
        pen.dispose();
        return picture;
    }

    private static byte[] withProfile(byte[] jpeg, int pieces) throws IOException {
        byte[] profile = ICC_Profile.getInstance(ColorSpace.CS_LINEAR_RGB).getData();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        DataOutputStream data = new DataOutputStream(out);
        data.write(jpeg, 0, 2);
        int each = Math.ceilDiv(profile.length, pieces);
        for (int i = 0; i < pieces; i++) {
            int length = Math.min(each, profile.length - i * each);
            data.writeShort(0xFFE2);
            data.writeShort(2 + 14 + length);
            data.write("ICC_PROFILE\0".getBytes(StandardCharsets.US_ASCII));
            data.writeByte(i + 1);
            data.writeByte(pieces);
            data.write(profile, i * each, length);
        }
        data.write(jpeg, 2, jpeg.length - 2);
        return out.toByteArray();
    }

    @Test
    void theTestsRunWithIt() {
        assertThat(TurboJpeg.isThere()).isTrue();
    }

    /** Written by ImageMagick: colours for two by two points, in passes, with restarts, and without colours. */
    @ParameterizedTest
    @ValueSource(strings = {"two-by-two", "in-passes", "every-point", "grey"})
    void itUnpacksWhatTheJdkUnpacks(String name) throws IOException {
        byte[] file =
                getClass().getResourceAsStream("/pictures/" + name + ".jpg").readAllBytes();
        assertThat(meanDifference(quickly(file).orElseThrow(), byTheJdk(file))).isLessThan(0.5);
    }

    @ParameterizedTest
    @CsvSource({"2560, 2560", "2600, 2560", "4000, 2500", "3300, 2475", "3700, 2560", "5712, 2560", "8000, 2560"})
    void aLargePictureIsBroughtDown(int width, int kept) throws IOException {
        BufferedImage drawn = rings(width, width / 8);
        BufferedImage quick = quickly(PhotoFile.packedByTheJdk(drawn)).orElseThrow();
        assertThat(quick.getWidth()).isEqualTo(kept);
        assertThat(meanDifference(quick, rings(kept, quick.getHeight()))).isLessThan(2);
    }

    @Test
    void coloursOfAProfileBecomePlainOnes() throws IOException {
        byte[] plain = PhotoFile.packedByTheJdk(rings(300, 200));
        byte[] file = withProfile(plain, 1);
        BufferedImage quick = quickly(file).orElseThrow();
        assertThat(meanDifference(quick, byTheJdk(file))).isLessThan(1);
        assertThat(meanDifference(quick, byTheJdk(plain))).isGreaterThan(30);
    }

    @Test
    void whatIsRareIsLeftToTheJdk() throws IOException {
        byte[] plain = PhotoFile.packedByTheJdk(rings(300, 200));
        byte[] inks = getClass().getResourceAsStream("/pictures/cmyk.jpg").readAllBytes();
        byte[] grey = getClass().getResourceAsStream("/pictures/grey.jpg").readAllBytes();
        for (byte[] file : List.of(withProfile(plain, 3), inks, withProfile(grey, 1), new byte[] {1, 2, 3})) {
            assertThat(quickly(file)).isEmpty();
        }
    }

    @Test
    void whatItPacksIsAsGoodAndAsSmallAsWhatTheJdkPacks() throws IOException {
        BufferedImage picture = rings(640, 480);
        byte[] quick = TurboJpeg.packed(picture, PhotoFile.QUALITY).orElseThrow();
        byte[] slow = PhotoFile.packedByTheJdk(picture);
        double lost = meanDifference(picture, ImageIO.read(new ByteArrayInputStream(quick)));
        assertThat(lost).isLessThan(1.1 * meanDifference(picture, ImageIO.read(new ByteArrayInputStream(slow))));
        assertThat(quick.length).isLessThan((int) (1.1 * slow.length));
    }

    /** With bytes changed, in its head or anywhere, it is a picture or refused in words. */
    @Test
    void aDamagedFileIsAPictureOrRefused() {
        Random random = new Random(41);
        byte[] whole = PhotoFile.packedByTheJdk(rings(320, 240));
        int pictures = 0;
        int refused = 0;
        for (int i = 0; i < 400; i++) {
            byte[] file = whole.clone();
            for (int k = random.nextInt(1, 12); k > 0; k--) {
                int where = i % 2 == 0 ? random.nextInt(2, 620) : random.nextInt(2, file.length);
                file[where] = (byte) random.nextInt(256);
            }
            try {
                PhotoFile kept = PhotoFile.of(new ByteArrayInputStream(file));
                assertThat(ImageIO.read(new ByteArrayInputStream(kept.jpeg())).getWidth())
                        .isEqualTo(kept.width());
                pictures++;
            } catch (Refused inWords) {
                refused++;
            } catch (IOException unreadable) {
                throw new AssertionError("What was kept cannot be read", unreadable);
            }
        }
        assertThat(pictures).isGreaterThan(100);
        assertThat(refused).isGreaterThan(50);
    }
}
