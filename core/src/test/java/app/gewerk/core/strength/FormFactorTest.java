package app.gewerk.core.strength;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.core.Checks;
import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.words.Refused;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Lewis' factor and stress; every row of the check files names its source. */
class FormFactorTest {

    static Stream<Checks.Row> factors() {
        return Checks.of("lewis_form_factor");
    }

    @ParameterizedTest
    @MethodSource("factors")
    void theTableAsPublished(Checks.Row row) {
        double actual = row.text("z").equals("rack") ? FormFactor.ofRack() : FormFactor.fromTable(row.whole("z"));
        assertThat(actual).isCloseTo(row.expected(), within(row.tolerance()));
    }

    static Stream<Checks.Row> stresses() {
        return Checks.of("lewis_stress");
    }

    @ParameterizedTest
    @MethodSource("stresses")
    void bendingAsPublished(Checks.Row row) {
        double force = row.text("load_kind").equals("force_N")
                ? row.number("force_or_torque")
                : ToothLoad.forceN(row.number("force_or_torque"), row.number("module"), row.whole("z"));
        ToothLoad load = new ToothLoad(
                row.number("module"),
                row.whole("z"),
                row.number("face_width"),
                force,
                FormFactor.fromTable(row.whole("z")),
                row.number("kv"));
        double actual = row.text("quantity").equals("force_N") ? force : load.bendingStressMpa();
        assertThat(actual).isCloseTo(row.expected(), within(row.tolerance()));
    }

    /** The published table was drawn from cut teeth: what the outline says agrees within 6 %. */
    @ParameterizedTest
    @ValueSource(ints = {12, 14, 17, 20, 24, 30, 43, 60, 100, 300})
    void theOutlineOfAFullDepthToothAgreesWithTheTable(int teeth) {
        CylindricalGear gear = CylindricalGear.spur(2, teeth, 0, BasicRack.INCH_20);
        assertThat(FormFactor.fromOutline(gear) / FormFactor.fromTable(teeth)).isCloseTo(1, within(.06));
    }

    @Test
    void profileShiftMakesASmallPinionStronger() {
        double plain = FormFactor.fromOutline(CylindricalGear.spur(.5, 10, .1, BasicRack.ISO_53_A));
        double shifted = FormFactor.fromOutline(CylindricalGear.spur(.5, 10, .45, BasicRack.ISO_53_A));
        assertThat(shifted).isGreaterThan(1.2 * plain);
        assertThat(FormFactor.fromOutline(CylindricalGear.spur(2, 10, .1, BasicRack.ISO_53_A)))
                .as("a matter of form, not of size")
                .isCloseTo(plain, within(1e-3));
    }

    @Test
    void belowTheTableTheOutlineIsAskedFor() {
        assertThatThrownBy(() -> FormFactor.fromTable(11))
                .isInstanceOf(Refused.class)
                .hasMessageContaining("from the outline");
    }
}
