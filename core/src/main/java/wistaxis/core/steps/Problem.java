package wistaxis.core.steps;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import wistaxis.core.facts.Json;

/**
 * What is wrong with a device, as it is taken in: an entry of {@code routes.json} with its route.
 *
 * @param word what entries keep of it; one that no Wistaxis knows is kept as it is and has no route
 */
public record Problem(@JsonValue String word) {
    /** The fact that keeps it. */
    public static final String FACT = "trouble";

    @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
    static Problem read(Object word) {
        return new Problem(Json.text(word));
    }

    public static Problem of(String word) {
        return new Problem(word);
    }

    @Override
    public String toString() {
        return word;
    }
}
