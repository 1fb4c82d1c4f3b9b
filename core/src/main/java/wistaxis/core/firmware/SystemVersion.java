package wistaxis.core.firmware;

import static wistaxis.core.words.Say.t;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Arrays;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Shown;

/**
 * A system version: numbers with dots, and for a test version its number. Missing numbers are 0; a test version comes before
 * the version it tests.
 *
 * @param test number of the test version; 0 for a released one, from 1000 on a release candidate
 */
public record SystemVersion(int major, int minor, int patch, int test) implements Comparable<SystemVersion> {
    private static final Pattern FORM = Pattern.compile("(\\d{1,4})(?:\\.(\\d{1,4}))?(?:\\.(\\d{1,4}))?"
            + "(\\s+(?:(?:developer\\s+|public\\s+)?(?:test|beta)(?:\\s+(\\d{1,3}))?|(rc)(?:\\s+(\\d{1,2}))?))?",
            Pattern.CASE_INSENSITIVE);

    /** A release candidate counts as a test version after all others; the first of it has this number. */
    private static final int CANDIDATE = 1000;

    /**
     * Reads a version as people write them.
     *
     * @throws BadInput for anything but {@code 31}, {@code 31.2}, {@code 31.2.1}, {@code 32.0 test 3} (or {@code beta 3}), {@code 32.0 RC}
     */
    @JsonCreator
    public static SystemVersion parse(String text) {
        Matcher m = FORM.matcher(text.strip());
        if (!m.matches()) {
            throw new BadInput(t("core.bad.version", "text", Shown.value(text)));
        }
        int[] n = new int[3];
        Arrays.setAll(n, i -> m.group(i + 1) == null ? 0 : Integer.parseInt(m.group(i + 1)));
        int test = m.group(4) == null ? 0 : m.group(6) != null ? CANDIDATE + number(m.group(7)) - 1 : number(m.group(5));
        return new SystemVersion(n[0], n[1], n[2], test);
    }

    /** The first of several has no number, as a rule. */
    private static int number(@Nullable String digits) {
        return digits == null ? 1 : Math.max(1, Integer.parseInt(digits));
    }

    public boolean isTest() {
        return test > 0;
    }

    @Override
    public int compareTo(SystemVersion o) {
        int[] here = {major, minor, patch, isTest() ? test : Integer.MAX_VALUE};
        int[] there = {o.major, o.minor, o.patch, o.isTest() ? o.test : Integer.MAX_VALUE};
        return Arrays.compare(here, there);
    }

    @JsonValue
    @Override
    public String toString() {
        return major + "." + minor + (patch > 0 ? "." + patch : "") + (isTest() ? testWords() : "");
    }

    private String testWords() {
        return test < CANDIDATE ? " test " + test : " RC" + (test > CANDIDATE ? " " + (test - CANDIDATE + 1) : "");
    }
}
