package app.gewerk.core.choice;

import app.gewerk.core.damage.Pattern;
import app.gewerk.core.damage.ToothMark;
import app.gewerk.core.fit.Growth;
import app.gewerk.core.fit.PlasticFit;
import app.gewerk.core.fit.PressFit;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.material.Elastic;
import app.gewerk.core.strength.ToothWear;
import app.gewerk.core.words.Say;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * Why the gear broke: the causes that its pattern of damage speaks for, weighed again by what loads, fits, warmth and age say in
 * numbers. A number speaks for a cause by the square of what it comes to over what would be borne, between a fifth and fivefold.
 */
public final class WhyItFailed {
    private static final double MOST = 5;
    private static final double FRICTION = 0.2;
    /** Steel, which most shafts are. */
    private static final Elastic SHAFT = new Elastic(206_000, 0.3);

    private WhyItFailed() {}

    /**
     * @param probability among the causes
     * @param numbers what was computed about it
     * @param reasons what was seen that speaks for it
     * @param putRight what has to be put right besides the gear
     */
    public record WhyCause(
            String code, Say words, double probability, List<Say> numbers, List<Say> reasons, Say putRight) {}

    private record Number(String cause, double over, Say say) {}

    /** The likeliest first; none where nothing was marked on the gear. */
    public static List<WhyCause> of(Problem problem) {
        List<Number> numbers = numbers(problem);
        List<Pattern.Cause> seen =
                problem.pattern().map(Pattern.Reading::causes).orElse(List.of());
        List<Double> weights = new ArrayList<>();
        double all = 0;
        for (Pattern.Cause cause : seen) {
            double weight = cause.probability();
            for (Number number : numbers) {
                if (number.cause().equals(cause.code())) {
                    weight *= Math.clamp(number.over() * number.over(), 1 / MOST, MOST);
                }
            }
            weights.add(weight);
            all += weight;
        }
        List<WhyCause> causes = new ArrayList<>();
        for (int i = 0; i < seen.size(); i++) {
            Pattern.Cause cause = seen.get(i);
            causes.add(new WhyCause(
                    cause.code(),
                    cause.words(),
                    weights.get(i) / all,
                    numbers.stream()
                            .filter(n -> n.cause().equals(cause.code()))
                            .map(Number::say)
                            .toList(),
                    cause.reasons(),
                    cause.putRight()));
        }
        causes.sort(Comparator.comparingDouble(WhyCause::probability).reversed());
        return causes;
    }

    private static List<Number> numbers(Problem problem) {
        Circumstances at = problem.circumstances();
        List<Number> numbers = new ArrayList<>();
        double bears = problem.originalCapacityN();
        at.jamTorqueNmm()
                .filter(t -> t > 0)
                .map(problem::forceN)
                .ifPresent(force -> numbers.add(new Number(
                        "jamOrBlow",
                        force / bears,
                        Say.of("why.jam", "force", force, "bears", bears, "hot", at.temperatureC()))));
        at.motorTorqueNmm()
                .filter(t -> t > 0)
                .map(problem::forceN)
                .ifPresent(force -> numbers.add(new Number(
                        "overload",
                        1.5 * force / bears,
                        Say.of("why.work", "force", force, "bears", bears, "percent", 100 * force / bears))));
        turns(problem, numbers);
        double mateWears = problem.mateMaterial().wearOnAcetal();
        if (mateWears > 1) {
            numbers.add(new Number(
                    "dryOrDirty",
                    Math.sqrt(mateWears),
                    Say.of("why.mate", "mate", problem.mateMaterial().words(), "times", mateWears)));
        }
        double ages = problem.material().agesInYears();
        numbers.add(new Number(
                "badPlastic",
                at.ageYears() / ages,
                Say.of(
                        "why.age",
                        "age",
                        at.ageYears(),
                        "material",
                        problem.material().words(),
                        "ages",
                        ages)));
        double hottest = problem.material().hottestC();
        if (at.temperatureC() > hottest - 25) {
            numbers.add(new Number(
                    "heat",
                    at.temperatureC() / hottest,
                    Say.of(
                            "why.heat",
                            "hot",
                            at.temperatureC(),
                            "material",
                            problem.material().words(),
                            "most",
                            hottest)));
        }
        fit(problem)
                .ifPresent(fit -> numbers.add(new Number(
                        "hoopStress",
                        fit.strainOverLimit(),
                        Say.of(
                                fit.doomed() ? "why.fitDoomed" : "why.fitBorne",
                                "material",
                                fit.ring().words(),
                                "interference",
                                fit.fit().interferenceMm(),
                                "strain",
                                100 * fit.fit().hoopStrainAtBore(),
                                "limit",
                                100 * fit.ring().strainLimit(),
                                "right",
                                fit.longTermInterferenceMm()))));
        return numbers;
    }

    /** What so many hours have asked of its roots and its flanks, where hours, speed and load are known. */
    private static void turns(Problem problem, List<Number> numbers) {
        Circumstances at = problem.circumstances();
        double torque = at.motorTorqueNmm().orElse(0.0);
        double turns = at.hoursRun().orElse(0.0) * 60 * problem.rpm().orElse(0.0);
        if (torque <= 0 || turns <= 0) {
            return;
        }
        double force = problem.forceN(torque);
        double bears = problem.originalCapacityN()
                * problem.material().rootStrengthMpa(at.temperatureC(), turns)
                / problem.material().rootStrengthMpa(at.temperatureC(), Problem.MILLION);
        numbers.add(new Number(
                "overload",
                force / bears,
                Say.of(
                        "why.turns",
                        "hours",
                        at.hoursRun().orElseThrow(),
                        "millions",
                        turns / 1e6,
                        "bears",
                        bears,
                        "force",
                        force)));
        boolean worn = problem.map().stream()
                .anyMatch(m -> !m.teeth(ToothMark.Kind.WORN).isEmpty());
        if (worn && !problem.gear().internal()) {
            double clean = ToothWear.meanMm(
                    problem.gear(),
                    problem.mate()
                            .map(CylindricalGear::toothCount)
                            .orElse(2 * problem.gear().toothCount()),
                    problem.bearing(),
                    torque,
                    turns,
                    problem.mateMaterial().wearOnAcetal());
            double most = ToothWear.mayBeGoneMm(problem.gear());
            // What clean running does not explain, dirt or dry running does.
            numbers.add(
                    new Number("dryOrDirty", Math.sqrt(most / clean), Say.of("why.worn", "worn", clean, "most", most)));
        }
    }

    /** The press fit that it had, where both bore and shaft are known and the shaft is the larger. */
    public static Optional<PlasticFit> fit(Problem problem) {
        Optional<Double> shaft = problem.circumstances().shaftMm();
        if (shaft.isEmpty() || problem.boreMm().isEmpty()) {
            return Optional.empty();
        }
        double interference = shaft.get() - problem.boreMm().get();
        if (interference <= 0
                || interference > shaft.get() / 5
                || problem.gear().internal()
                || problem.gear().rootDiameterMm() <= shaft.get()) {
            return Optional.empty();
        }
        return Optional.of(new PlasticFit(
                new PressFit(
                        shaft.get(),
                        problem.gear().rootDiameterMm(),
                        0,
                        problem.face(),
                        interference,
                        FRICTION,
                        problem.material().elasticAt(Growth.ROOM_C),
                        SHAFT),
                problem.material()));
    }
}
