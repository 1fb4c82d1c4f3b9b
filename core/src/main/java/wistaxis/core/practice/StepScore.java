package wistaxis.core.practice;

import static wistaxis.core.words.Say.t;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalLong;
import org.jspecify.annotations.Nullable;
import wistaxis.core.buttons.ButtonSequence;
import wistaxis.core.buttons.ButtonStep;
import wistaxis.core.buttons.DeviceMachine;
import wistaxis.core.buttons.DeviceState;
import wistaxis.core.buttons.Trace;
import wistaxis.core.buttons.Until;
import wistaxis.core.device.DeviceButton;
import wistaxis.core.device.LayoutFacts;

/**
 * How one step of an attempt went, read from its trace.
 *
 * @param step from 0
 * @param late milliseconds after the moment it should have ended; early where negative; null where the hands never got there
 * @param from the earliest that still succeeds, milliseconds against the same moment, 0 or less
 * @param to the latest that still succeeds; null where there is no limit
 */
public record StepScore(int step, String what, @Nullable Long late, long from, @Nullable Long to) {
    /** Whether it was inside its margin. */
    public boolean inTime() {
        return late != null && late >= from && (to == null || late <= to);
    }

    /**
     * Scores every step at whose end hands act. A step that waits for something seen is measured from the moment the device showed it.
     *
     * @param family of the device that was practised on
     */
    public static List<StepScore> of(Trace trace, ButtonSequence method, LayoutFacts family) {
        return of(trace, method, family, Margin.of(method, family, method.from().contains(trace.start()) ? trace.start() : method.from()
                .getFirst()));
    }

    /** The same where the margins are known already. */
    public static List<StepScore> of(Trace trace, ButtonSequence method, LayoutFacts family, List<Margin> margins) {
        Follower follower = new Follower(trace, new DeviceMachine(family));
        List<StepScore> scores = new ArrayList<>();
        boolean lost = false;
        for (Margin m : margins) {
            ButtonStep step = method.steps().get(m.step());
            Follower.Spent spent = lost ? null : follower.follow(method, m.step(), Math.round(m.nominal() * 1e9));
            lost |= spent == null;
            if (m.byHand()) {
                long from = Math.round((m.earliest() - m.nominal()) * 1000);
                Long to = m.latest() == null ? null : (Long) Math.round((m.latest() - m.nominal()) * 1000);
                scores.add(new StepScore(m.step(), words(step), spent == null ? null : (Long) Math.round(spent.lateNanos() / 1e6), from,
                        to));
            }
        }
        return scores;
    }

    private static String words(ButtonStep step) {
        String buttons = DeviceButton.together(step.buttons());
        String does = t(step.action() == ButtonStep.Action.TAP ? "core.coach.tap" : "core.coach.hold", "buttons", buttons);
        return step.until() == null ? does : t("core.coach.to", "does", does, "sign", step.until().mark());
    }

    /** Walks through a trace step by step. */
    private static final class Follower {
        private final Trace trace;
        private final DeviceMachine machine;
        private final Map<DeviceButton, Long> down = new EnumMap<>(DeviceButton.class);
        private int next;
        private long now = -1;

        /** @param lateNanos against the moment at which the step should have ended */
        record Spent(long lateNanos) {}

        Follower(Trace trace, DeviceMachine machine) {
            this.trace = trace;
            this.machine = machine;
        }

        /** @return null where the hands did not do what the step asks */
        @Nullable Spent follow(ButtonSequence method, int i, long nominal) {
            ButtonStep step = method.steps().get(i);
            switch (step.action()) {
                case TAP -> {
                    Long pressed = await(Trace.Kind.DOWN, step.buttons());
                    Long released = await(Trace.Kind.UP, step.buttons());
                    double length = step.seconds() == null ? 0.3 : step.seconds();
                    return pressed == null || released == null ? null : new Spent(released - pressed - Math.round(length * 1e9));
                }
                case HOLD -> {
                    List<DeviceButton> fresh = step.buttons().stream().filter(k -> !down.containsKey(k)).toList();
                    Long began = fresh.isEmpty() ? (Long) Math.max(0, now) : await(Trace.Kind.DOWN, fresh);
                    if (began == null) {
                        return null;
                    }
                    long end = Math.round(trace.until() * 1e9);
                    Long ended = peek(method, i);
                    if (ended == null) { // still held when the attempt was over: right, where all that was waited for had come
                        return due(step, began, end + 1 - began) <= end ? new Spent(0) : null;
                    }
                    long due = due(step, began, nominal);
                    now = Math.max(now, due);
                    return new Spent(ended - due);
                }
                case RELEASE -> {
                    return await(Trace.Kind.UP, step.buttons()) == null ? null : new Spent(0);
                }
                case PLUG, UNPLUG, DRAG -> {
                    return await(Trace.Kind.valueOf(step.action().name()), List.of()) == null ? null : new Spent(0);
                }
                default -> {
                    return new Spent(0);
                }
            }
        }

