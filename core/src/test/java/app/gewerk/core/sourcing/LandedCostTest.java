package app.gewerk.core.sourcing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Worked by hand, each step beside its figure. */
class LandedCostTest {
    private static final LocalDate MONDAY = LocalDate.of(2026, 11, 23);
    private static final LandedCost.Exchange EUR =
            new LandedCost.Exchange("EUR", BigDecimal.ONE, LocalDate.of(2026, 11, 1));
    private static final LandedCost.Exchange USD =
            new LandedCost.Exchange("EUR", new BigDecimal("0.92"), LocalDate.of(2026, 11, 1));
    private static final ImportRule NONE = rule("0", "0", "0", "0", "0");

    private static ImportRule rule(String duty, String dutyFree, String tax, String taxFree, String fee) {
        return new ImportRule(
                "z",
                new BigDecimal(duty),
                new BigDecimal(dutyFree),
                new BigDecimal(tax),
                new BigDecimal(taxFree),
                new BigDecimal(fee));
    }

    private static Listing offer(int pack, String price, int stock, int dispatch) {
        return new Listing("s", "i", pack, new BigDecimal(price), stock, dispatch);
    }

    private static SellerTerms terms(String currency, int transit) {
        return new SellerTerms(
                "Seller",
                "Country",
                "z",
                currency,
                List.of(
                        new SellerTerms.PostageStep(BigDecimal.ZERO, new BigDecimal("9.80")),
                        new SellerTerms.PostageStep(new BigDecimal("75"), new BigDecimal("14.50"))),
                transit,
                List.of());
    }

    @Test
    void wholePacksAreBoughtAndSpreadOverThePiecesWanted() {
        LandedCost cost = LandedCost.of(offer(5, "6.90", 9, 0), terms("EUR", 1), NONE, EUR, 7, MONDAY);
        assertThat(cost.packs()).isEqualTo(2);
        assertThat(cost.pieces()).isEqualTo(10);
        assertThat(cost.goods()).isEqualByComparingTo("13.80");
        assertThat(cost.total()).isEqualByComparingTo("23.60");
        assertThat(cost.perPieceWanted()).isEqualByComparingTo("3.37"); // 23.60 / 7
        assertThat(cost.enoughInStock()).isTrue();
    }

    @Test
    void postageFollowsTheValueOfTheGoods() {
        assertThat(LandedCost.of(offer(1, "74.99", 9, 0), terms("EUR", 1), NONE, EUR, 1, MONDAY)
                        .postage())
                .isEqualByComparingTo("9.80");
        assertThat(LandedCost.of(offer(1, "75.00", 9, 0), terms("EUR", 1), NONE, EUR, 1, MONDAY)
                        .postage())
                .isEqualByComparingTo("14.50");
    }

    /** 200 USD → 184.00; postage 14.50 → 13.34; duty 3.7 % of 184 = 6.81; tax 19 % of 204.15 = 38.79; fee 6. */
    @Test
    void dutyTaxAndFeeFromAbroad() {
        LandedCost cost = LandedCost.of(
                offer(1, "200", 9, 0), terms("USD", 8), rule("3.7", "150", "19", "0", "6"), USD, 1, MONDAY);
        assertThat(cost.goods()).isEqualByComparingTo("184.00");
        assertThat(cost.postage()).isEqualByComparingTo("13.34");
        assertThat(cost.duty()).isEqualByComparingTo("6.81");
        assertThat(cost.tax()).isEqualByComparingTo("38.79");
        assertThat(cost.handling()).isEqualByComparingTo("6.00");
        assertThat(cost.total()).isEqualByComparingTo("248.94");
    }

    /** Common practice: a small part from abroad can come to more than twice its list price. */
    @Test
    void aSmallPartFromAbroadCanCostMoreThanTwiceItsPrice() {
        LandedCost cost = LandedCost.of(
                offer(1, "8.00", 9, 0), terms("USD", 8), rule("3.7", "150", "19", "0", "6"), USD, 1, MONDAY);
        assertThat(cost.duty()).isZero();
        assertThat(cost.total()).isGreaterThan(cost.goods().multiply(BigDecimal.TWO));
    }

    @Test
    void arrivalCountsWorkingDaysOnly() {
        assertThat(LandedCost.of(offer(1, "1", 9, 1), terms("EUR", 3), NONE, EUR, 1, MONDAY)
                        .arrives())
                .isEqualTo(LocalDate.of(2026, 11, 27));
        assertThat(LandedCost.of(offer(1, "1", 9, 2), terms("EUR", 3), NONE, EUR, 1, MONDAY)
                        .arrives())
                .as("over the weekend")
                .isEqualTo(LocalDate.of(2026, 11, 30));
    }

    @Test
    void tooFewInStockIsSaidAndNonePiecesRefused() {
        assertThat(LandedCost.of(offer(1, "1", 2, 0), terms("EUR", 1), NONE, EUR, 3, MONDAY)
                        .enoughInStock())
                .isFalse();
        assertThatThrownBy(() -> LandedCost.of(offer(1, "1", 2, 0), terms("EUR", 1), NONE, EUR, 0, MONDAY))
                .hasMessageContaining("how many");
    }
}
