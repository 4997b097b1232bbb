package app.gewerk.server.closeup;

import app.gewerk.core.closeup.Account;
import app.gewerk.core.closeup.MendChange;
import app.gewerk.core.closeup.StepBack;
import app.gewerk.core.closeup.WayBack;
import app.gewerk.core.damage.ToothMap;
import app.gewerk.core.job.Step;
import app.gewerk.core.teardown.Ledger;
import app.gewerk.core.teardown.StepLine;
import app.gewerk.core.teardown.TeardownStep;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import app.gewerk.server.choice.ChoiceService;
import app.gewerk.server.damage.DamageService;
import app.gewerk.server.http.NotFound;
import app.gewerk.server.job.JobService;
import app.gewerk.server.knowledge.KnownHere;
import app.gewerk.server.paper.Told;
import app.gewerk.server.reading.ReadingService;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.SavedOnceStore;
import app.gewerk.server.shop.ShopClock;
import app.gewerk.server.shop.ShopService;
import app.gewerk.server.teardown.TeardownService;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** A job's ledger on its way back: ticked step by step, rewritten by the mend, balanced at the end. */
@Service
public class ClosingService {
    private final ClosingStore store;
    private final JobService jobs;
    private final TeardownService teardown;
    private final DamageService damage;
    private final ReadingService readings;
    private final ChoiceService choices;
    private final KnownHere known;
    private final ShopService shop;
    private final SavedOnceStore savedOnce;
    private final ShopClock clock;

    ClosingService(
            ClosingStore store,
            JobService jobs,
            TeardownService teardown,
            DamageService damage,
            ReadingService readings,
            ChoiceService choices,
            KnownHere known,
            ShopService shop,
            SavedOnceStore savedOnce,
            ShopClock clock) {
        this.store = store;
        this.jobs = jobs;
        this.teardown = teardown;
        this.damage = damage;
        this.readings = readings;
        this.choices = choices;
        this.known = known;
        this.shop = shop;
        this.savedOnce = savedOnce;
        this.clock = clock;
    }

    /** Who put a step back, when, and what was said of it. */
    public record PutBack(String key, String by, OffsetDateTime at, Account account) {}

    /** A change of the mend. */
    public record MadeChange(int number, String key, MendChange change) {}

    /** That it is closed: what lies left over, and why what is open may stay so. */
    public record Closed(WayBack.Closing closing, String by, OffsetDateTime at) {}

    /**
     * How far the machine is closed.
     *
     * @param steps in the order in which they go back
     * @param still what is still off, and in which cell it lies
     * @param leftOut what must lie on the bench when all is back
     * @param open what has to be settled before it is closed
     */
    public record JobClosing(
            List<StepBack> steps,
            Optional<String> next,
            List<PutBack> back,
            List<MadeChange> changes,
            Ledger.Balance still,
            List<WayBack.LeftOut> leftOut,
            List<Say> open,
            String casePlastic,
            Optional<Closed> closed) {}

    /** Everything that the rules need. */
    private record State(
            List<TeardownService.EnteredStep> ledger,
            List<PutBack> back,
            List<MadeChange> changes,
            ClosingStore.Whole whole,
            List<Say> open,
            WayBack wayBack) {
        Map<String, Account> accounts() {
            return back.stream().collect(Collectors.toMap(PutBack::key, PutBack::account));
        }
    }

    @Transactional(readOnly = true)
    public JobClosing closing(Here here, long jobId) {
        State state = state(here, jobId);
        Map<String, Account> accounts = state.accounts();
        List<TeardownStep> off = state.ledger.stream()
                .filter(s -> !accounts.containsKey(s.key()))
                .map(TeardownService.EnteredStep::step)
                .toList();
        return new JobClosing(
                state.wayBack.steps(),
                state.wayBack.next().map(StepBack::key),
                state.back,
                state.changes,
                Ledger.balance(off),
                state.wayBack.leftOut(accounts),
                state.open,
                state.whole.casePlastic(),
                state.whole
                        .closing()
                        .map(c -> new Closed(
                                c,
                                state.whole.closedBy().orElseThrow(),
                                state.whole.closedAt().orElseThrow())));
    }

    private State state(Here here, long jobId) {
        TeardownService.JobLedger ledger = teardown.ledger(here, jobId);
        List<PutBack> back = store.back(here, jobId);
        List<MadeChange> changes = store.changes(here, jobId);
        ClosingStore.Whole whole = store.whole(here, jobId);
        Optional<ToothMap> map = damage.map(here, jobId);
        List<Say> open = new ArrayList<>();
        map.map(ToothMap::fragmentsToFind)
                .filter(n -> n > 0)
                .ifPresent(n -> open.add(Say.of("back.fragments", "missing", n)));
        ledger.unseen().forEach(part -> open.add(Say.of("back.unseenPart", "part", part.part(), "step", part.step())));
        WayBack wayBack = WayBack.of(
                ledger.steps().stream()
                        .map(s -> new WayBack.Noted(s.key(), s.step()))
                        .toList(),
                back.stream().map(PutBack::key).collect(Collectors.toSet()),
                new WayBack.Mend(
                        changes.stream()
                                .collect(Collectors.groupingBy(
                                        MadeChange::key, Collectors.mapping(MadeChange::change, Collectors.toList()))),
                        map.map(ToothMap::gear)
                                .filter(g -> !g.isBlank())
                                .orElseGet(() -> readings.gearName(here, jobId)),
                        choices.lastWay(here, jobId),
                        known.now().materials().known(whole.casePlastic()),
                        open));
        return new State(ledger.steps(), back, changes, whole, open, wayBack);
    }

