package wistaxis.standins;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.Socket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Anybody on the machine can reach the loopback: nobody makes the stand-in library fill the disk. */
class StrangersTest {
    @TempDir
    private Path folder = Path.of("");

    private static String ask(URI at, String head) throws IOException {
        try (Socket socket = new Socket("127.0.0.1", at.getPort())) {
            socket.getOutputStream().write((head.replace("HOST", "127.0.0.1:" + at.getPort()).replace("|", "\r\n")
                    + "\r\nConnection: close\r\n\r\n").getBytes(StandardCharsets.UTF_8));
            return new String(socket.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    @ParameterizedTest
    @CsvSource({"400, GET /builds?device=iPhone99999;1 HTTP/1.1|Host: HOST", "400, GET /builds?device=iPhone9999%2C1 HTTP/1.1|Host: HOST",
            "400, GET /builds?device=..%2F..%2Fx HTTP/1.1|Host: HOST",
        "403, GET /builds?device=iPhone13%2C2 HTTP/1.1|Host: evil.example",
        "403, GET /builds?device=iPhone13%2C2 HTTP/1.1|Host: HOST|Origin: http://evil.example",
        "403, GET /builds?device=iPhone13%2C2 HTTP/1.1|Host: HOST|Sec-Fetch-Site: cross-site",
        "403, GET /builds?device=iPhone13%2C2 HTTP/1.1|Host: HOST|Referer: http://evil.example/",
        "405, POST /builds?device=iPhone13%2C2 HTTP/1.1|Host: HOST", "405, DELETE /packages/x.zip HTTP/1.1|Host: HOST",
        "405, GET /sign HTTP/1.1|Host: HOST", "404, GET /packages/..%2Fx.zip HTTP/1.1|Host: HOST",
        "404, GET /packages/iPhone13%2C2_31K88.zip.json HTTP/1.1|Host: HOST"})
    void nobodyMakesItMakeAnything(int status, String head) throws IOException {
        try (StandInWorld world = new StandInWorld(folder, Instant::now, 1_000_000)) {
            assertThat(ask(world.address(), head.replace(';', ','))).startsWith("HTTP/1.1 " + status);
        }
        try (Stream<Path> made = Files.list(folder)) {
            assertThat(made).isEmpty();
        }
    }

    @Test
    void itMakesSoMuchAndNoMore() throws IOException {
        StandInCatalogue.Offer offer = StandInCatalogue.newest();
        MadeFirmware few = new MadeFirmware(folder, StandInFirmware.bytes(offer.megabytes()) * 3 / 2);
        MadeFirmware.Note first = few.make("iPhone13,2", offer);
        assertThat(few.make("iPhone13,2", offer)).as("one that is there costs nothing").isEqualTo(first);
        assertThatThrownBy(() -> few.make("iPhone13,3", offer)).isInstanceOf(UncheckedIOException.class)
                .hasStackTraceContaining("which is all it makes");
        Files.writeString(folder.resolve(MadeFirmware.name("iPhone13,2", offer.build()) + ".json"), "{\"sha256\":null}");
        assertThat(few.make("iPhone13,2", offer)).as("a note that cannot be read is written anew").isEqualTo(first);
        try (Stream<Path> made = Files.list(folder)) {
            assertThat(made).hasSize(2);
        }
    }
}
