package wistaxis.desktop.sound;

import java.util.ArrayList;
import java.util.List;

/** The stream of samples to a card, written piece by piece a little ahead of what is heard, and kept in step with the clock. */
final class Player {
    /**
     * How far ahead samples are written: 12 ms. A plan that changes, because something was seen early, is heard after that at the latest.
     * Ours.
     */
    private static final int AHEAD = Tones.RATE * 12 / 1000;

    /**
     * A stream that has come apart from the clock by more than this, in the mean, is set anew: 4 ms. A card tells its position in steps
     * longer than that. Ours.
     */
    private static final double APART = 4e6;

    /** After a stall it is set anew at once: 60 ms. Ours. */
    private static final double STALLED = 60e6;

    private final Card card;
    private final Mixer mixer = new Mixer();
    private long written;
    private long zeroNanos; // when sample 0 is heard
    private double apart;

    Player(Card card, long nowNanos) {
        this.card = card;
        this.zeroNanos = nowNanos;
    }

    /**
     * Writes what is missing.
     *
     * @param nowNanos on the monotonic clock
     * @return whether something is heard, or will be by this plan
     */
    boolean step(long nowNanos, Speaker.Plan plan, double volume) {
        long played = card.played();
        written = Math.max(written, played); // where it ran dry silence was heard
        double off = nowNanos - nanos(played) - zeroNanos;
        apart += (off - apart) * 0.02;
        if (Math.abs(off) > STALLED || Math.abs(apart) > APART) {
            zeroNanos += Math.round(Math.abs(off) > STALLED ? off : apart);
            apart = 0;
        }
        int missing = (int) (AHEAD - (written - played));
        if (missing > 0) {
            List<Mixer.Onset> onsets = new ArrayList<>();
            plan.all().forEach(c -> onsets.add(new Mixer.Onset(frames(c.atNanos() - zeroNanos), c.pcm(), c.id())));
            card.write(mixer.render(written, missing, onsets, volume));
            written += missing;
        }
        return mixer.sounds() || plan.all().anyMatch(c -> c.atNanos() > nowNanos - STALLED);
    }

    private static long frames(long nanos) {
        return Math.round(nanos * (Tones.RATE / 1e9));
    }

    private static long nanos(long frames) {
        return Math.round(frames * (1e9 / Tones.RATE));
    }
}
