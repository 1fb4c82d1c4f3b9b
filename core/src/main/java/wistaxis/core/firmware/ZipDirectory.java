package wistaxis.core.firmware;

import static wistaxis.core.words.Say.t;

import java.io.EOFException;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.zip.ZipException;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Shown;

/**
 * The directory of a ZIP archive, read with mistrust: every entry is followed to its data and nothing may overlap, collide or lead
 * outside. ZIP64 included. Published: PKWARE APPNOTE 6.3, sections 4.3 and 4.5. Only the directory and the heads of the entries are read.
 *
 * @param entries in the order of the directory; folders are left out
 */
record ZipDirectory(List<Entry> entries) {
    /** The most entries that are read; genuine firmware files have some thousands. */
    static final int MOST_ENTRIES = 100_000;

    /** The most that an archive may come to once extracted, bytes. */
    static final long MOST_BYTES = 256L << 30;

    private static final int END = 0x06054b50;
    private static final int END_64 = 0x06064b50;
    private static final int LOCATOR_64 = 0x07064b50;
    private static final int HEAD = 0x02014b50;
    private static final int LOCAL = 0x04034b50;
    private static final int DESCRIPTOR = 0x08074b50;
    private static final int UNICODE_PATH = 0x7075;

    /** Version and CRC-32 stand before it. */
    private static final int NAME_AT = 5;
    private static final int END_LENGTH = 22;
    private static final long LONGEST_DIRECTORY = 64L << 20;
    private static final long MARK_32 = 0xFFFF_FFFFL;

    /** Above so many bytes the ratio matters: small things may well be all zeros. */
    private static final long BOMB_FROM = 16L << 20;
    private static final long BOMB_RATIO = 200;

    /**
     * A file in the archive.
     *
     * @param deflated whether it is compressed; otherwise it is stored
     * @param crc CRC-32 of the extracted bytes, unsigned
     * @param start where its data begin in the archive
     * @param packed bytes in the archive
     * @param size bytes once extracted
     */
    record Entry(String name, boolean deflated, long crc, long start, long packed, long size) {}

    /** What the directory says of an entry before its data are looked at. */
    private record Listed(String name, byte[] rawName, int flags, int method, long crc, long packed, long size, long offset) {}

    /** Where the directory lies, how many entries are said to be in it, and where it has to end at the latest. */
    private record Bounds(long start, long length, long count, long limit) {}

    /** The bytes that an entry takes up, from its own head to the end of its data, and its descriptor behind them if it has one. */
    private record Stretch(Listed of, long from, long to) {}

    ZipDirectory {
        entries = List.copyOf(entries);
    }

    /**
     * @throws ZipException when the file is cut off or no ZIP archive
     * @throws BadInput when it is one that nobody should open, saying why
     */
    static ZipDirectory read(FileChannel file) throws IOException {
        if (file.size() < END_LENGTH || bytes(file, 0, 4).getInt() != LOCAL) {
            throw new ZipException(t("core.file.no-beginning"));
        }
        Bounds bounds = bounds(file);
        List<Listed> listed = listed(bytes(file, bounds.start(), Math.toIntExact(bounds.length())), bounds);
        EntryNames.check(listed.stream().map(Listed::name).toList());
        List<Entry> entries = new ArrayList<>();
        List<Stretch> stretches = new ArrayList<>();
        for (Listed l : listed) {
            Entry e = follow(file, l, bounds.start());
            stretches.add(new Stretch(l, l.offset(), e.start() + e.packed()));
            if (!l.name().endsWith("/")) {
                entries.add(e);
            } else if (e.size() > 0 || e.packed() > 2) {
                throw new BadInput(t("core.file.folder-bytes", "name", Shown.value(l.name()), "bytes", e.packed()));
            }
        }
        refuseOverlapsAndGaps(file, stretches, bounds);
        if (listed.size() > 2 * entries.size() + 1000) {
            throw new BadInput(t("core.file.empty-folders", "n", (listed.size() - entries.size())));
        }
        double total = entries.stream().mapToDouble(Entry::size).sum();
        if (total > MOST_BYTES) {
            throw new BadInput(t("core.file.extracted-too-large", "bytes", Math.round(total)));
        }
        return new ZipDirectory(entries);
    }

    private static Bounds bounds(FileChannel file) throws IOException {
        long size = file.size();
        int tail = (int) Math.min(size, END_LENGTH + 0xFFFF);
        ByteBuffer last = bytes(file, size - tail, tail);
        int at = tail - END_LENGTH;
        while (at >= 0 && !(last.getInt(at) == END && at + END_LENGTH + u16(last, at + 20) == tail)) {
            at--;
        }
        if (at < 0) {
            throw new ZipException(t("core.file.end-missing"));
        }
        long end = size - tail + at;
        boolean big = u16(last, at + 10) == 0xFFFF || u32(last, at + 12) == MARK_32 || u32(last, at + 16) == MARK_32;
        Bounds bounds = big ? bounds64(file, end) : new Bounds(u32(last, at + 16), u32(last, at + 12), u16(last, at + 10), end);
        if (bounds.start() < 0 || bounds.length() < 0 || bounds.start() > bounds.limit()
                || bounds.length() > bounds.limit() - bounds.start()) {
            throw new ZipException(t("core.file.directory-outside"));
        }
        if (bounds.count() < 0 || bounds.count() > MOST_ENTRIES || bounds.length() > LONGEST_DIRECTORY) {
            throw new BadInput(t("core.file.many-entries", "n", bounds.count(), "most", MOST_ENTRIES));
        }
        return bounds;
    }

