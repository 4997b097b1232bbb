package app.gewerk.core.handback;

import app.gewerk.core.words.Refused;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.List;

/**
 * A bill's sums, each by its rule of EN 16931-1 (numbers of its business terms and rules from the published standard's
 * open model). One rate of tax for the whole; amounts to the cent, half away from nothing.
 *
 * @param discount taken off the sum of the lines, without tax
 * @param taxPercent 0 where the shop charges none
 * @param paid already: a deposit, or all of it at the counter
 */
public record Bill(List<BillLine> lines, BigDecimal discount, BigDecimal taxPercent, BigDecimal paid, String currency) {
    private static final BigDecimal HUNDRED = new BigDecimal(100);
    private static final int MOST_LINES = 200;

    /** @throws Refused if there is nothing on it, or more is taken off or paid than it comes to */
    public Bill {
        lines = List.copyOf(lines);
        if (lines.isEmpty() || lines.size() > MOST_LINES) {
            throw Refused.at("lines", "bill.lines", "most", MOST_LINES);
        }
        if (taxPercent.signum() < 0 || taxPercent.compareTo(HUNDRED) > 0) {
            throw Refused.at("taxPercent", "bill.tax");
        }
        discount = cents(discount);
        paid = cents(paid);
        BigDecimal sum = sum(lines);
        if (discount.signum() < 0 || discount.compareTo(sum) > 0) {
            throw Refused.at("discount", "bill.discount", "sum", sum);
        }
        BigDecimal gross = gross(sum.subtract(discount), taxPercent);
        if (paid.signum() < 0 || paid.compareTo(gross) > 0) {
            throw Refused.at("paid", "bill.paid", "gross", gross);
        }
    }

    static BigDecimal cents(BigDecimal amount) {
        return amount.setScale(2, RoundingMode.HALF_UP);
    }

    private static BigDecimal sum(List<BillLine> lines) {
        return lines.stream().map(BillLine::amount).reduce(BigDecimal.ZERO.setScale(2), BigDecimal::add);
    }

    private static BigDecimal tax(BigDecimal net, BigDecimal percent) {
        return cents(net.multiply(percent).divide(HUNDRED));
    }

    private static BigDecimal gross(BigDecimal net, BigDecimal percent) {
        return net.add(tax(net, percent));
    }

    /** BT-106, BR-CO-10: the lines together. */
    public BigDecimal linesTotal() {
        return sum(lines);
    }

    /** BT-109, BR-CO-13: that less the discount. */
    public BigDecimal net() {
        return linesTotal().subtract(discount);
    }

    /** BT-110 and BT-117, BR-CO-14 and BR-CO-17: the tax, of the whole at once. */
    public BigDecimal tax() {
        return tax(net(), taxPercent);
    }

    /** BT-112, BR-CO-15. */
    public BigDecimal gross() {
        return net().add(tax());
    }

    /** BT-115, BR-CO-16: what is left to pay. */
    public BigDecimal due() {
        return gross().subtract(paid);
    }

    /**
     * The entry that takes back a part of this bill, or all of it.
     *
     * @param gross to take back, tax included
     * @param alreadyCredited of the same bill, tax included
     * @param what it says
     * @throws Refused if that is more than the bill, with what was taken back before
     */
    public Bill credit(BigDecimal gross, BigDecimal alreadyCredited, String what) {
        BigDecimal left = gross().subtract(alreadyCredited);
        if (gross.signum() <= 0 || cents(gross).compareTo(left) > 0) {
            throw Refused.at("gross", "bill.creditAbove", "left", left);
        }
        if (cents(gross).compareTo(gross()) == 0) {
            return new Bill(lines, discount, taxPercent, BigDecimal.ZERO, currency);
        }
        BigDecimal net = cents(gross.multiply(HUNDRED).divide(HUNDRED.add(taxPercent), 10, RoundingMode.HALF_UP));
        return new Bill(
                List.of(new BillLine(BillLine.Of.OTHER, what, BigDecimal.ONE, net)),
                BigDecimal.ZERO,
                taxPercent,
                BigDecimal.ZERO,
                currency);
    }
}
