package app.gewerk.server.reading;

import static app.gewerk.server.db.Tables.DECISION;
import static app.gewerk.server.db.Tables.GEAR_READING;
import static app.gewerk.server.db.Tables.JOB;
import static app.gewerk.server.db.Tables.JOB_GEAR;
import static app.gewerk.server.db.Tables.MONTH_CHANGED;
import static app.gewerk.server.db.Tables.PERSON;
import static org.jooq.impl.DSL.any;
import static org.jooq.impl.DSL.coalesce;
import static org.jooq.impl.DSL.field;
import static org.jooq.impl.DSL.inline;
import static org.jooq.impl.DSL.select;
import static org.jooq.impl.DSL.sum;

import app.gewerk.core.Wire;
import app.gewerk.core.gear.GearKind;
import app.gewerk.core.job.Place;
import app.gewerk.core.job.Step;
import app.gewerk.core.job.Way;
import app.gewerk.core.reading.Instrument;
import app.gewerk.core.reading.Reading;
import app.gewerk.core.reading.ReadingKind;
import app.gewerk.server.db.tables.records.GearReadingRecord;
import app.gewerk.server.db.tables.records.JobGearRecord;
import app.gewerk.server.reading.ReadingService.MateRead;
import app.gewerk.server.shop.Here;
import java.math.BigDecimal;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jooq.DSLContext;
import org.jooq.Record;
import org.springframework.stereotype.Repository;

@Repository
class ReadingStore {
    private final DSLContext sql;

    ReadingStore(DSLContext sql) {
        this.sql = sql;
    }

    record Saved(
            GearKind kind,
            String name,
            String toothCount,
            boolean worn,
            boolean swollen,
            String hand,
            String bore,
            String faceWidth,
            MateRead mate,
            Optional<TakenGear> taken) {
        static final Saved NOTHING = new Saved(
                GearKind.EXTERNAL,
                "",
                "",
                false,
                false,
                "",
                "",
                "",
                new MateRead(GearKind.EXTERNAL, "", false),
                Optional.empty());
    }

    /**
     * A reading to be written: as it was entered and as it was understood.
     *
     * @param entry with its instrument and unit said
     */
    record NewReading(ReadingEntry entry, Reading reading, boolean ofMate) {
        boolean sameAs(ReadingLine line) {
            return line.ofMate() == ofMate && line.entry().equals(entry);
        }
    }

    Optional<Saved> gear(Here here, long jobId) {
        return sql.selectFrom(JOB_GEAR)
                .where(JOB_GEAR.SHOP_ID.eq(here.shopId()), JOB_GEAR.JOB_ID.eq(jobId))
                .fetchOptional(ReadingStore::saved);
    }

    private static Saved saved(JobGearRecord r) {
        return new Saved(
                Wire.parse(GearKind.class, r.getKind()),
                r.getName(),
                r.getToothCountTyped(),
                r.getWorn(),
                r.getSwollen(),
                r.getHand(),
                r.getBoreTyped(),
                r.getFaceWidthTyped(),
                new MateRead(Wire.parse(GearKind.class, r.getMateKind()), r.getMateToothCountTyped(), r.getMateWorn()),
                r.getIdentified() ? Optional.of(taken(r)) : Optional.empty());
    }

    private static TakenGear taken(JobGearRecord r) {
        return new TakenGear(
                Wire.parse(GearKind.class, r.getTakenKind()),
                new Identified.PitchView(r.getPitchSystem(), r.getPitchValue()),
                r.getModuleMm(),
                r.getToothCount(),
                r.getPressureAngleDeg(),
                r.getAddendumCoefficient(),
                r.getClearanceCoefficient(),
                r.getProfileShiftCoefficient(),
                r.getAngleDeg(),
                r.getTakenHand(),
                r.getProbability(),
                r.getTakenReason());
    }

    /** Everybody's, those of one person together as they were entered. */
    List<ReadingLine> readings(Here here, long jobId) {
        return readings(here.shopId(), List.of(jobId)).getOrDefault(jobId, List.of());
    }

