package app.gewerk.core.diagnosis;

import app.gewerk.core.train.Component;
import app.gewerk.core.train.Machine;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/**
 * Everything that can be wrong with one machine, everything that can be observed of it, and how likely each fault shows
 * each sign.
 *
 * <p>Several faults at once show a sign when any of them does, or when it is there for no listed reason (noisy or with a
 * leak): P(sign | S) = 1 − (1 − leak) ∏ (1 − p(sign | f)) over f in S. Signs that exclude one another: see {@link Axis}.
 * An answer is wrong with the chance at which the observation is misread.
 *
 * <p>The prior of a set of faults is ∏ κ s(f), s being each fault's share (general rate and experience, making 1) and κ
 * = {@value #SECOND_FAULT}: about one machine in ten brings a second fault (common practice).
 */
final class FaultModel {
    static final double SECOND_FAULT = 0.2;

    /** More than a drive of twelve gears has. */
    private static final int MOST_FAULTS = 180;

    private final Machine machine;
    private final List<Fault> faults;
    private final List<Sign> signs;
    private final Map<String, Integer> signIndex = new LinkedHashMap<>();
    /** What each sign is an observation of. */
    private final List<Looked> looked = new ArrayList<>();

    private final List<Task> tasks = new ArrayList<>();
    private final List<Axis> axes = new ArrayList<>();
    private final Axis[] axisOf;
    private final double[] odds;
    /** By fault, how many times likelier the clicks that were tapped are if it makes them. */
    private final double[] clicked;
    /** By sign and fault: the probability that this fault alone does not show the sign. */
    private final double[][] misses;
    /** By sign and fault, "none" after the faults: equal numbers for those that show the sign alike. */
    private final int[][] alike;

    /** An observation on this machine, of one of its parts or of the whole. */
    private record Looked(Observation observation, Optional<Component> part) {
        Sign sign() {
            return new Sign(
                    key(observation.code()), named("observation." + observation.code(), part), observation.ofPart());
        }

        /** Of the same part, or of the whole too. */
        String key(String code) {
            return code + of(part);
        }
    }

    FaultModel(DiagnosisKnowledge knowledge, Machine machine, Experience experience, Clicks clicks) {
        this.machine = machine;
        List<Component> parts = new ArrayList<>(machine.components());
        parts.add(Machine.OTHER);
        faults = parts.stream()
                .flatMap(c -> knowledge.ways().stream()
                        .filter(w -> w.types().contains(c.type()))
                        .map(w -> new Fault(c, w)))
                .toList();
        if (faults.size() > MOST_FAULTS) {
            throw new Refused("machine.tooManyFaults", "ways", faults.size(), "most", MOST_FAULTS);
        }
        odds = odds(experience);
        clicked = faults.stream()
                .mapToDouble(f -> clicks.times().getOrDefault(f.component().code(), 1.0))
                .toArray();
        for (Check check : knowledge.checks()) {
            where(check).forEach(part -> add(knowledge, check, part));
        }
        signs = looked.stream().map(Looked::sign).toList();
        axisOf = new Axis[signs.size()];
        layOutAxes(knowledge);
        List<Shows> shows =
                faults.stream().map(f -> Shows.of(knowledge, machine, f)).toList();
        misses = new double[signs.size()][faults.size() + 1];
        for (int s = 0; s < signs.size(); s++) {
            Looked at = looked.get(s);
            for (int f = 0; f < faults.size(); f++) {
                misses[s][f] = 1 - shows.get(f).at(at, faults.get(f), machine);
            }
            misses[s][faults.size()] = 1;
        }
        alike = Arrays.stream(misses).map(FaultModel::numbered).toArray(int[][]::new);
    }

    /** A check that can be made on this machine, with the signs it settles; none when none of them makes sense here. */
    private void add(DiagnosisKnowledge knowledge, Check check, Optional<Component> part) {
        List<Sign> answered = new ArrayList<>();
        for (String code : check.answers()) {
            Observation observation = knowledge.observation(code);
            if (observation.makesSenseFor(machine)) {
                Looked at = new Looked(observation, observation.ofPart() ? part : Optional.empty());
                answered.add(at.sign());
                if (signIndex.putIfAbsent(at.key(code), looked.size()) == null) {
                    looked.add(at);
                }
            }
        }
        if (!answered.isEmpty()) {
            tasks.add(new Task(
                    check.code() + (check.ofPart() ? of(part) : ""),
                    named("check." + check.code(), part),
                    check.minutes(),
                    check.atPart() ? part.map(Component::behind).orElse("") : "",
                    check.runs(),
                    check.risk(),
                    List.copyOf(answered)));
        }
    }

    private static String of(Optional<Component> part) {
        return part.map(c -> "@" + c.code()).orElse("");
    }

    private static int[] numbered(double[] values) {
        Map<Double, Integer> numbers = new HashMap<>();
        return Arrays.stream(values)
                .mapToInt(v -> numbers.computeIfAbsent(v, x -> numbers.size()))
                .toArray();
    }

