package app.gewerk.server.stores;

import static app.gewerk.server.db.Tables.LISTED_ITEM;
import static app.gewerk.server.db.Tables.LISTED_PRICE;
import static app.gewerk.server.db.Tables.LIST_READING;
import static app.gewerk.server.db.Tables.SELLER;
import static org.jooq.impl.DSL.condition;
import static org.jooq.impl.DSL.count;
import static org.jooq.impl.DSL.lower;
import static org.jooq.impl.DSL.noCondition;
import static org.jooq.impl.DSL.val;

import app.gewerk.core.Wire;
import app.gewerk.core.sourcing.GearAsListed;
import app.gewerk.core.sourcing.Listing;
import app.gewerk.core.stores.Columns;
import app.gewerk.core.stores.GearWish;
import app.gewerk.core.stores.Item;
import app.gewerk.core.stores.ItemKind;
import app.gewerk.core.stores.ListLine;
import app.gewerk.core.stores.PartKey;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.StoredJson;
import app.gewerk.server.stores.ListService.ListRead;
import app.gewerk.server.stores.ListService.Listed;
import app.gewerk.server.stores.ListService.PriceSeen;
import app.gewerk.server.stores.ListService.ReadState;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Stream;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.JSONB;
import org.jooq.Record;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Repository;

@Repository
class ListStore {
    private final DSLContext sql;
    private final StoredJson json;

    ListStore(DSLContext sql, StoredJson json) {
        this.sql = sql;
        this.json = json;
    }

    boolean known(Here here, String seller) {
        return sql.fetchExists(SELLER, SELLER.SHOP_ID.eq(here.shopId()), SELLER.CODE.eq(seller));
    }

    Optional<Columns> columns(Here here, String seller) {
        return sql.select(SELLER.LIST_COLUMNS)
                .from(SELLER)
                .where(SELLER.SHOP_ID.eq(here.shopId()), SELLER.CODE.eq(seller), SELLER.LIST_COLUMNS.isNotNull())
                .fetchOptional(
                        r -> json.read(r.value1().data(), StoredColumns.class).columns());
    }

    void saveColumns(Here here, String seller, Columns columns) {
        sql.update(SELLER)
                .set(SELLER.LIST_COLUMNS, JSONB.valueOf(json.written(StoredColumns.of(columns))))
                .where(SELLER.SHOP_ID.eq(here.shopId()), SELLER.CODE.eq(seller))
                .execute();
    }

    /** The number of the list that is now being read; nobody else reads one of this seller until the transaction ends. */
    int begin(Here here, String seller, OffsetDateTime now) {
        return sql.insertInto(LIST_READING)
                .set(LIST_READING.SHOP_ID, here.shopId())
                .set(LIST_READING.SELLER, seller)
                .set(LIST_READING.LIST_NUMBER, 1)
                .set(LIST_READING.LINES, 0)
                .set(LIST_READING.REFUSED, 0)
                .set(LIST_READING.STATE, ReadState.READING.toString())
                .set(LIST_READING.BEGAN_AT, now)
                .onDuplicateKeyUpdate()
                .set(LIST_READING.LIST_NUMBER, LIST_READING.LIST_NUMBER.plus(1))
                .set(LIST_READING.LINES, 0)
                .set(LIST_READING.REFUSED, 0)
                .set(LIST_READING.STATE, ReadState.READING.toString())
                .set(LIST_READING.BEGAN_AT, now)
                .returning(LIST_READING.LIST_NUMBER)
                .fetchSingle()
                .getListNumber();
    }

    void progress(Here here, String seller, int lines, int refused, ReadState state) {
        sql.update(LIST_READING)
                .set(LIST_READING.LINES, lines)
                .set(LIST_READING.REFUSED, refused)
                .set(LIST_READING.STATE, state.toString())
                .where(LIST_READING.SHOP_ID.eq(here.shopId()), LIST_READING.SELLER.eq(seller))
                .execute();
    }

    Optional<ListRead> lastRead(Here here, String seller) {
        return sql.selectFrom(LIST_READING)
                .where(LIST_READING.SHOP_ID.eq(here.shopId()), LIST_READING.SELLER.eq(seller))
                .fetchOptional(r -> new ListRead(
                        r.getLines(), r.getRefused(), Wire.parse(ReadState.class, r.getState()), r.getBeganAt()));
    }

    Map<String, Integer> counts(Here here) {
        return sql.select(LISTED_ITEM.SELLER, count())
                .from(LISTED_ITEM)
                .where(LISTED_ITEM.SHOP_ID.eq(here.shopId()))
                .groupBy(LISTED_ITEM.SELLER)
                .fetchMap(r -> r.value1(), r -> r.value2());
    }

    private static <T> Object[] column(List<ListLine> lines, Function<ListLine, @Nullable T> of, T[] array) {
        return lines.stream().map(of).toList().toArray(array);
    }

