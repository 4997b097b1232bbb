package app.gewerk.core.proving;

import app.gewerk.core.Wire;
import app.gewerk.core.knowledge.Knowledge;
import app.gewerk.core.knowledge.Row;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** What is tried before a machine goes back, from the hand to the real load. */
public record TestPlan(List<Trial> trials) {

    /**
     * What the plan is made from.
     *
     * @param kind of machine
     * @param hazards it has
     * @param motor whether something other than a hand or a spring drives it
     * @param suspects what may be wrong besides what was mended, by its code
     */
    public record About(String kind, Set<String> hazards, boolean motor, Map<String, Say> suspects) {
        boolean has(String need) {
            return switch (need) {
                case "motor" -> motor;
                case "lowVoltage" -> motor && !hazards.contains("mains");
                default -> hazards.contains(need);
            };
        }
    }

    /** How a trial ended. */
    public enum Result {
        PASSED,
        FAILED,
        /** Not tried, with why. */
        LEFT_OUT;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    public static TestPlan of(Knowledge knowledge, About about) {
        List<Trial> trials = new ArrayList<>();
        for (Row row : knowledge.rows("trials")) {
            List<String> kinds = row.names("kinds");
            boolean ofThis = kinds.isEmpty() || kinds.contains(about.kind);
            boolean othersOnly = kinds.contains("others") && !known(knowledge, row, about.kind);
            if ((ofThis || othersOnly) && row.names("needs").stream().allMatch(about::has)) {
                trials.add(trial(row));
            }
        }
        about.suspects.forEach((fault, words) -> trials.add(new Trial(
                "suspect." + fault,
                Rung.EVERY_FUNCTION,
                Say.of("prove.suspect", "what", words),
                Say.of("prove.suspectSee"),
                Say.of("prove.suspectStop"),
                2)));
        trials.sort(Comparator.comparing(Trial::rung));
        return new TestPlan(List.copyOf(trials));
    }

    /** Whether the same rung has trials of its own for this kind. */
    private static boolean known(Knowledge knowledge, Row row, String kind) {
        return knowledge.rows("trials").stream()
                .anyMatch(r -> r.text("rung").equals(row.text("rung"))
                        && r.names("kinds").contains(kind));
    }

    private static Trial trial(Row row) {
        String code = row.text("trial");
        return new Trial(
                code,
                Wire.parse(Rung.class, row.text("rung")),
                row.say("words", "trial." + code),
                row.say("see", "trialSee." + code),
                row.say("stop", "trialStop." + code),
                row.number("minutes"));
    }

    /** The first that has no result yet: on a low rung, what is wrong shows at least cost. */
    public Optional<Trial> next(Map<String, Result> results) {
        return trials.stream().filter(t -> !results.containsKey(t.code())).findFirst();
    }

    /** @throws Refused if there is no such trial for this machine */
    public Trial trial(String code) {
        return trials.stream()
                .filter(t -> t.code().equals(code))
                .findFirst()
                .orElseThrow(() -> new Refused("prove.noTrial"));
    }

    /**
     * Refuses to call it proved.
     *
     * @param results the last of each trial
     * @param why what was not tried may stay untried; empty where nobody has said
     * @param running times that must be over first
     * @throws Refused while nothing was tried, something failed, or something was left out without a word why
     */
    public void requireProved(Map<String, Result> results, String why, Collection<Say> running) {
        running.stream().findFirst().ifPresent(r -> {
            throw new Refused("prove.cures", "what", r);
        });
        trials.stream()
                .filter(t -> results.get(t.code()) == Result.FAILED)
                .findFirst()
                .ifPresent(t -> {
                    throw new Refused("prove.failed", "trial", t.words());
                });
        if (results.values().stream().noneMatch(r -> r == Result.PASSED)) {
            throw new Refused("prove.nothingTried");
        }
        List<Trial> open =
                trials.stream().filter(t -> !results.containsKey(t.code())).toList();
        if (!open.isEmpty() && why.isBlank()) {
            throw Refused.at(
                    "why",
                    "prove.notTried",
                    "left",
                    open.size(),
                    "next",
                    open.getFirst().words());
        }
    }
}
