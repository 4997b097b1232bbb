package app.gewerk.core.choice;

import app.gewerk.core.material.Materials;
import app.gewerk.core.train.Component;
import app.gewerk.core.train.Drive;
import app.gewerk.core.train.DriveStudy;
import app.gewerk.core.train.DriveStudy.OfWheel;
import app.gewerk.core.train.Machine;
import app.gewerk.core.train.MeshKind;
import app.gewerk.core.train.Wheel;
import app.gewerk.core.words.Say;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.hipparchus.fraction.BigFraction;

/**
 * What a machine's train says of the place of one of its gears.
 *
 * @param wheel in the train
 * @param part in words
 * @param motorTorqueNmm on it at work
 * @param jamTorqueNmm with the motor held fast
 * @param others that may give way in its stead
 * @param mate the first of them that it meshes with
 * @param rpm turns a minute, without sign
 * @param twin a gear of the same size that turns the other way, as at the two ends of a machine: each works on the flank that
 *     rests in the other
 */
public record InTrain(
        String wheel,
        Say part,
        Optional<Double> motorTorqueNmm,
        Optional<Double> jamTorqueNmm,
        List<Other> others,
        Optional<Mate> mate,
        Optional<Double> rpm,
        Optional<Say> twin) {

    /**
     * What it meshes with, as far as it is counted.
     *
     * @param internal a ring
     */
    public record Mate(int toothCount, boolean internal, Optional<Double> centreDistanceMm) {}

    /**
     * Another gear of the train.
     *
     * @param capacityN tangential force on this gear at which the other one's teeth are at what they bear
     * @param mate whether the two mesh
     */
    public record Other(Say part, double capacityN, boolean mate) {}

    /**
     * The wheel that a job is about: the one that was read in it, else the one with these teeth on the part that failed.
     *
     * @param part that failed, by its code
     */
    public static Optional<InTrain> of(
            Machine machine, Optional<String> part, int toothCount, long job, Materials materials, double celsius) {
        return machine.drive()
                .flatMap(drive -> wheel(drive, part, toothCount, job)
                        .map(wheel -> of(machine, drive, wheel, DriveStudy.of(drive, materials, celsius))));
    }

    private static Optional<Wheel> wheel(Drive drive, Optional<String> part, int toothCount, long job) {
        List<Wheel> counted = drive.wheels().stream()
                .filter(w -> w.toothCount().filter(z -> z == toothCount).isPresent())
                .toList();
        return counted.stream()
                .filter(w -> w.fromJob().filter(id -> id == job).isPresent())
                .findFirst()
                .or(() -> counted.stream()
                        .filter(w -> part.filter(w.part()::equals).isPresent())
                        .findFirst())
                .or(() -> Optional.of(counted).filter(all -> all.size() == 1).map(List::getFirst));
    }

    private static InTrain of(Machine machine, Drive drive, Wheel wheel, DriveStudy study) {
        OfWheel own = study.wheels().stream()
                .filter(w -> w.code().equals(wheel.code()))
                .findFirst()
                .orElseThrow();
        List<String> mates = drive.meshingsOf(wheel.code()).stream()
                .map(m -> drive.other(m, wheel.code()).code())
                .toList();
        Stream<Other> others = study.wheels().stream()
                .filter(w -> !w.code().equals(wheel.code()))
                .flatMap(w -> w
                        .jamForceN()
                        .or(w::forceN)
                        .filter(force -> force > 0)
                        .flatMap(force -> own.jamForceN()
                                .or(own::forceN)
                                .flatMap(ownForce -> w.strengthN().map(bears -> bears / force * ownForce)))
                        .map(capacity -> new Other(
                                words(machine, drive.wheel(w.code()).part()), capacity, mates.contains(w.code())))
                        .stream());
        Stream<Other> planets = IntStream.range(0, study.stages().size())
                .boxed()
                .flatMap(i -> study.stages().get(i).jamShare().stream()
                        .filter(share -> share > 0)
                        .flatMap(share -> own.jamForceN().stream()
                                .map(force -> new Other(
                                        words(
                                                machine,
                                                drive.planetStages().get(i).part()),
                                        force / share,
                                        false))));
        Optional<Mate> mate = drive.meshingsOf(wheel.code()).stream()
                .filter(m -> m.kind().parallel())
                .flatMap(m -> drive.other(m, wheel.code()).toothCount().stream()
                        .map(z -> new Mate(
                                z,
                                m.kind() == MeshKind.INTERNAL && m.driver().equals(wheel.code()),
                                m.centreDistanceMm())))
                .findFirst();
        return new InTrain(
                wheel.code(),
                words(machine, wheel.part()),
                own.torqueNmm(),
                own.jamTorqueNmm(),
                Stream.concat(others, planets).toList(),
                mate,
                Optional.of(Math.abs(turns(study, wheel))).filter(n -> n > 0),
                twin(machine, drive, wheel, study));
    }

    private static Optional<Say> twin(Machine machine, Drive drive, Wheel wheel, DriveStudy study) {
        double turns = turns(study, wheel);
        if (turns == 0 || wheel.toothCount().isEmpty() || wheel.module().isEmpty()) {
            return Optional.empty();
        }
        return drive.wheels().stream()
                .filter(other -> other.toothCount().equals(wheel.toothCount())
                        && other.module().equals(wheel.module())
                        && other.faceWidthMm().equals(wheel.faceWidthMm())
                        && driven(drive, other) == driven(drive, wheel)
                        && turns(study, other) * turns < 0)
                .map(other -> words(machine, other.part()))
                .findFirst();
    }

    private static boolean driven(Drive drive, Wheel wheel) {
        return drive.meshings().stream().anyMatch(m -> m.driven().equals(wheel.code()));
    }

    private static double turns(DriveStudy study, Wheel wheel) {
        return study.shafts().stream()
                .filter(shaft -> shaft.code().equals(wheel.shaft()))
                .flatMap(shaft -> shaft.rpm().stream())
                .mapToDouble(BigFraction::doubleValue)
                .findFirst()
                .orElse(0);
    }

    private static Say words(Machine machine, String part) {
        return machine.component(part).map(Component::words).orElse(Say.typed(part));
    }
}
