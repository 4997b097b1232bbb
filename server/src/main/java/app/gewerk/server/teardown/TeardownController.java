package app.gewerk.server.teardown;

import app.gewerk.core.AtMost;
import app.gewerk.core.account.Right;
import app.gewerk.core.teardown.Ledger;
import app.gewerk.core.teardown.LedgerDifference;
import app.gewerk.core.teardown.StepLine;
import app.gewerk.core.teardown.TeardownStep;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import app.gewerk.server.http.Needs;
import app.gewerk.server.shop.Here;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@Needs(Right.BENCH)
class TeardownController {
    private final TeardownService teardown;
    private final TraySheet sheet;

    TeardownController(TeardownService teardown, TraySheet sheet) {
        this.teardown = teardown;
        this.sheet = sheet;
    }

    record Line(@AtMost(StepLine.LONGEST) String line) {}

    /** How a typed line is understood. */
    record ReadLine(TeardownStep step, List<String> cameOff, List<Say> dangers) {}

    /** @param after the key of the step it comes after, empty for the front; left out: at the end */
    record AddStep(
            String key,
            @AtMost(StepLine.LONGEST) String line,
            @Nullable String after) {}

    record ChangeStep(int version, @AtMost(StepLine.LONGEST) String line) {}

    record MoveStep(int version, String after) {}

    /** @param note where it was found or last seen */
    record AnswerUnseen(
            @AtMost(200) String step,
            @AtMost(200) String part,
            Ledger.Whereabouts answer,
            @AtMost(400) @Nullable String note) {}

    record Merge(@Nullable Long otherJob, @AtMost(2000) List<LedgerDifference.Keep> choices) {}

    @PostMapping("/api/workings/teardown/read-line")
    ReadLine readLine(@RequestBody Line line) {
        try {
            TeardownStep step = StepLine.read(line.line());
            return new ReadLine(
                    step,
                    step.cameOff(),
                    step.dangers().stream().map(d -> d.words()).toList());
        } catch (Refused wrong) {
            throw wrong.at("line");
        }
    }

    @GetMapping("/api/teardown/{jobId}")
    TeardownService.JobLedger ledger(Here here, @PathVariable long jobId) {
        return teardown.ledger(here, jobId);
    }

    @PostMapping("/api/teardown/{jobId}/steps")
    TeardownService.JobLedger add(Here here, @PathVariable long jobId, @RequestBody AddStep add) {
        return teardown.add(here, jobId, add.key(), add.line(), Optional.ofNullable(add.after()));
    }

    @PutMapping("/api/teardown/{jobId}/steps/{key}")
    TeardownService.JobLedger change(
            Here here,
            @PathVariable long jobId,
            @PathVariable String key,
            @RequestBody ChangeStep change,
            @RequestHeader(name = "Idempotency-Key", required = false) @Nullable String saveKey) {
        return teardown.change(here, jobId, key, change.version(), change.line(), Optional.ofNullable(saveKey));
    }

    @DeleteMapping("/api/teardown/{jobId}/steps/{key}")
    TeardownService.JobLedger remove(
            Here here, @PathVariable long jobId, @PathVariable String key, @RequestParam int version) {
        return teardown.remove(here, jobId, key, version);
    }

    @PostMapping("/api/teardown/{jobId}/steps/{key}/move")
    TeardownService.JobLedger move(
            Here here, @PathVariable long jobId, @PathVariable String key, @RequestBody MoveStep move) {
        return teardown.move(here, jobId, key, move.version(), move.after());
    }

    @PostMapping("/api/teardown/{jobId}/unseen")
    TeardownService.JobLedger answerUnseen(Here here, @PathVariable long jobId, @RequestBody AnswerUnseen answer) {
        return teardown.answerUnseen(
                here,
                jobId,
                answer.step(),
                answer.part(),
                answer.answer(),
                answer.note() == null ? "" : answer.note().strip());
    }

    @PostMapping("/api/teardown/{jobId}/way-in")
    TeardownService.JobLedger saveWayIn(Here here, @PathVariable long jobId) {
        return teardown.saveWayIn(here, jobId);
    }

    @GetMapping("/api/teardown/{jobId}/others")
    List<TeardownService.OtherLedger> others(Here here, @PathVariable long jobId) {
        return teardown.others(here, jobId);
    }

    /** This job's ledger beside that of another job, or without one the model's way in. */
    @GetMapping("/api/teardown/{jobId}/compare")
    TeardownService.Comparison compare(
            Here here, @PathVariable long jobId, @RequestParam(required = false) @Nullable Long otherJob) {
        return teardown.compare(here, jobId, Optional.ofNullable(otherJob));
    }

    @PostMapping("/api/teardown/{jobId}/merge")
    TeardownService.JobLedger merge(Here here, @PathVariable long jobId, @RequestBody Merge merge) {
        return teardown.merge(here, jobId, Optional.ofNullable(merge.otherJob()), merge.choices());
    }

    /** The tray as a page: a cell for each, to lay the parts on. */
    @GetMapping("/api/teardown/{jobId}/tray.pdf")
    ResponseEntity<byte[]> tray(Here here, @PathVariable long jobId) {
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_PDF)
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.inline()
                                .filename("tray-" + jobId + ".pdf")
                                .build()
                                .toString())
                .body(sheet.pdf(here, jobId));
    }
}
