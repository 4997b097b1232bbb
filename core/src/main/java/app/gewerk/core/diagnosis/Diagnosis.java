package app.gewerk.core.diagnosis;

import app.gewerk.core.train.Component;
import app.gewerk.core.train.Machine;
import app.gewerk.core.train.Opening;
import app.gewerk.core.words.Say;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * What may be wrong with one machine, why, and what to check next. Exact Bayes over sets of up to three faults (see
 * {@link FaultModel} and {@link Posterior}).
 */
public final class Diagnosis {
    private static final double WORTH_NAMING = 1.4;
    private static final double WORTH_LOOKING_FOR = 0.02;
    private static final double SURE = 0.9;
    private static final double DOUBTFUL = 0.35;
    private static final int EXPLAINED = 12;
    private static final int MOST_EXPLAINED_CHECKS = 4;

    private final FaultModel model;

    /** @param experience culprits of closed jobs of this model */
    public Diagnosis(DiagnosisKnowledge knowledge, Machine machine, Experience experience) {
        this(knowledge, machine, experience, Clicks.NONE);
    }

    /** @param clicks that were tapped along with it */
    public Diagnosis(DiagnosisKnowledge knowledge, Machine machine, Experience experience, Clicks clicks) {
        this.model = new FaultModel(knowledge, machine, experience, clicks);
    }

    /** Every sign this machine can show, in the order of the checks that look for it. */
    public List<Sign> signs() {
        return model.signs();
    }

    public List<Task> tasks() {
        return model.tasks();
    }

    public List<Fault> faults() {
        return model.faults();
    }

    /** True when answers may name it; a train changed later can drop signs that were answered before. */
    public boolean knows(String signKey) {
        return model.knows(signKey);
    }

    /**
     * An answer and what it did to a fault's odds.
     *
     * @param times the odds are so many times what they would be without it; below 1 it speaks against
     */
    public record Reason(Say words, double times) {}

    /**
     * A fault with its probability (alone or beside others) and why.
     *
     * @param wouldChange the answer that would lower it most, and to what
     */
    public record Ranked(
            String key,
            String component,
            Say part,
            Say way,
            Say words,
            double probability,
            List<Reason> speaksFor,
            List<Reason> speaksAgainst,
            Optional<WouldChange> wouldChange) {}

    /** @param probability of the fault if the sign turns out so */
    public record WouldChange(Say sign, boolean seen, double probability) {}

    /** What would stand first if a sign turns out one way. */
    public record Then(Say fault, double probability) {}

    /** A sign that a check settles, and what each outcome would say. */
    public record Settles(String key, Say words, Then ifSeen, Then ifNot) {}

    /**
     * A check with what it is worth.
     *
     * @param openFirst what has to come off for it
     * @param minutes with that opening
     * @param bits expected drop of entropy
     */
    public record Next(
            String key,
            Say words,
            Optional<Risk> risk,
            List<Opening> openFirst,
            double minutes,
            double bits,
            List<Settles> settles) {}

    /** A part of the machine, and the probability that it has failed in one way or another. */
    public record Suspect(String component, double probability) {}

    /**
     * Where the diagnosis stands.
     *
     * @param parts how suspect each part is, in the order of the drive
     * @param second how likely it is that there is more than one fault
     * @param bits entropy left
     * @param next the checks worth most per minute, best first; empty when the first fault is sure enough
     * @param ruledOut by the key of a sign that cannot be there: the sign seen that excludes it
     * @param stop the sign seen for which the machine is not to be run on
     */
    public record Standing(
            List<Ranked> faults,
            List<Suspect> parts,
            double second,
            double bits,
            boolean sure,
            List<Next> next,
            Map<String, Say> ruledOut,
            Optional<Say> stop) {}

