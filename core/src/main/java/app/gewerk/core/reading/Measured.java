package app.gewerk.core.reading;

import app.gewerk.core.Wire;
import app.gewerk.core.gear.BevelGear;
import app.gewerk.core.gear.CaliperTips;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.GearKind;
import app.gewerk.core.gear.GearPair;
import app.gewerk.core.gear.GearRack;
import app.gewerk.core.gear.Pins;
import app.gewerk.core.gear.Span;
import app.gewerk.core.gear.Toothed;
import app.gewerk.core.gear.Worm;
import app.gewerk.core.gear.WormSet;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import java.util.OptionalDouble;

/** What a reading was taken of, and what a given new gear would read there. */
public sealed interface Measured {

    enum Unit {
        MM,
        DEG;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    /**
     * What a perfect instrument reads on this part, in {@link #unit}.
     *
     * @throws Refused where this part has no such size
     */
    double on(Toothed part);

    /** Whether {@link #on} has an answer: a part of a kind that has such a size, and shaped so that it can be read. */
    default boolean canBeReadOn(Toothed part) {
        return ReadingKind.of(this).gears().contains(kind(part));
    }

    private static GearKind kind(Toothed part) {
        return switch (part) {
            case CylindricalGear gear -> gear.internal() ? GearKind.INTERNAL : GearKind.EXTERNAL;
            case GearRack rack -> GearKind.RACK;
            case Worm worm -> GearKind.WORM;
            case BevelGear bevel -> GearKind.BEVEL;
        };
    }

    /** The number that belongs to it, as {@link ReadingKind.Parameter} has it. */
    default OptionalDouble parameter() {
        return OptionalDouble.empty();
    }

    /** For the technician: "span over 4". */
    default Say words() {
        return said("readingKind.");
    }

    /** How to hold the caliper, in a sentence. */
    default Say how() {
        return said("readingHow.");
    }

    private Say said(String begins) {
        String code = begins + ReadingKind.of(this);
        return parameter().isPresent() ? Say.of(code, "number", parameter().getAsDouble()) : Say.of(code);
    }

    /** Minutes it takes, caliper in hand (common practice). */
    double minutes();

    default Unit unit() {
        return Unit.MM;
    }

    /** How far good gears differ here from their drawing, beyond what shift and thickness explain (standard deviation, in the reading's unit, from memory). */
    default double makersSpread(Toothed part) {
        return 0.005;
    }

    /** True when the reading changes with the thickness of the teeth. */
    default boolean feelsThickness() {
        return false;
    }

    /** True when the reading grows and shrinks with the moulding. */
    default boolean growsWithGear() {
        return unit() == Unit.MM;
    }

    /** True when a part twice as large reads twice as much. */
    default boolean inProportion() {
        return unit() == Unit.MM;
    }

    /** Change of the reading for each mm that wear has taken off the tips, counted on the diameter. */
    default double perTipWear(Toothed part) {
        return 0;
    }

    /** An angle, from an ink rubbing or a protractor (degrees). */
    sealed interface Angle extends Measured {
        @Override
        default double minutes() {
            return 2;
        }

        @Override
        default Unit unit() {
            return Unit.DEG;
        }

        @Override
        default double makersSpread(Toothed part) {
            return 0.2;
        }
    }

    /** Such a part has nothing to read here. */
    static Refused cannotBeRead(Measured what, GearKind part) {
        return new Refused("reading.cannotBeRead", "what", what.words(), "part", Say.of("part." + Wire.word(part)));
    }

    private static Refused cannotBeRead(Measured what, Toothed part) {
        return cannotBeRead(what, kind(part));
    }

    /** Over the tips with flat jaws, as read, not corrected for an odd count. In a ring between the tips, the largest reading. */
    record TipDiameter() implements Measured {
        /** How wide faces are over the module (common practice); over slanting teeth the jaws lie along the face. */
        private static final double FACE = 8;

        private static final double NARROW_FACE = 4;
        private static final double WIDE_FACE = 12;

        @Override
        public double on(Toothed part) {
            return switch (part) {
                case CylindricalGear gear -> over(gear, FACE);
                case Worm worm -> worm.tipDiameterMm();
                case BevelGear bevel -> bevel.tipDiameterMm() * CaliperTips.stableShare(bevel.toothCount());
                case GearRack rack -> throw Measured.cannotBeRead(this, part);
            };
        }

        @Override
        public double minutes() {
            return 0.4;
        }

        private static double over(CylindricalGear gear, double face) {
            double faceMm = face * gear.normalModule();
            return gear.internal()
                    ? CaliperTips.largestOverFaceMm(gear, faceMm)
                    : CaliperTips.stableOverFaceMm(gear, faceMm);
        }

        /** How wide the face is, is not asked: it shows in the reading of slanting teeth of an odd count. */
        @Override
        public double makersSpread(Toothed part) {
            double tips = 0.012 + 0.01 * part.module();
            return part instanceof CylindricalGear gear && gear.helixAngleDeg() > 0
                    ? Math.hypot(tips, (over(gear, WIDE_FACE) - over(gear, NARROW_FACE)) / 4)
                    : tips;
        }

