package wistaxis.core.device;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.List;
import wistaxis.core.facts.Provenance;
import wistaxis.core.facts.Word;
import wistaxis.core.words.Text;

/**
 * A shape of body: what its keys are called and where they sit.
 *
 * @param words where the keys are, for a person
 * @param powerKey {@code SIDE} or {@code TOP}: what the key that starts and resets the device is called on this body
 * @param shape of a phone or a pad
 */
public record Body(String body, Text words, PhysicalKey powerKey, Shape shape, List<KeyPlace> keys, Provenance provenance,
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
        keys = List.copyOf(keys);
    }

    /**
     * Where a key sits: an edge of the body seen from the front and the stretch of that edge, as fractions of its length.
     *
     * @param edge of the body, or its front
     * @param from start, 0 to 1, from the top or the left
     * @param to end, 0 to 1
     */
    public record KeyPlace(PhysicalKey key, Text name, Edge edge, double from, double to) {}
}
