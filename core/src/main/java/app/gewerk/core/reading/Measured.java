package app.gewerk.core.reading;

import app.gewerk.core.gear.CaliperTips;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.GearPair;
import app.gewerk.core.gear.Pins;
import app.gewerk.core.gear.Span;

/** What a reading was taken of, and what a given new gear would read there. */
public sealed interface Measured {

    /** What a perfect instrument reads on this gear (mm). */
    double on(CylindricalGear gear);

    /** For the technician: "span over 4". */
    String words();

    /** Minutes it takes, caliper in hand (common practice). */
    double minutes();

    /** How far good gears differ here from their drawing, beyond what shift and thickness explain (standard deviation, mm, from memory). */
    default double makersSpreadMm(CylindricalGear gear) {
        return 0.005;
    }

    /** True when the reading changes with the thickness of the teeth. */
    default boolean feelsThickness() {
        return false;
    }

    /** True when the reading grows and shrinks with the moulding. */
    default boolean growsWithGear() {
        return true;
    }

    /** Change of the reading for each mm that the tip diameter has lost. */
    default double perTipWear() {
        return 0;
    }

    /** Over the tips with flat jaws, as read, not corrected for an odd count. */
    record TipDiameter() implements Measured {
        @Override
        public double on(CylindricalGear gear) {
            return CaliperTips.stableReadingMm(gear);
        }

        @Override
        public String words() {
            return "over the tips";
        }

        @Override
        public double minutes() {
            return 0.4;
        }

        @Override
        public double makersSpreadMm(CylindricalGear gear) {
            return 0.012 + 0.01 * gear.normalModule();
        }

        @Override
        public double perTipWear() {
            return -1;
        }
    }

    /** Across the bottoms of opposite tooth spaces. */
    record RootDiameter() implements Measured {
        @Override
        public double on(CylindricalGear gear) {
            double root = gear.rootDiameterMm();
            return gear.toothCount() % 2 == 0 ? root : root * Math.cos(Math.PI / (2.0 * gear.toothCount()));
        }

        @Override
        public String words() {
            return "across the roots";
        }

        @Override
        public double minutes() {
            return 1;
        }

        @Override
        public double makersSpreadMm(CylindricalGear gear) {
            return 0.02 + 0.1 * gear.normalModule();
        }
    }

    /** Caliper jaws over k teeth. */
    record SpanOver(int teeth) implements Measured {
        public SpanOver {
            if (teeth < 1) {
                throw new IllegalArgumentException("A span goes over at least 1 tooth; " + teeth + " given");
            }
        }

        @Override
        public double on(CylindricalGear gear) {
            return Span.spanMm(gear, teeth);
        }

        @Override
        public String words() {
            return "span over " + teeth;
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

    /** Over two equal pins in opposite tooth spaces. */
    record OverPins(double pinDiameterMm) implements Measured {
        @Override
        public double on(CylindricalGear gear) {
            return new Pins(gear, pinDiameterMm).readingMm();
        }

        @Override
        public String words() {
            return "over pins of " + pinDiameterMm;
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

    /** Between the shafts of this gear and its mate, whose teeth were counted. The mate's own shift is not known. */
    record CentreDistance(int mateToothCount) implements Measured {
        /** Housings hold gears a little apart, so that they do not bind (mm, from memory). */
        private static final double USUAL_CLEARANCE_MM = 0.02;

        public CentreDistance {
            if (mateToothCount < CylindricalGear.FEWEST_TEETH || mateToothCount > CylindricalGear.MOST_TEETH) {
                throw new IllegalArgumentException("The mate needs " + CylindricalGear.FEWEST_TEETH + " to "
                        + CylindricalGear.MOST_TEETH + " teeth; " + mateToothCount + " given");
            }
        }

        @Override
        public double on(CylindricalGear gear) {
            CylindricalGear mate = new CylindricalGear(
                    false,
                    gear.normalModule(),
                    mateToothCount,
                    gear.helixAngleDeg(),
                    -gear.profileShiftCoefficient() / 2,
                    gear.rack());
            return GearPair.zeroBacklashCentreMm(gear, mate) + USUAL_CLEARANCE_MM;
        }

        @Override
        public String words() {
            return "centre distance to " + mateToothCount + " teeth";
        }

        @Override
        public double minutes() {
            return 2;
        }

        @Override
        public double makersSpreadMm(CylindricalGear gear) {
            return 0.03 + 0.06 * gear.normalModule();
        }

        @Override
        public boolean growsWithGear() {
            return false;
        }
    }
}
