package wistaxis.core.coach;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import wistaxis.core.buttons.ButtonStep;
import wistaxis.core.buttons.ComputerSees;
import wistaxis.core.buttons.Rehearsal.Span;
import wistaxis.core.buttons.Screen;
import wistaxis.core.buttons.StepEnd;
import wistaxis.core.buttons.Until;
import wistaxis.core.device.DeviceButton;

/**
 * A technician being led through a score: a fold over time, what the computer senses, and "I see it now".
 * A timed step ends by itself; a step that waits for something seen ends when it is seen, early or late, and the rest shifts.
 *
 * @param starts when each step reached so far began, nanoseconds on the caller's scale; the first lies a count-in ahead
 * @param ends how the steps ended that wait for something seen, in order
 * @param endedNanos when the last step ended; {@link Long#MIN_VALUE} while it runs
 */
public record CoachRun(Score score, List<Long> starts, List<StepEnd> ends, long endedNanos) {
    /** The count-in before the first step: 3 s, ours. */
    public static final long COUNT_IN = 3_000_000_000L;

    /** What is seen on the screen is held for so many times its usual length where nobody says it: letting go late does no harm. Ours. */
    private static final double LONGER = 1.3;

    /** How long after a step should have ended, or the last one has, an attempt is given up. Ours. */
    private static final long PATIENCE = 12_000_000_000L;

    /** The same while a button is down. Ours. */
    private static final long PATIENCE_HELD = 40_000_000_000L;

    private static final long RUNNING = Long.MIN_VALUE;
    private static final long SECOND = 1_000_000_000L;

    /** How long the words of letting go stay, seconds. Ours. */
    private static final double LETTING_GO = 1.6;

    /** How far ahead the seconds of a hold are told that lasts longer than it should. */
    private static final long SOON = 1_500_000_000L;

    /** How long a cue that has just been due is still told: as long as the longest tone, and so that none is missed between two looks. */
    private static final long RECENT = 400_000_000L;

    /** How long ago something may have been due that is still being said. Ours. */
    private static final long SPOKEN = 3 * SECOND;

    public CoachRun {
        starts = List.copyOf(starts);
        ends = List.copyOf(ends);
    }

    /** Begins with the count-in. */
    public static CoachRun begin(Score score, long nowNanos) {
        return new CoachRun(score, List.of(nowNanos + COUNT_IN), List.of(), RUNNING);
    }

    public boolean ended() {
        return endedNanos != RUNNING;
    }

    /** The buttons that are to be tapped or held in the step that runs; none while something else is done. */
    public Set<DeviceButton> wanted() {
        ButtonStep now = score.step(step());
        return now.action() == ButtonStep.Action.TAP || now.action() == ButtonStep.Action.HOLD ? Set.copyOf(now.buttons()) : Set.of();
    }

    /** The step that runs or, during the count-in, comes first. */
    public int step() {
        return starts.size() - 1;
    }

    public boolean countingIn(long nowNanos) {
        return nowNanos - starts.getFirst() < 0;
    }

    /** Lets time pass: timed steps end on time, and what the computer senses by itself ends its step now. */
    public CoachRun tick(long nowNanos, ComputerSees computer) {
        CoachRun run = this;
        while (!run.ended() && !run.countingIn(nowNanos)) {
            ButtonStep step = score.step(run.step());
            long start = run.starts.getLast();
            boolean sensed = step.until() != null && step.until().isMetByComputer(computer);
            boolean waits = step.seconds() == null && step.until() != null;
            long end = start + score.lengthNanos(run.step());
            if (!waits && end - nowNanos <= 0) {
                run = run.next(end, StepEnd.How.USUAL);
            } else if (sensed && nowNanos - start > 0) {
                run = run.next(nowNanos, StepEnd.How.COMPUTER);
            } else {
                return run;
            }
        }
        return run;
    }

    /** "I see it now": ends a step that waits for something seen; without effect on any other. */
    public CoachRun seen(long nowNanos) {
        return seen(nowNanos, StepEnd.How.TOLD);
    }

    /** What a step waits for is there. @param how it is known */
    public CoachRun seen(long nowNanos, StepEnd.How how) {
        Until until = ended() || countingIn(nowNanos) ? null : score.step(step()).until();
        return until == null ? this : next(nowNanos, how);
    }

    /**
     * On a real device, whose screen nobody but the technician sees and whose hands are busy: a device that the computer loses is black,
     * and what nothing can tell goes on once its usual time is over. What the computer can tell by itself is waited for.
     *
     * @param lost whether the computer had the device up and has it no more
     */
    public CoachRun unseen(long nowNanos, boolean lost) {
        Until until = ended() || countingIn(nowNanos) ? null : score.step(step()).until();
        if (until == null || until.byComputer()) {
            return this;
        }
        if (until == Until.BLACK && lost) {
            return seen(nowNanos, StepEnd.How.COMPUTER);
        }
        List<Integer> usual = score.step(step()).usual();
        boolean over = usual != null ? nowNanos - starts.getFirst() >= usual.getLast() * SECOND
                : nowNanos - starts.getLast() >= score.lengthNanos(step()) * (until == Until.BLACK ? 1 : LONGER);
        return over ? seen(nowNanos, StepEnd.How.USUAL) : this;
    }

    /** Goes on when what the step waits for is to be seen, for those who do not say so. */
    public CoachRun seeing(long nowNanos, Screen screen, ComputerSees computer) {
        Until until = ended() || countingIn(nowNanos) ? null : score.step(step()).until();
        return until != null && until.isMet(screen, computer) ? seen(nowNanos) : this;
    }

