package app.gewerk.server.device;

import static app.gewerk.server.db.Tables.BOOK_COUNT;
import static app.gewerk.server.db.Tables.JOB;
import static app.gewerk.server.db.Tables.JOB_CULPRIT;
import static app.gewerk.server.db.Tables.MACHINE_MODEL;
import static app.gewerk.server.db.Tables.MACHINE_TRAIN;
import static app.gewerk.server.db.Tables.PERSON;
import static app.gewerk.server.db.Tables.PURCHASE_ORDER;
import static app.gewerk.server.db.Tables.PURCHASE_ORDER_LINE;
import static app.gewerk.server.db.Tables.SHOP;
import static app.gewerk.server.db.Tables.WAY_IN;
import static org.jooq.impl.DSL.coalesce;
import static org.jooq.impl.DSL.condition;
import static org.jooq.impl.DSL.falseCondition;
import static org.jooq.impl.DSL.inline;
import static org.jooq.impl.DSL.lateral;
import static org.jooq.impl.DSL.lower;
import static org.jooq.impl.DSL.noCondition;
import static org.jooq.impl.DSL.select;
import static org.jooq.impl.DSL.sum;

import app.gewerk.core.diagnosis.Experience;
import app.gewerk.core.intake.Estimate;
import app.gewerk.core.job.Place;
import app.gewerk.core.teardown.TeardownStep;
import app.gewerk.core.train.Machine;
import app.gewerk.core.words.Say;
import app.gewerk.server.device.DeviceService.KnownMachine;
import app.gewerk.server.device.DeviceService.LastPart;
import app.gewerk.server.device.DeviceService.Train;
import app.gewerk.server.device.DeviceService.WayIn;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.StoredJson;
import java.math.BigDecimal;
import java.time.OffsetDateTime;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.Field;
import org.jooq.JSONB;
import org.springframework.stereotype.Repository;

@Repository
class DeviceStore {
    /** The estimate looks at the last repairs, not at all there ever were. */
    private static final int RECENT = 60;
    /** In which the same gear is looked for. */
    private static final int MOST_MODELS = 200;

    private static final Condition ORDERED = PURCHASE_ORDER.STATE.eq("ordered");

    private static final Condition CLOSED = JOB.PLACE.eq(Place.PUT_AWAY.toString());

    private static final Condition OF_THE_MODEL =
            JOB.SHOP_ID.eq(MACHINE_MODEL.SHOP_ID).and(JOB.MACHINE_MODEL_ID.eq(MACHINE_MODEL.ID));

    private final DSLContext sql;
    private final StoredJson json;

    DeviceStore(DSLContext sql, StoredJson json) {
        this.sql = sql;
        this.json = json;
    }

    List<KnownMachine> find(Here here, List<String> words, int limit) {
        Field<String> whole = MACHINE_MODEL.MAKER.concat(" ").concat(MACHINE_MODEL.NAME);
        Condition found = noCondition();
        for (String word : words) {
            found = found.and(whole.containsIgnoreCase(word));
        }
        return models(MACHINE_MODEL.SHOP_ID.eq(here.shopId()).and(found), limit);
    }

    /** The most frequent first. */
    private List<KnownMachine> models(Condition which, int limit) {
        Field<Integer> seen = coalesce(BOOK_COUNT.JOBS, 0);
        return sql.select(MACHINE_MODEL.ID, MACHINE_MODEL.KIND, MACHINE_MODEL.MAKER, MACHINE_MODEL.NAME, seen)
                .from(MACHINE_MODEL)
                .leftJoin(BOOK_COUNT)
                .on(
                        BOOK_COUNT.SHOP_ID.eq(MACHINE_MODEL.SHOP_ID),
                        BOOK_COUNT.MACHINE_MODEL_ID.eq(MACHINE_MODEL.ID),
                        BOOK_COUNT.WHAT.eq("seen"))
                .where(which)
                .orderBy(seen.desc(), MACHINE_MODEL.MAKER, MACHINE_MODEL.NAME)
                .limit(limit)
                .fetch(r -> new KnownMachine(r.value1(), r.value2(), r.value3(), r.value4(), r.value5()));
    }

