package app.gewerk.server.proving;

import app.gewerk.core.job.Step;
import app.gewerk.core.words.Say;
import app.gewerk.server.job.JobChapter;
import app.gewerk.server.paper.PdfPage;
import app.gewerk.server.shop.Here;
import java.time.ZoneId;
import org.springframework.stereotype.Component;

/** What was tried, and what it read before and after. */
@Component
class ProofChapter implements JobChapter<ProvingService.JobProof> {
    private final ProvingService proving;

    ProofChapter(ProvingService proving) {
        this.proving = proving;
    }

    @Override
    public String name() {
        return "proof";
    }

    @Override
    public Step step() {
        return Step.PROVE;
    }

    @Override
    public ProvingService.JobProof state(Here here, long jobId) {
        return proving.proof(here, jobId);
    }

    @Override
    public void print(PdfPage page, ProvingService.JobProof state, ZoneId zone) {
        if (state.trials().stream().noneMatch(t -> t.last().isPresent())) {
            return;
        }
        page.heading(Say.of("paper.proof"));
        state.trials()
                .forEach(t -> t.last()
                        .ifPresent(l -> page.line(Say.of(
                                "paper.trial",
                                "trial",
                                t.trial().words(),
                                "result",
                                Say.of(l.result()),
                                "seen",
                                l.seen()))));
        state.readings().forEach(r -> r.told().ifPresent(page::line));
        state.says().ifPresent(s -> page.line(s.words()));
    }
}
