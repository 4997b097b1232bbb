package app.gewerk.core.strength;

import app.gewerk.core.KnowledgeFiles;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.Point;
import app.gewerk.core.gear.ToothForm;
import app.gewerk.core.words.Refused;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.TreeMap;

/** Lewis' form factor Y: how well a tooth's form stands bending, σ = F_t / (b m Y). */
public final class FormFactor {
    private static final double OUTLINE_TOLERANCE_MM = 0.002;

    private FormFactor() {}

    private static final NavigableMap<Integer, Double> TABLE = new TreeMap<>();
    private static final double RACK;

    static {
        double rack = 0;
        for (Map<String, String> row : KnowledgeFiles.rows("lewis")) {
            double factor = Double.parseDouble(row.get("formFactor"));
            if (row.get("teeth").equals("rack")) {
                rack = factor;
            } else {
                TABLE.put(Integer.parseInt(row.get("teeth")), factor);
            }
        }
        RACK = rack;
    }

    public static double ofRack() {
        return RACK;
    }

    /**
     * Of a 20° full-depth gear, by the published table (Shigley, Table 14-2): linear in z between its rows, beyond its last
     * row linear in 1/z to the rack's.
     *
     * @throws Refused below the table's first row
     */
    public static double fromTable(int toothCount) {
        if (toothCount < TABLE.firstKey()) {
            throw Refused.at("toothCount", "strength.tableBegins", "least", TABLE.firstKey(), "given", toothCount);
        }
        Map.Entry<Integer, Double> below = TABLE.floorEntry(toothCount);
        Map.Entry<Integer, Double> above = TABLE.higherEntry(toothCount);
        if (above == null) {
            double share = below.getKey() / (double) toothCount;
            return RACK + (below.getValue() - RACK) * share;
        }
        double part = (toothCount - below.getKey()) / (double) (above.getKey() - below.getKey());
        return below.getValue() + part * (above.getValue() - below.getValue());
    }

    /**
     * Of a gear as it is really cut, the whole load at the tip: the parabola of equal strength whose vertex lies where the line of
     * the load crosses the tooth's middle touches the flank at its weakest place; there Y = t² / (6 h m) (Lewis 1892:
     * the whole tangential force is taken as bending).
     * Undercut and profile shift are in it. Of a ring the rack's factor is taken, which a ring's teeth are not below.
     *
     * @throws Refused when there is no whole tooth
     */
    public static double fromOutline(CylindricalGear gear) {
        if (gear.internal()) {
            return RACK;
        }
        ToothForm form = ToothForm.of(gear);
        double half = Math.PI / gear.toothCount();
        double tip = form.tipRadiusMm();
        double halfTip = half - form.halfSpaceAt(tip);
        double base = gear.baseDiameterMm() / 2;
        double loadAngle = Math.acos(Math.min(1, base / tip)) - halfTip;
        return weakest(form, half, base / Math.cos(loadAngle)) / gear.transverseModule();
    }

    /** The least t²/(6 h) over the sections of the tooth (mm). */
    private static double weakest(ToothForm form, double half, double vertex) {
        double least = Double.POSITIVE_INFINITY;
        List<Point> fillet = form.rootSide(OUTLINE_TOLERANCE_MM);
        for (Point point : fillet) {
            // The space is centred on the x axis, the tooth half a pitch beside it.
            least = Math.min(least, section(point.radius(), half - Math.abs(point.angle()), vertex));
        }
        double from = form.formDiameterMm() / 2;
        double to = form.tipRadiusMm();
        for (int i = 0; i <= 60; i++) {
            double radius = from + (to - from) * i / 60;
            least = Math.min(least, section(radius, half - form.halfSpaceAt(radius), vertex));
        }
        return least;
    }

    private static double section(double radius, double halfThicknessAngle, double vertex) {
        double thickness = 2 * radius * Math.sin(halfThicknessAngle);
        double arm = vertex - radius * Math.cos(halfThicknessAngle);
        return arm <= 0 ? Double.POSITIVE_INFINITY : thickness * thickness / (6 * arm);
    }
}
