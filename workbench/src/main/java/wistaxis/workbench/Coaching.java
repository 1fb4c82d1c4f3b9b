package wistaxis.workbench;

import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import wistaxis.core.coach.CoachRun;
import wistaxis.core.coach.Cue;
import wistaxis.core.coach.Demonstration;
import wistaxis.core.coach.Score;
import wistaxis.core.coach.Verdict;
import wistaxis.core.device.PhysicalKey;
import wistaxis.core.facts.Said;
import wistaxis.core.keys.Explanation;
import wistaxis.core.keys.Goal;
import wistaxis.core.keys.HostView;
import wistaxis.core.keys.Input;
import wistaxis.core.keys.KeySequence;
import wistaxis.core.keys.Landing;
import wistaxis.core.keys.Reading;
import wistaxis.core.keys.Start;
import wistaxis.core.keys.Trace;
import wistaxis.core.practice.Chance;
import wistaxis.core.practice.Margin;

/**
 * A device, a goal and a school: the coach leads, hands (of the technician or of "Show me") act, and a verdict ends it. The same at a
 * ticket and in the drill. Always in
 * real time.
 */
public final class Coaching {
    /** A host takes a moment to notice a device: so long after the last step it is not asked yet what is seen. Ours. */
    private static final long HOST_LATE = 4_000_000_000L;

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
    private @Nullable Demonstration shown;
    private int replayed;
    private List<Trace.Event> again = List.of();
    private long begunNanos;
    private HostView hostTold = HostView.NOTHING;
    /** The school whose end somebody has to tell; null while nothing is asked. */
    private @Nullable KeySequence asked;

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
        forget();
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

    /** See {@link SchoolChoice#chance}. */
    Optional<Chance> chance() {
        return choice.chance();
    }

    /** See {@link SchoolChoice#school}. */
    public Optional<KeySequence> school() {
        return choice.school();
    }

