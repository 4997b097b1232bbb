package app.gewerk.server.choice;

import app.gewerk.core.choice.Buyable;
import app.gewerk.core.choice.Circumstances;
import app.gewerk.core.choice.InTrain;
import app.gewerk.core.choice.Priced;
import app.gewerk.core.choice.Problem;
import app.gewerk.core.choice.Ways;
import app.gewerk.core.choice.WhyItFailed;
import app.gewerk.core.choice.Wish;
import app.gewerk.core.damage.ToothMap;
import app.gewerk.core.fit.Alteration;
import app.gewerk.core.fit.OtherTeeth;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.Mates;
import app.gewerk.core.job.Step;
import app.gewerk.core.material.Material;
import app.gewerk.core.material.Materials;
import app.gewerk.core.sourcing.GearAsListed;
import app.gewerk.core.sourcing.GearNeed;
import app.gewerk.core.train.Component;
import app.gewerk.core.train.Machine;
import app.gewerk.core.words.Outcome;
import app.gewerk.core.words.Refusal;
import app.gewerk.core.words.Say;
import app.gewerk.server.damage.DamageService;
import app.gewerk.server.device.DeviceService;
import app.gewerk.server.gear.GearSpec;
import app.gewerk.server.http.Stale;
import app.gewerk.server.job.JobService;
import app.gewerk.server.job.JobService.Job;
import app.gewerk.server.knowledge.KnownHere;
import app.gewerk.server.reading.ReadingService;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.SavedOnceStore;
import app.gewerk.server.shop.ShopClock;
import app.gewerk.server.shop.ShopService;
import app.gewerk.server.sourcing.SourcingService;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Weighs the ways to put a job's gear right, from all that its steps have found. */
@Service
public class WeighingService {
    /** Mended again for nothing within so long (common practice). */
    private static final double WARRANTY_YEARS = 1;
    /** To get to a gear of which nobody has said where it sits (common practice). */
    private static final double USUAL_REOPEN_MINUTES = 20;
    /** Where lamps or heaters are (common practice). */
    private static final double HOT_PLACE_C = 60;
    /** Beyond which some plastics of other gears are not known (°C). */
    private static final double HOTTEST_TRAIN_C = 80;

    private final WeighingStore store;
    private final SavedOnceStore savedOnce;
    private final JobService jobs;
    private final ReadingService readings;
    private final DamageService damage;
    private final DeviceService devices;
    private final SourcingService sourcing;
    private final ShopService shop;
    private final ShopClock clock;

    private final KnownHere known;

    WeighingService(
            WeighingStore store,
            SavedOnceStore savedOnce,
            JobService jobs,
            ReadingService readings,
            DamageService damage,
            DeviceService devices,
            SourcingService sourcing,
            ShopService shop,
            ShopClock clock,
            KnownHere known) {
        this.known = known;
        this.store = store;
        this.savedOnce = savedOnce;
        this.jobs = jobs;
        this.readings = readings;
        this.damage = damage;
        this.devices = devices;
        this.sourcing = sourcing;
        this.shop = shop;
        this.clock = clock;
    }

    /** What the mat needs of the gear and its mate. */
    public record OnTheMat(
            Optional<GearSpec> gear,
            Optional<GearSpec> mate,
            Optional<Double> centreDistanceMm,
            double faceWidthMm,
            double mateWidthMm,
            double boreMm) {}

    /**
     * @param version of what is said; 0 while nobody has said anything
     * @param why it failed, the likeliest first
     * @param weighed the ways, or nothing yet
     * @param missing what has to be done first, or better
     * @param silent sellers that did not answer
     */
    public record Judgement(
            int version,
            Wish wish,
            Circumstances circumstances,
            String currency,
            List<WhyItFailed.WhyCause> why,
            Optional<Ways.Weighed> weighed,
            Optional<Say> missing,
            List<String> silent,
            Optional<OnTheMat> mat,
            Optional<FromTrain> train) {}

    /**
     * What the machine's train adds to what is said.
     *
     * @param part the gear is, in the train
     * @param jamTorqueNmm with the motor held fast
     */
    public record FromTrain(Say part, Optional<Double> motorTorqueNmm, Optional<Double> jamTorqueNmm) {}

    /** What is said of the place; before anybody has, what is usual in such a machine. */
    private WeighingStore.Said said(Here here, Job job, Optional<ToothMap> map, Machine machine) {
        return store.said(here, job.id()).orElseGet(() -> {
            boolean hot = known.now().cautions().kind(job.kind()).hazards().contains("heat");
            int sisters = map.flatMap(m -> machine.component(m.component()))
                    .map(c -> machine.sisters(c).size())
                    .orElse(0);
            return new WeighingStore.Said(
                    0,
                    Wish.CHEAP,
                    Circumstances.usual(hot ? HOT_PLACE_C : Circumstances.USUAL.temperatureC(), sisters));
        });
    }

