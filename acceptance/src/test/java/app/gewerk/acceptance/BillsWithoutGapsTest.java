package app.gewerk.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;

/** Two processes bill at once, one of them is killed in the middle of it: every number stands once, and none is left out. */
class BillsWithoutGapsTest {
    private static final int JOBS = 6;
    private static final int BILLS = 20;
    private static final String BILL = """
            {"lines":[{"of":"labour","what":"Work","quantity":1,"price":48}],"discount":0,"paid":0,"billedTo":"A. Owner"}
            """;

    @Test
    void theNumbersStandInARowWhateverDies() {
        RunningGewerk[] both = RunningGewerk.two(Map.of());
        try (RunningGewerk one = both[0];
                RunningGewerk two = both[1]) {
            ApiCaller ren = new ApiCaller(one, "Ren");
            ApiCaller mara = new ApiCaller(two, "Mara");
            for (int i = 0; i < JOBS; i++) {
                assertThat(ren.takeIn("bill it " + i, "take-in-bill-" + i).statusCode())
                        .isEqualTo(201);
            }
            one.inDatabase("update shop set tax_percent = 19");
            List<String> jobs = one.texts("select id::text from job order by id");
            AtomicInteger answered = new AtomicInteger();
            List<CompletableFuture<Void>> writers = new ArrayList<>();
            for (int w = 0; w < JOBS; w++) {
                ApiCaller who = w % 2 == 0 ? ren : mara;
                String job = jobs.get(w);
                writers.add(CompletableFuture.runAsync(() -> bill(who, job, answered)));
            }
            while (answered.get() < 10) {
                Thread.onSpinWait();
            }
            one.kill();
            writers.forEach(CompletableFuture::join);
            one.start();
            ApiCaller again = new ApiCaller(one, "Ren");
            // What was sent before and not answered is sent again under its own key.
            for (int w = 0; w < JOBS; w += 2) {
                bill(again, jobs.get(w), answered);
            }
            long bills = two.number("select count(*) from bill");
            assertThat(bills).as("each was billed once").isEqualTo((long) JOBS * BILLS);
            assertThat(two.number("select max(number) from bill")).isEqualTo(bills);
            assertThat(two.number("select last from bill_count")).isEqualTo(bills);
        }
    }

    private static void bill(ApiCaller who, String job, AtomicInteger answered) {
        for (int i = 0; i < BILLS; i++) {
            try {
                int status = who.post("/api/handback/" + job + "/bills", BILL, "bill-" + job + "-" + i)
                        .statusCode();
                assertThat(status).isEqualTo(200);
                answered.incrementAndGet();
            } catch (UncheckedIOException died) {
                return;
            }
        }
    }
}
