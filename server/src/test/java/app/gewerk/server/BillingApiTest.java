package app.gewerk.server;

import static org.assertj.core.api.Assertions.assertThat;

import jakarta.servlet.http.Cookie;
import java.awt.Color;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.stream.IntStream;
import java.util.stream.StreamSupport;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import javax.imageio.ImageIO;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import tools.jackson.databind.JsonNode;

/** Bills are numbered without gaps, never altered, and taken back by an entry of their own. */
@ApiTest
class BillingApiTest {
    static final Map<String, Object> BILL = Map.of(
            "lines",
            List.of(
                    Map.of("of", "labour", "what", "Work on it", "quantity", 1.25, "price", 48),
                    Map.of("of", "part", "what", "a gear of 24 teeth", "quantity", 1, "price", 3.99)),
            "discount",
            5,
            "paid",
            20,
            "billedTo",
            "A. Owner\nCanal Street 4");

    @Autowired
    private Api api;

    @Autowired
    private Owner owner;

    private Cookie mara;
    private long job;

    @BeforeEach
    void aShopThatBills() {
        mara = api.stepUp("Mara");
        job = api.job(mara, "clicks");
        say(Map.of());
    }

    private Api.Answer say(Map<String, Object> besides) {
        Map<String, Object> terms = new HashMap<>(Map.of(
                "address",
                "Quay 7\nLindmoor",
                "country",
                "DE",
                "taxNumber",
                "DE123456789",
                "taxPercent",
                19,
                "noTaxReason",
                "",
                "warrantyMonths",
                12,
                "daysToPay",
                14));
        terms.put(
                "version", api.get("/api/handback/terms").body().path("version").asInt());
        terms.putAll(besides);
        return api.put(mara, "/api/handback/terms", terms);
    }

    private Api.Answer bill(long of, Map<String, Object> bill) {
        return api.post(mara, "/api/handback/" + of + "/bills", bill);
    }

    private JsonNode last() {
        JsonNode bills = api.get("/api/handback/" + job).body().path("bills");
        return bills.get(bills.size() - 1);
    }

    private static String text(byte[] pdf, float width) throws Exception {
        try (PDDocument document = Loader.loadPDF(pdf)) {
            assertThat(document.getPage(0).getMediaBox().getWidth() / 72 * 25.4f)
                    .isBetween(width - 0.2f, width + 0.2f);
            return new PDFTextStripper().getText(document);
        }
    }

    @Test
    void theBillIsProposedFromMinutesAndIssuedWithItsSums() throws Exception {
        api.post(mara, "/api/job/" + job + "/bench-minutes", Map.of("minutes", 75));
        JsonNode proposed =
                api.get("/api/handback/" + job).body().path("proposed").get(0);
        assertThat(proposed.path("quantity").asDouble()).isEqualTo(1.25);
        assertThat(proposed.path("price").asDouble()).isEqualTo(48);
        Api.Answer issued = bill(job, BILL);
        assertThat(issued.status()).as(issued.text()).isEqualTo(200);
        assertThat(last().path("sums").path("tax").asDouble()).isEqualTo(11.21);
        assertThat(last().path("sums").path("due").asDouble()).isEqualTo(50.20);
        int number = last().path("number").asInt();
        String path = "/api/handback/" + job + "/bills/" + number;
        assertThat(text(api.bytes(path + "/bill.pdf"), 210))
                .contains("Bill " + number)
                .contains("a gear of 24 teeth")
                .contains("70.20")
                .contains("50.20")
                .contains("DE123456789")
                .contains("Canal Street 4");
        assertThat(text(api.bytes(path + "/bill.pdf?paper=letter"), 215.9f)).contains("50.20");
        assertThat(api.get(path + "/bill.pdf?paper=papyrus").status()).isEqualTo(422);
        assertThat(api.get(path + "/bill.xml").text())
                .contains("<cbc:PayableAmount currencyID=\"EUR\">50.20</cbc:PayableAmount>");
    }

