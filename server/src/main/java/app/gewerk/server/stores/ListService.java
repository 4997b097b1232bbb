package app.gewerk.server.stores;

import app.gewerk.core.Wire;
import app.gewerk.core.sourcing.Listing;
import app.gewerk.core.stores.Columns;
import app.gewerk.core.stores.Field;
import app.gewerk.core.stores.GearWish;
import app.gewerk.core.stores.Item;
import app.gewerk.core.stores.ListFile;
import app.gewerk.core.stores.ListLine;
import app.gewerk.core.stores.PartKey;
import app.gewerk.core.words.Outcome;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import app.gewerk.server.http.NotFound;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.ShopClock;
import app.gewerk.server.shop.ShopService;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.Reader;
import java.io.StringReader;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** What sellers list, read from their lists. */
@Service
public class ListService {
    private static final int AT_ONCE = 1000;
    private static final int TOLD = 50;
    private static final int LONGEST_HEADING = 10_000;

    private final ListStore store;
    private final ShopService shop;
    private final ShopClock clock;
    private final TransactionTemplate own;

    ListService(ListStore store, ShopService shop, ShopClock clock, PlatformTransactionManager transactions) {
        this.store = store;
        this.shop = shop;
        this.clock = clock;
        own = new TransactionTemplate(transactions);
        own.setPropagationBehavior(TransactionDefinition.PROPAGATION_REQUIRES_NEW);
    }

    /** What a seller lists. @param currency of the price */
    public record Listed(Item item, Listing listing, String currency) {}

    /** A price as it was first seen. */
    public record PriceSeen(
            String seller, String itemNumber, LocalDate seenOn, BigDecimal packPrice, int packSize, String currency) {}

    public enum ReadState {
        READING,
        DONE,
        FAILED;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    /** How far a list has been read. @param refused of the lines */
    public record ListRead(int lines, int refused, ReadState state, OffsetDateTime at) {}

    /**
     * What came of a list.
     *
     * @param gone items that were there before and are no longer listed
     * @param prices that have changed
     * @param told why lines were refused, the first of them
     */
    public record ListTaken(int lines, int refused, int gone, int prices, List<Say> told) {}

    /**
     * Reads a seller's list in place of the one before: all of it or, when it breaks off, nothing. Lines that cannot be read are
     * told and left out. Which heading says what is known from last time, or as the headings seem to.
     *
     * @param currency of the prices, ISO 4217
     */
    public ListTaken read(Here here, String seller, InputStream csv, String currency) {
        requireKnown(here, seller);
        if (!currency.matches("[A-Z]{3}")) {
            throw Refused.at("currency", "list.currency");
        }
        int number = own.execute(t -> store.begin(here, seller, clock.now()));
        Progress progress = new Progress(here, seller);
        try {
            ListTaken taken = own.execute(t -> read(here, seller, number, csv, currency, progress));
            progress.is(ReadState.DONE);
            return taken;
        } catch (RuntimeException failed) {
            progress.is(ReadState.FAILED);
            throw failed;
        }
    }

    private void requireKnown(Here here, String seller) {
        if (!store.known(here, seller)) {
            throw new NotFound("missing.seller", "code", seller);
        }
    }

    /** Tells whoever waits how far it is, in transactions of its own. */
    private final class Progress {
        private final Here here;
        private final String seller;
        private int lines;
        private int refused;

        Progress(Here here, String seller) {
            this.here = here;
            this.seller = seller;
        }

        void is(ReadState state) {
            own.executeWithoutResult(t -> store.progress(here, seller, lines, refused, state));
        }
    }

    private ListTaken read(Here here, String seller, int number, InputStream csv, String currency, Progress progress) {
        try (BufferedReader reader = reader(csv)) {
            String first = firstLine(reader);
            Columns columns = toRead(here, seller, first);
            Taking taking = new Taking(here, seller, number, currency, progress);
            ListFile.sellers(withFirst(first, reader), columns, taking::line);
            taking.flush();
            if (progress.lines == progress.refused) {
                throw new Refused(
                        "list.nothing", "why", taking.told.isEmpty() ? Say.of("list.noLines") : taking.told.getFirst());
            }
            store.saveColumns(here, seller, columns);
            int gone = store.forgetOthers(here, seller, number);
            int prices = store.keepPrices(here, seller, shop.today(here));
            return new ListTaken(progress.lines, progress.refused, gone, prices, List.copyOf(taking.told));
        } catch (IOException brokenOff) {
            throw new Refused("list.brokenOff");
        }
    }

    static BufferedReader reader(InputStream csv) {
        return new BufferedReader(new InputStreamReader(csv, StandardCharsets.UTF_8));
    }

    static String firstLine(BufferedReader reader) throws IOException {
        StringBuilder line = new StringBuilder();
        for (int c = reader.read(); c != -1 && c != '\n'; c = reader.read()) {
            if (line.length() >= LONGEST_HEADING) {
                throw new Refused("list.noColumns");
            }
            line.append((char) c);
        }
        String first = line.toString().replace("\uFEFF", "").strip();
        if (first.indexOf('\u0000') >= 0) {
            throw new Refused("list.noColumns");
        }
        return first;
    }

