package app.gewerk.server.book;

import app.gewerk.core.device.Age;
import app.gewerk.core.device.Failures;
import app.gewerk.core.device.Middle;
import app.gewerk.core.device.Share;
import app.gewerk.core.diagnosis.Diagnosis;
import app.gewerk.core.diagnosis.Experience;
import app.gewerk.core.diagnosis.Fault;
import app.gewerk.core.diagnosis.Sign;
import app.gewerk.core.job.Way;
import app.gewerk.core.material.Material;
import app.gewerk.core.teardown.TeardownStep;
import app.gewerk.core.train.Component;
import app.gewerk.core.train.Machine;
import app.gewerk.core.train.Wheel;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import app.gewerk.server.attachment.Attachments;
import app.gewerk.server.device.DeviceService;
import app.gewerk.server.http.NotFound;
import app.gewerk.server.knowledge.KnownHere;
import app.gewerk.server.lasting.LastingService;
import app.gewerk.server.photo.PhotoService;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.SavedOnceStore;
import app.gewerk.server.shop.ShopClock;
import app.gewerk.server.shop.ShopService;
import app.gewerk.server.stores.NumberService;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What this bench, and other shops' books, know of a model: what fails, how it shows, how it is mended, what to heed. */
@Service
public class BookService {
    private static final int LONGEST_ADVICE = 2000;
    private static final int MOST_SISTERS = 8;

    private final BookStore store;
    private final DeviceService devices;
    private final LastingService lasting;
    private final NumberService numbers;
    private final PhotoService photos;
    private final Attachments attachments;
    private final SavedOnceStore savedOnce;
    private final ShopService shops;
    private final ShopClock clock;
    private final KnownHere known;

    BookService(
            BookStore store,
            DeviceService devices,
            LastingService lasting,
            NumberService numbers,
            PhotoService photos,
            Attachments attachments,
            SavedOnceStore savedOnce,
            ShopService shops,
            ShopClock clock,
            KnownHere known) {
        this.store = store;
        this.devices = devices;
        this.lasting = lasting;
        this.numbers = numbers;
        this.photos = photos;
        this.attachments = attachments;
        this.savedOnce = savedOnce;
        this.shops = shops;
        this.clock = clock;
        this.known = known;
    }

    /**
     * A part that was a culprit.
     *
     * @param share of the jobs told here
     * @param elsewhere how many more jobs in the books of others
     * @param medianAge in years, of the {@code ages} machines whose age is known
     */
    public record FailedPart(
            String fault, String part, Say words, Share share, int elsewhere, Optional<Double> medianAge, int ages) {}

    /** @param with by fault: seen in how many of those where it was tried */
    public record SignWith(String sign, Say words, int seen, Map<String, Share> with) {}

    /**
     * A way of mending that was taken.
     *
     * @param minutes at the bench; {@code cost} billed, in the shop's currency
     */
    public record WayTaken(Way way, Say words, int jobs, Optional<Middle> minutes, Optional<Middle> cost) {}

    /** @param fromJob in whose ledger it was written; {@code from} whose book, where it is not our own */
    public record HowItOpens(int steps, double minutes, Optional<Long> fromJob, Optional<String> from) {}

    /** @param from whose book; left out for our own, which alone can be taken out one by one */
    public record BookImage(Optional<Long> id, long imageId, String shows, Optional<String> from, String by) {}

    /** @param from whose book; left out for our own */
    public record AdviceLine(
            Optional<Long> id, String advice, Optional<String> from, Optional<String> by, OffsetDateTime at) {}

    /** A gear of the same plastic in another model, and how it did there. */
    public record Sister(String material, DeviceService.KnownMachine in, Say part, Share failed) {}

    /** @param told jobs with a culprit in that book */
    public record ToldElsewhere(UUID origin, String name, int told) {}

    public record PartNumbered(String number, String name, Optional<String> from) {}