    List<KnownMachine> models(Here here, Collection<Long> ids) {
        return models(MACHINE_MODEL.SHOP_ID.eq(here.shopId()).and(MACHINE_MODEL.ID.in(ids)), Integer.MAX_VALUE);
    }

    Map<Long, Machine> trains(Here here, Collection<Long> ids) {
        return sql.select(MACHINE_TRAIN.MACHINE_MODEL_ID, MACHINE_TRAIN.MACHINE)
                .from(MACHINE_TRAIN)
                .where(MACHINE_TRAIN.SHOP_ID.eq(here.shopId()), MACHINE_TRAIN.MACHINE_MODEL_ID.in(ids))
                .fetchMap(
                        r -> r.value1(),
                        r -> json.read(r.value2().data(), StoredMachine.class).machine());
    }

    Map<Long, List<TeardownStep>> waysIn(Here here, Collection<Long> ids) {
        return sql.select(WAY_IN.MACHINE_MODEL_ID, WAY_IN.STEPS)
                .from(WAY_IN)
                .where(WAY_IN.SHOP_ID.eq(here.shopId()), WAY_IN.MACHINE_MODEL_ID.in(ids))
                .fetchMap(
                        r -> r.value1(),
                        r -> json.read(r.value2().data(), StoredStep.Steps.class)
                                .teardownSteps());
    }

    Optional<Long> id(Here here, String maker, String name) {
        return sql.select(MACHINE_MODEL.ID)
                .from(MACHINE_MODEL)
                .where(
                        MACHINE_MODEL.SHOP_ID.eq(here.shopId()),
                        lower(MACHINE_MODEL.MAKER).eq(maker.toLowerCase(Locale.ROOT)),
                        lower(MACHINE_MODEL.NAME).eq(name.toLowerCase(Locale.ROOT)))
                .fetchOptional(r -> r.value1());
    }

    Optional<String> kind(Here here, long modelId) {
        return sql.select(MACHINE_MODEL.KIND)
                .from(MACHINE_MODEL)
                .where(MACHINE_MODEL.ID.eq(modelId), MACHINE_MODEL.SHOP_ID.eq(here.shopId()))
                .fetchOptional(r -> r.value1());
    }

    static String key(String maker, String name) {
        return maker.toLowerCase(Locale.ROOT) + "\n" + name.toLowerCase(Locale.ROOT);
    }

    /** Of every model, by {@link #key}. */
    Map<String, Long> numbers(Here here) {
        Map<String, Long> numbers = new HashMap<>();
        sql.select(MACHINE_MODEL.ID, MACHINE_MODEL.MAKER, MACHINE_MODEL.NAME)
                .from(MACHINE_MODEL)
                .where(MACHINE_MODEL.SHOP_ID.eq(here.shopId()))
                .forEach(r -> numbers.put(key(r.value2(), r.value3()), r.value1()));
        return numbers;
    }

    /** The numbers, by {@link #key}, of those of these that were not known. */
    Map<String, Long> insert(Here here, List<DeviceService.Named> named) {
        Map<String, Long> numbers = new HashMap<>();
        sql.fetch(
                        """
                insert into machine_model (shop_id, kind, maker, name)
                select ?, kind, maker, name from unnest(?::text[], ?::text[], ?::text[]) as named (kind, maker, name)
                on conflict do nothing returning id, maker, name
                """,
                        here.shopId(),
                        named.stream().map(DeviceService.Named::kind).toArray(String[]::new),
                        named.stream().map(DeviceService.Named::maker).toArray(String[]::new),
                        named.stream().map(DeviceService.Named::name).toArray(String[]::new))
                .forEach(r -> numbers.put(
                        key(r.get("maker", String.class), r.get("name", String.class)), r.get("id", Long.class)));
        return numbers;
    }

