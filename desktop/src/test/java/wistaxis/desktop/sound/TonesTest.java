package wistaxis.desktop.sound;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashSet;
import java.util.Set;
import org.junit.jupiter.api.Test;
import wistaxis.core.coach.Cue;

class TonesTest {
    private static short sample(byte[] pcm, int i) {
        return (short) (pcm[2 * i] & 0xff | pcm[2 * i + 1] << 8);
    }

    /** The pitch by counting zero crossings, which knows nothing of how the tone was made. */
    private static double hertz(byte[] pcm) {
        int n = pcm.length / 2;
        int crossings = 0;
        for (int i = 1; i < n; i++) {
            if (sample(pcm, i - 1) < 0 != sample(pcm, i) < 0) {
                crossings++;
            }
        }
        return crossings * (double) Tones.RATE / (2 * n);
    }

    @Test
    void everyCueHasATonePitchedApartFromTheOthers() {
        Set<Long> pitches = new HashSet<>();
        for (Cue.Kind kind : Cue.Kind.values()) {
            byte[] pcm = Tones.of(kind);
            assertThat(hertz(pcm)).as(kind.toString()).isBetween(250.0, 1100.0);
            pitches.add(Math.round(hertz(pcm) / 60));
            assertThat(sample(pcm, 0)).as("no click at the start").isBetween((short) -200, (short) 200);
            assertThat(sample(pcm, pcm.length / 2 - 1)).as("no click at the end").isBetween((short) -200, (short) 200);
        }
        assertThat(pitches).hasSameSizeAs(Cue.Kind.values());
        assertThat(hertz(Tones.of(Cue.Kind.RELEASE))).as("letting go is the lowest").isLessThan(hertz(Tones.of(Cue.Kind.COUNT)));
    }

    @Test
    void withOrWithoutASoundCardACueNeverWaits() {
        try (Speaker speaker = new Speaker()) {
            for (int i = 0; i < 1000; i++) {
                speaker.play(new Cue(i, Cue.Kind.TICK));
            }
            speaker.mute(true);
            assertThat(speaker.muted()).isTrue();
        }
    }
}
