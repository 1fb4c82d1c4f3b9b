package wistaxis.store.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Instant;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.DisabledOnOs;
import org.junit.jupiter.api.condition.OS;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.sqlite.SQLiteErrorCode;
import org.sqlite.SQLiteException;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Json;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.store.files.DiskProblem.Kind;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.Ledger;

/** Files with care: nothing half written, nothing of anybody else's touched, and five problems of a disk told apart. */
class FilesTest {
    @TempDir
    private Path folder = Path.of("");

    private List<String> there() throws IOException {
        try (Stream<Path> files = Files.list(folder)) {
            return files.map(p -> p.getFileName().toString()).sorted().toList();
        }
    }

    @Test
    void aFileIsReplacedWholeAndNothingElseIsLeft() throws IOException {
        Path file = folder.resolve("a.json");
        WholeFile.write(file, "first");
        WholeFile.write(file, "second");
        assertThat(file).hasContent("second");
        assertThatThrownBy(() -> WholeFile.stream(file, out -> {
            out.write(new byte[70_000]);
            throw new IOException("half way");
        })).hasMessage("half way");
        assertThatThrownBy(() -> WholeFile.stream(file, _ -> {
            throw new OutOfMemoryError("half way");
        })).isInstanceOf(OutOfMemoryError.class);
        assertThat(file).hasContent("second");
        assertThat(there()).containsExactly("a.json");
    }

    @Test
    @DisabledOnOs(OS.WINDOWS)
    void linksFoldersAndDevicesAreLeftAsTheyAre() throws IOException {
        Path victim = Files.writeString(folder.resolve("victim"), "precious");
        Path link = Files.createSymbolicLink(folder.resolve("link"), victim);
        Files.createSymbolicLink(folder.resolve("link.tmp"), victim);
        assertThatThrownBy(() -> WholeFile.write(link, "x")).isInstanceOf(FileSystemException.class).hasMessageContaining("it is a link");
        assertThatThrownBy(() -> WholeFile.write(folder, "x")).isInstanceOf(FileSystemException.class)
                .hasMessageContaining("it is a folder");
        assertThatThrownBy(() -> WholeFile.write(Path.of("/dev/null"), "x")).isInstanceOf(FileSystemException.class)
                .hasMessageContaining("a device or a pipe");
        assertThatThrownBy(() -> WholeFile.write(folder.resolve("."), "x")).isInstanceOf(FileSystemException.class);
        assertThat(victim).hasContent("precious");
        assertThat(there()).containsExactly("link", "link.tmp", "victim");
        assertThat(WholeFile.beside(victim)).isNotEqualTo(WholeFile.beside(victim));
    }

    @Test
    void whatAKillLeftIsTidiedAndNothingElse() throws IOException {
        Files.writeString(WholeFile.beside(folder.resolve("x")), "half");
        Files.writeString(folder.resolve("mine.tmp"), "mine");
        WholeFile.tidy(folder);
        assertThat(there()).containsExactly("mine.tmp");
    }

    @Test
    void sideFilesCostNoMoreThanThemselves() throws IOException {
        Path file = folder.resolve("side.json");
        SideFile side = new SideFile(file, "side file", 1);
        assertThat(side.read(t -> t, "usual")).isEqualTo(new SideFile.Read<>("usual", ""));
        byte[][] family = {{}, {0}, {(byte) 0xFF, (byte) 0xFE, 'x', 0}, "null".getBytes(StandardCharsets.UTF_8),
                "{".getBytes(StandardCharsets.UTF_8), "[".repeat(200_000).getBytes(StandardCharsets.UTF_8),
            " ".repeat(1_000_001).getBytes(StandardCharsets.UTF_8), {(byte) 0xC3}};
        for (byte[] bytes : family) {
            Files.write(file, bytes);
            SideFile.Read<FolderHold.Holder> read = side.read(t -> Json.read(t, FolderHold.Holder.class, "side.json"),
                    new FolderHold.Holder(1, null, Instant.EPOCH));
            assertThat(read.value().pid()).isEqualTo(1);
            assertThat(read.problem()).contains("side file").contains("set aside as [side.json.set-aside-");
            assertThat(file).doesNotExist();
        }
        Files.createDirectory(file);
        assertThat(side.read(t -> t, "usual").problem()).contains("is a folder");
        assertThat(there()).as("each is still there, under a name of its own").hasSize(family.length + 1).allMatch(SideFile::isAside);
        Files.writeString(file, "x");
        assertThat(side.read(_ -> {
            throw new IllegalStateException("a reader's own mistake");
        }, "usual").value()).isEqualTo("usual");
    }

    @Test
    @DisabledOnOs(OS.WINDOWS)
    void pipesWithoutAnEndAreReadUpToALimit() throws IOException {
        assertThatThrownBy(() -> OutsideFile.text(Path.of("/dev/zero"), "case", 1)).isInstanceOf(BadInput.class)
                .hasMessageContaining("longer than 1 MB");
        assertThatThrownBy(() -> OutsideFile.text(folder, "case", 1)).isInstanceOf(BadInput.class).hasMessageContaining("is a folder");
        assertThatThrownBy(() -> OutsideFile.text(folder.resolve("none\u001b"), "case", 1)).isInstanceOf(BadInput.class)
                .hasMessageContaining("no such file").hasMessageNotContaining("\u001b");
    }

