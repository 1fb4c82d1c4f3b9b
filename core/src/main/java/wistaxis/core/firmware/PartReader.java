package wistaxis.core.firmware;

import static wistaxis.core.words.Say.t;

import java.io.ByteArrayOutputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.InterruptedIOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Comparator;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.IntPredicate;
import java.util.zip.CRC32;
import java.util.zip.DataFormatException;
import java.util.zip.Inflater;
import java.util.zip.ZipException;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Shown;

/** Reads the parts of a firmware file and compares their digests. Digests: published, FIPS 180-4, computed by the JDK. */
final class PartReader {
    private static final int CHUNK = 1 << 18;
    private static final Map<Integer, String> ALGORITHMS = Map.of(40, "SHA-1", 64, "SHA-256", 96, "SHA-384", 128, "SHA-512");

    private final FileChannel file;
    private final ZipDirectory.Entry entry;

    /** Takes what was read, piece by piece; answering false stops. */
    private interface Sink {
        boolean take(byte[] bytes, int length, int packedBytes);
    }

    private PartReader(FileChannel file, ZipDirectory.Entry entry) {
        this.file = file;
        this.entry = entry;
    }

    /** The comparisons of a firmware file, the longest first. */
    static List<PartTask> tasks(FileChannel file, ZipDirectory directory, Manifest manifest) {
        return directory.entries().stream().sorted(Comparator.comparingLong(ZipDirectory.Entry::packed).reversed()).<PartTask>map(e -> {
            return new Comparison(new PartReader(file, e), manifest.parts().getOrDefault(e.name(), Manifest.Part.NONE).digest());
        }).toList();
    }

    private record Comparison(PartReader reader, String expected) implements PartTask {
        @Override
        public long bytes() {
            return reader.entry.packed();
        }

        @Override
        public String compare(IntPredicate read) throws IOException {
            return reader.compare(expected, read);
        }
    }

    private String compare(String expected, IntPredicate read) throws IOException {
        MessageDigest digest = expected.isEmpty() ? null : digest(expected.length());
        CRC32 crc = new CRC32();
        String shown = Shown.value(entry.name());
        try {
            pour((bytes, length, packed) -> {
                if (digest != null) {
                    digest.update(bytes, 0, length);
                }
                crc.update(bytes, 0, length);
                return read.test(packed);
            });
            String found = digest == null ? "" : HexFormat.of().formatHex(digest.digest());
            return !found.equals(expected) ? t("core.file.part-digest", "part", shown, "found", found.substring(0, 12), "expected",
                    expected.substring(0, 12))
                    : crc.getValue() != entry.crc() ? t("core.file.crc", "name", shown) : "";
        } catch (ZipException | EOFException e) {
            return t("core.file.part-unreadable", "part", shown, "why", e.getMessage());
        }
    }

    private static MessageDigest digest(int hexDigits) {
        try {
            return MessageDigest.getInstance(Objects.requireNonNull(ALGORITHMS.get(hexDigits)));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java has this digest", e);
        }
    }

    /** A small entry, with its CRC-32 compared. */
    static byte[] whole(FileChannel file, ZipDirectory.Entry entry) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        CRC32 crc = new CRC32();
        new PartReader(file, entry).pour((bytes, length, _) -> {
            out.write(bytes, 0, length);
            crc.update(bytes, 0, length);
            return true;
        });
        if (crc.getValue() != entry.crc()) {
            throw new ZipException(t("core.file.crc", "name", Shown.value(entry.name())));
        }
        return out.toByteArray();
    }

    /** @throws InterruptedIOException when the sink stopped it */
    private void pour(Sink sink) throws IOException {
        if (entry.deflated()) {
            inflate(sink);
            return;
        }
        byte[] chunk = new byte[(int) Math.min(CHUNK, Math.max(1, entry.packed()))];
        for (long at = 0; at < entry.packed();) {
            int n = read(chunk, at);
            at += n;
            give(sink, chunk, n, n);
        }
    }

    private static void give(Sink sink, byte[] bytes, int length, int packed) throws InterruptedIOException {
        if (!sink.take(bytes, length, packed)) {
            throw new InterruptedIOException("stopped");
        }
    }

    private void inflate(Sink sink) throws IOException {
        byte[] packed = new byte[CHUNK / 4];
        byte[] chunk = new byte[CHUNK];
        long at = 0;
        long size = 0;
        try (Inflater inflater = new Inflater(true)) {
            while (!inflater.finished()) {
                int fresh = 0;
                if (inflater.needsInput()) {
                    if (at >= entry.packed()) {
                        throw new ZipException(t("core.file.ends-early"));
                    }
                    fresh = read(packed, at);
                    at += fresh;
                    inflater.setInput(packed, 0, fresh);
                }
                int n = inflater.inflate(chunk);
                size += n;
                if (size > entry.size() || inflater.needsDictionary()) {
                    throw new BadInput(t("core.file.grows", "name", Shown.value(entry.name()), "bytes", entry.size()));
                }
                give(sink, chunk, n, fresh);
            }
            if (size != entry.size()) {
                throw new ZipException(t("core.file.has-bytes", "bytes", size, "expected", entry.size()));
            }
        } catch (DataFormatException e) {
            throw new ZipException(t("core.file.broken-data"));
        }
    }

    private int read(byte[] into, long at) throws IOException {
        int n = file.read(ByteBuffer.wrap(into, 0, (int) Math.min(into.length, entry.packed() - at)), entry.start() + at);
        if (n < 0) {
            throw new EOFException(t("core.file.ends-before"));
        }
        return n;
    }
}
