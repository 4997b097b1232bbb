package app.gewerk.server;

import static org.assertj.core.api.Assertions.assertThat;

import com.drew.imaging.ImageMetadataReader;
import jakarta.servlet.http.Cookie;
import java.awt.Color;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.lang.management.ManagementFactory;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.zip.CRC32;
import java.util.zip.DeflaterOutputStream;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.stream.MemoryCacheImageOutputStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.beans.factory.annotation.Autowired;
import tools.jackson.databind.JsonNode;

@ApiTest
class PhotoApiTest {
    @Autowired
    private Api api;

    private Cookie mara;
    private long job;

    @BeforeEach
    void aJobIsOpen() {
        mara = api.stepUp("Mara");
        job = api.job(mara, "sticks");
    }

    private Api.Answer send(String key, byte[] file) {
        return api.upload(mara, "/api/photo/" + job + "?key=" + key + "&step=takeIn&name=lid.jpg", file);
    }

    /** Red on the left third, blue right, taken 60 wide and 40 high. */
    private static BufferedImage picture(int width, int height) {
        BufferedImage picture = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        for (int x = 0; x < width; x++) {
            for (int y = 0; y < height; y++) {
                picture.setRGB(x, y, (x < width / 3 ? Color.RED : Color.BLUE).getRGB());
            }
        }
        return picture;
    }

    static byte[] jpeg(int width, int height) {
        return encoded(picture(width, height), "jpeg");
    }

    private static byte[] encoded(BufferedImage picture, String format) {
        try {
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            ImageIO.write(picture, format, out);
            return out.toByteArray();
        } catch (IOException failed) {
            throw new IllegalStateException(failed);
        }
    }

    /** A JPEG with an EXIF block (big-endian TIFF, tag 274) put after its start, and a place to be stripped (tag 270). */
    private static byte[] turnedJpeg(int orientation) throws IOException {
        byte[] jpeg = encoded(picture(60, 40), "jpeg");
        ByteArrayOutputStream exif = new ByteArrayOutputStream();
        DataOutputStream tiff = new DataOutputStream(exif);
        tiff.write("Exif\0\0MM".getBytes(java.nio.charset.StandardCharsets.US_ASCII));
        tiff.writeShort(42);
        tiff.writeInt(8);
        tiff.writeShort(2);
        tiff.writeShort(270);
        tiff.writeShort(2);
        tiff.writeInt(4);
        tiff.write("at\0\0".getBytes(java.nio.charset.StandardCharsets.US_ASCII));
        tiff.writeShort(274);
        tiff.writeShort(3);
        tiff.writeInt(1);
        tiff.writeShort(orientation);
        tiff.writeShort(0);
        tiff.writeInt(0);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        out.write(jpeg, 0, 2);
        out.write(0xFF);
        out.write(0xE1);
        out.write((exif.size() + 2) >> 8);
        out.write((exif.size() + 2) & 0xFF);
        out.write(exif.toByteArray());
        out.write(jpeg, 2, jpeg.length - 2);
        return out.toByteArray();
    }

    private BufferedImage kept(long id, String which) throws IOException {
        return ImageIO.read(new ByteArrayInputStream(api.bytes("/api/photo/" + job + "/" + id + "/" + which + ".jpg")));
    }

    private static boolean red(BufferedImage picture, double x, double y) {
        Color at = new Color(picture.getRGB((int) (x * picture.getWidth()), (int) (y * picture.getHeight())));
        return at.getRed() > 150 && at.getBlue() < 110;
    }

