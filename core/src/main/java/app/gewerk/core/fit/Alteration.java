package app.gewerk.core.fit;

import app.gewerk.core.words.Say;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * What is done to a gear from stock before it serves, in the order of work: its bore first, for all that is turned afterwards runs
 * true to that; then tips and faces on a mandrel; then its edges; put on the shaft last.
 */
public record Alteration(List<BenchStep> steps) {
    /** A face this near goes in as it is (common practice). */
    public static final double SAME_WIDTH_MM = 0.15;
    /** So are tips (common practice). */
    private static final double SAME_TIP_MM = 0.03;
    /** Wider than any gear turned at a bench; beyond it no limits are told. */
    private static final double LARGEST_MM = 500;

    // Minutes at the bench (from memory).
    private static final double FACE_MINUTES = 10;
    private static final double TIPS_MINUTES = 15;
    private static final double EDGES_MINUTES = 3;

    /**
     * Sizes as they are and as they shall be.
     *
     * @param toWidthMm where it was read
     * @param toTipMm across the tips, where they have to come down
     */
    public record Sizes(double widthMm, Optional<Double> toWidthMm, double tipMm, Optional<Double> toTipMm) {}

    /** @param seating none where nothing is known of bore and shaft */
    public static Alteration of(Optional<Seating> seating, Sizes sizes) {
        List<BenchStep> steps = new ArrayList<>();
        seating.ifPresent(s -> steps.addAll(s.bore()));
        sizes.toTipMm
                .filter(to -> sizes.tipMm - to > SAME_TIP_MM)
                .ifPresent(to -> steps.add(turned("fit.turnTips", to, TIPS_MINUTES)));
        sizes.toWidthMm
                .filter(to -> to > 0 && sizes.widthMm - to > SAME_WIDTH_MM)
                .ifPresent(to -> steps.add(turned("fit.face", to, FACE_MINUTES)));
        if (!steps.isEmpty()) {
            steps.add(new BenchStep(Say.of("fit.edges"), EDGES_MINUTES, 0));
        }
        seating.ifPresent(s -> steps.addAll(s.onTheShaft()));
        return new Alteration(List.copyOf(steps));
    }

    /** To a size that may be a little less (ISO 286, h11). */
    private static BenchStep turned(String code, double toMm, double minutes) {
        return new BenchStep(
                Say.of(
                        code,
                        "to",
                        toMm,
                        "less",
                        -IsoLimits.of(Math.min(toMm, LARGEST_MM), "h11").lowerMm()),
                minutes,
                0);
    }
}
