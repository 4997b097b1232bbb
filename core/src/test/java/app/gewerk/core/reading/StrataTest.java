package app.gewerk.core.reading;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

/** What the reader is not told: parts off size, wear nobody ticked, careless readings, miscounts, slips. By stratum. */
@Tag("slow")
class StrataTest {
    private static final int GEARS = Integer.getInteger("gewerk.strata", 120);
    private static final int FOLLOWED = Integer.getInteger("gewerk.strata.followed", GEARS / 5);
    private static final boolean EXACT = Boolean.getBoolean("gewerk.strata.exact");
    /** Held against who is told of all strata, but not which it is; against who is told of it, otherwise. */
    private static final boolean TOGETHER = Boolean.getBoolean("gewerk.strata.together");

    /** So many gears of the stratum each shop has proven before. */
    private static final int PROVEN = Integer.getInteger("gewerk.strata.proven", 0);

    /** What shops have proven is of all strata, not of the one that they read. */
    private static final boolean MIXED = Boolean.getBoolean("gewerk.strata.proven.mixed");

    private static final int SHOPS = 10;

    private static final String ONLY = System.getProperty("gewerk.strata.only", "");
    private static final double CERTAIN = 0.95;
    /** The share of parts off size, where any are: about what the reader believes. */
    private static final double OFF = 0.3;

    private static final int MOST_FOLLOWED = 8;
    /** What so few gears may differ by. */
    private static final double CHANCE = 1.2 / Math.sqrt(GEARS);

    private static final long SEED = 20261125;
    private static final int BINS = 10;

    /** What goes wrong while it is read and counted. */
    private interface Slip {
        Slip NONE = (gear, readings, random) -> new Told(gear.toothCount, readings);

        Told told(SimulatedGear gear, List<Reading> readings, Random random);
    }

    private record Told(int toothCount, List<Reading> readings) {}

    private record Stratum(String name, SimulatedGear.Conditions conditions, Slip slip) {
        Stratum(String name, SimulatedGear.Conditions conditions) {
            this(name, conditions, Slip.NONE);
        }
    }

    private static final SimulatedGear.Conditions PLAIN = SimulatedGear.Conditions.PLAIN;

    /** Spans read over one tooth more or fewer than said. */
    private static List<Reading> spansOff(SimulatedGear gear, List<Reading> readings, int by, int most) {
        List<Reading> told = new ArrayList<>();
        int moved = 0;
        for (Reading r : readings) {
            if (r.what() instanceof Measured.SpanOver span
                    && moved < most
                    && gear.spans().stream().anyMatch(s -> s.teeth() == span.teeth() + by)) {
                Reading other = gear.reading(new Measured.SpanOver(span.teeth() + by));
                told.add(new Reading(span, other.values(), other.instrument()));
                moved++;
            } else {
                told.add(r);
            }
        }
        return told;
    }

    private static final List<Stratum> STRATA = List.of(
            new Stratum("plain", PLAIN),
            new Stratum("shrunk by 0.6 %", PLAIN.scaled(-0.006)),
            new Stratum("shrunk by 1 %", PLAIN.scaled(-0.01)),
            new Stratum("shrunk by 2 %", PLAIN.scaled(-0.02)),
            new Stratum("swollen by 0.6 %", PLAIN.scaled(0.006)),
            new Stratum("swollen by 1 %", PLAIN.scaled(0.01)),
            new Stratum("0.15 to 0.3 mm worn, not ticked", PLAIN.wornUnticked(0.15, 0.3)),
            new Stratum("14.5 degrees, full depth", PLAIN.only(m -> m.angleDeg() == 14.5 && m.addendum() == 1)),
            new Stratum("modules under 0.29", PLAIN.only(m -> m.module() > 0 && m.module() < 0.29)),
            new Stratum("read once, to 0.05", PLAIN.caliper(0.05, 0.01, 0, 1)),
            new Stratum("rounded to 0.05", PLAIN.caliper(0.02, 0.05, 0, 3)),
            new Stratum("jaws tilted by up to 0.06", PLAIN.caliper(0.02, 0.01, 0.06, 3)),
            new Stratum("of no series", PLAIN.only(SimulatedGear.Making::free)),
            new Stratum("another mix of pitches", PLAIN.mixedEvenly()),
            new Stratum(
                    "one tooth too many or too few counted",
                    PLAIN,
                    (gear, readings, random) -> new Told(gear.toothCount + (random.nextBoolean() ? 1 : -1), readings)),
            new Stratum(
                    "one span over one tooth more or fewer",
                    PLAIN,
                    (gear, readings, random) ->
                            new Told(gear.toothCount, spansOff(gear, readings, random.nextBoolean() ? 1 : -1, 1))),
            new Stratum(
                    "both spans over one tooth more",
                    PLAIN,
                    (gear, readings, random) -> new Told(gear.toothCount, spansOff(gear, readings, 1, 2))),
            new Stratum(
                    "shrunk by 1 % and worn 0.15 to 0.3 mm", PLAIN.scaled(-0.01).wornUnticked(0.15, 0.3)));

