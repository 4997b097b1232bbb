package app.gewerk.core.closeup;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.core.fit.PressFit;
import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.knowledge.Knowledge;
import app.gewerk.core.material.Elastic;
import app.gewerk.core.material.Material;
import app.gewerk.core.material.Materials;
import app.gewerk.core.teardown.StepLine;
import app.gewerk.core.words.Catalogue;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.hipparchus.analysis.integration.RombergIntegrator;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What is put on what, how much of it, and how a gear is pressed on. */
class ConsumablesTest {
    private static Material material(String code) {
        return Materials.shipped().material(code);
    }

    private static Duty duty(String gear, String mate, Duty.Load load, double temperature, boolean food) {
        return new Duty(material(gear), material(mate), load, Duty.Speed.SLOW, temperature, food);
    }

    private static List<Lubricant.WeighedLubricant> weigh(Duty duty) {
        return Lubricant.weigh(Knowledge.shipped(), duty);
    }

    private static List<String> fitting(Duty duty) {
        return weigh(duty).stream()
                .filter(Lubricant.WeighedLubricant::fits)
                .map(Lubricant.WeighedLubricant::code)
                .toList();
    }

    /** Mineral oil cracks polycarbonate (common practice). */
    @Test
    void polycarbonateGetsNoMineralOil() {
        assertThat(fitting(duty("PC", "POM-C", Duty.Load.MEDIUM, 30, false)))
                .contains("foodGrease")
                .doesNotContain("whiteGrease", "gearOil");
        assertThat(weigh(duty("PC", "POM-C", Duty.Load.MEDIUM, 30, false)).stream()
                        .filter(w -> w.code().equals("whiteGrease"))
                        .flatMap(w -> w.why().stream())
                        .map(Catalogue.english()::words))
                .anyMatch(w -> w.contains("attacks polycarbonate"));
    }

    @Test
    void whereFoodIsNearOnlyFoodGradeFits() {
        assertThat(fitting(duty("POM-C", "PA66", Duty.Load.HEAVY, 40, true)))
                .isNotEmpty()
                .allSatisfy(code -> assertThat(code).isIn("foodGrease", "whiteGrease"));
    }

    @Test
    void acetalOnAcetalGetsTheGreaseMadeForPlastic() {
        assertThat(fitting(duty("POM-C", "POM-C", Duty.Load.MEDIUM, 30, false))).startsWith("plasticGrease");
        assertThat(fitting(duty("POM-C", "POM-C", Duty.Load.MEDIUM, 200, false)))
                .as("nothing of ours is good to 200 °C under load")
                .isEmpty();
    }

    @Test
    void whatIsNotKnownIsToBeTriedOnAHiddenSpot() {
        assertThat(weigh(duty("ABS", "ABS", Duty.Load.LIGHT, 20, false)).stream()
                        .filter(w -> w.code().equals("plasticGrease"))
                        .flatMap(w -> w.why().stream())
                        .map(Catalogue.english()::words)
                        .collect(Collectors.joining()))
                .contains("try it on a hidden spot");
    }

    private static List<Bond.WeighedBond> bonds(Bond.Use use, String one, String other, double gap, double cureC) {
        return Bond.weigh(
                Knowledge.shipped(), new Bond.Joint(use, material(one), material(other), gap, false, cureC, 40));
    }

    private static List<String> holding(List<Bond.WeighedBond> bonds) {
        return bonds.stream()
                .filter(Bond.WeighedBond::fits)
                .map(Bond.WeighedBond::code)
                .toList();
    }

    /** Acetal takes glue only over a primer; thread lock cracks ABS (common practice). */
    @Test
    void theGlueFollowsThePlasticAndTheGap() {
        assertThat(holding(bonds(Bond.Use.GLUE, "POM-C", "POM-C", 0.05, 20))).containsExactly("instantPrimed");
        assertThat(holding(bonds(Bond.Use.GLUE, "ABS", "ABS", 0.5, 20)))
                .contains("epoxyQuick")
                .doesNotContain("instant", "absCement");
        assertThat(holding(bonds(Bond.Use.LOCK_THREAD, "STEEL", "ABS", 0.05, 20)))
                .containsExactly("lockLacquer");
        assertThat(holding(bonds(Bond.Use.RETAIN, "POM-C", "STEEL", 0.05, 20))).contains("retainStrong");
    }

