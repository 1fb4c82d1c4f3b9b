package wistaxis.core.device;

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
