package app.gewerk.core.diagnosis;

import app.gewerk.core.Wire;
import app.gewerk.core.train.Machine;
import app.gewerk.core.train.PartType;

/**
 * Something a technician can see, hear, feel or be told; of the whole machine, or of one part.
 *
 * @param leak how often it is there for no listed reason
 */
record Observation(String code, boolean ofPart, double leak, Needs needs) {
    /** What a machine must have for an observation to make sense. */
    enum Needs {
        NOTHING,
        WORM,
        NO_WORM,
        /** Gears of two ends. */
        PAIR,
        /** Something that notices what the machine does. */
        CONTROLLER,
        SENSOR;

        /** @param cell of the knowledge file, empty when any machine will do */
        static Needs ofCell(String cell) {
            return cell.isEmpty() ? NOTHING : Wire.parse(Needs.class, cell);
        }
    }

    boolean makesSenseFor(Machine machine) {
        return switch (needs) {
            case NOTHING -> true;
            case WORM -> machine.has(PartType.WORM);
            case NO_WORM -> !machine.has(PartType.WORM);
            case PAIR -> machine.has(PartType.END_GEAR);
            case CONTROLLER -> machine.has(PartType.CONTROLLER) || machine.has(PartType.SENSOR);
            case SENSOR -> machine.has(PartType.SENSOR);
        };
    }
}
