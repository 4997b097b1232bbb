package app.gewerk.core.gear;

/** A point in a plane across the axis, mm, the gear's axis at the origin. */
public record Point(double x, double y) {

    public static Point polar(double radius, double angleRad) {
        return new Point(radius * Math.cos(angleRad), radius * Math.sin(angleRad));
    }

    public double radius() {
        return Math.hypot(x, y);
    }

    public double angle() {
        return Math.atan2(y, x);
    }

    Point turnedBy(double angleRad) {
        double c = Math.cos(angleRad);
        double s = Math.sin(angleRad);
        return new Point(c * x - s * y, s * x + c * y);
    }

    /** Mirrored at the x axis. */
    Point mirrored() {
        return new Point(x, -y);
    }
}
