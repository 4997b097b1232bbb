package app.gewerk.server.account;

import static app.gewerk.server.db.Tables.KNOWN_DEVICE;
import static app.gewerk.server.db.Tables.PERSON;
import static app.gewerk.server.db.Tables.PHONE_LINK;
import static app.gewerk.server.db.Tables.SHOP;
import static app.gewerk.server.db.Tables.SIGN_IN;
import static app.gewerk.server.db.Tables.SPRING_SESSION;
import static app.gewerk.server.db.Tables.WRONG_SECRET;

import app.gewerk.core.Wire;
import app.gewerk.core.account.Right;
import app.gewerk.core.account.Role;
import app.gewerk.server.shop.Asker;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.PersonKey;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Repository;

@Repository
class AccountStore {
    private final DSLContext sql;

    AccountStore(DSLContext sql) {
        this.sql = sql;
    }

    /** Somebody who may come in: of a shop with accounts, with a role, not closed. */
    record Account(
            Here here,
            Role role,
            @Nullable String password,
            @Nullable String pin) {}

    Optional<Account> account(PersonKey person) {
        return account(person.shopId(), PERSON.ID.eq(person.personId()));
    }

    Optional<Account> account(long shopId, String name) {
        return account(shopId, PERSON.NAME.equalIgnoreCase(name));
    }

    private Optional<Account> account(long shopId, Condition which) {
        return sql.select(PERSON.ID, PERSON.NAME, PERSON.ROLE, PERSON.PASSWORD, PERSON.PIN)
                .from(PERSON)
                .join(SHOP)
                .on(SHOP.ID.eq(PERSON.SHOP_ID))
                .where(PERSON.SHOP_ID.eq(shopId), which)
                .and(PERSON.CLOSED_AT.isNull())
                .and(PERSON.ROLE.isNotNull())
                .and(SHOP.ACCOUNTS_SINCE.isNotNull())
                .and(SHOP.CLOSED_AT.isNull())
                .fetchOptional(r -> new Account(
                        new Here(shopId, r.value1(), r.value2()),
                        Wire.parse(Role.class, r.value3()),
                        r.value4(),
                        r.value5()));
    }

    /** A telephone whose link is still good, in the name of whoever made it. */
    Optional<Asker> phone(PersonKey maker, long link, OffsetDateTime now) {
        return sql.select(PERSON.NAME, PHONE_LINK.JOB_ID)
                .from(PHONE_LINK)
                .join(PERSON)
                .on(PERSON.SHOP_ID.eq(PHONE_LINK.SHOP_ID), PERSON.ID.eq(PHONE_LINK.MADE_BY))
                .where(PHONE_LINK.SHOP_ID.eq(maker.shopId()), PHONE_LINK.ID.eq(link))
                .and(PHONE_LINK.MADE_BY.eq(maker.personId()))
                .and(PHONE_LINK.GOOD_UNTIL.gt(now))
                .and(PERSON.CLOSED_AT.isNull())
                .fetchOptional(r -> new Asker(
                        new Here(maker.shopId(), maker.personId(), r.value1()),
                        Set.of(Right.COUNTER),
                        Optional.of(r.value2())));
    }

    // ---- coming in

    void insertSignIn(Here who, Sessions.How how, String address, String agent, String session, OffsetDateTime now) {
        sql.insertInto(SIGN_IN)
                .set(SIGN_IN.SHOP_ID, who.shopId())
                .set(SIGN_IN.PERSON_ID, who.personId())
                .set(SIGN_IN.AT, now)
                .set(SIGN_IN.HOW, how.toString())
                .set(SIGN_IN.ADDRESS, address)
                .set(SIGN_IN.AGENT, agent)
                .set(SIGN_IN.SESSION, session)
                .execute();
    }

    int signedOut(long shopId, String session, OffsetDateTime now) {
        return sql.update(SIGN_IN)
                .set(SIGN_IN.ENDED_AT, now)
                .setNull(SIGN_IN.SESSION)
                .where(SIGN_IN.SHOP_ID.eq(shopId), SIGN_IN.SESSION.eq(session))
                .execute();
    }

