package app.gewerk.core.reading;

import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.Point;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Where readings lie on a drawn gear: the jaws' places on an outline with one tooth pointing up. */
public final class Marks {
    /** Directions in which spans are laid one after the other, so that they do not cover each other. */
    private static final double[] SPAN_DIRECTIONS_DEG = {60, -35, 20, 120, -75};

    private Marks() {}

    /**
     * @param from where one jaw touches (mm, y upwards)
     * @param to where the other does; their distance is the reading
     * @param outward unit vector along the jaws, away from the gear
     */
    public record Mark(Measured what, double readingMm, Point from, Point to, Point outward) {}

    /** Marks for those readings that lie on the gear itself, in order. */
    public static List<Mark> on(CylindricalGear gear, List<Reading> readings) {
        List<Mark> marks = new ArrayList<>();
        int spans = 0;
        for (Reading reading : readings) {
            int place = spans;
            Optional<Mark> mark = switch (reading.what()) {
                case Measured.TipDiameter tip -> Optional.of(overTips(gear, reading));
                case Measured.RootDiameter root -> Optional.of(acrossRoots(gear, reading));
                case Measured.SpanOver span ->
                    Optional.of(across(gear, reading, span.teeth(), place, gear.baseDiameterMm() / 2));
                case Measured.ChordOverTips chord -> Optional.of(chord(gear, reading, chord.pitches(), place));
                case Measured.OverPins pins -> Optional.empty();
                case Measured.CentreDistance centre -> Optional.empty();
                case Measured.PitchesAlong pitches -> Optional.empty();
                case Measured.ToothHeight height -> Optional.empty();
                case Measured.HelixAngle helix -> Optional.empty();
                case Measured.LeadAngle lead -> Optional.empty();
                case Measured.ConeAngle cone -> Optional.empty();
            };
            spans += reading.what() instanceof Measured.SpanOver || reading.what() instanceof Measured.ChordOverTips
                    ? 1
                    : 0;
            mark.ifPresent(marks::add);
        }
        return List.copyOf(marks);
    }

    private static Mark overTips(CylindricalGear gear, Reading reading) {
        double top = gear.tipDiameterMm() / 2;
        double read = reading.mean();
        double from = gear.internal() ? read / 2 : top;
        return new Mark(reading.what(), read, new Point(0, from), new Point(0, from - read), new Point(-1, 0));
    }

    private static Mark acrossRoots(CylindricalGear gear, Reading reading) {
        double half = reading.mean() / 2;
        double direction = Math.PI / 2 + Math.PI / gear.toothCount();
        Point up = new Point(Math.cos(direction), Math.sin(direction));
        return new Mark(
                reading.what(),
                2 * half,
                new Point(half * up.x(), half * up.y()),
                new Point(-half * up.x(), -half * up.y()),
                new Point(up.y(), -up.x()));
    }

    /** From the outer corner of one tip to that of another so many pitches on. */
    private static Mark chord(CylindricalGear gear, Reading reading, int pitches, int place) {
        double tip = gear.tipDiameterMm() / 2;
        double half = Math.min(tip, reading.mean() / 2);
        return across(gear, reading, pitches + 1, place, Math.sqrt(tip * tip - half * half));
    }

    /**
     * Square across the middle of a block of teeth, half the reading to each side, so far from the axis. The jaws of a
     * span touch on the tangent to the base circle.
     */
    private static Mark across(CylindricalGear gear, Reading reading, int teeth, int place, double heightMm) {
        double pitchAngle = 2 * Math.PI / gear.toothCount();
        double wanted = Math.toRadians(SPAN_DIRECTIONS_DEG[place % SPAN_DIRECTIONS_DEG.length]);
        double first = Math.PI / 2 + (teeth % 2 == 0 ? pitchAngle / 2 : 0);
        double direction = first + Math.rint((wanted - first) / pitchAngle) * pitchAngle;
        Point out = new Point(Math.cos(direction), Math.sin(direction));
        double half = reading.mean() / 2;
        return new Mark(
                reading.what(),
                2 * half,
                new Point(heightMm * out.x() + half * out.y(), heightMm * out.y() - half * out.x()),
                new Point(heightMm * out.x() - half * out.y(), heightMm * out.y() + half * out.x()),
                out);
    }
}
