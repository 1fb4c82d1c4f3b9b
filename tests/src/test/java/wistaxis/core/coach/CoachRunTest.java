package wistaxis.core.coach;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Comparator;
import java.util.List;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.LongRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;
import wistaxis.core.buttons.ButtonSequence;
import wistaxis.core.buttons.ComputerSees;
import wistaxis.core.buttons.Goal;
import wistaxis.core.buttons.Rehearsal.Span;
import wistaxis.core.buttons.SequenceLibrary;
import wistaxis.core.buttons.Start;
import wistaxis.core.buttons.StepEnd;
import wistaxis.core.buttons.Until;
import wistaxis.core.device.ButtonLayout;
import wistaxis.core.device.DeviceButton;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.device.LayoutFacts;

class CoachRunTest {
    private static final long S = 1_000_000_000L;
    private static final LayoutFacts FAMILY = DeviceCatalogue.shipped().family(ButtonLayout.SIDE_KEY);

    private final Score score = Score.of(SequenceLibrary.shipped().of(ButtonLayout.SIDE_KEY, Goal.RECOVERY).getFirst(), FAMILY,
            Start.DISABLED);

    @Test
    void sayingISeeItEarlyShiftsTheRest() {
        CoachRun run = CoachRun.begin(score, 0).tick(3 * S + 2 * S, ComputerSees.NORMAL);
        assertThat(run.instruction(5 * S).huge()).isEqualTo("Hold Side");
        CoachRun seen = run.seen(9 * S);
        assertThat(seen.instruction(9 * S).huge()).isEqualTo("Keep holding Side");
        assertThat(seen.spans(9 * S).get(3).startNanos()).isEqualTo(9 * S);
        assertThat(run.spans(9 * S).get(3).startNanos() - seen.spans(9 * S).get(3).startNanos()).as("nominal black is 8 s after 4.2 s")
                .isEqualTo(12_200_000_000L - 9 * S);
    }

    @Test
    void aWaitingStepNeverEndsByItselfAndPushesTheRest() {
        CoachRun late = CoachRun.begin(score, 0).tick(60 * S, ComputerSees.NOTHING);
        assertThat(late.step()).isEqualTo(2);
        assertThat(late.spans(60 * S).get(2).endNanos()).isEqualTo(60 * S);
        assertThat(late.spans(60 * S).get(3).startNanos()).isEqualTo(60 * S);
    }

    /**
     * However early or late each thing is seen: steps follow each other without a gap, what is past stays, and what is told of the future
     * stays true until something is seen.
     */
    @Property(tries = 200, seed = "20260512")
    void theRestOfTheScoreShiftsAndThePastStays(@ForAll("methods") ButtonSequence method,
            @ForAll @Size(12) List<@LongRange(min = 1, max = 20_000) Long> millis) {
        CoachRun run = CoachRun.begin(Score.of(method, DeviceCatalogue.shipped().family(method.family()), method.from().getFirst()), 0);
        long now = CoachRun.COUNT_IN;
        for (long wait : millis) {
            long then = now + wait * 1_000_000;
            CoachRun ticked = run.tick(then, ComputerSees.NOTHING);
            assertThat(ticked.starts()).startsWith(run.starts().toArray(Long[]::new));
            if (ticked.step() == run.step() && !ticked.ended()) {
                long recent = Math.max(now, then - 150_000_000);
                List<Cue> told = run.upcoming(now).stream().filter(c -> c.atNanos() > recent && c.atNanos() < then).toList();
                assertThat(ticked.upcoming(then)).containsAll(told);
            }
            run = ticked.seen(then);
            now = then;
            List<Span> spans = run.spans(now);
            for (int i = 1; i < spans.size(); i++) {
                assertThat(spans.get(i).startNanos()).isEqualTo(spans.get(i - 1).endNanos());
                assertThat(spans.get(i).endNanos()).isGreaterThanOrEqualTo(spans.get(i).startNanos());
            }
            assertThat(run.upcoming(now)).isSortedAccordingTo(Comparator.comparingLong(Cue::atNanos));
        }
    }

    @Provide
    Arbitrary<ButtonSequence> methods() {
        return Arbitraries.of(SequenceLibrary.shipped().all());
    }

    @Test
    void theComputerSensesTheEndByItself() {
        CoachRun run = CoachRun.begin(score, 0).tick(5 * S, ComputerSees.NORMAL).seen(12 * S).seen(15 * S);
        assertThat(run.tick(25 * S, ComputerSees.NOTHING).ended()).isFalse();
        assertThat(run.tick(25 * S, ComputerSees.RECOVERY).ended()).isTrue();
    }

    @Test
    void oneBarCoversOneHoldAndTapsAreMarks() {
        assertThat(score.bars().get(DeviceButton.SIDE)).containsExactly(new Score.Bar(2, 4, false));
        assertThat(score.bars().get(DeviceButton.VOLUME_UP)).containsExactly(new Score.Bar(0, 0, true));
    }

