package app.gewerk.server.intake;

import static app.gewerk.server.db.Tables.CAUTION_TICK;
import static app.gewerk.server.db.Tables.ELECTRICAL_CHECK;
import static app.gewerk.server.db.Tables.JOB;
import static app.gewerk.server.db.Tables.JOB_HAZARD;
import static app.gewerk.server.db.Tables.PERSON;
import static app.gewerk.server.db.Tables.SERIAL_RULE;

import app.gewerk.core.Wire;
import app.gewerk.core.caution.Operation;
import app.gewerk.core.intake.ElectricalCheck;
import app.gewerk.core.intake.ElectricalCheck.Protection;
import app.gewerk.core.intake.ElectricalCheck.Readings;
import app.gewerk.core.intake.Estimate;
import app.gewerk.core.intake.SerialRule;
import app.gewerk.server.intake.IntakeService.KnownRule;
import app.gewerk.server.intake.IntakeService.RecordedCheck;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.StoredJson;
import app.gewerk.server.shop.StoredSay;
import java.time.OffsetDateTime;
import java.util.Arrays;
import java.util.Collection;
import java.util.EnumSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jooq.DSLContext;
import org.jooq.JSONB;
import org.springframework.stereotype.Repository;

@Repository
class IntakeStore {
    private final DSLContext sql;
    private final StoredJson json;

    IntakeStore(DSLContext sql, StoredJson json) {
        this.sql = sql;
        this.json = json;
    }

    record Tick(String caution, String by, OffsetDateTime at) {}

    /** What it was thought to come to, to be held against the bill. */
    void keepEstimate(Here here, long jobId, Estimate estimate) {
        sql.update(JOB)
                .set(JOB.ESTIMATED, estimate.likely())
                .set(JOB.ESTIMATED_MINUTES, estimate.minutes().likely())
                .where(JOB.SHOP_ID.eq(here.shopId()), JOB.ID.eq(jobId))
                .execute();
    }

    void setHazards(Here here, long jobId, Collection<String> hazards) {
        sql.deleteFrom(JOB_HAZARD)
                .where(JOB_HAZARD.SHOP_ID.eq(here.shopId()), JOB_HAZARD.JOB_ID.eq(jobId))
                .execute();
        for (String hazard : hazards) {
            sql.insertInto(JOB_HAZARD)
                    .set(JOB_HAZARD.SHOP_ID, here.shopId())
                    .set(JOB_HAZARD.JOB_ID, jobId)
                    .set(JOB_HAZARD.HAZARD, hazard)
                    .execute();
        }
    }

    Set<String> hazards(Here here, long jobId) {
        return new LinkedHashSet<>(sql.select(JOB_HAZARD.HAZARD)
                .from(JOB_HAZARD)
                .where(JOB_HAZARD.SHOP_ID.eq(here.shopId()), JOB_HAZARD.JOB_ID.eq(jobId))
                .orderBy(JOB_HAZARD.HAZARD)
                .fetch(r -> r.value1()));
    }

    Set<Operation> aboutTo(Here here, long jobId) {
        Set<Operation> operations = EnumSet.noneOf(Operation.class);
        sql.select(JOB.ABOUT_TO)
                .from(JOB)
                .where(JOB.SHOP_ID.eq(here.shopId()), JOB.ID.eq(jobId))
                .fetchOptional(r -> r.value1())
                .ifPresent(words -> Arrays.stream(words)
                        .map(w -> Wire.parse(Operation.class, w))
                        .forEach(operations::add));
        return operations;
    }

    void setAboutTo(Here here, long jobId, Set<Operation> operations) {
        sql.update(JOB)
                .set(JOB.ABOUT_TO, operations.stream().map(String::valueOf).toArray(String[]::new))
                .where(JOB.SHOP_ID.eq(here.shopId()), JOB.ID.eq(jobId))
                .execute();
    }

    List<Tick> ticks(Here here, long jobId) {
        return sql.select(CAUTION_TICK.CAUTION, PERSON.NAME, CAUTION_TICK.TICKED_AT)
                .from(CAUTION_TICK)
                .join(PERSON)
                .on(PERSON.SHOP_ID.eq(CAUTION_TICK.SHOP_ID), PERSON.ID.eq(CAUTION_TICK.TICKED_BY))
                .where(CAUTION_TICK.SHOP_ID.eq(here.shopId()), CAUTION_TICK.JOB_ID.eq(jobId))
                .fetch(r -> new Tick(r.value1(), r.value2(), r.value3()));
    }

    /** False when it was ticked before. */
    boolean tick(Here here, long jobId, String caution, OffsetDateTime now) {
        return sql.insertInto(CAUTION_TICK)
                        .set(CAUTION_TICK.JOB_ID, jobId)
                        .set(CAUTION_TICK.SHOP_ID, here.shopId())
                        .set(CAUTION_TICK.CAUTION, caution)
                        .set(CAUTION_TICK.TICKED_BY, here.personId())
                        .set(CAUTION_TICK.TICKED_AT, now)
                        .onConflictDoNothing()
                        .execute()
                == 1;
    }

