package app.gewerk.server.stores;

import app.gewerk.core.AtMost;
import app.gewerk.core.Wire;
import app.gewerk.core.account.Right;
import app.gewerk.core.stores.Field;
import app.gewerk.server.http.Needs;
import app.gewerk.server.shop.Here;
import app.gewerk.server.stores.DonorService.DonorAt;
import app.gewerk.server.stores.NumberService.GoesWith;
import app.gewerk.server.stores.NumberService.Lookalike;
import app.gewerk.server.stores.NumberService.SitsAt;
import java.io.InputStream;
import java.time.LocalDate;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The shelf, the donors and the numbers. */
@RestController
@Needs(Right.COUNTER)
@RequestMapping("/api/stores")
class StoresController {
    private final ShelfService shelf;
    private final DonorService donors;
    private final NumberService numbers;

    StoresController(ShelfService shelf, DonorService donors, NumberService numbers) {
        this.shelf = shelf;
        this.donors = donors;
        this.numbers = numbers;
    }

    /** What somebody typed for a thing on the shelf, by field; numbers as they are typed. */
    record TypedCell(@AtMost(20) String field, @AtMost(300) String typed) {}

    record NewStock(@AtMost(30) List<TypedCell> cells) {}

    record SaveStock(int version, @AtMost(30) List<TypedCell> cells) {}

    private static Map<Field, String> cells(List<TypedCell> typed) {
        Map<Field, String> cells = new EnumMap<>(Field.class);
        typed.forEach(cell -> cells.put(Wire.parse(Field.class, cell.field()), cell.typed()));
        return cells;
    }

    @GetMapping("/shelf")
    List<ShelfService.StockItem> shelf(Here here) {
        return shelf.all(here);
    }

    @PostMapping("/shelf")
    @ResponseStatus(HttpStatus.CREATED)
    ShelfService.StockItem add(
            Here here,
            @RequestBody NewStock stock,
            @RequestHeader(name = "Idempotency-Key", required = false) @Nullable String key) {
        return shelf.add(here, cells(stock.cells()), Optional.ofNullable(key));
    }

    @PutMapping("/shelf/{itemId}")
    ShelfService.StockItem change(Here here, @PathVariable long itemId, @RequestBody SaveStock stock) {
        return shelf.change(here, itemId, stock.version(), cells(stock.cells()));
    }

    /** How a thing came and went, the last first. */
    @GetMapping("/shelf/{itemId}/moves")
    List<ShelfService.StockMove> moves(Here here, @PathVariable long itemId) {
        return shelf.moves(here, itemId);
    }

    @GetMapping(value = "/shelf.csv", produces = "text/csv")
    ResponseEntity<String> sheet(Here here) {
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"shelf.csv\"")
                .body(shelf.sheet(here));
    }

    /** Reads a list of what is on the shelves; what is there already is counted anew. */
    @PostMapping(value = "/shelf.csv", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    ShelfService.ShelfRead read(Here here, InputStream body) {
        return shelf.read(here, body);
    }

    @GetMapping("/donors")
    List<DonorService.Donor> donors(Here here) {
        return donors.onTheShelf(here);
    }

    /** @param made year in which the machine was built */
    record NewDonor(
            @AtMost(40) String kind,
            @AtMost(80) String maker,
            @AtMost(80) String name,
            Optional<Integer> made,
            @AtMost(80) String place,
            @AtMost(300) String remark) {}

    record SaveDonor(
            int version,
            Optional<Integer> made,
            @AtMost(80) String place,
            @AtMost(300) String remark,
            boolean gone) {}

    @PostMapping("/donors")
    @ResponseStatus(HttpStatus.CREATED)
    DonorService.Donor add(
            Here here,
            @RequestBody NewDonor donor,
            @RequestHeader(name = "Idempotency-Key", required = false) @Nullable String key) {
        return donors.add(
                here,
                donor.kind(),
                donor.maker(),
                donor.name(),
                new DonorAt(donor.made(), donor.place(), donor.remark()),
                Optional.ofNullable(key));
    }

    @PutMapping("/donors/{donorId}")
    DonorService.Donor change(Here here, @PathVariable long donorId, @RequestBody SaveDonor donor) {
        return donors.change(
                here, donorId, donor.version(), new DonorAt(donor.made(), donor.place(), donor.remark()), donor.gone());
    }

    /** A part is on the donor again, or good after all. */
    @DeleteMapping("/donors/{donorId}/parts/{part}")
    DonorService.Donor putBack(Here here, @PathVariable long donorId, @PathVariable String part) {
        return donors.putBack(here, donorId, part);
    }

    @GetMapping("/numbers")
    List<NumberService.KnownNumber> numbers(Here here) {
        return numbers.all(here);
    }

    @GetMapping("/numbers/{number}")
    NumberService.PartCard number(Here here, @PathVariable String number) {
        return numbers.card(here, number);
    }

    /** @param version of what it replaces, 0 for a number that nobody had */
    record SaveNumber(
            int version,
            @AtMost(200) String name,
            @AtMost(60) Optional<String> supersededBy,
            Optional<LocalDate> supersededOn,
            @AtMost(100) List<SitsAt> places,
            @AtMost(30) List<GoesWith> companions,
            @AtMost(30) List<Lookalike> lookalikes) {}

    @PutMapping("/numbers/{number}")
    NumberService.PartCard save(Here here, @PathVariable String number, @RequestBody SaveNumber save) {
        return numbers.save(
                here,
                number,
                save.version(),
                new NumberService.Saying(
                        save.name(),
                        save.supersededBy(),
                        save.supersededOn(),
                        save.places(),
                        save.companions(),
                        save.lookalikes()));
    }
}