    @Test
    void whatCannotBeBilledIsRefusedAndTakesNoNumber() {
        bill(job, BILL);
        int before = last().path("number").asInt();
        Map<String, Object> free = new HashMap<>(BILL);
        free.put("lines", List.of(Map.of("of", "labour", "what", "Work", "quantity", 1, "price", 0)));
        assertThat(bill(job, free).detail()).startsWith("Labour has no rate");
        Map<String, Object> over = new HashMap<>(BILL);
        over.put("discount", 999);
        assertThat(bill(job, over).status()).isEqualTo(422);
        bill(job, BILL);
        assertThat(last().path("number").asInt()).isEqualTo(before + 1);
    }

    @Test
    void nothingIsBilledWhileNobodyHasSaidTheTaxOrTheRate() {
        owner.execute("update shop set tax_percent = null");
        assertThat(bill(job, BILL).detail()).contains("which tax the shop charges");
        assertThat(api.get("/api/handback/" + job).body().path("missing").toString())
                .contains("which tax");
        say(Map.of());
        owner.execute("update shop set hourly_rate = 0");
        assertThat(bill(job, BILL).detail()).startsWith("Labour has no rate");
        owner.execute("update shop set hourly_rate = 48");
        assertThat(bill(job, BILL).status()).isEqualTo(200);
    }

    @Test
    void aBillIsTakenBackByAnEntryOfItsOwnAndNeverBeyondIt() {
        bill(job, BILL);
        int number = last().path("number").asInt();
        String path = "/api/handback/" + job + "/bills/" + number + "/credit";
        assertThat(api.post(mara, path, Map.of("gross", 70.21, "why", "x")).detail())
                .isEqualTo("No more than 70.20 of this bill can be taken back");
        assertThat(api.post(mara, path, Map.of("gross", 10, "why", " ")).detail())
                .contains("Say why");
        assertThat(api.post(mara, path, Map.of("gross", 10, "why", "a scratch")).status())
                .isEqualTo(200);
        assertThat(last().path("credits").asInt()).isEqualTo(number);
        assertThat(last().path("sums").path("gross").asDouble()).isEqualTo(10);
        assertThat(api.post(mara, path, Map.of("gross", 60.21, "why", "x")).detail())
                .contains("No more than 60.20");
        int credit = last().path("number").asInt();
        assertThat(api.post(
                                mara,
                                "/api/handback/" + job + "/bills/" + credit + "/credit",
                                Map.of("gross", 1, "why", "x"))
                        .detail())
                .contains("cannot be taken back");
        assertThat(api.get("/api/handback/" + job + "/bills/" + credit + "/bill.xml")
                        .text())
                .contains("<CreditNote")
                .contains("<cbc:ID>" + number + "</cbc:ID>");
    }

    @Test
    void aBillThatIsOutCannotBeAlteredEvenInTheDatabase() {
        bill(job, BILL);
        int number = last().path("number").asInt();
        assertThat(org.assertj.core.api.Assertions.catchThrowable(
                        () -> owner.execute("update bill set gross = 1 where number = " + number)))
                .hasMessageContaining("a bill is not altered");
        assertThat(org.assertj.core.api.Assertions.catchThrowable(
                        () -> owner.execute("delete from bill where number = " + number)))
                .hasMessageContaining("a bill is not altered");
    }

    @Test
    void manyAtOnceLeaveNoGapAndTheSameSaveIsOneBill() {
        bill(job, BILL);
        int before = last().path("number").asInt();
        List<Long> jobs = new ArrayList<>();
        for (int i = 0; i < 4; i++) {
            jobs.add(api.job(mara, "one of many"));
        }
        Map<String, Object> wrong = new HashMap<>(BILL);
        wrong.put("paid", 9999);
        List<CompletableFuture<Api.Answer>> sent = IntStream.range(0, 24)
                .mapToObj(i -> CompletableFuture.supplyAsync(() -> i % 6 == 5
                        ? bill(jobs.get(i % 4), wrong)
                        : api.post(
                                mara,
                                "/api/handback/" + jobs.get(i % 4) + "/bills",
                                BILL,
                                "bill-key-" + jobs.get(i % 4))))
                .toList();
        sent.forEach(CompletableFuture::join);
        List<Integer> numbers = jobs.stream()
                .flatMap(j -> StreamSupport.stream(
                        api.get("/api/handback/" + j).body().path("bills").spliterator(), false))
                .map(b -> b.path("number").asInt())
                .sorted()
                .toList();
        assertThat(numbers)
                .isEqualTo(IntStream.rangeClosed(before + 1, before + 4).boxed().toList());
    }

