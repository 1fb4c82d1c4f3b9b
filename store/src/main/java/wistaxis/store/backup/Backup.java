package wistaxis.store.backup;

import static wistaxis.core.words.Say.t;

import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.channels.Channels;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.ProgramVersion;
import wistaxis.core.ticket.Chain;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.store.books.Moving;
import wistaxis.store.files.DiskProblem;
import wistaxis.store.files.FolderHold;
import wistaxis.store.files.Room;
import wistaxis.store.files.Tree;
import wistaxis.store.files.WholeFile;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.Database;
import wistaxis.store.ledger.Ledger;
import wistaxis.store.ledger.LedgerCheck;

/**
 * Makes, verifies and brings back backups of a data folder: all that lies in it but firmware files, simulated libraries, logs and
 * passwords. The books of a server come as a ledger of a file. Inside of the seal is a ZIP with {@code backup.json} as its last entry.
 */
public final class Backup {
    static final String LEDGER = "ledger.db";
    private static final String SNAPSHOT = ".wistaxis-backup-";
    private static final String RESTORING = ".wistaxis-restore-";

    private Backup() {}

    /** Told how many bytes are done of how many; says whether to go on. */
    public interface Watcher {
        boolean goOn(long done, long all);
    }

    /** Whoever asked for it does not want it any more. */
    public static final class Stopped extends RuntimeException {
        private static final long serialVersionUID = 1L;
    }

    /**
     * What a backup holds, as it was found.
     *
     * @param entries of its ledger, whose chain holds
     * @param bytes of its files, as they were
     */
    public record Found(Instant made, String program, int files, long bytes, long entries, String head) {}

    /**
     * Makes one and reads it back.
     *
     * @param to the file; there is none yet
     * @throws DiskProblem where there is no room, or the place is gone
     * @throws BadInput where what was read back is not what was written: then the file is gone again
     */
    public static Found make(DataFolder folder, Path to, BackupKey key, Instant now, Watcher watcher) {
        Path snapshot = null;
        try {
            snapshot = Tree.forAWhile(folder.root(), SNAPSHOT);
            TreeMap<String, Path> sources = sources(folder, snapshot);
            long all = 2 * bytes(sources.values()); // to be written and read
            Room.check(to, all / 16); // what is packed into each other is far smaller, photos are not: said again when it is full
            Packed held = held(sources, now);
            WholeFile.write(to, channel -> {
                OutputStream sealed = Sealed.to(Channels.newOutputStream(channel), key, now, ProgramVersion.OURS);
                held.pack(sources, sealed, done -> watched(watcher, done, all));
                sealed.close();
            });
            try {
                return look(to, key, null, done -> watched(watcher, all / 2 + done, all));
            } catch (BadInput | Stopped e) {
                Files.deleteIfExists(to); // it was made a moment ago, and nobody knows whether it is one
                throw e;
            }
        } catch (IOException e) {
            throw DiskProblem.of("backup", to, e);
        } finally {
            discard(snapshot);
        }
    }

    private static long bytes(Collection<Path> files) throws IOException {
        long bytes = 0;
        for (Path file : files) {
            bytes += Files.size(file);
        }
        return bytes;
    }

    private static Packed held(TreeMap<String, Path> sources, Instant now) {
        Path file = sources.get(LEDGER);
        try (Ledger ledger = file == null ? null : Ledger.openReadOnly(file)) {
            Optional<LedgerEntry> last = ledger == null ? Optional.empty() : ledger.last();
            return new Packed(1, now, ProgramVersion.OURS, last.map(LedgerEntry::number).orElse(0L), last.map(LedgerEntry::digest)
                    .orElse(Chain.START), List.of());
        }
    }

    /** Reads a backup through: that nothing was changed, that all its files are there, that the chain of its ledger holds. */
    public static Found verify(Path file, BackupKey key, Watcher watcher) {
        try {
            return look(file, key, null, watchedBy(file, watcher));
        } catch (IOException e) {
            throw DiskProblem.of("backup", file, e);
        }
    }

    /**
     * Brings a backup back. It is there as a whole, with its ledger checked, or not at all.
     *
     * @param to a folder that is not there, or is empty
     * @throws BadInput where something is there, or the backup is damaged
     */
    public static Found restore(Path file, BackupKey key, Path to, Watcher watcher) {
        Path making = null;
        Path whole = to.toAbsolutePath().normalize();
        try {
            Path parent = whole.getParent();
            if (parent == null || Files.exists(whole, LinkOption.NOFOLLOW_LINKS) && !isEmptyFolder(whole)) {
                throw new BadInput(t("store.backup.not-empty", "folder", to));
            }
            Files.createDirectories(parent);
            making = Tree.forAWhile(parent, RESTORING);
            Found found = look(file, key, making, watchedBy(file, watcher));
            key.write(new DataFolder(making).backupKey());
            Files.deleteIfExists(whole);
            Files.move(making, whole);
            making = null;
            return found;
        } catch (IOException e) {
            throw DiskProblem.of("backup", to, e);
        } finally {
            discard(making);
        }
    }

