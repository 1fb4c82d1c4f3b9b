package wistaxis.core.buttons;

import static wistaxis.core.words.Say.t;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Arrays;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Word;
import wistaxis.core.words.Text;

/** What a button sequence is for. */
public enum Goal {
    POWER_OFF, POWER_ON, FORCE_RESTART, RECOVERY, LEAVE_RECOVERY, DFU, LEAVE_DFU;

    @JsonValue
    @Override
    public String toString() {
        return Word.of(this);
    }

    /** @throws BadInput for an unknown goal, naming the known ones */
    public static Goal parse(String id) {
        return Word.find(Goal.class, id)
                .orElseThrow(() -> new BadInput(t("core.bad.goal", "goal", id, "known", Arrays.toString(values()))));
    }

    /** As it is said. */
    public Text words() {
        return Text.of("core.goal." + this);
    }
}
