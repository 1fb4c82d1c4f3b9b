package wistaxis.store.internet;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.atomic.AtomicReference;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.facts.Sha256;
import wistaxis.core.firmware.Build;
import wistaxis.core.firmware.BuildChoice;
import wistaxis.core.firmware.Fetch;
import wistaxis.core.firmware.Leftover;
import wistaxis.core.outside.OutsideProblem;
import wistaxis.core.signing.SigningAnswer;
import wistaxis.core.signing.SigningRequest;
import wistaxis.standins.StandInSigner;
import wistaxis.standins.StandInWorld;
import wistaxis.store.files.SideFile;

/** The line against the stand-in world: real HTTP on loopback, with faults. */
class FirmwareServiceTest {
    private static final String PHONE = "iPhone13,2";

    /** A share of a firmware file, which has 8.7 of them, bytes. */
    private static final long SHARE = 147_000;

    /** Firmware files are made once for all tests here. */
    @TempDir
    private static Path MADE = Path.of("");

    @TempDir
    private Path folder = Path.of("");
    private final AtomicReference<Instant> now = new AtomicReference<>(Instant.parse("2026-05-12T09:00:00Z"));
    private StandInWorld world = null;
    private FirmwareService service = null;

    @BeforeEach
    void open() throws IOException {
        world = new StandInWorld(MADE, now::get, 100 * SHARE);
        service = new FirmwareService(world.address());
    }

    @AfterEach
    void close() {
        service.close();
        world.close();
    }

    private Build newest() throws OutsideProblem {
        return BuildChoice.among(service.buildsFor(PHONE), PHONE, now.get()).chosen().orElseThrow().build();
    }

    private Path target() {
        return folder.resolve("shelf/package.zip");
    }

    private Download download(Build build) {
        return service.download(build, target(), new SharedSpeed());
    }

    private static String digest(Path file) throws IOException {
        return Sha256.of(Files.readAllBytes(file));
    }

    @Test
    void aDownloadArrivesWholeAndOnlyThenGetsItsName() throws Exception {
        Build build = newest();
        List<Long> seen = new ArrayList<>();
        Download download = download(build);
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
        Download first = download(build);
        Download.Ended ended = first.run(at -> {
            if (at > 5 * SHARE) {
                first.stop();
            }
        });
        assertThat(ended).isInstanceOf(Download.Ended.Stopped.class);
        Download second = download(build);
        long kept = second.here();
        assertThat(kept).isBetween(5 * SHARE, 6 * SHARE);
        assertThat(DownloadQueue.leftovers(target().getParent())).containsExactly(new Leftover(target(), kept, build.sha256()));
        assertThat(second.run(_ -> { })).isInstanceOfSatisfying(Download.Ended.Whole.class, w -> assertThat(w.bytes())
                .isEqualTo(build.sizeBytes() - kept));
        assertThat(digest(target())).isEqualTo(build.sha256());
    }

