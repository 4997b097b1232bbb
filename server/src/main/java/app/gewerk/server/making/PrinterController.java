package app.gewerk.server.making;

import app.gewerk.core.AtMost;
import app.gewerk.core.Wire;
import app.gewerk.core.account.Right;
import app.gewerk.core.making.Coupon;
import app.gewerk.server.http.Needs;
import app.gewerk.server.shop.Here;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@Needs(Right.BENCH)
@RequestMapping("/api/printers")
class PrinterController {
    private final PrinterService printers;

    PrinterController(PrinterService printers) {
        this.printers = printers;
    }

    /** @param kind {@code outside}, {@code bore} or {@code firstLayers} */
    record PrintedSize(@AtMost(20) String kind, double drawnMm, double cameMm) {}

    record MeasuredOfPrinter(
            @AtMost(80) String name,
            @AtMost(80) String material,
            @AtMost(60) List<PrintedSize> sizes) {}

    /** How the shop's printers make things come out. */
    @GetMapping
    List<PrinterService.Printer> all(Here here) {
        return printers.all(here);
    }

    /** Keeps what was measured of a test piece or of a gear. */
    @PostMapping
    List<PrinterService.Printer> add(
            Here here,
            @RequestBody MeasuredOfPrinter measured,
            @RequestHeader(name = "Idempotency-Key", required = false) @Nullable String key) {
        return printers.add(
                here,
                measured.name(),
                measured.material(),
                measured.sizes().stream()
                        .map(m -> new Coupon.Measured(Wire.parse(Coupon.Kind.class, m.kind()), m.drawnMm(), m.cameMm()))
                        .toList(),
                Optional.ofNullable(key));
    }

    @DeleteMapping("/{printerId}")
    List<PrinterService.Printer> forget(Here here, @PathVariable long printerId) {
        return printers.forget(here, printerId);
    }
}
