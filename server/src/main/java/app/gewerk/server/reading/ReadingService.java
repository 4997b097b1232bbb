package app.gewerk.server.reading;

import app.gewerk.core.Wire;
import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.GearKind;
import app.gewerk.core.gear.Pitch;
import app.gewerk.core.gear.ProfileShift;
import app.gewerk.core.job.Step;
import app.gewerk.core.reading.GearReader;
import app.gewerk.core.reading.Instrument;
import app.gewerk.core.reading.LengthEntry;
import app.gewerk.core.reading.Mate;
import app.gewerk.core.reading.Question;
import app.gewerk.core.reading.Reading;
import app.gewerk.core.reading.ReadingKind;
import app.gewerk.core.reading.ToothCount;
import app.gewerk.core.sourcing.GearNeed;
import app.gewerk.core.words.Refusal;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import app.gewerk.server.gear.GearSpec;
import app.gewerk.server.http.Stale;
import app.gewerk.server.job.JobService;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.SavedOnceStore;
import app.gewerk.server.shop.ShopClock;
import com.fasterxml.jackson.annotation.JsonProperty;
import java.math.BigDecimal;
import java.math.MathContext;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The readings of a job's gear, what they make it, and which answer was taken. */
@Service
public class ReadingService {
    private static final int MOST_READINGS = 24;

    private final ReadingStore store;
    private final SavedOnceStore savedOnce;
    private final JobService jobs;
    private final ShopClock clock;

    ReadingService(ReadingStore store, SavedOnceStore savedOnce, JobService jobs, ShopClock clock) {
        this.store = store;
        this.savedOnce = savedOnce;
        this.jobs = jobs;
        this.clock = clock;
    }

    /** The mate as it is entered; its readings beside it. */
    public record MateEntry(
            @Nullable GearKind kind,
            @Nullable String toothCount,
            @Nullable Boolean worn,
            @Nullable List<ReadingEntry> readings) {

        String toothCountText() {
            return text(toothCount);
        }

        GearKind kindOrExternal() {
            return kind == null ? GearKind.EXTERNAL : kind;
        }

        List<ReadingEntry> entries() {
            return readings == null ? List.of() : readings;
        }
    }

    /**
     * A gear as one person enters it. Readings of others stay as they are; they can only be left out.
     *
     * @param toothCount as typed: {@code 24}, {@code 23-25}, {@code 9 in 135°} or nothing
     * @param hand of slanting teeth: left, right or nothing
     * @param readings this person's own
     * @param leftOut numbers of saved readings of others that are not to count
     */
    public record GearEntry(
            @Nullable GearKind kind,
            @Nullable String name,
            @Nullable String toothCount,
            @Nullable Boolean worn,
            @Nullable String hand,
            @Nullable String bore,
            @Nullable String faceWidth,
            List<ReadingEntry> readings,
            @Nullable MateEntry mate,
            @Nullable List<Long> leftOut) {

        GearKind kindOrExternal() {
            return kind == null ? GearKind.EXTERNAL : kind;
        }

        boolean looksWorn() {
            return Boolean.TRUE.equals(worn);
        }

        String nameText() {
            return text(name);
        }

        String handText() {
            return text(hand);
        }

        String toothCountText() {
            return text(toothCount);
        }

        String boreText() {
            return text(bore);
        }

        String faceWidthText() {
            return text(faceWidth);
        }

        MateEntry mateEntry() {
            return mate == null ? new MateEntry(null, null, null, null) : mate;
        }

        List<Long> leftOutIds() {
            return leftOut == null ? List.of() : leftOut;
        }
    }

    private static String text(@Nullable String given) {
        return given == null ? "" : given.strip();
    }

    /**
     * A saved reading.
     *
     * @param ofMate whether it was taken of the mate
     * @param leftOut whether somebody set it aside; it is kept
     */
    public record ReadingLine(
            long id,
            ReadingKind what,
            Optional<Double> parameter,
            Instrument instrument,
            String typed,
            String unit,
            boolean ofMate,
            boolean leftOut,
            long readById,
            String readBy,
            OffsetDateTime readAt) {

        /** "span over 4", "the mate: over the tips". */
        public Say words() {
            return Identified.said(entry().reading(CylindricalGear.FEWEST_TEETH).what(), ofMate);
        }

        ReadingEntry entry() {
            return new ReadingEntry(what, parameter.orElse(null), instrument, null, typed, unit);
        }
    }