    /**
     * A note that is missing or cannot be read says nothing about the part: it is begun anew, and not offered as something to go on with.
     */
    @Test
    void aPartIsGoneOnWithOnlyWhereItsNoteSaysWhatItIs() throws Exception {
        Build build = newest();
        Path firmwareFolder = target().getParent();
        assertThat(DownloadQueue.leftovers(firmwareFolder)).as("no folder yet").isEmpty();
        Files.createDirectories(firmwareFolder);
        Files.write(firmwareFolder.resolve("package.zip.part"), new byte[4000]);
        Files.writeString(firmwareFolder.resolve("alone.zip.part.json"), "{\"etag\":\"\",\"sha256\":\"x\"}");
        assertThat(DownloadQueue.leftovers(firmwareFolder)).as("a part without a note, a note without a part").isEmpty();
        Files.writeString(firmwareFolder.resolve("package.zip.part.json"), "{\"etag\":");
        assertThat(DownloadQueue.leftovers(firmwareFolder)).as("half a note").isEmpty();
        assertThat(download(build).run(_ -> { })).isInstanceOfSatisfying(Download.Ended.Whole.class, w -> assertThat(w.bytes())
                .isEqualTo(build.sizeBytes()));
        Files.write(firmwareFolder.resolve("other.zip.part"), new byte[4000]);
        Files.writeString(firmwareFolder.resolve("other.zip.part.json"), "{\"etag\":\"\",\"sha256\":\"ab\"}");
        assertThat(DownloadQueue.leftovers(firmwareFolder)).as("no digest").isEmpty();
        Files.writeString(firmwareFolder.resolve("other.zip.part.json"), "{\"etag\":\"\",\"sha256\":\"" + "ab".repeat(32) + "\"}");
        assertThat(DownloadQueue.leftovers(firmwareFolder)).containsExactly(new Leftover(firmwareFolder.resolve("other.zip"), 4000, "ab".repeat(32)));
        DownloadQueue.throwAway(DownloadQueue.leftovers(firmwareFolder).getFirst());
        assertThat(Files.list(firmwareFolder).filter(p -> !SideFile.isAside(p.getFileName().toString()))).as("the package stays")
                .containsExactlyInAnyOrder(target(), firmwareFolder.resolve("alone.zip.part.json"));
        assertThat(Files.list(firmwareFolder).filter(p -> SideFile.isAside(p.getFileName().toString()))).as("half a note is kept").singleElement()
                .satisfies(p -> assertThat(p).hasContent("{\"etag\":"));
    }

    /**
     * A child process downloads and is killed in the middle, again and again; what it had written is gone on from, never spliced wrongly,
     * and at the end whole.
     */
    @Test
    void aKillInTheMiddleLosesNothingAndNothingIsHalfNamed() throws Exception {
        Build build = newest();
        long before = -1;
        for (long enough : new long[] {2 * SHARE, 4 * SHARE, 6 * SHARE}) {
            Process child = new ProcessBuilder(Path.of(System.getProperty("java.home"), "bin", "java").toString(), "-cp",
                    System.getProperty("java.class.path"), Fetcher.class.getName(),
                    world.address().toString(), target().toString(), String.valueOf(enough)).redirectErrorStream(true).start();
            try (var out = child.inputReader()) {
                long from = Long.parseLong(out.readLine());
                assertThat(from).as("it goes on where the one before was killed").isGreaterThanOrEqualTo(before);
                until(() -> download(build).here() > enough);
                child.destroyForcibly().waitFor();
            }
            before = enough;
            assertThat(target()).doesNotExist();
        }
        assertThat(download(build).run(_ -> { })).isInstanceOfSatisfying(Download.Ended.Whole.class, w -> assertThat(w.bytes())
                .isLessThan(build.sizeBytes() - 6 * SHARE));
        assertThat(digest(target())).isEqualTo(build.sha256());
        assertThat(Files.list(target().getParent())).containsExactly(target());
    }

    /** What the child process does: says how much is there, then downloads until it has so much, and stays there. */
    static final class Fetcher {
        public static void main(String[] args) throws Exception {
            try (FirmwareService service = new FirmwareService(java.net.URI.create(args[0]))) {
                Build build = BuildChoice.among(service.buildsFor(PHONE), PHONE, Instant.parse("2026-05-12T09:00:00Z")).chosen().orElseThrow()
                        .build();
                Download download = service.download(build, Path.of(args[1]), new SharedSpeed());
                System.out.println(download.here());
                download.run(at -> {
                    if (at > Long.parseLong(args[2])) {
                        pause(Long.MAX_VALUE);
                    }
                });
            }
        }
    }

    @Test
    void aServerThatStopsHalfWayLosesNothing() throws Exception {
        Build build = newest();
        world.faults().cutNextDownloadAfter(4 * SHARE);
        Download.Ended ended = download(build).run(_ -> { });
        assertThat(ended).isInstanceOfSatisfying(Download.Ended.Broken.class, b -> {
            assertThat(b.atByte()).isBetween(SHARE, 4 * SHARE);
            assertThat(b.why()).isNotBlank();
        });
        assertThat(target()).doesNotExist();
        assertThat(download(build).run(_ -> { })).isInstanceOf(Download.Ended.Whole.class);
        assertThat(digest(target())).isEqualTo(build.sha256());
    }

