package app.gewerk.core.choice;

import app.gewerk.core.job.Way;
import app.gewerk.core.words.Say;

/** The whole gear case, traverse or head, new. */
final class Assembly implements Rule {
    @Override
    public Way way() {
        return Way.ASSEMBLY;
    }

    @Override
    public Verdict on(Problem problem) {
        if (problem.circumstances().assembly().isEmpty()) {
            return Rule.asks("assembly", "choose.noAssembly");
        }
        Priced assembly = problem.circumstances().assembly().get();
        Draft draft = new Draft(
                        problem,
                        Way.ASSEMBLY,
                        Say.of("choose.assembly", "days", assembly.days()),
                        1,
                        problem.material())
                .costs(assembly)
                .because("choose.assemblyAllNew");
        draft.mateNewToo = true;
        draft.mateCapacityN = problem.mateCapacityN();
        return new Verdict.Applies(draft);
    }
}
