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
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.device.Family;
import wistaxis.core.device.KeyFamily;
import wistaxis.core.device.PhysicalKey;
import wistaxis.core.keys.DeviceMachine;
import wistaxis.core.keys.DeviceState;
import wistaxis.core.keys.Goal;
import wistaxis.core.keys.KeySequence;
import wistaxis.core.keys.SequenceLibrary;
import wistaxis.core.keys.Start;
import wistaxis.core.outside.DeviceLink;
import wistaxis.core.practice.Drilled;
import wistaxis.core.practice.StepScore;
import wistaxis.core.ticket.EventWords;
import wistaxis.workbench.life.Change;
import wistaxis.workbench.life.Life;

/** Practice on a simulated device: it is put into its starting state before every attempt, and every attempt is scored step by step. */
public final class Drill implements CoachSubject {
    /** A device of each family to practise on: common ones. */
    private static final Map<KeyFamily, String> USUAL = Map.of(KeyFamily.HOME_PHONE, "iPhone8,1", KeyFamily.VOLUME_DOWN, "iPhone9,1",
            KeyFamily.SIDE_KEY, "iPhone14,5", KeyFamily.HOME_PAD, "iPad12,1",
            KeyFamily.TOP_PAD, "iPad13,1");

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
    public Family family() {
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
    public Set<PhysicalKey> broken() {
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
    public void choose(KeyFamily family) {
        if (family != model.family()) {
            coaching.stop();
            model = devices.byIdentifier(USUAL.get(family)).orElseThrow();
            choose(coaching.goal());
        }
    }

    /** Practises a goal, from the state that its first school is meant for. */
    public void choose(Goal goal) {
        from = sequences.get().of(model, goal).stream().findFirst().map(s -> s.from().getFirst()).orElse(Start.ON);
        coaching.choose(goal);
        coaching.school().ifPresent(this::rest);
    }

    /** Practises one school; where the usual device of its family does not know it, one that does. */
    public void choose(KeySequence school) {
        if (sequences.get().of(model, school.goal()).stream().noneMatch(s -> s.key().equals(school.key()))) {
            model = devices.models().stream()
                    .filter(m -> sequences.get().of(m, school.goal()).stream().anyMatch(s -> s.key().equals(school.key())))
                    .min(java.util.Comparator.comparing(m -> m.identifier().equals(USUAL.get(school.family())) ? 0 : 1)).orElse(model);
        }
        from = school.from().getFirst();
        coaching.choose(school.goal());
        coaching.schools().stream().filter(s -> s.key().equals(school.key())).findFirst().ifPresent(s -> {
            coaching.choose(s);
            rest(s);
        });
    }

    @Override
    public void prepare(KeySequence school) {
        from = school.from().contains(from) ? from : school.from().getFirst();
        Map<String, Double> late = new HashMap<>();
        distractions.forEach(d -> late.put(d.threshold, d.least + random.nextDouble() * (d.most - d.least)));
        shifts = replayed == null ? late : replayed;
        rest(school);
    }

    /** The device lies there as the school wants it. */
    private void rest(KeySequence school) {
        machine = new DeviceMachine(family());
        device = simulated.apply(machine, machine.start(from, school.plugged(), life.time().nowNanos()));
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
            List<StepScore> steps = StepScore.of(e.trace(), e.school(), family());
            last = new Drilled(practice.person(), life.now(), model.identifier(), e.school().family(), e.school().goal(),
                    e.school().school(), blind, shifts, e.verdict().success(),
                    EventWords.of(e.verdict().says()).toString(), steps, e.trace());
            practice.add(last);
        }
    }
}
