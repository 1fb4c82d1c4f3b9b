package wistaxis.store.practice;

import java.nio.file.Path;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.Jdbi;
import wistaxis.core.facts.Json;
import wistaxis.core.practice.Drilled;
import wistaxis.core.practice.Measured;
import wistaxis.store.ledger.Database;

/** Attempts and measurements of every person, in SQLite; what was added is on the disk. */
public final class PracticeBook {
    private static final Database DATABASE = new Database("practice book", "practice", 1);

    private final Jdbi jdbi;

    private PracticeBook(Jdbi jdbi) {
        this.jdbi = jdbi;
    }

    /**
     * Opens the book, making it where there is none.
     *
     * @throws wistaxis.store.ledger.LedgerDamaged when the file is not a whole database
     */
    public static PracticeBook open(Path file) {
        return new PracticeBook(DATABASE.open(file));
    }

    /** Keeps attempts, all of them or none. */
    public void add(List<Drilled> attempts) {
        jdbi.useTransaction(h -> attempts.forEach(a -> add(h, a.person(), "attempt", a.at(), Json.write(a))));
    }

    public void add(String person, Measured measured, Instant at) {
        jdbi.useTransaction(h -> add(h, person, "measured", at, Json.write(measured)));
    }

    private static void add(Handle h, String person, String kind, Instant at, String body) {
        h.execute("INSERT INTO practice (person, kind, at, body) VALUES (?, ?, ?, ?)", person, kind, at.truncatedTo(ChronoUnit.MILLIS).toString(), body);
    }

    /** A person's attempts, oldest first. */
    public List<Drilled> attempts(String person) {
        return read(person, "attempt", Drilled.class);
    }

    /** A person's measurements, oldest first. */
    public List<Measured> measured(String person) {
        return read(person, "measured", Measured.class);
    }

    private <T> List<T> read(String person, String kind, Class<T> type) {
        return jdbi.withHandle(h -> h.createQuery("SELECT body FROM practice WHERE person = :p AND kind = :k ORDER BY number").bind("p", person).bind("k", kind).mapTo(String.class).list())
                .stream().map(body -> Json.read(body, type, "practice book")).toList();
    }

    /** Everybody who has practised, in the order of their first time. */
    public List<String> people() {
        return jdbi.withHandle(h -> h.createQuery("SELECT person FROM practice GROUP BY person ORDER BY min(number)").mapTo(String.class).list());
    }
}