    /** @param best what could be known at best, told the simulator's own distributions; where it is reckoned */
    private record Outcome(double claimed, int place, Optional<Outcome> best) {}

    /** What the exact posterior can be told: neither slips nor how far jaws tilt. */
    private static boolean exactlyKnown(Stratum stratum) {
        return EXACT && stratum.slip == Slip.NONE && stratum.conditions.tiltMm() == 0;
    }

    /** The sizes of the strata, and how often each is told to come where parts are off size. */
    private static final List<ExactPosterior.OffSize> OFF_SIZES = offSizes();

    private static List<ExactPosterior.OffSize> offSizes() {
        double[] scales = STRATA.stream()
                .mapToDouble(s -> s.conditions.scale())
                .filter(scale -> scale != 0)
                .distinct()
                .toArray();
        return DoubleStream.concat(DoubleStream.of(0), DoubleStream.of(scales))
                .mapToObj(scale -> new ExactPosterior.OffSize(scale == 0 ? 1 - OFF : OFF / scales.length, scale))
                .toList();
    }

    private static Outcome best(Stratum stratum, SimulatedGear gear, List<Reading> readings) {
        ExactPosterior.Ranked exact = TOGETHER
                ? ExactPosterior.rankedAmong(toldOfAll(stratum.conditions, gear, readings), gear)
                : told(stratum, gear, readings, stratum.conditions.scale() == 0 ? ExactPosterior.AS_DRAWN : OFF_SIZES)
                        .ranked(gear);
        return new Outcome(exact.claimed(), exact.place(), Optional.empty());
    }

    /** One for each stratum that it may be of: how often it was read, and how finely, anybody sees. */
    private static List<ExactPosterior> toldOfAll(
            SimulatedGear.Conditions of, SimulatedGear gear, List<Reading> readings) {
        return STRATA.stream()
                .filter(StrataTest::exactlyKnown)
                .filter(s -> s.conditions.repeats() == of.repeats() && s.conditions.stepMm() == of.stepMm())
                .map(s -> told(s, gear, readings, List.of(new ExactPosterior.OffSize(1, s.conditions.scale()))))
                .toList();
    }

    private static ExactPosterior told(
            Stratum stratum, SimulatedGear gear, List<Reading> readings, List<ExactPosterior.OffSize> sizes) {
        return new ExactPosterior(
                readings.stream().map(Reading::what).toList(),
                readings.stream().mapToDouble(Reading::mean).toArray(),
                gear.toothCount,
                gear.saidWorn,
                sizes,
                stratum.conditions);
    }

    private static Told read(Stratum stratum, SimulatedGear gear, Random random) {
        List<Measured> what = new ArrayList<>(List.of(new Measured.TipDiameter()));
        gear.spans().stream().limit(2).forEach(what::add);
        if (random.nextBoolean()) {
            what.add(new Measured.RootDiameter());
        }
        return stratum.slip.told(gear, what.stream().map(gear::reading).toList(), random);
    }

    /** What shops think that have proven so many gears like these, each its own. */
    private static List<Beforehand> afterProving(Stratum stratum, int gears) {
        return new Random(~SEED)
                .longs(SHOPS)
                .mapToObj(shop -> Beforehand.after(
                        new Random(shop)
                                .longs(gears)
                                .mapToObj(seed -> proven(MIXED ? any(seed) : stratum, seed))
                                .toList(),
                        Series.shipped()))
                .toList();
    }

    private static Stratum any(long seed) {
        return STRATA.get(new Random(seed).nextInt(STRATA.size()));
    }

    private static ProvenGear proven(Stratum stratum, long seed) {
        Random random = new Random(seed);
        SimulatedGear gear = SimulatedGear.draw(random, stratum.conditions);
        return gear.proven(read(stratum, gear, random).readings);
    }

    /** Gears as the shops read them in turn. */
    private static Sum sum(Stratum stratum, List<Beforehand> shops, long[] seeds) {
        return new Sum(IntStream.range(0, seeds.length)
                .parallel()
                .mapToObj(i -> outcome(stratum, shops.get(i % SHOPS), seeds[i]))
                .toList());
    }

