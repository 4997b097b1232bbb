package app.gewerk.core.device;

import static org.assertj.core.api.Assertions.assertThat;

import app.gewerk.core.job.Way;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class ChapterTest {

    private static Chapter chapter(
            int seen,
            int told,
            Map<String, Integer> culprits,
            Map<String, Map<String, Integer>> signs,
            List<Chapter.Lasted> lasted,
            List<Integer> minutes) {
        return new Chapter(
                "projector",
                "Vantorel",
                "Slidewell 24",
                seen,
                told,
                culprits,
                signs,
                lasted,
                minutes,
                List.of(),
                List.of(),
                Optional.empty(),
                List.of(),
                List.of());
    }

    private static String absurd(Chapter chapter) {
        return chapter.absurd()
                .map(r -> ((app.gewerk.core.words.Say) r.say().values().get("what")).code())
                .orElse("");
    }

    @Test
    void whatCanBeIsTaken() {
        assertThat(absurd(chapter(
                        7,
                        6,
                        Map.of("gear/torn", 6, "motor/burnt", 1),
                        Map.of("gear/torn", Map.of("clicks", 5)),
                        List.of(new Chapter.Lasted(Way.GLUE, 400, true)),
                        List.of(55, 0))))
                .isEmpty();
    }

    @Test
    void whatCannotBeIsNamed() {
        assertThat(absurd(chapter(-1, 0, Map.of(), Map.of(), List.of(), List.of())))
                .isEqualTo("travel.count.jobs");
        assertThat(absurd(chapter(5, 6, Map.of(), Map.of(), List.of(), List.of())))
                .isEqualTo("travel.count.jobs");
        assertThat(absurd(chapter(2_000_000_000, 6, Map.of(), Map.of(), List.of(), List.of())))
                .isEqualTo("travel.count.jobs");
        assertThat(absurd(chapter(7, 6, Map.of("gear/torn", 7), Map.of(), List.of(), List.of())))
                .isEqualTo("travel.count.culprits");
        assertThat(absurd(chapter(
                        7, 6, Map.of("gear/torn", 2), Map.of("gear/torn", Map.of("clicks", 3)), List.of(), List.of())))
                .isEqualTo("travel.count.culprits");
        assertThat(absurd(chapter(
                        7, 6, Map.of(), Map.of(), List.of(new Chapter.Lasted(Way.GLUE, Double.NaN, false)), List.of())))
                .isEqualTo("travel.count.days");
        assertThat(absurd(chapter(
                        1,
                        1,
                        Map.of(),
                        Map.of(),
                        Collections.nCopies(2, new Chapter.Lasted(Way.GLUE, 4, false)),
                        List.of())))
                .isEqualTo("travel.count.days");
        assertThat(absurd(chapter(7, 6, Map.of(), Map.of(), List.of(), List.of(-5))))
                .isEqualTo("travel.count.minutes");
    }
}
