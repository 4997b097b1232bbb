package app.gewerk.core.train;

import app.gewerk.core.AtMost;
import app.gewerk.core.words.Refused;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/**
 * How a machine is driven: its shafts, the wheels on them, what meshes, what drives it and what it must do. Much of it may be
 * open: it is filled in as gears are counted and read.
 */
public record Drive(
        @AtMost(GearTrain.MOST_SHAFTS) List<Shaft> shafts,
        @AtMost(MOST_WHEELS) List<Wheel> wheels,
        @AtMost(MOST_WHEELS) List<Meshing> meshings,
        @AtMost(MOST_WHEELS) List<PlanetStage> planetStages,
        @AtMost(MOST_WHEELS) List<Clutch> clutches,
        Optional<Motor> motor,
        Optional<Work> work) {
    private static final int MOST_WHEELS = 120;
    /** Nothing is known yet. */
    public static final Drive UNKNOWN =
            new Drive(List.of(), List.of(), List.of(), List.of(), List.of(), Optional.empty(), Optional.empty());

    /** @throws Refused where something is named that is not there, or stands twice */
    public Drive {
        shafts = List.copyOf(shafts);
        wheels = List.copyOf(wheels);
        meshings = List.copyOf(meshings);
        planetStages = List.copyOf(planetStages);
        clutches = List.copyOf(clutches);
        if (shafts.size() > GearTrain.MOST_SHAFTS) {
            throw new Refused("train.shafts", "given", shafts.size(), "most", GearTrain.MOST_SHAFTS);
        }
        if (Math.max(wheels.size(), meshings.size()) > MOST_WHEELS) {
            throw new Refused("drive.tooMany", "most", MOST_WHEELS);
        }
        Set<String> known = names(shafts.stream().map(Shaft::code).toList());
        Set<String> teeth = names(wheels.stream().map(Wheel::code).toList());
        Stream.of(
                        wheels.stream().map(Wheel::shaft),
                        shafts.stream().flatMap(s -> s.inLineWith().stream()),
                        planetStages.stream()
                                .map(PlanetStage::set)
                                .flatMap(set -> Stream.of(set.sun(), set.carrier(), set.ring())),
                        clutches.stream().flatMap(c -> Stream.of(c.from(), c.to())),
                        motor.stream().map(Motor::shaft),
                        work.stream().map(Work::shaft))
                .flatMap(s -> s)
                .filter(shaft -> !known.contains(shaft))
                .findFirst()
                .ifPresent(shaft -> {
                    throw new Refused("train.noSuchShaft", "shaft", shaft);
                });
        Stream.concat(
                        meshings.stream().flatMap(m -> Stream.of(m.driver(), m.driven())),
                        work.flatMap(Work::part).flatMap(OutputPart::wheel).stream())
                .filter(wheel -> !teeth.contains(wheel))
                .findFirst()
                .ifPresent(wheel -> {
                    throw new Refused("drive.noSuchWheel", "wheel", wheel);
                });
        for (Meshing meshing : meshings) {
            if (shaftOf(wheels, meshing.driver()).equals(shaftOf(wheels, meshing.driven()))) {
                throw new Refused("train.meshWithItself", "shaft", shaftOf(wheels, meshing.driver()));
            }
        }
    }

    /** What it has to do, with what a turn makes as far as the part that does it tells. */
    Optional<Work> reckonedWork() {
        return work.map(w -> w.in(this));
    }

    private static Set<String> names(List<String> codes) {
        Set<String> known = new HashSet<>();
        for (String code : codes) {
            if (!code.matches("\\w{1,40}") || !known.add(code)) {
                throw new Refused("machine.partName", "code", code);
            }
        }
        return known;
    }

    private static String shaftOf(List<Wheel> wheels, String code) {
        return wheels.stream()
                .filter(w -> w.code().equals(code))
                .findFirst()
                .orElseThrow()
                .shaft();
    }

    /** The parts of the machine that it speaks of. */
    Stream<String> parts() {
        return Stream.of(
                        wheels.stream().map(Wheel::part),
                        planetStages.stream().map(PlanetStage::part),
                        clutches.stream().map(Clutch::part),
                        motor.stream().map(Motor::part))
                .flatMap(s -> s);
    }

    public Wheel wheel(String code) {
        return wheels.stream().filter(w -> w.code().equals(code)).findFirst().orElseThrow();
    }

    public Shaft shaft(String code) {
        return shafts.stream().filter(s -> s.code().equals(code)).findFirst().orElseThrow();
    }

    /** The meshes a wheel has a share in. */
    public List<Meshing> meshingsOf(String wheel) {
        return meshings.stream()
                .filter(m -> m.driver().equals(wheel) || m.driven().equals(wheel))
                .toList();
    }

    /** The wheel on the other side of one of its meshes. */
    public Wheel other(Meshing meshing, String wheel) {
        return wheel(meshing.driver().equals(wheel) ? meshing.driven() : meshing.driver());
    }

    public Drive withWheels(List<Wheel> changed) {
        return new Drive(shafts, changed, meshings, planetStages, clutches, motor, work);
    }

    public Drive withWheel(Wheel changed) {
        List<Wheel> all = new ArrayList<>(wheels);
        all.replaceAll(w -> w.code().equals(changed.code()) ? changed : w);
        return withWheels(all);
    }
}
