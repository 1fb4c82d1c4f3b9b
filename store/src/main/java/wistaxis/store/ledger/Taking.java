package wistaxis.store.ledger;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import org.jdbi.v3.core.Handle;
import org.jspecify.annotations.Nullable;
import wistaxis.core.ticket.LedgerEntry;

/** Entries on their way into a ledger as they are, many at a time. */
final class Taking implements Consumer<LedgerEntry> {
    private static final String INSERT = "INSERT INTO event (number, ticket, at, wall, body, previous, digest) "
            + "VALUES (?, ?, ?, ?, ?, ?, ?)";

    private static final int AT_ONCE = 1_000;

    private final Handle handle;
    private final Watcher watcher;
    private final List<LedgerEntry> entries = new ArrayList<>();
    private long taken;

    Taking(Handle handle, Watcher watcher) {
        this.handle = handle;
        this.watcher = watcher;
    }

    @Override
    public void accept(LedgerEntry e) {
        entries.add(e);
        taken = e.number();
        if (entries.size() == AT_ONCE) {
            write();
        }
    }

    private void write() {
        append(handle, entries);
        entries.clear();
        if (!watcher.goOn(taken)) {
            throw new Ledger.Stopped();
        }
    }

    long end() {
        write();
        return taken;
    }

    /** Writes an entry as it is. */
    static void append(Handle handle, LedgerEntry entry) {
        Statements.run(handle, INSERT, row(entry));
    }

    /** The same for several, all of them sent at once. */
    static void append(Handle handle, List<LedgerEntry> entries) {
        Statements.together(handle, INSERT, entries.stream().map(Taking::row).toList());
    }

    private static @Nullable Object[] row(LedgerEntry e) {
        return new @Nullable Object[] {e.number(), e.ticket(), e.at().toString(), e.wall() == null ? null : e.wall().toString(), e.body(), e
                .previous(), e.digest()};
    }
}
