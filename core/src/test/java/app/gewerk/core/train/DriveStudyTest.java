package app.gewerk.core.train;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.GearPair;
import app.gewerk.core.gear.Outline;
import app.gewerk.core.gear.Point;
import app.gewerk.core.material.Materials;
import app.gewerk.core.strength.FormFactor;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.hipparchus.fraction.BigFraction;
import org.junit.jupiter.api.Test;
import org.locationtech.jts.geom.Coordinate;
import org.locationtech.jts.geom.Geometry;
import org.locationtech.jts.geom.GeometryFactory;

class DriveStudyTest {
    private static final Materials MATERIALS = Materials.shipped();

    private static Shaft shaft(String code) {
        return new Shaft(code, Say.typed(code), false, Optional.empty(), Optional.empty());
    }

    private static Wheel wheel(String code, String shaft, int teeth, double module, double width) {
        return new Wheel(
                code,
                code,
                shaft,
                Optional.of(teeth),
                Optional.of(module),
                Optional.empty(),
                Optional.of(width),
                Optional.empty(),
                Optional.of("POM-C"),
                Optional.empty());
    }

    private static Motor motor(double rpm, double torque, double stall) {
        return new Motor(
                "motor",
                "a",
                Optional.of(rpm),
                Optional.of(torque),
                Optional.of(stall),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty());
    }

    /** 10/40 on 0.5, 12/48 on 0.8: sixteen to one. */
    private static Drive twoStages() {
        return new Drive(
                List.of(shaft("a"), shaft("b"), shaft("c")),
                List.of(
                        wheel("p1", "a", 10, 0.5, 5),
                        wheel("g1", "b", 40, 0.5, 4),
                        wheel("p2", "b", 12, 0.8, 8),
                        wheel("g2", "c", 48, 0.8, 6)),
                List.of(Meshing.of(MeshKind.EXTERNAL, "p1", "g1"), Meshing.of(MeshKind.EXTERNAL, "p2", "g2")),
                List.of(),
                List.of(),
                Optional.of(motor(4800, 2, 10)),
                Optional.of(new Work("c", Work.Does.TURNS, Optional.of(300.0), Optional.empty())));
    }

    private static DriveStudy study(Drive drive) {
        return DriveStudy.of(drive, MATERIALS, DriveStudy.USUAL_C);
    }

    private static DriveStudy.OfWheel of(DriveStudy study, String code) {
        return study.wheels().stream()
                .filter(w -> w.code().equals(code))
                .findFirst()
                .orElseThrow();
    }

