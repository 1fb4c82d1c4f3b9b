package wistaxis.store.files;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.OpenOption;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Instant;
import java.time.ZoneId;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Utf8;
import wistaxis.core.words.Say;

/**
 * One process holds a data folder. The system's lock on a file in it says so, and goes with the process; what is written in the file says
 * who. Where a file system has no locks, the process
 * number and the time at which that process began decide, so that a number that was given out again is not taken for the holder.
 */
public final class FolderHold implements AutoCloseable {
    private static final String NAME = "holder.json";
    private static final int LONGEST = 4096;

    /** Beyond whatever is written, so that others can read it while it is locked, on Windows too. */
    private static final long LOCKED_BYTE = Long.MAX_VALUE - 1;

    /** What this process holds: to open such a file a second time would, once that is closed, drop the system's lock. */
    private static final Set<Path> MINE = ConcurrentHashMap.newKeySet();

    private final Path folder;
    private final FileChannel channel;

    /** Who holds a folder. @param started when that process began; null where the system does not say */
    public record Holder(long pid, @Nullable Instant started, Instant since) {
        static Holder me() {
            return new Holder(ProcessHandle.current().pid(), ProcessHandle.current().info().startInstant().orElse(null), Instant.now());
        }

        /** Whether that process still runs, and is not another one with its number. */
        public boolean runs() {
            return ProcessHandle.of(pid).filter(p -> p.isAlive()
                    && (started == null || p.info().startInstant().map(started::equals).orElse(true))).isPresent();
        }
    }

    /** The folder is held by somebody else. */
    public static final class InUse extends RuntimeException {
        private static final long serialVersionUID = 1L;

        InUse(Path folder, Optional<Holder> holder) {
            super(holder.map(h -> t("store.folder.in-use-by", "folder", folder, "process", String.valueOf(h.pid()), "since",
                    Say.language().dayAndTime(h.since(), ZoneId.systemDefault()))).orElseGet(() -> t("store.folder.in-use", "folder",
                    folder)));
        }
    }

    private FolderHold(Path folder, FileChannel channel) {
        this.folder = folder;
        this.channel = channel;
    }

    /**
     * Holds a folder until this is closed or the process ends.
     *
     * @throws InUse when another process, or another window of this one, holds it
     * @throws DiskProblem when the folder cannot be written to
     */
    public static FolderHold take(Path folder) {
        try {
            Path real = folder.toRealPath();
            if (!MINE.add(real)) {
                throw new InUse(folder, Optional.of(Holder.me()));
            }
            try {
                return new FolderHold(real, open(real.resolve(NAME), folder));
            } catch (IOException | RuntimeException e) {
                MINE.remove(real);
                throw e;
            }
        } catch (IOException e) {
            throw DiskProblem.of("data-folder", folder, e);
        }
    }

    private static FileChannel open(Path file, Path folder) throws IOException {
        if (Files.exists(file, LinkOption.NOFOLLOW_LINKS) && !Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS)) {
            throw new BadInput(t("store.file.not-regular", "file", file));
        }
        FileChannel channel = FileChannel.open(file, Set.<OpenOption>of(StandardOpenOption.CREATE, StandardOpenOption.READ,
                StandardOpenOption.WRITE, LinkOption.NOFOLLOW_LINKS), Rights.ofNewFile(file));
        try {
            if (!locked(channel, file)) {
                throw new InUse(folder, read(file));
            }
            channel.truncate(0);
            channel.write(ByteBuffer.wrap(Json.write(Holder.me()).getBytes(StandardCharsets.UTF_8)), 0);
            channel.force(true);
            return channel;
        } catch (IOException | RuntimeException e) {
            channel.close();
            throw e;
        }
    }

    private static boolean locked(FileChannel channel, Path file) throws IOException {
        try {
            @SuppressWarnings("resource")
            FileLock lock = channel.tryLock(LOCKED_BYTE, 1, false);
            return lock != null;
        } catch (IOException e) {
            // a file system without locks
            return read(file).filter(Holder::runs).filter(h -> h.pid() != ProcessHandle.current().pid()).isEmpty();
        }
    }

    private static Optional<Holder> read(Path file) {
        try (var in = Files.newInputStream(file)) {
            return Optional.of(Json.read(Utf8.read(in.readNBytes(LONGEST), NAME), Holder.class, NAME));
        } catch (IOException | BadInput e) {
            return Optional.empty();
        }
    }

    /** Whether a name is that of the file with the holder. */
    public static boolean isNote(Path file) {
        return NAME.equals(String.valueOf(file.getFileName()));
    }

    /** The file stays, empty: to remove it would let two hold the folder, each with a file of its own. */
    @Override
    public void close() {
        try (channel) {
            channel.truncate(0);
        } catch (IOException _) {
            // the lock goes with the process in any case
        } finally {
            MINE.remove(folder);
        }
    }
}
