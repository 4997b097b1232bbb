package app.gewerk.server.closeup;

import app.gewerk.core.AtMost;
import app.gewerk.core.Wire;
import app.gewerk.core.account.Right;
import app.gewerk.core.closeup.Account;
import app.gewerk.core.closeup.MendChange;
import app.gewerk.core.closeup.WayBack;
import app.gewerk.core.teardown.StepLine;
import app.gewerk.server.http.Needs;
import app.gewerk.server.shop.Here;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The ledger on its way back. */
@RestController
@Needs(Right.BENCH)
@RequestMapping("/api/closeup/{jobId}")
class ClosingController {
    private static final String KEY = "Idempotency-Key";

    private final ClosingService closing;

    ClosingController(ClosingService closing) {
        this.closing = closing;
    }

    /**
     * @param mended what was changed: {@code newPart}, {@code ownFasteners}, {@code added}, {@code turnedOver}, {@code
     *     phaseSet}, {@code glued} or {@code otherwise}
     * @param own what goes in, as a line of the ledger has it
     */
    record ChangeSpec(
            @AtMost(100) String stepKey,
            @AtMost(20) String mended,
            @Nullable Integer thing,
            @AtMost(StepLine.LONGEST) @Nullable String own,
            @AtMost(400) @Nullable String note) {}

    /** @param plastic its code; empty when nobody knows */
    record CasePlastic(@AtMost(40) String plastic) {}

    /** @param leftOver how many things lie on the bench or in the tray now */
    record ClosingSpec(
            int leftOver,
            @AtMost(400) @Nullable String leftWhy,
            @AtMost(400) @Nullable String settledWhy) {}

    @GetMapping
    ClosingService.JobClosing closing(Here here, @PathVariable long jobId) {
        return closing.closing(here, jobId);
    }

    @PostMapping("/steps/{key}/back")
    ClosingService.JobClosing putBack(
            Here here,
            @PathVariable long jobId,
            @PathVariable String key,
            @RequestBody Account account,
            @RequestHeader(name = KEY, required = false) @Nullable String saveKey) {
        return closing.putBack(here, jobId, key, account, Optional.ofNullable(saveKey));
    }

    @PostMapping("/steps/{key}/off")
    ClosingService.JobClosing takeOff(Here here, @PathVariable long jobId, @PathVariable String key) {
        return closing.takeOff(here, jobId, key);
    }

    @PostMapping("/changes")
    ClosingService.JobClosing change(
            Here here,
            @PathVariable long jobId,
            @RequestBody ChangeSpec spec,
            @RequestHeader(name = KEY, required = false) @Nullable String saveKey) {
        return closing.change(
                here,
                jobId,
                spec.stepKey(),
                Wire.parse(MendChange.Mended.class, spec.mended()),
                Optional.ofNullable(spec.thing()),
                text(spec.own()),
                text(spec.note()),
                Optional.ofNullable(saveKey));
    }

    @DeleteMapping("/changes/{change}")
    ClosingService.JobClosing dropChange(Here here, @PathVariable long jobId, @PathVariable int change) {
        return closing.dropChange(here, jobId, change);
    }

    @PutMapping("/case")
    ClosingService.JobClosing casePlastic(Here here, @PathVariable long jobId, @RequestBody CasePlastic said) {
        return closing.casePlastic(here, jobId, said.plastic());
    }

    @PostMapping("/closed")
    ClosingService.JobClosing close(
            Here here,
            @PathVariable long jobId,
            @RequestBody ClosingSpec spec,
            @RequestHeader(name = KEY, required = false) @Nullable String saveKey) {
        return closing.close(
                here,
                jobId,
                new WayBack.Closing(
                        spec.leftOver(),
                        text(spec.leftWhy()).strip(),
                        text(spec.settledWhy()).strip()),
                Optional.ofNullable(saveKey));
    }

    private static String text(@Nullable String text) {
        return text == null ? "" : text;
    }
}
