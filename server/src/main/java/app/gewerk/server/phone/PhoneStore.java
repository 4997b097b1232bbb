package app.gewerk.server.phone;

import static app.gewerk.server.db.Tables.PERSON;
import static app.gewerk.server.db.Tables.PHONE_LINK;

import app.gewerk.server.shop.Here;
import java.time.OffsetDateTime;
import java.util.Optional;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;

@Repository
class PhoneStore {
    private final DSLContext sql;

    PhoneStore(DSLContext sql) {
        this.sql = sql;
    }

    /** A link as it was made. */
    record Made(Here by, long jobId, OffsetDateTime goodUntil) {}

    long insert(Here here, long jobId, String tokenHash, OffsetDateTime now, OffsetDateTime goodUntil) {
        return sql.insertInto(PHONE_LINK)
                .set(PHONE_LINK.SHOP_ID, here.shopId())
                .set(PHONE_LINK.JOB_ID, jobId)
                .set(PHONE_LINK.TOKEN_HASH, tokenHash)
                .set(PHONE_LINK.MADE_BY, here.personId())
                .set(PHONE_LINK.MADE_AT, now)
                .set(PHONE_LINK.GOOD_UNTIL, goodUntil)
                .returning(PHONE_LINK.ID)
                .fetchSingle(PHONE_LINK.ID);
    }

    Optional<Made> made(long shopId, long id, String tokenHash) {
        return sql.select(PHONE_LINK.MADE_BY, PERSON.NAME, PHONE_LINK.JOB_ID, PHONE_LINK.GOOD_UNTIL)
                .from(PHONE_LINK)
                .join(PERSON)
                .on(PERSON.SHOP_ID.eq(PHONE_LINK.SHOP_ID), PERSON.ID.eq(PHONE_LINK.MADE_BY))
                .where(PHONE_LINK.SHOP_ID.eq(shopId), PHONE_LINK.ID.eq(id), PHONE_LINK.TOKEN_HASH.eq(tokenHash))
                .fetchOptional(r -> new Made(new Here(shopId, r.value1(), r.value2()), r.value3(), r.value4()));
    }
}
