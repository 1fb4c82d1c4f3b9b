package wistaxis.core.facts;

import static wistaxis.core.words.Say.t;

import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Sizes, rates and spans as people write them; a number without a unit is refused. Decimal and binary prefixes: published, IEC 80000-13.
 */
public final class Units {
    private static final Pattern FORM = Pattern.compile("(\\d{1,12}(?:\\.\\d{1,9})?)\\s*([A-Za-z/]*)");
    private static final Map<String, Double> SIZES = table("B", 1.0, "kB", 1e3, "MB", 1e6, "GB", 1e9, "KiB", 1024.0, "MiB", 1048576.0,
            "GiB", 1073741824.0);
    private static final Map<String, Double> RATES = table("kbit/s", 125.0, "Mbit/s", 125e3, "MB/s", 1e6);
    private static final Map<String, Double> SPANS = table("s", 1.0, "min", 60.0, "h", 3600.0);

    /** More is a slip of the fingers, not a size, a rate or a span: a petabyte, a year. Ours. */
    private static final double MOST_BYTES = 1e15;
    private static final double MOST_SECONDS = 366 * 86_400.0;

    private Units() {}

    private static Map<String, Double> table(Object... pairs) {
        Map<String, Double> table = new LinkedHashMap<>();
        for (int i = 0; i < pairs.length; i += 2) {
            table.put((String) pairs[i], (Double) pairs[i + 1]);
        }
        return table;
    }

    /** @return bytes, 1 or more. @throws BadInput for anything but a number and B, kB, MB, GB, KiB, MiB or GiB */
    public static long bytes(String text) {
        return Math.max(1, Math.round(read(text, SIZES, MOST_BYTES, "size", "1.54GB")));
    }

    /** @return bytes a second, above 0. @throws BadInput for anything but a number and kbit/s, Mbit/s or MB/s */
    public static double bytesPerSecond(String text) {
        return read(text, RATES, MOST_BYTES, "rate", "7.2Mbit/s");
    }

    /** @return above zero. @throws BadInput for anything but a number and s, min or h */
    public static Duration span(String text) {
        return Duration.ofMillis(Math.round(1000 * read(text, SPANS, MOST_SECONDS, "span", "15min")));
    }

    private static double read(String text, Map<String, Double> units, double most, String what, String example) {
        Matcher m = FORM.matcher(text.strip());
        Double unit = m.matches() ? units.get(m.group(2)) : null;
        if (unit == null) {
            throw new BadInput(t("core.bad.unit", "what", what, "text", text, "units", units.keySet(), "example", example));
        }
        double value = Double.parseDouble(m.group(1)) * unit;
        if (value <= 0 || value > most) {
            throw new BadInput(t(value > 0 ? "core.bad.unit-too-much" : "core.bad.unit-none", "what", what, "text", text, "example",
                    example));
        }
        return value;
    }

    /** Decimal and short: 38.2 MB, 6.10 GB. */
    public static String inWords(long bytes) {
        return bytes >= 1e9 ? String.format(Locale.ROOT, "%.2f GB", bytes / 1e9) : bytes >= 1e6
                ? String.format(Locale.ROOT, "%.1f MB", bytes / 1e6)
                : bytes >= 1e3 ? String.format(Locale.ROOT, "%.1f kB", bytes / 1e3) : bytes + " B";
    }

    /** A rate in megabits, one place: 23.1 Mbit/s. */
    public static String rateInWords(double bytesPerSecond) {
        return String.format(Locale.ROOT, "%.1f Mbit/s", bytesPerSecond * 8 / 1e6);
    }
}
