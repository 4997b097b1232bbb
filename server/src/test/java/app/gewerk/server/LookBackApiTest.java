package app.gewerk.server;

import static org.assertj.core.api.Assertions.assertThat;

import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.ShopScope;
import app.gewerk.server.shop.ShopService;
import jakarta.servlet.http.Cookie;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.jooq.Record;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.test.context.TestPropertySource;
import tools.jackson.databind.JsonNode;

/** What is looked back on is kept by the month; it must equal what a count of everything says, whatever happens. */
@ApiTest
@TestPropertySource(properties = "gewerk.test=a shop whose every job is known")
class LookBackApiTest {
    @Autowired
    private Api api;

    @Autowired
    private Owner owner;

    @Autowired
    private ShopService shops;

    @Autowired
    private ShopScope scope;

    private Cookie ren;
    private long shop;

    private void aShop() {
        shop = shops.open("Looking", "EUR", ZoneOffset.UTC);
        Here there = shops.welcome(scope.in(shop, () -> shops.shop(new Here(shop, 0, ""))), "Ren");
        ren = new Cookie("gewerk_here", there.shopId() + "." + there.personId());
    }

    private static String period() {
        LocalDate today = LocalDate.now(ZoneOffset.UTC);
        return "?from=" + today.minusMonths(11) + "&to=" + today;
    }

    private JsonNode look() {
        return api.get(ren, "/api/look-back" + period()).body().path("figures");
    }

    private long job() {
        return api.post(ren, "/api/intake", Api.intake("Vantorel", "Slidewell 24", "sticks"))
                .body()
                .path("id")
                .asLong();
    }

    @Test
    void theFiguresEqualACountOfEverythingWhateverHappens() {
        aShop();
        List<Long> jobs = new ArrayList<>();
        for (int i = 0; i < 5; i++) {
            jobs.add(job());
        }
        Random random = new Random(4);
        for (int i = 0; i < 24; i++) {
            long job = jobs.get(random.nextInt(jobs.size()));
            switch (random.nextInt(6)) {
                case 0 ->
                    owner.execute(
                            "update job set place = case place when 'putAway' then 'onTheBench' else 'putAway' end, "
                                    + "moved_at = now() - ? * interval '1 day' where id = ?",
                            random.nextInt(200),
                            job);
                case 1 -> owner.execute("update job set bench_minutes = ? where id = ?", 10 + random.nextInt(90), job);
                case 2 ->
                    api.post(
                            ren,
                            "/api/diagnosis/" + job + "/culprit",
                            Map.of("fault", "traverseGear/strippedRun", "why", "seen"));
                case 3 -> api.delete(ren, "/api/diagnosis/" + job + "/culprit?fault=traverseGear/strippedRun");
                case 4 -> {
                    int version = api.get(ren, "/api/job/" + job)
                            .body()
                            .path("version")
                            .asInt();
                    api.post(
                            ren,
                            "/api/choice/" + job,
                            Map.of(
                                    "version",
                                    version,
                                    "way",
                                    random.nextBoolean() ? "glue" : "decline",
                                    "reason",
                                    "x"));
                }
                default -> {
                    Long of = jobs.get(random.nextInt(jobs.size()));
                    owner.execute(
                            "update job set back_of = ? where id = ?",
                            of == job || random.nextBoolean() ? null : of,
                            job);
                }
            }
            if (i % 4 == 0) {
                equalsACount(i);
            }
        }
        equalsACount(24);
    }

