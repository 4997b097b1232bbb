package app.gewerk.server.stores;

import app.gewerk.core.Wire;
import app.gewerk.core.job.Step;
import app.gewerk.core.stores.Columns;
import app.gewerk.core.stores.Field;
import app.gewerk.core.stores.Item;
import app.gewerk.core.stores.ListFile;
import app.gewerk.core.stores.ShelfLine;
import app.gewerk.core.stores.ShelfSheet;
import app.gewerk.core.words.Outcome;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import app.gewerk.server.http.NotFound;
import app.gewerk.server.http.Stale;
import app.gewerk.server.job.JobService;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.SavedOnceStore;
import app.gewerk.server.shop.ShopClock;
import app.gewerk.server.shop.ShopService;
import com.fasterxml.jackson.annotation.JsonProperty;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.math.BigDecimal;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What lies on the shelves, and how it came and went. */
@Service
public class ShelfService {
    private static final int MOVES_SHOWN = 100;
    private static final int MOST_LINES = 20_000;
    private static final int TOLD = 50;

    private final ShelfStore store;
    private final JobService jobs;
    private final ShopService shop;
    private final SavedOnceStore savedOnce;
    private final ShopClock clock;

    ShelfService(ShelfStore store, JobService jobs, ShopService shop, SavedOnceStore savedOnce, ShopClock clock) {
        this.store = store;
        this.jobs = jobs;
        this.shop = shop;
        this.savedOnce = savedOnce;
        this.clock = clock;
    }

    /** Why the pieces changed. */
    public enum Why {
        FIRST,
        TAKEN,
        PUT_BACK,
        COUNTED,
        CAME;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    /**
     * A thing on a shelf.
     *
     * @param least pieces that should be there
     * @param paid for one
     * @param coming pieces that are on their way
     */
    public record StockItem(
            long id,
            Item item,
            String place,
            int pieces,
            int least,
            Optional<BigDecimal> paid,
            Optional<String> currency,
            int coming,
            int version) {
        /** How many are short of what should be there. */
        @JsonProperty
        public int missing() {
            return Math.max(0, least - pieces - coming);
        }

        ShelfLine line() {
            return new ShelfLine(item, place, pieces, least, paid);
        }
    }

    /** @param pieces put there, negative when taken */
    public record StockMove(
            int pieces, Why why, Optional<Long> jobId, Optional<Integer> tray, String by, OffsetDateTime at) {}

    @Transactional(readOnly = true)
    public List<StockItem> all(Here here) {
        return store.all(here);
    }

    @Transactional(readOnly = true)
    public StockItem item(Here here, long itemId) {
        return store.item(here, itemId).orElseThrow(() -> new NotFound("missing.stock", "number", itemId));
    }

    /** The same, and nobody else changes it until the transaction ends. */
    @Transactional
    public StockItem hold(Here here, long itemId) {
        return store.hold(here, itemId).orElseThrow(() -> new NotFound("missing.stock", "number", itemId));
    }

    /** How it came and went, the last first. */
    @Transactional(readOnly = true)
    public List<StockMove> moves(Here here, long itemId) {
        item(here, itemId);
        return store.moves(here, itemId, MOVES_SHOWN);
    }

    @Transactional
    public StockItem add(Here here, Map<Field, String> cells, Optional<String> key) {
        ShelfLine line = ShelfLine.typed(cells).orRefuse();
        long id = savedOnce.once(here, key, "stock", clock.now(), () -> add(here, line));
        return item(here, id);
    }

    long add(Here here, ShelfLine line) {
        long id = store.insert(here, line, shop.shop(here).currency());
        store.move(here, id, line.pieces(), Why.FIRST, Optional.empty(), clock.now());
        return id;
    }

    /** What it is, where, and how many should be there; how many there are is told by moves. */
    @Transactional
    public StockItem change(Here here, long itemId, int version, Map<Field, String> cells) {
        ShelfLine line = ShelfLine.typed(cells).orRefuse();
        item(here, itemId);
        if (!store.change(here, itemId, version, line, shop.shop(here).currency())) {
            throw new Stale(item(here, itemId));
        }
        return item(here, itemId);
    }

