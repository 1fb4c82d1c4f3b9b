package wistaxis.store.firmware;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.io.InputStream;
import java.io.InterruptedIOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.DoublePredicate;
import java.util.function.LongPredicate;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Names;
import wistaxis.core.firmware.FirmwareCheck;
import wistaxis.core.firmware.FirmwareReport;
import wistaxis.store.files.DiskProblem;
import wistaxis.store.files.Inside;
import wistaxis.store.files.Rights;
import wistaxis.store.files.Room;
import wistaxis.store.files.SideFile;
import wistaxis.store.files.Stamp;
import wistaxis.store.files.WholeFile;

/**
 * The firmware files on disk, found by what is in them and not by their names. What a full check found is kept in an index beside the
 * folder and holds for as long as the file's size and
 * time stay the same. Thread-safe; {@link #rescan}, {@link #prove} and {@link #take} read files and belong off the interface thread.
 */
public final class FirmwareFolder {
    private static final int CHUNK = 1 << 20;

    /** A genuine firmware file's directory and manifest take milliseconds. Ours. */
    private static final Duration QUICK_ENOUGH = Duration.ofSeconds(30);

    private final Path folder;
    private final Path index;
    private final FirmwareCheck check;
    private final Map<String, Item> items = new TreeMap<>();
    private final String problem;
    /** Names that are being filled. */
    private final Set<Path> taken = ConcurrentHashMap.newKeySet();

    /**
     * A file in the firmware folder.
     *
     * @param name its name, which means nothing
     * @param modifiedMillis when it was last written, milliseconds since 1970
     * @param report what the last check found; well-formed while the parts were not read
     * @param stamp of the file when that was found, see {@link Stamp}; null in an index of before, whose files are looked at again
     */
    public record Item(String name, long bytes, long modifiedMillis, FirmwareReport report, @Nullable String stamp) {
        /** Whether it is the firmware file of a build. */
        public boolean isOf(String version, String build) {
            return report.version().equals(version) && report.build().equals(build);
        }
    }

    private record Index(List<Item> items) {}

    /**
     * @param index the file that keeps what checks found; may be missing, and is set aside where it cannot be read: every file is then
     *     looked at again
     */
    public FirmwareFolder(Path folder, Path index, FirmwareCheck check) {
        this.folder = folder;
        this.index = index;
        this.check = check;
        SideFile.Read<Index> read = new SideFile(index, "firmware-index", 32)
                .read(text -> Json.read(text, Index.class, String.valueOf(index.getFileName())), new Index(List.of()));
        read.value().items().forEach(i -> items.put(i.name(), i));
        this.problem = read.problem();
    }

    /** What was wrong with the index, in words; empty when nothing was. */
    public String problem() {
        return problem;
    }

    public Path folder() {
        return folder;
    }

    public Path file(Item item) {
        return folder.resolve(item.name());
    }

    /** What was there at the last look, by name. */
    public synchronized List<Item> items() {
        return List.copyOf(items.values());
    }

    /** The firmware file of a build for a model, a verified one before others. */
    public Optional<Item> find(String identifier, String version, String build) {
        return items().stream().filter(i -> i.report().sound() && i.isOf(version, build) && i.report().products().contains(identifier))
                .min(java.util.Comparator.comparing((Item i) -> !i.report().verified()));
    }

    /** Looks at the folder anew: new and changed files get the quick check. @return whether anything changed */
    public boolean rescan() throws IOException {
        Rights.makeFolder(folder);
        List<Path> there;
        try (Stream<Path> list = Files.list(folder)) {
            there = list.filter(FirmwareFolder::isFirmwareFileName).filter(Files::isRegularFile).toList();
        }
        boolean changed = forgetGone();
        for (Path file : there) {
            try {
                changed |= isNew(file) && putIfNew(look(file, () -> quick(file)));
            } catch (NoSuchFileException _) {
                // gone since it was listed
            }
        }
        if (changed) {
            save();
        }
        return changed;
    }

    /** One file that cannot be looked at, or takes without end, is set aside with the reason, and keeps nobody from the others. */
    private FirmwareReport quick(Path file) throws IOException {
        long began = System.nanoTime();
        try {
            return check.quick(file, null, () -> System.nanoTime() - began < QUICK_ENOUGH.toNanos());
        } catch (NoSuchFileException e) {
            throw e;
        } catch (InterruptedIOException e) {
            return notLookedAt(t("store.firmware.slow", "seconds", QUICK_ENOUGH.toSeconds()));
        } catch (IOException e) {
            return notLookedAt(DiskProblem.words("file", file, e));
        } catch (StackOverflowError | OutOfMemoryError e) {
            return notLookedAt(t("store.firmware.memory"));
        }
    }

    private static FirmwareReport notLookedAt(String why) {
        return new FirmwareReport(FirmwareReport.Verdict.REFUSED, null, null, List.of(), "", "", 0, t("store.firmware.set-aside", "why",
                why), List.of());
    }

    private static boolean isFirmwareFileName(Path file) {
        String name = file.getFileName().toString();
        return !name.startsWith(".") && !name.endsWith(".part") && !name.endsWith(".part.json") && !name.endsWith(".tmp")
                && !SideFile.isAside(name);
    }

    private synchronized boolean forgetGone() {
        return items.keySet().removeIf(name -> !Files.isRegularFile(folder.resolve(name)));
    }

    private boolean isNew(Path file) throws IOException {
        return !isKnown(file.getFileName().toString(), Stamp.of(file));
    }

