package app.gewerk.core.making;

import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.Point;
import app.gewerk.core.gear.Span;
import app.gewerk.core.words.Say;
import java.util.ArrayList;
import java.util.List;

/**
 * Where a caliper is put on a gear that was made, and what it shows when the gear came out right.
 *
 * @param mm between its jaws
 * @param from where one jaw touches, {@code to} the other; the gear as {@link GearSolid} has it
 */
public record MeasuringPlace(Say what, double mm, Spot from, Spot to) {
    /** A caliper is laid on this far below the upper face, as a share of the width. */
    private static final double BELOW = 0.25;

    /** mm; z along the axis from the lower face. */
    public record Spot(double x, double y, double z) {
        static Spot of(Point across, double z) {
            return new Spot(across.x(), across.y(), z);
        }
    }

    /**
     * Tips, span, width and bore of an outside gear, as far as it has them; a tooth points up.
     *
     * @param boreMm 0 for none
     */
    public static List<MeasuringPlace> of(CylindricalGear gear, double faceWidthMm, double boreMm) {
        if (gear.internal()) {
            return List.of();
        }
        List<MeasuringPlace> places = new ArrayList<>();
        double tip = gear.tipDiameterMm() / 2;
        double pitch = 2 * Math.PI / gear.toothCount();
        int opposite = gear.toothCount() / 2;
        Point up = Point.polar(tip, Math.PI / 2);
        Point across = Point.polar(tip, Math.PI / 2 + opposite * pitch);
        double chord = Math.hypot(up.x() - across.x(), up.y() - across.y());
        boolean even = gear.toothCount() % 2 == 0;
        places.add(new MeasuringPlace(
                Say.of(even ? "place.tips" : "place.tipsOdd"),
                chord,
                Spot.of(up, faceWidthMm),
                Spot.of(across, faceWidthMm)));
        int k = Span.bestToothNumber(gear);
        double span = Span.spanMm(gear, k);
        double base = gear.baseDiameterMm() / 2;
        if (gear.helixAngleDeg() == 0 && Math.hypot(base, span / 2) <= tip) {
            // Jaws touch where the line across the teeth touches the base circle at its middle.
            double middle = Math.PI / 2 + (k - 1) * pitch / 2;
            double z = faceWidthMm * (1 - BELOW);
            Point foot = Point.polar(base, middle);
            double alongX = -Math.sin(middle) * span / 2;
            double alongY = Math.cos(middle) * span / 2;
            places.add(new MeasuringPlace(
                    Say.of("place.span", "teeth", k),
                    span,
                    new Spot(foot.x() + alongX, foot.y() + alongY, z),
                    new Spot(foot.x() - alongX, foot.y() - alongY, z)));
        }
        Point beside = Point.polar(gear.rootDiameterMm() / 2, 0);
        places.add(new MeasuringPlace(
                Say.of("place.width"), faceWidthMm, Spot.of(beside, 0), Spot.of(beside, faceWidthMm)));
        if (boreMm > 0) {
            places.add(new MeasuringPlace(
                    Say.of("place.bore"),
                    boreMm,
                    Spot.of(new Point(-boreMm / 2, 0), faceWidthMm),
                    Spot.of(new Point(boreMm / 2, 0), faceWidthMm)));
        }
        return List.copyOf(places);
    }
}
