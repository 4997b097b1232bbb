package app.gewerk.server.job;

import java.util.HashMap;
import java.util.Map;
import java.util.function.Supplier;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/** What was read in a transaction that changes nothing is not read again in it: many features ask for the same job. */
final class ReadOnce<K, V> {
    V read(K what, Supplier<V> read) {
        if (!TransactionSynchronizationManager.isActualTransactionActive()
                || !TransactionSynchronizationManager.isCurrentTransactionReadOnly()) {
            return read.get();
        }
        Map<K, V> known = known();
        V there = known.get(what);
        if (there == null) {
            there = read.get();
            known.put(what, there);
        }
        return there;
    }

    /** Bound to the transaction, and gone with it. */
    @SuppressWarnings("unchecked")
    private Map<K, V> known() {
        if (TransactionSynchronizationManager.getResource(this) instanceof Map<?, ?> known) {
            return (Map<K, V>) known;
        }
        Map<K, V> known = new HashMap<>();
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
