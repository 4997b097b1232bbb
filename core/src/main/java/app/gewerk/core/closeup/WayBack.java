package app.gewerk.core.closeup;

import app.gewerk.core.closeup.StepBack.Goes;
import app.gewerk.core.closeup.StepBack.Proposed;
import app.gewerk.core.closeup.StepBack.Thing;
import app.gewerk.core.job.Way;
import app.gewerk.core.material.Material;
import app.gewerk.core.teardown.Danger;
import app.gewerk.core.teardown.Fastener;
import app.gewerk.core.teardown.PartOff;
import app.gewerk.core.teardown.TeardownStep;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;

/**
 * The ledger run backwards: what goes back next, how, and whether everything is accounted for.
 *
 * @param steps in the order in which they go back
 */
public record WayBack(List<StepBack> steps) {
    /** So many screws of one lid are tightened crosswise (common practice). */
    private static final int CROSSWISE_FROM = 3;

    private static final double SAME_NAME = 0.5;
    private static final Set<String> THREADED = Set.of("screw", "bolt", "nut", "stud");

    /** A step as it stands in the ledger. */
    public record Noted(String key, TeardownStep step) {}

    /**
     * What is known beside the ledger.
     *
     * @param changes by the key of their step
     * @param gear what the gear is called; empty when nobody has said
     * @param way that was decided on last
     * @param casePlastic what the screws go into
     * @param openQuestions what has to be settled while one still gets at it: fragments, parts that may have fallen out
     */
    public record Mend(
            Map<String, List<MendChange>> changes,
            String gear,
            Optional<Way> way,
            Optional<Material> casePlastic,
            List<Say> openQuestions) {}

    /** @param ledger in the order in which it came apart */
    public static WayBack of(List<Noted> ledger, Set<String> done, Mend mend) {
        List<StepBack> back = new ArrayList<>();
        Optional<String> gearStep = gearStep(ledger, mend.gear);
        boolean open = true;
        for (int i = ledger.size() - 1; i >= 0; i--) {
            Noted noted = ledger.get(i);
            boolean closes = closes(noted.step) || i == 0;
            back.add(new One(ledger, i, mend, gearStep.filter(noted.key::equals).isPresent())
                    .step(done.contains(noted.key), closes && open ? mend.openQuestions : List.of()));
            open &= !closes;
        }
        return new WayBack(List.copyOf(back));
    }

    private static boolean closes(TeardownStep step) {
        return !step.opens().isEmpty()
                || BackWords.closes(step.what())
                || step.partsOff().stream().anyMatch(p -> BackWords.closes(p.name()));
    }

    /** The key of the step in which the gear itself came off. */
    private static Optional<String> gearStep(List<Noted> ledger, String gear) {
        Optional<String> best = Optional.empty();
        double most = SAME_NAME;
        for (Noted noted : ledger) {
            for (PartOff part : noted.step.partsOff()) {
                double shared = BackWords.shared(gear, part.words());
                if (shared >= most) {
                    most = shared;
                    best = Optional.of(noted.key);
                }
            }
        }
        return best;
    }

    /** One step on its way back. */
    private static final class One {
        private final List<Noted> ledger;
        private final int at;
        private final Mend mend;
        private final boolean gearHere;
        private final TeardownStep step;
        private final List<MendChange> changes;

        One(List<Noted> ledger, int at, Mend mend, boolean gearHere) {
            this.ledger = ledger;
            this.at = at;
            this.mend = mend;
            this.gearHere = gearHere;
            step = ledger.get(at).step;
            changes = mend.changes.getOrDefault(ledger.get(at).key, List.of());
        }

        StepBack step(boolean done, List<Say> before) {
            return new StepBack(
                    ledger.get(at).key,
                    at + 1,
                    BackWords.undo(step.what()),
                    step.where(),
                    step.side(),
                    step.tool(),
                    things(),
                    lineUp(),
                    before,
                    how(),
                    changes.stream().map(One::words).toList(),
                    done ? List.of() : proposed(),
                    done);
        }

        private List<Thing> things() {
            List<Thing> things = new ArrayList<>();
            boolean own = has(MendChange.Mended.OWN_FASTENERS);
            for (Fastener f : step.fasteners()) {
                int number = things.size() + 1;
                Goes goes = own && THREADED.contains(f.kind()) ? Goes.OUT : goes(number);
                things.add(new Thing(
                        number,
                        Say.typed(f.words()),
                        f.count(),
                        f.cell(),
                        true,
                        goes,
                        goes == Goes.OUT ? Optional.empty() : ask(f)));
            }
            for (PartOff p : step.partsOff()) {
                int number = things.size() + 1;
                things.add(new Thing(number, Say.typed(p.name()), 1, p.cell(), true, goes(number), Optional.empty()));
            }
            for (MendChange change : changes) {
                for (Fastener f : change.own()) {
                    things.add(new Thing(
                            things.size() + 1,
                            Say.typed(f.words()),
                            f.count(),
                            f.cell(),
                            false,
                            Goes.NEW,
                            Optional.empty()));
                }
            }
            return things;
        }

