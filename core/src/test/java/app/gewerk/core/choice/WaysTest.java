package app.gewerk.core.choice;

import static app.gewerk.core.words.English.english;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.core.damage.ToothMap;
import app.gewerk.core.damage.ToothMark;
import app.gewerk.core.fit.BenchStep;
import app.gewerk.core.fit.Growth;
import app.gewerk.core.fit.WorkingBacklash;
import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.GearPair;
import app.gewerk.core.gear.Pitch;
import app.gewerk.core.job.Way;
import app.gewerk.core.material.Materials;
import app.gewerk.core.sourcing.GearNeed;
import app.gewerk.core.sourcing.GearOffer;
import app.gewerk.core.sourcing.Match;
import app.gewerk.core.words.Say;
import java.math.BigDecimal;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/**
 * Written cases, as a bench decides them (common practice): each way winning once for the owner it suits, declining, and the
 * obvious pick being wrong. All sizes are made up.
 */
class WaysTest {
    private static final CylindricalGear GEAR = CylindricalGear.spur(.5, 24, 0, BasicRack.ISO_53_A);
    private static final CylindricalGear MATE = CylindricalGear.spur(.5, 48, 0, BasicRack.ISO_53_A);
    private static final Materials MATERIALS = Materials.shipped();

    /** What is said of a place, beginning with what is usual. */
    private static final class Place {
        String material = "POM-C";
        String mateMaterial = "POM-C";
        double temperatureC = 40;
        double ageYears = 10;
        boolean driven = true;
        boolean keyed;
        Optional<Double> shaft = Optional.empty();
        Optional<Double> room = Optional.empty();
        Optional<Double> hubOut = Optional.empty();
        Optional<Boolean> hubAlike = Optional.empty();
        Optional<Double> arc = Optional.empty();
        boolean soft;
        int sisters;
        Optional<Double> donorAge = Optional.empty();
        boolean goodOne;
        Optional<Priced> original = Optional.empty();
        List<Companion> companions = List.of();
        boolean inStep;
        Optional<Priced> assembly = Optional.empty();
        Optional<Double> motor = Optional.empty();
        Optional<Double> jam = Optional.empty();
        double nozzle = .4;
        Optional<Double> hours = Optional.empty();
        Optional<Double> rpm = Optional.empty();
        Optional<Say> twin = Optional.empty();
        Map<Way, Earlier> earlier = Map.of();
        CylindricalGear mate = MATE;
        double centre = 18.05;
        Optional<Double> newPrice = Optional.of(200.0);
        Optional<ToothMap> map = Optional.of(torn(5));
        CylindricalGear gear = GEAR;
        List<Buyable> offers = List.of();
        Optional<Double> mateWidth = Optional.of(4.0);
        List<InTrain.Other> others = List.of();

        Optional<InTrain> train() {
            return Optional.of(new InTrain(
                    "gear",
                    Say.typed("gear"),
                    Optional.empty(),
                    Optional.empty(),
                    others,
                    Optional.empty(),
                    rpm,
                    twin));
        }

        Problem problem() {
            return new Problem(
                    gear,
                    Optional.of(4.0),
                    Optional.of(2.0),
                    Optional.of(mate),
                    mateWidth,
                    Optional.of(centre),
                    map,
                    new Circumstances(
                            material,
                            mateMaterial,
                            temperatureC,
                            ageYears,
                            driven,
                            keyed,
                            shaft,
                            room,
                            hubOut,
                            hubAlike,
                            arc,
                            soft,
                            sisters,
                            donorAge,
                            goodOne,
                            inStep,
                            original,
                            companions,
                            assembly,
                            motor,
                            jam,
                            nozzle,
                            hours),
                    offers,
                    new Problem.Terms(40, 1, newPrice, .5),
                    45,
                    train(),
                    earlier,
                    Problem.Known.shipped());
        }

        Ways.Weighed weighed(Wish wish) {
            return Ways.weigh(problem(), wish);
        }

        Option best(Wish wish) {
            return weighed(wish).options().getFirst();
        }

        String whyNot(Way way) {
            return weighed(Wish.CHEAP).notHere().stream()
                    .filter(n -> n.way() == way)
                    .map(n -> english(n.why()))
                    .findFirst()
                    .orElseThrow();
        }

