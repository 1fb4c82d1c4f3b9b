package wistaxis.core.device;

import java.util.Arrays;
import java.util.Locale;
import wistaxis.core.facts.BadInput;

/** A key of a phone or tablet. */
public enum PhysicalKey {
    VOLUME_UP, VOLUME_DOWN, SIDE, TOP, HOME;

    public boolean isVolume() {
        return this == VOLUME_UP || this == VOLUME_DOWN;
    }

    /** Whether it starts and resets a device: Side or, on other bodies, Top. */
    public boolean isPower() {
        return this == SIDE || this == TOP;
    }

    /** @throws BadInput for what is no key's name, naming those there are; "up" and "down" are the Volume keys */
    public static PhysicalKey parse(String typed) {
        String name = typed.strip().toUpperCase(Locale.ROOT).replace('-', '_').replace(' ', '_');
        return Arrays.stream(values()).filter(k -> k.name().equals(name) || k.name().equals("VOLUME_" + name)).findFirst()
                .orElseThrow(() -> new BadInput("no key [" + typed + "]; use one of " + Arrays.toString(values())));
    }

    /** The key's name in a sentence, for example "Volume Up". */
    public String words() {
        return switch (this) {
            case VOLUME_UP -> "Volume Up";
            case VOLUME_DOWN -> "Volume Down";
            case SIDE -> "Side";
            case TOP -> "Top";
            case HOME -> "Home";
        };
    }
}
