package app.gewerk.core.reading;

import static org.assertj.core.api.Assertions.assertThat;

import app.gewerk.core.ClaimedAgainstRight;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

/**
 * Do the reader's probabilities mean what they say? On simulated gears, against what could be known at best. With
 * {@code -Dgewerk.measurements=DIR} the tables are written there.
 */
@Tag("slow")
class CalibrationTest {
    private static final int GEARS = 2000;
    /** Of these, the first are held against what could be known at best, which takes as long as reading them. */
    private static final int HELD_AGAINST_BEST = Integer.getInteger("gewerk.calibration.best", 500);

    private static final int BINS = 10;
    private static final long SEED = 20261123;
    private static final int FOLLOWED = 250;
    private static final int PERFECT = 800;
    private static final double CERTAIN = 0.95;
    private static final int MOST_READINGS = 6;

    /** One gear read over the tips, over k and over k + 1 teeth, across the roots. */
    private record Outcome(double claimed, int place, boolean separable, Optional<ExactPosterior.Ranked> best) {}

    private static List<Outcome> outcomes = List.of();

    @BeforeAll
    static void readAll() throws IOException {
        Files.deleteIfExists(Report.WHERE.resolve("calibration.txt"));
        Random random = new Random(SEED);
        List<SimulatedGear> gears = IntStream.range(0, GEARS)
                .mapToObj(i -> SimulatedGear.draw(new Random(random.nextLong())))
                .toList();
        outcomes = IntStream.range(0, GEARS)
                .parallel()
                .mapToObj(i -> outcome(gears.get(i), i < HELD_AGAINST_BEST))
                .toList();
    }

    private static List<Measured> fourReadings(SimulatedGear gear) {
        List<Measured> what = new ArrayList<>(List.of(new Measured.TipDiameter()));
        gear.spans().stream().limit(2).forEach(what::add);
        what.add(new Measured.RootDiameter());
        return what;
    }

    private static Outcome outcome(SimulatedGear gear, boolean alsoAtBest) {
        List<Measured> what = fourReadings(gear);
        List<Reading> readings = what.stream().map(gear::reading).toList();
        double[] read = readings.stream().mapToDouble(Reading::mean).toArray();
        List<Candidate> answer =
                GearReader.candidates(Question.of(new ToothCount.Exactly(gear.toothCount), readings, gear.saidWorn));
        return new Outcome(
                answer.getFirst().probability(),
                gear.placeIn(answer),
                separable(gear, what),
                alsoAtBest
                        ? Optional.of(new ExactPosterior(what, read, gear.toothCount, gear.saidWorn).ranked(gear))
                        : Optional.empty());
    }

    /** Whether every other gear of a series is at least 3 standard deviations from what this one would show new. */
    private static boolean separable(SimulatedGear gear, List<Measured> what) {
        double[] perfect = what.stream()
                .mapToDouble(w -> ExactPosterior.size(
                        w,
                        gear.module,
                        gear.making.angleDeg(),
                        gear.making.addendum(),
                        gear.making.clearance(),
                        gear.toothCount,
                        gear.shift))
                .toArray();
        ExactPosterior of = new ExactPosterior(what, perfect, gear.toothCount, gear.saidWorn);
        return SimulatedGear.MAKINGS.stream()
                .filter(m -> !m.free() && !m.answer().equals(gear.making.answer()))
                .filter(m -> Math.abs(m.module() / gear.module - 1) < 0.35)
                .allMatch(m -> of.nearestSigmas(m, gear.saidWorn) >= 3);
    }

    @Test
    void probabilitiesMeanWhatTheySay() throws IOException {
        List<String> rows = new ArrayList<>();
        List<double[]> points = new ArrayList<>();
        double error = 0;
        for (int bin = 0; bin < BINS; bin++) {
            double from = bin / (double) BINS;
            double to = (bin + 1) / (double) BINS;
            boolean last = bin == BINS - 1;
            List<Outcome> in = outcomes.stream()
                    .filter(o -> o.claimed >= from && (o.claimed < to || last))
                    .toList();
            if (in.isEmpty()) {
                continue;
            }
            double claimed = in.stream().mapToDouble(Outcome::claimed).average().orElseThrow();
            double right = in.stream().filter(o -> o.place == 0).count() / (double) in.size();
            error += Math.abs(claimed - right) * in.size() / outcomes.size();
            rows.add(String.format("| %.1f to %.1f | %d | %.3f | %.3f |", from, to, in.size(), claimed, right));
            points.add(new double[] {claimed, right, in.size()});
        }
        Report.calibration(rows, points, error);
        assertThat(error).as("expected calibration error").isLessThanOrEqualTo(0.03);
    }