        Option option(Way way) {
            return weighed(Wish.CHEAP).options().stream()
                    .filter(o -> o.way() == way)
                    .findFirst()
                    .orElseThrow();
        }
    }

    private static ToothMap map(List<ToothMark> marks, ToothMap.Hub hub) {
        return new ToothMap(
                "first gear",
                "",
                24,
                Optional.of(4.0),
                Optional.of(4.0),
                marks,
                hub,
                ToothMap.Bore.SOUND,
                ToothMap.Web.SOUND,
                false,
                false,
                false,
                5,
                "");
    }

    /** A run of teeth torn off. */
    private static ToothMap torn(int teeth) {
        return map(
                IntStream.rangeClosed(1, teeth)
                        .mapToObj(t ->
                                new ToothMark(t, ToothMark.Kind.MISSING, ToothMark.Flank.BOTH, 1, Optional.empty()))
                        .toList(),
                ToothMap.Hub.SOUND);
    }

    private static ToothMap split() {
        return map(List.of(), ToothMap.Hub.SPLIT);
    }

    private static ToothMap wornOnOneFlank() {
        return map(
                IntStream.rangeClosed(1, 24)
                        .mapToObj(t ->
                                new ToothMark(t, ToothMark.Kind.WORN, ToothMark.Flank.CLOCKWISE, .6, Optional.empty()))
                        .toList(),
                ToothMap.Hub.SOUND);
    }

    private static ToothMap wornInABand(double from, double to) {
        return map(
                IntStream.rangeClosed(1, 24)
                        .mapToObj(t -> new ToothMark(
                                t,
                                ToothMark.Kind.BAND,
                                ToothMark.Flank.BOTH,
                                .8,
                                Optional.of(new ToothMark.Band(from, to))))
                        .toList(),
                ToothMap.Hub.SOUND);
    }

    private static Buyable offer(String material, String listed, double bore, String price, int days) {
        GearOffer gear = new GearOffer(
                "seller", "item", Pitch.ofModule(.5), 24, 20, false, bore, 4, listed, 1, new BigDecimal(price), 9, 1);
        Match match = Match.rank(new GearNeed(GEAR, 2, 4), List.of(gear)).getFirst();
        return new Buyable(match, MATERIALS.material(material), new Priced(new BigDecimal(price), days));
    }

    private static Priced priced(String price, int days) {
        return new Priced(new BigDecimal(price), days);
    }

    private static Place with(UnaryOperator<Place> told) {
        return told.apply(new Place());
    }

    @Test
    void aSplitHubWithAFlatAndASleeveIsGlued() {
        Place place = new Place();
        place.map = Optional.of(split());
        place.material = "ABS";
        place.ageYears = 4;
        place.driven = false;
        place.keyed = true;
        place.hubOut = Optional.of(3.0);
        place.original = Optional.of(priced("38", 12));
        assertThat(place.best(Wish.CHEAP).way()).isEqualTo(Way.GLUE);
        assertThat(place.best(Wish.QUICK).way()).isEqualTo(Way.GLUE);
    }

    @Test
    void aDrivenGearOnABareShaftIsNotGluedForLong() {
        Place place = new Place();
        place.map = Optional.of(split());
        place.original = Optional.of(priced("18", 9));
        Option glue = place.option(Way.GLUE);
        assertThat(glue.strengthShare())
                .as("acetal takes no glue, friction needs a tight clamp")
                .isLessThan(.3);
        assertThat(glue.chance().likely()).isLessThan(.1);
        assertThat(place.best(Wish.CHEAP).way()).isEqualTo(Way.ORIGINAL);
        assertThat(with(p -> p).whyNot(Way.GLUE)).isEqualTo("Glue does not bring back the 5 missing teeth");
    }

