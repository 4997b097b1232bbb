package app.gewerk.server.train;

import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.Outline;
import app.gewerk.core.gear.ToothForm;
import app.gewerk.core.making.GearSvg;
import app.gewerk.core.train.DriveStudy;
import app.gewerk.core.train.Motion;
import app.gewerk.core.train.SpeedError;
import app.gewerk.core.train.Work;
import app.gewerk.core.words.Say;
import java.util.List;
import java.util.Optional;

/**
 * All that follows from a drive, ready to be drawn: mm, y upwards, angles in degrees counter-clockwise from the x axis.
 *
 * @param problem why it cannot turn as it is described
 * @param notes what does not fit together
 * @param efficiency of the whole at work
 * @param weakest the wheel nearest to what it bears when the motor is held fast
 */
public record DriveView(
        List<ShaftView> shafts,
        List<WheelView> wheels,
        List<ContactView> meshes,
        List<StageView> stages,
        Optional<WorkView> work,
        List<MissingView> missing,
        List<DriveStudy.SameSize> sizes,
        Optional<Say> problem,
        List<Say> notes,
        Optional<Double> efficiency,
        Optional<String> weakest) {
    /** Of a module: finer than a pixel where a whole machine is on the screen. */
    private static final double TOLERANCE_OF_MODULE = 0.04;

    private static final double FINEST_MM = 0.004;

    /** @param axisDeg of a shaft that lies in the plane of the drawing */
    public record ShaftView(
            String code,
            double xMm,
            double yMm,
            boolean lying,
            double axisDeg,
            Optional<Fraction> rpm,
            Optional<Double> secondsATurn) {}

    /**
     * @param path SVG path data of the teeth in mm, axis at 0 0, y downwards, first tooth upwards; left out where it has none to show
     * @param phaseDeg of the first tooth
     * @param alongMm along a shaft that lies in the drawing
     * @param workShare of what its teeth bear, at work; {@code jamShare} with the motor held fast
     */
    public record WheelView(
            String code,
            int toothCount,
            double module,
            double referenceDiameterMm,
            double tipDiameterMm,
            double faceWidthMm,
            boolean internal,
            boolean worm,
            boolean smooth,
            boolean taken,
            double phaseDeg,
            double alongMm,
            Optional<String> path,
            Optional<Double> torqueNmm,
            Optional<Double> jamTorqueNmm,
            Optional<Double> forceN,
            Optional<Double> jamForceN,
            Optional<Double> strengthN,
            Optional<Double> workShare,
            Optional<Double> jamShare) {}

    /** @param offMm the measured centre distance less that of gears without shift */
    public record ContactView(
            Optional<Double> frequencyHz,
            Optional<Double> sameTeethMeetHz,
            boolean hunting,
            double centreDistanceMm,
            Optional<Double> offMm) {}

    public record StageView(
            Optional<Fraction> planetRpm,
            Optional<Double> sunTorqueNmm,
            Optional<Double> jamSunTorqueNmm,
            boolean assemblesEquallySpaced,
            Optional<Double> neighbourClearanceMm,
            Optional<Motion.PlanetFrequencies> frequenciesHz,
            Optional<Double> jamForceN,
            Optional<Double> strengthN) {}

    /**
     * @param value turns a minute, mm a second or seconds a stroke, by what it does
     * @param percent and what follows: against what is wanted, where that is said
     */
    public record WorkView(
            Work.Does does,
            double value,
            Optional<Double> wanted,
            Optional<Double> percent,
            Optional<Double> secondsADay,
            Optional<Double> cents) {}

    public record Fits(int toothCount, double errorPercent) {}

    /**
     * @param byWork counts that make the output do what it should, nearest first
     * @param byCentreDistance the count that a measured centre distance leaves
     */
    public record MissingView(String wheel, List<Fits> byWork, Optional<Integer> byCentreDistance) {}

    public static DriveView of(DriveStudy study) {
        return new DriveView(
                study.shafts().stream()
                        .map(s -> new ShaftView(
                                s.code(),
                                s.xMm(),
                                s.yMm(),
                                s.lying(),
                                s.axisDeg(),
                                s.rpm().map(Fraction::of),
                                s.secondsATurn()))
                        .toList(),
                study.wheels().stream().map(DriveView::wheel).toList(),
                study.meshes().stream()
                        .map(m -> new ContactView(
                                m.frequencyHz(), m.sameTeethMeetHz(), m.hunting(), m.centreDistanceMm(), m.offMm()))
                        .toList(),
                study.stages().stream()
                        .map(s -> new StageView(
                                s.planetRpm().map(Fraction::of),
                                s.sunTorqueNmm(),
                                s.jamSunTorqueNmm(),
                                s.assemblesEquallySpaced(),
                                s.neighbourClearanceMm(),
                                s.frequenciesHz(),
                                s.jamForceN(),
                                s.strengthN()))
                        .toList(),
                study.work()
                        .map(w -> new WorkView(
                                w.does(),
                                w.value(),
                                w.wanted(),
                                w.error().map(SpeedError::percent),
                                w.error().map(SpeedError::secondsADay),
                                w.error().map(SpeedError::cents))),
                study.missing().stream()
                        .map(m -> new MissingView(
                                m.wheel(),
                                m.byWork().stream()
                                        .map(f -> new Fits(f.toothCount(), f.errorPercent()))
                                        .toList(),
                                m.byCentreDistance()))
                        .toList(),
                study.sizes(),
                study.problem(),
                study.notes(),
                study.efficiency(),
                study.weakest());
    }

    private static WheelView wheel(DriveStudy.OfWheel wheel) {
        return new WheelView(
                wheel.code(),
                wheel.toothCount(),
                wheel.module(),
                wheel.referenceDiameterMm(),
                wheel.tipDiameterMm(),
                wheel.faceWidthMm(),
                wheel.internal(),
                wheel.worm(),
                wheel.smooth(),
                wheel.taken(),
                wheel.phaseDeg(),
                wheel.alongMm(),
                path(wheel),
                wheel.torqueNmm(),
                wheel.jamTorqueNmm(),
                wheel.forceN(),
                wheel.jamForceN(),
                wheel.strengthN(),
                wheel.workShare(),
                wheel.jamShare());
    }

    private static Optional<String> path(DriveStudy.OfWheel wheel) {
        boolean teeth = !wheel.worm()
                && !wheel.smooth()
                && wheel.toothCount() >= CylindricalGear.FEWEST_TEETH
                && wheel.toothCount() <= CylindricalGear.MOST_TEETH;
        if (!teeth) {
            return Optional.empty();
        }
        double tolerance = Math.max(FINEST_MM, TOLERANCE_OF_MODULE * wheel.module());
        return ToothForm.tried(wheel.gear())
                .made()
                .map(form -> GearSvg.pathData(Outline.of(wheel.gear(), Math.min(1, tolerance))));
    }
}