    private static <T> double share(List<T> of, java.util.function.Predicate<T> what) {
        return of.stream().filter(what).count() / (double) of.size();
    }

    @Test
    void whatCanBeToldApartIsToldApart() {
        List<Outcome> separable = outcomes.stream().filter(Outcome::separable).toList();
        Report.line(String.format(
                "First place right: %.1f %% of all %d gears; %.1f %% of the %d whose nearest other gear of a series is at least 3σ away",
                100 * share(outcomes, o -> o.place == 0),
                outcomes.size(),
                100 * share(separable, o -> o.place == 0),
                separable.size()));
        assertThat(separable.size()).isGreaterThan(GEARS / 20);
        assertThat(share(separable, o -> o.place == 0)).isGreaterThanOrEqualTo(0.97);
    }

    @Test
    void theTruthIsAmongTheFirstThree() {
        double topThree = share(outcomes, o -> o.place < 3);
        Report.line(String.format("Truth among the first three: %.2f %%", 100 * topThree));
        assertThat(topThree).isGreaterThanOrEqualTo(0.975);
    }

    @Test
    void hardlyAnythingIsLostAgainstWhatCouldBeKnown() {
        List<Outcome> held = outcomes.subList(0, HELD_AGAINST_BEST);
        List<ExactPosterior.Ranked> best =
                held.stream().flatMap(o -> o.best.stream()).toList();
        double right = share(held, o -> o.place == 0);
        double ceiling = share(best, b -> b.place() == 0);
        double claimed = best.stream()
                .mapToDouble(ExactPosterior.Ranked::claimed)
                .average()
                .orElseThrow();
        Report.line(String.format(
                "Of the first %d the exact posterior under the simulator's own distributions is right in %.1f %% (it claims %.1f %%), the truth among its first three in %.2f %%; the reader loses %.1f and %.2f in 100",
                best.size(),
                100 * ceiling,
                100 * claimed,
                100 * share(best, b -> b.place() < 3),
                100 * (ceiling - right),
                100 * (share(best, b -> b.place() < 3) - share(held, o -> o.place < 3))));
        assertThat(ceiling).isBetween(claimed - 0.03, claimed + 0.03);
        assertThat(right).isGreaterThanOrEqualTo(ceiling - 0.03);
    }

    /** Minutes until the first answer is certain, in the fixed order tip, span, span, root and as the reader asks. */
    private record Followed(double fixed, boolean fixedCertain, double asked, boolean askedCertain) {}

    private static double minutes(List<Reading> taken) {
        return taken.stream().mapToDouble(r -> r.what().minutes()).sum();
    }

    private static Followed follow(SimulatedGear gear) {
        List<Measured> order = new ArrayList<>(List.of(new Measured.TipDiameter()));
        gear.spans().stream().limit(2).forEach(order::add);
        if (gear.rootsWithinReach()) {
            order.add(new Measured.RootDiameter());
        }
        Map<Measured, Reading> shown = new java.util.HashMap<>();
        ToothCount count = new ToothCount.Exactly(gear.toothCount);
        List<Reading> taken = new ArrayList<>();
        boolean fixedCertain = false;
        for (Measured what : order) {
            taken.add(shown.computeIfAbsent(what, gear::reading));
            if (GearReader.identify(count, taken, gear.saidWorn).best().probability() >= CERTAIN) {
                fixedCertain = true;
                break;
            }
        }
        double fixed = minutes(taken);

        List<Reading> asked = new ArrayList<>(List.of(shown.get(order.getFirst())));
        boolean askedCertain = false;
        while (true) {
            Identification answer = GearReader.identify(count, asked, gear.saidWorn);
            askedCertain = answer.best().probability() >= CERTAIN;
            if (askedCertain || answer.nextReading().isEmpty() || asked.size() == MOST_READINGS) {
                return new Followed(fixed, fixedCertain, minutes(asked), askedCertain);
            }
            Optional<Measured> proposed = answer.nextReading().get().what();
            if (proposed.isEmpty()) {
                count = new ToothCount.Exactly(gear.toothCount, 2);
                continue;
            }
            Measured what = proposed.get();
            if (answer.nextReading().get().again()) {
                asked.removeIf(r -> r.what().equals(what));
                asked.add(gear.reading(what));
            } else {
                asked.add(shown.computeIfAbsent(what, gear::reading));
            }
        }
    }

