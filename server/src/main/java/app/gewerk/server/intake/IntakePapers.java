package app.gewerk.server.intake;

import app.gewerk.core.intake.Estimate;
import app.gewerk.core.words.Say;
import app.gewerk.server.http.Words;
import app.gewerk.server.job.JobService;
import app.gewerk.server.job.JobService.Job;
import app.gewerk.server.paper.PdfPage;
import app.gewerk.server.paper.QrCode;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.ShopService;
import com.google.zxing.common.BitMatrix;
import java.math.BigDecimal;
import java.util.Locale;
import org.springframework.stereotype.Service;

/** What is printed at the counter: the tray's ticket and the estimate. */
@Service
class IntakePapers {
    private static final double ROLL_MM = 62;
    private static final double ROLL_LENGTH_MM = 88;
    private static final double A6_WIDTH_MM = 105;
    private static final double A6_HEIGHT_MM = 148;

    private final JobService jobs;
    private final IntakeService intake;
    private final ShopService shop;

    IntakePapers(JobService jobs, IntakeService intake, ShopService shop) {
        this.jobs = jobs;
        this.intake = intake;
        this.shop = shop;
    }

    byte[] ticket(Here here, long jobId, String address, boolean a6) {
        Job job = jobs.job(here, jobId);
        double width = a6 ? A6_WIDTH_MM : ROLL_MM;
        double margin = a6 ? 8 : 3;
        double code = a6 ? 46 : 29;
        float size = a6 ? 12 : 8;
        try (PdfPage page = new PdfPage(
                Words.of(Say.of("paper.tray", "tray", job.trayNumber())),
                width,
                a6 ? A6_HEIGHT_MM : ROLL_LENGTH_MM,
                margin)) {
            double inner = width - 2 * margin;
            String tray = String.format(Locale.ROOT, "%02d", job.trayNumber());
            page.textWithin(tray, a6 ? 72 : 46, margin, a6 ? 30 : 18, inner - code, 1);
            code(page, address, width - margin - code, margin, code);
            double y = margin + code + (a6 ? 8 : 5);
            page.textWithin(job.machine(), size * 1.25f, margin, y, inner, 2);
            y += size * 1.25 * 0.95 + 1;
            if (!job.serial().isEmpty()) {
                page.textWithin(Say.of("paper.serial", "value", job.serial()), size, margin, y, inner, 1);
            }
            y += size * 0.5;
            page.textWithin((job.ownerName() + "  " + job.ownerPhone()).strip(), size, margin, y, inner, 1);
            y += size * 0.5;
            Say promised = job.promisedOn()
                    .map(d -> Say.of("paper.promised", "value", d.toString()))
                    .orElse(Say.of("paper.noDay"));
            page.textWithin(promised, size, margin, y, inner, 1);
            y += size * 0.6;
            page.textWithin("\u201C" + job.complaint().strip() + "\u201D", size, margin, y, inner, a6 ? 6 : 4);
            y += size * 0.45 * (a6 ? 6 : 4) + 1.5;
            if (!job.cameWith().isEmpty()) {
                page.textWithin(Say.of("paper.cameWith", "value", job.cameWith()), size, margin, y, inner, 2);
            }
            return page.bytes();
        }
    }

    /** A QR code whose modules are drawn as rectangles: sharp on any printer. */
    private static void code(PdfPage page, String text, double xMm, double fromTop, double sizeMm) {
        BitMatrix code = QrCode.of(text);
        double module = sizeMm / code.getWidth();
        for (int y = 0; y < code.getHeight(); y++) {
            for (int x = 0; x < code.getWidth(); x++) {
                if (code.get(x, y)) {
                    page.fill(xMm + x * module, fromTop + y * module, module * 1.01, module * 1.01);
                }
            }
        }
    }

    byte[] estimate(Here here, long jobId) {
        Job job = jobs.job(here, jobId);
        IntakeService.AtTheCounter known = intake.known(here, jobId);
        Estimate estimate = known.estimate();
        Say title = Say.of("paper.estimate", "machine", job.machine());
        try (PdfPage page = new PdfPage(Words.of(title))) {
            page.heading(shop.shop(here).name());
            page.heading(title);
            page.line(Say.of(
                    job.ownerName().isEmpty() ? "paper.trayToday" : "paper.trayTodayFor",
                    "tray",
                    job.trayNumber(),
                    "day",
                    shop.today(here).toString(),
                    "owner",
                    job.ownerName()));
            page.space(3);
            page.line(Say.of("paper.youTold"));
            page.line(job.complaint());
            page.heading(Say.of("paper.weExpect"));
            page.line(Say.of(
                    "paper.likely",
                    "likely",
                    Say.money(estimate.likely(), known.currency()),
                    "low",
                    estimate.low().toString(),
                    "high",
                    Say.money(estimate.high(), known.currency())));
            page.line(Say.of(
                    "paper.minutesAndParts",
                    "from",
                    Math.round(estimate.minutes().low()),
                    "to",
                    Math.round(estimate.minutes().high()),
                    "rate",
                    Say.money(shop.terms(here).terms().hourlyRate(), known.currency()),
                    "low",
                    estimate.parts().low(),
                    "high",
                    Say.money(BigDecimal.valueOf(estimate.parts().high()), known.currency())));
            page.line(
                    switch (estimate.basis()) {
                        case MODEL -> Say.of("paper.fromModel", "jobs", estimate.jobs());
                        case KIND -> Say.of("paper.fromKind", "jobs", estimate.jobs());
                        case GENERAL -> Say.of("paper.fromGeneral");
                    });
            estimate.shareOfNew()
                    .ifPresent(share -> page.line(Say.of(
                            "paper.shareOfNew",
                            "price",
                            Say.money(job.newPrice().orElseThrow(), known.currency()),
                            "percent",
                            Math.round(100 * share),
                            "why",
                            estimate.why())));
            page.space(4);
            page.line(job.ownerWord()
                    .flatMap(JobService.OwnerWord::limit)
                    .map(l -> Say.of("paper.notBeyond", "limit", Say.money(l, known.currency())))
                    .orElse(Say.of("paper.notBeyondUpper")));
            page.space(14);
            page.line(Say.of("paper.agreed", "currency", known.currency()));
            return page.bytes();
        }
    }
}
