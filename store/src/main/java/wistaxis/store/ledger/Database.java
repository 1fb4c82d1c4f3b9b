package wistaxis.store.ledger;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.util.Arrays;
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.Jdbi;
import org.jdbi.v3.core.JdbiException;
import org.jdbi.v3.core.statement.SqlParser;
import org.jdbi.v3.core.statement.SqlStatements;
import org.jdbi.v3.core.statement.TemplateEngine;
import org.sqlite.SQLiteConfig;
import org.sqlite.SQLiteDataSource;
import wistaxis.core.facts.BadInput;
import wistaxis.core.words.Text;
import wistaxis.store.files.Damaged;
import wistaxis.store.files.DiskProblem;
import wistaxis.store.files.NativeLibrary;
import wistaxis.store.files.Rights;
import wistaxis.store.files.WholeFile;

/**
 * A SQLite file with write-ahead log and full synchronous writes, and the numbered scripts that bring it up to date: {@code NAME-1.sql}
 * and on, each in its own transaction; statements are parted by a line of two dashes. The number is {@code user_version}.
 *
 * @param what what to call the file in a message
 * @param script name of the scripts
 * @param newest number of the last of them
 */
public record Database(String what, String script, int newest) {
    private static final byte[] MAGIC = "SQLite format 3\0".getBytes(StandardCharsets.US_ASCII);

    private static final SqlParser PARSER = new PlainSql();

    /** What a database of ours has at the very least, bytes. */
    private static final int SMALLEST = 512;

    /** Looking through this many bytes takes a moment. Ours. */
    private static final long LOOKED_THROUGH = 2_000_000;

    /**
     * Opens the file on a connection of its own, making it where there is none: under another name first, so that one that is there is
     * never half made.
     *
     * @throws DiskProblem when the file is damaged, or the disk does not let it be opened
     * @throws BadInput when a newer Wistaxis wrote it
     */
    public Connection open(Path file) {
        NativeLibrary.sqlite();
        try {
            if (!Files.exists(file)) {
                make(file);
            }
            refuseOther(file);
            return checked(connect(file), true, isSmall(file));
        } catch (IOException | SQLException | JdbiException | Damaged e) {
            throw DiskProblem.of(what, file, e);
        }
    }

    /** The same, as what a ledger or something else is kept in. */
    public Engine engine(Path file) {
        return new SqliteEngine(this, file, open(file));
    }

    /** See {@link #openReadOnly}. */
    public Engine look(Path file) {
        return new SqliteEngine(this, file, openReadOnly(file));
    }

    /** A further connection to a file that is open already, to write to it. */
    Connection connect(Path file) throws SQLException {
        return connect("jdbc:sqlite:" + file, writing(SQLiteConfig.JournalMode.WAL));
    }

    /**
     * Opens the file without changing anything, in it or beside it.
     *
     * @throws DiskProblem when it is missing or damaged, or cannot be read
     * @throws BadInput when a newer Wistaxis wrote it
     */
    public Connection openReadOnly(Path file) {
        NativeLibrary.sqlite();
        try {
            refuseOther(file);
            return checked(ReadOnly.connect(file), false, isSmall(file));
        } catch (IOException | SQLException | JdbiException | Damaged e) {
            throw DiskProblem.of(what, file, e);
        }
    }

    /**
     * A copy of a SQLite file as it is in one moment, while others write to it.
     *
     * @param to not there yet
     * @return {@code to}
     */
    public static Path snapshot(Path from, Path to) throws IOException {
        NativeLibrary.sqlite();
        SQLiteConfig reading = new SQLiteConfig();
        reading.setBusyTimeout(5000);
        try (Connection connection = connect("jdbc:sqlite:" + from, reading);
                PreparedStatement copy = connection.prepareStatement("VACUUM INTO ?")) {
            copy.setString(1, to.toString());
            copy.execute();
            Rights.close(to);
            return to;
        } catch (SQLException e) {
            throw DiskProblem.of("backup", from, e);
        }
    }

    /** Whether a file is a SQLite database, by what it begins with. */
    public static boolean isOne(Path file) throws IOException {
        try (InputStream in = Files.newInputStream(file)) {
            return Arrays.equals(in.readNBytes(MAGIC.length), MAGIC);
        }
    }

