package app.gewerk.core.choice;

import app.gewerk.core.choice.Option.Shown;
import app.gewerk.core.damage.Pattern;
import app.gewerk.core.damage.ToothMap;
import app.gewerk.core.damage.ToothMark;
import app.gewerk.core.job.Way;
import app.gewerk.core.words.Say;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;

/** The same gear with teeth that have not worked yet: moved along by a shim, put on the other way round, changed for its twin
 * at the other end, or turned on a few teeth. */
final class FreshTeeth implements Rule {
    /** A shim lets the worn edge clear the mate by so much. */
    private static final double CLEAR_MM = 0.2;
    /** What is left to work on has to be worth it (common practice). */
    private static final double LEAST_SHARE = 0.4;
    /** What is thinned on one side only bends a little easier (from memory). */
    private static final double TURNED_OVER = 0.9;

    private static final double REINDEX_SPARE_DEG = 10;

    @Override
    public Way way() {
        return Way.FRESH_TEETH;
    }

    private record Move(double share, Say say, Say reason, Shown shown) {}

    @Override
    public Verdict on(Problem problem) {
        if (problem.map().isEmpty()) {
            return Rule.fails("choose.lookFirst");
        }
        ToothMap map = problem.map().get();
        if (map.hub() == ToothMap.Hub.SPLIT || map.hub() == ToothMap.Hub.CRACKED) {
            return Rule.fails("choose.freshButSplit");
        }
        if (map.brittle()) {
            return Rule.fails("choose.tooBrittle");
        }
        Pattern.Reading pattern = problem.read(map);
        List<Move> ways = new ArrayList<>();
        shimmed(problem, pattern).ifPresent(ways::add);
        turnedOver(problem, map, pattern).ifPresent(ways::add);
        swapped(problem, map, pattern).ifPresent(ways::add);
        reindexed(problem, pattern).ifPresent(ways::add);
        Optional<Move> best = ways.stream().max(Comparator.comparingDouble(Move::share));
        if (best.isEmpty()) {
            return whyNot(problem, map, pattern);
        }
        Draft draft =
                new Draft(problem, Way.FRESH_TEETH, best.get().say(), best.get().share(), problem.material());
        draft.reasons.add(best.get().reason());
        draft.shows(best.get().shown());
        draft.ageYears = OptionalDouble.of(problem.circumstances().ageYears());
        return new Verdict.Applies(draft);
    }

    /** The shim lifts the gear until the mate meets what was never met, as far as there is room. */
    private static Optional<Move> shimmed(Problem problem, Pattern.Reading pattern) {
        double face = problem.face();
        double mate = problem.mateWidthMm().orElse(face);
        double room = problem.circumstances().axialRoomMm().orElse(0.0);
        if (pattern.bands().size() != 1 || room <= 0) {
            return Optional.empty();
        }
        Pattern.WornBand band = pattern.bands().getFirst();
        double fresh = Math.max(band.freshNearMm(), band.freshFarMm());
        double worn = band.toMm() - band.fromMm();
        // Moved by s, the mate covers so much of the fresh side; past the worn band it covers nothing else.
        double shim = Math.min(room, worn + CLEAR_MM);
        double share = Math.min(shim - CLEAR_MM, Math.min(fresh, mate)) / Math.min(face, mate);
        if (share < LEAST_SHARE) {
            return Optional.empty();
        }
        double teeth = share * Math.min(face, mate);
        return Optional.of(new Move(
                share,
                Say.of("choose.shim", "shim", shim, "fresh", teeth, "percent", 100 * share),
                Say.of("choose.shimRoom", "band", worn, "room", room, "mate", mate),
                new Shown(shim, band.freshFarMm() >= band.freshNearMm(), false, Optional.empty(), Optional.empty())));
    }

    private static Optional<Move> turnedOver(Problem problem, ToothMap map, Pattern.Reading pattern) {
        boolean whole = map.marks().stream().noneMatch(ToothMark::lostFormForGood);
        if (pattern.oneSided().isEmpty()
                || !whole
                || !problem.circumstances().hubAlike().orElse(false)) {
            return Optional.empty();
        }
        return Optional.of(new Move(
                TURNED_OVER,
                Say.of("choose.turnOver", "percent", 100 * TURNED_OVER),
                Say.of("choose.turnOverWhy"),
                new Shown(0, false, true, Optional.empty(), Optional.empty())));
    }

    /** Two ends of a machine turn against each other: each gear rests on the flank that the other works with. */
    private static Optional<Move> swapped(Problem problem, ToothMap map, Pattern.Reading pattern) {
        boolean whole = map.marks().stream().noneMatch(ToothMark::lostFormForGood);
        return problem.twin()
                .filter(any -> whole && pattern.oneSided().isPresent())
                .map(twin -> new Move(
                        TURNED_OVER,
                        Say.of("choose.swap", "twin", twin, "percent", 100 * TURNED_OVER),
                        Say.of("choose.swapWhy", "twin", twin),
                        Shown.AS_IT_WAS));
    }

    private static Optional<Move> reindexed(Problem problem, Pattern.Reading pattern) {
        Optional<Double> arc = problem.circumstances().workingArcDeg();
        if (arc.isEmpty() || pattern.usableArc().isEmpty()) {
            return Optional.empty();
        }
        Pattern.UsableArc usable = pattern.usableArc().get();
        if (usable.degrees() < arc.get() + REINDEX_SPARE_DEG
                || usable.teeth() >= problem.gear().toothCount()) {
            return Optional.empty();
        }
        return Optional.of(new Move(
                1,
                Say.of("choose.reindex", "from", usable.fromTooth(), "to", usable.toTooth()),
                Say.of("choose.reindexWhy", "needs", arc.get(), "has", usable.degrees()),
                Shown.AS_IT_WAS));
    }

    private static Verdict whyNot(Problem problem, ToothMap map, Pattern.Reading pattern) {
        if (pattern.bands().size() == 1) {
            Pattern.WornBand band = pattern.bands().getFirst();
            double fresh = Math.max(band.freshNearMm(), band.freshFarMm());
            Optional<Double> room = problem.circumstances().axialRoomMm();
            if (room.isEmpty()) {
                return Rule.asks("axialRoomMm", "choose.shimHowMuchRoom", "fresh", fresh);
            }
            double needed = LEAST_SHARE * problem.bearing() + CLEAR_MM;
            return room.get() < needed
                    ? Rule.fails("choose.shimTooThick", "needs", needed, "room", room.get())
                    : Rule.fails("choose.shimNoFresh", "fresh", fresh);
        }
        if (pattern.oneSided().isPresent()
                && problem.circumstances().hubAlike().isEmpty()
                && map.marks().stream().noneMatch(ToothMark::lostFormForGood)) {
            return Rule.asks("hubAlike", "choose.hubAlike");
        }
        return Rule.fails("choose.noFreshTeeth");
    }
}
