package app.gewerk.core.gear;

/** Anything with teeth that can be laid under a caliper. */
public sealed interface Toothed permits CylindricalGear, GearRack, Worm, BevelGear {

    /** Module in the section the teeth were cut in (mm): normal, for a worm axial, for a bevel gear at the outer end. */
    double module();

    BasicRack rack();

    /** From root to tip (mm): addendum and dedendum, whatever the shift. */
    default double toothHeightMm() {
        return module() * (rack().addendumCoefficient() + rack().dedendumCoefficient());
    }
}
