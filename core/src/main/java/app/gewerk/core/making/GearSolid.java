package app.gewerk.core.making;

import app.gewerk.core.gear.BevelGear;
import app.gewerk.core.gear.CompoundGear;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.GearRack;
import app.gewerk.core.gear.Limits;
import app.gewerk.core.gear.Outline;
import app.gewerk.core.gear.Point;
import app.gewerk.core.gear.Rim;
import app.gewerk.core.gear.Worm;
import app.gewerk.core.making.Section.Line;
import app.gewerk.core.making.Solid.Layer;
import app.gewerk.core.words.Refused;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Gears as bodies that can be printed, cast or cut: the axis is z, the lower face lies on z = 0. Lengths in mm. */
public final class GearSolid {
    /** How much of a ring's body stands around its roots, in modules (common practice: no less than its teeth are high). */
    private static final double RING_BODY = 2.5;

    /** What a printer presses flat at the bottom: one or two layers (common practice). */
    private static final double FIRST_LAYERS_MM = 0.4;

    /** Beyond it a gear is nearly flat and has hardly any back cone. */
    private static final double STEEPEST_CONE_DEG = 80;

    private GearSolid() {}

    /**
     * What stands on a gear's upper face, round its bore: a hub, or a second gear.
     *
     * @param hubOutMm by which a hub stands out, 0 for none
     * @param pockets in the hub
     */
    public record OnTop(double hubOutMm, Optional<Pockets> pockets, Optional<CompoundGear.Step> gear) {
        public static final OnTop NOTHING = new OnTop(0, Optional.empty(), Optional.empty());

        public static OnTop hub(double outMm) {
            return new OnTop(outMm, Optional.empty(), Optional.empty());
        }

        public OnTop {
            if (gear.isPresent() && hubOutMm > 0) {
                throw Refused.at("hubOutMm", "solid.hubOrGear");
            }
            if (pockets.isPresent() && hubOutMm <= 0) {
                throw Refused.at("hubOutMm", "solid.needs", "field", "hubOutMm");
            }
        }
    }

    /** Spur, helical or ring gear with everything of its blank, as it has to be drawn. */
    public static Solid of(
            CylindricalGear gear,
            Blank blank,
            double faceWidthMm,
            OnTop onTop,
            Allowances allowances,
            double toleranceMm) {
        double k = allowances.scale();
        double width = faceWidthMm * k;
        double foot = allowances.firstLayerMm() > 0 ? Math.min(FIRST_LAYERS_MM, width / 3) : 0;
        double twist = twistDeg(gear, faceWidthMm);
        List<Layer> layers = new ArrayList<>();
        if (foot > 0) {
            List<Blank.Loop> spread = allowances.loops(gear, blank, true, toleranceMm);
            layers.add(new Layer(toothed(gear, spread, 0, k, toleranceMm), foot, twist * foot / width, 1));
        }
        List<Blank.Loop> loops = allowances.loops(gear, blank, false, toleranceMm);
        layers.add(new Layer(
                toothed(gear, loops, twist * foot / width, k, toleranceMm),
                width - foot,
                twist * (width - foot) / width,
                1));
        layers.addAll(hub(loops, blank, onTop, allowances));
        onTop.gear.ifPresent(upper -> layers.add(upper(upper, blank, allowances, toleranceMm)));
        return new Solid(layers);
    }

