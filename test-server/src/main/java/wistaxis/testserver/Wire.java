package wistaxis.testserver;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.Predicate;
import wistaxis.store.ledger.ServerAddress;

/** The network between a bench and the server, which can be cut and mended. */
public final class Wire implements AutoCloseable {
    private final ServerSocket here;
    private final ServerAddress to;
    private final Set<Socket> open = ConcurrentHashMap.newKeySet();
    private volatile boolean cut;
    private volatile boolean deaf;
    private volatile boolean wrote;

    public Wire(ServerAddress to) {
        this.to = to;
        try {
            here = new ServerSocket(0, 50, InetAddress.getLoopbackAddress());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        Thread.ofVirtual().start(this::accept);
    }

    /** The server, over this wire. */
    public ServerAddress address() {
        return new ServerAddress("localhost", here.getLocalPort(), to.database(), to.user(), true);
    }

    public void cut() {
        cut = true;
        open.forEach(Wire::close);
    }

    public void mend() {
        cut = false;
        deaf = false;
    }

    /** What is appended arrives, and the answer that it did is lost with its connection. */
    public void deaf() {
        wrote = false;
        deaf = true;
    }

    private void accept() {
        while (!here.isClosed()) {
            try {
                Socket near = here.accept();
                open.add(near);
                if (cut) {
                    close(near);
                    continue;
                }
                Socket far = far(near);
                open.add(far);
                AtomicBoolean lost = new AtomicBoolean();
                Thread.ofVirtual().start(() -> pass(near, far, some -> {
                    wrote |= some.contains("{\"event\":");
                    lost.set(lost.get() || deaf && some.contains("COMMIT") && wrote);
                    return true;
                }));
                Thread.ofVirtual().start(() -> pass(far, near, _ -> !lost.get()));
            } catch (IOException _) {
                // closed, or the server is away
            }
        }
    }

    private Socket far(Socket near) throws IOException {
        try {
            return new Socket(to.host(), to.port());
        } catch (IOException e) {
            close(near);
            throw e;
        }
    }

    private static void pass(Socket from, Socket to, Predicate<String> passes) {
        try (from; to) {
            InputStream in = from.getInputStream();
            OutputStream out = to.getOutputStream();
            byte[] some = new byte[8192];
            for (int n = in.read(some); n >= 0; n = in.read(some)) {
                if (passes.test(new String(some, 0, n, StandardCharsets.ISO_8859_1))) {
                    out.write(some, 0, n);
                }
            }
        } catch (IOException _) {
            // cut
        }
    }

    private static void close(Socket socket) {
        try {
            socket.close();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @Override
    public void close() {
        cut();
        try {
            here.close();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
