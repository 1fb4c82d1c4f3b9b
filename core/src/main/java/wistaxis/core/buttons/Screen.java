package wistaxis.core.buttons;

import com.fasterxml.jackson.annotation.JsonValue;
import wistaxis.core.facts.Word;
import wistaxis.core.words.Text;

/** What a person sees on the device. */
public enum Screen {
    BLACK, LOCK_SCREEN, DISABLED_SCREEN, SLIDER, EMERGENCY_COUNTDOWN, BOOT_LOGO, CABLE_SCREEN, PROGRESS_BAR, GREETING;

    /** As it is said. */
    public Text words() {
        return Text.of("core.screen." + this);
    }

    @JsonValue
    @Override
    public String toString() {
        return Word.of(this);
    }
}
