package app.entrada.server.accounts;

import app.entrada.server.platform.Sealed;
import app.entrada.server.platform.Secrets;
import java.io.IOException;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Exchanges the key that secrets are sealed with. */
@Component
public class NewKey {
    private final Secrets secrets;
    private final List<Sealed> kept;
    private final TransactionTemplate transactions;

    NewKey(Secrets secrets, List<Sealed> kept, TransactionTemplate transactions) {
        this.secrets = secrets;
        this.kept = kept;
        this.transactions = transactions;
    }

    /**
     * Seals all secrets with a new key; the old one is destroyed. Whatever interrupts it, all of them open afterwards.
     *
     * @return how many there are
     */
    @For(Role.MANAGER)
    public int make() throws IOException {
        secrets.addKey();
        int count = transactions.execute(
                status -> kept.stream().mapToInt(Sealed::reseal).sum());
        secrets.dropOldKeys();
        return count;
    }
}
