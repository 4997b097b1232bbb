package app.gewerk.server.job;

import app.gewerk.server.shop.Here;
import java.util.HashMap;
import java.util.Map;
import java.util.function.Supplier;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/** What was read of a job in a transaction that changes nothing is not read again in it: many features ask for the same. */
public final class ReadOnce<V> {
    private record OfJob(long shopId, long jobId) {}

    public V read(Here here, long jobId, Supplier<V> read) {
        if (!TransactionSynchronizationManager.isActualTransactionActive()
                || !TransactionSynchronizationManager.isCurrentTransactionReadOnly()) {
            return read.get();
        }
        Map<OfJob, V> known = known();
        OfJob of = new OfJob(here.shopId(), jobId);
        V there = known.get(of);
        if (there == null) {
            there = read.get();
            known.put(of, there);
        }
        return there;
    }

    /** Bound to the transaction, and gone with it. */
    @SuppressWarnings("unchecked")
    private Map<OfJob, V> known() {
        if (TransactionSynchronizationManager.getResource(this) instanceof Map<?, ?> known) {
            return (Map<OfJob, V>) known;
        }
        Map<OfJob, V> known = new HashMap<>();
        TransactionSynchronizationManager.bindResource(this, known);
        TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
            @Override
            public void suspend() {
                TransactionSynchronizationManager.unbindResource(ReadOnce.this);
            }

            @Override
            public void resume() {
                TransactionSynchronizationManager.bindResource(ReadOnce.this, known);
            }

            @Override
            public void afterCompletion(int status) {
                TransactionSynchronizationManager.unbindResource(ReadOnce.this);
            }
        });
        return known;
    }
}
