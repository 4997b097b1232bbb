package app.gewerk.server.message;

import app.gewerk.core.job.Step;
import app.gewerk.core.words.Say;
import app.gewerk.server.job.JobChapter;
import app.gewerk.server.paper.PdfPage;
import app.gewerk.server.paper.Told;
import app.gewerk.server.shop.Here;
import java.time.ZoneId;
import java.util.List;
import org.springframework.stereotype.Component;

/** What the owner was written. */
@Component
class MessagesChapter implements JobChapter<List<MessageService.SentMessage>> {
    private final MessageService messages;

    MessagesChapter(MessageService messages) {
        this.messages = messages;
    }

    @Override
    public String name() {
        return "messages";
    }

    @Override
    public Step step() {
        return Step.HAND_BACK;
    }

    @Override
    public List<MessageService.SentMessage> state(Here here, long jobId) {
        return messages.ofJob(here, jobId);
    }

    @Override
    public void print(PdfPage page, List<MessageService.SentMessage> state, ZoneId zone) {
        if (state.isEmpty()) {
            return;
        }
        page.heading(Say.of("paper.messages"));
        state.forEach(m -> {
            page.line(Say.of(
                    "paper.message",
                    "moment",
                    Told.moment(m.at(), zone),
                    "to",
                    m.to(),
                    "about",
                    m.about().words(),
                    "state",
                    m.words()));
            page.line(m.letter());
        });
    }
}