    static Condition ofModel(Here here, long modelId) {
        return MACHINE_MODEL.SHOP_ID.eq(here.shopId()).and(MACHINE_MODEL.ID.eq(modelId));
    }

    static Condition ofKind(Here here, String kind) {
        return MACHINE_MODEL.SHOP_ID.eq(here.shopId()).and(MACHINE_MODEL.KIND.eq(kind));
    }

    private static Condition jobsOfModel(Here here, long modelId) {
        return JOB.SHOP_ID.eq(here.shopId()).and(JOB.MACHINE_MODEL_ID.eq(modelId));
    }

    private static Condition countedOf(Here here, long modelId) {
        return BOOK_COUNT.SHOP_ID.eq(here.shopId()).and(BOOK_COUNT.MACHINE_MODEL_ID.eq(modelId));
    }

    /**
     * What the book has counted for a model, most first.
     *
     * @param seen jobs, the open ones too
     * @param told those put away with a culprit stated
     * @param faults how many of those had each fault
     * @param ways decisions of those put away, by way
     */
    record Counted(int seen, int told, Map<String, Integer> faults, Map<String, Integer> ways) {}

    Counted counted(Here here, long modelId) {
        Map<String, Map<String, Integer>> counts = sql
                .select(BOOK_COUNT.WHAT, BOOK_COUNT.CODE, BOOK_COUNT.JOBS)
                .from(BOOK_COUNT)
                .where(countedOf(here, modelId), BOOK_COUNT.JOBS.gt(0))
                .orderBy(BOOK_COUNT.JOBS.desc(), BOOK_COUNT.CODE)
                .fetch()
                .stream()
                .collect(Collectors.groupingBy(
                        r -> r.value1(),
                        Collectors.toMap(r -> r.value2(), r -> r.value3(), (a, b) -> a, LinkedHashMap::new)));
        return new Counted(
                counts.getOrDefault("seen", Map.of()).getOrDefault("", 0),
                counts.getOrDefault("told", Map.of()).getOrDefault("", 0),
                counts.getOrDefault("culprit", Map.of()),
                counts.getOrDefault("way", Map.of()));
    }

    /** The words each fault was last stated with in a job that was put away. */
    Map<String, Say> lastWords(Here here, long modelId) {
        var last = lateral(select(JOB_CULPRIT.WORDS)
                        .from(JOB_CULPRIT)
                        .join(JOB)
                        .on(JOB.SHOP_ID.eq(JOB_CULPRIT.SHOP_ID), JOB.ID.eq(JOB_CULPRIT.JOB_ID))
                        .where(JOB_CULPRIT.FAULT.eq(BOOK_COUNT.CODE), jobsOfModel(here, modelId), CLOSED)
                        .orderBy(JOB_CULPRIT.JOB_ID.desc())
                        .limit(1))
                .as("last");
        Field<JSONB> words = last.field(JOB_CULPRIT.WORDS);
        return sql
                .select(BOOK_COUNT.CODE, words)
                .from(BOOK_COUNT)
                .crossJoin(last)
                .where(countedOf(here, modelId), BOOK_COUNT.WHAT.eq("culprit"))
                .stream()
                .collect(Collectors.toMap(
                        r -> r.value1(), r -> json.told(r.value2().data())));
    }

    /** Culprits of a model's jobs that were put away, one job left out, and what other shops' books say of it. */
    Experience experience(Here here, long modelId, long exceptJob) {
        Map<String, Integer> own = new HashMap<>();
        Map<String, Integer> elsewhere = new HashMap<>();
        sql.fetch("""
                select true as own, b.code as fault, b.jobs - (case when exists (
                           select from job_culprit c
                           join job j on j.shop_id = c.shop_id and j.id = c.job_id and j.place = 'putAway'
                               and j.machine_model_id = b.machine_model_id
                           where c.shop_id = b.shop_id and c.job_id = ? and c.fault = b.code) then 1 else 0 end) as jobs
                from book_count b where b.shop_id = ? and b.machine_model_id = ? and b.what = 'culprit'
                union all
                select false, c.key, least(sum(c.value::integer), 1000000)::integer
                from book_chapter b, jsonb_each_text(b.chapter -> 'culprits') c
                where b.shop_id = ? and b.machine_model_id = ? group by 2
                """, exceptJob, here.shopId(), modelId, here.shopId(), modelId)
                .forEach(r -> (Boolean.TRUE.equals(r.get("own", Boolean.class)) ? own : elsewhere)
                        .put(r.get("fault", String.class), r.get("jobs", Integer.class)));
        return new Experience(own, elsewhere);
    }

