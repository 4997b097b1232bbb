package app.gewerk.server.sourcing;

import app.gewerk.core.job.Place;
import app.gewerk.core.job.Step;
import app.gewerk.core.stores.ItemKind;
import app.gewerk.server.job.JobService;
import app.gewerk.server.job.JobService.Job;
import app.gewerk.server.shop.Here;
import app.gewerk.server.stores.DonorService;
import app.gewerk.server.stores.DonorService.Donor;
import app.gewerk.server.stores.ShelfService;
import app.gewerk.server.stores.ShelfService.StockItem;
import app.gewerk.server.stores.ShelfService.Why;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What is in the shop already goes to a job: the tray moves, and nothing is ordered for it any more. */
@Service
public class FromShelf {
    private final ShelfService shelf;
    private final DonorService donors;
    private final NeedStore needs;
    private final JobService jobs;

    FromShelf(ShelfService shelf, DonorService donors, NeedStore needs, JobService jobs) {
        this.shelf = shelf;
        this.donors = donors;
        this.needs = needs;
        this.jobs = jobs;
    }

    @Transactional
    public StockItem move(Here here, long itemId, Why why, int pieces, Optional<Long> jobId, Optional<String> key) {
        StockItem item = shelf.move(here, itemId, why, pieces, jobId, key);
        boolean fills = why == Why.TAKEN
                && (item.item().kind() == ItemKind.GEAR || item.item().kind() == ItemKind.ASSEMBLY);
        jobId.filter(job -> fills).ifPresent(job -> inTheHand(here, job));
        return item;
    }

    @Transactional
    public Donor take(
            Here here, long donorId, String part, boolean broken, Optional<Long> jobId, Optional<String> key) {
        Donor donor = donors.take(here, donorId, part, broken, jobId, key);
        jobId.filter(job -> !broken).ifPresent(job -> inTheHand(here, job));
        return donor;
    }

    private void inTheHand(Here here, long jobId) {
        needs.ofJob(here, jobId)
                .ifPresent(need -> needs.becomes(here, need.id(), NeedService.State.OPEN, NeedService.State.HERE));
        jobs.markDone(here, jobId, Step.GET);
        Job job = jobs.job(here, jobId);
        if (job.place() == Place.WAITING_FOR_GEAR && needs.ofJob(here, jobId).isEmpty()) {
            jobs.move(here, jobId, job.version(), Place.ON_THE_BENCH, Optional.empty(), "");
        }
    }
}
