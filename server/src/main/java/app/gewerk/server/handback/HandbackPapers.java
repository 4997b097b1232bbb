package app.gewerk.server.handback;

import app.gewerk.core.damage.ToothMap;
import app.gewerk.core.damage.ToothMark;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.Outline;
import app.gewerk.core.gear.Point;
import app.gewerk.core.handback.Bill;
import app.gewerk.core.handback.BillLine;
import app.gewerk.core.handback.BillPaper;
import app.gewerk.core.proving.TestPlan;
import app.gewerk.core.words.Say;
import app.gewerk.server.attachment.Attachments;
import app.gewerk.server.choice.ChoiceService;
import app.gewerk.server.damage.DamageService;
import app.gewerk.server.diagnosis.DiagnosisService;
import app.gewerk.server.gear.GearSpec;
import app.gewerk.server.http.Words;
import app.gewerk.server.job.JobService;
import app.gewerk.server.job.JobService.Job;
import app.gewerk.server.paper.Paper;
import app.gewerk.server.paper.PdfPage;
import app.gewerk.server.photo.PhotoService;
import app.gewerk.server.proving.ProvingService;
import app.gewerk.server.reading.ReadingService;
import app.gewerk.server.reading.TakenGear;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.ShopService;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.springframework.stereotype.Service;

/** The papers an owner gets: the report in their words, and the bill. */
@Service
public class HandbackPapers {
    private static final double GEAR_MM = 46;
    /** Points of a tooth's outline in the drawing. */
    private static final double CHORD_MM = 0.05;

    private final BillingService billing;
    private final JobService jobs;
    private final DiagnosisService diagnosis;
    private final DamageService damage;
    private final ChoiceService choices;
    private final ReadingService readings;
    private final ProvingService proving;
    private final PhotoService photos;
    private final Attachments attachments;
    private final ShopService shop;

    HandbackPapers(
            BillingService billing,
            JobService jobs,
            DiagnosisService diagnosis,
            DamageService damage,
            ChoiceService choices,
            ReadingService readings,
            ProvingService proving,
            PhotoService photos,
            Attachments attachments,
            ShopService shop) {
        this.billing = billing;
        this.jobs = jobs;
        this.diagnosis = diagnosis;
        this.damage = damage;
        this.choices = choices;
        this.readings = readings;
        this.proving = proving;
        this.photos = photos;
        this.attachments = attachments;
        this.shop = shop;
    }

    byte[] bill(Here here, long jobId, int number, Paper on) {
        BillPaper paper = billing.paper(here, jobId, number);
        Job job = jobs.job(here, jobId);
        Say title = Say.of(
                paper.credits().isPresent() ? "paper.credit" : "paper.bill",
                "number",
                number,
                "of",
                paper.credits().map(BillPaper.Credited::number).orElse(0));
        Bill bill = paper.bill();
        try (PdfPage page = new PdfPage(Words.of(title), on)) {
            letterhead(page, paper.from());
            page.line(paper.to());
            page.heading(title);
            page.line(Say.of(
                    "paper.billDays",
                    "issued",
                    paper.issuedOn().toString(),
                    "due",
                    paper.dueOn().toString(),
                    "tray",
                    job.trayNumber(),
                    "machine",
                    job.machine()));
            if (!paper.why().isBlank()) {
                page.line(paper.why());
            }
            page.rule();
            for (BillLine line : bill.lines()) {
                page.row(
                        Words.of(Say.of(
                                "paper.billLine",
                                "what",
                                line.words(),
                                "quantity",
                                line.quantity().stripTrailingZeros(),
                                "unit",
                                line.of().unit(),
                                "price",
                                Say.money(line.price(), bill.currency()))),
                        money(line.amount(), bill));
            }
            page.rule();
            row(page, "paper.sumOfLines", bill.linesTotal(), bill);
            if (bill.discount().signum() > 0) {
                row(page, "paper.discount", bill.discount().negate(), bill);
            }
            page.row(
                    Words.of(
                            bill.taxPercent().signum() > 0
                                    ? Say.of(
                                            "paper.tax",
                                            "percent",
                                            bill.taxPercent(),
                                            "net",
                                            Say.money(bill.net(), bill.currency()))
                                    : Say.of("paper.noTax", "why", paper.from().noTaxReason())),
                    money(bill.tax(), bill));
            row(page, "paper.gross", bill.gross(), bill);
            if (bill.paid().signum() > 0) {
                row(page, "paper.paid", bill.paid().negate(), bill);
            }
            page.rule();
            row(page, paper.credits().isPresent() ? "paper.givenBack" : "paper.due", bill.due(), bill);
            return page.bytes();
        }
    }