    /**
     * @param answers by sign key; left out is not tried
     * @param opened openings that are off already
     * @throws Refused if a key is no sign of this machine
     */
    public Standing standing(Map<String, Answer> answers, Set<String> opened) {
        Posterior posterior = Posterior.of(model, answers);
        List<Ranked> ranked = ranked(posterior, answers);
        return new Standing(
                ranked,
                suspects(posterior),
                posterior.several(),
                posterior.entropyBits(),
                ranked.getFirst().probability() >= SURE,
                next(posterior, answers, opened),
                ruledOut(answers),
                stop(answers));
    }

    /** A fault and its probability, alone or beside others. */
    public record Likely(String key, Say words, double probability) {}

    /**
     * The likeliest faults, without what speaks for them.
     *
     * @throws Refused if a key is no sign of this machine
     */
    public List<Likely> likeliest(Map<String, Answer> answers, int most) {
        double[] marginals = Posterior.of(model, answers).marginals();
        return Posterior.descending(marginals).stream()
                .limit(most)
                .map(f -> new Likely(
                        model.faults().get(f).key(), model.faults().get(f).words(), marginals[f]))
                .toList();
    }

    /** The checks worth most per minute alone, without what explains them. */
    List<Next> next(Map<String, Answer> answers, Set<String> opened) {
        return next(Posterior.of(model, answers), answers, opened);
    }

    private Map<String, Say> ruledOut(Map<String, Answer> answers) {
        Map<String, Say> ruledOut = new TreeMap<>();
        for (Axis axis : model.axes()) {
            for (Axis.Head head : axis.heads()) {
                Sign seen = model.signs().get(head.sign());
                if (answers.get(seen.key()) == Answer.SEEN) {
                    axis.signs().stream()
                            .filter(s -> axis.said(s)[axis.heads().indexOf(head) + 1] == Axis.Said.NOT_THERE)
                            .forEach(s ->
                                    ruledOut.putIfAbsent(model.signs().get(s).key(), seen.words()));
                }
            }
        }
        return ruledOut;
    }

    private Optional<Say> stop(Map<String, Answer> answers) {
        return IntStream.range(0, model.signs().size())
                .filter(model::stops)
                .mapToObj(s -> model.signs().get(s))
                .filter(s -> answers.get(s.key()) == Answer.SEEN)
                .map(Sign::words)
                .findFirst();
    }

    private List<Suspect> suspects(Posterior posterior) {
        List<Component> parts =
                model.faults().stream().map(Fault::component).distinct().toList();
        int[] partOf = model.faults().stream()
                .mapToInt(f -> parts.indexOf(f.component()))
                .toArray();
        double[] any = posterior.anyOf(partOf, parts.size());
        return IntStream.range(0, parts.size())
                .mapToObj(p -> new Suspect(parts.get(p).code(), any[p]))
                .toList();
    }

    private List<Ranked> ranked(Posterior posterior, Map<String, Answer> answers) {
        double[] marginals = posterior.marginals();
        List<Integer> order = Posterior.descending(marginals);
        record Told(Sign sign, boolean seen, double[] before) {}
        List<Told> told = answers.entrySet().stream()
                .filter(e -> e.getValue().tells())
                .map(e -> {
                    int sign = model.sign(e.getKey());
                    boolean seen = e.getValue() == Answer.SEEN;
                    return new Told(model.signs().get(sign), seen, posterior.marginalsWithout(sign));
                })
                .toList();
        Optional<double[]> silent = Optional.of(model)
                .filter(FaultModel::hasClicks)
                .map(m -> Posterior.withoutClicks(m, answers).marginals());
        Map<Integer, WouldChange> wouldChange =
                wouldChange(posterior, answers, order.subList(0, Math.min(2, order.size())));
        List<Ranked> ranked = new ArrayList<>();
        for (int f : order) {
            Fault fault = model.faults().get(f);
            boolean explain = ranked.size() < EXPLAINED;
            List<Reason> reasons = !explain
                    ? List.of()
                    : Stream.concat(
                                    silent.stream()
                                            .map(without -> new Reason(
                                                    Say.of("clicks.tapped"), odds(marginals[f]) / odds(without[f]))),
                                    told.stream()
                                            .map(t -> new Reason(
                                                    t.seen ? t.sign.words() : Say.of("notSo", "sign", t.sign.words()),
                                                    odds(marginals[f]) / odds(t.before[f]))))
                            .toList();
            ranked.add(new Ranked(
                    fault.key(),
                    fault.component().code(),
                    fault.component().words(),
                    fault.way().words(),
                    fault.words(),
                    marginals[f],
                    reasons.stream()
                            .filter(r -> r.times >= WORTH_NAMING)
                            .sorted(Comparator.comparingDouble(Reason::times).reversed())
                            .toList(),
                    reasons.stream()
                            .filter(r -> r.times <= 1 / WORTH_NAMING)
                            .sorted(Comparator.comparingDouble(Reason::times))
                            .toList(),
                    Optional.ofNullable(wouldChange.get(f))));
        }
        return ranked;
    }