    @ParameterizedTest
    @ValueSource(strings = {"../x", "/etc/x", "a/b", "", ".", "..", "con", "NUL.zip", "a:b", "x.", "x ", "\u001b"})
    void aNameThatLeadsElsewhereIsNone(String name) {
        assertThatThrownBy(() -> Inside.file(folder, name)).isInstanceOf(BadInput.class);
    }

    @Test
    void pathsAreKeptSoThatTheFolderCanBeMoved() {
        assertThat(Inside.kept(folder, folder.resolve("packages/a.zip"))).isEqualTo("packages/a.zip");
        assertThat(Inside.found(folder, "packages/a.zip")).isEqualTo(folder.resolve("packages/a.zip"));
        assertThat(Inside.found(folder, "/elsewhere/a.zip")).as("written before paths were relative")
                .isEqualTo(Path.of("/elsewhere/a.zip"));
        assertThatThrownBy(() -> Inside.found(folder, "../../a.zip")).isInstanceOf(BadInput.class);
    }

    private static Kind kind(Path path, Throwable e) {
        return DiskProblem.of("ledger", path, e).kind();
    }

    private static SQLiteException sqlite(SQLiteErrorCode code) {
        return new SQLiteException("[" + code + "]", code);
    }

    @Test
    void problemsOfADiskAreToldApart() {
        Path file = folder.resolve("ledger.db");
        Path gone = folder.resolve("gone/ledger.db");
        assertThat(kind(file, sqlite(SQLiteErrorCode.SQLITE_FULL))).isEqualTo(Kind.FULL);
        assertThat(kind(file, new FileSystemException("x", null, "No space left on device"))).isEqualTo(Kind.FULL);
        assertThat(kind(file, new IOException("No space left on device"))).isEqualTo(Kind.FULL);
        assertThat(kind(file, new FileSystemException("x", null, "Read-only file system"))).isEqualTo(Kind.READ_ONLY);
        assertThat(kind(file, new AccessDeniedException("x"))).isEqualTo(Kind.NO_RIGHT);
        assertThat(kind(file, new NoSuchFileException("x"))).isEqualTo(Kind.GONE);
        assertThat(kind(gone, sqlite(SQLiteErrorCode.SQLITE_CANTOPEN))).isEqualTo(Kind.GONE);
        assertThat(kind(gone, sqlite(SQLiteErrorCode.SQLITE_IOERR_WRITE))).isEqualTo(Kind.GONE);
        assertThat(kind(file, sqlite(SQLiteErrorCode.SQLITE_CORRUPT))).isEqualTo(Kind.DAMAGED);
        assertThat(kind(file, sqlite(SQLiteErrorCode.SQLITE_NOTADB))).isEqualTo(Kind.DAMAGED);
        assertThat(kind(file, new Damaged("x"))).isEqualTo(Kind.DAMAGED);
        assertThat(kind(file, sqlite(SQLiteErrorCode.SQLITE_BUSY))).isEqualTo(Kind.OTHER);
        List<String> words = Stream.of(Kind.values()).map(k -> DiskProblem.words("ledger", k == Kind.GONE ? gone : file, switch (k) {
            case FULL -> sqlite(SQLiteErrorCode.SQLITE_FULL);
            case READ_ONLY -> new FileSystemException("x", null, "Read-only file system");
            case NO_RIGHT -> new AccessDeniedException("x");
            case GONE -> new NoSuchFileException("x");
            case DAMAGED -> new Damaged("cut off");
            case OTHER -> new IOException("the cat");
        })).toList();
        assertThat(words).doesNotHaveDuplicates().allMatch(w -> w.contains("ledger.db"));
        assertThat(words).filteredOn(w -> w.contains("newest copy")).as("advice that loses entries is for a damaged one only").hasSize(1);
    }

    @Test
    void aLongWriteThatDoesNotFitIsRefusedBeforeItBegins() throws IOException {
        assertThatThrownBy(() -> Room.check(folder.resolve("x"), Long.MAX_VALUE / 2))
                .isInstanceOfSatisfying(FileSystemException.class, e -> assertThat(kind(folder, e)).isEqualTo(Kind.FULL));
        Room.check(folder.resolve("x"), 10);
        assertThat(there()).isEmpty();
    }