    private static void letterhead(PdfPage page, BillPaper.Party from) {
        page.heading(from.name());
        page.line(from.address());
        if (!from.taxNumber().isBlank()) {
            page.line(Say.of("paper.taxNumber", "number", from.taxNumber()));
        }
        page.space(6);
    }

    private static void row(PdfPage page, String code, BigDecimal amount, Bill bill) {
        page.row(Words.of(new Say(code, Map.of())), money(amount, bill));
    }

    private static String money(BigDecimal amount, Bill bill) {
        return Words.of(Say.money(amount, bill.currency()));
    }

    /** What was wrong, what was done, what to avoid, in words for whoever owns the machine. */
    public byte[] report(Here here, long jobId, Paper on) {
        Job job = jobs.job(here, jobId);
        BillingService.JobHandback handback = billing.handback(here, jobId);
        DiagnosisService.BesideCulprits found = diagnosis.besideCulprits(here, jobId);
        DamageService.Mapped mapped = damage.mapped(here, jobId);
        Say title = Say.of("paper.report", "machine", job.machine());
        try (PdfPage page = new PdfPage(Words.of(title), on)) {
            letterhead(
                    page,
                    new BillPaper.Party(shop.shop(here).name(), handback.terms().address(), "", "", ""));
            page.heading(title);
            page.line(Say.of("paper.youTold"));
            page.line(job.complaint());
            page.heading(Say.of("paper.whatWasWrong"));
            if (found.culprits().isEmpty()) {
                page.line(Say.of("paper.nothingNamed"));
            }
            found.culprits().forEach(c -> page.line(c.words()));
            draw(page, mapped.map(), gear(here, jobId));
            pictures(page, here, jobId);
            page.heading(Say.of("paper.whatWasDone"));
            List<ChoiceService.Decision> decisions = choices.decisions(here, jobId);
            if (!decisions.isEmpty()) {
                page.line(decisions.getLast().wayWords());
            }
            handback.bills().stream()
                    .filter(b -> b.credits().isEmpty())
                    .flatMap(b -> b.bill().lines().stream())
                    .filter(l -> l.of() == BillLine.Of.PART)
                    .forEach(l -> page.line(Say.of("paper.partUsed", "what", l.what())));
            tested(page, proving.proof(here, jobId));
            avoid(page, handback, mapped, found);
            page.heading(Say.of("paper.warranty"));
            page.line(handback.told()
                    .flatMap(BillingService.ToldOwner::warrantyUntil)
                    .map(d -> Say.of("paper.warrantyUntil", "day", d.toString()))
                    .orElse(Say.of("paper.noWarranty")));
            handback.told().ifPresent(t -> page.line(Say.of("paper.oldParts", "what", Say.of(t.oldParts()))));
            return page.bytes();
        }
    }

    private Optional<CylindricalGear> gear(Here here, long jobId) {
        return readings.read(here, jobId).taken().flatMap(TakenGear::spec).map(GearSpec::gear);
    }

    private static final double PICTURE_WIDE_MM = 80;
    private static final double PICTURE_HIGH_MM = 60;

