package app.gewerk.server.sourcing;

import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.Outline;
import app.gewerk.core.gear.Point;
import app.gewerk.core.making.GearSvg;
import app.gewerk.core.sourcing.Arrived;
import app.gewerk.core.words.Say;
import app.gewerk.server.http.Words;
import app.gewerk.server.paper.PdfPage;
import app.gewerk.server.sourcing.Purchasing.Order;
import app.gewerk.server.sourcing.Purchasing.OrderLine;
import java.util.List;

/** What goes back to a seller with a gear that is not the one that was ordered: the readings, and both drawn to scale. */
final class ReturnSheet {
    private static final double ROOM_MM = 78;
    private static final double CLOSE_UP_MM = 70;
    private static final int MOST_TIMES = 20;

    private ReturnSheet() {}

    /** @param came as far as its readings tell */
    static byte[] pdf(
            Order order, OrderLine line, Say wanted, CylindricalGear needed, CylindricalGear came, Arrived read) {
        String title = Words.of(Say.of("return.title", "item", line.itemNumber()));
        try (PdfPage page = new PdfPage(title)) {
            page.heading(title);
            page.line(Say.of(
                    "return.order",
                    "seller",
                    order.sellerName(),
                    "number",
                    order.orderNumber().orElse(""),
                    "pieces",
                    line.pieces()));
            page.line(Say.of("return.needed", "gear", wanted));
            for (Arrived.ArrivalReading reading : read.told()) {
                page.line(Say.of(
                        "return." + reading.expected().what(),
                        "over",
                        reading.expected().over(),
                        "needed",
                        reading.expected().expected(),
                        "came",
                        reading.read()));
            }
            read.wrong().forEach(page::line);
            page.space(2);
            double largest = Math.max(needed.tipDiameterMm(), came.tipDiameterMm());
            double scale = Math.min(1, ROOM_MM / largest);
            page.line(scale == 1 ? Say.of("return.trueSize") : Say.of("return.scaled", "scale", scale));
            double y = PdfPage.HEIGHT_MM - 125;
            page.outline(outline(needed), 60, y, scale, false);
            page.outline(outline(came), 150, y, scale, true);
            page.text(Words.of(Say.of("return.asNeeded")), 9, 46, y - ROOM_MM / 2 - 6);
            page.text(Words.of(Say.of("return.asCame")), 9, 136, y - ROOM_MM / 2 - 6);
            int times = (int) Math.clamp(CLOSE_UP_MM / (4 * Math.PI * needed.normalModule()), 1, MOST_TIMES);
            double below = y - ROOM_MM / 2 - 20 - CLOSE_UP_MM / 2;
            page.text(
                    Words.of(Say.of("return.closeUp", "times", times)),
                    9,
                    PdfPage.MARGIN_MM,
                    below + CLOSE_UP_MM / 2 + 4);
            double centre = below - times * needed.referenceDiameterMm() / 2;
            for (boolean ordered : new boolean[] {true, false}) {
                CylindricalGear gear = ordered ? needed : came;
                page.outline(
                        top(outline(gear), 2 * Math.PI * needed.normalModule()),
                        PdfPage.WIDTH_MM / 2,
                        centre,
                        times,
                        !ordered);
            }
            return page.bytes();
        }
    }

    private static List<Point> outline(CylindricalGear gear) {
        return Outline.of(gear, GearSvg.CHORD_TOLERANCE_MM);
    }

    /** What of an outline lies at the top, as far to both sides. */
    private static List<Point> top(List<Point> outline, double reachMm) {
        return outline.stream()
                .filter(p -> p.y() > 0 && Math.abs(p.x()) <= reachMm)
                .sorted(java.util.Comparator.comparingDouble(p -> -Math.atan2(p.y(), p.x())))
                .toList();
    }
}
