package wistaxis.core.buttons;

import static wistaxis.core.words.Say.t;

import com.fasterxml.jackson.annotation.JsonAlias;
import com.fasterxml.jackson.annotation.JsonValue;
import java.util.List;
import org.jspecify.annotations.Nullable;
import wistaxis.core.device.DeviceButton;
import wistaxis.core.facts.Word;

/**
 * One step of a sequence.
 *
 * @param buttons for a tap the buttons tapped, for a hold <em>all</em> buttons that are down during the step, for a release those let go
 * @param seconds how long the step lasts, more than 0; null where it lasts until something is seen, or is done in a moment
 * @param until what ends it; where both are given, whichever comes first
 * @param usual between how many seconds it is usually seen, counted from when the buttons begin; null where no practice says so
 */
public record ButtonStep(Action action, @JsonAlias("keys") List<DeviceButton> buttons, @Nullable Double seconds, @Nullable Until until,
        @Nullable List<Integer> usual) {
    /** What hands do. */
    public enum Action {
        TAP, HOLD, RELEASE, PLUG, UNPLUG, WAIT, DRAG;

        @JsonValue
        @Override
        public String toString() {
            return Word.of(this);
        }
    }

    public ButtonStep(Action action, List<DeviceButton> buttons, @Nullable Double seconds, @Nullable Until until) {
        this(action, buttons, seconds, until, null);
    }

    public ButtonStep {
        buttons = List.copyOf(buttons);
        usual = usual == null ? null : List.copyOf(usual);
        if (usual != null && (usual.size() != 2 || usual.getFirst() < 1 || usual.getLast() < usual.getFirst())) {
            throw new IllegalArgumentException(t("core.bad.usual", "usual", usual));
        }
        if (seconds != null && !(seconds > 0 && seconds <= 3600)) {
            throw new IllegalArgumentException(t("core.bad.seconds", "seconds", String.valueOf(seconds), "action", action));
        }
    }
}
