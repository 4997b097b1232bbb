package app.gewerk.server.diagnosis;

import static app.gewerk.server.db.Tables.CLAIM;
import static app.gewerk.server.db.Tables.JOB_CULPRIT;
import static app.gewerk.server.db.Tables.JOB_OBSERVATION;
import static app.gewerk.server.db.Tables.JOB_RHYTHM;
import static app.gewerk.server.db.Tables.PERSON;

import app.gewerk.core.Wire;
import app.gewerk.core.device.HowWell;
import app.gewerk.core.diagnosis.Answer;
import app.gewerk.core.diagnosis.Diagnosis;
import app.gewerk.core.diagnosis.Rhythm;
import app.gewerk.core.words.Say;
import app.gewerk.server.diagnosis.DiagnosisService.Culprit;
import app.gewerk.server.diagnosis.DiagnosisService.TappedRhythm;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.StoredJson;
import java.time.OffsetDateTime;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jooq.DSLContext;
import org.jooq.JSONB;
import org.springframework.stereotype.Repository;

@Repository
class DiagnosisStore {
    private final DSLContext sql;
    private final StoredJson json;

    DiagnosisStore(DSLContext sql, StoredJson json) {
        this.sql = sql;
        this.json = json;
    }

    Map<String, Answer> answers(Here here, long jobId) {
        Map<String, Answer> answers = new LinkedHashMap<>();
        sql.select(JOB_OBSERVATION.CODE, JOB_OBSERVATION.ANSWER)
                .from(JOB_OBSERVATION)
                .where(JOB_OBSERVATION.SHOP_ID.eq(here.shopId()), JOB_OBSERVATION.JOB_ID.eq(jobId))
                .orderBy(JOB_OBSERVATION.CODE)
                .forEach(r -> answers.put(r.value1(), Wire.parse(Answer.class, r.value2())));
        return answers;
    }

    void replace(Here here, long jobId, Map<String, Answer> answers) {
        sql.deleteFrom(JOB_OBSERVATION)
                .where(JOB_OBSERVATION.SHOP_ID.eq(here.shopId()), JOB_OBSERVATION.JOB_ID.eq(jobId))
                .execute();
        var insert = sql.insertInto(
                JOB_OBSERVATION,
                JOB_OBSERVATION.SHOP_ID,
                JOB_OBSERVATION.JOB_ID,
                JOB_OBSERVATION.CODE,
                JOB_OBSERVATION.ANSWER);
        answers.forEach((code, answer) -> insert.values(here.shopId(), jobId, code, answer.toString()));
        if (!answers.isEmpty()) {
            insert.execute();
        }
    }

    List<Culprit> culprits(Here here, long jobId) {
        return sql.select(JOB_CULPRIT.FAULT, JOB_CULPRIT.WORDS, JOB_CULPRIT.WHY, PERSON.NAME, JOB_CULPRIT.STATED_AT)
                .from(JOB_CULPRIT)
                .join(PERSON)
                .on(PERSON.SHOP_ID.eq(JOB_CULPRIT.SHOP_ID), PERSON.ID.eq(JOB_CULPRIT.STATED_BY))
                .where(JOB_CULPRIT.SHOP_ID.eq(here.shopId()), JOB_CULPRIT.JOB_ID.eq(jobId))
                .orderBy(JOB_CULPRIT.STATED_AT, JOB_CULPRIT.FAULT)
                .fetch(r -> new Culprit(r.value1(), json.told(r.value2().data()), r.value3(), r.value4(), r.value5()));
    }

    void addCulprit(Here here, long jobId, String fault, Say words, String why, OffsetDateTime now) {
        sql.insertInto(JOB_CULPRIT)
                .set(JOB_CULPRIT.JOB_ID, jobId)
                .set(JOB_CULPRIT.SHOP_ID, here.shopId())
                .set(JOB_CULPRIT.FAULT, fault)
                .set(JOB_CULPRIT.WORDS, JSONB.valueOf(json.written(words)))
                .set(JOB_CULPRIT.WHY, why)
                .set(JOB_CULPRIT.STATED_BY, here.personId())
                .set(JOB_CULPRIT.STATED_AT, now)
                .onConflict(JOB_CULPRIT.SHOP_ID, JOB_CULPRIT.JOB_ID, JOB_CULPRIT.FAULT)
                .doUpdate()
                .set(JOB_CULPRIT.WHY, why)
                .set(JOB_CULPRIT.STATED_BY, here.personId())
                .set(JOB_CULPRIT.STATED_AT, now)
                .execute();
    }

