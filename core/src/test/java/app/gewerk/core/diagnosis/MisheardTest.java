package app.gewerk.core.diagnosis;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/**
 * Machines with one fault drawn from the general rates, looked at by somebody who makes the checks proposed and hears
 * one thing that is not there. {@code -Dgewerk.misheard=1000} draws more of them.
 */
class MisheardTest {
    private static final DiagnosisKnowledge KNOWLEDGE = DiagnosisKnowledge.shipped();
    private static final List<String> TRAINS = List.of("planetDrive", "tiltingPlate");
    private static final int MOST_CHECKS = 20;

    /** What is there of every sign: one state of each axis, the rest each by itself. */
    private static Map<String, Boolean> truth(FaultModel model, int fault, Random random) {
        Map<String, Boolean> truth = new HashMap<>();
        for (Axis axis : model.axes()) {
            int state = 0;
            for (int h = 0; h < axis.heads().size() && state == 0; h++) {
                state = random.nextDouble() < shown(model, axis.heads().get(h).sign(), fault) ? h + 1 : 0;
            }
            for (int sign : axis.signs()) {
                boolean there = switch (axis.said(sign)[state]) {
                    case THERE -> true;
                    case NOT_THERE -> false;
                    case OPEN -> random.nextDouble() < shown(model, sign, fault);
                };
                truth.put(model.signs().get(sign).key(), there);
            }
        }
        return truth;
    }

    private static double shown(FaultModel model, int sign, int fault) {
        return 1 - (1 - model.leak(sign)) * model.misses(sign)[fault];
    }

    private static int drawn(FaultModel model, Random random) {
        double at = random.nextDouble()
                * IntStream.range(0, model.faults().size())
                        .mapToDouble(f -> model.odds()[f])
                        .sum();
        int fault = 0;
        while (at > model.odds()[fault] && fault < model.faults().size() - 2) {
            at -= model.odds()[fault++];
        }
        return fault;
    }

    private static boolean sure(FaultModel model, Map<String, Answer> answers) {
        return Arrays.stream(Posterior.of(model, answers).marginals()).max().orElseThrow() >= 0.9;
    }

    /** The place of the true fault once the search has ended, 1 for the first. */
    private static int place(Diagnosis diagnosis, FaultModel model, Random random) {
        int fault = drawn(model, random);
        Map<String, Boolean> truth = truth(model, fault, random);
        Map<String, Answer> answers = new LinkedHashMap<>();
        Set<String> opened = new HashSet<>();
        int misheardAt = random.nextInt(6);
        boolean misheard = false;
        for (int check = 0; check < MOST_CHECKS; check++) {
            if (misheard && sure(model, answers)) {
                break;
            }
            List<Diagnosis.Next> proposed = diagnosis.next(answers, opened);
            if (proposed.isEmpty()) {
                break;
            }
            Diagnosis.Next next = proposed.getFirst();
            next.openFirst().forEach(o -> opened.add(o.code()));
            for (Diagnosis.Settles settles : next.settles()) {
                boolean there = truth.get(settles.key());
                if (!there && !misheard && check >= misheardAt) {
                    there = true;
                    misheard = true;
                }
                answers.put(settles.key(), there ? Answer.SEEN : Answer.NOT_SEEN);
            }
        }
        Diagnosis.Standing standing = diagnosis.standing(answers, opened);
        String key = model.faults().get(fault).key();
        return 1
                + standing.faults().stream().map(Diagnosis.Ranked::key).toList().indexOf(key);
    }

    @Test
    void afterOneFalseYesTheTrueFaultStillComesFirstOrSecond() {
        Random random = new Random(31);
        int cases = Integer.getInteger("gewerk.misheard", 30);
        int first = 0;
        int second = 0;
        for (int i = 0; i < cases; i++) {
            var train = KNOWLEDGE.train(TRAINS.get(i % TRAINS.size()));
            int place = place(
                    new Diagnosis(KNOWLEDGE, train, Experience.NONE),
                    new FaultModel(KNOWLEDGE, train, Experience.NONE, Clicks.NONE),
                    random);
            first += place == 1 ? 1 : 0;
            second += place == 2 ? 1 : 0;
        }
        assertThat((first + second) / (double) cases)
                .as("of %d first %d, second %d", cases, first, second)
                .isGreaterThanOrEqualTo(0.85);
    }
}
