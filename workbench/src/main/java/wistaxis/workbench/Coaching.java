package wistaxis.workbench;

import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import wistaxis.core.coach.CoachRun;
import wistaxis.core.coach.Cue;
import wistaxis.core.coach.Score;
import wistaxis.core.coach.Verdict;
import wistaxis.core.device.PhysicalKey;
import wistaxis.core.keys.Explanation;
import wistaxis.core.keys.Goal;
import wistaxis.core.keys.HostView;
import wistaxis.core.keys.Input;
import wistaxis.core.keys.KeySequence;
import wistaxis.core.keys.KeyStep;
import wistaxis.core.keys.Landing;
import wistaxis.core.keys.Reading;
import wistaxis.core.keys.Start;
import wistaxis.core.keys.Trace;
import wistaxis.core.practice.Margin;

/**
 * A device, a goal and a school: the coach leads, hands (of the technician or of "Show me") act, and a verdict ends it. The same at a
 * ticket and in the drill. Always in
 * real time.
 */
public final class Coaching {
    /** How long after a step should have ended, or the last one has, an attempt is given up. */
    private static final long PATIENCE = 12_000_000_000L;

    /** The same while a key is down: something may still come of it. */
    private static final long PATIENCE_HELD = 40_000_000_000L;

    /** The first tone comes this much after the key that starts, so that it can be rendered in time: 40 ms. Ours. */
    private static final long READY = 40_000_000L;

    /**
     * An attempt that is over.
     *
     * @param trace what was done, from the state in which it began
     * @param shown whether it was a demonstration
     */
    public record Ended(KeySequence school, Verdict verdict, Trace trace, boolean shown) {}

    /** Who moves the keys. */
    private enum Doing { HANDS, SHOW, REPLAY }

    private final Workbench bench;
    private final CoachSubject subject;
    private final Consumer<Ended> ends;
    private final SchoolChoice choice;
    private @Nullable CoachRun run;
    private @Nullable Verdict verdict;
    private @Nullable Reading reading;
    private @Nullable Landing landing;
    private Start begunFrom = Start.ON;
    private boolean begunPlugged;
    private Doing doing = Doing.HANDS;
    private int shownStep;
    private int replayed;
    private List<Trace.Event> again = List.of();
    private long begunNanos;

    Coaching(Workbench bench, CoachSubject subject, Goal goal, Consumer<Ended> ends) {
        this.bench = bench;
        this.subject = subject;
        this.choice = new SchoolChoice(bench, subject, goal);
        this.ends = ends;
    }

    public CoachSubject subject() {
        return subject;
    }

    private void changed() {
        bench.changes().tell(subject.topic(), subject.ticketNumber());
    }

    public Goal goal() {
        return choice.goal();
    }

    /** Wants something else; a running attempt is stopped. */
    public void choose(Goal next) {
        stop();
        verdict = null;
        reading = null;
        choice.goal(next);
        changed();
    }

    /** Which school is taken, and why. */
    public SchoolChoice choice() {
        return choice;
    }

    /** See {@link SchoolChoice#schools}. */
    public List<KeySequence> schools() {
        return choice.schools();
    }

    /** See {@link SchoolChoice#reason}. */
    public String reason() {
        return choice.reason();
    }

    /** See {@link SchoolChoice#school}. */
    public Optional<KeySequence> school() {
        return choice.school();
    }

    /** Takes a school; a running attempt is stopped. */
    public void choose(KeySequence next) {
        stop();
        verdict = null;
        reading = null;
        choice.pick(next);
        subject.taken(next);
        changed();
    }

    public Start start() {
        return subject.start();
    }

    /** See {@link SchoolChoice#score}. */
    public Optional<Score> score() {
        return choice.score();
    }

    /** See {@link SchoolChoice#margins}. */
    public List<Margin> margins(Score score) {
        return choice.margins(score);
    }

    public Optional<CoachRun> run() {
        return Optional.ofNullable(run);
    }

    public Optional<Verdict> verdict() {
        return Optional.ofNullable(verdict);
    }

    /** What the technician's answer to "what do you see" means. */
    public Optional<Reading> reading() {
        return Optional.ofNullable(reading);
    }

    /** When the running attempt began, bench time. */
    public long attemptNanos() {
        return begunNanos;
    }

    /** The keys that are down, pressed by whoever. */
    public Set<PhysicalKey> down() {
        return subject.deviceNow().down().keys();
    }

    /** The cues from now on as far as they are certain, bench time. */
    public List<Cue> upcoming() {
        CoachRun now = run;
        return now == null ? List.of() : now.upcoming(bench.nowNanos());
    }

    /** Begins an attempt with the count-in. */
    public void begin() {
        begin(Doing.HANDS);
    }

    /** Plays the sequence perfectly, plugging in first where the school wants that. */
    public void showMe() {
        begin(Doing.SHOW);
    }

    /** Plays a recorded attempt at the chosen school again, as it was. */
    public void replay(Trace trace) {
        again = trace.events();
        begin(Doing.REPLAY);
    }

    private void begin(Doing how) {
        stop();
        verdict = null;
        reading = null;
        school().ifPresent(subject::prepare);
        Optional<Score> score = score();
        if (score.isEmpty()) {
            return;
        }
        KeySequence school = score.get().sequence();
        bench.setRate(1);
        if (how == Doing.SHOW && subject.deviceNow().plugged() != school.plugged()) {
            apply(school.plugged() ? new Input.Plug() : new Input.Unplug());
        }
        long now = bench.nowNanos();
        subject.device().beginAttempt(now);
        begunFrom = start();
        begunPlugged = subject.deviceNow().plugged();
        doing = how;
        shownStep = -1;
        replayed = 0;
        run = CoachRun.begin(score.get(), now + READY);
        begunNanos = now;
        landing = Landing.from(school.goal(), subject.machine(), subject.deviceNow());
        changed();
    }

