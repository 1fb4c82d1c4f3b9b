package wistaxis.workbench.life;

import static wistaxis.core.words.Say.t;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import wistaxis.core.words.Say;

/**
 * Whether this computer's clock can be believed. One that leapt, against what the ledger saw last or against the monotonic clock of this
 * machine, is asked about first; until somebody has said that it is right, nothing is forgotten, step or judged overdue by it.
 */
public final class ClockDoubt {
    /** So long a bench may stand still before its clock is asked about: a week. Ours. */
    public static final Duration AWAY = Duration.ofDays(7);

    /** So much clocks are set back by without anybody minding. Ours. */
    public static final Duration BACK = Duration.ofMinutes(5);


    private @Nullable String says;

    /** At a start. @param last when something was last written here; null for never */
    public void started(@Nullable Instant last, Instant now) {
        if (last != null) {
            leapt(Duration.between(last, now), now, t("workbench.clock.last-entry", "at", when(last)));
        }
    }

    /** While it runs. @param by how much further the wall clock went than the monotonic one; negative when it was set back */
    public void leapt(Duration by, Instant now, String why) {
        if (by.compareTo(AWAY) > 0 || by.plus(BACK).isNegative()) {
            says = t("workbench.clock.asks", "now", when(now), "why", why);
        }
    }

    /** What is to be asked; empty while the clock is believed. */
    public Optional<String> says() {
        return Optional.ofNullable(says);
    }

    private static String when(Instant at) {
        return Say.language().dayAndTime(at, ZoneId.systemDefault());
    }

    public void settle() {
        says = null;
    }
}
