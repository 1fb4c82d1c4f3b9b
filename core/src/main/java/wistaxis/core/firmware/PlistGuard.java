package wistaxis.core.firmware;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.BitSet;
import java.util.HashSet;
import java.util.Set;
import wistaxis.core.facts.BadInput;

/**
 * Looks through a property list before a parser gets it: nothing too deep, too many, cyclic, counted wrong, with entities or with a key twice.
 * Binary form from memory: eight letters, objects, a table of offsets, a trailer of 32 bytes, numbers big-endian.
 */
final class PlistGuard {
    private static final int DEEPEST = 40;
    private static final int MOST_OBJECTS = 2_000_000;
    private static final int TRAILER = 32;

    private PlistGuard() {}

    /** @throws BadInput saying what is wrong */
    static void check(byte[] bytes) {
        String head = new String(bytes, 0, Math.min(bytes.length, 8), StandardCharsets.ISO_8859_1);
        if (head.equals("bplist00")) {
            new Binary(bytes).check();
        } else if (head.startsWith("<")) {
            PlistXml.check(bytes);
        } else {
            throw new BadInput("the manifest is not a property list: it begins with [" + EntryNames.shown(head) + "]");
        }
    }

    static void count(int objects) {
        if (objects > MOST_OBJECTS) {
            throw new BadInput("the manifest has more than " + MOST_OBJECTS + " objects");
        }
    }

    static void deep(int depth) {
        if (depth > DEEPEST) {
            throw new BadInput("the manifest is nested deeper than " + DEEPEST);
        }
    }

    static BadInput twice(String key) {
        return new BadInput("the manifest has the key [" + EntryNames.shown(key) + "] twice in one dictionary");
    }

    /** Walks the binary form from its top object. */
    private static final class Binary {
        private final byte[] bytes;
        private final ByteBuffer buffer;
        private final int offsetSize;
        private final int refSize;
        private final int objects;
        private final long top;
        private final int table;
        private final BitSet open = new BitSet();
        private int walked;

        Binary(byte[] bytes) {
            this.bytes = bytes;
            this.buffer = ByteBuffer.wrap(bytes);
            if (bytes.length < 8 + TRAILER) {
                throw new BadInput("the manifest ends before its trailer");
            }
            int trailer = bytes.length - TRAILER;
            offsetSize = bytes[trailer + 6];
            refSize = bytes[trailer + 7];
            long count = buffer.getLong(trailer + 8);
            top = buffer.getLong(trailer + 16);
            long at = buffer.getLong(trailer + 24);
            if (offsetSize < 1 || offsetSize > 8 || refSize < 1 || refSize > 8 || count < 1 || count > bytes.length || at < 8 || at > trailer || count * offsetSize > trailer - at) {
                throw new BadInput("the manifest counts [" + count + "] objects, which do not fit into its " + bytes.length + " bytes");
            }
            objects = (int) count;
            table = (int) at;
        }

        void check() {
            walk(top, 1);
        }

        private void walk(long object, int depth) {
            count(++walked);
            deep(depth);
            int at = place(object);
            int kind = (bytes[at] & 0xF0) >> 4;
            switch (kind) {
                case 0x0 -> { }
                case 0x1, 0x2, 0x8 -> fits(at + 1L, kind == 0x8 ? (bytes[at] & 0xF) + 1L : 1L << (bytes[at] & 0xF), 1);
                case 0x3 -> fits(at + 1L, 8, 1);
                case 0x4, 0x5, 0x7 -> fits(body(at), length(at), 1);
                case 0x6 -> fits(body(at), length(at), 2);
                case 0xA, 0xC -> refs(object, at, depth, 1);
                case 0xD -> refs(object, at, depth, 2);
                default -> throw new BadInput("the manifest has an object of unknown kind [" + kind + "]");
            }
        }

        private void refs(long object, int at, int depth, int times) {
            long length = length(at);
            int body = fits(body(at), length, (long) times * refSize);
            if (open.get((int) object)) {
                throw new BadInput("the manifest contains itself, at object [" + object + "]");
            }
            open.set((int) object);
            Set<ByteBuffer> keys = new HashSet<>();
            for (int i = 0; i < length; i++) {
                long child = number(body + i * refSize, refSize);
                if (times == 2 && !keys.add(keyBytes(child))) {
                    throw twice(new String(keyBytes(child).array(), StandardCharsets.ISO_8859_1));
                }
                walk(child, depth + 1);
            }
            for (int i = 0; times == 2 && i < length; i++) {
                walk(number((int) (body + (length + i) * refSize), refSize), depth + 1);
            }
            open.clear((int) object);
        }

        private ByteBuffer keyBytes(long object) {
            int at = place(object);
            int kind = (bytes[at] & 0xF0) >> 4;
            if (kind != 0x5 && kind != 0x6) {
                throw new BadInput("the manifest has a dictionary whose key is no text");
            }
            int wide = kind == 0x6 ? 2 : 1;
            int body = fits(body(at), length(at), wide);
            return ByteBuffer.wrap(java.util.Arrays.copyOfRange(bytes, body, body + (int) length(at) * wide));
        }

        private int place(long object) {
            if (object < 0 || object >= objects) {
                throw new BadInput("the manifest refers to object [" + object + "] of [" + objects + "]");
            }
            long at = number(table + (int) object * offsetSize, offsetSize);
            if (at < 8 || at >= table) {
                throw new BadInput("the manifest's object [" + object + "] lies outside it");
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

        private long body(int at) {
            return (bytes[at] & 0xF) == 0xF ? at + 2L + wide(at) : at + 1L;
        }

        private int wide(int at) {
            fits(at + 1L, 1, 1);
            if ((bytes[at + 1] & 0xF0) != 0x10 || (bytes[at + 1] & 0xF) > 3) {
                throw new BadInput("the manifest has a count that is no number");
            }
            return 1 << (bytes[at + 1] & 0xF);
        }

        /** @return where the body begins */
        private int fits(long from, long count, long each) {
            if (count < 0 || count > bytes.length || from + count * each > table) {
                throw new BadInput("the manifest has an object of [" + count + "] parts, more than there is room for");
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
}
