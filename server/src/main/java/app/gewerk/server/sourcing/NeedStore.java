package app.gewerk.server.sourcing;

import static app.gewerk.server.db.Tables.JOB;
import static app.gewerk.server.db.Tables.MACHINE_MODEL;
import static app.gewerk.server.db.Tables.NEED;
import static app.gewerk.server.db.Tables.NEED_WORD;

import app.gewerk.core.Wire;
import app.gewerk.core.sourcing.Match.About;
import app.gewerk.server.shop.Here;
import app.gewerk.server.sourcing.NeedService.Need;
import app.gewerk.server.sourcing.NeedService.NeedWord;
import app.gewerk.server.sourcing.NeedService.Needing;
import app.gewerk.server.sourcing.NeedService.State;
import java.time.OffsetDateTime;
import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Repository;

@Repository
class NeedStore {
    private final DSLContext sql;

    NeedStore(DSLContext sql) {
        this.sql = sql;
    }

    long insert(Here here, long jobId, Needing needing, OffsetDateTime now) {
        var need = sql.newRecord(NEED);
        need.setShopId(here.shopId());
        need.setJobId(jobId);
        need.setPieces(needing.pieces());
        need.setLatest(needing.latest().orElse(null));
        need.setMaySplit(needing.maySplit());
        need.setAccepts(words(needing.accepts()));
        need.setState(State.OPEN.toString());
        need.setAskedBy(here.personId());
        need.setAskedAt(now);
        need.insert();
        return need.getId();
    }

    private static String[] words(Collection<About> accepts) {
        return accepts.stream().map(About::toString).sorted().toArray(String[]::new);
    }

    /** False when somebody saved in between, or it is no longer open. */
    boolean change(Here here, long needId, int version, Needing needing) {
        return sql.update(NEED)
                        .set(NEED.PIECES, needing.pieces())
                        .set(NEED.LATEST, needing.latest().orElse(null))
                        .set(NEED.MAY_SPLIT, needing.maySplit())
                        .set(NEED.ACCEPTS, words(needing.accepts()))
                        .set(NEED.VERSION, NEED.VERSION.plus(1))
                        .where(at(here, needId), NEED.VERSION.eq(version), NEED.STATE.eq(State.OPEN.toString()))
                        .execute()
                == 1;
    }

    /** False when it is in another state. */
    boolean becomes(Here here, long needId, State from, State to) {
        return sql.update(NEED)
                        .set(NEED.STATE, to.toString())
                        .set(NEED.VERSION, NEED.VERSION.plus(1))
                        .where(at(here, needId), NEED.STATE.eq(from.toString()))
                        .execute()
                == 1;
    }

    private static Condition at(Here here, long needId) {
        return NEED.SHOP_ID.eq(here.shopId()).and(NEED.ID.eq(needId));
    }

    List<Need> open(Here here) {
        return needs(here, NEED.STATE.eq(State.OPEN.toString()));
    }

    Optional<Need> need(Here here, long needId) {
        return needs(here, NEED.ID.eq(needId)).stream().findFirst();
    }

    /** The one that a job has under way. */
    Optional<Need> ofJob(Here here, long jobId) {
        return needs(here, NEED.JOB_ID.eq(jobId).and(NEED.STATE.in("open", "ordered"))).stream()
                .findFirst();
    }

    private List<Need> needs(Here here, Condition which) {
        Map<Long, List<NeedWord>> words = sql
                .select(NEED_WORD.NEED_ID, NEED_WORD.SELLER, NEED_WORD.ITEM_NUMBER, NEED_WORD.HELD)
                .from(NEED_WORD)
                .join(NEED)
                .on(NEED.SHOP_ID.eq(NEED_WORD.SHOP_ID), NEED.ID.eq(NEED_WORD.NEED_ID))
                .where(NEED_WORD.SHOP_ID.eq(here.shopId()), which)
                .stream()
                .collect(Collectors.groupingBy(
                        r -> r.value1(),
                        Collectors.mapping(
                                r -> new NeedWord(r.value2(), r.value3(), r.value4()), Collectors.toList())));
        return sql.select(NEED.asterisk(), JOB.TRAY_NUMBER, MACHINE_MODEL.MAKER, MACHINE_MODEL.NAME)
                .from(NEED)
                .join(JOB)
                .on(JOB.SHOP_ID.eq(NEED.SHOP_ID), JOB.ID.eq(NEED.JOB_ID))
                .leftJoin(MACHINE_MODEL)
                .on(MACHINE_MODEL.SHOP_ID.eq(JOB.SHOP_ID), MACHINE_MODEL.ID.eq(JOB.MACHINE_MODEL_ID))
                .where(NEED.SHOP_ID.eq(here.shopId()), which)
                .orderBy(NEED.ID)
                .fetch(r -> new Need(
                        r.get(NEED.ID),
                        r.get(NEED.JOB_ID),
                        r.get(JOB.TRAY_NUMBER),
                        (text(r.get(MACHINE_MODEL.MAKER)) + " " + text(r.get(MACHINE_MODEL.NAME))).strip(),
                        new Needing(
                                r.get(NEED.PIECES),
                                Optional.ofNullable(r.get(NEED.LATEST)),
                                r.get(NEED.MAY_SPLIT),
                                Arrays.stream(r.get(NEED.ACCEPTS))
                                        .map(word -> Wire.parse(About.class, word))
                                        .collect(Collectors.toSet())),
                        Wire.parse(State.class, r.get(NEED.STATE)),
                        words.getOrDefault(r.get(NEED.ID), List.of()),
                        r.get(NEED.VERSION)));
    }

    private static String text(@Nullable String text) {
        return text == null ? "" : text;
    }

    /** Replaces what was said of that way; holding another one lets go of the one that was held. */
    void say(Here here, long needId, NeedWord word, OffsetDateTime now) {
        takeBack(here, needId, word.seller(), word.itemNumber());
        if (word.held()) {
            sql.deleteFrom(NEED_WORD)
                    .where(NEED_WORD.SHOP_ID.eq(here.shopId()), NEED_WORD.NEED_ID.eq(needId), NEED_WORD.HELD.isTrue())
                    .execute();
        }
        sql.insertInto(NEED_WORD)
                .set(NEED_WORD.SHOP_ID, here.shopId())
                .set(NEED_WORD.NEED_ID, needId)
                .set(NEED_WORD.SELLER, word.seller())
                .set(NEED_WORD.ITEM_NUMBER, word.itemNumber())
                .set(NEED_WORD.HELD, word.held())
                .set(NEED_WORD.SAID_BY, here.personId())
                .set(NEED_WORD.SAID_AT, now)
                .execute();
    }

    void takeBack(Here here, long needId, String seller, String itemNumber) {
        sql.deleteFrom(NEED_WORD)
                .where(
                        NEED_WORD.SHOP_ID.eq(here.shopId()),
                        NEED_WORD.NEED_ID.eq(needId),
                        NEED_WORD.SELLER.eq(seller),
                        NEED_WORD.ITEM_NUMBER.eq(itemNumber))
                .execute();
    }
}
