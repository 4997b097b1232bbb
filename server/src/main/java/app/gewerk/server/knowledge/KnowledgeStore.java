package app.gewerk.server.knowledge;

import static app.gewerk.server.db.Tables.KNOWLEDGE_CHANGE;
import static app.gewerk.server.db.Tables.PERSON;

import app.gewerk.core.knowledge.Knowledge.Change;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.StoredJson;
import java.time.OffsetDateTime;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jooq.DSLContext;
import org.jooq.JSONB;
import org.springframework.stereotype.Repository;

@Repository
class KnowledgeStore {
    private final DSLContext sql;
    private final StoredJson json;

    KnowledgeStore(DSLContext sql, StoredJson json) {
        this.sql = sql;
        this.json = json;
    }

    /** How often anything was changed: grows with every change. */
    int changes(long shopId) {
        return sql.fetchCount(KNOWLEDGE_CHANGE, KNOWLEDGE_CHANGE.SHOP_ID.eq(shopId));
    }

    /** What holds now of every row that was ever changed. */
    List<Change> inForce(long shopId) {
        return sql.select(KNOWLEDGE_CHANGE.FILE, KNOWLEDGE_CHANGE.ROW_KEY, KNOWLEDGE_CHANGE.CELLS)
                .distinctOn(KNOWLEDGE_CHANGE.FILE, KNOWLEDGE_CHANGE.ROW_KEY)
                .from(KNOWLEDGE_CHANGE)
                .where(KNOWLEDGE_CHANGE.SHOP_ID.eq(shopId))
                .orderBy(KNOWLEDGE_CHANGE.FILE, KNOWLEDGE_CHANGE.ROW_KEY, KNOWLEDGE_CHANGE.VERSION.desc())
                .fetch(r -> new Change(
                        r.value1(),
                        r.value2(),
                        json.read(r.value3().data(), StoredCells.class).all()));
    }

    /** Who changed a row last, and why. */
    record Last(int version, String by, OffsetDateTime at, String why) {}

    /** By row, of the rows of a file that were ever changed. */
    Map<String, Last> last(Here here, String file) {
        Map<String, Last> last = new LinkedHashMap<>();
        sql.select(
                        KNOWLEDGE_CHANGE.ROW_KEY,
                        KNOWLEDGE_CHANGE.VERSION,
                        PERSON.NAME,
                        KNOWLEDGE_CHANGE.CHANGED_AT,
                        KNOWLEDGE_CHANGE.WHY)
                .distinctOn(KNOWLEDGE_CHANGE.ROW_KEY)
                .from(KNOWLEDGE_CHANGE)
                .join(PERSON)
                .on(PERSON.SHOP_ID.eq(KNOWLEDGE_CHANGE.SHOP_ID), PERSON.ID.eq(KNOWLEDGE_CHANGE.CHANGED_BY))
                .where(KNOWLEDGE_CHANGE.SHOP_ID.eq(here.shopId()), KNOWLEDGE_CHANGE.FILE.eq(file))
                .orderBy(KNOWLEDGE_CHANGE.ROW_KEY, KNOWLEDGE_CHANGE.VERSION.desc())
                .forEach(r -> last.put(r.value1(), new Last(r.value2(), r.value3(), r.value4(), r.value5())));
        return last;
    }

    /** False when somebody changed the row in between. */
    boolean add(Here here, Change change, int version, String why, OffsetDateTime now) {
        return sql.insertInto(KNOWLEDGE_CHANGE)
                        .set(KNOWLEDGE_CHANGE.SHOP_ID, here.shopId())
                        .set(KNOWLEDGE_CHANGE.FILE, change.file())
                        .set(KNOWLEDGE_CHANGE.ROW_KEY, change.row())
                        .set(KNOWLEDGE_CHANGE.VERSION, version + 1)
                        .set(KNOWLEDGE_CHANGE.CELLS, JSONB.valueOf(json.written(StoredCells.of(change.cells()))))
                        .set(KNOWLEDGE_CHANGE.WHY, why)
                        .set(KNOWLEDGE_CHANGE.CHANGED_BY, here.personId())
                        .set(KNOWLEDGE_CHANGE.CHANGED_AT, now)
                        .onConflictDoNothing()
                        .execute()
                == 1;
    }
}
