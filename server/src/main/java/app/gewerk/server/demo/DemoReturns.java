package app.gewerk.server.demo;

import app.gewerk.core.Wire;
import app.gewerk.core.closeup.Account;
import app.gewerk.core.closeup.StepBack;
import app.gewerk.core.closeup.WayBack;
import app.gewerk.core.intake.ElectricalCheck;
import app.gewerk.core.proving.Measure;
import app.gewerk.core.proving.TestPlan.Result;
import app.gewerk.server.closeup.ClosingService;
import app.gewerk.server.handback.BillingService;
import app.gewerk.server.intake.IntakeService;
import app.gewerk.server.proving.ProvingService;
import app.gewerk.server.shop.Here;
import java.math.BigDecimal;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** The end of the story's jobs: closed up, proved, billed, handed back. */
@Component
class DemoReturns {
    private final ClosingService closing;
    private final ProvingService proving;
    private final BillingService billing;
    private final IntakeService intake;

    DemoReturns(ClosingService closing, ProvingService proving, BillingService billing, IntakeService intake) {
        this.closing = closing;
        this.proving = proving;
        this.billing = billing;
        this.intake = intake;
    }

    /**
     * What a job of the story was tried with.
     *
     * @param trials how many of its plan were made
     * @param before readings by their measure, {@code after} the same once it was mended
     * @param strokes that ran without a failure
     */
    record Proved(
            int trials,
            @Nullable Map<String, String> before,
            @Nullable Map<String, String> after,
            @Nullable Integer strokes) {}

    /** What stands on the papers of the story's shop. */
    void terms(Here here) {
        billing.saveTerms(
                here,
                new BillingService.PaperTerms(
                        "Weirside 3\nMaarfelden",
                        Optional.of("IE"),
                        "IE1234567T",
                        Optional.of(new BigDecimal(23)),
                        "",
                        12,
                        14,
                        billing.terms(here).version()),
                Optional.empty());
    }

    /** Every step back, nothing left over. */
    boolean closeUp(Here here, long id) {
        ClosingService.JobClosing state = closing.closing(here, id);
        for (StepBack step : state.steps()) {
            List<Integer> asked = step.things().stream()
                    .filter(t -> t.ask().isPresent())
                    .map(StepBack.Thing::number)
                    .toList();
            state = closing.putBack(here, id, step.key(), new Account(List.of(), asked), Optional.empty());
        }
        if (!state.steps().isEmpty()) {
            closing.close(
                    here,
                    id,
                    new WayBack.Closing(0, "", state.open().isEmpty() ? "" : "in the old grease"),
                    Optional.empty());
        }
        return !state.steps().isEmpty();
    }

    boolean prove(Here here, long id, Proved proved) {
        proving.proof(here, id).trials().stream()
                .limit(proved.trials)
                .forEach(t -> proving.tried(here, id, t.trial().code(), Result.PASSED, "", Optional.empty()));
        read(here, id, proved.before, false);
        read(here, id, proved.after, true);
        if (proved.strokes != null) {
            proving.run(
                    here,
                    id,
                    new ProvingService.Run(ProvingService.Counted.STROKES, proved.strokes, 4000, 2, 0.9, 0),
                    Optional.empty());
        }
        return true;
    }

    private void read(Here here, long id, @Nullable Map<String, String> readings, boolean after) {
        if (readings != null) {
            readings.forEach((measure, typed) ->
                    proving.read(here, id, Wire.parse(Measure.class, measure), after, typed, Optional.empty()));
        }
    }

    /** What runs on mains is tested before it goes back. */
    boolean testBeforeReturn(Here here, long id, ElectricalCheck.Protection protection) {
        if (!intake.hazards(here, id).contains("mains")) {
            return false;
        }
        intake.recordCheck(
                here,
                id,
                new ElectricalCheck.Readings(
                        protection, true, true, true, Optional.of(1.8), Optional.of(0.08), Optional.of(48.0)),
                "appliance tester",
                Optional.of(here.personName()));
        return true;
    }

    /** The bill as it is proposed, paid at the counter, and what the owner was told. */
    boolean handBack(Here here, long id) {
        BillingService.JobHandback known = billing.handback(here, id);
        if (known.proposed().isEmpty()) {
            return false;
        }
        billing.bill(here, id, known.proposed(), BigDecimal.ZERO, BigDecimal.ZERO, known.billedTo(), Optional.empty());
        billing.tell(
                here,
                id,
                new BillingService.ToldOwner(
                        BillingService.OldParts.RETURNED, Optional.of(known.warrantyUntil()), "", "", 0),
                Optional.empty());
        return true;
    }
}