    /** The train of the book of another shop that has told of the most jobs. */
    Optional<Train> trainElsewhere(Here here, long modelId) {
        return sql.fetchOptional("""
                select b.chapter -> 'train' as machine, o.name
                from book_chapter b
                join book_origin o on o.shop_id = b.shop_id and o.origin = b.origin
                where b.shop_id = ? and b.machine_model_id = ? and b.chapter ?? 'train'
                order by (b.chapter ->> 'told')::integer desc, o.name limit 1
                """, here.shopId(), modelId)
                .map(r -> new Train(
                        json.read(
                                        Objects.requireNonNull(r.get("machine", JSONB.class))
                                                .data(),
                                        StoredMachine.class)
                                .machine(),
                        false,
                        0,
                        Optional.of(r.get("name", String.class))));
    }

    /**
     * Bench minutes of the last closed jobs, and what was ordered for each of the last jobs in all.
     *
     * @param of of which models; the newest of each are taken, then the newest of all
     */
    Estimate.History history(Condition of) {
        var timed = lateral(select(JOB.ID, JOB.BENCH_MINUTES)
                        .from(JOB)
                        .where(OF_THE_MODEL, JOB.BENCH_MINUTES.isNotNull())
                        .orderBy(JOB.ID.desc())
                        .limit(RECENT))
                .as("timed");
        List<Double> minutes = sql.select(timed.field(JOB.BENCH_MINUTES))
                .from(MACHINE_MODEL)
                .crossJoin(timed)
                .where(of)
                .orderBy(timed.field(JOB.ID).desc())
                .limit(RECENT)
                .fetch(r -> r.value1().doubleValue());
        Field<BigDecimal> ordered = sum(PURCHASE_ORDER_LINE.SHARE).as("ordered");
        var bought = lateral(select(JOB.ID, ordered)
                        .from(JOB)
                        .join(PURCHASE_ORDER_LINE)
                        .on(PURCHASE_ORDER_LINE.SHOP_ID.eq(JOB.SHOP_ID), PURCHASE_ORDER_LINE.JOB_ID.eq(JOB.ID))
                        .join(PURCHASE_ORDER)
                        .on(
                                PURCHASE_ORDER.SHOP_ID.eq(PURCHASE_ORDER_LINE.SHOP_ID),
                                PURCHASE_ORDER.ID.eq(PURCHASE_ORDER_LINE.ORDER_ID))
                        .join(SHOP)
                        .on(SHOP.ID.eq(PURCHASE_ORDER.SHOP_ID), SHOP.CURRENCY.eq(PURCHASE_ORDER.CURRENCY))
                        .where(OF_THE_MODEL, ORDERED)
                        .groupBy(JOB.ID)
                        .orderBy(JOB.ID.desc())
                        .limit(RECENT))
                .as("bought");
        List<Double> parts = sql.select(bought.field(ordered))
                .from(MACHINE_MODEL)
                .crossJoin(bought)
                .where(of)
                .orderBy(bought.field(JOB.ID).desc())
                .limit(RECENT)
                .fetch(r -> r.value1().doubleValue());
        return new Estimate.History(minutes, parts);
    }

