package app.gewerk.server.demo;

import app.gewerk.core.choice.Circumstances;
import app.gewerk.core.choice.Companion;
import app.gewerk.core.choice.Priced;
import app.gewerk.core.choice.Wish;
import app.gewerk.core.damage.ToothMap;
import app.gewerk.core.diagnosis.Answer;
import app.gewerk.core.intake.ElectricalCheck;
import app.gewerk.core.intake.SerialRule;
import app.gewerk.core.job.Place;
import app.gewerk.core.job.Step;
import app.gewerk.core.job.Way;
import app.gewerk.core.reading.ReadingKind;
import app.gewerk.core.sourcing.Match.About;
import app.gewerk.core.train.Component;
import app.gewerk.core.train.Machine;
import app.gewerk.core.train.Opening;
import app.gewerk.core.words.Say;
import app.gewerk.server.choice.ChoiceService;
import app.gewerk.server.choice.WeighingService;
import app.gewerk.server.damage.DamageService;
import app.gewerk.server.device.DeviceService;
import app.gewerk.server.diagnosis.DiagnosisService;
import app.gewerk.server.http.Words;
import app.gewerk.server.intake.IntakeService;
import app.gewerk.server.job.JobService;
import app.gewerk.server.job.JobService.Job;
import app.gewerk.server.photo.PhotoService;
import app.gewerk.server.reading.GearEntry;
import app.gewerk.server.reading.ReadingEntry;
import app.gewerk.server.reading.ReadingService;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.ShopClock;
import app.gewerk.server.shop.ShopScope;
import app.gewerk.server.shop.ShopService;
import app.gewerk.server.sourcing.NeedService;
import app.gewerk.server.sourcing.OrderSender;
import app.gewerk.server.sourcing.Purchasing;
import app.gewerk.server.sourcing.SourcingService;
import app.gewerk.server.teardown.TeardownService;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.SmartLifecycle;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/**
 * Tells the story in {@code demo/story.json} through the services real use goes through, each event at its own day
 * before today. Runs once, on an empty bench, whole or not at all.
 */
@org.springframework.stereotype.Component
class DemoWorkshop implements SmartLifecycle {
    private static final Logger LOG = LoggerFactory.getLogger(DemoWorkshop.class);

    private final ShopService shop;
    private final ShopScope scope;
    private final ShopClock clock;
    private final IntakeService intake;
    private final JobService jobs;
    private final DiagnosisService diagnosis;
    private final TeardownService teardown;
    private final DamageService damage;
    private final PhotoService photos;
    private final ReadingService readings;
    private final SourcingService sourcing;
    private final Purchasing purchasing;
    private final OrderSender sender;
    private final ChoiceService choices;
    private final WeighingService weighing;
    private final DeviceService devices;
    private final DemoStores stores;
    private final DemoReturns returns;
    private final DemoOffice office;
    private final List<HandedBack> handedBack = new ArrayList<>();
    private final JsonMapper json;
    private final TransactionTemplate transaction;
    private final boolean wanted;
    private boolean running;

    DemoWorkshop(
            ShopService shop,
            ShopScope scope,
            ShopClock clock,
            IntakeService intake,
            JobService jobs,
            DiagnosisService diagnosis,
            TeardownService teardown,
            DamageService damage,
            PhotoService photos,
            ReadingService readings,
            SourcingService sourcing,
            Purchasing purchasing,
            OrderSender sender,
            ChoiceService choices,
            WeighingService weighing,
            DeviceService devices,
            DemoStores stores,
            DemoReturns returns,
            DemoOffice office,
            JsonMapper json,
            TransactionTemplate transaction,
            @Value("${gewerk.demo}") boolean wanted) {
        this.shop = shop;
        this.scope = scope;
        this.clock = clock;
        this.intake = intake;
        this.jobs = jobs;
        this.diagnosis = diagnosis;
        this.teardown = teardown;
        this.damage = damage;
        this.photos = photos;
        this.readings = readings;
        this.sourcing = sourcing;
        this.purchasing = purchasing;
        this.sender = sender;
        this.choices = choices;
        this.weighing = weighing;
        this.devices = devices;
        this.stores = stores;
        this.returns = returns;
        this.office = office;
        this.json = json;
        this.transaction = transaction;
        this.wanted = wanted;
    }

    private record HandedBack(int daysAgo, Here here, long id) {}

    record Story(
            String shop, List<String> people, List<SerialRule> serialRules, List<Telling> jobs, List<Built> trains) {}

    /** @param file with its train as text */
    record Built(String maker, String model, String file) {}