    @Test
    void cuesAreCountInPressTicksAndRelease() {
        CoachRun begun = CoachRun.begin(score, 0);
        assertThat(begun.upcoming(0)).as("the taps end by the clock, so all up to the hold is certain").extracting(Cue::kind)
                .startsWith(Cue.Kind.COUNT, Cue.Kind.COUNT, Cue.Kind.COUNT, Cue.Kind.PRESS, Cue.Kind.PRESS, Cue.Kind.PRESS, Cue.Kind.TICK);
        assertThat(begun.upcoming(0).get(5).atNanos()).isEqualTo(4_200_000_000L);
        assertThat(begun.upcoming(2 * S).getFirst().atNanos()).isEqualTo(2 * S);
        CoachRun held = begun.tick(8 * S, ComputerSees.NORMAL).seen(12 * S);
        assertThat(held.upcoming(12 * S).getFirst()).isEqualTo(new Cue(12 * S, Cue.Kind.TICK));
        CoachRun done = held.seen(15 * S).seen(24 * S);
        assertThat(done.upcoming(24 * S)).contains(new Cue(24 * S, Cue.Kind.RELEASE));
    }

    @Test
    void lettingGoTakesNoTimeButItsWordsStayForAMoment() {
        Score dfu = Score.of(SequenceLibrary.shipped().of(ButtonLayout.SIDE_KEY, Goal.DFU).getFirst(), DeviceCatalogue.shipped()
                .family(ButtonLayout.SIDE_KEY), Start.ON);
        long letGo = CoachRun.COUNT_IN + dfu.spans().get(4).startNanos();
        CoachRun run = CoachRun.begin(dfu, 0).tick(letGo + S, ComputerSees.NOTHING);
        assertThat(run.upcoming(letGo)).as("nothing is to be pressed when Side is let go").filteredOn(c -> c.atNanos() == letGo)
                .extracting(Cue::kind).containsExactly(Cue.Kind.RELEASE, Cue.Kind.TICK);
        assertThat(run.instruction(letGo + S).huge()).isEqualTo("Let go of Side");
        assertThat(run.instruction(letGo + S).detail()).startsWith("Then: Keep holding Volume Down");
        assertThat(run.instruction(letGo + 2 * S).huge()).isEqualTo("Keep holding Volume Down");
    }

    /** Two busy hands press no key: a device that the computer loses is black, and what nothing can tell goes on by its usual time. */
    @Test
    void onARealDeviceNoStepWaitsForAKey() {
        Score dfu = Score.of(SequenceLibrary.shipped().of(ButtonLayout.SIDE_KEY, Goal.DFU).stream().filter(m -> m.method().equals("Black then both"))
                .findFirst().orElseThrow(), FAMILY, Start.ON);
        CoachRun run = CoachRun.begin(dfu, 0);
        long now = CoachRun.COUNT_IN;
        while (dfu.step(run.step()).until() == null) {
            now += S / 10;
            run = run.tick(now, ComputerSees.NORMAL).unseen(now, false);
        }
        int hold = run.step();
        CoachRun waiting = run.tick(now + S, ComputerSees.NORMAL).unseen(now + S, false);
        assertThat(waiting.step()).as("still up").isEqualTo(hold);
        assertThat(waiting.unseen(now + S, true).step()).as("lost by the computer: black").isEqualTo(hold + 1);
        long usual = now + dfu.lengthNanos(hold) + S;
        assertThat(run.unseen(usual, false).step()).as("by the usual time where nothing tells").isEqualTo(hold + 1);
        CoachRun recovery = CoachRun.begin(score, 0);
        for (now = CoachRun.COUNT_IN; !recovery.ended(); now += S / 10) {
            recovery = recovery.tick(now, ComputerSees.NOTHING).unseen(now, false);
            assertThat(now).as("it never stands still").isLessThan(120 * S);
        }
        assertThat(recovery.step()).isEqualTo(score.steps() - 1);
    }

    /**
     * On a real device no step waits for a key, and how each ended is kept: black because the computer lost it, the logo by its usual time,
     * the cable screen by the computer, else when its usual 20 to 30 s in all are over. Common practice.
     */
    @Test
    void howEachStepEndedIsKept() {
        CoachRun run = CoachRun.begin(score, 0);
        long now = 0;
        for (; run.step() < 3; now += S / 10) {
            run = run.tick(now, ComputerSees.NORMAL).unseen(now, now > 12 * S);
        }
        assertThat(run.ends()).singleElement().satisfies(e -> assertThat(e.until()).isEqualTo(Until.BLACK)).satisfies(e -> assertThat(e.how())
                .isEqualTo(StepEnd.How.COMPUTER)).satisfies(e -> assertThat(e.at()).isBetween(9.0, 9.3));
        for (; run.step() < 4; now += S / 10) {
            run = run.tick(now, ComputerSees.NOTHING).unseen(now, false);
        }
        assertThat(run.ends().getLast()).satisfies(e -> assertThat(e.until()).isEqualTo(Until.BOOT_LOGO)).satisfies(e -> assertThat(e.how())
                .isEqualTo(StepEnd.How.USUAL));
        assertThat(run.instruction(now).detail()).contains("usually 20\u201330 s in all");
        CoachRun seen = run.tick(now + S, ComputerSees.RECOVERY);
        assertThat(seen.ends().getLast().how()).isEqualTo(StepEnd.How.COMPUTER);
        assertThat(run.seen(now + S).ends().getLast().how()).isEqualTo(StepEnd.How.TOLD);
        long most = CoachRun.COUNT_IN + 30 * S;
        assertThat(run.unseen(most - S, false).step()).as("still held").isEqualTo(4);
        assertThat(run.unseen(most, false).ends()).hasSize(3).last().satisfies(e -> assertThat(e.at()).isEqualTo(30.0));
    }
}
