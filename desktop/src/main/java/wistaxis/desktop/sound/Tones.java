package wistaxis.desktop.sound;

import java.util.EnumMap;
import java.util.Map;
import wistaxis.core.coach.Cue;

/** One tone a kind of cue, 16-bit mono PCM at 44.1 kHz: pitch and length tell them apart. The pitches are ours. */
public final class Tones {
    /** Samples a second. */
    public static final int RATE = 44_100;

    private static final Map<Cue.Kind, byte[]> PCM = new EnumMap<>(Map.of(
            Cue.Kind.COUNT, tone(520, 60),
            Cue.Kind.PRESS, tone(880, 220),
            Cue.Kind.TICK, tone(660, 35),
            Cue.Kind.SOON, tone(990, 90),
            Cue.Kind.RELEASE, tone(330, 400)));

    private Tones() {}

    /** The tone's samples, little-endian; the same ones each time, which nobody changes. */
    public static byte[] of(Cue.Kind kind) {
        return PCM.get(kind);
    }

    private static byte[] tone(int hertz, int millis) {
        int samples = RATE * millis / 1000;
        int edge = RATE / 200;
        byte[] pcm = new byte[samples * 2];
        for (int i = 0; i < samples; i++) {
            double swell = Math.min(1, Math.min(i, samples - i) / (double) edge);
            int value = (int) Math.round(Math.sin(2 * Math.PI * hertz * i / RATE) * swell * 9000);
            pcm[2 * i] = (byte) value;
            pcm[2 * i + 1] = (byte) (value >> 8);
        }
        return pcm;
    }
}
