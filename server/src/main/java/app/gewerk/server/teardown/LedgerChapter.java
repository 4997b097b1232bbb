package app.gewerk.server.teardown;

import app.gewerk.core.job.Step;
import app.gewerk.core.words.Say;
import app.gewerk.server.job.JobChapter;
import app.gewerk.server.paper.PdfPage;
import app.gewerk.server.shop.Here;
import java.time.ZoneId;
import org.springframework.stereotype.Component;

/** How the machine came apart. */
@Component
class LedgerChapter implements JobChapter<TeardownService.JobLedger> {
    private final TeardownService teardown;

    LedgerChapter(TeardownService teardown) {
        this.teardown = teardown;
    }

    @Override
    public String name() {
        return "ledger";
    }

    @Override
    public Step step() {
        return Step.OPEN;
    }

    @Override
    public TeardownService.JobLedger state(Here here, long jobId) {
        return teardown.ledger(here, jobId);
    }

    @Override
    public void print(PdfPage page, TeardownService.JobLedger state, ZoneId zone) {
        if (state.steps().isEmpty()) {
            return;
        }
        page.heading(Say.of("paper.opened"));
        for (int i = 0; i < state.steps().size(); i++) {
            page.line((i + 1) + "  " + state.steps().get(i).line());
        }
    }
}
