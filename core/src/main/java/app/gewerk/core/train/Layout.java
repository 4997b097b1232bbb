package app.gewerk.core.train;

import app.gewerk.core.gear.Point;
import java.util.ArrayDeque;
import java.util.ArrayList;
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
 */
record Layout(Map<String, At> shafts, Map<String, Size> wheels) {
    /** Where nobody has read one (mm). */
    private static final double TAKEN_MODULE = 0.5;

    private static final int TAKEN_TEETH = 24;
    private static final int TAKEN_STARTS = 1;
    private static final double ZIGZAG_DEG = 32;
    /** From tip to tip where a belt's centre distance is not known, as share of both radii. */
    private static final double BELT_ROOM = 1.4;
    /** Of a worm's reference diameter, over its module. */
    private static final double WORM_FACTOR = 10;

    private static final double WIDTH_FACTOR = 8;

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
        return new Layout(shafts(drive, sizes), sizes);
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
                .filter(m -> m.kind() == MeshKind.EXTERNAL || m.kind() == MeshKind.INTERNAL)
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

    static boolean crossed(MeshKind kind) {
        return kind == MeshKind.WORM || kind == MeshKind.BEVEL || kind == MeshKind.CROWN;
    }

    private static Map<String, At> shafts(Drive drive, Map<String, Size> sizes) {
        Map<String, At> placed = new LinkedHashMap<>();
        double x = 0;
        for (String root : roots(drive)) {
            if (placed.containsKey(root)) {
                continue;
            }
            Map<String, At> from = new LinkedHashMap<>(placed);
            spread(drive, sizes, placed, root, new Point(x, 0));
            placed.keySet().removeAll(from.keySet());
            Map<String, At> more = standing(drive, placed);
            placed.clear();
            placed.putAll(from);
            placed.putAll(more);
            x = placed.values().stream()
                            .mapToDouble(at -> at.middle().x())
                            .max()
                            .orElse(0)
                    + 20;
        }
        return placed;
    }

    /** The motor's first, then whatever hangs together with nothing before. */
    private static List<String> roots(Drive drive) {
        List<String> all =
                new ArrayList<>(drive.motor().stream().map(Motor::shaft).toList());
        drive.shafts().forEach(s -> all.add(s.code()));
        return all;
    }

    private static void spread(Drive drive, Map<String, Size> sizes, Map<String, At> placed, String root, Point at) {
        Deque<String> todo = new ArrayDeque<>(List.of(root));
        Map<String, Integer> turn = new HashMap<>(Map.of(root, 0));
        placed.put(root, new At(at, false, 0));
        while (!todo.isEmpty()) {
            String shaft = todo.removeFirst();
            At here = placed.get(shaft);
            inLine(drive, shaft).filter(s -> !placed.containsKey(s)).forEach(s -> {
                placed.put(s, here);
                turn.put(s, turn.get(shaft));
                todo.add(s);
            });
            for (Meshing meshing : drive.meshings()) {
                Wheel driver = drive.wheel(meshing.driver());
                Wheel driven = drive.wheel(meshing.driven());
                String next = driver.shaft().equals(shaft) ? driven.shaft() : driver.shaft();
                boolean ours = driver.shaft().equals(shaft) || driven.shaft().equals(shaft);
                if (ours && !placed.containsKey(next)) {
                    int n = turn.get(shaft) + 1;
                    double direction = drive.shaft(next)
                            .directionDeg()
                            .orElse(crossed(meshing.kind()) ? 0 : n % 2 == 0 ? -ZIGZAG_DEG : ZIGZAG_DEG);
                    double a = centreDistance(meshing, sizes.get(meshing.driver()), sizes.get(meshing.driven()));
                    Point middle = Point.polar(a, Math.toRadians(direction));
                    boolean worm = meshing.kind() == MeshKind.WORM;
                    placed.put(
                            next,
                            new At(
                                    new Point(
                                            here.middle().x() + middle.x(),
                                            here.middle().y() + middle.y()),
                                    crossed(meshing.kind()) != here.lying(),
                                    crossed(meshing.kind()) ? direction + (worm ? 90 : 0) : here.axisDeg()));
                    turn.put(next, n);
                    todo.add(next);
                }
            }
        }
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

    /** So that most wheels are seen from their faces: which way the crossed ones lie is turned round where that shows more. */
    private static Map<String, At> standing(Drive drive, Map<String, At> placed) {
        List<At> faces = drive.wheels().stream()
                .filter(w -> placed.containsKey(w.shaft()) && !worm(drive, w))
                .map(w -> placed.get(w.shaft()))
                .toList();
        if (2 * faces.stream().filter(At::lying).count() <= faces.size()) {
            return Map.copyOf(placed);
        }
        // Axes were said from the upright side; turned round they are those of the shafts that lie now.
        Map<String, At> other = new HashMap<>();
        placed.forEach((shaft, at) -> other.put(
                shaft, new At(at.middle(), !at.lying(), at.lying() ? 0 : axisOfUpright(drive, placed, shaft))));
        return other;
    }

    private static double axisOfUpright(Drive drive, Map<String, At> placed, String shaft) {
        for (Meshing meshing : drive.meshings()) {
            String one = drive.wheel(meshing.driver()).shaft();
            String two = drive.wheel(meshing.driven()).shaft();
            if (crossed(meshing.kind()) && (one.equals(shaft) || two.equals(shaft))) {
                Point a = placed.get(one).middle();
                Point b = placed.get(two).middle();
                double direction = Math.toDegrees(Math.atan2(b.y() - a.y(), b.x() - a.x()));
                return direction + (meshing.kind() == MeshKind.WORM ? 90 : 0);
            }
        }
        return 0;
    }
}
