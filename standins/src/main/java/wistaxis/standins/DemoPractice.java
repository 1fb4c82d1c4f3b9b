package wistaxis.standins;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import wistaxis.core.buttons.ButtonSequence;
import wistaxis.core.buttons.ButtonStep;
import wistaxis.core.buttons.DeviceMachine;
import wistaxis.core.buttons.DeviceState;
import wistaxis.core.buttons.Explanation;
import wistaxis.core.buttons.Landing;
import wistaxis.core.buttons.Playing;
import wistaxis.core.buttons.Rehearsal;
import wistaxis.core.buttons.SequenceLibrary;
import wistaxis.core.buttons.Trace;
import wistaxis.core.device.DeviceButton;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.device.LayoutFacts;
import wistaxis.core.practice.Drilled;
import wistaxis.core.practice.Margin;
import wistaxis.core.practice.Measured;
import wistaxis.core.practice.StepScore;

/** The demo's practice: somebody invented who got steadier over twelve days. The attempts are played on the key model like anybody's. */
public final class DemoPractice {
    /** Who practised. */
    public static final String PERSON = "Marsh keeper";

    private static final List<String> METHODS = List.of("SIDE-KEY/dfu/Ten-five-ten", "SIDE-KEY/dfu/Black then both",
            "SIDE-KEY/recovery/Plugged restart", "TOP-PAD/dfu/Three-ten-five");

    private DemoPractice() {}

    /** Attempts of the twelve days before, oldest first. */
    public static List<Drilled> attempts(Instant now) {
        Random random = new Random(11);
        Map<ButtonSequence, List<Margin>> margins = new HashMap<>();
        List<Drilled> all = new ArrayList<>();
        for (int day = 12; day >= 1; day--) {
            double unsteady = 0.05 + 0.09 * day;
            for (int i = 0; i < (day % 4 == 3 ? 0 : 4 + random.nextInt(4)); i++) {
                ButtonSequence method = SequenceLibrary.shipped().all().stream()
                        .filter(s -> s.key().equals(METHODS.get(random.nextInt(METHODS.size())))).findFirst()
                        .orElse(SequenceLibrary.shipped().all().getFirst());
                List<Margin> known = margins.computeIfAbsent(method,
                        q -> Margin.of(q, DeviceCatalogue.shipped().family(q.family()), q.from().getFirst()));
                all.add(attempt(method, known, now.minus(Duration.ofDays(day)).plus(Duration.ofMinutes(2L * i)), unsteady, random));
            }
        }
        return all;
    }

    /** What was measured of the hand. */
    public static List<Measured> measured() {
        Random random = new Random(3);
        List<Measured> all = new ArrayList<>();
        for (int i = 0; i < 5; i++) {
            all.add(new Measured(Measured.What.LIGHT, 0.24 + 0.03 * random.nextGaussian(), 0));
            all.add(new Measured(Measured.What.HOLD_CUED, 5.03 + 0.09 * random.nextGaussian(), 5));
            all.add(new Measured(Measured.What.HOLD_BLIND, 5 * (1 + 0.11 * random.nextGaussian()), 5));
        }
        return all;
    }

    private static Drilled attempt(ButtonSequence method, List<Margin> margins, Instant at, double unsteady, Random random) {
        LayoutFacts family = DeviceCatalogue.shipped().family(method.family());
        DeviceMachine machine = new DeviceMachine(family);
        List<Trace.Event> events = events(method, new Rehearsal(method, family, method.from().getFirst()).spans(), unsteady, random);
        Trace trace = new Trace(method.from().getFirst(), method.plugged(), events, events.getLast().at() + 4);
        DeviceState s = machine.start(trace.start(), trace.plugged(), 0);
        Landing landing = Landing.from(method.goal(), machine, s);
        boolean landed = false;
        for (Trace.Event e : events) {
            s = machine.apply(s, e.input(), Math.round(e.at() * 1e9));
            landed |= landing.reached(s);
        }
        s = machine.advance(s, Math.round(trace.until() * 1e9));
        landed |= landing.reached(s);
        String device = method.family().toString().equals("TOP-PAD") ? "iPad13,1" : "iPhone14,5";
        return new Drilled(PERSON, at, device, method.family(), method.goal(), method.method(), true, Map.of(), landed,
                Explanation.of(s, machine).toString(), StepScore.of(trace, method, family, margins), trace);
    }

    private static List<Trace.Event> events(ButtonSequence method, List<Rehearsal.Span> spans, double unsteady, Random random) {
        List<Trace.Event> events = new ArrayList<>();
        List<DeviceButton> down = new ArrayList<>();
        double late = 0;
        for (int i = 0; i < spans.size(); i++) {
            ButtonStep step = method.steps().get(i);
            double start = Math.max(last(events), spans.get(i).startNanos() / 1e9 + late);
            List<DeviceButton> fresh = step.buttons().stream().filter(k -> !down.contains(k)).toList();
            switch (step.action()) {
                case TAP -> {
                    double length = Math.max(0.05, 0.3 + 0.2 * unsteady * random.nextGaussian());
                    fresh.forEach(k -> events.add(new Trace.Event(start, Trace.Kind.DOWN, k)));
                    fresh.forEach(k -> events.add(new Trace.Event(start + length, Trace.Kind.UP, k)));
                }
                case HOLD -> {
                    fresh.forEach(k -> events.add(new Trace.Event(start, Trace.Kind.DOWN, k)));
                    down.addAll(fresh);
                }
                case RELEASE -> {
                    step.buttons().forEach(k -> events.add(new Trace.Event(start, Trace.Kind.UP, k)));
                    down.removeAll(step.buttons());
                }
                default -> { }
            }
            late = step.action() == ButtonStep.Action.HOLD && spans.get(i).endNanos() > spans.get(i).startNanos() ? 0.2
                    + unsteady * random.nextGaussian() : Math.max(0, late);
            late = Math.max(late, (spans.get(i).startNanos() - spans.get(i).endNanos()) / 1e9 + Playing.AFTER_TAP / 1e9 / 10);
        }
        events.sort(Comparator.comparingDouble(Trace.Event::at));
        return events;
    }

    private static double last(List<Trace.Event> events) {
        return events.isEmpty() ? 0 : events.getLast().at() + 0.05;
    }
}
