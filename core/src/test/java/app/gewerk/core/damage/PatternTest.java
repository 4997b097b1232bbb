package app.gewerk.core.damage;

import static app.gewerk.core.words.English.english;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.core.KnowledgeFiles;
import app.gewerk.core.damage.ToothMark.Band;
import app.gewerk.core.damage.ToothMark.Flank;
import app.gewerk.core.damage.ToothMark.Kind;
import app.gewerk.core.knowledge.Knowledge;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.hipparchus.complex.Complex;
import org.junit.jupiter.api.Test;

class PatternTest {
    private static ToothMark mark(int tooth, Kind kind) {
        return new ToothMark(tooth, kind, Flank.BOTH, kind == Kind.WORN ? 0.5 : 0, Optional.empty());
    }

    private static ToothMark worn(int tooth, Flank flank) {
        return new ToothMark(tooth, Kind.WORN, flank, 0.5, Optional.empty());
    }

    private static ToothMap map(int teeth, List<ToothMark> marks) {
        return new Seen("gear", teeth).widths(6, 3).marks(marks).map();
    }

    private static Periodicity periodicity(int teeth, Integer... flat) {
        return Pattern.read(map(
                        teeth, Stream.of(flat).map(t -> mark(t, Kind.FLATTENED)).toList()))
                .periodicity()
                .orElseThrow();
    }

    /** The amplitudes against the complex sum done with a general-purpose library, over random losses. */
    @Test
    void amplitudesAreThoseOfTheFourierSeries() {
        Random random = new Random(3);
        double[] losses = random.doubles(37).toArray();
        double[] amplitudes = Periodicity.amplitudes(losses, 6);
        for (int k = 0; k <= 6; k++) {
            Complex sum = Complex.ZERO;
            for (int n = 0; n < losses.length; n++) {
                sum = sum.add(new Complex(0, -2 * Math.PI * k * n / losses.length)
                        .exp()
                        .multiply(losses[n]));
            }
            assertThat(amplitudes[k])
                    .isCloseTo(sum.norm() / java.util.Arrays.stream(losses).sum(), within(1e-12));
        }
    }

    /** Of the 23 other places for the second flat 21 leave a tooth between; one of them is just opposite. */
    @Test
    void twoFlatsHalfATurnApartAreTwiceATurn() {
        Periodicity twice = periodicity(24, 3, 15);
        assertThat(twice.order()).isEqualTo(2);
        assertThat(twice.amplitude()).isCloseTo(1, within(1e-9));
        assertThat(twice.chance()).isCloseTo(1 / 21.0, within(1e-9));
    }

    @Test
    void threeFlatsAThirdApartAreThreeTimesATurn() {
        Periodicity thrice = periodicity(30, 1, 11, 21);
        assertThat(thrice.order()).isEqualTo(3);
        assertThat(thrice.chance()).isLessThan(0.01);
    }

    /** Under flats laid at random a chance below 5 % is stated in at most about 5 of 100 gears. */
    @Test
    void randomFlatsAreSeldomCalledPeriodic() {
        Random random = new Random(8);
        int called = 0;
        for (int i = 0; i < 300; i++) {
            Integer[] flats = random.ints(0, 14)
                    .distinct()
                    .limit(4)
                    .map(t -> 2 * t + 1)
                    .boxed()
                    .toArray(Integer[]::new);
            called += periodicity(29, flats).chance() <= 0.05 ? 1 : 0;
        }
        assertThat(called / 300.0).isLessThan(0.09);
    }

    @Test
    void oneRunIsNeverPeriodicAndTurningTheGearChangesNothing() {
        assertThat(Pattern.read(map(24, List.of(mark(5, Kind.MISSING), mark(6, Kind.MISSING))))
                        .periodicity())
                .isEmpty();
        assertThat(periodicity(31, 2, 9, 20).chance())
                .isEqualTo(periodicity(31, 9, 16, 27).chance());
    }

    /** The sign test by hand: eight of eight on one side is 2 / 2⁸. */
    @Test
    void wearOnOneFlankShowsTheLoadedDirection() {
        Pattern.OneSided sided = Pattern.read(map(
                        20,
                        IntStream.rangeClosed(1, 8)
                                .mapToObj(t -> worn(t, Flank.CLOCKWISE))
                                .toList()))
                .oneSided()
                .orElseThrow();
        assertThat(sided.flank()).isEqualTo(Flank.CLOCKWISE);
        assertThat(sided.chance()).isCloseTo(2 / 256.0, within(1e-12));
        List<ToothMark> mixed = new ArrayList<>();
        IntStream.rangeClosed(1, 8)
                .forEach(t -> mixed.add(worn(t, t % 2 == 0 ? Flank.CLOCKWISE : Flank.ANTICLOCKWISE)));
        assertThat(Pattern.read(map(20, mixed)).oneSided()).isEmpty();
    }