    /**
     * The gear somebody said it is.
     *
     * @param angleDeg helix angle, lead angle or cone angle, as the kind has it
     */
    public record TakenGear(
            GearKind kind,
            Identified.PitchView pitch,
            double module,
            int toothCount,
            double pressureAngleDeg,
            double addendumCoefficient,
            double clearanceCoefficient,
            double profileShiftCoefficient,
            double angleDeg,
            String hand,
            double probability,
            String reason) {

        /**
         * The gear itself.
         *
         * @throws Refused for a rack, a worm or a bevel gear
         */
        public CylindricalGear gear() {
            if (!kind.cylindrical()) {
                throw new Refused("reading.byHand", "gear", words());
            }
            return new CylindricalGear(
                    kind == GearKind.INTERNAL,
                    module,
                    toothCount,
                    angleDeg,
                    profileShiftCoefficient,
                    BasicRack.of(pressureAngleDeg, addendumCoefficient, clearanceCoefficient));
        }

        /** How it is drawn and made, where it is a gear or a ring. */
        @JsonProperty("gear")
        public Optional<GearSpec> spec() {
            return kind.cylindrical() ? Optional.of(GearSpec.of(gear())) : Optional.empty();
        }

        @JsonProperty
        Say shift() {
            return ProfileShift.said(profileShiftCoefficient);
        }

        /** "0.5 module". */
        @JsonProperty
        Say name() {
            return new Pitch(Wire.parse(Pitch.System.class, pitch.system()), pitch.value()).words();
        }

        /** "0.5 module, 24 teeth, 20°". */
        public Say words() {
            Say size = kind == GearKind.WORM
                    ? Say.of("taken.worm", "pitch", name(), "starts", toothCount, "angle", shown(angleDeg))
                    : Say.of(
                            "taken." + kind,
                            "pitch",
                            name(),
                            "teeth",
                            toothCount,
                            "pressureAngle",
                            shown(pressureAngleDeg),
                            "angle",
                            shown(angleDeg));
            Say shifted = kind.cylindrical() && !ProfileShift.none(profileShiftCoefficient)
                    ? Say.of("taken.shifted", "gear", size, "shift", shift())
                    : size;
            boolean slants = angleDeg != 0 && (kind.cylindrical() || kind == GearKind.RACK);
            Say slanting = slants
                    ? Say.of(
                            kind == GearKind.RACK ? "taken.slanting" : "taken.helical",
                            "gear",
                            shifted,
                            "angle",
                            shown(angleDeg))
                    : shifted;
            return hand.isEmpty() || !(slants || kind == GearKind.WORM)
                    ? slanting
                    : Say.of("taken.handed", "gear", slanting, "hand", Say.of("hand." + hand));
        }

        private static double shown(double angleDeg) {
            return new BigDecimal(angleDeg).round(new MathContext(4)).doubleValue();
        }
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
            String hand,
            String bore,
            String faceWidth,
            MateRead mate,
            List<ReadingLine> readings,
            Optional<Identified> answer,
            Optional<Say> noAnswer,
            Optional<TakenGear> taken,
            Optional<Say> takenWords) {}

    /** What is asked, as it came in: the tooth count understood, the readings not yet. */
    public record Asked(
            GearKind kind, ToothCount toothCount, List<ReadingEntry> readings, boolean worn, MateEntry mate) {}

    /** The open computation: readings in, candidates out. */
    public Identified identify(Asked asked) {
        String mateCount = asked.mate().toothCountText();
        Optional<Integer> mateTeeth = mateCount.isEmpty()
                ? Optional.empty()
                : ofField("mate.toothCount", () -> {
                    if (ToothCount.parse(mateCount) instanceof ToothCount.Exactly exactly) {
                        return Optional.of(exactly.count());
                    }
                    throw new Refused("mate.countAll");
                });
        List<Reading> readings = parsed("readings", asked.readings(), mateTeeth);
        List<Reading> mateReadings = parsed("mate.readings", asked.mate().entries(), Optional.empty());
        if (mateTeeth.isEmpty() && !mateReadings.isEmpty()) {
            throw Refused.at("mate.toothCount", "mate.countToo");
        }
        Optional<Mate> mate = mateTeeth.map(z -> ofField(
                "mate.toothCount",
                () -> new Mate(
                        asked.mate().kindOrExternal(),
                        z,
                        mateReadings,
                        Boolean.TRUE.equals(asked.mate().worn()))));
        Question question = new Question(asked.kind(), asked.toothCount(), readings, asked.worn(), mate);
        return Identified.of(GearReader.identify(question), readings, mateReadings);
    }

