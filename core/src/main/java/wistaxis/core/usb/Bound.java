package wistaxis.core.usb;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A device that somebody said belongs to a ticket.
 *
 * @param port where it hung then, or was last seen
 * @param units what named the unit in the modes it was seen in, in order
 * @param kind chip and board, once seen; null before
 */
public record Bound(String port, List<String> units, @Nullable String kind) {
    public Bound {
        units = List.copyOf(units);
    }

    /** With what one more look tells: the port it hangs on now, and its name in this mode. */
    public Bound with(UsbDevice device) {
        List<String> all = new ArrayList<>(units);
        device.words().unit().filter(u -> !all.contains(u)).ifPresent(all::add);
        return new Bound(device.port(), all, device.words().kind().orElse(kind));
    }

    public static Bound of(UsbDevice device) {
        return new Bound(device.port(), List.of(), null).with(device);
    }
}
