package wistaxis.store.internet;

import static org.assertj.core.api.Assertions.assertThat;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import wistaxis.core.facts.Sha256;
import wistaxis.core.firmware.Build;
import wistaxis.core.firmware.Fetch;
import wistaxis.core.firmware.SystemVersion;

/**
 * Four downloads from a library that fails in every way at random, while somebody wants, pauses, goes on, puts first and throws away at
 * random.
 */
class QueueTest {
    private static final int SIZE = 300_000;

    @TempDir
    private Path folder = Path.of("");
    private final List<byte[]> files = new ArrayList<>();
    private final List<Build> builds = new ArrayList<>();
    private Random faults = new Random(0);
    private volatile boolean well;

    private static byte[] noise(int seed) {
        byte[] bytes = new byte[SIZE];
        new Random(seed).nextBytes(bytes);
        return bytes;
    }

    private synchronized int fault() {
        return well ? 9 : faults.nextInt(10);
    }

    private synchronized int somewhere(int from) {
        return from + faults.nextInt(SIZE - from);
    }

    private void answer(HttpExchange exchange) throws IOException {
        try (exchange) {
            byte[] file = files.get(Integer.parseInt(exchange.getRequestURI().getPath().substring(1)));
            String range = exchange.getRequestHeaders().getFirst("Range");
            int from = range == null ? 0 : Integer.parseInt(range.replaceAll("\\D", ""));
            int until = SIZE;
            exchange.getResponseHeaders().set("ETag", "\"v\"");
            switch (fault()) {
                case 0 -> {
                    exchange.sendResponseHeaders(503, -1);
                    return;
                }
                case 1 -> {
                    exchange.sendResponseHeaders(416, -1);
                    return;
                }
                case 2 -> from = 0; // a server may ignore the range
                case 3, 4 -> until = somewhere(from);
                case 5 -> {
                    file = noise(99); // a proxy's page, or another file, under the same validator
                }
                default -> { }
            }
            if (from > 0) {
                exchange.getResponseHeaders().set("Content-Range", "bytes " + from + "-" + (SIZE - 1) + "/" + SIZE);
            }
            exchange.sendResponseHeaders(from > 0 ? 206 : 200, SIZE - from);
            exchange.getResponseBody().write(file, from, until - from);
            exchange.getResponseBody().flush();
        }
    }

    private Path target(int i) {
        return folder.resolve(i + ".zip");
    }

    /** Nothing has a name but what is whole, and never more than two run. */
    private void invariants(DownloadQueue queue) throws IOException {
        assertThat(queue.states()).filteredOn(s -> s.phase() == Fetch.Phase.RUNNING).hasSizeLessThanOrEqualTo(2);
        for (int i = 0; i < builds.size(); i++) {
            if (Files.exists(target(i))) {
                assertThat(Files.readAllBytes(target(i))).isEqualTo(files.get(i));
            }
        }
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 2, 3, 4, 5, 6})
    void whateverHappensEveryFirmwareFileIsWholeAtTheEnd(int seed) throws Exception {
        faults = new Random(seed);
        for (int i = 0; i < 4; i++) {
            files.add(noise(i));
            builds.add(new Build(List.of("iPhone13,2"), SystemVersion.parse("1"), "B" + i, LocalDate.EPOCH, SIZE, Sha256.of(files.get(i)),
                    "/" + i, true, null));
        }
        HttpServer server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        server.createContext("/", this::answer);
        try (ExecutorService threads = Executors.newCachedThreadPool(); FirmwareService service = new FirmwareService(URI.create("http://127.0.0.1:"
                + server.getAddress().getPort()));
                DownloadQueue queue = new DownloadQueue(service, Duration.ofMillis(1))) {
            server.setExecutor(threads);
            server.start();
            Random random = new Random(seed);
            for (int step = 0; step < 120; step++) {
                int i = random.nextInt(4);
                String sha = builds.get(i).sha256();
                switch (random.nextInt(8)) {
                    case 0, 1, 2 -> queue.want(builds.get(i), target(i), "T-" + random.nextInt(3));
                    case 3 -> queue.pause(sha);
                    case 4, 5 -> queue.resume(sha);
                    case 6 -> queue.first(sha);
                    default -> queue.throwAway(sha);
                }
                Thread.sleep(random.nextInt(4));
                invariants(queue);
            }
            well = true;
            for (int looks = 0; queue.states().size() < 4 || !queue.states().stream().allMatch(s -> s.phase() == Fetch.Phase.WHOLE); looks++) {
                assertThat(looks).as("they never come: " + queue.states()).isLessThan(12_000);
                Thread.sleep(5);
                for (int i = 0; i < 4; i++) {
                    if (queue.state(builds.get(i).sha256()).filter(s -> s.underWay() || s.phase() == Fetch.Phase.WHOLE).isEmpty()) {
                        queue.want(builds.get(i), target(i), "T");
                    }
                }
            }
            invariants(queue);
            try (var left = Files.list(folder)) {
                assertThat(left).as("nothing but the packages").containsExactlyInAnyOrder(target(0), target(1), target(2), target(3));
            }
            server.stop(0);
        }
    }
}
