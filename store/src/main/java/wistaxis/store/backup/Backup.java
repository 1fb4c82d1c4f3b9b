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
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;
import java.util.zip.Deflater;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.ProgramVersion;
import wistaxis.core.facts.Shown;
import wistaxis.core.ticket.Chain;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.store.books.Moving;
import wistaxis.store.files.DiskProblem;
import wistaxis.store.files.Rights;
import wistaxis.store.files.Room;
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
    private static final String LIST = "backup.json";
    private static final String SNAPSHOT = ".wistaxis-backup-";
    private static final String RESTORING = ".wistaxis-restore-";
    private static final int BUFFER = 1 << 16;

    /** A restored folder holds its ledger twice while that is checked; more than this many files in a backup are none of ours. */
    private static final int MOST_FILES = 1_000_000;

    private Backup() {}

    /** Told how many bytes are done of how many; says whether to go on. */
    public interface Watcher {
        boolean goOn(long done, long all);
    }

    /** Whoever asked for it does not want it any more. */
    public static final class Stopped extends RuntimeException {
        private static final long serialVersionUID = 1L;
    }

    /** @param path with slashes, below the data folder @param sha256 in hex */
    record Item(String path, long bytes, String sha256) {}

    /**
     * What a backup says it holds.
     *
     * @param entries of its ledger
     * @param head digest of the last one
     */
    record Held(int version, Instant made, String program, long entries, String head, List<Item> files) {
        Held {
            files = List.copyOf(files);
        }
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
            sweep(folder.root(), SNAPSHOT);
            snapshot = Files.createDirectory(folder.root().resolve(SNAPSHOT + ProcessHandle.current().pid() + "-" + System.nanoTime()));
            Rights.close(snapshot);
            TreeMap<String, Path> sources = sources(folder, snapshot);
            long all = 0;
            for (Path source : sources.values()) {
                all += Files.size(source);
            }
            long bytes = all;
            Room.check(to, all / 8); // what is packed into each other is far smaller, photos are not: said again when it is full
            try (Ledger ledger = sources.containsKey("ledger.db") ? Ledger.openReadOnly(sources.get("ledger.db")) : null) {
                Optional<LedgerEntry> last = ledger == null ? Optional.empty() : ledger.last();
                Held held = new Held(1, now, ProgramVersion.OURS, last.map(LedgerEntry::number).orElse(0L), last.map(LedgerEntry::digest)
                        .orElse(Chain.START), List.of());
                WholeFile.write(to, channel -> {
                    OutputStream sealed = Sealed.to(Channels.newOutputStream(channel), key, now, ProgramVersion.OURS);
                    pack(sources, held, sealed, done -> watched(watcher, done, 2 * bytes));
                    sealed.close();
                });
            }
            try {
                return look(to, key, null, done -> watched(watcher, bytes + done, 2 * bytes));
            } catch (BadInput e) {
                Files.deleteIfExists(to); // it was made a moment ago, and is none
                throw e;
            }
        } catch (IOException e) {
            throw DiskProblem.of("backup", to, e);
        } finally {
            remove(snapshot);
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
            if (Files.exists(whole, LinkOption.NOFOLLOW_LINKS) && !isEmptyFolder(whole)) {
                throw new BadInput(t("store.backup.not-empty", "folder", to));
            }
            Path parent = whole.getParent();
            if (parent == null) {
                throw new BadInput(t("store.backup.not-empty", "folder", to));
            }
            Files.createDirectories(parent);
            sweep(parent, RESTORING);
            making = Files.createDirectory(parent.resolve(RESTORING + ProcessHandle.current().pid() + "-" + System.nanoTime()));
            Rights.close(making);
            Found found = look(file, key, making, watchedBy(file, watcher));
            key.write(new DataFolder(making).backupKey());
            Files.deleteIfExists(whole);
            Files.move(making, whole);
            making = null;
            return found;
        } catch (IOException e) {
            throw DiskProblem.of("backup", to, e);
        } finally {
            remove(making);
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
            remove(place);
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

    /** How a look goes on. */
    private interface Done {
        void bytes(long done);
    }

    private static void watched(Watcher watcher, long done, long all) {
        if (!watcher.goOn(Math.min(done, all), all)) {
            throw new Stopped();
        }
    }

    private static Done watchedBy(Path file, Watcher watcher) throws IOException {
        long bytes = Files.size(file);
        return done -> watched(watcher, done, Math.max(bytes, done));
    }

    /** What is to be packed, databases as they are in one moment: the ledger first, so that whom it names is there. */
    private static TreeMap<String, Path> sources(DataFolder folder, Path snapshot) throws IOException {
        TreeMap<String, Path> all = new TreeMap<>();
        Set<Path> left = Set.of(folder.firmwareFolder(), folder.standIns(), folder.log().getParent(), folder.backupKey(),
                folder.serverPassword(), folder.root().resolve("holder.json"));
        boolean atServer = Files.exists(folder.server());
        if (atServer) {
            Moving.toFile(folder, snapshot.resolve("ledger.db"), _ -> _ -> true);
            for (String name : List.of("ledger.db", "people.db")) {
                if (Files.exists(snapshot.resolve(name))) {
                    all.put(name, snapshot.resolve(name));
                }
            }
        } else if (Files.exists(folder.ledger())) {
            all.put("ledger.db", Database.snapshot(folder.ledger(), snapshot.resolve("ledger.db")));
        }
        Files.walkFileTree(folder.root(), new SimpleFileVisitor<>() {
            @Override
            public FileVisitResult preVisitDirectory(Path dir, BasicFileAttributes is) {
                return left.contains(dir) || isOurs(dir) ? FileVisitResult.SKIP_SUBTREE : FileVisitResult.CONTINUE;
            }

            @Override
            public FileVisitResult visitFile(Path file, BasicFileAttributes is) throws IOException {
                String name = folder.root().relativize(file).toString().replace('\\', '/');
                if (is.isRegularFile() && !left.contains(file) && !isOurs(file) && !name.matches("(.*-wal|.*-shm|shop-copy.*)")
                        && !all.containsKey(name) && !(atServer && file.equals(folder.server()))) {
                    boolean database = Database.isOne(file);
                    Path copy = snapshot.resolve("copy-" + all.size());
                    all.put(name, database ? Database.snapshot(file, copy) : file);
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

    private static boolean isOurs(Path file) {
        return String.valueOf(file.getFileName()).startsWith(".wistaxis-");
    }

    private static void pack(TreeMap<String, Path> sources, Held held, OutputStream sealed, Done watcher) throws IOException {
        List<Item> items = new ArrayList<>();
        long done = 0;
        ZipOutputStream zip = new ZipOutputStream(sealed);
        zip.setLevel(Deflater.BEST_SPEED);
        for (var source : sources.entrySet()) {
            zip.putNextEntry(new ZipEntry(source.getKey()));
            MessageDigest digest = sha256();
            long bytes = 0;
            try (InputStream in = Files.newInputStream(source.getValue())) {
                byte[] buffer = new byte[BUFFER];
                for (int n; (n = in.read(buffer)) >= 0;) {
                    zip.write(buffer, 0, n);
                    digest.update(buffer, 0, n);
                    bytes += n;
                    watcher.bytes(done + bytes);
                }
            }
            done += bytes;
            zip.closeEntry();
            items.add(new Item(source.getKey(), bytes, HexFormat.of().formatHex(digest.digest())));
        }
        zip.putNextEntry(new ZipEntry(LIST));
        zip.write(Json.writePretty(new Held(held.version(), held.made(), held.program(), held.entries(), held.head(), items)).getBytes(
                java.nio.charset.StandardCharsets.UTF_8));
        zip.closeEntry();
        zip.finish();
    }

    /**
     * @param into where its files go; null for nowhere, then only the ledger is taken out for a moment
     */
    private static Found look(Path file, BackupKey key, @Nullable Path into, Done watcher) throws IOException {
        Path out = into == null ? Files.createTempDirectory("wistaxis-verify-") : into;
        try (InputStream in = Sealed.from(new BufferedInputStream(Files.newInputStream(file), BUFFER), key)) {
            TreeMap<String, Item> found = new TreeMap<>();
            Held held = null;
            long done = 0;
            ZipInputStream zip = new ZipInputStream(in);
            for (ZipEntry entry; (entry = zip.getNextEntry()) != null;) {
                String name = entry.getName();
                if (held != null || found.size() > MOST_FILES) {
                    throw new BadInput(t("store.backup.not-listed", "name", Shown.value(name)));
                }
                if (name.equals(LIST)) {
                    held = Json.read(new String(zip.readAllBytes(), java.nio.charset.StandardCharsets.UTF_8), Held.class, LIST);
                    continue;
                }
                Path to = inside(out, name);
                boolean kept = into != null || name.equals("ledger.db");
                DigestInputStream digested = new DigestInputStream(zip, sha256());
                long bytes = 0;
                try (OutputStream copy = kept ? open(to) : OutputStream.nullOutputStream()) {
                    byte[] buffer = new byte[BUFFER];
                    for (int n; (n = digested.read(buffer)) >= 0;) {
                        copy.write(buffer, 0, n);
                        bytes += n;
                        watcher.bytes(done + bytes);
                    }
                }
                done += bytes;
                if (found.put(name, new Item(name, bytes, HexFormat.of().formatHex(digested.getMessageDigest().digest()))) != null) {
                    throw new BadInput(t("store.backup.not-listed", "name", Shown.value(name)));
                }
            }
            in.transferTo(OutputStream.nullOutputStream()); // the seal is of all of it
            if (held == null || !List.copyOf(found.values()).equals(held.files().stream().sorted(Comparator.comparing(Item::path))
                    .toList())) {
                throw new BadInput(t("store.backup.not-whole"));
            }
            checkLedger(out.resolve("ledger.db"), held);
            return new Found(held.made(), held.program(), found.size(), done, held.entries(), held.head());
        } catch (ZipException e) {
            throw new BadInput(t("store.backup.not-whole"), e);
        } finally {
            if (into == null) {
                remove(out);
            }
        }
    }

    private static OutputStream open(Path to) throws IOException {
        Rights.makeFolder(to.getParent());
        OutputStream out = Files.newOutputStream(to, java.nio.file.StandardOpenOption.CREATE_NEW);
        Rights.close(to);
        return out;
    }

    /** @throws BadInput for a name that leads out of the folder */
    private static Path inside(Path folder, String name) {
        Path to = folder.resolve(name).normalize();
        if (name.isEmpty() || name.contains("\\") || name.contains(":") || !to.startsWith(folder) || to.equals(folder)
                || !folder.relativize(to).toString().replace('\\', '/').equals(name)) {
            throw new BadInput(t("store.backup.not-listed", "name", Shown.value(name)));
        }
        return to;
    }

    private static void checkLedger(Path file, Held held) {
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

    private static MessageDigest sha256() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
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

    /** Removes what killed processes left of their work. */
    private static void sweep(Path folder, String begin) throws IOException {
        try (Stream<Path> there = Files.list(folder)) {
            for (Path left : there.filter(p -> String.valueOf(p.getFileName()).matches(java.util.regex.Pattern.quote(begin) + "\\d+-\\d+"))
                    .toList()) {
                String pid = String.valueOf(left.getFileName()).substring(begin.length()).replaceFirst("-.*", "");
                if (ProcessHandle.of(Long.parseLong(pid)).filter(ProcessHandle::isAlive).isEmpty()) {
                    remove(left);
                }
            }
        }
    }

    /** A folder that was made here, with all in it. */
    private static void remove(@Nullable Path made) {
        if (made == null || !Files.exists(made, LinkOption.NOFOLLOW_LINKS)) {
            return;
        }
        try (Stream<Path> all = Files.walk(made)) {
            for (Path file : all.sorted(Comparator.reverseOrder()).toList()) {
                Files.deleteIfExists(file);
            }
        } catch (IOException e) {
            throw DiskProblem.of("backup", made, e);
        }
    }
}
