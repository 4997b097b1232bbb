package app.gewerk.core.device;

import app.gewerk.core.job.Way;
import app.gewerk.core.teardown.TeardownStep;
import app.gewerk.core.train.Machine;
import app.gewerk.core.words.Refusal;
import app.gewerk.core.words.Say;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What one shop knows of one model, as it travels to another: no owner in it and no price.
 *
 * @param seen jobs of this model
 * @param told those put away with a culprit stated
 * @param culprits how many of those had each fault, by its key
 * @param signs seen with a fault, how often: by fault, then by sign
 * @param lasted every mend, how long it was watched and whether it came back
 * @param minutes at the bench, of each job where they were noted
 * @param wayIn how it opens; empty where nobody has put it into the book
 */
public record Chapter(
        String kind,
        String maker,
        String model,
        int seen,
        int told,
        Map<String, Integer> culprits,
        Map<String, Map<String, Integer>> signs,
        List<Lasted> lasted,
        List<Integer> minutes,
        List<Line> advice,
        List<Spare> spares,
        Optional<Machine> train,
        List<TeardownStep> wayIn,
        List<Picture> pictures) {
    /** A bench that has taken in more of one model than this has not counted. */
    private static final int MOST_JOBS = 100_000;

    private static final int LONGEST_NAME = 200;
    private static final int LONGEST_LINE = 2000;
    private static final int MOST_LINES = 500;
    private static final double MOST_DAYS = 36_525;
    private static final int MOST_MINUTES = 10_000;

    /** A mend: how long it was watched, and whether it came back with the same fault. */
    public record Lasted(Way way, double days, boolean failed) {}

    /** A line of advice. */
    public record Line(String advice, LocalDate on) {}

    /** What fits: a part's number and what it is called, and where it goes. */
    public record Spare(String number, String name, String position) {}

    /** @param file its name in the book; {@code shows} what is to be seen */
    public record Picture(String file, String shows) {}

    /** What cannot be: a count that no bench comes to, a part greater than its whole; the first that is found. */
    public Optional<Refusal> absurd() {
        Optional<String> wrong = wrong();
        return wrong.map(what ->
                Refusal.of("travel.absurd", "machine", maker + " " + model, "what", Say.of("travel.count." + what)));
    }

    private Optional<String> wrong() {
        boolean named = !maker.isBlank()
                && !model.isBlank()
                && maker.length() <= LONGEST_NAME
                && model.length() <= LONGEST_NAME
                && kind.length() <= LONGEST_NAME;
        boolean counts = seen >= 0 && seen <= MOST_JOBS && told >= 0 && told <= seen;
        boolean parts = culprits.values().stream().allMatch(n -> n > 0 && n <= told)
                && signs.entrySet().stream()
                        .allMatch(e -> e.getValue().values().stream()
                                .allMatch(n -> n > 0 && n <= culprits.getOrDefault(e.getKey(), 0)));
        boolean days = lasted.size() <= seen && lasted.stream().allMatch(l -> l.days >= 0 && l.days <= MOST_DAYS);
        boolean bench = minutes.size() <= seen && minutes.stream().allMatch(m -> m >= 0 && m <= MOST_MINUTES);
        boolean lines = advice.size() <= MOST_LINES
                && advice.stream().allMatch(a -> a.advice.length() <= LONGEST_LINE)
                && spares.size() <= MOST_LINES
                && pictures.size() <= MOST_LINES
                && wayIn.size() <= MOST_LINES;
        if (!named) {
            return Optional.of("name");
        }
        if (!counts) {
            return Optional.of("jobs");
        }
        if (!parts) {
            return Optional.of("culprits");
        }
        if (!days) {
            return Optional.of("days");
        }
        if (!bench) {
            return Optional.of("minutes");
        }
        return lines ? Optional.empty() : Optional.of("lines");
    }
}
