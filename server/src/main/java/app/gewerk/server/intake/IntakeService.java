package app.gewerk.server.intake;

import app.gewerk.core.AtMost;
import app.gewerk.core.caution.Cautions;
import app.gewerk.core.caution.Operation;
import app.gewerk.core.intake.ElectricalCheck;
import app.gewerk.core.intake.Estimate;
import app.gewerk.core.intake.MoneyEntry;
import app.gewerk.core.intake.SerialRule;
import app.gewerk.core.job.Place;
import app.gewerk.core.job.Step;
import app.gewerk.core.words.Refusal;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import app.gewerk.server.choice.ChoiceService;
import app.gewerk.server.device.DeviceService;
import app.gewerk.server.http.NotFound;
import app.gewerk.server.job.JobService;
import app.gewerk.server.job.JobService.Job;
import app.gewerk.server.job.JobService.NewJob;
import app.gewerk.server.knowledge.KnownHere;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.ShopClock;
import app.gewerk.server.shop.ShopService;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Taking a machine in: what it is, whose it is, what the owner says; and the cautions that go with it. */
@Service
public class IntakeService {
    private static final int LINE = 200;
    private static final int TEXT = 4000;
    private static final int COMPLAINT = 100_000;

    private final IntakeStore store;
    private final JobService jobs;
    private final DeviceService devices;
    private final ChoiceService choices;
    private final ShopService shop;
    private final ShopClock clock;

    private final KnownHere known;

    IntakeService(
            IntakeStore store,
            JobService jobs,
            DeviceService devices,
            ChoiceService choices,
            ShopService shop,
            ShopClock clock,
            KnownHere known) {
        this.known = known;
        this.store = store;
        this.jobs = jobs;
        this.devices = devices;
        this.choices = choices;
        this.shop = shop;
        this.clock = clock;
    }

    /**
     * What is written down at the counter. Only maker, model and the owner's words are needed.
     *
     * @param newPrice what a new one costs, as typed: {@code 129,90}
     * @param hazards left out: those usual for the kind
     */
    public record Intake(
            String kind,
            @AtMost(LINE) String maker,
            @AtMost(LINE) String model,
            @AtMost(LINE) @Nullable String serial,
            @AtMost(LINE) @Nullable String era,
            @AtMost(LINE) @Nullable String ownerName,
            @AtMost(LINE) @Nullable String ownerPhone,
            @AtMost(COMPLAINT) String complaint,
            @AtMost(LINE) @Nullable String cameWith,
            @AtMost(LINE) @Nullable String plate,
            @AtMost(TEXT) @Nullable String history,
            @AtMost(TEXT) @Nullable String earlierRepairs,
            @AtMost(TEXT) @Nullable String arrivedLike,
            @Nullable String newPrice,
            @Nullable String wouldSpend,
            @Nullable LocalDate promisedOn,
            @Nullable Set<String> hazards) {}

    /**
     * A caution of this job, ticked or not.
     *
     * @param step where the hand goes there; left out when it is shown because somebody is about to do it
     */
    public record JobCaution(
            String code,
            String hazard,
            Operation operation,
            Optional<Step> step,
            Say words,
            Say text,
            boolean referOn,
            Optional<String> tickedBy,
            Optional<OffsetDateTime> tickedAt) {}

    public Cautions knowledge() {
        return known.now().cautions();
    }

    @Transactional
    public Job takeIn(Here here, Intake intake, Optional<String> key) {
        NewJob job = checked(here, intake);
        Set<String> hazards = hazards(intake);
        Estimate estimate = estimate(
                here, devices.recall(here, job.kind(), job.maker(), job.model()), job.newPrice(), job.wouldSpend());
        return jobs.takeIn(here, job, key, id -> {
            store.setHazards(here, id, hazards);
            store.keepEstimate(here, id, estimate);
        });
    }

    private Estimate estimate(
            Here here, DeviceService.Recall recall, Optional<BigDecimal> newPrice, Optional<BigDecimal> wouldSpend) {
        return Estimate.of(recall.history(), recall.ofKind(), shop.terms(here).terms(), newPrice, wouldSpend);
    }