    /** What was claimed first stays. */
    void keepClaim(Here here, long jobId, List<Diagnosis.Likely> shown, OffsetDateTime now) {
        sql.insertInto(CLAIM)
                .set(CLAIM.SHOP_ID, here.shopId())
                .set(CLAIM.JOB_ID, jobId)
                .set(CLAIM.SHARES, JSONB.valueOf(json.written(StoredClaim.of(shown))))
                .set(CLAIM.CLAIMED_AT, now)
                .set(CLAIM.TOLD_BY, here.personId())
                .onConflictDoNothing()
                .execute();
    }

    Map<Long, List<HowWell.Claimed>> claims(Here here, Collection<Long> jobIds) {
        return sql.select(CLAIM.JOB_ID, CLAIM.SHARES)
                .from(CLAIM)
                .where(CLAIM.SHOP_ID.eq(here.shopId()), CLAIM.JOB_ID.in(jobIds))
                .fetchMap(
                        r -> r.value1(),
                        r -> json.read(r.value2().data(), StoredClaim.class).claimed());
    }

    void removeCulprit(Here here, long jobId, String fault) {
        sql.deleteFrom(JOB_CULPRIT)
                .where(JOB_CULPRIT.SHOP_ID.eq(here.shopId()), JOB_CULPRIT.JOB_ID.eq(jobId), JOB_CULPRIT.FAULT.eq(fault))
                .execute();
    }

    void addRhythm(
            Here here,
            long jobId,
            String what,
            List<Double> tapMs,
            Optional<Integer> skips,
            Optional<Double> turns,
            OffsetDateTime now) {
        sql.insertInto(JOB_RHYTHM)
                .set(JOB_RHYTHM.JOB_ID, jobId)
                .set(JOB_RHYTHM.SHOP_ID, here.shopId())
                .set(JOB_RHYTHM.WHAT, what)
                .set(JOB_RHYTHM.TAP_MS, tapMs.toArray(Double[]::new))
                .set(JOB_RHYTHM.SKIPS, skips.orElse(null))
                .set(JOB_RHYTHM.OUTPUT_TURNS, turns.orElse(null))
                .set(JOB_RHYTHM.TAPPED_BY, here.personId())
                .set(JOB_RHYTHM.TAPPED_AT, now)
                .execute();
    }

    List<TappedRhythm> rhythms(Here here, long jobId) {
        return sql
                .select(
                        JOB_RHYTHM.ID,
                        JOB_RHYTHM.WHAT,
                        JOB_RHYTHM.TAP_MS,
                        JOB_RHYTHM.SKIPS,
                        JOB_RHYTHM.OUTPUT_TURNS,
                        PERSON.NAME)
                .from(JOB_RHYTHM)
                .join(PERSON)
                .on(PERSON.SHOP_ID.eq(JOB_RHYTHM.SHOP_ID), PERSON.ID.eq(JOB_RHYTHM.TAPPED_BY))
                .where(JOB_RHYTHM.SHOP_ID.eq(here.shopId()), JOB_RHYTHM.JOB_ID.eq(jobId))
                .orderBy(JOB_RHYTHM.ID)
                .fetch()
                .stream()
                // Times that no hand can tap were taken once; they are not shown.
                .filter(r -> Rhythm.canBeTapped(List.of(r.value3())))
                .map(r -> new TappedRhythm(
                        r.value1(),
                        r.value2(),
                        Rhythm.of(List.of(r.value3())),
                        Optional.ofNullable(r.value4()),
                        Optional.ofNullable(r.value5()),
                        r.value6()))
                .toList();
    }
}
