package app.gewerk.server.reading;

import app.gewerk.core.Wire;
import app.gewerk.core.gear.BasicRack;
import app.gewerk.core.gear.CylindricalGear;
import app.gewerk.core.gear.Pitch;
import app.gewerk.core.job.Step;
import app.gewerk.core.reading.GearReader;
import app.gewerk.core.reading.Instrument;
import app.gewerk.core.reading.LengthEntry;
import app.gewerk.core.reading.Reading;
import app.gewerk.core.reading.ToothCount;
import app.gewerk.core.sourcing.GearNeed;
import app.gewerk.server.http.FieldProblem;
import app.gewerk.server.http.Stale;
import app.gewerk.server.job.JobService;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.ShopClock;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The readings of a job's gear, what they make it, and which answer was taken. */
@Service
public class ReadingService {
    private static final int MOST_READINGS = 12;

    private final ReadingStore store;
    private final JobService jobs;
    private final ShopClock clock;

    ReadingService(ReadingStore store, JobService jobs, ShopClock clock) {
        this.store = store;
        this.jobs = jobs;
        this.clock = clock;
    }

    /** @param toothCount as typed: {@code 24}, {@code 23-25} or nothing */
    public record GearEntry(
            @Nullable String name,
            @Nullable String toothCount,
            boolean worn,
            @Nullable String bore,
            @Nullable String faceWidth,
            List<ReadingEntry> readings) {

        String nameText() {
            return text(name);
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

        private static String text(@Nullable String given) {
            return given == null ? "" : given.strip();
        }
    }

    public record ReadingLine(
            ReadingEntry.What what,
            Optional<Integer> overTeeth,
            Optional<Double> pinDiameterMm,
            Optional<Integer> mateToothCount,
            Instrument instrument,
            String typed,
            String readBy,
            OffsetDateTime readAt) {

        Reading reading() {
            return new ReadingEntry(
                            what,
                            overTeeth.orElse(null),
                            pinDiameterMm.orElse(null),
                            mateToothCount.orElse(null),
                            instrument,
                            null,
                            typed,
                            null)
                    .reading();
        }
    }

    /** The gear somebody said it is. */
    public record TakenGear(
            Identified.PitchView pitch,
            double module,
            int toothCount,
            double pressureAngleDeg,
            double addendumCoefficient,
            double clearanceCoefficient,
            double profileShiftCoefficient,
            double probability,
            String reason) {

        public CylindricalGear gear() {
            return CylindricalGear.spur(
                    module,
                    toothCount,
                    profileShiftCoefficient,
                    BasicRack.of(pressureAngleDeg, addendumCoefficient, clearanceCoefficient));
        }

        /** "0.5 module, 24 teeth". */
        public String words() {
            String size = new Pitch(Wire.parse(Pitch.System.class, pitch.system()), pitch.value()).words();
            return size + ", " + toothCount + " teeth, " + plain(pressureAngleDeg) + "°"
                    + (Math.abs(profileShiftCoefficient) < 0.05
                            ? ""
                            : String.format(Locale.ROOT, ", shift %+.2f", profileShiftCoefficient));
        }

        private static String plain(double value) {
            return new java.math.BigDecimal(value)
                    .round(new java.math.MathContext(5))
                    .stripTrailingZeros()
                    .toPlainString();
        }
    }

    /**
     * A job's gear as it stands.
     *
     * @param answer what the readings make it, when they make anything
     * @param noAnswer why there is no answer yet
     */
    public record GearRead(
            int version,
            String name,
            String toothCount,
            boolean worn,
            String bore,
            String faceWidth,
            List<ReadingLine> readings,
            Optional<Identified> answer,
            Optional<String> noAnswer,
            Optional<TakenGear> taken,
            Optional<String> takenWords) {}

    /** The open computation: readings in, candidates out. */
    public Identified identify(ToothCount toothCount, List<ReadingEntry> entries, boolean worn) {
        List<Reading> readings = parsed(entries);
        return Identified.of(GearReader.identify(toothCount, readings, worn), readings);
    }

    private static List<Reading> parsed(List<ReadingEntry> entries) {
        if (entries.size() > MOST_READINGS) {
            throw FieldProblem.of("readings", "At most " + MOST_READINGS + " readings are used; take the best");
        }
        List<Reading> readings = new ArrayList<>();
        List<FieldProblem.Field> wrong = new ArrayList<>();
        for (int i = 0; i < entries.size(); i++) {
            try {
                readings.add(entries.get(i).reading());
            } catch (IllegalArgumentException unusable) {
                wrong.add(new FieldProblem.Field("readings[" + i + "]", String.valueOf(unusable.getMessage())));
            }
        }
        if (!wrong.isEmpty()) {
            throw new FieldProblem(wrong);
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
        } catch (IllegalArgumentException unusable) {
            throw FieldProblem.of(field, String.valueOf(unusable.getMessage()));
        }
    }

    @Transactional(readOnly = true)
    public GearRead read(long jobId) {
        int version = jobs.job(jobId).gearVersion();
        ReadingStore.Saved saved = store.gear(jobId).orElse(ReadingStore.Saved.NOTHING);
        List<ReadingLine> lines = store.readings(jobId);
        Optional<Identified> answer = Optional.empty();
        Optional<String> noAnswer = Optional.empty();
        try {
            List<Reading> readings = lines.stream().map(ReadingLine::reading).toList();
            answer = Optional.of(Identified.of(
                    GearReader.identify(ToothCount.parse(saved.toothCount()), readings, saved.worn()), readings));
        } catch (IllegalArgumentException nothing) {
            noAnswer = Optional.ofNullable(nothing.getMessage());
        }
        return new GearRead(
                version,
                saved.name(),
                saved.toothCount(),
                saved.worn(),
                saved.bore(),
                saved.faceWidth(),
                lines,
                answer,
                noAnswer,
                saved.taken(),
                saved.taken().map(TakenGear::words));
    }

    @Transactional
    public GearRead save(Here here, long jobId, int version, GearEntry entry) {
        toothCount(entry.toothCountText());
        optionalLength("bore", entry.boreText());
        optionalLength("faceWidth", entry.faceWidthText());
        List<Reading> readings = parsed(entry.readings());
        if (entry.readings().stream().anyMatch(r -> r.typed() == null)) {
            throw FieldProblem.of("readings", "A job keeps readings as they were typed");
        }
        List<ReadingLine> before = store.readings(jobId);
        raiseVersion(jobId, version);
        store.save(
                here.shopId(),
                jobId,
                entry,
                here.personId(),
                clock.now(),
                readings.stream().map(Reading::valuesMm).toList());
        jobs.write(
                here,
                jobId,
                Step.READ,
                "Readings: " + (entry.toothCountText().isEmpty() ? "" : entry.toothCountText() + " teeth, ")
                        + summary(entry, readings),
                "",
                Optional.of(before),
                Optional.of(entry));
        return read(jobId);
    }

    private static String summary(GearEntry entry, List<Reading> readings) {
        List<String> parts = new ArrayList<>();
        for (int i = 0; i < readings.size(); i++) {
            parts.add(readings.get(i).what().words() + " "
                    + entry.readings().get(i).typed());
        }
        if (!entry.boreText().isEmpty()) {
            parts.add("bore " + entry.boreText());
        }
        if (!entry.faceWidthText().isEmpty()) {
            parts.add("face width " + entry.faceWidthText());
        }
        return String.join(", ", parts);
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
        GearRead now = read(jobId);
        if (now.version() != version) {
            throw new Stale(now);
        }
        Identified answer = now.answer()
                .orElseThrow(() -> new IllegalArgumentException(now.noAnswer().orElse("Nothing to go by yet")));
        if (choice < 0 || choice >= answer.candidates().size()) {
            throw FieldProblem.of("choice", "Pick one of the answers in the list");
        }
        if (choice > 0 && reason.isBlank()) {
            throw FieldProblem.of("reason", "Say why it is not the most probable one; the reason is kept");
        }
        Identified.CandidateView c = answer.candidates().get(choice);
        TakenGear gear = new TakenGear(
                c.pitch(),
                c.module(),
                c.toothCount(),
                c.pressureAngleDeg(),
                c.addendumCoefficient(),
                c.clearanceCoefficient(),
                Math.abs(c.profileShiftCoefficient()) < 0.03
                        ? 0
                        : Math.round(c.profileShiftCoefficient() * 1000) / 1000.0,
                c.probability(),
                reason.strip());
        raiseVersion(jobId, version);
        store.take(jobId, gear);
        jobs.markDone(jobId, Step.READ);
        jobs.write(
                here,
                jobId,
                Step.READ,
                "The gear is " + gear.words() + " (" + Math.round(100 * gear.probability()) + " %)",
                reason,
                now.taken(),
                Optional.of(gear));
        return read(jobId);
    }

    private void raiseVersion(long jobId, int expected) {
        jobs.job(jobId);
        if (!jobs.raiseGearVersion(jobId, expected)) {
            throw new Stale(read(jobId));
        }
    }

    /**
     * The gear to look for at the sellers or to draw.
     *
     * @param name what it is in the machine, empty when nobody said
     * @param words the gear in words
     */
    public record Wanted(String name, String words, GearNeed need) {}

    /** What is wanted, once a gear has been taken. Nothing is identified anew. */
    @Transactional(readOnly = true)
    public Wanted wanted(long jobId) {
        jobs.job(jobId);
        ReadingStore.Saved saved = store.gear(jobId).orElse(ReadingStore.Saved.NOTHING);
        TakenGear taken = saved.taken()
                .orElseThrow(() -> new IllegalArgumentException(
                        "Say first which gear it is: take one of the answers in the step Read"));
        return new Wanted(
                saved.name(),
                taken.words(),
                new GearNeed(
                        taken.gear(),
                        optionalLength("bore", saved.bore()),
                        optionalLength("faceWidth", saved.faceWidth())));
    }
}