    @Test
    void aNarrowBandWithRoomAlongTheShaftGetsAShim() {
        Place place = new Place();
        place.map = Optional.of(wornInABand(0, 1.6));
        place.mateWidth = Optional.of(1.6);
        place.room = Optional.of(2.0);
        place.ageYears = 6;
        place.original = Optional.of(priced("22", 8));
        Option best = place.best(Wish.QUICK);
        assertThat(best.way()).isEqualTo(Way.FRESH_TEETH);
        assertThat(best.shown().shimMm()).isCloseTo(1.8, within(1e-9));
        assertThat(best.shown().shimAtFarEnd())
                .as("worn at the near end, the far one is brought under the mate")
                .isTrue();
        assertThat(best.strengthShare())
                .as("the whole mate runs on what is fresh")
                .isCloseTo(1, within(1e-9));
        place.map = Optional.of(wornInABand(2.4, 4));
        assertThat(place.option(Way.FRESH_TEETH).shown().shimAtFarEnd()).isFalse();
        place.map = Optional.of(wornInABand(0, 1.6));
        place.room = Optional.of(.5);
        assertThat(place.whyNot(Way.FRESH_TEETH)).isEqualTo("The shim would need 0.8 mm; there is room for 0.5 mm");
        place.room = Optional.empty();
        assertThat(place.whyNot(Way.FRESH_TEETH)).contains("how much room");
    }

    @Test
    void wornOnOneFlankItIsTurnedOverWhereTheHubIsAlike() {
        Place place = new Place();
        place.map = Optional.of(wornOnOneFlank());
        place.original = Optional.of(priced("22", 8));
        assertThat(place.whyNot(Way.FRESH_TEETH)).contains("alike on both sides");
        place.hubAlike = Optional.of(true);
        assertThat(place.option(Way.FRESH_TEETH).shown().turnedOver()).isTrue();
        assertThat(place.best(Wish.QUICK).way()).isEqualTo(Way.FRESH_TEETH);
    }

    @Test
    void aGearThatWorksOverPartOfATurnIsTurnedOnAFewTeeth() {
        Place place = new Place();
        place.arc = Optional.of(120.0);
        Option fresh = place.option(Way.FRESH_TEETH);
        assertThat(english(fresh.say())).startsWith("Turn it on to teeth");
        assertThat(fresh.strengthShare()).isEqualTo(1);
        place.arc = Optional.of(300.0);
        assertThat(place.whyNot(Way.FRESH_TEETH)).isEqualTo("No teeth are left that never worked");
    }

    @Test
    void aYoungDonorBeatsAnOldOne() {
        Place place = new Place();
        place.ageYears = 12;
        place.map = Optional.of(split());
        place.donorAge = Optional.of(2.0);
        place.original = Optional.of(priced("48", 15));
        assertThat(place.best(Wish.CHEAP).way()).isEqualTo(Way.DONOR);
        double young = place.option(Way.DONOR).chance().likely();
        place.donorAge = Optional.of(12.0);
        assertThat(place.option(Way.DONOR).chance().likely()).isLessThan(young - .2);
    }

    @Test
    void theSameGearFromASellerIsBought() {
        Place place = new Place();
        place.offers = List.of(offer("POM-C", "POM", 2, "6.40", 3));
        place.original = Optional.of(priced("31", 14));
        assertThat(place.best(Wish.CHEAP).way()).isEqualTo(Way.BUY);
        assertThat(place.best(Wish.CHEAP).strengthShare()).isCloseTo(1, within(1e-3));
        assertThat(place.best(Wish.AS_IT_WAS).way())
                .as("the wish turns the order round")
                .isEqualTo(Way.ORIGINAL);
        assertThat(with(p -> p).whyNot(Way.BUY)).isEqualTo("No seller has a plastic gear of this count and pitch");
    }

    @Test
    void anotherGearOfTheTrainIsNamedWhereItGivesWayFirst() {
        Place place = new Place();
        place.offers = List.of(offer("BRASS", "brass", 2, "18", 3));
        place.jam = Optional.of(100.0);
        Option alone = place.option(Way.METAL);
        assertThat(alone.weakest().part().code()).isEqualTo("choose.theMate");
        double force = 2 * 100 / GEAR.referenceDiameterMm();
        place.others = List.of(
                new InTrain.Other(Say.typed("output gear"), force / 2, false),
                new InTrain.Other(Say.typed("its mate once more"), force / 8, true));
        Option inTrain = place.option(Way.METAL);
        assertThat(inTrain.weakest().part()).isEqualTo(Say.typed("output gear"));
        assertThat(inTrain.weakest().overJam().orElseThrow()).isCloseTo(.5, within(1e-9));
    }