    /** Where the red (left as stored) comes to lie by each EXIF orientation: the standard's own table. */
    @ParameterizedTest
    @CsvSource({
        "1, 60, 40, 0.1, 0.5",
        "2, 60, 40, 0.9, 0.5",
        "3, 60, 40, 0.9, 0.5",
        "4, 60, 40, 0.1, 0.5",
        "5, 40, 60, 0.5, 0.1",
        "6, 40, 60, 0.5, 0.1",
        "7, 40, 60, 0.5, 0.9",
        "8, 40, 60, 0.5, 0.9"
    })
    void aPhotographStandsTheWayItWasHeld(int orientation, int width, int height, double x, double y)
            throws IOException {
        long id = send("turned-" + orientation, turnedJpeg(orientation))
                .body()
                .path("id")
                .asLong();
        BufferedImage picture = kept(id, "image");
        assertThat(picture.getWidth()).isEqualTo(width);
        assertThat(picture.getHeight()).isEqualTo(height);
        assertThat(red(picture, x, y)).isTrue();
        assertThat(red(picture, 1 - x, 1 - y)).isFalse();
    }

    @Test
    void nothingOfTheOldFilesWordsIsKept() throws Exception {
        byte[] before = turnedJpeg(6);
        assertThat(ImageMetadataReader.readMetadata(new ByteArrayInputStream(before))
                        .getDirectories())
                .anyMatch(d -> d.getName().startsWith("Exif"));
        long id = send("stripped-1", before).body().path("id").asLong();
        assertThat(ImageMetadataReader.readMetadata(
                                new ByteArrayInputStream(api.bytes("/api/photo/" + job + "/" + id + "/image.jpg")))
                        .getDirectories())
                .noneMatch(d -> d.getName().startsWith("Exif"));
    }

    @Test
    void aThumbnailIsMadeAndALargePictureIsBroughtDown() throws IOException {
        long id = send("large-picture", encoded(picture(6000, 4000), "png"))
                .body()
                .path("id")
                .asLong();
        assertThat(kept(id, "image").getWidth()).isLessThanOrEqualTo(2560).isGreaterThan(1900);
        assertThat(kept(id, "thumbnail").getWidth()).isEqualTo(320);
    }

    /** Written by ImageMagick in cyan, magenta, yellow and black; red on the left half, green on the right. */
    @Test
    void aScanInFourInksIsKeptInItsColours() throws IOException {
        byte[] scan = getClass().getResourceAsStream("/pictures/cmyk.jpg").readAllBytes();
        BufferedImage picture = kept(send("four-inks", scan).body().path("id").asLong(), "image");
        assertThat(picture.getWidth()).isEqualTo(60);
        Color left = new Color(picture.getRGB(10, 20));
        Color right = new Color(picture.getRGB(50, 20));
        assertThat(left.getRed()).isGreaterThan(left.getGreen() + 80).isGreaterThan(left.getBlue() + 80);
        assertThat(right.getGreen()).isGreaterThan(right.getRed() + 60).isGreaterThan(right.getBlue() + 40);
    }

    @Test
    void sentTwiceItIsKeptOnce() {
        byte[] file = encoded(picture(60, 40), "jpeg");
        assertThat(send("same-key-1", file).body().path("id"))
                .isEqualTo(send("same-key-1", file).body().path("id"));
        assertThat(api.get("/api/photo/" + job).body()).hasSize(1);
    }

