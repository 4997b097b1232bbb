package app.gewerk.server.device;

import app.gewerk.core.Wire;
import app.gewerk.core.diagnosis.Diagnosis;
import app.gewerk.core.diagnosis.Experience;
import app.gewerk.core.intake.Estimate;
import app.gewerk.core.job.Way;
import app.gewerk.core.teardown.TeardownStep;
import app.gewerk.core.train.Component;
import app.gewerk.core.train.GenericDrive;
import app.gewerk.core.train.Machine;
import app.gewerk.core.train.TrainText;
import app.gewerk.core.train.Wheel;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import app.gewerk.server.http.NotFound;
import app.gewerk.server.http.Stale;
import app.gewerk.server.knowledge.KnownHere;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.SavedOnceStore;
import app.gewerk.server.shop.ShopClock;
import java.math.BigDecimal;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Machines by maker and model, and what this bench knows of them: the device book. */
@Service
public class DeviceService {
    private static final int MOST_FOUND = 200;

    private final DeviceStore store;
    private final SavedOnceStore savedOnce;
    private final ShopClock clock;

    private final KnownHere known;

    DeviceService(DeviceStore store, SavedOnceStore savedOnce, ShopClock clock, KnownHere known) {
        this.known = known;
        this.store = store;
        this.savedOnce = savedOnce;
        this.clock = clock;
    }

    /** @param jobs how many have been on this bench */
    public record KnownMachine(long id, String kind, String maker, String name, int jobs) {}

    /** Machines whose maker and model hold all the words, the most frequent first. */
    public List<KnownMachine> find(Here here, String text, int most) {
        List<String> words = Arrays.stream(text.strip().split("\\s+"))
                .filter(w -> !w.isEmpty())
                .limit(6)
                .toList();
        return store.find(here, words, Math.clamp(most, 1, MOST_FOUND));
    }

    /** The machine's number, new when it was not known. */
    @Transactional
    public long known(Here here, String kind, String maker, String name) {
        return store.id(here, maker, name).orElseGet(() -> {
            store.insert(here, List.of(new Named(kind, maker, name)));
            return store.id(here, maker, name).orElseThrow();
        });
    }

    /**
     * Finds many models, some at a time, new ones among them: asked one by one, each would look through all there are.
     * Used within one transaction.
     */
    public final class ManyModels {
        private final Here here;
        private final Map<String, Long> numbers;

        private ManyModels(Here here) {
            this.here = here;
            this.numbers = store.numbers(here);
        }

        /** The number of each, those not known yet now known. */
        public List<Long> known(List<Named> named) {
            List<Named> unknown = named.stream()
                    .filter(n -> !numbers.containsKey(DeviceStore.key(n.maker, n.name)))
                    .toList();
            if (!unknown.isEmpty()) {
                numbers.putAll(store.insert(here, unknown));
            }
            return named.stream()
                    .map(n -> numbers.computeIfAbsent(
                            DeviceStore.key(n.maker, n.name),
                            k -> store.id(here, n.maker, n.name).orElseThrow()))
                    .toList();
        }
    }

    /** A model as it is called. */
    public record Named(String kind, String maker, String name) {}

    @Transactional
    public ManyModels manyModels(Here here) {
        return new ManyModels(here);
    }

    /** @param times of the closed jobs in which a culprit was stated */
    public record KnownCulprit(String fault, Say words, int times) {}

    public record KnownCure(String way, Say words, int times) {}

    /** What was bought last for a machine of a model. */
    public record LastPart(
            String itemNumber, String seller, BigDecimal total, String currency, int pieces, OffsetDateTime at) {}

    /**
     * What earlier jobs of a model say.
     *
     * @param seen jobs of this model, the open ones too
     * @param closed jobs with a culprit stated that were put away
     */
    public record Recall(
            int seen,
            int closed,
            List<KnownCulprit> culprits,
            List<KnownCure> cures,
            Estimate.History history,
            Estimate.History ofKind,
            Optional<LastPart> lastPart,
            boolean wayIn) {}