    @Test
    void twoStockGearsOfAnotherPitchStandAtTheOldDistance() {
        Place place = new Place();
        place.nozzle = .8;
        Option best = place.best(Wish.CHEAP);
        assertThat(best.way()).isEqualTo(Way.SUBSTITUTE);
        Option.Teeth own = best.shown().gear().orElseThrow();
        Option.Teeth other = best.shown().mate().orElseThrow();
        GearPair pair = GearPair.at(
                CylindricalGear.spur(own.module(), own.toothCount(), 0, BasicRack.ISO_53_A),
                CylindricalGear.spur(other.module(), other.toothCount(), 0, BasicRack.ISO_53_A),
                18.05);
        assertThat(pair.circumferentialBacklashMm()).isPositive();
        assertThat(pair.contactRatio()).isGreaterThan(1.15);
        assertThat(other.toothCount() / (double) own.toothCount()).isCloseTo(2, within(.06));
        Growth warmGears = Growth.of(MATERIALS.material("POM-C"), 40, 0);
        double warm = WorkingBacklash.of(pair, warmGears, warmGears, Growth.of(MATERIALS.material("ABS"), 40, 0), 0)
                .circumferentialBacklashMm();
        assertThat(best.reasons())
                .filteredOn(r -> r.code().equals("choose.substituteBacklash"))
                .singleElement()
                .satisfies(r -> assertThat((double) r.values().get("hot")).isCloseTo(warm, within(1e-12)))
                .satisfies(r -> assertThat((double) r.values().get("hot"))
                        .as("acetal grows more than its housing")
                        .isLessThan((double) r.values().get("cold")));
    }

    @Test
    void aCoarseCoolLightlyLoadedGearIsPrintedAFineOneIsNot() {
        Place place = new Place();
        place.gear = CylindricalGear.spur(1.5, 24, 0, BasicRack.ISO_53_A);
        place.temperatureC = 25;
        place.motor = Optional.of(60.0);
        place.original = Optional.of(priced("95", 30));
        assertThat(place.best(Wish.QUICK).way()).isEqualTo(Way.PRINT);
        place.gear = CylindricalGear.spur(.3, 24, 0, BasicRack.ISO_53_A);
        assertThat(place.whyNot(Way.PRINT)).contains("less than two lines of the 0.4 mm nozzle");
        place.gear = GEAR;
        place.nozzle = .25;
        place.temperatureC = 110;
        assertThat(place.whyNot(Way.PRINT)).isEqualTo("Nothing that is printed stands 110 °C for long");
    }

    @Test
    void aFineGearWithAGoodOneAtHandIsCast() {
        Place place = new Place();
        place.gear = CylindricalGear.spur(.3, 24, 0, BasicRack.ISO_53_A);
        place.temperatureC = 25;
        place.goodOne = true;
        place.ageYears = 25;
        assertThat(place.weighed(Wish.QUICK).options())
                .extracting(Option::way)
                .startsWith(Way.CAST)
                .doesNotContain(Way.PRINT);
    }

    @Test
    void aHotOverloadedPlaceGetsMetal() {
        Place place = new Place();
        place.ageYears = 2;
        place.temperatureC = 95;
        place.motor = Optional.of(80.0);
        place.offers = List.of(offer("POM-C", "POM", 2, "6.40", 3), offer("BRASS", "brass", 2, "14.80", 3));
        place.mateMaterial = "STEEL";
        assertThat(place.best(Wish.LASTING).way()).isEqualTo(Way.METAL);
        assertThat(place.option(Way.METAL).noiseDb()).isGreaterThan(3);
        assertThat(place.best(Wish.QUIET).way()).isNotEqualTo(Way.METAL);
    }

    @Test
    void withSeveralPartsGoneTheWholeAssembly() {
        Place place = new Place();
        place.assembly = Optional.of(priced("58", 4));
        place.original = Optional.of(priced("55", 21));
        assertThat(place.best(Wish.LASTING).way()).isEqualTo(Way.ASSEMBLY);
        assertThat(place.best(Wish.QUICK).way()).isNotEqualTo(Way.ORIGINAL);
    }

