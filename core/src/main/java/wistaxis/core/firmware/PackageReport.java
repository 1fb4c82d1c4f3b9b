package wistaxis.core.firmware;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.List;
import java.util.Locale;

/**
 * What the check of a package came to.
 *
 * @param reason one sentence
 * @param details what was checked, or every part that is wrong
 */
public record PackageReport(Verdict verdict, List<String> products, String version, String build, int parts, String reason, List<String> details) {
    /** Proven: whole, genuine, and for the device asked about. Damaged: fetch it again. Refused: not a package to be trusted. */
    public enum Verdict {
        PROVEN, DAMAGED, REFUSED, NOT_FOR_THIS_DEVICE;

        @JsonValue
        @Override
        public String toString() {
            return name().toLowerCase(Locale.ROOT).replace('_', '-');
        }
    }

    public boolean proven() {
        return verdict == Verdict.PROVEN;
    }
}