    /**
     * The page of a model.
     *
     * @param told jobs put away here with a culprit stated
     * @param elsewhere books of others that tell of it; each of their jobs weighs {@code weight} of one here
     */
    public record ModelPage(
            DeviceService.KnownMachine model,
            int told,
            List<ToldElsewhere> elsewhere,
            double weight,
            List<FailedPart> failed,
            List<SignWith> signs,
            List<WayTaken> ways,
            List<LastingService.WayLasted> lastedElsewhere,
            String currency,
            Optional<HowItOpens> opens,
            List<PartNumbered> numbers,
            List<BookImage> pictures,
            List<AdviceLine> advice,
            List<Sister> sisters) {}

    @Transactional(readOnly = true)
    public ModelPage page(Here here, long modelId) {
        DeviceService.KnownMachine model = devices.model(here, modelId);
        Machine machine = devices.train(here, modelId).machine();
        List<BookStore.Closed> closed = store.closed(here, List.of(modelId));
        List<BookStore.Elsewhere> others = store.elsewhere(here, List.of(modelId));
        Failures failures = failures(closed);
        Diagnosis diagnosis = new Diagnosis(known.now().diagnosis(), machine, Experience.NONE);
        return new ModelPage(
                model,
                failures.told(),
                others.stream()
                        .map(o -> new ToldElsewhere(
                                o.origin(), o.name(), o.chapter().told()))
                        .toList(),
                Experience.ELSEWHERE,
                failed(here, modelId, failures, others, diagnosis),
                signs(failures, diagnosis),
                ways(closed),
                LastingService.curves(others.stream()
                        .flatMap(o -> o.chapter().lasted().stream())
                        .toList()),
                shops.shop(here).currency(),
                opens(here, modelId, others),
                numbered(here, modelId, others),
                pictures(here, modelId, others),
                advice(here, modelId, others),
                sisters(here, modelId, machine));
    }

    static Failures failures(List<BookStore.Closed> closed) {
        return Failures.of(closed.stream()
                .map(j -> new Failures.Closed(
                        j.faults(), j.answers(), Age.years(j.era(), j.takenIn().toLocalDate())))
                .toList());
    }

    private List<FailedPart> failed(
            Here here, long modelId, Failures failures, List<BookStore.Elsewhere> others, Diagnosis diagnosis) {
        Map<String, Fault> faults = diagnosis.faults().stream().collect(Collectors.toMap(Fault::key, f -> f));
        Map<String, Say> last = devices.culpritWords(here, modelId);
        Map<String, Integer> elsewhere = new TreeMap<>();
        others.forEach(o -> o.chapter().culprits().forEach((fault, n) -> elsewhere.merge(fault, n, Integer::sum)));
        List<FailedPart> failed = new ArrayList<>();
        for (Failures.Failed f : failures.failed()) {
            failed.add(new FailedPart(
                    f.fault(),
                    part(f.fault()),
                    words(f.fault(), faults, last),
                    f.share(),
                    Optional.ofNullable(elsewhere.remove(f.fault())).orElse(0),
                    f.medianAge(),
                    f.ages()));
        }
        elsewhere.entrySet().stream()
                .sorted((a, b) -> b.getValue() - a.getValue())
                .forEach(e -> failed.add(new FailedPart(
                        e.getKey(),
                        part(e.getKey()),
                        words(e.getKey(), faults, last),
                        Share.of(0, failures.told()),
                        e.getValue(),
                        Optional.empty(),
                        0)));
        return List.copyOf(failed);
    }

    private static String part(String fault) {
        return fault.substring(0, Math.max(0, fault.indexOf('/')));
    }

    /** As it was last stated here; else as the train calls it; else by its key. */
    private static Say words(String fault, Map<String, Fault> faults, Map<String, Say> last) {
        return Optional.ofNullable(last.get(fault))
                .or(() -> Optional.ofNullable(faults.get(fault)).map(Fault::words))
                .orElse(Say.typed(fault));
    }

    private static List<SignWith> signs(Failures failures, Diagnosis diagnosis) {
        Map<String, Say> words = diagnosis.signs().stream().collect(Collectors.toMap(Sign::key, Sign::words));
        return failures.signs().stream()
                .filter(s -> words.containsKey(s.sign()))
                .map(s -> new SignWith(s.sign(), words.get(s.sign()), s.seen(), s.with()))
                .toList();
    }