    @Test
    void nearTheNewPriceItIsDeclined() {
        Place place = new Place();
        place.newPrice = Optional.of(35.0);
        place.original = Optional.of(priced("24", 9));
        place.nozzle = 1;
        assertThat(place.weighed(Wish.CHEAP).decline().map(s -> english(s)))
                .hasValueSatisfying(why -> assertThat(why).contains("of a new one at 35.00"));
        place.newPrice = Optional.of(350.0);
        assertThat(place.weighed(Wish.CHEAP).decline()).isEmpty();
    }

    /** The strongest gear looks best; but the soft one was meant to give way, and now something dearer would. */
    @Test
    void theObviousPickIsWrongWhereTheNextWeakestGoes() {
        Place place = new Place();
        place.ageYears = 3;
        place.offers = List.of(offer("POM-C", "POM", 2, "6.40", 3), offer("BRASS", "brass", 2, "6.40", 3));
        Option hard = place.option(Way.METAL);
        assertThat(hard.strengthShare()).isGreaterThan(2);
        assertThat(english(hard.weakest().part())).isEqualTo("its mate");
        assertThat(place.best(Wish.LASTING).way())
                .as("as far as this gear goes")
                .isEqualTo(Way.METAL);
        place.soft = true;
        assertThat(place.best(Wish.LASTING).way()).isNotEqualTo(Way.METAL);
        assertThat(place.option(Way.METAL).cautions().stream().map(s -> english(s)))
                .anyMatch(c -> c.contains("its mate or something dearer breaks next time"));
        assertThat(place.option(Way.METAL).expectedCost())
                .isGreaterThan(place.option(Way.BUY).expectedCost());
        place.jam = Optional.of(5.0);
        assertThat(place.option(Way.METAL).weakest().overJam().orElseThrow())
                .as("the stalled motor breaks nothing")
                .isGreaterThan(1);
        assertThat(place.best(Wish.LASTING).way()).isEqualTo(Way.METAL);
    }

    @Test
    void sistersAreReplacedWhereASecondOpeningIsDear() {
        Place place = new Place();
        place.offers = List.of(offer("POM-C", "POM", 2, "2.10", 3));
        place.sisters = 3;
        place.ageYears = 12;
        List<Ways.Together> cheap = place.weighed(Wish.CHEAP).together();
        assertThat(cheap.get(1).expectedCost())
                .as("all four")
                .isLessThan(cheap.get(0).expectedCost());
        place.offers = List.of(offer("POM-C", "POM", 2, "42", 3));
        List<Ways.Together> dear = place.weighed(Wish.CHEAP).together();
        assertThat(dear.get(0).expectedCost()).isLessThan(dear.get(1).expectedCost());
    }

    /**
     * The fit: 2.06 mm in a bore of 2.00 of a ring of 10.75, rigid shaft: p = E δ/d / ((D²+d²)/(D²−d²) + ν), strain near δ/d = 3 %, past the
     * 1.2 % that acetal bears.
     */
    @Test
    void whyItFailedWeighsThePatternWithTheNumbers() {
        Place place = new Place();
        place.map = Optional.of(split());
        List<WhyItFailed.WhyCause> plain = WhyItFailed.of(place.problem());
        double before = chance(plain, "hoopStress");
        place.shaft = Optional.of(2.06);
        List<WhyItFailed.WhyCause> tight = WhyItFailed.of(place.problem());
        assertThat(tight.getFirst().code()).isEqualTo("hoopStress");
        assertThat(chance(tight, "hoopStress")).isGreaterThan(before);
        assertThat(english(tight.getFirst().numbers().getFirst()))
                .startsWith("It was pressed on by 0.06 mm: the bore is strained by 2.9 %, acetal")
                .contains("1.2 %");
        place.shaft = Optional.of(2.005);
        assertThat(chance(WhyItFailed.of(place.problem()), "hoopStress")).isLessThan(before);
        place.map = Optional.of(torn(5));
        place.shaft = Optional.empty();
        place.jam = Optional.of(2000.0);
        WhyItFailed.WhyCause jam = WhyItFailed.of(place.problem()).getFirst();
        assertThat(jam.code()).isEqualTo("jamOrBlow");
        assertThat(english(jam.numbers().getFirst())).contains("The stalled motor puts 333 N on a tooth");
        assertThat(english(jam.putRight())).isNotBlank();
        assertThat(WhyItFailed.of(place.problem()).stream()
                        .mapToDouble(WhyItFailed.WhyCause::probability)
                        .sum())
                .isCloseTo(1, within(1e-9));
        place.map = Optional.empty();
        assertThat(WhyItFailed.of(place.problem())).isEmpty();
    }

