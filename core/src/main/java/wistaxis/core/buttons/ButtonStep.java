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
 */
public record ButtonStep(Action action, @JsonAlias("keys") List<DeviceButton> buttons, @Nullable Double seconds, @Nullable Until until) {
    /** What hands do. */
    public enum Action {
        TAP, HOLD, RELEASE, PLUG, UNPLUG, WAIT, DRAG;

        @JsonValue
        @Override
        public String toString() {
            return Word.of(this);
        }
    }

    public ButtonStep {
        buttons = List.copyOf(buttons);
        if (seconds != null && !(seconds > 0 && seconds <= 3600)) {
            throw new IllegalArgumentException(t("core.bad.seconds", "seconds", String.valueOf(seconds), "action", action));
        }
    }
}
