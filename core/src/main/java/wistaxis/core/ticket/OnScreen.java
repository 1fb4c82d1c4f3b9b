package wistaxis.core.ticket;

import static wistaxis.core.words.Say.t;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Arrays;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Word;

/** What can be said of a real device's screen. */
public enum OnScreen {
    BLACK, BOOT_LOGO, CABLE_SCREEN, LOCK_SCREEN, GREETING, NO_REACTION;

    /** @throws BadInput for what is none, with what there is */
    public static OnScreen parse(String text) {
        return Word.find(OnScreen.class, text).orElseThrow(() -> new BadInput(
                t("core.bad.screen", "screen", text, "known", Arrays.toString(values()))));
    }

    /** Whether it has started up to where a person can use it. */
    public boolean isUp() {
        return this == LOCK_SCREEN || this == GREETING;
    }

    /** Whether it shows that the device is in no mode. */
    public boolean isOut() {
        return this == BOOT_LOGO || isUp();
    }

    @JsonValue
    @Override
    public String toString() {
        return Word.of(this);
    }
}
