package wistaxis.core.device;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.List;
import wistaxis.core.facts.Provenance;
import wistaxis.core.facts.Word;
import wistaxis.core.words.Text;

/**
 * A shape of body: what its buttons are called and where they sit.
 *
 * @param words where the buttons are, for a person
 * @param powerButton {@code SIDE} or {@code TOP}: what the button that starts and resets the device is called on this body
 * @param shape of a phone or a pad
 */
public record Body(String body, Text words, DeviceButton powerButton, Shape shape, List<ButtonPlace> buttons, Provenance provenance,
        String source) {
    /** What the body is of. */
    public enum Shape {
        PHONE, PAD;

        @JsonValue
        @Override
        public String toString() {
            return Word.of(this);
        }
    }

    /** Where on the body. */
    public enum Edge {
        LEFT, RIGHT, TOP, FRONT;

        @JsonValue
        @Override
        public String toString() {
            return Word.of(this);
        }
    }

    public Body {
        buttons = List.copyOf(buttons);
    }

    /**
     * Where a button sits: an edge of the body seen from the front and the stretch of that edge, as fractions of its length.
     *
     * @param edge of the body, or its front
     * @param from start, 0 to 1, from the top or the left
     * @param to end, 0 to 1
     */
    public record ButtonPlace(DeviceButton button, Text name, Edge edge, double from, double to) {}
}