    /** Puts the next step back. */
    @Transactional
    public JobClosing putBack(Here here, long jobId, String key, Account account, Optional<String> saveKey) {
        jobs.hold(here, jobId);
        return savedOnce.once(
                here,
                saveKey,
                "back/" + jobId + "/" + key,
                clock.now(),
                () -> {
                    State state = state(here, jobId);
                    state.back.stream()
                            .filter(b -> b.key().equals(key))
                            .findFirst()
                            .ifPresent(b -> {
                                throw new Refused(
                                        "back.alreadyBy",
                                        "who",
                                        b.by(),
                                        "moment",
                                        Told.moment(b.at(), shop.shop(here).zone()));
                            });
                    state.wayBack.requirePutBack(key, account);
                    store.putBack(here, jobId, key, account, clock.now());
                    StepBack step = step(state, key);
                    write(here, jobId, "journal.stepBack", step, whyShort(account));
                    return closing(here, jobId);
                },
                () -> closing(here, jobId));
    }

    private static String whyShort(Account account) {
        return account.shorts().stream().map(Account.Short::why).collect(Collectors.joining("; "));
    }

    private static StepBack step(State state, String key) {
        return state.wayBack.steps().stream()
                .filter(s -> s.key().equals(key))
                .findFirst()
                .orElseThrow(() -> new NotFound("missing.step"));
    }

    private void write(Here here, long jobId, String code, StepBack step, String why) {
        jobs.write(
                here,
                jobId,
                Step.CLOSE_UP,
                new Say(code, Map.of("step", (long) step.number(), "deed", step.deed())),
                why,
                Optional.empty(),
                Optional.empty());
    }

    /** Takes the last step off again. */
    @Transactional
    public JobClosing takeOff(Here here, long jobId, String key) {
        jobs.hold(here, jobId);
        State state = state(here, jobId);
        state.wayBack.requireTakeOff(key);
        store.takeOff(here, jobId, key);
        write(here, jobId, "journal.stepOffAgain", step(state, key), "");
        return closing(here, jobId);
    }

    /**
     * Rewrites a step by what the mend made of it.
     *
     * @param own what goes in, as a line of the ledger has it: {@code 4 M3x16 pan}; empty where nothing does
     */
    @Transactional
    public JobClosing change(
            Here here,
            long jobId,
            String key,
            MendChange.Mended kind,
            Optional<Integer> thing,
            String own,
            String note,
            Optional<String> saveKey) {
        jobs.hold(here, jobId);
        return savedOnce.once(
                here,
                saveKey,
                "change/" + jobId + "/" + key,
                clock.now(),
                () -> {
                    State state = state(here, jobId);
                    StepBack step = step(state, key);
                    if (step.done()) {
                        throw new Refused("back.offToChange", "step", step.number());
                    }
                    TeardownStep line = read(own);
                    MendChange change = new MendChange(kind, thing, line.fasteners(), note.strip());
                    if (thing.isPresent() && step.things().stream().noneMatch(t -> t.number() == thing.get())) {
                        throw Refused.at("thing", "back.noThing", "thing", thing.get());
                    }
                    store.add(here, jobId, key, change, line, clock.now());
                    write(here, jobId, "journal.stepRewritten", step, change.note());
                    return closing(here, jobId);
                },
                () -> closing(here, jobId));
    }

    /** What goes in, read as the ledger reads it; the deed in front is not asked for. */
    private static TeardownStep read(String own) {
        try {
            return StepLine.read(own.isBlank() ? "in" : "in, " + own.strip());
        } catch (Refused wrong) {
            throw wrong.at("own");
        }
    }

    @Transactional
    public JobClosing dropChange(Here here, long jobId, int number) {
        jobs.hold(here, jobId);
        State state = state(here, jobId);
        MadeChange made = state.changes.stream()
                .filter(c -> c.number() == number)
                .findFirst()
                .orElseThrow(() -> new NotFound("missing.change", "number", number));
        StepBack step = step(state, made.key());
        if (step.done()) {
            throw new Refused("back.offToChange", "step", step.number());
        }
        store.drop(here, jobId, number);
        write(here, jobId, "journal.stepAsBefore", step, "");
        return closing(here, jobId);
    }

    /** What the screws of the case go into; empty when nobody knows. */
    @Transactional
    public JobClosing casePlastic(Here here, long jobId, String plastic) {
        jobs.job(here, jobId);
        if (!plastic.isEmpty()) {
            known.now().materials().material(plastic);
        }
        store.casePlastic(here, jobId, plastic);
        return closing(here, jobId);
    }

    /** Says that it is closed; the step is done with it. */
    @Transactional
    public JobClosing close(Here here, long jobId, WayBack.Closing closing, Optional<String> saveKey) {
        jobs.hold(here, jobId);
        return savedOnce.once(
                here,
                saveKey,
                "closed/" + jobId,
                clock.now(),
                () -> {
                    State state = state(here, jobId);
                    state.wayBack.requireClosed(closing, state.wayBack.leftOut(state.accounts()), state.open);
                    store.close(here, jobId, closing, clock.now());
                    jobs.markDone(here, jobId, Step.CLOSE_UP);
                    jobs.write(
                            here,
                            jobId,
                            Step.CLOSE_UP,
                            Say.of("journal.closed", "left", closing.leftOver()),
                            String.join(
                                    "; ",
                                    List.of(closing.leftWhy(), closing.settledWhy()).stream()
                                            .filter(w -> !w.isBlank())
                                            .toList()),
                            Optional.empty(),
                            Optional.of(closing));
                    return closing(here, jobId);
                },
                () -> closing(here, jobId));
    }
}
