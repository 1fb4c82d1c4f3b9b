package wistaxis.core.buttons;

import java.util.Arrays;
import java.util.EnumSet;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import wistaxis.core.device.DeviceButton;

/** Which buttons are down and since when; immutable, and small, because a practice of a hundred thousand attempts makes millions of it. */
public final class Fingers {
    /** No button is down. */
    public static final Fingers NONE = new Fingers(0, new long[DeviceButton.values().length]);

    private static final DeviceButton[] BUTTONS = DeviceButton.values();

    private final int mask;
    private final long[] since;

    private Fingers(int mask, long[] since) {
        this.mask = mask;
        this.since = since;
    }

    public boolean has(DeviceButton button) {
        return (mask & 1 << button.ordinal()) != 0;
    }

    /** Since when a button is down, nanoseconds; null while it is up. */
    public @Nullable Long since(DeviceButton button) {
        return has(button) ? (Long) since[button.ordinal()] : null;
    }

    long sinceOr(DeviceButton button, long otherwise) {
        return has(button) ? since[button.ordinal()] : otherwise;
    }

    boolean hasVolume() {
        return has(DeviceButton.VOLUME_UP) || has(DeviceButton.VOLUME_DOWN);
    }

    Fingers with(DeviceButton button, long nanos) {
        long[] next = since.clone();
        next[button.ordinal()] = nanos;
        return new Fingers(mask | 1 << button.ordinal(), next);
    }

    Fingers without(DeviceButton button) {
        long[] next = since.clone();
        next[button.ordinal()] = 0;
        return new Fingers(mask & ~(1 << button.ordinal()), next);
    }

    /** The buttons that are down. */
    public Set<DeviceButton> buttons() {
        Set<DeviceButton> buttons = EnumSet.noneOf(DeviceButton.class);
        for (DeviceButton button : BUTTONS) {
            if (has(button)) {
                buttons.add(button);
            }
        }
        return buttons;
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
        return buttons().toString();
    }
}
