package wistaxis.core.coach;

import wistaxis.core.buttons.ButtonStep;
import wistaxis.core.buttons.Input;
import wistaxis.core.outside.DeviceLink;

/** Perfect hands: they do what each step says when it begins, and see by themselves what ends a step. For one attempt. */
public final class Demonstration {
    private final DeviceLink device;
    private int shown = -1;

    public Demonstration(DeviceLink device) {
        this.device = device;
    }

    /**
     * Does what is due.
     *
     * @param nowNanos on the scale of the run
     * @return the run, further on where the hands have seen what it waits for
     */
    public CoachRun go(CoachRun run, long nowNanos) {
        CoachRun at = run;
        while (!at.countingIn(nowNanos)) {
            while (shown < at.step()) {
                if (shown >= 0 && at.score().step(shown).action() == ButtonStep.Action.TAP) {
                    release(at.score().step(shown), nowNanos);
                }
                perform(at.score().step(++shown), nowNanos);
            }
            ButtonStep step = at.score().step(at.step());
            if (step.action() == ButtonStep.Action.TAP && step.seconds() != null && nowNanos - at.starts()
                    .getLast() >= step.seconds() * 1e9) {
                release(step, nowNanos);
            }
            CoachRun next = at.seeing(nowNanos, device.screen(), device.computer());
            if (next == at) {
                return at;
            }
            at = next;
        }
        return at;
    }

    private void release(ButtonStep step, long nowNanos) {
        step.buttons().forEach(k -> device.apply(new Input.Up(k), nowNanos));
    }

    private void perform(ButtonStep step, long nowNanos) {
        switch (step.action()) {
            case TAP, HOLD -> step.buttons().stream().filter(k -> !device.at(nowNanos).down().buttons().contains(k))
                    .forEach(k -> device.apply(new Input.Down(k), nowNanos));
            case RELEASE -> release(step, nowNanos);
            case PLUG -> device.apply(new Input.Plug(), nowNanos);
            case UNPLUG -> device.apply(new Input.Unplug(), nowNanos);
            case DRAG -> device.apply(new Input.Drag(), nowNanos);
            case WAIT -> { }
        }
    }
}
