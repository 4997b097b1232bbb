package app.gewerk.server.choice;

import static app.gewerk.server.db.Tables.DECISION;
import static app.gewerk.server.db.Tables.PERSON;

import app.gewerk.core.Wire;
import app.gewerk.core.job.Way;
import app.gewerk.server.choice.ChoiceService.Decision;
import app.gewerk.server.choice.ChoiceService.Order;
import app.gewerk.server.sourcing.SourcingService.Ordered;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;
import org.jooq.DSLContext;
import org.springframework.stereotype.Repository;

@Repository
class ChoiceStore {
    private final DSLContext sql;

    ChoiceStore(DSLContext sql) {
        this.sql = sql;
    }

    long insert(
            long shopId,
            long jobId,
            Way way,
            String reason,
            Optional<Ordered> ordered,
            String itemWords,
            int pieces,
            long personId,
            OffsetDateTime now) {
        var row = sql.newRecord(DECISION);
        row.setShopId(shopId);
        row.setJobId(jobId);
        row.setWay(way.toString());
        row.setReason(reason);
        row.setDecidedBy(personId);
        row.setDecidedAt(now);
        ordered.ifPresent(o -> {
            row.setSeller(o.seller().name());
            row.setItemNumber(o.offer().itemNumber());
            row.setItemWords(itemWords);
            row.setPieces(pieces);
            row.setOrderNumber(o.orderNumber());
            row.setCurrency(o.landed().currency());
            row.setTotal(o.landed().total());
            row.setArrivesOn(o.landed().arrives());
        });
        row.insert();
        return row.getId();
    }

    List<Decision> decisions(long jobId) {
        return sql.select(DECISION.asterisk(), PERSON.NAME)
                .from(DECISION)
                .join(PERSON)
                .on(PERSON.ID.eq(DECISION.DECIDED_BY))
                .where(DECISION.JOB_ID.eq(jobId))
                .orderBy(DECISION.ID)
                .fetch(r -> {
                    Way way = Wire.parse(Way.class, r.get(DECISION.WAY));
                    Optional<Order> order = Optional.ofNullable(r.get(DECISION.ORDER_NUMBER))
                            .map(number -> new Order(
                                    r.get(DECISION.SELLER),
                                    r.get(DECISION.ITEM_NUMBER),
                                    r.get(DECISION.ITEM_WORDS),
                                    r.get(DECISION.PIECES),
                                    number,
                                    r.get(DECISION.CURRENCY),
                                    r.get(DECISION.TOTAL),
                                    r.get(DECISION.ARRIVES_ON)));
                    return new Decision(
                            way,
                            way.words(),
                            r.get(DECISION.REASON),
                            order,
                            r.get(PERSON.NAME),
                            r.get(DECISION.DECIDED_AT));
                });
    }
}
