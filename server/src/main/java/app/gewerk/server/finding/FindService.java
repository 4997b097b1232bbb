package app.gewerk.server.finding;

import app.gewerk.core.Wire;
import app.gewerk.core.fit.OtherTeeth;
import app.gewerk.core.fit.OtherTeeth.Place;
import app.gewerk.core.sourcing.Fit;
import app.gewerk.core.sourcing.GearAsListed;
import app.gewerk.core.sourcing.InPlace;
import app.gewerk.core.sourcing.LandedCost;
import app.gewerk.core.sourcing.Listing;
import app.gewerk.core.sourcing.Match.Difference;
import app.gewerk.core.sourcing.Source;
import app.gewerk.core.sourcing.Worth;
import app.gewerk.core.stores.Asked;
import app.gewerk.core.stores.GearWish;
import app.gewerk.core.stores.GearWish.Range;
import app.gewerk.core.stores.Item;
import app.gewerk.core.stores.PartKey;
import app.gewerk.core.stores.Serves;
import app.gewerk.core.words.Say;
import app.gewerk.server.choice.WeighingService;
import app.gewerk.server.device.DeviceService;
import app.gewerk.server.device.DeviceService.KnownMachine;
import app.gewerk.server.reading.ReadingService;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.ShopService;
import app.gewerk.server.sourcing.SourcingService;
import app.gewerk.server.stores.DonorService;
import app.gewerk.server.stores.DonorService.Donor;
import app.gewerk.server.stores.DonorService.DonorPart;
import app.gewerk.server.stores.ListService;
import app.gewerk.server.stores.ListService.Listed;
import app.gewerk.server.stores.NumberService;
import app.gewerk.server.stores.NumberService.KnownNumber;
import app.gewerk.server.stores.NumberService.PartCard;
import app.gewerk.server.stores.ShelfService;
import app.gewerk.server.stores.ShelfService.StockItem;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Finds a part by its number, by the machine it sits in, by what it is, or by part of that. */
@Service
public class FindService {
    private static final int MOST_LISTED = 300;
    private static final int MOST_SHOWN = 60;
    private static final int MOST_COUNTS = 60;
    /** Pitches of one gear as it may have been read; below that it is not looked for. */
    private static final double WORTH_LOOKING = 0.02;

    /** Pairs in place of both gears that are shown. */
    private static final int MOST_PAIRS = 6;

    private static final double LIKELY = 0.5;

    private static final Comparator<Hit> BEST_FIRST = Comparator.comparing(
                    (Hit h) -> h.chance() < LIKELY || h.pieces() == 0)
            .thenComparing(h -> h.comesTo().orElse(new BigDecimal("1000000")))
            .thenComparing(Comparator.comparingDouble(Hit::fit).reversed());

    private final FindStore store;
    private final ShelfService shelf;
    private final DonorService donors;
    private final ListService lists;
    private final NumberService numbers;
    private final DeviceService devices;
    private final ReadingService readings;
    private final SourcingService sourcing;
    private final WeighingService weighing;
    private final ShopService shop;

    FindService(
            FindStore store,
            ShelfService shelf,
            DonorService donors,
            ListService lists,
            NumberService numbers,
            DeviceService devices,
            ReadingService readings,
            SourcingService sourcing,
            WeighingService weighing,
            ShopService shop) {
        this.store = store;
        this.shelf = shelf;
        this.donors = donors;
        this.lists = lists;
        this.numbers = numbers;
        this.devices = devices;
        this.readings = readings;
        this.sourcing = sourcing;
        this.weighing = weighing;
        this.shop = shop;
    }