    private static Bounds bounds64(FileChannel file, long end) throws IOException {
        if (end < 20) {
            throw new ZipException(t("core.file.end64-missing"));
        }
        ByteBuffer locator = bytes(file, end - 20, 20);
        long at = locator.getLong(8);
        if (locator.getInt(0) != LOCATOR_64 || at < 0 || at > end - 20 - 56) {
            throw new ZipException(t("core.file.end64-missing"));
        }
        ByteBuffer end64 = bytes(file, at, 56);
        if (end64.getInt(0) != END_64) {
            throw new ZipException(t("core.file.end64-missing"));
        }
        refuseGap(at + 12 + end64.getLong(4), end - 20);
        return new Bounds(end64.getLong(48), end64.getLong(40), end64.getLong(32), at);
    }

    private static List<Listed> listed(ByteBuffer directory, Bounds bounds) throws IOException {
        List<Listed> listed = new ArrayList<>();
        while (directory.hasRemaining()) {
            int at = directory.position();
            if (directory.remaining() < 46 || directory.getInt(at) != HEAD) {
                throw new ZipException(t("core.file.directory-broken", "n", listed.size()));
            }
            int nameLength = u16(directory, at + 28);
            int extraLength = u16(directory, at + 30);
            int length = 46 + nameLength + extraLength + u16(directory, at + 32);
            if (directory.remaining() < length) {
                throw new ZipException(t("core.file.directory-broken", "n", listed.size()));
            }
            listed.add(listed(directory, at, nameLength, extraLength));
            directory.position(at + length);
        }
        if (listed.size() != bounds.count()) {
            throw new BadInput(t("core.file.end-count", "says", bounds.count(), "has", listed.size()));
        }
        return listed;
    }

    private static Listed listed(ByteBuffer d, int at, int nameLength, int extraLength) throws IOException {
        byte[] raw = new byte[nameLength];
        d.get(at + 46, raw);
        int flags = u16(d, at + 8);
        Charset charset = (flags & 0x800) != 0 ? StandardCharsets.UTF_8 : StandardCharsets.ISO_8859_1;
        String name = new String(raw, charset);
        if ((u32(d, at + 38) >>> 28) == 0xA) {
            throw new BadInput(t("core.file.link", "name", Shown.value(name)));
        }
        refuseOtherName(d.slice(at + 46 + nameLength, extraLength).order(ByteOrder.LITTLE_ENDIAN), name);
        long[] values = {u32(d, at + 24), u32(d, at + 20), u32(d, at + 42)};
        if (values[0] == MARK_32 || values[1] == MARK_32 || values[2] == MARK_32) {
            fillFrom64(d.slice(at + 46 + nameLength, extraLength).order(ByteOrder.LITTLE_ENDIAN), values, name);
        }
        return new Listed(name, raw, flags, u16(d, at + 10), u32(d, at + 16), values[1], values[0], values[2]);
    }

    /** A further name, of whoever reads it before the one in the head. Published: APPNOTE 6.3.10, 4.6.9. */
    private static void refuseOtherName(ByteBuffer extra, String name) {
        for (int at = 0; at + 4 <= extra.limit(); at += 4 + u16(extra, at + 2)) {
            int length = Math.min(u16(extra, at + 2), extra.limit() - at - 4);
            if (u16(extra, at) == UNICODE_PATH && length > NAME_AT) {
                byte[] other = new byte[length - NAME_AT];
                extra.get(at + 4 + NAME_AT, other);
                String says = new String(other, StandardCharsets.UTF_8);
                if (!says.equals(name)) {
                    throw new BadInput(t("core.file.second-name", "name", Shown.value(name), "other", Shown.value(says)));
                }
            }
        }
    }

    /** Takes size, packed size and offset, in this order, from the ZIP64 field where the short ones are marked. */
    private static void fillFrom64(ByteBuffer extra, long[] values, String name) throws IOException {
        for (int at = 0; at + 4 <= extra.limit(); at += 4 + u16(extra, at + 2)) {
            if (u16(extra, at) == 1) {
                int field = at + 4;
                int end = Math.min(extra.limit(), field + u16(extra, at + 2));
                for (int i = 0; i < values.length; i++) {
                    if (values[i] == MARK_32 && field + 8 <= end) {
                        values[i] = extra.getLong(field);
                        field += 8;
                    }
                }
                return;
            }
        }
        throw new ZipException(t("core.file.no-long-sizes", "name", Shown.value(name)));
    }

