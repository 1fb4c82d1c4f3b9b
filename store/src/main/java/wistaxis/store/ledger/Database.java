package wistaxis.store.ledger;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.Jdbi;
import org.jdbi.v3.core.JdbiException;
import org.sqlite.SQLiteConfig;
import org.sqlite.SQLiteDataSource;
import wistaxis.core.facts.BadInput;

/**
 * A SQLite file with write-ahead log and full synchronous writes, and the numbered scripts that bring it up to date: {@code NAME-1.sql} and on, each in its own transaction;
 * statements are parted by a line of two dashes. The number is {@code user_version}.
 *
 * @param what what to call the file in a message
 * @param script name of the scripts
 * @param newest number of the last of them
 */
public record Database(String what, String script, int newest) {
    /**
     * Opens the file, making it where there is none.
     *
     * @throws LedgerDamaged when the file is not a whole database
     * @throws BadInput when a newer Wistaxis wrote it
     */
    public Jdbi open(Path file) {
        SQLiteConfig config = new SQLiteConfig();
        config.setJournalMode(SQLiteConfig.JournalMode.WAL);
        config.setSynchronous(SQLiteConfig.SynchronousMode.FULL);
        config.enforceForeignKeys(true);
        config.setBusyTimeout(5000);
        config.setTransactionMode(SQLiteConfig.TransactionMode.IMMEDIATE);
        SQLiteDataSource source = new SQLiteDataSource(config);
        source.setUrl("jdbc:sqlite:" + file);
        Jdbi jdbi = Jdbi.create(source);
        try {
            String health = jdbi.withHandle(h -> h.createQuery("PRAGMA quick_check(1)").mapTo(String.class).one());
            if (!health.equals("ok")) {
                throw new LedgerDamaged(damaged(file, health), null);
            }
            migrate(jdbi);
        } catch (JdbiException e) {
            throw new LedgerDamaged(damaged(file, rootMessage(e)), e);
        }
        return jdbi;
    }

    private String damaged(Path file, String why) {
        return "The " + what + " [" + file + "] cannot be opened: " + why + ". Nothing was changed in it. Copy it away with the files beside it, "
                + "put the newest copy you keep in its place, and start again.";
    }

    private static String rootMessage(Throwable e) {
        return e.getCause() == null ? String.valueOf(e.getMessage()) : rootMessage(e.getCause());
    }

    private void migrate(Jdbi jdbi) {
        int found = jdbi.withHandle(h -> h.createQuery("PRAGMA user_version").mapTo(Integer.class).one());
        if (found > newest) {
            throw new BadInput("the " + what + " has schema version [" + found + "], this Wistaxis knows up to " + newest + "; start the newer Wistaxis");
        }
        for (int next = found + 1; next <= newest; next++) {
            int version = next;
            jdbi.useTransaction(h -> apply(h, version));
        }
    }

    private void apply(Handle handle, int version) {
        for (String statement : text(version).split("\\R--\\R")) {
            handle.execute(statement);
        }
        handle.execute("PRAGMA user_version = " + version);
    }

    private String text(int version) {
        try (InputStream in = Database.class.getResourceAsStream("/wistaxis/store/" + script + "-" + version + ".sql")) {
            if (in == null) {
                throw new IllegalStateException("schema script [" + script + "-" + version + "] is missing");
            }
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new IllegalStateException("schema script [" + script + "-" + version + "] cannot be read", e);
        }
    }
}
