package app.gewerk.server.reading;

import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.GearKind;
import app.gewerk.core.gear.Mates;
import app.gewerk.core.gear.ProfileShift;
import app.gewerk.core.job.Step;
import app.gewerk.core.reading.AnswerShown;
import app.gewerk.core.reading.LengthEntry;
import app.gewerk.core.reading.Measured;
import app.gewerk.core.reading.Reading;
import app.gewerk.core.reading.ReadingKind;
import app.gewerk.core.reading.ToothCount;
import app.gewerk.core.sourcing.GearNeed;
import app.gewerk.core.words.Outcome;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import app.gewerk.server.http.Stale;
import app.gewerk.server.job.JobService;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.SavedOnceStore;
import app.gewerk.server.shop.ShopClock;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The readings of a job's gear, what they make it, and which answer was taken. */
@Service
public class ReadingService {
    private final ReadingStore store;
    private final SavedOnceStore savedOnce;
    private final JobService jobs;
    private final ShopClock clock;

    private final ProvenGears proven;

    ReadingService(ReadingStore store, SavedOnceStore savedOnce, JobService jobs, ShopClock clock, ProvenGears proven) {
        this.proven = proven;
        this.store = store;
        this.savedOnce = savedOnce;
        this.jobs = jobs;
        this.clock = clock;
    }

    /** The mate as it was entered. */
    public record MateRead(GearKind kind, String toothCount, boolean worn) {}

    /**
     * A job's gear as it stands.
     *
     * @param readings of everybody, those of the mate among them
     * @param answer what the readings make it, when they make anything
     * @param noAnswer why there is no answer yet
     */
    public record GearRead(
            int version,
            GearKind kind,
            String name,
            String toothCount,
            boolean worn,
            boolean swollen,
            String hand,
            String bore,
            String faceWidth,
            MateRead mate,
            List<ReadingLine> readings,
            Optional<Identified> answer,
            Optional<Say> noAnswer,
            Optional<TakenGear> taken,
            Optional<Say> takenWords) {}

    /** What the job's gear is called; empty when nobody has named one. */
    @Transactional(readOnly = true)
    public String gearName(Here here, long jobId) {
        return store.gear(here, jobId).map(ReadingStore.Saved::name).orElse("");
    }

    @Transactional(readOnly = true)
    public GearRead read(Here here, long jobId) {
        int version = jobs.job(here, jobId).gearVersion();
        ReadingStore.Saved saved = store.gear(here, jobId).orElse(ReadingStore.Saved.NOTHING);
        List<ReadingLine> lines = store.readings(here, jobId);
        Optional<Identified> answer = Optional.empty();
        Optional<Say> noAnswer = Optional.empty();
        try {
            answer = Optional.of(Asked.of(saved, lines).identify(proven.beforehand()));
        } catch (Refused nothing) {
            noAnswer = Optional.of(nothing.say());
        }
        return new GearRead(
                version,
                saved.kind(),
                saved.name(),
                saved.toothCount(),
                saved.worn(),
                saved.swollen(),
                saved.hand(),
                saved.bore(),
                saved.faceWidth(),
                saved.mate(),
                lines,
                answer,
                noAnswer,
                saved.taken(),
                saved.taken().map(TakenGear::words));
    }

    /** Puts this person's readings in place of what the same person saved before; those of others stay. */
    @Transactional
    public GearRead save(Here here, long jobId, int version, GearEntry entry, Optional<String> key) {
        jobs.job(here, jobId);
        return savedOnce.once(
                here,
                key,
                "reading/" + jobId,
                clock.now(),
                () -> keep(here, jobId, version, entry),
                () -> read(here, jobId));
    }

    private GearRead keep(Here here, long jobId, int version, GearEntry entry) {
        Entered.toothCount(entry.toothCountText());
        optionalLength("bore", entry.boreText());
        optionalLength("faceWidth", entry.faceWidthText());
        if (!entry.handText().matches("(left|right)?")) {
            throw Refused.at("hand", "gear.hand");
        }
        Entered.ofField(
                "mate.toothCount", () -> ToothCount.parse(entry.mateEntry().toothCountText()));
        List<Reading> readings =
                Entered.readings("readings", entry.readings(), Optional.of(CylindricalGear.FEWEST_TEETH));
        List<Reading> mateReadings =
                Entered.readings("mate.readings", entry.mateEntry().entries(), Optional.empty());
        if (Stream.concat(entry.readings().stream(), entry.mateEntry().entries().stream())
                .anyMatch(r -> r.typed() == null)) {
            throw Refused.at("readings", "reading.asTyped");
        }
        List<ReadingLine> before = store.readings(here, jobId);
        raiseVersion(here, jobId, version);
        List<ReadingStore.NewReading> own = new ArrayList<>();
        add(own, entry.readings(), readings, false);
        add(own, entry.mateEntry().entries(), mateReadings, true);
        store.save(here, jobId, entry, clock.now(), own, before);
        jobs.write(
                here,
                jobId,
                Step.READ,
                Say.of("journal.readings", "readings", summary(entry, own)),
                "",
                Optional.of(before),
                Optional.of(entry));
        return read(here, jobId);
    }