    @Transactional
    public Job correct(Here here, long jobId, int version, Intake intake, Optional<String> key) {
        jobs.job(here, jobId);
        NewJob job = checked(here, intake);
        Set<String> hazards = hazards(intake);
        return jobs.correct(here, jobId, version, job, key, id -> store.setHazards(here, id, hazards));
    }

    private Set<String> hazards(Intake intake) {
        Set<String> chosen = intake.hazards() == null
                ? new LinkedHashSet<>(knowledge().kind(intake.kind()).hazards())
                : intake.hazards();
        knowledge().requireHazards(chosen);
        return chosen;
    }

    private NewJob checked(Here here, Intake intake) {
        List<Refusal> wrong = new ArrayList<>();
        if (tidy(intake.maker()).isEmpty()) {
            wrong.add(Refusal.of("intake.noMaker").at("maker"));
        }
        if (tidy(intake.model()).isEmpty()) {
            wrong.add(Refusal.of("intake.noModel").at("model"));
        }
        if (tidy(intake.complaint()).isEmpty()) {
            wrong.add(Refusal.of("intake.noComplaint").at("complaint"));
        }
        if (knowledge().kinds().stream().noneMatch(k -> k.code().equals(intake.kind()))) {
            wrong.add(Refusal.of("intake.noKind").at("kind"));
        }
        Optional<BigDecimal> price = price(here, "newPrice", tidy(intake.newPrice()), wrong);
        Optional<BigDecimal> wouldSpend = price(here, "wouldSpend", tidy(intake.wouldSpend()), wrong);
        if (!wrong.isEmpty()) {
            throw new Refused(wrong);
        }
        String maker = tidy(intake.maker());
        String model = tidy(intake.model());
        return new NewJob(
                devices.known(here, intake.kind(), maker, model),
                intake.kind(),
                maker,
                model,
                tidy(intake.serial()),
                tidy(intake.era()),
                tidy(intake.ownerName()),
                tidy(intake.ownerPhone()),
                intake.complaint(),
                tidy(intake.cameWith()),
                tidy(intake.plate()),
                tidy(intake.history()),
                tidy(intake.earlierRepairs()),
                tidy(intake.arrivedLike()),
                price,
                wouldSpend,
                shop.shop(here).currency(),
                Optional.ofNullable(intake.promisedOn()));
    }

    private Optional<BigDecimal> price(Here here, String field, String typed, List<Refusal> wrong) {
        if (typed.isEmpty()) {
            return Optional.empty();
        }
        Optional<BigDecimal> amount = MoneyEntry.parse(typed);
        if (amount.isEmpty()) {
            wrong.add(Refusal.of("intake.price", "currency", shop.shop(here).currency())
                    .at(field));
        }
        return amount;
    }

    private static String tidy(@Nullable String text) {
        return text == null ? "" : text.strip();
    }

    @Transactional(readOnly = true)
    public List<JobCaution> cautions(Here here, long jobId) {
        jobs.job(here, jobId);
        Set<Operation> operations = EnumSet.allOf(Operation.class);
        operations.removeAll(Operation.said());
        operations.addAll(store.aboutTo(here, jobId));
        boolean makes = choices.makes(here, jobId);
        Map<String, IntakeStore.Tick> ticks = new LinkedHashMap<>();
        store.ticks(here, jobId).forEach(t -> ticks.put(t.caution(), t));
        return knowledge().of(store.hazards(here, jobId), operations).stream()
                // Once read it stays in the record, whatever is decided later.
                .filter(c -> c.operation() != Operation.MAKE || makes || ticks.containsKey(c.code()))
                .map(c -> {
                    Optional<IntakeStore.Tick> tick = Optional.ofNullable(ticks.get(c.code()));
                    return new JobCaution(
                            c.code(),
                            c.hazard(),
                            c.operation(),
                            c.operation().step(),
                            c.words(),
                            c.text(),
                            c.referOn(),
                            tick.map(IntakeStore.Tick::by),
                            tick.map(IntakeStore.Tick::at));
                })
                .toList();
    }

