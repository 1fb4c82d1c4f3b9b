package wistaxis.postgres;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import wistaxis.store.ledger.KeptLedger;
import wistaxis.store.ledger.Ledger;
import wistaxis.store.ledger.LedgerStore;

/** The same entries in a file, for comparison. */
record FileLedger(LedgerStore ledger) implements AutoCloseable {
    static FileLedger of(LedgerStore from) {
        try {
            java.nio.file.Path file = Files.createTempDirectory("ledger").resolve("ledger.db");
            try (Ledger ledger = Ledger.open(file)) {
                from.since(0).forEach(e -> {
                    if (e.event() instanceof wistaxis.core.ticket.TicketEvent.Opened o) {
                        ledger.openTicket(o, e.at());
                    } else {
                        ledger.append(e.ticket(), e.event(), e.at());
                    }
                });
            }
            return new FileLedger(KeptLedger.open(file));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @Override
    public void close() {
        ledger.close();
    }
}
