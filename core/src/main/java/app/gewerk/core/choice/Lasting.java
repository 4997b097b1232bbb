package app.gewerk.core.choice;

/**
 * The chance that a mend lasts. The gear that broke is the measure: it lasted as long as it did. Something that bears less
 * lasts less once its reserve over the working load is used up, with the third power of what is left (from memory: between wear, which goes with the
 * load, and fatigue, which goes with its tenth power); another material lasts as its ageing says, by the square root. Lives scatter as
 * Weibull says: with shape 2 what is new, with shape 3 what ages; how much a way really bears scatters besides, lognormally.
 */
final class Lasting {
    /** For which the chance is told (years). */
    static final double HORIZON_YEARS = 3;

    private static final double LOAD_POWER = 3;
    /** Root strength over the load at work that loses nothing (common practice). */
    private static final double RESERVE = 1.5;
    /** The same of a small moulded gear as makers choose it, where the load is not known (from memory). */
    static final double USUAL_MARGIN = 3;

    private static final double LEAST_MARGIN = 0.3;
    private static final double LONGEST = 3;
    private static final double NEW = 2;
    private static final double AGED = 3;
    /** What still runs after these years, and looks sound, is good for so many times as long in all. */
    private static final double SOUND_LASTS = 2.5;
    /** Of a standard normal: the middles of nine equal parts. */
    private static final double[] NINTHS = {-1.593, -0.967, -0.589, -0.282, 0, 0.282, 0.589, 0.967, 1.593};

    private static final double TENTH = 1.2816;

    private Lasting() {}

    /** @param low that nine ways of ten of this sort exceed */
    record Chance(double low, double likely, double high) {
        Chance times(double share) {
            return new Chance(low * share, likely * share, high * share);
        }
    }

    /**
     * Of something new in this place.
     *
     * @param share of the original's load that it bears
     * @param scatter of that share (standard deviation of its logarithm)
     * @param margin of the original: what it bore over what it has to bear at work
     * @param lifeYears of a new one of the material, as strong as the original
     */
    static Chance ofNew(double share, double scatter, double margin, double lifeYears, double years) {
        double sum = 0;
        for (double normal : NINTHS) {
            sum += survives(share * Math.exp(scatter * normal), margin, lifeYears, years);
        }
        double likely = sum / NINTHS.length;
        return new Chance(
                Math.min(likely, survives(share * Math.exp(-TENTH * scatter), margin, lifeYears, years)),
                likely,
                Math.max(likely, survives(share * Math.exp(TENTH * scatter), margin, lifeYears, years)));
    }

    private static double survives(double share, double margin, double lifeYears, double years) {
        double had = Math.max(LEAST_MARGIN, margin);
        double life = lifeYears * Math.min(LONGEST, borne(share * had) / borne(had));
        return Math.exp(-Math.pow(years / Math.max(1e-3, life), NEW));
    }

    private static double borne(double margin) {
        return Math.min(1, Math.pow(margin / RESERVE, LOAD_POWER));
    }

    /** How long a new one lasts of a material that ages in so many years, where the original's ages in others. */
    static double lifeYears(double brokeAt, double ages, double originalAges) {
        return brokeAt * Math.min(LONGEST, Math.sqrt(ages / originalAges));
    }

    /** Of a part of a plastic that ages, of an age, that still runs, where others of it break at such an age. */
    static double ofAged(double ageNow, double brokeAt, double years) {
        return Math.exp(Math.pow(ageNow / brokeAt, AGED) - Math.pow((ageNow + years) / brokeAt, AGED));
    }

    /** Of the mate that looks sound: it has run as long as the broken gear and wears so many times as fast from now on. */
    static double ofSound(double ageYears, double wear, double years) {
        return ofAged(ageYears, SOUND_LASTS * ageYears, years * wear);
    }
}