    /**
     * The ways of a job. Sellers are asked outside any transaction, and only where asked for: they may be slow.
     *
     * @param wish another than what is kept, to look at
     */
    public Judgement judged(Here here, long jobId, boolean askSellers, Optional<Wish> wish) {
        Job job = jobs.job(here, jobId);
        Optional<ToothMap> map = damage.map(here, jobId);
        Machine machine = devices.train(here, job.machineModelId()).machine();
        WeighingStore.Said said = said(here, job, map, machine);
        ShopService.Shop at = shop.shop(here);
        Wish by = wish.orElse(said.wish());
        Outcome<ReadingService.Wanted> lookedFor = readings.lookedFor(here, jobId);
        Optional<ReadingService.Wanted> likeliest = lookedFor.made().or(() -> readings.likeliest(here, jobId));
        if (likeliest.isEmpty()) {
            return new Judgement(
                    said.version(),
                    by,
                    said.circumstances(),
                    at.currency(),
                    List.of(),
                    Optional.empty(),
                    lookedFor.why().map(Refusal::say),
                    List.of(),
                    Optional.empty(),
                    Optional.empty());
        }
        ReadingService.Wanted wanted = likeliest.get();
        SourcingService.Offers offers = askSellers
                ? sourcing.offers(here, wanted, 1)
                : new SourcingService.Offers(wanted.words(), 1, List.of(), List.of());
        Optional<InTrain> train = train(
                job,
                map,
                machine,
                said.circumstances().temperatureC(),
                wanted.need().gear());
        Problem problem = problem(here, job, map, machine, said, wanted, train, offers);
        return new Judgement(
                said.version(),
                by,
                said.circumstances(),
                at.currency(),
                WhyItFailed.of(problem),
                Optional.of(Ways.weigh(problem, by)),
                lookedFor.why().map(notTaken -> Say.of("choose.notTaken", "gear", wanted.words())),
                offers.silent(),
                Optional.of(mat(problem)),
                train.map(t -> new FromTrain(t.part(), t.motorTorqueNmm(), t.jamTorqueNmm())));
    }

    /** A way, and how it turned out on a model. */
    public record TurnedOut(Say way, int done, int cameBack) {}

    /** How the ways of mending turned out on a model here, the commonest first. */
    @Transactional(readOnly = true)
    public List<TurnedOut> turnedOut(Here here, long modelId) {
        devices.model(here, modelId);
        return store.earlier(here, modelId, Optional.empty()).entrySet().stream()
                .map(e -> new TurnedOut(
                        e.getKey().words(), e.getValue().done(), e.getValue().cameBack()))
                .sorted(Comparator.comparingInt(TurnedOut::done).reversed())
                .toList();
    }

    /** What the gear runs with as it was read; what was not read, as the train has it. */
    private static ReadingService.RunsWith with(
            ReadingService.RunsWith read, Optional<InTrain> train, CylindricalGear gear) {
        Optional<InTrain.Mate> known = train.flatMap(InTrain::mate).filter(any -> !gear.internal());
        Optional<Double> centre = read.centreDistanceMm().or(() -> known.flatMap(InTrain.Mate::centreDistanceMm));
        return new ReadingService.RunsWith(
                read.mate()
                        .or(() -> known.filter(m -> m.toothCount() >= CylindricalGear.FEWEST_TEETH)
                                .flatMap(m -> Mates.of(gear, m.toothCount(), m.internal(), centre))),
                centre);
    }

    /** What a job's gear runs with and how far away, as it was read or as the train has it; nothing where either is not known. */
    @Transactional(readOnly = true)
    public Optional<OtherTeeth.Place> place(Here here, long jobId, CylindricalGear gear) {
        Job job = jobs.job(here, jobId);
        Optional<InTrain> train = train(
                job,
                damage.map(here, jobId),
                devices.train(here, job.machineModelId()).machine(),
                Circumstances.USUAL.temperatureC(),
                gear);
        ReadingService.RunsWith with = with(readings.runsWith(here, jobId, gear), train, gear);
        return with.mate().flatMap(mate -> with.centreDistanceMm().map(mm -> new OtherTeeth.Place(mate, mm)));
    }

    private static OnTheMat mat(Problem problem) {
        return new OnTheMat(
                Optional.of(GearSpec.of(problem.gear())),
                problem.mate().map(GearSpec::of),
                problem.centreDistanceMm(),
                problem.face(),
                problem.mateWidthMm().orElse(problem.face()),
                problem.boreMm().orElse(problem.gear().rootDiameterMm() / 4));
    }

