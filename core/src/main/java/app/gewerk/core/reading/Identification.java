package app.gewerk.core.reading;

import java.util.List;
import java.util.Optional;

/**
 * Which gear it may be.
 *
 * @param candidates most probable first; their probabilities and those left out make 1
 * @param notStandardProbability that it follows neither a module nor a diametral pitch of the usual series
 * @param outliers readings that contradict the rest
 * @param nextReading what to measure next, unless more would not change what to order
 */
public record Identification(
        List<Candidate> candidates,
        double notStandardProbability,
        List<Outlier> outliers,
        Optional<NextReading> nextReading) {

    public Candidate best() {
        return candidates.getFirst();
    }

    /**
     * A reading that does not go with the others.
     *
     * @param probability that it is a slip
     * @param likelySlip what may have happened, for the technician
     */
    public record Outlier(Measured what, double readMm, double expectedMm, double probability, String likelySlip) {}

    /**
     * The reading that tells most for the time it takes.
     *
     * @param informationBits expected drop of doubt about what to order
     * @param tellsApart what it would show for the leading candidates
     */
    public record NextReading(Measured what, double informationBits, double minutes, List<Expectation> tellsApart) {}

    public record Expectation(String candidate, double expectedMm) {}
}
