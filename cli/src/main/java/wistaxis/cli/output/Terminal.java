package wistaxis.cli.output;

import java.io.FilterWriter;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.Writer;
import java.util.Locale;
import wistaxis.core.facts.Shown;

/**
 * What is printed: letters that would move a terminal or turn a line around are written as escapes, which a reader of JSON takes for what
 * they were. A line may end as on any system.
 */
public final class Terminal extends FilterWriter {
    private boolean returned;

    private Terminal(Writer out) {
        super(out);
    }

    public static PrintWriter on(PrintWriter out) {
        return new PrintWriter(new Terminal(out), true);
    }

    /** A return is one only before a line feed; until that is known it is kept back. */
    @Override
    public void write(int letter) throws IOException {
        if (returned) {
            returned = false;
            out.write(letter == '\n' ? "\r" : escape('\r'));
        }
        if (letter == '\r') {
            returned = true;
        } else if (Shown.isUnprintable(letter) && letter != '\n' && letter != '\t') {
            out.write(escape(letter));
        } else {
            out.write(letter);
        }
    }

    private static String escape(int letter) {
        return String.format(Locale.ROOT, "\\u%04x", letter);
    }

    @Override
    public void write(char[] letters, int from, int length) throws IOException {
        write(new String(letters, from, length), 0, length);
    }

    @Override
    public void write(String text, int from, int length) throws IOException {
        int plain = from;
        for (int i = from; i < from + length; i++) {
            if (returned || Shown.isUnprintable(text.charAt(i))) {
                out.write(text, plain, i - plain);
                write(text.charAt(i));
                plain = i + 1;
            }
        }
        out.write(text, plain, from + length - plain);
    }
}
