package wistaxis.testserver;

import io.zonky.test.db.postgres.embedded.EmbeddedPostgres;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.concurrent.atomic.AtomicInteger;
import wistaxis.postgres.PostgresServer;
import wistaxis.store.books.Moving;
import wistaxis.store.books.ServerFile;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.ServerAddress;

/** A real server for tests, one a run, with a database for whoever asks. */
public final class Server {
    private static final AtomicInteger DATABASES = new AtomicInteger();

    private Server() {}

    private static final class Running {
        private static final EmbeddedPostgres ONE = start();

        private static EmbeddedPostgres start() {
            try {
                EmbeddedPostgres one = EmbeddedPostgres.builder().setServerConfig("fsync", "off").setServerConfig("full_page_writes", "off")
                        .start(); // nobody pulls the plug of this one
                roles(one.getPort());
                Runtime.getRuntime().addShutdownHook(new Thread(() -> {
                    try {
                        one.close();
                    } catch (IOException e) {
                        throw new UncheckedIOException(e);
                    }
                }));
                return one;
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
    }

    /** An empty database with the three roles. */
    public static ServerAddress empty() {
        String name = "shop" + DATABASES.incrementAndGet();
        sql("postgres", "CREATE DATABASE " + name + " OWNER wistaxis_owner");
        return new ServerAddress("localhost", Running.ONE.getPort(), name, "wistaxis_app", true);
    }

    /** A database that is ready to be worked on. */
    public static ServerAddress prepared() {
        ServerAddress address = empty();
        new PostgresServer().prepare(address.as("wistaxis_owner"), null);
        return address;
    }

    /** A folder of its own for a bench that works on a server. @param root where it is made */
    public static Path joined(Path root, ServerAddress shop, String bench) {
        DataFolder folder = DataFolder.open(root.resolve(bench.replace(' ', '-')));
        Moving.join(folder, new ServerFile(shop.toString(), bench));
        return folder.root();
    }

    /** Does something as the machine's own role, who may everything. */
    public static void sql(String database, String... statements) {
        as("postgres", database, statements);
    }

    static void roles(int port) {
        for (String role : new String[] {"wistaxis_owner", "wistaxis_app", "wistaxis_figures"}) {
            at(port, "postgres", "postgres", "CREATE ROLE " + role + " LOGIN");
        }
        at(port, "postgres", "postgres", "GRANT wistaxis_app TO wistaxis_owner");
    }

    /** Does something as a role. */
    public static void as(String role, String database, String... statements) {
        at(Running.ONE.getPort(), role, database, statements);
    }

    /** What a question of one number answers. */
    public static long number(String database, String sql) throws SQLException {
        try (Connection c = connect(database);
                Statement s = c.createStatement(); ResultSet r = s.executeQuery(sql)) {
            r.next();
            return r.getLong(1);
        }
    }

    /** As the machine's own role. */
    public static Connection connect(String database) throws SQLException {
        return DriverManager.getConnection("jdbc:postgresql://localhost:" + Running.ONE.getPort() + "/" + database, "postgres", "");
    }

    static void at(int port, String role, String database, String... statements) {
        try (Connection c = DriverManager.getConnection("jdbc:postgresql://localhost:" + port + "/" + database, role, "");
                Statement s = c.createStatement()) {
            for (String sql : statements) {
                s.execute(sql);
            }
        } catch (SQLException e) {
            throw new IllegalStateException(e.getMessage(), e);
        }
    }
}
