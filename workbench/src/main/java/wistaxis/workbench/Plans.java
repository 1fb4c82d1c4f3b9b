package wistaxis.workbench;

import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import wistaxis.core.bench.BenchPlan;
import wistaxis.core.bench.BenchTime;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.device.KeyFamily;
import wistaxis.core.restore.RestoreStage;
import wistaxis.core.route.Intake;
import wistaxis.core.ticket.Ticket;

/** When who needs hands: the plan of all open tickets. */
public final class Plans {
    private static final List<String> AFTER_RESTART = List.of("second-bar", "greeting");

    private final Workbench bench;

    Plans(Workbench bench) {
        this.bench = bench;
    }

    /** The plan of all open tickets from now on. */
    public BenchPlan now() {
        return BenchPlan.of(bench.tickets().open().stream().filter(t -> bench.routes().rules(t).stopped().isEmpty()).map(this::job).toList(), bench.time().now());
    }

    private BenchPlan.Job job(Ticket t) {
        KeyFamily family = bench.model(t).map(DeviceModel::family).orElse(null);
        Duration unattended = bench.deskIfAny(t.number()).map(TicketDesk::unattended).orElse(Duration.ZERO);
        return new BenchPlan.Job(t.number(), t.stage(), promised(t).orElse(BenchTime.LAST), unattended, seconds(download(t)), bench.routes().writes(t), restore(family));
    }

    /** Seconds that the ticket's package will still take. */
    private double download(Ticket t) {
        Stock stock = bench.stock();
        return t.packageProven() ? 0
                : stock.history().download(t.build() == null ? bench.world().usualPackage() : t.build().sizeBytes() - stock.downloads().here(t)).mid();
    }

    /** The restore as three stretches: up to the restart, the second bar, the greeting. */
    private List<BenchPlan.Stretch> restore(@Nullable KeyFamily family) {
        Map<String, Double> stretches = new LinkedHashMap<>();
        for (RestoreStage s : bench.stages()) {
            stretches.merge(AFTER_RESTART.contains(s.id()) ? s.title() : "Restore", bench.stock().history().stage(family, s).mid(), Double::sum);
        }
        return stretches.entrySet().stream().map(e -> new BenchPlan.Stretch(e.getKey(), seconds(e.getValue()))).toList();
    }

    private static Duration seconds(double seconds) {
        return Duration.ofMillis(Math.round(1000 * seconds));
    }

    /** When the customer was promised the device, if that was said and can be read. */
    public static Optional<Instant> promised(Ticket ticket) {
        try {
            return ticket.fact("promised").filter(p -> !p.equals(Intake.NOT_KNOWN)).map(Instant::parse).map(BenchTime::clamp);
        } catch (DateTimeException e) {
            return Optional.empty();
        }
    }
}
