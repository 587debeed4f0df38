package app.entrada.server.platform;

import java.util.concurrent.atomic.AtomicLong;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * How often something was written by this process. Whoever keeps what he has read asks whether it is another number: it is one at
 * the write, and again when its transaction has ended, for meanwhile others have read what was before.
 */
public final class Writes {
    private final AtomicLong count = new AtomicLong();

    /** A number that is another one after every write. */
    public long count() {
        return count.get();
    }

    /** Whether the transaction that is going on has written; nobody else sees that yet. */
    public boolean within() {
        return TransactionSynchronizationManager.hasResource(this);
    }

    /** Something was written, in a transaction or outside of one. */
    public void note() {
        count.incrementAndGet();
        if (!TransactionSynchronizationManager.isSynchronizationActive() || within()) return;
        TransactionSynchronizationManager.bindResource(this, true);
        TransactionSynchronizationManager.registerSynchronization(new Ending());
    }

    private final class Ending implements TransactionSynchronization {
        @Override
        public void suspend() {
            TransactionSynchronizationManager.unbindResource(Writes.this);
        }

        @Override
        public void resume() {
            TransactionSynchronizationManager.bindResource(Writes.this, true);
        }

        @Override
        public void afterCompletion(int status) {
            TransactionSynchronizationManager.unbindResource(Writes.this);
            count.incrementAndGet();
        }
    }
}