    private static double chance(List<WhyItFailed.WhyCause> causes, String code) {
        return causes.stream()
                .filter(c -> c.code().equals(code))
                .mapToDouble(WhyItFailed.WhyCause::probability)
                .sum();
    }

    /** Whatever is told: chances are chances, a band holds its middle, money adds up, and every way is in one of the two lists. */
    @Test
    void whateverIsToldTheAnswerHoldsTogether() {
        java.util.Random random = new java.util.Random(13);
        for (int round = 0; round < 120; round++) {
            Place place = new Place();
            place.temperatureC = 5 + random.nextInt(110);
            place.ageYears = 1 + random.nextInt(40);
            place.driven = random.nextBoolean();
            place.keyed = random.nextBoolean();
            place.soft = random.nextBoolean();
            place.goodOne = random.nextBoolean();
            place.room = random.nextBoolean() ? Optional.of(random.nextDouble(4)) : Optional.empty();
            place.hubOut = random.nextBoolean() ? Optional.of(random.nextDouble(4)) : Optional.empty();
            place.hubAlike = random.nextBoolean() ? Optional.of(random.nextBoolean()) : Optional.empty();
            place.donorAge = random.nextBoolean() ? Optional.of(random.nextDouble(30)) : Optional.empty();
            place.original = random.nextBoolean()
                    ? Optional.of(priced("" + random.nextInt(90), random.nextInt(30)))
                    : Optional.empty();
            place.assembly = random.nextBoolean()
                    ? Optional.of(priced("" + random.nextInt(200), random.nextInt(30)))
                    : Optional.empty();
            place.jam = random.nextBoolean() ? Optional.of(random.nextDouble(200)) : Optional.empty();
            place.map = Optional.of(List.of(
                            torn(1 + random.nextInt(9)),
                            split(),
                            wornOnOneFlank(),
                            wornInABand(0, 1 + random.nextInt(3)))
                    .get(random.nextInt(4)));
            place.offers = random.nextBoolean()
                    ? List.of()
                    : List.of(offer("POM-C", "POM", 2, "6.40", 3), offer("BRASS", "brass", 2, "9", 5));
            place.gear = CylindricalGear.spur(.2 + random.nextDouble(1.5), 24, 0, BasicRack.ISO_53_A);
            for (Wish wish : Wish.values()) {
                Ways.Weighed weighed = place.weighed(wish);
                assertThat(weighed.options()).allSatisfy(o -> {
                    assertThat(o.chance().likely()).isBetween(0.0, 1.0);
                    assertThat(o.chance().low()).isLessThanOrEqualTo(o.chance().likely() + 1e-9);
                    assertThat(o.chance().high())
                            .isGreaterThanOrEqualTo(o.chance().likely() - 1e-9);
                    assertThat(o.strengthShare()).isPositive();
                    assertThat(o.weakest().share()).isLessThanOrEqualTo(o.strengthShare() + 1e-9);
                    assertThat(o.expectedCost())
                            .isEqualByComparingTo(o.parts().add(o.labour()).add(o.again()));
                    assertThat(english(o.say())).doesNotContain("{");
                    assertThat(o.days()).isNotNegative();
                });
                Set<Way> seen = new java.util.HashSet<>();
                weighed.options().forEach(o -> assertThat(seen.add(o.way())).isTrue());
                weighed.notHere().forEach(n -> assertThat(seen.add(n.way())).isTrue());
                assertThat(seen).hasSize(10);
            }
        }
    }

