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
class HeardChapter implements JobChapter<DiagnosisService.Findings> {
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
    public DiagnosisService.Findings state(Here here, long jobId) {
        return diagnosis.findings(here, jobId);
    }

    @Override
    public void print(PdfPage page, DiagnosisService.Findings state, ZoneId zone) {
        if (state.tried().isEmpty()) {
            return;
        }
        page.heading(Say.of("paper.heard"));
        for (DiagnosisService.Tried tried : state.tried()) {
            page.line(
                    switch (tried.answer()) {
                        case SEEN -> Say.of("paper.seen", "sign", tried.words());
                        case NOT_SEEN -> Say.of("paper.notSeen", "sign", tried.words());
                        case CANNOT, NOT_TRIED -> Say.of("paper.cannot", "sign", tried.words());
                    });
        }
        page.space(2);
        state.faults()
                .forEach(f ->
                        page.line(Say.of("paper.fault", "percent", Told.percent(f.probability()), "fault", f.words())));
        state.culprits().forEach(c -> page.line(Told.because(Say.of("paper.culprit", "fault", c.words()), c.why())));
    }
}
