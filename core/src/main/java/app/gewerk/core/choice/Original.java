package app.gewerk.core.choice;

import app.gewerk.core.job.Way;
import app.gewerk.core.words.Say;
import java.math.BigDecimal;

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
        problem.circumstances().withOriginal().forEach(companion -> add(problem, draft, companion));
        return new Verdict.Applies(draft);
    }

    /** What comes in the packet is fitted too; what must be bought with it is paid for besides. */
    private static void add(Problem problem, Draft draft, Companion companion) {
        Usual.OfPart usual = problem.known().usual().of(companion.part());
        draft.minutes += usual.minutes();
        if (companion.comesWith()) {
            draft.because("choose.comesWith", "part", companion.part().words());
        } else {
            double price = companion.price().map(BigDecimal::doubleValue).orElse(usual.price());
            draft.parts += price;
            draft.because(
                    companion.price().isPresent() ? "choose.mustBuy" : "choose.mustBuyAbout",
                    "part",
                    companion.part().words(),
                    "price",
                    price);
        }
        if (companion.part() == Companion.Part.MATE) {
            draft.mateNewToo = true;
            draft.mateCapacityN = problem.mateCapacityN();
        }
    }
}
