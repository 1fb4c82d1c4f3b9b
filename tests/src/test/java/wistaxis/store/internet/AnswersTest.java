package wistaxis.store.internet;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Executors;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import wistaxis.core.outside.OutsideProblem;

/** A library that answers too much, too late, or otherwise than agreed: told as it was, in words, on one line. */
class AnswersTest {
    private HttpServer server;
    private URI address;
    private FirmwareService service;
    private final CountDownLatch end = new CountDownLatch(1);

    @BeforeEach
    void serve() throws IOException {
        server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        server.setExecutor(Executors.newVirtualThreadPerTaskExecutor());
        server.start();
        address = URI.create("http://127.0.0.1:" + server.getAddress().getPort() + "/");
        service = new FirmwareService(address);
    }

    @AfterEach
    void stop() {
        end.countDown();
        service.close();
        server.stop(0);
    }

    private void answers(int status, String body) {
        server.createContext("/", e -> {
            byte[] bytes = body.getBytes(StandardCharsets.UTF_8);
            e.sendResponseHeaders(status, bytes.length == 0 ? -1 : bytes.length);
            e.getResponseBody().write(bytes);
            e.close();
        });
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {"404 | '' | answers 404; it gives no reason", "302 | '' | answers 302; it gives no reason",
        "500 | {\"error\": \"out of\\nord \\u001b[31m\"} | answers 500: out of", "200 | <html> | cannot be read",
        "503 | <html>busy</html> | answers 503; it gives no reason"})
    void itsStatusIsToldAsItWas(int status, String body, String says) {
        answers(status, body);
        assertThatThrownBy(() -> service.buildsFor("iPhone13,2")).isInstanceOf(OutsideProblem.class).hasMessageContaining(says)
                .satisfies(e -> assertThat(e.getMessage()).doesNotContain("\n").doesNotContain("\u001b").doesNotContain("Exception")
                .doesNotContain("com.fasterxml"));
    }

    @Test
    void moreBuildsThanAModelHasAreNotTaken() {
        answers(200, IntStream.range(0, 501).mapToObj(i -> """
                {"identifiers": ["iPhone13,2"], "version": "26.%d", "build": "23B%d", "released": null, "sizeBytes": 1, "sha256": null,
                 "path": null, "signed": true}""".formatted(i, i)).collect(Collectors.joining(",", "[", "]")));
        assertThatThrownBy(() -> service.buildsFor("iPhone13,2")).isInstanceOf(OutsideProblem.class).hasMessageContaining("[501] builds");
    }

    /** It falls silent in the middle of its answer: that is said, and asking again is possible. */
    @Test
    void anAnswerThatNeverEndsIsNotWaitedFor() {
        server.createContext("/", e -> {
            e.sendResponseHeaders(200, 1_000_000);
            e.getResponseBody().write('[');
            e.getResponseBody().flush();
            try {
                end.await();
            } catch (InterruptedException _) {
                Thread.currentThread().interrupt();
            }
        });
        try (FirmwareService impatient = new FirmwareService(address, Duration.ofSeconds(1))) {
            for (int again = 0; again < 2; again++) {
                assertThatThrownBy(() -> impatient.buildsFor("iPhone13,2")).isInstanceOf(OutsideProblem.class)
                        .hasMessageContaining("did not finish its answer within 1 s");
            }
        }
    }

    @Test
    void anAnswerWithoutEndIsLeftOff() {
        server.createContext("/", e -> {
            e.sendResponseHeaders(200, 0);
            byte[] much = "[\"aaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaa\",".repeat(20_000).getBytes(StandardCharsets.UTF_8);
            try {
                while (true) {
                    e.getResponseBody().write(much);
                }
            } catch (IOException _) {
                // whoever asked has heard enough
            }
        });
        assertThatThrownBy(() -> service.buildsFor("iPhone13,2")).isInstanceOf(OutsideProblem.class);
    }

    /** A library that lies below a path of its computer is asked there, whether its address ends with a slash or not. */
    @ParameterizedTest
    @CsvSource({"firmware/v1", "firmware/v1/", "''"})
    void anAddressMayHaveAPath(String path) throws OutsideProblem {
        List<String> asked = new CopyOnWriteArrayList<>();
        server.createContext("/", e -> {
            asked.add(e.getRequestURI().toString());
            e.sendResponseHeaders(200, 2);
            e.getResponseBody().write("[]".getBytes(StandardCharsets.UTF_8));
            e.close();
        });
        try (FirmwareService below = new FirmwareService(address.resolve(path))) {
            assertThat(below.buildsFor("iPhone13,2")).isEmpty();
        }
        assertThat(asked).containsExactly((path.isEmpty() ? "/" : "/firmware/v1/") + "builds?device=iPhone13,2");
    }
}
