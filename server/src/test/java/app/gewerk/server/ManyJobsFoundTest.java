package app.gewerk.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.function.IntPredicate;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;

/** Among thousands of jobs, common words and rare ones, together or apart: the newest that have all of them, and only those. */
@ApiTest
class ManyJobsFoundTest {
    private static final int JOBS = 8000;
    private static final int MOST = 50;
    /** No shop of the tests; its rows are copies of a job of theirs. */
    private static final long SHOP = 1_000_001;

    private static final String TEXT = """
            concat_ws(' ', 'vantorel', case when n % 10 = 0 then 'sings rattles 3x' end, case when n % 10 = 5 then 'hums' end,
              case when n < 400 then 'squeals knocks' end, case when n >= 4000 then 'knocks' end,
              case when n = 77 or n = 7000 then 'whistles' end, n)""";

    @Autowired
    private Api api;

    @Autowired
    private Owner owner;

    @BeforeEach
    void thousandsOfJobs() {
        long job = api.job(api.stepUp("Mara"), "one");
        unchecked("insert into job overriding system value select made.* from job old, generate_series(1, " + JOBS
                + ") n,"
                + " jsonb_populate_record(null::job, to_jsonb(old) || jsonb_build_object('shop_id', " + SHOP
                + ", 'id', "
                + SHOP + " + n, 'tray_number', n, 'find_text', " + TEXT + ")) made where old.id = " + job);
        owner.execute("analyze job");
    }

    @AfterEach
    void gone() {
        unchecked("delete from job where shop_id = " + SHOP);
    }

    /** Without keys and triggers, for this statement alone. */
    private void unchecked(String statement) {
        owner.execute("do $$ begin set local session_replication_role = replica; " + statement + "; end $$");
    }

    private List<Integer> found(Integer before, String... words) {
        String[] patterns = IntStream.range(0, words.length)
                .mapToObj(i -> "%" + words[i] + "%")
                .toArray(String[]::new);
        Integer[] ofWord = IntStream.range(0, words.length).boxed().toArray(Integer[]::new);
        return owner.ask(sql -> sql.fetch(
                        "select jobs_with_words(?, ?, ?, ?, ?)",
                        SHOP,
                        patterns,
                        ofWord,
                        before == null ? null : SHOP + before,
                        MOST)
                .map(r -> (int) (r.get(0, Long.class) - SHOP)));
    }

    private static List<Integer> newest(int before, IntPredicate which) {
        return IntStream.iterate(before - 1, n -> n > 0, n -> n - 1)
                .filter(which)
                .limit(MOST)
                .boxed()
                .toList();
    }

    @Test
    void theNewestThatHaveAllOfTheWords() {
        assertThat(found(null, "sings", "rattles")).isEqualTo(newest(JOBS + 1, n -> n % 10 == 0));
        assertThat(found(5000, "sings", "rattles")).as("and before those").isEqualTo(newest(5000, n -> n % 10 == 0));
        assertThat(found(null, "3x", "rattles")).isEqualTo(newest(JOBS + 1, n -> n % 10 == 0));
        assertThat(found(null, "sings")).isEqualTo(newest(JOBS + 1, n -> n % 10 == 0));
        assertThat(found(null)).isEqualTo(newest(JOBS + 1, n -> true));
    }

    @Test
    void wordsThatAreCommonButSeldomTogetherOrOnlyInTheOldest() {
        assertThat(found(null, "sings", "hums")).isEmpty();
        assertThat(found(null, "squeals", "knocks")).isEqualTo(newest(400, n -> true));
        assertThat(found(null, "vantorel", "whistles")).containsExactly(7000, 77);
        assertThat(found(null, "knocks", "whistles")).containsExactly(7000, 77);
        assertThat(found(null, "sings", "knocks", "nosuchword")).isEmpty();
    }
}
