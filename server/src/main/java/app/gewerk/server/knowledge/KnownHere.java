package app.gewerk.server.knowledge;

import app.gewerk.core.caution.Cautions;
import app.gewerk.core.choice.Problem;
import app.gewerk.core.damage.Causes;
import app.gewerk.core.diagnosis.DiagnosisKnowledge;
import app.gewerk.core.knowledge.Knowledge;
import app.gewerk.core.material.Materials;
import app.gewerk.core.reading.Series;
import app.gewerk.server.shop.ShopScope;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.springframework.web.context.request.RequestAttributes;
import org.springframework.web.context.request.RequestContextHolder;

/** What is gone by in the shop that a thread works for; what was shipped where it works for none. */
@Component
public class KnownHere {
    private static final String IN_REQUEST = KnownHere.class.getName();
    private static final Known SHIPPED = new Known(
            Knowledge.shipped(),
            Problem.Known.shipped(),
            DiagnosisKnowledge.shipped(),
            Cautions.of(Knowledge.shipped()),
            Series.shipped());

    private final KnowledgeStore store;
    private final Map<Long, AsOf> byShop = new ConcurrentHashMap<>();

    KnownHere(KnowledgeStore store) {
        this.store = store;
    }

    /** All knowledge, understood. */
    public record Known(
            Knowledge knowledge, Problem.Known choice, DiagnosisKnowledge diagnosis, Cautions cautions, Series series) {

        static Known of(Knowledge knowledge) {
            return new Known(
                    knowledge,
                    Problem.Known.of(knowledge),
                    DiagnosisKnowledge.of(knowledge),
                    Cautions.of(knowledge),
                    Series.of(knowledge));
        }

        public Materials materials() {
            return choice.materials();
        }

        public Causes causes() {
            return choice.causes();
        }
    }

    /** @param changes there had been when this was understood; another process may have made more since */
    private record AsOf(int changes, Known known) {}

    /** One and the same throughout a request. */
    public Known now() {
        Optional<Long> shopId = ShopScope.shopId();
        if (shopId.isEmpty()) {
            return SHIPPED;
        }
        RequestAttributes request = RequestContextHolder.getRequestAttributes();
        if (request == null) {
            return of(shopId.get());
        }
        if (request.getAttribute(IN_REQUEST, RequestAttributes.SCOPE_REQUEST) instanceof Known known) {
            return known;
        }
        Known known = of(shopId.get());
        request.setAttribute(IN_REQUEST, known, RequestAttributes.SCOPE_REQUEST);
        return known;
    }

    /** This request has changed something. */
    void changed() {
        RequestAttributes request = RequestContextHolder.getRequestAttributes();
        if (request != null) {
            request.removeAttribute(IN_REQUEST, RequestAttributes.SCOPE_REQUEST);
        }
    }

    private Known of(long shopId) {
        int changes = store.changes(shopId);
        if (changes == 0) {
            return SHIPPED;
        }
        AsOf kept = byShop.get(shopId);
        if (kept == null || kept.changes != changes) {
            kept = new AsOf(changes, Known.of(Knowledge.with(store.inForce(shopId))));
            // What a transaction has changed may be taken back with it.
            if (!TransactionSynchronizationManager.isActualTransactionActive()
                    || TransactionSynchronizationManager.isCurrentTransactionReadOnly()) {
                byShop.put(shopId, kept);
            }
        }
        return kept.known;
    }
}
