package wistaxis.workbench.life;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/**
 * What is read from the disk behind the bench's thread and kept: what is there is answered at once, older or not; what is not, or may have
 * changed, is read meanwhile, and told when it came. Of the bench's thread.
 */
public final class Lookup<K, V> {
    private final Background background;
    private final Function<K, V> read;
    private final Runnable came;
    private final Map<K, V> there = new HashMap<>();
    /** Which question about it is the latest; none where it is to be asked anew. */
    private final Map<K, Object> latest = new HashMap<>();

    /**
     * @param read on another thread
     * @param came told when something else than before is answered from now on
     */
    public Lookup(Background background, Function<K, V> read, Runnable came) {
        this.background = background;
        this.read = read;
        this.came = came;
    }

    /** What is known of it; empty while it is read for the first time. */
    public Optional<V> get(K key) {
        if (!latest.containsKey(key)) {
            Object mine = new Object();
            latest.put(key, mine);
            background.run(() -> read.apply(key), value -> came(key, mine, value),
                    _ -> latest.remove(key, mine)); // what failed is in the log, and is asked for again
        }
        return Optional.ofNullable(there.get(key));
    }

    private void came(K key, Object mine, V value) {
        if (latest.get(key) == mine && !value.equals(there.put(key, value))) {
            came.run();
        }
    }

    /** Whether it was read, or put, and has not changed since. */
    public boolean has(K key) {
        return latest.containsKey(key) && there.containsKey(key);
    }

    /** What is known better than by the disk. */
    public void put(K key, V value) {
        latest.put(key, new Object());
        there.put(key, value);
    }

    /** One of them may have changed. */
    public void changed(K key) {
        latest.remove(key);
    }

    /** All may have. */
    public void changed() {
        latest.clear();
    }
}
