package app.gewerk.core.fit;

import app.gewerk.core.material.Material;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import java.util.Optional;

/**
 * What becomes of a press fit in a known material over the years.
 *
 * @param fit as it is on the day it is pressed
 * @param ring the ring's material
 */
public record PlasticFit(PressFit fit, Material ring) {
    /** Of a moulded ring two seam lines may halve what the wall stands for years; here only said, not counted (common practice). */
    public double strainOverLimit() {
        return fit.hoopStrainAtBore() / ring.strainLimit();
    }

    /** True where the bore is strained so much that it cracks in the end. */
    public boolean doomed() {
        return strainOverLimit() > 1;
    }

    public double relaxedPressureMpa() {
        return fit.pressureMpa() * ring.relaxedShare();
    }

    public double relaxedSlipTorqueNmm() {
        return fit.slipTorqueNmm() * ring.relaxedShare();
    }

    /** The most interference that is borne for years (mm). */
    public double longTermInterferenceMm() {
        return fit.interferenceAtStrainMm(ring.strainLimit());
    }

    /** Interference left when both are warmer than the day they were pressed (mm, below 0 it is loose), the shaft of steel or the like. */
    public double interferenceAtMm(double temperatureC, double shaftExpansionPerK) {
        double warmer = temperatureC - Growth.ROOM_C;
        return fit.interferenceMm() - fit.diameterMm() * (ring.expansionPerK() - shaftExpansionPerK) * warmer;
    }

    /** Why this cannot even be pressed: the wall gives way at once. */
    public Optional<Say> whyNot() {
        double stress = fit.vonMisesAtBoreMpa();
        if (stress <= ring.yieldMpa()) {
            return Optional.empty();
        }
        return Optional.of(Say.of(
                "fit.yields",
                "wall",
                (fit.outerDiameterMm() - fit.diameterMm()) / 2,
                "given",
                fit.interferenceMm(),
                "material",
                ring.words(),
                "stress",
                stress,
                "yield",
                ring.yieldMpa(),
                "most",
                fit.interferenceMm() * ring.yieldMpa() / stress));
    }

    /** @throws Refused where the wall gives way at once */
    public PlasticFit requirePossible() {
        whyNot().ifPresent(why -> {
            throw new Refused(why).at("interferenceMm");
        });
        return this;
    }
}
