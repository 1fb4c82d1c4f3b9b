package wistaxis.core.device;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Locale;
import wistaxis.core.words.Text;

/** Which buttons a model has decides every sequence. Common practice. */
public enum ButtonLayout {
    HOME_PHONE, VOLUME_DOWN, SIDE_KEY, HOME_PAD, TOP_PAD;

    @JsonValue
    @Override
    public String toString() {
        return name().replace('_', '-');
    }

    /** As it is said. */
    public Text words() {
        return Text.of("core.layout." + name().toLowerCase(Locale.ROOT).replace('_', '-'));
    }
}
