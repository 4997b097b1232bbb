package app.gewerk.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

/** Five hundred requests that no front end sends, from the description of the API: refused in words, and nothing breaks. */
@Tag("slow")
class HostileTest {
    private static final int REQUESTS = 500;
    private static final double GROWTH_MB = 50;

    @Test
    void whateverIsSentIsAnsweredAndTheServerStaysAsItWas() {
        try (RunningGewerk gewerk = RunningGewerk.withDemo()) {
            HostileRun.Report report = new HostileRun(gewerk).send(REQUESTS, 20_261_125);
            assertThat(report.broken()).isEmpty();
            assertThat(report.growthMb()).isLessThan(GROWTH_MB);
            assertThat(report.byStatus().getOrDefault(200, 0))
                    .as("enough of it is let in to try what lies behind: %s", report.byStatus())
                    .isGreaterThan(REQUESTS / 10);
            assertThat(gewerk.get("/api/job/19").statusCode()).isEqualTo(200);
        }
    }
}
