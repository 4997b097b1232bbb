package app.gewerk.core.handback;

import app.gewerk.core.words.Refused;
import java.io.StringWriter;
import java.math.BigDecimal;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;

/** A bill, or the entry that takes one back, as XML: UBL 2.1 with the core invoice of EN 16931. */
public final class UblBill {
    private static final String CBC = "urn:oasis:names:specification:ubl:schema:xsd:CommonBasicComponents-2";
    private static final String CAC = "urn:oasis:names:specification:ubl:schema:xsd:CommonAggregateComponents-2";
    private static final String CORE = "urn:cen.eu:en16931:2017";
    /** Codes of UNTDID 1001: a commercial invoice, a credit note. */
    private static final String INVOICE = "380";

    private static final String CREDIT_NOTE = "381";

    private final XMLStreamWriter xml;
    private final BillPaper paper;
    private final boolean credit;

    private UblBill(XMLStreamWriter xml, BillPaper paper) {
        this.xml = xml;
        this.paper = paper;
        credit = paper.credits().isPresent();
    }

    /** @throws Refused if the shop has not said where it is, or, charging tax, under which number */
    public static String of(BillPaper paper) {
        if (!paper.from().country().matches("[A-Z]{2}")) {
            throw Refused.at("country", "bill.noCountry");
        }
        if (paper.from().taxNumber().isBlank()) {
            throw Refused.at("taxNumber", "bill.noTaxNumber");
        }
        if (paper.bill().taxPercent().signum() == 0
                && paper.from().noTaxReason().isBlank()) {
            throw Refused.at("noTaxReason", "bill.noTaxReason");
        }
        StringWriter text = new StringWriter();
        try {
            XMLStreamWriter xml = XMLOutputFactory.newFactory().createXMLStreamWriter(text);
            new UblBill(xml, paper).write();
            xml.close();
        } catch (XMLStreamException impossible) {
            throw new IllegalStateException(impossible);
        }
        return text.toString();
    }

    private void write() throws XMLStreamException {
        String root = credit ? "CreditNote" : "Invoice";
        xml.writeStartDocument("UTF-8", "1.0");
        xml.writeStartElement(root);
        xml.writeDefaultNamespace("urn:oasis:names:specification:ubl:schema:xsd:" + root + "-2");
        xml.writeNamespace("cbc", CBC);
        xml.writeNamespace("cac", CAC);
        basic("CustomizationID", CORE);
        basic("ID", String.valueOf(paper.number()));
        basic("IssueDate", paper.issuedOn().toString());
        if (!credit) {
            basic("DueDate", paper.dueOn().toString());
        }
        basic(root + "TypeCode", credit ? CREDIT_NOTE : INVOICE);
        if (!paper.why().isBlank()) {
            basic("Note", paper.why());
        }
        basic("DocumentCurrencyCode", paper.bill().currency());
        if (credit) {
            credited(paper.credits().orElseThrow());
        }
        seller();
        buyer();
        if (credit) {
            start("PaymentTerms");
            basic("Note", paper.dueOn().toString());
            end();
        }
        discount();
        tax();
        totals();
        for (int i = 0; i < paper.bill().lines().size(); i++) {
            line(i + 1, paper.bill().lines().get(i));
        }
        xml.writeEndElement();
        xml.writeEndDocument();
    }

    private void credited(BillPaper.Credited of) throws XMLStreamException {
        start("BillingReference");
        start("InvoiceDocumentReference");
        basic("ID", String.valueOf(of.number()));
        basic("IssueDate", of.issuedOn().toString());
        end();
        end();
    }

    private void seller() throws XMLStreamException {
        BillPaper.Party from = paper.from();
        start("AccountingSupplierParty");
        start("Party");
        address(from.address());
        start("PartyTaxScheme");
        basic("CompanyID", from.taxNumber());
        scheme(charged() ? "VAT" : "TAX");
        end();
        start("PartyLegalEntity");
        basic("RegistrationName", from.name());
        // BR-CO-26: whoever has no VAT identifier is known by this one.
        basic("CompanyID", from.taxNumber());
        end();
        end();
        end();
    }

