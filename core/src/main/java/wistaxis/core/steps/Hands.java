package wistaxis.core.steps;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Locale;

/** Whose hands a stop wants: nobody's while it is only waited. */
public enum Hands {
    OWNER, BENCH, NOBODY;

    @JsonValue
    @Override
    public String toString() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }
}