    /**
     * Whether nobody waits any longer: well after the running step should have ended.
     *
     * @param begunNanos when the attempt began
     * @param holding whether a button is down: something may still come of it
     */
    public boolean givenUp(long nowNanos, long begunNanos, boolean holding) {
        return nowNanos - spans(begunNanos).get(step()).endNanos() > (holding ? PATIENCE_HELD : PATIENCE);
    }

    private CoachRun next(long atNanos, StepEnd.How how) {
        Until until = score.step(step()).until();
        List<StepEnd> known = new ArrayList<>(ends);
        if (until != null) {
            known.add(new StepEnd(until, Math.round((atNanos - starts.getFirst()) / 1e8) / 10.0, how));
        }
        if (step() + 1 == score.steps()) {
            return new CoachRun(score, starts, known, atNanos);
        }
        List<Long> more = new ArrayList<>(starts);
        more.add(atNanos);
        return new CoachRun(score, more, known, RUNNING);
    }

    /** Where each step lies: past ones where they were, the running one as long as it takes, the rest after it. */
    public List<Span> spans(long nowNanos) {
        List<Span> spans = new ArrayList<>();
        long end = starts.getFirst();
        for (int i = 0; i < score.steps(); i++) {
            long start = i < starts.size() ? starts.get(i) : end;
            boolean past = i + 1 < starts.size();
            end = past ? starts.get(i + 1) : ended() && i == step() ? endedNanos : start + score.lengthNanos(i);
            if (i == step() && !ended() && end - nowNanos < 0) {
                end = nowNanos;
            }
            spans.add(new Span(start, end));
        }
        return spans;
    }

    /**
     * What to do now. After the end it repeats the last step's words; the verdict takes over. Letting go takes no time, but its words
     * stay for a moment.
     */
    public Instruction instruction(long nowNanos) {
        double gone = Math.max(0, (nowNanos - starts.getLast()) / 1e9);
        Instruction now = score.instruction(step(), gone);
        if (countingIn(nowNanos)) {
            return Instruction.countIn((starts.getFirst() - nowNanos) / 1e9, now);
        }
        boolean justLetGo = step() > 0 && score.step(step() - 1).action() == ButtonStep.Action.RELEASE && gone < LETTING_GO;
        return justLetGo ? now.after(score.instruction(step() - 1, 0)) : now;
    }

    /** The instruction after the one that runs, in words; empty at the last. */
    public String nextWords() {
        return step() + 1 == score.steps() ? "" : score.instruction(step() + 1, 0).huge();
    }

    /** The cues from a moment on, as far as they are certain: up to the next step that waits for something seen. */
    public List<Cue> upcoming(long nowNanos) {
        return allCues(nowNanos).stream().filter(c -> c.atNanos() - nowNanos > -RECENT).toList();
    }

    /** Whether a step has begun, or begins when a clock says. */
    private boolean isCertain(int step) {
        return step < starts.size() || score.step(step - 1).until() == null && !ended();
    }

    /** What is said from a moment on, as far as it is certain. */
    public List<Spoken> spoken(long nowNanos) {
        List<Spoken> all = new ArrayList<>();
        List<Span> spans = spans(nowNanos);
        for (int i = 0; i < score.steps() && isCertain(i); i++) {
            ButtonStep step = score.step(i);
            Span span = spans.get(i);
            all.add(Spoken.of(step, score.heldBefore(i), span.startNanos(), i == 0 || score.step(i - 1).until() == null));
            boolean timed = step.seconds() != null && (step.action() == ButtonStep.Action.HOLD || step.action() == ButtonStep.Action.WAIT);
            if (timed) {
                all.addAll(Spoken.counted(span.startNanos(), span.endNanos()));
            }
        }
        return all.stream().filter(s -> s.atNanos() - nowNanos > -SPOKEN).toList();
    }

    private List<Cue> allCues(long nowNanos) {
        List<Cue> cues = new ArrayList<>();
        for (long t = COUNT_IN; t > 0; t -= SECOND) {
            cues.add(new Cue(starts.getFirst() - t, Cue.Kind.COUNT));
        }
        List<Span> spans = spans(nowNanos);
        Set<DeviceButton> down = EnumSet.noneOf(DeviceButton.class);
        for (int i = 0; i < score.steps() && isCertain(i); i++) {
            ButtonStep step = score.step(i);
            Span span = spans.get(i);
            switch (step.action()) {
                case RELEASE, UNPLUG -> {
                    cues.add(new Cue(span.startNanos(), Cue.Kind.RELEASE));
                    step.buttons().forEach(down::remove);
                }
                case TAP, PLUG, DRAG -> cues.add(new Cue(span.startNanos(), Cue.Kind.PRESS));
                case HOLD, WAIT -> {
                    boolean begins = down.addAll(step.buttons());
                    cues.add(new Cue(span.startNanos(), begins ? Cue.Kind.PRESS : Cue.Kind.TICK));
                    boolean overdue = i == step() && !ended() && step.seconds() == null;
                    long end = overdue ? Math.max(span.endNanos(), nowNanos + SOON) : span.endNanos();
                    for (long t = span.startNanos() + SECOND; t - end < 0; t += SECOND) {
                        boolean last = step.seconds() != null && span.endNanos() - t <= SECOND;
                        cues.add(new Cue(t, last ? Cue.Kind.SOON : Cue.Kind.TICK));
                    }
                }
            }
        }
        return cues;
    }
}