    /** What speaks SQL over a connection. */
    public static Jdbi jdbi(Connection connection) {
        return plain(Jdbi.create(connection));
    }

    /** Takes SQL as it stands, without a language of templates, and finds its parameters as ours. */
    public static Jdbi plain(Jdbi jdbi) {
        return jdbi.configure(SqlStatements.class, s -> s.setSqlParser(PARSER).setTemplateEngine(TemplateEngine.NOP));
    }

    private static SQLiteConfig writing(SQLiteConfig.JournalMode mode) {
        SQLiteConfig config = new SQLiteConfig();
        config.setJournalMode(mode);
        config.setSynchronous(SQLiteConfig.SynchronousMode.FULL);
        config.enforceForeignKeys(true);
        config.setBusyTimeout(5000);
        config.setTransactionMode(SQLiteConfig.TransactionMode.IMMEDIATE);
        return config;
    }

    static Connection connect(String url, SQLiteConfig config) throws SQLException {
        SQLiteDataSource source = new SQLiteDataSource(config);
        source.setUrl(url);
        return source.getConnection();
    }

    private void make(Path file) throws IOException, SQLException {
        Path log = file.resolveSibling(file.getFileName() + "-wal");
        if (Files.exists(log) && Files.size(log) > 0) {
            throw new IOException(t("store.ledger.gone", "log", log.getFileName()));
        }
        Path temporary = WholeFile.beside(file);
        try {
            try (Connection made = connect("jdbc:sqlite:" + temporary, writing(SQLiteConfig.JournalMode.DELETE))) {
                migrate(jdbi(made));
            }
            Rights.close(temporary);
            Files.move(temporary, file);
        } finally {
            Files.deleteIfExists(temporary);
            Files.deleteIfExists(temporary.resolveSibling(temporary.getFileName() + "-journal"));
        }
    }

    /** A file of another kind, or one that was cut to nothing, is none. */
    private void refuseOther(Path file) throws IOException {
        if (!Files.exists(file)) {
            throw new NoSuchFileException(file.toString());
        }
        if (!Files.isRegularFile(file)) {
            throw new BadInput(t("store.file.what-not-regular", "what", Text.of("store.what." + what), "file", file));
        }
        byte[] head;
        try (InputStream in = Files.newInputStream(file)) {
            head = in.readNBytes(MAGIC.length);
        }
        if (Files.size(file) < SMALLEST || !Arrays.equals(head, MAGIC)) {
            throw new Damaged(t("store.ledger.not-a-database", "bytes", Files.size(file)));
        }
    }

    private Connection checked(Connection connection, boolean migrate, boolean small) throws SQLException {
        try {
            Jdbi jdbi = jdbi(connection);
            if (small) {
                check(jdbi);
            }
            if (migrate) {
                migrate(jdbi);
            } else {
                refuseNewer(jdbi);
            }
            return connection;
        } catch (RuntimeException e) {
            connection.close();
            throw e;
        }
    }

    /** Looks through the whole file. @throws Damaged when it is */
    static void check(Jdbi jdbi) {
        String health = jdbi.withHandle(h -> h.createQuery("PRAGMA quick_check(1)").mapTo(String.class).one());
        if (!health.equals("ok")) {
            throw new Damaged(health.replaceAll("\\s+", " "));
        }
    }

    /**
     * The bytes up to which a file is looked through each time it is opened, so that no start grows with it; a larger ledger behind the
     * start.
     */
    private static boolean isSmall(Path file) throws IOException {
        return Files.size(file) <= LOOKED_THROUGH;
    }

    private int refuseNewer(Jdbi jdbi) {
        int found = version(jdbi);
        if (found > newest) {
            throw new BadInput(t("store.file.newer", "what", Text.of("store.what." + what), "version", String.valueOf(found), "newest",
                    newest));
        }
        return found;
    }

    /** The number of the last script that was applied. */
    static int version(Jdbi jdbi) {
        return jdbi.withHandle(h -> h.createQuery("PRAGMA user_version").mapTo(Integer.class).one());
    }

    /** Brings a database up to date. */
    public void migrate(Jdbi jdbi) {
        for (int next = refuseNewer(jdbi) + 1; next <= newest; next++) {
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
