package app.gewerk.core.reading;

import app.gewerk.core.words.Say;
import java.util.List;
import java.util.Optional;

/**
 * Which gear it may be.
 *
 * @param candidates most probable first; their probabilities and those left out make 1
 * @param notStandardProbability that it follows neither a module nor a diametral pitch of the usual series
 * @param outliers readings that contradict the rest
 * @param nextReading what to measure next, unless more would not change what to order
 * @param enough why it stops asking; empty while it asks
 * @param twins other answers that these readings cannot tell from the first
 */
public record Identification(
        List<Candidate> candidates,
        double notStandardProbability,
        List<Outlier> outliers,
        Optional<NextReading> nextReading,
        Optional<Enough> enough,
        List<Twin> twins) {

    public enum Enough {
        /** The first answer is sure enough to order by. */
        SURE,
        /** Nothing more that can be read on this gear would tell the answers apart. */
        NOTHING_PARTS_THEM
    }

    public Candidate best() {
        return candidates.getFirst();
    }

    /**
     * A reading that does not go with the others, or the tooth count when it does not.
     *
     * @param what empty for the tooth count
     * @param probability that it is a slip
     * @param likelySlip what may have happened, for the technician
     */
    public record Outlier(
            Optional<Measured> what,
            boolean ofMate,
            double read,
            double expected,
            double probability,
            Say likelySlip) {}

    /**
     * The reading that tells most for the time it takes.
     *
     * @param what empty when the teeth are to be counted again
     * @param again whether it was read before and looks like a slip
     * @param how it is read, and what speaks for which gear where it cannot be
     * @param informationBits expected drop of doubt about what to order
     * @param tellsApart what it would show for the leading candidates
     */
    public record NextReading(
            Optional<Measured> what,
            boolean again,
            Say how,
            double informationBits,
            double minutes,
            List<Expectation> tellsApart) {}

    public record Expectation(Say candidate, double expected) {}

    /**
     * Another answer as good as the first on these readings.
     *
     * @param candidate its number in the list
     * @param partedBy the reading of this gear that would tell the two apart best, if any would by two standard deviations
     * @param words what to do about it
     */
    public record Twin(int candidate, Optional<Measured> partedBy, double apartSigmas, Say words) {}
}
