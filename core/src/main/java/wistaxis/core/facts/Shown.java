package wistaxis.core.facts;

import java.util.Locale;

/** Text from outside as it may be shown: nothing in it moves a terminal, hides what follows or turns a line around. */
public final class Shown {
    private static final int LONG = 80;
    private static final int HEAD = 1200;
    private static final int TAIL = 400;

    private Shown() {}

    /**
     * Whether a letter is a control (C0, DEL, C1), one that changes the direction of text, or a line of its own (Unicode 16, categories
     * Cc, Zl, Zp and the bidirectional controls).
     */
    public static boolean isUnprintable(int letter) {
        return letter < 0x20 || letter >= 0x7f && letter < 0xa0 || letter == 0x200e || letter == 0x200f || letter >= 0x2028
                && letter <= 0x202e
                || letter >= 0x2066 && letter <= 0x2069 || letter == 0xfeff || letter == 0x061c;
    }

    /** The text with every unprintable letter but line feeds and tabs written as an escape. */
    public static String printable(String text) {
        if (text.codePoints().noneMatch(c -> isUnprintable(c) && c != '\n' && c != '\t')) {
            return text;
        }
        StringBuilder shown = new StringBuilder(text.length() + 16);
        text.codePoints().forEach(c -> {
            if (isUnprintable(c) && c != '\n' && c != '\t') {
                shown.append(String.format(Locale.ROOT, "\\u%04x", c));
            } else {
                shown.appendCodePoint(c);
            }
        });
        return shown.toString();
    }

    /** A message of bearable length, printable: of one that holds an endless value the beginning and what to do at its end. */
    static String message(String text) {
        String cut = text.length() <= HEAD + TAIL ? text : text.substring(0, HEAD) + " ... " + text.substring(text.length() - TAIL);
        return printable(cut);
    }

    /** One line of at most 80 letters, for a value in a message. */
    public static String value(String text) {
        String line = printable(text.length() > 4 * LONG ? text.substring(0, 4 * LONG) : text).replace("\n", "\\n").replace("\t", "\\t");
        return line.length() <= LONG ? line : line.substring(0, LONG) + "...";
    }
}
