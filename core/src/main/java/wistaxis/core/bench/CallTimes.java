package wistaxis.core.bench;

import static wistaxis.core.words.Say.t;

import java.time.DateTimeException;
import java.time.Duration;
import java.time.LocalTime;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Shown;

/**
 * When people are called, as a shop writes it down.
 *
 * @param lead minutes before somebody is needed, 0 to 60
 * @param from when the hours begin in which nothing sounds; null for none
 * @param to when they end, on the next day where that is earlier
 */
public record CallTimes(int lead, @Nullable LocalTime from, @Nullable LocalTime to) {
    /** Two minutes before, at every hour: for somebody to come. Ours. */
    public static final CallTimes USUAL = new CallTimes(2, null, null);

    private static final int LONGEST = 60;
    private static final Pattern TYPED = Pattern.compile(
            "(\\d{1,2})(?: ?min)?(?:[,; ]+(?:silent |still )?(\\d{1,2})(?::(\\d{2}))?[-\u2013](\\d{1,2})(?::(\\d{2}))?)?");

    public CallTimes {
        if (lead < 0 || lead > LONGEST || (from == null) != (to == null)) {
            throw new BadInput(t("core.call.times", "typed", lead));
        }
    }

    /** Reads for example {@code 2 min, silent 20:00-8:00}. @throws BadInput for what cannot be read */
    public static CallTimes parse(String typed) {
        Matcher found = TYPED.matcher(typed.strip());
        try {
            if (!found.matches()) {
                throw new DateTimeException(typed);
            }
            return new CallTimes(Integer.parseInt(found.group(1)), at(found.group(2), found.group(3)), at(found.group(4), found.group(5)));
        } catch (DateTimeException e) {
            throw new BadInput(t("core.call.times", "typed", Shown.value(typed)), e);
        }
    }

    private static @Nullable LocalTime at(@Nullable String hour, @Nullable String minute) {
        return hour == null ? null : LocalTime.of(Integer.parseInt(hour), minute == null ? 0 : Integer.parseInt(minute));
    }

    public Duration before() {
        return Duration.ofMinutes(lead);
    }

    /** Whether nothing sounds at a time of the day. */
    public boolean isSilent(LocalTime now) {
        return from != null && to != null && (from.isBefore(to) ? !now.isBefore(from) && now.isBefore(to) : !now.isBefore(from) || now
                .isBefore(to));
    }

    /** As it is typed. */
    public String typed() {
        return from == null ? lead + " min" : t("core.call.typed", "lead", lead, "from", from.toString(), "to", String.valueOf(to));
    }
}
