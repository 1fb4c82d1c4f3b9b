package wistaxis.postgres;

import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.logging.Level;
import java.util.logging.Logger;
import org.jspecify.annotations.Nullable;
import org.postgresql.PGConnection;

/** Hears on a connection of its own when anything is appended; after each time that it was cut off it calls once, for what it missed. */
final class Listener implements AutoCloseable {
    private static final Logger LOG = Logger.getLogger(Listener.class.getName());

    /** Between looks whether anything was said, and before it tries again, milliseconds. Ours. */
    private static final int LOOK = 2_000;
    private static final long AGAIN = 1_000;

    private final Connecting connecting;
    private volatile boolean closed;
    private volatile @Nullable Thread thread;
    private volatile @Nullable Connection connection;

    /** Opens a connection. */
    interface Connecting {
        Connection open() throws SQLException;
    }

    Listener(Connecting connecting) {
        this.connecting = connecting;
    }

    void start(Runnable appended) {
        thread = Thread.ofPlatform().name("ledger listener").daemon().start(() -> {
            while (!closed) {
                try (Connection c = connecting.open(); Statement s = c.createStatement()) {
                    connection = c;
                    s.execute("LISTEN wistaxis");
                    appended.run();
                    hear(c.unwrap(PGConnection.class), appended);
                } catch (SQLException e) {
                    LOG.log(Level.FINE, "cut off from the server", e);
                }
                pause();
            }
        });
    }

    private void hear(PGConnection c, Runnable appended) throws SQLException {
        while (!closed) {
            if (c.getNotifications(LOOK).length > 0) {
                appended.run();
            }
        }
    }

    private void pause() {
        try {
            if (!closed) {
                Thread.sleep(AGAIN);
            }
        } catch (InterruptedException e) {
            closed = true;
        }
    }

    @Override
    public void close() {
        closed = true;
        Thread running = thread;
        if (running != null) {
            running.interrupt();
        }
        Connection open = connection;
        if (open != null) {
            try {
                open.abort(Runnable::run);
            } catch (SQLException e) {
                LOG.log(Level.FINE, "the connection was closed already", e);
            }
        }
    }
}
