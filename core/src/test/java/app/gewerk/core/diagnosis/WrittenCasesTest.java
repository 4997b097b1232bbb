package app.gewerk.core.diagnosis;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

@Tag("slow")
class WrittenCasesTest {
    private static final List<String> TABLE = Collections.synchronizedList(new ArrayList<>());

    /** From top to bottom to its end, for the table of docs/measurements.md; else until it has taken longer. */
    private static final boolean TO_THE_END = Boolean.getBoolean("gewerk.written.whole");

    @AfterAll
    static void writeTheTable() throws IOException {
        if (TO_THE_END) {
            Files.createDirectories(Path.of("target"));
            Files.write(Path.of("target", "written-cases.md"), TABLE);
        }
    }

    static List<WrittenCase> cases() {
        return WrittenCase.all();
    }

    @Test
    void thereAreAtLeastFifteen() {
        assertThat(cases()).hasSizeGreaterThanOrEqualTo(15);
    }

    /** A case that names a sign its machine does not have would prove nothing. */
    @ParameterizedTest
    @MethodSource("cases")
    void everyCaseSpeaksOfItsOwnMachine(WrittenCase written) {
        Diagnosis diagnosis = written.diagnosis();
        assertThat(written.shows()).allMatch(diagnosis::knows);
        assertThat(diagnosis.faults().stream().map(Fault::key)).containsAll(written.culprits());
    }

    /** With everything looked at that the case describes, the culprit stands first or second; two culprits are the two first. */
    @ParameterizedTest
    @MethodSource("cases")
    void theCulpritIsFirstOrSecondAfterTheChecks(WrittenCase written) {
        Map<String, Answer> seen = written.shows().stream().collect(Collectors.toMap(s -> s, s -> Answer.SEEN));
        List<String> ranked = written.diagnosis().standing(seen, java.util.Set.of()).faults().stream()
                .map(Diagnosis.Ranked::key)
                .toList();
        assertThat(written.culprits())
                .allSatisfy(c -> assertThat(WrittenCase.place(ranked, c)).isBetween(1, 2));
    }

    @ParameterizedTest
    @MethodSource("cases")
    void theProposedChecksFindItSoonerThanTopToBottom(WrittenCase written) {
        WrittenCase.Search proposed = written.asProposed();
        WrittenCase.Search topDown = written.topToBottom(TO_THE_END ? Double.POSITIVE_INFINITY : proposed.minutes());
        TABLE.add(String.format(
                Locale.ROOT,
                "| %s | %d | %.0f | %d | %s%.0f | %d |",
                written.name(),
                written.culprits().stream()
                        .mapToInt(c -> WrittenCase.place(proposed.ranked(), c))
                        .max()
                        .orElseThrow(),
                proposed.minutes(),
                proposed.checks(),
                topDown.found() ? "" : "not in ",
                topDown.minutes(),
                topDown.checks()));
        assertThat(proposed.found()).as(proposed.made().toString()).isTrue();
        assertThat(proposed.minutes()).isLessThan(topDown.minutes());
    }
}