    private static double odds(double p) {
        return p / Math.max(1e-300, 1 - p);
    }

    /** For each of some faults the answer that would lower it most. */
    private Map<Integer, WouldChange> wouldChange(
            Posterior posterior, Map<String, Answer> answers, List<Integer> faults) {
        double[] now = posterior.marginals();
        Posterior.Turns turns = posterior.new Turns(faults);
        Map<Integer, WouldChange> most = new HashMap<>();
        for (String key : open(answers)) {
            int sign = model.sign(key);
            Posterior.Turn turn = turns.of(sign);
            for (int i = 0; i < faults.size(); i++) {
                int fault = faults.get(i);
                for (boolean seen : new boolean[] {true, false}) {
                    double chance = seen ? turn.chance() : 1 - turn.chance();
                    double then = (seen ? turn.ifSeen() : turn.ifNot())[i];
                    WouldChange best = most.get(fault);
                    if (chance >= WORTH_LOOKING_FOR
                            && then < now[fault] * 0.7
                            && (best == null || then < best.probability)) {
                        most.put(fault, new WouldChange(model.signs().get(sign).words(), seen, then));
                    }
                }
            }
        }
        return most;
    }

    private List<Next> next(Posterior posterior, Map<String, Answer> answers, Set<String> opened) {
        record Worth(Askable asked, double bits) {
            double perMinute() {
                return bits / asked.minutes;
            }
        }
        List<Worth> worth = new ArrayList<>();
        for (Askable asked : askable(answers, opened)) {
            worth.add(new Worth(asked, posterior.expectedDropBits(asked.signs)));
        }
        worth.sort(Comparator.comparingDouble(Worth::perMinute).reversed());
        return worth.stream()
                .limit(MOST_EXPLAINED_CHECKS)
                .map(w -> new Next(
                        w.asked.task.key(),
                        w.asked.task.words(),
                        w.asked.task.risk(),
                        model.machine().stillToOpen(w.asked.task.behind(), opened),
                        w.asked.minutes,
                        w.bits,
                        w.asked.signs.stream().map(s -> settles(posterior, s)).toList()))
                .toList();
    }

    /** Signs that were not tried and do not follow from what was seen. */
    private Set<String> open(Map<String, Answer> answers) {
        Set<String> ruledOut = ruledOut(answers).keySet();
        return model.signs().stream()
                .map(Sign::key)
                .filter(k -> answers.getOrDefault(k, Answer.NOT_TRIED) == Answer.NOT_TRIED && !ruledOut.contains(k))
                .collect(Collectors.toCollection(LinkedHashSet::new));
    }

    /**
     * A check that still tells something.
     *
     * @param signs of it that are open
     * @param minutes with the opening still to do
     */
    private record Askable(Task task, List<Integer> signs, double minutes) {}

    /** All that may be checked next; nothing that runs a machine which is not to be run on. */
    private List<Askable> askable(Map<String, Answer> answers, Set<String> opened) {
        Set<String> open = open(answers);
        boolean stop = stop(answers).isPresent();
        return model.tasks().stream()
                .filter(task -> !(stop && task.runs()))
                .map(task -> new Askable(
                        task,
                        task.signs().stream()
                                .map(Sign::key)
                                .filter(open::contains)
                                .map(model::sign)
                                .toList(),
                        task.minutes() + model.machine().minutesToReach(task.behind(), opened)))
                .filter(asked -> !asked.signs.isEmpty())
                .toList();
    }

