package app.gewerk.core.damage;

import app.gewerk.core.Wire;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import java.util.Optional;

/**
 * Damage at one tooth.
 *
 * @param tooth 1 for the first, counted clockwise as the gear lies on the mat
 * @param flank which side is worn; of the others {@code BOTH}
 * @param amount of wear, 0 (a trace) to 1 (the form is gone)
 * @param band along the face, when the damage does not go over the whole width
 */
public record ToothMark(int tooth, Kind kind, Flank flank, double amount, Optional<Band> band) {

    /** Worn so far that little of the form is left. */
    private static final double WORN_AWAY = 0.7;

    /** What happened to a tooth. */
    public enum Kind {
        MISSING(1),
        CHIPPED(0.5),
        FLATTENED(0.8),
        WORN(0),
        ROOT_CRACK(0.5),
        HUB_CRACK(0.5),
        BAND(0);

        private final double weight;

        Kind(double weight) {
            this.weight = weight;
        }

        public Say words() {
            return Say.of("toothMark." + this);
        }

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    /** Sides of a tooth as the gear lies on the mat: the one facing clockwise, the other, or both. */
    public enum Flank {
        CLOCKWISE,
        ANTICLOCKWISE,
        BOTH;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    /** Limits across the face, mm from the near end. */
    public record Band(double fromMm, double toMm) {
        /** @throws Refused if it has no width */
        public Band {
            if (!(fromMm >= 0 && toMm > fromMm && toMm <= 1000)) {
                throw new Refused("map.band");
            }
        }
    }

    /** @throws Refused if the amount cannot be */
    public ToothMark {
        if (!(amount >= 0 && amount <= 1)) {
            throw new Refused("map.wear");
        }
    }

    /** How much of the tooth is lost, 0 to 1; cracks through hub or root count half. */
    double loss() {
        return kind == Kind.WORN || kind == Kind.BAND ? amount : kind.weight;
    }

    /** True when no turning over brings its form back: a piece of it is gone or cracked. */
    public boolean lostFormForGood() {
        return switch (kind) {
            case MISSING, CHIPPED, FLATTENED, ROOT_CRACK, HUB_CRACK -> true;
            case WORN -> flank == Flank.BOTH && amount >= WORN_AWAY;
            case BAND -> false;
        };
    }

    /** True when the tooth is not to carry a load any more: lost, cracked, or worn away. */
    boolean lostForm() {
        return switch (kind) {
            case MISSING, CHIPPED, FLATTENED, ROOT_CRACK, HUB_CRACK -> true;
            case WORN -> amount >= WORN_AWAY;
            case BAND -> false;
        };
    }
}