    private static Condition lasts(OffsetDateTime now) {
        return DSL.exists(DSL.selectOne()
                .from(SPRING_SESSION)
                .where(SPRING_SESSION.SESSION_ID.eq(SIGN_IN.SESSION))
                .and(SPRING_SESSION.EXPIRY_TIME.gt(now.toInstant().toEpochMilli())));
    }

    List<AccountService.SignIn> signIns(long shopId, OffsetDateTime now, int most) {
        return sql.select(
                        SIGN_IN.ID,
                        SIGN_IN.PERSON_ID,
                        PERSON.NAME,
                        SIGN_IN.AT,
                        SIGN_IN.HOW,
                        SIGN_IN.ADDRESS,
                        SIGN_IN.AGENT,
                        DSL.field(lasts(now)))
                .from(SIGN_IN)
                .join(PERSON)
                .on(PERSON.SHOP_ID.eq(SIGN_IN.SHOP_ID), PERSON.ID.eq(SIGN_IN.PERSON_ID))
                .where(SIGN_IN.SHOP_ID.eq(shopId))
                .orderBy(SIGN_IN.AT.desc(), SIGN_IN.ID.desc())
                .limit(most)
                .fetch(r -> new AccountService.SignIn(
                        r.value1(),
                        r.value2(),
                        r.value3(),
                        r.value4(),
                        Wire.parse(Sessions.How.class, r.value5()),
                        r.value6(),
                        r.value7(),
                        r.value8()));
    }

    Optional<String> session(long shopId, long signIn) {
        return sql.select(SIGN_IN.SESSION)
                .from(SIGN_IN)
                .where(SIGN_IN.SHOP_ID.eq(shopId), SIGN_IN.ID.eq(signIn), SIGN_IN.SESSION.isNotNull())
                .fetchOptional(SIGN_IN.SESSION);
    }

    // ---- wrong secrets

    /** What counts for one thing that secrets are shown for. */
    record Wrong(int wrong, OffsetDateTime lastAt, OffsetDateTime heardFrom) {}

    /** The count of something, held until the transaction ends, so that none is heard beside another. */
    Optional<Wrong> held(long shopId, String about) {
        return sql.select(WRONG_SECRET.WRONG, WRONG_SECRET.LAST_AT, WRONG_SECRET.HEARD_FROM)
                .from(WRONG_SECRET)
                .where(WRONG_SECRET.SHOP_ID.eq(shopId), WRONG_SECRET.ABOUT.eq(about))
                .forUpdate()
                .fetchOptional(r -> new Wrong(r.value1(), r.value2(), r.value3()));
    }

    /** @return whether it was the first; another one at the same moment waits here and then is not */
    boolean insert(long shopId, String about, Wrong count) {
        return sql.insertInto(WRONG_SECRET)
                        .set(WRONG_SECRET.SHOP_ID, shopId)
                        .set(WRONG_SECRET.ABOUT, about)
                        .set(WRONG_SECRET.WRONG, count.wrong())
                        .set(WRONG_SECRET.LAST_AT, count.lastAt())
                        .set(WRONG_SECRET.HEARD_FROM, count.heardFrom())
                        .onConflictDoNothing()
                        .execute()
                == 1;
    }

    void update(long shopId, String about, Wrong count) {
        sql.update(WRONG_SECRET)
                .set(WRONG_SECRET.WRONG, count.wrong())
                .set(WRONG_SECRET.LAST_AT, count.lastAt())
                .set(WRONG_SECRET.HEARD_FROM, count.heardFrom())
                .where(WRONG_SECRET.SHOP_ID.eq(shopId), WRONG_SECRET.ABOUT.eq(about))
                .execute();
    }

    void forgetWrong(long shopId, String about) {
        sql.deleteFrom(WRONG_SECRET)
                .where(WRONG_SECRET.SHOP_ID.eq(shopId), WRONG_SECRET.ABOUT.eq(about))
                .execute();
    }

    boolean knows(Here who, String tokenHash, OffsetDateTime now) {
        return sql.update(KNOWN_DEVICE)
                        .set(KNOWN_DEVICE.USED_AT, now)
                        .where(KNOWN_DEVICE.SHOP_ID.eq(who.shopId()), KNOWN_DEVICE.PERSON_ID.eq(who.personId()))
                        .and(KNOWN_DEVICE.TOKEN_HASH.eq(tokenHash))
                        .execute()
                == 1;
    }

