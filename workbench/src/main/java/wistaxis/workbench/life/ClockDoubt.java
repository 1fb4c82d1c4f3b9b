package wistaxis.workbench.life;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Whether this computer's clock can be believed. One that leapt, against what the ledger saw last or against the monotonic clock of this
 * machine, is asked about first; until somebody has said that it is right, nothing is forgotten, rung or judged overdue by it.
 */
public final class ClockDoubt {
    /** So long a bench may stand still before its clock is asked about: a week. Ours. */
    public static final Duration AWAY = Duration.ofDays(7);

    /** So much clocks are set back by without anybody minding. Ours. */
    public static final Duration BACK = Duration.ofMinutes(5);

    private static final DateTimeFormatter WHEN = DateTimeFormatter.ofPattern("d MMMM yyyy, HH:mm", Locale.ENGLISH)
            .withZone(ZoneId.systemDefault());

    private @Nullable String says;

    /** At a start. @param last when something was last written here; null for never */
    public void started(@Nullable Instant last, Instant now) {
        if (last != null) {
            leapt(Duration.between(last, now), now, "The last entry of the ledger is of " + WHEN.format(last) + ".");
        }
    }

    /** While it runs. @param by how much further the wall clock went than the monotonic one; negative when it was set back */
    public void leapt(Duration by, Instant now, String why) {
        if (by.compareTo(AWAY) > 0 || by.plus(BACK).isNegative()) {
            says = "This computer's clock says " + WHEN.format(now) + ". " + why + " Is the clock right?";
        }
    }

    /** What is to be asked; empty while the clock is believed. */
    public Optional<String> says() {
        return Optional.ofNullable(says);
    }

    public void settle() {
        says = null;
    }
}