        private boolean has(MendChange.Mended kind) {
            return changes.stream().anyMatch(c -> c.kind() == kind);
        }

        private Goes goes(int number) {
            return changes.stream()
                            .anyMatch(c -> c.kind() == MendChange.Mended.NEW_PART
                                    && c.thing().filter(t -> t == number).isPresent())
                    ? Goes.NEW
                    : Goes.IN;
        }

        /** Small things that fall out unseen are asked for at their step, by their size where others look like them. */
        private Optional<Say> ask(Fastener f) {
            return f.canFallOutUnseen()
                    ? Optional.of(which(f).orElseGet(() -> Say.of("back.askIn", "what", f.words())))
                    : Optional.empty();
        }

        /** Which of those that look alike this one is; the most alike is named. */
        private Optional<Say> which(Fastener f) {
            record Other(Fastener fastener, int step) {}
            return IntStream.range(0, ledger.size())
                    .boxed()
                    .flatMap(i -> ledger.get(i).step.fasteners().stream().map(o -> new Other(o, i + 1)))
                    .filter(o -> f.looksLike(o.fastener))
                    .min(Comparator.comparing(o -> !o.fastener.thread().equals(f.thread())))
                    .map(o -> Say.of("back.which", "this", f.sort(), "other", o.fastener.sort(), "step", o.step));
        }

        private List<Say> lineUp() {
            List<Say> lineUp = new ArrayList<>();
            boolean turned = has(MendChange.Mended.TURNED_OVER);
            for (PartOff p : step.partsOff()) {
                if (!p.wayRound().isEmpty()) {
                    lineUp.add(Say.of(
                            turned ? "back.turnedFrom" : "back.wayRound", "part", p.name(), "way", p.wayRound()));
                }
                if (!p.side().isEmpty()) {
                    lineUp.add(Say.of("back.side", "part", p.name(), "side", p.side()));
                }
                if (!p.marks().isEmpty()) {
                    lineUp.add(Say.of("back.mark", "part", p.name(), "mark", p.marks()));
                }
            }
            if (!step.note().isEmpty()) {
                lineUp.add(
                        BackWords.linesUp(step.note())
                                ? Say.of("back.lineUp", "note", step.note())
                                : Say.typed(step.note()));
            }
            return lineUp;
        }

        private List<Say> how() {
            List<Say> how = new ArrayList<>();
            List<Fastener> threaded = step.fasteners().stream()
                    .filter(f -> THREADED.contains(f.kind()))
                    .toList();
            for (Danger danger : step.dangers()) {
                how.add(Say.of("back.danger." + danger));
            }
            threaded.forEach(f -> which(f).ifPresent(how::add));
            threaded.stream().filter(PlasticScrew::goesIntoPlastic).findFirst().ifPresent(f -> how.add(byHand(f)));
            if (threaded.stream().mapToInt(Fastener::count).sum() >= CROSSWISE_FROM) {
                how.add(Say.of("back.crosswise"));
            }
            if (step.fasteners().stream().anyMatch(f -> f.kind().contains("circlip"))) {
                how.add(Say.of("back.seat"));
            }
            return how;
        }

        private Say byHand(Fastener screw) {
            return mend.casePlastic
                    .flatMap(plastic -> PlasticScrew.of(screw, plastic))
                    .map(s -> Say.of(
                            "back.byHandTorque",
                            "sort",
                            screw.sort(),
                            "torque",
                            s.tightenNm() * 100,
                            "strips",
                            s.stripsNm() * 100))
                    .orElseGet(() -> Say.of("back.byHand"));
        }

        private static Say words(MendChange change) {
            Say what = change.own().isEmpty()
                    ? Say.of(change.kind())
                    : Say.of(
                            "back.own",
                            "kind",
                            Say.of(change.kind()),
                            "what",
                            change.own().stream().map(f -> Say.typed(f.words())).toList());
            return change.note().isBlank() ? what : Say.of("back.noted", "what", what, "note", change.note());
        }

        private List<Proposed> proposed() {
            List<Proposed> proposed = new ArrayList<>();
            for (Thing thing : things()) {
                if (thing.goes() == Goes.IN && BackWords.renewed(thing.words().typedText())) {
                    proposed.add(new Proposed(
                            MendChange.Mended.NEW_PART,
                            Optional.of(thing.number()),
                            Say.of("back.renew", "what", thing.words())));
                }
            }
            if (gearHere && changes.isEmpty()) {
                mend.way.flatMap(this::ofTheWay).ifPresent(proposed::add);
            }
            return proposed;
        }

        private Optional<Proposed> ofTheWay(Way way) {
            Optional<Thing> gear = things().stream()
                    .filter(t -> BackWords.shared(mend.gear, t.words().typedText()) >= SAME_NAME)
                    .findFirst();
            return switch (way) {
                case ASK_OWNER, DECLINE -> Optional.empty();
                case GLUE ->
                    Optional.of(new Proposed(MendChange.Mended.GLUED, Optional.empty(), Say.of("back.gluedGear")));
                case FRESH_TEETH ->
                    Optional.of(
                            new Proposed(MendChange.Mended.TURNED_OVER, Optional.empty(), Say.of("back.movedGear")));
                default ->
                    gear.map(g -> new Proposed(
                            MendChange.Mended.NEW_PART, Optional.of(g.number()), Say.of("back.newGear", "way", way)));
            };
        }
    }

