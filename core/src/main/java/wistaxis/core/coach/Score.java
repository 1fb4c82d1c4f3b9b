package wistaxis.core.coach;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import wistaxis.core.device.Family;
import wistaxis.core.device.PhysicalKey;
import wistaxis.core.keys.KeySequence;
import wistaxis.core.keys.KeyStep;
import wistaxis.core.keys.Rehearsal;
import wistaxis.core.keys.Start;

/**
 * A key sequence laid out in time: nominal spans of the steps and the stretches in which each key is down.
 *
 * @param spans one a step, nanoseconds from the beginning
 */
public record Score(KeySequence sequence, List<Rehearsal.Span> spans) {
    /** A stretch of steps, from the start of the first to the end of the last. */
    public record Bar(int firstStep, int lastStep, boolean tap) {}

    public Score {
        spans = List.copyOf(spans);
    }

    public static Score of(KeySequence sequence, Family family, Start start) {
        return new Score(sequence, new Rehearsal(sequence, family, start).spans());
    }

    public KeyStep step(int index) {
        return sequence.steps().get(index);
    }

    public int steps() {
        return spans.size();
    }

    /** The nominal length of a step, in nanoseconds; 0 for what is done at once. */
    public long lengthNanos(int step) {
        return spans.get(step).endNanos() - spans.get(step).startNanos();
    }

    /** What a step asks for, so many seconds into it. */
    public Instruction instruction(int step, double goneSeconds) {
        return Instruction.of(step(step), heldBefore(step), goneSeconds, lengthNanos(step) / 1e9);
    }

    /** The keys that are down when a step begins. */
    Set<PhysicalKey> heldBefore(int step) {
        Set<PhysicalKey> held = EnumSet.noneOf(PhysicalKey.class);
        for (KeyStep s : sequence.steps().subList(0, step)) {
            if (s.action() == KeyStep.Action.HOLD) {
                held.addAll(s.keys());
            } else if (s.action() == KeyStep.Action.RELEASE) {
                s.keys().forEach(held::remove);
            }
        }
        return held;
    }

    /** For each key the stretches of steps in which it is down, in order. */
    public Map<PhysicalKey, List<Bar>> bars() {
        Map<PhysicalKey, List<Bar>> bars = new EnumMap<>(PhysicalKey.class);
        for (int i = 0; i < steps(); i++) {
            KeyStep step = step(i);
            for (PhysicalKey key : step.action() == KeyStep.Action.RELEASE ? List.<PhysicalKey>of() : step.keys()) {
                List<Bar> lane = bars.computeIfAbsent(key, _ -> new ArrayList<>());
                boolean tap = step.action() == KeyStep.Action.TAP;
                boolean goesOn = !tap && !lane.isEmpty() && !lane.getLast().tap() && lane.getLast().lastStep() == i - 1;
                if (goesOn) {
                    lane.add(new Bar(lane.removeLast().firstStep(), i, false));
                } else {
                    lane.add(new Bar(i, i, tap));
                }
            }
        }
        return bars;
    }
}