    private void buyer() throws XMLStreamException {
        start("AccountingCustomerParty");
        start("Party");
        address("");
        start("PartyLegalEntity");
        basic("RegistrationName", firstLine(paper.to()));
        end();
        end();
        end();
    }

    private static String firstLine(String text) {
        return text.lines().findFirst().orElse("").isBlank()
                ? "-"
                : text.lines().findFirst().orElseThrow();
    }

    private void address(String lines) throws XMLStreamException {
        start("PostalAddress");
        if (!lines.isBlank()) {
            basic(
                    "StreetName",
                    String.join(", ", lines.lines().map(String::strip).toList()));
        }
        start("Country");
        basic("IdentificationCode", paper.from().country());
        end();
        end();
    }

    private void scheme(String id) throws XMLStreamException {
        start("TaxScheme");
        basic("ID", id);
        end();
    }

    private boolean charged() {
        return paper.bill().taxPercent().signum() > 0;
    }

    /** Standard rated, or exempt: codes of UNCL 5305. */
    private void category(String name, String exemptFor) throws XMLStreamException {
        start(name);
        basic("ID", charged() ? "S" : "E");
        basic("Percent", paper.bill().taxPercent().toPlainString());
        if (!exemptFor.isEmpty()) {
            basic("TaxExemptionReason", exemptFor);
        }
        scheme("VAT");
        end();
    }

    private void discount() throws XMLStreamException {
        BigDecimal discount = paper.bill().discount();
        if (discount.signum() == 0) {
            return;
        }
        start("AllowanceCharge");
        basic("ChargeIndicator", "false");
        basic("AllowanceChargeReason", "Discount");
        amount("Amount", discount);
        category("TaxCategory", "");
        end();
    }

    private void tax() throws XMLStreamException {
        start("TaxTotal");
        amount("TaxAmount", paper.bill().tax());
        start("TaxSubtotal");
        amount("TaxableAmount", paper.bill().net());
        amount("TaxAmount", paper.bill().tax());
        category("TaxCategory", charged() ? "" : paper.from().noTaxReason());
        end();
        end();
    }

    private void totals() throws XMLStreamException {
        Bill bill = paper.bill();
        start("LegalMonetaryTotal");
        amount("LineExtensionAmount", bill.linesTotal());
        amount("TaxExclusiveAmount", bill.net());
        amount("TaxInclusiveAmount", bill.gross());
        if (bill.discount().signum() > 0) {
            amount("AllowanceTotalAmount", bill.discount());
        }
        if (bill.paid().signum() > 0) {
            amount("PrepaidAmount", bill.paid());
        }
        amount("PayableAmount", bill.due());
        end();
    }

    private void line(int number, BillLine line) throws XMLStreamException {
        start(credit ? "CreditNoteLine" : "InvoiceLine");
        basic("ID", String.valueOf(number));
        xml.writeStartElement("cbc", credit ? "CreditedQuantity" : "InvoicedQuantity", CBC);
        xml.writeAttribute("unitCode", line.of().unit());
        xml.writeCharacters(line.quantity().toPlainString());
        end();
        amount("LineExtensionAmount", line.amount());
        start("Item");
        basic("Name", line.what());
        category("ClassifiedTaxCategory", "");
        end();
        start("Price");
        amount("PriceAmount", line.price());
        end();
        end();
    }

    private void start(String name) throws XMLStreamException {
        xml.writeStartElement("cac", name, CAC);
    }

    private void end() throws XMLStreamException {
        xml.writeEndElement();
    }

    private void basic(String name, String text) throws XMLStreamException {
        xml.writeStartElement("cbc", name, CBC);
        xml.writeCharacters(allowed(text));
        end();
    }

    /** Without what XML 1.0 has no place for. */
    private static String allowed(String text) {
        return text.replaceAll("[^\\t\\n\\r\\x20-\\uD7FF\\uE000-\\uFFFD\\x{10000}-\\x{10FFFF}]", "");
    }

    private void amount(String name, BigDecimal amount) throws XMLStreamException {
        xml.writeStartElement("cbc", name, CBC);
        xml.writeAttribute("currencyID", paper.bill().currency());
        xml.writeCharacters(amount.toPlainString());
        end();
    }
}