    void addCheck(
            Here here,
            long jobId,
            Readings read,
            String instrument,
            ElectricalCheck result,
            Optional<String> testedBy,
            OffsetDateTime now) {
        sql.insertInto(ELECTRICAL_CHECK)
                .set(ELECTRICAL_CHECK.JOB_ID, jobId)
                .set(ELECTRICAL_CHECK.SHOP_ID, here.shopId())
                .set(ELECTRICAL_CHECK.PROTECTION, read.protection().toString())
                .set(ELECTRICAL_CHECK.CORD_SOUND, read.cordSound())
                .set(ELECTRICAL_CHECK.PLUG_SOUND, read.plugSound())
                .set(ELECTRICAL_CHECK.EARTH_PIN_SOUND, read.earthPinSound())
                .set(ELECTRICAL_CHECK.CORD_LENGTH_M, read.cordLengthM().orElse(null))
                .set(ELECTRICAL_CHECK.EARTH_OHM, read.earthOhm().orElse(null))
                .set(ELECTRICAL_CHECK.INSULATION_MEGOHM, read.insulationMegohm().orElse(null))
                .set(ELECTRICAL_CHECK.INSTRUMENT, instrument)
                .set(ELECTRICAL_CHECK.SAFE_TO_POWER, result.safeToPower())
                .set(ELECTRICAL_CHECK.FINDINGS, JSONB.valueOf(json.written(StoredSay.All.of(result.findings()))))
                .set(ELECTRICAL_CHECK.BEFORE_RETURN, testedBy.isPresent())
                .set(ELECTRICAL_CHECK.TESTED_BY, testedBy.orElse(""))
                .set(ELECTRICAL_CHECK.CHECKED_BY, here.personId())
                .set(ELECTRICAL_CHECK.CHECKED_AT, now)
                .execute();
    }

    List<RecordedCheck> electricalChecks(Here here, long jobId) {
        return sql.select(ELECTRICAL_CHECK.asterisk(), PERSON.NAME)
                .from(ELECTRICAL_CHECK)
                .join(PERSON)
                .on(PERSON.SHOP_ID.eq(ELECTRICAL_CHECK.SHOP_ID), PERSON.ID.eq(ELECTRICAL_CHECK.CHECKED_BY))
                .where(ELECTRICAL_CHECK.SHOP_ID.eq(here.shopId()), ELECTRICAL_CHECK.JOB_ID.eq(jobId))
                .orderBy(ELECTRICAL_CHECK.ID)
                .fetch(r -> new RecordedCheck(
                        new Readings(
                                Wire.parse(Protection.class, r.get(ELECTRICAL_CHECK.PROTECTION)),
                                r.get(ELECTRICAL_CHECK.CORD_SOUND),
                                r.get(ELECTRICAL_CHECK.PLUG_SOUND),
                                r.get(ELECTRICAL_CHECK.EARTH_PIN_SOUND),
                                Optional.ofNullable(r.get(ELECTRICAL_CHECK.CORD_LENGTH_M)),
                                Optional.ofNullable(r.get(ELECTRICAL_CHECK.EARTH_OHM)),
                                Optional.ofNullable(r.get(ELECTRICAL_CHECK.INSULATION_MEGOHM))),
                        r.get(ELECTRICAL_CHECK.INSTRUMENT),
                        new ElectricalCheck(
                                r.get(ELECTRICAL_CHECK.SAFE_TO_POWER),
                                json.read(r.get(ELECTRICAL_CHECK.FINDINGS).data(), StoredSay.All.class)
                                        .told()),
                        Optional.of(r.get(ELECTRICAL_CHECK.TESTED_BY))
                                .filter(who -> r.get(ELECTRICAL_CHECK.BEFORE_RETURN)),
                        r.get(PERSON.NAME),
                        r.get(ELECTRICAL_CHECK.CHECKED_AT)));
    }

    List<KnownRule> serialRules(Here here) {
        return sql.select(SERIAL_RULE.ID, SERIAL_RULE.MAKER, SERIAL_RULE.PATTERN, SERIAL_RULE.YEARS_FROM)
                .from(SERIAL_RULE)
                .where(SERIAL_RULE.SHOP_ID.eq(here.shopId()))
                .orderBy(SERIAL_RULE.MAKER, SERIAL_RULE.ID)
                .fetch(r -> new KnownRule(r.value1(), new SerialRule(r.value2(), r.value3(), r.value4())));
    }

    void addRule(Here here, SerialRule rule, OffsetDateTime now) {
        sql.insertInto(SERIAL_RULE)
                .set(SERIAL_RULE.SHOP_ID, here.shopId())
                .set(SERIAL_RULE.MAKER, rule.maker().strip())
                .set(SERIAL_RULE.PATTERN, rule.pattern())
                .set(SERIAL_RULE.YEARS_FROM, rule.yearsFrom())
                .set(SERIAL_RULE.ENTERED_BY, here.personId())
                .set(SERIAL_RULE.ENTERED_AT, now)
                .onConflict(SERIAL_RULE.SHOP_ID, SERIAL_RULE.MAKER, SERIAL_RULE.PATTERN)
                .doUpdate()
                .set(SERIAL_RULE.YEARS_FROM, rule.yearsFrom())
                .execute();
    }

    void removeRule(Here here, long id) {
        sql.deleteFrom(SERIAL_RULE)
                .where(SERIAL_RULE.SHOP_ID.eq(here.shopId()), SERIAL_RULE.ID.eq(id))
                .execute();
    }
}
