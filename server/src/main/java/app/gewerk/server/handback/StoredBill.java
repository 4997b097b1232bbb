package app.gewerk.server.handback;

import app.gewerk.core.Wire;
import app.gewerk.core.handback.BillLine;
import java.math.BigDecimal;
import java.util.List;

/** A bill's lines as they are kept, format 1. */
record StoredBill(int format, List<Line> lines) {
    record Line(String of, String what, BigDecimal quantity, BigDecimal price) {}

    static StoredBill of(List<BillLine> lines) {
        return new StoredBill(
                1,
                lines.stream()
                        .map(l -> new Line(l.of().toString(), l.what(), l.quantity(), l.price()))
                        .toList());
    }

    List<BillLine> billLines() {
        return lines.stream()
                .map(l -> new BillLine(Wire.parse(BillLine.Of.class, l.of), l.what, l.quantity, l.price))
                .toList();
    }
}
