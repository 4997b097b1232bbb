package app.gewerk.core.train;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.core.Checks;
import app.gewerk.core.words.Refused;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Stream;
import org.hipparchus.fraction.BigFraction;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Ratios against published and hand-made ones; every row of the check files names its source. */
class GearTrainTest {
    private static final BigFraction HUNDRED = new BigFraction(100);

    static GearOnShaft on(String shaft, int teeth) {
        return new GearOnShaft(shaft, teeth);
    }

    static Mesh external(String driver, int z1, String driven, int z2) {
        return new Mesh(MeshKind.EXTERNAL, on(driver, z1), on(driven, z2));
    }

    /** {@code 16:88} an ordinary mesh, {@code 12i90} inside a ring; shafts s0, s1 … */
    static GearTrain train(String meshes) {
        List<Mesh> all = new ArrayList<>();
        List<String> shafts = new ArrayList<>(List.of("s0"));
        for (String one : meshes.split(" ")) {
            MeshKind kind = one.contains("i") ? MeshKind.INTERNAL : MeshKind.EXTERNAL;
            String[] counts = one.split("[i:]");
            String from = "s" + (shafts.size() - 1);
            String to = "s" + shafts.size();
            shafts.add(to);
            all.add(new Mesh(kind, on(from, Integer.parseInt(counts[0])), on(to, Integer.parseInt(counts[1]))));
        }
        return new GearTrain(shafts, List.of(), all, List.of());
    }

    static BigFraction fraction(String exact) {
        String[] parts = exact.split("/");
        return new BigFraction(
                Integer.parseInt(parts[0].strip()), parts.length > 1 ? Integer.parseInt(parts[1].strip()) : 1);
    }

    static Stream<Checks.Row> trains() {
        return Checks.of("trains");
    }

    @ParameterizedTest
    @MethodSource("trains")
    void ratiosAreExact(Checks.Row row) {
        GearTrain train = train(row.text("meshes"));
        BigFraction last = train.turned(Map.of("s0", BigFraction.ONE))
                .speed(train.shafts().getLast())
                .orElseThrow();
        BigFraction actual = row.text("quantity").equals("train_value_out_over_in") ? last : last.reciprocal();
        assertThat(actual).isEqualTo(fraction(row.text("exact")));
        assertThat(actual.doubleValue()).isCloseTo(row.expected(), within(row.tolerance()));
    }

    static Stream<Checks.Row> planetary() {
        return Checks.of("planetary");
    }

    private static PlanetSet set(Checks.Row row, int planets) {
        return new PlanetSet(
                "sun",
                row.whole("zs"),
                "carrier",
                "ring",
                row.whole("zr"),
                List.of(row.whole("zp")),
                planets,
                Optional.of(1.0));
    }

    @ParameterizedTest
    @MethodSource("planetary")
    void planetSetsAsPublished(Checks.Row row) {
        PlanetSet set = set(row, (int) row.number("planets", 1));
        switch (row.text("quantity")) {
            case "assembles_equally_spaced" ->
                assertThat(set.assemblesEquallySpaced() ? 1 : 0).isEqualTo((int) row.expected());
            case "neighbour_clearance_m1_x0" ->
                assertThat(set.neighbourClearanceMm().orElseThrow()).isCloseTo(row.expected(), within(row.tolerance()));
            default -> {
                Motion motion = new GearTrain(
                                List.of("sun", "carrier", "ring"), List.of(row.text("fixed")), List.of(), List.of(set))
                        .turned(Map.of(row.text("driver"), HUNDRED));
                BigFraction driven = motion.speed(row.text("driven")).orElseThrow();
                BigFraction actual = switch (row.text("quantity")) {
                    case "driven_rpm_for_driver_100" -> driven;
                    case "planet_rpm_for_driver_100" -> motion.planetRpm(set).orElseThrow();
                    case "ratio_driver_over_driven" -> HUNDRED.divide(driven);
                    default -> throw new IllegalStateException(row.text("quantity"));
                };
                assertThat(actual).isEqualTo(fraction(row.text("exact")));
                assertThat(actual.doubleValue()).isCloseTo(row.expected(), within(row.tolerance()));
            }
        }
    }