    @Test
    @DisabledOnOs(OS.WINDOWS)
    void aDataFolderIsItsUsersAlone() throws IOException {
        Path root = folder.resolve("new/data");
        DataFolder data = DataFolder.open(root);
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(root))).isEqualTo("rwx------");
        WholeFile.write(data.settings(), "{}");
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(data.settings()))).isEqualTo("rw-------");
        Ledger.open(data.ledger()).close();
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(data.ledger()))).isEqualTo("rw-------");
        Path somebodys = Files.createDirectory(folder.resolve("somebodys"),
                PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rwxr-xr-x")));
        Files.writeString(somebodys.resolve("letter.txt"), "mine");
        DataFolder.open(somebodys);
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(somebodys))).as("what is not ours is left as it is")
                .isEqualTo("rwxr-xr-x");
    }

    /** What a child process does: takes the folder, says so, and stays. */
    static final class Holding {
        public static void main(String[] args) throws Exception {
            try (FolderHold hold = FolderHold.take(Path.of(args[0]))) {
                System.out.println("holding " + (hold != null));
                Thread.sleep(60_000);
            } catch (FolderHold.InUse e) {
                System.out.println(e.getMessage());
            }
        }
    }

    private Process child() throws IOException {
        return new ProcessBuilder(Path.of(System.getProperty("java.home"), "bin", "java").toString(), "-XX:TieredStopAtLevel=1", "-cp",
                System.getProperty("java.class.path"), Holding.class.getName(), folder.toString())
                .redirectErrorStream(true).start();
    }

    @Test
    void oneProcessHoldsAFolderUntilItEndsHoweverThatIs() throws Exception {
        Process first = child();
        try (var out = first.inputReader()) {
            assertThat(out.readLine()).isEqualTo("holding true");
            assertThatThrownBy(() -> FolderHold.take(folder)).isInstanceOf(FolderHold.InUse.class)
                    .hasMessageContaining("process " + first.pid()).hasMessageContaining(folder.toString());
            Process second = child();
            assertThat(second.inputReader().readLine()).contains("is in use by another Wistaxis (process " + first.pid());
            assertThat(second.waitFor(20, TimeUnit.SECONDS)).isTrue();
        } finally {
            first.destroyForcibly().waitFor();
        }
        assertThat(Files.readString(folder.resolve("holder.json"))).as("the note of a killed one is stale")
                .contains("\"pid\":" + first.pid());
        FolderHold mine = FolderHold.take(folder);
        assertThatThrownBy(() -> FolderHold.take(folder)).as("two windows of one process").isInstanceOf(FolderHold.InUse.class);
        mine.close();
        FolderHold.take(folder).close();
    }

    /** Where a file system has no locks: the number of a process that was given out again is not taken for the holder. */
    @Test
    void aProcessNumberAloneIsNoHolder() {
        ProcessHandle me = ProcessHandle.current();
        assertThat(new FolderHold.Holder(me.pid(), me.info().startInstant().orElse(null), Instant.now()).runs()).isTrue();
        assumeTrue(me.info().startInstant().isPresent());
        assertThat(new FolderHold.Holder(me.pid(), Instant.EPOCH, Instant.now()).runs()).as("the same number, another process").isFalse();
        assertThat(new FolderHold.Holder(4_000_000, null, Instant.now()).runs()).isFalse();
    }

    /** Full and read-only for real, on a disk of two megabytes where the machine lets one be made. */
    @Test
    @DisabledOnOs(OS.WINDOWS)
    void aRealFullAndReadOnlyDiskAreSaidAndKeepWhatTheyHad() throws Exception {
        Path disk = Files.createDirectory(folder.resolve("disk"));
        assumeTrue(run("mount", "-t", "tmpfs", "-o", "size=2m", "tmpfs", disk.toString()));
        try {
            var event = new TicketEvent.FactRecorded("deviceWords", "x".repeat(20_000));
            long[] kept = {0};
            try (var ledger = Ledger.open(disk.resolve("ledger.db"))) {
                assertThatThrownBy(() -> {
                    for (int i = 0; i < 1000; i++) {
                        kept[0] = ledger.append("T-0001", event, Instant.EPOCH).number();
                    }
                }).isInstanceOfSatisfying(DiskProblem.class, e -> assertThat(e.kind()).isEqualTo(Kind.FULL));
                assertThat(kept[0]).isGreaterThan(10);
            }
            assertThatThrownBy(() -> WholeFile.write(disk.resolve("x"), new byte[900_000]))
                    .isInstanceOfSatisfying(IOException.class, e -> assertThat(kind(disk, e)).isEqualTo(Kind.FULL));
            try (Stream<Path> files = Files.list(disk)) {
                assertThat(files.filter(WholeFile::isTemporary)).isEmpty();
            }
            run("mount", "-o", "remount,ro", disk.toString());
            try (var ledger = Ledger.openReadOnly(disk.resolve("ledger.db"))) {
                assertThat(ledger.check(null, Instant.now()).entries()).as("every acknowledged entry").isEqualTo(kept[0]);
            }
            assertThatThrownBy(() -> Ledger.open(disk.resolve("ledger.db")).append("T-0001", event, Instant.EPOCH))
                    .isInstanceOfSatisfying(DiskProblem.class, e -> assertThat(e.kind()).isEqualTo(Kind.READ_ONLY));
        } finally {
            run("umount", "-l", disk.toString());
        }
    }

    private static boolean run(String... command) throws InterruptedException {
        try {
            return new ProcessBuilder(command).redirectErrorStream(true).redirectOutput(ProcessBuilder.Redirect.DISCARD).start()
                    .waitFor() == 0;
        } catch (IOException e) {
            return false;
        }
    }
}
