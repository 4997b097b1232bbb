package app.gewerk.server.train;

import java.math.BigInteger;
import org.hipparchus.fraction.BigFraction;

/** @param fraction reduced, {@code 450/23}, a whole number without a stroke */
public record Fraction(String fraction, double value) {
    static Fraction of(BigFraction exact) {
        String whole = exact.getNumerator().toString();
        return new Fraction(
                exact.getDenominator().equals(BigInteger.ONE) ? whole : whole + "/" + exact.getDenominator(),
                exact.doubleValue());
    }
}
