package app.gewerk.server.http;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;

class TurnsTest {
    /** The first record read after a start was refused as too much work: nothing was compiled yet. */
    @Test
    void moreIsAllowedJustAfterTheStart() {
        assertThat(Turns.nanos(59_000)).isEqualTo(2 * Turns.nanos(61_000));
    }

    /** Requests run on virtual threads; of one of those the usual counter of a thread's time says -1 for ever. */
    @Test
    void workOnARequestsThreadIsCounted() throws Exception {
        try (ExecutorService request = Executors.newVirtualThreadPerTaskExecutor()) {
            long counted = request.submit(() -> {
                        long before = Turns.worked();
                        long until = System.nanoTime() + TimeUnit.MILLISECONDS.toNanos(300);
                        while (System.nanoTime() < until) {
                            Thread.onSpinWait();
                        }
                        return Turns.worked() - before;
                    })
                    .get();
            assertThat(counted).isPositive();
        }
    }
}
