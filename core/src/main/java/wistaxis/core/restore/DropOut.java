package wistaxis.core.restore;

import static wistaxis.core.words.Say.t;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import wistaxis.core.buttons.Mode;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.time.BenchTime;

/**
 * A device leaves recovery by itself after a while, also in the middle of what the computer downloads for it: when, and how long before it
 * would not matter any more. Common practice: about 15 minutes; the download goes on meanwhile, and the device is put back into the mode.
 *
 * @param at when it drops out
 * @param ends when the download ends, by what is known
 * @param until when the device need no longer be in the mode: the computer has taken it over
 * @param out whether it is out already
 */
public record DropOut(Instant at, Instant ends, Instant until, boolean out) {
    private static final int MOST = 100;

    /**
     * Of a run that goes on.
     *
     * @param timeout how long a device stays in recovery by itself
     * @return empty where it will not, or the mode is not needed any more
     */
    public static Optional<DropOut> of(Ticket ticket, ComputerRun run, Duration timeout) {
        if (!run.needsMode()) {
            return Optional.empty();
        }
        Instant ends = run.now().plus(run.runsAtMost());
        Instant until = run.now().plus(run.needsModeAtMost());
        if (ticket.mode() == null) {
            return Optional.of(new DropOut(run.now(), ends, until, true));
        }
        if (!Mode.RECOVERY.equals(ticket.mode()) || ticket.modeSince() == null) {
            return Optional.empty();
        }
        Instant at = BenchTime.clamp(ticket.modeSince().plus(timeout));
        return at.isBefore(until) ? Optional.of(new DropOut(at, ends, until, false)) : Optional.empty();
    }

    /** The moments at which the device has to be put back, from the first on. @param timeout how long it stays in then, more than 0 */
    public static List<Duration> times(Duration first, Duration until, Duration timeout) {
        List<Duration> all = new ArrayList<>();
        for (Duration at = first; at.compareTo(until) < 0 && all.size() < MOST; at = at.plus(timeout)) {
            all.add(at);
        }
        return all;
    }

    /** In words, for whoever is at the page. */
    public String says() {
        return out ? t("core.drop.out")
                : ends.isAfter(at) ? t("core.drop.foretold", "at", at, "minutes", Math.max(1, Math.round(Duration.between(at, ends)
                .toSeconds() / 60.0))) : t("core.drop.foretold-after", "at", at);
    }
}
