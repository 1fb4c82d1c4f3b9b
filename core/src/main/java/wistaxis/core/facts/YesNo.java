package wistaxis.core.facts;

import static wistaxis.core.words.Say.t;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;

/** A fact that is so or is not; what is unknown is left out. */
public enum YesNo {
    YES, NO;

    /** @throws BadInput for anything but true, false, yes, no, on or off */
    @JsonCreator
    public static YesNo of(Object value) {
        return switch (String.valueOf(value)) {
            case "true", "yes", "on" -> YES;
            case "false", "no", "off" -> NO;
            default -> throw new BadInput(t("core.bad.yes-no", "value", value));
        };
    }

    @JsonValue
    @Override
    public String toString() {
        return this == YES ? "yes" : "no";
    }
}