    /** Where something was found. */
    public enum Where {
        SHELF,
        DONOR,
        SELLER,
        BOOK,
        MADE;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    /**
     * Something that would do.
     *
     * @param name what it is called there
     * @param place the shelf, the seller's code, or the machine
     * @param stockItemId on the shelf
     * @param donorId with {@code part}, on a donor
     * @param itemNumber at a seller
     * @param jobId in which it was made
     * @param modelId of the device book
     * @param with the gear for the mate, where both are replaced
     * @param pieces that are there; of a seller packs
     * @param chance that the gear wanted is one whose place it could take
     * @param fit 1 for a drop-in
     * @param minutes of work to make it fit
     * @param price of one, landed
     * @param comesTo with the work and the waiting
     * @param arrives when it would be here
     */
    public record Hit(
            Where where,
            Say name,
            String place,
            Optional<Long> stockItemId,
            Optional<Long> donorId,
            Optional<String> part,
            Optional<String> itemNumber,
            Optional<String> number,
            Optional<Long> jobId,
            Optional<Long> modelId,
            Optional<ForTheMate> with,
            int pieces,
            double chance,
            double fit,
            List<Difference> differences,
            int minutes,
            Optional<BigDecimal> price,
            Optional<BigDecimal> comesTo,
            Optional<LocalDate> arrives,
            List<Say> cautions) {}

    /**
     * The other gear of a pair that replaces both, at the same place.
     *
     * @param stockItemId on the shelf
     * @param itemNumber at a seller
     */
    public record ForTheMate(Say name, Optional<Long> stockItemId, Optional<String> itemNumber) {}

    /**
     * What was found.
     *
     * @param understood of what was typed
     * @param number the part of that number, with what it became
     * @param numbers of parts of the machine that was named
     * @param hourlyRate of the shop, at which the minutes of the differences count
     * @param more that are not shown
     */
    public record FoundParts(
            List<Say> understood,
            Optional<PartCard> number,
            List<KnownNumber> numbers,
            String currency,
            BigDecimal hourlyRate,
            List<Hit> hits,
            int more) {}

    /** What is looked for, and how well a gear is that. */
    private record Search(
            List<Say> understood,
            Function<GearAsListed, Optional<Serves>> serves,
            List<GearWish> wishes,
            List<String> words,
            Optional<Sits> sits) {
        Optional<Range> teeth() {
            return wishes.stream()
                    .map(GearWish::toothCount)
                    .reduce((a, b) -> a.flatMap(x ->
                            b.map(y -> new Range(Math.min(x.from(), y.from()), Math.max(x.to(), y.to())))))
                    .flatMap(range -> range);
        }
    }

    /** A gear that is wanted, in its place. */
    private record Sits(Serves.Possible wanted, Place place) {
        boolean already(OtherTeeth pair) {
            return pair.pair().pinion().toothCount() == wanted.need().gear().toothCount()
                    && pair.pair().wheel().toothCount() == place.mate().toothCount();
        }
    }

    /** Things to be had at one place: one for the gear, one for its mate. */
    private record Two<T>(T own, T mate, Serves serves) {
        /** The best fitting of the one, the first of the other. */
        static <T> Optional<Two<T>> of(Sits sits, OtherTeeth pair, List<T> things, Function<T, Item> item) {
            Optional<T> mate = things.stream()
                    .filter(t -> item.apply(t)
                            .gear()
                            .filter(g -> g.is(pair.pair().wheel()))
                            .isPresent())
                    .findFirst();
            return mate.flatMap(m -> things.stream()
                    .flatMap(t -> item
                            .apply(t)
                            .gear()
                            .filter(g -> g.is(pair.pair().pinion()))
                            .flatMap(g -> InPlace.both(sits.wanted.need(), pair, g))
                            .map(fit -> new Two<>(t, m, new Serves(sits.wanted.probability(), fit)))
                            .stream())
                    .max(Comparator.comparingDouble(two -> two.serves.fit().fit())));
        }
    }

