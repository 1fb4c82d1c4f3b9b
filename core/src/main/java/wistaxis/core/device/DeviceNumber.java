package wistaxis.core.device;

import static wistaxis.core.words.Say.t;

import java.util.Locale;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Shown;

/**
 * What names one device: its IMEI, or its serial number.
 *
 * @param fact {@code imei} or {@code serial}
 * @param value 15 digits, or 8 to 14 capital letters and digits
 */
public record DeviceNumber(String fact, String value) {
    public static final String IMEI = "imei";
    public static final String SERIAL = "serial";

    /**
     * Reads what a scanner or a person typed; blanks and hyphens between digits do not matter.
     *
     * @throws BadInput for what is neither: an IMEI has 15 digits and a check digit that fits, a serial number 8 to 14 letters and digits
     *     (from memory), of which at least one is a letter
     */
    public static DeviceNumber parse(String typed) {
        String digits = typed.replaceAll("[\\s-]", "");
        if (digits.matches("[0-9]{14,}")) {
            return new DeviceNumber(IMEI, Imei.exact(digits).digits());
        }
        String bare = typed.strip().toUpperCase(Locale.ROOT);
        if (!bare.matches("(?=.*[A-Z])[A-Z0-9]{8,14}")) {
            throw new BadInput(t("core.lot.no-number", "typed", Shown.value(typed.strip())));
        }
        return new DeviceNumber(SERIAL, bare);
    }

    /** Its end, by which people tell devices of a lot apart. */
    public String tail() {
        return value.substring(value.length() - 4);
    }
}
