package app.gewerk.core.train;

import app.gewerk.core.gear.Point;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * Where the shafts and wheels of a drive lie, to scale, seen along most of its axes: from the motor outwards, each shaft at its
 * centre distance from the one before, in the direction somebody has said, else up and down by turns. What nobody has measured is
 * taken as it follows from the rest, and said to be taken.
 *
 * @param shafts by their codes
 * @param wheels by their codes
 * @param along how far along its shaft a wheel sits (mm), by its code
 */
record Layout(Map<String, At> shafts, Map<String, Size> wheels, Map<String, Double> along) {
    /** Where nobody has read one (mm). */
    private static final double TAKEN_MODULE = 0.5;

    private static final int TAKEN_TEETH = 24;
    private static final int TAKEN_STARTS = 1;
    /** Down the mat, which is taller than wide, and to and fro. */
    private static final double DOWN_DEG = -90;

    private static final double ZIGZAG_DEG = 32;
    private static final double QUARTER_DEG = 90;
    /** Between wheels of one shaft. */
    private static final double GAP_MM = 1;
    /** Between what does not hang together. */
    private static final double APART_MM = 20;
    /** From tip to tip where a belt's centre distance is not known, as share of both radii. */
    private static final double BELT_ROOM = 1.4;
    /** Of a worm's reference diameter, over its module. */
    private static final double WORM_FACTOR = 10;

    static final double WIDTH_FACTOR = 8;

    /**
     * @param lying its axis lies in the plane of the drawing
     * @param axisDeg in which direction, where it lies
     */
    record At(Point middle, boolean lying, double axisDeg) {}

    /**
     * @param toothCount as drawn
     * @param taken nobody has counted or measured it
     */
    record Size(int toothCount, double module, double diameterMm, double faceWidthMm, boolean internal, boolean taken) {
        double tipDiameterMm(boolean smooth) {
            return smooth ? diameterMm : diameterMm + (internal ? -2 : 2) * module;
        }
    }

    static Layout of(Drive drive) {
        Map<String, Size> sizes = new LinkedHashMap<>();
        drive.wheels().forEach(w -> sizes.put(w.code(), size(drive, w)));
        Map<String, Double> along = along(drive, sizes);
        return new Layout(shafts(drive, sizes, along), sizes, along);
    }

    static boolean worm(Drive drive, Wheel wheel) {
        return drive.meshingsOf(wheel.code()).stream()
                .anyMatch(m -> m.kind() == MeshKind.WORM && m.driver().equals(wheel.code()));
    }

    private static Size size(Drive drive, Wheel wheel) {
        boolean worm = worm(drive, wheel);
        boolean internal = drive.meshingsOf(wheel.code()).stream()
                .anyMatch(m -> m.kind() == MeshKind.INTERNAL && m.driven().equals(wheel.code()));
        Optional<Double> read = wheel.module()
                .or(() -> drive.meshingsOf(wheel.code()).stream()
                        .filter(m -> m.kind() != MeshKind.BELT)
                        .flatMap(m -> drive.other(m, wheel.code()).module().stream())
                        .findFirst());
        double module = read.or(() -> fromCentre(drive, wheel)).orElse(TAKEN_MODULE);
        int teeth = wheel.toothCount().orElse(worm ? TAKEN_STARTS : TAKEN_TEETH);
        double diameter = wheel.diameterMm().orElse(worm ? WORM_FACTOR * module : module * teeth);
        boolean taken = wheel.diameterMm().isEmpty()
                && (read.isEmpty() || wheel.toothCount().isEmpty());
        return new Size(teeth, module, diameter, wheel.faceWidthMm().orElse(WIDTH_FACTOR * module), internal, taken);
    }

    /** The module that fits a measured centre distance and two counts. */
    private static Optional<Double> fromCentre(Drive drive, Wheel wheel) {
        return drive.meshingsOf(wheel.code()).stream()
                .filter(m -> m.kind().parallel())
                .flatMap(m -> m.centreDistanceMm().stream()
                        .flatMap(a -> wheel.toothCount().stream()
                                .flatMap(z -> drive.other(m, wheel.code()).toothCount().stream()
                                        .map(mate -> 2
                                                * a
                                                / (m.kind() == MeshKind.INTERNAL ? Math.abs(mate - z) : z + mate)))))
                .findFirst();
    }

    /** As measured, else as it follows from the sizes (mm). */
    static double centreDistance(Meshing meshing, Size driver, Size driven) {
        return meshing.centreDistanceMm().orElse(nominal(meshing.kind(), driver, driven));
    }

    /** Of gears without shift (mm). */
    static double nominal(MeshKind kind, Size driver, Size driven) {
        double sum = (driver.diameterMm() + driven.diameterMm()) / 2;
        return switch (kind) {
            case EXTERNAL, WORM -> sum;
            case INTERNAL -> Math.abs(driven.diameterMm() - driver.diameterMm()) / 2;
            case BELT -> BELT_ROOM * sum;
            case BEVEL, CROWN -> Math.max(driver.diameterMm(), driven.diameterMm()) / 2;
        };
    }

    /**
     * Where the wheels of a shaft sit along it: what meshes across in its middle, the others beside that.
     *
     * @return by wheel (mm)
     */
    private static Map<String, Double> along(Drive drive, Map<String, Size> sizes) {
        Map<String, Double> along = new HashMap<>();
        for (Shaft shaft : drive.shafts()) {
            double end = 0;
            List<Wheel> on = drive.wheels().stream()
                    .filter(w -> w.shaft().equals(shaft.code()))
                    .sorted(Comparator.comparing(w -> drive.meshingsOf(w.code()).stream()
                            .noneMatch(m -> m.kind().crossed())))
                    .toList();
            for (Wheel wheel : on) {
                double width = sizes.get(wheel.code()).faceWidthMm();
                boolean first = on.getFirst().equals(wheel);
                along.put(wheel.code(), first ? 0.0 : end + width / 2);
                end += first ? width / 2 + GAP_MM : width + GAP_MM;
            }
        }
        return along;
    }

