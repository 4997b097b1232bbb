package app.gewerk.server.reading;

import static app.gewerk.server.db.Tables.GEAR_READING;
import static app.gewerk.server.db.Tables.JOB_GEAR;
import static app.gewerk.server.db.Tables.PERSON;

import app.gewerk.core.Wire;
import app.gewerk.core.reading.Instrument;
import app.gewerk.server.db.tables.records.JobGearRecord;
import app.gewerk.server.reading.ReadingService.GearEntry;
import app.gewerk.server.reading.ReadingService.ReadingLine;
import app.gewerk.server.reading.ReadingService.TakenGear;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;

@Repository
class ReadingStore {
    private final DSLContext sql;

    ReadingStore(DSLContext sql) {
        this.sql = sql;
    }

    record Saved(
            String name, String toothCount, boolean worn, String bore, String faceWidth, Optional<TakenGear> taken) {
        static final Saved NOTHING = new Saved("", "", false, "", "", Optional.empty());
    }

    Optional<Saved> gear(long jobId) {
        return sql.selectFrom(JOB_GEAR)
                .where(JOB_GEAR.JOB_ID.eq(jobId))
                .fetchOptional(r -> new Saved(
                        r.getName(),
                        r.getToothCountTyped(),
                        r.getWorn(),
                        r.getBoreTyped(),
                        r.getFaceWidthTyped(),
                        r.getIdentified() ? Optional.of(taken(r)) : Optional.empty()));
    }

    private static TakenGear taken(JobGearRecord r) {
        return new TakenGear(
                new Identified.PitchView(r.getPitchSystem(), r.getPitchValue()),
                r.getModuleMm(),
                r.getToothCount(),
                r.getPressureAngleDeg(),
                r.getAddendumCoefficient(),
                r.getClearanceCoefficient(),
                r.getProfileShiftCoefficient(),
                r.getProbability(),
                r.getTakenReason());
    }

    List<ReadingLine> readings(long jobId) {
        return sql.select(GEAR_READING.asterisk(), PERSON.NAME)
                .from(GEAR_READING)
                .join(PERSON)
                .on(PERSON.ID.eq(GEAR_READING.READ_BY))
                .where(GEAR_READING.JOB_ID.eq(jobId))
                .orderBy(GEAR_READING.POSITION)
                .fetch(r -> new ReadingLine(
                        Wire.parse(ReadingEntry.What.class, r.get(GEAR_READING.WHAT)),
                        Optional.ofNullable(r.get(GEAR_READING.OVER_TEETH)),
                        Optional.ofNullable(r.get(GEAR_READING.PIN_DIAMETER_MM)),
                        Optional.ofNullable(r.get(GEAR_READING.MATE_TOOTH_COUNT)),
                        Wire.parse(Instrument.class, r.get(GEAR_READING.INSTRUMENT)),
                        r.get(GEAR_READING.TYPED),
                        r.get(PERSON.NAME),
                        r.get(GEAR_READING.READ_AT)));
    }

    void save(
            long shopId, long jobId, GearEntry entry, long personId, OffsetDateTime now, List<List<Double>> valuesMm) {
        sql.insertInto(JOB_GEAR)
                .set(JOB_GEAR.SHOP_ID, shopId)
                .set(JOB_GEAR.JOB_ID, jobId)
                .set(JOB_GEAR.NAME, entry.nameText())
                .set(JOB_GEAR.TOOTH_COUNT_TYPED, entry.toothCountText())
                .set(JOB_GEAR.WORN, entry.worn())
                .set(JOB_GEAR.BORE_TYPED, entry.boreText())
                .set(JOB_GEAR.FACE_WIDTH_TYPED, entry.faceWidthText())
                .onConflict(JOB_GEAR.JOB_ID)
                .doUpdate()
                .set(JOB_GEAR.NAME, entry.nameText())
                .set(JOB_GEAR.TOOTH_COUNT_TYPED, entry.toothCountText())
                .set(JOB_GEAR.WORN, entry.worn())
                .set(JOB_GEAR.BORE_TYPED, entry.boreText())
                .set(JOB_GEAR.FACE_WIDTH_TYPED, entry.faceWidthText())
                .execute();
        sql.deleteFrom(GEAR_READING).where(GEAR_READING.JOB_ID.eq(jobId)).execute();
        if (entry.readings().isEmpty()) {
            return;
        }
        var insert = sql.insertInto(
                GEAR_READING,
                GEAR_READING.SHOP_ID,
                GEAR_READING.JOB_ID,
                GEAR_READING.POSITION,
                GEAR_READING.WHAT,
                GEAR_READING.OVER_TEETH,
                GEAR_READING.PIN_DIAMETER_MM,
                GEAR_READING.MATE_TOOTH_COUNT,
                GEAR_READING.INSTRUMENT,
                GEAR_READING.TYPED,
                GEAR_READING.VALUES_MM,
                GEAR_READING.READ_BY,
                GEAR_READING.READ_AT);
        for (int i = 0; i < entry.readings().size(); i++) {
            ReadingEntry reading = entry.readings().get(i);
            insert.values(
                    shopId,
                    jobId,
                    i,
                    reading.what().toString(),
                    reading.overTeeth(),
                    reading.pinDiameterMm(),
                    reading.mateToothCount(),
                    reading.reading().instrument().toString(),
                    reading.typed(),
                    valuesMm.get(i).toArray(new Double[0]),
                    personId,
                    now);
        }
        insert.execute();
    }

    void take(long jobId, TakenGear gear) {
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
                .set(JOB_GEAR.PROBABILITY, gear.probability())
                .set(JOB_GEAR.TAKEN_REASON, gear.reason())
                .where(JOB_GEAR.JOB_ID.eq(jobId))
                .execute();
    }
}