    private static Outcome outcome(Stratum stratum, Beforehand beforehand, long seed) {
        Random random = new Random(seed);
        SimulatedGear gear = SimulatedGear.draw(random, stratum.conditions);
        Told told = read(stratum, gear, random);
        List<Candidate> answer = GearReader.candidates(
                Question.of(new ToothCount.Exactly(told.toothCount), told.readings, gear.saidWorn), beforehand);
        return new Outcome(
                answer.getFirst().probability(),
                gear.placeIn(answer),
                exactlyKnown(stratum) ? Optional.of(best(stratum, gear, told.readings)) : Optional.empty());
    }

    /**
     * Where following what is proposed ends, from the tip alone, with everything said as in the stratum until it is asked again.
     *
     * @param allowed whether what was read, with all else that a caliper reads of such a gear and a count made twice, makes it
     *     sure and right
     */
    private record Followed(boolean sure, boolean right, int readings, boolean allowed) {}

    private static Followed follow(Stratum stratum, long seed) {
        Random random = new Random(seed);
        SimulatedGear gear = SimulatedGear.draw(random, stratum.conditions);
        Told told = stratum.slip.told(gear, List.of(gear.reading(new Measured.TipDiameter())), random);
        List<Reading> readings = new ArrayList<>(told.readings);
        ToothCount count = new ToothCount.Exactly(told.toothCount);
        Identification answer = GearReader.identify(count, readings, gear.saidWorn);
        for (int asked = 0;
                asked < MOST_FOLLOWED
                        && answer.best().probability() < CERTAIN
                        && answer.nextReading().isPresent();
                asked++) {
            Optional<Measured> what = answer.nextReading().get().what();
            if (what.isEmpty()) {
                count = new ToothCount.Exactly(gear.toothCount, 2);
            } else {
                readings.removeIf(r -> r.what().equals(what.get()));
                readings.add(gear.reading(what.get()));
            }
            answer = GearReader.identify(count, readings, gear.saidWorn);
        }
        List<Measured> everything = new ArrayList<>(List.of(new Measured.TipDiameter(), new Measured.HelixAngle()));
        gear.spans().stream()
                .filter(s -> gear.roomAboveJawsMm(s) > 0.15 * gear.module && gear.jawsFit(s))
                .forEach(everything::add);
        if (gear.rootsWithinReach()) {
            everything.add(new Measured.RootDiameter());
        }
        // With the readings that were taken as they were: another time the same caliper shows something else.
        List<Reading> all = new ArrayList<>(readings);
        everything.stream()
                .filter(what -> readings.stream().noneMatch(r -> r.what().equals(what)))
                .map(gear::reading)
                .forEach(all::add);
        Candidate best = GearReader.candidates(
                        Question.of(new ToothCount.Exactly(gear.toothCount, 2), all, gear.saidWorn))
                .getFirst();
        return new Followed(
                answer.best().probability() >= CERTAIN,
                gear.isAnswer(answer.best()),
                readings.size(),
                best.probability() >= CERTAIN && gear.isAnswer(best));
    }

    /** What a stratum, or all of them, come to. */
    private record Sum(List<Outcome> all) {
        double share(java.util.function.Predicate<Outcome> which) {
            return all.stream().filter(which).count() / (double) Math.max(1, all.size());
        }

        double claimed() {
            return all.stream().mapToDouble(Outcome::claimed).average().orElseThrow();
        }

        /** Expected calibration error over ten bins. */
        double error() {
            double error = 0;
            for (int bin = 0; bin < BINS; bin++) {
                int b = bin;
                List<Outcome> in = all.stream()
                        .filter(o -> Math.min(BINS - 1, (int) (o.claimed * BINS)) == b)
                        .toList();
                error += Math.abs(in.stream().mapToDouble(Outcome::claimed).sum()
                                - in.stream().filter(o -> o.place == 0).count())
                        / all.size();
            }
            return error;
        }

        Sum sure() {
            return new Sum(all.stream().filter(o -> o.claimed >= 0.9).toList());
        }

        double wrongThoughSure() {
            return sure().share(o -> o.place > 0);
        }
    }

