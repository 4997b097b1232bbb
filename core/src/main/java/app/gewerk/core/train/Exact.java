package app.gewerk.core.train;

import java.math.BigDecimal;
import org.hipparchus.fraction.BigFraction;

/** Numbers as fractions. */
public final class Exact {
    private Exact() {}

    /** The decimal number as it was written: 0.1 is a tenth. */
    public static BigFraction of(double number) {
        BigDecimal written = BigDecimal.valueOf(number);
        return written.scale() <= 0
                ? new BigFraction(written.toBigIntegerExact())
                : new BigFraction(
                        written.unscaledValue(),
                        BigDecimal.TEN.pow(written.scale()).toBigIntegerExact());
    }
}
