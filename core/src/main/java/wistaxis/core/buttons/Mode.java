package wistaxis.core.buttons;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Optional;
import wistaxis.core.facts.Json;
import wistaxis.core.words.Text;

/**
 * A mode in which a device takes firmware.
 *
 * @param word what entries keep of it; one that no Wistaxis knows is kept as it is and fits no step
 */
public record Mode(@JsonValue String word) {
    public static final Mode RECOVERY = new Mode("recovery");
    public static final Mode DFU = new Mode("dfu");

    @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
    static Mode read(Object word) {
        return new Mode(Json.text(word));
    }

    public static Mode of(String word) {
        return new Mode(word);
    }

    /** The mode that the computer has it in; empty for none. */
    public static Optional<Mode> of(ComputerSees computer) {
        return switch (computer) {
            case RECOVERY -> Optional.of(RECOVERY);
            case DFU -> Optional.of(DFU);
            case NOTHING, NORMAL -> Optional.empty();
        };
    }

    /** As it is said; one that is not known, by its word. */
    public Text words() {
        return Text.of("core.mode." + word).or(word);
    }

    @Override
    public String toString() {
        return word;
    }
}
