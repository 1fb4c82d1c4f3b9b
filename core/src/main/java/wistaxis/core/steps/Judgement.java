package wistaxis.core.steps;

import com.fasterxml.jackson.annotation.JsonValue;
import wistaxis.core.facts.Word;
import wistaxis.core.words.Text;

/** How a thing that was looked at is judged. */
public enum Judgement {
    PASS, FAIL, NOT_YET;

    /** In words. */
    public Text words() {
        return Text.of("core.judgement." + this);
    }

    /** What it comes to for a device that may be bought. */
    public Text ofBuying() {
        return Text.of("core.buying." + this);
    }

    @JsonValue
    @Override
    public String toString() {
        return Word.of(this);
    }
}
