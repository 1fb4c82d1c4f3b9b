package wistaxis.store.practice;

import static wistaxis.core.words.Say.t;

import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.Jdbi;
import org.jdbi.v3.core.JdbiException;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Json;
import wistaxis.core.practice.Drilled;
import wistaxis.core.practice.Measured;
import wistaxis.store.files.DiskProblem;
import wistaxis.store.files.SameFile;
import wistaxis.store.files.SideFile;
import wistaxis.store.ledger.Database;

/** Attempts and measurements of every person, in SQLite; what was added is on the disk. Any thread. */
public final class PracticeBook implements AutoCloseable {
    private static final Database DATABASE = new Database("practice-book", "practice", 2);

    private final Path file;
    private final SameFile opened;
    private final Connection connection;
    private final Jdbi jdbi;
    private int unreadable;

    /** @param problem what was wrong with the book that was there; empty when nothing was */
    public record Opened(PracticeBook book, String problem) {}

    private PracticeBook(Path file, Connection connection) {
        this(file, SameFile.of("practice-book", file), connection);
    }

    private PracticeBook(Path file, SameFile opened, Connection connection) {
        this.file = file;
        this.opened = opened;
        this.connection = connection;
        this.jdbi = Database.jdbi(connection);
    }

    /**
     * Opens the book, making it where there is none.
     *
     * @throws DiskProblem when the file is damaged, or the disk does not let it be opened
     * @throws BadInput when a newer Wistaxis wrote it
     */
    public static PracticeBook open(Path file) {
        return new PracticeBook(file, DATABASE.open(file));
    }

    /**
     * Opens the book whatever happens: a damaged one is set aside, and where none can be kept, what is practised is kept until the end of
     * the program.
     */
    public static Opened openAnyhow(Path file) {
        try {
            return new Opened(open(file), "");
        } catch (DiskProblem | BadInput e) {
            if (e instanceof DiskProblem d && d.kind() == DiskProblem.Kind.DAMAGED) {
                String aside = SideFile.setAside(file);
                List.of(beside(file, "-wal"), beside(file, "-shm")).stream().filter(Files::exists).forEach(SideFile::setAside);
                try {
                    return new Opened(open(file), t("store.practice.not-read", "why", e.getMessage()) + " " + aside);
                } catch (DiskProblem | BadInput again) {
                    return inMemory(file, again);
                }
            }
            return inMemory(file, e);
        }
    }

    private static Path beside(Path file, String end) {
        return file.resolveSibling(file.getFileName() + end);
    }

    private static Opened inMemory(Path file, RuntimeException e) {
        try {
            Connection connection = DriverManager.getConnection("jdbc:sqlite::memory:");
            DATABASE.migrate(Database.jdbi(connection));
            return new Opened(new PracticeBook(file, new SameFile("practice-book", file, null), connection),
                    t("store.practice.not-kept", "why", e.getMessage()));
        } catch (SQLException x) {
            throw new IllegalStateException("no database in memory", x);
        }
    }

    /** Keeps attempts, all of them or none. @throws DiskProblem when they cannot be written */
    public synchronized void add(List<Drilled> attempts) {
        write(h -> attempts.forEach(a -> add(h, a.person(), "attempt", a.at(), Json.write(a))));
    }

    /** @throws DiskProblem when it cannot be written */
    public synchronized void add(String person, Measured measured, Instant at) {
        write(h -> add(h, person, "measured", at, Json.write(measured)));
    }

    private interface Writing {
        void with(Handle handle);
    }

    private void write(Writing writing) {
        try {
            opened.check();
            jdbi.useTransaction(writing::with);
            opened.check();
        } catch (JdbiException e) {
            throw DiskProblem.of("practice-book", file, e);
        }
    }

    private static void add(Handle h, String person, String kind, Instant at, String body) {
        h.execute("INSERT INTO practice (person, kind, at, body) VALUES (?, ?, ?, ?)", person, kind, at.truncatedTo(ChronoUnit.MILLIS)
                .toString(), body);
    }

    /** A person's attempts, oldest first. */
    public synchronized List<Drilled> attempts(String person) {
        return read(person, "attempt", Drilled.class);
    }

    /** A person's measurements, oldest first. */
    public synchronized List<Measured> measured(String person) {
        return read(person, "measured", Measured.class);
    }

    private <T> List<T> read(String person, String kind, Class<T> type) {
        List<T> all = new ArrayList<>();
        for (String body : jdbi.withHandle(h ->
                h.createQuery("SELECT body FROM practice WHERE person = :p AND kind = :k ORDER BY at, number")
                .bind("p", person).bind("k", kind).mapTo(String.class).list())) {
            try {
                all.add(Json.read(body, type, t("store.what.practice-book")));
            } catch (BadInput e) {
                unreadable++;
            }
        }
        return all;
    }

    /** How many rows could not be read so far; they stay where they are and count for nothing. */
    public synchronized int unreadable() {
        return unreadable;
    }

    /**
     * Something that was practised, as benches hand it to each other.
     *
     * @param bench where; empty for here
     * @param number by which it is known there
     */
    public record Row(String bench, long number, String person, String kind, String at, String body) {}

    /** What was practised here after a number. */
    public synchronized List<Row> own(long after) {
        return jdbi.withHandle(h -> h.createQuery("SELECT number, person, kind, at, body FROM practice WHERE bench = '' AND number > :n "
                + "ORDER BY number").bind("n", after).map((r, _) -> new Row("", r.getLong(1), r.getString(2), r.getString(3),
                        r.getString(4), r
                .getString(5))).list());
    }

    /** The last number of another bench that is known here; 0 for none. */
    public synchronized long known(String bench) {
        return jdbi.withHandle(h -> h.createQuery("SELECT coalesce(max(theirs), 0) FROM practice WHERE bench = :b").bind("b", bench).mapTo(
                Long.class).one());
    }

    /** Keeps what was practised at other benches. */
    public synchronized void take(List<Row> others) {
        write(h -> others.forEach(r ->
                h.execute("INSERT OR IGNORE INTO practice (bench, theirs, person, kind, at, body) VALUES (?, ?, ?, ?, ?, ?)",
                r.bench(), r.number(), r.person(), r.kind(), r.at(), r.body())));
    }

    /** Everybody who has practised, in the order of their first time; those of this bench last. */
    public synchronized List<String> people() {
        return jdbi.withHandle(h -> h.createQuery("SELECT person FROM practice GROUP BY person ORDER BY max(bench = ''), min(number)")
                .mapTo(String.class)
                .list());
    }

    @Override
    public synchronized void close() {
        try {
            connection.close();
        } catch (SQLException e) {
            throw DiskProblem.of("practice-book", file, e);
        }
    }
}
