package wistaxis.core.keys;

import static wistaxis.core.words.Say.t;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.List;
import org.jspecify.annotations.Nullable;
import wistaxis.core.device.PhysicalKey;
import wistaxis.core.facts.Word;

/**
 * One step of a sequence.
 *
 * @param keys for a tap the keys tapped, for a hold <em>all</em> keys that are down during the step, for a release those let go
 * @param seconds how long the step lasts, more than 0; null where it lasts until something is seen, or is done in a moment
 * @param until what ends it; where both are given, whichever comes first
 */
public record KeyStep(Action action, List<PhysicalKey> keys, @Nullable Double seconds, @Nullable Until until) {
    /** What hands do. */
    public enum Action {
        TAP, HOLD, RELEASE, PLUG, UNPLUG, WAIT, DRAG;

        @JsonValue
        @Override
        public String toString() {
            return Word.of(this);
        }
    }

    public KeyStep {
        keys = List.copyOf(keys);
        if (seconds != null && !(seconds > 0 && seconds <= 3600)) {
            throw new IllegalArgumentException(t("core.bad.seconds", "seconds", String.valueOf(seconds), "action", action));
        }
    }
}
