package app.gewerk.server.job;

import static app.gewerk.server.db.Tables.JOB;
import static app.gewerk.server.db.Tables.JOURNAL;
import static app.gewerk.server.db.Tables.MACHINE_MODEL;
import static app.gewerk.server.db.Tables.PERSON;
import static org.jooq.impl.DSL.all;
import static org.jooq.impl.DSL.arrayAggDistinct;
import static org.jooq.impl.DSL.arrayAppend;
import static org.jooq.impl.DSL.arrayRemove;
import static org.jooq.impl.DSL.coalesce;
import static org.jooq.impl.DSL.count;
import static org.jooq.impl.DSL.inline;
import static org.jooq.impl.DSL.left;
import static org.jooq.impl.DSL.max;
import static org.jooq.impl.DSL.rowNumber;
import static org.jooq.impl.DSL.select;
import static org.jooq.impl.DSL.val;

import app.gewerk.core.Wire;
import app.gewerk.core.job.Place;
import app.gewerk.core.job.Step;
import app.gewerk.core.words.Say;
import app.gewerk.server.job.JobService.Job;
import app.gewerk.server.job.JobService.JournalEntry;
import app.gewerk.server.job.JobService.NewJob;
import app.gewerk.server.job.JobService.OwnerWord;
import app.gewerk.server.job.JobService.Tray;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.StoredJson;
import java.math.BigDecimal;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.Field;
import org.jooq.JSONB;
import org.jooq.Record;
import org.jooq.TableField;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Repository;

@Repository
class JobStore {
    private static final int TRAYS_SHOWN_A_PLACE = 60;
    private static final int LAST_PUT_AWAY = 5;
    /** Written out, not a parameter, so that PostgreSQL sees that the index of open jobs will do. */
    private static final Condition IN_THE_RACK = JOB.PLACE.ne(inline(Place.PUT_AWAY.toString()));

    private final DSLContext sql;
    private final StoredJson json;
    private final ReadOnce<Optional<Job>> once = new ReadOnce<>();

    JobStore(DSLContext sql, StoredJson json) {
        this.sql = sql;
        this.json = json;
    }

    /** Parts of a job with a version of their own. */
    enum Part {
        LISTEN,
        GEAR
    }

    /** Lowest tray number not in the rack; call under the shop's lock. */
    int freeTray(Here here) {
        sql.execute("select pg_advisory_xact_lock(7461, ?)", (int) here.shopId());
        return sql.fetchSingle("""
                        select min(n) from generate_series(1, 1 + (select count(*)::int from job
                          where shop_id = ? and place <> 'putAway')) n
                        where not exists (select 1 from job
                          where shop_id = ? and tray_number = n and place <> 'putAway')
                        """, here.shopId(), here.shopId()).get(0, Integer.class);
    }

    long insert(Here here, NewJob job, int tray, OffsetDateTime now, String findText) {
        return sql.insertInto(JOB)
                .set(JOB.SHOP_ID, here.shopId())
                .set(JOB.TRAY_NUMBER, tray)
                .set(taken(job, findText))
                .set(JOB.PLACE, Place.ON_THE_BENCH.toString())
                .set(JOB.STEPS_DONE, new String[] {Step.TAKE_IN.toString()})
                .set(JOB.TAKEN_IN_AT, now)
                .set(JOB.MOVED_AT, now)
                .returningResult(JOB.ID)
                .fetchSingle()
                .value1();
    }

    /** What was taken in, as the columns that keep it. */
    private static Map<Field<?>, Object> taken(NewJob job, String findText) {
        Map<Field<?>, Object> columns = new LinkedHashMap<>();
        columns.put(JOB.MACHINE_MODEL_ID, job.machineModelId());
        columns.put(JOB.SERIAL, job.serial());
        columns.put(JOB.ERA, job.era());
        columns.put(JOB.OWNER_NAME, job.ownerName());
        columns.put(JOB.OWNER_PHONE, job.ownerPhone());
        columns.put(JOB.COMPLAINT, job.complaint());
        columns.put(JOB.CAME_WITH, job.cameWith());
        columns.put(JOB.PLATE, job.plate());
        columns.put(JOB.HISTORY, job.history());
        columns.put(JOB.EARLIER_REPAIRS, job.earlierRepairs());
        columns.put(JOB.ARRIVED_LIKE, job.arrivedLike());
        columns.put(JOB.NEW_PRICE, job.newPrice().orElse(null));
        columns.put(JOB.WOULD_SPEND, job.wouldSpend().orElse(null));
        columns.put(JOB.CURRENCY, job.currency());
        columns.put(JOB.PROMISED_ON, job.promisedOn().orElse(null));
        columns.put(JOB.FIND_TEXT, findText);
        return columns;
    }

