package app.gewerk.server.diagnosis;

import app.gewerk.core.job.Step;
import app.gewerk.core.words.Say;
import app.gewerk.server.job.JobChapter;
import app.gewerk.server.paper.PdfPage;
import app.gewerk.server.paper.Told;
import app.gewerk.server.shop.Here;
import java.time.ZoneId;
import org.springframework.stereotype.Component;

/** What was seen and heard, and what it points to. */
@Component
class HeardChapter implements JobChapter<DiagnosisService.Heard> {
    private final DiagnosisService diagnosis;

    HeardChapter(DiagnosisService diagnosis) {
        this.diagnosis = diagnosis;
    }

    @Override
    public String name() {
        return "heard";
    }

    @Override
    public Step step() {
        return Step.LISTEN;
    }

    @Override
    public DiagnosisService.Heard state(Here here, long jobId) {
        return diagnosis.heard(here, jobId);
    }

    @Override
    public void print(PdfPage page, DiagnosisService.Heard state, ZoneId zone) {
        if (state.answers().isEmpty()) {
            return;
        }
        page.heading(Say.of("paper.heard"));
        state.tasks().stream()
                .flatMap(t -> t.signs().stream())
                .filter(sign -> state.answers().containsKey(sign.key()))
                .distinct()
                .forEach(sign -> page.line(
                        switch (state.answers().get(sign.key())) {
                            case SEEN -> Say.of("paper.seen", "sign", sign.words());
                            case NOT_SEEN -> Say.of("paper.notSeen", "sign", sign.words());
                            case CANNOT, NOT_TRIED -> Say.of("paper.cannot", "sign", sign.words());
                        }));
        page.space(2);
        state.standing().faults().stream()
                .limit(3)
                .forEach(f ->
                        page.line(Say.of("paper.fault", "percent", Told.percent(f.probability()), "fault", f.words())));
        state.culprits().forEach(c -> page.line(Told.because(Say.of("paper.culprit", "fault", c.words()), c.why())));
    }
}