    @Test
    void probabilitiesMeanWhatTheySayInEveryStratum() throws IOException {
        List<String> table = new ArrayList<>(List.of(
                "| stratum | claimed | right | calibration error | claimed at 90 % and more | of these wrong | among three | followed: certain and right | of those that can be | wrong though certain | readings | at best: right | calibration error | of 90 % and more wrong | among three |",
                "|---|---|---|---|---|---|---|---|---|---|---|---|---|---|---|"));
        List<Outcome> pooled = new ArrayList<>();
        List<Followed> allFollowed = new ArrayList<>();
        Map<String, Sum> sums = new LinkedHashMap<>();
        for (Stratum stratum : STRATA) {
            if (!stratum.name.matches(".*(" + ONLY + ").*")) {
                continue;
            }
            long[] seeds = new Random(SEED).longs(Math.max(GEARS, FOLLOWED)).toArray();
            Sum sum = sum(stratum, afterProving(stratum, PROVEN), Arrays.copyOf(seeds, GEARS));
            List<Followed> followed = IntStream.range(0, FOLLOWED)
                    .parallel()
                    .mapToObj(i -> follow(stratum, seeds[i]))
                    .toList();
            pooled.addAll(sum.all);
            allFollowed.addAll(followed);
            table.add(row(stratum.name, sum, followed));
            sums.put(stratum.name, sum);
        }
        Sum all = new Sum(pooled);
        table.add(row("all together", all, allFollowed));
        Path where = Path.of(System.getProperty("gewerk.measurements", "target"));
        Files.createDirectories(where);
        Files.write(where.resolve("strata.md"), table);
        sums.forEach((name, sum) -> {
            assertThat(sum.error()).as(name + ": calibration error").isLessThan(0.05 + CHANCE);
            assertThat(sum.wrongThoughSure())
                    .as(name + ": wrong though claimed at 90 %")
                    .isLessThan(0.05 + 2 * CHANCE);
            assertThat(sum.share(o -> o.place < 3))
                    .as(name + ": among the first three")
                    .isGreaterThan(0.92 - CHANCE);
        });
        assertThat(all.error()).as("calibration error of all").isLessThan(0.03);
        assertThat(all.wrongThoughSure())
                .as("wrong though claimed at 90 %, of all")
                .isLessThan(0.05);
        assertThat(all.share(o -> o.place < 3))
                .as("among the first three, of all")
                .isGreaterThan(0.94);
        if (FOLLOWED > 0) {
            assertThat(endsRight(allFollowed)).as("followed to the end").isGreaterThan(0.93);
        }
    }

    /** What is said of parts from memory gives way to what a shop's own gears have shown. */
    @Test
    void aShopReadsBetterWhatItHasProven() {
        Set<String> learned =
                Set.of("shrunk by 2 %", "0.15 to 0.3 mm worn, not ticked", "14.5 degrees, full depth", "of no series");
        long[] seeds = new Random(SEED).longs(GEARS / 2).toArray();
        List<Outcome> before = new ArrayList<>();
        List<Outcome> after = new ArrayList<>();
        STRATA.stream().filter(s -> learned.contains(s.name)).forEach(stratum -> {
            before.addAll(sum(stratum, afterProving(stratum, 0), seeds).all);
            after.addAll(sum(stratum, afterProving(stratum, 60), seeds).all);
        });
        assertThat(before).hasSize(learned.size() * seeds.length);
        assertThat(new Sum(after).share(o -> o.place == 0))
                .isGreaterThan(new Sum(before).share(o -> o.place == 0) + 0.05);
        assertThat(new Sum(after).error()).isLessThan(0.05 + CHANCE / 2);
        assertThat(new Sum(after).wrongThoughSure()).isLessThan(0.06);
    }

    /** Of those that can be made certain, how many following makes so. */
    private static double endsRight(List<Followed> followed) {
        List<Followed> allowed = followed.stream().filter(Followed::allowed).toList();
        return allowed.stream().filter(f -> f.sure && f.right).count() / (double) Math.max(1, allowed.size());
    }

    private static String row(String name, Sum sum, List<Followed> followed) {
        return String.format(
                java.util.Locale.ROOT,
                "| %s | %.2f | %.2f | %.3f | %.2f | %.3f | %.3f | %.2f | %.2f | %.2f | %.1f | %s |",
                name,
                sum.claimed(),
                sum.share(o -> o.place == 0),
                sum.error(),
                sum.sure().all.size() / (double) sum.all.size(),
                sum.wrongThoughSure(),
                sum.share(o -> o.place < 3),
                followed.stream().filter(f -> f.sure && f.right).count() / (double) followed.size(),
                endsRight(followed),
                followed.stream().filter(f -> f.sure && !f.right).count()
                        / (double) Math.max(
                                1, followed.stream().filter(Followed::sure).count()),
                followed.stream().mapToInt(Followed::readings).average().orElse(0),
                atBest(new Sum(sum.all.stream().flatMap(o -> o.best.stream()).toList())));
    }

    private static String atBest(Sum best) {
        return best.all.isEmpty()
                ? " | | | "
                : String.format(
                        java.util.Locale.ROOT,
                        "%.2f | %.3f | %.3f | %.3f",
                        best.share(o -> o.place == 0),
                        best.error(),
                        best.wrongThoughSure(),
                        best.share(o -> o.place < 3));
    }
}
