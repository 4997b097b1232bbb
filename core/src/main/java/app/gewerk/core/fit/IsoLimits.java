package app.gewerk.core.fit;

import app.gewerk.core.KnowledgeFiles;
import app.gewerk.core.words.Refused;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The limits of a size by ISO 286-1: what a reamer leaves, what a bush is turned to. Sizes up to 50 mm, grades 5 to 11, shafts d to
 * s and holes D to S.
 *
 * @param lowerMm of the deviation from the size
 * @param upperMm of the deviation from the size
 */
public record IsoLimits(double lowerMm, double upperMm) {
    private static final Pattern CLASS = Pattern.compile("(js|JS|[defghkmnprsDEFGHKMNPRS])(\\d{1,2})");
    private static final int FINEST = 5;
    private static final int COARSEST = 11;
    /** Beyond it a hole of these letters is not moved by Δ. */
    private static final double NO_DELTA_UP_TO_MM = 3;

    /** Up to which grade Δ is added: K, M and N one further than P to S. */
    private static final int DELTA_KMN = 8;

    private static final int DELTA_OTHERS = 7;

    /**
     * Of a size and a tolerance class as {@code H7} or {@code p6}.
     *
     * @throws Refused where the size or the class is beyond the table
     */
    public static IsoLimits of(double sizeMm, String toleranceClass) {
        Matcher read = CLASS.matcher(toleranceClass);
        if (!read.matches()) {
            throw Refused.at("toleranceClass", "fit.noClass", "given", toleranceClass);
        }
        int grade = Integer.parseInt(read.group(2));
        String letter = read.group(1);
        String shaft = letter.toLowerCase(Locale.ROOT);
        boolean hole = !letter.equals(shaft);
        double width = tolerance(sizeMm, grade);
        if (shaft.equals("js")) {
            return micrometres(-width / 2, width / 2);
        }
        if (shaft.equals("h")) {
            return hole ? micrometres(0, width) : micrometres(-width, 0);
        }
        double deviation = number(row(sizeMm), shaft);
        boolean loose = shaft.compareTo("h") < 0;
        if (!hole) {
            return loose ? micrometres(deviation - width, deviation) : micrometres(deviation, deviation + width);
        }
        if (loose) {
            return micrometres(-deviation, -deviation + width);
        }
        double upper = -deviation + delta(sizeMm, shaft, grade);
        return micrometres(upper - width, upper);
    }

    /** IT, the width of a grade (mm). */
    public static double toleranceMm(double sizeMm, int grade) {
        return tolerance(sizeMm, grade) / 1000;
    }

    private static double tolerance(double sizeMm, int grade) {
        if (grade < FINEST || grade > COARSEST) {
            throw noGrade(FINEST, grade);
        }
        return number(row(sizeMm), "IT" + grade);
    }

    private static Refused noGrade(int finest, int given) {
        return Refused.at("toleranceClass", "fit.noGrade", "finest", finest, "coarsest", COARSEST, "given", given);
    }

    /** By how much a tight hole of a fine grade lies nearer to its size than the shaft of the same letter. */
    private static double delta(double sizeMm, String letter, int grade) {
        boolean kmn = "kmn".contains(letter);
        if (sizeMm <= NO_DELTA_UP_TO_MM || grade > (kmn ? DELTA_KMN : DELTA_OTHERS)) {
            return 0;
        }
        if (grade == FINEST) {
            throw noGrade(FINEST + 1, grade);
        }
        return tolerance(sizeMm, grade) - tolerance(sizeMm, grade - 1);
    }

    private static Map<String, String> row(double sizeMm) {
        return KnowledgeFiles.rows("isoTolerances").stream()
                .filter(row -> sizeMm > number(row, "over") && sizeMm <= number(row, "upTo"))
                .findFirst()
                .orElseThrow(() -> Refused.at("sizeMm", "fit.noIsoSize", "most", 50, "given", sizeMm));
    }

    private static double number(Map<String, String> row, String column) {
        return Double.parseDouble(row.get(column));
    }

    private static IsoLimits micrometres(double lower, double upper) {
        return new IsoLimits(lower / 1000, upper / 1000);
    }
}
