package app.gewerk.acceptance;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.io.IOException;
import java.util.Optional;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;

/** What machines do to programs: processes die, disks fill up, the database is away. Nothing acknowledged is lost. */
@Execution(ExecutionMode.CONCURRENT)
@Tag("slow")
class FaultsTest {
    /** The server, the database, the script: one each; the bench does a hundred. */
    private static final int CYCLES = 2;

    /** Longer than two waits for a connection, one of which a request has. */
    private static final int AWAY_S = 11;

    private static void everySaveStandsOnce(Writers.Outcome outcome) {
        assertThat(outcome.lost()).as(outcome.words()).isZero();
        assertThat(outcome.doubled()).as(outcome.words()).isZero();
    }

    private static void refusedInWords(Writers.Outcome outcome) {
        assertThat(outcome.statuses().keySet())
                .as("in words, no failure of ours: %s", outcome.said())
                .doesNotContain(500);
        assertThat(outcome.said())
                .isNotEmpty()
                .allSatisfy(said -> assertThat(said).contains("again"));
    }

    @Test
    void killedAtAnyMomentNothingAcknowledgedIsLostOrDoubled() {
        try (Installed installed = new Installed()) {
            Writers.Outcome outcome = Faults.kill(installed, CYCLES, 20_261_125);
            everySaveStandsOnce(outcome);
            assertThat(outcome.acknowledged()).isGreaterThan(5 * CYCLES);
        }
    }

    @Test
    void whileTheDatabaseIsAwayThereAreWordsAndThenItGoesOnByItself() {
        Writers.Outcome outcome = Faults.databaseAway(AWAY_S);
        everySaveStandsOnce(outcome);
        refusedInWords(outcome);
        assertThat(outcome.statuses()).as("every request is answered").doesNotContainKey(0);
    }

    @Test
    void onAFullDiskThereAreWordsAndWithRoomItGoesOnByItself() throws IOException {
        Optional<Writers.Outcome> outcome = Faults.fullDisk();
        assumeTrue(outcome.isPresent(), "a small disk can be mounted here");
        everySaveStandsOnce(outcome.orElseThrow());
        refusedInWords(outcome.orElseThrow());
    }

    @Test
    void twoProcessesOnANewDatabaseTellTheDemoOnce() {
        RunningGewerk[] both = RunningGewerk.twoWithDemo();
        try (RunningGewerk one = both[0];
                RunningGewerk other = both[1]) {
            assertThat(one.number("select count(*) from job")).isEqualTo(40);
            assertThat(other.get("/api/job/rack").body())
                    .isEqualTo(one.get("/api/job/rack").body());
        }
    }
}
