package wistaxis.desktop.sound;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Random;
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

    /** A reminder that comes due while the coach leads through keys, who says his cues anew each frame, is heard all the same. */
    @Test
    void aReminderIsHeardBesideTheCoach() {
        Speaker.Timed ring = new Speaker.Timed(5, Tones.of(Cue.Kind.RELEASE), 5);
        Speaker.Timed cue = new Speaker.Timed(7, Tones.of(Cue.Kind.PRESS), 7);
        Speaker.Plan plan = new Speaker.Plan(List.of(), List.of()).ringing(List.of(ring));
        for (int frame = 0; frame < 3; frame++) {
            plan = plan.following(List.of(cue));
        }
        assertThat(plan.all()).containsExactly(cue, ring);
        assertThat(plan.following(List.of()).all()).as("the coach is silent").containsExactly(ring);
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

    /** However the stream is cut into pieces, it is the same stream, and every cue begins at its own sample. */
    @Test
    void theStreamIsSampleExactAgainstThePlan() {
        List<Mixer.Onset> plan = List.of(new Mixer.Onset(1_000, Cue.Kind.PRESS), new Mixer.Onset(12_345, Cue.Kind.TICK),
                new Mixer.Onset(20_001, Cue.Kind.RELEASE), new Mixer.Onset(22_222, Cue.Kind.SOON));
        int length = 60_000;
        byte[] whole = new Mixer().render(0, length, plan, 1);
        Random random = new Random(5);
        Mixer mixer = new Mixer();
        ByteArrayOutputStream pieces = new ByteArrayOutputStream();
        for (int at = 0; at < length;) {
            int frames = Math.min(length - at, 1 + random.nextInt(2_000));
            pieces.writeBytes(mixer.render(at, frames, plan, 1));
            at += frames;
        }
        assertThat(pieces.toByteArray()).isEqualTo(whole);
        byte[] tick = Tones.of(Cue.Kind.TICK);
        for (int i = 0; i < tick.length / 2; i++) {
            assertThat(sample(whole, 12_345 + i)).isEqualTo(sample(tick, i));
        }
        assertThat(sample(whole, 999)).isZero();
    }

    @Test
    void aCueToldTooLateBeginsAtOnceAndAnOldOneNotAtAll() {
        Mixer mixer = new Mixer();
        mixer.render(0, 10_000, List.of(), 1);
        byte[] late = mixer.render(10_000, 500, List.of(new Mixer.Onset(9_000, Cue.Kind.PRESS)), 1);
        assertThat(late).isEqualTo(java.util.Arrays.copyOf(Tones.of(Cue.Kind.PRESS), 1_000));
        byte[] old = new Mixer().render(10_000, 500, List.of(new Mixer.Onset(2_000, Cue.Kind.PRESS)), 1);
        assertThat(old).containsOnly(0);
        assertThat(new Mixer().render(0, 500, List.of(new Mixer.Onset(0, Cue.Kind.PRESS)), 0)).as("off is silent").containsOnly(0);
    }

    /** The stream was set anew by some milliseconds, and with it the samples of every cue. */
    @Test
    void aStreamThatIsSetAnewRepeatsNoTone() {
        Mixer mixer = new Mixer();
        assertThat(mixer.render(0, 60_000, List.of(new Mixer.Onset(500, Tones.of(Cue.Kind.PRESS), 7)), 1)).contains((byte) 1);
        assertThat(mixer.render(60_000, 3_000, List.of(new Mixer.Onset(60_200, Tones.of(Cue.Kind.PRESS), 7)), 1)).containsOnly(0);
        assertThat(mixer.render(63_000, 3_000, List.of(new Mixer.Onset(63_200, Tones.of(Cue.Kind.PRESS), 8)), 1)).as("the next one")
                .contains((byte) 1);
    }

    @Test
    void aPlanIsPlayedOnceInOrderAndWhatIsTakenBackIsForgotten() {
        long[] now = {0};
        ClockedCard card = new ClockedCard(() -> now[0]);
        Player player = new Player(card, 0);
        List<Speaker.Timed> cues = new ArrayList<>();
        for (int i = 1; i <= 4; i++) {
            cues.add(new Speaker.Timed(i * 150_000_000L, Tones.of(Cue.Kind.TICK), i));
        }
        cues.add(new Speaker.Timed(60_000_000_000L, Tones.of(Cue.Kind.RELEASE), 5));
        for (; now[0] < 900_000_000L; now[0] += 3_000_000L) {
            assertThat(player.step(now[0], new Speaker.Plan(cues, List.of()), 1)).as("more is to come").isTrue();
        }
        for (; now[0] < 70_000_000_000L; now[0] += 3_000_000L) {
            assertThat(player.step(now[0], new Speaker.Plan(List.of(), List.of()), 1)).as("it may sleep").isFalse();
        }
        assertThat(card.onsets()).hasSize(4).allSatisfy(o -> assertThat(o % 150_000_000L).as("to 2 ms").isBetween(0L, 2_000_000L))
                .isSorted();
    }

    @Test
    void withoutASoundCardItIsSilentAndSaysSo() {
        try (Speaker speaker = new Speaker(Optional::empty)) {
            while (speaker.sounds()) {
                Thread.onSpinWait(); // until it was looked for
            }
            speaker.follow(List.of(new Cue(0, Cue.Kind.TICK)), () -> 0);
            speaker.next();
            assertThat(speaker.volume()).isEqualTo(Speaker.Volume.LOUD);
        }
    }
}
