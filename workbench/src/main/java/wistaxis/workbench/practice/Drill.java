package wistaxis.workbench.practice;

import java.util.Collections;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import wistaxis.core.buttons.ButtonSequence;
import wistaxis.core.buttons.DeviceMachine;
import wistaxis.core.buttons.DeviceState;
import wistaxis.core.buttons.Goal;
import wistaxis.core.buttons.SequenceLibrary;
import wistaxis.core.buttons.Start;
import wistaxis.core.device.ButtonLayout;
import wistaxis.core.device.DeviceButton;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.device.LayoutFacts;
import wistaxis.core.outside.DeviceLink;
import wistaxis.core.practice.Drilled;
import wistaxis.core.practice.StepScore;
import wistaxis.core.ticket.EventWords;
import wistaxis.workbench.life.Change;
import wistaxis.workbench.life.Life;

/** Practice on a simulated device: it is put into its starting state before every attempt, and every attempt is scored step by step. */
public final class Drill implements CoachSubject {
    /** A device of each family to practise on: common ones. */
    private static final Map<ButtonLayout, String> USUAL = Map.of(ButtonLayout.HOME_PHONE, "iPhone8,1", ButtonLayout.VOLUME_DOWN,
            "iPhone9,1",
            ButtonLayout.SIDE_KEY, "iPhone14,5", ButtonLayout.HOME_PAD, "iPad12,1",
            ButtonLayout.TOP_PAD, "iPad13,1");

    private final Life life;
    private final DeviceCatalogue devices;
    private final Supplier<SequenceLibrary> sequences;
    private final Practice practice;
    private final BiFunction<DeviceMachine, DeviceState, DeviceLink> simulated;
    private final Coaching coaching;
    private final Random random = new Random();
    private final Set<Distraction> distractions = EnumSet.noneOf(Distraction.class);
    private DeviceModel model;
    private Map<String, Double> shifts = Map.of();
    private DeviceMachine machine;
    private DeviceLink device;
    private Start from = Start.ON;
    private boolean blind;
    private @Nullable Drilled last;
    private @Nullable Map<String, Double> replayed;

    /** What is made late on purpose. */
    public enum Distraction {
        LATE_BLACK("resetSeconds", 0.3, 1.5), SLOW_HOST("hostDelaySeconds", 1, 3);

        private final String threshold;
        private final double least;
        private final double most;

        Distraction(String threshold, double least, double most) {
            this.threshold = threshold;
            this.least = least;
            this.most = most;
        }
    }

    /** @param simulated makes a device to practise on */
    public Drill(Life life, DeviceCatalogue devices, Supplier<SequenceLibrary> sequences, Practice practice, Coaches coaches,
            BiFunction<DeviceMachine, DeviceState, DeviceLink> simulated) {
        this.life = life;
        this.devices = devices;
        this.sequences = sequences;
        this.practice = practice;
        this.simulated = simulated;
        this.model = devices.byIdentifier("iPhone14,5").orElseThrow();
        this.machine = new DeviceMachine(family());
        this.device = simulated.apply(machine, machine.start(from, true, life.time().nowNanos()));
        this.coaching = coaches.coach(this, Goal.RECOVERY, this::ended);
    }

    public Coaching coaching() {
        return coaching;
    }

    @Override
    public DeviceModel model() {
        return model;
    }

    @Override
    public LayoutFacts family() {
        return devices.familyOf(model).late(shifts);
    }

    @Override
    public DeviceMachine machine() {
        return machine;
    }

    @Override
    public DeviceLink device() {
        return device;
    }

    @Override
    public DeviceState deviceNow() {
        return device.at(life.time().nowNanos());
    }

    @Override
    public Set<DeviceButton> broken() {
        return Set.of();
    }

    @Override
    public Start start() {
        return from;
    }

    @Override
    public Change.Topic topic() {
        return Change.Topic.PRACTICE;
    }

    @Override
    public boolean blind() {
        return blind;
    }

    /** With cues, or by feel. */
    public void blind(boolean on) {
        coaching.stop();
        blind = on;
        life.changes().tell(Change.Topic.PRACTICE);
    }

    public Set<Distraction> distractions() {
        return Collections.unmodifiableSet(distractions);
    }

    public void toggle(Distraction one) {
        if (!distractions.remove(one)) {
            distractions.add(one);
        }
        life.changes().tell(Change.Topic.PRACTICE);
    }

    /** Practises on the usual device of a family. */
    public void choose(ButtonLayout family) {
        if (family != model.family()) {
            coaching.stop();
            model = devices.byIdentifier(USUAL.get(family)).orElseThrow();
            choose(coaching.goal());
        }
    }

    /** Practises a goal, from the state that its first method is meant for. */
    public void choose(Goal goal) {
        from = sequences.get().of(model, goal).stream().findFirst().map(s -> s.from().getFirst()).orElse(Start.ON);
        coaching.choose(goal);
        coaching.method().ifPresent(this::rest);
    }

    /** Practises one method; where the usual device of its family does not know it, one that does. */
    public void choose(ButtonSequence method) {
        if (sequences.get().of(model, method.goal()).stream().noneMatch(s -> s.key().equals(method.key()))) {
            model = devices.models().stream()
                    .filter(m -> sequences.get().of(m, method.goal()).stream().anyMatch(s -> s.key().equals(method.key())))
                    .min(java.util.Comparator.comparing(m -> m.identifier().equals(USUAL.get(method.family())) ? 0 : 1)).orElse(model);
        }
        from = method.from().getFirst();
        coaching.choose(method.goal());
        coaching.methods().stream().filter(s -> s.key().equals(method.key())).findFirst().ifPresent(s -> {
            coaching.choose(s);
            rest(s);
        });
    }

    @Override
    public void prepare(ButtonSequence method) {
        from = method.from().contains(from) ? from : method.from().getFirst();
        Map<String, Double> late = new HashMap<>();
        distractions.forEach(d -> late.put(d.threshold, d.least + random.nextDouble() * (d.most - d.least)));
        shifts = replayed == null ? late : replayed;
        rest(method);
    }

    /** The device lies there as the method wants it. */
    private void rest(ButtonSequence method) {
        machine = new DeviceMachine(family());
        device = simulated.apply(machine, machine.start(from, method.plugged(), life.time().nowNanos()));
    }

    /** The last attempt, with its steps; empty before the first of this session. */
    public Optional<Drilled> last() {
        return Optional.ofNullable(last);
    }

    /** Plays an attempt again, with what was late then. */
    public void replay(Drilled attempt) {
        sequences.get().all().stream().filter(attempt::of).findFirst().ifPresent(s -> {
            choose(s);
            from = attempt.trace().start();
            replayed = attempt.shifts();
            coaching.replay(attempt.trace());
            replayed = null;
            last = attempt;
        });
    }

    public void tick() {
        coaching.tick();
        deviceNow();
    }

    private void ended(Coaching.Ended e) {
        if (!e.shown()) {
            List<StepScore> steps = StepScore.of(e.trace(), e.method(), family());
            last = new Drilled(practice.person(), life.now(), model.identifier(), e.method().family(), e.method().goal(),
                    e.method().method(), blind, shifts, e.verdict().success(),
                    EventWords.of(e.verdict().says()).toString(), steps, e.trace());
            practice.add(last);
        }
    }
}
