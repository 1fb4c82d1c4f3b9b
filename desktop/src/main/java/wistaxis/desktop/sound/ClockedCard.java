package wistaxis.desktop.sound;

import java.util.ArrayList;
import java.util.List;

/**
 * A sound card of clockwork, to measure with where there is none: it plays at the pace of the monotonic clock and notes when each tone
 * begins after silence.
 */
public final class ClockedCard implements Card {
    private final List<Long> onsets = new ArrayList<>();
    private long written;
    private long played;
    private long lastNanos = System.nanoTime();
    private int silent = Tones.RATE;

    @Override
    public synchronized long played() {
        long now = System.nanoTime();
        long frames = Math.round((now - lastNanos) * (Tones.RATE / 1e9));
        played = Math.min(written, played + frames);
        lastNanos = played == written ? now : lastNanos + Math.round(frames * (1e9 / Tones.RATE));
        return played;
    }

    @Override
    public synchronized void write(byte[] pcm) {
        long heard = System.nanoTime() + Math.round((written - played()) * (1e9 / Tones.RATE));
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
