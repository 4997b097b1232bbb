package app.gewerk.core.diagnosis;

/**
 * Something a technician can see, hear, feel or be told; of the whole machine, or of one part.
 *
 * @param leak how often it is there for no listed reason
 * @param needs what the machine must have for it to make sense; empty when any machine will do
 */
record Observation(String code, String words, boolean ofPart, double leak, String needs) {
    boolean makesSenseFor(Machine machine) {
        return switch (needs) {
            case "" -> true;
            case "worm" -> machine.has("worm");
            case "noWorm" -> !machine.has("worm");
            case "pair" -> machine.has("endGear");
            case "controller" -> machine.has("controller") || machine.has("sensor");
            default -> machine.has(needs);
        };
    }
}
