package wistaxis.desktop.app;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import wistaxis.core.coach.CoachRun;
import wistaxis.core.coach.Cue;
import wistaxis.core.coach.Score;
import wistaxis.core.coach.Verdict;
import wistaxis.core.device.PhysicalKey;
import wistaxis.core.keys.DeviceState;
import wistaxis.core.keys.Explanation;
import wistaxis.core.keys.Goal;
import wistaxis.core.keys.Input;
import wistaxis.core.keys.KeySequence;
import wistaxis.core.keys.KeyStep;
import wistaxis.core.keys.Landing;
import wistaxis.core.keys.Phase;
import wistaxis.core.keys.Screen;
import wistaxis.core.keys.Start;
import wistaxis.core.keys.Trace;
import wistaxis.core.ticket.TicketEvent;

/** The keys of one ticket: coach, hands (of the technician or of "Show me"), and the verdict. Always in real time. */
public final class KeysDesk {
    /** How long after a step should have ended, or the last one has, an attempt is given up. */
    private static final long PATIENCE = 12_000_000_000L;

    private final Workbench bench;
    private final TicketDesk desk;
    private KeySequence school;
    private @Nullable CoachRun run;
    private @Nullable Verdict verdict;
    private Consumer<Cue> cues = _ -> { };
    private @Nullable Landing landing;
    private boolean showing;
    private int shownStep;
    private long begunNanos;
    private long heardNanos;

    KeysDesk(Workbench bench, TicketDesk desk) {
        this.bench = bench;
        this.desk = desk;
        this.school = schools().getFirst();
    }

    public List<KeySequence> schools() {
        Goal goal = "dfu-restore".equals(desk.ticket().route()) ? Goal.DFU : Goal.RECOVERY;
        return bench.sequences().of(desk.model(), goal);
    }

    /** The school chosen; the first of the goal when the goal has changed since. */
    public KeySequence school() {
        if (schools().stream().noneMatch(school::equals)) {
            school = schools().getFirst();
        }
        return school;
    }

    public void choose(KeySequence next) {
        stop();
        school = next;
        bench.changed();
    }

    /** The state the device is in, in the words of a school's beginnings. */
    public Start start() {
        DeviceState state = desk.deviceNow();
        return switch (state.phase()) {
            case Phase.Off _ -> Start.OFF;
            case Phase.Looping _ -> Start.LOOPING;
            case Phase.Recovery _ -> Start.RECOVERY;
            case Phase.Dfu _ -> Start.DFU;
            default -> state.face() == Screen.DISABLED_SCREEN ? Start.DISABLED : Start.ON;
        };
    }

    /** The school as a score, from the state the device is in, or from the first it is meant for. */
    public Score score() {
        Start start = start();
        return Score.of(school(), desk.family(), school.from().contains(start) ? start : school.from().getFirst());
    }

    public Optional<CoachRun> run() {
        return Optional.ofNullable(run);
    }

    public Optional<Verdict> verdict() {
        return Optional.ofNullable(verdict);
    }

    /** When the running attempt began, bench time. */
    public long attemptNanos() {
        return begunNanos;
    }

    /** The keys that are down, pressed by whoever. */
    public Set<PhysicalKey> down() {
        return desk.deviceNow().down().keys();
    }

    /** Hears every cue when it is due, on the JavaFX thread. */
    public void hear(Consumer<Cue> listener) {
        cues = listener;
    }

    /** Begins an attempt with the count-in. */
    public void begin() {
        begin(false);
    }

    /** Plays the sequence perfectly, plugging in first where the school wants that. */
    public void showMe() {
        begin(true);
    }

    private void begin(boolean show) {
        stop();
        bench.setRate(1);
        long now = bench.nowNanos();
        desk.device().beginAttempt(now);
        Score score = score();
        verdict = null;
        showing = show;
        shownStep = -1;
        if (show && desk.deviceNow().plugged() != school.plugged()) {
            apply(school.plugged() ? new Input.Plug() : new Input.Unplug());
        }
        run = CoachRun.begin(score, now);
        begunNanos = now;
        landing = Landing.from(school().goal(), desk.machine(), desk.deviceNow());
        heardNanos = now - 1;
        bench.changed();
    }

    /** Ends the attempt without a verdict and lets go of every key. */
    public void stop() {
        run = null;
        showing = false;
        List.copyOf(down()).forEach(k -> apply(new Input.Up(k)));
    }

    /** A key goes down; repeats while it is down are ignored. */
    public void press(PhysicalKey key) {
        if (!showing && !down().contains(key)) {
            apply(new Input.Down(key));
        }
    }

    public void release(PhysicalKey key) {
        if (!showing && down().contains(key)) {
            apply(new Input.Up(key));
        }
    }

    public void toggleCable() {
        apply(desk.deviceNow().plugged() ? new Input.Unplug() : new Input.Plug());
        bench.changed();
    }

    private void apply(Input input) {
        desk.device().apply(input, bench.nowNanos());
    }

    /** "I see it now." */
    public void seen() {
        if (run != null) {
            run = run.seen(bench.nowNanos());
        }
    }

    void tick() {
        CoachRun before = run;
        if (before == null || landing == null) {
            return;
        }
        long now = bench.nowNanos();
        CoachRun ticked = before.tick(now, desk.device().host());
        CoachRun next = showing ? show(ticked, now) : ticked;
        next.cues(heardNanos, now).forEach(cues);
        heardNanos = now;
        run = next;
        Optional<Verdict> found = Verdict.of(landing, desk.deviceNow());
        if (found.isPresent()) {
            end(found.get());
        } else if (now - next.spans(begunNanos).get(next.step()).endNanos() > PATIENCE) {
            end(new Verdict(false, Explanation.of(desk.deviceNow(), desk.machine()), "Start the whole sequence again; several attempts are normal."));
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
        boolean seen = !at.ended() && step.until() != null && step.until().isMet(desk.device().screen(), desk.device().host());
        return seen ? show(at.seen(now), now) : at;
    }

    private void perform(KeyStep step) {
        switch (step.action()) {
            case TAP, HOLD -> step.keys().stream().filter(k -> !down().contains(k)).forEach(k -> apply(new Input.Down(k)));
            case RELEASE -> step.keys().forEach(k -> apply(new Input.Up(k)));
            case PLUG -> apply(new Input.Plug());
            case UNPLUG -> apply(new Input.Unplug());
            case WAIT, DRAG -> { }
        }
    }

    private void end(Verdict found) {
        verdict = found;
        List<Trace.Event> timing = desk.device().timing();
        boolean demonstration = showing;
        stop();
        desk.record(new TicketEvent.KeysAttempted(school.school() + (demonstration ? " (shown)" : ""), school.goal().toString(), found.success(), found.says(), timing));
    }
}
