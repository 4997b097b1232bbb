package app.gewerk.server.choice;

import app.gewerk.core.job.Place;
import app.gewerk.core.job.Step;
import app.gewerk.core.job.Way;
import app.gewerk.server.http.FieldProblem;
import app.gewerk.server.job.JobService;
import app.gewerk.server.job.JobService.Job;
import app.gewerk.server.job.SavedOnceStore;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.ShopClock;
import app.gewerk.server.sourcing.SourcingService;
import app.gewerk.server.sourcing.SourcingService.Ordered;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** Decisions on how a gear is put right, each with its reason; buying one orders it. */
@Service
public class ChoiceService {
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("EEE d MMM", Locale.ENGLISH);

    private final ChoiceStore store;
    private final JobService jobs;
    private final SavedOnceStore savedOnce;
    private final SourcingService sourcing;
    private final ShopClock clock;
    private final TransactionTemplate transaction;

    ChoiceService(
            ChoiceStore store,
            JobService jobs,
            SavedOnceStore savedOnce,
            SourcingService sourcing,
            ShopClock clock,
            TransactionTemplate transaction) {
        this.transaction = transaction;
        this.store = store;
        this.jobs = jobs;
        this.savedOnce = savedOnce;
        this.sourcing = sourcing;
        this.clock = clock;
    }

    public record OrderRequest(String seller, String itemNumber, int pieces) {}

    public record Order(
            String seller,
            String itemNumber,
            String itemWords,
            int pieces,
            String orderNumber,
            String currency,
            BigDecimal total,
            LocalDate arrivesOn) {}

    public record Decision(
            Way way,
            String wayWords,
            String reason,
            Optional<Order> order,
            String decidedBy,
            OffsetDateTime decidedAt) {}

    public List<Decision> decisions(long jobId) {
        jobs.job(jobId);
        return store.decisions(jobId);
    }

    /**
     * Decides, orders where that belongs to it, and moves the tray. A seller is asked outside any transaction, while the
     * job is only claimed; the order carries the save's own key, so that a save sent again after a crash neither orders
     * nor decides twice.
     */
    public Job decide(
            Here here,
            long jobId,
            int version,
            Way way,
            String reason,
            @Nullable OrderRequest order,
            Optional<String> key) {
        if (reason.isBlank()) {
            throw FieldProblem.of("reason", "Say why; the reason is kept with the decision");
        }
        if (way == Way.BUY && order == null) {
            throw FieldProblem.of("order", "Pick the gear to buy in the step Get");
        }
        if (way != Way.BUY && order != null) {
            throw FieldProblem.of("order", "Only \"" + Way.BUY.words() + "\" orders a gear");
        }
        String onceKey = key.orElseGet(() -> UUID.randomUUID().toString());
        String what = "choice/" + jobId;
        jobs.job(jobId);
        if (savedOnce.before(here.shopId(), onceKey, what).isPresent()) {
            return jobs.job(jobId);
        }
        if (order == null) {
            transaction.executeWithoutResult(t -> savedOnce.once(
                    here.shopId(),
                    Optional.of(onceKey),
                    what,
                    clock.now(),
                    () -> record(here, jobs.lock(jobId, version), way, reason, Optional.empty(), 0)));
            return jobs.job(jobId);
        }
        jobs.claimForOrder(jobId, version, onceKey);
        Ordered ordered;
        try {
            ordered = sourcing.order(order.seller(), order.itemNumber(), order.pieces(), onceKey);
        } catch (RuntimeException notOrdered) {
            jobs.releaseOrder(jobId);
            throw notOrdered;
        }
        transaction.executeWithoutResult(t ->
                savedOnce.once(here.shopId(), Optional.of(onceKey), what, clock.now(), () -> {
                    jobs.hold(jobId);
                    jobs.releaseOrder(jobId);
                    return record(here, jobs.job(jobId), way, reason, Optional.of(ordered), order.pieces());
                }));
        return jobs.job(jobId);
    }

    private long record(Here here, Job job, Way way, String reason, Optional<Ordered> ordered, int pieces) {
        String item = ordered.map(ChoiceService::words).orElse("");
        long id = store.insert(
                here.shopId(), job.id(), way, reason.strip(), ordered, item, pieces, here.personId(), clock.now());
        jobs.markDone(job.id(), Step.CHOOSE);
        ordered.ifPresent(o -> jobs.markDone(job.id(), Step.GET));
        String bought = ordered.map(
                        o -> ". " + item + " from " + o.seller().name() + ", order " + o.orderNumber() + ", "
                                + o.landed().total() + " " + o.landed().currency() + " landed, arrives "
                                + DAY.format(o.landed().arrives()))
                .orElse("");
        jobs.write(
                here,
                job.id(),
                Step.CHOOSE,
                "Decided: " + way.words() + bought,
                reason,
                Optional.empty(),
                ordered.map(Ordered::landed));
        Place next = way.leadsTo();
        String waitsFor = switch (next) {
            case WAITING_FOR_GEAR ->
                ordered.map(o -> "arrives " + DAY.format(o.landed().arrives())).orElse(way.words());
            case WAITING_FOR_ANSWER -> "the owner's word";
            default -> "";
        };
        if (job.place() == next) {
            jobs.waitFor(job.id(), job.version(), waitsFor);
        } else {
            jobs.move(here, job.id(), job.version(), next, waitsFor, reason);
        }
        return id;
    }

    private static String words(Ordered ordered) {
        var offer = ordered.offer();
        return ordered.landed().packs() + " × " + offer.packSize() + " pcs " + offer.itemNumber() + " ("
                + offer.toothCount() + " teeth, " + offer.material() + ")";
    }
}