    static Stream<Checks.Row> frequencies() {
        return Checks.of("frequencies");
    }

    @ParameterizedTest
    @MethodSource("frequencies")
    void whatIsHeardHowOften(Checks.Row row) {
        double actual = row.text("kind").equals("pair") ? ofPair(row) : ofPlanets(row);
        assertThat(actual).isCloseTo(row.expected(), within(row.tolerance()));
    }

    private static double ofPair(Checks.Row row) {
        Mesh mesh = external("a", row.whole("z1_or_zs"), "b", row.whole("z2_or_zp"));
        Motion motion = new GearTrain(List.of("a", "b"), List.of(), List.of(mesh), List.of())
                .turned(Map.of("a", new BigFraction(row.whole("n1_or_ns"))));
        return switch (row.text("quantity")) {
            case "mesh" -> motion.meshFrequencyHz(mesh).orElseThrow();
            case "shaft1" -> motion.speed("a").orElseThrow().doubleValue() / 60;
            case "shaft2" -> Math.abs(motion.speed("b").orElseThrow().doubleValue()) / 60;
            case "hunting" -> motion.sameTeethMeetHz(mesh).orElseThrow();
            default -> throw new IllegalStateException(row.text("quantity"));
        };
    }

    private static double ofPlanets(Checks.Row row) {
        PlanetSet set = new PlanetSet(
                "sun",
                row.whole("z1_or_zs"),
                "carrier",
                "ring",
                row.whole("zr"),
                List.of(row.whole("z2_or_zp")),
                row.whole("planets"),
                Optional.empty());
        Motion motion = new GearTrain(List.of("sun", "carrier", "ring"), List.of(), List.of(), List.of(set))
                .turned(Map.of(
                        "sun", new BigFraction(row.whole("n1_or_ns")), "carrier", new BigFraction(row.whole("nc"))));
        assertThat(motion.speed("ring").orElseThrow().doubleValue()).isCloseTo(row.number("nr"), within(1e-9));
        Motion.PlanetFrequencies heard = motion.frequencies(set).orElseThrow();
        double planet = motion.planetRpm(set).orElseThrow().doubleValue();
        double carrier = motion.speed("carrier").orElseThrow().doubleValue();
        return switch (row.text("quantity")) {
            case "sun_shaft" -> Math.abs(motion.speed("sun").orElseThrow().doubleValue()) / 60;
            case "carrier_shaft" -> Math.abs(carrier) / 60;
            case "ring_shaft" -> Math.abs(motion.speed("ring").orElseThrow().doubleValue()) / 60;
            case "mesh" -> heard.mesh();
            case "planet_spin_absolute" -> Math.abs(planet) / 60;
            case "planet_spin_relative" -> Math.abs(planet - carrier) / 60;
            case "planet_defect" -> heard.planetDefect();
            case "planet_defect_one_mesh" -> heard.planetDefect() / 2;
            case "sun_defect" -> heard.sunDefect();
            case "ring_defect" -> heard.ringDefect();
            case "planet_pass" -> heard.planetPass();
            default -> throw new IllegalStateException(row.text("quantity"));
        };
    }

