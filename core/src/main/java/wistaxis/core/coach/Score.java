package wistaxis.core.coach;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import wistaxis.core.buttons.ButtonSequence;
import wistaxis.core.buttons.ButtonStep;
import wistaxis.core.buttons.Rehearsal;
import wistaxis.core.buttons.Start;
import wistaxis.core.device.DeviceButton;
import wistaxis.core.device.LayoutFacts;

/**
 * A button sequence laid out in time: nominal spans of the steps and the stretches in which each button is down.
 *
 * @param spans one a step, nanoseconds from the beginning
 */
public record Score(ButtonSequence sequence, List<Rehearsal.Span> spans) {
    /** A stretch of steps, from the start of the first to the end of the last. */
    public record Bar(int firstStep, int lastStep, boolean tap) {}

    public Score {
        spans = List.copyOf(spans);
    }

    public static Score of(ButtonSequence sequence, LayoutFacts family, Start start) {
        return new Score(sequence, new Rehearsal(sequence, family, start).spans());
    }

    public ButtonStep step(int index) {
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

    /** The buttons that are down when a step begins. */
    Set<DeviceButton> heldBefore(int step) {
        Set<DeviceButton> held = EnumSet.noneOf(DeviceButton.class);
        for (ButtonStep s : sequence.steps().subList(0, step)) {
            if (s.action() == ButtonStep.Action.HOLD) {
                held.addAll(s.buttons());
            } else if (s.action() == ButtonStep.Action.RELEASE) {
                s.buttons().forEach(held::remove);
            }
        }
        return held;
    }

    /** For each button the stretches of steps in which it is down, in order. */
    public Map<DeviceButton, List<Bar>> bars() {
        Map<DeviceButton, List<Bar>> bars = new EnumMap<>(DeviceButton.class);
        for (int i = 0; i < steps(); i++) {
            ButtonStep step = step(i);
            for (DeviceButton button : step.action() == ButtonStep.Action.RELEASE ? List.<DeviceButton>of() : step.buttons()) {
                List<Bar> lane = bars.computeIfAbsent(button, _ -> new ArrayList<>());
                boolean tap = step.action() == ButtonStep.Action.TAP;
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
