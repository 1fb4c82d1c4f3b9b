package wistaxis.store.ledger;

import java.nio.file.Path;
import java.time.Clock;
import java.util.HashMap;
import java.util.Map;
import wistaxis.testserver.Server;

/** The ledger on a real server. */
class PostgresContractTest extends LedgerContract {
    private final Map<Path, ServerAddress> databases = new HashMap<>();

    @Override
    LedgerStore open(Path folder) {
        ServerAddress address = databases.computeIfAbsent(folder, _ -> Server.prepared());
        return KeptLedger.open(LedgerServer.found().open(address, null, "Quay bench", 3), Clock.systemUTC());
    }
}
