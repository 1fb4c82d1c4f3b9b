package wistaxis.core.practice;

import java.util.ArrayList;
import java.util.List;
import java.util.function.LongFunction;
import org.jspecify.annotations.Nullable;
import wistaxis.core.buttons.ButtonSequence;
import wistaxis.core.buttons.ButtonStep;
import wistaxis.core.buttons.DeviceMachine;
import wistaxis.core.buttons.Playing;
import wistaxis.core.buttons.Rehearsal;
import wistaxis.core.buttons.Start;
import wistaxis.core.buttons.Until;
import wistaxis.core.device.DeviceButton;
import wistaxis.core.device.LayoutFacts;

/**
 * How early and how late a step may end while everything else is done right, exactly, from the device's model. All in seconds from the
 * beginning of the step. What is done in a moment (release, plug) has no length; its moment is the end of the step before it.
 *
 * @param step from 0
 * @param byHand whether hands act at its end; a hold that goes on into the next step is only looked at, so anything will do
 * @param nominal when it ends as taught
 * @param earliest 0 where it may end at once
 * @param latest null where it may last as long as one likes
 * @param gapLatest for a tap, how long after letting go the next step may begin at the latest; null for other steps and where there is no
 *     limit
 */
public record Margin(int step, ButtonStep.Action action, List<DeviceButton> buttons, @Nullable Until until, boolean byHand, double nominal,
        double earliest, @Nullable Double latest, @Nullable Double gapLatest) {
    /** Beyond this nobody waits: a limit that is not found within it is none. Ours. */
    private static final long FAR = 60_000_000_000L;

    /** Shorter than the shortest threshold of any family, so that no stretch that fails is stepped over. */
    private static final long STRIDE = 200_000_000L;

    /** The margin of every step. */
    public static List<Margin> of(ButtonSequence method, LayoutFacts family, Start start) {
        DeviceMachine machine = new DeviceMachine(family);
        List<Rehearsal.Span> spans = new Rehearsal(method, family, start).spans();
        List<Margin> margins = new ArrayList<>();
        for (int i = 0; i < method.steps().size(); i++) {
            ButtonStep step = method.steps().get(i);
            boolean byHand = step.action() == ButtonStep.Action.TAP || step.action() == ButtonStep.Action.HOLD && endsByHand(method, i);
            margins.add(byHand ? of(method, machine, start, i, spans.get(i))
                    : new Margin(i, step.action(), step.buttons(), step.until(), false,
                    (spans.get(i).endNanos() - spans.get(i).startNanos()) / 1e9, 0, null, null));
        }
        return margins;
    }

    /** Whether hands do anything at its end; one hold that goes on into the next is only looked at. */
    private static boolean endsByHand(ButtonSequence method, int i) {
        if (i + 1 == method.steps().size()) {
            return true;
        }
        ButtonStep next = method.steps().get(i + 1);
        return next.action() != ButtonStep.Action.HOLD || !method.steps().get(i).buttons().containsAll(next.buttons());
    }

    private static Margin of(ButtonSequence method, DeviceMachine machine, Start start, int i, Rehearsal.Span span) {
        ButtonStep step = method.steps().get(i);
        Trial trial = new Trial(method, machine, start);
        if (step.action() == ButtonStep.Action.HOLD) {
            long nominal = span.endNanos() - span.startNanos();
            Long earliest = trial.limit(nominal, 0, at -> new Moved(i, null, at));
            Long latest = trial.limit(nominal, nominal + FAR, at -> new Moved(i, null, at));
            return new Margin(i, step.action(), step.buttons(), step.until(), true, nominal / 1e9, earliest == null ? 0 : earliest / 1e9,
                    seconds(latest), null);
        }
        long nominal = span.endNanos() - span.startNanos() - Playing.AFTER_TAP;
        Long earliest = trial.limit(nominal, 1, at -> new Moved(i, Playing.Moment.TAP, at - nominal));
        Long latest = trial.limit(nominal, FAR, at -> new Moved(i, Playing.Moment.TAP, at - nominal));
        Long gap = trial.limit(Playing.AFTER_TAP, FAR, at -> new Moved(i, Playing.Moment.GAP, at - Playing.AFTER_TAP));
        return new Margin(i, step.action(), step.buttons(), step.until(), true, nominal / 1e9, earliest == null ? 0 : earliest / 1e9,
                seconds(latest), seconds(gap));
    }

    private static @Nullable Double seconds(@Nullable Long nanos) {
        return nanos == null ? null : (Double) (nanos / 1e9);
    }

    /** Perfect hands but for one moment: a hold that is forced to a length, or a tap or gap that is late. */
    private record Moved(int step, Playing.@Nullable Moment moment, long nanos) implements Playing.Pressing {
        @Override
        public long late(int at, Playing.Moment what, long nominalNanos) {
            return at == step && what == moment ? nanos : 0;
        }

        @Override
        public long forced(int at) {
            return at == step && moment == null ? nanos : -1;
        }
    }

    private record Trial(ButtonSequence method, DeviceMachine machine, Start start) {
        /**
         * How far a moment can be moved from its nominal place before the sequence fails: first in strides, which are shorter than any
         * threshold, then halving down to a nanosecond.
         *
         * @return the last place that succeeds; null where all do as far as {@code end}
         */
        @Nullable Long limit(long nominal, long end, LongFunction<Moved> move) {
            long good = nominal;
            while (good != end) {
                long next = end > good ? Math.min(end, good + STRIDE) : Math.max(end, good - STRIDE);
                if (!lands(move.apply(next))) {
                    return halve(good, next, move);
                }
                good = next;
            }
            return null;
        }

        private long halve(long succeeds, long fails, LongFunction<Moved> move) {
            long good = succeeds;
            long bad = fails;
            while (Math.abs(bad - good) > 1) {
                long middle = good + (bad - good) / 2;
                if (lands(move.apply(middle))) {
                    good = middle;
                } else {
                    bad = middle;
                }
            }
            return good;
        }

        private boolean lands(Moved hands) {
            return Playing.lands(method, machine, start, hands);
        }
    }
}