    private Settles settles(Posterior posterior, int sign) {
        Sign of = model.signs().get(sign);
        Posterior.Turn turn = posterior.turn(sign);
        return new Settles(of.key(), of.words(), leader(turn.ifSeen()), leader(turn.ifNot()));
    }

    private Then leader(double[] marginals) {
        int best = 0;
        for (int f = 1; f < marginals.length; f++) {
            if (marginals[f] > marginals[best]) {
                best = f;
            }
        }
        return new Then(model.faults().get(best).words(), marginals[best]);
    }

    /** Another fault that may be there beside those found. */
    public record StillPossible(String key, Say words, double probability, Optional<Say> lookBy) {}

    /**
     * What else could be wrong when these culprits are there: to be looked for before the machine goes back.
     *
     * @throws Refused if a culprit is no fault of this machine, or there are more than two
     */
    public List<StillPossible> whatElse(Map<String, Answer> answers, List<String> culprits) {
        if (culprits.size() > 2) {
            return List.of();
        }
        List<Integer> known = culprits.stream().map(model::fault).toList();
        Posterior left = Posterior.of(model, answers).knowing(known);
        double[] marginals = left.marginals();
        List<Askable> askable = askable(answers, Set.of());
        return Posterior.descending(marginals).stream()
                .filter(f -> !known.contains(f) && marginals[f] >= WORTH_LOOKING_FOR / 2)
                .limit(6)
                .map(f -> new StillPossible(
                        model.faults().get(f).key(),
                        model.faults().get(f).words(),
                        marginals[f],
                        decider(left, askable, f).map(Task::words)))
                .toList();
    }

    /** The check that tells most per minute about one fault. */
    private Optional<Task> decider(Posterior posterior, List<Askable> askable, int fault) {
        Task best = null;
        double most = 1e-6;
        for (Askable asked : askable) {
            double perMinute = posterior.expectedDropBits(asked.signs, fault) / asked.minutes;
            if (perMinute > most) {
                most = perMinute;
                best = asked.task;
            }
        }
        return Optional.ofNullable(best);
    }

    /**
     * Why one should stop before replacing a part.
     *
     * @param likelier the fault that more speaks for
     * @param lookFirst the check that settles it soonest
     */
    public record Question(
            Say words, double probability, String likelier, double likelierProbability, Optional<Say> lookFirst) {}

    /**
     * Asked when somebody is about to put a fault right that little speaks for while something else is likelier: the
     * neighbour changed because it feels bad, and the noise stays.
     */
    public Optional<Question> question(Map<String, Answer> answers, Set<String> opened, String culprit) {
        int stated = model.fault(culprit);
        Posterior posterior = Posterior.of(model, answers);
        double[] marginals = posterior.marginals();
        int likelier = IntStream.range(0, marginals.length)
                .filter(f -> f != stated)
                .boxed()
                .max(Comparator.comparingDouble(f -> marginals[f]))
                .orElseThrow();
        if (marginals[stated] >= DOUBTFUL || marginals[likelier] < 1.5 * marginals[stated]) {
            return Optional.empty();
        }
        Fault doubted = model.faults().get(stated);
        Fault better = model.faults().get(likelier);
        return Optional.of(new Question(
                Say.of(
                        model.machine().neighbours(doubted.component(), better.component())
                                ? "culprit.likelierBeside"
                                : "culprit.likelier",
                        "fault",
                        doubted.words(),
                        "percent",
                        Math.round(100 * marginals[stated]),
                        "other",
                        better.words(),
                        "otherPercent",
                        Math.round(100 * marginals[likelier])),
                marginals[stated],
                better.key(),
                marginals[likelier],
                decider(posterior, askable(answers, opened), stated).map(Task::words)));
    }
}