    /** Ends the attempt without a verdict and lets go of every key. */
    public void stop() {
        run = null;
        doing = Doing.HANDS;
        letGo();
    }

    private void letGo() {
        List.copyOf(down()).forEach(k -> apply(new Input.Up(k)));
    }

    /** The window has lost the keyboard: nobody would hear a key come up, so all are let go and the attempt does not count. */
    public void focusLost() {
        boolean midway = run != null && doing == Doing.HANDS;
        if (doing == Doing.HANDS) {
            letGo();
        }
        if (midway) {
            stop();
            verdict = new Verdict(false, "The window lost the keyboard, so every key was let go. This attempt does not count.",
                    "Click into the window and start again.");
            changed();
        }
    }

    /** A key goes down; repeats while it is down are ignored. */
    public void press(PhysicalKey key) {
        if (doing == Doing.HANDS && !down().contains(key) && !subject.broken().contains(key)) {
            apply(new Input.Down(key));
        }
    }

    public void release(PhysicalKey key) {
        if (doing == Doing.HANDS && down().contains(key)) {
            apply(new Input.Up(key));
        }
    }

    public void toggleCable() {
        apply(subject.deviceNow().plugged() ? new Input.Unplug() : new Input.Plug());
        changed();
    }

    /** Drags the power-off slider, where there is one. */
    public void drag() {
        if (doing == Doing.HANDS) {
            apply(new Input.Drag());
        }
    }

    private void apply(Input input) {
        subject.device().apply(input, bench.nowNanos());
    }

    /** "I see it now." */
    public void seen() {
        if (run != null) {
            run = run.seen(bench.nowNanos());
        }
    }

    /** After the end: what is seen on the device. Together with what the host sees it names the state. */
    public void sees(Reading.Sight sight) {
        HostView host = subject.device().host();
        Reading before = reading;
        reading = Reading.of(goal(), sight, host);
        if (!reading.equals(before)) {
            subject.read(sight, host, reading);
        }
        changed();
    }

    void tick() {
        CoachRun before = run;
        if (before == null) {
            return;
        }
        long now = bench.nowNanos();
        if (doing == Doing.REPLAY) {
            replay(now);
        }
        subject.deviceNow();
        CoachRun ticked = before.tick(now, subject.device().host());
        CoachRun next = switch (doing) {
            case SHOW -> show(ticked, now);
            case REPLAY -> seen(ticked, now);
            case HANDS -> subject.blind() ? seen(ticked, now) : ticked;
        };
        run = next;
        Optional<Verdict> found = Verdict.of(Objects.requireNonNull(landing), subject.deviceNow());
        if (found.isPresent()) {
            end(next, found.get());
        } else if (now - next.spans(begunNanos).get(next.step()).endNanos() > (down().isEmpty() ? PATIENCE : PATIENCE_HELD)) {
            end(next, new Verdict(false, Explanation.of(subject.deviceNow(), subject.machine()),
                    "Start the whole sequence again; several attempts are normal."));
        }
    }

    /** "Show me": does with the keys what each step says when it begins, and sees by itself what ends a step. */
    private CoachRun show(CoachRun at, long now) {
        if (at.countingIn(now)) {
            return at;
        }
        while (shownStep < at.step()) {
            if (shownStep >= 0 && at.score().step(shownStep).action() == KeyStep.Action.TAP) {
                at.score().step(shownStep).keys().forEach(k -> apply(new Input.Up(k)));
            }
            perform(at.score().step(++shownStep));
        }
        KeyStep step = at.score().step(at.step());
        if (step.action() == KeyStep.Action.TAP && step.seconds() != null && now - at.starts().getLast() >= step.seconds() * 1e9) {
            step.keys().forEach(k -> apply(new Input.Up(k)));
        }
        CoachRun next = seen(at, now);
        return next == at ? at : show(next, now);
    }

    /** Goes on when what a step waits for is to be seen, for those who do not say so. */
    private CoachRun seen(CoachRun at, long now) {
        KeyStep step = at.score().step(at.step());
        boolean met = !at.ended() && !at.countingIn(now) && step.until() != null && step.until()
                .isMet(subject.device().screen(), subject.device().host());
        return met ? at.seen(now) : at;
    }

    /** Does what was done then, each at its own time, before the device is looked at. */
    private void replay(long now) {
        for (; replayed < again.size() && begunNanos + Math.round(again.get(replayed).at() * 1e9) <= now; replayed++) {
            subject.device().apply(again.get(replayed).input(), begunNanos + Math.round(again.get(replayed).at() * 1e9));
        }
    }

    private void perform(KeyStep step) {
        switch (step.action()) {
            case TAP, HOLD -> step.keys().stream().filter(k -> !down().contains(k)).forEach(k -> apply(new Input.Down(k)));
            case RELEASE -> step.keys().forEach(k -> apply(new Input.Up(k)));
            case PLUG -> apply(new Input.Plug());
            case UNPLUG -> apply(new Input.Unplug());
            case DRAG -> apply(new Input.Drag());
            case WAIT -> { }
        }
    }

    private void end(CoachRun at, Verdict found) {
        verdict = found;
        double until = (bench.nowNanos() - begunNanos) / 1e9;
        boolean demonstration = doing != Doing.HANDS;
        Trace trace = new Trace(begunFrom, begunPlugged, subject.device().timing(), until);
        stop();
        ends.accept(new Ended(at.score().sequence(), found, trace, demonstration));
        changed();
    }
}