    /** Looks at an entry's own head, which must say the same as the directory. */
    private static Entry follow(FileChannel file, Listed l, long dataEnd) throws IOException {
        if ((l.flags() & 0x2041) != 0) {
            throw new BadInput(t("core.file.encrypted", "name", Shown.value(l.name())));
        }
        if (l.method() != 0 && l.method() != 8) {
            throw new BadInput(t("core.file.packed", "name", Shown.value(l.name()), "method", l.method()));
        }
        if (l.packed() < 0 || l.size() < 0 || l.offset() < 0 || l.offset() > dataEnd - 30) {
            throw new ZipException(t("core.file.entry-outside", "name", Shown.value(l.name())));
        }
        ByteBuffer head = bytes(file, l.offset(), (int) Math.min(30L + l.rawName().length, dataEnd - l.offset()));
        if (head.getInt(0) != LOCAL || head.limit() < 30 + l.rawName().length) {
            throw new ZipException(t("core.file.entry-elsewhere", "name", Shown.value(l.name())));
        }
        byte[] localName = new byte[l.rawName().length];
        head.get(30, localName);
        if (u16(head, 26) != localName.length || !java.util.Arrays.equals(localName, l.rawName()) || u16(head, 8) != l.method()) {
            throw new BadInput(t("core.file.entry-head", "name", Shown.value(l.name())));
        }
        long start = l.offset() + 30 + localName.length + u16(head, 28);
        if (start <= dataEnd) {
            refuseOtherName(bytes(file, l.offset() + 30 + localName.length, u16(head, 28)), l.name());
        }
        if (start > dataEnd || l.packed() > dataEnd - start) {
            throw new ZipException(t("core.file.entry-beyond", "name", Shown.value(l.name())));
        }
        if (l.method() == 0 && l.packed() != l.size()) {
            throw new BadInput(t("core.file.stored", "name", Shown.value(l.name()), "packed", l.packed(), "size", l.size()));
        }
        if (l.size() > BOMB_FROM && l.size() / BOMB_RATIO > l.packed()) {
            throw new BadInput(t("core.file.bomb", "name", Shown.value(l.name()), "packed", l.packed(), "size", l.size()));
        }
        return new Entry(l.name(), l.method() == 8, l.crc(), start, l.packed(), l.size());
    }

    /** Every byte up to the directory belongs to one entry, and every byte from there on to the directory or its end. */
    private static void refuseOverlapsAndGaps(FileChannel file, List<Stretch> stretches, Bounds bounds) throws IOException {
        List<Stretch> inOrder = stretches.stream().sorted(Comparator.comparingLong(Stretch::from).thenComparingLong(Stretch::to)).toList();
        long at = 0;
        String before = "";
        for (int i = 0; i < inOrder.size(); i++) {
            Stretch s = inOrder.get(i);
            if (s.from() < at) {
                throw new BadInput(t("core.file.overlap", "one", Shown.value(before), "other", Shown.value(s.of().name())));
            }
            refuseGap(at, s.from());
            long next = i + 1 == inOrder.size() ? bounds.start() : inOrder.get(i + 1).from();
            at = s.to() + descriptor(file, s, next);
            before = s.of().name();
        }
        refuseGap(at, bounds.start());
        refuseGap(bounds.start() + bounds.length(), bounds.limit());
    }

    private static void refuseGap(long from, long to) {
        if (to != from) {
            throw new BadInput(t("core.file.stray-bytes", "n", (to - from), "at", from));
        }
    }

    /**
     * How long the descriptor behind an entry's data is that was packed in one go: with its mark or without, sizes of four bytes or
     * eight. It has to say what the directory says.
     */
    private static long descriptor(FileChannel file, Stretch s, long next) throws IOException {
        long length = next - s.to();
        if ((s.of().flags() & 8) == 0 || length != 12 && length != 16 && length != 20 && length != 24) {
            return 0;
        }
        ByteBuffer d = bytes(file, s.to(), (int) length);
        boolean marked = length % 8 == 0;
        boolean wide = length >= 20;
        if (marked && d.getInt() != DESCRIPTOR) {
            return 0;
        }
        boolean same = u32(d, d.position()) == s.of().crc() && (wide ? d.getLong(d.position() + 4) : u32(d, d.position() + 4)) == s.of()
                .packed()
                && (wide ? d.getLong(d.position() + 12) : u32(d, d.position() + 8)) == s.of().size();
        return same ? length : 0;
    }

    /** @throws EOFException when the file ends before */
    static ByteBuffer bytes(FileChannel file, long from, int length) throws IOException {
        ByteBuffer buffer = ByteBuffer.allocate(length).order(ByteOrder.LITTLE_ENDIAN);
        while (buffer.hasRemaining()) {
            if (file.read(buffer, from + buffer.position()) < 0) {
                throw new EOFException(t("core.file.ends-at", "at", file.size()));
            }
        }
        return buffer.flip();
    }

    private static int u16(ByteBuffer b, int at) {
        return b.getShort(at) & 0xFFFF;
    }

    private static long u32(ByteBuffer b, int at) {
        return b.getInt(at) & MARK_32;
    }
}
