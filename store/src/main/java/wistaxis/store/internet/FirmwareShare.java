package wistaxis.store.internet;

import static wistaxis.core.words.Say.t;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.OutputStream;
import java.net.InetSocketAddress;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import wistaxis.core.facts.BadInput;

/**
 * Lets other benches of a shop fetch firmware files from this one's folder, each under the digest of its bytes and under nothing else, from
 * any byte on (RFC 9110). Plain HTTP: whoever fetches checks the digest. Read only.
 */
public final class FirmwareShare implements AutoCloseable {
    private static final Pattern FROM_BYTE = Pattern.compile("bytes=(\\d{1,15})-");
    private static final int OK = 200;
    private static final int PART = 206;
    private static final int NOT_FOUND = 404;
    private static final int OTHER_METHOD = 405;
    private static final int NO_SUCH_PART = 416;
    private static final int CHUNK = 1 << 16;

    private final HttpServer server;
    private final ExecutorService threads = Executors.newVirtualThreadPerTaskExecutor();
    private final Function<String, Optional<Path>> files;

    /**
     * @param port 1024 to 65535; 0 for any that is free
     * @param files verified files by the digest of their bytes
     * @throws BadInput where the port is taken
     */
    public FirmwareShare(int port, Function<String, Optional<Path>> files) {
        this.files = files;
        try {
            server = HttpServer.create(new InetSocketAddress(port), 0);
        } catch (IOException e) {
            throw new BadInput(t("store.share.port", "port", String.valueOf(port), "why", String.valueOf(e.getMessage())), e);
        }
        server.createContext("/", this::answer);
        server.setExecutor(threads);
        server.start();
    }

    public int port() {
        return server.getAddress().getPort();
    }

    private void answer(HttpExchange exchange) throws IOException {
        try (exchange) {
            boolean body = exchange.getRequestMethod().equals("GET");
            if (!body && !exchange.getRequestMethod().equals("HEAD")) {
                exchange.sendResponseHeaders(OTHER_METHOD, -1);
                return;
            }
            String digest = exchange.getRequestURI().getPath().substring(1);
            Optional<Path> file = digest.matches("[0-9a-f]{64}") ? files.apply(digest).filter(Files::isRegularFile) : Optional.empty();
            if (file.isEmpty()) {
                exchange.sendResponseHeaders(NOT_FOUND, -1);
            } else {
                send(exchange, file.get(), '"' + digest + '"', body);
            }
        }
    }

    private static void send(HttpExchange exchange, Path file, String etag, boolean body) throws IOException {
        long size = Files.size(file);
        String known = exchange.getRequestHeaders().getFirst("If-Range");
        Matcher range = FROM_BYTE.matcher(String.valueOf(exchange.getRequestHeaders().getFirst("Range")));
        boolean part = range.matches() && (known == null || known.equals(etag));
        long from = part ? Long.parseLong(range.group(1)) : 0;
        exchange.getResponseHeaders().set("ETag", etag);
        exchange.getResponseHeaders().set("Accept-Ranges", "bytes");
        if (part && from >= size) {
            exchange.getResponseHeaders().set("Content-Range", "bytes */" + size);
            exchange.sendResponseHeaders(NO_SUCH_PART, -1);
            return;
        }
        if (part) {
            exchange.getResponseHeaders().set("Content-Range", "bytes " + from + "-" + (size - 1) + "/" + size);
        }
        if (!body) {
            exchange.getResponseHeaders().set("Content-Length", String.valueOf(size - from));
            exchange.sendResponseHeaders(part ? PART : OK, -1);
            return;
        }
        exchange.sendResponseHeaders(part ? PART : OK, size - from);
        try (FileChannel in = FileChannel.open(file).position(from); OutputStream out = exchange.getResponseBody()) {
            ByteBuffer chunk = ByteBuffer.allocate(CHUNK);
            while (in.read(chunk.clear()) > 0) {
                out.write(chunk.array(), 0, chunk.position());
            }
        }
    }

    @Override
    public void close() {
        server.stop(0);
        threads.shutdownNow();
    }
}
