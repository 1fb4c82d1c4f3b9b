package wistaxis.standins;

import com.sun.net.httpserver.Headers;
import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.function.Supplier;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Sha256;
import wistaxis.core.firmware.Build;
import wistaxis.core.firmware.SystemVersion;
import wistaxis.core.signing.SigningAnswer;
import wistaxis.core.signing.SigningRequest;

/**
 * The outside world on loopback, one HTTP server: {@code GET /builds?device=ID}, {@code GET /packages/NAME} with byte ranges
 * (RFC 9110) at the speed of the line, {@code POST /sign}. Firmware files are made when first asked for and kept in a folder.
 */
public final class StandInWorld implements AutoCloseable {
    /** The size of a firmware file before a build is chosen, about, bytes. */
    public static final long USUAL_FIRMWARE_FILE = 36_000_000;

    /** What browsers add of themselves when a page asks. Published: the Fetch standard (Origin), W3C Fetch Metadata Request Headers. */
    private static final List<String> FROM_A_PAGE = List.of("Origin", "Referer", "Sec-Fetch-Site", "Sec-Fetch-Mode");

    private static final Pattern RANGE = Pattern.compile("bytes=(\\d+)-");
    private static final int SLICE = 16 * 1024;

    private final HttpServer server;
    private final DeviceCatalogue devices = DeviceCatalogue.shipped();
    private final ExecutorService threads = Executors.newVirtualThreadPerTaskExecutor();
    private final MadeFirmware firmwareFiles;
    private final Supplier<Instant> benchTime;
    private final Instant start;
    private final long lineBytesPerSecond;
    private final Faults faults = new Faults();
    private final StandInSigner signer = new StandInSigner();

    /**
     * Starts serving on a free port.
     *
     * @param folder where made firmware files are kept
     * @param benchTime tells the time by which signing windows close
     * @param lineBytesPerSecond the line's speed, more than 0
     */
    public StandInWorld(Path folder, Supplier<Instant> benchTime, long lineBytesPerSecond) throws IOException {
        if (lineBytesPerSecond <= 0) {
            throw new IllegalArgumentException("line speed [" + lineBytesPerSecond + "]: write more than 0 bytes a second");
        }
        this.firmwareFiles = new MadeFirmware(folder);
        this.benchTime = benchTime;
        this.start = benchTime.get();
        this.lineBytesPerSecond = lineBytesPerSecond;
        this.server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        server.setExecutor(threads);
        server.createContext("/builds", x -> answer(x, "GET", this::builds));
        server.createContext("/packages/", x -> answer(x, "GET", this::download));
        server.createContext("/sign", x -> answer(x, "POST", this::sign));
        server.start();
    }

    public URI address() {
        return URI.create("http://127.0.0.1:" + server.getAddress().getPort());
    }

    public Faults faults() {
        return faults;
    }

