package app.gewerk.core.choice;

import app.gewerk.core.job.Way;
import app.gewerk.core.words.Say;

/** The maker's own spare. */
final class Original implements Rule {
    @Override
    public Way way() {
        return Way.ORIGINAL;
    }

    @Override
    public Verdict on(Problem problem) {
        if (problem.circumstances().original().isEmpty()) {
            return Rule.asks("original", "choose.noSpare");
        }
        Priced spare = problem.circumstances().original().get();
        Draft draft = new Draft(
                        problem, Way.ORIGINAL, Say.of("choose.original", "days", spare.days()), 1, problem.material())
                .costs(spare)
                .because(
                        "choose.originalLasted",
                        "years",
                        problem.circumstances().ageYears());
        return new Verdict.Applies(draft);
    }
}