    /** RFC 9110, If-Range: a changed file at the other end is fetched anew, never spliced. */
    @Test
    void aPartOfAnotherFileIsNeverSpliced() throws Exception {
        Build build = newest();
        Files.createDirectories(target().getParent());
        Files.write(target().resolveSibling("package.zip.part"), new byte[(int) (3 * SHARE)]);
        Files.writeString(target().resolveSibling("package.zip.part.json"), "{\"etag\":\"\\\"of-another-file\\\"\",\"sha256\":\"x\"}");
        assertThat(download(build).run(_ -> { })).isInstanceOf(Download.Ended.Whole.class);
        assertThat(digest(target())).isEqualTo(build.sha256());
    }

    @Test
    void aFileThatIsNotWhatWasListedIsThrownAway() throws Exception {
        Build b = newest();
        Build lied = new Build(b.identifiers(), b.version(), b.build(), b.released(), b.sizeBytes(), "0".repeat(64), b.path(), true, null);
        assertThat(download(lied).run(_ -> { })).isInstanceOfSatisfying(Download.Ended.Broken.class, e -> assertThat(e.why())
                .contains("not what the library lists"));
        assertThat(target()).doesNotExist();
        assertThat(target().resolveSibling("package.zip.part")).doesNotExist();
    }

    /**
     * What the other end may do wrong, and whether waiting can help. Every time what has come is kept or begun anew, and nothing has the
     * name but the whole firmware file.
     */
    @Test
    void whatGoesWrongIsSaidAndNothingIsHalfNamed() throws Exception {
        Build build = newest();
        world.faults().busy(1);
        broken(download(build).run(_ -> { }), true, "answers 503");
        world.faults().wrongLengthOnce(5);
        broken(download(build).run(_ -> { }), false, "not the chosen firmware file");
        Build elsewhere = new Build(build.identifiers(), build.version(), build.build(), build.released(), build.sizeBytes(),
                build.sha256(), "/packages/none.zip", true, null);
        broken(download(elsewhere).run(_ -> { }), false, "answers 404");
        Download first = download(build);
        first.run(at -> stopAt(first, at, 3 * SHARE));
        world.faults().refuseRanges(true);
        assertThat(download(build).run(_ -> { })).as("what nobody has the rest of (416) is begun anew")
                .isInstanceOfSatisfying(Download.Ended.Whole.class, w -> assertThat(w.bytes()).isEqualTo(build.sizeBytes()));
        world.faults().refuseRanges(false);
        Files.delete(target());
        Download second = download(build);
        second.run(at -> stopAt(second, at, 3 * SHARE));
        world.faults().changeValidators();
        assertThat(download(build).run(_ -> { })).as("a changed validator: fetched anew, not spliced")
                .isInstanceOfSatisfying(Download.Ended.Whole.class, w -> assertThat(w.bytes()).isEqualTo(build.sizeBytes()));
        assertThat(digest(target())).isEqualTo(build.sha256());
    }

    /** By a clock that the test puts on: a silence is one of a second, looked for ten times in one. */
    @Test
    void aLibraryThatGoesSilentIsHungUpOnAndOneThatDripsIsNot() throws Exception {
        Build build = newest();
        AtomicLong clock = new AtomicLong();
        AtomicLong passing = new AtomicLong(300_000_000); // with each look at the clock
        try (FirmwareService impatient = new FirmwareService(world.address(), Duration.ofSeconds(1), () -> clock.addAndGet(passing.get()))) {
            world.faults().drip(10);
            broken(impatient.download(build, target(), new SharedSpeed()).run(_ -> { }), true, "nothing came for 1 s");
            passing.set(0);
            world.faults().drip(0);
            Download dripping = impatient.download(build, target(), new SharedSpeed());
            assertThat(dripping.run(at -> {
                clock.addAndGet(900_000_000);
                stopAt(dripping, at, 4 * SHARE);
            })).as("slow, but it comes").isInstanceOf(Download.Ended.Stopped.class);
            assertThat(dripping.here()).isGreaterThan(8 * SHARE / 10);
            SharedSpeed narrow = new SharedSpeed();
            narrow.limit(10); // the second piece of 128 kB waits for hours
            Download limited = impatient.download(build, target(), narrow);
            Thread hours = Thread.ofVirtual().start(() -> {
                until(narrow::isWaitedFor);
                clock.addAndGet(Duration.ofHours(4).toNanos());
                pause(300); // for whoever would look at the clock now
                narrow.limit(SharedSpeed.ALL);
            });
            long before = limited.here();
            assertThat(limited.run(at -> stopAt(limited, at, before + 3 * SHARE))).as("who waits for its turn is not hung up on")
                    .isInstanceOf(Download.Ended.Stopped.class);
            hours.join();
        }
    }

