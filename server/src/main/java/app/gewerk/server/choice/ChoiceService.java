package app.gewerk.server.choice;

import app.gewerk.core.job.Place;
import app.gewerk.core.job.Step;
import app.gewerk.core.job.Way;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import app.gewerk.server.job.JobService;
import app.gewerk.server.job.JobService.Job;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.SavedOnceStore;
import app.gewerk.server.shop.ShopClock;
import app.gewerk.server.sourcing.NeedService;
import app.gewerk.server.sourcing.Purchasing;
import java.math.BigDecimal;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Decisions on how a gear is put right, each with its reason; buying one writes its order down, or that it is needed. */
@Service
public class ChoiceService {
    private final ChoiceStore store;
    private final JobService jobs;
    private final SavedOnceStore savedOnce;
    private final Purchasing purchasing;
    private final NeedService needs;
    private final WeighingService weighing;
    private final ShopClock clock;

    ChoiceService(
            ChoiceStore store,
            JobService jobs,
            SavedOnceStore savedOnce,
            Purchasing purchasing,
            NeedService needs,
            WeighingService weighing,
            ShopClock clock) {
        this.store = store;
        this.jobs = jobs;
        this.savedOnce = savedOnce;
        this.purchasing = purchasing;
        this.needs = needs;
        this.weighing = weighing;
        this.clock = clock;
    }

    /** @param seenPrice of a pack, as whoever orders it sees it */
    public record OrderRequest(String seller, String itemNumber, int pieces, Optional<BigDecimal> seenPrice) {}

    /** @param overruled another way was computed to suit better */
    public record Decision(
            Way way,
            Say wayWords,
            String reason,
            Optional<Purchasing.Order> order,
            boolean overruled,
            String decidedBy,
            OffsetDateTime decidedAt) {}

    /** Whether the gear is made here, as it was decided last. */
    @Transactional(readOnly = true)
    public boolean makes(Here here, long jobId) {
        return lastWay(here, jobId).filter(Way::makes).isPresent();
    }

    /** The way that was decided on last. */
    @Transactional(readOnly = true)
    public Optional<Way> lastWay(Here here, long jobId) {
        return store.lastWay(here, jobId);
    }

    @Transactional(readOnly = true)
    public List<Decision> decisions(Here here, long jobId) {
        Map<Long, Purchasing.Order> orders = purchasing.orders(here, jobId).stream()
                .collect(Collectors.toMap(Purchasing.Order::id, Function.identity()));
        return store.decisions(here, jobId).stream()
                .map(d -> new Decision(
                        d.way(),
                        d.way().words(),
                        d.reason(),
                        d.orderId().map(orders::get),
                        d.computed().filter(c -> c.overruled(d.way())).isPresent(),
                        d.decidedBy(),
                        d.decidedAt()))
                .toList();
    }

    /**
     * Decides, writes the order down where one belongs to it, and moves the tray. The order carries the save's own key, so
     * that a save sent again neither decides nor orders twice.
     */
    @Transactional
    public Job decide(
            Here here,
            long jobId,
            int version,
            Way way,
            String reason,
            @Nullable OrderRequest order,
            NeedService.@Nullable Needing need,
            Optional<String> key) {
        if (reason.isBlank()) {
            throw Refused.at("reason", "choice.why");
        }
        if (way == Way.BUY && order == null && need == null) {
            throw Refused.at("order", "choice.pickGear");
        }
        if (!way.fromSeller() && (order != null || need != null)) {
            throw Refused.at("order", "choice.onlyBuying", "way", Way.BUY.words());
        }
        String onceKey = key.orElseGet(() -> UUID.randomUUID().toString());
        jobs.job(here, jobId);
        Optional<StoredComputed> computed = weighing.computed(here, jobId);
        savedOnce.once(here, Optional.of(onceKey), "choice/" + jobId, clock.now(), () -> {
            Job job = jobs.lock(here, jobId, version);
            Optional<Long> written = Optional.ofNullable(order)
                    .map(o -> purchasing.write(
                            here, jobId, o.seller(), o.itemNumber(), o.pieces(), o.seenPrice(), onceKey));
            if (need != null && order == null) {
                needs.ask(here, jobId, need);
            }
            return record(here, job, way, reason, Optional.ofNullable(order), need != null, written, computed);
        });
        return jobs.job(here, jobId);
    }

    private long record(
            Here here,
            Job job,
            Way way,
            String reason,
            Optional<OrderRequest> order,
            boolean together,
            Optional<Long> written,
            Optional<StoredComputed> computed) {
        long id = store.insert(here, job.id(), way, reason.strip(), written, computed, clock.now());
        jobs.markDone(here, job.id(), Step.CHOOSE);
        jobs.write(
                here,
                job.id(),
                Step.CHOOSE,
                order.map(o -> Say.of(
                                "journal.decidedOrdering",
                                "way",
                                way,
                                "pieces",
                                o.pieces(),
                                "item",
                                o.itemNumber(),
                                "seller",
                                o.seller()))
                        .orElseGet(() -> Say.of(together ? "journal.decidedTogether" : "journal.decided", "way", way)),
                reason,
                Optional.empty(),
                written);
        Place next = way.leadsTo();
        Optional<Say> waitsFor = switch (next) {
            case WAITING_FOR_GEAR ->
                Optional.of(
                        order.isPresent() ? Say.of("ordering") : together ? Say.of("orderedTogether") : Say.of(way));
            case WAITING_FOR_ANSWER -> Optional.of(Say.of("ownersWord"));
            default -> Optional.empty();
        };
        if (job.place() == next) {
            jobs.waitFor(here, job.id(), job.version(), waitsFor);
        } else {
            jobs.move(here, job.id(), job.version(), next, waitsFor, reason);
        }
        return id;
    }
}