    private Optional<InTrain> train(
            Job job, Optional<ToothMap> map, Machine machine, double temperatureC, CylindricalGear gear) {
        return InTrain.of(
                machine,
                map.map(ToothMap::component),
                gear.toothCount(),
                job.id(),
                known.now().materials(),
                Math.min(temperatureC, HOTTEST_TRAIN_C));
    }

    private Problem problem(
            Here here,
            Job job,
            Optional<ToothMap> map,
            Machine machine,
            WeighingStore.Said said,
            ReadingService.Wanted wanted,
            Optional<InTrain> train,
            SourcingService.Offers offers) {
        GearNeed need = wanted.need();
        ReadingService.RunsWith with = with(readings.runsWith(here, job.id(), need.gear()), train, need.gear());
        ShopService.ShopTerms terms = shop.terms(here);
        LocalDate today = shop.today(here);
        Problem.Known choice = known.now().choice();
        double reopen = map.flatMap(m -> machine.component(m.component()))
                .map(Component::behind)
                .map(behind -> machine.minutesToReach(behind, Set.of()))
                .orElse(USUAL_REOPEN_MINUTES);
        return new Problem(
                need.gear(),
                Optional.of(need.faceWidthMm()).filter(mm -> mm > 0).or(() -> map.flatMap(ToothMap::faceWidthMm)),
                Optional.of(need.boreMm()).filter(mm -> mm > 0),
                with.mate(),
                map.flatMap(ToothMap::mateWidthMm),
                with.centreDistanceMm(),
                map,
                train.map(said.circumstances()::withTorques).orElse(said.circumstances()),
                offers.offers().stream()
                        .map(o -> buyable(o, choice.materials(), today))
                        .toList(),
                new Problem.Terms(
                        terms.terms().hourlyRate().doubleValue(),
                        WARRANTY_YEARS,
                        job.newPrice().map(BigDecimal::doubleValue),
                        terms.terms().askShare()),
                reopen,
                train,
                store.earlier(here, job.machineModelId(), Optional.of(job.id())),
                choice);
    }

    /** What has to be done to a listed gear before it serves in a job, in the order of work. */
    @Transactional(readOnly = true)
    public Alteration alteration(Here here, long jobId, GearAsListed listed) {
        Job job = jobs.job(here, jobId);
        Optional<ToothMap> map = damage.map(here, jobId);
        Machine machine = devices.train(here, job.machineModelId()).machine();
        WeighingStore.Said said = said(here, job, map, machine);
        ReadingService.Wanted wanted = readings.wanted(here, jobId);
        SourcingService.Offers none = new SourcingService.Offers(wanted.words(), 1, List.of(), List.of());
        return problem(
                        here,
                        job,
                        map,
                        machine,
                        said,
                        wanted,
                        train(
                                job,
                                map,
                                machine,
                                said.circumstances().temperatureC(),
                                wanted.need().gear()),
                        none)
                .alteration(listed, material(listed.material(), known.now().materials()));
    }

    /** As a list names it; what is usual where it is named otherwise. */
    private static Material material(String listed, Materials materials) {
        return materials.listed(listed).orElseGet(() -> materials.material(Circumstances.USUAL.material()));
    }

    private static Buyable buyable(SourcingService.Offer offer, Materials materials, LocalDate today) {
        Material material = material(offer.match().offer().material(), materials);
        return new Buyable(offer.match(), material, new Priced(offer.landed().total(), (int)
                ChronoUnit.DAYS.between(today, offer.landed().arrives())));
    }

    /** Keeps what is said of the gear's place, and what the owner cares about. */
    @Transactional
    public Judgement say(Here here, long jobId, int version, Wish wish, Circumstances said, Optional<String> key) {
        jobs.job(here, jobId);
        Materials materials = known.now().materials();
        materials.material(said.material()).rootStrengthMpa(said.temperatureC(), 1e6);
        materials.material(said.mateMaterial());
        return savedOnce.once(
                here,
                key,
                "circumstances/" + jobId,
                clock.now(),
                () -> {
                    if (!store.save(here, jobId, version, wish, said, clock.now())) {
                        throw new Stale(judged(here, jobId, false, Optional.empty()));
                    }
                    jobs.write(here, jobId, Step.CHOOSE, Say.of("journal.circumstances", "wish", wish));
                    return judged(here, jobId, false, Optional.empty());
                },
                () -> judged(here, jobId, false, Optional.empty()));
    }

    /** What the ways come to at this moment without asking sellers, for the record of a decision; nothing where the gear is not known. */
    Optional<StoredComputed> computed(Here here, long jobId) {
        Judgement now = judged(here, jobId, false, Optional.empty());
        return now.weighed().map(w -> StoredComputed.of(w, now.currency()));
    }
}