    private static List<Reading> parsed(String field, List<ReadingEntry> entries, Optional<Integer> mateTeeth) {
        if (entries.size() > MOST_READINGS) {
            throw Refused.at(field, "reading.tooMany", "most", MOST_READINGS);
        }
        List<Reading> readings = new ArrayList<>();
        List<Refusal> wrong = new ArrayList<>();
        for (int i = 0; i < entries.size(); i++) {
            try {
                readings.add(entries.get(i).reading(mateTeeth.orElse(null)));
            } catch (Refused unusable) {
                wrong.addAll(unusable.at(field + "[" + i + "]").refusals());
            }
        }
        if (!wrong.isEmpty()) {
            throw new Refused(wrong);
        }
        return readings;
    }

    /** The tooth count as typed, or a problem of that field. */
    static ToothCount toothCount(String typed) {
        return ofField("toothCount", () -> ToothCount.parse(typed));
    }

    private static <T> T ofField(String field, Supplier<T> work) {
        try {
            return work.get();
        } catch (Refused unusable) {
            throw unusable.at(field);
        }
    }

    @Transactional(readOnly = true)
    public GearRead read(Here here, long jobId) {
        int version = jobs.job(here, jobId).gearVersion();
        ReadingStore.Saved saved = store.gear(here, jobId).orElse(ReadingStore.Saved.NOTHING);
        List<ReadingLine> lines = store.readings(here, jobId);
        Optional<Identified> answer = Optional.empty();
        Optional<Say> noAnswer = Optional.empty();
        try {
            answer = Optional.of(identify(new Asked(
                    saved.kind(),
                    ToothCount.parse(saved.toothCount()),
                    counting(lines, false),
                    saved.worn(),
                    new MateEntry(
                            saved.mate().kind(),
                            saved.mate().toothCount(),
                            saved.mate().worn(),
                            counting(lines, true)))));
        } catch (Refused nothing) {
            noAnswer = Optional.of(nothing.say());
        }
        return new GearRead(
                version,
                saved.kind(),
                saved.name(),
                saved.toothCount(),
                saved.worn(),
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

    private static List<ReadingEntry> counting(List<ReadingLine> lines, boolean ofMate) {
        return lines.stream()
                .filter(line -> !line.leftOut() && line.ofMate() == ofMate)
                .map(ReadingLine::entry)
                .toList();
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
        toothCount(entry.toothCountText());
        optionalLength("bore", entry.boreText());
        optionalLength("faceWidth", entry.faceWidthText());
        if (!entry.handText().matches("(left|right)?")) {
            throw Refused.at("hand", "gear.hand");
        }
        ofField("mate.toothCount", () -> ToothCount.parse(entry.mateEntry().toothCountText()));
        List<Reading> readings = parsed("readings", entry.readings(), Optional.of(CylindricalGear.FEWEST_TEETH));
        List<Reading> mateReadings = parsed("mate.readings", entry.mateEntry().entries(), Optional.empty());
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
        return ofField(field, () -> LengthEntry.parse(typed)).meanMm();
    }

    /**
     * Takes one of the answers for the gear's. Another than the most probable wants a reason.
     *
     * @param choice number of the candidate in the answer to the saved readings, from 0
     */
    @Transactional
    public GearRead take(Here here, long jobId, int version, int choice, String reason) {
        GearRead now = read(here, jobId);
        if (now.version() != version) {
            throw new Stale(now);
        }
        Identified answer =
                now.answer().orElseThrow(() -> new Refused(now.noAnswer().orElse(Say.of("reading.nothingToGoBy"))));
        if (choice < 0 || choice >= answer.candidates().size()) {
            throw Refused.at("choice", "reading.pick");
        }
        if (choice > 0 && reason.isBlank()) {
            throw Refused.at("reason", "reading.whyNotFirst");
        }
        Identified.CandidateView c = answer.candidates().get(choice);
        TakenGear gear = new TakenGear(
                c.kind(),
                c.pitch(),
                c.module(),
                c.toothCount(),
                c.pressureAngleDeg(),
                c.addendumCoefficient(),
                c.clearanceCoefficient(),
                ProfileShift.toMake(c.profileShiftCoefficient()),
                c.leadAngleDeg().or(c::coneAngleDeg).orElse(c.helixAngleDeg()),
                now.hand(),
                c.probability(),
                reason.strip());
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

    /** What is wanted, once a gear has been taken. Nothing is identified anew. */
    @Transactional(readOnly = true)
    public Wanted wanted(Here here, long jobId) {
        jobs.job(here, jobId);
        ReadingStore.Saved saved = store.gear(here, jobId).orElse(ReadingStore.Saved.NOTHING);
        TakenGear taken = saved.taken().orElseThrow(() -> new Refused("reading.takeFirst"));
        return new Wanted(
                saved.name(),
                taken.words(),
                new GearNeed(
                        taken.gear(),
                        optionalLength("bore", saved.bore()),
                        optionalLength("faceWidth", saved.faceWidth())));
    }
}
