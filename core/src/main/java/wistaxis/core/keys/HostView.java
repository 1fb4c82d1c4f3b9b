package wistaxis.core.keys;

import com.fasterxml.jackson.annotation.JsonValue;
import wistaxis.core.facts.Word;

/** What the host sees on the cable. */
public enum HostView {
    NOTHING, NORMAL, RECOVERY, DFU;

    @JsonValue
    @Override
    public String toString() {
        return Word.of(this);
    }

    /** As it is said. */
    public String words() {
        return this == DFU ? "DFU" : toString();
    }
}