    boolean update(Here here, long jobId, int version, NewJob job, String findText) {
        return sql.update(JOB)
                        .set(taken(job, findText))
                        .set(JOB.VERSION, JOB.VERSION.plus(1))
                        .where(at(here, jobId), JOB.VERSION.eq(version))
                        .execute()
                == 1;
    }

    boolean move(
            Here here, long jobId, int version, Place place, int tray, Optional<Say> waitsFor, OffsetDateTime now) {
        return sql.update(JOB)
                        .set(JOB.PLACE, place.toString())
                        .set(JOB.TRAY_NUMBER, tray)
                        .set(JOB.WAITS_FOR, kept(waitsFor))
                        .set(JOB.MOVED_AT, now)
                        .set(JOB.VERSION, JOB.VERSION.plus(1))
                        .where(at(here, jobId), JOB.VERSION.eq(version))
                        .execute()
                == 1;
    }

    private @Nullable JSONB kept(Optional<Say> told) {
        return told.map(t -> JSONB.valueOf(json.written(t))).orElse(null);
    }

    private Optional<Say> told(@Nullable JSONB kept) {
        return Optional.ofNullable(kept).map(k -> json.told(k.data()));
    }

    private static Condition at(Here here, long jobId) {
        return JOB.SHOP_ID.eq(here.shopId()).and(JOB.ID.eq(jobId));
    }

    void lock(Here here, long jobId) {
        sql.select(JOB.ID).from(JOB).where(at(here, jobId)).forUpdate().execute();
    }

    boolean waitFor(Here here, long jobId, int version, Optional<Say> waitsFor) {
        return sql.update(JOB)
                        .set(JOB.WAITS_FOR, kept(waitsFor))
                        .set(JOB.VERSION, JOB.VERSION.plus(1))
                        .where(at(here, jobId), JOB.VERSION.eq(version))
                        .execute()
                == 1;
    }

    /** Where lines have been written that somebody who had read the journal so far has not seen. */
    Optional<JobService.Pulse> pulse(Here here, long jobId, Optional<JobService.Read> read) {
        Condition later = JOURNAL.ID.gt(read.map(JobService.Read::last).orElse(Long.MAX_VALUE));
        Field<Integer> laterLines = count().filterWhere(later);
        return sql.select(
                        coalesce(max(JOURNAL.ID), 0L),
                        count(JOURNAL.ID),
                        laterLines,
                        arrayAggDistinct(JOURNAL.STEP).filterWhere(later))
                .from(JOB)
                .leftJoin(JOURNAL)
                .on(JOURNAL.SHOP_ID.eq(JOB.SHOP_ID), JOURNAL.JOB_ID.eq(JOB.ID))
                .where(at(here, jobId))
                .groupBy(JOB.ID)
                .fetchOptional(r -> {
                    boolean earlierOnesCameLater = read.isPresent()
                            && r.value2() - r.value3() != read.get().lines();
                    return new JobService.Pulse(
                            r.value1(),
                            r.value2(),
                            earlierOnesCameLater ? List.of(Step.values()) : written(r.value4()));
                });
    }

    private static List<Step> written(String @Nullable [] steps) {
        return steps == null ? List.of() : steps(steps);
    }

    boolean ownerSays(Here here, long jobId, int version, String word, Optional<BigDecimal> limit, OffsetDateTime now) {
        return sql.update(JOB)
                        .set(JOB.OWNER_WORD, word)
                        .set(JOB.OWNER_LIMIT, limit.orElse(null))
                        .set(JOB.OWNER_WORD_AT, now)
                        .set(JOB.VERSION, JOB.VERSION.plus(1))
                        .where(at(here, jobId), JOB.VERSION.eq(version))
                        .execute()
                == 1;
    }

    void benchMinutes(Here here, long jobId, int minutes) {
        sql.update(JOB).set(JOB.BENCH_MINUTES, minutes).where(at(here, jobId)).execute();
    }

    void setOpened(Here here, long jobId, Set<String> opened) {
        sql.update(JOB)
                .set(JOB.OPENED, opened.toArray(String[]::new))
                .where(at(here, jobId))
                .execute();
    }

    void addOpened(Here here, long jobId, String opening) {
        sql.update(JOB)
                .set(JOB.OPENED, arrayAppend(JOB.OPENED, opening))
                .set(JOB.LISTEN_VERSION, JOB.LISTEN_VERSION.plus(1))
                .where(at(here, jobId), val(opening).ne(all(JOB.OPENED)))
                .execute();
    }

    /** Raises one of the job's versions; false when it is not the expected one. */
    boolean raise(Here here, long jobId, Part part, int expected) {
        TableField<?, Integer> version = part == Part.LISTEN ? JOB.LISTEN_VERSION : JOB.GEAR_VERSION;
        return sql.update(JOB)
                        .set(version, version.plus(1))
                        .where(at(here, jobId), version.eq(expected))
                        .execute()
                == 1;
    }

