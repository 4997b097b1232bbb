package app.gewerk.core.diagnosis;

import app.gewerk.core.train.Machine;
import app.gewerk.core.train.PartType;
import java.util.Set;

/**
 * Something a technician can see, hear, feel or be told; of the whole machine, or of one part.
 *
 * @param leak how often it is there for no listed reason
 * @param misread how often it is told wrongly: heard though it was not there, or missed though it was; above 0, since
 *     nobody hears rightly always
 * @param excludes observations that cannot be made while this is there
 * @param stop true when a machine that shows it is not to be run on
 */
record Observation(
        String code, boolean ofPart, double leak, double misread, Needs needs, Set<String> excludes, boolean stop) {
    Observation {
        if (!(misread > 0 && misread < 0.5)) {
            throw new IllegalStateException(code + " is misread at a rate of " + misread);
        }
    }

    /**
     * What a machine must have for an observation to make sense.
     *
     * @param types of parts of which it has one; empty when any machine will do
     * @param without true when it must have none of them
     */
    record Needs(Set<PartType> types, boolean without) {
        boolean of(Machine machine) {
            return types.isEmpty() || types.stream().anyMatch(machine::has) != without;
        }
    }

    boolean makesSenseFor(Machine machine) {
        return needs.of(machine);
    }
}