    /** A stock gear is not shifted: beside a mate that is, the distance still suits it, with a little more play. */
    @Test
    void oneStockGearAloneIsEnoughWhereTheMateCanStay() {
        Place place = new Place();
        place.gear = CylindricalGear.spur(.5, 24, .1, BasicRack.ISO_53_A);
        place.centre = GearPair.zeroBacklashCentreMm(place.gear, MATE) + .01;
        Option substitute = place.option(Way.SUBSTITUTE);
        assertThat(substitute.say().code()).isEqualTo("choose.substituteAlone");
        assertThat(substitute.shown().mate()).as("the mate stays").isEmpty();
        Option.Teeth own = substitute.shown().gear().orElseThrow();
        assertThat(own.toothCount()).isEqualTo(24);
        assertThat(own.profileShiftCoefficient()).isZero();
        assertThat(substitute.work().stream().map(step -> english(step.say())))
                .as("on the shaft of the old bore")
                .anyMatch(step -> step.startsWith("Drill and ream the bore to 1.9"));
    }

    /** Six repairs' worth of reckoning and six of the shop's own, of which three came back: half way between. */
    @Test
    void whatCameBackHereCountsAgainstAWayAndWhatDidNotForIt() {
        Place place = new Place();
        double reckoned = place.option(Way.SUBSTITUTE).chance().likely();
        place.earlier = Map.of(Way.SUBSTITUTE, new Earlier(6, 3));
        Option substitute = place.option(Way.SUBSTITUTE);
        assertThat(substitute.chance().likely()).isCloseTo((reckoned + .5) / 2, within(1e-12));
        assertThat(substitute.reasons()).extracting(Say::code).contains("choose.earlier");
        place.earlier = Map.of(Way.SUBSTITUTE, new Earlier(6, 0));
        assertThat(place.option(Way.SUBSTITUTE).chance().likely()).isGreaterThan(reckoned);
    }

    private static WhyItFailed.WhyCause why(Place place, String code) {
        return WhyItFailed.of(place.problem()).stream()
                .filter(c -> c.code().equals(code))
                .findFirst()
                .orElseThrow();
    }

    /** Root strength falls with the turns by (10⁶/N)^k; 2,000 hours at 100 a minute are 12 million turns. */
    @Test
    void hoursAreWeighedByTheTurnsAndWhatTurnsDoNotExplainIsDirt() {
        Place place = new Place();
        place.map = Optional.of(wornOnOneFlank());
        place.motor = Optional.of(30.0);
        double unknown = why(place, "dryOrDirty").probability();
        place.hours = Optional.of(2000.0);
        place.rpm = Optional.of(100.0);
        WhyItFailed.WhyCause overload = why(place, "overload");
        Say turns = overload.numbers().stream()
                .filter(n -> n.code().equals("why.turns"))
                .findFirst()
                .orElseThrow();
        assertThat((double) turns.values().get("millions")).isCloseTo(12, within(1e-9));
        assertThat((double) turns.values().get("bears"))
                .isCloseTo(place.problem().originalCapacityN() * Math.pow(1 / 12.0, .079), within(1e-9));
        assertThat(why(place, "dryOrDirty").probability()).isGreaterThan(unknown);
    }

    @Test
    void twoEndsThatTurnAgainstEachOtherChangePlaces() {
        Place place = new Place();
        place.map = Optional.of(wornOnOneFlank());
        place.hubAlike = Optional.of(false);
        assertThat(Ways.weigh(place.problem(), Wish.CHEAP).options())
                .extracting(Option::way)
                .doesNotContain(Way.FRESH_TEETH);
        place.twin = Optional.of(Say.typed("right end gear"));
        Option swap = place.option(Way.FRESH_TEETH);
        assertThat(swap.say().code()).isEqualTo("choose.swap");
        assertThat(english(swap.say())).contains("Change it for the right end gear");
    }

    @Test
    void aMateThatWearsFasterSpeaksForDryOrDirtyRunning() {
        Place place = new Place();
        place.map = Optional.of(wornOnOneFlank());
        double onAcetal = why(place, "dryOrDirty").probability();
        place.mateMaterial = "PA66-GF30";
        WhyItFailed.WhyCause rough = why(place, "dryOrDirty");
        assertThat(rough.numbers()).extracting(Say::code).contains("why.mate");
        assertThat(rough.probability()).isGreaterThan(onAcetal);
    }

