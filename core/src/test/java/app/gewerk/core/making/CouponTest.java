package app.gewerk.core.making;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import app.gewerk.core.making.Coupon.Kind;
import app.gewerk.core.making.Coupon.Measured;
import app.gewerk.core.making.Coupon.Size;
import app.gewerk.core.words.Refused;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

class CouponTest {
    /** A printer with a growth of its own, which closes narrow bores a little more than wide ones, and a caliper. */
    private static final class Printer {
        private static final double SCATTER_MM = .006;
        private static final double CALIPER_MM = .01;
        private static final double STEP_MM = .01;
        private final Random random;
        final double shrink;
        final double grows;
        final double closes;
        final double narrow;
        final double foot;

        Printer(Random random) {
            this.random = random;
            shrink = .015 * random.nextDouble();
            grows = -.02 + .12 * random.nextDouble();
            closes = .25 * random.nextDouble();
            narrow = .03 * random.nextDouble();
            foot = .15 * random.nextDouble();
        }

        double makes(Kind kind, double drawnMm) {
            double made = drawnMm * (1 - shrink) + SCATTER_MM * random.nextGaussian();
            return switch (kind) {
                case OUTSIDE -> made + 2 * grows;
                case BORE -> made - closes - narrow / drawnMm;
                case FIRST_LAYERS -> made + 2 * grows + 2 * foot;
            };
        }

        /** The mean of three readings, each as a caliper shows it. */
        double measured(double mm) {
            double sum = 0;
            for (int i = 0; i < 3; i++) {
                sum += Math.rint((mm + CALIPER_MM * random.nextGaussian()) / STEP_MM) * STEP_MM;
            }
            return sum / 3;
        }

        List<Measured> coupon() {
            return Coupon.sizes().stream()
                    .map(s -> new Measured(s.kind(), s.drawnMm(), measured(makes(s.kind(), s.drawnMm()))))
                    .toList();
        }
    }

    /** How far off tip and bore of a gear are at 95 %, over many printers. */
    private static double[] offAt95(boolean withCoupon) {
        int printers = 600;
        double[] tip = new double[printers];
        double[] bore = new double[printers];
        for (int i = 0; i < printers; i++) {
            Printer printer = new Printer(new Random(i));
            Random gears = new Random(1000 + i);
            double tipMm = 8 + 25 * gears.nextDouble();
            double boreMm = 2 + 5 * gears.nextDouble();
            Allowances a = withCoupon ? Coupon.growth(printer.coupon()).allowances(0) : Allowances.NONE;
            double drawnTip = (tipMm - 2 * a.outsideGrowthMm()) * a.scale();
            double drawnBore = (boreMm + a.boreClosesMm()) * a.scale();
            tip[i] = Math.abs(printer.makes(Kind.OUTSIDE, drawnTip) - tipMm);
            bore[i] = Math.abs(printer.makes(Kind.BORE, drawnBore) - boreMm);
        }
        Arrays.sort(tip);
        Arrays.sort(bore);
        int at = (int) (.95 * printers);
        return new double[] {tip[at], bore[at]};
    }

    @Test
    void afterOneTestPieceTipAndBoreComeOutWithinThreeHundredths() {
        double[] with = offAt95(true);
        double[] without = offAt95(false);
        assertThat(with[0]).as("tip; without %.3f", without[0]).isLessThan(.03);
        assertThat(with[1]).as("bore; without %.3f", without[1]).isLessThan(.03);
        assertThat(without[0]).as("without it the tip").isGreaterThan(.2);
        assertThat(without[1]).as("without it the bore").isGreaterThan(.2);
    }

    /** 90 % of intervals of 1.645 standard errors, of a t distribution rather wider, hold what the printer does. */
    @Test
    void whatItSaysOfItsOwnUncertaintyHolds() {
        int within = 0;
        int printers = 400;
        for (int i = 0; i < printers; i++) {
            Printer printer = new Printer(new Random(5000 + i));
            Coupon.Growth growth = Coupon.growth(printer.coupon());
            double off = Math.abs(growth.outsideGrowthMm().value() - printer.grows);
            within += off < 2 * growth.outsideGrowthMm().sigma() ? 1 : 0;
        }
        assertThat(within / (double) printers).isBetween(.85, .98);
    }

    @Test
    void exactSizesGiveExactlyWhatMadeThem() {
        List<Measured> measured = Coupon.sizes().stream()
                .map(s -> new Measured(s.kind(), s.drawnMm(), exactly(s)))
                .toList();
        Coupon.Growth growth = Coupon.growth(measured);
        assertThat(growth.shrinkPercent().value()).isCloseTo(.6, within(1e-9));
        assertThat(growth.outsideGrowthMm().value()).isCloseTo(.05, within(1e-9));
        assertThat(growth.boreClosesMm().value()).isCloseTo(.12, within(1e-9));
        assertThat(growth.firstLayerMm().orElseThrow().value()).isCloseTo(.08, within(1e-9));
    }

    private static double exactly(Size size) {
        double shrunk = size.drawnMm() * .994;
        return switch (size.kind()) {
            case OUTSIDE -> shrunk + .1;
            case BORE -> shrunk - .12;
            case FIRST_LAYERS -> shrunk + .1 + .16;
        };
    }

    @Test
    void gearsMeasuredAfterwardsSharpenIt() {
        Printer printer = new Printer(new Random(3));
        List<Measured> measured = new ArrayList<>(printer.coupon());
        double before = Coupon.growth(measured).boreClosesMm().sigma();
        for (int i = 0; i < 8; i++) {
            measured.addAll(printer.coupon());
        }
        assertThat(Coupon.growth(measured).boreClosesMm().sigma()).isLessThan(before / 2);
    }

    @Test
    void aDrawingReadInAnotherUnitIsNamed() {
        for (double factor : new double[] {25.4, 1 / 25.4, 96 / 25.4, 25.4 / 96, 72 / 25.4, 25.4 / 72, 10, .1}) {
            List<Measured> wrong = Coupon.sizes().stream()
                    .map(s -> new Measured(s.kind(), s.drawnMm(), factor * s.drawnMm() * .996))
                    .toList();
            assertThat(Coupon.wrongUnit(wrong)).as("%.3f", factor).isPresent();
            assertThatThrownBy(() -> Coupon.growth(wrong)).isInstanceOf(Refused.class);
        }
        assertThat(Coupon.wrongUnit(new Printer(new Random(1)).coupon())).isEmpty();
        assertThatThrownBy(() -> Coupon.growth(List.of(new Measured(Kind.BORE, 3, 2.9))))
                .isInstanceOf(Refused.class);
    }

    /** Plate 40 × 20, tongues 10 × 10, 8 × 5 and 8 × 2, less bores of 3, 5 and 8; 5 mm high. */
    @Test
    void itsBodyIsWholeAndOfItsVolume() {
        double area = 800 + 100 + 40 + 16 - Math.PI / 4 * (9 + 25 + 64);
        assertThat(Coupon.solid().volumeMm3()).isCloseTo(5 * area, within(1e-6));
        assertThat(Surface.of(Coupon.solid()).volumeMm3()).isCloseTo(5 * area, within(.01));
    }
}