    void markDone(Here here, long jobId, Step step) {
        sql.update(JOB)
                .set(JOB.STEPS_DONE, arrayAppend(JOB.STEPS_DONE, step.toString()))
                .where(at(here, jobId), inline(step.toString()).ne(all(JOB.STEPS_DONE)))
                .execute();
    }

    void markUndone(Here here, long jobId, Step step) {
        sql.update(JOB)
                .set(JOB.STEPS_DONE, arrayRemove(JOB.STEPS_DONE, step.toString()))
                .where(at(here, jobId))
                .execute();
    }

    Optional<Job> job(Here here, long jobId) {
        return once.read(here, jobId, () -> find(here, jobId));
    }

    private Optional<Job> find(Here here, long jobId) {
        return sql.select(JOB.asterisk(), MACHINE_MODEL.KIND, MACHINE_MODEL.MAKER, MACHINE_MODEL.NAME)
                .from(JOB)
                .join(MACHINE_MODEL)
                .on(MACHINE_MODEL.SHOP_ID.eq(JOB.SHOP_ID), MACHINE_MODEL.ID.eq(JOB.MACHINE_MODEL_ID))
                .where(at(here, jobId))
                .fetchOptional(this::job);
    }

    private Job job(Record r) {
        return new Job(
                r.get(JOB.ID),
                r.get(JOB.TRAY_NUMBER),
                r.get(JOB.MACHINE_MODEL_ID),
                r.get(MACHINE_MODEL.KIND),
                r.get(MACHINE_MODEL.MAKER),
                r.get(MACHINE_MODEL.NAME),
                r.get(JOB.SERIAL),
                r.get(JOB.ERA),
                r.get(JOB.OWNER_NAME),
                r.get(JOB.OWNER_PHONE),
                r.get(JOB.COMPLAINT),
                r.get(JOB.CAME_WITH),
                r.get(JOB.PLATE),
                r.get(JOB.HISTORY),
                r.get(JOB.EARLIER_REPAIRS),
                r.get(JOB.ARRIVED_LIKE),
                Optional.ofNullable(r.get(JOB.NEW_PRICE)),
                Optional.ofNullable(r.get(JOB.WOULD_SPEND)),
                Optional.ofNullable(r.get(JOB.PROMISED_ON)),
                r.get(JOB.OWNER_WORD).isEmpty()
                        ? Optional.empty()
                        : Optional.of(new OwnerWord(
                                r.get(JOB.OWNER_WORD),
                                Optional.ofNullable(r.get(JOB.OWNER_LIMIT)),
                                r.get(JOB.OWNER_WORD_AT))),
                Optional.ofNullable(r.get(JOB.BENCH_MINUTES)),
                List.of(r.get(JOB.OPENED)),
                Wire.parse(Place.class, r.get(JOB.PLACE)),
                told(r.get(JOB.WAITS_FOR)),
                steps(r.get(JOB.STEPS_DONE)),
                r.get(JOB.VERSION),
                r.get(JOB.LISTEN_VERSION),
                r.get(JOB.GEAR_VERSION),
                r.get(JOB.TAKEN_IN_AT));
    }

    private static List<Step> steps(String[] words) {
        return Arrays.stream(words)
                .map(w -> Wire.parse(Step.class, w))
                .distinct()
                .sorted()
                .toList();
    }

    Map<Place, Integer> counts(Here here) {
        Map<Place, Integer> counts = new EnumMap<>(Place.class);
        sql.select(JOB.PLACE, count())
                .from(JOB)
                .where(JOB.SHOP_ID.eq(here.shopId()), IN_THE_RACK)
                .groupBy(JOB.PLACE)
                .forEach(r -> counts.put(Wire.parse(Place.class, r.value1()), r.value2()));
        return counts;
    }

    /** The trays of every place but "put away", most pressing first, so many a place; and the last few put away. */
    List<Tray> rack(Here here) {
        Field<Integer> rank = rowNumber()
                .over()
                .partitionBy(JOB.PLACE)
                .orderBy(JOB.PROMISED_ON.asc().nullsLast(), JOB.TRAY_NUMBER)
                .as("rank");
        var ranked = select(JOB.ID.as("ranked_id"), rank)
                .from(JOB)
                .where(JOB.SHOP_ID.eq(here.shopId()), IN_THE_RACK)
                .asTable("ranked");
        return trays(
                        here,
                        JOB.ID.in(select(ranked.field("ranked_id", Long.class))
                                .from(ranked)
                                .where(ranked.field("rank", Integer.class).le(TRAYS_SHOWN_A_PLACE))
                                .unionAll(select(JOB.ID)
                                        .from(JOB)
                                        .where(
                                                JOB.SHOP_ID.eq(here.shopId()),
                                                JOB.PLACE.eq(inline(Place.PUT_AWAY.toString())))
                                        .orderBy(JOB.MOVED_AT.desc(), JOB.ID.desc())
                                        .limit(LAST_PUT_AWAY))))
                .fetch(this::tray);
    }

