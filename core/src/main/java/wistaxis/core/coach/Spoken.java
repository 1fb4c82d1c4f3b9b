package wistaxis.core.coach;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import wistaxis.core.buttons.ButtonStep;
import wistaxis.core.device.DeviceButton;

/**
 * What is said of a step, word by word, so that eyes stay on the device.
 *
 * @param words the ends of buttons of {@code core.spoken} in the message files, said one after the other
 * @param atNanos when the last word ends or, where {@code ends} is not, the first begins; nanoseconds on the run's scale
 * @param ends whether its moment is known before it comes; one that was only seen is spoken of after it
 */
public record Spoken(List<String> words, long atNanos, boolean ends) {
    /** Seconds of a hold that are counted, at its end. Ours. */
    private static final int COUNTED = 5;

    private static final long SECOND = 1_000_000_000L;

    public Spoken {
        words = List.copyOf(words);
    }

    /** @param down the buttons that are held before it */
    static Spoken of(ButtonStep step, Set<DeviceButton> down, long atNanos, boolean ends) {
        List<String> words = new ArrayList<>(List.of(switch (step.action()) {
            case TAP -> "tap";
            case HOLD -> down.containsAll(step.buttons()) ? "keep-holding" : "hold";
            case RELEASE -> "let-go";
            case PLUG -> "plug-in";
            case UNPLUG -> "unplug";
            case DRAG -> "drag";
            case WAIT -> "wait";
        }));
        step.buttons().forEach(k -> words.add(k.name().toLowerCase(Locale.ROOT).replace('_', '-')));
        return new Spoken(words, atNanos, ends);
    }

    /** The last seconds of a step that is long enough, counted down to its end. */
    static List<Spoken> counted(long startNanos, long endNanos) {
        List<Spoken> counts = new ArrayList<>();
        for (int n = COUNTED; n > 0 && endNanos - startNanos > (COUNTED + 1) * SECOND; n--) {
            counts.add(new Spoken(List.of("count-" + n), endNanos - n * SECOND, true));
        }
        return counts;
    }

    /** Whether it is one second of several. */
    public boolean isCount() {
        return words.getFirst().startsWith("count-");
    }
}
