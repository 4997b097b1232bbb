package app.gewerk.server;

import static org.assertj.core.api.Assertions.assertThat;

import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.ShopScope;
import app.gewerk.server.shop.ShopService;
import jakarta.servlet.http.Cookie;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.function.UnaryOperator;
import java.util.zip.Deflater;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.test.context.TestPropertySource;
import tools.jackson.databind.JsonNode;

/** The page of a model, how true it was what was said, and the book that travels between shops. */
@ApiTest
@TestPropertySource(properties = "gewerk.test=shops that read each other's books")
@Tag("slow")
class BookApiTest {
    private static final String FAULT = "motor/burntWinding";

    @Autowired
    private Api api;

    @Autowired
    private Owner owner;

    @Autowired
    private ShopService shops;

    @Autowired
    private ShopScope scope;

    private Cookie mara;
    private String model;

    @BeforeEach
    void aModelOfItsOwn() {
        mara = shop("Own");
        model = "Model " + UUID.randomUUID().toString().substring(0, 8);
    }

    /** A shop of its own, with its one person at the bench. */
    private Cookie shop(String name) {
        long id = shops.open(name, "EUR", ZoneOffset.UTC);
        Here there = shops.welcome(scope.in(id, () -> shops.shop(new Here(id, 0, ""))), "Ren");
        return new Cookie("gewerk_here", there.shopId() + "." + there.personId());
    }

    private long job(Cookie who, String era) {
        Map<String, Object> intake = new LinkedHashMap<>(Api.intake("Vantorel", model, "it clicks"));
        intake.put("era", era);
        intake.put("ownerName", "Mirel Aduk");
        return api.post(who, "/api/intake", intake).body().path("id").asLong();
    }

    private long modelOf(Cookie who, long job) {
        return api.get(who, "/api/job/" + job).body().path("machineModelId").asLong();
    }

    private String fault(Cookie who, long job) {
        return api.get(who, "/api/diagnosis/" + job)
                .body()
                .path("standing")
                .path("faults")
                .get(0)
                .path("key")
                .asString();
    }

    /** A job whose culprit is said, that was glued, took so long and is put away. */
    private String closed(Cookie who, String era, int minutes) {
        long id = job(who, era);
        String fault = fault(who, id);
        api.post(who, "/api/diagnosis/" + id + "/culprit", Map.of("fault", fault, "why", "seen on the bench"));
        int version = api.get(who, "/api/job/" + id).body().path("version").asInt();
        api.post(who, "/api/choice/" + id, Map.of("version", version, "way", "glue", "reason", "light load"));
        owner.execute(
                "update job set place = 'putAway', bench_minutes = ?, promised_on = current_date - 3, ready_at = now() - "
                        + "interval '2 days', moved_at = now() - interval '1 day', taken_in_at = now() - interval '9 days' "
                        + "where id = ?",
                minutes,
                id);
        return fault;
    }

    private JsonNode page(Cookie who, long modelId) {
        return api.get(who, "/api/book/" + modelId).body();
    }

    private long known(Cookie who) {
        return api.get(who, "/api/device?find=" + model)
                .body()
                .get(0)
                .path("id")
                .asLong();
    }

    @Test
    void aPageTellsWhatTheClosedJobsSay() {
        closed(mara, "1970s", 40);
        String fault = closed(mara, "1986", 60);
        long open = job(mara, "");
        long id = modelOf(mara, open);
        JsonNode page = page(mara, id);
        assertThat(page.path("told").asInt()).isEqualTo(2);
        JsonNode failed = page.path("failed").get(0);
        assertThat(failed.path("fault").asString()).isEqualTo(fault);
        assertThat(failed.path("share").path("of").asInt()).isEqualTo(2);
        int year = java.time.LocalDate.now(ZoneOffset.UTC).getYear();
        assertThat(failed.path("medianAge").asDouble()).isEqualTo(year - (1975 + 1986) / 2.0);
        JsonNode way = page.path("ways").get(0);
        assertThat(way.path("way").asString()).isEqualTo("glue");
        assertThat(way.path("minutes").path("median").asDouble()).isEqualTo(50);

        String line = "The spring jumps: hold it with two fingers";
        assertThat(api.post(mara, "/api/book/" + id + "/advice", Map.of("advice", " "))
                        .status())
                .isEqualTo(422);
        api.post(mara, "/api/book/" + id + "/advice", Map.of("advice", line), "advice-key-1");
        JsonNode advised = api.post(mara, "/api/book/" + id + "/advice", Map.of("advice", line), "advice-key-1")
                .body();
        assertThat(advised.path("advice")).as("sent twice, said once").hasSize(1);
        assertThat(advised.path("advice").get(0).path("by").asString()).isEqualTo("Ren");
        JsonNode back = api.delete(
                        mara,
                        "/api/book/advice/"
                                + advised.path("advice").get(0).path("id").asLong())
                .body();
        assertThat(back.path("advice")).isEmpty();
    }

