package wistaxis.core.practice;

import java.util.ArrayList;
import java.util.List;
import java.util.function.LongFunction;
import org.jspecify.annotations.Nullable;
import wistaxis.core.device.Family;
import wistaxis.core.device.PhysicalKey;
import wistaxis.core.keys.DeviceMachine;
import wistaxis.core.keys.KeySequence;
import wistaxis.core.keys.KeyStep;
import wistaxis.core.keys.Playing;
import wistaxis.core.keys.Rehearsal;
import wistaxis.core.keys.Start;
import wistaxis.core.keys.Until;

/**
 * How early and how late a step may end while everything else is done right, exactly, from the device's model. All in seconds from the
 * beginning of the step. What is done in
 * a moment (release, plug) has no length; its moment is the end of the step before it.
 *
 * @param step from 0
 * @param byHand whether hands act at its end; a hold that goes on into the next step is only looked at, so anything will do
 * @param nominal when it ends as taught
 * @param earliest 0 where it may end at once
 * @param latest null where it may last as long as one likes
 * @param gapLatest for a tap, how long after letting go the next step may begin at the latest; null for other steps and where there is no
 *     limit
 */
public record Margin(int step, KeyStep.Action action, List<PhysicalKey> keys, @Nullable Until until, boolean byHand, double nominal,
        double earliest, @Nullable Double latest, @Nullable Double gapLatest) {
    /** Beyond this nobody waits: a limit that is not found within it is none. Ours. */
    private static final long FAR = 60_000_000_000L;

    /** Shorter than the shortest threshold of any family, so that no stretch that fails is stepped over. */
    private static final long STRIDE = 200_000_000L;

    /** The margin of every step. */
    public static List<Margin> of(KeySequence school, Family family, Start start) {
        DeviceMachine machine = new DeviceMachine(family);
        List<Rehearsal.Span> spans = new Rehearsal(school, family, start).spans();
        List<Margin> margins = new ArrayList<>();
        for (int i = 0; i < school.steps().size(); i++) {
            KeyStep step = school.steps().get(i);
            boolean byHand = step.action() == KeyStep.Action.TAP || step.action() == KeyStep.Action.HOLD && endsByHand(school, i);
            margins.add(byHand ? of(school, machine, start, i, spans.get(i))
                    : new Margin(i, step.action(), step.keys(), step.until(), false,
                    (spans.get(i).endNanos() - spans.get(i).startNanos()) / 1e9, 0, null, null));
        }
        return margins;
    }

    /** Whether hands do anything at its end; one hold that goes on into the next is only looked at. */
    private static boolean endsByHand(KeySequence school, int i) {
        if (i + 1 == school.steps().size()) {
            return true;
        }
        KeyStep next = school.steps().get(i + 1);
        return next.action() != KeyStep.Action.HOLD || !school.steps().get(i).keys().containsAll(next.keys());
    }

    private static Margin of(KeySequence school, DeviceMachine machine, Start start, int i, Rehearsal.Span span) {
        KeyStep step = school.steps().get(i);
        Trial trial = new Trial(school, machine, start);
        if (step.action() == KeyStep.Action.HOLD) {
            long nominal = span.endNanos() - span.startNanos();
            Long earliest = trial.limit(nominal, 0, at -> new Moved(i, null, at));
            Long latest = trial.limit(nominal, nominal + FAR, at -> new Moved(i, null, at));
            return new Margin(i, step.action(), step.keys(), step.until(), true, nominal / 1e9, earliest == null ? 0 : earliest / 1e9,
                    seconds(latest), null);
        }
        long nominal = span.endNanos() - span.startNanos() - Playing.AFTER_TAP;
        Long earliest = trial.limit(nominal, 1, at -> new Moved(i, Playing.Moment.TAP, at - nominal));
        Long latest = trial.limit(nominal, FAR, at -> new Moved(i, Playing.Moment.TAP, at - nominal));
        Long gap = trial.limit(Playing.AFTER_TAP, FAR, at -> new Moved(i, Playing.Moment.GAP, at - Playing.AFTER_TAP));
        return new Margin(i, step.action(), step.keys(), step.until(), true, nominal / 1e9, earliest == null ? 0 : earliest / 1e9,
                seconds(latest), seconds(gap));
    }

    private static @Nullable Double seconds(@Nullable Long nanos) {
        return nanos == null ? null : (Double) (nanos / 1e9);
    }

    /** Perfect hands but for one moment: a hold that is forced to a length, or a tap or gap that is late. */
    private record Moved(int step, Playing.@Nullable Moment moment, long nanos) implements Playing.Hands {
        @Override
        public long late(int at, Playing.Moment what, long nominalNanos) {
            return at == step && what == moment ? nanos : 0;
        }

        @Override
        public long forced(int at) {
            return at == step && moment == null ? nanos : -1;
        }
    }

    private record Trial(KeySequence school, DeviceMachine machine, Start start) {
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
            return Playing.lands(school, machine, start, hands);
        }
    }
}
