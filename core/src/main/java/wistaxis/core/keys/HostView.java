package wistaxis.core.keys;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Locale;

/** What the host sees on the cable. */
public enum HostView {
    NOTHING, NORMAL, RECOVERY, DFU;

    @JsonValue
    @Override
    public String toString() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** As it is said. */
    public String words() {
        return this == DFU ? "DFU" : toString();
    }
}