    /** By what was typed; where nothing was, by what the job's gear is or may be. */
    @Transactional(readOnly = true)
    public FoundParts find(Here here, String text, Optional<Long> jobId) {
        Finding finding = new Finding(here);
        if (text.isBlank() && jobId.isPresent()) {
            List<ReadingService.PossibleGear> possible = readings.possible(here, jobId.get());
            finding.gears(ofReading(here, jobId.get(), possible));
            return finding.found(
                    possible.stream().map(ReadingService.PossibleGear::words).toList(), Optional.empty(), List.of());
        }
        Asked asked = Asked.of(text);
        if (!asked.gear().nothing()) {
            finding.gears(new Search(
                    asked.gear().words(),
                    gear -> asked.gear().fit(gear).map(fit -> new Serves(1, fit)),
                    List.of(asked.gear()),
                    asked.words(),
                    Optional.empty()));
            return finding.found(asked.gear().words(), Optional.empty(), List.of());
        }
        if (text.isBlank()) {
            return finding.found(List.of(), Optional.empty(), List.of());
        }
        Optional<PartCard> card = asked.number().flatMap(key -> numbers.find(here, key));
        asked.number().ifPresent(key -> finding.numbered(key, card.isPresent(), text.strip()));
        if (card.isPresent() || !finding.hits.isEmpty()) {
            return finding.found(List.of(), card, List.of());
        }
        List<KnownNumber> ofMachine = ofMachine(here, asked.words());
        finding.named(asked.words());
        return finding.found(List.of(), Optional.empty(), ofMachine);
    }

    /** What may be wanted; of the likeliest, where its place is known, other teeth that run there as well. */
    private Search ofReading(Here here, long jobId, List<ReadingService.PossibleGear> possible) {
        List<Serves.Possible> all = possible.stream()
                .map(p -> new Serves.Possible(p.need(), p.probability()))
                .filter(p -> p.probability() > WORTH_LOOKING)
                .toList();
        Optional<Sits> sits = all.stream()
                .filter(p -> p.probability() > LIKELY)
                .findFirst()
                .flatMap(p -> weighing.place(here, jobId, p.need().gear())
                        .filter(place -> place.forStock(p.need().gear()))
                        .map(place -> new Sits(p, place)));
        return new Search(
                possible.stream().map(ReadingService.PossibleGear::words).toList(),
                gear -> Serves.of(all, gear)
                        .or(() -> sits.flatMap(s -> InPlace.alone(s.wanted.need(), s.place, gear)
                                .map(fit -> new Serves(s.wanted.probability(), fit)))),
                Stream.concat(
                                all.stream()
                                        .map(p -> GearWish.near(
                                                p.need().gear().normalModule(),
                                                Fit.NEAR_PITCH,
                                                p.need().gear().toothCount())),
                                sits.stream().map(s -> otherTeeth(s)))
                        .toList(),
                List.of(),
                sits);
    }

    private static GearWish otherTeeth(Sits sits) {
        return GearWish.about(
                sits.place.mate().normalModule(),
                sits.wanted.need().gear().toothCount(),
                OtherTeeth.mostOff(sits.wanted.need().gear().toothCount()));
    }

    /** Numbers of the parts of machines whose names hold the words; a word that is only figures is a position there. */
    private List<KnownNumber> ofMachine(Here here, List<String> words) {
        String name = words.stream().filter(w -> !w.matches("\\d{1,3}")).collect(Collectors.joining(" "));
        if (name.isEmpty()) {
            return List.of();
        }
        Set<Long> models = devices.find(here, String.join(" ", words), 10).stream()
                .map(KnownMachine::id)
                .collect(Collectors.toSet());
        if (!models.isEmpty()) {
            return numbers.ofModels(here, models, Optional.empty());
        }
        Set<Long> wider =
                devices.find(here, name, 10).stream().map(KnownMachine::id).collect(Collectors.toSet());
        Optional<String> position =
                words.stream().filter(w -> w.matches("\\d{1,3}")).reduce((first, last) -> last);
        return numbers.ofModels(here, wider, position);
    }

    /** Collects what is found in one search. */
    private final class Finding {
        private final Here here;
        private final Map<String, Source> sources;
        private final BigDecimal rate;
        private final LocalDate today;
        private final List<Hit> hits = new ArrayList<>();

        Finding(Here here) {
            this.here = here;
            sources = sourcing.known(here);
            rate = shop.terms(here).terms().hourlyRate();
            today = shop.today(here);
        }

        FoundParts found(List<Say> understood, Optional<PartCard> card, List<KnownNumber> ofMachine) {
            List<Hit> sorted = hits.stream().sorted(BEST_FIRST).toList();
            return new FoundParts(
                    understood,
                    card,
                    ofMachine,
                    shop.shop(here).currency(),
                    rate,
                    sorted.stream().limit(MOST_SHOWN).toList(),
                    Math.max(0, sorted.size() - MOST_SHOWN));
        }

