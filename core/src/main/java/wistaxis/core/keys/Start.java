package wistaxis.core.keys;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Locale;

/** The state a device is found in. */
public enum Start {
    ON, OFF, LOOPING, DISABLED, RECOVERY, DFU, FLAT;

    @JsonValue
    @Override
    public String toString() {
        return name().toLowerCase(Locale.ROOT);
    }
}
