package wistaxis.testserver;

import io.zonky.test.db.postgres.embedded.EmbeddedPostgres;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import wistaxis.postgres.PostgresServer;
import wistaxis.store.ledger.ServerAddress;

/** A real server that writes to the disk as a shop's does, and that can be killed and started again. */
public final class HardServer implements AutoCloseable {
    /** It takes a moment until what the killed one left behind is free. */
    private static final int TRIES = 40;

    private final Path data;
    private final int port;
    private final EmbeddedPostgres running;

    /** @param data an empty folder, which the server's own user may write to */
    public HardServer(Path data) {
        this.data = data;
        try (ServerSocket free = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            port = free.getLocalPort();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        try {
            running = EmbeddedPostgres.builder().setDataDirectory(data).setCleanDataDirectory(false).setPort(port)
                    .setServerConfig("synchronous_commit", "on").setServerConfig("fsync", "on").start();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
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

    /** Starts it after it was killed, as it was started first. */
    public void start() {
        for (int i = 1; !started(); i++) {
            if (i == TRIES) {
                throw new IllegalStateException("the server does not start again");
            }
            pause();
        }
    }

    private boolean started() {
        try {
            String first = Files.readString(data.resolve("postmaster.opts"));
            List<String> command = new ArrayList<>(List.of(Path.of(first.substring(0, first.indexOf(" \""))).resolveSibling("pg_ctl")
                    .toString(),
                    "-D", data.toString(), "-w", "-t", "60", "-l", data.resolve("again.log").toString(), "restart"));
            if (System.getProperty("user.name").equals("root")) { // which no server runs as
                command.addAll(0, List.of("unshare", "-U"));
            }
            return new ProcessBuilder(command).redirectErrorStream(true).redirectOutput(ProcessBuilder.Redirect.DISCARD).start()
                    .waitFor() == 0;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
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
        try {
            running.close();
        } catch (IOException | RuntimeException _) {
            // it was killed
        }
    }
}
