package app.gewerk.server.damage;

import app.gewerk.core.damage.Pattern;
import app.gewerk.core.damage.ToothMap;
import app.gewerk.core.job.Step;
import app.gewerk.core.train.Component;
import app.gewerk.core.train.Machine;
import app.gewerk.core.words.Say;
import app.gewerk.server.device.DeviceService;
import app.gewerk.server.http.Stale;
import app.gewerk.server.job.JobService;
import app.gewerk.server.knowledge.KnownHere;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.SavedOnceStore;
import app.gewerk.server.shop.ShopClock;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The tooth map of a job's gear, and what its pattern says. */
@Service
public class DamageService {
    private final DamageStore store;
    private final SavedOnceStore savedOnce;
    private final JobService jobs;
    private final DeviceService devices;
    private final ShopClock clock;

    private final KnownHere known;

    DamageService(
            DamageStore store,
            SavedOnceStore savedOnce,
            JobService jobs,
            DeviceService devices,
            ShopClock clock,
            KnownHere known) {
        this.known = known;
        this.store = store;
        this.savedOnce = savedOnce;
        this.jobs = jobs;
        this.devices = devices;
        this.clock = clock;
    }

    /**
     * @param version 0 while nothing is mapped
     * @param gears parts of the machine with teeth, to say which one this is
     */
    public record Mapped(int version, Optional<ToothMap> map, Optional<MapReading> reading, List<Component> gears) {}

    /**
     * What the map says.
     *
     * @param mates what runs with this gear in the machine
     * @param sisters gears of the same sort: same age, same plastic, same press fit
     */
    public record MapReading(Pattern.Reading pattern, List<Say> mates, List<Say> sisters) {}

    @Transactional(readOnly = true)
    public Mapped mapped(Here here, long jobId) {
        Machine machine = machine(here, jobId);
        Optional<DamageStore.Saved> saved = store.saved(here, jobId);
        return new Mapped(
                saved.map(DamageStore.Saved::version).orElse(0),
                saved.map(DamageStore.Saved::map),
                saved.map(s -> reading(machine, s.map())),
                machine.components().stream().filter(c -> c.type().toothed()).toList());
    }

    /** What was marked on a job's gear. */
    @Transactional(readOnly = true)
    public Optional<ToothMap> map(Here here, long jobId) {
        return store.saved(here, jobId).map(DamageStore.Saved::map);
    }

    private Machine machine(Here here, long jobId) {
        return devices.train(here, jobs.job(here, jobId).machineModelId()).machine();
    }

    @Transactional(readOnly = true)
    public MapReading read(Here here, long jobId, ToothMap map) {
        return reading(machine(here, jobId), map);
    }

    private MapReading reading(Machine machine, ToothMap map) {
        Optional<Component> gear = machine.component(map.component());
        return new MapReading(
                Pattern.read(map, known.now().causes()),
                gear.map(g -> machine.mates(g).stream().map(Component::words).toList())
                        .orElse(List.of()),
                gear.map(g -> machine.sisters(g).stream().map(Component::words).toList())
                        .orElse(List.of()));
    }

    @Transactional
    public Mapped save(Here here, long jobId, int version, ToothMap map, Optional<String> key) {
        jobs.job(here, jobId);
        return savedOnce.once(
                here,
                key,
                "damage/" + jobId,
                clock.now(),
                () -> keep(here, jobId, version, map),
                () -> mapped(here, jobId));
    }

    private Mapped keep(Here here, long jobId, int version, ToothMap map) {
        Optional<ToothMap> before = store.saved(here, jobId).map(DamageStore.Saved::map);
        if (!store.save(here, jobId, version, map, clock.now())) {
            throw new Stale(mapped(here, jobId));
        }
        jobs.markDone(here, jobId, Step.LOOK);
        Mapped now = mapped(here, jobId);
        Optional<Say> cause = now.reading()
                .flatMap(r -> r.pattern().causes().stream().findFirst())
                .map(c -> Say.of("damageCause." + c.code()));
        Say gear = map.gear().isBlank() ? Say.of("theGear") : Say.typed(map.gear());
        int marks = map.marks().size();
        int teeth = map.toothCount();
        jobs.write(
                here,
                jobId,
                Step.LOOK,
                cause.map(c -> Say.of("journal.mappedCause", "gear", gear, "marks", marks, "teeth", teeth, "cause", c))
                        .orElseGet(() -> Say.of("journal.mapped", "gear", gear, "marks", marks, "teeth", teeth)),
                "",
                before,
                Optional.of(map));
        return now;
    }
}
