package app.gewerk.core.reading;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** What the reader is not told: parts off size, wear nobody ticked, careless readings, miscounts, slips. By stratum. */
class StrataTest {
    private static final int GEARS = Integer.getInteger("gewerk.strata", 300);
    private static final int FOLLOWED = Integer.getInteger("gewerk.followed", GEARS / 3);
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

    private record Outcome(double claimed, int place) {}

    private static Outcome outcome(Stratum stratum, long seed) {
        Random random = new Random(seed);
        SimulatedGear gear = SimulatedGear.draw(random, stratum.conditions);
        List<Measured> what = new ArrayList<>(List.of(new Measured.TipDiameter()));
        gear.spans().stream().limit(2).forEach(what::add);
        if (random.nextBoolean()) {
            what.add(new Measured.RootDiameter());
        }
        Told told = stratum.slip.told(gear, what.stream().map(gear::reading).toList(), random);
        Identification answer =
                GearReader.identify(new ToothCount.Exactly(told.toothCount), told.readings, gear.saidWorn);
        int place = 0;
        while (place < answer.candidates().size()
                && !gear.isAnswer(answer.candidates().get(place))) {
            place++;
        }
        return new Outcome(answer.best().probability(), place);
    }

    /** Where following what is proposed ends, from the tip alone, with everything said as in the stratum until it is asked again. */
    private record Followed(boolean sure, boolean right, int readings) {}

    private static Followed follow(Stratum stratum, long seed) {
        Random random = new Random(seed);
        SimulatedGear gear = SimulatedGear.draw(random, stratum.conditions);
        Told told = stratum.slip.told(gear, List.of(gear.reading(new Measured.TipDiameter())), random);
        List<Reading> readings = new ArrayList<>(told.readings);
        ToothCount count = new ToothCount.Exactly(told.toothCount);
        int taken = readings.size();
        while (true) {
            Identification answer = GearReader.identify(count, readings, gear.saidWorn);
            boolean sure = answer.best().probability() >= 0.95;
            if (sure || answer.nextReading().isEmpty() || taken > 8) {
                return new Followed(sure, gear.isAnswer(answer.best()), taken);
            }
            Optional<Measured> what = answer.nextReading().get().what();
            taken++;
            if (what.isEmpty()) {
                count = new ToothCount.Exactly(gear.toothCount, 2);
            } else {
                readings.removeIf(r -> r.what().equals(what.get()));
                readings.add(gear.reading(what.get()));
            }
        }
    }

    @Test
    void probabilitiesMeanWhatTheySayInEveryStratum() {
        System.out.println(
                "| stratum | claimed | right | ECE | claimed 90 % and more | of these wrong | among three | followed: sure | sure and right | readings |");
        for (Stratum stratum : STRATA) {
            Random random = new Random(SEED);
            long[] seeds = random.longs(GEARS).toArray();
            List<Outcome> all = IntStream.range(0, GEARS)
                    .parallel()
                    .mapToObj(i -> outcome(stratum, seeds[i]))
                    .toList();
            double error = 0;
            for (int bin = 0; bin < BINS; bin++) {
                int b = bin;
                List<Outcome> in = all.stream()
                        .filter(o -> Math.min(BINS - 1, (int) (o.claimed * BINS)) == b)
                        .toList();
                if (!in.isEmpty()) {
                    error += Math.abs(in.stream().mapToDouble(Outcome::claimed).sum()
                                    - in.stream().filter(o -> o.place == 0).count())
                            / GEARS;
                }
            }
            List<Followed> followed = IntStream.range(0, FOLLOWED)
                    .parallel()
                    .mapToObj(i -> follow(stratum, seeds[i]))
                    .toList();
            List<Outcome> sure = all.stream().filter(o -> o.claimed >= 0.9).toList();
            System.out.printf(
                    "| %s | %.2f | %.2f | %.3f | %.2f | %.3f | %.3f | %.2f | %.2f | %.1f |%n",
                    stratum.name,
                    all.stream().mapToDouble(Outcome::claimed).average().orElseThrow(),
                    all.stream().filter(o -> o.place == 0).count() / (double) GEARS,
                    error,
                    sure.size() / (double) GEARS,
                    sure.stream().filter(o -> o.place > 0).count() / (double) Math.max(1, sure.size()),
                    all.stream().filter(o -> o.place < 3).count() / (double) GEARS,
                    followed.stream().filter(Followed::sure).count() / (double) FOLLOWED,
                    followed.stream().filter(f -> f.sure && f.right).count() / (double) FOLLOWED,
                    followed.stream().mapToInt(Followed::readings).average().orElse(0));
        }
    }
}