    /** How it was found and how it goes back, as far as anybody took a photograph. */
    private void pictures(PdfPage page, Here here, long jobId) {
        PhotoService.FoundAndNow pair = photos.foundAndNow(here, jobId);
        Optional<PhotoService.Photo> before = pair.found();
        Optional<PhotoService.Photo> after = pair.now();
        if (before.isEmpty() && after.isEmpty()) {
            return;
        }
        double y = page.drawingMm(PICTURE_HIGH_MM + 4) + 2;
        before.ifPresent(p -> picture(page, here, jobId, p, PdfPage.MARGIN_MM, y));
        after.ifPresent(p ->
                picture(page, here, jobId, p, PdfPage.MARGIN_MM + (before.isPresent() ? PICTURE_WIDE_MM + 5 : 0), y));
        page.line(Say.of(
                before.isEmpty()
                        ? "paper.asItGoesBack"
                        : after.isEmpty() ? "paper.asItWasFound" : "paper.foundAndGoesBack"));
    }

    private void picture(PdfPage page, Here here, long jobId, PhotoService.Photo photo, double x, double y) {
        ByteArrayOutputStream jpeg = new ByteArrayOutputStream();
        try {
            attachments.write(here, photos.image(here, jobId, photo.id(), true), jpeg);
        } catch (IOException unreadable) {
            throw new UncheckedIOException(unreadable);
        }
        double aspect = photo.width() / (double) photo.height();
        List<double[]> lines =
                photo.marks().stream().flatMap(m -> lines(m, aspect).stream()).toList();
        page.picture(jpeg.toByteArray(), lines, x, y, PICTURE_WIDE_MM, PICTURE_HIGH_MM);
    }

    /** Straight pieces of an arrow or a circle that is round on the picture. @param aspect its width over its height */
    private static List<double[]> lines(PhotoService.DrawnMark mark, double aspect) {
        double dx = (mark.toX() - mark.fromX()) * aspect;
        double dy = mark.toY() - mark.fromY();
        double length = Math.hypot(dx, dy);
        List<double[]> lines = new ArrayList<>();
        if (mark.shape() == PhotoService.Shape.CIRCLE) {
            for (int i = 0; i < CIRCLE; i++) {
                lines.add(piece(mark, length, i, aspect));
            }
        } else {
            lines.add(new double[] {mark.fromX(), mark.fromY(), mark.toX(), mark.toY()});
            double back = Math.atan2(-dy, -dx);
            for (double side : new double[] {-0.45, 0.45}) {
                lines.add(new double[] {
                    mark.toX(),
                    mark.toY(),
                    mark.toX() + 0.05 * Math.cos(back + side) / aspect,
                    mark.toY() + 0.05 * Math.sin(back + side)
                });
            }
        }
        return lines;
    }

    private static final int CIRCLE = 24;

    private static double[] piece(PhotoService.DrawnMark circle, double radius, int number, double aspect) {
        double a = 2 * Math.PI * number / CIRCLE;
        double b = 2 * Math.PI * (number + 1) / CIRCLE;
        return new double[] {
            circle.fromX() + radius * Math.cos(a) / aspect,
            circle.fromY() + radius * Math.sin(a),
            circle.fromX() + radius * Math.cos(b) / aspect,
            circle.fromY() + radius * Math.sin(b)
        };
    }

    private static void tested(PdfPage page, ProvingService.JobProof proof) {
        List<ProvingService.PlannedTrial> passed = proof.trials().stream()
                .filter(t -> t.last()
                        .filter(l -> l.result() == TestPlan.Result.PASSED)
                        .isPresent())
                .toList();
        if (!passed.isEmpty()) {
            page.heading(Say.of("paper.howTested"));
            passed.forEach(t -> page.line(t.trial().words()));
        }
        proof.readings().forEach(r -> r.told().ifPresent(page::line));
        proof.safety()
                .last()
                .filter(l -> proof.safety().passed())
                .ifPresent(l -> page.line(
                        Say.of("paper.safetyPassed", "who", l.testedBy().orElse(l.by()))));
        if (proof.safety().needed() && !proof.safety().passed()) {
            page.line(Say.of("paper.safetyOpen"));
        }
    }

