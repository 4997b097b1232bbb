package app.gewerk.server;

import static org.assertj.core.api.Assertions.assertThat;

import jakarta.servlet.http.Cookie;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** What the device book counts is kept as it changes; it must equal what a count of everything says. */
@ApiTest
class BookCountTest {
    private static final List<String> FAULTS =
            List.of("traverseGear/strippedRun", "motorPinion/splitPinion", "bracket/looseBracket");
    private static final String COUNTED_ANEW = """
            select 'seen ' as what, count(*) as jobs from job where machine_model_id = {0}
            union all
            select 'told ', count(distinct job.id) from job join job_culprit on job_id = job.id
            where machine_model_id = {0} and place = 'putAway' having count(*) > 0
            union all
            select 'culprit ' || fault, count(*) from job join job_culprit on job_id = job.id
            where machine_model_id = {0} and place = 'putAway' group by 1
            union all
            select 'way ' || way, count(*) from job join decision on job_id = job.id
            where machine_model_id = {0} and place = 'putAway' group by 1""";

    @Autowired
    private Api api;

    @Autowired
    private Owner owner;

    private Map<String, Integer> asKept(long model) {
        return owner.ask(sql -> sql.fetch(
                        "select what || ' ' || code as what, jobs from book_count where machine_model_id = ? and jobs <> 0",
                        model)
                .intoMap(r -> r.get(0, String.class), r -> r.get(1, Integer.class)));
    }

    private Map<String, Integer> countedAnew(long model) {
        return owner.ask(sql -> sql.fetch(COUNTED_ANEW.replace("{0}", "" + model))
                .intoMap(r -> r.get(0, String.class), r -> r.get(1, Integer.class)));
    }

    private int version(long job) {
        return api.get("/api/job/" + job).body().path("version").asInt();
    }

    @Test
    void theCountsEqualACountOfEverythingWhateverHappens() {
        Cookie mara = api.stepUp("Mara");
        String name = "Model " + UUID.randomUUID().toString().substring(0, 8);
        List<Long> jobs = new ArrayList<>();
        for (int i = 0; i < 4; i++) {
            jobs.add(api.post(mara, "/api/intake", Api.intake("Vantorel", name, "sticks"))
                    .body()
                    .path("id")
                    .asLong());
        }
        long model = owner.value(Long.class, "select id from machine_model where name = ?", name);
        Random random = new Random(9);
        int taken = 0;
        for (int i = 0; i < 70; i++) {
            long job = jobs.get(random.nextInt(jobs.size()));
            String fault = FAULTS.get(random.nextInt(FAULTS.size()));
            Api.Answer answer = switch (random.nextInt(5)) {
                case 0 -> api.post(mara, "/api/diagnosis/" + job + "/culprit", Map.of("fault", fault, "why", "seen"));
                case 1 -> api.delete(mara, "/api/diagnosis/" + job + "/culprit?fault=" + fault);
                case 2 ->
                    api.post(
                            mara,
                            "/api/choice/" + job,
                            Map.of(
                                    "version",
                                    version(job),
                                    "way",
                                    random.nextBoolean() ? "glue" : "donor",
                                    "reason",
                                    "tried"));
                default ->
                    api.post(
                            mara,
                            "/api/job/" + job + "/move",
                            Map.of(
                                    "version",
                                    version(job),
                                    "place",
                                    random.nextInt(3) == 0 ? "onTheBench" : "putAway",
                                    "why",
                                    "moved"));
            };
            taken += answer.status() < 300 ? 1 : 0;
            assertThat(asKept(model)).as("after " + i).isEqualTo(countedAnew(model));
        }
        assertThat(taken).as("most of it happened").isGreaterThan(35);
        assertThat(asKept(model)).hasSizeGreaterThan(3);
    }

    /** As an import or an erasure does it: several rows a statement. */
    @Test
    void manyRowsAtOnceAreCountedToo() {
        Cookie mara = api.stepUp("Mara");
        String name = "Model " + UUID.randomUUID().toString().substring(0, 8);
        long job = api.post(mara, "/api/intake", Api.intake("Vantorel", name, "sticks"))
                .body()
                .path("id")
                .asLong();
        long model = owner.value(Long.class, "select id from machine_model where name = ?", name);
        owner.execute("update job set place = 'putAway' where id = ?", job);
        owner.execute("""
                insert into job_culprit (shop_id, job_id, fault, words, why, stated_by, stated_at)
                select shop_id, job.id, fault, '{"format": 1, "code": "typed", "values": {"text": "it"}}', '',
                    (select min(id) from person where person.shop_id = job.shop_id), now()
                from job, unnest(array['a/b', 'c/d']) fault where job.id = ?""", job);
        assertThat(asKept(model)).isEqualTo(countedAnew(model)).containsEntry("told ", 1);
        owner.execute("delete from job_culprit where job_id = ?", job);
        assertThat(asKept(model)).isEqualTo(countedAnew(model)).containsOnlyKeys("seen ");
    }
}