    /** Somebody typed a distance at which no such gears could mesh: that is no reason not to weigh the other ways. */
    @Test
    void aDistanceThatCannotBeLeavesTheOtherWays() {
        for (double centre : new double[] {5, 60}) {
            Place place = new Place();
            place.centre = centre;
            assertThat(place.option(Way.SUBSTITUTE).say().code())
                    .as("only both together can stand %s mm apart", centre)
                    .isEqualTo("choose.substitute");
        }
    }

    /** 24 tooth gear of 0.5 mm: root 10.75; a bond or a press on 2 mm holds little of what the stalled motor asks. */
    @Test
    void whatTakesItAlongCountsAsMuchAsItsTeeth() {
        Place place = new Place();
        place.offers = List.of(offer("POM-C", "POM", 2, "6.40", 3));
        Option asItWas = place.option(Way.BUY);
        assertThat(asItWas.work()).as("it goes on as the old one did").isEmpty();
        place.keyed = true;
        place.jam = Optional.of(400.0);
        Option bought = place.option(Way.BUY);
        assertThat(bought.work()).isNotEmpty();
        assertThat(bought.minutes())
                .isCloseTo(
                        asItWas.minutes()
                                + bought.work().stream()
                                        .mapToDouble(BenchStep::minutes)
                                        .sum(),
                        within(1e-9));
        assertThat(bought.weakest().part().code()).isEqualTo("choose.theSeat");
        assertThat(bought.chance().likely()).isLessThan(asItWas.chance().likely());
        place.inStep = true;
        assertThat(place.option(Way.BUY).work())
                .extracting(step -> step.say().code())
                .contains("fit.setPhase");
    }

    @Test
    void aBoreThatMustBeOpenedCostsItsMinutes() {
        Place place = new Place();
        place.offers = List.of(offer("POM-C", "POM", 1.8, "6.40", 3));
        Option reamed = place.option(Way.BUY);
        assertThat(english(reamed.work().getFirst().say())).startsWith("Ream the bore to 1.98 mm");
        assertThat(reamed.reasons()).extracting(Say::code).doesNotContain("match.wall");
        place.offers = List.of(offer("POM-C", "POM", 1.8, "6.40", 3), offer("POM-C", "POM", 2, "6.40", 3));
        assertThat(place.option(Way.BUY).work())
                .as("of two alike, the one that needs no work")
                .isEmpty();
    }

    /** The packet's own mate is new too; what must be bought with it costs its price, or what such a part costs. */
    @Test
    void whatComesWithTheSpareAndWhatMustBeBoughtWithItAreReckoned() {
        Place place = new Place();
        place.original = Optional.of(priced("18", 9));
        Option bare = place.option(Way.ORIGINAL);
        place.companions = List.of(
                new Companion(Companion.Part.MATE, true, Optional.empty()),
                new Companion(Companion.Part.BEARINGS, false, Optional.of(new BigDecimal("7.50"))),
                new Companion(Companion.Part.GREASE, false, Optional.empty()));
        Option whole = place.option(Way.ORIGINAL);
        assertThat(whole.parts()).isEqualByComparingTo(bare.parts().add(new BigDecimal("9.50")));
        assertThat(whole.minutes()).isCloseTo(bare.minutes() + 10 + 15 + 5, within(1e-9));
        assertThat(whole.chance().likely())
                .as("its mate is new")
                .isGreaterThan(bare.chance().likely());
        assertThat(whole.reasons().stream().map(s -> english(s)))
                .contains(
                        "The mate comes with it",
                        "Bearings must be bought with it, 7.50",
                        "Its grease must be bought with it, about 2.00");
    }

    @Test
    void aPacketWithAllSistersLeavesNothingToOpenItAgainFor() {
        Place place = new Place();
        place.original = Optional.of(priced("30", 9));
        place.sisters = 2;
        List<Ways.Together> alone = place.weighed(Wish.CHEAP).together();
        place.companions = List.of(new Companion(Companion.Part.SISTERS, true, Optional.empty()));
        List<Ways.Together> packet = place.weighed(Wish.CHEAP).together();
        assertThat(packet.get(1).expectedCost()).isEqualByComparingTo("30.00");
        assertThat(alone.get(1).expectedCost()).isGreaterThan(new BigDecimal("90"));
    }
}
