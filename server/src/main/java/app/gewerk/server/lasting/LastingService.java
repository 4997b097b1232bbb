package app.gewerk.server.lasting;

import app.gewerk.core.device.Chapter;
import app.gewerk.core.device.Survival;
import app.gewerk.core.job.Step;
import app.gewerk.core.job.Way;
import app.gewerk.core.words.Say;
import app.gewerk.server.device.DeviceService;
import app.gewerk.server.http.NotFound;
import app.gewerk.server.job.JobService;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.ShopClock;
import java.time.Duration;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Which machines came back, and what that says of how long each way of mending lasts. */
@Service
public class LastingService {
    private static final double SECONDS_A_DAY = 86_400;

    private final LastingStore store;
    private final JobService jobs;
    private final DeviceService devices;
    private final ShopClock clock;

    LastingService(LastingStore store, JobService jobs, DeviceService devices, ShopClock clock) {
        this.store = store;
        this.jobs = jobs;
        this.devices = devices;
        this.clock = clock;
    }

    /**
     * An earlier job that may be of the same machine.
     *
     * @param sameSerial by its serial number; else only by its owner
     * @param linked it is said to have come back with that mend
     * @param faults that were found then
     */
    public record Before(
            long jobId,
            int trayNumber,
            LocalDate handedBack,
            Optional<LocalDate> warrantyUntil,
            boolean sameSerial,
            boolean linked,
            List<String> faults) {}

    @Transactional(readOnly = true)
    public List<Before> before(Here here, long jobId) {
        jobs.job(here, jobId);
        return store.before(here, jobId);
    }

    /** Says that a machine came back with the mend of an earlier job; none where it did not. */
    @Transactional
    public List<Before> cameBack(Here here, long jobId, Optional<Long> of) {
        jobs.hold(here, jobId);
        of.ifPresent(earlier -> {
            if (store.before(here, jobId).stream().noneMatch(b -> b.jobId == earlier)) {
                throw new NotFound("missing.before", "number", earlier);
            }
        });
        store.link(here, jobId, of);
        jobs.write(
                here,
                jobId,
                Step.TAKE_IN,
                of.map(b -> Say.of("journal.cameBack", "job", b)).orElseGet(() -> Say.of("journal.cameNotBack")));
        return before(here, jobId);
    }

    /** How long mends of one way lasted. */
    public record WayLasted(Way way, Say words, Survival survival) {}

    /** Those of a model, the most often taken first. */
    @Transactional(readOnly = true)
    public List<WayLasted> lasted(Here here, long modelId) {
        devices.model(here, modelId);
        return curves(mends(here, List.of(modelId)).getOrDefault(modelId, List.of()));
    }

    /** How long mends lasted, way by way, the most often taken first. */
    public static List<WayLasted> curves(List<Chapter.Lasted> mends) {
        Map<Way, List<Survival.Case>> cases = new EnumMap<>(Way.class);
        mends.forEach(m ->
                cases.computeIfAbsent(m.way(), w -> new ArrayList<>()).add(new Survival.Case(m.days(), m.failed())));
        return cases.entrySet().stream()
                .sorted((a, b) -> b.getValue().size() - a.getValue().size())
                .map(e -> new WayLasted(e.getKey(), e.getKey().words(), Survival.of(e.getValue())))
                .toList();
    }

    /**
     * Every mend of these models that went out. A machine that came back with another fault was watched until then; one of the
     * same serial number came back though nobody has said so.
     */
    @Transactional(readOnly = true)
    public Map<Long, List<Chapter.Lasted>> mends(Here here, Collection<Long> models) {
        OffsetDateTime now = clock.now();
        Map<Long, List<Chapter.Lasted>> mends = new HashMap<>();
        for (LastingStore.Mended mended : store.mended(here, models)) {
            boolean same = mended.backWith().isEmpty()
                    || mended.faults().isEmpty()
                    || mended.backWith().stream().anyMatch(mended.faults()::contains);
            double days = Duration.between(mended.out(), mended.cameBack().orElse(now))
                            .toSeconds()
                    / SECONDS_A_DAY;
            mends.computeIfAbsent(mended.modelId(), m -> new ArrayList<>())
                    .add(new Chapter.Lasted(
                            mended.way(), days, mended.cameBack().isPresent() && same));
        }
        return mends;
    }
}
