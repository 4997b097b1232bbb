package app.gewerk.core.diagnosis;

import app.gewerk.core.KnowledgeFiles;
import app.gewerk.core.train.Component;
import app.gewerk.core.train.Machine;
import app.gewerk.core.train.Opening;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.stream.IntStream;

/**
 * A repair as it went: what the owner told, what each check would show, what it was. Written from how such repairs go,
 * not from the likelihoods; what is not written is not seen when looked for.
 */
record WrittenCase(String name, Machine machine, List<String> culprits, Set<String> told, Set<String> shows) {

    static List<WrittenCase> all() {
        try (var file = new InputStreamReader(
                Objects.requireNonNull(WrittenCase.class.getResourceAsStream("/diagnosis/cases.csv")),
                StandardCharsets.UTF_8)) {
            return KnowledgeFiles.rows(file).stream()
                    .map(r -> new WrittenCase(
                            r.get("case"),
                            DiagnosisKnowledge.shipped().train(r.get("train")),
                            List.of(r.get("culprits").split(" ")),
                            words(r.get("told")),
                            words(r.get("told") + " " + r.get("shows"))))
                    .toList();
        } catch (IOException unreadable) {
            throw new UncheckedIOException(unreadable);
        }
    }

    private static Set<String> words(String text) {
        return Set.copyOf(Arrays.asList(text.split(" ")));
    }

    /**
     * A search for the fault.
     *
     * @param minutes until every culprit was at least 90 % sure, opening counted
     * @param found false when the checks ran out before
     */
    record Search(double minutes, int checks, boolean found, List<String> ranked, List<String> made) {}

    Diagnosis diagnosis() {
        return new Diagnosis(DiagnosisKnowledge.shipped(), machine, Experience.NONE);
    }

    /** Always the check that tells most a minute. */
    Search asProposed() {
        Diagnosis diagnosis = diagnosis();
        return search(
                Double.POSITIVE_INFINITY,
                (answers, opened) -> diagnosis.next(answers, opened).stream()
                        .map(Diagnosis.Next::key)
                        .findFirst()
                        .orElse(""));
    }

    /**
     * From outside in, then part by part along the drive: the order of somebody without a plan but with patience.
     *
     * @param most broken off once it has taken more minutes than this
     */
    Search topToBottom(double most) {
        List<Task> order = new ArrayList<>(diagnosis().tasks());
        order.sort(Comparator.comparingInt(this::depth).thenComparingInt(this::position));
        var left = order.iterator();
        return search(most, (answers, opened) -> left.hasNext() ? left.next().key() : "");
    }

    private int depth(Task task) {
        if (task.behind().isEmpty()) {
            return 0;
        }
        return 1 + machine.openings().stream().map(Opening::code).toList().indexOf(task.behind());
    }

    private int position(Task task) {
        int at = task.key().indexOf('@');
        return at < 0
                ? -1
                : machine.components().stream()
                        .map(Component::code)
                        .toList()
                        .indexOf(task.key().substring(at + 1));
    }

    private Search search(double most, BiFunction<Map<String, Answer>, Set<String>, String> choose) {
        FaultModel model = new FaultModel(DiagnosisKnowledge.shipped(), machine, Experience.NONE, Clicks.NONE);
        Map<String, Task> tasks = new LinkedHashMap<>();
        model.tasks().forEach(t -> tasks.put(t.key(), t));
        Map<String, Answer> answers = new LinkedHashMap<>();
        told.forEach(t -> answers.put(t, Answer.SEEN));
        Set<String> opened = new HashSet<>();
        List<String> made = new ArrayList<>();
        double minutes = 0;
        while (true) {
            boolean sure = sure(model, answers);
            String next = sure || minutes > most ? "" : choose.apply(answers, opened);
            if (next.isEmpty()) {
                return new Search(minutes, made.size(), sure, ranked(model, answers), made);
            }
            Task task = tasks.get(next);
            minutes += task.minutes() + machine.minutesToReach(task.behind(), opened);
            machine.stillToOpen(task.behind(), opened).forEach(o -> opened.add(o.code()));
            task.signs().forEach(s -> answers.put(s.key(), shows.contains(s.key()) ? Answer.SEEN : Answer.NOT_SEEN));
            made.add(next);
        }
    }

    private boolean sure(FaultModel model, Map<String, Answer> answers) {
        Posterior posterior = Posterior.of(model, answers);
        return culprits.stream().allMatch(c -> posterior.marginal(model.fault(c)) >= 0.9);
    }

    private static List<String> ranked(FaultModel model, Map<String, Answer> answers) {
        double[] marginals = Posterior.of(model, answers).marginals();
        return IntStream.range(0, marginals.length)
                .boxed()
                .sorted(Comparator.comparingDouble(f -> -marginals[f]))
                .map(f -> model.faults().get(f).key())
                .toList();
    }

    /** The place of a culprit in the ranking, 1 for the first. */
    static int place(List<String> ranked, String culprit) {
        return ranked.indexOf(culprit) + 1;
    }
}
