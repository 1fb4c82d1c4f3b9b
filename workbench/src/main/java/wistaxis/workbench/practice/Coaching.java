package wistaxis.workbench.practice;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import wistaxis.core.buttons.ButtonSequence;
import wistaxis.core.buttons.ComputerSees;
import wistaxis.core.buttons.Explanation;
import wistaxis.core.buttons.Goal;
import wistaxis.core.buttons.Input;
import wistaxis.core.buttons.Landing;
import wistaxis.core.buttons.Offer;
import wistaxis.core.buttons.Reading;
import wistaxis.core.buttons.Start;
import wistaxis.core.buttons.StepEnd;
import wistaxis.core.buttons.Trace;
import wistaxis.core.coach.CoachRun;
import wistaxis.core.coach.Cue;
import wistaxis.core.coach.Demonstration;
import wistaxis.core.coach.Score;
import wistaxis.core.coach.Spoken;
import wistaxis.core.coach.Verdict;
import wistaxis.core.device.DeviceButton;
import wistaxis.core.facts.Said;
import wistaxis.core.practice.Chance;
import wistaxis.core.practice.Margin;
import wistaxis.core.words.Text;
import wistaxis.workbench.life.Life;
import wistaxis.workbench.practice.CoachState.Asking;
import wistaxis.workbench.practice.CoachState.Begun;
import wistaxis.workbench.practice.CoachState.Leading;
import wistaxis.workbench.practice.CoachState.Pressing;
import wistaxis.workbench.practice.CoachState.Resting;

/**
 * A device, a goal and a method: the coach leads, hands (of the technician or of "Show me") act, and a verdict ends it. The same at a
 * ticket and in the drill. Always in real time.
 */
public final class Coaching {
    /** A computer takes a moment to notice a device: so long after the last step it is not asked yet what is seen. Ours. */
    private static final long COMPUTER_LATE = 4_000_000_000L;

    /** The first tone comes this much after the button that starts, so that it can be rendered in time: 40 ms. Ours. */
    private static final long READY = 40_000_000L;

    private static final Text AGAIN = Text.of("workbench.coach.again");

    /**
     * An attempt that is over.
     *
     * @param trace what was done, from the state in which it began
     * @param shown whether it was a demonstration
     * @param ends how its steps ended, where nobody sees the buttons; empty elsewhere
     */
    public record Ended(ButtonSequence method, Verdict verdict, Trace trace, boolean shown, List<StepEnd> ends) {}

    private final Life life;
    private final CoachSubject subject;
    private final Consumer<Ended> ends;
    private final MethodChoice choice;
    private CoachState state = new Resting(null, null, null);
    private Sights sights = Sights.NONE;

