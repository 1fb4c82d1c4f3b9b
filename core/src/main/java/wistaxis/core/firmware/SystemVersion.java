package wistaxis.core.firmware;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Arrays;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Shown;

/**
 * A system version: numbers with dots, and for a test version its number. Missing numbers are 0; a test version comes before
 * the version it tests.
 *
 * @param test number of the test version; 0 for a released one
 */
public record SystemVersion(int major, int minor, int patch, int test) implements Comparable<SystemVersion> {
    private static final Pattern FORM = Pattern.compile("(\\d{1,4})(?:\\.(\\d{1,4}))?(?:\\.(\\d{1,4}))?(?: test (\\d{1,3}))?");

    /** @throws BadInput for anything but {@code 31}, {@code 31.2}, {@code 31.2.1} or {@code 32.0 test 3} */
    @JsonCreator
    public static SystemVersion parse(String text) {
        Matcher m = FORM.matcher(text.strip());
        if (!m.matches()) {
            throw new BadInput("version [" + Shown.value(text) + "]: write numbers with dots, for example 31.2 or 32.0 test 3");
        }
        int[] n = new int[4];
        Arrays.setAll(n, i -> m.group(i + 1) == null ? 0 : Integer.parseInt(m.group(i + 1)));
        return new SystemVersion(n[0], n[1], n[2], n[3]);
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
        return major + "." + minor + (patch > 0 ? "." + patch : "") + (isTest() ? " test " + test : "");
    }
}