    /** Everything known of a model at once; of one never seen, what its kind says. */
    @Transactional(readOnly = true)
    public Recall recall(Here here, String kind, String maker, String name) {
        Estimate.History ofKind = store.history(DeviceStore.ofKind(here, kind));
        Optional<Long> id = store.id(here, maker, name);
        if (id.isEmpty()) {
            return new Recall(
                    0,
                    0,
                    List.of(),
                    List.of(),
                    new Estimate.History(List.of(), List.of()),
                    ofKind,
                    Optional.empty(),
                    false);
        }
        DeviceStore.Counted counted = store.counted(here, id.get());
        Map<String, Say> words = store.lastWords(here, id.get());
        return new Recall(
                counted.seen(),
                counted.told(),
                counted.faults().entrySet().stream()
                        .filter(f -> words.containsKey(f.getKey()))
                        .map(f -> new KnownCulprit(f.getKey(), words.get(f.getKey()), f.getValue()))
                        .toList(),
                counted.ways().entrySet().stream()
                        .map(w -> new KnownCure(
                                w.getKey(), Wire.parse(Way.class, w.getKey()).words(), w.getValue()))
                        .toList(),
                store.history(DeviceStore.ofModel(here, id.get())),
                ofKind,
                store.lastPart(here, id.get()),
                store.wayIn(here, id.get()).isPresent());
    }

    /**
     * What a model is made of.
     *
     * @param own true when the device book has it; else it is the generic train of its kind
     * @param version of the book's entry, 0 for a generic one
     * @param from whose book it was read from, where it is not our own
     */
    public record Train(Machine machine, boolean own, int version, Optional<String> from) {}

    @Transactional(readOnly = true)
    public Train train(Here here, long modelId) {
        return store.train(here, modelId)
                .or(() -> store.trainElsewhere(here, modelId))
                .orElseGet(() -> {
                    String kind = store.kind(here, modelId)
                            .orElseThrow(() -> new NotFound("missing.machine", "number", modelId));
                    return new Train(generic(kind), false, 0, Optional.empty());
                });
    }

    /** Maker and name of a model. */
    @Transactional(readOnly = true)
    public KnownMachine model(Here here, long modelId) {
        return store.model(here, modelId).orElseThrow(() -> new NotFound("missing.machine", "number", modelId));
    }

    /**
     * A gear of the same teeth in another model.
     *
     * @param wheel of the model asked about
     * @param otherWheel in the other model
     * @param faceWidthMm of the other's
     */
    public record SameGear(
            String wheel,
            KnownMachine in,
            String otherWheel,
            Say part,
            Optional<Double> faceWidthMm,
            Optional<Double> boreMm,
            Optional<String> material) {}

    /** Where else in the book gears of this model's sizes sit. */
    @Transactional(readOnly = true)
    public List<SameGear> sameGears(Here here, long modelId) {
        List<Wheel> wheels = train(here, modelId).machine().drive().stream()
                .flatMap(d -> d.wheels().stream())
                .filter(w -> w.toothCount().isPresent() && w.module().isPresent())
                .toList();
        Set<Integer> counts =
                wheels.stream().flatMap(w -> w.toothCount().stream()).collect(Collectors.toSet());
        List<SameGear> found = new ArrayList<>();
        store.trainsWith(here, modelId, counts)
                .forEach((model, machine) -> machine.drive()
                        .ifPresent(other -> wheels.forEach(wheel -> other.wheels().stream()
                                .filter(wheel::sameTeeth)
                                .forEach(same -> found.add(new SameGear(
                                        wheel.code(),
                                        model,
                                        same.code(),
                                        machine.component(same.part())
                                                .map(Component::words)
                                                .orElse(Say.typed(same.part())),
                                        same.faceWidthMm(),
                                        same.boreMm(),
                                        same.material()))))));
        return List.copyOf(found);
    }

    /** Trains of other models in the book with gears of these materials. */
    @Transactional(readOnly = true)
    public Map<KnownMachine, Machine> trainsOf(Here here, long modelId, Set<String> materials) {
        return store.trainsOf(here, modelId, materials);
    }

    /** Maker and name of these models. */
    @Transactional(readOnly = true)
    public List<KnownMachine> models(Here here, Collection<Long> ids) {
        return store.models(here, ids);
    }

    /** What people have written of a model: its own train, how it opens. */
    public record Written(Optional<Machine> train, List<TeardownStep> wayIn) {
        public static final Written NOTHING = new Written(Optional.empty(), List.of());
    }

