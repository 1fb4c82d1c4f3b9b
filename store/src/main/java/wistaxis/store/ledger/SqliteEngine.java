package wistaxis.store.ledger;

import java.nio.file.Path;
import java.sql.Connection;
import java.sql.SQLException;
import org.jdbi.v3.core.HandleCallback;
import org.jdbi.v3.core.Jdbi;
import wistaxis.store.files.Damaged;
import wistaxis.store.files.DiskProblem;
import wistaxis.store.files.SameFile;

/** A file of SQLite, on one connection. */
final class SqliteEngine implements Engine {
    private final Database database;
    private final Path file;
    private final SameFile opened;
    private final Connection connection;
    private final Jdbi jdbi;

    SqliteEngine(Database database, Path file, Connection connection) {
        this.database = database;
        this.file = file;
        this.opened = SameFile.of(database.what(), file);
        this.connection = connection;
        this.jdbi = Database.jdbi(connection);
    }

    @Override
    public Jdbi jdbi() {
        return jdbi;
    }

    @Override
    public int version() {
        return Database.version(jdbi);
    }

    /** What was checked when this one was opened is not checked again. */
    @Override
    public Engine beside() {
        try {
            return new SqliteEngine(database, file, database.connect(file));
        } catch (SQLException e) {
            throw DiskProblem.of(database.what(), file, e);
        }
    }

    @Override
    public void check() {
        opened.check();
    }

    /** Empties the log, which keeps it. */
    @Override
    public boolean purge() {
        return jdbi.withHandle(h -> h.createQuery("PRAGMA wal_checkpoint(TRUNCATE)").mapTo(Integer.class).one()) == 0;
    }

    @Override
    public void health() {
        try {
            Database.check(jdbi);
        } catch (Damaged e) {
            throw DiskProblem.of(database.what(), file, e);
        }
    }

    @Override
    public RuntimeException told(RuntimeException e) {
        return DiskProblem.of(database.what(), file, e);
    }

    @Override
    public <T> T read(HandleCallback<T, RuntimeException> question) {
        return jdbi.withHandle(question);
    }

    @Override
    public <T> T moment(HandleCallback<T, RuntimeException> question) {
        return jdbi.withHandle(h -> {
            h.execute("BEGIN"); // that only reads, and takes no lock from whoever writes
            try {
                return question.withHandle(h);
            } finally {
                h.execute("COMMIT");
            }
        });
    }

    @Override
    public String value(String body, String name) {
        return "json_extract(" + body + ", '$.event." + name + "')";
    }

    @Override
    public String number(String ticket) {
        return "cast(substr(" + ticket + ", 3) AS INTEGER)";
    }

    @Override
    public String intoIndex() {
        return "INSERT INTO word (rowid, text) VALUES (?, ?)";
    }

    @Override
    public String emptyIndex() {
        return "INSERT INTO word (word) VALUES ('delete-all')";
    }

    @Override
    public String inIndex() {
        return "word MATCH :query";
    }

    /** In the words of FTS5. */
    @Override
    public String query(SearchWords.Query query) {
        String all = String.join(" AND ", query.words().stream().map(w -> '"' + w + '"').toList());
        return all + (query.beginning() ? " *" : "");
    }

    @Override
    public void close() {
        try {
            connection.close();
        } catch (SQLException e) {
            throw DiskProblem.of(database.what(), file, e);
        }
    }
}