    /** Compound trains by the product of their counts, planet sets by Willis' formula written out, one behind the other. */
    @Test
    void twoHundredRandomTrainsAgreeWithTheFormulasExactly() {
        Random random = new Random(20);
        for (int round = 0; round < 200; round++) {
            List<String> shafts = new ArrayList<>(List.of("s0", "case"));
            List<Mesh> meshes = new ArrayList<>();
            List<PlanetSet> sets = new ArrayList<>();
            BigFraction ratio = BigFraction.ONE;
            String at = "s0";
            int stages = 1 + random.nextInt(7);
            for (int i = 0; i < stages; i++) {
                String next = "s" + (i + 1);
                shafts.add(next);
                if (random.nextInt(3) > 0) {
                    int z1 = 6 + random.nextInt(60);
                    int z2 = 70 + random.nextInt(60);
                    boolean inside = random.nextBoolean();
                    boolean turnedRound = random.nextBoolean();
                    MeshKind kind = inside ? MeshKind.INTERNAL : MeshKind.EXTERNAL;
                    meshes.add(
                            turnedRound
                                    ? new Mesh(kind, on(next, z2), on(at, z1))
                                    : new Mesh(kind, on(at, z1), on(next, z2)));
                    ratio = ratio.multiply(new BigFraction(inside ? z1 : -z1, z2));
                } else {
                    int sun = 9 + random.nextInt(20);
                    int first = 10 + random.nextInt(20);
                    int second = 8 + random.nextInt(20);
                    boolean stepped = random.nextBoolean();
                    int ring = stepped ? second + 20 + random.nextInt(30) : sun + 2 * first;
                    boolean carrierDriven = random.nextBoolean();
                    sets.add(new PlanetSet(
                            at,
                            sun,
                            carrierDriven ? next : "case",
                            carrierDriven ? "case" : next,
                            ring,
                            stepped ? List.of(first, second) : List.of(first),
                            3,
                            Optional.empty()));
                    BigFraction basic = stepped
                            ? new BigFraction(-(long) first * ring, (long) sun * second)
                            : new BigFraction(-ring, sun);
                    // Ring held: n_c / n_s = 1 / (1 − i₀); carrier held: n_r / n_s = 1 / i₀.
                    ratio = ratio.multiply(
                            carrierDriven ? BigFraction.ONE.subtract(basic).reciprocal() : basic.reciprocal());
                }
                at = next;
            }
            Motion motion =
                    new GearTrain(shafts, List.of("case"), meshes, sets).turned(Map.of("s0", new BigFraction(1237, 4)));
            assertThat(motion.speed(at)).contains(ratio.multiply(new BigFraction(1237, 4)));
            assertThat(motion.degreesOfFreedom()).isZero();
            assertThat(motion.freedomsOfTrain()).isEqualTo(1);
        }
    }

    private static GearTrain differential() {
        return new GearTrain(
                List.of("left", "right", "carrier"),
                List.of(),
                List.of(),
                List.of(new PlanetSet("left", 20, "carrier", "right", 80, List.of(30), 2, Optional.empty())));
    }

    @Test
    void aDifferentialWantsTwoSpeeds() {
        Motion one = differential().turned(Map.of("left", HUNDRED));
        assertThat(one.degreesOfFreedom()).isEqualTo(1);
        assertThat(one.freedomsOfTrain()).isEqualTo(2);
        assertThat(one.loose()).containsExactly("right", "carrier");
        Motion both = differential().turned(Map.of("left", HUNDRED, "right", HUNDRED));
        assertThat(both.speed("carrier")).contains(HUNDRED);
        assertThat(both.planetRpm(differential().planetSets().getFirst()))
                .as("turns as one block")
                .contains(HUNDRED);
    }

    private static String refusal(org.assertj.core.api.ThrowableAssert.ThrowingCallable call) {
        List<String> said = new ArrayList<>();
        assertThatThrownBy(call).isInstanceOfSatisfying(Refused.class, r -> said.add(r.getMessage()));
        return said.getFirst();
    }