    /** By job, likewise. */
    Map<Long, List<ReadingLine>> readings(long shopId, Collection<Long> jobIds) {
        return sql.select(GEAR_READING.asterisk(), PERSON.NAME)
                .from(GEAR_READING)
                .join(PERSON)
                .on(PERSON.SHOP_ID.eq(GEAR_READING.SHOP_ID), PERSON.ID.eq(GEAR_READING.READ_BY))
                .where(GEAR_READING.SHOP_ID.eq(shopId), GEAR_READING.JOB_ID.eq(any(jobIds.toArray(Long[]::new))))
                .orderBy(GEAR_READING.READ_BY, GEAR_READING.POSITION)
                .fetchGroups(r -> r.get(GEAR_READING.JOB_ID), ReadingStore::line);
    }

    private static ReadingLine line(Record r) {
        return new ReadingLine(
                r.get(GEAR_READING.ID),
                Wire.parse(ReadingKind.class, r.get(GEAR_READING.WHAT)),
                Optional.ofNullable(r.get(GEAR_READING.PARAMETER)),
                Wire.parse(Instrument.class, r.get(GEAR_READING.INSTRUMENT)),
                r.get(GEAR_READING.TYPED),
                r.get(GEAR_READING.UNIT),
                r.get(GEAR_READING.ZERO_ERROR),
                r.get(GEAR_READING.OF_MATE),
                r.get(GEAR_READING.LEFT_OUT),
                r.get(GEAR_READING.READ_BY),
                r.get(PERSON.NAME),
                r.get(GEAR_READING.READ_AT));
    }

    /** Grows with every change to what went out. */
    long changesOfWhatWentOut(long shopId) {
        return sql.select(coalesce(sum(MONTH_CHANGED.CHANGES), inline(BigDecimal.ZERO)))
                .from(MONTH_CHANGED)
                .where(MONTH_CHANGED.SHOP_ID.eq(shopId))
                .fetchSingle()
                .value1()
                .longValue();
    }

    /** A job whose gear was made or bought as it was read, ran, and went out. */
    record Proven(long jobId, int version, Saved saved) {}

    /**
     * The newest of the newest that went out.
     *
     * @param most of so many at most
     * @param lookedThrough that went out last
     */
    List<Proven> proven(long shopId, int most, int lookedThrough) {
        var out = sql.select(JOB.ID, JOB.GEAR_VERSION, JOB.STEPS_DONE, JOB.MOVED_AT)
                .from(JOB)
                .where(JOB.SHOP_ID.eq(shopId), JOB.PLACE.eq(inline(Place.PUT_AWAY.toString())))
                .orderBy(JOB.MOVED_AT.desc())
                .limit(lookedThrough)
                .asTable("went_out");
        var decidedLast = field(select(DECISION.WAY)
                .from(DECISION)
                .where(DECISION.SHOP_ID.eq(shopId), DECISION.JOB_ID.eq(out.field(JOB.ID)))
                .orderBy(DECISION.ID.desc())
                .limit(1));
        return sql.select(out.field(JOB.ID), out.field(JOB.GEAR_VERSION), JOB_GEAR)
                .from(out)
                .join(JOB_GEAR)
                .on(JOB_GEAR.SHOP_ID.eq(shopId), JOB_GEAR.JOB_ID.eq(out.field(JOB.ID)))
                .where(
                        JOB_GEAR.IDENTIFIED.isTrue(),
                        inline(Step.PROVE.toString()).eq(any(out.field(JOB.STEPS_DONE))),
                        decidedLast.in(Arrays.stream(Way.values())
                                .filter(Way::triesTheReading)
                                .map(Way::toString)
                                .toList()))
                .orderBy(out.field(JOB.MOVED_AT).desc())
                .limit(most)
                .fetch(r -> new Proven(r.value1(), r.value2(), saved(r.value3())));
    }

