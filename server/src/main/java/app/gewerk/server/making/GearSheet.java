package app.gewerk.server.making;

import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.Outline;
import app.gewerk.core.making.Blank;
import app.gewerk.core.making.Bore;
import app.gewerk.core.making.GearSvg;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import app.gewerk.server.http.Words;
import app.gewerk.server.paper.PdfPage;
import java.util.List;

/** A gear on one A4 page at true size, with a 50 mm ruler to check the printer by. */
final class GearSheet {
    static final double CHECK_RULER_MM = 50;
    private static final double LARGEST_MM = 170;

    private GearSheet() {}

    private static final int MOST_CANDIDATES = 9;
    private static final Say HOW_TO_PRINT = Say.of("sheet.howToPrint", "ruler", CHECK_RULER_MM);

    /** A gear and what it is called. */
    record Named(CylindricalGear gear, String name) {}

    /** @throws Refused if the gear does not fit on the page, or its bore leaves no wall */
    static byte[] pdf(CylindricalGear gear, Blank blank, String title, Say words) {
        List<Blank.Loop> loops = blank.loops(gear, GearSvg.CHORD_TOLERANCE_MM);
        requireFits(gear, LARGEST_MM, "takeSvg");
        try (PdfPage page = new PdfPage(title)) {
            page.heading(title);
            page.line(words);
            page.line(Say.of(
                    blank.bore().isPresent() ? "sheet.diametersAndBore" : "sheet.diameters",
                    "tip",
                    gear.tipDiameterMm(),
                    "reference",
                    gear.referenceDiameterMm(),
                    "root",
                    gear.rootDiameterMm(),
                    "bore",
                    blank.bore().map(Bore::words).orElse(Say.typed(""))));
            page.line(HOW_TO_PRINT);
            double centreY = 65 + LARGEST_MM / 2;
            loops.forEach(loop -> page.outline(loop.points(), PdfPage.WIDTH_MM / 2, centreY));
            ruler(page, PdfPage.MARGIN_MM, 30);
            return page.bytes();
        }
    }

    /**
     * Up to nine gears on one page, in rows of up to three, each with its name and a number.
     *
     * @throws Refused if there are more, or they do not fit side by side
     */
    static byte[] candidates(List<Named> gears, String title) {
        if (gears.isEmpty() || gears.size() > MOST_CANDIDATES) {
            throw new Refused("sheet.gears", "given", gears.size());
        }
        int columns = gears.size() <= 1 ? 1 : gears.size() <= 4 ? 2 : 3;
        int rows = (gears.size() + columns - 1) / columns;
        double width = (PdfPage.WIDTH_MM - 2 * PdfPage.MARGIN_MM) / columns;
        double top = PdfPage.HEIGHT_MM - 52;
        double bottom = 48;
        double height = (top - bottom) / rows;
        double room = Math.min(width, height - 9) - 3;
        gears.forEach(g -> requireFits(g.gear, room, "fewer"));
        try (PdfPage page = new PdfPage(title)) {
            page.heading(title);
            page.line(Say.of("sheet.layOn"));
            page.line(HOW_TO_PRINT);
            for (int i = 0; i < gears.size(); i++) {
                double x = PdfPage.MARGIN_MM + (i % columns + 0.5) * width;
                double y = top - (i / columns + 0.5) * height;
                CylindricalGear gear = gears.get(i).gear;
                page.outline(Outline.of(gear, GearSvg.CHORD_TOLERANCE_MM), x, y + 4);
                page.outline(new Bore.Round(1).outline(0.01), x, y + 4);
                page.text(
                        (i + 1) + "  " + gears.get(i).name,
                        columns == 3 ? 7 : 9,
                        x - width / 2 + 2,
                        y - height / 2 + 3);
            }
            ruler(page, PdfPage.MARGIN_MM, 30);
            return page.bytes();
        }
    }

    private static void requireFits(CylindricalGear gear, double roomMm, String instead) {
        double size = gear.internal() ? gear.rootDiameterMm() : gear.tipDiameterMm();
        if (size > roomMm) {
            throw new Refused(
                    roomMm < LARGEST_MM ? "sheet.tooLargeBeside" : "sheet.tooLarge",
                    "size",
                    size,
                    "room",
                    roomMm,
                    "instead",
                    Say.of("sheet." + instead));
        }
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
        page.text(Words.of(Say.of("sheet.ruler", "ruler", CHECK_RULER_MM)), 8, xMm + CHECK_RULER_MM + 4, yMm);
    }
}