    @Test
    void aPictureInTheBookOutlivesThePhotographOfTheJob() {
        long job = job(mara, "");
        long id = modelOf(mara, job);
        long photo = api.upload(mara, "/api/photo/" + job + "?key=photo-0001&step=look", PhotoApiTest.jpeg(40, 30))
                .body()
                .path("id")
                .asLong();
        JsonNode picture = api.post(
                        mara,
                        "/api/book/" + id + "/pictures",
                        Map.of("jobId", job, "photoId", photo, "shows", "the torn teeth"))
                .body()
                .path("pictures")
                .get(0);
        api.delete(mara, "/api/photo/" + job + "/" + photo);
        byte[] jpeg = api.get(
                        mara, "/api/book/images/" + picture.path("imageId").asLong())
                .response()
                .getContentAsByteArray();
        assertThat(jpeg).startsWith(0xff, 0xd8);
        api.delete(mara, "/api/book/pictures/" + picture.path("id").asLong());
        assertThat(page(mara, id).path("pictures")).isEmpty();
        assertThat(api.get(mara, "/api/book/images/" + picture.path("imageId").asLong())
                        .status())
                .isEqualTo(404);
    }

    @Test
    void whatWasClaimedBeforeIsHeldAgainstWhatItWas() {
        Cookie ren = shop("Claims");
        closed(ren, "1986", 60);
        closed(ren, "1990", 30);
        JsonNode did = api.get(ren, "/api/book/did").body();
        assertThat(did.path("all").path("first").path("all").asInt()).isEqualTo(2);
        assertThat(did.path("all").path("first").path("of").asInt())
                .as("what was said was what stood first")
                .isEqualTo(2);
        assertThat(did.path("all").path("kept").path("of").asInt())
                .as("ready a day after the day promised")
                .isZero();
        assertThat(did.path("jobs").get(0).path("daysLate").asInt()).isEqualTo(1);
        assertThat(did.path("jobs").get(0).path("given").asDouble()).isBetween(0.0, 1.0);
        assertThat(did.path("models").get(0).path("first").path("of").asInt()).isEqualTo(2);
        Cookie other = new Cookie(
                "gewerk_here",
                ren.getValue().split("\\.")[0] + "."
                        + scope.in(
                                Long.parseLong(ren.getValue().split("\\.")[0]),
                                () -> shops.welcome(
                                                shops.shop(new Here(
                                                        Long.parseLong(
                                                                ren.getValue().split("\\.")[0]),
                                                        0,
                                                        "")),
                                                "Tomas")
                                        .personId()));
        assertThat(api.get(other, "/api/book/did?mine=true").body().path("jobs"))
                .as("nobody is shown another's")
                .isEmpty();
        assertThat(api.get(ren, "/api/book/did?mine=true").body().path("jobs")).hasSize(2);
    }

    // The book travels

    private byte[] book(Cookie who) {
        Api.Answer answer = api.get(who, "/api/book/file");
        assertThat(answer.status()).isEqualTo(200);
        return answer.response().getContentAsByteArray();
    }