    /**
     * Takes pieces out or puts them back, or writes down how many there are.
     *
     * @param pieces taken or put back; of {@link Why#COUNTED} how many there are
     * @param jobId for which, or from which
     */
    @Transactional
    public StockItem move(Here here, long itemId, Why why, int pieces, Optional<Long> jobId, Optional<String> key) {
        if (pieces < 0 || pieces > 100_000 || pieces == 0 && why != Why.COUNTED) {
            throw Refused.at("pieces", "stock.pieces");
        }
        savedOnce.once(here, key, "stock/" + itemId, clock.now(), () -> {
            jobId.ifPresent(job -> jobs.hold(here, job));
            StockItem before = hold(here, itemId);
            int change = switch (why) {
                case TAKEN -> -pieces;
                case PUT_BACK, CAME, FIRST -> pieces;
                case COUNTED -> pieces - before.pieces();
            };
            if (!store.move(here, itemId, change, why, jobId, clock.now())) {
                throw Refused.at(
                        "pieces",
                        "stock.onlySoMany",
                        "pieces",
                        before.pieces(),
                        "name",
                        before.item().name());
            }
            jobId.ifPresent(job -> jobs.write(
                    here,
                    job,
                    Step.GET,
                    Say.of(
                            why == Why.TAKEN ? "journal.fromShelf" : "journal.backToShelf",
                            "pieces",
                            pieces,
                            "name",
                            before.item().name(),
                            "place",
                            before.place())));
            return itemId;
        });
        return item(here, itemId);
    }

    /** All of it as CSV. */
    @Transactional(readOnly = true)
    public String sheet(Here here) {
        return ShelfSheet.written(store.all(here).stream().map(StockItem::line).toList());
    }

    /**
     * What came of a list.
     *
     * @param counted of what was there before
     * @param told why lines were refused, the first of them
     */
    public record ShelfRead(int added, int counted, int refused, List<Say> told) {}

    /** Reads a list of what is on the shelves: new things are added, those of the same name, number and place are counted. */
    @Transactional
    public ShelfRead read(Here here, InputStream csv) {
        Taken taken = new Taken(here);
        try (BufferedReader reader = ListService.reader(csv)) {
            String first = ListService.firstLine(reader);
            Columns columns = ListFile.columns(first).orRefuse();
            List<String> headings =
                    ListFile.headings(first, columns.separator()).orRefuse();
            ListFile.shelf(
                    ListService.withFirst(first, reader),
                    columns.holding(Columns.OF_SHELF, headings).orRefuse(),
                    taken::line);
        } catch (IOException brokenOff) {
            throw new Refused("list.brokenOff");
        }
        return new ShelfRead(taken.added, taken.counted, taken.refused, List.copyOf(taken.told));
    }

    /** Takes the lines of a list. */
    private final class Taken {
        private final Here here;
        private final Map<String, StockItem> there;
        private final List<Say> told = new ArrayList<>();
        private int added;
        private int counted;
        private int refused;

        Taken(Here here) {
            this.here = here;
            there = store.all(here).stream()
                    .collect(Collectors.toMap(i -> name(i.line()), i -> i, (first, second) -> first));
        }

        private static String name(ShelfLine line) {
            return (line.item().name() + "|" + line.item().number() + "|" + line.place()).toLowerCase(Locale.ROOT);
        }

        void line(Outcome<ShelfLine> read) {
            switch (read) {
                case Outcome.Made<ShelfLine>(ShelfLine line)
                when there.containsKey(name(line)) -> {
                    StockItem item =
                            store.hold(here, there.get(name(line)).id()).orElseThrow();
                    store.change(
                            here,
                            item.id(),
                            item.version(),
                            line,
                            shop.shop(here).currency());
                    if (item.pieces() != line.pieces()) {
                        store.move(
                                here,
                                item.id(),
                                line.pieces() - item.pieces(),
                                Why.COUNTED,
                                Optional.empty(),
                                clock.now());
                    }
                    counted++;
                }
                case Outcome.Made<ShelfLine>(ShelfLine line)
                when added >= MOST_LINES -> {
                    throw new Refused("list.tooManyLines", "most", MOST_LINES);
                }
                case Outcome.Made<ShelfLine>(ShelfLine line) -> {
                    add(here, line);
                    added++;
                }
                case Outcome.Cannot<ShelfLine> no -> {
                    refused++;
                    if (told.size() < TOLD) {
                        told.add(no.refusal().say());
                    }
                }
            }
        }
    }

    /** How a thing has been used. @param years since it was first put there */
    public record Usage(int pieces, double years) {}

    @Transactional(readOnly = true)
    public Usage usage(Here here, long itemId) {
        OffsetDateTime now = clock.now();
        return store.used(here, itemId)
                .map(u -> new Usage(
                        u.pieces(),
                        Math.max(1, java.time.Duration.between(u.since(), now).toDays()) / 365.25))
                .orElse(new Usage(0, 1 / 365.25));
    }
}
