package app.gewerk.core.diagnosis;

import app.gewerk.core.train.Component;
import app.gewerk.core.train.Machine;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
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
    private final Map<String, Integer> signIndex = new HashMap<>();
    private final double[] odds;
    private final double[] leaks;
    private final double[] misreads;
    private final List<Axis> axes = new ArrayList<>();
    private final Axis[] axisOf;
    private final boolean[] stops;
    /** By sign and fault: the probability that this fault alone does not show the sign. */
    private final double[][] misses;

    private final List<Task> tasks;

    FaultModel(DiagnosisKnowledge knowledge, Machine machine, Experience experience) {
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
        record Looked(Observation observation, Optional<Component> part) {
            List<String> excludes() {
                return observation.excludes().stream().map(this::key).toList();
            }

            String key(String code) {
                return code + part.map(c -> "@" + c.code()).orElse("");
            }
        }
        List<Looked> looked = new ArrayList<>();
        List<Sign> found = new ArrayList<>();
        tasks = new ArrayList<>();
        for (Check check : knowledge.checks()) {
            for (Optional<Component> part : where(check)) {
                List<Sign> answered = new ArrayList<>();
                for (String code : check.answers()) {
                    Observation observation = knowledge.observations().stream()
                            .filter(o -> o.code().equals(code))
                            .findFirst()
                            .orElseThrow();
                    if (!observation.makesSenseFor(machine)) {
                        continue;
                    }
                    Optional<Component> of = observation.ofPart() ? part : Optional.empty();
                    Sign sign = new Sign(
                            observation.code() + of.map(c -> "@" + c.code()).orElse(""),
                            named("observation." + observation.code(), of),
                            observation.ofPart());
                    answered.add(sign);
                    if (!signIndex.containsKey(sign.key())) {
                        signIndex.put(sign.key(), found.size());
                        found.add(sign);
                        looked.add(new Looked(observation, of));
                    }
                }
                if (!answered.isEmpty()) {
                    tasks.add(new Task(
                            check.code()
                                    + (check.ofPart()
                                            ? part.map(c -> "@" + c.code()).orElse("")
                                            : ""),
                            named("check." + check.code(), part),
                            check.minutes(),
                            check.atPart() ? part.map(Component::behind).orElse("") : "",
                            check.runs(),
                            check.risk(),
                            List.copyOf(answered)));
                }
            }
        }
        signs = List.copyOf(found);
        leaks = looked.stream().mapToDouble(l -> l.observation().leak()).toArray();
        misreads = looked.stream().mapToDouble(l -> l.observation().misread()).toArray();
        stops = new boolean[signs.size()];
        List<List<Integer>> excluded = new ArrayList<>();
        for (int s = 0; s < signs.size(); s++) {
            stops[s] = looked.get(s).observation().stop();
            excluded.add(looked.get(s).excludes().stream()
                    .filter(signIndex::containsKey)
                    .map(signIndex::get)
                    .toList());
        }
        axisOf = new Axis[signs.size()];
        List<String> order =
                knowledge.observations().stream().map(Observation::code).toList();
        for (int s = 0; s < axisOf.length; s++) {
            if (axisOf[s] == null) {
                List<Integer> together = together(s, excluded);
                Axis axis = new Axis(
                        together,
                        together.stream()
                                .filter(t -> !excluded.get(t).isEmpty())
                                .sorted(Comparator.comparingInt(t -> order.indexOf(
                                        looked.get(t).observation().code())))
                                .map(t -> new Axis.Head(t, excluded.get(t)))
                                .toList());
                together.forEach(t -> axisOf[t] = axis);
                axes.add(axis);
            }
        }
        misses = new double[signs.size()][faults.size() + 1];
        for (int s = 0; s < signs.size(); s++) {
            Looked at = looked.get(s);
            for (int f = 0; f < faults.size(); f++) {
                misses[s][f] = 1 - shows(knowledge, at.observation(), at.part(), faults.get(f));
            }
            misses[s][faults.size()] = 1;
        }
    }

    /** A sign and all that exclude it or are excluded with it, however many steps away. */
    private static List<Integer> together(int sign, List<List<Integer>> excluded) {
        Set<Integer> found = new TreeSet<>(Set.of(sign));
        int before;
        do {
            before = found.size();
            for (int s = 0; s < excluded.size(); s++) {
                if (found.contains(s)) {
                    found.addAll(excluded.get(s));
                } else if (excluded.get(s).stream().anyMatch(found::contains)) {
                    found.add(s);
                }
            }
        } while (found.size() > before);
        return List.copyOf(found);
    }

    private double[] odds(Experience experience) {
        double sum = faults.stream().mapToDouble(f -> f.way().rate()).sum();
        int jobs = faults.stream()
                .mapToInt(f -> experience.culprits().getOrDefault(f.key(), 0))
                .sum();
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

    private double shows(DiagnosisKnowledge knowledge, Observation observation, Optional<Component> at, Fault fault) {
        boolean itself = at.isEmpty() || at.get().equals(fault.component());
        boolean beside = at.isPresent() && machine.neighbours(at.get(), fault.component());
        double shows = 0;
        for (DiagnosisKnowledge.Likelihoods row : knowledge.likelihoods(fault.way())) {
            if (itself ? row.at().there(machine, fault.component()) : beside && row.at() == Stands.InDrive.NEIGHBOUR) {
                shows = row.shows().getOrDefault(observation.code(), shows);
            }
        }
        return shows;
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

    List<Axis> axes() {
        return axes;
    }

    Axis axis(int sign) {
        return axisOf[sign];
    }

    /** How likely somebody says so, when it is there with a chance. */
    double told(int sign, double there) {
        return misreads[sign] + (1 - 2 * misreads[sign]) * there;
    }

    /** True when a machine that shows it is not to be run on. */
    boolean stops(int sign) {
        return stops[sign];
    }

    double leak(int sign) {
        return leaks[sign];
    }

    double[] misses(int sign) {
        return misses[sign];
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