        void gears(Search search) {
            List<StockItem> onShelf = shelf.all(here);
            for (StockItem item : onShelf) {
                item.item()
                        .gear()
                        .filter(gear -> holds(search.words, item.item().name() + " " + gear.material()))
                        .flatMap(search.serves)
                        .ifPresent(serves -> hits.add(onShelf(item, serves)));
            }
            for (Donor donor : donors.onTheShelf(here)) {
                for (DonorPart part : donor.parts()) {
                    if (part.gone().isEmpty()) {
                        part.wheels().stream()
                                .flatMap(wheel -> Serves.listed(wheel).stream())
                                .flatMap(gear -> search.serves.apply(gear).stream())
                                .findFirst()
                                .ifPresent(serves -> hits.add(onDonor(donor, part, serves)));
                    }
                }
            }
            lists.gears(here, search.wishes, search.words, MOST_LISTED)
                    .forEach(listed -> listed.item()
                            .gear()
                            .flatMap(search.serves)
                            .ifPresent(serves -> hits.add(atSeller(listed, serves))));
            search.teeth().ifPresent(teeth -> {
                inTheBook(search, teeth);
                store.made(here, teeth)
                        .forEach(made ->
                                search.serves.apply(made.gear()).ifPresent(serves -> hits.add(made(made, serves))));
            });
            search.sits.ifPresent(sits -> pairs(sits, onShelf));
        }

        /** Two gears that are had at one place, for the gear and for its mate. */
        private void pairs(Sits sits, List<StockItem> onShelf) {
            List<OtherTeeth> pairs = OtherTeeth.both(sits.wanted.need().gear(), sits.place)
                    .filter(p -> !sits.already(p))
                    .toList();
            if (pairs.isEmpty()) {
                return;
            }
            List<GearWish> wishes = pairs.stream()
                    .flatMap(p -> Stream.of(p.pair().pinion(), p.pair().wheel()))
                    .map(g -> GearWish.about(g.normalModule(), g.toothCount(), 0))
                    .distinct()
                    .toList();
            List<StockItem> there =
                    onShelf.stream().filter(item -> item.pieces() > 0).toList();
            Map<String, List<Listed>> sold = lists.gears(here, wishes, List.of(), MOST_LISTED).stream()
                    .filter(listed -> listed.listing().stock() > 0)
                    .collect(Collectors.groupingBy(listed -> listed.listing().seller()));
            Stream<Hit> shelved = pairs.stream()
                    .flatMap(pair -> Two.of(sits, pair, there, StockItem::item).stream())
                    .filter(two -> two.own != two.mate || two.own.pieces() > 1)
                    .map(this::onShelf);
            Stream<Hit> ordered = pairs.stream()
                    .flatMap(pair -> sold.values().stream()
                            .flatMap(theirs -> Two.of(sits, pair, theirs, Listed::item).stream())
                            .map(this::atSeller));
            Stream.concat(shelved, ordered).sorted(BEST_FIRST).limit(MOST_PAIRS).forEach(hits::add);
        }

        private Hit onShelf(Two<StockItem> two) {
            HitDraft draft = draft(two.own, two.serves);
            draft.with = Optional.of(
                    new ForTheMate(Say.typed(two.mate.item().name()), Optional.of(two.mate.id()), Optional.empty()));
            draft.price = draft.price.map(p -> p.add(two.mate.paid().orElse(BigDecimal.ZERO)));
            return draft.made();
        }

        private Hit atSeller(Two<Listed> two) {
            HitDraft draft = draft(two.own, two.serves, List.of(two.own.listing(), two.mate.listing()));
            draft.with = Optional.of(new ForTheMate(
                    Say.typed(two.mate.item().name()),
                    Optional.empty(),
                    Optional.of(two.mate.listing().itemNumber())));
            draft.pieces =
                    Math.min(two.own.listing().stock(), two.mate.listing().stock());
            return draft.made();
        }

