package wistaxis.core.buttons;

import static wistaxis.core.words.Say.t;

import com.fasterxml.jackson.annotation.JsonValue;
import wistaxis.core.facts.Word;

/** What ends a step whose length is not given in seconds: something seen on the device or by the computer. */
public enum Until {
    BLACK, BOOT_LOGO, CABLE_SCREEN, HOST_DFU, HOST_RECOVERY, HOST_LOST, SLIDER;

    /** As short as can be: the screen's or, where {@link #byHost}, the computer's state. */
    public String mark() {
        return t("core.until-mark." + this);
    }

    /** Whether it is seen on the computer and not on the screen. */
    public boolean byComputer() {
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
    public boolean isMet(Screen screen, ComputerSees computer) {
        return switch (this) {
            case BLACK -> screen == Screen.BLACK;
            case BOOT_LOGO -> screen == Screen.BOOT_LOGO;
            case CABLE_SCREEN -> screen == Screen.CABLE_SCREEN;
            case SLIDER -> screen == Screen.SLIDER;
            case HOST_DFU -> computer == ComputerSees.DFU;
            case HOST_RECOVERY -> computer == ComputerSees.RECOVERY;
            case HOST_LOST -> computer == ComputerSees.NOTHING;
        };
    }

    /** @return whether the computer can sense this without anybody looking at the screen */
    public boolean isMetByComputer(ComputerSees computer) {
        return computer == ComputerSees.RECOVERY && this == CABLE_SCREEN || byComputer() && isMet(Screen.BLACK, computer);
    }
}
