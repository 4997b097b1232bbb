package app.gewerk.core.fit;

import app.gewerk.core.gear.Limits;
import app.gewerk.core.material.Elastic;
import app.gewerk.core.words.Refused;

/**
 * A ring pressed on a shaft, both elastic, in plane stress (Lamé's thick cylinders). Of a gear the ring ends at its root
 * circle, which is on the safe side for the stress. Plastics give way with time and warmth: these are the values of the hour it was put
 * together.
 *
 * @param diameterMm of the joint
 * @param outerDiameterMm of the ring
 * @param holeDiameterMm of a hollow shaft; 0 of a solid one
 * @param lengthMm of the joint
 * @param interferenceMm shaft's diameter less the bore's
 * @param friction between the two
 */
public record PressFit(
        double diameterMm,
        double outerDiameterMm,
        double holeDiameterMm,
        double lengthMm,
        double interferenceMm,
        double friction,
        Elastic ring,
        Elastic shaft) {

    public PressFit {
        Limits.requireBetween("shaftDiameter", diameterMm, 0.1, 1000);
        Limits.requireBetween("fitLength", lengthMm, 0.05, 1000);
        Limits.requireBetween("interference", interferenceMm, 0, diameterMm / 5);
        Limits.requireBetween("friction", friction, 0, 2);
        if (!(outerDiameterMm > diameterMm)) {
            throw Refused.at("ring", "fit.noWall", "outer", outerDiameterMm, "shaft", diameterMm);
        }
        if (!(holeDiameterMm >= 0 && holeDiameterMm < diameterMm)) {
            throw Refused.at("shaft", "fit.noShaft", "hole", holeDiameterMm, "shaft", diameterMm);
        }
    }

    public PressFit withInterference(double mm) {
        return new PressFit(diameterMm, outerDiameterMm, holeDiameterMm, lengthMm, mm, friction, ring, shaft);
    }

    /** (D² + d²)/(D² − d²): hoop stress at the bore over the pressure. */
    private double ringFactor() {
        return (outerDiameterMm * outerDiameterMm + diameterMm * diameterMm)
                / (outerDiameterMm * outerDiameterMm - diameterMm * diameterMm);
    }

    private double shaftFactor() {
        return (diameterMm * diameterMm + holeDiameterMm * holeDiameterMm)
                / (diameterMm * diameterMm - holeDiameterMm * holeDiameterMm);
    }

    /** p = δ / (d [((D²+d²)/(D²−d²) + ν)/E + ((d²+h²)/(d²−h²) − ν)/E] of ring and shaft) (MPa). */
    public double pressureMpa() {
        return interferenceMm
                / (diameterMm
                        * ((ringFactor() + ring.poissonRatio()) / ring.elasticModulusMpa()
                                + (shaftFactor() - shaft.poissonRatio()) / shaft.elasticModulusMpa()));
    }

    public double hoopStressAtBoreMpa() {
        return pressureMpa() * ringFactor();
    }

    /** At the ring's outside, 2 p d²/(D² − d²) (MPa). */
    public double hoopStressOutsideMpa() {
        return pressureMpa() * (ringFactor() - 1);
    }

    /** By the hoop stress and the pressure across it, σ² − σ(−p) + p² (MPa). */
    public double vonMisesAtBoreMpa() {
        double hoop = hoopStressAtBoreMpa();
        double radial = -pressureMpa();
        return Math.sqrt(hoop * hoop - hoop * radial + radial * radial);
    }

    /** Strain round the bore, (σ + ν p)/E: what an aged plastic cracks by. */
    public double hoopStrainAtBore() {
        return (hoopStressAtBoreMpa() + ring.poissonRatio() * pressureMpa()) / ring.elasticModulusMpa();
    }

    /** μ p π d² L / 2 (N mm). */
    public double slipTorqueNmm() {
        return friction * pressureMpa() * Math.PI * diameterMm * diameterMm * lengthMm / 2;
    }

    /** μ p π d L (N): to press it on the last of the way, and to pull it off. */
    public double axialForceN() {
        return friction * pressureMpa() * Math.PI * diameterMm * lengthMm;
    }

    /** By how much the ring's outside grows in diameter, 2 p d² D / (E (D² − d²)) (mm). */
    public double outerGrowthMm() {
        return hoopStressOutsideMpa() * outerDiameterMm / ring.elasticModulusMpa();
    }

    /** By how much the shaft gives way in diameter (mm). */
    public double shaftShrinkMm() {
        return pressureMpa() * diameterMm * (shaftFactor() - shaft.poissonRatio()) / shaft.elasticModulusMpa();
    }

    /** The interference at which the bore is strained by so much (mm); everything is proportional to it. */
    public double interferenceAtStrainMm(double strain) {
        double perMm = withInterference(diameterMm / 1000).hoopStrainAtBore() / (diameterMm / 1000);
        return strain / perMm;
    }

    /** The interference at which it slips at this torque (mm). */
    public double interferenceForTorqueMm(double torqueNmm) {
        double perMm = withInterference(diameterMm / 1000).slipTorqueNmm() / (diameterMm / 1000);
        return torqueNmm / perMm;
    }
}
