package app.gewerk.core.choice;

import app.gewerk.core.job.Way;
import app.gewerk.core.words.Say;
import java.util.OptionalDouble;

/** The same part from a scrapped machine: of the same plastic, and nearly as old. */
final class Donor implements Rule {
    @Override
    public Way way() {
        return Way.DONOR;
    }

    @Override
    public Verdict on(Problem problem) {
        Circumstances at = problem.circumstances();
        if (at.donorAgeYears().isEmpty()) {
            return Rule.asks("donorAgeYears", "choose.noDonor");
        }
        double age = at.donorAgeYears().get();
        Draft draft = new Draft(problem, Way.DONOR, Say.of("choose.donor", "age", age), 1, problem.material());
        draft.ageYears = OptionalDouble.of(age);
        draft.because("choose.donorAges", "age", age, "broke", at.ageYears());
        return new Verdict.Applies(draft);
    }
}
