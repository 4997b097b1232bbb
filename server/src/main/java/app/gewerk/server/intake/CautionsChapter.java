package app.gewerk.server.intake;

import app.gewerk.core.job.Step;
import app.gewerk.core.words.Say;
import app.gewerk.server.job.JobChapter;
import app.gewerk.server.paper.PdfPage;
import app.gewerk.server.paper.Told;
import app.gewerk.server.shop.Here;
import java.time.ZoneId;
import java.util.List;
import org.springframework.stereotype.Component;

/** What was to be minded, and who has read it. */
@Component
class CautionsChapter implements JobChapter<List<IntakeService.JobCaution>> {
    private final IntakeService intake;

    CautionsChapter(IntakeService intake) {
        this.intake = intake;
    }

    @Override
    public String name() {
        return "cautions";
    }

    @Override
    public Step step() {
        return Step.TAKE_IN;
    }

    @Override
    public List<IntakeService.JobCaution> state(Here here, long jobId) {
        return intake.cautions(here, jobId);
    }

    @Override
    public void print(PdfPage page, List<IntakeService.JobCaution> state, ZoneId zone) {
        List<IntakeService.JobCaution> said = state.stream()
                .filter(c -> c.tickedBy().isPresent() || c.referOn())
                .toList();
        if (said.isEmpty()) {
            return;
        }
        page.heading(Say.of("paper.cautions"));
        for (IntakeService.JobCaution caution : said) {
            page.line(caution.tickedBy()
                    .map(by -> Say.of(
                            "paper.cautionRead",
                            "caution",
                            caution.words(),
                            "who",
                            by,
                            "moment",
                            caution.tickedAt().map(at -> Told.moment(at, zone)).orElse("")))
                    .orElse(Say.of("paper.cautionNotRead", "caution", caution.words())));
        }
    }
}
