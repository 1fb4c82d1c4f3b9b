package wistaxis.core.buttons;

import com.fasterxml.jackson.annotation.JsonValue;
import wistaxis.core.facts.Word;

/**
 * How a step ended that waits for something seen.
 *
 * @param until what it waited for
 * @param at seconds after the first step began
 */
public record StepEnd(Until until, double at, How how) {
    /** How it was known: somebody said so, the computer told, or its usual time was over. */
    public enum How {
        TOLD, COMPUTER, USUAL;

        @JsonValue
        @Override
        public String toString() {
            return Word.of(this);
        }
    }
}