    private static Map<String, At> shafts(Drive drive, Map<String, Size> sizes, Map<String, Double> along) {
        Map<String, At> placed = new LinkedHashMap<>();
        double x = 0;
        for (String root : roots(drive)) {
            if (placed.containsKey(root)) {
                continue;
            }
            Map<String, At> upright = spread(drive, sizes, along, new At(new Point(x, 0), false, 0), root);
            Map<String, At> lying = spread(drive, sizes, along, new At(new Point(x, 0), true, 0), root);
            placed.putAll(faces(drive, lying) > faces(drive, upright) ? lying : upright);
            x = placed.values().stream()
                            .mapToDouble(at -> at.middle().x())
                            .max()
                            .orElse(0)
                    + APART_MM;
        }
        return placed;
    }

    /** How many wheels are seen from their faces. */
    private static long faces(Drive drive, Map<String, At> placed) {
        return drive.wheels().stream()
                .filter(w -> placed.containsKey(w.shaft()) && !worm(drive, w))
                .filter(w -> !placed.get(w.shaft()).lying())
                .count();
    }

    /** The motor's first, then whatever hangs together with nothing before. */
    private static List<String> roots(Drive drive) {
        List<String> all =
                new ArrayList<>(drive.motor().stream().map(Motor::shaft).toList());
        drive.shafts().forEach(s -> all.add(s.code()));
        return all;
    }

    /** All that hangs together with a shaft, from where that lies. */
    private static Map<String, At> spread(
            Drive drive, Map<String, Size> sizes, Map<String, Double> along, At at, String root) {
        Map<String, At> placed = new LinkedHashMap<>(Map.of(root, at));
        Map<String, Integer> turn = new HashMap<>(Map.of(root, 0));
        Deque<String> todo = new ArrayDeque<>(List.of(root));
        while (!todo.isEmpty()) {
            String shaft = todo.removeFirst();
            At here = placed.get(shaft);
            inLine(drive, shaft).filter(s -> !placed.containsKey(s)).forEach(s -> {
                placed.put(s, here);
                turn.put(s, turn.get(shaft));
                todo.add(s);
            });
            for (Meshing meshing : drive.meshings()) {
                boolean drives = drive.wheel(meshing.driver()).shaft().equals(shaft);
                Wheel own = drive.wheel(drives ? meshing.driver() : meshing.driven());
                Wheel other = drive.wheel(drives ? meshing.driven() : meshing.driver());
                if (own.shaft().equals(shaft) && !placed.containsKey(other.shaft())) {
                    int n = turn.get(shaft) + 1;
                    double a = centreDistance(meshing, sizes.get(meshing.driver()), sizes.get(meshing.driven()));
                    placed.put(
                            other.shaft(),
                            next(
                                    here,
                                    meshing.kind(),
                                    drive.shaft(other.shaft()).directionDeg(),
                                    n % 2 == 0,
                                    a,
                                    along.get(own.code()),
                                    along.get(other.code())));
                    turn.put(other.shaft(), n);
                    todo.add(other.shaft());
                }
            }
        }
        return placed;
    }

    /** A shaft as seen from the one it is reached from; one that lies leaves no choice of direction. */
    private static At next(
            At here, MeshKind kind, Optional<Double> said, boolean back, double apart, double own, double other) {
        boolean worm = kind == MeshKind.WORM;
        if (here.lying()) {
            double direction = here.axisDeg() - (kind.crossed() && !worm ? 0 : QUARTER_DEG);
            Point middle = moved(here.middle(), apart, direction);
            Point shifted = moved(middle, kind.crossed() ? own : own - other, here.axisDeg());
            return new At(shifted, !kind.crossed(), kind.crossed() ? 0 : here.axisDeg());
        }
        double direction = said.orElse(DOWN_DEG + (kind.crossed() ? 0 : back ? -ZIGZAG_DEG : ZIGZAG_DEG));
        double axis = direction + (worm ? QUARTER_DEG : 0);
        Point middle = moved(here.middle(), apart, direction);
        return kind.crossed() ? new At(moved(middle, -other, axis), true, axis) : new At(middle, false, 0);
    }

    private static Point moved(Point from, double by, double directionDeg) {
        Point off = Point.polar(by, Math.toRadians(directionDeg));
        return new Point(from.x() + off.x(), from.y() + off.y());
    }

    private static Stream<String> inLine(Drive drive, String shaft) {
        Stream<String> said = drive.shafts().stream()
                .filter(s -> s.inLineWith().filter(shaft::equals).isPresent())
                .map(Shaft::code);
        Stream<String> saidOfIt = drive.shaft(shaft).inLineWith().stream();
        Stream<String> coupled = drive.clutches().stream()
                .filter(c -> c.from().equals(shaft) || c.to().equals(shaft))
                .map(c -> c.from().equals(shaft) ? c.to() : c.from());
        Stream<String> ofSet = drive.planetStages().stream()
                .map(PlanetStage::set)
                .filter(s -> List.of(s.sun(), s.carrier(), s.ring()).contains(shaft))
                .flatMap(s -> Stream.of(s.sun(), s.carrier(), s.ring()));
        return Stream.of(said, saidOfIt, coupled, ofSet).flatMap(s -> s).filter(s -> !s.equals(shaft));
    }
}
