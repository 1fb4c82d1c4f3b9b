package wistaxis.store.internet;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Sha256;
import wistaxis.core.firmware.Build;
import wistaxis.core.firmware.SystemVersion;
import wistaxis.store.settings.FirmwareSharing;

/** Firmware files between benches: by digest alone, from any byte on, before a library is asked. */
class FirmwareShareTest {
    private static final int SIZE = 200_000;

    @TempDir
    private Path folder = Path.of("");

    private static URI at(FirmwareShare share, String path) {
        return URI.create("http://localhost:" + share.port() + "/" + path);
    }

    @Test
    void anotherBenchsFileIsFetchedAndNothingElseIsServed() throws Exception {
        byte[] bytes = new byte[SIZE];
        new Random(1).nextBytes(bytes);
        Path file = Files.write(folder.resolve("theirs.zip"), bytes);
        String sha256 = Sha256.of(bytes);
        try (FirmwareShare share = new FirmwareShare(0, d -> d.equals(sha256) ? Optional.of(file) : Optional.empty());
                FirmwareService service = new FirmwareService(() -> URI.create("http://localhost:1/"), new OtherBenches(() -> List.of(URI.create(
                        "http://localhost:1/"), at(share, "")))); HttpClient http = HttpClient.newHttpClient()) {
            Build build = new Build(List.of("iPhone13,2"), SystemVersion.parse("1"), "B1", LocalDate.EPOCH, SIZE, sha256, "/1", true, null);
            Path mine = folder.resolve("mine.zip");
            assertThat(service.download(build, mine, new SharedSpeed()).run(_ -> { }).toString()).startsWith("Whole");
            assertThat(mine).hasSameBinaryContentAs(file);

            HttpResponse<byte[]> rest = http.send(HttpRequest.newBuilder(at(share, sha256)).header("Range", "bytes=150000-").build(),
                    HttpResponse.BodyHandlers.ofByteArray());
            assertThat(rest.statusCode()).isEqualTo(206);
            assertThat(rest.body()).isEqualTo(Arrays.copyOfRange(bytes, 150_000, SIZE));
            assertThat(http.send(HttpRequest.newBuilder(at(share, sha256)).header("Range", "bytes=200000-").build(),
                    HttpResponse.BodyHandlers.discarding()).statusCode()).isEqualTo(416);
            assertThat(http.send(HttpRequest.newBuilder(at(share, sha256)).DELETE().build(), HttpResponse.BodyHandlers.discarding()).statusCode())
                    .isEqualTo(405);
            for (String other : List.of("", "theirs.zip", "../theirs.zip", "0".repeat(64), sha256 + "/..")) {
                assertThat(http.send(HttpRequest.newBuilder(at(share, other)).build(), HttpResponse.BodyHandlers.discarding()).statusCode()).as(
                        other).isEqualTo(404);
            }
            assertThatThrownBy(() -> new FirmwareShare(share.port(), _ -> Optional.empty()).close()).isInstanceOf(BadInput.class)
                    .hasMessageContaining(String.valueOf(share.port()));
        }
    }

    @Test
    void whatIsTypedIsKeptOrRefused() {
        FirmwareSharing typed = FirmwareSharing.OFF.at("8479").from("http://back-bench:8479, http://desk:8479");
        typed.write(folder.resolve("sharing.json"));
        assertThat(FirmwareSharing.read(folder.resolve("sharing.json"))).isEqualTo(typed);
        assertThat(typed.addresses()).hasSize(2);
        assertThat(typed.at(" ").from("")).isEqualTo(FirmwareSharing.OFF);
        for (String bad : List.of("80", "65536", "door", "-1")) {
            assertThatThrownBy(() -> typed.at(bad)).isInstanceOf(BadInput.class).hasMessageContaining(bad);
        }
        assertThatThrownBy(() -> typed.from("back-bench")).isInstanceOf(BadInput.class).hasMessageContaining("back-bench");
    }
}
