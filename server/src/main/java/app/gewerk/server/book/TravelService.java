package app.gewerk.server.book;

import app.gewerk.core.caution.Cautions;
import app.gewerk.core.device.Chapter;
import app.gewerk.core.device.Failures;
import app.gewerk.core.train.Machine;
import app.gewerk.core.train.Wheel;
import app.gewerk.core.words.Refused;
import app.gewerk.server.attachment.Attachments;
import app.gewerk.server.device.DeviceService;
import app.gewerk.server.http.NotFound;
import app.gewerk.server.knowledge.KnownHere;
import app.gewerk.server.lasting.LastingService;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.ShopClock;
import app.gewerk.server.shop.ShopService;
import app.gewerk.server.stores.NumberService;
import java.io.BufferedInputStream;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * The book travels: written as one file, read by another shop, taken out again. Each chapter stays with the shop whose it is,
 * however many books it went through; one's own comes back unread.
 */
@Service
public class TravelService {
    /** Models written or asked for at a time. */
    private static final int AT_ONCE = 200;
    /** What a machine is here whose kind this shop does not know. */
    private static final String OTHER_KIND = "other";

    private final BookStore store;
    private final DeviceService devices;
    private final LastingService lasting;
    private final NumberService numbers;
    private final Attachments attachments;
    private final ShopService shops;
    private final ShopClock clock;
    private final KnownHere known;
    private final BookFile file;
    private final TransactionTemplate transaction;

    TravelService(
            BookStore store,
            DeviceService devices,
            LastingService lasting,
            NumberService numbers,
            Attachments attachments,
            ShopService shops,
            ShopClock clock,
            KnownHere known,
            BookFile file,
            TransactionTemplate transaction) {
        this.store = store;
        this.devices = devices;
        this.lasting = lasting;
        this.numbers = numbers;
        this.attachments = attachments;
        this.shops = shops;
        this.clock = clock;
        this.known = known;
        this.file = file;
        this.transaction = transaction;
    }

    public List<BookStore.Origin> origins(Here here) {
        return store.origins(here);
    }

    // Writing

    /** A model's place in the file: by maker and name, so that the same models are written in the same order. */
    private record Place(String maker, String name, long modelId) {
        static final Comparator<Place> ORDER =
                Comparator.comparing(Place::maker).thenComparing(Place::name);
    }

    /** Writes all that this shop knows, its own and what it has read of others. */
    public void write(Here here, OutputStream out) throws IOException {
        UUID own = store.own(here);
        Set<Long> mine = Set.copyOf(store.ownModels(here));
        Set<Long> all = new HashSet<>(mine);
        all.addAll(store.modelsElsewhere(here));
        List<Place> places = devices.models(here, all).stream()
                .map(m -> new Place(m.maker().toLowerCase(Locale.ROOT), m.name().toLowerCase(Locale.ROOT), m.id()))
                .sorted(Place.ORDER)
                .toList();
        List<BookFile.Origin> origins = new ArrayList<>(store.origins(here).stream()
                .map(o -> new BookFile.Origin(o.origin(), o.name(), o.asOf()))
                .toList());
        if (!mine.isEmpty()) {
            origins.add(new BookFile.Origin(own, shops.shop(here).name(), clock.now()));
        }
        try (BookFile.Writer writer = file.writer(out, origins, clock.now())) {
            for (int from = 0; from < places.size(); from += AT_ONCE) {
                List<Place> some = places.subList(from, Math.min(places.size(), from + AT_ONCE));
                write(here, writer, some, from, own, mine);
            }
        }
    }

    private void write(Here here, BookFile.Writer writer, List<Place> some, int from, UUID own, Set<Long> mine)
            throws IOException {
        List<Long> ids = some.stream().map(Place::modelId).toList();
        Map<Long, List<BookStore.Picture>> pictures = by(store.pictures(here, ids), BookStore.Picture::modelId);
        Map<Long, Chapter> chapters =
                chapters(here, ids.stream().filter(mine::contains).toList(), pictures);
        Map<Long, List<BookStore.Elsewhere>> others = by(store.elsewhere(here, ids), BookStore.Elsewhere::modelId);
        for (int i = 0; i < some.size(); i++) {
            long model = ids.get(i);
            Map<UUID, BookFile.Page> pages = new TreeMap<>();
            for (BookStore.Elsewhere other : others.getOrDefault(model, List.of())) {
                List<BookFile.Image> images = new ArrayList<>();
                for (int n = 0; n < other.chapter().pictures().size(); n++) {
                    long image = other.images().get(n);
                    images.add(to -> attachments.write(here, attachments.attachment(here, image), to));
                }
                pages.put(other.origin(), new BookFile.Page(other.chapter(), images));
            }
            Chapter chapter = chapters.get(model);
            if (chapter != null) {
                List<BookFile.Image> images = pictures.getOrDefault(model, List.of()).stream()
                        .<BookFile.Image>map(
                                p -> to -> attachments.write(here, attachments.attachment(here, p.imageId()), to))
                        .toList();
                pages.put(own, new BookFile.Page(chapter, images));
            }
            writer.write(from + i + 1, pages);
        }
    }