    private static Map<String, byte[]> entries(byte[] zip) throws IOException {
        Map<String, byte[]> entries = new LinkedHashMap<>();
        try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
            for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                entries.put(entry.getName(), in.readAllBytes());
            }
        }
        return entries;
    }

    private static byte[] zip(Map<String, byte[]> entries) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipOutputStream out = new ZipOutputStream(bytes)) {
            for (Map.Entry<String, byte[]> entry : entries.entrySet()) {
                out.putNextEntry(new ZipEntry(entry.getKey()));
                out.write(entry.getValue());
                out.closeEntry();
            }
        }
        return bytes.toByteArray();
    }

    private static byte[] with(byte[] book, String entry, UnaryOperator<String> change) throws IOException {
        Map<String, byte[]> entries = entries(book);
        for (Map.Entry<String, byte[]> one : entries.entrySet()) {
            if (one.getKey().matches(entry)) {
                one.setValue(change.apply(new String(one.getValue(), StandardCharsets.UTF_8))
                        .getBytes(StandardCharsets.UTF_8));
            }
        }
        return zip(entries);
    }

    /** A shop with one model told of: its train, a line of advice, a picture, one job. */
    private Cookie teller(String name) {
        Cookie who = shop(name);
        closed(who, "1986", 45);
        long job = job(who, "");
        long id = modelOf(who, job);
        api.post(who, "/api/book/" + id + "/advice", Map.of("advice", "Warm the cover first"));
        long photo = api.upload(who, "/api/photo/" + job + "?key=photo-0001&step=look", PhotoApiTest.jpeg(40, 30))
                .body()
                .path("id")
                .asLong();
        api.post(
                who,
                "/api/book/" + id + "/pictures",
                Map.of("jobId", job, "photoId", photo, "shows", "the torn teeth"));
        JsonNode train = api.get(who, "/api/device/" + id + "/train").body();
        assertThat(api.put(who, "/api/device/" + id + "/train", Map.of("version", 0, "machine", train.path("machine")))
                        .status())
                .isEqualTo(200);
        return who;
    }

    private String message(Cookie who, byte[] file) {
        Api.Answer answer = api.upload(who, "/api/book/file", file);
        assertThat(answer.status()).isEqualTo(422);
        return answer.body().path("detail").asString();
    }

    @Test
    void aBookIsReadElsewhereAndWrittenAgainTheSame() throws IOException {
        Cookie first = teller("First");
        byte[] book = book(first);
        assertThat(new String(zipText(book), StandardCharsets.UTF_8))
                .as("no owner and no price")
                .doesNotContain("Mirel")
                .doesNotContain("Aduk")
                .doesNotContain("0555")
                .doesNotContain("EUR");
        Cookie second = shop("Second");
        JsonNode read = api.upload(second, "/api/book/file", book).body();
        assertThat(read.path("brought").get(0).asString()).isEqualTo("First");
        assertThat(read.path("chapters").asInt()).isEqualTo(1);
        Map<String, byte[]> was = entries(book);
        Map<String, byte[]> again = entries(book(second));
        assertThat(again.keySet()).containsExactlyElementsOf(was.keySet());
        again.forEach((name, bytes) -> {
            if (name.equals("book.json")) {
                assertThat(withoutDates(bytes)).isEqualTo(withoutDates(was.get(name)));
            } else {
                assertThat(bytes).as(name).isEqualTo(was.get(name));
            }
        });

        // What was read is shown with where it is from, and weighs less.
        long id = known(second);
        JsonNode page = page(second, id);
        assertThat(page.path("told").asInt()).isZero();
        assertThat(page.path("elsewhere").get(0).path("name").asString()).isEqualTo("First");
        assertThat(page.path("failed").get(0).path("elsewhere").asInt()).isEqualTo(1);
        assertThat(page.path("advice").get(0).path("from").asString()).isEqualTo("First");
        assertThat(page.path("pictures").get(0).path("from").asString()).isEqualTo("First");
        assertThat(api.get(
                                second,
                                "/api/book/images/"
                                        + page.path("pictures")
                                                .get(0)
                                                .path("imageId")
                                                .asLong())
                        .status())
                .isEqualTo(200);
        assertThat(api.get(second, "/api/device/" + id + "/train")
                        .body()
                        .path("from")
                        .asString())
                .isEqualTo("First");

        // Its own comes back unread; what is known as new is left.
        assertThat(api.upload(first, "/api/book/file", book(second))
                        .body()
                        .path("own")
                        .asBoolean())
                .isTrue();
        assertThat(page(first, known(first)).path("elsewhere")).isEmpty();
        assertThat(api.upload(second, "/api/book/file", book)
                        .body()
                        .path("older")
                        .get(0)
                        .asString())
                .isEqualTo("First");

        // Corrected there, it is corrected here; taken out, nothing of it is left.
        closed(first, "1990", 30);
        api.upload(second, "/api/book/file", book(first));
        assertThat(page(second, id).path("elsewhere").get(0).path("told").asInt())
                .isEqualTo(2);
        String origin = api.get(second, "/api/book/origins")
                .body()
                .get(0)
                .path("origin")
                .asString();
        assertThat(api.delete(second, "/api/book/origins/" + origin).body()).isEmpty();
        assertThat(api.get(second, "/api/device?find=" + model).body()).isEmpty();
        long second1 = Long.parseLong(second.getValue().split("\\.")[0]);
        assertThat(owner.value(Integer.class, "select count(*) from attachment where shop_id = ?", second1))
                .isZero();
        assertThat(api.delete(second, "/api/book/origins/" + origin).status()).isEqualTo(404);
    }

    private static byte[] zipText(byte[] book) throws IOException {
        ByteArrayOutputStream all = new ByteArrayOutputStream();
        for (byte[] bytes : entries(book).values()) {
            all.writeBytes(bytes);
        }
        return all.toByteArray();
    }

    private static String withoutDates(byte[] json) {
        return new String(json, StandardCharsets.UTF_8).replaceAll("\\d{4}-\\d\\d-\\d\\dT[0-9:.+Z-]+", "date");
    }

    @Test
    void whatOthersTellMakesAFaultLikelierButLessThanOnesOwnJobs() {
        Cookie first = teller("Many");
        String fault = "";
        for (int i = 0; i < 6; i++) {
            fault = closed(first, "1986", 40);
        }
        Cookie second = shop("Few");
        double alone = given(second, fault);
        api.upload(second, "/api/book/file", book(first));
        double told = given(second, fault);
        assertThat(told).isGreaterThan(alone);
        assertThat(told).isLessThan(given(first, fault));
    }

    private double given(Cookie who, String fault) {
        long job = job(who, "");
        for (JsonNode f :
                api.get(who, "/api/diagnosis/" + job).body().path("standing").path("faults")) {
            if (f.path("key").asString().equals(fault)) {
                return f.path("probability").asDouble();
            }
        }
        return 0;
    }

    @Test
    void aBookThatIsNoneIsRefusedInWordsAndNothingOfItIsKept() throws IOException {
        Cookie first = teller("Sound");
        byte[] book = book(first);
        Cookie second = shop("Careful");
        assertThat(message(second, "not a zip at all".getBytes(StandardCharsets.UTF_8)))
                .contains("This is no device book");
        assertThat(message(second, zip(Map.of("hello.txt", new byte[3])))).contains("This is no device book");
        byte[] cut = java.util.Arrays.copyOf(book, book.length / 2);
        assertThat(message(second, cut)).contains("is not whole");
        assertThat(message(second, with(book, "models/.*json", text -> text.substring(0, 40))))
                .contains("is not whole");
        assertThat(message(second, with(book, "book.json", text -> text.replace("\"version\":1", "\"version\":2"))))
                .contains("later version (2; this one reads up to 1)");
        assertThat(message(
                        second,
                        with(
                                book,
                                "models/.*json",
                                text -> text.replace("\"format\":1,\"kind\"", "\"format\":7,\"kind\""))))
                .contains("later version (7; this one reads up to 1)");
        assertThat(message(
                        second,
                        with(book, "models/.*json", text -> text.replaceFirst("\"told\":\\d+", "\"told\":2000000"))))
                .contains("Vantorel " + model)
                .contains("more jobs than a bench can have had");
        assertThat(message(second, with(book, "models/.*json", text -> text.replaceFirst("\"glue\"", "\"prayer\""))))
                .contains("cannot be understood");
        Map<String, byte[]> twice = new LinkedHashMap<>();
        entries(book).forEach((name, bytes) -> {
            twice.put(name, bytes);
            if (name.matches("models/.*json")) {
                twice.put(
                        name.replaceFirst("models/\\d+", "models/000777"),
                        new String(bytes, StandardCharsets.UTF_8)
                                .replace("Vantorel", "VANTOREL")
                                .getBytes(StandardCharsets.UTF_8));
            }
        });
        assertThat(message(second, zip(twice))).contains("VANTOREL " + model).contains("twice");
        Map<String, byte[]> noPicture = entries(book);
        noPicture.replaceAll((name, bytes) -> name.endsWith(".jpg") ? new byte[] {1, 2, 3, 4, 5} : bytes);
        assertThat(message(second, zip(noPicture))).contains("cannot be understood");
        assertThat(api.get(second, "/api/book/origins").body()).isEmpty();
        assertThat(api.get(second, "/api/device?find=" + model).body()).isEmpty();
    }

    /** Zeros without end: a few megabytes that unpack to thousands. */
    private static byte[] bomb(String name, long gigabytes) throws IOException {
        Deflater deflater = new Deflater(9, true);
        byte[] zeros = new byte[1 << 24];
        byte[] packed = new byte[1 << 20];
        deflater.setInput(zeros);
        int length = deflater.deflate(packed, 0, packed.length, Deflater.FULL_FLUSH);
        deflater.end();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        byte[] called = name.getBytes(StandardCharsets.UTF_8);
        out.writeBytes(ByteBuffer.allocate(30)
                .order(ByteOrder.LITTLE_ENDIAN)
                .putInt(0x04034b50)
                .putShort((short) 20)
                .putShort((short) 8)
                .putShort((short) 8)
                .putInt(0)
                .putInt(0)
                .putInt(0)
                .putInt(0)
                .putShort((short) called.length)
                .putShort((short) 0)
                .array());
        out.writeBytes(called);
        for (long n = 0; n < gigabytes * 64; n++) {
            out.write(packed, 0, length);
        }
        return out.toByteArray();
    }

    @Test
    void oneMadeToUnpackToFiveGigabytesIsStopped() throws IOException {
        Cookie second = shop("Bombed");
        byte[] cover = zip(Map.of(
                "book.json",
                ("{\"book\":\"gear repair device book\",\"version\":1,\"origins\":[{\"origin\":\"" + UUID.randomUUID()
                                + "\",\"name\":\"x\",\"asOf\":\"2026-01-01T00:00:00Z\"}]}")
                        .getBytes(StandardCharsets.UTF_8)));
        int directory = ByteBuffer.wrap(cover).order(ByteOrder.LITTLE_ENDIAN).getInt(cover.length - 6);
        for (String name : List.of("models/000001/big.bin", "book.json")) {
            byte[] bomb = bomb(name, 5);
            assertThat(bomb.length).isLessThan(10 << 20);
            ByteArrayOutputStream file = new ByteArrayOutputStream();
            if (!name.equals("book.json")) {
                file.write(cover, 0, directory);
            }
            file.writeBytes(bomb);
            assertThat(message(second, file.toByteArray())).contains("unpacks to far more than a book can hold");
        }
    }

    @Test
    void tenThousandModelsAreReadAndWrittenAgain() throws IOException {
        UUID origin = UUID.randomUUID();
        Map<String, byte[]> entries = new LinkedHashMap<>();
        entries.put(
                "book.json",
                ("{\"book\":\"gear repair device book\",\"version\":1,\"origins\":[{\"origin\":\"" + origin
                                + "\",\"name\":\"Great\",\"asOf\":\"2026-01-01T00:00:00Z\"}]}")
                        .getBytes(StandardCharsets.UTF_8));
        List<String> chapters = new ArrayList<>();
        for (int i = 1; i <= 10_000; i++) {
            String chapter =
                    "{\"format\":1,\"kind\":\"other\",\"maker\":\"Maker\",\"model\":\"%05d\",\"seen\":3,\"told\":2,"
                                    .formatted(i)
                            + "\"culprits\":{\"" + FAULT
                            + "\":2},\"signs\":{},\"mends\":[],\"minutes\":[30],\"advice\":[],"
                            + "\"spares\":[],\"pictures\":[]}";
            chapters.add(chapter);
            entries.put("models/%06d/%s.json".formatted(i, origin), chapter.getBytes(StandardCharsets.UTF_8));
        }
        entries.put("models.csv", new byte[0]);
        entries.put("culprits.csv", new byte[0]);
        Cookie second = shop("Reader");
        JsonNode read = api.upload(second, "/api/book/file", zip(entries)).body();
        assertThat(read.path("chapters").asInt()).isEqualTo(10_000);
        Map<String, byte[]> again = entries(book(second));
        assertThat(again).hasSize(entries.size());
        assertThat(new String(again.get("models/005000/" + origin + ".json"), StandardCharsets.UTF_8))
                .isEqualTo(chapters.get(4999));
        assertThat(new String(again.get("models.csv"), StandardCharsets.UTF_8).lines())
                .hasSize(10_001);
    }
}
