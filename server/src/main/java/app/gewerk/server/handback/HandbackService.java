package app.gewerk.server.handback;

import app.gewerk.core.words.Say;
import app.gewerk.server.choice.ChoiceService;
import app.gewerk.server.damage.DamageService;
import app.gewerk.server.diagnosis.DiagnosisService;
import app.gewerk.server.http.Words;
import app.gewerk.server.intake.IntakeService;
import app.gewerk.server.job.JobService;
import app.gewerk.server.paper.PdfPage;
import app.gewerk.server.reading.ReadingService;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.ShopService;
import app.gewerk.server.teardown.TeardownService;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
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
        Say title = Say.of("paper.job", "tray", job.trayNumber(), "machine", job.maker() + " " + job.model());
        try (PdfPage page = new PdfPage(Words.of(title))) {
            page.heading(title);
            page.line(Say.of(
                    job.waitsFor().isPresent() ? "paper.takenInWaiting" : "paper.takenIn",
                    "shop",
                    whole.shop(),
                    "job",
                    job.id(),
                    "moment",
                    moment(job.takenInAt(), zone),
                    "place",
                    job.place(),
                    "waitsFor",
                    job.waitsFor().orElse(Say.typed(""))));
            labelled(
                    page,
                    List.of(
                            label("paper.serial", job.serial()),
                            label("paper.era", job.era()),
                            label("paper.owner", (job.ownerName() + " " + job.ownerPhone()).strip()),
                            label("paper.cameWith", job.cameWith()),
                            job.newPrice().map(p -> Say.of("paper.newPrice", "value", Say.money(p, at.currency()))),
                            job.promisedOn().map(d -> Say.of("paper.promised", "value", d.toString()))));
            page.heading(Say.of("paper.ownerSays"));
            page.line(job.complaint());
            cautions(page, whole, zone);
            heard(page, whole);
            opened(page, whole);
            looked(page, whole);
            gear(page, whole);
            decisions(page, whole, zone);
            page.heading(Say.of("paper.journal"));
            for (JobService.JournalEntry entry : whole.journal()) {
                page.line(because(
                        Say.of(
                                "paper.journalLine",
                                "moment",
                                moment(entry.at(), zone),
                                "who",
                                entry.person(),
                                "what",
                                entry.what()),
                        entry.why()));
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
        page.heading(Say.of("paper.cautions"));
        for (IntakeService.JobCaution caution : said) {
            page.line(caution.tickedBy()
                    .map(by -> Say.of(
                            "paper.cautionRead",
                            "caution",
                            caution.words(),
                            "who",
                            by,
                            "moment",
                            caution.tickedAt().map(at -> moment(at, zone)).orElse("")))
                    .orElse(Say.of("paper.cautionNotRead", "caution", caution.words())));
        }
    }

    private static void heard(PdfPage page, WholeJob whole) {
        if (whole.heard().answers().isEmpty()) {
            return;
        }
        page.heading(Say.of("paper.heard"));
        whole.heard().tasks().stream()
                .flatMap(t -> t.signs().stream())
                .filter(sign -> whole.heard().answers().containsKey(sign.key()))
                .distinct()
                .forEach(sign -> page.line(
                        switch (whole.heard().answers().get(sign.key())) {
                            case SEEN -> Say.of("paper.seen", "sign", sign.words());
                            case NOT_SEEN -> Say.of("paper.notSeen", "sign", sign.words());
                            case CANNOT, NOT_TRIED -> Say.of("paper.cannot", "sign", sign.words());
                        }));
        page.space(2);
        whole.heard().standing().faults().stream()
                .limit(3)
                .forEach(
                        f -> page.line(Say.of("paper.fault", "percent", percent(f.probability()), "fault", f.words())));
        whole.heard().culprits().forEach(c -> page.line(because(Say.of("paper.culprit", "fault", c.words()), c.why())));
    }

    private static void opened(PdfPage page, WholeJob whole) {
        if (whole.ledger().steps().isEmpty()) {
            return;
        }
        page.heading(Say.of("paper.opened"));
        for (int i = 0; i < whole.ledger().steps().size(); i++) {
            page.line((i + 1) + "  " + whole.ledger().steps().get(i).line());
        }
    }

    private static void looked(PdfPage page, WholeJob whole) {
        whole.damage().map().ifPresent(map -> {
            page.heading(map.gear().isEmpty() ? Say.of("paper.damage") : Say.of("paper.damageOf", "gear", map.gear()));
            map.marks()
                    .forEach(m -> page.line(Say.of(
                            "paper.mark", "tooth", m.tooth(), "what", m.kind().words())));
            whole.damage()
                    .reading()
                    .ifPresent(r -> r.pattern().causes().stream()
                            .limit(2)
                            .forEach(c -> page.line(Say.of(
                                    "paper.cause",
                                    "percent",
                                    percent(c.probability()),
                                    "cause",
                                    c.words(),
                                    "putRight",
                                    c.putRight()))));
        });
    }

    private static void gear(PdfPage page, WholeJob whole) {
        ReadingService.GearRead gear = whole.gear();
        if (gear.readings().isEmpty() && gear.toothCount().isEmpty()) {
            return;
        }
        page.heading(gear.name().isEmpty() ? Say.of("paper.gear") : Say.of("paper.gearOf", "gear", gear.name()));
        labelled(
                page,
                List.of(
                        label("paper.teeth", gear.toothCount()),
                        label("paper.bore", gear.bore()),
                        label("paper.faceWidth", gear.faceWidth())));
        gear.answer().ifPresent(answer -> {
            for (ReadingService.ReadingLine line : gear.readings()) {
                page.line(Say.of(
                        line.leftOut() ? "paper.readingLeftOut" : "paper.reading",
                        "reading",
                        line.words(),
                        "typed",
                        line.typed() + (line.unit().equals("in") ? " in" : ""),
                        "who",
                        line.readBy()));
            }
            answer.candidates().stream()
                    .limit(3)
                    .forEach(c -> page.line(Say.of(
                            "paper.candidate",
                            "percent",
                            percent(c.probability()),
                            "gear",
                            c.name(),
                            "angle",
                            c.pressureAngleDeg(),
                            "shift",
                            c.shift())));
        });
        gear.takenWords().ifPresent(words -> page.line(Say.of("paper.taken", "gear", words)));
    }

    private static void decisions(PdfPage page, WholeJob whole, ZoneId zone) {
        if (whole.decisions().isEmpty()) {
            return;
        }
        page.heading(Say.of("paper.decided"));
        for (ChoiceService.Decision decision : whole.decisions()) {
            page.line(because(
                    Say.of(
                            "paper.journalLine",
                            "moment",
                            moment(decision.decidedAt(), zone),
                            "who",
                            decision.decidedBy(),
                            "what",
                            decision.wayWords()),
                    decision.reason()));
            decision.order().ifPresent(o -> page.line("    " + Words.of(o.said())));
        }
    }

    private static Say because(Say told, String why) {
        return why.isEmpty() ? told : Say.of("paper.because", "told", told, "why", why);
    }

    private static long percent(double probability) {
        return Math.round(100 * probability);
    }

    private static Optional<Say> label(String code, String value) {
        return value.isBlank() ? Optional.empty() : Optional.of(Say.of(code, "value", value));
    }

    /** What there is of them, beside each other on one line. */
    private static void labelled(PdfPage page, List<Optional<Say>> values) {
        page.line(values.stream().flatMap(Optional::stream).map(Words::of).collect(Collectors.joining("    ")));
    }

    private static String moment(OffsetDateTime at, ZoneId zone) {
        return MOMENT.format(at.atZoneSameInstant(zone));
    }
}
