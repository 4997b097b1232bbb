package app.gewerk.core.job;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.gewerk.core.words.Refused;
import java.util.Arrays;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PlaceTest {
    @Test
    void nothingGoesToTheOwnerUnproved() {
        assertThatThrownBy(() -> Place.ON_THE_BENCH.requireMoveTo(Place.READY_TO_GO))
                .hasMessageContaining("Prove it first");
        assertThatCode(() -> Place.TO_PROVE.requireMoveTo(Place.READY_TO_GO)).doesNotThrowAnyException();
    }

    @Test
    void aTrayIsNotMovedToWhereItStands() {
        assertThatThrownBy(() -> Place.TO_PROVE.requireMoveTo(Place.TO_PROVE)).hasMessageContaining("already");
    }

    /** The moves a bench allows (common practice), each place by itself. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    ON_THE_BENCH       | WAITING_FOR_GEAR WAITING_FOR_ANSWER TO_PROVE PUT_AWAY
                    WAITING_FOR_GEAR   | ON_THE_BENCH WAITING_FOR_ANSWER TO_PROVE PUT_AWAY
                    WAITING_FOR_ANSWER | ON_THE_BENCH WAITING_FOR_GEAR TO_PROVE PUT_AWAY
                    TO_PROVE           | ON_THE_BENCH WAITING_FOR_GEAR WAITING_FOR_ANSWER READY_TO_GO PUT_AWAY
                    READY_TO_GO        | ON_THE_BENCH WAITING_FOR_GEAR WAITING_FOR_ANSWER TO_PROVE PUT_AWAY
                    PUT_AWAY           | ON_THE_BENCH WAITING_FOR_GEAR WAITING_FOR_ANSWER TO_PROVE READY_TO_GO
                    """)
    void aTrayGoesWhereItMay(Place from, String to) {
        Set<Place> allowed = Arrays.stream(to.split(" ")).map(Place::valueOf).collect(Collectors.toSet());
        assertThat(from.mayMoveTo()).isEqualTo(allowed);
        for (Place next : Place.values()) {
            if (allowed.contains(next)) {
                assertThatCode(() -> from.requireMoveTo(next)).doesNotThrowAnyException();
            } else {
                assertThatThrownBy(() -> from.requireMoveTo(next)).isInstanceOf(Refused.class);
            }
        }
    }
}
