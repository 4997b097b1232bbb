package app.gewerk.core.fit;

import static app.gewerk.core.words.English.english;
import static org.assertj.core.api.Assertions.assertThat;

import app.gewerk.core.material.Materials;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** The order of work is common practice at the lathe: the bore first, the rest runs true to it. */
class AlterationTest {
    private static final Seating.On SHAFT = new Seating.On(3, 3, false, false, 25, Optional.of(100.0));

    private static Optional<Seating> seating(double bore) {
        return Seating.of(
                new Seating.Stock(
                        20, 22, 44, 5, Optional.of(bore), Materials.shipped().material("POM-C")),
                SHAFT);
    }

    private static List<String> steps(Optional<Seating> seating, double width, double tip, Optional<Double> toTip) {
        return Alteration.of(seating, new Alteration.Sizes(width, Optional.of(5.0), tip, toTip)).steps().stream()
                .map(step -> english(step.say()))
                .toList();
    }

    /** ISO 286: h11 of 3 to 6 mm is 0 to −0.075, of 18 to 30 mm 0 to −0.130; H7 of 6 to 10 mm is up to 0.015, of 3 mm 0.010. */
    @Test
    void boreThenTipsThenFacesThenEdgesAndOnTheShaftLast() {
        assertThat(steps(seating(2), 8, 23.4, Optional.of(22.6)))
                .satisfiesExactly(
                        bore -> assertThat(bore).startsWith("Drill and ream the bore to"),
                        tips -> assertThat(tips).contains("tips down to 22.60 mm (h11: down to 0.130 less)"),
                        face -> assertThat(face).contains("face it to 5.00 mm (h11: down to 0.075 less)"),
                        edges -> assertThat(edges).startsWith("Break the edges"),
                        on -> assertThat(on).startsWith("Press it on"));
    }

    @Test
    void aBushIsMadeAndPutInBeforeTheFacesAreTurned() {
        List<String> work = steps(seating(5), 8, 23, Optional.empty());
        int bush = indexOf(work, "Turn a brass bush");
        assertThat(bush).isNotNegative();
        assertThat(indexOf(work, "face it to")).isGreaterThan(bush);
        assertThat(work).last().asString().contains("set screw");
    }

    @Test
    void whatGoesInAsItIsTakesNothing() {
        assertThat(steps(seating(3), 5.1, 23, Optional.empty())).isEmpty();
        assertThat(steps(Optional.empty(), 4, 22, Optional.of(23.0))).isEmpty();
    }

    private static int indexOf(List<String> work, String words) {
        for (int i = 0; i < work.size(); i++) {
            if (work.get(i).contains(words)) {
                return i;
            }
        }
        return -1;
    }
}
