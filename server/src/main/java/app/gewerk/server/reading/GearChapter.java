package app.gewerk.server.reading;

import app.gewerk.core.job.Step;
import app.gewerk.core.words.Say;
import app.gewerk.server.job.JobChapter;
import app.gewerk.server.paper.PdfPage;
import app.gewerk.server.paper.Told;
import app.gewerk.server.shop.Here;
import java.time.ZoneId;
import java.util.List;
import org.springframework.stereotype.Component;

/** What was read of the gear, and which it is. */
@Component
class GearChapter implements JobChapter<ReadingService.GearRead> {
    private final ReadingService readings;

    GearChapter(ReadingService readings) {
        this.readings = readings;
    }

    @Override
    public String name() {
        return "gear";
    }

    @Override
    public Step step() {
        return Step.READ;
    }

    @Override
    public ReadingService.GearRead state(Here here, long jobId) {
        return readings.read(here, jobId);
    }

    @Override
    public void print(PdfPage page, ReadingService.GearRead state, ZoneId zone) {
        if (state.readings().isEmpty() && state.toothCount().isEmpty()) {
            return;
        }
        page.heading(state.name().isEmpty() ? Say.of("paper.gear") : Say.of("paper.gearOf", "gear", state.name()));
        page.line(Told.besideEachOther(List.of(
                Told.labelled("paper.teeth", state.toothCount()),
                Told.labelled("paper.bore", state.bore()),
                Told.labelled("paper.faceWidth", state.faceWidth()))));
        state.answer().ifPresent(answer -> {
            for (ReadingLine line : state.readings()) {
                page.line(Say.of(
                        line.leftOut() ? "paper.readingLeftOut" : "paper.reading",
                        "reading",
                        line.words(),
                        "typed",
                        line.typed() + (line.unit().equals("in") ? " in" : ""),
                        "who",
                        line.readBy()));
            }
            answer.candidates().stream()
                    .limit(3)
                    .forEach(c -> page.line(Say.of(
                            "paper.candidate",
                            "percent",
                            Told.percent(c.probability()),
                            "gear",
                            c.name(),
                            "angle",
                            c.pressureAngleDeg(),
                            "shift",
                            c.shift())));
        });
        state.takenWords().ifPresent(words -> page.line(Say.of("paper.taken", "gear", words)));
    }
}
