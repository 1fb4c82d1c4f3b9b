package wistaxis.postgres;

import com.zaxxer.hikari.HikariDataSource;
import java.text.Normalizer;
import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.HandleCallback;
import org.jdbi.v3.core.Jdbi;
import org.jdbi.v3.core.transaction.TransactionIsolationLevel;
import wistaxis.store.ledger.Database;
import wistaxis.store.ledger.Engine;
import wistaxis.store.ledger.SearchWords;
import wistaxis.store.ledger.ServerAddress;

/** A ledger on PostgreSQL, with who the customers are, on the connections of a pool. */
final class PostgresEngine implements Engine {
    private static final Pattern NO_WORD = Pattern.compile("[^\\p{L}\\p{N}]+");
    private static final Pattern MARKS = Pattern.compile("\\p{M}+");

    private final Jdbi jdbi;
    private final HikariDataSource pool;
    private final ServerAddress address;
    private final String bench;
    private final Listener listener;
    private final boolean whole;

    PostgresEngine(HikariDataSource pool, ServerAddress address, String bench, Listener listener) {
        this(Database.plain(Jdbi.create(pool)), pool, address, bench, listener, true);
    }

    /** @param whole whether it closes the pool */
    private PostgresEngine(Jdbi jdbi, HikariDataSource pool, ServerAddress address, String bench, Listener listener, boolean whole) {
        this.jdbi = jdbi;
        this.pool = pool;
        this.address = address;
        this.bench = bench;
        this.listener = listener;
        this.whole = whole;
    }

    @Override
    public Jdbi jdbi() {
        return jdbi;
    }

    /** As a file of the same tables counts them: what it is asked for is there since its first script. */
    @Override
    public int version() {
        return 5;
    }

    @Override
    public Engine beside() {
        return new PostgresEngine(jdbi, pool, address, bench, listener, false);
    }

    @Override
    public void listen(Runnable appended) {
        listener.start(appended);
    }

    @Override
    public String bench() {
        return bench;
    }

    /**
     * Writes the tables anew without it; the server's own log and its backups keep it for as long as they are kept. What somebody else
     * could still see, such as the server itself as it looks through its tables, is written too: then not each page is visible to all.
     */
    @Override
    public boolean purge() {
        return jdbi.withHandle(h -> {
            h.execute("VACUUM FULL customers.person, customers.mark");
            h.execute("VACUUM customers.person, customers.mark");
            return h.createQuery("SELECT count(*) FROM pg_class WHERE relnamespace = to_regnamespace('customers')"
                    + " AND relname IN ('person', 'mark') AND relallvisible < relpages").mapTo(Long.class).one() == 0;
        });
    }

    @Override
    public RuntimeException told(RuntimeException e) {
        return Problems.told(address, e);
    }

    @Override
    public void alone(Handle handle) {
        handle.createQuery("SELECT alone()").mapTo(Long.class).one();
    }

    /** In a transaction, so that what is long comes in parts. */
    @Override
    public <T> T read(HandleCallback<T, RuntimeException> question) {
        return jdbi.inTransaction(question);
    }

    @Override
    public <T> T moment(HandleCallback<T, RuntimeException> question) {
        return jdbi.inTransaction(TransactionIsolationLevel.REPEATABLE_READ, question);
    }

    @Override
    public String value(String body, String name) {
        return "(CAST(" + body + " AS jsonb) #>> '{event," + name + "}')";
    }

    @Override
    public String number(String ticket) {
        return "CASE WHEN " + ticket + " ~ '^T-[0-9]{1,15}$' THEN CAST(substr(" + ticket + ", 3) AS bigint) ELSE 0 END";
    }

    @Override
    public Optional<String> percentiles(String column) {
        return Optional.of("percentile_cont(ARRAY[0.1, 0.5, 0.9]) WITHIN GROUP (ORDER BY " + column + ")");
    }

    @Override
    public String intoIndex() {
        return "INSERT INTO word (rowid, text) VALUES (?, array_to_tsvector(string_to_array(?, ' ')))";
    }

    @Override
    public String emptyIndex() {
        return "DELETE FROM word";
    }

    /** Words of letters and digits, small and without marks above them, as the index of a file takes them. */
    @Override
    public String indexed(String words) {
        String plain = MARKS.matcher(Normalizer.normalize(words, Normalizer.Form.NFD)).replaceAll("").toLowerCase(Locale.ROOT);
        return NO_WORD.splitAsStream(plain).filter(w -> !w.isEmpty()).distinct().collect(Collectors.joining(" "));
    }

    @Override
    public String inIndex() {
        return "text @@ CAST(:query AS tsquery)";
    }

    @Override
    public String query(SearchWords.Query query) {
        String all = Arrays.stream(indexed(String.join(" ", query.words())).split(" ")).filter(w -> !w.isEmpty()).map(w -> "'" + w + "'")
                .collect(Collectors.joining(" & "));
        return query.beginning() && !all.isEmpty() ? all + ":*" : all;
    }

    @Override
    public void close() {
        if (whole) {
            listener.close();
            pool.close();
        }
    }
}
