package wistaxis.core.keys;

import static wistaxis.core.words.Say.t;

import com.fasterxml.jackson.annotation.JsonValue;
import wistaxis.core.facts.Word;

/** What ends a step whose length is not given in seconds: something seen on the device or by the host. */
public enum Until {
    BLACK, BOOT_LOGO, CABLE_SCREEN, HOST_DFU, HOST_RECOVERY, HOST_LOST, SLIDER;

    /** As short as can be: the screen's or, where {@link #byHost}, the host's state. */
    public String mark() {
        return t("core.until-mark." + this);
    }

    /** Whether it is seen on the host and not on the screen. */
    public boolean byHost() {
        return this == HOST_DFU || this == HOST_RECOVERY || this == HOST_LOST;
    }

    @JsonValue
    @Override
    public String toString() {
        return Word.of(this);
    }

    /** What is waited for, after "until". */
    public String words() {
        return t("core.until." + this);
    }

    /** @return whether what is seen now ends the step */
    public boolean isMet(Screen screen, HostView host) {
        return switch (this) {
            case BLACK -> screen == Screen.BLACK;
            case BOOT_LOGO -> screen == Screen.BOOT_LOGO;
            case CABLE_SCREEN -> screen == Screen.CABLE_SCREEN;
            case SLIDER -> screen == Screen.SLIDER;
            case HOST_DFU -> host == HostView.DFU;
            case HOST_RECOVERY -> host == HostView.RECOVERY;
            case HOST_LOST -> host == HostView.NOTHING;
        };
    }

    /** @return whether the host can sense this without anybody looking at the screen */
    public boolean isMetByHost(HostView host) {
        return host == HostView.RECOVERY && this == CABLE_SCREEN || byHost() && isMet(Screen.BLACK, host);
    }
}