    /** Signs that exclude one another, together; the heads in the order of the knowledge file. */
    private void layOutAxes(DiagnosisKnowledge knowledge) {
        List<List<Integer>> excluded = looked.stream()
                .map(at -> at.observation().excludes().stream()
                        .map(at::key)
                        .filter(signIndex::containsKey)
                        .map(signIndex::get)
                        .toList())
                .toList();
        List<Set<Integer>> beside =
                excluded.stream().<Set<Integer>>map(HashSet::new).toList();
        for (int s = 0; s < axisOf.length; s++) {
            for (int other : excluded.get(s)) {
                beside.get(other).add(s);
            }
        }
        for (int s = 0; s < axisOf.length; s++) {
            if (axisOf[s] == null) {
                List<Integer> together = together(s, beside);
                Axis axis = new Axis(
                        together,
                        together.stream()
                                .filter(t -> !excluded.get(t).isEmpty())
                                .sorted(Comparator.comparingInt(t -> knowledge
                                        .observations()
                                        .indexOf(looked.get(t).observation())))
                                .map(t -> new Axis.Head(t, excluded.get(t)))
                                .toList());
                together.forEach(t -> axisOf[t] = axis);
                axes.add(axis);
            }
        }
    }

    /** A sign and all that exclude it or are excluded with it, however many steps away. */
    private static List<Integer> together(int sign, List<Set<Integer>> beside) {
        Set<Integer> found = new TreeSet<>(Set.of(sign));
        Deque<Integer> ahead = new ArrayDeque<>(found);
        while (!ahead.isEmpty()) {
            beside.get(ahead.pop()).stream().filter(found::add).forEach(ahead::push);
        }
        return List.copyOf(found);
    }

    private double[] odds(Experience experience) {
        double sum = faults.stream().mapToDouble(f -> f.way().rate()).sum();
        double jobs = faults.stream().mapToDouble(f -> experience.jobs(f.key())).sum();
        return faults.stream()
                .mapToDouble(
                        f -> SECOND_FAULT * experience.share(f.key(), f.way().rate() / sum, jobs))
                .toArray();
    }

    /** Where a check can be made: on every part of its types, or once for the whole machine. */
    private List<Optional<Component>> where(Check check) {
        if (check.types().isEmpty()) {
            return List.of(Optional.empty());
        }
        List<Optional<Component>> parts = machine.components().stream()
                .filter(c -> check.types().contains(c.type()))
                .map(Optional::of)
                .toList();
        return check.ofPart() ? parts : parts.stream().limit(1).toList();
    }

    private static Say named(String code, Optional<Component> part) {
        return part.map(c -> Say.of(code, "part", c.words())).orElse(Say.of(code));
    }

    /** By observation, how often a fault shows it at its own part, and at a part beside it. */
    private record Shows(Map<String, Double> itself, Map<String, Double> beside) {
        static Shows of(DiagnosisKnowledge knowledge, Machine machine, Fault fault) {
            Shows shows = new Shows(new HashMap<>(), new HashMap<>());
            for (DiagnosisKnowledge.Likelihoods row : knowledge.likelihoods(fault.way())) {
                if (row.at() == Stands.InDrive.NEIGHBOUR) {
                    shows.beside.putAll(row.shows());
                } else if (row.at().there(machine, fault.component())) {
                    shows.itself.putAll(row.shows());
                }
            }
            return shows;
        }

        double at(Looked at, Fault fault, Machine machine) {
            String code = at.observation().code();
            Optional<Component> another = at.part().filter(part -> !part.equals(fault.component()));
            if (another.isEmpty()) {
                return itself.getOrDefault(code, 0.0);
            }
            double shown = beside.getOrDefault(code, 0.0);
            return shown > 0 && machine.neighbours(another.get(), fault.component()) ? shown : 0;
        }
    }

    Machine machine() {
        return machine;
    }

    List<Fault> faults() {
        return faults;
    }

    List<Sign> signs() {
        return signs;
    }

    List<Task> tasks() {
        return tasks;
    }

    double[] odds() {
        return odds;
    }

    double[] clicked() {
        return clicked;
    }

    boolean hasClicks() {
        return Arrays.stream(clicked).anyMatch(times -> times != 1);
    }

    List<Axis> axes() {
        return axes;
    }

    Axis axis(int sign) {
        return axisOf[sign];
    }

    /** How often somebody says the opposite of what is so; never 0. */
    double misread(int sign) {
        return looked.get(sign).observation().misread();
    }

    /** True when a machine that shows it is not to be run on. */
    boolean stops(int sign) {
        return looked.get(sign).observation().stop();
    }

    double leak(int sign) {
        return looked.get(sign).observation().leak();
    }

    double[] misses(int sign) {
        return misses[sign];
    }

    /** The kind of each fault, from 0, and last that of "none": of one kind are those that show all these signs alike. */
    int[] kinds(Set<Integer> shown) {
        int[] kinds = new int[faults.size() + 1];
        for (int sign : shown) {
            Map<Integer, Integer> finer = new HashMap<>();
            for (int f = 0; f < kinds.length; f++) {
                int both = kinds[f] * kinds.length + alike[sign][f];
                kinds[f] = finer.computeIfAbsent(both, k -> finer.size());
            }
        }
        return kinds;
    }

    /** @throws Refused if this machine has no such sign */
    int sign(String key) {
        Integer index = signIndex.get(key);
        if (index == null) {
            throw new Refused("machine.noObservation", "key", key);
        }
        return index;
    }

    boolean knows(String key) {
        return signIndex.containsKey(key);
    }

    /** @throws Refused if this machine has no such fault */
    int fault(String key) {
        for (int f = 0; f < faults.size(); f++) {
            if (faults.get(f).key().equals(key)) {
                return f;
            }
        }
        throw new Refused("machine.noFault", "key", key);
    }
}
