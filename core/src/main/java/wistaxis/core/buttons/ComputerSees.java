package wistaxis.core.buttons;

import com.fasterxml.jackson.annotation.JsonValue;
import wistaxis.core.facts.Word;
import wistaxis.core.words.Text;

/** What the computer sees on the cable. */
public enum ComputerSees {
    NOTHING, NORMAL, RECOVERY, DFU;

    @JsonValue
    @Override
    public String toString() {
        return Word.of(this);
    }

    /** As it is said. */
    public Text words() {
        return Text.of("core.computer." + this);
    }
}
