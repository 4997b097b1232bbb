package app.gewerk.server.shop;

import org.springframework.context.annotation.Configuration;
import org.springframework.scheduling.annotation.EnableScheduling;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** What has to be done now and then, by whichever process comes to it: new months for the journal, old keys, links and sign-ins forgotten. */
@Component
class Housekeeping {
    private static final long EVERY_MS = 6 * 3600 * 1000L;

    private final ShopStore store;

    Housekeeping(ShopStore store) {
        this.store = store;
    }

    @Configuration(proxyBeanMethods = false)
    @EnableScheduling
    static class Now {}

    @Scheduled(initialDelay = 30_000, fixedDelay = EVERY_MS)
    void tidy() {
        store.makeJournalMonths();
        store.forgetWhatIsOld();
    }
}
