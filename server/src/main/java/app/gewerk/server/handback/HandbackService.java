package app.gewerk.server.handback;

import app.gewerk.server.choice.ChoiceService;
import app.gewerk.server.damage.DamageService;
import app.gewerk.server.diagnosis.DiagnosisService;
import app.gewerk.server.http.Words;
import app.gewerk.server.intake.IntakeService;
import app.gewerk.server.job.JobService;
import app.gewerk.server.making.PdfPage;
import app.gewerk.server.reading.ReadingService;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.ShopService;
import app.gewerk.server.teardown.TeardownService;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import org.springframework.stereotype.Service;

/** A job read back whole: everything that is known of it, as data and as pages. */
@Service
public class HandbackService {
    private static final DateTimeFormatter MOMENT = DateTimeFormatter.ofPattern("d MMM yyyy HH:mm", Locale.ENGLISH);

    private final JobService jobs;
    private final IntakeService intake;
    private final DiagnosisService diagnosis;
    private final TeardownService teardown;
    private final DamageService damage;
    private final ReadingService readings;
    private final ChoiceService choices;
    private final ShopService shop;

    HandbackService(
            JobService jobs,
            IntakeService intake,
            DiagnosisService diagnosis,
            TeardownService teardown,
            DamageService damage,
            ReadingService readings,
            ChoiceService choices,
            ShopService shop) {
        this.jobs = jobs;
        this.intake = intake;
        this.diagnosis = diagnosis;
        this.teardown = teardown;
        this.damage = damage;
        this.readings = readings;
        this.choices = choices;
        this.shop = shop;
    }

    public record WholeJob(
            String shop,
            JobService.Job job,
            List<IntakeService.JobCaution> cautions,
            DiagnosisService.Heard heard,
            TeardownService.JobLedger ledger,
            DamageService.Mapped damage,
            ReadingService.GearRead gear,
            List<ChoiceService.Decision> decisions,
            List<JobService.JournalEntry> journal) {}

    public WholeJob whole(Here here, long jobId) {
        return new WholeJob(
                shop.shop(here).name(),
                jobs.job(here, jobId),
                intake.cautions(here, jobId),
                diagnosis.heard(here, jobId),
                teardown.ledger(here, jobId),
                damage.mapped(here, jobId),
                readings.read(here, jobId),
                choices.decisions(here, jobId),
                jobs.journal(here, jobId));
    }

    /** The whole job as A4 pages. */
    public byte[] pdf(Here here, long jobId) {
        WholeJob whole = whole(here, jobId);
        ShopService.Shop at = shop.shop(here);
        ZoneId zone = at.zone();
        JobService.Job job = whole.job();
        String title = "Tray " + job.trayNumber() + ": " + job.maker() + " " + job.model();
        try (PdfPage page = new PdfPage(title)) {
            page.heading(title);
            page.line(whole.shop() + ", job " + job.id() + ", taken in " + moment(job.takenInAt(), zone) + ", now "
                    + job.place().words()
                    + job.waitsFor().map(w -> ", " + Words.of(w)).orElse(""));
            page.line(labelled("Serial", job.serial())
                    + labelled("Era", job.era())
                    + labelled("Owner", (job.ownerName() + " " + job.ownerPhone()).strip())
                    + labelled("Came with", job.cameWith())
                    + job.newPrice()
                            .map(p -> labelled("New price", p + " " + at.currency()))
                            .orElse("")
                    + job.promisedOn()
                            .map(d -> labelled("Promised", d.toString()))
                            .orElse(""));
            page.heading("The owner says");
            page.line(job.complaint());
            cautions(page, whole, zone);
            heard(page, whole);
            opened(page, whole);
            looked(page, whole);
            gear(page, whole);
            decisions(page, whole, zone);
            page.heading("Journal");
            for (JobService.JournalEntry entry : whole.journal()) {
                page.line(moment(entry.at(), zone) + "  " + entry.person() + ": " + Words.of(entry.what())
                        + (entry.why().isEmpty() ? "" : " — because: " + entry.why()));
            }
            return page.bytes();
        }
    }

