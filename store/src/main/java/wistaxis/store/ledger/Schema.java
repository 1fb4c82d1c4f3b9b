package wistaxis.store.ledger;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.Jdbi;
import wistaxis.core.facts.BadInput;

/**
 * Brings the ledger's schema up to date, one numbered script at a time, each in its own transaction;
 * statements are parted by a line of two dashes. The number is {@code user_version}.
 */
final class Schema {
    static final int NEWEST = 1;

    private Schema() {}

    /** @throws BadInput when the file was written by a newer Wistaxis */
    static void migrate(Jdbi jdbi) {
        int found = jdbi.withHandle(h -> h.createQuery("PRAGMA user_version").mapTo(Integer.class).one());
        if (found > NEWEST) {
            throw new BadInput("the ledger has schema version [" + found + "], this Wistaxis knows up to " + NEWEST + "; start the newer Wistaxis");
        }
        for (int next = found + 1; next <= NEWEST; next++) {
            int version = next;
            jdbi.useTransaction(h -> apply(h, version));
        }
    }

    private static void apply(Handle handle, int version) {
        for (String statement : script(version).split("\\R--\\R")) {
            handle.execute(statement);
        }
        handle.execute("PRAGMA user_version = " + version);
    }

    private static String script(int version) {
        try (InputStream in = Schema.class.getResourceAsStream("/wistaxis/store/schema-" + version + ".sql")) {
            if (in == null) {
                throw new IllegalStateException("schema script [" + version + "] is missing");
            }
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new IllegalStateException("schema script [" + version + "] cannot be read", e);
        }
    }
}