    Optional<LastPart> lastPart(Here here, long modelId) {
        return sql.select(
                        PURCHASE_ORDER_LINE.ITEM_NUMBER,
                        PURCHASE_ORDER.SELLER_NAME,
                        PURCHASE_ORDER_LINE.SHARE,
                        PURCHASE_ORDER.CURRENCY,
                        PURCHASE_ORDER_LINE.PIECES,
                        PURCHASE_ORDER.ASKED_AT)
                .from(PURCHASE_ORDER)
                .join(PURCHASE_ORDER_LINE)
                .on(
                        PURCHASE_ORDER_LINE.SHOP_ID.eq(PURCHASE_ORDER.SHOP_ID),
                        PURCHASE_ORDER_LINE.ORDER_ID.eq(PURCHASE_ORDER.ID))
                .join(JOB)
                .on(JOB.SHOP_ID.eq(PURCHASE_ORDER_LINE.SHOP_ID), JOB.ID.eq(PURCHASE_ORDER_LINE.JOB_ID))
                .where(jobsOfModel(here, modelId), ORDERED)
                .orderBy(PURCHASE_ORDER.ID.desc(), PURCHASE_ORDER_LINE.POSITION)
                .limit(1)
                .fetchOptional(
                        r -> new LastPart(r.value1(), r.value2(), r.value3(), r.value4(), r.value5(), r.value6()));
    }

    Optional<Train> train(Here here, long modelId) {
        return sql.select(MACHINE_TRAIN.MACHINE, MACHINE_TRAIN.VERSION)
                .from(MACHINE_TRAIN)
                .where(MACHINE_TRAIN.SHOP_ID.eq(here.shopId()), MACHINE_TRAIN.MACHINE_MODEL_ID.eq(modelId))
                .fetchOptional(r -> new Train(
                        json.read(r.value1().data(), StoredMachine.class).machine(),
                        true,
                        r.value2(),
                        Optional.empty()));
    }

    /** False when somebody saved in between. */
    Optional<KnownMachine> model(Here here, long modelId) {
        return models(ofModel(here, modelId), 1).stream().findFirst();
    }

    /** Trains of other models that have a wheel of one of these counts. */
    Map<KnownMachine, Machine> trainsWith(Here here, long exceptModel, Set<Integer> counts) {
        return trainsWith(here, exceptModel, counts.stream().map(c -> "[{\"toothCount\": " + c + "}]"));
    }

    /** Trains of other models that have a wheel of one of these materials. */
    Map<KnownMachine, Machine> trainsOf(Here here, long exceptModel, Set<String> materials) {
        return trainsWith(
                here,
                exceptModel,
                materials.stream().filter(m -> m.matches("\\w{1,40}")).map(m -> "[{\"material\": \"" + m + "\"}]"));
    }

    private Map<KnownMachine, Machine> trainsWith(Here here, long exceptModel, Stream<String> wheels) {
        Condition any = wheels.map(wheel -> condition(
                        "{0} -> 'drive' -> 'wheels' @> {1}", MACHINE_TRAIN.MACHINE, inline(JSONB.valueOf(wheel))))
                .reduce(falseCondition(), Condition::or);
        Map<KnownMachine, Machine> found = new LinkedHashMap<>();
        sql.select(MACHINE_MODEL.ID, MACHINE_MODEL.KIND, MACHINE_MODEL.MAKER, MACHINE_MODEL.NAME, MACHINE_TRAIN.MACHINE)
                .from(MACHINE_TRAIN)
                .join(MACHINE_MODEL)
                .on(
                        MACHINE_MODEL.SHOP_ID.eq(MACHINE_TRAIN.SHOP_ID),
                        MACHINE_MODEL.ID.eq(MACHINE_TRAIN.MACHINE_MODEL_ID))
                .where(MACHINE_TRAIN.SHOP_ID.eq(here.shopId()), MACHINE_TRAIN.MACHINE_MODEL_ID.ne(exceptModel), any)
                .orderBy(MACHINE_MODEL.MAKER, MACHINE_MODEL.NAME)
                .limit(MOST_MODELS)
                .forEach(r -> found.put(
                        new KnownMachine(r.value1(), r.value2(), r.value3(), r.value4(), 0),
                        json.read(r.value5().data(), StoredMachine.class).machine()));
        return found;
    }

