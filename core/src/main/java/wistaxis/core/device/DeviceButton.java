package wistaxis.core.device;

import static wistaxis.core.words.Say.t;

import java.util.Arrays;
import java.util.Collection;
import java.util.Locale;
import java.util.Optional;
import wistaxis.core.facts.BadInput;
import wistaxis.core.words.Text;

/** A button of a phone or tablet. */
public enum DeviceButton {
    VOLUME_UP, VOLUME_DOWN, SIDE, TOP, HOME;

    public boolean isVolume() {
        return this == VOLUME_UP || this == VOLUME_DOWN;
    }

    /** Whether it starts and resets a device: Side or, on other bodies, Top. */
    public boolean isPower() {
        return this == SIDE || this == TOP;
    }

    /** @throws BadInput for what is no button's name, naming those there are; "up" and "down" are the Volume buttons */
    public static DeviceButton parse(String typed) {
        String name = typed.strip().toUpperCase(Locale.ROOT).replace('-', '_').replace(' ', '_');
        return Arrays.stream(values()).filter(k -> k.name().equals(name) || k.name().equals("VOLUME_" + name)).findFirst()
                .orElseThrow(() -> new BadInput(t("core.bad.no-button", "typed", typed, "known", Arrays.toString(values()))));
    }

    /** Its name as it is written down; empty for anything else. */
    public static Optional<DeviceButton> of(String name) {
        return Arrays.stream(values()).filter(k -> k.name().equals(name)).findFirst();
    }

    /** Several that are pressed together, for example "Side + Home". */
    public static String together(Collection<DeviceButton> buttons) {
        return Text.join(" + ", buttons.stream().map(DeviceButton::words).toList());
    }

    /** Its name in a sentence, for example "Volume Up". */
    public Text words() {
        return Text.of("facts.button." + name().toLowerCase(Locale.ROOT).replace('_', '-'));
    }
}