    /**
     * Jobs found by all the words, newest first.
     *
     * @param words each as the alternatives one of which must be in what a job is found by
     */
    List<Tray> find(Here here, List<List<String>> words, Optional<Long> before, int limit) {
        List<String> patterns = new ArrayList<>();
        List<Integer> ofWord = new ArrayList<>();
        for (List<String> alternatives : words) {
            for (String text : alternatives) {
                patterns.add(
                        "%" + text.replace("\\", "\\\\").replace("%", "\\%").replace("_", "\\_") + "%");
                ofWord.add(words.indexOf(alternatives));
            }
        }
        List<Long> found = sql.fetch(
                        "select jobs_with_words(?, ?, ?, ?, ?)",
                        here.shopId(),
                        patterns.toArray(String[]::new),
                        ofWord.toArray(Integer[]::new),
                        before.orElse(null),
                        limit)
                .map(r -> r.get(0, Long.class));
        return trays(here, JOB.ID.in(found)).fetch(this::tray).stream()
                .sorted((a, b) -> Long.compare(b.id(), a.id()))
                .toList();
    }

    private org.jooq.SelectSeekStep2<?, java.time.LocalDate, Integer> trays(Here here, Condition which) {
        return sql.select(
                        JOB.ID,
                        JOB.TRAY_NUMBER,
                        MACHINE_MODEL.KIND,
                        MACHINE_MODEL.MAKER,
                        MACHINE_MODEL.NAME,
                        left(JOB.COMPLAINT, 90).as("complaint_start"),
                        JOB.OWNER_NAME,
                        JOB.WAITS_FOR,
                        JOB.PROMISED_ON,
                        JOB.PLACE,
                        JOB.STEPS_DONE)
                .from(JOB)
                .join(MACHINE_MODEL)
                .on(MACHINE_MODEL.SHOP_ID.eq(JOB.SHOP_ID), MACHINE_MODEL.ID.eq(JOB.MACHINE_MODEL_ID))
                .where(JOB.SHOP_ID.eq(here.shopId()), which)
                .orderBy(JOB.PROMISED_ON.asc().nullsLast(), JOB.TRAY_NUMBER);
    }

    private Tray tray(Record r) {
        List<Step> done = steps(r.get(JOB.STEPS_DONE));
        return new Tray(
                r.get(JOB.ID),
                r.get(JOB.TRAY_NUMBER),
                r.get(MACHINE_MODEL.KIND),
                r.get(MACHINE_MODEL.MAKER) + " " + r.get(MACHINE_MODEL.NAME),
                r.get("complaint_start", String.class),
                r.get(JOB.OWNER_NAME),
                told(r.get(JOB.WAITS_FOR)),
                Optional.ofNullable(r.get(JOB.PROMISED_ON)),
                Wire.parse(Place.class, r.get(JOB.PLACE)),
                Arrays.stream(Step.values()).filter(s -> !done.contains(s)).findFirst());
    }

    long write(Here here, long jobId, JournalEntry entry, Optional<String> before, Optional<String> after) {
        return sql.insertInto(JOURNAL)
                .set(JOURNAL.SHOP_ID, here.shopId())
                .set(JOURNAL.JOB_ID, jobId)
                .set(JOURNAL.AT, entry.at())
                .set(JOURNAL.PERSON_ID, here.personId())
                .set(JOURNAL.STEP, entry.step().toString())
                .set(JOURNAL.WHAT, JSONB.valueOf(json.written(entry.what())))
                .set(JOURNAL.WHY, entry.why())
                .set(JOURNAL.BEFORE, before.map(JSONB::valueOf).orElse(null))
                .set(JOURNAL.AFTER, after.map(JSONB::valueOf).orElse(null))
                .returningResult(JOURNAL.ID)
                .fetchSingle()
                .value1();
    }

    List<JournalEntry> journal(Here here, long jobId) {
        return sql.select(JOURNAL.AT, PERSON.NAME, JOURNAL.STEP, JOURNAL.WHAT, JOURNAL.WHY)
                .from(JOURNAL)
                .join(PERSON)
                .on(PERSON.SHOP_ID.eq(JOURNAL.SHOP_ID), PERSON.ID.eq(JOURNAL.PERSON_ID))
                .where(JOURNAL.SHOP_ID.eq(here.shopId()), JOURNAL.JOB_ID.eq(jobId))
                .orderBy(JOURNAL.ID)
                .fetch(r -> new JournalEntry(
                        r.value1(),
                        r.value2(),
                        Wire.parse(Step.class, r.value3()),
                        told(r.value4()).orElseThrow(),
                        r.value5()));
    }
}