    private static List<WayTaken> ways(List<BookStore.Closed> closed) {
        Map<Way, List<BookStore.Closed>> byWay = closed.stream()
                .filter(j -> j.way().isPresent())
                .collect(Collectors.groupingBy(j -> j.way().orElseThrow(), TreeMap::new, Collectors.toList()));
        return byWay.entrySet().stream()
                .map(e -> new WayTaken(
                        e.getKey(),
                        e.getKey().words(),
                        e.getValue().size(),
                        Middle.of(e.getValue().stream()
                                .flatMap(j -> j.minutes().stream())
                                .map(Integer::doubleValue)
                                .toList()),
                        Middle.of(e.getValue().stream()
                                .flatMap(j -> j.billed().stream())
                                .map(b -> b.doubleValue())
                                .toList())))
                .sorted((a, b) -> b.jobs() - a.jobs())
                .toList();
    }

    private Optional<HowItOpens> opens(Here here, long modelId, List<BookStore.Elsewhere> others) {
        return devices.wayIn(here, modelId)
                .map(w -> new HowItOpens(w.steps().size(), minutes(w.steps()), w.fromJob(), Optional.empty()))
                .or(() -> others.stream()
                        .filter(o -> !o.chapter().wayIn().isEmpty())
                        .findFirst()
                        .map(o -> new HowItOpens(
                                o.chapter().wayIn().size(),
                                minutes(o.chapter().wayIn()),
                                Optional.empty(),
                                Optional.of(o.name()))));
    }

    private static double minutes(List<TeardownStep> steps) {
        return steps.stream().mapToDouble(TeardownStep::minutes).sum();
    }

    private List<PartNumbered> numbered(Here here, long modelId, List<BookStore.Elsewhere> others) {
        List<PartNumbered> all = new ArrayList<>(numbers.ofModels(here, List.of(modelId), Optional.empty()).stream()
                .filter(NumberService.KnownNumber::current)
                .map(n -> new PartNumbered(n.number(), n.name(), Optional.empty()))
                .toList());
        Set<String> have = all.stream().map(PartNumbered::number).collect(Collectors.toSet());
        others.forEach(o -> o.chapter().spares().stream()
                .filter(s -> have.add(s.number()))
                .forEach(s -> all.add(new PartNumbered(s.number(), s.name(), Optional.of(o.name())))));
        return List.copyOf(all);
    }

    private List<BookImage> pictures(Here here, long modelId, List<BookStore.Elsewhere> others) {
        List<BookImage> all = new ArrayList<>(store.pictures(here, List.of(modelId)).stream()
                .map(p -> new BookImage(Optional.of(p.id()), p.imageId(), p.shows(), Optional.empty(), p.by()))
                .toList());
        others.forEach(o -> {
            for (int number = 0; number < o.chapter().pictures().size(); number++) {
                Long image = o.images().get(number);
                if (image != null) {
                    all.add(new BookImage(
                            Optional.empty(),
                            image,
                            o.chapter().pictures().get(number).shows(),
                            Optional.of(o.name()),
                            o.name()));
                }
            }
        });
        return List.copyOf(all);
    }

    private List<AdviceLine> advice(Here here, long modelId, List<BookStore.Elsewhere> others) {
        List<AdviceLine> all = new ArrayList<>(store.advice(here, List.of(modelId)).stream()
                .map(a ->
                        new AdviceLine(Optional.of(a.id()), a.advice(), Optional.empty(), Optional.of(a.by()), a.at()))
                .toList());
        others.forEach(o -> o.chapter()
                .advice()
                .forEach(line -> all.add(new AdviceLine(
                        Optional.empty(),
                        line.advice(),
                        Optional.of(o.name()),
                        Optional.empty(),
                        line.on().atStartOfDay().atOffset(ZoneOffset.UTC)))));
        return List.copyOf(all);
    }