    private static DriveStudy.OfShaft shaftOf(DriveStudy study, String code) {
        return study.shafts().stream()
                .filter(s -> s.code().equals(code))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void speedsTorquesAndLoadsAreThoseReckonedByHand() {
        DriveStudy study = study(twoStages());
        assertThat(study.problem()).isEmpty();
        assertThat(shaftOf(study, "b").rpm()).contains(new BigFraction(-1200));
        assertThat(shaftOf(study, "c").rpm()).contains(new BigFraction(300));
        assertThat(shaftOf(study, "c").secondsATurn()).contains(0.2);
        double stage = UsualEfficiency.of(MeshKind.EXTERNAL).forward();
        assertThat(of(study, "p1").torqueNmm().orElseThrow()).isCloseTo(2, within(1e-9));
        assertThat(of(study, "g1").torqueNmm().orElseThrow()).isCloseTo(2 * 4 * stage, within(1e-9));
        assertThat(of(study, "g2").torqueNmm().orElseThrow()).isCloseTo(2 * 16 * stage * stage, within(1e-9));
        assertThat(of(study, "g2").jamTorqueNmm().orElseThrow()).isCloseTo(10 * 16 * stage * stage, within(1e-9));
        assertThat(study.efficiency().orElseThrow()).isCloseTo(stage * stage, within(1e-9));
        // F = 2 T / (m z)
        assertThat(of(study, "g1").forceN().orElseThrow()).isCloseTo(2 * 2 * 4 * stage / (0.5 * 40), within(1e-9));
        assertThat(study.work().orElseThrow().error().orElseThrow().percent()).isZero();
    }

    @Test
    void strengthIsThatOfTheNarrowerWheelFromTheOutline() {
        DriveStudy study = study(twoStages());
        DriveStudy.OfWheel pinion = of(study, "p1");
        double expected =
                MATERIALS.material("POM-C").rootStrengthMpa(40, 1e6) * 4 * 0.5 * FormFactor.fromOutline(pinion.gear());
        assertThat(pinion.strengthN().orElseThrow()).isCloseTo(expected, within(1e-9));
        assertThat(pinion.jamShare().orElseThrow())
                .isCloseTo(pinion.jamForceN().orElseThrow() / expected, within(1e-9));
        String weakest = study.weakest().orElseThrow();
        study.wheels()
                .forEach(w -> assertThat(w.jamShare().orElseThrow())
                        .isLessThanOrEqualTo(of(study, weakest).jamShare().orElseThrow()));
    }

    @Test
    void aClutchKeepsAJamFromWhatLiesBehindIt() {
        Drive free = twoStages();
        Drive slipping = new Drive(
                Stream.concat(free.shafts().stream(), Stream.of(shaft("d"))).toList(),
                free.wheels(),
                free.meshings(),
                List.of(),
                List.of(new Clutch("clutch", "c", "d", Optional.of(60.0))),
                free.motor(),
                Optional.of(new Work("d", Work.Does.TURNS, Optional.empty(), Optional.empty())));
        double stage = UsualEfficiency.of(MeshKind.EXTERNAL).forward();
        assertThat(10 * 16 * stage * stage).isGreaterThan(60);
        assertThat(of(study(slipping), "g2").jamTorqueNmm().orElseThrow()).isCloseTo(60, within(1e-9));
        assertThat(of(study(slipping), "g2").torqueNmm().orElseThrow()).isCloseTo(2 * 16 * stage * stage, within(1e-9));
    }

    @Test
    void shaftsLieAtTheirCentreDistancesAndTheDrawnTeethMesh() {
        DriveStudy study = study(twoStages());
        assertThat(distance(study, "a", "b")).isCloseTo(0.5 * 50 / 2, within(1e-9));
        assertThat(distance(study, "b", "c")).isCloseTo(0.8 * 60 / 2, within(1e-9));
        assertThat(overlap(study, "p1", "a", "g1", "b")).isLessThan(2e-3);
        assertThat(overlap(study, "p2", "b", "g2", "c")).isLessThan(2e-3);
        Drive plain = twoStages().withWheel(wheel("p2", "b", 24, 0.8, 8));
        DriveStudy clean = study(plain);
        assertThat(overlap(clean, "p2", "b", "g2", "c")).isLessThan(1e-4);
        assertThat(GearPair.withoutBacklash(
                                of(clean, "p2").gear(), of(clean, "g2").gear())
                        .centreDistanceMm())
                .isCloseTo(distance(clean, "b", "c"), within(1e-9));
    }

    /** In mm². */
    private static double overlap(DriveStudy study, String one, String onShaft, String other, String otherShaft) {
        return drawn(study, one, onShaft)
                .intersection(drawn(study, other, otherShaft))
                .getArea();
    }

    private static double distance(DriveStudy study, String one, String other) {
        DriveStudy.OfShaft a = shaftOf(study, one);
        DriveStudy.OfShaft b = shaftOf(study, other);
        return Math.hypot(a.xMm() - b.xMm(), a.yMm() - b.yMm());
    }

    /** As it lies on the mat: its first tooth, drawn upwards, turned to its phase from the x axis. */
    private static Geometry drawn(DriveStudy study, String code, String on) {
        DriveStudy.OfWheel wheel = of(study, code);
        DriveStudy.OfShaft shaft = shaftOf(study, on);
        double turn = Math.toRadians(wheel.phaseDeg() - 90);
        List<Coordinate> ring = new ArrayList<>();
        for (Point p : Outline.of(wheel.gear(), 0.002)) {
            ring.add(new Coordinate(
                    shaft.xMm() + p.x() * Math.cos(turn) - p.y() * Math.sin(turn),
                    shaft.yMm() + p.x() * Math.sin(turn) + p.y() * Math.cos(turn)));
        }
        ring.add(ring.getFirst());
        return new GeometryFactory().createPolygon(ring.toArray(Coordinate[]::new));
    }

    @Test
    void theCountThatIsMissingFollowsFromTheWorkAndFromTheCentreDistance() {
        Drive full = twoStages();
        Wheel open = new Wheel(
                "g2",
                "g2",
                "c",
                Optional.empty(),
                Optional.of(0.8),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty());
        Drive asked = full.withWheel(open);
        asked = new Drive(
                asked.shafts(),
                asked.wheels(),
                List.of(
                        full.meshings().getFirst(),
                        new Meshing(MeshKind.EXTERNAL, "p2", "g2", Optional.of(24.05), Optional.empty())),
                List.of(),
                List.of(),
                asked.motor(),
                asked.work());
        DriveStudy study = study(asked);
        assertThat(study.missing()).singleElement().satisfies(missing -> {
            assertThat(missing.wheel()).isEqualTo("g2");
            assertThat(missing.byWork().getFirst().toothCount()).isEqualTo(48);
            assertThat(missing.byWork().getFirst().errorPercent()).isZero();
            assertThat(missing.byCentreDistance()).contains(48);
        });
        assertThat(of(study, "g2").taken()).isTrue();
        assertThat(shaftOf(study, "c").rpm()).isEmpty();
    }

    @Test
    void whatWasReadAndDoesNotGoTogetherIsSaid() {
        Drive other = twoStages().withWheel(wheel("g1", "b", 40, 0.6, 4));
        assertThat(study(other).notes()).extracting(Say::code).containsExactly("drive.modulesDiffer");
        Drive apart = new Drive(
                twoStages().shafts(),
                twoStages().wheels(),
                List.of(
                        new Meshing(MeshKind.EXTERNAL, "p1", "g1", Optional.of(13.5), Optional.empty()),
                        twoStages().meshings().getLast()),
                List.of(),
                List.of(),
                twoStages().motor(),
                twoStages().work());
        assertThat(study(apart).notes()).extracting(Say::code).containsExactly("drive.centreOff");
        assertThat(study(apart).meshes().getFirst().offMm().orElseThrow()).isCloseTo(1, within(1e-9));
        assertThat(study(twoStages()).notes()).isEmpty();
    }

    @Test
    void aLoopThatLocksIsSaidAndNothingElseIsLost() {
        Drive loop = new Drive(
                twoStages().shafts(),
                Stream.concat(
                                twoStages().wheels().stream(),
                                Stream.of(wheel("x1", "a", 20, 0.5, 4), wheel("x2", "c", 30, 0.5, 4)))
                        .toList(),
                Stream.concat(twoStages().meshings().stream(), Stream.of(Meshing.of(MeshKind.EXTERNAL, "x1", "x2")))
                        .toList(),
                List.of(),
                List.of(),
                twoStages().motor(),
                twoStages().work());
        DriveStudy study = study(loop);
        assertThat(study.problem().map(Say::code)).contains("train.locked");
        assertThat(study.wheels()).hasSize(6);
    }

    @Test
    void aWormLiesInTheDrawingAndHolds() {
        Wheel worm = new Wheel(
                "worm",
                "worm",
                "a",
                Optional.of(1),
                Optional.of(0.5),
                Optional.of(6.0),
                Optional.of(10.0),
                Optional.empty(),
                Optional.empty(),
                Optional.empty());
        Drive drive = new Drive(
                List.of(shaft("a"), shaft("b")),
                List.of(worm, wheel("w", "b", 40, 0.5, 5)),
                List.of(Meshing.of(MeshKind.WORM, "worm", "w")),
                List.of(),
                List.of(),
                Optional.of(motor(4000, 1, 4)),
                Optional.of(new Work("b", Work.Does.STROKES, Optional.of(1.0), Optional.of(1.0))));
        DriveStudy study = study(drive);
        assertThat(shaftOf(study, "a").lying()).isTrue();
        assertThat(shaftOf(study, "b").lying()).isFalse();
        assertThat(distance(study, "a", "b")).isCloseTo((6 + 20) / 2.0, within(1e-9));
        // A hundred turns a minute: 0.6 s a stroke, wanted 1 s.
        assertThat(study.work().orElseThrow().value()).isCloseTo(0.6, within(1e-12));
        assertThat(study.work().orElseThrow().error().orElseThrow().percent()).isCloseTo(66.667, within(1e-3));
    }

    @Test
    void shaftsThatLieKeepTheirCentreDistancesAcrossTheirAxes() {
        Wheel worm = new Wheel(
                "worm",
                "worm",
                "b",
                Optional.of(2),
                Optional.of(0.5),
                Optional.of(6.0),
                Optional.of(10.0),
                Optional.empty(),
                Optional.empty(),
                Optional.empty());
        Drive drive = new Drive(
                List.of(shaft("a"), shaft("b"), shaft("c"), shaft("d")),
                List.of(
                        wheel("p", "a", 12, 0.5, 4),
                        wheel("g", "b", 36, 0.5, 4),
                        worm,
                        wheel("w", "c", 40, 0.5, 5),
                        wheel("q", "c", 15, 0.5, 5),
                        wheel("h", "d", 45, 0.5, 5)),
                List.of(
                        Meshing.of(MeshKind.EXTERNAL, "p", "g"),
                        Meshing.of(MeshKind.WORM, "worm", "w"),
                        Meshing.of(MeshKind.EXTERNAL, "q", "h")),
                List.of(),
                List.of(),
                Optional.of(motor(4000, 1, 4)),
                Optional.empty());
        DriveStudy study = study(drive);
        DriveStudy.OfShaft a = shaftOf(study, "a");
        DriveStudy.OfShaft b = shaftOf(study, "b");
        assertThat(a.lying() && b.lying()).isTrue();
        assertThat(a.axisDeg()).isEqualTo(b.axisDeg());
        double axis = Math.toRadians(b.axisDeg());
        double across = (b.xMm() - a.xMm()) * -Math.sin(axis) + (b.yMm() - a.yMm()) * Math.cos(axis);
        double along = (b.xMm() - a.xMm()) * Math.cos(axis) + (b.yMm() - a.yMm()) * Math.sin(axis);
        assertThat(Math.abs(across)).isCloseTo(12, within(1e-9));
        // The two spur gears stand beside each other, the worm in the middle of its shaft.
        assertThat(along + of(study, "g").alongMm()).isCloseTo(of(study, "p").alongMm(), within(1e-9));
        assertThat(of(study, "worm").alongMm()).isZero();
        assertThat(of(study, "g").alongMm()).isGreaterThan(5 + 2);
        assertThat(distance(study, "b", "c")).isCloseTo(13, within(1e-9));
        assertThat(distance(study, "c", "d")).isCloseTo(15, within(1e-9));
    }

    @Test
    void theMotorsTorqueFollowsFromVoltsAndAmperes() {
        Motor motor = new Motor(
                "motor",
                "a",
                Optional.of(6000.0),
                Optional.empty(),
                Optional.empty(),
                Optional.of(12.0),
                Optional.of(0.5),
                Optional.of(2.0),
                Optional.of(0.6));
        // 12 V x 0.5 A x 0.6 = 3.6 W over 628.3 rad/s = 5.73 N mm; four times the current held fast.
        assertThat(motor.workTorqueNmm().orElseThrow()).isCloseTo(3600 / (200 * Math.PI), within(1e-9));
        assertThat(motor.heldTorqueNmm().orElseThrow()).isCloseTo(4 * 3600 / (200 * Math.PI), within(1e-9));
    }

    @Test
    void wheelsOfOneSizeAreCountedOverTheWholeMachine() {
        Drive twins = new Drive(
                twoStages().shafts(),
                Stream.concat(twoStages().wheels().stream(), Stream.of(wheel("g1b", "c", 40, 0.5, 4)))
                        .toList(),
                twoStages().meshings(),
                List.of(),
                List.of(),
                twoStages().motor(),
                twoStages().work());
        assertThat(study(twins).sizes().getFirst().wheels()).containsExactly("g1", "g1b");
        assertThat(study(twins).sizes()).hasSize(4);
    }

    @Test
    void aTextComesBackAsTheMachineItWas() {
        Machine machine = new Machine(
                List.of(
                        part("motor", PartType.MOTOR),
                        part("p1", PartType.PINION),
                        part("g1", PartType.GEAR),
                        part("p2", PartType.PINION),
                        part("g2", PartType.GEAR)),
                List.of(new Opening("cover", Say.typed("cover: two clips"), 4, 2.5, "")),
                Optional.of(twoStages()));
        String text = TrainText.written(machine, Say::typedText);
        assertThat(text).startsWith("train: 1\n").contains("teeth: 48");
        assertThat(TrainText.read(text, new Machine(List.of(), List.of()))).isEqualTo(machine);
    }

    private static Component part(String code, PartType type) {
        return new Component(code, type, Say.typed(code), "");
    }

    @Test
    void aTextThatIsWrongSaysWhere() {
        Machine present = new Machine(List.of(part("p1", PartType.PINION)), List.of());
        refuses(
                "train: 1\nshafts:\n- {code: a}\nwheels:\n- {code: p1, part: p1, shaft: a, teeths: 12}",
                "trainText.unknown");
        refuses(
                "train: 1\nshafts:\n- {code: a}\nwheels:\n- {code: p1, part: p1, shaft: a, teeth: twelve}",
                "trainText.value");
        refuses("train: 1\nshafts:\n- {code: a}\nwheels:\n- {code: p1, part: p1}", "trainText.missing");
        refuses("train: 1\nshafts: [", "trainText.broken");
        refuses("hello", "trainText.format");
        refuses("train: 2", "trainText.format");
        refuses("train: 1\nshafts:\n- {code: a}\nwheels:\n- {code: p1, part: nothing, shaft: a}", "drive.noSuchPart");
        refuses("a: &x [1]\ntrain: 1\nb: *x", "trainText.broken", "trainText.unknown");
        assertThat(TrainText.read(
                                "train: 1\nshafts:\n- {code: a}\nwheels:\n- {code: w, part: p1, shaft: a, teeth: 12, module: '0,5'}",
                                present)
                        .drive()
                        .orElseThrow()
                        .wheel("w")
                        .module())
                .contains(0.5);
    }

    private static void refuses(String text, String... codes) {
        Machine present = new Machine(List.of(part("p1", PartType.PINION)), List.of());
        assertThatThrownBy(() -> TrainText.read(text, present))
                .isInstanceOfSatisfying(
                        Refused.class,
                        r -> assertThat(r.refusals().getFirst().say().code()).isIn((Object[]) codes));
    }

    @Test
    void aGenericDriveHangsTogetherAndWaitsForCounts() {
        Machine machine = new Machine(
                List.of(
                        part("motor", PartType.MOTOR),
                        part("pinion", PartType.PINION),
                        part("first", PartType.GEAR),
                        part("middle", PartType.GEAR),
                        part("clutch", PartType.CLUTCH),
                        part("last", PartType.GEAR)),
                List.of());
        Drive drive = GenericDrive.of(machine);
        assertThat(new Machine(machine.components(), List.of(), Optional.of(drive)).drive())
                .contains(drive);
        assertThat(drive.wheels())
                .extracting(Wheel::part)
                .containsExactly("pinion", "first", "first", "middle", "last", "last");
        assertThat(drive.meshings()).hasSize(3);
        Drive counted = drive;
        for (Wheel wheel : drive.wheels()) {
            counted = counted.withWheel(wheel.withTeeth(20, Optional.of(0.5)));
        }
        DriveStudy study = study(new Drive(
                counted.shafts(),
                counted.wheels(),
                counted.meshings(),
                List.of(),
                counted.clutches(),
                Optional.of(motor(100, 1, 2))
                        .map(m -> new Motor(
                                "motor",
                                "s0",
                                m.speedRpm(),
                                m.torqueNmm(),
                                m.stallTorqueNmm(),
                                m.volts(),
                                m.amperes(),
                                m.stallAmperes(),
                                m.efficiency())),
                counted.work()));
        assertThat(study.work().orElseThrow().value()).isEqualTo(100);
        assertThat(study(drive).missing()).hasSize(6);
    }

    /**
     * A sun of 18 between three planets of 27 in a ring of 72: the motor held fast at 10 N mm puts 1.2/3 of 10/(9 m) on a tooth,
     * and the weaker of sun and planet bears K b m Y, the planet seven tenths of that.
     */
    @Test
    void planetsAreWeighedWithTheRestAndMayBeTheWeakest() {
        PlanetSet set = new PlanetSet("a", 18, "b", "ring", 72, List.of(27), 3, Optional.of(0.4));
        Drive drive = new Drive(
                List.of(
                        shaft("a"),
                        shaft("b"),
                        new Shaft("ring", Say.typed("ring"), true, Optional.empty(), Optional.empty())),
                List.of(),
                List.of(),
                List.of(new PlanetStage("planets", set, Optional.of(3.0), Optional.of("POM-H"))),
                List.of(),
                Optional.of(motor(1000, 2, 10)),
                Optional.of(new Work("b", Work.Does.TURNS, Optional.empty(), Optional.empty())));
        DriveStudy study = study(drive);
        DriveStudy.OfStage stage = study.stages().getFirst();
        assertThat(stage.jamForceN().orElseThrow()).isCloseTo(10 / (9 * .4) * 1.2 / 3, within(1e-9));
        double bears = MATERIALS.material("POM-H").rootStrengthMpa(DriveStudy.USUAL_C, 1e6) * 3 * .4;
        double sun = bears * FormFactor.fromOutline(CylindricalGear.spur(.4, 18, 0, BasicRack.ISO_53_A));
        double planet = .7 * bears * FormFactor.fromOutline(CylindricalGear.spur(.4, 27, 0, BasicRack.ISO_53_A));
        assertThat(stage.strengthN().orElseThrow()).isCloseTo(Math.min(sun, planet), within(1e-9));
        assertThat(study.weakest()).contains("planets");
    }

    private static Drive twoStagesThat(Work work) {
        Drive drive = twoStages();
        return new Drive(
                drive.shafts(),
                drive.wheels(),
                drive.meshings(),
                drive.planetStages(),
                drive.clutches(),
                drive.motor(),
                Optional.of(work));
    }

    private static Work by(OutputPart.Kind kind, String wheel, Double size, Integer lobes, double wanted) {
        return new Work(
                "c",
                kind == OutputPart.Kind.RACK || kind == OutputPart.Kind.ROLLER ? Work.Does.TRAVEL : Work.Does.STROKES,
                Optional.of(wanted),
                Optional.empty(),
                Optional.of(new OutputPart(
                        kind, Optional.ofNullable(wheel), Optional.ofNullable(size), Optional.ofNullable(lobes))));
    }

    private static DriveStudy.Done done(Work work) {
        return study(twoStagesThat(work)).work().orElseThrow();
    }

    /** Five turns a second: π m z of rack, π d of roller, a stroke a turn of crank, as many as its lobes of cam. */
    @Test
    void racksRollersCranksAndCamsTellWhatATurnIs() {
        assertThat(done(by(OutputPart.Kind.RACK, "g2", null, null, 600)).value())
                .isCloseTo(5 * Math.PI * .8 * 48, within(1e-9));
        assertThat(done(by(OutputPart.Kind.ROLLER, null, 20.0, null, 300)).value())
                .isCloseTo(5 * Math.PI * 20, within(1e-9));
        assertThat(done(by(OutputPart.Kind.CRANK, null, 9.0, null, .2)).value()).isCloseTo(.2, within(1e-12));
        assertThat(done(by(OutputPart.Kind.CAM, null, 2.0, 3, .2)).value()).isCloseTo(.2 / 3, within(1e-12));
    }

    /** One tooth too many on the wheel that runs along the rack: 49 for 48 takes it along 2.083 % too fast. */
    @Test
    void aWrongCountOnTheRackIsToldByTheTravel() {
        double right = 5 * Math.PI * .8 * 48;
        Drive drive = twoStages();
        List<Wheel> wheels = new ArrayList<>(drive.wheels());
        wheels.add(wheel("r", "c", 49, .8, 6));
        DriveStudy study = study(new Drive(
                drive.shafts(),
                wheels,
                drive.meshings(),
                List.of(),
                List.of(),
                drive.motor(),
                Optional.of(by(OutputPart.Kind.RACK, "r", null, null, right))));
        assertThat(study.work().orElseThrow().error().orElseThrow().percent()).isCloseTo(100.0 / 48, within(1e-9));
    }

    @Test
    void anOutputPartThatCannotBeIsRefusedWithTheWayOut() {
        assertThatThrownBy(() -> by(OutputPart.Kind.RACK, null, null, null, 1))
                .isInstanceOf(Refused.class)
                .hasMessageContaining("which wheel runs along the rack");
        assertThatThrownBy(() -> by(OutputPart.Kind.ROLLER, null, null, null, 1))
                .hasMessageContaining("the roller's diameter");
        assertThatThrownBy(() -> twoStagesThat(by(OutputPart.Kind.RACK, "gone", null, null, 1)))
                .hasMessageContaining("\"gone\" that is not there");
        assertThatThrownBy(() -> new Work(
                        "c",
                        Work.Does.TURNS,
                        Optional.empty(),
                        Optional.empty(),
                        Optional.of(new OutputPart(
                                OutputPart.Kind.CRANK, Optional.empty(), Optional.empty(), Optional.empty()))))
                .hasMessageContaining("A crank does something else");
    }

    @Test
    void anOutputPartIsWrittenAsTextAndReadBack() {
        Drive cam = twoStagesThat(by(OutputPart.Kind.CAM, null, 2.0, 3, .2));
        Machine machine = new Machine(
                Stream.of("p1", "g1", "p2", "g2", "motor")
                        .map(code -> new Component(
                                code, code.equals("motor") ? PartType.MOTOR : PartType.GEAR, Say.typed(code), ""))
                        .toList(),
                List.of(),
                Optional.of(cam));
        String text = TrainText.written(machine, Say::typedText);
        assertThat(text).contains("by: cam").contains("lobes: 3");
        assertThat(TrainText.read(text, machine).drive().orElseThrow().work()).isEqualTo(cam.work());
    }
}
