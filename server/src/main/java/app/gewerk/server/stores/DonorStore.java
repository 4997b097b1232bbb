package app.gewerk.server.stores;

import static app.gewerk.server.db.Tables.DONOR;
import static app.gewerk.server.db.Tables.DONOR_PART_GONE;
import static app.gewerk.server.db.Tables.JOB;

import app.gewerk.server.shop.Here;
import app.gewerk.server.stores.DonorService.DonorAt;
import app.gewerk.server.stores.DonorService.Gone;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;

@Repository
class DonorStore {
    private final DSLContext sql;

    DonorStore(DSLContext sql) {
        this.sql = sql;
    }

    /** A donor as it is kept. */
    record Kept(long id, long modelId, DonorAt at, boolean gone, List<Gone> parts, int version) {}

    long insert(Here here, long modelId, DonorAt at) {
        var donor = sql.newRecord(DONOR);
        donor.setShopId(here.shopId());
        donor.setModelId(modelId);
        donor.setMade(at.made().orElse(null));
        donor.setPlace(at.place());
        donor.setRemark(at.remark());
        donor.insert();
        return donor.getId();
    }

    private static Condition at(Here here, long donorId) {
        return DONOR.SHOP_ID.eq(here.shopId()).and(DONOR.ID.eq(donorId));
    }

    /** False when somebody saved in between. */
    boolean change(Here here, long donorId, int version, DonorAt at, boolean gone) {
        return sql.update(DONOR)
                        .set(DONOR.MADE, at.made().orElse(null))
                        .set(DONOR.PLACE, at.place())
                        .set(DONOR.REMARK, at.remark())
                        .set(DONOR.GONE, gone)
                        .set(DONOR.VERSION, DONOR.VERSION.plus(1))
                        .where(at(here, donorId), DONOR.VERSION.eq(version))
                        .execute()
                == 1;
    }

    /** False when it was gone before. */
    boolean take(Here here, long donorId, String part, boolean broken, Optional<Long> jobId, OffsetDateTime now) {
        return sql.insertInto(DONOR_PART_GONE)
                        .set(DONOR_PART_GONE.SHOP_ID, here.shopId())
                        .set(DONOR_PART_GONE.DONOR_ID, donorId)
                        .set(DONOR_PART_GONE.PART, part)
                        .set(DONOR_PART_GONE.BROKEN, broken)
                        .set(DONOR_PART_GONE.JOB_ID, jobId.orElse(null))
                        .set(DONOR_PART_GONE.TAKEN_BY, here.personId())
                        .set(DONOR_PART_GONE.TAKEN_AT, now)
                        .onDuplicateKeyIgnore()
                        .execute()
                == 1;
    }

    void putBack(Here here, long donorId, String part) {
        sql.deleteFrom(DONOR_PART_GONE)
                .where(
                        DONOR_PART_GONE.SHOP_ID.eq(here.shopId()),
                        DONOR_PART_GONE.DONOR_ID.eq(donorId),
                        DONOR_PART_GONE.PART.eq(part))
                .execute();
    }

    Optional<Kept> donor(Here here, long donorId) {
        return donors(here, DONOR.ID.eq(donorId)).stream().findFirst();
    }

    List<Kept> onTheShelf(Here here) {
        return donors(here, DONOR.GONE.isFalse());
    }

    private List<Kept> donors(Here here, Condition which) {
        Map<Long, List<Gone>> parts = sql
                .select(
                        DONOR_PART_GONE.DONOR_ID,
                        DONOR_PART_GONE.PART,
                        DONOR_PART_GONE.BROKEN,
                        DONOR_PART_GONE.JOB_ID,
                        JOB.TRAY_NUMBER)
                .from(DONOR_PART_GONE)
                .join(DONOR)
                .on(DONOR.SHOP_ID.eq(DONOR_PART_GONE.SHOP_ID), DONOR.ID.eq(DONOR_PART_GONE.DONOR_ID))
                .leftJoin(JOB)
                .on(JOB.SHOP_ID.eq(DONOR_PART_GONE.SHOP_ID), JOB.ID.eq(DONOR_PART_GONE.JOB_ID))
                .where(DONOR_PART_GONE.SHOP_ID.eq(here.shopId()), which)
                .stream()
                .collect(Collectors.groupingBy(
                        r -> r.value1(),
                        Collectors.mapping(
                                r -> new Gone(
                                        r.value2(),
                                        r.value3(),
                                        Optional.ofNullable(r.value4()),
                                        Optional.ofNullable(r.value5())),
                                Collectors.toList())));
        return sql.selectFrom(DONOR)
                .where(DONOR.SHOP_ID.eq(here.shopId()), which)
                .orderBy(DONOR.PLACE, DONOR.ID)
                .fetch(r -> new Kept(
                        r.getId(),
                        r.getModelId(),
                        new DonorAt(Optional.ofNullable(r.getMade()), r.getPlace(), r.getRemark()),
                        r.getGone(),
                        parts.getOrDefault(r.getId(), List.of()),
                        r.getVersion()));
    }
}
