package wistaxis.core.keys;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Arrays;
import java.util.Locale;
import wistaxis.core.facts.BadInput;

/** What a key sequence is for. */
public enum Goal {
    POWER_OFF, POWER_ON, FORCE_RESTART, RECOVERY, LEAVE_RECOVERY, DFU, LEAVE_DFU;

    @JsonValue
    @Override
    public String toString() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /** @throws BadInput for an unknown goal, naming the known ones */
    public static Goal parse(String id) {
        return Arrays.stream(values()).filter(g -> g.toString().equals(id)).findFirst()
                .orElseThrow(() -> new BadInput("unknown goal [" + id + "]; use one of " + Arrays.toString(values())));
    }
}
