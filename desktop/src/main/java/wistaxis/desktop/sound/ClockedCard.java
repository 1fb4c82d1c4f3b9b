package wistaxis.desktop.sound;

import java.util.ArrayList;
import java.util.List;
import java.util.function.LongSupplier;

/**
 * A sound card of clockwork, to measure with where there is none: it plays at the pace of the monotonic clock and notes when each tone
 * begins after silence.
 */
public final class ClockedCard implements Card {
    private final List<Long> onsets = new ArrayList<>();
    private long written;
    private long played;
    private final LongSupplier clock;
    private long lastNanos;
    private int silent = Tones.RATE;

    public ClockedCard() {
        this(System::nanoTime);
    }

    /** @param clock whose pace it plays at, nanoseconds */
    ClockedCard(LongSupplier clock) {
        this.clock = clock;
        this.lastNanos = clock.getAsLong();
    }

    @Override
    public synchronized long played() {
        long now = clock.getAsLong();
        long frames = Math.round((now - lastNanos) * (Tones.RATE / 1e9));
        played = Math.min(written, played + frames);
        lastNanos = played == written ? now : lastNanos + Math.round(frames * (1e9 / Tones.RATE));
        return played;
    }

    @Override
    public synchronized void write(byte[] pcm) {
        long heard = clock.getAsLong() + Math.round((written - played()) * (1e9 / Tones.RATE));
        for (int i = 0; i < pcm.length / 2; i++) {
            boolean sound = pcm[2 * i] != 0 || pcm[2 * i + 1] != 0;
            if (sound && silent > Tones.RATE / 100) {
                onsets.add(heard + Math.round(i * (1e9 / Tones.RATE)));
            }
            silent = sound ? 0 : silent + 1;
        }
        written += pcm.length / 2;
    }

    /** When each tone began to be heard, on the monotonic clock. */
    public synchronized List<Long> onsets() {
        return List.copyOf(onsets);
    }

    @Override
    public void close() {
        // nothing is held
    }
}
