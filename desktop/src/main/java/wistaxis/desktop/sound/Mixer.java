package wistaxis.desktop.sound;

import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import wistaxis.core.coach.Cue;

/**
 * Renders cues into one stream of samples, each beginning at exactly its own sample, however the stream is cut into pieces. A cue that is
 * told too late for its sample begins with the next piece, or is left out when it is old.
 */
final class Mixer {
    /** A cue older than this says nothing any more: 60 ms. Ours. */
    private static final long STALE = Tones.RATE * 60L / 1000;

    private final List<Voice> voices = new ArrayList<>();
    private long begun = Long.MIN_VALUE;

    /**
     * A cue at a sample of the stream.
     *
     * @param pcm what is heard
     * @param id its own time, which stays the same when the stream is set anew and the sample moves; later cues have greater ones
     */
    record Onset(long frame, byte[] pcm, long id) {
        Onset(long frame, Cue.Kind kind) {
            this(frame, Tones.of(kind), frame);
        }
    }

    private static final class Voice {
        private final byte[] pcm;
        private int at;

        Voice(byte[] pcm) {
            this.pcm = pcm;
        }
    }

    /**
     * @param first the stream's sample at which the piece begins; pieces follow each other
     * @param frames how many samples to render
     * @param onsets the cues known, in order
     * @param volume 0 to 1
     * @return 16-bit little-endian samples
     */
    byte[] render(long first, int frames, List<Onset> onsets, double volume) {
        int[] sum = new int[frames];
        for (Iterator<Voice> i = voices.iterator(); i.hasNext();) {
            Voice v = i.next();
            mix(v, sum, 0);
            if (v.at >= v.pcm.length) {
                i.remove();
            }
        }
        for (Onset o : onsets) {
            if (o.id() > begun && o.frame() < first + frames && o.frame() >= first - STALE) {
                begun = o.id();
                Voice v = new Voice(o.pcm());
                mix(v, sum, (int) Math.max(0, o.frame() - first));
                if (v.at < v.pcm.length) {
                    voices.add(v);
                }
            }
        }
        byte[] out = new byte[frames * 2];
        for (int i = 0; i < frames; i++) {
            int value = Math.clamp(Math.round(sum[i] * volume), Short.MIN_VALUE, Short.MAX_VALUE);
            out[2 * i] = (byte) value;
            out[2 * i + 1] = (byte) (value >> 8);
        }
        return out;
    }

    /** Whether a tone has not come to its end yet. */
    boolean sounds() {
        return !voices.isEmpty();
    }

    private static void mix(Voice v, int[] sum, int from) {
        for (int i = from; i < sum.length && v.at < v.pcm.length; i++, v.at += 2) {
            sum[i] += (short) (v.pcm[v.at] & 0xFF | v.pcm[v.at + 1] << 8);
        }
    }
}