    boolean saveTrain(Here here, long modelId, int version, Machine machine, OffsetDateTime now) {
        JSONB text = JSONB.valueOf(json.written(StoredMachine.of(machine)));
        if (version == 0) {
            return sql.insertInto(MACHINE_TRAIN)
                            .set(MACHINE_TRAIN.MACHINE_MODEL_ID, modelId)
                            .set(MACHINE_TRAIN.SHOP_ID, here.shopId())
                            .set(MACHINE_TRAIN.MACHINE, text)
                            .set(MACHINE_TRAIN.SAVED_BY, here.personId())
                            .set(MACHINE_TRAIN.SAVED_AT, now)
                            .onConflictDoNothing()
                            .execute()
                    == 1;
        }
        return sql.update(MACHINE_TRAIN)
                        .set(MACHINE_TRAIN.MACHINE, text)
                        .set(MACHINE_TRAIN.SAVED_BY, here.personId())
                        .set(MACHINE_TRAIN.SAVED_AT, now)
                        .set(MACHINE_TRAIN.VERSION, MACHINE_TRAIN.VERSION.plus(1))
                        .where(
                                MACHINE_TRAIN.SHOP_ID.eq(here.shopId()),
                                MACHINE_TRAIN.MACHINE_MODEL_ID.eq(modelId),
                                MACHINE_TRAIN.VERSION.eq(version))
                        .execute()
                == 1;
    }

    Optional<WayIn> wayIn(Here here, long modelId) {
        return sql.select(WAY_IN.STEPS, WAY_IN.FROM_JOB_ID, WAY_IN.VERSION, PERSON.NAME, WAY_IN.SAVED_AT)
                .from(WAY_IN)
                .join(PERSON)
                .on(PERSON.SHOP_ID.eq(WAY_IN.SHOP_ID), PERSON.ID.eq(WAY_IN.SAVED_BY))
                .where(WAY_IN.SHOP_ID.eq(here.shopId()), WAY_IN.MACHINE_MODEL_ID.eq(modelId))
                .fetchOptional(r -> new WayIn(
                        json.read(r.value1().data(), StoredStep.Steps.class).teardownSteps(),
                        Optional.ofNullable(r.value2()),
                        r.value3(),
                        r.value4(),
                        r.value5()));
    }

    boolean saveWayIn(
            Here here,
            long modelId,
            int version,
            List<TeardownStep> steps,
            Optional<Long> fromJob,
            OffsetDateTime now) {
        JSONB text = JSONB.valueOf(json.written(StoredStep.Steps.of(steps)));
        if (version == 0) {
            return sql.insertInto(WAY_IN)
                            .set(WAY_IN.MACHINE_MODEL_ID, modelId)
                            .set(WAY_IN.SHOP_ID, here.shopId())
                            .set(WAY_IN.STEPS, text)
                            .set(WAY_IN.FROM_JOB_ID, fromJob.orElse(null))
                            .set(WAY_IN.SAVED_BY, here.personId())
                            .set(WAY_IN.SAVED_AT, now)
                            .onConflictDoNothing()
                            .execute()
                    == 1;
        }
        return sql.update(WAY_IN)
                        .set(WAY_IN.STEPS, text)
                        .set(WAY_IN.FROM_JOB_ID, fromJob.orElse(null))
                        .set(WAY_IN.SAVED_BY, here.personId())
                        .set(WAY_IN.SAVED_AT, now)
                        .set(WAY_IN.VERSION, WAY_IN.VERSION.plus(1))
                        .where(
                                WAY_IN.SHOP_ID.eq(here.shopId()),
                                WAY_IN.MACHINE_MODEL_ID.eq(modelId),
                                WAY_IN.VERSION.eq(version))
                        .execute()
                == 1;
    }
}
