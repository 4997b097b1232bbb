package app.gewerk.server.message;

import static app.gewerk.server.db.Tables.JOB;
import static app.gewerk.server.db.Tables.MACHINE_MODEL;
import static app.gewerk.server.db.Tables.OWNER_MESSAGE;
import static app.gewerk.server.db.Tables.PERSON;
import static org.jooq.impl.DSL.max;
import static org.jooq.impl.DSL.select;

import app.gewerk.core.Wire;
import app.gewerk.core.handback.Message;
import app.gewerk.core.job.Place;
import app.gewerk.core.words.Say;
import app.gewerk.server.db.tables.OwnerMessage;
import app.gewerk.server.message.MessageService.Delivery;
import app.gewerk.server.message.MessageService.Lost;
import app.gewerk.server.message.MessageService.NotReached;
import app.gewerk.server.message.MessageService.SentMessage;
import app.gewerk.server.shop.Here;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Repository;

@Repository
class MessageStore {
    private final DSLContext sql;

    MessageStore(DSLContext sql) {
        this.sql = sql;
    }

    /** A message that is somebody's to send. */
    record Claimed(long shopId, long messageId) {}

    Optional<Claimed> claim(OffsetDateTime until) {
        return sql.fetchOptional("select shop, message_id from claim_message(?::timestamptz)", until)
                .map(r -> new Claimed(r.get(0, Long.class), r.get(1, Long.class)));
    }

    /** A message as it is sent, in the name of whoever wrote it. */
    record Outgoing(
            Here by,
            long jobId,
            long id,
            Message about,
            String to,
            String letter,
            String key,
            Delivery state,
            Optional<String> gatewayNumber,
            int tries,
            OffsetDateTime askedAt) {}

    Optional<Outgoing> outgoing(long shopId, long messageId) {
        return sql.select(OWNER_MESSAGE.asterisk(), PERSON.NAME)
                .from(OWNER_MESSAGE)
                .join(PERSON)
                .on(PERSON.SHOP_ID.eq(OWNER_MESSAGE.SHOP_ID), PERSON.ID.eq(OWNER_MESSAGE.ASKED_BY))
                .where(OWNER_MESSAGE.SHOP_ID.eq(shopId), OWNER_MESSAGE.ID.eq(messageId))
                .fetchOptional(r -> new Outgoing(
                        new Here(shopId, r.get(OWNER_MESSAGE.ASKED_BY), r.get(PERSON.NAME)),
                        r.get(OWNER_MESSAGE.JOB_ID),
                        messageId,
                        Wire.parse(Message.class, r.get(OWNER_MESSAGE.ABOUT)),
                        r.get(OWNER_MESSAGE.SEND_TO),
                        r.get(OWNER_MESSAGE.LETTER),
                        r.get(OWNER_MESSAGE.KEY),
                        Wire.parse(Delivery.class, r.get(OWNER_MESSAGE.STATE)),
                        Optional.ofNullable(r.get(OWNER_MESSAGE.GATEWAY_NUMBER)),
                        r.get(OWNER_MESSAGE.TRIES),
                        r.get(OWNER_MESSAGE.ASKED_AT)));
    }

    void insert(Here here, long jobId, Message about, String to, String letter, UUID key, OffsetDateTime now) {
        sql.insertInto(OWNER_MESSAGE)
                .set(OWNER_MESSAGE.SHOP_ID, here.shopId())
                .set(OWNER_MESSAGE.JOB_ID, jobId)
                .set(OWNER_MESSAGE.ABOUT, about.toString())
                .set(OWNER_MESSAGE.SEND_TO, to)
                .set(OWNER_MESSAGE.LETTER, letter)
                .set(OWNER_MESSAGE.KEY, key.toString())
                .set(OWNER_MESSAGE.STATE, Delivery.WAITING.toString())
                .set(OWNER_MESSAGE.ASKED_BY, here.personId())
                .set(OWNER_MESSAGE.ASKED_AT, now)
                .set(OWNER_MESSAGE.NEXT_TRY, now)
                .execute();
    }

    List<SentMessage> ofJob(Here here, long jobId) {
        return sql.select(OWNER_MESSAGE.asterisk(), PERSON.NAME)
                .from(OWNER_MESSAGE)
                .join(PERSON)
                .on(PERSON.SHOP_ID.eq(OWNER_MESSAGE.SHOP_ID), PERSON.ID.eq(OWNER_MESSAGE.ASKED_BY))
                .where(OWNER_MESSAGE.SHOP_ID.eq(here.shopId()), OWNER_MESSAGE.JOB_ID.eq(jobId))
                .orderBy(OWNER_MESSAGE.ID.desc())
                .limit(50)
                .fetch(r -> {
                    Delivery state = Wire.parse(Delivery.class, r.get(OWNER_MESSAGE.STATE));
                    Optional<Lost> why = lost(r.get(OWNER_MESSAGE.WHY));
                    return new SentMessage(
                            r.get(OWNER_MESSAGE.ID),
                            Wire.parse(Message.class, r.get(OWNER_MESSAGE.ABOUT)),
                            r.get(OWNER_MESSAGE.SEND_TO),
                            r.get(OWNER_MESSAGE.LETTER),
                            state,
                            why,
                            words(state, why),
                            r.get(OWNER_MESSAGE.TRIES),
                            r.get(PERSON.NAME),
                            r.get(OWNER_MESSAGE.ASKED_AT));
                });
    }

