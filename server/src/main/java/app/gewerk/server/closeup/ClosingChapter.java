package app.gewerk.server.closeup;

import app.gewerk.core.job.Step;
import app.gewerk.core.words.Say;
import app.gewerk.server.job.JobChapter;
import app.gewerk.server.paper.PdfPage;
import app.gewerk.server.shop.Here;
import java.time.ZoneId;
import org.springframework.stereotype.Component;

/** How the machine went together again. */
@Component
class ClosingChapter implements JobChapter<ClosingService.JobClosing> {
    private final ClosingService closing;

    ClosingChapter(ClosingService closing) {
        this.closing = closing;
    }

    @Override
    public String name() {
        return "closing";
    }

    @Override
    public Step step() {
        return Step.CLOSE_UP;
    }

    @Override
    public ClosingService.JobClosing state(Here here, long jobId) {
        return closing.closing(here, jobId);
    }

    @Override
    public void print(PdfPage page, ClosingService.JobClosing state, ZoneId zone) {
        if (state.back().isEmpty()) {
            return;
        }
        page.heading(Say.of("paper.closedUp"));
        state.steps().stream()
                .filter(s -> s.done())
                .forEach(s -> page.line(Say.of("paper.stepBack", "step", s.number(), "deed", s.deed())));
        state.leftOut()
                .forEach(
                        l -> page.line(Say.of("paper.leftOut", "count", l.count(), "what", l.words(), "why", l.why())));
    }
}
