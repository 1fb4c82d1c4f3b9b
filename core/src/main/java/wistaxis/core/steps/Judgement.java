package wistaxis.core.steps;

import com.fasterxml.jackson.annotation.JsonValue;
import wistaxis.core.facts.Word;

/** How a thing that was looked at is judged. */
public enum Judgement {
    PASS, FAIL, NOT_YET;

    @JsonValue
    @Override
    public String toString() {
        return Word.of(this);
    }
}