    private static Optional<Lost> lost(@Nullable String why) {
        return Optional.ofNullable(why).map(w -> Wire.parse(Lost.class, w));
    }

    static Say words(Delivery state, Optional<Lost> why) {
        return why.map(w -> Say.of("message.lost", "state", Say.of(state), "why", Say.of(w)))
                .orElseGet(() -> Say.of(state));
    }

    List<NotReached> notReached(Here here) {
        Condition last = OWNER_MESSAGE.ID.eq(select(max(LATER.ID))
                .from(LATER)
                .where(
                        LATER.SHOP_ID.eq(OWNER_MESSAGE.SHOP_ID),
                        LATER.JOB_ID.eq(OWNER_MESSAGE.JOB_ID),
                        LATER.STATE.ne(Delivery.WITHDRAWN.toString())));
        return sql.select(
                        JOB.ID,
                        JOB.TRAY_NUMBER,
                        MACHINE_MODEL.MAKER,
                        MACHINE_MODEL.NAME,
                        OWNER_MESSAGE.STATE,
                        OWNER_MESSAGE.WHY,
                        OWNER_MESSAGE.SETTLED_AT)
                .from(OWNER_MESSAGE)
                .join(JOB)
                .on(JOB.SHOP_ID.eq(OWNER_MESSAGE.SHOP_ID), JOB.ID.eq(OWNER_MESSAGE.JOB_ID))
                .join(MACHINE_MODEL)
                .on(MACHINE_MODEL.SHOP_ID.eq(JOB.SHOP_ID), MACHINE_MODEL.ID.eq(JOB.MACHINE_MODEL_ID))
                .where(
                        OWNER_MESSAGE.SHOP_ID.eq(here.shopId()),
                        OWNER_MESSAGE.STATE.in(Delivery.BOUNCED.toString(), Delivery.REFUSED.toString()),
                        JOB.PLACE.ne(Place.PUT_AWAY.toString()),
                        last)
                .orderBy(OWNER_MESSAGE.ID)
                .limit(100)
                .fetch(r -> new NotReached(
                        r.value1(),
                        r.value2(),
                        r.value3() + " " + r.value4(),
                        words(Wire.parse(Delivery.class, r.value5()), lost(r.value6())),
                        r.value7()));
    }

    private static final OwnerMessage LATER = OWNER_MESSAGE.as("later");

    private static Condition at(Here here, long id, Delivery state) {
        return OWNER_MESSAGE
                .SHOP_ID
                .eq(here.shopId())
                .and(OWNER_MESSAGE.ID.eq(id))
                .and(OWNER_MESSAGE.STATE.eq(state.toString()));
    }

    /** False when it no longer stands as was thought. */
    boolean taken(Here here, long id, Delivery from, String number, OffsetDateTime askAt) {
        return sql.update(OWNER_MESSAGE)
                        .set(OWNER_MESSAGE.STATE, Delivery.ON_ITS_WAY.toString())
                        .set(OWNER_MESSAGE.GATEWAY_NUMBER, number)
                        .set(OWNER_MESSAGE.NEXT_TRY, askAt)
                        .set(OWNER_MESSAGE.TRIES, 0)
                        .setNull(OWNER_MESSAGE.SETTLED_AT)
                        .where(at(here, id, from))
                        .execute()
                == 1;
    }

    /** False when it no longer stands as was thought. */
    boolean settled(Here here, long id, Delivery from, Delivery to, Optional<Lost> why, OffsetDateTime now) {
        return sql.update(OWNER_MESSAGE)
                        .set(OWNER_MESSAGE.STATE, to.toString())
                        .set(OWNER_MESSAGE.WHY, why.map(Lost::toString).orElse(null))
                        .set(OWNER_MESSAGE.SETTLED_AT, now)
                        .where(at(here, id, from))
                        .execute()
                == 1;
    }

    void askAgain(Here here, long id, Delivery state, OffsetDateTime at) {
        sql.update(OWNER_MESSAGE)
                .set(OWNER_MESSAGE.NEXT_TRY, at)
                .where(at(here, id, state))
                .execute();
    }
}