    private static void avoid(
            PdfPage page,
            BillingService.JobHandback handback,
            DamageService.Mapped mapped,
            DiagnosisService.BesideCulprits found) {
        List<String> lines = new ArrayList<>();
        handback.told()
                .map(BillingService.ToldOwner::avoid)
                .filter(a -> !a.isBlank())
                .ifPresent(lines::add);
        mapped.reading().stream()
                .flatMap(r -> r.pattern().causes().stream().limit(1))
                .forEach(c -> lines.add(Words.of(c.putRight())));
        if (!lines.isEmpty()) {
            page.heading(Say.of("paper.whatToAvoid"));
            lines.forEach(page::line);
        }
        List<String> next = new ArrayList<>();
        handback.told()
                .map(BillingService.ToldOwner::next)
                .filter(n -> !n.isBlank())
                .ifPresent(next::add);
        mapped.reading().stream()
                .flatMap(r -> r.sisters().stream())
                .forEach(s -> next.add(Words.of(Say.of("paper.sister", "part", s))));
        found.whatElse().stream().limit(2).forEach(f -> next.add(Words.of(Say.of("paper.mayBe", "what", f.words()))));
        if (!next.isEmpty()) {
            page.heading(Say.of("paper.whatMayCome"));
            next.forEach(page::line);
        }
    }

    /** The damaged gear tooth by tooth, and the gear as it was read, beside each other. */
    private static void draw(PdfPage page, Optional<ToothMap> map, Optional<CylindricalGear> gear) {
        if (map.isEmpty() && gear.isEmpty()) {
            return;
        }
        double y = page.drawingMm(GEAR_MM + 4) + GEAR_MM / 2 + 2;
        map.ifPresent(m -> teeth(page, m, PdfPage.MARGIN_MM + GEAR_MM / 2, y));
        gear.ifPresent(g -> page.outline(
                Outline.of(g, CHORD_MM),
                PdfPage.MARGIN_MM + (map.isPresent() ? 2 : 0.5) * GEAR_MM,
                y,
                GEAR_MM / g.tipDiameterMm(),
                false));
        page.line(Say.of(map.isPresent() ? "paper.drawnDamage" : "paper.drawnGear"));
    }

    private static void teeth(PdfPage page, ToothMap map, double x, double y) {
        Set<Integer> missing = new TreeSet<>();
        Set<Integer> hurt = new TreeSet<>();
        map.marks().forEach(m -> (m.kind() == ToothMark.Kind.MISSING ? missing : hurt).add(m.tooth()));
        for (int tooth = 1; tooth <= map.toothCount(); tooth++) {
            if (!missing.contains(tooth)) {
                page.outline(tooth(map.toothCount(), tooth, hurt.contains(tooth)), x, y);
            }
        }
        missing.forEach(tooth -> page.outline(tooth(map.toothCount(), tooth, false), x, y, 1, true));
    }

    /** A tooth as it stands in the ring, its first at the top; a hurt one with a cross. */
    private static List<Point> tooth(int of, int number, boolean hurt) {
        double pitch = 2 * Math.PI / of;
        double middle = Math.PI / 2 - (number - 1) * pitch;
        double foot = GEAR_MM / 2 * 0.82;
        double tip = GEAR_MM / 2;
        List<Point> points = new ArrayList<>(List.of(
                at(foot, middle - pitch * 0.42),
                at(tip, middle - pitch * 0.22),
                at(tip, middle + pitch * 0.22),
                at(foot, middle + pitch * 0.42)));
        if (hurt) {
            points.addAll(List.of(
                    at(tip, middle - pitch * 0.22),
                    at(tip, middle + pitch * 0.22),
                    at(foot, middle - pitch * 0.42),
                    at(foot, middle + pitch * 0.42)));
        }
        return points;
    }

    private static Point at(double radius, double angle) {
        return new Point(radius * Math.cos(angle), radius * Math.sin(angle));
    }
}
