package wistaxis.core.keys;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Arrays;
import java.util.Locale;
import wistaxis.core.facts.BadInput;

/** The state a device is found in. */
public enum Start {
    ON, OFF, LOOPING, DISABLED, RECOVERY, DFU, FLAT;

    /** @throws BadInput for an unknown state, naming the known ones */
    public static Start parse(String id) {
        return Arrays.stream(values()).filter(s -> s.toString().equals(id)).findFirst()
                .orElseThrow(() -> new BadInput("unknown state [" + id + "]; use one of " + Arrays.toString(values())));
    }

    @JsonValue
    @Override
    public String toString() {
        return name().toLowerCase(Locale.ROOT);
    }
}
