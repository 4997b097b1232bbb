package app.gewerk.core.gear;

/**
 * A straight rack, or a sector unrolled: teeth in a row. Immutable.
 *
 * @param module m_n (mm)
 * @param helixAngleDeg slant of the teeth against the square across; 0 for straight teeth
 */
public record GearRack(double module, double helixAngleDeg, BasicRack rack) implements Toothed {

    public GearRack {
        Limits.requireModule(module);
        Limits.requireHelix(helixAngleDeg);
    }

    /** p_n = π m_n (mm). */
    public double normalPitchMm() {
        return Math.PI * module;
    }

    /** Pitch along the rack, p_t = π m_n / cos β (mm). */
    public double transversePitchMm() {
        return normalPitchMm() / Math.cos(Math.toRadians(helixAngleDeg));
    }

    /** Travel for one turn of a pinion of {@code pinionTeeth}: z p_t (mm). */
    public double travelPerTurnMm(int pinionTeeth) {
        return pinionTeeth * transversePitchMm();
    }

    /** From root to tip (mm). */
    public double toothHeightMm() {
        return module * (rack.addendumCoefficient() + rack.dedendumCoefficient());
    }
}
