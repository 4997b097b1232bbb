package app.gewerk.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.UncheckedIOException;
import java.util.List;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.Isolated;

/** The server is killed while saves are on their way, and started again. */
@Isolated
class KilledServerTest {
    private static final int SAVES = 120;
    private static final int KILLED_AFTER = 25;

    @Test
    void nothingAcknowledgedIsLostAndNothingSentAgainIsDoubled() throws InterruptedException {
        try (RunningGewerk gewerk = RunningGewerk.empty()) {
            ApiCaller mara = new ApiCaller(gewerk, "Mara");
            Set<Integer> acknowledged = ConcurrentHashMap.newKeySet();
            CountDownLatch enough = new CountDownLatch(KILLED_AFTER);
            try (ExecutorService pool = Executors.newFixedThreadPool(4)) {
                for (int i = 0; i < SAVES; i++) {
                    int number = i;
                    pool.submit(() -> {
                        if (saved(mara, number)) {
                            acknowledged.add(number);
                            enough.countDown();
                        }
                    });
                }
                assertThat(enough.await(60, TimeUnit.SECONDS)).isTrue();
                gewerk.kill();
            }
            assertThat(acknowledged).hasSizeBetween(KILLED_AFTER, SAVES - 1);

            gewerk.start();
            String kept = gewerk.get("/api/job/rack").body();
            acknowledged.forEach(i -> assertThat(kept).contains("complaint " + i + "."));

            ApiCaller again = new ApiCaller(gewerk, "Mara");
            List<Integer> all = IntStream.range(0, SAVES).boxed().toList();
            all.forEach(i -> assertThat(saved(again, i)).isTrue());
            assertThat(gewerk.get("/api/job?find=complaint").body()).contains("complaint");
            assertThat(gewerk.get("/api/job/rack").body()).contains("\"count\":" + SAVES + ",");
        }
    }

    private static boolean saved(ApiCaller caller, int number) {
        try {
            return caller.takeIn("complaint " + number + ".", "save-number-" + number)
                            .statusCode()
                    == 201;
        } catch (UncheckedIOException lost) {
            return false;
        }
    }
}
