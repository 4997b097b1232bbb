package app.gewerk.core.reading;

import static app.gewerk.core.gear.GearKind.BEVEL;
import static app.gewerk.core.gear.GearKind.EXTERNAL;
import static app.gewerk.core.gear.GearKind.INTERNAL;
import static app.gewerk.core.gear.GearKind.RACK;
import static app.gewerk.core.gear.GearKind.WORM;

import app.gewerk.core.Wire;
import app.gewerk.core.gear.GearKind;
import app.gewerk.core.words.Refused;
import java.util.Collections;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.function.DoubleFunction;
import org.jspecify.annotations.Nullable;

/**
 * Everything that can be read of a gear, said once: what number belongs to it, which gears have it, how the jaws go. What
 * a gear would show there is in {@link Measured}; the wire, what is kept, the reading strip and the simulated caliper
 * take theirs from here.
 */
public enum ReadingKind {
    TIP_DIAMETER(Jaws.OVER_TIPS, true, p -> new Measured.TipDiameter(), EXTERNAL, INTERNAL, WORM, BEVEL),
    SPAN(Jaws.OVER_TEETH, Parameter.TEETH, true, p -> new Measured.SpanOver((int) p), EXTERNAL),
    ROOT_DIAMETER(Jaws.IN_SPACES, true, p -> new Measured.RootDiameter(), EXTERNAL, INTERNAL, WORM),
    CENTRE_DISTANCE(
            Jaws.OVER_SHAFTS,
            Parameter.MATE_TEETH,
            false,
            p -> new Measured.CentreDistance((int) p),
            EXTERNAL,
            INTERNAL,
            WORM),
    OVER_PINS(Jaws.OVER_PINS, Parameter.PIN_MM, true, Measured.OverPins::new, EXTERNAL, INTERNAL),
    CHORD_OVER_TIPS(Jaws.OVER_CORNERS, Parameter.PITCHES, false, p -> new Measured.ChordOverTips((int) p), EXTERNAL),
    PITCHES_ALONG(Jaws.ALONG, Parameter.PITCHES, false, p -> new Measured.PitchesAlong((int) p), RACK, WORM),
    HELIX_ANGLE(Jaws.SLANT, false, p -> new Measured.HelixAngle(), EXTERNAL, INTERNAL, RACK),
    LEAD_ANGLE(Jaws.SLANT, false, p -> new Measured.LeadAngle(), WORM),
    CONE_ANGLE(Jaws.CONE, false, p -> new Measured.ConeAngle(), BEVEL),
    TOOTH_HEIGHT(Jaws.DEPTH_ROD, false, p -> new Measured.ToothHeight(), EXTERNAL, RACK, WORM, BEVEL);

    /** The number that belongs to a reading. */
    public enum Parameter {
        /** Teeth between the jaws. */
        TEETH("span.overTeeth"),
        /** Pitches between first and last tooth. */
        PITCHES("chord.pitches"),
        /** Thickness of the pins, mm. */
        PIN_MM("pin.howThick"),
        /** Teeth of the gear on the other shaft; where the mate is given, it is known from there. */
        MATE_TEETH("mate.howMany");

        private final String missing;

        Parameter(String missing) {
            this.missing = missing;
        }

        public boolean whole() {
            return this != PIN_MM;
        }

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    /** How the instrument is held. */
    public enum Jaws {
        OVER_TIPS,
        IN_SPACES,
        OVER_TEETH,
        OVER_CORNERS,
        OVER_PINS,
        OVER_SHAFTS,
        ALONG,
        DEPTH_ROD,
        SLANT,
        CONE;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    private final Jaws jaws;
    private final @Nullable Parameter parameter;
    private final boolean ofMate;
    private final DoubleFunction<Measured> made;
    private final Set<GearKind> gears;

    ReadingKind(
            Jaws jaws,
            @Nullable Parameter parameter,
            boolean ofMate,
            DoubleFunction<Measured> made,
            GearKind first,
            GearKind... others) {
        this.jaws = jaws;
        this.parameter = parameter;
        this.ofMate = ofMate;
        this.made = made;
        this.gears = Collections.unmodifiableSet(EnumSet.of(first, others));
    }

    ReadingKind(Jaws jaws, boolean ofMate, DoubleFunction<Measured> made, GearKind first, GearKind... others) {
        this(jaws, null, ofMate, made, first, others);
    }

    public Jaws jaws() {
        return jaws;
    }

    public @Nullable Parameter parameter() {
        return parameter;
    }

    /** Whether it is read of the mate too. */
    public boolean ofMate() {
        return ofMate;
    }

    /** The gears that have it. */
    public Set<GearKind> gears() {
        return gears;
    }

    public Measured.Unit unit() {
        return made.apply(1).unit();
    }

    /**
     * What is read, with its number.
     *
     * @param number of teeth, pitches or mm, as {@link #parameter} has it; none where none belongs to it
     * @throws Refused if it is missing or cannot be
     */
    public Measured of(@Nullable Double number) {
        if (parameter == null) {
            return made.apply(1);
        }
        if (number == null) {
            throw new Refused(parameter.missing);
        }
        if (parameter.whole() && number != Math.rint(number)) {
            throw new Refused("reading.wholeNumber", "given", number);
        }
        return made.apply(number);
    }

    public static ReadingKind of(Measured what) {
        return switch (what) {
            case Measured.TipDiameter tip -> TIP_DIAMETER;
            case Measured.RootDiameter root -> ROOT_DIAMETER;
            case Measured.SpanOver span -> SPAN;
            case Measured.OverPins pins -> OVER_PINS;
            case Measured.CentreDistance centre -> CENTRE_DISTANCE;
            case Measured.ChordOverTips chord -> CHORD_OVER_TIPS;
            case Measured.PitchesAlong along -> PITCHES_ALONG;
            case Measured.ToothHeight height -> TOOTH_HEIGHT;
            case Measured.HelixAngle helix -> HELIX_ANGLE;
            case Measured.LeadAngle lead -> LEAD_ANGLE;
            case Measured.ConeAngle cone -> CONE_ANGLE;
        };
    }

    /** A reading to take first of a kind of gear, with the number to begin with; none where it follows from the gear. */
    public record Usual(ReadingKind what, @Nullable Double parameter) {}

    /** What is usually read first of a gear (common practice). */
    public static List<Usual> usual(GearKind gear) {
        return switch (gear) {
            case EXTERNAL -> List.of(new Usual(TIP_DIAMETER, null), new Usual(SPAN, null), new Usual(SPAN, null));
            case INTERNAL -> List.of(new Usual(TIP_DIAMETER, null), new Usual(ROOT_DIAMETER, null));
            case RACK -> List.of(new Usual(PITCHES_ALONG, 5.0), new Usual(TOOTH_HEIGHT, null));
            case WORM ->
                List.of(new Usual(TIP_DIAMETER, null), new Usual(PITCHES_ALONG, 3.0), new Usual(LEAD_ANGLE, null));
            case BEVEL ->
                List.of(new Usual(TIP_DIAMETER, null), new Usual(CONE_ANGLE, null), new Usual(TOOTH_HEIGHT, null));
        };
    }

    @Override
    public String toString() {
        return Wire.word(this);
    }
}
