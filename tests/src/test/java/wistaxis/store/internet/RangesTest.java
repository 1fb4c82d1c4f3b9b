package wistaxis.store.internet;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Deque;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import wistaxis.core.facts.Sha256;
import wistaxis.core.firmware.Build;
import wistaxis.core.firmware.SystemVersion;

/** Ranges and validators as RFC 9110 has them (sections 8.8, 13.1.5, 14 and 15; published), against answers written out byte by byte. */
class RangesTest {
    private static final String FILE = "0123456789abcdefghij";
    private static final String WHOLE = "HTTP/1.1 200 OK\r\nETag: \"new\"\r\nContent-Length: 20\r\n\r\n" + FILE;

    @TempDir
    private Path folder = Path.of("");
    private final Deque<String> answers = new ArrayDeque<>();
    private final List<List<String>> requests = Collections.synchronizedList(new ArrayList<>());
    private final CountDownLatch asked = new CountDownLatch(1);
    private ServerSocket server = null;
    private FirmwareService service = null;

    @BeforeEach
    void open() throws IOException {
        server = new ServerSocket(0, 5, InetAddress.getLoopbackAddress());
        Thread.ofVirtual().start(this::serve);
        service = new FirmwareService(address());
    }

    @AfterEach
    void close() throws IOException {
        service.close();
        server.close();
    }

    private URI address() {
        return URI.create("http://127.0.0.1:" + server.getLocalPort());
    }

    /** Each connection hears one answer and is closed; where no answer is left it stays open and hears nothing. */
    private void serve() {
        List<Socket> silent = new ArrayList<>();
        try {
            while (true) {
                Socket socket = server.accept();
                BufferedReader in = new BufferedReader(new InputStreamReader(socket.getInputStream(), StandardCharsets.US_ASCII));
                List<String> head = new ArrayList<>();
                for (String s = in.readLine(); s != null && !s.isEmpty(); s = in.readLine()) {
                    head.add(s);
                }
                requests.add(head);
                asked.countDown();
                if (answers.isEmpty()) {
                    silent.add(socket);
                } else {
                    socket.getOutputStream().write(answers.remove().getBytes(StandardCharsets.US_ASCII));
                    socket.close();
                }
            }
        } catch (IOException _) {
            // the test is over
        }
    }

    private Path target() {
        return folder.resolve("package.zip");
    }

    private Download download() {
        return download(service);
    }

    private Download download(FirmwareService over) {
        Build build = new Build(List.of("iPhone13,2"), SystemVersion.parse("1"), "B", LocalDate.EPOCH, FILE.length(),
                Sha256.of(FILE.getBytes(StandardCharsets.US_ASCII)), "/file", true, null);
        return over.download(build, target(), new SharedSpeed());
    }

    /** The first eight bytes are there from an earlier run. */
    private void eightAreHere(String etag) throws IOException {
        Files.writeString(folder.resolve("package.zip.part"), FILE.substring(0, 8));
        Files.writeString(folder.resolve("package.zip.part.json"), "{\"etag\":"
                + (etag.isEmpty() ? "\"\"" : "\"" + etag.replace("\"", "\\\"") + "\"") + ",\"sha256\":\""
                + Sha256.of(FILE.getBytes(StandardCharsets.US_ASCII)) + "\"}");
    }

    private String header(int request, String name) {
        return requests.get(request).stream().filter(h -> h.toLowerCase(java.util.Locale.ROOT)
                .startsWith(name.toLowerCase(java.util.Locale.ROOT) + ":")).map(h -> h.substring(name.length() + 1).strip()).findFirst()
                .orElse("");
    }

    private Download.Ended.Whole whole() throws IOException {
        Download.Ended ended = download().run(_ -> { });
        assertThat(ended).isInstanceOf(Download.Ended.Whole.class);
        assertThat(target()).hasContent(FILE);
        assertThat(Files.list(folder)).as("nothing else is left").containsExactly(target());
        return (Download.Ended.Whole) ended;
    }

