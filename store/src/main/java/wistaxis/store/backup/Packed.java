package wistaxis.store.backup;

import static wistaxis.core.words.Say.t;

import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.zip.Deflater;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Sha256;
import wistaxis.core.facts.Shown;
import wistaxis.store.files.Rights;

/**
 * What a backup says it holds; inside of the seal it is the last entry of a ZIP, {@code backup.json}.
 *
 * @param entries of its ledger
 * @param head digest of the last one
 */
record Packed(int version, Instant made, String program, long entries, String head, List<Item> files) {
    private static final String LIST = "backup.json";
    private static final int BUFFER = 1 << 16;

    /** More files in a backup are none of ours. */
    private static final int MOST_FILES = 1_000_000;

    /** @param path with slashes, below the data folder @param sha256 in hex */
    record Item(String path, long bytes, String sha256) {}

    /** How it goes on; told the bytes of files that are done. */
    interface Done {
        void bytes(long done);
    }

    Packed {
        files = List.copyOf(files);
    }

    /** How many bytes its files have. */
    long bytes() {
        return files.stream().mapToLong(Item::bytes).sum();
    }

    private Packed with(List<Item> items) {
        return new Packed(version, made, program, entries, head, items);
    }

    /** Writes files under their names, and behind them what they are. */
    void pack(SortedMap<String, Path> sources, OutputStream sealed, Done done) throws IOException {
        List<Item> items = new ArrayList<>();
        ZipOutputStream zip = new ZipOutputStream(sealed);
        zip.setLevel(Deflater.BEST_SPEED);
        for (Map.Entry<String, Path> source : sources.entrySet()) {
            zip.putNextEntry(new ZipEntry(source.getKey()));
            try (InputStream in = Files.newInputStream(source.getValue())) {
                items.add(copy(source.getKey(), in, zip, with(items).bytes(), done));
            }
            zip.closeEntry();
        }
        zip.putNextEntry(new ZipEntry(LIST));
        zip.write(Json.writePretty(with(items)).getBytes(StandardCharsets.UTF_8));
        zip.closeEntry();
        zip.finish();
    }

    /**
     * Reads a backup to its end.
     *
     * @param out where its files go
     * @param all whether all of them do, or only the ledger
     * @throws BadInput where it does not hold what it says it holds, or was changed
     */
    static Packed read(Path file, BackupKey key, Path out, boolean all, Done done) throws IOException {
        try (InputStream in = Sealed.from(new BufferedInputStream(Files.newInputStream(file), BUFFER), key)) {
            TreeMap<String, Item> found = new TreeMap<>();
            @Nullable Packed held = null;
            long bytes = 0;
            ZipInputStream zip = new ZipInputStream(in);
            for (ZipEntry entry; (entry = zip.getNextEntry()) != null;) {
                String name = entry.getName();
                if (held != null || found.size() > MOST_FILES) {
                    throw notListed(name);
                }
                if (name.equals(LIST)) {
                    held = Json.read(new String(zip.readAllBytes(), StandardCharsets.UTF_8), Packed.class, LIST);
                    continue;
                }
                Path to = inside(out, name);
                try (OutputStream copy = all || name.equals(Backup.LEDGER) ? open(to) : OutputStream.nullOutputStream()) {
                    Item item = copy(name, zip, copy, bytes, done);
                    bytes += item.bytes();
                    if (found.put(name, item) != null) {
                        throw notListed(name);
                    }
                }
            }
            in.transferTo(OutputStream.nullOutputStream()); // the seal is of all of it
            if (held == null || !List.copyOf(found.values()).equals(held.files().stream().sorted(Comparator.comparing(Item::path))
                    .toList())) {
                throw new BadInput(t("store.backup.not-whole"));
            }
            return held;
        } catch (ZipException e) {
            throw new BadInput(t("store.backup.not-whole"), e);
        }
    }

    private static Item copy(String name, InputStream in, OutputStream out, long before, Done done) throws IOException {
        Sha256.Running digest = new Sha256.Running();
        long bytes = 0;
        byte[] buffer = new byte[BUFFER];
        for (int n; (n = in.read(buffer)) >= 0;) {
            out.write(buffer, 0, n);
            digest.update(buffer, n);
            bytes += n;
            done.bytes(before + bytes);
        }
        return new Item(name, bytes, digest.hex());
    }

    private static OutputStream open(Path to) throws IOException {
        Rights.makeFolder(to.getParent());
        OutputStream out = Files.newOutputStream(to, StandardOpenOption.CREATE_NEW);
        Rights.close(to);
        return out;
    }

    /** @throws BadInput for a name that leads out of the folder */
    private static Path inside(Path folder, String name) {
        Path to = folder.resolve(name).normalize();
        if (name.isEmpty() || name.contains("\\") || name.contains(":") || !to.startsWith(folder) || to.equals(folder)
                || !folder.relativize(to).toString().replace('\\', '/').equals(name)) {
            throw notListed(name);
        }
        return to;
    }

    private static BadInput notListed(String name) {
        return new BadInput(t("store.backup.not-listed", "name", Shown.value(name)));
    }
}