    /** The step that goes back next; none when all are. */
    public Optional<StepBack> next() {
        return steps.stream().filter(s -> !s.done()).findFirst();
    }

    private StepBack step(String key) {
        return steps.stream()
                .filter(s -> s.key().equals(key))
                .findFirst()
                .orElseThrow(() -> new Refused("back.noStep"));
    }

    /**
     * Refuses to put a step back.
     *
     * @throws Refused where another goes first, it is back, something is missing without a word why, or what is asked
     *     for here was not answered
     */
    public void requirePutBack(String key, Account account) {
        StepBack wanted = step(key);
        if (wanted.done()) {
            throw new Refused("back.already", "step", wanted.number());
        }
        StepBack next = next().orElseThrow();
        if (!next.key().equals(key)) {
            throw new Refused("back.order", "first", next.number(), "deed", next.deed());
        }
        for (Account.Short left : account.shorts()) {
            Thing thing = wanted.things().stream()
                    .filter(t -> t.number() == left.thing() && t.goes() != Goes.OUT)
                    .findFirst()
                    .orElseThrow(() -> new Refused("back.noThing", "thing", left.thing()));
            if (left.put() < 0 || left.put() >= thing.count()) {
                throw new Refused("back.howMany", "what", thing.words(), "most", thing.count() - 1);
            }
            if (left.why().isBlank()) {
                throw Refused.at("why", "back.shortWhy", "what", thing.words(), "put", left.put());
            }
        }
        for (Thing thing : wanted.things()) {
            if (thing.ask().isPresent()
                    && !account.seen().contains(thing.number())
                    && account.shortOf(thing.number()).isEmpty()) {
                throw new Refused("back.unasked", "ask", thing.ask().get());
            }
        }
    }

    /**
     * Refuses to take a step off again.
     *
     * @throws Refused unless it is the last that went back
     */
    public void requireTakeOff(String key) {
        StepBack wanted = step(key);
        StepBack last =
                steps.stream().filter(StepBack::done).reduce((a, b) -> b).orElse(wanted);
        if (!wanted.done()) {
            throw new Refused("back.notBack", "step", wanted.number());
        }
        if (!last.key().equals(key)) {
            throw new Refused("back.offFirst", "first", last.number(), "deed", last.deed());
        }
    }

    /** Something that must lie on the bench when all is closed, and why. */
    public record LeftOut(Say words, int count, String why, int step) {}

    /** @param accounts by the key of their step */
    public List<LeftOut> leftOut(Map<String, Account> accounts) {
        List<LeftOut> left = new ArrayList<>();
        for (StepBack step : steps) {
            Account account = accounts.getOrDefault(step.key(), Account.ALL_IN);
            for (Thing thing : step.things()) {
                int number = thing.number();
                account.shortOf(number)
                        .ifPresent(s ->
                                left.add(new LeftOut(thing.words(), thing.count() - s.put(), s.why(), step.number())));
                if (thing.cameOff() && thing.goes() != Goes.IN) {
                    left.add(new LeftOut(thing.words(), thing.count(), "", step.number()));
                }
            }
        }
        return left;
    }

    /**
     * What is said when the last step is back.
     *
     * @param leftOver how many things lie on the bench or in the tray
     * @param leftWhy why that is not what the ledger says; empty when it is
     * @param settledWhy why the open questions may stay open; empty when there are none
     */
    public record Closing(int leftOver, String leftWhy, String settledWhy) {}

    /**
     * Refuses to call it closed.
     *
     * @throws Refused while a step is off, or what lies on the bench is not what the ledger says without a word why, or a
     *     fragment or a part that may have fallen out is unaccounted for
     */
    public void requireClosed(Closing closing, Collection<LeftOut> leftOut, List<Say> openQuestions) {
        next().ifPresent(n -> {
            throw new Refused(
                    "back.notAll",
                    "left",
                    (int) steps.stream().filter(s -> !s.done()).count(),
                    "next",
                    n.deed());
        });
        if (closing.leftOver < 0 || closing.leftOver > 1000) {
            throw Refused.at("leftOver", "back.leftOverCount");
        }
        int expected = leftOut.stream().mapToInt(LeftOut::count).sum();
        if (closing.leftOver != expected && closing.leftWhy.isBlank()) {
            throw Refused.at(
                    "leftWhy",
                    closing.leftOver > expected ? "back.leftOver" : "back.leftMissing",
                    "lies",
                    closing.leftOver,
                    "expected",
                    expected);
        }
        if (!openQuestions.isEmpty() && closing.settledWhy.isBlank()) {
            throw Refused.at("settledWhy", "back.unsettled", "open", openQuestions);
        }
    }
}