    private static byte[] chunk(String type, byte[] data) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        DataOutputStream png = new DataOutputStream(out);
        png.writeInt(data.length);
        byte[] name = type.getBytes(java.nio.charset.StandardCharsets.US_ASCII);
        png.write(name);
        png.write(data);
        CRC32 sum = new CRC32();
        sum.update(name);
        sum.update(data);
        png.writeInt((int) sum.getValue());
        return out.toByteArray();
    }

    private static byte[] deflated(long zeros) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (DeflaterOutputStream deflate = new DeflaterOutputStream(out)) {
            byte[] block = new byte[1 << 16];
            for (long left = zeros; left > 0; left -= block.length) {
                deflate.write(block, 0, (int) Math.min(left, block.length));
            }
        }
        return out.toByteArray();
    }

    private static byte[] png(int width, int height, byte[]... chunks) throws IOException {
        ByteArrayOutputStream header = new ByteArrayOutputStream();
        DataOutputStream ihdr = new DataOutputStream(header);
        ihdr.writeInt(width);
        ihdr.writeInt(height);
        ihdr.write(new byte[] {8, 0, 0, 0, 0});
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        out.write(new byte[] {(byte) 0x89, 'P', 'N', 'G', 13, 10, 26, 10});
        out.write(chunk("IHDR", header.toByteArray()));
        for (byte[] one : chunks) {
            out.write(one);
        }
        out.write(chunk("IEND", new byte[0]));
        return out.toByteArray();
    }

    @Test
    void aPictureOf30000By30000IsRefusedInWords() throws IOException {
        byte[] huge = png(30_000, 30_000, chunk("IDAT", deflated(100L << 20)));
        assertThat(huge.length).as("small enough to be sent").isLessThan(2_000_000);
        Api.Answer answer = send("thirty-thousand", huge);
        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.detail()).contains("30000 × 30000").contains("smaller picture");
    }

    /** A quarter of a gigabyte of nothing in a text chunk: either it is never unpacked or it is refused, and memory stays small. */
    @Test
    void aDecompressionBombIsNotUnpacked() throws IOException {
        ByteArrayOutputStream text = new ByteArrayOutputStream();
        text.write("Comment\0\0".getBytes(java.nio.charset.StandardCharsets.US_ASCII));
        text.write(deflated(256L << 20));
        byte[] rows = deflated(41L * 40);
        byte[] bomb = png(40, 40, chunk("zTXt", text.toByteArray()), chunk("IDAT", rows));
        long before = allocated();
        Api.Answer answer = send("text-bomb-1", bomb);
        assertThat(answer.status()).as("text is not looked at").isEqualTo(201);
        assertThat(allocated() - before).as("bytes taken for it").isLessThan(128L << 20);
        byte[] many = png(12_000, 12_000, chunk("IDAT", deflated(64L << 20)));
        before = allocated();
        assertThat(send("pixel-bomb-2", many).detail()).contains("up to 64 million");
        assertThat(allocated() - before).as("bytes taken for it").isLessThan(64L << 20);
        byte[] more = png(400, 400, chunk("IDAT", deflated(256L << 20)));
        before = allocated();
        assertThat(send("pixel-bomb-1", more).status())
                .as("rows beyond its size")
                .isEqualTo(201);
        assertThat(allocated() - before).as("bytes taken for it").isLessThan(128L << 20);
    }

    /** All that the server's threads have taken so far, given back or not: it runs in this process. */
    private static long allocated() {
        return ((com.sun.management.ThreadMXBean) ManagementFactory.getThreadMXBean()).getTotalThreadAllocatedBytes();
    }

    @Test
    void aPictureThatIsCutOffIsToldSo() {
        for (String format : List.of("jpeg", "png")) {
            byte[] whole = encoded(picture(600, 400), format);
            assertThat(send("whole-one-" + format, whole).status()).isEqualTo(201);
            for (int percent : new int[] {30, 60, 95}) {
                Api.Answer answer = send("cut-" + format + percent, Arrays.copyOf(whole, whole.length * percent / 100));
                assertThat(answer.status()).as(format + " " + percent + " %").isEqualTo(422);
                assertThat(answer.detail()).contains("cut off");
            }
        }
        assertThat(api.get("/api/photo/" + job).body()).hasSize(2);
    }

    /** The last scan of a progressive JPEG again and again: small to send, long to build up. */
    @Test
    void aPictureInTooManyPassesIsRefused() throws IOException {
        ImageWriter writer = ImageIO.getImageWritersByFormatName("jpeg").next();
        ByteArrayOutputStream file = new ByteArrayOutputStream();
        ImageWriteParam how = writer.getDefaultWriteParam();
        how.setProgressiveMode(ImageWriteParam.MODE_DEFAULT);
        try (MemoryCacheImageOutputStream stream = new MemoryCacheImageOutputStream(file)) {
            writer.setOutput(stream);
            writer.write(null, new IIOImage(picture(3000, 2000), null, null), how);
        }
        byte[] progressive = file.toByteArray();
        assertThat(send("few-passes", progressive).status()).isEqualTo(201);
        int lastScan = progressive.length - 2;
        while (!((progressive[lastScan] & 0xFF) == 0xFF && (progressive[lastScan + 1] & 0xFF) == 0xDA)) {
            lastScan--;
        }
        ByteArrayOutputStream many = new ByteArrayOutputStream();
        many.write(progressive, 0, lastScan);
        for (int i = 0; i < 1000; i++) {
            many.write(progressive, lastScan, progressive.length - 2 - lastScan);
        }
        many.write(progressive, progressive.length - 2, 2);
        Api.Answer answer = send("thousand-passes", many.toByteArray());
        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.detail()).contains("passes");
    }

    @Test
    void aTransparentPictureIsKeptOnWhite() throws IOException {
        BufferedImage clear = new BufferedImage(50, 40, BufferedImage.TYPE_INT_ARGB);
        long id = send("transparent", encoded(clear, "png")).body().path("id").asLong();
        assertThat(new Color(kept(id, "image").getRGB(25, 20))).isEqualTo(Color.WHITE);
        BufferedImage grey = new BufferedImage(50, 40, BufferedImage.TYPE_BYTE_GRAY);
        assertThat(send("grey-one-1", encoded(grey, "jpeg")).status()).isEqualTo(201);
    }

    @Test
    void whatIsNoPhotographIsRefusedByItsContent() {
        byte[] program = new byte[4000];
        new Random(5).nextBytes(program);
        program[0] = 'M';
        program[1] = 'Z';
        assertThat(send("renamed-exe", program).detail()).contains("not a photograph");
        assertThat(send("half-jpeg-1", new byte[] {(byte) 0xFF, (byte) 0xD8, (byte) 0xFF, (byte) 0xE0, 0, 16})
                        .detail())
                .contains("cut off");
        assertThat(send("empty-file", new byte[0]).detail()).contains("empty");
        assertThat(send(
                                "heic-phone",
                                "\0\0\0\u0018ftypheic\0\0\0\0mif1"
                                        .getBytes(java.nio.charset.StandardCharsets.ISO_8859_1))
                        .detail())
                .contains("JPEG");
        assertThat(send("too-many-mb", new byte[25 * 1024 * 1024 + 1]).detail()).contains("25 MB");
        assertThat(api.get("/api/photo/" + job).body()).isEmpty();
    }

    @Test
    void marksLieBesideTheUntouchedPhotograph() {
        long id = send("marked-1", encoded(picture(60, 40), "jpeg"))
                .body()
                .path("id")
                .asLong();
        byte[] before = api.bytes("/api/photo/" + job + "/" + id + "/image.jpg");
        Map<String, Object> arrow =
                Map.of("shape", "arrow", "fromX", 0.1, "fromY", 0.2, "toX", 0.5, "toY", 0.6, "words", "hidden tab");
        JsonNode marked = api.put(
                        mara, "/api/photo/" + job + "/" + id + "/marks", Map.of("version", 1, "marks", List.of(arrow)))
                .body();
        assertThat(marked.path("marks").get(0).path("words").asString()).isEqualTo("hidden tab");
        assertThat(api.bytes("/api/photo/" + job + "/" + id + "/image.jpg")).isEqualTo(before);
        assertThat(api.put(mara, "/api/photo/" + job + "/" + id + "/marks", Map.of("version", 1, "marks", List.of()))
                        .status())
                .isEqualTo(409);
        assertThat(api.delete(mara, "/api/photo/" + job + "/" + id).body()).isEmpty();
    }
}