    private static <T> Object[] gear(List<ListLine> lines, Function<GearAsListed, T> of, T[] array) {
        return column(lines, line -> line.item().gear().map(of).orElse(null), array);
    }

    /** Lines of a list, each item once. */
    void put(Here here, String seller, int listNumber, String currency, List<ListLine> lines) {
        sql.execute(
                """
                insert into listed_item (shop_id, seller, list_number, currency, item_number, kind, name, part_number, part_key,
                        pitch_system, pitch, module, tooth_count, pressure_angle_deg, stub, bore_mm, face_width_mm, material,
                        pack_size, pack_price, stock, dispatch_days)
                select ?, ?, ?, ?, line.*
                from unnest(?::text[], ?::text[], ?::text[], ?::text[], ?::text[], ?::text[], ?::float8[], ?::float8[], ?::int[],
                        ?::float8[], ?::boolean[], ?::float8[], ?::float8[], ?::text[], ?::int[], ?::numeric[], ?::int[],
                        ?::int[]) line
                on conflict (shop_id, seller, item_number) do update set
                    list_number = excluded.list_number, currency = excluded.currency, kind = excluded.kind,
                    name = excluded.name, part_number = excluded.part_number, part_key = excluded.part_key, pitch_system = excluded.pitch_system,
                    pitch = excluded.pitch, module = excluded.module, tooth_count = excluded.tooth_count,
                    pressure_angle_deg = excluded.pressure_angle_deg, stub = excluded.stub, bore_mm = excluded.bore_mm,
                    face_width_mm = excluded.face_width_mm, material = excluded.material, pack_size = excluded.pack_size,
                    pack_price = excluded.pack_price, stock = excluded.stock, dispatch_days = excluded.dispatch_days
                """,
                here.shopId(),
                seller,
                listNumber,
                currency,
                column(lines, ListLine::itemNumber, new String[0]),
                column(lines, l -> l.item().kind().toString(), new String[0]),
                column(lines, l -> l.item().name(), new String[0]),
                column(lines, l -> l.item().number(), new String[0]),
                column(lines, l -> l.item().key().map(PartKey::text).orElse(null), new String[0]),
                gear(lines, g -> g.pitch().system().toString(), new String[0]),
                gear(lines, g -> g.pitch().value(), new Double[0]),
                gear(lines, g -> g.pitch().module(), new Double[0]),
                gear(lines, GearAsListed::toothCount, new Integer[0]),
                gear(lines, GearAsListed::pressureAngleDeg, new Double[0]),
                gear(lines, GearAsListed::stub, new Boolean[0]),
                gear(lines, GearAsListed::boreMm, new Double[0]),
                gear(lines, GearAsListed::faceWidthMm, new Double[0]),
                gear(lines, GearAsListed::material, new String[0]),
                column(lines, ListLine::packSize, new Integer[0]),
                column(lines, ListLine::packPrice, new BigDecimal[0]),
                column(lines, ListLine::stock, new Integer[0]),
                column(lines, ListLine::dispatchDays, new Integer[0]));
    }

    /** What no longer stands in a list goes; what its price was stays. */
    int forgetOthers(Here here, String seller, int listNumber) {
        return sql.deleteFrom(LISTED_ITEM)
                .where(
                        LISTED_ITEM.SHOP_ID.eq(here.shopId()),
                        LISTED_ITEM.SELLER.eq(seller),
                        LISTED_ITEM.LIST_NUMBER.ne(listNumber))
                .execute();
    }

    /** Keeps the prices that are not what they last were. */
    int keepPrices(Here here, String seller, LocalDate today) {
        return sql.execute("""
                insert into listed_price (shop_id, seller, item_number, seen_on, pack_price, pack_size, currency)
                select i.shop_id, i.seller, i.item_number, ?, i.pack_price, i.pack_size, i.currency
                from listed_item i
                left join lateral (
                    select p.pack_price, p.pack_size, p.currency from listed_price p
                    where p.shop_id = i.shop_id and p.seller = i.seller and p.item_number = i.item_number
                    order by p.seen_on desc limit 1) before on true
                where i.shop_id = ? and i.seller = ?
                    and (before.pack_price, before.pack_size, before.currency)
                        is distinct from (i.pack_price, i.pack_size, i.currency)
                on conflict (shop_id, seller, item_number, seen_on) do update
                    set pack_price = excluded.pack_price, pack_size = excluded.pack_size, currency = excluded.currency
                """, today, here.shopId(), seller);
    }

