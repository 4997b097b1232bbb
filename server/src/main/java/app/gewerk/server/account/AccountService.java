package app.gewerk.server.account;

import app.gewerk.core.account.Role;
import app.gewerk.core.account.Secrets;
import app.gewerk.core.words.Refused;
import app.gewerk.core.words.Say;
import app.gewerk.server.account.AccountStore.Account;
import app.gewerk.server.account.Sessions.How;
import app.gewerk.server.account.WrongSecrets.About;
import app.gewerk.server.http.Barred;
import app.gewerk.server.http.NotFound;
import app.gewerk.server.http.Stale;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.PersonKey;
import app.gewerk.server.shop.ShopClock;
import app.gewerk.server.shop.ShopScope;
import app.gewerk.server.shop.ShopService;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** People and their secrets: who comes in, and who may say so. */
@Service
public class AccountService {
    private static final int SIGN_INS_SHOWN = 200;
    /** Longer ones are not even looked at. */
    private static final int LONGEST_TYPED = 400;

    private final AccountStore store;
    private final Sessions sessions;
    private final WrongSecrets wrong;
    private final Hashes hashes;
    private final ShopService shops;
    private final ShopScope scope;
    private final ShopClock clock;

    AccountService(
            AccountStore store,
            Sessions sessions,
            WrongSecrets wrong,
            Hashes hashes,
            ShopService shops,
            ShopScope scope,
            ShopClock clock) {
        this.store = store;
        this.sessions = sessions;
        this.wrong = wrong;
        this.hashes = hashes;
        this.shops = shops;
        this.scope = scope;
        this.clock = clock;
    }

    /** @param role none: a name from before there were accounts, that nobody can come in as */
    public record Member(
            long id, String name, Optional<Role> role, boolean password, boolean pin, boolean closed, int version) {}

    /** @param lasts whether they are still signed in there */
    public record SignIn(
            long id,
            long personId,
            String name,
            OffsetDateTime at,
            How how,
            String address,
            String agent,
            boolean lasts) {}

    // ---- coming in

    /** @param device the token that a browser somebody has come in from before shows */
    record Coming(String address, Optional<String> device) {}

    /** @param device the token that the browser is to show next time */
    record CameIn(Here who, String device) {}

    /**
     * Somebody shows who they are.
     *
     * @param shop its name, where a database holds several
     * @throws Barred if the password is not the name's, or if it was tried too often just now
     */
    CameIn signIn(Optional<String> shop, String name, String password, Coming coming) {
        ShopService.Shop at = shopOf(shop, coming);
        Optional<Account> account = scope.in(at.id(), () -> store.account(at.id(), name.strip()));
        Optional<String> known = coming.device()
                .map(Hashes::ofToken)
                .filter(hash -> account.filter(a -> scope.in(at.id(), () -> store.knows(a.here(), hash, clock.now())))
                        .isPresent());
        List<About> abouts = known.map(hash -> List.of(About.device(hash)))
                .orElseGet(() -> List.of(About.name(shortened(name.strip())), About.address(coming.address())));
        wrong.count(at.id(), abouts);
        boolean right = password.length() <= LONGEST_TYPED
                && hashes.fits(password, account.map(Account::password).orElse(null));
        if (!right) {
            throw Barred.unproven(Say.of("account.wrongPassword"));
        }
        Here who = account.orElseThrow().here();
        wrong.right(at.id(), abouts);
        wrong.right(at.id(), List.of(About.pin(who.personId())));
        String token = known.isPresent() ? coming.device().orElseThrow() : Hashes.token();
        scope.run(at.id(), () -> {
            store.remember(who, Hashes.ofToken(token), clock.now());
        });
        return new CameIn(who, token);
    }

    /** What nobody told by which shop there is: a wrong shop is a wrong password. */
    private ShopService.Shop shopOf(Optional<String> named, Coming coming) {
        Optional<String> given = named.map(String::strip).filter(n -> !n.isEmpty());
        if (given.isEmpty()) {
            return shops.entrance();
        }
        return shops.named(given.get()).orElseThrow(() -> {
            hashes.fits(coming.address(), null);
            return Barred.unproven(Say.of("account.wrongPassword"));
        });
    }

    private static String shortened(String name) {
        return name.substring(0, Math.min(name.length(), 60));
    }

    /** Somebody else takes over a bench that is open. */
    Here byPin(Here open, String sessionId, long personId, String pin) {
        List<About> abouts = List.of(About.pin(personId), About.bench(Hashes.ofToken(sessionId)));
        wrong.count(open.shopId(), abouts);
        Optional<Account> account = store.account(new PersonKey(open.shopId(), personId));
        boolean right = pin.length() <= Secrets.LONGEST_PIN
                && hashes.fits(pin, account.map(Account::pin).orElse(null));
        if (!right) {
            throw Barred.unproven(Say.of("account.wrongPin"));
        }
        wrong.right(open.shopId(), abouts);
        return account.orElseThrow().here();
    }

    // ---- people

    @Transactional(readOnly = true)
    public List<Member> members(Here here) {
        return store.members(here.shopId());
    }

    @Transactional(readOnly = true)
    public List<SignIn> signIns(Here here) {
        return store.signIns(here.shopId(), clock.now(), SIGN_INS_SHOWN);
    }

