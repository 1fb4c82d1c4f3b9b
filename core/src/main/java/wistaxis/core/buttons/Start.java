package wistaxis.core.buttons;

import static wistaxis.core.words.Say.t;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Arrays;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Word;
import wistaxis.core.words.Text;

/** The state a device is found in. */
public enum Start {
    ON, OFF, LOOPING, DISABLED, RECOVERY, DFU, FLAT;

    /** @throws BadInput for an unknown state, naming the known ones */
    public static Start parse(String id) {
        return Word.find(Start.class, id)
                .orElseThrow(() -> new BadInput(t("core.bad.start", "state", id, "known", Arrays.toString(values()))));
    }

    @JsonValue
    @Override
    public String toString() {
        return Word.of(this);
    }

    /** As it is said. */
    public Text words() {
        return Text.of("core.start." + this);
    }
}