    void remember(Here who, String tokenHash, OffsetDateTime now) {
        sql.insertInto(KNOWN_DEVICE)
                .set(KNOWN_DEVICE.SHOP_ID, who.shopId())
                .set(KNOWN_DEVICE.PERSON_ID, who.personId())
                .set(KNOWN_DEVICE.TOKEN_HASH, tokenHash)
                .set(KNOWN_DEVICE.USED_AT, now)
                .onConflictDoNothing()
                .execute();
    }

    // ---- people

    List<AccountService.Member> members(long shopId) {
        return sql.select(
                        PERSON.ID,
                        PERSON.NAME,
                        PERSON.ROLE,
                        PERSON.PASSWORD.isNotNull(),
                        PERSON.PIN.isNotNull(),
                        PERSON.CLOSED_AT.isNotNull(),
                        PERSON.VERSION)
                .from(PERSON)
                .where(PERSON.SHOP_ID.eq(shopId))
                .orderBy(PERSON.CLOSED_AT.isNotNull(), PERSON.ID)
                .fetch(r -> new AccountService.Member(
                        r.value1(),
                        r.value2(),
                        Optional.ofNullable(r.value3()).map(w -> Wire.parse(Role.class, w)),
                        r.value4(),
                        r.value5(),
                        r.value6(),
                        r.value7()));
    }

    /** One change at a time to who is who in a shop. */
    void lockPeople(long shopId) {
        sql.select(SHOP.ID)
                .from(SHOP)
                .where(SHOP.ID.eq(shopId))
                .forNoKeyUpdate()
                .fetch();
    }

    Optional<Long> personNamed(long shopId, String name) {
        return sql.select(PERSON.ID)
                .from(PERSON)
                .where(PERSON.SHOP_ID.eq(shopId), PERSON.NAME.equalIgnoreCase(name))
                .fetchOptional(PERSON.ID);
    }

    long insertPerson(long shopId, String name, Role role) {
        return sql.insertInto(PERSON)
                .set(PERSON.SHOP_ID, shopId)
                .set(PERSON.NAME, name)
                .set(PERSON.ROLE, role.toString())
                .returning(PERSON.ID)
                .fetchSingle(PERSON.ID);
    }

    boolean updatePerson(long shopId, long id, int version, String name, Role role, @Nullable OffsetDateTime closedAt) {
        return sql.update(PERSON)
                        .set(PERSON.NAME, name)
                        .set(PERSON.ROLE, role.toString())
                        .set(PERSON.CLOSED_AT, closedAt)
                        .set(PERSON.VERSION, PERSON.VERSION.plus(1))
                        .where(PERSON.SHOP_ID.eq(shopId), PERSON.ID.eq(id), PERSON.VERSION.eq(version))
                        .execute()
                == 1;
    }

    void setPassword(long shopId, long id, String hash) {
        sql.update(PERSON)
                .set(PERSON.PASSWORD, hash)
                .where(PERSON.SHOP_ID.eq(shopId), PERSON.ID.eq(id))
                .execute();
        sql.deleteFrom(KNOWN_DEVICE)
                .where(KNOWN_DEVICE.SHOP_ID.eq(shopId), KNOWN_DEVICE.PERSON_ID.eq(id))
                .execute();
    }

    void setPin(long shopId, long id, @Nullable String hash) {
        sql.update(PERSON)
                .set(PERSON.PIN, hash)
                .where(PERSON.SHOP_ID.eq(shopId), PERSON.ID.eq(id))
                .execute();
    }

    boolean openAccounts(long shopId, OffsetDateTime now) {
        return sql.update(SHOP)
                        .set(SHOP.ACCOUNTS_SINCE, now)
                        .where(SHOP.ID.eq(shopId), SHOP.ACCOUNTS_SINCE.isNull())
                        .execute()
                == 1;
    }

    void setRole(long shopId, long id, Role role) {
        sql.update(PERSON)
                .set(PERSON.ROLE, role.toString())
                .setNull(PERSON.CLOSED_AT)
                .where(PERSON.SHOP_ID.eq(shopId), PERSON.ID.eq(id))
                .execute();
    }
}
