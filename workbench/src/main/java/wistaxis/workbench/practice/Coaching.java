package wistaxis.workbench.practice;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import wistaxis.core.coach.CoachRun;
import wistaxis.core.coach.Cue;
import wistaxis.core.coach.Demonstration;
import wistaxis.core.coach.Score;
import wistaxis.core.coach.Spoken;
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
import wistaxis.core.words.Text;
import wistaxis.workbench.life.Life;
import wistaxis.workbench.practice.CoachState.Asking;
import wistaxis.workbench.practice.CoachState.Begun;
import wistaxis.workbench.practice.CoachState.Hand;
import wistaxis.workbench.practice.CoachState.Leading;
import wistaxis.workbench.practice.CoachState.Resting;

/**
 * A device, a goal and a school: the coach leads, hands (of the technician or of "Show me") act, and a verdict ends it. The same at a
 * ticket and in the drill. Always in real time.
 */
public final class Coaching {
    /** A host takes a moment to notice a device: so long after the last step it is not asked yet what is seen. Ours. */
    private static final long HOST_LATE = 4_000_000_000L;

    /** The first tone comes this much after the key that starts, so that it can be rendered in time: 40 ms. Ours. */
    private static final long READY = 40_000_000L;

    private static final Text AGAIN = Text.of("workbench.coach.again");

    /**
     * An attempt that is over.
     *
     * @param trace what was done, from the state in which it began
     * @param shown whether it was a demonstration
     */
    public record Ended(KeySequence school, Verdict verdict, Trace trace, boolean shown) {}

    private final Life life;
    private final CoachSubject subject;
    private final Consumer<Ended> ends;
    private final SchoolChoice choice;
    private CoachState state = new Resting(null, null, null);

    Coaching(Life life, CoachSubject subject, SchoolChoice choice, Consumer<Ended> ends) {
        this.life = life;
        this.subject = subject;
        this.choice = choice;
        this.ends = ends;
    }

    public CoachSubject subject() {
        return subject;
    }

    private void changed() {
        life.changes().tell(subject.topic(), subject.ticketNumber());
    }

