package app.gewerk.core.device;

/**
 * How many of how many, with the band in which the share lies: Wilson's score interval, 95 %, which stays honest where there
 * are few (E. B. Wilson 1927).
 *
 * @param low lower edge of the share, 0 to 1
 * @param high upper edge
 */
public record Share(int of, int all, double low, double high) {
    /** The normal's two-sided 95 %. */
    private static final double Z = 1.959963984540054;

    /** @param of those it was so with; {@code all} those looked at, none of which says nothing: from 0 to 1 */
    public static Share of(int of, int all) {
        if (of < 0 || of > all) {
            throw new IllegalStateException(of + " of " + all);
        }
        if (all == 0) {
            return new Share(0, 0, 0, 1);
        }
        double share = of / (double) all;
        double middle = share + Z * Z / (2 * all);
        double half = Z * Math.sqrt(share * (1 - share) / all + Z * Z / (4.0 * all * all));
        double whole = 1 + Z * Z / all;
        return new Share(of, all, Math.max(0, (middle - half) / whole), Math.min(1, (middle + half) / whole));
    }
}
