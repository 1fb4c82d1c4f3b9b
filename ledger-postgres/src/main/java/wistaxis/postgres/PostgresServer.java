package wistaxis.postgres;

import com.zaxxer.hikari.HikariConfig;
import com.zaxxer.hikari.HikariDataSource;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import java.util.Map;
import java.util.logging.Level;
import java.util.logging.Logger;
import java.util.stream.Stream;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.FlywayException;
import org.flywaydb.core.api.MigrationInfo;
import org.jspecify.annotations.Nullable;
import org.postgresql.ds.PGSimpleDataSource;
import wistaxis.store.ledger.Engine;
import wistaxis.store.ledger.LedgerServer;
import wistaxis.store.ledger.ServerAddress;
import wistaxis.store.ledger.ServerProblem.Kind;
import wistaxis.store.ledger.ServerProblem;

/** PostgreSQL 14 or newer. */
public final class PostgresServer implements LedgerServer {
    /** What these libraries say of what they do is nobody's business; what goes wrong is told by us. */
    private static final List<Logger> QUIET = Stream.of("com.zaxxer.hikari", "org.flywaydb", "org.postgresql").map(Logger::getLogger)
            .peek(l -> l.setLevel(Level.SEVERE)).toList();

    /** The number of the newest schema script. */
    static final int NEWEST = 2;

    private static final int OLDEST_SERVER = 14;

    /** A server that does not answer in so many seconds is away. Ours. */
    private static final int CONNECT_SECONDS = 4;
    private static final int ANSWER_SECONDS = 12;

    /** Roles that the schema gives rights to, beside the one that owns it. */
    static final String APPLICATION = "wistaxis_app";
    static final String FIGURES = "wistaxis_figures";

    @Override
    public Engine open(ServerAddress address, @Nullable String password, String bench, int connections) {
        try (Connection c = source(address, password).getConnection()) { // a pool would try for long
            refuse(c, address);
        } catch (SQLException e) {
            throw Problems.told(address, e);
        }
        return new PostgresEngine(pool(address, password, connections), address, bench, new Listener(() -> source(address, password)
                .getConnection()));
    }

    /** What is no server for a ledger of ours. */
    private static void refuse(Connection c, ServerAddress address) throws SQLException {
        int server = c.getMetaData().getDatabaseMajorVersion();
        if (server < OLDEST_SERVER) {
            throw new ServerProblem(Kind.OLD, address, c.getMetaData().getDatabaseProductVersion());
        }
        String encoding = one(c, "SHOW server_encoding");
        if (!"UTF8".equals(encoding)) {
            throw new ServerProblem(Kind.ENCODING, address, encoding);
        }
        if ("on".equals(one(c, "SHOW transaction_read_only"))) {
            throw new ServerProblem(Kind.READ_ONLY, address, "transaction_read_only");
        }
        boolean ours = "t".equals(one(c, "SELECT to_regclass('head') IS NOT NULL AND to_regclass('event') IS NOT NULL"));
        if (!ours) {
            String tables = one(c, "SELECT count(*) FROM pg_tables WHERE schemaname NOT IN ('pg_catalog', 'information_schema')");
            throw new ServerProblem("0".equals(tables) ? Kind.EMPTY : Kind.NOT_OURS, address, tables);
        }
        int schema = Integer.parseInt(one(c, "SELECT max(CAST(version AS integer)) FROM flyway_schema_history WHERE success"));
        if (schema > NEWEST) {
            throw new ServerProblem(Kind.NOT_OURS, address, "schema " + schema + " > " + NEWEST);
        }
    }

    private static String one(Connection c, String sql) throws SQLException {
        try (Statement s = c.createStatement(); ResultSet r = s.executeQuery(sql)) {
            return r.next() ? String.valueOf(r.getString(1)) : "";
        }
    }

    @Override
    public int prepare(ServerAddress owner, @Nullable String password) {
        PGSimpleDataSource source = source(owner, password);
        try (Connection c = source.getConnection()) {
            if (c.getMetaData().getDatabaseMajorVersion() < OLDEST_SERVER) {
                throw new ServerProblem(Kind.OLD, owner, c.getMetaData().getDatabaseProductVersion());
            }
            Flyway flyway = Flyway.configure(PostgresServer.class.getClassLoader()).dataSource(source)
                    .locations("classpath:wistaxis/postgres")
                    .placeholders(Map.of("application", APPLICATION, "figures", FIGURES)).load();
            MigrationInfo before = flyway.info().current();
            if (before == null && !"0".equals(one(c, "SELECT count(*) FROM pg_tables WHERE schemaname = current_schema()"))) {
                throw new ServerProblem(Kind.NOT_OURS, owner, one(c, "SELECT min(tablename) FROM pg_tables WHERE schemaname = "
                        + "current_schema()"));
            }
            return flyway.migrate().migrationsExecuted;
        } catch (SQLException | FlywayException e) {
            throw Problems.told(owner, e);
        }
    }

    private static PGSimpleDataSource source(ServerAddress address, @Nullable String password) {
        PGSimpleDataSource source = new PGSimpleDataSource();
        source.setServerNames(new String[] {address.host()});
        source.setPortNumbers(new int[] {address.port()});
        source.setDatabaseName(address.database());
        source.setCurrentSchema("public,customers");
        source.setUser(address.user());
        if (password != null) {
            source.setPassword(password);
        }
        source.setApplicationName("wistaxis");
        source.setConnectTimeout(CONNECT_SECONDS);
        source.setLoginTimeout(CONNECT_SECONDS);
        source.setSocketTimeout(ANSWER_SECONDS);
        source.setTcpKeepAlive(true);
        source.setOptions("-c synchronous_commit=on"); // what is acknowledged is on the disk, whatever the server was set to
        source.setSslmode(address.plain() ? "disable" : "verify-full");
        return source;
    }

    private static HikariDataSource pool(ServerAddress address, @Nullable String password, int connections) {
        HikariConfig config = new HikariConfig();
        config.setDataSource(source(address, password));
        config.setMaximumPoolSize(connections);
        config.setMinimumIdle(1);
        config.setConnectionTimeout(CONNECT_SECONDS * 1_000L + 1_000);
        config.setInitializationFailTimeout(-1); // said by ourselves
        config.setPoolName("ledger");
        return new HikariDataSource(config);
    }
}
