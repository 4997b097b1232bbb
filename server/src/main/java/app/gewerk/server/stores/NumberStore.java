package app.gewerk.server.stores;

import static app.gewerk.server.db.Tables.MACHINE_MODEL;
import static app.gewerk.server.db.Tables.PART_COMPANION;
import static app.gewerk.server.db.Tables.PART_LOOKALIKE;
import static app.gewerk.server.db.Tables.PART_NUMBER;
import static app.gewerk.server.db.Tables.PART_PLACE;
import static org.jooq.impl.DSL.noCondition;

import app.gewerk.core.stores.PartKey;
import app.gewerk.server.shop.Here;
import app.gewerk.server.stores.NumberService.Called;
import app.gewerk.server.stores.NumberService.GoesWith;
import app.gewerk.server.stores.NumberService.Lookalike;
import app.gewerk.server.stores.NumberService.SitsAt;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;

@Repository
class NumberStore {
    private final DSLContext sql;

    NumberStore(DSLContext sql) {
        this.sql = sql;
    }

    /** A number as it is kept. */
    record Kept(
            PartKey key, String number, String name, Optional<PartKey> newer, Optional<LocalDate> since, int version) {
        Called called() {
            return new Called(number, name, since);
        }
    }

    private static Condition at(Here here, PartKey key) {
        return PART_NUMBER.SHOP_ID.eq(here.shopId()).and(PART_NUMBER.KEY.eq(key.text()));
    }

    Optional<Kept> number(Here here, PartKey key) {
        return numbers(here, PART_NUMBER.KEY.eq(key.text())).stream().findFirst();
    }

    /** Numbers that this one came in place of. */
    List<Kept> older(Here here, PartKey key) {
        return numbers(here, PART_NUMBER.SUPERSEDED_BY.eq(key.text()));
    }

    List<Kept> ofModel(Here here, Collection<Long> models, Optional<String> position) {
        return numbers(
                here,
                PART_NUMBER.KEY.in(sql.select(PART_PLACE.KEY)
                        .from(PART_PLACE)
                        .where(
                                PART_PLACE.SHOP_ID.eq(here.shopId()),
                                PART_PLACE.MODEL_ID.in(models),
                                position.map(PART_PLACE.POSITION::eq).orElse(noCondition()))));
    }

    List<Kept> all(Here here, int most) {
        return numbers(here, noCondition()).stream().limit(most).toList();
    }

    private List<Kept> numbers(Here here, Condition which) {
        return sql.selectFrom(PART_NUMBER)
                .where(PART_NUMBER.SHOP_ID.eq(here.shopId()), which)
                .orderBy(PART_NUMBER.KEY)
                .fetch(r -> new Kept(
                        new PartKey(r.getKey()),
                        r.getNumber(),
                        r.getName(),
                        Optional.ofNullable(r.getSupersededBy()).map(PartKey::new),
                        Optional.ofNullable(r.getSupersededOn()),
                        r.getVersion()));
    }

    /** Puts a number there that nobody had; of one that is there only the name is filled in. */
    void know(Here here, PartKey key, String number, String name) {
        sql.insertInto(PART_NUMBER)
                .set(PART_NUMBER.SHOP_ID, here.shopId())
                .set(PART_NUMBER.KEY, key.text())
                .set(PART_NUMBER.NUMBER, number)
                .set(PART_NUMBER.NAME, name)
                .onDuplicateKeyIgnore()
                .execute();
    }

    /** False when somebody saved in between. */
    boolean change(
            Here here,
            PartKey key,
            int version,
            String number,
            String name,
            Optional<PartKey> newer,
            Optional<LocalDate> since) {
        return sql.update(PART_NUMBER)
                        .set(PART_NUMBER.NUMBER, number)
                        .set(PART_NUMBER.NAME, name)
                        .set(PART_NUMBER.SUPERSEDED_BY, newer.map(PartKey::text).orElse(null))
                        .set(PART_NUMBER.SUPERSEDED_ON, since.orElse(null))
                        .set(PART_NUMBER.VERSION, PART_NUMBER.VERSION.plus(1))
                        .where(at(here, key), PART_NUMBER.VERSION.eq(version))
                        .execute()
                == 1;
    }

    /** Nobody else changes what numbers lead to until the transaction ends. */
    void lock(Here here) {
        sql.execute("select pg_advisory_xact_lock(7460, ?)", (int) here.shopId());
    }

