package wistaxis.store.ledger;

import java.nio.file.Path;
import java.time.Clock;
import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import wistaxis.postgres.Server;

/** The ledger on a real server. */
class PostgresContractTest extends LedgerContract {
    private final Map<Path, ServerAddress> databases = new HashMap<>();
    private final java.util.List<LedgerServer.Open> opened = new java.util.ArrayList<>();

    @Override
    LedgerStore open(Path folder) {
        ServerAddress address = databases.computeIfAbsent(folder, _ -> Server.prepared());
        LedgerServer.Open open = LedgerServer.found().open(address, null);
        opened.add(open);
        return KeptLedger.open(open.ledger(), Clock.systemUTC());
    }

    @AfterEach
    void close() {
        opened.forEach(LedgerServer.Open::close);
    }
}
