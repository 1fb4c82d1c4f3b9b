package wistaxis.core.facts;

import static wistaxis.core.words.Say.t;

import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.regex.Pattern;

/** Names that come from outside, checked where they come in, and made into names of files. */
public final class Names {
    private static final Pattern BUILD = Pattern.compile("[A-Za-z0-9](?:[A-Za-z0-9._-]{0,30}[A-Za-z0-9])?");
    private static final Pattern IDENTIFIER = Pattern.compile("i(Phone|Pad|Pod)\\d{1,3},\\d{1,3}");

    /** From memory: what Windows keeps for its devices, with any ending. */
    private static final Pattern RESERVED = Pattern.compile("(?i)(con|prn|aux|nul|com[0-9]|lpt[0-9])(\\..*)?");
    /** What stands in place of bytes that no text is made of. Published: Unicode, U+FFFD. */
    private static final int NO_TEXT = 0xFFFD;
    private static final int LONGEST_FILE = 120;

    private Names() {}

    /** A model's identifier. @throws BadInput for anything but the like of {@code iPhone13,2} */
    public static String identifier(String text) {
        if (!IDENTIFIER.matcher(text).matches()) {
            throw new BadInput(t("core.bad.model-id", "text", Shown.value(text)));
        }
        return text;
    }

    /**
     * A build's name.
     *
     * @throws BadInput for anything but 1 to 32 Latin letters, digits, dots, lines below and hyphens, which a sign can neither begin nor
     *     end
     */
    public static String build(String text) {
        if (!BUILD.matcher(text).matches() || text.contains("..")) {
            throw new BadInput(t("core.bad.build-id", "text", Shown.value(text)));
        }
        return text;
    }

    /**
     * What a person typed: a name, a title.
     *
     * @param what it is, for the message
     * @param longest letters
     * @return without blanks around it
     * @throws BadInput when it is blank, too long or holds letters that nobody can see
     */
    public static String typed(String text, String what, int longest) {
        String bare = text.strip();
        if (bare.isEmpty() || bare.length() > longest || bare.codePoints().anyMatch(Shown::isUnprintable)) {
            throw new BadInput(t("core.bad.length", "what", what, "text", Shown.value(bare), "most", longest));
        }
        if (bare.codePoints().anyMatch(c -> c == NO_TEXT || Character.getType(c) == Character.SURROGATE)) {
            throw new BadInput(t("core.bad.bytes", "what", what, "text", Shown.value(bare)));
        }
        return bare;
    }

    /**
     * A name of a file for any text, of Latin letters, digits and hyphens. Two texts that differ in more than what a file can be called
     * never share one: what was lost is told apart by a digest.
     */
    public static String file(String text) {
        String plain = text.replaceAll("[^A-Za-z0-9]+", "-").replaceAll("^-|-$", "");
        String cut = plain.length() > LONGEST_FILE / 2 ? plain.substring(0, LONGEST_FILE / 2) : plain;
        boolean same = cut.equals(text);
        return same && isPortable(cut) ? cut : (cut.isEmpty() ? "" : cut + "-") + Sha256.of(text.getBytes(StandardCharsets.UTF_8))
                .substring(0, 10);
    }

    /**
     * Whether a file can be called so on every usual system: nothing that leads elsewhere, no device's name, no colon, no dot or blank at
     * its end.
     */
    public static boolean isPortable(String name) {
        return !name.isBlank() && name.length() <= 2 * LONGEST_FILE && !RESERVED.matcher(name.toLowerCase(Locale.ROOT)).matches()
                && !name.endsWith(".") && !name.endsWith(" ")
                && name.codePoints().noneMatch(c -> Shown.isUnprintable(c) || "<>:\"/\\|?*".indexOf(c) >= 0);
    }
}