        /**
         * When the step should have ended: by the clock, or when it was seen, whichever came first; what never came should have come
         * after its nominal length.
         */
        private long due(ButtonStep step, long began, long nominal) {
            long timed = step.seconds() == null ? Long.MAX_VALUE : began + Math.round(step.seconds() * 1e9);
            return step.until() == null ? timed : Math.min(timed, seen(step.until(), began)
                    .orElse(timed == Long.MAX_VALUE ? began + nominal : timed));
        }

        /** When something was first to be seen from a moment on. */
        private OptionalLong seen(Until until, long fromNanos) {
            DeviceState s = machine.start(trace.start(), trace.plugged(), 0);
            for (Trace.Event e : trace.events()) {
                long at = Math.round(e.at() * 1e9);
                OptionalLong found = watch(s, until, fromNanos, at);
                if (found.isPresent()) {
                    return found;
                }
                s = machine.apply(s, e.input(), at);
            }
            return watch(s, until, fromNanos, Math.round(trace.until() * 1e9));
        }

        private OptionalLong watch(DeviceState from, Until until, long fromNanos, long toNanos) {
            DeviceState s = from;
            while (true) {
                if (s.nowNanos() >= fromNanos && until.isMet(machine.screen(s), machine.computer(s))) {
                    return OptionalLong.of(s.nowNanos());
                }
                long due = Math.min(machine.nextDeadline(s).orElse(toNanos), toNanos);
                boolean passes = s.nowNanos() < fromNanos && fromNanos < due;
                if (!passes && due >= toNanos) {
                    return OptionalLong.empty();
                }
                s = machine.advance(s, passes ? fromNanos : due);
            }
        }

        /** The end of a hold: the next thing that hands do to its buttons or to the next step's, without taking it. */
        private @Nullable Long peek(ButtonSequence method, int i) {
            if (i + 1 < method.steps().size() && method.steps().get(i + 1).action() == ButtonStep.Action.HOLD
                    && down.keySet().containsAll(method.steps().get(i + 1).buttons())) {
                ButtonStep step = method.steps().get(i);
                return step.until() == null ? (Long) now : (Long) seen(step.until(), Math.max(0, now)).orElse(Math.max(0, now));
            }
            for (int e = next; e < trace.events().size(); e++) {
                Trace.Event event = trace.events().get(e);
                boolean ours = event.button() == null || down.containsKey(event.button()) == (event.event() == Trace.Kind.UP);
                if (ours) {
                    return Math.round(event.at() * 1e9);
                }
            }
            return null;
        }

        /** Takes the events of these buttons; @return when the last of them happened, null where one is missing */
        private @Nullable Long await(Trace.Kind kind, List<DeviceButton> buttons) {
            List<DeviceButton> left = new ArrayList<>(buttons);
            for (int e = next; e < trace.events().size(); e++) {
                Trace.Event event = trace.events().get(e);
                if (event.event() == kind && (buttons.isEmpty() || left.remove(event.button()))) {
                    long at = Math.round(event.at() * 1e9);
                    DeviceButton button = event.button();
                    if (button != null && kind == Trace.Kind.DOWN) {
                        down.put(button, at);
                    } else if (button != null) {
                        down.remove(button);
                    }
                    if (left.isEmpty()) {
                        next = e + 1;
                        now = at;
                        return at;
                    }
                }
            }
            return null;
        }
    }
}
