package app.gewerk.core.gear;

import app.gewerk.core.words.Refused;
import java.util.List;

/**
 * Several gears on one hub, from one end of the shaft to the other. Immutable.
 *
 * @param steps at least two
 */
public record CompoundGear(List<Step> steps) {

    /**
     * One of them.
     *
     * @param faceWidthMm along the shaft
     * @param phaseDeg by how much its tooth 0 is turned counter-clockwise against the first step's
     */
    public record Step(CylindricalGear gear, double faceWidthMm, double phaseDeg) {
        public Step {
            if (gear.internal()) {
                throw new Refused("compound.outside");
            }
            if (!(faceWidthMm > 0 && faceWidthMm <= 500)) {
                throw new Refused("gear.faceWidth", "given", faceWidthMm);
            }
        }
    }

    public CompoundGear {
        steps = List.copyOf(steps);
        if (steps.size() < 2) {
            throw new Refused("compound.two");
        }
    }

    public double widthMm() {
        return steps.stream().mapToDouble(Step::faceWidthMm).sum();
    }

    /** Thickest bore that leaves a wall below every step's roots (mm). */
    public double largestBoreMm() {
        return steps.stream().mapToDouble(s -> s.gear().rootDiameterMm()).min().orElseThrow();
    }

    /** Outline of each step as it stands on the common hub, first step first. */
    public List<List<Point>> outlines(double toleranceMm) {
        return steps.stream()
                .map(s -> Outline.of(s.gear(), toleranceMm).stream()
                        .map(p -> p.turnedBy(Math.toRadians(s.phaseDeg())))
                        .toList())
                .toList();
    }

    /** How much faster the last step's rim teeth pass than the first's: z_last / z_first. */
    public double step() {
        return steps.getLast().gear().toothCount()
                / (double) steps.getFirst().gear().toothCount();
    }
}