    Coaching(Life life, CoachSubject subject, MethodChoice choice, Consumer<Ended> ends) {
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

    /** Which method is taken, and why. */
    public MethodChoice choice() {
        return choice;
    }

    /** See {@link MethodChoice#methods}. */
    public List<ButtonSequence> methods() {
        return choice.methods();
    }

    /** See {@link MethodChoice#reason}. */
    public String reason() {
        return choice.reason();
    }

    /** See {@link MethodChoice#chance}. */
    public Optional<Chance> chance() {
        return choice.chance();
    }

    /** See {@link MethodChoice#method}. */
    public Optional<ButtonSequence> method() {
        return choice.method();
    }

    /** Takes a method; a running attempt is stopped. */
    public void choose(ButtonSequence next) {
        stop();
        forget();
        choice.pick(next);
        subject.taken(next);
        changed();
    }

    public Start start() {
        return subject.start();
    }

    /** See {@link MethodChoice#score}. */
    public Optional<Score> score() {
        return choice.score();
    }

    /** See {@link MethodChoice#margins}. */
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

    /** The buttons that are down, pressed by whoever. */
    public Set<DeviceButton> down() {
        return subject.deviceNow().down().buttons();
    }

    /** What is said of the buttons that are led. */
    public List<Spoken> spoken() {
        return run().map(r -> r.spoken(now())).orElse(List.of());
    }

    /** The cues from now on as far as they are certain, bench time. */
    public List<Cue> upcoming() {
        return run().map(r -> r.upcoming(now())).orElse(List.of());
    }

    /** Whether the device is a real one: nobody sees its buttons, and what came of them is asked. */
    public boolean isObserved() {
        return subject.device().isObserved();
    }

    /** What the technician says that the computer offers, where USB does not tell. */
    public Offer offerTold() {
        return state instanceof Asking a ? a.told() : Offer.NOTHING;
    }

    public void offerTold(Offer has) {
        if (state instanceof Asking a) {
            state = new Asking(a.begun(), a.run(), has);
            changed();
        }
    }

    /** Whether the buttons are over and somebody has to say what is seen. */
    public boolean asking() {
        return state instanceof Asking;
    }

    /** The buttons of a real device are over: what is seen is asked. */
    public void over() {
        if (isObserved() && state instanceof Leading l) {
            state = new Asking(l.begun(), l.run(), Offer.NOTHING);
            changed();
        }
    }

    /** Begins an attempt with the count-in. */
    public void begin() {
        begin(isObserved() ? Pressing.Unseen::new : Pressing.Own::new);
    }

    /** Plays the sequence perfectly, plugging in first where the method wants that. */
    public void showMe() {
        if (!isObserved()) {
            begin(() -> new Pressing.Show(new Demonstration(subject.device())));
        }
    }

    /** Plays a recorded attempt at the chosen method again, as it was. */
    public void replay(Trace trace) {
        begin(() -> new Pressing.Replay(trace.events(), 0));
    }

    /** @param who moves the buttons of a device that lies ready */
    private void begin(Supplier<Pressing> who) {
        stop();
        forget();
        method().ifPresent(subject::prepare);
        Optional<Score> score = score();
        if (score.isEmpty()) {
            return;
        }
        ButtonSequence method = score.get().sequence();
        life.rate(1);
        Pressing hand = who.get();
        if (hand instanceof Pressing.Show && subject.deviceNow().plugged() != method.plugged()) {
            apply(method.plugged() ? new Input.Plug() : new Input.Unplug());
        }
        long now = now();
        subject.device().beginAttempt(now);
        Begun begun = new Begun(start(), subject.deviceNow().plugged(), now, Landing.from(method.goal(), subject.machine(),
                subject.deviceNow()));
        sights = Sights.NONE;
        state = new Leading(begun, CoachRun.begin(score.get(), now + READY), hand);
        changed();
    }

    /** Ends the attempt without a verdict and lets go of every button. */
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
     * The window has lost the keyboard: nobody would hear a button come up, so all are let go and the attempt does not count. On a real
     * device the buttons are not the keyboard's.
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

    /** Whether no demonstration moves the buttons. */
    private boolean isFree() {
        return !(state instanceof Leading l) || l.hand().isFree();
    }

    /** A button goes down; repeats while it is down are ignored. */
    public void press(DeviceButton button) {
        if (isFree() && !down().contains(button) && !subject.broken().contains(button)) {
            apply(new Input.Down(button));
        }
    }

    public void release(DeviceButton button) {
        if (isFree() && down().contains(button)) {
            apply(new Input.Up(button));
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

    /** After the end: what is seen on the device. Together with what the computer sees it names the state. */
    public void sees(Reading.Sight sight) {
        sees(sight, asking() && !subject.onUsb() ? offerTold().sees(sight == Reading.Sight.BLACK) : subject.device().computer());
    }

    /** The same, where somebody says what the computer has. On a real device it is what came of the buttons. */
    public void sees(Reading.Sight sight, ComputerSees computer) {
        Optional<Reading> before = reading();
        Reading now = Reading.of(goal(), sight, computer);
        if (before.filter(now::equals).isEmpty()) {
            subject.read(goal(), sight, computer);
        }
        switch (state) {
            case Asking a -> answered(a, new Verdict(now.success(), Reading.said(goal(), sight, computer), now.next()), now);
            case Resting r -> state = new Resting(r.begun(), r.verdict(), now);
            case Leading _ -> { }
        }
        changed();
    }

    public void tick() {
        switch (state) {
            case Leading l -> lead(l);
            case Asking a when reaches(subject.device().computer()) -> { // the computer was late to notice
                answered(a, byComputer(subject.device().computer()), null);
                changed();
            }
            case Asking _, Resting _ -> { }
        }
    }

    private void lead(Leading before) {
        long now = now();
        Pressing hand = before.hand() instanceof Pressing.Replay r ? replay(r, before.begun(), now) : before.hand();
        subject.deviceNow();
        CoachRun ticked = before.run().tick(now, subject.device().computer());
        CoachRun run = switch (hand) {
            case Pressing.Show s -> s.shown().go(ticked, now);
            case Pressing.Replay _ -> seeing(ticked, now);
            case Pressing.Unseen _ -> ticked.unseen(now, lost());
            case Pressing.Own _ -> subject.blind() ? seeing(ticked, now) : ticked;
        };
        Leading next = before.at(run, hand);
        state = next;
        if (hand instanceof Pressing.Unseen) {
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

    /** What the computer had of the device during an attempt: up, in a mode, and lost after it was up. */
    private record Sights(boolean up, boolean in, boolean lost) {
        static final Sights NONE = new Sights(false, false, false);

        Sights and(ComputerSees now) {
            return new Sights(up || now == ComputerSees.NORMAL, in || now == ComputerSees.RECOVERY || now == ComputerSees.DFU,
                    lost || up && now == ComputerSees.NOTHING);
        }
    }

    /** Whether the computer had the device up during this attempt and has it no more: it is black. */
    private boolean lost() {
        ComputerSees computer = subject.device().computer();
        sights = sights.and(computer);
        return sights.up() && computer == ComputerSees.NOTHING;
    }

    /** On a real device: the computer's sight of a mode ends the buttons; without one it is asked what is seen. */
    private void observe(Leading at, long now) {
        ComputerSees computer = subject.device().computer();
        boolean other = computer == ComputerSees.RECOVERY && goal() == Goal.DFU && at.begun().from() != Start.RECOVERY;
        if (reaches(computer)) {
            end(at.at(at.run().seen(now, StepEnd.How.COMPUTER), at.hand()), byComputer(computer));
        } else if (other) {
            end(at, new Verdict(false, Said.of("host-has-it-in-recovery"), AGAIN));
        } else if (at.run().ended() && now - at.run().endedNanos() > COMPUTER_LATE || at.run().givenUp(now, at.begun().atNanos(), false)) {
            over();
        }
    }

    /**
     * What leads out of a mode is reached when the computer sees the device up, or has lost it from the mode; a restart when it sees it up
     * again.
     */
    private boolean reaches(ComputerSees computer) {
        boolean leaves = goal() == Goal.LEAVE_RECOVERY || goal() == Goal.LEAVE_DFU;
        sights = sights.and(computer);
        if (goal() == Goal.FORCE_RESTART) {
            return sights.lost() && computer == ComputerSees.NORMAL;
        }
        return leaves ? computer == ComputerSees.NORMAL || sights.in() && computer == ComputerSees.NOTHING
                : computer.toString().equals(goal().toString());
    }

    private static Verdict byComputer(ComputerSees computer) {
        if (computer == ComputerSees.NORMAL || computer == ComputerSees.NOTHING) {
            return new Verdict(true, Said.of(computer == ComputerSees.NORMAL ? "up-on-host" : "host-lost-it-by-usb"),
                    Text.of("core.coach.let-go-now"));
        }
        return new Verdict(true, Said.of("host-has-it", "mode", computer.toString()), Text.of("core.coach.let-go-now"));
    }

    private CoachRun seeing(CoachRun at, long now) {
        return at.seeing(now, subject.device().screen(), subject.device().computer());
    }

    /** Does what was done then, each at its own time, before the device is looked at. */
    private Pressing replay(Pressing.Replay of, Begun begun, long now) {
        int done = of.done();
        for (; done < of.events().size(); done++) {
            Trace.Event event = of.events().get(done);
            long at = begun.atNanos() + Math.round(event.at() * 1e9);
            if (at > now) {
                break;
            }
            subject.device().apply(event.input(), at);
        }
        return new Pressing.Replay(of.events(), done);
    }

    private void end(Leading at, Verdict found) {
        Trace trace = trace(at.begun());
        stop();
        ended(at.begun(), found, null, new Ended(at.run().score().sequence(), found, trace, !at.hand().isFree(),
                ends(at.run())));
        changed();
    }

    /** What came of the buttons is known after all. */
    private void answered(Asking at, Verdict found, @Nullable Reading reading) {
        ended(at.begun(), found, reading, new Ended(at.run().score().sequence(), found, trace(at.begun()), false,
                ends(at.run())));
    }

    private void ended(Begun begun, Verdict found, @Nullable Reading reading, Ended ended) {
        state = new Resting(begun, found, reading);
        ends.accept(ended);
    }

    /** What an earlier attempt came to. */
    private void forget() {
        state = new Resting(state.begun(), null, null);
    }

    private List<StepEnd> ends(CoachRun run) {
        return isObserved() ? run.ends() : List.of();
    }

    private Trace trace(Begun begun) {
        return new Trace(begun.from(), begun.plugged(), subject.device().timing(),
                Math.min(Trace.LONGEST, (now() - begun.atNanos()) / 1e9));
    }
}