    /** Hazards noted for this job's machine. */
    @Transactional(readOnly = true)
    public Set<String> hazards(Here here, long jobId) {
        jobs.job(here, jobId);
        return store.hazards(here, jobId);
    }

    /**
     * Says that something beyond the usual of a step is about to be done, or no longer, so that its cautions show. What
     * others said meanwhile stays.
     */
    @Transactional
    public List<JobCaution> aboutTo(Here here, long jobId, Operation operation, boolean on) {
        jobs.hold(here, jobId);
        if (operation.step().isPresent()) {
            throw new Refused("caution.ownStep", "operation", operation.words());
        }
        Set<Operation> before = store.aboutTo(here, jobId);
        Set<Operation> operations = EnumSet.noneOf(Operation.class);
        operations.addAll(before);
        if (on ? operations.add(operation) : operations.remove(operation)) {
            store.setAboutTo(here, jobId, operations);
            jobs.write(
                    here,
                    jobId,
                    Step.OPEN,
                    operations.isEmpty()
                            ? Say.of("journal.aboutToNothing")
                            : Say.of("journal.aboutTo", "operations", List.copyOf(operations)),
                    "",
                    Optional.of(before),
                    Optional.of(operations));
        }
        return cautions(here, jobId);
    }

    /** Ticks a caution once; a second tick changes nothing. */
    @Transactional
    public List<JobCaution> tick(Here here, long jobId, String code) {
        JobCaution caution = cautions(here, jobId).stream()
                .filter(c -> c.code().equals(code))
                .findFirst()
                .orElseThrow(() -> new NotFound("missing.caution", "code", code));
        if (store.tick(here, jobId, code, clock.now())) {
            jobs.write(
                    here,
                    jobId,
                    caution.step().orElse(Step.OPEN),
                    Say.of("journal.cautionRead", "caution", Say.of("caution." + code.replace('/', '.'))));
        }
        return cautions(here, jobId);
    }

    /**
     * A check of cord, plug and earth as it was recorded.
     *
     * @param testedBy of the safety test before it goes back, who made it; left out of a look before the first power
     */
    public record RecordedCheck(
            ElectricalCheck.Readings readings,
            String instrument,
            ElectricalCheck result,
            Optional<String> testedBy,
            String by,
            OffsetDateTime at) {}

    @Transactional(readOnly = true)
    public List<RecordedCheck> electricalChecks(Here here, long jobId) {
        jobs.job(here, jobId);
        return store.electricalChecks(here, jobId);
    }

    @Transactional
    public List<RecordedCheck> recordCheck(
            Here here, long jobId, ElectricalCheck.Readings readings, String instrument, Optional<String> testedBy) {
        jobs.job(here, jobId);
        testedBy.filter(String::isBlank).ifPresent(nobody -> {
            throw Refused.at("testedBy", "cord.whoTested");
        });
        ElectricalCheck result = ElectricalCheck.of(readings);
        store.addCheck(here, jobId, readings, instrument.strip(), result, testedBy, clock.now());
        jobs.write(
                here,
                jobId,
                testedBy.isPresent() ? Step.PROVE : Step.TAKE_IN,
                testedBy.map(who -> tested(result, who))
                        .orElseGet(() -> result.safeToPower()
                                ? Say.of("journal.cordSafe")
                                : Say.of("journal.cordNotSafe", "findings", Say.inTurn(result.findings()))),
                "",
                Optional.empty(),
                Optional.of(readings));
        return store.electricalChecks(here, jobId);
    }

    private static Say tested(ElectricalCheck result, String who) {
        return result.safeToReturn()
                ? Say.of("journal.testedSafe", "who", who)
                : Say.of("journal.testedNotSafe", "who", who, "findings", Say.inTurn(result.findings()));
    }

    /** Rules by which this shop reads serial numbers. */
    public record KnownRule(long id, SerialRule rule) {}