    List<SitsAt> places(Here here, PartKey key) {
        return sql.select(PART_PLACE.MODEL_ID, MACHINE_MODEL.MAKER, MACHINE_MODEL.NAME, PART_PLACE.POSITION)
                .from(PART_PLACE)
                .join(MACHINE_MODEL)
                .on(MACHINE_MODEL.SHOP_ID.eq(PART_PLACE.SHOP_ID), MACHINE_MODEL.ID.eq(PART_PLACE.MODEL_ID))
                .where(PART_PLACE.SHOP_ID.eq(here.shopId()), PART_PLACE.KEY.eq(key.text()))
                .orderBy(MACHINE_MODEL.MAKER, MACHINE_MODEL.NAME, PART_PLACE.POSITION)
                .fetch(r -> new SitsAt(r.value1(), (r.value2() + " " + r.value3()).strip(), r.value4()));
    }

    void savePlaces(Here here, PartKey key, List<SitsAt> places) {
        sql.deleteFrom(PART_PLACE)
                .where(PART_PLACE.SHOP_ID.eq(here.shopId()), PART_PLACE.KEY.eq(key.text()))
                .execute();
        for (SitsAt place : places) {
            sql.insertInto(PART_PLACE)
                    .set(PART_PLACE.SHOP_ID, here.shopId())
                    .set(PART_PLACE.KEY, key.text())
                    .set(PART_PLACE.MODEL_ID, place.modelId())
                    .set(PART_PLACE.POSITION, place.position())
                    .onDuplicateKeyIgnore()
                    .execute();
        }
    }

    List<GoesWith> companions(Here here, PartKey key) {
        return sql.selectFrom(PART_COMPANION)
                .where(PART_COMPANION.SHOP_ID.eq(here.shopId()), PART_COMPANION.KEY.eq(key.text()))
                .orderBy(PART_COMPANION.POSITION)
                .fetch(r -> new GoesWith(r.getPieces(), r.getName(), Optional.ofNullable(r.getNumber())));
    }

    void saveCompanions(Here here, PartKey key, List<GoesWith> companions) {
        sql.deleteFrom(PART_COMPANION)
                .where(PART_COMPANION.SHOP_ID.eq(here.shopId()), PART_COMPANION.KEY.eq(key.text()))
                .execute();
        for (int position = 0; position < companions.size(); position++) {
            GoesWith one = companions.get(position);
            sql.insertInto(PART_COMPANION)
                    .set(PART_COMPANION.SHOP_ID, here.shopId())
                    .set(PART_COMPANION.KEY, key.text())
                    .set(PART_COMPANION.POSITION, position)
                    .set(PART_COMPANION.PIECES, one.pieces())
                    .set(PART_COMPANION.NAME, one.name())
                    .set(PART_COMPANION.NUMBER, one.number().orElse(null))
                    .execute();
        }
    }

    /** Parts taken for this one or this one for them: of each how to tell it. */
    List<Lookalike> lookalikes(Here here, PartKey key) {
        return sql.select(PART_NUMBER.NUMBER, PART_NUMBER.NAME, PART_LOOKALIKE.TELL)
                .from(PART_LOOKALIKE)
                .join(PART_NUMBER)
                .on(PART_NUMBER.SHOP_ID.eq(PART_LOOKALIKE.SHOP_ID), PART_NUMBER.KEY.eq(PART_LOOKALIKE.OTHER))
                .where(PART_LOOKALIKE.SHOP_ID.eq(here.shopId()), PART_LOOKALIKE.KEY.eq(key.text()))
                .orderBy(PART_NUMBER.KEY)
                .fetch(r -> new Lookalike(r.value1(), r.value2(), r.value3()));
    }

    void saveLookalike(Here here, PartKey key, PartKey other, String tell) {
        sql.insertInto(PART_LOOKALIKE)
                .set(PART_LOOKALIKE.SHOP_ID, here.shopId())
                .set(PART_LOOKALIKE.KEY, key.text())
                .set(PART_LOOKALIKE.OTHER, other.text())
                .set(PART_LOOKALIKE.TELL, tell)
                .onDuplicateKeyUpdate()
                .set(PART_LOOKALIKE.TELL, tell)
                .execute();
    }

    void forgetLookalikes(Here here, PartKey key) {
        sql.deleteFrom(PART_LOOKALIKE)
                .where(PART_LOOKALIKE.SHOP_ID.eq(here.shopId()), PART_LOOKALIKE.KEY.eq(key.text()))
                .execute();
    }
}