    private static void add(
            List<ReadingStore.NewReading> own, List<ReadingEntry> entries, List<Reading> readings, boolean ofMate) {
        for (int i = 0; i < entries.size(); i++) {
            Reading reading = readings.get(i);
            own.add(new ReadingStore.NewReading(entries.get(i).meaning(reading), reading, ofMate));
        }
    }

    private static Say summary(GearEntry entry, List<ReadingStore.NewReading> own) {
        List<Say> parts = new ArrayList<>();
        for (ReadingStore.NewReading reading : own) {
            parts.add(Say.of(
                    "in".equals(reading.entry().unit()) ? "readings.inInches" : "readings.one",
                    "reading",
                    Identified.said(reading.reading().what(), reading.ofMate()),
                    "typed",
                    reading.entry().typed()));
        }
        if (!entry.boreText().isEmpty()) {
            parts.add(Say.of("readings.bore", "typed", entry.boreText()));
        }
        if (!entry.faceWidthText().isEmpty()) {
            parts.add(Say.of("readings.faceWidth", "typed", entry.faceWidthText()));
        }
        if (!entry.leftOutIds().isEmpty()) {
            parts.add(Say.of("readings.leftOut", "readings", entry.leftOutIds().size()));
        }
        return parts.isEmpty() ? Say.typed("") : Say.of("readings.all", "parts", parts);
    }

    private static double optionalLength(String field, String typed) {
        if (typed.isEmpty()) {
            return 0;
        }
        return Entered.ofField(field, () -> LengthEntry.parse(typed)).meanMm();
    }

    /**
     * Takes one of the answers for the gear's. Another than the most probable wants a reason.
     *
     * @param choice number of the candidate in the answer to the saved readings, from 0
     * @param shown what stood there; where another stands now, since a reading came between, nothing is taken
     */
    @Transactional
    public GearRead take(Here here, long jobId, int version, int choice, Optional<AnswerShown> shown, String reason) {
        GearRead now = read(here, jobId);
        if (now.version() != version) {
            throw new Stale(now);
        }
        Identified answer =
                now.answer().orElseThrow(() -> new Refused(now.noAnswer().orElse(Say.of("reading.nothingToGoBy"))));
        if (choice < 0 || choice >= answer.candidates().size()) {
            throw Refused.at("choice", "reading.pick");
        }
        Identified.CandidateView chosen = answer.candidates().get(choice);
        if (shown.isPresent() && !shown.get().sameAs(chosen.shown())) {
            throw Refused.at(
                    "choice", "reading.answerChanged", "gear", chosen.fullName(), "teeth", chosen.toothCount());
        }
        if (choice > 0 && reason.isBlank()) {
            throw Refused.at("reason", "reading.whyNotFirst");
        }
        TakenGear gear = taken(chosen, now.hand(), reason);
        raiseVersion(here, jobId, version);
        store.take(here, jobId, gear);
        jobs.markDone(here, jobId, Step.READ);
        jobs.write(
                here,
                jobId,
                Step.READ,
                Say.of("journal.gearTaken", "gear", gear.words(), "percent", Math.round(100 * gear.probability())),
                reason,
                now.taken(),
                Optional.of(gear));
        return read(here, jobId);
    }

    private void raiseVersion(Here here, long jobId, int expected) {
        jobs.job(here, jobId);
        if (!jobs.raiseGearVersion(here, jobId, expected)) {
            throw new Stale(read(here, jobId));
        }
    }

    /**
     * The gear to look for at the sellers or to draw.
     *
     * @param name what it is in the machine, empty when nobody said
     * @param words the gear in words
     */
    public record Wanted(String name, Say words, GearNeed need) {}

