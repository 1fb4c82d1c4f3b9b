package wistaxis.postgres;

import java.text.Normalizer;
import java.util.Arrays;
import java.util.Locale;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import javax.sql.DataSource;
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.HandleCallback;
import org.jdbi.v3.core.Jdbi;
import org.jdbi.v3.core.transaction.TransactionIsolationLevel;
import wistaxis.store.ledger.Database;
import wistaxis.store.ledger.Engine;
import wistaxis.store.ledger.SearchWords;
import wistaxis.store.ledger.ServerAddress;

/** A ledger on PostgreSQL, on the connections of a pool, which whoever opened it closes. */
final class PostgresEngine implements Engine {
    private static final Pattern NO_WORD = Pattern.compile("[^\\p{L}\\p{N}]+");
    private static final Pattern MARKS = Pattern.compile("\\p{M}+");

    private final Jdbi jdbi;
    private final ServerAddress address;

    PostgresEngine(DataSource pool, ServerAddress address) {
        this.jdbi = Database.plain(Jdbi.create(pool));
        this.address = address;
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

    /** The number of the last script that was applied. */
    int schema() {
        return jdbi.withHandle(h -> h.createQuery("SELECT max(CAST(version AS integer)) FROM flyway_schema_history WHERE success").mapTo(
                Integer.class).one());
    }

    @Override
    public Engine beside() {
        return this;
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
    public void close() {} // the pool's
}