    private static List<Layer> hub(List<Blank.Loop> loops, Blank blank, OnTop onTop, Allowances allowances) {
        List<Line> hub = lines(loops, "hub");
        if (onTop.hubOutMm <= 0 || hub.isEmpty()) {
            return List.of();
        }
        double k = allowances.scale();
        List<Line> bore = lines(loops, "bore");
        Layer whole = Layer.straight(Section.of(hub.getFirst(), bore), onTop.hubOutMm * k);
        if (onTop.pockets.isEmpty()) {
            return List.of(whole);
        }
        double reach = blank.bore().map(Bore::reachMm).orElse(0.0);
        onTop.pockets.get().requireRoom(reach, blank.hubDiameterMm(), onTop.hubOutMm);
        Pockets drawn = onTop.pockets.get().times(k, allowances.boreClosesMm());
        List<Line> holes = new ArrayList<>(bore);
        holes.addAll(drawn.slots(k * reach, k * blank.hubDiameterMm()));
        double depth = k * onTop.pockets.get().depthMm();
        return List.of(
                Layer.straight(whole.bottom(), whole.heightMm() - depth),
                Layer.straight(Section.of(hub.getFirst(), holes), depth));
    }

    /** The smaller gear of a compound one, on the same bore. */
    private static Layer upper(CompoundGear.Step step, Blank blank, Allowances allowances, double toleranceMm) {
        Blank bored = new Blank(blank.bore(), blank.phaseDeg(), 0, Optional.empty(), Rim.WHOLE);
        double width = allowances.scale() * step.faceWidthMm();
        List<Blank.Loop> loops = allowances.loops(step.gear(), bored, false, toleranceMm);
        return new Layer(
                toothed(step.gear(), loops, step.phaseDeg(), allowances.scale(), toleranceMm),
                width,
                twistDeg(step.gear(), step.faceWidthMm()),
                1);
    }

    private static Section toothed(
            CylindricalGear gear, List<Blank.Loop> loops, double turnedDeg, double k, double toleranceMm) {
        double turn = Math.toRadians(turnedDeg);
        List<Point> points = loops.getFirst().points();
        Line teeth = new Line(
                turn == 0
                        ? points
                        : points.stream()
                                .map(p -> Point.polar(p.radius(), p.angle() + turn))
                                .toList(),
                true);
        if (!gear.internal()) {
            return Section.of(teeth, lines(loops, "bore", "hole"));
        }
        double body = k * (gear.rootDiameterMm() + 2 * RING_BODY * gear.normalModule());
        return Section.of(new Line(new Bore.Round(body).outline(toleranceMm), false), List.of(teeth));
    }

    private static List<Line> lines(List<Blank.Loop> loops, String... what) {
        List<String> wanted = List.of(what);
        return loops.stream()
                .filter(loop -> wanted.contains(loop.what()))
                .map(loop -> new Line(loop.points(), false))
                .toList();
    }

    /** From the lower to the upper face, b tan β / (d/2); a right-handed helix (β above 0) turns counter-clockwise going up. */
    private static double twistDeg(CylindricalGear gear, double faceWidthMm) {
        return Math.toDegrees(
                2 * faceWidthMm * Math.tan(Math.toRadians(gear.helixAngleDeg())) / gear.referenceDiameterMm());
    }

    /** A piece of a rack with so many teeth, lying on its side: teeth along x. */
    public static Solid of(GearRack rack, int teeth, double faceWidthMm, double toleranceMm) {
        return new Solid(List.of(Layer.straight(
                Section.of(new Line(rack.outline(teeth, toleranceMm), false), List.of()), faceWidthMm)));
    }

    /**
     * A straight bevel gear, its large end down, its teeth growing smaller towards the cone's point. At the large end they have the form of
     * the spur gear that they look like on the back cone (Tredgold, its tooth count rounded to a whole one); the faces are flat, across the axis.
     *
     * @param faceWidthMm along the tooth
     */
    public static Solid of(BevelGear gear, double boreMm, double faceWidthMm, double toleranceMm) {
        double cone = Math.toRadians(gear.coneAngleDeg());
        Limits.requireBetween("coneAngle", gear.coneAngleDeg(), 2, STEEPEST_CONE_DEG);
        Limits.requireBetween("faceWidth", faceWidthMm, 0.1, 0.5 * gear.outerConeDistanceMm());
        double scale = 1 - faceWidthMm / gear.outerConeDistanceMm();
        return new Solid(List.of(new Layer(
                Section.of(
                        new Line(onBackCone(gear, toleranceMm), true),
                        bore(boreMm, gear.rootDiameterMm() * scale, toleranceMm)),
                faceWidthMm * Math.cos(cone),
                0,
                scale)));
    }

