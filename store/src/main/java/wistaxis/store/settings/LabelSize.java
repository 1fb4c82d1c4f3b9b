package wistaxis.store.settings;

import static wistaxis.core.words.Say.t;

import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Shown;

/**
 * How large a shop's labels are, millimetres, and what has room on one.
 *
 * @param width 40 to 120
 * @param height 20 to 80
 */
public record LabelSize(int width, int height) {
    public static final LabelSize USUAL = new LabelSize(62, 29);

    /** Free at each edge, as a label is never cut where it is printed. */
    private static final int MARGIN = 2;
    private static final Pattern SIZE = Pattern.compile("([0-9]{2,3})(?: ?mm)? ?[x×*] ?([0-9]{2,3})(?: ?mm)?");
    private static final double USUAL_CODE = 22;

    public LabelSize {
        if (width < 40 || width > 120 || height < 20 || height > 80) {
            throw new BadInput(t("store.settings.label-range", "size", width + " x " + height));
        }
    }

    /** @param typed for example {@code 54 x 25} @throws BadInput for what is none, or too small or too large */
    public static LabelSize parse(String typed) {
        Matcher size = SIZE.matcher(typed.strip().toLowerCase(Locale.ROOT));
        if (!size.matches()) {
            throw new BadInput(t("store.settings.label", "size", Shown.value(typed)));
        }
        return new LabelSize(Integer.parseInt(size.group(1)), Integer.parseInt(size.group(2)));
    }

    /** The side of its code, millimetres. */
    public double codeMm() {
        return Math.min(height - 2 * MARGIN - 3, (width - 2 * MARGIN) * 0.4);
    }

    /** What is beside the code, millimetres. */
    public double textMm() {
        return width - 2 * MARGIN - codeMm() - 2;
    }

    /** What is high enough for the code, millimetres. */
    public int insideMm() {
        return height - 2 * MARGIN - 1;
    }

    /** How large its letters are, points: never too small to be read. @param usual on the usual label */
    public double points(double usual) {
        return Math.max(6, usual * Math.min(1.5, codeMm() / USUAL_CODE));
    }

    @Override
    public String toString() {
        return width + " x " + height;
    }
}
