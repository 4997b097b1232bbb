package app.gewerk.server.diagnosis;

import static app.gewerk.server.db.Tables.JOB_OBSERVATION;

import app.gewerk.core.Wire;
import app.gewerk.core.diagnosis.Answer;
import java.util.LinkedHashMap;
import java.util.Map;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;

@Repository
class DiagnosisStore {
    private final DSLContext sql;

    DiagnosisStore(DSLContext sql) {
        this.sql = sql;
    }

    Map<String, Answer> answers(long jobId) {
        Map<String, Answer> answers = new LinkedHashMap<>();
        sql.select(JOB_OBSERVATION.CODE, JOB_OBSERVATION.ANSWER)
                .from(JOB_OBSERVATION)
                .where(JOB_OBSERVATION.JOB_ID.eq(jobId))
                .orderBy(JOB_OBSERVATION.CODE)
                .forEach(r -> answers.put(r.value1(), Wire.parse(Answer.class, r.value2())));
        return answers;
    }

    void replace(long shopId, long jobId, Map<String, Answer> answers) {
        sql.deleteFrom(JOB_OBSERVATION).where(JOB_OBSERVATION.JOB_ID.eq(jobId)).execute();
        var insert = sql.insertInto(
                JOB_OBSERVATION,
                JOB_OBSERVATION.SHOP_ID,
                JOB_OBSERVATION.JOB_ID,
                JOB_OBSERVATION.CODE,
                JOB_OBSERVATION.ANSWER);
        answers.forEach((code, answer) -> insert.values(shopId, jobId, code, answer.toString()));
        if (!answers.isEmpty()) {
            insert.execute();
        }
    }
}