    /** What is wanted, or what has to be done before that is known. Nothing is identified anew. */
    @Transactional(readOnly = true)
    public Outcome<Wanted> lookedFor(Here here, long jobId) {
        jobs.job(here, jobId);
        ReadingStore.Saved saved = store.gear(here, jobId).orElse(ReadingStore.Saved.NOTHING);
        if (saved.taken().isEmpty()) {
            return Outcome.cannot("reading.takeFirst");
        }
        TakenGear taken = saved.taken().get();
        if (!taken.kind().cylindrical()) {
            return Outcome.cannot("reading.byHand", "gear", taken.words());
        }
        return new Outcome.Made<>(new Wanted(
                saved.name(),
                taken.words(),
                new GearNeed(
                        taken.gear(),
                        optionalLength("bore", saved.bore()),
                        optionalLength("faceWidth", saved.faceWidth()))));
    }

    /** One of the gears that a job's may be. */
    public record PossibleGear(Say words, GearNeed need, double probability) {}

    /** What the job's gear is, or, while nobody has taken an answer, what it may be; nothing before it is read. */
    @Transactional(readOnly = true)
    public List<PossibleGear> possible(Here here, long jobId) {
        Optional<Wanted> taken = lookedFor(here, jobId).made();
        if (taken.isPresent()) {
            return List.of(new PossibleGear(taken.get().words(), taken.get().need(), 1));
        }
        GearRead now = read(here, jobId);
        return now.answer().stream()
                .flatMap(a -> a.candidates().stream())
                .filter(c -> c.kind().cylindrical())
                .map(c -> {
                    TakenGear gear = taken(c, now.hand(), "");
                    return new PossibleGear(
                            gear.words(),
                            new GearNeed(
                                    gear.gear(),
                                    optionalLength("bore", now.bore()),
                                    optionalLength("faceWidth", now.faceWidth())),
                            c.probability());
                })
                .toList();
    }

    /** What the readings make it so far, where nobody has taken an answer yet. */
    @Transactional(readOnly = true)
    public Optional<Wanted> likeliest(Here here, long jobId) {
        GearRead now = read(here, jobId);
        return now.answer()
                .flatMap(a -> a.candidates().stream().findFirst())
                .filter(c -> c.kind().cylindrical())
                .map(c -> taken(c, now.hand(), ""))
                .map(t -> new Wanted(
                        now.name(),
                        t.words(),
                        new GearNeed(
                                t.gear(),
                                optionalLength("bore", now.bore()),
                                optionalLength("faceWidth", now.faceWidth()))));
    }

    private static TakenGear taken(Identified.CandidateView c, String hand, String reason) {
        return new TakenGear(
                c.kind(),
                c.pitch(),
                c.module(),
                c.toothCount(),
                c.pressureAngleDeg(),
                c.addendumCoefficient(),
                c.clearanceCoefficient(),
                ProfileShift.toMake(c.profileShiftCoefficient()),
                c.leadAngleDeg().or(c::coneAngleDeg).orElse(c.helixAngleDeg()),
                hand,
                c.probability(),
                reason.strip());
    }

    /** @throws Refused with what has to be done first */
    @Transactional(readOnly = true)
    public Wanted wanted(Here here, long jobId) {
        return lookedFor(here, jobId).orRefuse();
    }

    /**
     * What the gear runs with, as far as it was read: the mate's count with this gear's pitch, and where the two stand.
     *
     * @param mate by its count, and the shift that the distance leaves for it
     */
    public record RunsWith(Optional<CylindricalGear> mate, Optional<Double> centreDistanceMm) {}

    /** @param gear taken in the job */
    @Transactional(readOnly = true)
    public RunsWith runsWith(Here here, long jobId, CylindricalGear gear) {
        ReadingStore.Saved saved = store.gear(here, jobId).orElse(ReadingStore.Saved.NOTHING);
        Optional<Reading> centre = store.readings(here, jobId).stream()
                .filter(line -> line.what() == ReadingKind.CENTRE_DISTANCE && !line.leftOut() && !line.ofMate())
                .filter(line -> line.parameter().isPresent())
                .map(line -> line.entry().reading())
                .findFirst();
        Optional<Integer> counted = saved.mate().toothCount().isBlank()
                ? Optional.empty()
                : exactly(ToothCount.parse(saved.mate().toothCount()));
        Optional<Integer> teeth = counted.or(() -> centre.map(Reading::what)
                .filter(Measured.CentreDistance.class::isInstance)
                .map(what -> ((Measured.CentreDistance) what).mateToothCount()));
        Optional<Double> distance = centre.map(Reading::mean);
        return new RunsWith(
                teeth.filter(z -> z >= CylindricalGear.FEWEST_TEETH && !gear.internal())
                        .flatMap(z -> Mates.of(gear, z, saved.mate().kind() == GearKind.INTERNAL, distance)),
                distance);
    }

    private static Optional<Integer> exactly(ToothCount count) {
        return count.fewest() == count.most() ? Optional.of(count.fewest()) : Optional.empty();
    }
}