    private void equalsACount(int step) {
        Record counted = owner.ask(sql -> sql.fetchSingle("""
                select count(*) as jobs, coalesce(sum(bench_minutes), 0) as minutes, count(bench_minutes) as timed,
                       count(*) filter (where exists (select from job b where b.back_of = job.id)) as back,
                       count(*) filter (where (select way from decision d where d.job_id = job.id order by id desc limit 1)
                           = 'decline') as declined,
                       count(*) filter (where exists (select from job_culprit c where c.job_id = job.id)) as told
                from job where shop_id = ? and place = 'putAway'""", shop));
        JsonNode figures = look();
        JsonNode total = figures.path("total");
        for (String what : List.of("jobs", "minutes", "timed", "back", "declined")) {
            assertThat(total.path(what).asLong())
                    .as(what + " after " + step + " changes")
                    .isEqualTo(counted.get(what, Long.class));
        }
        assertThat(figures.path("faults").path(0).path("jobs").asLong())
                .as("told after " + step)
                .isEqualTo(counted.get("told", Long.class));
        for (String which : List.of("all", "back", "declined")) {
            assertThat(api.get(ren, "/api/look-back/jobs" + period() + "&which=" + which)
                            .body())
                    .as("jobs behind " + which)
                    .hasSize(counted.get(which.equals("all") ? "jobs" : which, Integer.class));
        }
    }

    @Test
    void moneyPromisesAndPartsThatWereWaitedForAreCounted() {
        aShop();
        long job = job();
        owner.execute(
                "insert into bill (shop_id, number, job_id, billed_to, currency, lines, discount, tax_percent, net, tax, gross, "
                        + "paid, issued_on, due_on, issued_by, issued_at) select shop_id, 1, id, 'x', 'EUR', '{\"format\": 1}', 0, "
                        + "0, 61.50, 0, 61.50, 0, current_date, current_date, (select min(id) from person where shop_id = "
                        + "job.shop_id), now() from job where id = ?",
                job);
        owner.execute(
                "insert into purchase_order (shop_id, seller, key, state, asked_by, asked_at, next_try, seller_name, order_number, "
                        + "currency, total, arrives_on, settled_at) select shop_id, 'lindmoor', 'look-back-1', 'ordered', (select "
                        + "min(id) from person where shop_id = job.shop_id), now() - interval '6 days', now(), 'Lindmoor', 'n1', "
                        + "'EUR', 7.30, (now() - interval '2 days')::date, now() from job where id = ?",
                job);
        owner.execute(
                "insert into purchase_order_line (shop_id, order_id, position, item_number, pieces, job_id, share) select j.shop_id, "
                        + "o.id, 0, 'L0001', 1, j.id, 7.30 from job j join purchase_order o on o.shop_id = j.shop_id where j.id = ?",
                job);
        owner.execute(
                "update job set place = 'putAway', moved_at = now(), promised_on = current_date - 4, ready_at = now() where id = ?",
                job);
        JsonNode figures = look();
        JsonNode total = figures.path("total");
        assertThat(total.path("billed").decimalValue()).isEqualByComparingTo(new BigDecimal("61.50"));
        assertThat(total.path("parts").decimalValue()).isEqualByComparingTo(new BigDecimal("7.30"));
        assertThat(total.path("promised").asInt()).isEqualTo(1);
        assertThat(total.path("kept").asInt()).isZero();
        assertThat(figures.path("spares").get(0).path("days").asInt()).isEqualTo(4);
        assertThat(api.get(ren, "/api/look-back/jobs" + period() + "&which=spare&code=L0001")
                        .body()
                        .get(0)
                        .path("jobId")
                        .asLong())
                .isEqualTo(job);
        assertThat(api.get(ren, "/api/look-back/jobs" + period() + "&which=late")
                        .body())
                .hasSize(1);
        String csv = api.get(ren, "/api/look-back/figures.csv" + period()).text();
        assertThat(csv.lines().toList().get(0)).startsWith("what,code,words,jobs,minutes,billed");
        assertThat(csv).contains("spare,L0001,Lindmoor,1,,,,,,,4").contains(",1,0,61.50,7.30,0,1,0,");
    }

    @Test
    void aPeriodThatIsNoneIsRefused() {
        aShop();
        Api.Answer answer = api.get(ren, "/api/look-back?from=2026-05-01&to=2026-01-01");
        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.text()).contains("the first before the last");
        assertThat(api.get(ren, "/api/look-back/jobs?from=2026-01-01&to=2026-05-01&which=nonsense")
                        .status())
                .isEqualTo(422);
    }
}
