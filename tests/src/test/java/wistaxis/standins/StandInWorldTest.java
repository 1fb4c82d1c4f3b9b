package wistaxis.standins;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.URL;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.facts.Sha256;
import wistaxis.core.ticket.Chain;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;

/** The services on loopback, asked by a plain HTTP client; ranges and validators by RFC 9110. */
class StandInWorldTest {
    private static final Instant NOW = Instant.parse("2026-05-12T09:00:00Z");

    /** Firmware files are made once for all tests here. */
    @TempDir
    private static Path MADE = Path.of("");

    @TempDir
    private Path folder = Path.of("");
    private final HttpClient http = HttpClient.newHttpClient();
    private StandInWorld world = null;

    @BeforeEach
    void open() throws IOException {
        world = new StandInWorld(MADE, () -> NOW, 200_000_000);
    }

    @AfterEach
    void close() {
        world.close();
        http.close();
    }

    private HttpResponse<byte[]> get(String path, String... headers) throws IOException, InterruptedException {
        HttpRequest.Builder request = HttpRequest.newBuilder(world.address().resolve(path));
        if (headers.length > 0) {
            request.headers(headers);
        }
        return http.send(request.build(), HttpResponse.BodyHandlers.ofByteArray());
    }

    private String aFirmwareFile() throws IOException, InterruptedException {
        String list = new String(get("/builds?device=iPhone13,2").body(), java.nio.charset.StandardCharsets.UTF_8);
        assertThat(list).contains("31.10", "31.9.1", "30.12", "32.0 test 2");
        return "/packages/iPhone13,2_31K88.zip";
    }

    @Test
    void servesOnlyLoopback() {
        assertThat(world.address()).isEqualTo(URI.create("http://127.0.0.1:" + world.address().getPort()));
    }

    @Test
    void aRangeIsTheRestOfTheFileAndAStaleValidatorGetsTheWhole() throws Exception {
        String path = aFirmwareFile();
        HttpResponse<byte[]> whole = get(path);
        assertThat(whole.statusCode()).isEqualTo(200);
        String etag = whole.headers().firstValue("ETag").orElseThrow();
        int size = whole.body().length;
        HttpResponse<byte[]> rest = get(path, "Range", "bytes=1000000-", "If-Range", etag);
        assertThat(rest.statusCode()).isEqualTo(206);
        assertThat(rest.headers().firstValue("Content-Range")).hasValue("bytes 1000000-" + (size - 1) + "/" + size);
        assertThat(rest.body()).isEqualTo(java.util.Arrays.copyOfRange(whole.body(), 1_000_000, size));
        assertThat(get(path, "Range", "bytes=1000000-", "If-Range", "\"stale\"").statusCode()).isEqualTo(200);
        HttpResponse<byte[]> past = get(path, "Range", "bytes=" + size + "-");
        assertThat(past.statusCode()).isEqualTo(416);
        assertThat(past.headers().firstValue("Content-Range")).hasValue("bytes */" + size);
    }

    @Test
    void aFaultCutsOneDownloadAndOnlyOne() throws Exception {
        String path = aFirmwareFile();
        world.faults().cutNextDownloadAfter(500_000);
        assertThatThrownBy(() -> get(path)).isInstanceOf(IOException.class);
        assertThat(get(path).statusCode()).isEqualTo(200);
    }

    @Test
    void theLineHasItsSpeed() throws Exception {
        String path = aFirmwareFile();
        long size = get(path).body().length;
        try (StandInWorld slow = new StandInWorld(MADE, () -> NOW, size)) {
            long began = System.nanoTime();
            http.send(HttpRequest.newBuilder(slow.address().resolve(path)).build(), HttpResponse.BodyHandlers.ofByteArray());
            assertThat(Duration.ofNanos(System.nanoTime() - began)).as("a second's worth of bytes never comes faster")
                    .isGreaterThan(Duration.ofMillis(950));
        }
    }