    private synchronized boolean isKnown(String name, @Nullable String stamp) {
        Item known = items.get(name);
        return known != null && known.stamp() != null && known.stamp().equals(stamp);
    }

    /** What was found of a file that has not changed in any way since; empty where it has, is gone, or was never looked at. */
    public Optional<Item> unchanged(Path file) {
        try {
            String now = Stamp.of(file);
            Path parent = file.toAbsolutePath().getParent();
            return folder.toAbsolutePath().equals(parent) ? items().stream().filter(i -> i.name().equals(file.getFileName().toString())
                    && now.equals(i.stamp())).findFirst() : Optional.empty();
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    /** Why a file may not be used as the verified one. @param sha256 its digest then; empty when it may */
    public Optional<String> notAsVerified(Path file, @Nullable String sha256) {
        return unchanged(file).filter(i -> sha256 == null || sha256.equals(i.report().sha256())).isPresent() ? Optional.empty()
                : Optional.of(t("store.firmware.changed", "file", file.getFileName()));
    }

    /** A way to look at a file. */
    private interface Look {
        FirmwareReport report() throws IOException;
    }

    /** What is found is true of the file as it was before: one that changes meanwhile is new again. */
    private static Item look(Path file, Look look) throws IOException {
        String stamp = Stamp.of(file);
        long bytes = Files.size(file);
        long modifiedMillis = Files.getLastModifiedTime(file).toMillis();
        return new Item(file.getFileName().toString(), bytes, modifiedMillis, look.report(), stamp);
    }

    private synchronized void put(Item item) {
        items.put(item.name(), item);
    }

    /** Keeps what a full check found of the same file meanwhile. @return whether it was new */
    private synchronized boolean putIfNew(Item item) {
        if (isKnown(item.name(), item.stamp())) {
            return false;
        }
        put(item);
        return true;
    }

    private synchronized void save() throws IOException {
        Rights.makeFolder(index.toAbsolutePath().getParent());
        WholeFile.write(index, Json.writePretty(new Index(List.copyOf(items.values()))));
    }

    /**
     * Checks a file whole, on all cores, and remembers what was found.
     *
     * @param expected null when any firmware file will do
     * @param goOn called with the fraction done, 0 to 1; answering false stops
     * @throws java.io.InterruptedIOException when stopped
     */
    public FirmwareReport prove(Path file, FirmwareCheck.@Nullable Expected expected, DoublePredicate goOn) throws IOException {
        Item item = look(file, () -> check.check(file, expected, new AllCores(goOn)));
        if (folder.equals(file.getParent()) && item.report().verdict() != FirmwareReport.Verdict.NOT_FOR_THIS_DEVICE) {
            put(item);
            save();
        }
        return item.report();
    }

    /**
     * Takes a file in from elsewhere: looked at first, then linked where that is possible, else copied under a temporary name and
     * renamed. The file itself stays where it was.
     *
     * @param goOn called with the fraction done, 0 to 1; answering false stops
     * @return what the quick look found; the file is in the firmware folder only if that is sound
     * @throws java.io.InterruptedIOException when stopped; nothing is left behind
     */
    public FirmwareReport take(Path from, DoublePredicate goOn) throws IOException {
        FirmwareReport report = check.quick(from, null, () -> goOn.test(0));
        if (!report.sound()) {
            return report;
        }
        Rights.makeFolder(folder);
        if (!from.toAbsolutePath().getParent().equals(folder.toAbsolutePath())) {
            Path to = reserve(from.getFileName().toString());
            try {
                link(from, to, goOn);
                put(look(to, () -> report));
            } finally {
                taken.remove(to);
            }
            save();
        }
        return report;
    }

    private void link(Path from, Path to, DoublePredicate goOn) throws IOException {
        try {
            Files.createLink(to, from);
        } catch (IOException | UnsupportedOperationException _) {
            Room.check(to, Files.size(from));
            copy(from, to, goOn);
        }
    }

    private static void copy(Path from, Path to, DoublePredicate goOn) throws IOException {
        long size = Math.max(1, Files.size(from));
        try (InputStream in = Files.newInputStream(from)) {
            WholeFile.stream(to, out -> pour(in, out, done -> goOn.test(done / (double) size)));
        }
    }

    private static void pour(InputStream in, OutputStream out, LongPredicate goOn) throws IOException {
        byte[] chunk = new byte[CHUNK];
        long done = 0;
        for (int n = in.read(chunk); n >= 0; n = in.read(chunk)) {
            out.write(chunk, 0, n);
            done += n;
            if (!goOn.test(done)) {
                throw new InterruptedIOException("stopped");
            }
        }
    }

    /**
     * A name that is free and that the firmware folder takes for a firmware file: what a system cannot keep, or the firmware folder
     * passes over, is called otherwise.
     */
    private synchronized Path reserve(String name) {
        Path free = free(name);
        taken.add(free);
        return free;
    }

    private Path free(String name) {
        String kept = Names.isPortable(name) && isFirmwareFileName(Path.of(name)) ? name : Names.file(name) + ".zip";
        String tried = kept;
        for (int n = 2; Files.exists(folder.resolve(tried)) || taken.contains(folder.resolve(tried)); n++) {
            tried = kept.replaceFirst("(\\.[^.]*)?$", "-" + n + "$1");
        }
        return Inside.file(folder, tried);
    }

    /** Removes a file from the firmware folder for good. */
    public void remove(Item item) throws IOException {
        Files.deleteIfExists(file(item));
        rescan();
    }
}