    /**
     * @param daysAgo when it was taken in
     * @param by who works on it
     * @param promisedIn days from today it is promised for; left out: not promised
     * @param seen observations seen, {@code notSeen} looked for in vain
     */
    record Telling(
            int daysAgo,
            String by,
            String kind,
            String maker,
            String model,
            @Nullable String serial,
            @Nullable String era,
            String owner,
            String phone,
            String complaint,
            @Nullable String cameWith,
            @Nullable String newPrice,
            @Nullable Integer promisedIn,
            @Nullable List<String> seen,
            @Nullable List<String> notSeen,
            @Nullable Map<String, String> notes,
            @Nullable Gear gear,
            @Nullable Buy buy,
            @Nullable Choice choice,
            @Nullable List<Move> moves,
            @Nullable String plate,
            @Nullable String history,
            @Nullable String earlierRepairs,
            @Nullable String arrivedLike,
            @Nullable String wouldSpend,
            @Nullable Set<String> hazards,
            @Nullable Electrical electrical,
            @Nullable List<String> culprits,
            @Nullable Integer minutes,
            @Nullable List<String> ledger,
            @Nullable Boolean wayIn,
            DemoReturns.@Nullable Proved proof,
            @Nullable ToothMap toothMap,
            @Nullable Tapped rhythm,
            @Nullable OwnerWord ownerWord,
            @Nullable List<String> pictures,
            @Nullable Around around,
            @Nullable String wrote) {}

    /** What is known around the gear, and what the owner cares about. */
    record Around(
            Wish wish,
            double ageYears,
            double axialRoomMm,
            int sisters,
            String sparePrice,
            int spareDays,
            List<Companion> with) {}

    record Electrical(
            ElectricalCheck.Protection protection,
            boolean cordSound,
            boolean plugSound,
            boolean earthPinSound,
            @Nullable Double cordLengthM,
            @Nullable Double earthOhm,
            @Nullable Double insulationMegohm,
            String instrument) {}

    record Tapped(String what, List<Double> tapMs, int skips, double outputTurns) {}

    record OwnerWord(IntakeService.OwnerSays says, String limit) {}

    record Gear(
            String name,
            String teeth,
            @Nullable String bore,
            @Nullable String width,
            @Nullable Map<String, String> readings,
            boolean worn,
            boolean take) {}

    /**
     * @param daysAgo when it was ordered; left out: the day it was taken in
     * @param together whether it waits to be ordered with what others need
     */
    record Buy(
            int pieces,
            String reason,
            @Nullable Integer daysAgo,
            @Nullable Boolean together) {}

    record Choice(Way way, String reason) {}

    /** @param daysAgo when the tray was moved */
    record Move(
            int daysAgo,
            Place to,
            @Nullable String waitsFor,
            @Nullable String why) {}

    /** After the stand-in sellers, before the first visitor. */
    @Override
    public int getPhase() {
        return 100;
    }

    @Override
    public void start() {
        running = true;
        if (!wanted) {
            return;
        }
        List<Here> told = new ArrayList<>();
        transaction.executeWithoutResult(t -> {
            // Of several processes on a new database one tells the story; the others wait here and find it told.
            shop.lockSetUp();
            ShopService.Shop at = shop.entrance();
            if (shop.isNew(at)) {
                Story story = story();
                told.add(scope.in(at.id(), () -> tell(at, story)));
                LOG.info(
                        "The demo workshop is set up with {} jobs", story.jobs().size());
            }
        });
        // Afterwards: asking sellers takes its time, and holds nobody up.
        told.forEach(here -> scope.run(here.shopId(), () -> stores.list(here)));
    }

    @Override
    public void stop() {
        running = false;
    }

    @Override
    public boolean isRunning() {
        return running;
    }

    private Story story() {
        try (InputStream file = DemoWorkshop.class.getResourceAsStream("/demo/story.json")) {
            return json.readValue(Objects.requireNonNull(file), Story.class);
        } catch (IOException unreadable) {
            throw new UncheckedIOException(unreadable);
        }
    }

    private Here tell(ShopService.Shop at, Story story) {
        Map<String, Here> people = new HashMap<>();
        story.people().forEach(name -> people.put(name, shop.welcome(at, name)));
        Here first = Objects.requireNonNull(people.get(story.people().getFirst()));
        shop.rename(first, story.shop());
        for (SerialRule rule : story.serialRules()) {
            intake.addRule(first, rule);
        }
        for (Telling telling : story.jobs()) {
            tell(telling, Objects.requireNonNull(people.get(telling.by()), telling.by()));
        }
        story.trains().forEach(built -> build(built, first));
        stores.tell(first);
        returns.terms(first);
        handBack();
        office.interruptions(first);
        return first;
    }