        @Override
        public double perTipWear(Toothed part) {
            return part instanceof CylindricalGear gear && gear.internal() ? 1 : -1;
        }
    }

    /** Across the bottoms of opposite tooth spaces. */
    record RootDiameter() implements Measured {
        @Override
        public double on(Toothed part) {
            return switch (part) {
                case CylindricalGear gear -> {
                    double root = gear.rootDiameterMm();
                    yield gear.toothCount() % 2 == 0 ? root : root * Math.cos(Math.PI / (2.0 * gear.toothCount()));
                }
                case Worm worm -> worm.rootDiameterMm();
                case BevelGear bevel -> throw Measured.cannotBeRead(this, part);
                case GearRack rack -> throw Measured.cannotBeRead(this, part);
            };
        }

        @Override
        public double minutes() {
            return 1;
        }

        @Override
        public double makersSpread(Toothed part) {
            return 0.02 + 0.1 * part.module();
        }
    }

    /** Caliper jaws over k teeth. */
    record SpanOver(int teeth) implements Measured {
        public SpanOver {
            if (teeth < 1) {
                throw new Refused("span.atLeastOne", "given", teeth);
            }
        }

        @Override
        public boolean canBeReadOn(Toothed part) {
            return part instanceof CylindricalGear gear && !gear.internal() && teeth <= gear.toothCount();
        }

        @Override
        public double on(Toothed part) {
            if (part instanceof CylindricalGear gear && !gear.internal()) {
                return Span.readingMm(gear, teeth);
            }
            throw Measured.cannotBeRead(this, part);
        }

        @Override
        public OptionalDouble parameter() {
            return OptionalDouble.of(teeth);
        }

        @Override
        public double minutes() {
            return 0.5;
        }

        @Override
        public boolean feelsThickness() {
            return true;
        }
    }

    /** Over two equal pins in opposite tooth spaces; in a ring between them. */
    record OverPins(double pinDiameterMm) implements Measured {
        @Override
        public boolean canBeReadOn(Toothed part) {
            return part instanceof CylindricalGear gear && Pins.touches(gear, pinDiameterMm);
        }

        @Override
        public double on(Toothed part) {
            if (part instanceof CylindricalGear gear) {
                return new Pins(gear, pinDiameterMm).readingMm();
            }
            throw Measured.cannotBeRead(this, part);
        }

        @Override
        public boolean inProportion() {
            return false;
        }

        @Override
        public OptionalDouble parameter() {
            return OptionalDouble.of(pinDiameterMm);
        }

        @Override
        public double minutes() {
            return 2;
        }

        @Override
        public boolean feelsThickness() {
            return true;
        }
    }

    /** Between the shafts of this gear and its mate, whose teeth were counted. Unless the mate was read too, its shift is not known. */
    record CentreDistance(int mateToothCount) implements Measured {
        /** Housings hold gears a little apart, so that they do not bind (mm, from memory). */
        private static final double USUAL_CLEARANCE_MM = 0.02;

        public CentreDistance {
            if (mateToothCount < 1 || mateToothCount > CylindricalGear.MOST_TEETH) {
                throw new Refused("mate.oneOrMoreTeeth", "most", CylindricalGear.MOST_TEETH, "given", mateToothCount);
            }
        }

        @Override
        public boolean canBeReadOn(Toothed part) {
            return switch (part) {
                case CylindricalGear gear ->
                    mateToothCount >= CylindricalGear.FEWEST_TEETH && stands(gear, usualMate(gear));
                case Worm worm -> mateToothCount >= WormSet.FEWEST_WHEEL_TEETH;
                case BevelGear bevel -> false;
                case GearRack rack -> false;
            };
        }

        @Override
        public double on(Toothed part) {
            return switch (part) {
                case CylindricalGear gear -> to(gear, usualMate(gear));
                case Worm worm -> new WormSet(worm, mateToothCount, 0).centreDistanceMm();
                case BevelGear bevel -> throw Measured.cannotBeRead(this, part);
                case GearRack rack -> throw Measured.cannotBeRead(this, part);
            };
        }

        /** A mate that was not read: its shift makes up for half of this gear's. */
        private CylindricalGear usualMate(CylindricalGear gear) {
            return new CylindricalGear(
                    false,
                    gear.normalModule(),
                    mateToothCount,
                    gear.helixAngleDeg(),
                    -gear.profileShiftCoefficient() / 2,
                    gear.rack());
        }

        /** Whether the two have a distance at which they stand. */
        static boolean stands(CylindricalGear gear, CylindricalGear mate) {
            return gear.internal()
                    ? GearPair.canStandWithoutBacklash(mate, gear)
                    : GearPair.canStandWithoutBacklash(gear, mate);
        }

        /** The distance at which this gear and a mate stand, one of the two perhaps a ring (mm). */
        static double to(CylindricalGear gear, CylindricalGear mate) {
            if (gear.internal()) {
                return GearPair.zeroBacklashCentreMm(mate, gear) - USUAL_CLEARANCE_MM;
            }
            return GearPair.zeroBacklashCentreMm(gear, mate)
                    + (mate.internal() ? -USUAL_CLEARANCE_MM : USUAL_CLEARANCE_MM);
        }