    @Transactional(readOnly = true)
    public Map<Long, Written> written(Here here, Collection<Long> ids) {
        Map<Long, Machine> trains = store.trains(here, ids);
        Map<Long, List<TeardownStep>> ways = store.waysIn(here, ids);
        return ids.stream()
                .collect(Collectors.toMap(
                        id -> id,
                        id -> new Written(Optional.ofNullable(trains.get(id)), ways.getOrDefault(id, List.of()))));
    }

    /** The words each fault was last stated with in a closed job of a model. */
    @Transactional(readOnly = true)
    public Map<String, Say> culpritWords(Here here, long modelId) {
        return store.lastWords(here, modelId);
    }

    /** What the closed jobs of a model say in numbers: told, and how many had each fault. */
    public record Told(int told, Map<String, Integer> faults) {}

    @Transactional(readOnly = true)
    public Told told(Here here, long modelId) {
        DeviceStore.Counted counted = store.counted(here, modelId);
        return new Told(counted.told(), counted.faults());
    }

    /** A wheel of a model in the book. */
    public record WheelIn(KnownMachine in, Say part, Wheel wheel) {}

    /** Wheels of any model in the book that have as many teeth. */
    @Transactional(readOnly = true)
    public List<WheelIn> wheelsOf(Here here, Set<Integer> counts) {
        List<WheelIn> found = new ArrayList<>();
        store.trainsWith(here, 0, counts)
                .forEach((model, machine) -> machine.drive()
                        .ifPresent(drive -> drive.wheels().stream()
                                .filter(w ->
                                        w.toothCount().filter(counts::contains).isPresent())
                                .forEach(w -> found.add(new WheelIn(
                                        model,
                                        machine.component(w.part())
                                                .map(Component::words)
                                                .orElse(Say.typed(w.part())),
                                        w)))));
        return List.copyOf(found);
    }

    /** A model's train as text. */
    @Transactional(readOnly = true)
    public String text(Here here, long modelId, Function<Say, String> words) {
        return TrainText.written(train(here, modelId).machine(), words);
    }

    /** A train as somebody has written it, nothing kept; parts that the text does not name stay. */
    @Transactional(readOnly = true)
    public Machine read(Here here, long modelId, String text) {
        return TrainText.read(text, train(here, modelId).machine());
    }

    /** The generic train of a kind of machine. */
    public Machine generic(String kind) {
        Machine parts =
                known.now().diagnosis().train(known.now().cautions().kind(kind).train());
        return parts.withDrive(GenericDrive.of(parts));
    }

    /** Puts a model's own train into the book. */
    @Transactional
    public Train saveTrain(Here here, long modelId, int version, Machine machine, Optional<String> key) {
        train(here, modelId);
        requireWeighable(machine);
        return savedOnce.once(
                here,
                key,
                "train/" + modelId,
                clock.now(),
                () -> {
                    if (!store.saveTrain(here, modelId, version, machine, clock.now())) {
                        throw new Stale(train(here, modelId));
                    }
                    return train(here, modelId);
                },
                () -> train(here, modelId));
    }

    /** Refused before it is kept, not when the next job listens. */
    private void requireWeighable(Machine machine) {
        new Diagnosis(known.now().diagnosis(), machine, Experience.NONE).faults();
    }

    /** Culprits of this model's closed jobs but one, as the next diagnosis counts them. */
    @Transactional(readOnly = true)
    public Experience experience(Here here, long modelId, long exceptJob) {
        return store.experience(here, modelId, exceptJob);
    }

    /** How a model opens, as the device book has it. */
    public record WayIn(List<TeardownStep> steps, Optional<Long> fromJob, int version, String by, OffsetDateTime at) {}

    @Transactional(readOnly = true)
    public Optional<WayIn> wayIn(Here here, long modelId) {
        return store.wayIn(here, modelId);
    }

    /** @param version of what it replaces; 0 when there is none yet */
    @Transactional
    public WayIn saveWayIn(Here here, long modelId, int version, List<TeardownStep> steps, Optional<Long> fromJob) {
        if (steps.isEmpty()) {
            throw new Refused("wayIn.empty");
        }
        if (!store.saveWayIn(here, modelId, version, steps, fromJob, clock.now())) {
            throw new Stale(wayIn(here, modelId));
        }
        return wayIn(here, modelId).orElseThrow();
    }
}
