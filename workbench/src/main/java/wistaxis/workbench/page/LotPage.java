package wistaxis.workbench.page;

import java.time.Instant;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;
import wistaxis.core.bench.BenchPlan;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.lot.Lot;
import wistaxis.core.restore.HandoverFacts;
import wistaxis.core.route.Route;
import wistaxis.core.ticket.Attempt;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.words.Text;
import wistaxis.core.work.Rules;
import wistaxis.workbench.Workbench;

/**
 * A lot as it stands: who to take in hand next, what is in the way, and what can be said of many devices at once.
 *
 * @param next the devices to take in hand next, the first first
 * @param counts how many stand how
 * @param ready when all of it is done, by the plan; empty where nothing is left, or it is not planned yet
 */
public record LotPage(Lot lot, List<Device> devices, Map<Lot.Standing, Long> counts, List<Hand> next, Optional<Instant> ready) {
    /** So many devices are named to be taken in hand next: a person has two hands. Ours. */
    private static final int HANDS = 3;

    /**
     * A device.
     *
     * @param problem what is in its way, in words; empty for nothing
     * @param step the step that is recommended for it and may be taken; empty where none is
     * @param consent whether its owner has to agree to that
     * @param open what is still to be checked before it leaves
     * @param mayClose whether it may leave
     */
    public record Device(Ticket of, Lot.Standing standing, String problem, Optional<String> step, boolean consent,
            List<HandoverFacts.Check> open, boolean mayClose) {
        /** What names it in a grid: its place, or what its owner calls it. */
        public String called(Lot lot) {
            return of.title().startsWith(lot.title()) ? of.title().substring(lot.title().length()).strip() : of.title();
        }
    }

    /** @param plug the cable that it needs; empty while the model is not known @param port on which computer's port; empty for any */
    public record Hand(Ticket of, Text what, Instant at, String plug, String port) {}

    /** A device as it stands now. */
    public static Device device(Workbench bench, Ticket t) {
        Optional<String> stopped = bench.plans().stopped(t);
        Lot.Standing standing = Lot.standing(t, stopped.isPresent());
        Optional<Route.RouteStep> step = standing == Lot.Standing.TO_AGREE ? bench.routes().route(t).flatMap(Route::recommended)
                .filter(r -> r.open()) : Optional.empty();
        Optional<Rules> rules = Optional.of(t).filter(_ -> standing == Lot.Standing.HANDOVER).map(bench.routes()::rules);
        return new Device(t, standing, standing == Lot.Standing.PROBLEM ? problem(t, stopped) : "", step.map(r -> r.step().id()), step
                .filter(r -> r.status() == Route.Status.NEEDS_CONSENT).isPresent(), rules.map(Rules::open).orElse(List.of()),
                rules.filter(r -> r.mayClose().isEmpty()).isPresent());
    }

    private static String problem(Ticket t, Optional<String> stopped) {
        return stopped.or(() -> Optional.ofNullable(t.unknownState()).map(Text::toString)).or(() -> t.run().map(Attempt.Run::stopped)
                .map(Text::toString)).orElseGet(() -> Text.of("core.lot.did-not-help").toString());
    }

    /** @param devices as {@link #device} says each */
    public static LotPage of(Workbench bench, Lot lot, List<Device> devices) {
        BenchPlan plan = bench.plans().now();
        Map<String, Ticket> ours = new LinkedHashMap<>();
        lot.devices().stream().filter(t -> t.closed() == null).forEach(t -> ours.put(t.number(), t));
        List<BenchPlan.Lane> lanes = plan.lanes().stream().filter(l -> ours.containsKey(l.job().ticket())).toList();
        List<Hand> next = lanes.stream().flatMap(l -> l.spans().stream().filter(BenchPlan.Span::hands).limit(1).map(s -> hand(bench, plan,
                Objects.requireNonNull(ours.get(l.job().ticket())), s))).sorted(Comparator.comparing(Hand::at)).limit(HANDS).toList();
        Map<Lot.Standing, Long> counts = new java.util.EnumMap<>(Lot.Standing.class);
        devices.forEach(d -> counts.merge(d.standing(), 1L, Long::sum));
        return new LotPage(lot, devices, counts, next, lanes.stream().flatMap(l -> l.spans().isEmpty() ? Stream.<Instant>empty()
                : Stream.of(l.spans().getLast().end())).max(Comparator.naturalOrder()));
    }

    private static Hand hand(Workbench bench, BenchPlan plan, Ticket t, BenchPlan.Span span) {
        return new Hand(t, span.what(), span.start(), bench.model(t).map(DeviceModel::plug).orElse(""), plan.port(t.number()).orElse(""));
    }

    /** Devices that stand so. */
    public List<Ticket> standing(Lot.Standing standing) {
        return devices.stream().filter(d -> d.standing() == standing).map(Device::of).toList();
    }

    /** Steps that may be taken now, each with its devices; what is for the most comes first. */
    public Map<String, List<Device>> steps() {
        Map<String, List<Device>> by = new LinkedHashMap<>();
        devices.stream().map(d -> d.step().orElse("")).filter(s -> !s.isEmpty()).distinct().forEach(s -> by.put(s, devices.stream()
                .filter(d -> d.step().filter(s::equals).isPresent()).toList()));
        Map<String, List<Device>> sorted = new LinkedHashMap<>();
        by.entrySet().stream().sorted((a, b) -> b.getValue().size() - a.getValue().size()).forEach(e -> sorted.put(e.getKey(), e
                .getValue()));
        return sorted;
    }

    /** Checks that devices at the handover have in common, each with those of which it is not said. */
    public Map<HandoverFacts.Check, List<Ticket>> checks() {
        Map<HandoverFacts.Check, List<Ticket>> by = new LinkedHashMap<>();
        devices.forEach(d -> d.open().forEach(c -> by.computeIfAbsent(c, _ -> new java.util.ArrayList<>()).add(d.of())));
        return by;
    }

    /** Devices that may leave. */
    public List<Ticket> leaving() {
        return devices.stream().filter(Device::mayClose).map(Device::of).toList();
    }

    /** How many have left. */
    public long closed() {
        return counts.getOrDefault(Lot.Standing.CLOSED, 0L);
    }
}
