package app.gewerk.core.choice;

import app.gewerk.core.damage.ToothMap;
import app.gewerk.core.damage.ToothMark;
import app.gewerk.core.job.Way;
import app.gewerk.core.words.Say;
import java.util.OptionalDouble;

/**
 * A crack from bore to root, glued. What pulls it open is the hoop force of what takes the gear along: by friction alone the
 * shaft has to be clamped with p = 2 T / (μ π d² L), and the wall bears p d L / 2 = T / (μ π d); by a flat or a key no more than the tooth's own force. What
 * holds it is the bond over the wall's section. A sleeve over the hub takes the hoop force, and the bond only keeps the halves in place.
 */
final class Glue implements Rule {
    private static final double FRICTION = 0.2;
    private static final double LEAST_SLEEVE_MM = 1.5;
    /** A driven gear's crack is worked open and shut at every tooth (common practice: it opens again). */
    private static final double DRIVEN_HOLDS = 0.6;

    private static final double SLEEVE_MINUTES = 15;
    private static final double SLEEVE_COST = 1.5;

    @Override
    public Way way() {
        return Way.GLUE;
    }

    @Override
    public Verdict on(Problem problem) {
        if (problem.map().isEmpty()) {
            return Rule.fails("choose.lookFirst");
        }
        ToothMap map = problem.map().get();
        int gone = map.teeth(ToothMark.Kind.MISSING).size();
        if (gone > 0) {
            return Rule.fails("choose.glueBringsNoTeeth", "teeth", gone);
        }
        boolean cracked = map.hub() == ToothMap.Hub.CRACKED
                || map.hub() == ToothMap.Hub.SPLIT
                || !map.teeth(ToothMark.Kind.HUB_CRACK).isEmpty();
        if (!cracked) {
            return Rule.fails("choose.nothingSplit");
        }
        if (map.brittle()) {
            return Rule.fails("choose.tooBrittle");
        }
        Circumstances at = problem.circumstances();
        double bore = problem.boreMm().orElse(problem.gear().rootDiameterMm() / 4);
        double wall = (problem.gear().rootDiameterMm() - bore) / 2;
        double bondN = wall * problem.face() * problem.material().bondMpa();
        double original = problem.originalCapacityN();
        double torque = original * problem.gear().referenceDiameterMm() / 2;
        double opens = at.keyed() ? original : torque / (FRICTION * Math.PI * bore);
        boolean sleeve = at.hubOutMm().filter(mm -> mm >= LEAST_SLEEVE_MM).isPresent();
        double share = Math.min(1, sleeve ? bondN / original : bondN / opens);
        Draft draft = new Draft(
                problem,
                Way.GLUE,
                Say.of(sleeve ? "choose.glueSleeved" : "choose.glued", "percent", 100 * share),
                share,
                problem.material());
        draft.because(
                "choose.bond",
                "bond",
                bondN,
                "opens",
                sleeve ? original : opens,
                "material",
                problem.material().words());
        if (sleeve) {
            draft.minutes += SLEEVE_MINUTES;
            draft.parts += SLEEVE_COST;
        } else if (at.driven()) {
            draft.worksAtAll = DRIVEN_HOLDS;
            draft.because("choose.drivenOpens");
        }
        draft.ageYears = OptionalDouble.of(at.ageYears());
        draft.caution("choose.glueOutOfTeeth").caution("choose.glueFumes");
        return new Verdict.Applies(draft);
    }
}