    private static void stopAt(Download download, long at, long limit) {
        if (at > limit) {
            download.stop();
        }
    }

    private void broken(Download.Ended ended, boolean passing, String words) {
        assertThat(ended).isInstanceOfSatisfying(Download.Ended.Broken.class, b -> {
            assertThat(b.why()).contains(words);
            assertThat(b.passing()).isEqualTo(passing);
        });
        assertThat(target()).doesNotExist();
    }

    @Test
    void whatIsThereAlreadyIsNeverWrittenOver() throws Exception {
        Build build = newest();
        Files.createDirectories(target().getParent());
        Files.writeString(target(), "somebody's holiday pictures");
        assertThat(download(build).run(_ -> { })).isInstanceOfSatisfying(Download.Ended.Broken.class, b -> assertThat(b.why())
                .contains("is there already and is something else"));
        assertThat(target()).hasContent("somebody's holiday pictures");
        Files.delete(target());
        Path part = target().resolveSibling("package.zip.part");
        try (var other = java.nio.channels.FileChannel.open(part, java.nio.file.StandardOpenOption.CREATE,
                java.nio.file.StandardOpenOption.WRITE); var _ = other.lock()) {
            assertThat(download(build).run(_ -> { })).isInstanceOfSatisfying(Download.Ended.Broken.class, b -> assertThat(b.why())
                    .contains("another download already loads"));
        }
        Files.createDirectory(folder.resolve("readonly"));
        Path blocked = Files.writeString(folder.resolve("file"), "x").resolve("package.zip");
        assertThat(service.download(build, blocked, new SharedSpeed()).run(_ -> { })).isInstanceOf(Download.Ended.Broken.class);
    }

    @Test
    void oneDownloadServesAllTicketsAndGoesOnByItselfWhenTheLineBreaks() throws Exception {
        Build build = newest();
        world.faults().cutNextDownloadAfter(6 * SHARE);
        try (DownloadQueue queue = new DownloadQueue(service, Duration.ofMillis(20))) {
            queue.want(build, target(), "T-0001");
            queue.want(build, target(), "T-0002");
            assertThat(queue.states()).singleElement().satisfies(s -> assertThat(s.tickets()).containsExactly("T-0001", "T-0002"));
            until(() -> queue.state(build.sha256()).orElseThrow().over());
            assertThat(queue.state(build.sha256()).orElseThrow().phase()).isEqualTo(Fetch.Phase.WHOLE);
            assertThat(digest(target())).isEqualTo(build.sha256());
        }
    }

