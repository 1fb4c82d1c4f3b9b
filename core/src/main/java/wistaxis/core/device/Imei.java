package wistaxis.core.device;

import static wistaxis.core.words.Say.t;

import java.util.Optional;
import wistaxis.core.facts.BadInput;

/**
 * An equipment identity: 15 digits, the last a check digit. Published: 3GPP TS 23.003, annex B (the Luhn formula).
 *
 * @param digits 15 digits
 */
public record Imei(String digits) {
    /** What a ledger holds in its place: the digits lie sealed beside it. */
    public static final String SEALED = "sealed";

    /**
     * Reads a number as it is dialled up, printed or read out; spaces and hyphens do not matter.
     *
     * @throws BadInput when there are not 15 digits, saying how many there are, or what the missing one would be
     */
    public static Imei parse(String typed) {
        String digits = typed.replaceAll("[\\s-]", "");
        if (!digits.matches("[0-9]*")) {
            throw new BadInput(t("core.imei.not-digits", "typed", typed));
        }
        if (digits.length() == 14) {
            throw new BadInput(t("core.imei.one-short", "typed", typed, "digit", checkDigit(digits)));
        }
        if (digits.length() != 15) {
            throw new BadInput(t("core.imei.wrong-length", "typed", typed, "digits", digits.length()));
        }
        return new Imei(digits);
    }

    /** Like {@link #parse}, and refuses a number whose check digit does not fit. */
    public static Imei exact(String typed) {
        Imei imei = parse(typed);
        if (!imei.valid()) {
            throw new BadInput(t("core.imei.check-digit", "typed", typed, "digit", imei.digits().charAt(14), "needed",
                    imei.expectedCheckDigit()));
        }
        return imei;
    }

    /** The digits in groups of 2, 6, 6 and 1, as they are read back; empty for what is no IMEI. */
    public static Optional<String> grouped(String typed) {
        String digits = typed.replaceAll("[\\s-]", "");
        return digits.matches("[0-9]{15}") ? Optional.of(String.join(" ", digits.substring(0, 2), digits.substring(2, 8),
                digits.substring(8, 14), digits.substring(14))) : Optional.empty();
    }

    /** The digit that the other 14 call for, 0 to 9. */
    public int expectedCheckDigit() {
        return checkDigit(digits.substring(0, 14));
    }

    /** Whether the check digit fits; if not, a digit was misread or two were swapped. */
    public boolean valid() {
        return digits.charAt(14) - '0' == expectedCheckDigit();
    }

    private static int checkDigit(String fourteen) {
        int sum = 0;
        for (int i = 0; i < 14; i++) {
            int digit = fourteen.charAt(i) - '0';
            int counted = i % 2 == 0 ? digit : 2 * digit;
            sum += counted / 10 + counted % 10;
        }
        return (10 - sum % 10) % 10;
    }
}