    @Test
    void measureNextTakesLessTimeThanAFixedOrder() {
        Random random = new Random(SEED + 1);
        List<SimulatedGear> gears = IntStream.range(0, FOLLOWED)
                .mapToObj(i -> SimulatedGear.draw(new Random(random.nextLong())))
                .toList();
        List<Followed> all = gears.parallelStream().map(CalibrationTest::follow).toList();
        List<Followed> reached = all.stream().filter(Followed::fixedCertain).toList();
        double fixed = reached.stream().mapToDouble(Followed::fixed).average().orElseThrow();
        double asked = reached.stream().mapToDouble(Followed::asked).average().orElseThrow();
        long alsoCertain = reached.stream().filter(Followed::askedCertain).count();
        double muchLonger =
                reached.stream().filter(f -> f.asked > f.fixed + 1.01).count() / (double) reached.size();
        Report.line(String.format(
                "Of %d gears the order tip, span, span, root makes %d certain (95 %%) in %.2f minutes on average; asking for what tells most makes %d of these and %d of all certain, in %.2f; more than a minute longer in %.1f %% of cases",
                all.size(),
                reached.size(),
                fixed,
                alsoCertain,
                all.stream().filter(Followed::askedCertain).count(),
                asked,
                100 * muchLonger));
        assertThat(asked).isLessThan(fixed);
        assertThat(muchLonger).isLessThanOrEqualTo(0.04);
        assertThat(alsoCertain).isGreaterThanOrEqualTo(reached.size() * 95L / 100);
    }

    /**
     * Perfect readings of a new gear put it first, unless another gear of a series explains them within the uncertainty.
     */
    @Test
    void perfectReadingsPutTheGearFirstUnlessAnotherIsWithinTheUncertainty() {
        Random random = new Random(SEED + 2);
        List<SimulatedGear> gears = IntStream.range(0, PERFECT)
                .mapToObj(i -> SimulatedGear.draw(new Random(random.nextLong())))
                .filter(g -> !g.making.free() && !g.saidWorn)
                .toList();
        List<SimulatedGear> alone = gears.parallelStream()
                .filter(gear -> separable(gear, fourReadings(gear)))
                .toList();
        List<String> wrong = alone.parallelStream()
                .flatMap(gear -> {
                    List<Reading> perfect = fourReadings(gear).stream()
                            .map(w -> Reading.caliper(w, perfect(gear, w), perfect(gear, w), perfect(gear, w)))
                            .toList();
                    Candidate answer = GearReader.candidates(
                                    Question.of(new ToothCount.Exactly(gear.toothCount), perfect, false))
                            .getFirst();
                    return gear.isAnswer(answer)
                            ? Stream.empty()
                            : Stream.of(gear.making + " z " + gear.toothCount + " x " + gear.shift + ": "
                                    + answer.fullName());
                })
                .toList();
        assertThat(alone).hasSizeGreaterThan(PERFECT / 20);
        assertThat(wrong).hasSizeLessThanOrEqualTo(alone.size() / 50);
    }

    private static double perfect(SimulatedGear gear, Measured what) {
        return ExactPosterior.size(
                what,
                gear.module,
                gear.making.angleDeg(),
                gear.making.addendum(),
                gear.making.clearance(),
                gear.toothCount,
                gear.shift);
    }

    /** Tables for docs/measurements.md. */
    private static final class Report {
        private static final Path WHERE = ClaimedAgainstRight.WHERE;

        static synchronized void line(String text) {
            try {
                Files.createDirectories(WHERE);
                Files.writeString(
                        WHERE.resolve("calibration.txt"),
                        text + "\n",
                        java.nio.file.StandardOpenOption.CREATE,
                        java.nio.file.StandardOpenOption.APPEND);
            } catch (IOException unwritable) {
                throw new java.io.UncheckedIOException(unwritable);
            }
        }

        static void calibration(List<String> rows, List<double[]> points, double error) {
            line("| claimed | gears | claimed on average | right |\n|---|---|---|---|\n" + String.join("\n", rows)
                    + String.format("\n\nExpected calibration error %.4f", error));
            ClaimedAgainstRight.plot("calibration.svg", points);
        }
    }
}
