package app.gewerk.core.handback;

import java.time.LocalDate;
import java.util.Optional;

/**
 * A bill as it goes out.
 *
 * @param number of the shop's, without gaps
 * @param credits the bill that it takes back, whole or in part
 * @param why it is taken back
 */
public record BillPaper(
        int number,
        Bill bill,
        Party from,
        String to,
        LocalDate issuedOn,
        LocalDate dueOn,
        Optional<Credited> credits,
        String why) {

    /**
     * Who bills.
     *
     * @param country its code of ISO 3166-1, two letters; empty when nobody has said
     * @param noTaxReason why it charges no tax; empty where it does
     */
    public record Party(String name, String address, String country, String taxNumber, String noTaxReason) {}

    public record Credited(int number, LocalDate issuedOn) {}
}
