package app.gewerk.server.sourcing;

import app.gewerk.core.account.Right;
import app.gewerk.server.http.Needs;
import app.gewerk.server.shop.Here;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@Needs(Right.BENCH)
@RequestMapping("/api/sourcing")
class SourcingController {
    private final SourcingService sourcing;
    private final Purchasing purchasing;

    SourcingController(SourcingService sourcing, Purchasing purchasing) {
        this.sourcing = sourcing;
        this.purchasing = purchasing;
    }

    /** Gears on offer that could take the place of the job's gear, best fit first, with their cost on the bench. */
    @GetMapping("/{jobId}/offers")
    SourcingService.Offers offers(Here here, @PathVariable long jobId, @RequestParam(defaultValue = "1") int pieces) {
        return sourcing.offers(here, jobId, pieces);
    }

    @GetMapping("/{jobId}/orders")
    List<Purchasing.Order> orders(Here here, @PathVariable long jobId) {
        return purchasing.orders(here, jobId);
    }

    /** Takes back an order that no seller has confirmed yet. */
    @PostMapping("/{jobId}/orders/{orderId}/withdraw")
    List<Purchasing.Order> withdraw(Here here, @PathVariable long jobId, @PathVariable long orderId) {
        return purchasing.withdraw(here, jobId, orderId);
    }
}