    /** Brings a backup back into a place of its own, whole and with its ledger checked, and removes it again. */
    public static Found rehearse(Path file, BackupKey key, Watcher watcher) {
        Path place = null;
        try {
            place = Files.createTempDirectory("wistaxis-rehearsal-");
            return restore(file, key, place, watcher);
        } catch (IOException e) {
            throw DiskProblem.of("backup", file, e);
        } finally {
            discard(place);
        }
    }

    /** When a backup was made, which stands on it in the clear; empty for a file that is none. */
    public static Optional<Instant> made(Path file) {
        try (InputStream in = new BufferedInputStream(Files.newInputStream(file, LinkOption.NOFOLLOW_LINKS))) {
            return Optional.of(Sealed.head(in).made());
        } catch (IOException | BadInput _) {
            return Optional.empty();
        }
    }

    private static void watched(Watcher watcher, long done, long all) {
        if (!watcher.goOn(Math.min(done, all), all)) {
            throw new Stopped();
        }
    }

    private static Packed.Done watchedBy(Path file, Watcher watcher) throws IOException {
        long all = Files.size(file);
        return done -> watched(watcher, done, Math.max(all, done));
    }

    /** What is to be packed, databases as they are in one moment: the ledger first, so that whom it names is there. */
    private static TreeMap<String, Path> sources(DataFolder folder, Path snapshot) throws IOException {
        TreeMap<String, Path> all = new TreeMap<>();
        Set<Path> left = Set.of(folder.ownFirmware(), folder.standIns(), folder.log().getParent(), folder.backupKey(),
                folder.serverPassword());
        boolean atServer = Files.exists(folder.server());
        if (atServer) {
            Moving.toFile(folder, snapshot.resolve(LEDGER), _ -> _ -> true);
            for (String name : List.of(LEDGER, "people.db")) {
                if (Files.exists(snapshot.resolve(name))) {
                    all.put(name, snapshot.resolve(name));
                }
            }
        } else if (Files.exists(folder.ledger())) {
            all.put(LEDGER, Database.snapshot(folder.ledger(), snapshot.resolve(LEDGER)));
        }
        Files.walkFileTree(folder.root(), new SimpleFileVisitor<>() {
            @Override
            public FileVisitResult preVisitDirectory(Path dir, BasicFileAttributes is) {
                return left.contains(dir) || isOurs(dir) ? FileVisitResult.SKIP_SUBTREE : FileVisitResult.CONTINUE;
            }

            @Override
            public FileVisitResult visitFile(Path file, BasicFileAttributes is) throws IOException {
                String name = folder.root().relativize(file).toString().replace('\\', '/');
                if (is.isRegularFile() && !left.contains(file) && !isOurs(file) && !name.matches(".*-wal|.*-shm|shop-copy.*")
                        && !all.containsKey(name) && !(atServer && file.equals(folder.server()))) {
                    Path copy = snapshot.resolve("copy-" + all.size());
                    all.put(name, Database.isOne(file) ? Database.snapshot(file, copy) : file);
                }
                return FileVisitResult.CONTINUE;
            }

            @Override
            public FileVisitResult visitFileFailed(Path file, IOException e) throws IOException {
                if (Files.exists(file, LinkOption.NOFOLLOW_LINKS)) { // else it went meanwhile, as temporary files do
                    throw e;
                }
                return FileVisitResult.CONTINUE;
            }
        });
        return all;
    }

    /** What the program makes for itself at the moment. */
    private static boolean isOurs(Path file) {
        return FolderHold.isNote(file) || String.valueOf(file.getFileName()).startsWith(".wistaxis-");
    }

    /** @param into where its files go; null for nowhere, then only the ledger is taken out for a moment */
    private static Found look(Path file, BackupKey key, @Nullable Path into, Packed.Done done) throws IOException {
        Path out = into == null ? Files.createTempDirectory("wistaxis-verify-") : into;
        try {
            Packed held = Packed.read(file, key, out, into != null, done);
            checkLedger(out.resolve(LEDGER), held);
            return new Found(held.made(), held.program(), held.files().size(), held.bytes(), held.entries(), held.head());
        } finally {
            if (into == null) {
                Tree.remove(out);
            }
        }
    }

    private static void checkLedger(Path file, Packed held) {
        if (!Files.exists(file)) {
            if (held.entries() != 0) {
                throw new BadInput(t("store.backup.not-whole"));
            }
            return;
        }
        try (Ledger ledger = Ledger.openReadOnly(file)) {
            LedgerCheck check = ledger.check(null, Instant.now());
            if (check.broken().isPresent() || check.entries() != held.entries() || !check.last().equals(held.head())) {
                throw new BadInput(t("store.backup.ledger", "why", check.broken().orElse(check.last())));
            }
        }
    }

    private static boolean isEmptyFolder(Path folder) throws IOException {
        if (!Files.isDirectory(folder, LinkOption.NOFOLLOW_LINKS)) {
            return false;
        }
        try (Stream<Path> there = Files.list(folder)) {
            return there.findAny().isEmpty();
        }
    }

    private static void discard(@Nullable Path made) {
        try {
            Tree.remove(made);
        } catch (IOException e) {
            throw DiskProblem.of("backup", Objects.requireNonNull(made), e);
        }
    }
}
