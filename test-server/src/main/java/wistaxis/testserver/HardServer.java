package wistaxis.testserver;

import io.zonky.test.db.postgres.embedded.EmbeddedPostgres;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.TimeUnit;
import org.jspecify.annotations.Nullable;
import wistaxis.postgres.PostgresServer;
import wistaxis.store.ledger.ServerAddress;

/** A real server that writes to the disk as a shop's does, and that can be killed and started again. */
public final class HardServer implements AutoCloseable {
    /** It takes a moment until what the killed one left behind is free. */
    private static final int TRIES = 40;

    private final Path data;
    private final int port;
    private @Nullable EmbeddedPostgres running;

    /** @param data an empty folder, which the server's own user may write to */
    public HardServer(Path data) {
        this.data = data;
        try (ServerSocket free = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            port = free.getLocalPort();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        start();
        Server.roles(port);
        Server.at(port, "postgres", "postgres", "CREATE DATABASE shop OWNER wistaxis_owner");
        new PostgresServer().prepare(address().as("wistaxis_owner"), null);
    }

    /** Its database, which is ready to be worked on. */
    public ServerAddress address() {
        return new ServerAddress("localhost", port, "shop", "wistaxis_app", true);
    }

    /** Does something as the owner of its tables. */
    public void asOwner(String... statements) {
        Server.at(port, "wistaxis_owner", "shop", statements);
    }

    /** Kills it, as a power cut would. */
    public void kill() {
        try {
            long pid = Long.parseLong(Files.readAllLines(data.resolve("postmaster.pid")).getFirst());
            ProcessHandle.of(pid).ifPresent(p -> {
                p.descendants().forEach(ProcessHandle::destroyForcibly);
                p.destroyForcibly();
                p.onExit().orTimeout(10, TimeUnit.SECONDS).join();
            });
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Starts it, also after it was killed. */
    public void start() {
        for (int i = 1;; i++) {
            try {
                close();
                running = EmbeddedPostgres.builder().setDataDirectory(data).setCleanDataDirectory(false).setPort(port)
                        .setServerConfig("synchronous_commit", "on").setServerConfig("fsync", "on").start();
                return;
            } catch (IOException | IllegalStateException e) {
                if (i == TRIES) {
                    throw new IllegalStateException(e);
                }
                pause();
            }
        }
    }

    private static void pause() {
        try {
            Thread.sleep(250);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    @Override
    public void close() {
        EmbeddedPostgres there = running;
        running = null;
        if (there != null) {
            try {
                there.close();
            } catch (IOException | RuntimeException _) {
                // it was killed
            }
        }
    }
}
