package wistaxis.workbench.ticket;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import wistaxis.core.bench.BenchPlan;
import wistaxis.core.bench.TimeHistory;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.restore.ComputerRun;
import wistaxis.core.restore.DropOut;
import wistaxis.core.restore.ShownStages;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.words.Text;

/**
 * Restores that run at a computer, by how long things take here: what is left, and when the device drops out of recovery meanwhile. Window,
 * plan, reminders and command line ask the same.
 *
 * @param history how long things take here
 * @param measured whether the history is of real computers; that of practice says nothing of them
 * @param shown which stages computers show here for a ticket's model; only asked where a run goes on
 */
public record Runs(Shop shop, TimeHistory history, boolean measured, Function<Ticket, ShownStages> shown) {
    /** A run that goes on takes at least so long: nobody is needed before. Ours. */
    private static final Duration LEAST = Duration.ofMinutes(1);

    /** The run of a ticket that goes on. */
    public Optional<ComputerRun> of(Ticket ticket, Instant now) {
        return !ticket.isObserved() || !ticket.running() ? Optional.empty() : ComputerRun.of(ticket, new ComputerRun.Usual(
                stage -> measured ? history.measured(shop.model(ticket).map(DeviceModel::family).orElse(null), stage) : Optional.empty(),
                Optional.of(shop.download(ticket, history)), shown.apply(ticket)), now);
    }

    /** When its device drops out of recovery although the computer still needs it there; empty where it does not. */
    public Optional<DropOut> dropOut(Ticket ticket, Instant now) {
        return of(ticket, now).flatMap(run -> DropOut.of(ticket, run, shop.recoveryTimeout(ticket)));
    }

    /** What is left of a run, for the plan: it runs by itself, but for the moments at which the device has to be put back. */
    public Optional<List<BenchPlan.Stretch>> left(Ticket ticket, Instant now) {
        return of(ticket, now).map(run -> {
            Duration whole = run.atMost().compareTo(LEAST) < 0 ? LEAST : run.atMost();
            Optional<DropOut> drop = DropOut.of(ticket, run, shop.recoveryTimeout(ticket));
            Text what = Text.of("core.plan.restore");
            if (drop.isEmpty()) {
                return List.of(new BenchPlan.Stretch(what, whole));
            }
            Duration first = drop.get().out() ? Duration.ZERO : Duration.between(now, drop.get().at());
            return broken(what, whole, DropOut.times(first.isNegative() ? Duration.ZERO : first, Duration.between(now, drop.get().until()),
                    shop.recoveryTimeout(ticket)));
        });
    }

    /** The computer's download and what comes after it, before a run was started: the device is put back as often as it drops out. */
    public List<BenchPlan.Stretch> ahead(Ticket ticket) {
        Duration download = Duration.ofMillis(Math.round(1000 * shop.download(ticket, history).mid()));
        Duration timeout = shop.recoveryTimeout(ticket);
        return broken(Text.of("core.plan.download"), download, DropOut.times(timeout, download, timeout));
    }

    /** A stretch in which the device is put back at some moments, while it goes on. */
    private List<BenchPlan.Stretch> broken(Text what, Duration whole, List<Duration> back) {
        Duration entry = Duration.ofMillis(Math.round(1000 * history.defaults().entrySeconds()));
        List<BenchPlan.Stretch> all = new ArrayList<>();
        Duration done = Duration.ZERO;
        for (Duration at : back) {
            if (at.compareTo(done) > 0) {
                all.add(new BenchPlan.Stretch(what, at.minus(done)));
                done = at;
            }
            all.add(new BenchPlan.Stretch(Text.of("core.plan.enter-again"), entry, true));
            done = done.plus(entry);
        }
        if (whole.compareTo(done) > 0) {
            all.add(new BenchPlan.Stretch(what, whole.minus(done)));
        }
        return all;
    }
}