    /** Takes a school; a running attempt is stopped. */
    public void choose(KeySequence next) {
        stop();
        forget();
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

    /** Whether the device is a real one: nobody sees its keys, and what came of them is asked. */
    public boolean isObserved() {
        return subject.device().isObserved();
    }

    /** What the technician says that the host has, where USB does not tell. */
    public HostView hostTold() {
        return hostTold;
    }

    public void hostTold(HostView has) {
        hostTold = has;
        changed();
    }

    private boolean byUsb() {
        return bench.usb().of(subject.ticketNumber()).isPresent();
    }

    /** Whether the keys are over and somebody has to say what is seen. */
    public boolean asking() {
        return asked != null;
    }

    /** The keys of a real device are over: what is seen is asked. */
    public void over() {
        if (isObserved() && run != null) {
            asked = run.score().sequence();
            run = null;
            hostTold = HostView.NOTHING;
            changed();
        }
    }

    /** Begins an attempt with the count-in. */
    public void begin() {
        begin(Doing.HANDS);
    }

    /** Plays the sequence perfectly, plugging in first where the school wants that. */
    public void showMe() {
        if (!isObserved()) {
            begin(Doing.SHOW);
        }
    }

    /** Plays a recorded attempt at the chosen school again, as it was. */
    public void replay(Trace trace) {
        again = trace.events();
        begin(Doing.REPLAY);
    }

    private void begin(Doing how) {
        stop();
        forget();
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
        shown = new Demonstration(subject.device());
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

    /**
     * The window has lost the keyboard: nobody would hear a key come up, so all are let go and the attempt does not count. On a real device
     * the keys are not the keyboard's.
     */
    public void focusLost() {
        if (isObserved()) {
            return;
        }
        boolean midway = run != null && doing == Doing.HANDS;
        if (doing == Doing.HANDS) {
            letGo();
        }
        if (midway) {
            stop();
            verdict = new Verdict(false, Said.of("keyboard-lost"),
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
        sees(sight, asking() && !byUsb() ? hostTold : subject.device().host());
    }

    /** The same, where somebody says what the host has. On a real device it is what came of the keys. */
    public void sees(Reading.Sight sight, HostView host) {
        Reading before = reading;
        Reading now = Reading.of(goal(), sight, host);
        reading = now;
        if (!now.equals(before)) {
            subject.read(sight, host, now);
        }
        answered(new Verdict(now.success(), Reading.said(goal(), sight, host), now.next()));
        changed();
    }

    void tick() {
        CoachRun before = run;
        if (before == null) {
            if (asking() && reaches(subject.device().host())) { // the host was late to notice
                answered(byHost(subject.device().host()));
                changed();
            }
            return;
        }
        long now = bench.nowNanos();
        if (doing == Doing.REPLAY) {
            replay(now);
        }
        subject.deviceNow();
        CoachRun ticked = before.tick(now, subject.device().host());
        CoachRun next = switch (doing) {
            case SHOW -> Objects.requireNonNull(shown).go(ticked, now);
            case REPLAY -> seeing(ticked, now);
            case HANDS -> subject.blind() ? seeing(ticked, now) : ticked;
        };
        run = next;
        if (isObserved()) {
            observe(next, now);
            return;
        }
        Landing of = Objects.requireNonNull(landing);
        Optional<Verdict> found = Verdict.of(of, of.of(next.score().sequence().goalOf(next.step())), subject.deviceNow());
        if (found.isPresent()) {
            end(next, found.get());
        } else if (next.givenUp(now, begunNanos, !down().isEmpty())) {
            end(next, new Verdict(false, Explanation.said(subject.deviceNow(), subject.machine()),
                    "Start the whole sequence again; several attempts are normal."));
        }
    }

    /** On a real device: the host's sight of a mode ends the keys; without one it is asked what is seen. */
    private void observe(CoachRun at, long now) {
        HostView host = subject.device().host();
        boolean other = host == HostView.RECOVERY && goal() == Goal.DFU && begunFrom != Start.RECOVERY;
        if (reaches(host)) {
            end(at, byHost(host));
        } else if (other) {
            end(at, new Verdict(false, Said.of("host-has-it-in-recovery"),
                    "Start the whole sequence again; several attempts are normal."));
        } else if (at.ended() && now - at.endedNanos() > HOST_LATE || at.givenUp(now, begunNanos, false)) {
            over();
        }
    }

    private boolean reaches(HostView host) {
        return host.toString().equals(goal().toString());
    }

    private static Verdict byHost(HostView host) {
        return new Verdict(true, Said.of("host-has-it", "mode", host.words()), "Let go now.");
    }

    private CoachRun seeing(CoachRun at, long now) {
        return at.seeing(now, subject.device().screen(), subject.device().host());
    }

    /** Does what was done then, each at its own time, before the device is looked at. */
    private void replay(long now) {
        for (; replayed < again.size() && begunNanos + Math.round(again.get(replayed).at() * 1e9) <= now; replayed++) {
            subject.device().apply(again.get(replayed).input(), begunNanos + Math.round(again.get(replayed).at() * 1e9));
        }
    }

    private void end(CoachRun at, Verdict found) {
        boolean demonstration = doing != Doing.HANDS;
        Trace trace = trace();
        stop();
        ended(at.score().sequence(), found, trace, demonstration);
        changed();
    }

    /** What came of the keys is known after all; where nothing was asked it is nothing. */
    private void answered(Verdict found) {
        KeySequence school = asked;
        asked = null;
        if (school != null) {
            ended(school, found, trace(), false);
        }
    }

    /** What an earlier attempt came to. */
    private void forget() {
        verdict = null;
        reading = null;
        asked = null;
    }

    private Trace trace() {
        return new Trace(begunFrom, begunPlugged, subject.device().timing(),
                Math.min(Trace.LONGEST, (bench.nowNanos() - begunNanos) / 1e9));
    }

    private void ended(KeySequence school, Verdict found, Trace trace, boolean demonstration) {
        verdict = found;
        ends.accept(new Ended(school, found, trace, demonstration));
    }
}
