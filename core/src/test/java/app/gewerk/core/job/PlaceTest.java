package app.gewerk.core.job;

import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;

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
}