    @Test
    void downloadsWaitInOrderPauseAndShareTheLine() throws Exception {
        List<Build> three = new ArrayList<>();
        for (String phone : List.of("iPhone13,2", "iPhone14,5", "iPhone10,1")) {
            three.add(BuildChoice.among(service.buildsFor(phone), phone, now.get()).chosen().orElseThrow().build());
        }
        try (DownloadQueue queue = new DownloadQueue(service, Duration.ofMillis(20))) {
            queue.share().limit(20 * SHARE);
            for (Build b : three) {
                queue.want(b, folder.resolve("shelf/" + b.identifiers().getFirst() + ".zip"), "T");
            }
            assertThat(queue.states()).extracting(Fetch::phase).containsExactly(Fetch.Phase.RUNNING, Fetch.Phase.RUNNING,
                    Fetch.Phase.WAITING);
            long began = System.nanoTime();
            until(() -> queue.states().stream().limit(2).mapToLong(Fetch::bytes).sum() > 8 * SHARE);
            assertThat(Duration.ofNanos(System.nanoTime() - began)).as("8 shares at 20 a second, both together; of each the first piece of 128 kB at once")
                    .isGreaterThan(Duration.ofMillis(265));
            until(() -> queue.states().stream().limit(2).allMatch(s -> s.bytes() > SHARE));
            queue.share().limit(SHARE / 5); // nothing ends meanwhile
            queue.first(three.getLast().sha256());
            until(() -> queue.state(three.getLast().sha256()).orElseThrow().phase() == Fetch.Phase.RUNNING);
            assertThat(queue.states().stream().filter(s -> s.phase() == Fetch.Phase.RUNNING)).hasSize(2);
            queue.pause(three.getLast().sha256());
            until(() -> queue.states().stream().filter(s -> s.phase() == Fetch.Phase.RUNNING).count() == 2);
            long kept = queue.state(three.getLast().sha256()).orElseThrow().bytes();
            queue.share().limit(SharedSpeed.ALL);
            queue.resume(three.getLast().sha256());
            until(() -> queue.states().stream().allMatch(Fetch::over));
            assertThat(queue.states()).allMatch(s -> s.phase() == Fetch.Phase.WHOLE);
            assertThat(kept).isLessThanOrEqualTo(three.getLast().sizeBytes());
        }
    }

    private static void pause(long millis) {
        try {
            Thread.sleep(millis);
        } catch (InterruptedException _) {
            Thread.currentThread().interrupt();
        }
    }

    private static void until(java.util.function.BooleanSupplier met) {
        for (int looks = 0; !met.getAsBoolean(); looks++) {
            assertThat(looks).as("it never comes").isLessThan(12_000);
            pause(5);
        }
    }

    private SigningAnswer.Outcome ask(String identifier, String build) throws OutsideProblem {
        SigningRequest request = new SigningRequest(identifier, build, "0123456789abcdef0123456789abcdef");
        return service.ask(request).check(request, StandInSigner.publicKey());
    }

    @Test
    void signingIsGrantedWhileTheWindowIsOpenAndRefusedAfter() throws OutsideProblem {
        assertThat(ask(PHONE, "31J61").granted()).isTrue();
        now.set(now.get().plusSeconds(8 * 3600));
        assertThat(ask(PHONE, "31J61")).satisfies(o -> {
            assertThat(o.granted()).isFalse();
            assertThat(o.says().words()).asString().contains("31J61").contains("no longer signed");
        });
        assertThat(ask(PHONE, "31K88").granted()).isTrue();
        world.faults().closeSigning("31K88");
        assertThat(ask(PHONE, "31K88").granted()).isFalse();
        assertThat(ask(PHONE, "99Z9").says().words()).asString().contains("no build [99Z9]");
    }

    @Test
    void anAnswerForAnotherDeviceIsNotTaken() throws OutsideProblem {
        SigningRequest other = new SigningRequest("iPhone14,5", "31K88", "0123456789abcdef0123456789abcdef");
        SigningRequest ours = new SigningRequest(PHONE, "31K88", "0123456789abcdef0123456789abcdef");
        assertThat(service.ask(other).check(ours, StandInSigner.publicKey()).granted()).isFalse();
    }

    @Test
    void aLineThatIsDownIsSaidInWords() {
        world.close();
        assertThatThrownBy(() -> service.buildsFor(PHONE)).isInstanceOf(OutsideProblem.class).hasMessageContaining("firmware library")
                .hasMessageContaining("cannot be reached").hasMessageContaining("ask again");
        assertThatThrownBy(() -> ask(PHONE, "31K88")).isInstanceOf(OutsideProblem.class).hasMessageContaining("signing service");
    }
}