    /**
     * From now on people show who they are; what was there stays, and the names too. Whoever does this is the owner.
     *
     * @return the owner
     */
    @Transactional
    public Here begin(ShopService.Shop shop, String name, String password) {
        String tidy = ShopService.tidyName(name);
        Secrets.requirePassword(password, tidy, shop.name());
        String hash = hashes.of(password);
        return scope.in(shop.id(), () -> {
            if (!store.openAccounts(shop.id(), clock.now())) {
                throw new Refused("account.already");
            }
            long id =
                    store.personNamed(shop.id(), tidy).orElseGet(() -> store.insertPerson(shop.id(), tidy, Role.OWNER));
            store.setRole(shop.id(), id, Role.OWNER);
            store.setPassword(shop.id(), id, hash);
            return store.account(new PersonKey(shop.id(), id)).orElseThrow().here();
        });
    }

    /** Somebody new, with the first secrets that are told to them. */
    @Transactional
    public List<Member> add(Here here, String name, Role role, Optional<String> password, Optional<String> pin) {
        String tidy = ShopService.tidyName(name);
        store.lockPeople(here.shopId());
        requireFree(here, tidy, Optional.empty());
        long id = store.insertPerson(here.shopId(), tidy, role);
        keepSecrets(here, id, tidy, password, pin);
        return members(here);
    }

    /** @param but whose name it may be already */
    private void requireFree(Here here, String name, Optional<Long> but) {
        if (store.personNamed(here.shopId(), name)
                .filter(id -> !but.equals(Optional.of(id)))
                .isPresent()) {
            throw Refused.at("name", "account.nameTaken", "name", name);
        }
    }

    /** Another name, another role, closed or open again. */
    @Transactional
    public List<Member> change(Here here, long personId, int version, String name, Role role, boolean closed) {
        String tidy = ShopService.tidyName(name);
        store.lockPeople(here.shopId());
        Member before = member(here, personId);
        requireFree(here, tidy, Optional.of(personId));
        boolean another = members(here).stream()
                .anyMatch(m ->
                        m.id() != personId && m.role().equals(Optional.of(Role.OWNER)) && m.password() && !m.closed());
        if ((role != Role.OWNER || closed) && before.role().equals(Optional.of(Role.OWNER)) && !another) {
            throw Refused.at("role", "account.lastOwner");
        }
        if (!store.updatePerson(here.shopId(), personId, version, tidy, role, closed ? clock.now() : null)) {
            throw new Stale(member(here, personId));
        }
        if (closed) {
            sessions.endAllOf(new PersonKey(here.shopId(), personId), Optional.empty());
        }
        return members(here);
    }

    /** New secrets from the owner; whoever came in with the old ones is signed out. */
    @Transactional
    public List<Member> giveSecrets(Here here, long personId, Optional<String> password, Optional<String> pin) {
        Member who = member(here, personId);
        if (who.role().isEmpty()) {
            throw Refused.at("role", "account.roleFirst", "name", who.name());
        }
        keepSecrets(here, personId, who.name(), password, pin);
        if (password.isPresent()) {
            sessions.endAllOf(new PersonKey(here.shopId(), personId), Optional.empty());
        }
        return members(here);
    }

    /**
     * One's own new secrets; elsewhere one is signed out.
     *
     * @param password the one until now
     */
    @Transactional
    public void changeOwn(
            Here here, String sessionId, String password, Optional<String> newPassword, Optional<String> newPin) {
        List<About> abouts = List.of(About.bench(Hashes.ofToken(sessionId)));
        wrong.count(here.shopId(), abouts);
        Account own = store.account(PersonKey.of(here)).orElseThrow(Barred::signInFirst);
        if (!hashes.fits(password, own.password())) {
            throw Barred.unproven(Say.of("account.wrongPassword"));
        }
        wrong.right(here.shopId(), abouts);
        keepSecrets(here, here.personId(), here.personName(), newPassword, newPin);
        if (newPassword.isPresent()) {
            sessions.endAllOf(PersonKey.of(here), Optional.of(sessionId));
        }
    }

    /** @param pin an empty one takes it away */
    private void keepSecrets(Here here, long personId, String name, Optional<String> password, Optional<String> pin) {
        password.ifPresent(p -> {
            Secrets.requirePassword(p, name, shops.shop(here).name());
            store.setPassword(here.shopId(), personId, hashes.of(p));
        });
        pin.ifPresent(p -> {
            if (!p.isEmpty()) {
                Secrets.requirePin(p);
            }
            store.setPin(here.shopId(), personId, p.isEmpty() ? null : hashes.of(p));
            wrong.right(here.shopId(), List.of(About.pin(personId)));
        });
    }

    private Member member(Here here, long personId) {
        return members(here).stream()
                .filter(m -> m.id() == personId)
                .findFirst()
                .orElseThrow(() -> new NotFound("missing.person", "number", personId));
    }

    /** Somebody is signed out wherever they are. */
    public void signOutEverywhere(Here here, long personId) {
        member(here, personId);
        sessions.endAllOf(new PersonKey(here.shopId(), personId), Optional.empty());
    }

    public void signOut(Here here, long signIn) {
        String session = store.session(here.shopId(), signIn)
                .orElseThrow(() -> new NotFound("missing.signIn", "number", signIn));
        sessions.end(here.shopId(), session);
    }
}
