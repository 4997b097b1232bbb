package app.gewerk.core.diagnosis;

import app.gewerk.core.Wire;
import app.gewerk.core.train.Component;
import app.gewerk.core.train.Machine;
import app.gewerk.core.train.PartType;
import java.util.Arrays;

/** Where a failed part stands, for what it shows there. */
sealed interface Stands {
    /** Whether a part that has failed stands there, itself being looked at. */
    boolean there(Machine machine, Component failed);

    /** Places in the drive. */
    enum InDrive implements Stands {
        ANY,
        FIRST,
        AFTER_WORM,
        /** Not the failed part itself is looked at, but one beside it. */
        NEIGHBOUR;

        @Override
        public boolean there(Machine machine, Component failed) {
            return switch (this) {
                case ANY -> true;
                case FIRST -> machine.first(failed);
                case AFTER_WORM -> machine.afterWorm(failed);
                case NEIGHBOUR -> false;
            };
        }
    }

    /** Any part of a type. */
    record OfType(PartType type) implements Stands {
        @Override
        public boolean there(Machine machine, Component failed) {
            return failed.type() == type;
        }
    }

    /** @param cell of the knowledge file: a place in the drive or a type of part */
    static Stands ofCell(String cell) {
        return Arrays.stream(InDrive.values())
                .filter(s -> Wire.word(s).equals(cell))
                .<Stands>map(s -> s)
                .findFirst()
                .orElseGet(() -> new OfType(Wire.parse(PartType.class, cell)));
    }
}
