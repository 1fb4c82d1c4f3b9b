package wistaxis.core.keys;

import java.util.Arrays;
import java.util.EnumSet;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import wistaxis.core.device.PhysicalKey;

/** Which keys are down and since when; immutable, and small, because a practice of a hundred thousand attempts makes millions of it. */
public final class Fingers {
    /** No key is down. */
    public static final Fingers NONE = new Fingers(0, new long[PhysicalKey.values().length]);

    private static final PhysicalKey[] KEYS = PhysicalKey.values();

    private final int mask;
    private final long[] since;

    private Fingers(int mask, long[] since) {
        this.mask = mask;
        this.since = since;
    }

    public boolean has(PhysicalKey key) {
        return (mask & 1 << key.ordinal()) != 0;
    }

    /** Since when a key is down, nanoseconds; null while it is up. */
    public @Nullable Long since(PhysicalKey key) {
        return has(key) ? (Long) since[key.ordinal()] : null;
    }

    long sinceOr(PhysicalKey key, long otherwise) {
        return has(key) ? since[key.ordinal()] : otherwise;
    }

    boolean hasVolume() {
        return has(PhysicalKey.VOLUME_UP) || has(PhysicalKey.VOLUME_DOWN);
    }

    Fingers with(PhysicalKey key, long nanos) {
        long[] next = since.clone();
        next[key.ordinal()] = nanos;
        return new Fingers(mask | 1 << key.ordinal(), next);
    }

    Fingers without(PhysicalKey key) {
        long[] next = since.clone();
        next[key.ordinal()] = 0;
        return new Fingers(mask & ~(1 << key.ordinal()), next);
    }

    /** The keys that are down. */
    public Set<PhysicalKey> keys() {
        Set<PhysicalKey> keys = EnumSet.noneOf(PhysicalKey.class);
        for (PhysicalKey key : KEYS) {
            if (has(key)) {
                keys.add(key);
            }
        }
        return keys;
    }

    @Override
    public boolean equals(Object o) {
        return o instanceof Fingers f && mask == f.mask && Arrays.equals(since, f.since);
    }

    @Override
    public int hashCode() {
        return 31 * mask + Arrays.hashCode(since);
    }

    @Override
    public String toString() {
        return keys().toString();
    }
}
