package wistaxis.core.buttons;

import java.util.List;
import java.util.stream.Stream;
import wistaxis.core.device.DeviceButton;

/** Attempts as tests write them: U, D, S, H, T down at a second, u, d, s, h, t up; P plug, X unplug, G the slider dragged. */
public final class Letters {
    private Letters() {}

    public static List<Trace.Event> events(String buttons) {
        return Stream.of(buttons.strip().split("\\s+")).map(k -> {
            double at = Double.parseDouble(k.substring(1));
            char c = k.charAt(0);
            return switch (c) {
                case 'P' -> new Trace.Event(at, Trace.Kind.PLUG, null);
                case 'G' -> new Trace.Event(at, Trace.Kind.DRAG, null);
                case 'X' -> new Trace.Event(at, Trace.Kind.UNPLUG, null);
                default -> new Trace.Event(at, Character.isUpperCase(c) ? Trace.Kind.DOWN : Trace.Kind.UP,
                        switch (Character.toUpperCase(c)) {
                    case 'U' -> DeviceButton.VOLUME_UP;
                    case 'D' -> DeviceButton.VOLUME_DOWN;
                    case 'H' -> DeviceButton.HOME;
                    case 'T' -> DeviceButton.TOP;
                    default -> DeviceButton.SIDE;
                });
            };
        }).toList();
    }
}
