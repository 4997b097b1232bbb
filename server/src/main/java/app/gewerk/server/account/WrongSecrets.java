package app.gewerk.server.account;

import app.gewerk.core.account.Pauses;
import app.gewerk.core.words.Say;
import app.gewerk.server.account.AccountStore.Wrong;
import app.gewerk.server.http.Barred;
import app.gewerk.server.shop.ShopClock;
import app.gewerk.server.shop.ShopScope;
import java.time.Duration;
import java.time.OffsetDateTime;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Lets secrets be guessed slowly only. A try counts as wrong before it is looked at and is taken back when it was right,
 * so that many at once are no more than one after another; the counts lie in the database, for every process.
 */
@Component
class WrongSecrets {
    private final AccountStore store;
    private final ShopScope scope;
    private final ShopClock clock;
    private final TransactionTemplate transaction;

    WrongSecrets(AccountStore store, ShopScope scope, ShopClock clock, PlatformTransactionManager transactions) {
        this.store = store;
        this.scope = scope;
        this.clock = clock;
        // Its own, whatever is under way: what is refused rolls back, and the count is to stay.
        this.transaction = new TransactionTemplate(transactions);
        this.transaction.setPropagationBehavior(TransactionDefinition.PROPAGATION_REQUIRES_NEW);
    }

    /**
     * What tries are counted for.
     *
     * @param sleepsAfter so many in a row, and none is heard at all; 0 for never
     */
    record About(String key, Pauses pauses, int sleepsAfter) {
        static About name(String name) {
            return new About("name:" + name.toLowerCase(Locale.ROOT), Pauses.OF_A_NAME, 0);
        }

        static About address(String address) {
            return new About("address:" + address, Pauses.OF_AN_ADDRESS, 0);
        }

        /** Somebody's own device: one name, and nobody from elsewhere. */
        static About device(String tokenHash) {
            return new About("device:" + tokenHash, Pauses.OF_A_NAME, 0);
        }

        /** A bench somebody is signed in at, where others' PINs may be tried. */
        static About bench(String sessionHash) {
            return new About("device:bench-" + sessionHash, Pauses.OF_AN_ADDRESS, 0);
        }

        static About pin(long personId) {
            return new About("pin:" + personId, Pauses.OF_A_NAME, Pauses.PIN_SLEEPS_AFTER);
        }
    }

    /** @throws Barred if for one of these nothing is heard just now, with when to try again; then nothing is counted */
    void count(long shopId, List<About> abouts) {
        OffsetDateTime now = clock.now();
        List<About> inOrder =
                abouts.stream().sorted(Comparator.comparing(About::key)).toList();
        scope.run(
                shopId,
                () -> transaction.executeWithoutResult(t -> {
                    inOrder.forEach(about -> count(shopId, about, now));
                }));
    }

    private void count(long shopId, About about, OffsetDateTime now) {
        Optional<Wrong> before = store.held(shopId, about.key());
        if (before.isEmpty()) {
            if (store.insert(shopId, about.key(), counted(about, 1, now))) {
                return;
            }
            before = store.held(shopId, about.key());
        }
        Wrong known = before.orElseThrow();
        if (known.heardFrom().isAfter(now)) {
            throw Barred.tooOften("account.tooOften", Duration.between(now, known.heardFrom()));
        }
        boolean old = known.lastAt().plus(Pauses.FORGOTTEN_AFTER).isBefore(now);
        if (!old && about.sleepsAfter() > 0 && known.wrong() >= about.sleepsAfter()) {
            throw Barred.unproven(Say.of("account.pinSleeps"));
        }
        store.update(shopId, about.key(), counted(about, old ? 1 : known.wrong() + 1, now));
    }

    private static Wrong counted(About about, int wrong, OffsetDateTime now) {
        return new Wrong(wrong, now, now.plus(about.pauses().after(wrong)));
    }

    /** The try was right: what it was for begins anew; an address has one less against it, for others sit there too. */
    void right(long shopId, List<About> abouts) {
        OffsetDateTime now = clock.now();
        scope.run(
                shopId,
                () -> transaction.executeWithoutResult(t -> {
                    for (About about : abouts) {
                        if (about.pauses() == Pauses.OF_AN_ADDRESS) {
                            store.held(shopId, about.key())
                                    .filter(known -> known.wrong() > 1)
                                    .ifPresentOrElse(
                                            known -> store.update(
                                                    shopId,
                                                    about.key(),
                                                    new Wrong(known.wrong() - 1, known.lastAt(), now)),
                                            () -> store.forgetWrong(shopId, about.key()));
                        } else {
                            store.forgetWrong(shopId, about.key());
                        }
                    }
                }));
    }
}
