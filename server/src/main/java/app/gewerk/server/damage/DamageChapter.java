package app.gewerk.server.damage;

import app.gewerk.core.job.Step;
import app.gewerk.core.words.Say;
import app.gewerk.server.job.JobChapter;
import app.gewerk.server.paper.PdfPage;
import app.gewerk.server.paper.Told;
import app.gewerk.server.shop.Here;
import java.time.ZoneId;
import org.springframework.stereotype.Component;

/** What the damage looks like and says. */
@Component
class DamageChapter implements JobChapter<DamageService.Mapped> {
    private final DamageService damage;

    DamageChapter(DamageService damage) {
        this.damage = damage;
    }

    @Override
    public String name() {
        return "damage";
    }

    @Override
    public Step step() {
        return Step.LOOK;
    }

    @Override
    public DamageService.Mapped state(Here here, long jobId) {
        return damage.mapped(here, jobId);
    }

    @Override
    public void print(PdfPage page, DamageService.Mapped state, ZoneId zone) {
        state.map().ifPresent(map -> {
            page.heading(map.gear().isEmpty() ? Say.of("paper.damage") : Say.of("paper.damageOf", "gear", map.gear()));
            map.marks()
                    .forEach(m -> page.line(Say.of(
                            "paper.mark", "tooth", m.tooth(), "what", m.kind().words())));
            state.reading()
                    .ifPresent(r -> r.pattern().causes().stream()
                            .limit(2)
                            .forEach(c -> page.line(Say.of(
                                    "paper.cause",
                                    "percent",
                                    Told.percent(c.probability()),
                                    "cause",
                                    c.words(),
                                    "putRight",
                                    c.putRight()))));
        });
    }
}