    /** The back cone unrolled holds more teeth than the gear; so many as the gear has are wound round the axis again. */
    private static List<Point> onBackCone(BevelGear gear, double toleranceMm) {
        int seen = (int) Math.min(CylindricalGear.MOST_TEETH, Math.round(gear.virtualToothCount()));
        CylindricalGear flat = CylindricalGear.spur(gear.module(), seen, gear.profileShiftCoefficient(), gear.rack());
        List<Point> all = Outline.of(flat, toleranceMm);
        double wound = (double) seen / gear.toothCount();
        double cos = Math.cos(Math.toRadians(gear.coneAngleDeg()));
        List<Point> points = new ArrayList<>();
        double from = all.getFirst().angle();
        for (Point p : all.subList(0, all.size() / seen * gear.toothCount())) {
            // Angles go on growing, also beyond half a turn.
            double angle = p.angle() - from;
            double turned = angle < -1e-9 ? angle + 2 * Math.PI : angle;
            points.add(Point.polar(
                    gear.referenceDiameterMm() / 2 + cos * (p.radius() - flat.referenceDiameterMm() / 2),
                    from + wound * turned));
        }
        return points;
    }

    private static List<Line> bore(double boreMm, double rootsMm, double toleranceMm) {
        if (boreMm <= 0) {
            return List.of();
        }
        if (boreMm >= rootsMm) {
            throw new Refused("blank.noWall", "bore", boreMm, "roots", rootsMm);
        }
        return List.of(new Line(new Bore.Round(boreMm).outline(toleranceMm), false));
    }

    /** A worm: its section across the axis, screwed up along it. */
    public static Solid of(Worm worm, double lengthMm, double boreMm, double toleranceMm) {
        // A right-handed thread turns counter-clockwise going up.
        return new Solid(List.of(new Layer(
                Section.of(new Line(across(worm, toleranceMm), true), bore(boreMm, worm.rootDiameterMm(), toleranceMm)),
                lengthMm,
                360 * lengthMm / worm.leadMm(),
                1)));
    }

    /** Of a thread with straight flanks in the axial section, cut across: going round by φ is going along by φ lead / 2π. */
    private static List<Point> across(Worm worm, double toleranceMm) {
        double tan = Math.tan(worm.rack().pressureAngleRad());
        double pitch = worm.axialPitchMm();
        double top = worm.tipDiameterMm() / 2;
        double bottom = worm.rootDiameterMm() / 2;
        double middle = worm.pitchDiameterMm() / 2;
        double halfTop = pitch / 4 - (top - middle) * tan;
        double halfBottom = pitch / 4 + (middle - bottom) * tan;
        double along = worm.starts() * pitch / (2 * Math.PI);
        double step = 2 * Math.acos(1 - Math.min(1, toleranceMm / top));
        List<Point> points = new ArrayList<>();
        for (int start = 0; start < worm.starts(); start++) {
            double from = start * pitch;
            // Along the thread's profile: top, falling flank, bottom, rising flank.
            double[] at = {
                from - halfTop, from + halfTop, from + halfBottom, from + pitch - halfBottom, from + pitch - halfTop
            };
            double[] radius = {top, top, bottom, bottom, top};
            for (int piece = 0; piece < 4; piece++) {
                double length = at[piece + 1] - at[piece];
                int chords = (int) Math.max(1, Math.ceil(length / along / step));
                for (int i = 0; i < chords; i++) {
                    double share = (double) i / chords;
                    points.add(Point.polar(
                            radius[piece] + share * (radius[piece + 1] - radius[piece]),
                            (at[piece] + share * length) / along));
                }
            }
        }
        return points;
    }
}
