package app.gewerk.server.handback;

import app.gewerk.core.AtMost;
import app.gewerk.core.handback.Bill;
import app.gewerk.core.handback.BillLine;
import java.math.BigDecimal;
import java.util.List;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What a bill comes to, without a job. */
@RestController
@RequestMapping("/api/workings/bill")
class BillSumsController {

    /** @param discount without tax, {@code paid} with it */
    record BillDraft(
            @AtMost(200) List<BillLine> lines,
            BigDecimal discount,
            BigDecimal taxPercent,
            BigDecimal paid,
            @AtMost(3) String currency) {}

    @PostMapping
    BillingService.Sums sums(@RequestBody BillDraft draft) {
        return BillingService.Sums.of(
                new Bill(draft.lines(), draft.discount(), draft.taxPercent(), draft.paid(), draft.currency()));
    }
}
