package app.gewerk.core.diagnosis;

import app.gewerk.core.train.Drive;
import app.gewerk.core.train.DriveStudy;
import app.gewerk.core.words.Say;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.hipparchus.distribution.continuous.NormalDistribution;
import org.hipparchus.fraction.BigFraction;

/**
 * Which part a rhythm of clicks belongs to: a hurt tooth comes round once in a turn of its gear, two flats opposite each other
 * twice. How quickly each gear turns follows from the train.
 *
 * @param times by part: how many times likelier the clicks are if it makes them than if something unknown does
 * @param named the parts whose turn fits, the likeliest first
 */
public record Clicks(Map<String, Double> times, List<Named> named) {
    /** Nothing was tapped. */
    public static final Clicks NONE = new Clicks(Map.of(), List.of());

    /** A motor under load runs so much off its usual speed (1, common practice). */
    private static final double SPEED_SPREAD = 0.08;
    /** One that drags, or runs on another voltage, this much; how often (from memory). */
    private static final double OFF_SPREAD = 0.4;

    private static final double OFF = 0.25;
    /** Skips are miscounted by so many. */
    private static final double MISCOUNTED = 0.45;
    /** Two hurts opposite each other, as share of one (from memory). */
    private static final double TWICE = 0.2;
    /** Whoever taps follows something else than what clicks (from memory). */
    private static final double MISHEARD = 0.1;
    /** Clicks of something unknown come anywhere between ten a second and one in a minute. */
    private static final double LOG_RANGE = Math.log(600);
    /** So often it is none of the train's gears, before anything was tapped (from memory). */
    private static final double UNKNOWN = 0.25;

    private static final int MOST_SKIPS = 60;
    private static final double WORTH_NAMING = 0.02;

    /**
     * @param secondsATurn of the part's gear, where its speed is known
     * @param probability that the clicks are its
     */
    public record Named(
            String part,
            Say words,
            Optional<Double> secondsATurn,
            Optional<Double> turnsAnOutputTurn,
            double probability) {}

    /** What was tapped once. */
    public record Tapped(Rhythm rhythm, Optional<Integer> skips, Optional<Double> outputTurns) {}

    /** A gear that comes round. */
    private record Turning(String part, Optional<Double> seconds, Optional<Double> anOutputTurn) {}

    public static Clicks of(Drive drive, DriveStudy study, List<Tapped> tapped, Map<String, Say> parts) {
        List<Turning> turning = turning(drive, study);
        if (tapped.isEmpty() || turning.isEmpty()) {
            return NONE;
        }
        Map<String, Double> times = new LinkedHashMap<>();
        Map<String, Turning> best = new LinkedHashMap<>();
        for (Turning gear : turning) {
            double fits = 1;
            for (Tapped one : tapped) {
                fits *= MISHEARD + (1 - MISHEARD) * likelier(gear, one);
            }
            if (fits > times.getOrDefault(gear.part, 0.0)) {
                times.put(gear.part, fits);
                best.put(gear.part, gear);
            }
        }
        double each = (1 - UNKNOWN) / times.size();
        double all =
                UNKNOWN + times.values().stream().mapToDouble(t -> each * t).sum();
        return new Clicks(
                times,
                times.entrySet().stream()
                        .map(e -> new Named(
                                e.getKey(),
                                parts.getOrDefault(e.getKey(), Say.typed(e.getKey())),
                                best.get(e.getKey()).seconds,
                                best.get(e.getKey()).anOutputTurn,
                                each * e.getValue() / all))
                        .filter(n -> n.probability >= WORTH_NAMING)
                        .sorted(Comparator.comparingDouble(Named::probability).reversed())
                        .toList());
    }

    private static List<Turning> turning(Drive drive, DriveStudy study) {
        Map<String, BigFraction> speeds = new LinkedHashMap<>();
        study.shafts().forEach(s -> s.rpm().filter(n -> !n.isZero()).ifPresent(n -> speeds.put(s.code(), n)));
        Optional<BigFraction> output = drive.work().map(w -> speeds.get(w.shaft()));
        List<Turning> all = new ArrayList<>();
        drive.wheels().stream()
                .filter(w -> speeds.containsKey(w.shaft()))
                .forEach(w -> all.add(turning(w.part(), speeds.get(w.shaft()).doubleValue(), output)));
        for (int i = 0; i < drive.planetStages().size(); i++) {
            String part = drive.planetStages().get(i).part();
            study.stages().get(i).frequenciesHz().ifPresent(f -> {
                for (double hz : new double[] {f.sunDefect(), f.planetDefect(), f.ringDefect()}) {
                    all.add(turning(part, 60 * hz, output));
                }
            });
        }
        return all.stream().filter(t -> t.seconds.isPresent()).toList();
    }

    private static Turning turning(String part, double rpm, Optional<BigFraction> output) {
        double turns = Math.abs(rpm);
        return new Turning(
                part,
                Optional.of(turns).filter(n -> n > 0).map(n -> 60 / n),
                output.map(n -> turns / Math.abs(n.doubleValue())));
    }

    /** How many times likelier what was tapped is, if it is this gear's. */
    private static double likelier(Turning gear, Tapped tapped) {
        double once = likelier(gear, tapped, 1);
        double twice = likelier(gear, tapped, 2);
        return (once + TWICE * twice) / (1 + TWICE);
    }

    private static double likelier(Turning gear, Tapped tapped, int aTurn) {
        double times = 1;
        if (gear.seconds.isPresent()) {
            double period = tapped.rhythm.periodMs() / 1000;
            double hand = tapped.rhythm.uncertaintyMs() / tapped.rhythm.periodMs();
            double at = Math.log(period);
            double expected = Math.log(gear.seconds.get() / aTurn);
            times *= LOG_RANGE
                    * ((1 - OFF) * density(at, expected, Math.hypot(SPEED_SPREAD, hand))
                            + OFF * density(at, expected, Math.hypot(OFF_SPREAD, hand)));
        }
        if (gear.anOutputTurn.isPresent() && tapped.skips.isPresent()) {
            double expected = aTurn * gear.anOutputTurn.get() * tapped.outputTurns.orElse(1.0);
            times *= density(tapped.skips.get(), expected, Math.max(MISCOUNTED, 0.03 * expected)) * MOST_SKIPS;
        }
        return times;
    }

    private static double density(double at, double mean, double spread) {
        return new NormalDistribution(mean, spread).density(at);
    }
}
