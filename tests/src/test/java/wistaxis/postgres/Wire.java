package wistaxis.postgres;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import wistaxis.store.ledger.ServerAddress;

/** The network between a bench and the server, which can be cut and mended. */
public final class Wire implements AutoCloseable {
    private final ServerSocket here;
    private final ServerAddress to;
    private final Set<Socket> open = ConcurrentHashMap.newKeySet();
    private volatile boolean cut;

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
                Socket far = new Socket(to.host(), to.port());
                open.add(far);
                Thread.ofVirtual().start(() -> pass(near, far));
                Thread.ofVirtual().start(() -> pass(far, near));
            } catch (IOException _) {
                // closed, or the server is away
            }
        }
    }

    private static void pass(Socket from, Socket to) {
        try (from; to) {
            InputStream in = from.getInputStream();
            OutputStream out = to.getOutputStream();
            in.transferTo(out);
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
