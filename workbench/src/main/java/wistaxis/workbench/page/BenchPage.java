package wistaxis.workbench.page;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import wistaxis.core.bench.BenchPlan;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.lot.Lot;
import wistaxis.core.route.Intake;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.words.Text;
import wistaxis.workbench.Workbench;
import wistaxis.workbench.firmware.Builds;

/**
 * The bench as it stands: who needs hands next, and a row a ticket.
 *
 * @param next the next call for hands; empty while nothing needs any
 * @param why why it comes first; empty where nothing else waits
 * @param uses what people, ports and the connection are used for
 * @param closing chosen builds whose signing ends soon
 * @param lots devices of one lot, which are a row together
 * @param closed how many tickets are closed
 * @param fresh whether nothing was ever done on this real bench
 */
public record BenchPage(Instant now, Optional<BenchPlan.Call> next, Optional<Text> why, List<BenchPlan.Use> uses,
        List<Builds.Closing> closing, List<Row> rows, List<LotRow> lots, long closed,
        boolean fresh) {
    /** @param shown empty where the ticket cannot be read; its page says why */
    public record Row(Ticket of, Optional<Shown> shown) {
        /** Whether it shows the same as another one, times aside. */
        public boolean isNearly(Row other) {
            return of == other.of && shown.map(Shown::says).equals(other.shown.map(Shown::says));
        }
    }

    /**
     * What a row shows.
     *
     * @param stopped why nothing may be done on the device
     * @param late whether the promise will be broken, by the plan
     * @param past moments of its entries
     * @param moved how it has moved since somebody looked last
     */
    public record Shown(Optional<DeviceModel> model, Optional<String> stopped, boolean late, List<BenchPlan.Span> spans,
            Optional<Instant> promised, List<Instant> past, Optional<Text> moved) {
        private List<Object> says() {
            return List.of(model, stopped, late, moved, spans.stream().map(BenchPlan.Span::what).toList());
        }
    }

    /**
     * The row of a lot.
     *
     * @param lot its devices that are not closed
     * @param counts how many stand how
     * @param spans when hands are needed on any of them
     * @param late how many will break their promise, by the plan
     */
    public record LotRow(Lot lot, Map<Lot.Standing, Long> counts, List<BenchPlan.Span> spans, long late) {
        public LotRow {
            spans = List.copyOf(spans);
        }
    }

    /** By the last plan; a ticket that cannot be read is in nobody's way. */
    public static BenchPage of(Workbench bench) {
        BenchPlan plan = bench.plans().now();
        Map<String, BenchPlan.Lane> lanes = plan.lanes().stream().collect(Collectors.toMap(l -> l.job().ticket(), l -> l));
        List<Ticket> open = bench.tickets().open();
        List<Builds.Closing> closing = bench.stock().builds().closingSoon(open);
        return new BenchPage(bench.now(), plan.nextCall(), plan.nextCall().flatMap(c -> why(plan, c, closing)), plan.uses(), closing,
                open.stream().filter(t -> t.lot() == null).map(t -> new Row(t, bench.guard().of(t, () -> shown(bench, t,
                        Optional.ofNullable(lanes.get(t.number()))))))
                        .toList(), bench.lots().atWork().stream().map(l -> lot(bench, l, lanes)).toList(), bench.tickets().closed(),
                                isFresh(bench));
    }

    /** Whether nothing was ever done on this real bench. */
    public static boolean isFresh(Workbench bench) {
        return !bench.world().simulated() && bench.tickets().entries() == 0;
    }

    /** A signing that closes soon comes before what the plan says. */
    private static Optional<Text> why(BenchPlan plan, BenchPlan.Call call, List<Builds.Closing> closing) {
        return closing.stream().filter(c -> c.tickets().contains(call.ticket()) && c.build().signedUntil() != null).findFirst()
                .map(c -> Text.of("core.plan.why-signing", "at", c.build().signedUntil())).or(() -> plan.why(call));
    }

    private static LotRow lot(Workbench bench, Lot lot, Map<String, BenchPlan.Lane> lanes) {
        List<BenchPlan.Lane> ours = lot.devices().stream().map(t -> lanes.get(t.number())).filter(Objects::nonNull).toList();
        return new LotRow(lot, lot.counts(t -> bench.plans().stopped(t).isPresent()), hands(ours), ours.stream()
                .filter(BenchPlan.Lane::late).count());
    }

    /** When hands are needed on any of some lanes: stretches that touch are one. */
    private static List<BenchPlan.Span> hands(List<BenchPlan.Lane> lanes) {
        List<BenchPlan.Span> all = new ArrayList<>();
        lanes.stream().flatMap(l -> l.spans().stream()).filter(BenchPlan.Span::hands).sorted(Comparator.comparing(BenchPlan.Span::start))
                .forEach(s -> {
            BenchPlan.Span last = all.isEmpty() ? null : all.getLast();
            if (last == null || s.start().isAfter(last.end())) {
                all.add(s);
            } else if (s.end().isAfter(last.end())) {
                all.set(all.size() - 1, new BenchPlan.Span(last.start(), s.end(), true, last.what(), last.who()));
            }
        });
        return all;
    }

    private static Shown shown(Workbench bench, Ticket t, Optional<BenchPlan.Lane> lane) {
        return new Shown(bench.model(t), bench.plans().stopped(t), lane.filter(BenchPlan.Lane::late).isPresent(),
                lane.map(BenchPlan.Lane::spans).orElse(List.of()), Intake.promised(t), bench.tickets().moments(t.number()),
                        lane.flatMap(bench.plans().looked()::moved));
    }

    /** Whether somebody is waited for at this moment. */
    public boolean waits(Instant at) {
        return next.filter(c -> !c.at().isAfter(at.plusSeconds(1))).isPresent();
    }
}
