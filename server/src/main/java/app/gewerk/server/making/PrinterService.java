package app.gewerk.server.making;

import app.gewerk.core.making.Coupon;
import app.gewerk.core.words.Outcome;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import app.gewerk.server.http.NotFound;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.SavedOnceStore;
import app.gewerk.server.shop.ShopClock;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** How the shop's printers and materials make things come out; every piece that is measured makes it surer. */
@Service
public class PrinterService {
    private static final int MOST_SIZES = 1000;
    private static final int LONGEST_NAME = 80;
    /** A size this many times further off than sizes scatter is a slip of the caliper or of the pen. */
    private static final double SLIP = 6;

    private static final double LEAST_SCATTER_MM = 0.03;

    private final PrinterStore store;
    private final SavedOnceStore savedOnce;
    private final ShopClock clock;

    PrinterService(PrinterStore store, SavedOnceStore savedOnce, ShopClock clock) {
        this.store = store;
        this.savedOnce = savedOnce;
        this.clock = clock;
    }

    /**
     * A printer with one of its materials.
     *
     * @param measured sizes so far
     * @param growth how things come out, where that can be told
     * @param why it cannot be told yet
     */
    public record Printer(
            long id, String name, String material, int measured, Optional<Coupon.Growth> growth, Optional<Say> why) {}

    @Transactional(readOnly = true)
    public List<Printer> all(Here here) {
        return store.all(here).stream().map(PrinterService::printer).toList();
    }

    private static Printer printer(PrinterStore.Kept kept) {
        Outcome<Coupon.Growth> growth = Coupon.tried(kept.sizes());
        return new Printer(
                kept.id(),
                kept.name(),
                kept.material(),
                kept.sizes().size(),
                growth.made(),
                growth.why().map(r -> r.say()));
    }

    /** Keeps what was measured of a test piece, or of a gear; it is added to what was measured before. */
    @Transactional
    public List<Printer> add(
            Here here, String name, String material, List<Coupon.Measured> sizes, Optional<String> key) {
        String called = name.strip();
        String of = material.strip();
        if (called.isEmpty() || of.isEmpty() || called.length() > LONGEST_NAME || of.length() > LONGEST_NAME) {
            throw Refused.at("name", "printer.name", "most", LONGEST_NAME);
        }
        savedOnce.once(here, key, "printer", clock.now(), () -> {
            long id = store.known(here, called, of);
            PrinterStore.Kept kept = store.printer(here, id).orElseThrow();
            requireLikely(kept, sizes);
            store.add(here, id, sizes, clock.now());
            return id;
        });
        return all(here);
    }

    private static void requireLikely(PrinterStore.Kept kept, List<Coupon.Measured> sizes) {
        if (sizes.isEmpty() || kept.sizes().size() + sizes.size() > MOST_SIZES) {
            throw new Refused("printer.sizes", "most", MOST_SIZES);
        }
        Coupon.wrongUnit(sizes).ifPresent(unit -> {
            throw new Refused("coupon.unit", "unit", unit);
        });
        Coupon.tried(kept.sizes()).made().ifPresent(growth -> {
            for (Coupon.Measured size : sizes) {
                double off = Math.abs(size.cameMm() - growth.expectedMm(size.kind(), size.drawnMm()));
                if (off > SLIP * Math.max(LEAST_SCATTER_MM, growth.scatterMm())) {
                    throw Refused.at(
                            "sizes",
                            "printer.slip",
                            "drawn",
                            size.drawnMm(),
                            "came",
                            size.cameMm(),
                            "expected",
                            growth.expectedMm(size.kind(), size.drawnMm()));
                }
            }
        });
        // Refused now rather than never to be of use.
        if (kept.sizes().isEmpty()) {
            Coupon.growth(new ArrayList<>(sizes));
        }
    }

    @Transactional
    public List<Printer> forget(Here here, long printerId) {
        if (!store.forget(here, printerId)) {
            throw new NotFound("missing.printer", "number", printerId);
        }
        return all(here);
    }
}