    /** Puts a model's own train into the device book, as a technician would from a file. */
    private void build(Built built, Here here) {
        long model = devices.known(here, "other", built.maker(), built.model());
        Machine machine = devices.read(here, model, text("/demo/trains/" + built.file() + ".yaml"));
        devices.saveTrain(here, model, 0, typed(machine), Optional.empty());
    }

    /** Parts of a generic train are told in the words that whoever saves it reads. */
    private static Machine typed(Machine machine) {
        return new Machine(
                machine.components().stream()
                        .map(c -> new Component(c.code(), c.type(), Say.typed(Words.of(c.words())), c.behind()))
                        .toList(),
                machine.openings().stream()
                        .map(o -> new Opening(
                                o.code(), Say.typed(Words.of(o.words())), o.parts(), o.minutes(), o.after()))
                        .toList(),
                machine.drive());
    }

    private static String text(String resource) {
        try (InputStream file = DemoWorkshop.class.getResourceAsStream(resource)) {
            return new String(Objects.requireNonNull(file, resource).readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException unreadable) {
            throw new UncheckedIOException(unreadable);
        }
    }

    private void at(Here here, int daysAgo, int minutes, Runnable work) {
        at(here, daysAgo, minutes, () -> {
            work.run();
            return null;
        });
    }

    private <T> T at(Here here, int daysAgo, int minutes, java.util.function.Supplier<T> work) {
        ShopService.Shop at = shop.shop(here);
        LocalDate day = shop.today(at).minusDays(daysAgo);
        Instant then = day.atTime(9, 0).atZone(at.zone()).toInstant().plus(minutes, ChronoUnit.MINUTES);
        Instant now = Instant.now();
        return clock.at(then.isAfter(now) ? now : then, work);
    }

    private void tell(Telling t, Here here) {
        LocalDate promised = t.promisedIn() == null ? null : shop.today(here).plusDays(t.promisedIn());
        int taken = t.daysAgo();
        Job job = at(
                here,
                taken,
                10,
                () -> intake.takeIn(
                        here,
                        new IntakeService.Intake(
                                t.kind(),
                                t.maker(),
                                t.model(),
                                t.serial(),
                                t.era(),
                                t.owner(),
                                t.phone(),
                                t.complaint(),
                                t.cameWith(),
                                t.plate(),
                                t.history(),
                                t.earlierRepairs(),
                                t.arrivedLike(),
                                t.newPrice(),
                                t.wouldSpend(),
                                promised,
                                t.hazards()),
                        Optional.empty()));
        long id = job.id();
        atTheCounter(t, here, id);
        listen(t, here, id);
        lookInside(t, here, id);
        if (t.notes() != null) {
            t.notes()
                    .forEach((step, what) -> at(
                            here,
                            taken,
                            40,
                            () -> jobs.note(
                                    here,
                                    id,
                                    app.gewerk.core.Wire.parse(Step.class, step),
                                    what,
                                    true,
                                    Optional.empty())));
        }
        if (t.gear() != null) {
            read(t.gear(), here, id, taken);
        }
        if (t.around() != null) {
            around(t.around(), here, id, t.daysAgo());
        }
        decide(t, here, id);
        for (Move move : t.moves() == null ? List.<Move>of() : t.moves()) {
            beforeMoving(t, move, here, id);
            at(
                    here,
                    move.daysAgo(),
                    200,
                    () -> jobs.move(
                            here,
                            id,
                            jobs.job(here, id).version(),
                            move.to(),
                            Optional.ofNullable(move.waitsFor()).map(Say::typed),
                            Objects.requireNonNullElse(move.why(), "")));
            if (move.to() == Place.READY_TO_GO && t.wrote() != null) {
                at(here, move.daysAgo(), 205, () -> office.ready(here, id, t.wrote()));
            }
        }
    }

    private void beforeMoving(Telling t, Move move, Here here, long id) {
        switch (move.to()) {
            case TO_PROVE -> {
                jobs.markDone(here, id, Step.CLOSE_UP);
                if (t.ledger() != null) {
                    at(here, move.daysAgo(), 150, () -> returns.closeUp(here, id));
                }
                if (t.proof() != null) {
                    at(here, move.daysAgo(), 195, () -> returns.prove(here, id, t.proof()));
                }
            }
            case READY_TO_GO -> {
                jobs.markDone(here, id, Step.PROVE);
                ElectricalCheck.Protection protection = t.electrical() == null
                        ? ElectricalCheck.Protection.DOUBLE_INSULATED
                        : t.electrical().protection();
                at(here, move.daysAgo(), 190, () -> returns.testBeforeReturn(here, id, protection));
            }
            case PUT_AWAY -> {
                jobs.markDone(here, id, Step.HAND_BACK);
                handedBack.add(new HandedBack(move.daysAgo(), here, id));
            }
            default -> {
                // Nothing goes out by it.
            }
        }
    }

    /** Bills are numbered in the order of their days, whatever order the story is told in. */
    private void handBack() {
        handedBack.stream()
                .sorted(Comparator.comparingInt(HandedBack::daysAgo).reversed())
                .forEach(h -> at(h.here, h.daysAgo, 190, () -> returns.handBack(h.here, h.id)));
        handedBack.clear();
    }

    private void atTheCounter(Telling t, Here here, long id) {
        Electrical e = t.electrical();
        if (e != null) {
            ElectricalCheck.Readings readings = new ElectricalCheck.Readings(
                    e.protection(),
                    e.cordSound(),
                    e.plugSound(),
                    e.earthPinSound(),
                    Optional.ofNullable(e.cordLengthM()),
                    Optional.ofNullable(e.earthOhm()),
                    Optional.ofNullable(e.insulationMegohm()));
            at(here, t.daysAgo(), 12, () -> intake.recordCheck(here, id, readings, e.instrument(), Optional.empty()));
        }
        OwnerWord word = t.ownerWord();
        if (word != null) {
            at(
                    here,
                    t.daysAgo(),
                    14,
                    () -> intake.ownerSays(here, id, jobs.job(here, id).version(), word.says(), word.limit()));
        }
        for (String picture : t.pictures() == null ? List.<String>of() : t.pictures()) {
            at(
                    here,
                    t.daysAgo(),
                    13,
                    () -> photos.keep(
                            here,
                            id,
                            "demo-" + picture.replace(' ', '-'),
                            Step.TAKE_IN,
                            "",
                            picture,
                            new ByteArrayInputStream(DemoPicture.of(picture))));
        }
    }

    private void lookInside(Telling t, Here here, long id) {
        int minute = 25;
        for (String line : t.ledger() == null ? List.<String>of() : t.ledger()) {
            String key = "demo-step-" + minute;
            at(here, t.daysAgo(), minute++, () -> teardown.add(here, id, key, line, Optional.empty()));
        }
        if (t.ledger() != null) {
            jobs.markDone(here, id, Step.OPEN);
        }
        if (Boolean.TRUE.equals(t.wayIn())) {
            at(here, t.daysAgo(), minute, () -> teardown.saveWayIn(here, id));
        }
        if (t.toothMap() != null) {
            at(here, t.daysAgo(), 38, () -> damage.save(here, id, 0, t.toothMap(), Optional.empty()));
        }
        for (String fault : t.culprits() == null ? List.<String>of() : t.culprits()) {
            at(here, t.daysAgo(), 45, () -> diagnosis.keepCulprit(here, id, fault, "seen with the case open"));
        }
        if (t.minutes() != null) {
            at(
                    here,
                    Math.max(0, t.daysAgo() - 3),
                    100,
                    () -> jobs.benchMinutes(here, id, Optional.empty(), t.minutes(), Optional.empty()));
        }
    }

    private void listen(Telling t, Here here, long id) {
        if (t.seen() == null) {
            return;
        }
        for (IntakeService.JobCaution caution : intake.cautions(here, id)) {
            if (caution.step().filter(s -> s.compareTo(Step.OPEN) <= 0).isPresent()) {
                at(here, t.daysAgo(), 15, () -> intake.tick(here, id, caution.code()));
            }
        }
        Map<String, Answer> answers = new LinkedHashMap<>();
        t.seen().forEach(code -> answers.put(code, Answer.SEEN));
        if (t.notSeen() != null) {
            t.notSeen().forEach(code -> answers.put(code, Answer.NOT_SEEN));
        }
        at(
                here,
                t.daysAgo(),
                20,
                () -> diagnosis.keep(
                        here, id, jobs.job(here, id).listenVersion(), answers, Set.of(), Optional.empty()));
        Tapped tapped = t.rhythm();
        if (tapped != null) {
            at(
                    here,
                    t.daysAgo(),
                    21,
                    () -> diagnosis.tap(
                            here,
                            id,
                            tapped.what(),
                            tapped.tapMs(),
                            Optional.of(tapped.skips()),
                            Optional.of(tapped.outputTurns())));
        }
    }

    private void read(Gear gear, Here here, long id, int daysAgo) {
        List<ReadingEntry> entries = (gear.readings() == null ? Map.<String, String>of() : gear.readings())
                .entrySet().stream().map(e -> entry(e.getKey(), e.getValue())).toList();
        at(here, daysAgo, 60, () -> {
            ReadingService.GearRead saved = readings.save(
                    here,
                    id,
                    jobs.job(here, id).gearVersion(),
                    new GearEntry(
                            null,
                            gear.name(),
                            gear.teeth(),
                            gear.worn(),
                            null,
                            null,
                            gear.bore(),
                            gear.width(),
                            entries,
                            null,
                            null),
                    Optional.empty());
            return gear.take() ? readings.take(here, id, saved.version(), 0, Optional.empty(), "") : saved;
        });
    }

    /** {@code tip}, {@code root}, {@code span3}, {@code centre48}. */
    private static ReadingEntry entry(String what, String typed) {
        String number = what.replaceAll("\\D", "");
        ReadingKind kind = switch (what.replaceAll("\\d", "")) {
            case "tip" -> ReadingKind.TIP_DIAMETER;
            case "root" -> ReadingKind.ROOT_DIAMETER;
            case "span" -> ReadingKind.SPAN;
            case "centre" -> ReadingKind.CENTRE_DISTANCE;
            default -> throw new IllegalStateException("The story reads " + what);
        };
        return new ReadingEntry(kind, number.isEmpty() ? null : Double.valueOf(number), null, null, typed, null, null);
    }

    private void around(Around told, Here here, long id, int daysAgo) {
        Circumstances said = weighing.judged(here, id, false, Optional.empty())
                .circumstances()
                .asTold(
                        told.ageYears(),
                        told.axialRoomMm(),
                        told.sisters(),
                        new Priced(new BigDecimal(told.sparePrice()), told.spareDays()),
                        told.with());
        at(here, daysAgo, 80, () -> weighing.say(here, id, 0, told.wish(), said, Optional.empty()));
    }

    private void decide(Telling t, Here here, long id) {
        if (t.buy() != null) {
            int ordered = t.buy().daysAgo() == null ? t.daysAgo() : t.buy().daysAgo();
            if (Boolean.TRUE.equals(t.buy().together())) {
                at(here, ordered, 90, () -> needTogether(here, id, t.buy()));
                return;
            }
            at(here, ordered, 90, () -> {
                SourcingService.Offer offer = sourcing.offers(here, id, t.buy().pieces()).offers().stream()
                        .filter(o -> o.landed().enoughInStock())
                        .findFirst()
                        .orElseThrow(() -> new IllegalStateException("No seller has the gear of tray "
                                + jobs.job(here, id).trayNumber() + ", " + t.model()));
                choices.decide(
                        here,
                        id,
                        jobs.job(here, id).version(),
                        Way.BUY,
                        t.buy().reason(),
                        new ChoiceService.OrderRequest(
                                offer.match().offer().seller(),
                                offer.match().offer().itemNumber(),
                                t.buy().pieces(),
                                Optional.empty()),
                        null,
                        Optional.of("demo-job-" + id));
                purchasing.orders(here, id).forEach(o -> sender.send(here, o.id()));
                return id;
            });
            if (t.moves() != null && !t.moves().isEmpty()) {
                at(here, t.moves().getFirst().daysAgo(), 5, () -> {
                    for (Purchasing.Order order : purchasing.orders(here, id)) {
                        purchasing.became(
                                here,
                                order.id(),
                                0,
                                Purchasing.Outcome.HERE,
                                t.buy().pieces());
                    }
                    return id;
                });
            }
        } else if (t.choice() != null) {
            at(
                    here,
                    t.daysAgo(),
                    90,
                    () -> choices.decide(
                            here,
                            id,
                            jobs.job(here, id).version(),
                            t.choice().way(),
                            t.choice().reason(),
                            null,
                            null,
                            Optional.of("demo-job-" + id)));
        }
    }

    private Job needTogether(Here here, long id, Buy buy) {
        return choices.decide(
                here,
                id,
                jobs.job(here, id).version(),
                Way.BUY,
                buy.reason(),
                null,
                new NeedService.Needing(
                        buy.pieces(),
                        Optional.empty(),
                        false,
                        Set.of(About.BORE, About.WIDTH, About.SHIFT, About.PITCH)),
                Optional.of("demo-job-" + id));
    }
}
