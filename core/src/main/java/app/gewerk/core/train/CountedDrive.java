package app.gewerk.core.train;

import app.gewerk.core.words.Outcome;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.hipparchus.fraction.BigFraction;

/** The part of a drive that can be reckoned with: what is counted and hangs together with the motor; last its clutches' meshes. */
record CountedDrive(GearTrain train, List<Meshing> meshings, List<Clutch> clutches) {
    private static final String NO_SHAFT = "none";

    /** @param taken counts for wheels that nobody has counted */
    static CountedDrive of(Drive drive, Map<String, Integer> taken) {
        List<Meshing> counted = drive.meshings().stream()
                .filter(m -> Stream.of(m.driver(), m.driven())
                        .map(drive::wheel)
                        .allMatch(w -> w.toothCount().isPresent()
                                || w.diameterMm().isPresent()
                                || taken.containsKey(w.code())))
                .filter(m -> m.kind() != MeshKind.INTERNAL
                        || count(drive.wheel(m.driver()), taken) != count(drive.wheel(m.driven()), taken))
                .toList();
        CountedDrive whole = of(drive, taken, counted, drive.clutches(), drive.shafts(), drive.planetStages());
        Optional<Set<String>> reached = drive.motor().map(m -> whole.train.reachedFrom(Set.of(m.shaft())));
        return reached.map(there -> of(
                        drive,
                        taken,
                        counted.stream()
                                .filter(m ->
                                        there.contains(drive.wheel(m.driver()).shaft()))
                                .toList(),
                        drive.clutches().stream()
                                .filter(c -> there.contains(c.from()))
                                .toList(),
                        drive.shafts().stream()
                                .filter(s -> there.contains(s.code()))
                                .toList(),
                        drive.planetStages().stream()
                                .filter(s -> there.contains(s.set().sun()))
                                .toList()))
                .orElse(whole);
    }

    private static CountedDrive of(
            Drive drive,
            Map<String, Integer> taken,
            List<Meshing> meshings,
            List<Clutch> clutches,
            List<Shaft> shafts,
            List<PlanetStage> stages) {
        Stream<Mesh> teeth = meshings.stream().map(m -> {
            Wheel driver = drive.wheel(m.driver());
            Wheel driven = drive.wheel(m.driven());
            return new Mesh(
                    m.kind(),
                    new GearOnShaft(driver.shaft(), count(driver, taken)),
                    new GearOnShaft(driven.shaft(), count(driven, taken)));
        });
        Stream<Mesh> coupled = clutches.stream()
                .map(c -> new Mesh(MeshKind.BELT, new GearOnShaft(c.from(), 1), new GearOnShaft(c.to(), 1)));
        return new CountedDrive(
                new GearTrain(
                        shafts.isEmpty()
                                ? List.of(NO_SHAFT)
                                : shafts.stream().map(Shaft::code).toList(),
                        shafts.stream().filter(Shaft::held).map(Shaft::code).toList(),
                        Stream.concat(teeth, coupled).toList(),
                        stages.stream().map(PlanetStage::set).toList()),
                meshings,
                clutches);
    }

    /** Smooth pulleys are told apart to a hundredth of a millimetre. */
    private static int count(Wheel wheel, Map<String, Integer> taken) {
        return wheel.toothCount()
                .or(() -> wheel.diameterMm().map(mm -> (int) Math.round(100 * mm)))
                .map(c -> Math.min(c, GearOnShaft.MOST_TEETH))
                .orElseGet(() -> taken.getOrDefault(wheel.code(), 1));
    }

    Optional<Mesh> mesh(Meshing meshing) {
        int index = meshings.indexOf(meshing);
        return index < 0 ? Optional.empty() : Optional.of(train.meshes().get(index));
    }

    Map<String, BigFraction> speeds(Motor motor) {
        return Map.of(motor.shaft(), Exact.of(motor.speedRpm().orElseThrow()));
    }

    /** Nothing where the motor's speed is not known. */
    Optional<Outcome<Motion>> turning(Drive drive) {
        return drive.motor()
                .filter(m -> m.speedRpm().filter(n -> n != 0).isPresent())
                .map(m -> train.tried(speeds(m)));
    }

    /** With 1 N mm of the motor, the load on the output. */
    Optional<TrainLoads> loads(Drive drive, Motion motion) {
        return drive.motor()
                .flatMap(motor -> drive.work()
                        .filter(w ->
                                train.shafts().contains(w.shaft()) && !w.shaft().equals(motor.shaft()))
                        .flatMap(w -> TrainLoads.tried(
                                        motion,
                                        Map.of(
                                                motor.shaft(),
                                                Math.signum(motor.speedRpm().orElseThrow())),
                                        w.shaft(),
                                        IntStream.range(0, train.meshes().size())
                                                .mapToObj(this::passesOn)
                                                .toList(),
                                        train.planetSets().stream()
                                                .map(any -> UsualEfficiency.PLANET_SET)
                                                .toList())
                                .made()));
    }

    private TrainLoads.Efficiency passesOn(int mesh) {
        if (mesh >= meshings.size()) {
            return TrainLoads.Efficiency.both(1);
        }
        Meshing meshing = meshings.get(mesh);
        return meshing.efficiency()
                .map(TrainLoads.Efficiency::both)
                .orElseGet(() -> UsualEfficiency.of(meshing.kind()));
    }

    /** Torque on a wheel for 1 N mm of the motor: the larger where it meshes twice. */
    Optional<Double> unitTorque(Drive drive, TrainLoads unit, Wheel wheel) {
        return drive.meshingsOf(wheel.code()).stream()
                .filter(meshings::contains)
                .map(m -> {
                    TrainLoads.AtMesh at = unit.meshes().get(meshings.indexOf(m));
                    return m.driver().equals(wheel.code()) ? at.driverTorqueNmm() : at.drivenTorqueNmm();
                })
                .max(Comparator.naturalOrder());
    }

    /** What is left of a torque of the motor where a clutch slips before. */
    double slips(TrainLoads unit, double motorNmm) {
        return IntStream.range(0, clutches.size())
                .mapToDouble(i -> {
                    double borne = unit.meshes().get(meshings.size() + i).driverTorqueNmm() * motorNmm;
                    return clutches.get(i)
                            .slipTorqueNmm()
                            .filter(slip -> borne > slip)
                            .map(slip -> slip / borne)
                            .orElse(1.0);
                })
                .min()
                .orElse(1);
    }
}
