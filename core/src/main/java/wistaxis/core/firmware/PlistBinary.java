package wistaxis.core.firmware;

import static wistaxis.core.words.Say.t;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Work;

/** The binary form, from memory: eight letters, objects, a table of offsets, a trailer of 32 bytes, numbers big-endian. */
final class PlistBinary {
    private static final int TRAILER = 32;
    private static final int MOST_OBJECTS = 2_000_000;

    /** What an object and a reference to one cost, bytes about. */
    private static final int OBJECT = 16;
    private static final int REFERENCE = 4;

    private final byte[] bytes;
    private final Work work;
    private final int offsetSize;
    private final int refSize;
    private final int objects;
    private final long top;
    private final int table;
    private final @Nullable Object[] made;
    private final byte[] height;
    private final BitSet open = new BitSet();

    PlistBinary(byte[] bytes, Work work) {
        this.bytes = bytes;
        this.work = work;
        if (bytes.length < 8 + TRAILER) {
            throw new BadInput(t("core.file.no-trailer"));
        }
        ByteBuffer buffer = ByteBuffer.wrap(bytes);
        int trailer = bytes.length - TRAILER;
        offsetSize = bytes[trailer + 6];
        refSize = bytes[trailer + 7];
        long count = buffer.getLong(trailer + 8);
        top = buffer.getLong(trailer + 16);
        long at = buffer.getLong(trailer + 24);
        if (offsetSize < 1 || offsetSize > 8 || refSize < 1 || refSize > 8 || count < 1 || count > bytes.length || at < 8 || at > trailer
                || count * offsetSize > trailer - at) {
            throw new BadInput(t("core.file.too-many-objects", "n", count, "bytes", bytes.length));
        }
        if (count > MOST_OBJECTS) {
            throw new BadInput(t("core.file.most-objects", "most", MOST_OBJECTS));
        }
        objects = (int) count;
        table = (int) at;
        made = new @Nullable Object[objects];
        height = new byte[objects];
    }

    Object read() {
        return object(top, 1);
    }

    /** Each object once: one that was made already is the same again, as deep as it is. */
    private Object object(long number, int depth) {
        work.spend(1);
        Plist.deep(depth);
        int at = place(number);
        int which = (int) number;
        Object before = made[which];
        if (before != null) {
            Plist.deep(depth + height[which]);
            return before;
        }
        work.spend(OBJECT);
        Object value = make(which, at, depth);
        made[which] = value;
        return value;
    }

    private Object make(int which, int at, int depth) {
        int kind = (bytes[at] & 0xF0) >> 4;
        return switch (kind) {
            case 0x0 -> new Plist.Other(t("core.file.kind.truth"));
            case 0x1 -> integer(at);
            case 0x2, 0x8 -> {
                fits(at + 1L, kind == 0x8 ? (bytes[at] & 0xF) + 1L : 1L << (bytes[at] & 0xF), 1);
                yield new Plist.Other(kind == 0x8 ? t("core.file.kind.reference") : t("core.file.kind.real"));
            }
            case 0x3 -> {
                fits(at + 1L, 8, 1);
                yield new Plist.Other(t("core.file.kind.date"));
            }
            case 0x4 -> body(at, 1);
            case 0x5 -> new String(body(at, 1), StandardCharsets.ISO_8859_1);
            case 0x6 -> new String(body(at, 2), StandardCharsets.UTF_16BE);
            case 0x7 -> new String(body(at, 1), StandardCharsets.UTF_8);
            case 0xA, 0xC -> within(which, () -> array(which, at, depth));
            case 0xD -> within(which, () -> dictionary(which, at, depth));
            default -> throw new BadInput(t("core.file.unknown-object", "kind", kind));
        };
    }

    private Object within(int which, Supplier<Object> inside) {
        if (open.get(which)) {
            throw new BadInput(t("core.file.contains-itself", "object", which));
        }
        open.set(which);
        Object value = inside.get();
        open.clear(which);
        return value;
    }

    private List<Object> array(int which, int at, int depth) {
        int length = (int) length(at);
        int from = fits(start(at), length, refSize);
        work.spend((long) REFERENCE * length);
        List<Object> values = new ArrayList<>(length);
        for (int i = 0; i < length; i++) {
            values.add(child(which, from + i * refSize, depth));
        }
        return values;
    }

    private Map<String, Object> dictionary(int which, int at, int depth) {
        int length = (int) length(at);
        int from = fits(start(at), length, 2L * refSize);
        work.spend(4L * REFERENCE * length);
        Map<String, Object> values = LinkedHashMap.newLinkedHashMap(length);
        for (int i = 0; i < length; i++) {
            if (!(child(which, from + i * refSize, depth) instanceof String key)) {
                throw new BadInput(t("core.file.key-no-text"));
            }
            Plist.key(key, work);
            if (values.containsKey(key)) {
                throw Plist.twice(key);
            }
            values.put(key, child(which, from + (length + i) * refSize, depth));
        }
        return values;
    }

    private Object child(int parent, int at, int depth) {
        long number = number(at, refSize);
        Object value = object(number, depth + 1);
        height[parent] = (byte) Math.max(height[parent], height[(int) number] + 1);
        return value;
    }

    private Object integer(int at) {
        int wide = 1 << (bytes[at] & 0xF);
        int from = fits(at + 1L, wide, 1);
        return wide > 8 ? new Plist.Other(t("core.file.kind.too-large")) : number(from, wide);
    }

    private byte[] body(int at, int wide) {
        long length = length(at);
        int from = fits(start(at), length, wide);
        work.spend(length * wide);
        return Arrays.copyOfRange(bytes, from, from + (int) length * wide);
    }

    private int place(long object) {
        if (object < 0 || object >= objects) {
            throw new BadInput(t("core.file.no-object", "object", object, "all", objects));
        }
        long at = number(table + (int) object * offsetSize, offsetSize);
        if (at < 8 || at >= table) {
            throw new BadInput(t("core.file.object-outside", "object", object));
        }
        return (int) at;
    }

    /** The count of an object with a body, which is beside its kind or, when that is 15, in the number after it. */
    private long length(int at) {
        int nibble = bytes[at] & 0xF;
        if (nibble != 0xF) {
            return nibble;
        }
        int wide = wide(at);
        fits(at + 2L, wide, 1);
        return number(at + 2, wide);
    }

    private long start(int at) {
        return (bytes[at] & 0xF) == 0xF ? at + 2L + wide(at) : at + 1L;
    }

    private int wide(int at) {
        fits(at + 1L, 1, 1);
        if ((bytes[at + 1] & 0xF0) != 0x10 || (bytes[at + 1] & 0xF) > 3) {
            throw new BadInput(t("core.file.no-count"));
        }
        return 1 << (bytes[at + 1] & 0xF);
    }

    /** @return where the body begins */
    private int fits(long from, long count, long each) {
        if (count < 0 || count > bytes.length || from + count * each > table) {
            throw new BadInput(t("core.file.many-parts", "n", count));
        }
        return (int) from;
    }

    private long number(int at, int size) {
        long value = 0;
        for (int i = 0; i < size; i++) {
            value = value << 8 | bytes[at + i] & 0xFF;
        }
        return value;
    }
}
