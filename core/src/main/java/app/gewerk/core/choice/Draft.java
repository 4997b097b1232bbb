package app.gewerk.core.choice;

import app.gewerk.core.choice.Option.Ordered;
import app.gewerk.core.choice.Option.Shown;
import app.gewerk.core.fit.BenchStep;
import app.gewerk.core.fit.Seating;
import app.gewerk.core.job.Way;
import app.gewerk.core.material.Material;
import app.gewerk.core.words.Say;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;

/** A way as its own rules have it, before chance and cost are reckoned from that for all ways alike. */
final class Draft {
    final Way way;
    final Say say;
    /** Of the load the original bore when new. */
    final double share;

    final Material material;
    final boolean undoable;
    final List<Say> reasons = new ArrayList<>();
    final List<Say> cautions = new ArrayList<>();
    double minutes;
    double days;
    double parts;
    double scatter;
    double likeness;
    /** Of a part that is not new: its age. */
    OptionalDouble ageYears = OptionalDouble.empty();
    /** By which the chance is multiplied for what only this way can go wrong by. */
    double worksAtAll = 1;

    boolean mateNewToo;
    /** What is to be done at the bench, with its sizes, where that is more than putting it on. */
    final List<BenchStep> work = new ArrayList<>();
    /** Force on its teeth at which it slips on its shaft, where that is less than it has to hold. */
    Optional<Double> slipsAtN = Optional.empty();

    Optional<Double> mateCapacityN = Optional.empty();
    Shown shown = Shown.AS_IT_WAS;
    Optional<Ordered> order = Optional.empty();

    Draft(Problem problem, Way way, Say say, double share, Material material) {
        this.way = way;
        this.say = say;
        this.share = share;
        this.material = material;
        Usual.OfWay usual = problem.known().usual().of(way);
        minutes = usual.minutes();
        days = usual.days();
        parts = usual.parts();
        scatter = usual.scatter();
        undoable = usual.undoable();
        likeness = usual.likeness();
    }

    Draft because(String code, Object... values) {
        reasons.add(Say.of(code, values));
        return this;
    }

    Draft caution(String code, Object... values) {
        cautions.add(Say.of(code, values));
        return this;
    }

    Draft shows(Shown what) {
        shown = what;
        return this;
    }

    Draft seated(Problem problem, Seating seating) {
        seating.steps().forEach(this::step);
        return slips(problem, seating);
    }

    /** Where it holds less than it has to. */
    Draft slips(Problem problem, Seating seating) {
        slipsAtN = seating.holdsNmm()
                .filter(holds ->
                        problem.seatNeedsNmm().filter(needs -> holds < needs).isPresent())
                .map(problem::forceN);
        return this;
    }

    Draft step(BenchStep step) {
        work.add(step);
        minutes += step.minutes();
        parts += step.parts();
        return this;
    }

    /** Of the load the original bore: what teeth and shaft together bear. */
    double bears(Problem problem) {
        return slipsAtN.map(n -> Math.min(share, n / problem.originalCapacityN()))
                .orElse(share);
    }

    Draft costs(Priced price) {
        parts += price.price().doubleValue();
        days += price.days();
        return this;
    }
}
