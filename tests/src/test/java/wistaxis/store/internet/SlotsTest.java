package wistaxis.store.internet;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.net.URI;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Duration;
import java.time.LocalDate;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import wistaxis.core.firmware.Build;
import wistaxis.core.firmware.Fetch;
import wistaxis.core.firmware.SystemVersion;

/** Whatever ends a download reaches whoever waits for it, and its place in the queue is free again. */
@Timeout(60)
class SlotsTest {
    @TempDir
    private Path folder = Path.of("");

    private static Build build(int n) {
        return new Build(List.of("iPhone13,2"), SystemVersion.parse("31." + n), "31K" + n, LocalDate.EPOCH, 1000, String.valueOf(n)
                .repeat(64), "/p/" + n, true, null);
    }

    /** More downloads than places, at addresses that nothing can be fetched from. */
    @ParameterizedTest
    @ValueSource(strings = {"file:///nowhere", "gopher://127.0.0.1", "http://127.0.0.1:1", "urn:x:y"})
    void anAddressThatIsNoneCostsNoPlace(String address) throws Exception {
        try (FirmwareService service = new FirmwareService(URI.create(address)); DownloadQueue queue = new DownloadQueue(service,
                Duration.ofMillis(1))) {
            for (int n = 1; n <= 5; n++) {
                queue.want(build(n), folder.resolve(n + ".zip"), "T-0001");
            }
            while (!queue.states().stream().allMatch(Fetch::over)) {
                Thread.sleep(20);
            }
            assertThat(queue.states()).allSatisfy(s -> {
                assertThat(s.phase()).isEqualTo(Fetch.Phase.BROKEN);
                assertThat(s.why()).isNotBlank();
            });
        }
        assertThat(Files.list(folder).filter(p -> p.toString().endsWith(".zip"))).isEmpty();
    }

    /** Whoever waits for its turn hears at once that the limit was raised. */
    @Test
    void aRaisedLimitWakesWhoWaits() throws Exception {
        for (long raised : new long[] {SharedSpeed.ALL, 1_000_000_000}) {
            SharedSpeed share = new SharedSpeed();
            share.limit(10);
            share.take(1_000_000); // the next turn is a day away
            Thread waiting = Thread.ofVirtual().start(() -> {
                try {
                    share.take(1_000_000);
                } catch (InterruptedException e) {
                    throw new AssertionError(e);
                }
            });
            assertThat(waiting.join(Duration.ofMillis(200))).isFalse();
            share.limit(raised);
            assertThat(waiting.join(Duration.ofSeconds(20))).as("raised to %d", raised).isTrue();
        }
    }

    /** The digest's own thread may end by anything. */
    @Test
    void aDigestThatCannotGoOnIsSaid() throws Exception {
        try (Follower follower = new Follower(folder.resolve("gone"), 10)) {
            assertThatThrownBy(follower::digest).isInstanceOf(IOException.class);
        }
    }

    /**
     * On Windows a locked stretch of a file cannot be read by anybody else: what is locked is a byte that no file has, so that the digest
     * can be read and a second download cannot begin.
     */
    @Test
    void theLockOfAPartKeepsDownloadsApartAndNoReader() throws Exception {
        Path file = folder.resolve("a.zip");
        PartFile part = new PartFile(file, 1000, "a".repeat(64));
        try (FileChannel out = part.open(); FileChannel reader = FileChannel.open(part.path(), StandardOpenOption.READ,
                StandardOpenOption.WRITE)) {
            out.write(ByteBuffer.wrap(new byte[100]), 0);
            try (FileLock all = reader.tryLock(0, Integer.MAX_VALUE, false)) {
                assertThat(all).as("every byte that there can be is free").isNotNull();
            }
            assertThat(reader.read(ByteBuffer.allocate(100), 0)).isEqualTo(100);
            assertThatThrownBy(() -> new PartFile(file, 1000, "a".repeat(64)).open()).isInstanceOf(DownloadProblem.class)
                    .hasMessageContaining("another download already loads");
        }
        assertThat(IntStream.range(0, 2).mapToObj(_ -> part.here())).as("without a note nothing can be gone on with").containsOnly(0L);
    }
}