        @Override
        public OptionalDouble parameter() {
            return OptionalDouble.of(mateToothCount);
        }

        @Override
        public double minutes() {
            return 2;
        }

        @Override
        public double makersSpread(Toothed part) {
            return 0.03 + 0.06 * part.module();
        }

        /** The same when the mate was read as well, so that only the housing is left to differ (mm, from memory). */
        static double housingSpreadMm(Toothed part) {
            return 0.03 + 0.02 * part.module();
        }

        @Override
        public boolean growsWithGear() {
            return false;
        }

        @Override
        public boolean inProportion() {
            return false;
        }
    }

    /** Across the outer corners of two tips so many pitches apart: where teeth are missing, or of a sector. */
    record ChordOverTips(int pitches) implements Measured {
        public ChordOverTips {
            if (pitches < 1) {
                throw new Refused("chord.atLeastOne", "given", pitches);
            }
        }

        @Override
        public boolean canBeReadOn(Toothed part) {
            return part instanceof CylindricalGear gear && !gear.internal() && 2 * pitches <= gear.toothCount();
        }

        @Override
        public double on(Toothed part) {
            if (part instanceof CylindricalGear gear && !gear.internal() && 2 * pitches <= gear.toothCount()) {
                double land = Math.max(0, gear.tipLandHalfAngleDeg());
                double half = Math.min(90, pitches * 180.0 / gear.toothCount() + land);
                return gear.tipDiameterMm() * Math.sin(Math.toRadians(half));
            }
            throw Measured.cannotBeRead(this, part);
        }

        @Override
        public OptionalDouble parameter() {
            return OptionalDouble.of(pitches);
        }

        @Override
        public double minutes() {
            return 0.6;
        }

        @Override
        public double makersSpread(Toothed part) {
            return 0.015 + 0.03 * part.module();
        }

        @Override
        public double perTipWear(Toothed part) {
            return part instanceof CylindricalGear gear ? -Math.sin(Math.PI * pitches / gear.toothCount()) : 0;
        }
    }

    /** Along a rack, or along a worm's thread, so many pitches. */
    record PitchesAlong(int pitches) implements Measured {
        public PitchesAlong {
            if (pitches < 1) {
                throw new Refused("racks.atLeastOne", "given", pitches);
            }
        }

        @Override
        public double on(Toothed part) {
            return switch (part) {
                case GearRack rack -> pitches * rack.transversePitchMm();
                case Worm worm -> pitches * worm.axialPitchMm();
                case CylindricalGear gear -> throw Measured.cannotBeRead(this, part);
                case BevelGear bevel -> throw Measured.cannotBeRead(this, part);
            };
        }

        @Override
        public OptionalDouble parameter() {
            return OptionalDouble.of(pitches);
        }

        @Override
        public double minutes() {
            return 0.5;
        }

        @Override
        public double makersSpread(Toothed part) {
            return 0.01;
        }
    }

    /** From root to tip, with the caliper's depth rod. */
    record ToothHeight() implements Measured {
        @Override
        public double on(Toothed part) {
            return part.toothHeightMm();
        }

        @Override
        public double minutes() {
            return 0.6;
        }

        @Override
        public double makersSpread(Toothed part) {
            return 0.02 + 0.06 * part.module();
        }

        @Override
        public double perTipWear(Toothed part) {
            return -0.5;
        }
    }

    /** Slant of a helical gear's or a rack's teeth as an ink rubbing or a protractor shows it, at the tips (degrees). */
    record HelixAngle() implements Angle {
        @Override
        public double on(Toothed part) {
            return switch (part) {
                case CylindricalGear gear ->
                    Math.toDegrees(Math.atan(Math.tan(Math.toRadians(gear.helixAngleDeg()))
                            * gear.tipDiameterMm()
                            / gear.referenceDiameterMm()));
                case GearRack rack -> rack.helixAngleDeg();
                case Worm worm -> throw Measured.cannotBeRead(this, part);
                case BevelGear bevel -> throw Measured.cannotBeRead(this, part);
            };
        }
    }

    /** Slant of a worm's thread against the square across, at its outer edge (degrees). */
    record LeadAngle() implements Angle {
        @Override
        public double on(Toothed part) {
            if (part instanceof Worm worm) {
                return worm.leadAngleAtTipDeg();
            }
            throw Measured.cannotBeRead(this, part);
        }
    }

    /** A bevel gear's cone over the tips against its axis (degrees). */
    record ConeAngle() implements Angle {
        @Override
        public double on(Toothed part) {
            if (part instanceof BevelGear bevel) {
                return bevel.tipConeAngleDeg();
            }
            throw Measured.cannotBeRead(this, part);
        }

        @Override
        public double minutes() {
            return 1.5;
        }

        @Override
        public double makersSpread(Toothed part) {
            return 0.3;
        }
    }
}
