package wistaxis.store.line;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.atomic.AtomicReference;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.facts.Sha256;
import wistaxis.core.firmware.Build;
import wistaxis.core.firmware.BuildChoice;
import wistaxis.core.outside.OutsideTrouble;
import wistaxis.core.signing.SigningAnswer;
import wistaxis.core.signing.SigningRequest;
import wistaxis.standins.StandInSigner;
import wistaxis.standins.StandInWorld;

/** The line against the stand-in world: real HTTP on loopback, with faults. */
class LineTest {
    private static final String PHONE = "iPhone13,2";

    @TempDir
    private Path folder = Path.of("");
    private final AtomicReference<Instant> now = new AtomicReference<>(Instant.parse("2026-05-12T09:00:00Z"));
    private StandInWorld world = null;
    private Line line = null;

    @BeforeEach
    void open() throws IOException {
        world = new StandInWorld(folder.resolve("stand-ins"), now::get, 100_000_000);
        line = new Line(world.address());
    }

    @AfterEach
    void close() {
        line.close();
        world.close();
    }

    private Build newest() throws OutsideTrouble {
        return BuildChoice.among(line.buildsFor(PHONE), PHONE, now.get()).chosen().orElseThrow().build();
    }

    private Path target() {
        return folder.resolve("shelf/package.zip");
    }

    private static String digest(Path file) throws IOException {
        return Sha256.of(Files.readAllBytes(file));
    }

    @Test
    void aDownloadArrivesWholeAndOnlyThenGetsItsName() throws Exception {
        Build build = newest();
        List<Long> seen = new ArrayList<>();
        Download download = line.download(build, target());
        assertThat(download.run(at -> {
            seen.add(at);
            assertThat(target()).doesNotExist();
        })).isInstanceOf(Download.Ended.Whole.class);
        assertThat(digest(target())).isEqualTo(build.sha256());
        assertThat(seen).isSorted().last().isEqualTo(build.sizeBytes());
        assertThat(Files.list(target().getParent())).containsExactly(target());
    }

    @Test
    void stopsAndGoesOnWhereItStopped() throws Exception {
        Build build = newest();
        Download first = line.download(build, target());
        Download.Ended ended = first.run(at -> {
            if (at > 5_000_000) {
                first.stop();
            }
        });
        assertThat(ended).isInstanceOf(Download.Ended.Stopped.class);
        Download second = line.download(build, target());
        long kept = second.here();
        assertThat(kept).isBetween(5_000_000L, 6_000_000L);
        assertThat(second.run(_ -> { })).isInstanceOfSatisfying(Download.Ended.Whole.class, w -> assertThat(w.bytes()).isEqualTo(build.sizeBytes() - kept));
        assertThat(digest(target())).isEqualTo(build.sha256());
    }

    @Test
    void aServerThatStopsHalfWayLosesNothing() throws Exception {
        Build build = newest();
        world.faults().cutNextDownloadAfter(4_000_000);
        Download.Ended ended = line.download(build, target()).run(_ -> { });
        assertThat(ended).isInstanceOfSatisfying(Download.Ended.Broken.class, b -> {
            assertThat(b.atByte()).isBetween(1_000_000L, 4_000_000L);
            assertThat(b.why()).isNotBlank();
        });
        assertThat(target()).doesNotExist();
        assertThat(line.download(build, target()).run(_ -> { })).isInstanceOf(Download.Ended.Whole.class);
        assertThat(digest(target())).isEqualTo(build.sha256());
    }

    /** RFC 9110, If-Range: a changed file at the other end is fetched anew, never spliced. */
    @Test
    void aPartOfAnotherFileIsNeverSpliced() throws Exception {
        Build build = newest();
        Files.createDirectories(target().getParent());
        Files.write(target().resolveSibling("package.zip.part"), new byte[3_000_000]);
        Files.writeString(target().resolveSibling("package.zip.part.json"), "{\"etag\":\"\\\"of-another-file\\\"\",\"sha256\":\"x\"}");
        assertThat(line.download(build, target()).run(_ -> { })).isInstanceOf(Download.Ended.Whole.class);
        assertThat(digest(target())).isEqualTo(build.sha256());
    }

    @Test
    void aFileThatIsNotWhatWasListedIsThrownAway() throws Exception {
        Build b = newest();
        Build lied = new Build(b.identifiers(), b.version(), b.build(), b.released(), b.sizeBytes(), "0".repeat(64), b.path(), true, null);
        assertThat(line.download(lied, target()).run(_ -> { })).isInstanceOfSatisfying(Download.Ended.Broken.class, e -> assertThat(e.why()).contains("not what the library lists"));
        assertThat(target()).doesNotExist();
        assertThat(target().resolveSibling("package.zip.part")).doesNotExist();
    }

    private SigningAnswer.Outcome ask(String identifier, String build) throws OutsideTrouble {
        SigningRequest request = new SigningRequest(identifier, build, "0123456789abcdef0123456789abcdef");
        return line.ask(request).check(request, StandInSigner.publicKey());
    }

    @Test
    void signingIsGrantedWhileTheWindowIsOpenAndRefusedAfter() throws OutsideTrouble {
        assertThat(ask(PHONE, "31J61").granted()).isTrue();
        now.set(now.get().plusSeconds(8 * 3600));
        assertThat(ask(PHONE, "31J61")).satisfies(o -> {
            assertThat(o.granted()).isFalse();
            assertThat(o.says()).contains("31J61").contains("no longer signed");
        });
        assertThat(ask(PHONE, "31K88").granted()).isTrue();
        world.faults().closeSigning("31K88");
        assertThat(ask(PHONE, "31K88").granted()).isFalse();
        assertThat(ask(PHONE, "99Z9").says()).contains("no build [99Z9]");
    }

    @Test
    void anAnswerForAnotherDeviceIsNotTaken() throws OutsideTrouble {
        SigningRequest other = new SigningRequest("iPhone14,5", "31K88", "0123456789abcdef0123456789abcdef");
        SigningRequest ours = new SigningRequest(PHONE, "31K88", "0123456789abcdef0123456789abcdef");
        assertThat(line.ask(other).check(ours, StandInSigner.publicKey()).granted()).isFalse();
    }

    @Test
    void aLineThatIsDownIsSaidInWords() {
        world.close();
        assertThatThrownBy(() -> line.buildsFor(PHONE)).isInstanceOf(OutsideTrouble.class).hasMessageContaining("firmware library").hasMessageContaining("try again");
        assertThatThrownBy(() -> ask(PHONE, "31K88")).isInstanceOf(OutsideTrouble.class).hasMessageContaining("signing service");
    }
}