    private static String firstCause(ToothMap map) {
        return Pattern.read(map).causes().getFirst().code();
    }

    /** How patterns are read at the bench (common practice). */
    @Test
    void patternsAreReadAsTheBenchReadsThem() {
        assertThat(firstCause(map(
                        24,
                        IntStream.rangeClosed(4, 9)
                                .mapToObj(t -> mark(t, Kind.MISSING))
                                .toList())))
                .isEqualTo("jamOrBlow");
        assertThat(firstCause(map(24, List.of(mark(2, Kind.HUB_CRACK))))).isEqualTo("hoopStress");
        assertThat(firstCause(map(24, List.of(mark(3, Kind.FLATTENED), mark(15, Kind.FLATTENED)))))
                .isEqualTo("periodicLoad");
        assertThat(firstCause(map(
                        24,
                        IntStream.rangeClosed(1, 24)
                                .mapToObj(t -> worn(t, Flank.BOTH))
                                .toList())))
                .isEqualTo("dryOrDirty");
        ToothMap unseen = ToothMap.unseen("gear", 24);
        assertThat(firstCause(new Seen("gear", 24)
                        .marks(List.of(mark(4, Kind.CHIPPED)))
                        .aged()
                        .map()))
                .isEqualTo("badPlastic");
        assertThat(firstCause(new Seen("gear", 24).melted().map())).isEqualTo("heat");
        assertThat(Pattern.read(unseen).causes())
                .as("nothing seen, nothing said")
                .isEmpty();
    }

    private static Pattern.Reading banded(double from, double to) {
        return Pattern.read(map(
                20,
                IntStream.rangeClosed(1, 20)
                        .mapToObj(t -> new ToothMark(t, Kind.BAND, Flank.BOTH, 0.6, Optional.of(new Band(from, to))))
                        .toList()));
    }

    @Test
    void aBandAsWideAsTheMateLeavesTheRestFresh() {
        Pattern.WornBand band = banded(1, 4).bands().getFirst();
        assertThat(english(band.words())).contains("as wide as the mate");
        assertThat(band.freshNearMm()).isEqualTo(1);
        assertThat(band.freshFarMm()).isEqualTo(2);
        assertThat(banded(1, 4).causes().getFirst().code()).isEqualTo("narrowMate");
        assertThat(english(banded(0, 1.5).bands().getFirst().words())).contains("narrower than the mate");
        assertThat(banded(0, 1.5).causes().getFirst().code()).isEqualTo("misplaced");
    }

    @Test
    void bandsAtOppositeEdgesAreTwo() {
        ToothMark near = new ToothMark(1, Kind.BAND, Flank.BOTH, 0.6, Optional.of(new Band(0, 1.2)));
        ToothMark far = new ToothMark(11, Kind.BAND, Flank.BOTH, 0.6, Optional.of(new Band(4.9, 6)));
        List<Pattern.WornBand> bands = Pattern.read(map(20, List.of(far, near))).bands();
        assertThat(bands).hasSize(2);
        assertThat(bands.get(0).freshFarMm()).isCloseTo(3.7, within(1e-9));
        assertThat(bands.get(1).freshNearMm()).isCloseTo(3.7, within(1e-9));
        assertThat(firstCause(map(20, List.of(far, near)))).isEqualTo("misplaced");
        assertThatThrownBy(() ->
                        map(20, List.of(new ToothMark(1, Kind.BAND, Flank.BOTH, 0.6, Optional.of(new Band(4, 7))))))
                .hasMessageContaining("beyond the face");
    }

    @Test
    void aFewTeethWornOnOneFlankAreNotWornOnBoth() {
        for (int teeth = 2; teeth <= 5; teeth++) {
            Pattern.Reading reading = Pattern.read(map(
                    20,
                    IntStream.rangeClosed(1, teeth)
                            .mapToObj(t -> worn(t, Flank.CLOCKWISE))
                            .toList()));
            assertThat(reading.oneSided()).as("too few to be sure").isEmpty();
            assertThat(reading.causes())
                    .flatExtracting(Pattern.Cause::reasons)
                    .doesNotContain(Pattern.Feature.BOTH_FLANKS.words());
        }
        assertThat(Pattern.read(map(20, List.of(worn(1, Flank.CLOCKWISE), worn(5, Flank.ANTICLOCKWISE))))
                        .causes())
                .flatExtracting(Pattern.Cause::reasons)
                .contains(Pattern.Feature.BOTH_FLANKS.words());
    }