        private void inTheBook(Search search, Range teeth) {
            Set<Integer> counts = IntStream.rangeClosed((int) Math.ceil(teeth.from()), (int) Math.floor(teeth.to()))
                    .limit(MOST_COUNTS)
                    .boxed()
                    .collect(Collectors.toSet());
            devices.wheelsOf(here, counts)
                    .forEach(found -> Serves.listed(found.wheel())
                            .flatMap(search.serves)
                            .ifPresent(serves -> hits.add(inTheBook(found, serves))));
        }

        private Hit inTheBook(DeviceService.WheelIn found, Serves serves) {
            return hit(
                            Where.BOOK,
                            found.part(),
                            found.in().maker() + " " + found.in().name(),
                            serves)
                    .model(found.in().id())
                    .made();
        }

        private Hit made(FindStore.Made made, Serves serves) {
            return hit(Where.MADE, made.gear().words(), made.machine(), serves)
                    .job(made.jobId())
                    .made();
        }

        private Hit onShelf(StockItem item, Serves serves) {
            return draft(item, serves).made();
        }

        private HitDraft draft(StockItem item, Serves serves) {
            return hit(Where.SHELF, Say.typed(item.item().name()), item.place(), serves)
                    .stock(item);
        }

        private Hit onDonor(Donor donor, DonorPart part, Serves serves) {
            HitDraft draft = hit(
                    Where.DONOR,
                    part.words(),
                    donor.machine().maker() + " " + donor.machine().name() + ", "
                            + donor.at().place(),
                    serves);
            draft.donorId = Optional.of(donor.id());
            draft.part = Optional.of(part.code());
            draft.pieces = 1;
            draft.price = Optional.of(BigDecimal.ZERO);
            draft.arrives = Optional.of(today);
            draft.cautions.add(donor.ageYears(java.time.Year.from(today))
                    .map(age -> Say.of("find.donorAge", "years", age))
                    .orElse(Say.of("find.donorAgeUnknown")));
            return draft.made();
        }

        private Hit atSeller(Listed listed, Serves serves) {
            return draft(listed, serves, List.of(listed.listing())).made();
        }

        /** @param parcel all that is ordered together */
        private HitDraft draft(Listed listed, Serves serves, List<Listing> parcel) {
            Source source = sources.get(listed.listing().seller());
            HitDraft draft = hit(
                    Where.SELLER,
                    Say.typed(listed.item().name()),
                    listed.listing().seller(),
                    serves);
            draft.itemNumber = Optional.of(listed.listing().itemNumber());
            draft.number = Optional.of(listed.item().number()).filter(n -> !n.isEmpty());
            draft.pieces = listed.listing().stock();
            if (source != null) {
                LandedCost landed = LandedCost.ofParcel(
                        parcel.stream()
                                .map(one -> new LandedCost.Packed(one, 1))
                                .toList(),
                        source.terms(),
                        source.rule(),
                        source.exchange(),
                        1,
                        today);
                draft.price = Optional.of(landed.total());
                draft.arrives = Optional.of(landed.arrives());
            } else {
                draft.cautions.add(Say.of("find.termsUnknown"));
            }
            if (listed.listing().stock() == 0) {
                draft.cautions.add(Say.of("find.soldOut"));
            }
            return draft;
        }

        void numbered(PartKey key, boolean known, String text) {
            Set<PartKey> keys = known ? numbers.sameParts(here, key) : Set.of(key);
            Optional<PartKey> today = known ? numbers.soldToday(here, key) : Optional.of(key);
            for (StockItem item : shelf.all(here)) {
                if (item.item().key().filter(keys::contains).isPresent()) {
                    hits.add(numbered(onShelf(item, new Serves(1, Fit.DROP_IN)), item.item(), today));
                }
            }
            int before = hits.size();
            lists.numbered(here, keys, text, MOST_LISTED)
                    .forEach(listed -> hits.add(atSeller(listed, new Serves(1, Fit.DROP_IN))));
            for (int i = before; i < hits.size(); i++) {
                Hit hit = hits.get(i);
                hits.set(i, older(hit, hit.number().flatMap(PartKey::of), today));
            }
        }

        private Hit numbered(Hit hit, Item item, Optional<PartKey> today) {
            return older(hit, item.key(), today);
        }

