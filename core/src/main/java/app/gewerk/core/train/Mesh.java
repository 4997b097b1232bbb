package app.gewerk.core.train;

import app.gewerk.core.words.Refused;

/** Two gears that run with each other; the driver is named first, which matters for nothing but the words. */
public record Mesh(MeshKind kind, GearOnShaft driver, GearOnShaft driven) {

    public Mesh {
        if (driver.shaft().equals(driven.shaft())) {
            throw new Refused("train.meshWithItself", "shaft", driver.shaft());
        }
        if (kind == MeshKind.INTERNAL && driver.toothCount() == driven.toothCount()) {
            throw new Refused("train.ringSameCount", "given", driver.toothCount());
        }
    }

    /** The same with another count on one side. */
    public Mesh with(MissingCount.Side side, int toothCount) {
        return side == MissingCount.Side.DRIVER
                ? new Mesh(kind, driver.withTeeth(toothCount), driven)
                : new Mesh(kind, driver, driven.withTeeth(toothCount));
    }

    /** True when each tooth meets every tooth of the other before the first two meet again: the counts share no divisor. */
    public boolean hunting() {
        return gcd(driver.toothCount(), driven.toothCount()) == 1;
    }

    static int gcd(int a, int b) {
        return b == 0 ? a : gcd(b, a % b);
    }

    /** Turns of the driver until the same two teeth meet again: z₂ / gcd(z₁, z₂). */
    public int turnsUntilTheSameTeethMeet() {
        return driven.toothCount() / gcd(driver.toothCount(), driven.toothCount());
    }
}
