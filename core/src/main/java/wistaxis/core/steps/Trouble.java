package wistaxis.core.steps;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import wistaxis.core.facts.Json;

/**
 * What is wrong with a device, as it is taken in: an entry of {@code routes.json} with its ladder.
 *
 * @param word what entries keep of it; one that no Wistaxis knows is kept as it is and has no ladder
 */
public record Trouble(@JsonValue String word) {
    /** The fact that keeps it. */
    public static final String FACT = "trouble";

    @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
    static Trouble read(Object word) {
        return new Trouble(Json.text(word));
    }

    public static Trouble of(String word) {
        return new Trouble(word);
    }

    @Override
    public String toString() {
        return word;
    }
}
