package app.gewerk.server.job;

import app.gewerk.core.AtMost;
import app.gewerk.core.account.Right;
import app.gewerk.core.job.Place;
import app.gewerk.core.job.Step;
import app.gewerk.core.words.Say;
import app.gewerk.server.http.Needs;
import app.gewerk.server.shop.Here;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@Needs(Right.COUNTER)
@RequestMapping("/api/job")
class JobController {
    private final JobService jobs;

    JobController(JobService jobs) {
        this.jobs = jobs;
    }

    record Move(
            int version,
            Place place,
            @AtMost(200) @Nullable String waitsFor,
            @AtMost(5000) @Nullable String why) {}

    record Note(Step step, @AtMost(20_000) @Nullable String what, boolean done) {}

    @GetMapping("/rack")
    List<JobService.Shelf> rack(Here here) {
        return jobs.rack(here);
    }

    /** Jobs holding all the words, newest first; {@code before} is the last number of the page before. */
    @GetMapping
    List<JobService.Tray> find(
            Here here, @RequestParam String find, @RequestParam(required = false) @Nullable Long before) {
        return jobs.find(here, find, Optional.ofNullable(before));
    }

    @GetMapping("/{id}")
    JobService.Job job(Here here, @PathVariable long id) {
        return jobs.job(here, id);
    }

    @PostMapping("/{id}/move")
    JobService.Job move(Here here, @PathVariable long id, @RequestBody Move move) {
        return jobs.move(here, id, move.version(), move.place(), waitsFor(move.waitsFor()), text(move.why()));
    }

    @PostMapping("/{id}/note")
    JobService.Job note(
            Here here,
            @PathVariable long id,
            @RequestBody Note note,
            @RequestHeader(name = "Idempotency-Key", required = false) @Nullable String key) {
        return jobs.note(here, id, note.step(), text(note.what()), note.done(), Optional.ofNullable(key));
    }

    /** @param from what stood there before; left out when nothing did */
    record BenchMinutes(@Nullable Integer from, int minutes) {}

    /**
     * Asked for every second by whoever has the job open.
     *
     * @param last and how many lines there were, as the pulse before said; left out the first time
     */
    @GetMapping("/{id}/pulse")
    JobService.Pulse pulse(
            Here here,
            @PathVariable long id,
            @RequestParam(required = false) @Nullable Long last,
            @RequestParam(defaultValue = "0") int lines) {
        return jobs.pulse(here, id, Optional.ofNullable(last).map(l -> new JobService.Read(l, lines)));
    }

    @PostMapping("/{id}/bench-minutes")
    JobService.Job benchMinutes(
            Here here,
            @PathVariable long id,
            @RequestBody BenchMinutes spent,
            @RequestHeader(name = "Idempotency-Key", required = false) @Nullable String key) {
        return jobs.benchMinutes(
                here, id, Optional.ofNullable(spent.from()), spent.minutes(), Optional.ofNullable(key));
    }

    @GetMapping("/{id}/journal")
    List<JobService.JournalEntry> journal(Here here, @PathVariable long id) {
        return jobs.journal(here, id);
    }

    private static Optional<Say> waitsFor(@Nullable String typed) {
        return Optional.of(text(typed).strip()).filter(t -> !t.isEmpty()).map(Say::typed);
    }

    private static String text(@Nullable String text) {
        return text == null ? "" : text;
    }
}