        private Hit older(Hit hit, Optional<PartKey> key, Optional<PartKey> today) {
            if (key.isEmpty() || key.equals(today)) {
                return hit;
            }
            List<Say> cautions = new ArrayList<>(hit.cautions());
            cautions.add(Say.of(
                    "find.olderNumber", "number", hit.number().orElse(key.get().text())));
            return new HitDraft(hit, cautions).made();
        }

        void named(List<String> words) {
            if (words.isEmpty()) {
                return;
            }
            for (StockItem item : shelf.all(here)) {
                if (holds(words, item.item().name() + " " + item.item().number() + " " + item.place())) {
                    hits.add(onShelf(item, new Serves(1, Fit.DROP_IN)));
                }
            }
            lists.named(here, words, MOST_LISTED)
                    .forEach(listed -> hits.add(atSeller(listed, new Serves(1, Fit.DROP_IN))));
        }

        private HitDraft hit(Where where, Say name, String place, Serves serves) {
            return new HitDraft(where, name, place, serves);
        }

        /** A hit being put together. */
        private final class HitDraft {
            private final Where where;
            private final Say name;
            private final String place;
            private final double chance;
            private final double fit;
            private final List<Difference> differences;
            private final BigDecimal loss;
            private final List<Say> cautions;
            private Optional<Long> stockItemId = Optional.empty();
            private Optional<Long> donorId = Optional.empty();
            private Optional<String> part = Optional.empty();
            private Optional<String> itemNumber = Optional.empty();
            private Optional<String> number = Optional.empty();
            private Optional<Long> jobId = Optional.empty();
            private Optional<Long> modelId = Optional.empty();
            private Optional<ForTheMate> with = Optional.empty();
            private int pieces;
            private Optional<BigDecimal> price = Optional.empty();
            private Optional<LocalDate> arrives = Optional.empty();

            HitDraft(Where where, Say name, String place, Serves serves) {
                this.where = where;
                this.name = name;
                this.place = place;
                chance = serves.chance();
                fit = serves.fit().fit();
                differences = serves.fit().differences();
                loss = serves.fit().loss(rate);
                cautions = new ArrayList<>();
            }

            HitDraft(Hit hit, List<Say> cautions) {
                this(
                        hit.where(),
                        hit.name(),
                        hit.place(),
                        new Serves(hit.chance(), new Fit(hit.fit(), hit.differences())));
                this.cautions.addAll(cautions);
                stockItemId = hit.stockItemId();
                donorId = hit.donorId();
                part = hit.part();
                itemNumber = hit.itemNumber();
                number = hit.number();
                jobId = hit.jobId();
                modelId = hit.modelId();
                with = hit.with();
                pieces = hit.pieces();
                price = hit.price();
                arrives = hit.arrives();
            }

            HitDraft stock(StockItem item) {
                stockItemId = Optional.of(item.id());
                number = Optional.of(item.item().number()).filter(n -> !n.isEmpty());
                pieces = item.pieces();
                price = Optional.of(item.paid().orElse(BigDecimal.ZERO));
                arrives = Optional.of(today);
                if (item.pieces() == 0) {
                    arrives = Optional.empty();
                    cautions.add(Say.of("find.shelfEmpty"));
                }
                return this;
            }

            HitDraft job(long id) {
                jobId = Optional.of(id);
                return this;
            }

            HitDraft model(long id) {
                modelId = Optional.of(id);
                return this;
            }

            Hit made() {
                return new Hit(
                        where,
                        name,
                        place,
                        stockItemId,
                        donorId,
                        part,
                        itemNumber,
                        number,
                        jobId,
                        modelId,
                        with,
                        pieces,
                        chance,
                        fit,
                        differences,
                        new Fit(fit, differences).minutes(),
                        price,
                        arrives.flatMap(day -> price.map(p -> p.add(loss)
                                .add(Worth.A_DAY.multiply(BigDecimal.valueOf(ChronoUnit.DAYS.between(today, day))))
                                .setScale(2, RoundingMode.HALF_UP))),
                        arrives,
                        List.copyOf(cautions));
            }
        }
    }

    private static boolean holds(List<String> words, String text) {
        String small = text.toLowerCase(java.util.Locale.ROOT);
        return words.stream().allMatch(small::contains);
    }
}
