package app.gewerk.core.making;

import app.gewerk.core.gear.Limits;
import app.gewerk.core.words.Refused;
import java.util.List;

/**
 * What it takes to cast gears in a mould that was poured round their masters.
 *
 * @param masterScale by which the masters are drawn larger, so that the casts come out right
 * @param lengthMm of the box that the mould is poured in, {@code widthMm} and {@code heightMm} likewise
 * @param rubber that the mould takes, {@code resin} one filling of it
 * @param minutes until the casts can be taken out, the mould included
 * @param hours until they bear load
 */
public record Casting(
        double masterScale,
        double lengthMm,
        double widthMm,
        double heightMm,
        Mix rubber,
        Mix resin,
        double minutes,
        double hours) {

    /** Rubber round a master and under it; thinner tears when the cast is taken out (common practice). */
    private static final double WALL_MM = 8;
    /** Poured into the sprue, left in the cup (from memory). */
    private static final double RESIN_MORE = 0.2;

    private static final double RUBBER_MORE = 0.1;

    /**
     * Masters of one size.
     *
     * @param volumeMm3 of each, as the gear shall be
     */
    public record Piece(int count, double acrossMm, double heightMm, double volumeMm3) {
        public Piece {
            Limits.requireBetween("castCount", count, 1, 100);
            Limits.requireBetween("castAcross", acrossMm, 1, 300);
            Limits.requireBetween("castHeight", heightMm, 0.5, 200);
            Limits.requireBetween("castVolume", volumeMm3, 0.1, 1e7);
        }
    }

    /**
     * A stuff of two parts, as its maker's sheet has it.
     *
     * @param secondPerHundred parts by mass of the second for a hundred of the first
     * @param potLifeMinutes in which it can be poured once mixed
     * @param firmMinutes until it can be taken out
     * @param fullHours until it is as strong as it gets
     */
    public record Stuff(
            double densityGPerCm3,
            double secondPerHundred,
            double potLifeMinutes,
            double firmMinutes,
            double fullHours) {
        public Stuff {
            Limits.requireBetween("density", densityGPerCm3, 0.5, 5);
            Limits.requireBetween("secondPerHundred", secondPerHundred, 1, 200);
            Limits.requireBetween("potLife", potLifeMinutes, 0.5, 600);
            Limits.requireBetween("firm", firmMinutes, potLifeMinutes, 10_000);
            Limits.requireBetween("fullHours", fullHours, firmMinutes / 60, 1000);
        }

        Mix mix(double volumeMm3) {
            double grams = volumeMm3 / 1000 * densityGPerCm3;
            double first = grams / (1 + secondPerHundred / 100);
            return new Mix(volumeMm3 / 1000, grams, first, grams - first, potLifeMinutes);
        }
    }

    /** How much of the first and of the second part, and how long it can be poured. */
    public record Mix(double millilitres, double grams, double firstGrams, double secondGrams, double potLifeMinutes) {}

    /** A cast that was measured, and the master it came from. */
    public record Cast(double masterMm, double castMm) {
        public Cast {
            Limits.requireBetween("castMaster", masterMm, 0.5, 300);
            Limits.requireBetween("castCame", castMm, 0.5, 300);
        }
    }

    /**
     * What the resin has shrunk by until now, of its length: by least squares through the origin.
     *
     * @throws Refused if nothing was measured, or what was is no shrinkage
     */
    public static double shrinkPercent(List<Cast> casts) {
        double squares =
                casts.stream().mapToDouble(c -> c.masterMm * c.masterMm).sum();
        double products = casts.stream().mapToDouble(c -> c.masterMm * c.castMm).sum();
        if (squares == 0) {
            throw new Refused("casting.measureFirst");
        }
        double shrunk = 100 * (1 - products / squares);
        Limits.requireBetween("shrinkPercent", shrunk, -2, 10);
        return shrunk;
    }

    /** @param shrinkPercent of the resin, of its length */
    public static Casting of(List<Piece> pieces, double shrinkPercent, Stuff rubber, Stuff resin) {
        Limits.requireBetween("shrinkPercent", shrinkPercent, -2, 10);
        int count = pieces.stream().mapToInt(Piece::count).sum();
        if (count == 0) {
            throw new Refused("casting.nothing");
        }
        double scale = 1 / (1 - shrinkPercent / 100);
        // Side by side in cells of the largest, as nearly in a square as they go.
        double cell = scale * pieces.stream().mapToDouble(Piece::acrossMm).max().orElse(0) + WALL_MM;
        int columns = (int) Math.ceil(Math.sqrt(count));
        int rows = (count + columns - 1) / columns;
        double length = columns * cell + WALL_MM;
        double width = rows * cell + WALL_MM;
        double height =
                scale * pieces.stream().mapToDouble(Piece::heightMm).max().orElse(0) + WALL_MM;
        double cavities = pieces.stream()
                .mapToDouble(p -> p.count * p.volumeMm3 * scale * scale * scale)
                .sum();
        return new Casting(
                scale,
                length,
                width,
                height,
                rubber.mix((1 + RUBBER_MORE) * (length * width * height - cavities)),
                resin.mix((1 + RESIN_MORE) * cavities),
                rubber.firmMinutes + resin.firmMinutes,
                rubber.firmMinutes / 60 + resin.fullHours);
    }
}