    @Test
    void aLoopThatWantsTwoSpeedsLocks() {
        GearTrain three = new GearTrain(
                List.of("a", "b", "c"),
                List.of(),
                List.of(external("a", 20, "b", 30), external("b", 30, "c", 20), external("c", 20, "a", 20)),
                List.of());
        assertThat(refusal(() -> three.turned(Map.of("a", HUNDRED)))).contains("locks");
        GearTrain parallel = new GearTrain(
                List.of("a", "b"),
                List.of(),
                List.of(external("a", 20, "b", 40), external("a", 15, "b", 30)),
                List.of());
        assertThat(parallel.turned(Map.of("a", HUNDRED)).speed("b")).contains(new BigFraction(-50));
    }

    @Test
    void whatCannotBeIsRefusedInWords() {
        GearTrain train = new GearTrain(
                List.of("motor", "middle", "output"),
                List.of(),
                List.of(external("motor", 10, "middle", 90)),
                List.of());
        assertThat(refusal(() -> train.turned(Map.of("motor", HUNDRED)))).startsWith("Nothing drives output");
        assertThat(refusal(() -> train.turned(Map.of("motor", HUNDRED, "middle", HUNDRED, "output", HUNDRED))))
                .contains("already has another speed");
        assertThat(refusal(() -> train.turned(Map.of("axle", HUNDRED)))).contains("no shaft \"axle\"");
        assertThat(refusal(() -> new PlanetSet("s", 20, "c", "r", 30, List.of(30), 3, Optional.empty())))
                .contains("does not go into a ring");
        assertThat(new PlanetSet("s", 9, "c", "r", 45, List.of(18), 5, Optional.of(1.0))
                        .whyNotAssembled()
                        .map(app.gewerk.core.words.English::english))
                .hasValueSatisfying(why -> assertThat(why).contains("there is room for 3"));
        assertThat(new PlanetSet("s", 18, "c", "r", 64, List.of(28), 3, Optional.empty())
                        .whyNotAssembled()
                        .map(app.gewerk.core.words.English::english))
                .hasValueSatisfying(why -> assertThat(why).contains("a ring of 74 teeth"));
    }

    @Test
    void aMissingCountIsFoundFromTheOutputsSpeed() {
        GearTrain train = train("10:40 12:48");
        List<MissingCount.Found> found = MissingCount.nearest(
                train, Map.of("s0", new BigFraction(160)), 1, MissingCount.Side.DRIVEN, "s2", new BigFraction(12));
        assertThat(found.getFirst().toothCount()).isEqualTo(40);
        assertThat(found.getFirst().errorPercent()).isZero();
        assertThat(found).hasSize(3);
        List<MissingCount.Found> near = MissingCount.nearest(
                train,
                Map.of("s0", new BigFraction(160)),
                1,
                MissingCount.Side.DRIVEN,
                "s2",
                new BigFraction(1213, 100));
        assertThat(near.getFirst().toothCount()).isEqualTo(40);
        assertThat(near.getFirst().errorPercent()).isCloseTo(-1.0717, within(1e-4));
    }

    /** Common practice: a minute hand's wheel of 61 instead of 60 teeth loses 1/61 of the day; a semitone is 100 cents. */
    @Test
    void aWrongCountInSecondsADayPerCentAndCents() {
        SpeedError clock = SpeedError.of(new BigFraction(60, 61), BigFraction.ONE);
        assertThat(clock.secondsADay()).isCloseTo(-86_400 / 61.0, within(1e-9));
        assertThat(SpeedError.of(new BigFraction(2), BigFraction.ONE).cents()).isCloseTo(1200, within(1e-9));
        assertThat(SpeedError.of(new BigFraction(24), new BigFraction(25)).percent())
                .isCloseTo(-4, within(1e-12));
        assertThat(SpeedError.of(new BigFraction(24), new BigFraction(25)).cents())
                .isCloseTo(-70.672, within(1e-3));
    }

    @Test
    void huntingTeeth() {
        assertThat(external("a", 13, "b", 47).hunting()).isTrue();
        assertThat(external("a", 12, "b", 48).hunting()).isFalse();
        assertThat(external("a", 12, "b", 42).turnsUntilTheSameTeethMeet()).isEqualTo(7);
    }
}
