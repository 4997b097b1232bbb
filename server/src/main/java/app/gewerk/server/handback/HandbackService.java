package app.gewerk.server.handback;

import app.gewerk.core.words.Say;
import app.gewerk.server.http.Words;
import app.gewerk.server.job.JobChapter;
import app.gewerk.server.job.JobService;
import app.gewerk.server.paper.PdfPage;
import app.gewerk.server.paper.Told;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.ShopService;
import java.time.ZoneId;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.support.TransactionTemplate;

/** A job read back whole: everything that is known of it, as data and as pages. */
@Service
public class HandbackService {
    private final JobService jobs;
    private final ShopService shop;
    private final List<JobChapter<?>> chapters;
    /** All chapters as they stood at one moment. */
    private final TransactionTemplate atOnce;

    HandbackService(
            JobService jobs, ShopService shop, List<JobChapter<?>> chapters, PlatformTransactionManager transactions) {
        atOnce = new TransactionTemplate(transactions);
        atOnce.setReadOnly(true);
        atOnce.setIsolationLevel(TransactionDefinition.ISOLATION_REPEATABLE_READ);
        this.jobs = jobs;
        this.shop = shop;
        this.chapters = chapters.stream()
                .sorted(Comparator.<JobChapter<?>, app.gewerk.core.job.Step>comparing(JobChapter::step)
                        .thenComparing(JobChapter::name))
                .toList();
    }

    /** @param chapters by their names, in the order of the bench */
    public record WholeJob(
            String shop, JobService.Job job, Map<String, Object> chapters, List<JobService.JournalEntry> journal) {}

    public WholeJob whole(Here here, long jobId) {
        return Objects.requireNonNull(atOnce.execute(transaction -> read(here, jobId)));
    }

    private WholeJob read(Here here, long jobId) {
        JobService.Job job = jobs.job(here, jobId);
        Map<String, Object> known = new LinkedHashMap<>();
        chapters.forEach(chapter -> known.put(chapter.name(), chapter.state(here, jobId)));
        return new WholeJob(shop.shop(here).name(), job, known, jobs.journal(here, jobId));
    }

    /** The whole job as A4 pages. */
    public byte[] pdf(Here here, long jobId) {
        WholeJob whole = whole(here, jobId);
        ShopService.Shop at = shop.shop(here);
        JobService.Job job = whole.job();
        Say title = job.title();
        try (PdfPage page = new PdfPage(Words.of(title))) {
            page.heading(title);
            takenIn(page, whole, at);
            chapters.forEach(chapter -> print(page, chapter, whole, at.zone()));
            page.heading(Say.of("paper.journal"));
            for (JobService.JournalEntry entry : whole.journal()) {
                Say line = Say.of(
                        "paper.journalLine",
                        "moment",
                        Told.moment(entry.at(), at.zone()),
                        "who",
                        entry.person(),
                        "what",
                        entry.what());
                page.line(Told.because(line, entry.why()));
            }
            return page.bytes();
        }
    }

    private static void takenIn(PdfPage page, WholeJob whole, ShopService.Shop at) {
        JobService.Job job = whole.job();
        page.line(Say.of(
                job.waitsFor().isPresent() ? "paper.takenInWaiting" : "paper.takenIn",
                "shop",
                whole.shop(),
                "job",
                job.id(),
                "moment",
                Told.moment(job.takenInAt(), at.zone()),
                "place",
                job.place(),
                "waitsFor",
                job.waitsFor().orElse(Say.typed(""))));
        page.line(Told.besideEachOther(List.of(
                Told.labelled("paper.serial", job.serial()),
                Told.labelled("paper.era", job.era()),
                Told.labelled("paper.owner", (job.ownerName() + " " + job.ownerPhone()).strip()),
                Told.labelled("paper.cameWith", job.cameWith()),
                job.newPrice().map(p -> Say.of("paper.newPrice", "value", Say.money(p, at.currency()))),
                job.promisedOn().map(d -> Say.of("paper.promised", "value", d.toString())))));
        page.heading(Say.of("paper.ownerSays"));
        page.line(job.complaint());
    }

    /** The state is what this chapter itself has told. */
    @SuppressWarnings("unchecked")
    private static <T> void print(PdfPage page, JobChapter<T> chapter, WholeJob whole, ZoneId zone) {
        Optional.ofNullable(whole.chapters().get(chapter.name())).ifPresent(s -> chapter.print(page, (T) s, zone));
    }
}