    private static <T> Map<Long, List<T>> by(List<T> all, Function<T, Long> model) {
        Map<Long, List<T>> by = new HashMap<>();
        all.forEach(
                t -> by.computeIfAbsent(model.apply(t), m -> new ArrayList<>()).add(t));
        return by;
    }

    /** What this shop itself knows of models. */
    private Map<Long, Chapter> chapters(Here here, List<Long> ids, Map<Long, List<BookStore.Picture>> pictures) {
        Map<Long, List<BookStore.Closed>> closed = by(store.closed(here, ids), BookStore.Closed::modelId);
        Map<Long, List<BookStore.Advice>> advice = by(store.advice(here, ids), BookStore.Advice::modelId);
        Map<Long, List<Chapter.Lasted>> lasted = lasting.mends(here, ids);
        Map<Long, DeviceService.Written> written = devices.written(here, ids);
        Map<Long, Chapter> chapters = new HashMap<>();
        for (DeviceService.KnownMachine model : devices.models(here, ids)) {
            List<BookStore.Closed> jobs = closed.getOrDefault(model.id(), List.of());
            Failures failures = BookService.failures(jobs);
            Map<String, Integer> culprits = new TreeMap<>();
            failures.failed().forEach(f -> culprits.put(f.fault(), f.share().of()));
            Map<String, Map<String, Integer>> signs = new TreeMap<>();
            failures.signs()
                    .forEach(s -> s.with().forEach((fault, share) -> {
                        if (share.of() > 0) {
                            signs.computeIfAbsent(fault, f -> new TreeMap<>()).put(s.sign(), share.of());
                        }
                    }));
            DeviceService.Written of = written.getOrDefault(model.id(), DeviceService.Written.NOTHING);
            List<BookStore.Picture> shown = pictures.getOrDefault(model.id(), List.of());
            List<Chapter.Picture> named = new ArrayList<>();
            for (int n = 0; n < shown.size(); n++) {
                named.add(new Chapter.Picture((n + 1) + ".jpg", shown.get(n).shows()));
            }
            chapters.put(
                    model.id(),
                    new Chapter(
                            model.kind(),
                            model.maker(),
                            model.name(),
                            jobs.size(),
                            failures.told(),
                            culprits,
                            signs,
                            lasted.getOrDefault(model.id(), List.of()).stream()
                                    .map(l -> new Chapter.Lasted(l.way(), Math.round(l.days()), l.failed()))
                                    .toList(),
                            jobs.stream().flatMap(j -> j.minutes().stream()).toList(),
                            advice.getOrDefault(model.id(), List.of()).stream()
                                    .map(a -> new Chapter.Line(a.advice(), a.at().toLocalDate()))
                                    .toList(),
                            numbers.ofModels(here, List.of(model.id()), Optional.empty()).stream()
                                    .filter(NumberService.KnownNumber::current)
                                    .map(n -> new Chapter.Spare(n.number(), n.name(), ""))
                                    .toList(),
                            of.train().map(TravelService::withoutJobs),
                            of.wayIn(),
                            named));
        }
        return chapters;
    }

    /** In which job a gear was read means nothing elsewhere. */
    private static Machine withoutJobs(Machine machine) {
        return machine.drive()
                .map(d -> machine.withDrive(
                        d.withWheels(d.wheels().stream().map(Wheel::ofNoJob).toList())))
                .orElse(machine);
    }

    // Reading

    /**
     * What a book brought.
     *
     * @param older origins of which what is here is as new or newer: left as they are
     * @param own its own chapters came back: left out
     */
    public record BookRead(
            List<BookStore.Origin> origins, int chapters, List<String> brought, List<String> older, boolean own) {}

    /**
     * Reads a book whole, then keeps it, in place of what was read of the same shops before. A file that is not whole or tells
     * of what cannot be is refused, and nothing of it kept.
     */
    public BookRead read(Here here, InputStream upload) throws IOException {
        Path spooled = Files.createTempFile("book", ".zip");
        try {
            BookFile.spool(upload, spooled);
            List<BookFile.Origin> told = looked(spooled);
            return transaction.execute(t -> keep(here, spooled, told));
        } finally {
            Files.delete(spooled);
        }
    }