    private static void cautions(PdfPage page, WholeJob whole, ZoneId zone) {
        List<IntakeService.JobCaution> said = whole.cautions().stream()
                .filter(c -> c.tickedBy().isPresent() || c.referOn())
                .toList();
        if (said.isEmpty()) {
            return;
        }
        page.heading("Cautions");
        for (IntakeService.JobCaution caution : said) {
            page.line(caution.words() + ": "
                    + caution.tickedBy()
                            .map(by -> "read by " + by + ", "
                                    + caution.tickedAt()
                                            .map(at -> moment(at, zone))
                                            .orElse(""))
                            .orElse("not ticked yet"));
        }
    }

    private static void heard(PdfPage page, WholeJob whole) {
        if (whole.heard().answers().isEmpty()) {
            return;
        }
        page.heading("Seen and heard");
        whole.heard().tasks().stream()
                .flatMap(t -> t.signs().stream())
                .filter(sign -> whole.heard().answers().containsKey(sign.key()))
                .distinct()
                .forEach(sign -> page.line(switch (whole.heard().answers().get(sign.key())) {
                            case SEEN -> "yes: ";
                            case NOT_SEEN -> "no: ";
                            case CANNOT, NOT_TRIED -> "cannot be found out: ";
                        }
                        + sign.words()));
        page.space(2);
        whole.heard().standing().faults().stream()
                .limit(3)
                .forEach(f -> page.line(Math.round(100 * f.probability()) + " %  the " + f.words()));
        whole.heard()
                .culprits()
                .forEach(c -> page.line(
                        "Culprit: the " + Words.of(c.words()) + (c.why().isEmpty() ? "" : " — because: " + c.why())));
    }

    private static void opened(PdfPage page, WholeJob whole) {
        if (whole.ledger().steps().isEmpty()) {
            return;
        }
        page.heading("How it came apart");
        for (int i = 0; i < whole.ledger().steps().size(); i++) {
            page.line((i + 1) + "  " + whole.ledger().steps().get(i).line());
        }
    }

    private static void looked(PdfPage page, WholeJob whole) {
        whole.damage().map().ifPresent(map -> {
            page.heading("The damage" + (map.gear().isEmpty() ? "" : ": " + map.gear()));
            map.marks()
                    .forEach(m ->
                            page.line("tooth " + m.tooth() + ": " + m.kind().words()));
            whole.damage()
                    .reading()
                    .ifPresent(r -> r.pattern().causes().stream()
                            .limit(2)
                            .forEach(c -> page.line(
                                    Math.round(100 * c.probability()) + " %  " + c.words() + ". " + c.putRight())));
        });
    }

    private static void gear(PdfPage page, WholeJob whole) {
        ReadingService.GearRead gear = whole.gear();
        if (gear.readings().isEmpty() && gear.toothCount().isEmpty()) {
            return;
        }
        page.heading("The gear" + (gear.name().isEmpty() ? "" : ": " + gear.name()));
        page.line(labelled("Teeth", gear.toothCount())
                + labelled("Bore", gear.bore())
                + labelled("Face width", gear.faceWidth()));
        gear.answer().ifPresent(answer -> {
            for (ReadingService.ReadingLine line : gear.readings()) {
                page.line(line.words() + ": " + line.typed() + (line.unit().equals("in") ? " in" : "") + ", "
                        + line.readBy() + (line.leftOut() ? ", left out" : ""));
            }
            answer.candidates().stream()
                    .limit(3)
                    .forEach(c -> page.line(Math.round(100 * c.probability()) + " %  " + c.name() + ", "
                            + c.pressureAngleDeg() + "°, " + Words.of(c.shift())));
        });
        gear.takenWords().ifPresent(words -> page.line("Taken to be: " + words));
    }

    private static void decisions(PdfPage page, WholeJob whole, ZoneId zone) {
        if (whole.decisions().isEmpty()) {
            return;
        }
        page.heading("Decided");
        for (ChoiceService.Decision decision : whole.decisions()) {
            page.line(moment(decision.decidedAt(), zone) + "  " + decision.decidedBy() + ": " + decision.wayWords()
                    + " — because: " + decision.reason());
            decision.order().ifPresent(o -> page.line("    " + Words.of(o.said())));
        }
    }

    private static String labelled(String label, String value) {
        return value.isBlank() ? "" : label + ": " + value + "    ";
    }

    private static String moment(OffsetDateTime at, ZoneId zone) {
        return MOMENT.format(at.atZoneSameInstant(zone));
    }
}