    /** Gears of the same plastic in other models of the book: how many of the jobs told there it was the culprit in. */
    private List<Sister> sisters(Here here, long modelId, Machine machine) {
        Set<String> materials = machine.drive().stream()
                .flatMap(d -> d.wheels().stream())
                .flatMap(w -> w.material().stream())
                .filter(this::plastic)
                .collect(Collectors.toSet());
        Map<Long, DeviceService.Told> told = new HashMap<>();
        List<Sister> sisters = new ArrayList<>();
        devices.trainsOf(here, modelId, materials)
                .forEach((in, other) -> other.drive().stream()
                        .flatMap(d -> d.wheels().stream())
                        .filter(w -> w.material().filter(materials::contains).isPresent())
                        .map(Wheel::part)
                        .distinct()
                        .forEach(part -> {
                            DeviceService.Told counts = told.computeIfAbsent(in.id(), id -> devices.told(here, id));
                            int failed = counts.faults().entrySet().stream()
                                    .filter(f -> part(f.getKey()).equals(part))
                                    .mapToInt(Map.Entry::getValue)
                                    .sum();
                            if (counts.told() > 0) {
                                sisters.add(new Sister(
                                        materialOf(other, part),
                                        in,
                                        other.component(part)
                                                .map(Component::words)
                                                .orElse(Say.typed(part)),
                                        Share.of(Math.min(failed, counts.told()), counts.told())));
                            }
                        }));
        return sisters.stream()
                .sorted((a, b) -> b.failed().of() - a.failed().of())
                .limit(MOST_SISTERS)
                .toList();
    }

    private boolean plastic(String material) {
        return known.now().materials().known(material).filter(Material::plastic).isPresent();
    }

    private static String materialOf(Machine machine, String part) {
        return machine.drive().stream()
                .flatMap(d -> d.wheels().stream())
                .filter(w -> w.part().equals(part))
                .flatMap(w -> w.material().stream())
                .findFirst()
                .orElse("");
    }

    /** Adds a line of advice, with who and when. */
    @Transactional
    public ModelPage advise(Here here, long modelId, String advice, Optional<String> key) {
        devices.model(here, modelId);
        String line = advice.strip();
        if (line.isEmpty() || line.length() > LONGEST_ADVICE) {
            throw Refused.at("advice", "book.advice", "most", LONGEST_ADVICE);
        }
        savedOnce.once(
                here, key, "advice/" + modelId, clock.now(), () -> store.advise(here, modelId, line, clock.now()));
        return page(here, modelId);
    }

    @Transactional
    public ModelPage takeBack(Here here, long adviceId) {
        return page(
                here,
                store.takeBack(here, adviceId).orElseThrow(() -> new NotFound("missing.advice", "number", adviceId)));
    }

    /** Puts a copy of a job's photograph into the book. Whoever does it sees to it that no owner is to be read on it. */
    @Transactional
    public ModelPage show(Here here, long modelId, long jobId, long photoId, String shows, Optional<String> key) {
        devices.model(here, modelId);
        String words = shows.strip();
        if (words.isEmpty() || words.length() > LONGEST_ADVICE) {
            throw Refused.at("shows", "book.shows", "most", LONGEST_ADVICE);
        }
        Attachments.Attachment photo = photos.image(here, jobId, photoId, false);
        savedOnce.once(here, key, "bookPicture/" + modelId, clock.now(), () -> {
            store.addPicture(here, modelId, copied(here, photo), words, photoId, clock.now());
            return photoId;
        });
        return page(here, modelId);
    }

    private long copied(Here here, Attachments.Attachment photo) {
        try {
            ByteArrayOutputStream bytes = new ByteArrayOutputStream();
            attachments.write(here, photo, bytes);
            return attachments.keepInBook(here, new ByteArrayInputStream(bytes.toByteArray()));
        } catch (IOException fromMemory) {
            throw new UncheckedIOException(fromMemory);
        }
    }

    @Transactional
    public ModelPage hide(Here here, long pictureId) {
        BookStore.Picture picture = store.picture(here, pictureId)
                .orElseThrow(() -> new NotFound("missing.bookPicture", "number", pictureId));
        store.removePicture(here, pictureId);
        attachments.remove(here, picture.imageId());
        return page(here, picture.modelId());
    }

    /** A picture of the book by the number of its image. */
    public Attachments.Attachment image(Here here, long imageId) {
        Attachments.Attachment image = attachments.attachment(here, imageId);
        if (image.kind() != Attachments.Kind.BOOK) {
            throw new NotFound("missing.bookPicture", "number", imageId);
        }
        return image;
    }
}