    @Transactional(readOnly = true)
    public List<KnownRule> serialRules(Here here) {
        return store.serialRules(here);
    }

    @Transactional
    public List<KnownRule> addRule(Here here, SerialRule rule) {
        store.addRule(here, rule, clock.now());
        return serialRules(here);
    }

    @Transactional
    public List<KnownRule> removeRule(Here here, long id) {
        store.removeRule(here, id);
        return serialRules(here);
    }

    /**
     * All that is known at the counter before anything is saved.
     *
     * @param era by the shop's own rules; left out when none fits
     */
    public record AtTheCounter(DeviceService.Recall recall, Optional<String> era, Estimate estimate, String currency) {}

    @Transactional(readOnly = true)
    public AtTheCounter atTheCounter(
            Here here, String kind, String maker, String model, String serial, String newPrice, String wouldSpend) {
        DeviceService.Recall recall = devices.recall(here, kind, maker.strip(), model.strip());
        Optional<String> era = serial.isBlank()
                ? Optional.empty()
                : store.serialRules(here).stream()
                        .map(KnownRule::rule)
                        .filter(r -> r.maker().equalsIgnoreCase(maker.strip()))
                        .flatMap(r -> r.decode(serial).stream())
                        .findFirst()
                        .map(SerialRule.Era::words);
        List<Refusal> ignored = new ArrayList<>();
        Estimate estimate = estimate(
                here,
                recall,
                price(here, "newPrice", newPrice.strip(), ignored),
                price(here, "wouldSpend", wouldSpend.strip(), ignored));
        return new AtTheCounter(recall, era, estimate, shop.shop(here).currency());
    }

    /** The same for a job taken in. */
    @Transactional(readOnly = true)
    public AtTheCounter known(Here here, long jobId) {
        Job job = jobs.job(here, jobId);
        return atTheCounter(
                here,
                job.kind(),
                job.maker(),
                job.model(),
                job.serial(),
                job.newPrice().map(BigDecimal::toPlainString).orElse(""),
                job.wouldSpend().map(BigDecimal::toPlainString).orElse(""));
    }

    /** What the owner can be asked or say. */
    public enum OwnerSays {
        ASKED,
        AGREED,
        DECLINED;

        @Override
        public String toString() {
            return app.gewerk.core.Wire.word(this);
        }
    }

    /**
     * Keeps that the owner was asked, agreed up to a limit, or declined. A tray on the bench waits from the question to
     * the yes.
     */
    @Transactional
    public Job ownerSays(Here here, long jobId, int version, OwnerSays says, String limitTyped) {
        List<Refusal> wrong = new ArrayList<>();
        Optional<BigDecimal> limit = price(here, "limit", limitTyped.strip(), wrong);
        if (!wrong.isEmpty()) {
            throw new Refused(wrong);
        }
        if (says == OwnerSays.AGREED && limit.isEmpty()) {
            throw Refused.at("limit", "owner.limit");
        }
        Optional<Say> upTo = limit.map(l -> Say.money(l, shop.shop(here).currency()));
        Say line = switch (says) {
            case ASKED ->
                upTo.map(l -> Say.of("journal.ownerAskedUpTo", "limit", l)).orElse(Say.of("journal.ownerAsked"));
            case AGREED -> Say.of("journal.ownerAgrees", "limit", upTo.orElseThrow());
            case DECLINED -> Say.of("journal.ownerDeclines");
        };
        Job job = jobs.ownerSays(here, jobId, version, says.toString(), limit, line);
        if (says == OwnerSays.ASKED && job.place() == Place.ON_THE_BENCH) {
            return jobs.move(
                    here, jobId, job.version(), Place.WAITING_FOR_ANSWER, Optional.of(Say.of("ownersWord")), "");
        }
        if (says == OwnerSays.AGREED && job.place() == Place.WAITING_FOR_ANSWER) {
            return jobs.move(here, jobId, job.version(), Place.ON_THE_BENCH, Optional.empty(), "");
        }
        return job;
    }
}
