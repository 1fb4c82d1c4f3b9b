package wistaxis.core.keys;

import com.fasterxml.jackson.annotation.JsonValue;
import wistaxis.core.facts.Word;
import wistaxis.core.words.Text;

/** What the host sees on the cable. */
public enum HostView {
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