    private void photo(String step, Color colour) throws Exception {
        BufferedImage picture = new BufferedImage(80, 60, BufferedImage.TYPE_INT_RGB);
        for (int i = 0; i < 80 * 60; i++) {
            picture.setRGB(i % 80, i / 80, colour.getRGB());
        }
        ByteArrayOutputStream jpeg = new ByteArrayOutputStream();
        ImageIO.write(picture, "jpeg", jpeg);
        String key = "report-photo-" + step;
        assertThat(api.upload(
                                mara,
                                "/api/photo/" + job + "?key=" + key + "&step=" + step + "&name=p.jpg",
                                jpeg.toByteArray())
                        .status())
                .isLessThan(300);
    }

    /** The colours in the middle of the two places for pictures, where the report is drawn by another library. */
    private static List<Color> middleOfPictures(byte[] pdf) throws Exception {
        try (PDDocument document = Loader.loadPDF(pdf)) {
            BufferedImage page = new PDFRenderer(document).renderImage(0);
            List<Color> seen = new ArrayList<>();
            for (double xMm : new double[] {60, 145}) {
                int x = (int) (xMm / 25.4 * 72);
                for (int y = 0; y < page.getHeight(); y++) {
                    Color at = new Color(page.getRGB(x, y));
                    if (Math.abs(at.getRed() - at.getBlue()) > 150) {
                        seen.add(at.getRed() > at.getBlue() ? Color.RED : Color.BLUE);
                        break;
                    }
                }
            }
            return seen;
        }
    }

    @Test
    void theOwnerGetsAReportInTheirWordsAndTheMachineGoesOut() throws Exception {
        int version = api.get("/api/job/" + job).body().path("version").asInt();
        Map<String, Object> over = Map.of("version", version);
        assertThat(api.post(mara, "/api/handback/" + job + "/hand-over", over).detail())
                .contains("old parts");
        Map<String, Object> told = Map.of(
                "oldParts",
                "returned",
                "warrantyUntil",
                "2027-11-27",
                "avoid",
                "Do not force the crank",
                "next",
                "The belt is near its end",
                "version",
                0);
        Map<String, Object> changed = new HashMap<>(told);
        changed.put("version", 18);
        Api.Answer erased = api.put(mara, "/api/handback/" + job, changed);
        assertThat(erased.status()).as("as if it had been erased meanwhile").isEqualTo(409);
        assertThat(erased.body().path("current").path("version").asInt(-1)).isZero();
        assertThat(api.put(mara, "/api/handback/" + job, told).status()).isEqualTo(200);
        assertThat(api.put(mara, "/api/handback/" + job, told).status()).isEqualTo(409);
        bill(job, BILL);
        String noPictures = text(api.bytes("/api/handback/" + job + "/report.pdf"), 210);
        assertThat(noPictures).doesNotContain("as it was found.");
        photo("look", Color.RED);
        assertThat(text(api.bytes("/api/handback/" + job + "/report.pdf"), 210)).contains("As it was found.");
        photo("closeUp", Color.BLUE);
        byte[] pages = api.bytes("/api/handback/" + job + "/report.pdf");
        assertThat(middleOfPictures(pages)).containsExactly(Color.RED, Color.BLUE);
        JsonNode pair = api.get("/api/photo/" + job + "/found-and-now").body();
        assertThat(pair.path("found").path("step").asString()).isEqualTo("look");
        assertThat(pair.path("now").path("step").asString()).isEqualTo("closeUp");
        String report = text(pages, 210);
        assertThat(report)
                .contains("clicks")
                .contains("Do not force the crank")
                .contains("The belt is near its end")
                .contains("a gear of 24 teeth")
                .contains("2027")
                .contains("the old parts go back with it")
                .contains("has not been passed: do not plug it in");
        assertThat(api.post(mara, "/api/handback/" + job + "/hand-over", over).detail())
                .as("nobody has proved it")
                .contains("Nobody has proved this machine");
        Api.Answer gone = api.post(
                mara, "/api/handback/" + job + "/hand-over", Map.of("version", version, "why", "as a stock of parts"));
        assertThat(gone.status()).as(gone.text()).isEqualTo(200);
        assertThat(gone.body().path("place").asString()).isEqualTo("putAway");
    }

