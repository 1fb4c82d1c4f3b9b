package wistaxis.core.coach;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.device.Family;
import wistaxis.core.device.KeyFamily;
import wistaxis.core.device.PhysicalKey;
import wistaxis.core.keys.Goal;
import wistaxis.core.keys.HostView;
import wistaxis.core.keys.SequenceLibrary;
import wistaxis.core.keys.Start;

class CoachRunTest {
    private static final long S = 1_000_000_000L;
    private static final Family FAMILY = DeviceCatalogue.shipped().family(KeyFamily.SIDE_KEY);

    private final Score score = Score.of(SequenceLibrary.shipped().of(KeyFamily.SIDE_KEY, Goal.RECOVERY).getFirst(), FAMILY, Start.DISABLED);

    @Test
    void sayingISeeItEarlyShiftsTheRest() {
        CoachRun run = CoachRun.begin(score, 0).tick(3 * S + 2 * S, HostView.NORMAL);
        assertThat(run.instruction(5 * S).huge()).isEqualTo("Hold Side");
        CoachRun seen = run.seen(9 * S);
        assertThat(seen.instruction(9 * S).huge()).isEqualTo("Keep holding Side");
        assertThat(seen.spans(9 * S).get(3).startNanos()).isEqualTo(9 * S);
        assertThat(run.spans(9 * S).get(3).startNanos() - seen.spans(9 * S).get(3).startNanos()).as("nominal black is 8 s after 4.2 s").isEqualTo(12_200_000_000L - 9 * S);
    }

    @Test
    void aWaitingStepNeverEndsByItselfAndPushesTheRest() {
        CoachRun late = CoachRun.begin(score, 0).tick(60 * S, HostView.NOTHING);
        assertThat(late.step()).isEqualTo(2);
        assertThat(late.spans(60 * S).get(2).endNanos()).isEqualTo(60 * S);
        assertThat(late.spans(60 * S).get(3).startNanos()).isEqualTo(60 * S);
    }

    @Test
    void theHostSensesTheEndByItself() {
        CoachRun run = CoachRun.begin(score, 0).tick(5 * S, HostView.NORMAL).seen(12 * S).seen(15 * S);
        assertThat(run.tick(25 * S, HostView.NOTHING).ended()).isFalse();
        assertThat(run.tick(25 * S, HostView.RECOVERY).ended()).isTrue();
    }

    @Test
    void oneBarCoversOneHoldAndTapsAreMarks() {
        assertThat(score.bars().get(PhysicalKey.SIDE)).containsExactly(new Score.Bar(2, 4, false));
        assertThat(score.bars().get(PhysicalKey.VOLUME_UP)).containsExactly(new Score.Bar(0, 0, true));
    }

    @Test
    void cuesAreCountInPressTicksAndRelease() {
        CoachRun begun = CoachRun.begin(score, 0);
        assertThat(begun.upcoming(0)).as("the taps end by the clock, so all up to the hold is certain").extracting(Cue::kind)
                .startsWith(Cue.Kind.COUNT, Cue.Kind.COUNT, Cue.Kind.COUNT, Cue.Kind.PRESS, Cue.Kind.PRESS, Cue.Kind.PRESS, Cue.Kind.TICK);
        assertThat(begun.upcoming(0).get(5).atNanos()).isEqualTo(4_200_000_000L);
        assertThat(begun.upcoming(2 * S).getFirst().atNanos()).isEqualTo(2 * S);
        CoachRun held = begun.tick(8 * S, HostView.NORMAL).seen(12 * S);
        assertThat(held.upcoming(12 * S).getFirst()).isEqualTo(new Cue(12 * S, Cue.Kind.TICK));
        CoachRun done = held.seen(15 * S).seen(24 * S);
        assertThat(done.upcoming(24 * S)).contains(new Cue(24 * S, Cue.Kind.RELEASE));
    }

    @Test
    void lettingGoTakesNoTimeButItsWordsStayForAMoment() {
        Score dfu = Score.of(SequenceLibrary.shipped().of(KeyFamily.SIDE_KEY, Goal.DFU).getFirst(), DeviceCatalogue.shipped().family(KeyFamily.SIDE_KEY), Start.ON);
        long letGo = CoachRun.COUNT_IN + dfu.spans().get(4).startNanos();
        CoachRun run = CoachRun.begin(dfu, 0).tick(letGo + S, HostView.NOTHING);
        assertThat(run.instruction(letGo + S).huge()).isEqualTo("Let go of Side");
        assertThat(run.instruction(letGo + S).detail()).startsWith("keep holding Volume Down");
        assertThat(run.instruction(letGo + 2 * S).huge()).isEqualTo("Keep holding Volume Down");
    }
}
