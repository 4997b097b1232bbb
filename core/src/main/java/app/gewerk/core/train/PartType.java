package app.gewerk.core.train;

import app.gewerk.core.Wire;
import java.util.Arrays;

/** What a part of a machine is, as far as it decides how the part can fail and what it stands beside. */
public enum PartType {
    SUPPLY,
    CONTROLLER,
    SENSOR,
    MOTOR(Does.DRIVES),
    BELT(Does.DRIVES),
    CLUTCH(Does.DRIVES),
    COUPLING(Does.DRIVES),
    DRIVER(Does.DRIVES),
    CAM(Does.DRIVES),
    ROLLER(Does.DRIVES),
    PINION(Does.MESHES),
    GEAR(Does.MESHES),
    END_GEAR(Does.MESHES),
    WORM(Does.MESHES),
    WORM_WHEEL(Does.MESHES),
    BEVEL(Does.MESHES),
    PLANET_STAGE(Does.MESHES),
    SHAFT,
    BRACKET,
    LEVER,
    SPRING,
    SOLENOID,
    CAPACITOR,
    CASE,
    LOAD,
    /** Whatever no other type names. */
    OTHER;

    private enum Does {
        STANDS_BY,
        DRIVES,
        MESHES
    }

    private final Does does;

    PartType() {
        this(Does.STANDS_BY);
    }

    PartType(Does does) {
        this.does = does;
    }

    /** The type of that word; {@link #OTHER} for one that is not known, as a newer or older Gewerk may have kept it. */
    public static PartType ofWord(String word) {
        return Arrays.stream(values())
                .filter(t -> Wire.word(t).equals(word))
                .findFirst()
                .orElse(OTHER);
    }

    /** True when it has teeth. */
    public boolean toothed() {
        return does == Does.MESHES;
    }

    /** True when the drive runs through it. */
    public boolean inDrive() {
        return does != Does.STANDS_BY;
    }

    @Override
    public String toString() {
        return Wire.word(this);
    }
}