    /** The line again that was read to know its columns, and the rest. */
    static Reader withFirst(String first, Reader rest) {
        return new Reader() {
            private final Reader head = new StringReader(first + "\n");
            private boolean inHead = true;

            @Override
            public int read(char[] into, int from, int most) throws IOException {
                if (inHead) {
                    int got = head.read(into, from, most);
                    if (got > 0) {
                        return got;
                    }
                    inHead = false;
                }
                return rest.read(into, from, most);
            }

            @Override
            public void close() throws IOException {
                rest.close();
            }
        };
    }

    private Columns toRead(Here here, String seller, String first) {
        Columns guessed = ListFile.columns(first).orRefuse();
        List<String> headings = ListFile.headings(first, guessed.separator()).orRefuse();
        return known(here, seller, headings)
                .orElse(guessed)
                .holding(Columns.OF_LIST, headings)
                .orRefuse();
    }

    /** What was said of this seller's lists, where all those headings still stand there. */
    private Optional<Columns> known(Here here, String seller, List<String> headings) {
        return store.columns(here, seller)
                .filter(c -> headings.containsAll(c.headings().values()));
    }

    /** Collects lines and writes them down many at a time. */
    private final class Taking {
        private final Here here;
        private final String seller;
        private final int number;
        private final String currency;
        private final Progress progress;
        private final List<ListLine> waiting = new ArrayList<>();
        private final Set<String> seen = new HashSet<>();
        private final List<Say> told = new ArrayList<>();

        Taking(Here here, String seller, int number, String currency, Progress progress) {
            this.here = here;
            this.seller = seller;
            this.number = number;
            this.currency = currency;
            this.progress = progress;
        }

        void line(Outcome<ListLine> read) {
            progress.lines++;
            switch (read) {
                case Outcome.Made<ListLine>(ListLine line)
                when !seen.add(line.itemNumber()) -> refused(Say.of("list.twice", "item", line.itemNumber()));
                case Outcome.Made<ListLine>(ListLine line) -> waiting.add(line);
                case Outcome.Cannot<ListLine> no -> refused(no.refusal().say());
            }
            if (waiting.size() == AT_ONCE) {
                flush();
            }
            if (progress.lines % AT_ONCE == 0) {
                progress.is(ReadState.READING);
            }
        }

        private void refused(Say why) {
            progress.refused++;
            if (told.size() < TOLD) {
                told.add(why);
            }
        }

        void flush() {
            if (!waiting.isEmpty()) {
                store.put(here, seller, number, currency, waiting);
                waiting.clear();
            }
        }
    }

    /**
     * What the columns of a list seem to say.
     *
     * @param headings that stand there
     * @param missing what it must say and nobody knows where
     */
    public record SeenColumns(List<String> headings, List<ColumnSaid> columns, List<Field> missing) {}

    /** That a heading says a field. */
    public record ColumnSaid(Field field, String heading) {}

    /** @param first line of a list */
    @Transactional(readOnly = true)
    public SeenColumns columns(Here here, String seller, String first) {
        requireKnown(here, seller);
        Columns guessed = ListFile.columns(first).orRefuse();
        List<String> headings = ListFile.headings(first, guessed.separator()).orRefuse();
        Columns seen = known(here, seller, headings).orElse(guessed);
        return new SeenColumns(
                headings,
                seen.headings().entrySet().stream()
                        .map(h -> new ColumnSaid(h.getKey(), h.getValue()))
                        .sorted(Comparator.comparing(ColumnSaid::field))
                        .toList(),
                Columns.OF_LIST.stream()
                        .filter(f -> !seen.headings().containsKey(f))
                        .sorted()
                        .toList());
    }

    /** Says which heading says what, from now on. @param first line of a list in which they stand */
    @Transactional
    public SeenColumns saveColumns(Here here, String seller, String first, Map<Field, String> said) {
        requireKnown(here, seller);
        Columns guessed = ListFile.columns(first).orRefuse();
        List<String> headings = ListFile.headings(first, guessed.separator()).orRefuse();
        store.saveColumns(
                here,
                seller,
                new Columns(guessed.separator(), said)
                        .holding(Columns.OF_LIST, headings)
                        .orRefuse());
        return columns(here, seller, first);
    }

    @Transactional(readOnly = true)
    public Optional<Listed> item(Here here, String seller, String itemNumber) {
        return store.item(here, seller, itemNumber);
    }

    @Transactional(readOnly = true)
    public Optional<ListRead> lastRead(Here here, String seller) {
        requireKnown(here, seller);
        return store.lastRead(here, seller);
    }

    /** How many items each seller lists. */
    @Transactional(readOnly = true)
    public Map<String, Integer> counts(Here here) {
        return store.counts(here);
    }

    @Transactional(readOnly = true)
    public List<Listed> gears(Here here, List<GearWish> wishes, List<String> words, int most) {
        return store.gears(here, wishes, words, most);
    }

    @Transactional(readOnly = true)
    public List<Listed> named(Here here, List<String> words, int most) {
        return store.named(here, words, most);
    }

    /** What sellers list under any of these numbers, or as an item of that number of their own. */
    @Transactional(readOnly = true)
    public List<Listed> numbered(Here here, Collection<PartKey> keys, String itemNumber, int most) {
        return store.numbered(here, keys, itemNumber, most);
    }

    /** What these have cost, the oldest first. */
    @Transactional(readOnly = true)
    public List<PriceSeen> prices(Here here, Collection<Listed> of) {
        return of.isEmpty() ? List.of() : store.prices(here, of);
    }
}
