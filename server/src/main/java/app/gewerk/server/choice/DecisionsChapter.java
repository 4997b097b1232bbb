package app.gewerk.server.choice;

import app.gewerk.core.job.Step;
import app.gewerk.core.words.Say;
import app.gewerk.server.http.Words;
import app.gewerk.server.job.JobChapter;
import app.gewerk.server.paper.PdfPage;
import app.gewerk.server.paper.Told;
import app.gewerk.server.shop.Here;
import java.time.ZoneId;
import java.util.List;
import org.springframework.stereotype.Component;

/** How it is put right, and what was ordered for it. */
@Component
class DecisionsChapter implements JobChapter<List<ChoiceService.Decision>> {
    private final ChoiceService choices;

    DecisionsChapter(ChoiceService choices) {
        this.choices = choices;
    }

    @Override
    public String name() {
        return "decisions";
    }

    @Override
    public Step step() {
        return Step.CHOOSE;
    }

    @Override
    public List<ChoiceService.Decision> state(Here here, long jobId) {
        return choices.decisions(here, jobId);
    }

    @Override
    public void print(PdfPage page, List<ChoiceService.Decision> state, ZoneId zone) {
        if (state.isEmpty()) {
            return;
        }
        page.heading(Say.of("paper.decided"));
        for (ChoiceService.Decision decision : state) {
            page.line(Told.because(
                    Say.of(
                            "paper.journalLine",
                            "moment",
                            Told.moment(decision.decidedAt(), zone),
                            "who",
                            decision.decidedBy(),
                            "what",
                            decision.wayWords()),
                    decision.reason()));
            decision.order().ifPresent(o -> page.line("    " + Words.of(o.said())));
        }
    }
}
