package app.gewerk.core.train;

import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.Point;
import app.gewerk.core.gear.ToothForm;
import app.gewerk.core.material.Materials;
import app.gewerk.core.strength.FormFactor;
import app.gewerk.core.words.Outcome;
import app.gewerk.core.words.Refusal;
import app.gewerk.core.words.Say;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.hipparchus.fraction.BigFraction;

/**
 * All that follows from what is known of a drive: where everything lies, how it turns, what each tooth bears at work and at a jam,
 * which is the weakest, whether the output does what it should, and which count would make it do so.
 *
 * @param problem why it cannot turn as it is described
 * @param notes what does not fit together
 * @param efficiency of the whole at work
 * @param weakest the wheel that is nearest to what it bears with the motor held fast
 */
public record DriveStudy(
        List<OfShaft> shafts,
        List<OfWheel> wheels,
        List<OfMesh> meshes,
        List<OfStage> stages,
        Optional<Done> work,
        List<Missing> missing,
        List<SameSize> sizes,
        Optional<Say> problem,
        List<Say> notes,
        Optional<Double> efficiency,
        Optional<String> weakest) {

    /** Where it works unless somebody says otherwise (°C, common practice). */
    public static final double USUAL_C = 40;

    private static final double MILLION = 1e6;
    private static final String USUAL_MATERIAL = "POM-C";
    /** Beyond what shift and play of a housing make up, in modules (from memory). */
    private static final double CENTRE_OFF = 0.35;

    private static final double SAME_MODULE = 0.01;
    /** What small pinions are given at most (common practice). */
    private static final double MOST_AGAINST_UNDERCUT = 0.5;
    /** What the most loaded of several planets bears over its even part (common practice for moulded sets). */
    private static final double UNEVEN = 1.2;
    /** Of the strength of a tooth bent one way only (common practice). */
    private static final double TO_AND_FRO = 0.7;
    /** More is a slip of a count or of the centre distance. */
    private static final double MOST_SHIFT = 0.8;

    /**
     * @param axisDeg of a shaft that lies in the plane of the drawing
     * @param rpm with its sign, where it follows
     */
    public record OfShaft(
            String code, double xMm, double yMm, boolean lying, double axisDeg, Optional<BigFraction> rpm) {
        public Optional<Double> secondsATurn() {
            return rpm.filter(n -> !n.isZero()).map(n -> 60 / Math.abs(n.doubleValue()));
        }
    }

    /**
     * @param toothCount as drawn
     * @param taken nobody has counted or measured it
     * @param profileShiftCoefficient x that it most likely has: a small pinion against undercut, its mate as much less
     * @param phaseDeg by which its first tooth is turned from the x axis, so that the teeth drawn mesh
     * @param alongMm how far along a shaft that lies in the drawing it sits
     * @param torqueNmm on it at work
     * @param jamTorqueNmm with the motor held fast
     * @param forceN on a tooth at work
     * @param strengthN that a tooth bears at the machine's warmth for a million turns
     */
    public record OfWheel(
            String code,
            int toothCount,
            double module,
            double referenceDiameterMm,
            double tipDiameterMm,
            double faceWidthMm,
            double profileShiftCoefficient,
            boolean internal,
            boolean worm,
            boolean smooth,
            boolean taken,
            double phaseDeg,
            double alongMm,
            Optional<Double> torqueNmm,
            Optional<Double> jamTorqueNmm,
            Optional<Double> forceN,
            Optional<Double> jamForceN,
            Optional<Double> strengthN) {

        /** What it bears at a jam over what it can. */
        public Optional<Double> jamShare() {
            return jamForceN.flatMap(f -> strengthN.map(s -> f / s));
        }

        public Optional<Double> workShare() {
            return forceN.flatMap(f -> strengthN.map(s -> f / s));
        }

        /** The gear as it is taken for drawing and for strength: 20°, full depth. */
        public CylindricalGear gear() {
            return new CylindricalGear(internal, module, toothCount, 0, profileShiftCoefficient, BasicRack.ISO_53_A);
        }
    }

    /**
     * @param centreDistanceMm as measured, else as it follows
     * @param offMm by how much the measured one differs from that of gears without shift
     */
    public record OfMesh(
            Optional<Double> frequencyHz,
            Optional<Double> sameTeethMeetHz,
            boolean hunting,
            double centreDistanceMm,
            Optional<Double> offMm) {}

    /**
     * @param sunTorqueNmm on the sun at work
     * @param jamForceN on a tooth of the sun with the motor held fast
     * @param strengthN that the weaker of sun and planet bears there for a million turns
     * @param whyNot it cannot be put together
     */
    public record OfStage(
            Optional<Double> sunTorqueNmm,
            Optional<Double> jamSunTorqueNmm,
            Optional<BigFraction> planetRpm,
            boolean assemblesEquallySpaced,
            Optional<Double> neighbourClearanceMm,
            Optional<Motion.PlanetFrequencies> frequenciesHz,
            Optional<Double> jamForceN,
            Optional<Double> strengthN,
            Optional<Say> whyNot) {

        /** What it bears at a jam over what it can. */
        public Optional<Double> jamShare() {
            return jamForceN.flatMap(f -> strengthN.map(s -> f / s));
        }
    }

    /**
     * @param value turns a minute, mm a second or seconds a stroke
     * @param error against what is wanted
     */
    public record Done(Work.Does does, double value, Optional<Double> wanted, Optional<SpeedError> error) {}

    /**
     * A count nobody knows, and which would fit.
     *
     * @param byWork what makes the output do what it should, the nearest first
     * @param byCentreDistance what the measured centre distance leaves
     */
    public record Missing(String wheel, List<MissingCount.Found> byWork, Optional<Integer> byCentreDistance) {}

    /** Wheels of one size in the machine: what is ordered together. */
    public record SameSize(int toothCount, double module, Optional<Double> faceWidthMm, List<String> wheels) {}

    /** @param celsius where the machine works */
    public static DriveStudy of(Drive drive, Materials materials, double celsius) {
        return new Study(drive, Layout.of(drive), materials, celsius).told();
    }

    private record Study(Drive drive, Layout layout, Materials materials, double celsius) {

        DriveStudy told() {
            CountedDrive built = CountedDrive.of(drive, Map.of());
            Optional<Outcome<Motion>> turning = built.turning(drive);
            Optional<Motion> motion = turning.flatMap(Outcome::made);
            Optional<TrainLoads> unit = motion.flatMap(m -> built.loads(drive, m));
            List<OfWheel> wheels = wheels(built, motion, unit);
            List<Say> notes = new ArrayList<>(notes());
            List<OfStage> stages = drive.planetStages().stream()
                    .map(s -> stage(s, built, motion, unit))
                    .toList();
            stages.forEach(s -> s.whyNot().ifPresent(notes::add));
            motion.ifPresent(m -> {
                if (!m.locked().isEmpty()) {
                    notes.add(Say.of("drive.locked", "shafts", named(m.locked())));
                }
                if (m.degreesOfFreedom() > 0) {
                    notes.add(Say.of(
                            "drive.loose",
                            "shafts",
                            named(m.loose()),
                            "count",
                            m.loose().size()));
                }
            });
            return new DriveStudy(
                    drive.shafts().stream().map(s -> shaft(s, motion)).toList(),
                    wheels,
                    drive.meshings().stream().map(m -> mesh(m, built, motion)).toList(),
                    stages,
                    drive.reckonedWork().flatMap(w -> done(w, motion)),
                    missing(),
                    sizes(),
                    turning.flatMap(Outcome::why).map(Refusal::say),
                    List.copyOf(notes),
                    unit.map(TrainLoads::efficiency),
                    weakest(wheels, stages));
        }

        private Optional<String> weakest(List<OfWheel> wheels, List<OfStage> stages) {
            Map<String, Double> shares = new LinkedHashMap<>();
            wheels.forEach(w -> w.jamShare().ifPresent(share -> shares.put(w.code(), share)));
            for (int i = 0; i < stages.size(); i++) {
                String part = drive.planetStages().get(i).part();
                stages.get(i).jamShare().ifPresent(share -> shares.put(part, share));
            }
            return shares.entrySet().stream().max(Map.Entry.comparingByValue()).map(Map.Entry::getKey);
        }

        private List<Say> named(List<String> shafts) {
            return shafts.stream().map(s -> drive.shaft(s).words()).toList();
        }

        private OfShaft shaft(Shaft shaft, Optional<Motion> motion) {
            Layout.At at = layout.shafts().get(shaft.code());
            return new OfShaft(
                    shaft.code(),
                    at.middle().x(),
                    at.middle().y(),
                    at.lying(),
                    at.axisDeg(),
                    motion.flatMap(m -> m.speed(shaft.code())));
        }

        private OfMesh mesh(Meshing meshing, CountedDrive built, Optional<Motion> motion) {
            Layout.Size driver = layout.wheels().get(meshing.driver());
            Layout.Size driven = layout.wheels().get(meshing.driven());
            Optional<Mesh> counted = built.mesh(meshing);
            double nominal = Layout.nominal(meshing.kind(), driver, driven);
            return new OfMesh(
                    motion.flatMap(m -> counted.flatMap(m::meshFrequencyHz)),
                    motion.flatMap(m -> counted.flatMap(m::sameTeethMeetHz)),
                    counted.filter(Mesh::hunting).isPresent(),
                    Layout.centreDistance(meshing, driver, driven),
                    meshing.centreDistanceMm()
                            .filter(a -> meshing.kind().parallel() && !driver.taken() && !driven.taken())
                            .map(a -> a - nominal));
        }

        private OfStage stage(
                PlanetStage stage, CountedDrive built, Optional<Motion> motion, Optional<TrainLoads> unit) {
            PlanetSet set = stage.set();
            int index = built.train().planetSets().indexOf(set);
            Optional<Double> each = unit.filter(u -> index >= 0)
                    .map(u -> u.planetSets().get(index).sunTorqueNmm());
            return new OfStage(
                    each.flatMap(
                            t -> drive.motor().flatMap(Motor::workTorqueNmm).map(w -> t * w)),
                    each.flatMap(t -> held(built, unit).map(h -> t * h)),
                    motion.flatMap(m -> m.planetRpm(set)),
                    set.assemblesEquallySpaced(),
                    set.neighbourClearanceMm().isPresent()
                            ? Optional.of(set.neighbourClearanceMm().getAsDouble())
                            : Optional.empty(),
                    motion.flatMap(m -> m.frequencies(set)),
                    set.module()
                            .flatMap(module -> each.flatMap(t -> held(built, unit)
                                    .map(h -> Math.abs(t * h)
                                            * 2
                                            / (module * set.sunToothCount())
                                            * UNEVEN
                                            / set.planetCount()))),
                    set.module().flatMap(module -> strength(stage, module)),
                    set.whyNotAssembled());
        }

        /** What a tooth of the sun or of its planets bears (N), the less of the two: planets are bent to and fro. */
        private Optional<Double> strength(PlanetStage stage, double module) {
            PlanetSet set = stage.set();
            double width = stage.faceWidthMm().orElse(Layout.WIDTH_FACTOR * module);
            Optional<Double> sun = strength(stage.material(), set.sunToothCount(), module, width, 0);
            return sun.flatMap(
                    s -> strength(stage.material(), set.planetToothCounts().getFirst(), module, width, 0)
                            .map(planet -> Math.min(s, TO_AND_FRO * planet)));
        }

        private static Optional<Done> done(Work work, Optional<Motion> motion) {
            return motion.flatMap(m -> m.speed(work.shaft()))
                    .filter(n -> !n.isZero())
                    .map(n -> new Done(
                            work.does(),
                            work.at(n.doubleValue()),
                            work.wanted(),
                            work.wantedRpm().map(wanted -> SpeedError.of(n, wanted))));
        }

        /** Sizes of which there are several, and all others once. */
        private List<SameSize> sizes() {
            Map<String, List<Wheel>> alike = new LinkedHashMap<>();
            drive.wheels().stream()
                    .filter(w -> w.toothCount().isPresent() && w.module().isPresent())
                    .forEach(w -> alike.computeIfAbsent(
                                    w.toothCount().get() + " " + w.module().get() + " " + w.faceWidthMm(),
                                    any -> new ArrayList<>())
                            .add(w));
            return alike.values().stream()
                    .map(same -> new SameSize(
                            same.getFirst().toothCount().orElseThrow(),
                            same.getFirst().module().orElseThrow(),
                            same.getFirst().faceWidthMm(),
                            same.stream().map(Wheel::code).toList()))
                    .sorted(Comparator.comparingInt((SameSize s) -> -s.wheels().size()))
                    .toList();
        }

        /** What was measured and does not go together. */
        private List<Say> notes() {
            List<Say> notes = new ArrayList<>();
            for (Meshing meshing : drive.meshings()) {
                Wheel driver = drive.wheel(meshing.driver());
                Wheel driven = drive.wheel(meshing.driven());
                Layout.Size one = layout.wheels().get(driver.code());
                Layout.Size two = layout.wheels().get(driven.code());
                if (meshing.kind() != MeshKind.BELT
                        && driver.module().isPresent()
                        && driven.module().isPresent()
                        && Math.abs(one.module() - two.module()) > SAME_MODULE) {
                    notes.add(Say.of(
                            "drive.modulesDiffer",
                            "one",
                            driver.code(),
                            "other",
                            driven.code(),
                            "oneModule",
                            one.module(),
                            "otherModule",
                            two.module()));
                } else if (!one.taken() && !two.taken()) {
                    double off = meshing.centreDistanceMm().orElse(0.0) - Layout.nominal(meshing.kind(), one, two);
                    if (meshing.centreDistanceMm().isPresent()
                            && meshing.kind().parallel()
                            && Math.abs(off) > CENTRE_OFF * one.module()) {
                        notes.add(Say.of(
                                "drive.centreOff",
                                "one",
                                driver.code(),
                                "other",
                                driven.code(),
                                "measured",
                                meshing.centreDistanceMm().get(),
                                "expected",
                                Layout.nominal(meshing.kind(), one, two)));
                    }
                }
            }
            return notes;
        }

        private List<Missing> missing() {
            List<Wheel> open = drive.wheels().stream()
                    .filter(w -> w.toothCount().isEmpty() && w.diameterMm().isEmpty())
                    .toList();
            return open.stream()
                    .map(w -> new Missing(w.code(), open.size() == 1 ? byWork(w) : List.of(), byCentre(w)))
                    .toList();
        }

        private List<MissingCount.Found> byWork(Wheel wheel) {
            Optional<BigFraction> wanted = drive.reckonedWork().flatMap(Work::wantedRpm);
            Optional<Motor> motor =
                    drive.motor().filter(m -> m.speedRpm().filter(n -> n != 0).isPresent());
            List<Meshing> its = drive.meshingsOf(wheel.code());
            if (wanted.isEmpty() || motor.isEmpty() || its.size() != 1) {
                return List.of();
            }
            CountedDrive tried = CountedDrive.of(
                    drive,
                    Map.of(wheel.code(), layout.wheels().get(wheel.code()).toothCount()));
            int index = tried.meshings().indexOf(its.getFirst());
            if (index < 0) {
                return List.of();
            }
            return MissingCount.tried(
                            tried.train(),
                            tried.speeds(motor.get()),
                            index,
                            its.getFirst().driver().equals(wheel.code())
                                    ? MissingCount.Side.DRIVER
                                    : MissingCount.Side.DRIVEN,
                            drive.work().orElseThrow().shaft(),
                            wanted.get())
                    .made()
                    .orElse(List.of());
        }

        private Optional<Integer> byCentre(Wheel wheel) {
            double module = layout.wheels().get(wheel.code()).module();
            boolean read = wheel.module().isPresent()
                    || drive.meshingsOf(wheel.code()).stream()
                            .anyMatch(m -> drive.other(m, wheel.code()).module().isPresent());
            return drive.meshingsOf(wheel.code()).stream()
                    .filter(m -> read && m.kind().parallel())
                    .flatMap(m -> m.centreDistanceMm().stream()
                            .flatMap(a -> drive.other(m, wheel.code()).toothCount().stream()
                                    .map(mate -> {
                                        double both = 2 * a / module;
                                        if (m.kind() == MeshKind.EXTERNAL) {
                                            return (int) Math.round(both - mate);
                                        }
                                        return (int)
                                                Math.round(m.driven().equals(wheel.code()) ? mate + both : mate - both);
                                    })))
                    .filter(z -> z >= 4)
                    .findFirst();
        }

        /** Torque of the motor held fast, or as much of it as the clutches let through. */
        private Optional<Double> held(CountedDrive built, Optional<TrainLoads> unit) {
            return drive.motor()
                    .flatMap(Motor::heldTorqueNmm)
                    .map(h -> h * unit.map(u -> built.slips(u, h)).orElse(1.0));
        }

        private List<OfWheel> wheels(CountedDrive built, Optional<Motion> motion, Optional<TrainLoads> unit) {
            Map<String, Double> phases = phases();
            Optional<Double> work = drive.motor().flatMap(Motor::workTorqueNmm);
            Optional<Double> held = held(built, unit);
            return drive.wheels().stream()
                    .map(wheel -> {
                        Layout.Size size = layout.wheels().get(wheel.code());
                        Optional<Double> each = unit.flatMap(u -> built.unitTorque(drive, u, wheel));
                        Optional<Double> atWork = each.flatMap(t -> work.map(w -> t * w));
                        Optional<Double> atJam = each.flatMap(t -> held.map(h -> t * h));
                        boolean smooth = wheel.toothCount().isEmpty()
                                && wheel.diameterMm().isPresent();
                        boolean worm = Layout.worm(drive, wheel);
                        double radius = size.diameterMm() / 2;
                        double shift = shift(wheel);
                        boolean bears = !smooth && !worm;
                        return new OfWheel(
                                wheel.code(),
                                size.toothCount(),
                                size.module(),
                                size.diameterMm(),
                                size.tipDiameterMm(smooth),
                                size.faceWidthMm(),
                                shift,
                                size.internal(),
                                worm,
                                smooth,
                                size.taken(),
                                phases.getOrDefault(wheel.code(), 0.0),
                                layout.along().getOrDefault(wheel.code(), 0.0),
                                atWork,
                                atJam,
                                atWork.filter(any -> bears).map(t -> t / radius),
                                atJam.filter(any -> bears).map(t -> t / radius),
                                bears && !size.taken() ? strength(wheel, size, shift) : Optional.empty());
                    })
                    .toList();
        }

        /** What a tooth of it bears (N), of the face that it shares with its mates; of one nobody has named the plastic of, acetal's. */
        private Optional<Double> strength(Wheel wheel, Layout.Size size, double shift) {
            if (size.internal()) {
                return Optional.empty();
            }
            double bearing = Stream.concat(
                            Stream.of(size.faceWidthMm()),
                            drive.meshingsOf(wheel.code()).stream()
                                    .map(m -> layout.wheels()
                                            .get(drive.other(m, wheel.code()).code())
                                            .faceWidthMm()))
                    .min(Comparator.naturalOrder())
                    .orElseThrow();
            return strength(wheel.material(), size.toothCount(), size.module(), bearing, shift);
        }

        private Optional<Double> strength(
                Optional<String> material, int teeth, double module, double widthMm, double shift) {
            if (teeth < CylindricalGear.FEWEST_TEETH || teeth > CylindricalGear.MOST_TEETH) {
                return Optional.empty();
            }
            CylindricalGear gear = CylindricalGear.spur(module, teeth, shift, BasicRack.ISO_53_A);
            return ToothForm.tried(gear)
                    .made()
                    .map(any -> materials
                                    .known(material.orElse(USUAL_MATERIAL))
                                    .orElseGet(() -> materials.material(USUAL_MATERIAL))
                                    .rootStrengthMpa(celsius, MILLION)
                            * widthMm
                            * module
                            * FormFactor.fromOutline(gear));
        }

        /** Against undercut; of the mate of such a pinion as much less as the centre distance asks for. */
        private double shift(Wheel wheel) {
            double own = against(layout.wheels().get(wheel.code()));
            if (own > 0) {
                return own;
            }
            return drive.meshingsOf(wheel.code()).stream()
                    .filter(m -> m.kind() == MeshKind.EXTERNAL)
                    .map(m -> {
                        Layout.Size one = layout.wheels().get(m.driver());
                        Layout.Size two = layout.wheels().get(m.driven());
                        double left = (Layout.centreDistance(m, one, two) - Layout.nominal(m.kind(), one, two))
                                / one.module();
                        return left
                                - against(layout.wheels()
                                        .get(drive.other(m, wheel.code()).code()));
                    })
                    .filter(x -> Math.abs(x) < MOST_SHIFT)
                    .findFirst()
                    .orElse(0.0);
        }

        private static double against(Layout.Size size) {
            boolean few = !size.internal() && size.toothCount() >= CylindricalGear.FEWEST_TEETH;
            return few
                    ? Math.clamp(
                            CylindricalGear.spur(size.module(), size.toothCount(), 0, BasicRack.ISO_53_A)
                                    .undercutLimitShift(),
                            0,
                            MOST_AGAINST_UNDERCUT)
                    : 0;
        }

        /** By how much each wheel is turned so that its teeth stand in the spaces of the one it is reached from. */
        private Map<String, Double> phases() {
            Map<String, Double> phases = new HashMap<>();
            for (Meshing meshing : drive.meshings()) {
                if (!meshing.kind().parallel()) {
                    continue;
                }
                phases.putIfAbsent(meshing.driver(), 0.0);
                Point one = middle(meshing.driver());
                Point two = middle(meshing.driven());
                double towards = Math.toDegrees(Math.atan2(two.y() - one.y(), two.x() - one.x()));
                Layout.Size driver = layout.wheels().get(meshing.driver());
                Layout.Size driven = layout.wheels().get(meshing.driven());
                double pitches = (towards - phases.get(meshing.driver())) * driver.toothCount() / 360;
                if (meshing.kind() == MeshKind.EXTERNAL) {
                    // Where one has a tooth the other has a space, and they turn towards each other.
                    phases.putIfAbsent(meshing.driven(), towards + 180 + (pitches + 0.5) * 360 / driven.toothCount());
                } else {
                    double facing = driver.diameterMm() < driven.diameterMm() ? towards + 180 : towards;
                    double inside = (facing - phases.get(meshing.driver())) * driver.toothCount() / 360;
                    phases.putIfAbsent(meshing.driven(), facing - (inside + 0.5) * 360 / driven.toothCount());
                }
            }
            return phases;
        }

        private Point middle(String wheel) {
            return layout.shafts().get(drive.wheel(wheel).shaft()).middle();
        }
    }
}