    @Test
    void aLoneToothMayHaveGoneByABlow() {
        assertThat(probability(map(24, List.of(mark(7, Kind.MISSING))), "jamOrBlow"))
                .isGreaterThan(0.2);
    }

    /** Nobody looked at the hub: hoop stress stays as likely as it was; with a hub seen to be sound it falls. */
    @Test
    void whatNobodyLookedAtIsNotSound() {
        Seen seen = new Seen("gear", 24).marks(List.of(mark(3, Kind.ROOT_CRACK)));
        double unseen = probability(seen.map(), "hoopStress");
        assertThat(probability(seen.soundHub().map(), "hoopStress")).isLessThan(0.3 * unseen);
    }

    private static double probability(ToothMap map, String cause) {
        return Pattern.read(map).causes().stream()
                .filter(c -> c.code().equals(cause))
                .findFirst()
                .orElseThrow()
                .probability();
    }

    @Test
    void crackedAndWornAwayTeethAreLeftOutOfTheUsableArc() {
        Pattern.UsableArc arc = Pattern.read(map(
                        24,
                        List.of(
                                mark(6, Kind.ROOT_CRACK),
                                new ToothMark(12, Kind.WORN, Flank.BOTH, 0.9, Optional.empty()),
                                mark(18, Kind.WORN))))
                .usableArc()
                .orElseThrow();
        assertThat(arc.fromTooth()).isEqualTo(13);
        assertThat(arc.toTooth()).isEqualTo(5);
    }

    @Test
    void aToothNotFoundIsAskedForUntilFoundOrAccepted() {
        List<ToothMark> two = List.of(mark(3, Kind.MISSING), mark(4, Kind.MISSING));
        assertThat(Pattern.read(map(20, two)).fragmentsToFind()).isEqualTo(2);
        assertThat(Pattern.read(map(20, two)).alsoLook())
                .anyMatch(l -> english(l).contains("another mesh"));
        Seen seen = new Seen("gear", 20).widths(6, 3).marks(two);
        assertThat(seen.fragments(2, "").map().fragmentsToFind()).isZero();
        assertThat(seen.fragments(0, "swept the case out").map().fragmentsToFind())
                .isZero();
    }

    @Test
    void theUsableArcIsTheLongestStretchRoundTheZero() {
        Pattern.UsableArc arc = Pattern.read(map(24, List.of(mark(10, Kind.MISSING), mark(14, Kind.FLATTENED))))
                .usableArc()
                .orElseThrow();
        assertThat(arc.fromTooth()).isEqualTo(15);
        assertThat(arc.toTooth()).isEqualTo(9);
        assertThat(arc.teeth()).isEqualTo(19);
        assertThat(arc.degrees()).isCloseTo(285, within(1e-9));
    }

    @Test
    void everyCauseSaysWhatElseToPutRightAndNamesKnownSigns() {
        var known = Stream.of(Pattern.Feature.values()).map(String::valueOf).collect(Collectors.toSet());
        assertThat(KnowledgeFiles.rows("damageCauses")).allSatisfy(r -> {
            assertThat(r.get("putRight")).isNotBlank();
            assertThat(r.get("source")).isNotBlank();
            assertThat(Stream.of(r.get("shows").split(" ")).map(s -> s.split("=")[0]))
                    .isSubsetOf(known);
        });
    }

    @Test
    void teethThatAreNotThereAreRefused() {
        assertThatThrownBy(() -> map(20, List.of(mark(21, Kind.MISSING)))).hasMessageContaining("no tooth 21");
        assertThatThrownBy(() -> ToothMap.unseen("gear", 3)).hasMessageContaining("4 to 500");
    }

    @Test
    void whatDamagesGearsInThisShopComesSoonerAndIsPutRightItsWay() {
        Causes own = Causes.of(Knowledge.with(List.of(
                Knowledge.read("damageCauses", "fragment", Map.of("rate", "1", "putRight", "Sweep the bench.")))));
        ToothMap map = map(24, List.of(mark(5, Kind.CHIPPED)));
        Pattern.Cause fragment = fragment(Pattern.read(map, own));
        assertThat(fragment.probability())
                .isGreaterThan(1.5 * fragment(Pattern.read(map)).probability());
        assertThat(english(fragment.putRight())).isEqualTo("Sweep the bench.");
    }

    private static Pattern.Cause fragment(Pattern.Reading reading) {
        return reading.causes().stream()
                .filter(cause -> cause.code().equals("fragment"))
                .findFirst()
                .orElseThrow();
    }
}
