package app.gewerk.server.sourcing;

import app.gewerk.core.AtMost;
import app.gewerk.core.Wire;
import app.gewerk.core.account.Right;
import app.gewerk.core.sourcing.SellerTerms;
import app.gewerk.core.stores.Field;
import app.gewerk.server.http.Needs;
import app.gewerk.server.shop.Here;
import app.gewerk.server.stores.DonorService;
import app.gewerk.server.stores.ListService;
import app.gewerk.server.stores.ShelfService;
import java.io.InputStream;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Sellers with their lists, and what goes from the shelf to a job. */
@RestController
@Needs(Right.BENCH)
@RequestMapping("/api/stores")
class SellerController {
    private final SellerService sellers;
    private final ListService lists;
    private final FromShelf fromShelf;

    SellerController(SellerService sellers, ListService lists, FromShelf fromShelf) {
        this.sellers = sellers;
        this.lists = lists;
        this.fromShelf = fromShelf;
    }

    record NewSeller(@AtMost(30) String code) {}

    record TypedStep(BigDecimal goodsFrom, BigDecimal price) {}

    /** @param zone as the rules of the border name it */
    record SaveSellerTerms(
            @AtMost(80) String name,
            @AtMost(80) String country,
            @AtMost(40) String zone,
            @AtMost(3) String currency,
            @AtMost(20) List<TypedStep> postage,
            int transitDays,
            @AtMost(100) List<LocalDate> closedOn) {}

    record ColumnHeading(
            @AtMost(20) String field, @AtMost(300) String heading) {}

    record FirstLine(@AtMost(10_000) String line) {}

    record SaveColumns(
            @AtMost(10_000) String line, @AtMost(30) List<ColumnHeading> columns) {}

    @GetMapping("/sellers")
    List<SellerService.KnownSeller> all(Here here) {
        return sellers.all(here);
    }

    /** One that has no service of its own. */
    @PostMapping("/sellers")
    @Needs(Right.SHOP)
    List<SellerService.KnownSeller> add(Here here, @RequestBody NewSeller seller) {
        return sellers.add(here, seller.code());
    }

    @PutMapping("/sellers/{seller}/terms")
    @Needs(Right.SHOP)
    List<SellerService.KnownSeller> saveTerms(
            Here here, @PathVariable String seller, @RequestBody SaveSellerTerms terms) {
        return sellers.saveTerms(
                here,
                seller,
                new SellerTerms(
                        terms.name(),
                        terms.country(),
                        terms.zone(),
                        terms.currency(),
                        terms.postage().stream()
                                .map(step -> new SellerTerms.PostageStep(step.goodsFrom(), step.price()))
                                .toList(),
                        terms.transitDays(),
                        terms.closedOn()));
    }

    /** Asks the seller for its terms and its whole list. */
    @PostMapping("/sellers/{seller}/fetch")
    ListService.ListTaken fetch(Here here, @PathVariable String seller) {
        return sellers.fetch(here, seller);
    }

    /** What the columns of a list seem to say. */
    @PostMapping("/sellers/{seller}/columns")
    ListService.SeenColumns columns(Here here, @PathVariable String seller, @RequestBody FirstLine first) {
        return lists.columns(here, seller, first.line());
    }

    /** Says which heading of the seller's lists says what, from now on. */
    @PutMapping("/sellers/{seller}/columns")
    ListService.SeenColumns saveColumns(Here here, @PathVariable String seller, @RequestBody SaveColumns save) {
        Map<Field, String> headings = new EnumMap<>(Field.class);
        save.columns().forEach(c -> headings.put(Wire.parse(Field.class, c.field()), c.heading()));
        return lists.saveColumns(here, seller, save.line(), headings);
    }

    /** Reads a list in place of the seller's last one. */
    @PostMapping(value = "/sellers/{seller}/list", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    ListService.ListTaken read(
            Here here, @PathVariable String seller, @RequestParam String currency, InputStream body) {
        return lists.read(here, seller, body, currency);
    }

    /** @param last how the last list was read, or how far that is */
    record LastRead(Optional<ListService.ListRead> last) {}

    @GetMapping("/sellers/{seller}/list")
    LastRead progress(Here here, @PathVariable String seller) {
        return new LastRead(lists.lastRead(here, seller));
    }

    /**
     * @param why {@code taken}, {@code putBack} or {@code counted}
     * @param pieces of {@code counted} how many there are
     */
    record MoveStock(@AtMost(20) String why, int pieces, Optional<Long> jobId) {}

    /** Takes out, puts back or counts. */
    @PostMapping("/shelf/{itemId}/move")
    @Needs(Right.COUNTER)
    ShelfService.StockItem move(
            Here here,
            @PathVariable long itemId,
            @RequestBody MoveStock move,
            @RequestHeader(name = "Idempotency-Key", required = false) @Nullable String key) {
        return fromShelf.move(
                here,
                itemId,
                Wire.parse(ShelfService.Why.class, move.why()),
                move.pieces(),
                move.jobId(),
                Optional.ofNullable(key));
    }

    /** @param broken no good, rather than taken */
    record TakePart(boolean broken, Optional<Long> jobId) {}

    /** Takes a part off a donor, or marks it as no good. */
    @PostMapping("/donors/{donorId}/parts/{part}")
    @Needs(Right.COUNTER)
    DonorService.Donor take(
            Here here,
            @PathVariable long donorId,
            @PathVariable String part,
            @RequestBody TakePart take,
            @RequestHeader(name = "Idempotency-Key", required = false) @Nullable String key) {
        return fromShelf.take(here, donorId, part, take.broken(), take.jobId(), Optional.ofNullable(key));
    }
}
