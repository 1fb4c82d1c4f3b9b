package wistaxis.core.keys;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Locale;

/** What ends a step whose length is not given in seconds: something seen on the device or by the host. */
public enum Until {
    BLACK("the screen is black"), BOOT_LOGO("the boot logo"), CABLE_SCREEN("the cable screen"), HOST_DFU("the host reports DFU"),
    HOST_RECOVERY("the host reports recovery"), HOST_LOST("the host has lost it"), SLIDER("the slider");

    private final String words;

    Until(String words) {
        this.words = words;
    }

    @JsonValue
    @Override
    public String toString() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
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
        return host == HostView.RECOVERY && this == CABLE_SCREEN || this != BLACK && name().startsWith("HOST_") && isMet(Screen.BLACK, host);
    }
}
