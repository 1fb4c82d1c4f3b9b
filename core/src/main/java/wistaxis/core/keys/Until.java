package wistaxis.core.keys;

import com.fasterxml.jackson.annotation.JsonValue;
import wistaxis.core.facts.Word;

/** What ends a step whose length is not given in seconds: something seen on the device or by the host. */
public enum Until {
    BLACK("the screen is black", "black"), BOOT_LOGO("the boot logo", "boot logo"), CABLE_SCREEN("the cable screen", "cable screen"),
            HOST_DFU("the host reports DFU", "DFU"),
    HOST_RECOVERY("the host reports recovery", "recovery"), HOST_LOST("the host has lost it", "lost"), SLIDER("the slider", "slider");

    private final String words;
    private final String mark;

    Until(String words, String mark) {
        this.words = words;
        this.mark = mark;
    }

    /** As short as can be: the screen's or, where {@link #byHost}, the host's state. */
    public String mark() {
        return mark;
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

    public String words() {
        return words;
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
