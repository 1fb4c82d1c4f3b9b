package wistaxis.store.ledger;

import static wistaxis.core.words.Say.t;

import java.util.ServiceLoader;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;

/** Keeps ledgers on a server. What does so is found by Java's service loader and loaded when a shop uses it, and not before. */
public interface LedgerServer {
    /** An open server. */
    interface Open extends AutoCloseable {
        /** The ledger on it. */
        Engine ledger();

        /** Calls somebody whenever anything was appended, by whomever, and after each time that the server was away. */
        void listen(Runnable appended);

        @Override
        void close();
    }

    /**
     * Opens it to work with.
     *
     * @param password null for what the system keeps in its own file of passwords
     * @throws ServerProblem where that cannot be done
     */
    Open open(ServerAddress address, @Nullable String password);

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
