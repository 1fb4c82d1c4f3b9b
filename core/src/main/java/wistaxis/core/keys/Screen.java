package wistaxis.core.keys;

import com.fasterxml.jackson.annotation.JsonValue;
import wistaxis.core.facts.Word;

/** What a person sees on the device. */
public enum Screen {
    BLACK, LOCK_SCREEN, DISABLED_SCREEN, SLIDER, EMERGENCY_COUNTDOWN, BOOT_LOGO, CABLE_SCREEN, PROGRESS_BAR, GREETING;

    @JsonValue
    @Override
    public String toString() {
        return Word.of(this);
    }
}