    /** @param before what was saved: a reading entered again unchanged keeps its time */
    void save(
            Here here,
            long jobId,
            GearEntry entry,
            OffsetDateTime now,
            List<NewReading> own,
            List<ReadingLine> before) {
        JobGearRecord gear = sql.newRecord(JOB_GEAR);
        gear.setShopId(here.shopId());
        gear.setJobId(jobId);
        gear.setKind(Wire.word(entry.kindOrExternal()));
        gear.setName(entry.nameText());
        gear.setToothCountTyped(entry.toothCountText());
        gear.setWorn(entry.looksWorn());
        gear.setSwollen(Boolean.TRUE.equals(entry.swollen()));
        gear.setHand(entry.handText());
        gear.setBoreTyped(entry.boreText());
        gear.setFaceWidthTyped(entry.faceWidthText());
        gear.setMateKind(Wire.word(entry.mateEntry().kindOrExternal()));
        gear.setMateToothCountTyped(entry.mateEntry().toothCountText());
        gear.setMateWorn(Boolean.TRUE.equals(entry.mateEntry().worn()));
        sql.insertInto(JOB_GEAR)
                .set(gear)
                .onConflict(JOB_GEAR.SHOP_ID, JOB_GEAR.JOB_ID)
                .doUpdate()
                .set(gear)
                .execute();
        sql.deleteFrom(GEAR_READING)
                .where(
                        GEAR_READING.SHOP_ID.eq(here.shopId()),
                        GEAR_READING.JOB_ID.eq(jobId),
                        GEAR_READING.READ_BY.eq(here.personId()))
                .execute();
        sql.update(GEAR_READING)
                .set(GEAR_READING.LEFT_OUT, GEAR_READING.ID.in(entry.leftOutIds()))
                .where(GEAR_READING.SHOP_ID.eq(here.shopId()), GEAR_READING.JOB_ID.eq(jobId))
                .execute();
        List<GearReadingRecord> rows = new ArrayList<>();
        for (int i = 0; i < own.size(); i++) {
            NewReading reading = own.get(i);
            GearReadingRecord row = sql.newRecord(GEAR_READING);
            row.setShopId(here.shopId());
            row.setJobId(jobId);
            row.setPosition(i);
            row.setWhat(reading.entry().what().toString());
            row.setParameter(reading.entry().parameter());
            row.setInstrument(
                    Objects.requireNonNull(reading.entry().instrument()).toString());
            row.setTyped(Objects.requireNonNull(reading.entry().typed()));
            row.setUnit(Objects.requireNonNull(reading.entry().unit()));
            row.setZeroError(Objects.requireNonNullElse(reading.entry().zeroError(), 0.0));
            row.setOfMate(reading.ofMate());
            row.setValuesRead(reading.reading().values().toArray(new Double[0]));
            row.setReadBy(here.personId());
            row.setReadAt(before.stream()
                    .filter(line -> line.readById() == here.personId() && reading.sameAs(line))
                    .findFirst()
                    .map(ReadingLine::readAt)
                    .orElse(now));
            rows.add(row);
        }
        sql.batchInsert(rows).execute();
    }

    void take(Here here, long jobId, TakenGear gear) {
        sql.update(JOB_GEAR)
                .set(JOB_GEAR.IDENTIFIED, true)
                .set(JOB_GEAR.PITCH_SYSTEM, gear.pitch().system())
                .set(JOB_GEAR.PITCH_VALUE, gear.pitch().value())
                .set(JOB_GEAR.MODULE_MM, gear.module())
                .set(JOB_GEAR.TOOTH_COUNT, gear.toothCount())
                .set(JOB_GEAR.PRESSURE_ANGLE_DEG, gear.pressureAngleDeg())
                .set(JOB_GEAR.ADDENDUM_COEFFICIENT, gear.addendumCoefficient())
                .set(JOB_GEAR.CLEARANCE_COEFFICIENT, gear.clearanceCoefficient())
                .set(JOB_GEAR.PROFILE_SHIFT_COEFFICIENT, gear.profileShiftCoefficient())
                .set(JOB_GEAR.TAKEN_KIND, Wire.word(gear.kind()))
                .set(JOB_GEAR.TAKEN_HAND, gear.hand())
                .set(JOB_GEAR.ANGLE_DEG, gear.angleDeg())
                .set(JOB_GEAR.PROBABILITY, gear.probability())
                .set(JOB_GEAR.TAKEN_REASON, gear.reason())
                .where(JOB_GEAR.SHOP_ID.eq(here.shopId()), JOB_GEAR.JOB_ID.eq(jobId))
                .execute();
    }
}