    private long now() {
        return life.time().nowNanos();
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
    public Optional<Chance> chance() {
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
        return state instanceof Leading l ? Optional.of(l.run()) : Optional.empty();
    }

    public Optional<Verdict> verdict() {
        return state instanceof Resting r ? Optional.ofNullable(r.verdict()) : Optional.empty();
    }

    /** What the technician's answer to "what do you see" means. */
    public Optional<Reading> reading() {
        return state instanceof Resting r ? Optional.ofNullable(r.reading()) : Optional.empty();
    }

    /** When the running attempt began, or the last one, bench time; 0 before the first. */
    public long attemptNanos() {
        return state.begun() == null ? 0 : state.begun().atNanos();
    }

    /** The keys that are down, pressed by whoever. */
    public Set<PhysicalKey> down() {
        return subject.deviceNow().down().keys();
    }

    /** What is said of the keys that are led. */
    public List<Spoken> spoken() {
        return run().map(r -> r.spoken(now())).orElse(List.of());
    }

    /** The cues from now on as far as they are certain, bench time. */
    public List<Cue> upcoming() {
        return run().map(r -> r.upcoming(now())).orElse(List.of());
    }

    /** Whether the device is a real one: nobody sees its keys, and what came of them is asked. */
    public boolean isObserved() {
        return subject.device().isObserved();
    }

    /** What the technician says that the host has, where USB does not tell. */
    public HostView hostTold() {
        return state instanceof Asking a ? a.told() : HostView.NOTHING;
    }

    public void hostTold(HostView has) {
        if (state instanceof Asking a) {
            state = new Asking(a.begun(), a.school(), has);
            changed();
        }
    }

    /** Whether the keys are over and somebody has to say what is seen. */
    public boolean asking() {
        return state instanceof Asking;
    }

    /** The keys of a real device are over: what is seen is asked. */
    public void over() {
        if (isObserved() && state instanceof Leading l) {
            state = new Asking(l.begun(), l.run().score().sequence(), HostView.NOTHING);
            changed();
        }
    }

    /** Begins an attempt with the count-in. */
    public void begin() {
        begin(isObserved() ? Hand.Unseen::new : Hand.Own::new);
    }

    /** Plays the sequence perfectly, plugging in first where the school wants that. */
    public void showMe() {
        if (!isObserved()) {
            begin(() -> new Hand.Show(new Demonstration(subject.device())));
        }
    }

    /** Plays a recorded attempt at the chosen school again, as it was. */
    public void replay(Trace trace) {
        begin(() -> new Hand.Replay(trace.events(), 0));
    }

    /** @param who moves the keys of a device that lies ready */
    private void begin(Supplier<Hand> who) {
        stop();
        forget();
        school().ifPresent(subject::prepare);
        Optional<Score> score = score();
        if (score.isEmpty()) {
            return;
        }
        KeySequence school = score.get().sequence();
        life.rate(1);
        Hand hand = who.get();
        if (hand instanceof Hand.Show && subject.deviceNow().plugged() != school.plugged()) {
            apply(school.plugged() ? new Input.Plug() : new Input.Unplug());
        }
        long now = now();
        subject.device().beginAttempt(now);
        Begun begun = new Begun(start(), subject.deviceNow().plugged(), now, Landing.from(school.goal(), subject.machine(),
                subject.deviceNow()));
        state = new Leading(begun, CoachRun.begin(score.get(), now + READY), hand);
        changed();
    }

    /** Ends the attempt without a verdict and lets go of every key. */
    public void stop() {
        if (state instanceof Leading l) {
            state = new Resting(l.begun(), null, null);
        }
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
        if (isObserved() || !isFree()) {
            return;
        }
        letGo();
        if (state instanceof Leading l) {
            state = new Resting(l.begun(), new Verdict(false, Said.of("keyboard-lost"), Text.of("workbench.coach.click-in")), null);
            changed();
        }
    }

    /** Whether no demonstration moves the keys. */
    private boolean isFree() {
        return !(state instanceof Leading l) || l.hand().isFree();
    }

    /** A key goes down; repeats while it is down are ignored. */
    public void press(PhysicalKey key) {
        if (isFree() && !down().contains(key) && !subject.broken().contains(key)) {
            apply(new Input.Down(key));
        }
    }

    public void release(PhysicalKey key) {
        if (isFree() && down().contains(key)) {
            apply(new Input.Up(key));
        }
    }

    public void toggleCable() {
        apply(subject.deviceNow().plugged() ? new Input.Unplug() : new Input.Plug());
        changed();
    }

    /** Drags the power-off slider, where there is one. */
    public void drag() {
        if (isFree()) {
            apply(new Input.Drag());
        }
    }

    private void apply(Input input) {
        subject.device().apply(input, now());
    }

    /** "I see it now." */
    public void seen() {
        if (state instanceof Leading l) {
            state = l.at(l.run().seen(now()), l.hand());
        }
    }

    /** After the end: what is seen on the device. Together with what the host sees it names the state. */
    public void sees(Reading.Sight sight) {
        sees(sight, asking() && !subject.onUsb() ? hostTold() : subject.device().host());
    }

    /** The same, where somebody says what the host has. On a real device it is what came of the keys. */
    public void sees(Reading.Sight sight, HostView host) {
        Optional<Reading> before = reading();
        Reading now = Reading.of(goal(), sight, host);
        if (before.filter(now::equals).isEmpty()) {
            subject.read(goal(), sight, host);
        }
        switch (state) {
            case Asking a -> answered(a, new Verdict(now.success(), Reading.said(goal(), sight, host), now.next()), now);
            case Resting r -> state = new Resting(r.begun(), r.verdict(), now);
            case Leading _ -> { }
        }
        changed();
    }

    public void tick() {
        switch (state) {
            case Leading l -> lead(l);
            case Asking a when reaches(subject.device().host()) -> { // the host was late to notice
                answered(a, byHost(subject.device().host()), null);
                changed();
            }
            case Asking _, Resting _ -> { }
        }
    }

    private void lead(Leading before) {
        long now = now();
        Hand hand = before.hand() instanceof Hand.Replay r ? replay(r, before.begun(), now) : before.hand();
        subject.deviceNow();
        CoachRun ticked = before.run().tick(now, subject.device().host());
        CoachRun run = switch (hand) {
            case Hand.Show s -> s.shown().go(ticked, now);
            case Hand.Replay _ -> seeing(ticked, now);
            case Hand.Own _, Hand.Unseen _ -> subject.blind() ? seeing(ticked, now) : ticked;
        };
        Leading next = before.at(run, hand);
        state = next;
        if (hand instanceof Hand.Unseen) {
            observe(next, now);
            return;
        }
        Landing landing = next.begun().landing();
        Optional<Verdict> found = Verdict.of(landing, landing.of(run.score().sequence().goalOf(run.step())), subject.deviceNow());
        if (found.isPresent()) {
            end(next, found.get());
        } else if (run.givenUp(now, next.begun().atNanos(), !down().isEmpty())) {
            end(next, new Verdict(false, Explanation.said(subject.deviceNow(), subject.machine()), AGAIN));
        }
    }

    /** On a real device: the host's sight of a mode ends the keys; without one it is asked what is seen. */
    private void observe(Leading at, long now) {
        HostView host = subject.device().host();
        boolean other = host == HostView.RECOVERY && goal() == Goal.DFU && at.begun().from() != Start.RECOVERY;
        if (reaches(host)) {
            end(at, byHost(host));
        } else if (other) {
            end(at, new Verdict(false, Said.of("host-has-it-in-recovery"), AGAIN));
        } else if (at.run().ended() && now - at.run().endedNanos() > HOST_LATE || at.run().givenUp(now, at.begun().atNanos(), false)) {
            over();
        }
    }

    private boolean reaches(HostView host) {
        return host.toString().equals(goal().toString());
    }

    private static Verdict byHost(HostView host) {
        return new Verdict(true, Said.of("host-has-it", "mode", host.toString()), Text.of("core.coach.let-go-now"));
    }

    private CoachRun seeing(CoachRun at, long now) {
        return at.seeing(now, subject.device().screen(), subject.device().host());
    }

    /** Does what was done then, each at its own time, before the device is looked at. */
    private Hand replay(Hand.Replay of, Begun begun, long now) {
        int done = of.done();
        for (; done < of.events().size(); done++) {
            Trace.Event event = of.events().get(done);
            long at = begun.atNanos() + Math.round(event.at() * 1e9);
            if (at > now) {
                break;
            }
            subject.device().apply(event.input(), at);
        }
        return new Hand.Replay(of.events(), done);
    }

    private void end(Leading at, Verdict found) {
        Trace trace = trace(at.begun());
        stop();
        ended(at.begun(), found, null, new Ended(at.run().score().sequence(), found, trace, !at.hand().isFree()));
        changed();
    }

    /** What came of the keys is known after all. */
    private void answered(Asking at, Verdict found, @Nullable Reading reading) {
        ended(at.begun(), found, reading, new Ended(at.school(), found, trace(at.begun()), false));
    }

    private void ended(Begun begun, Verdict found, @Nullable Reading reading, Ended ended) {
        state = new Resting(begun, found, reading);
        ends.accept(ended);
    }

    /** What an earlier attempt came to. */
    private void forget() {
        state = new Resting(state.begun(), null, null);
    }

    private Trace trace(Begun begun) {
        return new Trace(begun.from(), begun.plugged(), subject.device().timing(),
                Math.min(Trace.LONGEST, (now() - begun.atNanos()) / 1e9));
    }
}
