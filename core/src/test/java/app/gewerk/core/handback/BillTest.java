package app.gewerk.core.handback;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.gewerk.core.words.Refused;
import com.helger.diver.api.coord.DVRCoordinate;
import com.helger.phive.api.execute.ValidationExecutionManager;
import com.helger.phive.api.executorset.ValidationExecutorSetRegistry;
import com.helger.phive.api.result.ValidationResultList;
import com.helger.phive.api.validity.IValidityDeterminator;
import com.helger.phive.en16931.EN16931Validation;
import com.helger.phive.xml.source.IValidationSourceXML;
import com.helger.phive.xml.source.ValidationSourceXML;
import com.helger.xml.serialize.read.DOMReader;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;

/**
 * Sums and XML of bills, judged by the rules published with EN 16931 (schematron of CEN/TC 434, as packed by a library of the
 * registry) and by the schemas of UBL 2.1.
 */
class BillTest {
    private static final BillPaper.Party SHOP =
            new BillPaper.Party("Bench & Tooth", "Canal Street 4\nLindmoor", "DE", "DE123456789", "");
    private static final BillPaper.Party SMALL =
            new BillPaper.Party("Bench & Tooth", "", "DE", "12/345/678", "Small business, no tax is charged");

    /** Read once: compiling them takes longer than all that is judged. */
    private static final ValidationExecutorSetRegistry<IValidationSourceXML> RULES = rules();

    private static ValidationExecutorSetRegistry<IValidationSourceXML> rules() {
        ValidationExecutorSetRegistry<IValidationSourceXML> rules = new ValidationExecutorSetRegistry<>();
        EN16931Validation.initEN16931(rules);
        return rules;
    }

    private static BigDecimal of(String amount) {
        return new BigDecimal(amount);
    }

    private static Bill bill(String discount, String tax, String paid, String... quantityAndPrice) {
        List<BillLine> lines = new ArrayList<>();
        for (int i = 0; i < quantityAndPrice.length; i += 2) {
            lines.add(new BillLine(
                    i == 0 ? BillLine.Of.LABOUR : BillLine.Of.PART,
                    "line <" + i + "> & more",
                    of(quantityAndPrice[i]),
                    of(quantityAndPrice[i + 1])));
        }
        return new Bill(lines, of(discount), of(tax), of(paid), "EUR");
    }

    private static BillPaper paper(Bill bill, BillPaper.Party from, boolean credit) {
        return new BillPaper(
                17,
                bill,
                from,
                "A. Owner\u0001\nSomewhere 3",
                LocalDate.of(2026, 11, 27),
                LocalDate.of(2026, 12, 11),
                credit ? Optional.of(new BillPaper.Credited(16, LocalDate.of(2026, 11, 20))) : Optional.empty(),
                credit ? "cancelled" : "");
    }

    /** A worked example: 1.25 h at 48.00, a gear at 3.99, 5.00 off, 19 %, 20.00 paid. */
    @Test
    void theSumsFollowTheStandardsRules() {
        Bill bill = bill("5", "19", "20", "1.25", "48.00", "1", "3.99");
        assertThat(bill.linesTotal()).isEqualTo("63.99");
        assertThat(bill.net()).isEqualTo("58.99");
        // 11.2081
        assertThat(bill.tax()).isEqualTo("11.21");
        assertThat(bill.gross()).isEqualTo("70.20");
        assertThat(bill.due()).isEqualTo("50.20");
    }

    private static ValidationResultList judged(DVRCoordinate which, String xml) {
        return ValidationExecutionManager.executeValidation(
                IValidityDeterminator.createDefault(),
                RULES.getOfID(which),
                ValidationSourceXML.create("bill", DOMReader.readXMLDOM(xml)));
    }

    @Test
    void whateverIsBilledPassesThePublishedRules() {
        Random random = new Random(16931);
        for (int i = 0; i < 40; i++) {
            String[] lines = new String[2 * (1 + random.nextInt(6))];
            for (int l = 0; l < lines.length; l += 2) {
                lines[l] = String.format(Locale.ROOT, "%.3f", 0.001 + 9 * random.nextDouble());
                lines[l + 1] = String.format(Locale.ROOT, "%.2f", 0.01 + 80 * random.nextDouble());
            }
            String tax = List.of("19", "7", "5.5", "25", "0").get(i % 5);
            Bill whole = bill("0", tax, "0", lines);
            BigDecimal discount = i % 3 == 0 ? whole.linesTotal().multiply(of("0.137")) : BigDecimal.ZERO;
            BigDecimal paid = i % 4 == 0 ? of("0.01").min(whole.gross()) : BigDecimal.ZERO;
            Bill bill = new Bill(whole.lines(), discount, whole.taxPercent(), paid, "EUR");
            boolean credit = i % 7 == 6;
            ValidationResultList judged = judged(
                    credit ? EN16931Validation.VID_UBL_CREDIT_NOTE_1316 : EN16931Validation.VID_UBL_INVOICE_1316,
                    UblBill.of(paper(bill, tax.equals("0") ? SMALL : SHOP, credit)));
            assertThat(judged.getAllErrors()).as("%s", judged.getAllErrors()).isEmpty();
        }
    }

    /** The judge is awake: a sum that is a cent off is found. */
    @Test
    void aBillThatIsACentOffDoesNotPass() {
        String xml = UblBill.of(paper(bill("0", "19", "0", "1", "10.00"), SHOP, false));
        assertThat(xml).contains(">11.90<");
        ValidationResultList judged =
                judged(EN16931Validation.VID_UBL_INVOICE_1316, xml.replaceFirst(">11.90<", ">11.91<"));
        assertThat(judged.getAllErrors().toString()).contains("BR-CO-1");
    }

    private static String refusal(Runnable what) {
        try {
            what.run();
        } catch (Refused refused) {
            return refused.getMessage();
        }
        return "";
    }

    @Test
    void whatCannotBeBilledIsRefused() {
        assertThat(refusal(() -> bill("0", "19", "0", "1", "0"))).startsWith("Labour has no rate");
        assertThat(refusal(() -> bill("0", "19", "0"))).startsWith("A bill has 1 to");
        assertThat(refusal(() -> bill("99", "19", "0", "1", "48"))).startsWith("The discount is more");
        assertThat(refusal(() -> bill("0", "19", "60", "1", "48"))).startsWith("More is paid already");
        assertThatThrownBy(() -> UblBill.of(
                        paper(bill("0", "19", "0", "1", "48"), new BillPaper.Party("x", "", "", "", ""), false)))
                .isInstanceOf(Refused.class);
        assertThat(refusal(() -> UblBill.of(
                        paper(bill("0", "0", "0", "1", "48"), new BillPaper.Party("x", "", "DE", "1", ""), false))))
                .contains("why the shop charges no tax");
    }

    @Test
    void noMoreIsTakenBackThanWasBilled() {
        Bill bill = bill("0", "19", "0", "1", "100");
        assertThat(bill.credit(of("119"), of("0"), "all").gross()).isEqualTo("119.00");
        Bill part = bill.credit(of("50"), of("0"), "a scratch");
        assertThat(part.gross()).isEqualTo("50.00");
        assertThat(part.lines()).hasSize(1);
        assertThat(refusal(() -> bill.credit(of("119.01"), of("0"), "x"))).contains("No more than 119.00");
        assertThat(refusal(() -> bill.credit(of("70"), of("50"), "x"))).contains("No more than 69.00");
        assertThat(refusal(() -> bill.credit(of("0"), of("0"), "x"))).contains("No more than");
    }
}