    @Test
    void inTheColdItCuresTwiceAsLongForEveryTenDegrees() {
        double warm = bonds(Bond.Use.GLUE, "ABS", "ABS", 0.5, 20).getFirst().curesMinutes();
        double cold = bonds(Bond.Use.GLUE, "ABS", "ABS", 0.5, 10).getFirst().curesMinutes();
        double hot = bonds(Bond.Use.GLUE, "ABS", "ABS", 0.5, 30).getFirst().curesMinutes();
        assertThat(cold / warm).isCloseTo(2, within(1e-9));
        assertThat(hot).isEqualTo(warm);
    }

    /** An ounce is 28.349523125 g (international avoirdupois pound of 1959). */
    @Test
    void threeOuncesAreEightyFiveGrams() {
        GreaseAmount amount = GreaseAmount.filling(283.49523125, 1.0 / 3, 0.9);
        assertThat(amount.oz()).isCloseTo(3, within(1e-9));
        assertThat(amount.g()).isCloseTo(85.0485694, within(1e-6));
        assertThat(amount.ml()).isCloseTo(94.4984, within(1e-4));
    }

    /** The flank's length integrated along the involute: ds = r sqrt(r² − r_b²)/… , by Romberg. */
    @Test
    void aFilmCoversBothFlanksOfAllTeeth() {
        CylindricalGear gear = CylindricalGear.spur(1, 20, 0, BasicRack.ISO_53_A);
        double base = gear.baseDiameterMm() / 2;
        double foot = Math.max(base, gear.rootDiameterMm() / 2);
        double tip = gear.tipDiameterMm() / 2;
        double flank = new RombergIntegrator().integrate(100_000, r -> r / base, foot, tip);
        assertThat(GreaseAmount.film(gear, 6, 0.1, 0.9).ml()).isCloseTo(2 * 20 * flank * 6 * 0.1 / 1000, within(1e-9));
    }

    @ParameterizedTest
    @CsvSource({"0.5, 0.9, 0.9", "0.3, 0.87, 1.1", "0.8, 1.0, 0.85"})
    void sharesGoFromMassToVolumeAndBack(double byMass, double first, double second) {
        Shares mix = Shares.byMass(byMass, first, second);
        assertThat(Shares.byVolume(mix.firstByVolume(), first, second).firstByMass())
                .isCloseTo(byMass, within(1e-12));
        // 100 g of it, weighed and poured.
        assertThat((byMass * 100 / first) / (byMass * 100 / first + (1 - byMass) * 100 / second))
                .isCloseTo(mix.firstByVolume(), within(1e-12));
    }

    /**
     * Shigley's Mechanical Engineering Design, example 8-1: mean diameter 30 mm, lead 8 mm, friction 0.08, 6.4 kN: 15.94
     * N m without the collar (from memory).
     */
    @Test
    void aScrewRaisesItsLoadAsInTheTextbook() {
        assertThat(PlasticScrew.raisingNm(6400, 30, 8, 0.08)).isCloseTo(15.94, within(0.01));
    }

    /** A 3 mm screw in ABS strips somewhere between half and two newton metres' tenth: common practice, 0.5 to 1.2 N m. */
    @Test
    void aScrewInAbsStripsWhereAHandCanFeelIt() {
        PlasticScrew screw = PlasticScrew.of(
                        StepLine.read("out, 4 3x10 pan").fasteners().getFirst(), material("ABS"))
                .orElseThrow();
        assertThat(screw.stripsNm()).isBetween(0.5, 2.0);
        assertThat(screw.tightenNm()).isLessThan(screw.stripsNm() / 2);
        assertThat(PlasticScrew.of(StepLine.read("out, 4 M3x10 pan").fasteners().getFirst(), material("ABS")))
                .as("a machine screw has its nut or insert")
                .isEmpty();
    }

    @Test
    void twiceTheForceIsWhereToStopAndWarmItSlipsOn() {
        PressFit fit = new PressFit(3, 8, 0, 5, 0.03, 0.2, new Elastic(2700, 0.38), new Elastic(205_000, 0.3));
        Material gear = material("POM-C");
        PressingIn in = PressingIn.of(fit, gear, new PressingIn.Seat(Optional.of(2.0), Optional.of(0.3)));
        // The row of pressfit.csv: Lamé, plane stress.
        assertThat(in.expectN()).isCloseTo(148.2494352, within(1e-5));
        assertThat(in.stopN()).isEqualTo(2 * in.expectN());
        List<String> said = in.say().stream().map(Catalogue.english()::words).toList();
        assertThat(said).anyMatch(s -> s.contains("148 N")).anyMatch(s -> s.contains("2.00 mm past"));
        // 0.03 mm and 0.01 mm of slack on 3 mm with 110e-6 per K want 121 K more: beyond its 100 °C.
        assertThat(said).anyMatch(s -> s.contains("Warmed to 100 °C, no more"));
    }
}
