package wistaxis.core.facts;

import static wistaxis.core.words.Say.t;

import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** An address that a shop typed in. */
public final class WebAddress {
    private static final Pattern ADDRESS = Pattern.compile("(https?)://([^/?#\\s]+)([/?#]\\S*)?");

    private WebAddress() {}

    /**
     * Reads it. What is wrong with it is said without what may be a password in it.
     *
     * @param what what to call it in a message, for example "address of the library"
     * @throws BadInput for anything but http or https to a host, or with a name and password in it
     */
    public static String typed(String typed, String what) {
        Matcher m = ADDRESS.matcher(typed.strip());
        if (m.matches() ? m.group(2).contains("@") : typed.contains("@")) {
            throw new BadInput(t("core.bad.address-password", "what", what));
        }
        if (!m.matches()) {
            throw new BadInput(t("core.bad.address", "what", what, "typed", Shown.value(typed)));
        }
        return typed.strip();
    }
}
