package wistaxis.store.ledger;

import static wistaxis.core.words.Say.t;

import java.util.ServiceLoader;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;

/** Keeps ledgers on a server. What does so is found by Java's service loader and loaded when a shop uses it, and not before. */
public interface LedgerServer {
    /**
     * Opens it to work with; whoever closes what this returns closes its connections.
     *
     * @param password null for what the system keeps in its own file of passwords
     * @param bench what entries from here carry
     * @param connections at most so many at once
     * @throws ServerProblem where that cannot be done
     */
    Engine open(ServerAddress address, @Nullable String password, String bench, int connections);

    /**
     * Brings the schema up to date, as the role that owns it.
     *
     * @return how many steps that took
     */
    int prepare(ServerAddress owner, @Nullable String password);

    /** The one that is there. @throws BadInput where this Wistaxis was built without */
    static LedgerServer found() {
        return ServiceLoader.load(LedgerServer.class).findFirst().orElseThrow(() -> new BadInput(t("store.server.without")));
    }
}
