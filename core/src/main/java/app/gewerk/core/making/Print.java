package app.gewerk.core.making;

import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.Limits;
import app.gewerk.core.words.Say;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * What it takes to print a body of filament, and what the printer cannot do of it.
 *
 * @param grams of it, filled whole: teeth bear load
 * @param minutes the volume over the flow and half as much again for moving about, three seconds for each layer, and four
 *     minutes to warm up (from memory)
 * @param cost of the filament
 * @param cannot what will not come out as drawn
 * @param nearestModule the smallest usual module of which this printer makes such teeth whole, where it does not these
 */
public record Print(
        double grams, double minutes, int layers, BigDecimal cost, List<Say> cannot, Optional<Double> nearestModule) {

    private static final double MOVING = 1.5;
    private static final double LAYER_S = 3;
    private static final double WARM_UP_S = 240;
    /** A line is a little wider than the nozzle it comes out of (common practice). */
    private static final double LINE = 1.05;

    private static final double[] MODULES = {0.2, 0.25, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 1, 1.25, 1.5, 2, 2.5, 3, 4, 5};
    /** A height within so much of whole layers is of whole layers, as a share of one. */
    private static final double WHOLE = 0.02;

    /**
     * @param flowMm3PerS of plastic through the nozzle
     * @param pricePerKg in the shop's currency
     */
    public record Printer(
            double nozzleMm, double layerMm, double flowMm3PerS, double densityGPerCm3, BigDecimal pricePerKg) {
        public Printer {
            Limits.requireBetween("nozzle", nozzleMm, 0.05, 2);
            Limits.requireBetween("layer", layerMm, 0.01, nozzleMm);
            Limits.requireBetween("flow", flowMm3PerS, 0.1, 100);
            Limits.requireBetween("density", densityGPerCm3, 0.5, 5);
            Limits.requireBetween("pricePerKg", pricePerKg.doubleValue(), 0, 10_000);
        }

        double lineMm() {
            return LINE * nozzleMm;
        }
    }

    /** @param gear whose body it is, where it is one */
    public static Print of(Optional<CylindricalGear> gear, Solid solid, Printer printer) {
        int layers = (int) Math.max(1, Math.round(solid.heightMm() / printer.layerMm));
        double grams = solid.volumeMm3() / 1000 * printer.densityGPerCm3;
        double seconds = MOVING * solid.volumeMm3() / printer.flowMm3PerS + LAYER_S * layers + WARM_UP_S;
        List<Say> cannot = new ArrayList<>();
        Optional<Double> nearest = gear.filter(g -> !g.internal()).flatMap(g -> teeth(g, printer, cannot));
        double whole = layers * printer.layerMm;
        if (Math.abs(solid.heightMm() - whole) > WHOLE * printer.layerMm) {
            cannot.add(Say.of("print.height", "drawn", solid.heightMm(), "comes", whole));
        }
        return new Print(
                grams,
                seconds / 60,
                layers,
                printer.pricePerKg.multiply(BigDecimal.valueOf(grams / 1000)).setScale(2, RoundingMode.HALF_UP),
                List.copyOf(cannot),
                nearest);
    }

    private static Optional<Double> teeth(CylindricalGear gear, Printer printer, List<Say> cannot) {
        double line = printer.lineMm();
        double tip = gear.normalTipThicknessMm();
        double at = Math.max(gear.baseDiameterMm(), gear.rootDiameterMm());
        double space = Math.PI * at / gear.toothCount() - gear.toothThicknessAtMm(at);
        if (tip < line) {
            cannot.add(Say.of("print.tip", "tip", tip, "line", line));
        }
        if (space < line) {
            cannot.add(Say.of("print.space", "space", space, "line", line));
        }
        double narrowest = Math.min(tip, space);
        if (narrowest >= line) {
            return Optional.empty();
        }
        double least = gear.normalModule() * line / narrowest;
        return Arrays.stream(MODULES).filter(m -> m >= least).boxed().findFirst();
    }
}