    /** 14.2: only the rest comes; 13.1.5: If-Range with a strong validator, and never with a weak one or none. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '\'', value = {"\"strong\"|\"strong\"", "W/\"weak\"|''", "''|''"})
    void onlyTheRestIsAskedForAndTaken(String etag, String ifRange) throws IOException {
        eightAreHere(etag);
        answers.add("HTTP/1.1 206 Partial Content\r\nContent-Range: bytes 8-19/20\r\nContent-Length: 12\r\n\r\n" + FILE.substring(8));
        assertThat(whole().bytes()).isEqualTo(12);
        assertThat(header(0, "Range")).isEqualTo("bytes=8-");
        assertThat(header(0, "If-Range")).isEqualTo(ifRange);
        assertThat(header(0, "Accept-Encoding")).as("the bytes as they are, not packed again").isEmpty();
    }

    /** 14.4, 15.3.7, 15.5.17: what is not exactly the rest is not put behind what is here; the whole file is asked for instead. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {"206 Partial Content|Content-Range: bytes 0-19/20",
            "206 Partial Content|Content-Range: bytes 9-19/20", "206 Partial Content|Content-Range: bytes 8-19/21",
        "206 Partial Content|Content-Type: multipart/byteranges; boundary=x", "416 Range Not Satisfiable|Content-Range: bytes */8"})
    void anotherPartIsNeverPutBehindWhatIsHere(String status, String header) throws IOException {
        eightAreHere("\"old\"");
        answers.add("HTTP/1.1 " + status + "\r\n" + header + "\r\nContent-Length: 4\r\n\r\nABCD");
        answers.add(WHOLE);
        assertThat(whole().bytes()).isEqualTo(20);
        assertThat(header(1, "Range")).isEmpty();
    }

    /** 14.2: a server may ignore Range; 13.1.5: it does when the validator no longer holds. */
    @Test
    void aWholeFileInAnswerToARangeBeginsAnewWithItsValidator() throws IOException {
        eightAreHere("\"old\"");
        answers.add("HTTP/1.1 200 OK\r\nETag: \"new\"\r\nContent-Length: 20\r\n\r\n" + FILE.substring(0, 13));
        assertThat(download().run(_ -> { })).isInstanceOfSatisfying(Download.Ended.Broken.class, b -> {
            assertThat(b.why()).isEqualTo("the internet connection broke after [13] of [20] bytes");
            assertThat(b.passing()).isTrue();
            assertThat(b.atByte()).isEqualTo(13);
        });
        answers.add("HTTP/1.1 206 Partial Content\r\nContent-Range: bytes 13-19/20\r\nContent-Length: 7\r\n\r\n" + FILE.substring(13));
        assertThat(whole().bytes()).isEqualTo(7);
        assertThat(header(1, "If-Range")).as("that of the new file").isEqualTo("\"new\"");
    }

    @Test
    void aFileWithoutALengthIsTakenUpToItsListedSize() throws IOException {
        answers.add("HTTP/1.1 200 OK\r\nTransfer-Encoding: chunked\r\n\r\n5\r\n01234\r\nf\r\n" + FILE.substring(5) + "\r\n0\r\n\r\n");
        assertThat(whole().bytes()).isEqualTo(20);
        Files.delete(target());
        answers.add("HTTP/1.1 200 OK\r\nTransfer-Encoding: chunked\r\n\r\n15\r\n" + FILE + "+\r\n0\r\n\r\n");
        assertThat(download().run(_ -> { })).isInstanceOfSatisfying(Download.Ended.Broken.class, b -> assertThat(b.why())
                .contains("sends more than the [20] bytes"));
        assertThat(target()).doesNotExist();
    }

    /** 15: what waiting can mend is tried again, the rest is not; nobody is sent elsewhere unseen. What is here stays. */
    @ParameterizedTest
    @CsvSource({"301, false", "403, false", "404, false", "408, true", "429, true", "500, true", "503, true"})
    void otherAnswersAreSaidAndWhatIsHereStays(int status, boolean passing) throws IOException {
        eightAreHere("\"old\"");
        answers.add("HTTP/1.1 " + status + " No\r\nLocation: /elsewhere\r\nContent-Length: 0\r\n\r\n");
        assertThat(download().run(_ -> { })).isEqualTo(new Download.Ended.Broken(8, "the library answers " + status + " for /file",
                passing));
        assertThat(requests).hasSize(1);
    }

    @Test
    void whoWaitsForAnAnswerIsNotHeldByIt() throws Exception {
        Download download = download();
        Thread stopper = Thread.ofVirtual().start(() -> {
            try {
                asked.await();
                download.stop();
            } catch (InterruptedException _) {
                // the test is over
            }
        });
        assertThat(download.run(_ -> { })).as("stopped by hand before a byte came").isEqualTo(new Download.Ended.Stopped(0));
        stopper.join();
        try (FirmwareService impatient = new FirmwareService(address(), Duration.ofMillis(600), System::nanoTime)) {
            assertThat(download(impatient).run(_ -> { })).isInstanceOfSatisfying(Download.Ended.Broken.class, b -> assertThat(b.why())
                    .contains("nothing came for"));
        }
        server.close();
        assertThat(download().run(_ -> { })).isInstanceOfSatisfying(Download.Ended.Broken.class, b -> assertThat(b.passing()).isTrue());
    }
}