    @Override
    public void close() {
        server.stop(0);
        threads.shutdownNow();
        try {
            threads.awaitTermination(10, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private interface Handler {
        void handle(HttpExchange exchange) throws IOException;
    }

    private void answer(HttpExchange exchange, String method, Handler handler) throws IOException {
        try (exchange) {
            try {
                if (!exchange.getRequestMethod().equals(method)) {
                    exchange.getResponseHeaders().set("Allow", method);
                    refuse(exchange, 405, "only " + method + " is answered here");
                } else if (isForeign(exchange.getRequestHeaders())) {
                    refuse(exchange, 403, "this library serves the bench that started it, and no web page");
                } else {
                    handler.handle(exchange);
                }
            } catch (BadInput e) {
                refuse(exchange, 400, String.valueOf(e.getMessage()));
            } catch (UncheckedIOException e) {
                refuse(exchange, 507, e.getMessage() + ": " + e.getCause().getMessage());
            }
        }
    }

    /** Whether a browser asks, on behalf of a page or of a name that was made to point here. */
    private boolean isForeign(Headers headers) {
        int port = server.getAddress().getPort();
        String computer = String.valueOf(headers.getFirst("Host"));
        return !List.of("127.0.0.1:" + port, "localhost:" + port).contains(computer) || FROM_A_PAGE.stream().anyMatch(headers::containsKey);
    }

    private static void refuse(HttpExchange exchange, int status, String why) throws IOException {
        send(exchange, status, Json.write(Map.of("error", why)));
    }

    private void builds(HttpExchange exchange) throws IOException {
        String query = String.valueOf(exchange.getRequestURI().getQuery());
        if (!query.matches("device=i(Phone|Pad|Pod)\\d+,\\d+")) {
            throw new BadInput("[" + query + "]: ask for device=IDENTIFIER");
        }
        String identifier = query.substring("device=".length());
        if (devices.byIdentifier(identifier).isEmpty()) {
            throw new BadInput("[" + identifier + "] is no model; ask for one that there is");
        }
        List<Build> builds = StandInCatalogue.offers().stream().map(o -> listed(identifier, o)).toList();
        send(exchange, 200, Json.write(builds));
    }

    private Build listed(String identifier, StandInCatalogue.Offer offer) {
        String name = MadeFirmware.name(identifier, offer.build());
        MadeFirmware.Note made = offer.signed() ? firmwareFiles.make(identifier, offer) : neverMade(name, offer);
        return new Build(List.of(identifier), SystemVersion.parse(offer.version()), offer.build(), offer.released(start), made.size(),
                made.sha256(),
                "/packages/" + name, offer.signed(), offer.signedUntil(start));
    }

    /** What nobody can install is listed but never fetched: its digest and size are invented. */
    private static MadeFirmware.Note neverMade(String name, StandInCatalogue.Offer offer) {
        return new MadeFirmware.Note(Sha256.of(name.getBytes(StandardCharsets.UTF_8)), offer.megabytes() * 1_000_000L + 7_600_000);
    }

    private void download(HttpExchange exchange) throws IOException {
        String name = exchange.getRequestURI().getPath().substring("/packages/".length());
        String plain = name.replaceAll("[^A-Za-z0-9,_.]", "");
        Path file = firmwareFiles.file(plain);
        if (!name.endsWith(".zip") || !Files.isRegularFile(file)) {
            send(exchange, 404, Json.write(Map.of("error", "no package [" + name + "]")));
            return;
        }
        if (faults.takeBusy()) {
            send(exchange, 503, Json.write(Map.of("error", "busy")));
            return;
        }
        long size = Files.size(file);
        String etag = "\"" + faults.validator(firmwareFiles.note(plain).sha256().substring(0, 16)) + "\"";
        exchange.getResponseHeaders().set("ETag", etag);
        exchange.getResponseHeaders().set("Accept-Ranges", "bytes");
        String ifRange = exchange.getRequestHeaders().getFirst("If-Range");
        Matcher range = RANGE.matcher(String.valueOf(exchange.getRequestHeaders().getFirst("Range")));
        long from = range.matches() && (ifRange == null || ifRange.equals(etag)) ? position(range.group(1)) : 0;
        if (from >= size || from > 0 && faults.rangesRefused()) {
            exchange.getResponseHeaders().set("Content-Range", "bytes */" + size);
            exchange.sendResponseHeaders(416, -1);
            return;
        }
        if (from > 0) {
            exchange.getResponseHeaders().set("Content-Range", "bytes " + from + "-" + (size - 1) + "/" + size);
        }
        exchange.sendResponseHeaders(from > 0 ? 206 : 200, size - from + faults.takeWrongLength());
        pour(file, from, exchange.getResponseBody());
    }

    /** A position that is no number of bytes lies behind every file. */
    private static long position(String digits) {
        return digits.length() > 18 ? Long.MAX_VALUE : Long.parseLong(digits);
    }

    /** Sends at the speed of the line, cut short when a fault says so. */
    private void pour(Path file, long from, OutputStream out) throws IOException {
        long cut = faults.takeCut();
        long began = System.nanoTime();
        long sent = 0;
        byte[] slice = new byte[SLICE];
        try (InputStream in = Files.newInputStream(file)) {
            in.skipNBytes(from);
            for (int n = in.read(slice); n >= 0; n = in.read(slice)) {
                if (cut >= 0 && sent + n > cut) {
                    throw new IOException("fault: cut after " + cut + " bytes");
                }
                out.write(slice, 0, n);
                sent += n;
                long due = began + Math.round(sent * 1e9 / faults.rate(lineBytesPerSecond));
                java.util.concurrent.locks.LockSupport.parkNanos(due - System.nanoTime());
                if (Thread.interrupted()) {
                    throw new IOException("the library was closed");
                }
            }
        }
        out.flush();
    }

    private void sign(HttpExchange exchange) throws IOException {
        SigningRequest request = Json.read(new String(exchange.getRequestBody().readNBytes(10_000), StandardCharsets.UTF_8),
                SigningRequest.class, "signing request");
        send(exchange, 200, Json.write(judge(request)));
    }

    private SigningAnswer judge(SigningRequest request) {
        Instant now = benchTime.get();
        for (StandInCatalogue.Offer offer : StandInCatalogue.offers()) {
            if (offer.build().equals(request.build())) {
                Instant until = offer.signedUntil(start);
                boolean open = offer.signed() && (until == null || now.isBefore(until)) && !faults.signingClosed(offer.build());
                return open ? new SigningAnswer(true, request.statement(), signer.signText(request.statement()), null)
                        : new SigningAnswer(false, null, null, "build [" + request.build() + "] is no longer signed for ["
                        + request.identifier() + "]");
            }
        }
        return new SigningAnswer(false, null, null, "no build [" + request.build() + "] for [" + request.identifier() + "]");
    }

    private static void send(HttpExchange exchange, int status, String json) throws IOException {
        byte[] body = json.getBytes(StandardCharsets.UTF_8);
        exchange.getResponseHeaders().set("Content-Type", "application/json");
        exchange.sendResponseHeaders(status, body.length);
        exchange.getResponseBody().write(body);
    }
}
