package app.gewerk.core.gear;

/**
 * A straight rack, or a sector unrolled: teeth in a row. Immutable.
 *
 * @param module m_n (mm)
 * @param helixAngleDeg slant of the teeth against the square across; 0 for straight teeth
 */
public record GearRack(double module, double helixAngleDeg, BasicRack rack) implements Toothed {

    public GearRack {
        Limits.requireModule(module);
        Limits.requireHelix(helixAngleDeg);
    }

    /** p_n = π m_n (mm). */
    public double normalPitchMm() {
        return Math.PI * module;
    }

    /** Pitch along the rack, p_t = π m_n / cos β (mm). */
    public double transversePitchMm() {
        return normalPitchMm() / Math.cos(Math.toRadians(helixAngleDeg));
    }

    /** Travel for one turn of a pinion of {@code pinionTeeth}: z p_t (mm). */
    public double travelPerTurnMm(int pinionTeeth) {
        return pinionTeeth * transversePitchMm();
    }

    /**
     * The closed outline of a piece with so many teeth, its datum line on y = 0, teeth up, root fillets as its basic rack
     * has them, in the section along the rack; the back so far below the roots as a tooth is high.
     */
    public java.util.List<Point> outline(int teeth, double toleranceMm) {
        Limits.requireBetween("teeth", teeth, 1, 500);
        double cos = Math.cos(Math.toRadians(helixAngleDeg));
        double tan = Math.tan(rack.pressureAngleRad());
        double pitch = transversePitchMm();
        double up = rack.addendumCoefficient() * module;
        double down = rack.dedendumCoefficient() * module;
        double radius = rack.tipRadiusCoefficient() * module;
        double alpha = rack.pressureAngleRad();
        java.util.List<Point> right = new java.util.ArrayList<>();
        right.add(new Point((normalPitchMm() / 4 - up * tan) / cos, up));
        double centreX = normalPitchMm() / 4 + (down - radius) * tan + radius / Math.cos(alpha);
        double centreY = radius - down;
        right.addAll(Chords.along(
                a -> new Point((centreX - radius * Math.cos(a)) / cos, centreY - radius * Math.sin(a)),
                alpha,
                Math.PI / 2,
                toleranceMm));
        java.util.List<Point> whole = new java.util.ArrayList<>();
        for (int i = 0; i < teeth; i++) {
            double x = (i - (teeth - 1) / 2.0) * pitch;
            for (Point p : right.reversed()) {
                whole.add(new Point(x - p.x(), p.y()));
            }
            for (Point p : right) {
                whole.add(new Point(x + p.x(), p.y()));
            }
        }
        double half = teeth * pitch / 2;
        double back = -down - toothHeightMm();
        whole.add(new Point(half, -down));
        whole.add(new Point(half, back));
        whole.add(new Point(-half, back));
        whole.add(new Point(-half, -down));
        return whole.reversed();
    }
}
