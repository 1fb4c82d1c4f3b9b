package wistaxis.core.device;

import com.fasterxml.jackson.annotation.JsonValue;

/** Which keys a model has decides every sequence. Common practice. */
public enum KeyFamily {
    HOME_PHONE, VOLUME_DOWN, SIDE_KEY, HOME_PAD, TOP_PAD;

    @JsonValue
    @Override
    public String toString() {
        return name().replace('_', '-');
    }
}
