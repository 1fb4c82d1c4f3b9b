package wistaxis.core.work;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import wistaxis.core.ticket.TicketEvent;

/**
 * A device that comes and goes: which of its changes are written down by themselves, and what is said of all others together. Some twenty
 * are, then one a minute, so that an hour has about sixty; a device that behaves never notices. Times are of a monotonic clock.
 */
public final class Flaps {
    /** So many changes in a row are written by themselves. Ours. */
    private static final int BURST = 20;

    /** After that so often one entry for all. Ours. */
    private static final long EVERY_NANOS = 60_000_000_000L;

    /** Gaps that differ by no more are one period: a boot loop is as regular as that, a loose contact is not. Ours. */
    private static final double REGULAR = 0.35;
    private static final int FEWEST = 4;
    private static final int MOST = 200;
    private static final double SECOND = 1e9;

    private final Deque<Long> changes = new ArrayDeque<>();
    private double left = BURST;
    private long refilledNanos;
    private long writtenNanos;
    private int held;

    /** It has changed. @return whether that is written down by itself */
    public boolean changed(long nowNanos) {
        left = refilledNanos == 0 ? left : Math.min(BURST, left + (double) (nowNanos - refilledNanos) / EVERY_NANOS);
        refilledNanos = nowNanos;
        changes.addLast(nowNanos);
        if (changes.size() > MOST) {
            changes.removeFirst();
        }
        if (left < 1 || held > 0) {
            writtenNanos = held == 0 ? nowNanos : writtenNanos;
            held++;
            return false;
        }
        left--;
        return true;
    }

    /** Whether changes are held back now: it comes and goes. */
    public boolean flaps() {
        return held > 0;
    }

    /** What is to be written of all that were held back, once a minute has passed since the last entry. */
    public Optional<TicketEvent.Flapped> due(long nowNanos) {
        if (held == 0 || nowNanos - writtenNanos < EVERY_NANOS) {
            return Optional.empty();
        }
        TicketEvent.Flapped all = new TicketEvent.Flapped(held, Math.round((nowNanos - writtenNanos) / SECOND), period().orElse(null));
        held = 0;
        left = Math.max(0, left - 1);
        return Optional.of(all);
    }

    /** How long it takes from one coming to the next, seconds; empty where that is not regular. */
    public Optional<Double> period() {
        List<Double> rounds = new ArrayList<>();
        List<Long> all = List.copyOf(changes);
        for (int i = 2; i < all.size(); i++) {
            rounds.add((all.get(i) - all.get(i - 2)) / SECOND);
        }
        if (rounds.size() < FEWEST) {
            return Optional.empty();
        }
        List<Double> sorted = rounds.stream().sorted().toList();
        double mid = sorted.get(sorted.size() / 2);
        boolean regular = mid > 0 && sorted.getLast() - sorted.getFirst() <= 2 * REGULAR * mid;
        return regular ? Optional.of(Math.round(10 * mid) / 10.0) : Optional.empty();
    }
}
