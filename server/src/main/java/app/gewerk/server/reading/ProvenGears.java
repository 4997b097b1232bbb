package app.gewerk.server.reading;

import app.gewerk.core.reading.Beforehand;
import app.gewerk.core.reading.ProvenGear;
import app.gewerk.core.reading.Question;
import app.gewerk.core.reading.Series;
import app.gewerk.core.words.Refused;
import app.gewerk.server.knowledge.KnownHere;
import app.gewerk.server.shop.ShopScope;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * What is thought of gears before they are read, with a say for those that the shop a thread works for has read, had made
 * or bought, proven and handed back.
 */
@Component
class ProvenGears {
    /**
     * The newest only: what a shop mends changes with the years. And so few that nothing becomes less than half as common
     * as it is said to be, however seldom it has come.
     */
    private static final int MOST = 100;

    private static final int LOOKED_THROUGH = 500;

    private final ReadingStore store;
    private final KnownHere known;
    private final Map<Long, AsOf> byShop = new ConcurrentHashMap<>();

    ProvenGears(ReadingStore store, KnownHere known) {
        this.store = store;
        this.known = known;
    }

    private record Read(long jobId, int version) {}

    /** @param changes there had been to what went out when this was reckoned */
    private record AsOf(long changes, Series series, Map<Read, ProvenGear> gears, Beforehand beforehand) {
        static final AsOf NOTHING = new AsOf(0, Series.shipped(), Map.of(), Beforehand.shipped());
    }

    Beforehand beforehand() {
        Series series = known.now().series();
        Optional<Long> shopId = ShopScope.shopId();
        if (shopId.isEmpty()) {
            return Beforehand.after(List.of(), series);
        }
        AsOf kept = byShop.getOrDefault(shopId.get(), AsOf.NOTHING);
        long changes = store.changesOfWhatWentOut(shopId.get());
        if (kept.changes != changes || kept.series != series) {
            kept = reckoned(shopId.get(), changes, series, kept.gears);
            // What a transaction has changed may be taken back with it.
            if (!TransactionSynchronizationManager.isActualTransactionActive()
                    || TransactionSynchronizationManager.isCurrentTransactionReadOnly()) {
                byShop.put(shopId.get(), kept);
            }
        }
        return kept.beforehand;
    }

    /** @param before what is known of gears already */
    private AsOf reckoned(long shopId, long changes, Series series, Map<Read, ProvenGear> before) {
        List<ReadingStore.Proven> proven = store.proven(shopId, MOST, LOOKED_THROUGH);
        List<Long> fresh = proven.stream()
                .filter(p -> !before.containsKey(new Read(p.jobId(), p.version())))
                .map(ReadingStore.Proven::jobId)
                .toList();
        Map<Long, List<ReadingLine>> readings = fresh.isEmpty() ? Map.of() : store.readings(shopId, fresh);
        Map<Read, ProvenGear> gears = new LinkedHashMap<>();
        for (ReadingStore.Proven p : proven) {
            Read read = new Read(p.jobId(), p.version());
            ProvenGear gear = before.get(read);
            if (gear == null) {
                gear = gear(p.saved(), readings.getOrDefault(p.jobId(), List.of()), series);
            }
            gears.put(read, gear);
        }
        return new AsOf(changes, series, gears, Beforehand.after(List.copyOf(gears.values()), series));
    }

    private static ProvenGear gear(ReadingStore.Saved saved, List<ReadingLine> lines, Series series) {
        TakenGear taken = saved.taken().orElseThrow();
        Optional<Question> question = Optional.empty();
        try {
            question = Optional.of(Asked.of(saved, lines).question());
        } catch (Refused unreadable) {
            // Left out since, or never written: which gear it is still counts.
        }
        return ProvenGear.of(
                question,
                taken.pitch().pitch(),
                taken.pressureAngleDeg(),
                taken.addendumCoefficient(),
                taken.toothCount(),
                series);
    }
}