    @Test
    void nonsenseIsAnsweredWithItsValue() throws Exception {
        assertThat(get("/builds?device=toaster")).satisfies(r -> {
            assertThat(r.statusCode()).isEqualTo(400);
            assertThat(new String(r.body(), java.nio.charset.StandardCharsets.UTF_8)).contains("toaster");
        });
        assertThat(get("/packages/..%2f..%2fetc%2fpasswd").statusCode()).isEqualTo(404);
        HttpResponse<String> bad = http.send(HttpRequest.newBuilder(world.address().resolve("/sign"))
                .POST(HttpRequest.BodyPublishers.ofString("{\"identifier\":\"x\",\"build\":\"y\",\"nonce\":\"short\"}")).build(),
                HttpResponse.BodyHandlers.ofString());
        assertThat(bad.statusCode()).isEqualTo(400);
        assertThat(bad.body()).contains("[short]");
        assertThatThrownBy(() -> new StandInWorld(folder, () -> NOW, 0)).hasMessageContaining("[0]");
    }

    @Test
    void theSameFirmwareFileIsMadeOfTheSameBytes() throws IOException {
        StandInFirmware.of("iPhone13,2", "31.10", "31K88", 1).write(folder.resolve("a.zip"), new StandInSigner());
        StandInFirmware.of("iPhone13,2", "31.10", "31K88", 1).write(folder.resolve("b.zip"), new StandInSigner());
        assertThat(Sha256.of(Files.readAllBytes(folder.resolve("a.zip"))))
                .isEqualTo(Sha256.of(Files.readAllBytes(folder.resolve("b.zip"))));
    }

    @Test
    void theDemoBenchHasTicketsAtEveryStageOfTheDay() throws IOException {
        Map<Integer, List<LedgerEntry>> tickets = new HashMap<>();
        Instant last = Instant.EPOCH;
        for (DemoWorld.Happening h : DemoWorld.history(NOW, folder.resolve("shelf"), MADE, DemoWorld.Past.MONTHS)) {
            assertThat(h.at()).isBetween(last, NOW);
            last = h.at();
            List<LedgerEntry> list = tickets.computeIfAbsent(h.ticket(), _ -> new ArrayList<>());
            list.add(Chain.link(Chain.START, list.size() + 1, "T-000" + h.ticket(), h.at(), null, h.event().toJson()));
        }
        Map<Integer, Stage> stages = new HashMap<>();
        tickets.forEach((n, list) -> stages.put(n, Ticket.fold(list).stage()));
        assertThat(stages).containsAllEntriesOf(Map.of(1, Stage.CLOSED, 2, Stage.HANDOVER, 3, Stage.KEYS, 4, Stage.FIRMWARE, 5,
                Stage.ROUTE, 6, Stage.IDENTIFY, 7, Stage.IDENTIFY, 8, Stage.ROUTE, 9, Stage.ROUTE, 10, Stage.KEYS));
        assertThat(stages.entrySet()).as("the cases of earlier days, for the evidence").filteredOn(e -> e.getKey() > 100)
                .hasSizeGreaterThanOrEqualTo(6).allMatch(e -> e.getValue() == Stage.CLOSED);
        for (List<LedgerEntry> list : tickets.values()) {
            Ticket t = Ticket.fold(list);
            boolean helped = t.attempts().stream().anyMatch(a -> Boolean.TRUE.equals(a.said()));
            assertThat(t.closed() == null || t.closed().toString().contains("handed over") == helped).as("closed with what came of it: %s", t.closed())
                    .isTrue();
            list.stream().map(LedgerEntry::event).filter(TicketEvent.FirmwareVerified.class::isInstance)
                    .map(TicketEvent.FirmwareVerified.class::cast)
                    .forEach(p -> assertThat(folder.resolve(p.file())).isRegularFile());
        }
    }

    /** What tests offer in place of what ships differs in the size alone, or they would test another library. */
    @Test
    void theSmallFirmwareFilesOfTheTestsAreThoseThatShip() throws IOException {
        List<String> offers = new ArrayList<>();
        for (URL file : Collections.list(StandInWorld.class.getClassLoader().getResources("wistaxis/standins/offers.json"))) {
            try (InputStream in = file.openStream()) {
                offers.add(new String(in.readAllBytes(), StandardCharsets.UTF_8).replaceAll("\"megabytes\": \\d+", "").strip());
            }
        }
        assertThat(offers).hasSize(2);
        assertThat(offers.getFirst()).isEqualTo(offers.getLast());
    }
}