    @Test
    void anOwnersDataIsGivenOutWholeAndErasedAndTheBookKeepsWhatItLearned() throws Exception {
        List<Long> mine = new ArrayList<>();
        for (int i = 0; i < 2; i++) {
            Map<String, Object> intake = new HashMap<>(Api.intake("Vantorel", "Erased 1", "Aduk says it clicks"));
            intake.put("ownerName", i == 0 ? "Mirel Aduk" : "mirel aduk");
            intake.put("ownerPhone", i == 0 ? "0555 0199" : "0555-0199");
            intake.put("serial", "SN-77" + i);
            mine.add(api.post(mara, "/api/intake", intake).body().path("id").asLong());
        }
        long first = mine.getFirst();
        api.upload(mara, "/api/photo/" + first + "?key=photo-0009&step=look", PhotoApiTest.jpeg(40, 30));
        api.post(
                mara,
                "/api/diagnosis/" + first + "/culprit",
                Map.of("fault", "traverseGear/strippedRun", "why", "Aduk saw it"));
        bill(first, BILL);
        String erase = "/api/handback/" + first + "/owner/erase";
        assertThat(api.get("/api/handback/" + first + "/owner").body().path("jobs"))
                .hasSize(2);
        assertThat(api.post(mara, erase, Map.of("meant", true)).detail())
                .contains("2 machines of this owner are still here");
        owner.execute("update job set place = 'putAway' where id in (?, ?)", first, mine.get(1));
        assertThat(api.post(mara, erase, Map.of("meant", false)).detail()).contains("cannot be brought back");

        Map<String, Integer> sizes = new HashMap<>();
        try (ZipInputStream zip =
                new ZipInputStream(new ByteArrayInputStream(api.bytes("/api/handback/" + first + "/owner.zip")))) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                sizes.put(entry.getName().replaceAll("\\d+", "N"), zip.readAllBytes().length);
            }
        }
        assertThat(sizes.keySet())
                .containsExactlyInAnyOrder(
                        "job-N/job.json", "job-N/job.pdf", "job-N/bill-N.pdf", "job-N/photograph-N.jpg");
        assertThat(sizes.values()).allMatch(size -> size > 100);

        int told = learned(first);
        api.post(
                mara,
                "/api/messages/" + first,
                Map.of("about", "ready", "to", "0170 555 1234", "letter", "Dear owner, it is ready"));
        assertThat(api.post(mara, erase, Map.of("meant", true)).status()).isEqualTo(200);
        assertThat(api.get("/api/messages/" + first).text())
                .doesNotContain("0170")
                .doesNotContain("Dear owner");
        for (long id : mine) {
            String whole = api.get("/api/handback/" + id + "/job.json").text();
            assertThat(whole)
                    .doesNotContainIgnoringCase("aduk")
                    .doesNotContain("SN-77")
                    .doesNotContain("0199");
        }
        assertThat(api.get("/api/job/find?find=Aduk").text()).doesNotContain("\"id\":" + first + ",");
        assertThat(owner.value(Integer.class, "select count(*) from photo where job_id = ?", first))
                .isZero();
        assertThat(learned(first)).as("what the book learned").isEqualTo(told);
        assertThat(api.get("/api/handback/" + first).body().path("bills")).hasSize(1);
        assertThat(api.post(mara, erase, Map.of("meant", true)).detail()).contains("erased already");
    }

    private int learned(long job) {
        return owner.value(
                Integer.class,
                "select sum(jobs) from book_count where what = 'told' and machine_model_id = (select machine_model_id from job "
                        + "where id = ?)",
                job);
    }
}
