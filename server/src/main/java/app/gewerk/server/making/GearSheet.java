package app.gewerk.server.making;

import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.Point;
import app.gewerk.core.gear.RackCut;
import app.gewerk.core.making.GearSvg;
import java.util.List;
import java.util.Locale;

/** A gear on one A4 page at true size, with a 50 mm ruler to check the printer by. */
final class GearSheet {
    static final double CHECK_RULER_MM = 50;
    private static final double LARGEST_MM = 170;

    private GearSheet() {}

    /** @throws IllegalArgumentException if the gear does not fit on the page */
    static byte[] pdf(CylindricalGear gear, double boreMm, String title, String words) {
        GearSvg.requireWall(gear, boreMm);
        if (gear.tipDiameterMm() > LARGEST_MM) {
            throw new IllegalArgumentException(String.format(
                    Locale.ROOT,
                    "At true size this gear (%.1f mm) does not fit on one A4 page; up to %.0f mm do. Take the SVG",
                    gear.tipDiameterMm(),
                    LARGEST_MM));
        }
        try (PdfPage page = new PdfPage(title)) {
            page.heading(title);
            page.line(words);
            page.line(String.format(
                    Locale.ROOT,
                    "tip %.3f mm, reference %.3f mm, root %.3f mm%s",
                    gear.tipDiameterMm(),
                    gear.referenceDiameterMm(),
                    gear.rootDiameterMm(),
                    boreMm > 0 ? String.format(Locale.ROOT, ", bore %.2f mm", boreMm) : ""));
            page.line(
                    "Print at 100 %, not \"fit to page\". The ruler below must measure 50 mm; then the gear is true too.");
            double centreY = 65 + LARGEST_MM / 2;
            outline(page, gear, PdfPage.WIDTH_MM / 2, centreY);
            if (boreMm > 0) {
                circle(page, PdfPage.WIDTH_MM / 2, centreY, boreMm / 2);
            }
            ruler(page, PdfPage.MARGIN_MM, 30);
            return page.bytes();
        }
    }

    private static void outline(PdfPage page, CylindricalGear gear, double xMm, double yMm) {
        List<Point> outline = RackCut.of(gear).outline(GearSvg.CHORD_TOLERANCE_MM);
        page.draw(c -> {
            c.setLineWidth(PdfPage.points(0.05));
            c.moveTo(
                    PdfPage.points(xMm + outline.getFirst().x()),
                    PdfPage.points(yMm + outline.getFirst().y()));
            for (Point point : outline.subList(1, outline.size())) {
                c.lineTo(PdfPage.points(xMm + point.x()), PdfPage.points(yMm + point.y()));
            }
            c.closePath();
            c.stroke();
        });
    }

    private static void circle(PdfPage page, double xMm, double yMm, double radiusMm) {
        int sides = 180;
        page.draw(c -> {
            c.moveTo(PdfPage.points(xMm + radiusMm), PdfPage.points(yMm));
            for (int i = 1; i < sides; i++) {
                double angle = 2 * Math.PI * i / sides;
                c.lineTo(
                        PdfPage.points(xMm + radiusMm * Math.cos(angle)),
                        PdfPage.points(yMm + radiusMm * Math.sin(angle)));
            }
            c.closePath();
            c.stroke();
        });
    }

    private static void ruler(PdfPage page, double xMm, double yMm) {
        page.draw(c -> {
            c.setLineWidth(PdfPage.points(0.1));
            c.moveTo(PdfPage.points(xMm), PdfPage.points(yMm));
            c.lineTo(PdfPage.points(xMm + CHECK_RULER_MM), PdfPage.points(yMm));
            c.stroke();
            for (int mm = 0; mm <= CHECK_RULER_MM; mm++) {
                double tick = mm % 10 == 0 ? 5 : mm % 5 == 0 ? 3.5 : 2;
                c.moveTo(PdfPage.points(xMm + mm), PdfPage.points(yMm));
                c.lineTo(PdfPage.points(xMm + mm), PdfPage.points(yMm + tick));
                c.stroke();
            }
        });
        for (int mm = 0; mm <= CHECK_RULER_MM; mm += 10) {
            page.text(String.valueOf(mm), 8, xMm + mm - 1, yMm - 4);
        }
        page.text("check ruler, 50 mm", 8, xMm + CHECK_RULER_MM + 4, yMm);
    }
}