    private List<BookFile.Origin> looked(Path spooled) throws IOException {
        try (InputStream in = new BufferedInputStream(Files.newInputStream(spooled))) {
            return file.read(in, new BookFile.Reader() {});
        }
    }

    private BookRead keep(Here here, Path spooled, List<BookFile.Origin> told) {
        UUID own = store.own(here);
        Map<UUID, OffsetDateTime> known = new HashMap<>();
        store.origins(here).forEach(o -> known.put(o.origin(), o.asOf()));
        List<BookFile.Origin> newer = told.stream()
                .filter(o -> !o.origin().equals(own))
                .filter(o -> Optional.ofNullable(known.get(o.origin()))
                        .map(had -> had.isBefore(o.asOf()))
                        .orElse(true))
                .toList();
        // A model keeps its number while what was told of it is replaced.
        List<Long> were = new ArrayList<>();
        for (BookFile.Origin origin : newer) {
            were.addAll(store.takeOut(here, origin.origin()));
            store.keepOrigin(here, origin.origin(), origin.name(), origin.asOf(), clock.now());
        }
        List<UUID> wanted = newer.stream().map(BookFile.Origin::origin).toList();
        Keeper keeper = new Keeper(here, wanted);
        try (InputStream in = new BufferedInputStream(Files.newInputStream(spooled))) {
            file.read(in, keeper);
            keeper.keepWaiting();
        } catch (IOException broken) {
            throw new UncheckedIOException(broken);
        }
        store.forgetUnknown(here, were);
        return new BookRead(
                store.origins(here),
                keeper.chapters,
                newer.stream().map(BookFile.Origin::name).toList(),
                told.stream()
                        .filter(o -> !wanted.contains(o.origin()) && !o.origin().equals(own))
                        .map(BookFile.Origin::name)
                        .toList(),
                told.stream().anyMatch(o -> o.origin().equals(own)));
    }

    /** Keeps what is read of the wanted origins, many chapters at once. */
    private final class Keeper implements BookFile.Reader {
        private final Here here;
        private final List<UUID> wanted;
        private final Map<String, Long> models = new HashMap<>();
        private final DeviceService.ManyModels all;
        private final Set<String> kinds;
        private final List<Read> waiting = new ArrayList<>();
        private final Set<String> told = new HashSet<>();
        private int chapters;

        private record Read(int number, UUID origin, Chapter chapter) {}

        Keeper(Here here, List<UUID> wanted) {
            this.here = here;
            this.wanted = wanted;
            this.all = devices.manyModels(here);
            this.kinds = known.now().cautions().kinds().stream()
                    .map(Cautions.Kind::code)
                    .collect(Collectors.toSet());
        }

        @Override
        public void chapter(int number, UUID origin, Chapter chapter) {
            if (!wanted.contains(origin)) {
                return;
            }
            waiting.add(new Read(number, origin, chapter));
            if (waiting.size() == AT_ONCE) {
                keepWaiting();
            }
        }

        void keepWaiting() {
            if (waiting.isEmpty()) {
                return;
            }
            List<Long> known = all.known(waiting.stream()
                    .map(r -> new DeviceService.Named(
                            kinds.contains(r.chapter.kind()) ? r.chapter.kind() : OTHER_KIND,
                            r.chapter.maker(),
                            r.chapter.model()))
                    .toList());
            List<BookStore.Kept> kept = new ArrayList<>();
            for (int i = 0; i < waiting.size(); i++) {
                Read read = waiting.get(i);
                if (!told.add(known.get(i) + " " + read.origin)) {
                    throw new Refused("travel.twice", "machine", read.chapter.maker() + " " + read.chapter.model());
                }
                models.put(read.number + " " + read.origin, known.get(i));
                kept.add(new BookStore.Kept(known.get(i), read.origin, StoredChapter.of(read.chapter)));
            }
            store.keepChapters(here, kept);
            chapters += kept.size();
            waiting.clear();
        }

        @Override
        public void picture(int number, UUID origin, int picture, byte[] jpeg) throws IOException {
            keepWaiting();
            Long model = models.get(number + " " + origin);
            if (model != null) {
                store.keepPicture(
                        here, model, origin, picture, attachments.keepInBook(here, new ByteArrayInputStream(jpeg)));
            }
        }
    }

    /** Takes out all that was read of one shop. */
    @Transactional
    public List<BookStore.Origin> takeOut(Here here, UUID origin) {
        if (store.origins(here).stream().noneMatch(o -> o.origin().equals(origin))) {
            throw new NotFound("missing.origin", "origin", origin.toString());
        }
        store.forgetUnknown(here, store.takeOut(here, origin));
        return store.origins(here);
    }
}