    List<PriceSeen> prices(Here here, Collection<Listed> of) {
        Condition items = of.stream()
                .map(i -> LISTED_PRICE
                        .SELLER
                        .eq(i.listing().seller())
                        .and(LISTED_PRICE.ITEM_NUMBER.eq(i.listing().itemNumber())))
                .reduce(Condition::or)
                .orElse(noCondition());
        return sql.selectFrom(LISTED_PRICE)
                .where(LISTED_PRICE.SHOP_ID.eq(here.shopId()), items)
                .orderBy(LISTED_PRICE.SEEN_ON, LISTED_PRICE.SELLER)
                .fetch(r -> new PriceSeen(
                        r.getSeller(),
                        r.getItemNumber(),
                        r.getSeenOn(),
                        r.getPackPrice(),
                        r.getPackSize(),
                        r.getCurrency()));
    }

    Optional<Listed> item(Here here, String seller, String itemNumber) {
        return items(here, LISTED_ITEM.SELLER.eq(seller).and(LISTED_ITEM.ITEM_NUMBER.eq(itemNumber)), 1).stream()
                .findFirst();
    }

    List<Listed> gears(Here here, List<GearWish> wishes, List<String> words, int most) {
        Condition any =
                wishes.stream().map(ListStore::wished).reduce(Condition::or).orElse(noCondition());
        return items(
                here,
                LISTED_ITEM
                        .TOOTH_COUNT
                        .isNotNull()
                        .and(any)
                        .and(words.stream()
                                .map(word -> lower(LISTED_ITEM.NAME)
                                        .contains(word)
                                        .or(lower(LISTED_ITEM.MATERIAL).eq(word)))
                                .reduce(Condition::and)
                                .orElse(noCondition())),
                most);
    }

    private static Condition wished(GearWish wish) {
        return wish.toothCount()
                .map(z -> LISTED_ITEM.TOOTH_COUNT.between((int) Math.ceil(z.from()), (int) Math.floor(z.to())))
                .orElse(noCondition())
                .and(wish.moduleRange()
                        .map(m -> LISTED_ITEM.MODULE.between(m.from(), m.to()))
                        .orElse(noCondition()));
    }

    List<Listed> named(Here here, List<String> words, int most) {
        return items(
                here,
                condition(
                        "({0}, {1}) in (select of_seller, of_item from listed_with_words({2}, {3}, {4}))",
                        LISTED_ITEM.SELLER,
                        LISTED_ITEM.ITEM_NUMBER,
                        val(here.shopId()),
                        val(patterns(words)),
                        val(most)),
                most);
    }

    /** Each by its own index: as one condition neither would be used. */
    List<Listed> numbered(Here here, Collection<PartKey> keys, String itemNumber, int most) {
        List<Listed> byKey = items(
                here, LISTED_ITEM.PART_KEY.in(keys.stream().map(PartKey::text).toList()), most);
        List<Listed> byItem = items(here, lower(LISTED_ITEM.ITEM_NUMBER).eq(itemNumber.toLowerCase(Locale.ROOT)), most);
        return Stream.concat(byKey.stream(), byItem.stream()).distinct().toList();
    }

    /** As patterns of like, whatever signs they hold. */
    private static String[] patterns(List<String> words) {
        return words.stream()
                .map(word -> "%" + word.replaceAll("([\\\\%_])", "\\\\$1") + "%")
                .toArray(String[]::new);
    }

    private List<Listed> items(Here here, Condition which, int most) {
        return sql.selectFrom(LISTED_ITEM)
                .where(LISTED_ITEM.SHOP_ID.eq(here.shopId()), which)
                .orderBy(LISTED_ITEM.PACK_PRICE, LISTED_ITEM.SELLER, LISTED_ITEM.ITEM_NUMBER)
                .limit(most)
                .fetch(ListStore::listed);
    }

    private static Listed listed(Record r) {
        return new Listed(
                new Item(
                        Wire.parse(ItemKind.class, r.get(LISTED_ITEM.KIND)),
                        r.get(LISTED_ITEM.NAME),
                        r.get(LISTED_ITEM.PART_NUMBER),
                        GearColumns.gear(
                                r.get(LISTED_ITEM.PITCH_SYSTEM),
                                r.get(LISTED_ITEM.PITCH),
                                r.get(LISTED_ITEM.TOOTH_COUNT),
                                r.get(LISTED_ITEM.PRESSURE_ANGLE_DEG),
                                r.get(LISTED_ITEM.STUB),
                                r.get(LISTED_ITEM.BORE_MM),
                                r.get(LISTED_ITEM.FACE_WIDTH_MM),
                                r.get(LISTED_ITEM.MATERIAL))),
                new Listing(
                        r.get(LISTED_ITEM.SELLER),
                        r.get(LISTED_ITEM.ITEM_NUMBER),
                        r.get(LISTED_ITEM.PACK_SIZE),
                        r.get(LISTED_ITEM.PACK_PRICE),
                        r.get(LISTED_ITEM.STOCK),
                        r.get(LISTED_ITEM.DISPATCH_DAYS)),
                r.get(LISTED_ITEM.CURRENCY));
    }
}
