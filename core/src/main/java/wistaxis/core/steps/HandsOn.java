package wistaxis.core.steps;

import com.fasterxml.jackson.annotation.JsonValue;
import wistaxis.core.facts.Word;

/** Whose hands a stop wants: nobody's while it is only waited. */
public enum HandsOn {
    OWNER, BENCH, NOBODY;

    @JsonValue
    @Override
    public String toString() {
        return Word.of(this);
    }
}
