package wistaxis.workbench.plan;

import static wistaxis.core.words.Say.t;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import wistaxis.core.bench.BenchPlan;
import wistaxis.core.bench.TimeHistory;
import wistaxis.core.device.ButtonLayout;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.restore.ComputerStage;
import wistaxis.core.restore.RestoreStage;
import wistaxis.core.restore.ShownStages;
import wistaxis.core.route.Intake;
import wistaxis.core.steps.Guide;
import wistaxis.core.steps.GuideRun;
import wistaxis.core.steps.HandsOn;
import wistaxis.core.steps.Step;
import wistaxis.core.ticket.Projection;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.time.BenchTime;
import wistaxis.core.time.Range;
import wistaxis.core.words.Text;
import wistaxis.core.work.SetUp;
import wistaxis.workbench.life.Change;
import wistaxis.workbench.life.Life;
import wistaxis.workbench.ticket.Runs;
import wistaxis.workbench.ticket.Shop;
import wistaxis.workbench.ticket.Tickets;

/**
 * When who needs hands: the plan of all open tickets. It is computed behind the bench's thread when something has changed, and told when
 * it says something else.
 */
public final class Plans {
    /** A call that moved by less is the same call. Ours. */
    private static final Duration SAME_CALL = Duration.ofSeconds(2);

    private static final List<String> AFTER_RESTART = List.of("second-bar", "greeting");

    private final Life life;
    private final Tickets tickets;
    private final Supplier<Shop> shop;
    private final Supplier<TimeHistory> history;
    private final Present present;

    /** Of which moment the plan is. @param changes how many changes had been told */
    private record Moment(long second, long changes) {}

    private @Nullable Moment of;
    private boolean asking;
    private BenchPlan planned;
    private Map<String, String> stopped = Map.of();

    /** @param history how long things take here */
    public Plans(Life life, Tickets tickets, Supplier<Shop> shop, Supplier<TimeHistory> history, Present present) {
        this.life = life;
        this.tickets = tickets;
        this.shop = shop;
        this.history = history;
        this.present = present;
        this.planned = BenchPlan.of(List.of(), life.now());
    }

    /** The plan of all open tickets, as it was last computed; where something has changed since, it is computed anew behind this. */
    public BenchPlan now() {
        Moment now = moment();
        if (!asking && !now.equals(of)) {
            ask(now);
        }
        return planned;
    }

    /** Computes the first plan, at once: for the thread that opens the bench. */
    public void open() {
        Moment now = moment();
        took(now, all().plan());
    }

    private Moment moment() {
        return new Moment(life.now().getEpochSecond(), life.changes().told());
    }

    private All all() {
        return new All(tickets.open().stream().map(t -> new Seen(t, present.running(t), present.missing(t))).toList(), shop.get(),
                history.get().copy(), life.now());
    }

    private void ask(Moment now) {
        asking = true;
        All seen = all();
        life.background().run(seen::plan, plan -> took(now, plan), e -> {
            asking = false;
            of = now; // it is asked again when something changes
            life.notices().say(t("workbench.plan.failed", "why", e.getMessage()));
        });
    }

    private void took(Moment at, Planned found) {
        asking = false;
        boolean other = !isNearly(planned, found.plan()) || !stopped.equals(found.stopped());
        planned = found.plan();
        stopped = found.stopped();
        found.failed().forEach(present::failed);
        boolean holds = life.changes().told() == at.changes();
        of = other ? new Moment(at.second(), at.changes() + 1) : at; // that it is told changes nothing in it
        if (other) {
            life.changes().tell(Change.Topic.PLAN);
        }
        if (!holds && !asking) {
            ask(moment()); // it has changed meanwhile
        }
    }

    /** Whether two plans say the same to whoever looks at them, a little later. */
    private static boolean isNearly(BenchPlan before, BenchPlan after) {
        return says(before).equals(says(after)) && Duration.between(calls(before), calls(after)).abs().compareTo(SAME_CALL) < 0;
    }

    private static List<Object> says(BenchPlan plan) {
        return List.of(plan.lanes().stream().map(l -> List.of(l.job().ticket(), l.late(), l.spans().stream().map(BenchPlan.Span::what)
                .toList())).toList(), plan.nextCall().map(c -> c.ticket() + c.what()).orElse(""));
    }

    private static Instant calls(BenchPlan plan) {
        return plan.nextCall().map(BenchPlan.Call::at).orElse(Instant.EPOCH);
    }

    /** How much later than promised a ticket will be done, by the plan; empty where it will not, or nothing was promised. */
    public Optional<Duration> late(Ticket ticket) {
        return ticket.closed() != null || life.doubt().says().isPresent() ? Optional.empty()
                : Intake.promised(ticket).flatMap(p -> now().lanes().stream().filter(l -> l.late()
                && l.job().ticket().equals(ticket.number())).findFirst().map(l -> BenchTime.between(p, l.spans().getLast().end())));
    }

    /** Why nothing may be done on a ticket, as it was when the plan was computed; empty where it goes on. */
    public Optional<String> stopped(Ticket ticket) {
        return Optional.ofNullable(stopped.get(ticket.number()));
    }

    /** When a ticket will be done, by the plan; empty where nothing is left to do on it. */
    public Optional<Instant> ready(Ticket ticket) {
        return now().lanes().stream().filter(l -> l.job().ticket().equals(ticket.number()) && !l.spans().isEmpty()).findFirst()
                .map(l -> l.spans().getLast().end());
    }

    /** What only whoever works on a ticket knows of it. */
    public interface Present {
        /** What still runs by itself, and where hands are needed in between; empty where the ticket waits for hands. */
        List<BenchPlan.Stretch> running(Ticket t);

        /** Bytes of its firmware file that are still to come. */
        long missing(Ticket t);

        /** It could not be planned; the others are. */
        void failed(Ticket t, Throwable e);
    }

    /** A ticket, and what only whoever works on it knows. */
    private record Seen(Ticket ticket, List<BenchPlan.Stretch> running, long missing) {}

    /** A plan, and the tickets that are stopped or could not be planned. */
    private record Planned(BenchPlan plan, Map<String, String> stopped, Map<Ticket, Throwable> failed) {}

    /** All that a plan is made of, as it is now; the plan can be made on any thread. */
    private record All(List<Seen> tickets, Shop shop, TimeHistory history, Instant now) {
        Planned plan() {
            Map<Ticket, Throwable> failed = new LinkedHashMap<>();
            Map<String, String> stopped = new LinkedHashMap<>();
            List<BenchPlan.Job> jobs = new ArrayList<>();
            for (Seen seen : tickets) {
                try {
                    shop.rules(seen.ticket()).stopped().ifPresentOrElse(why -> stopped.put(seen.ticket().number(), why),
                            () -> jobs.add(job(seen, shop, history, now)));
                } catch (RuntimeException | StackOverflowError e) {
                    failed.put(seen.ticket(), e);
                }
            }
            return new Planned(BenchPlan.of(jobs, now), stopped, failed);
        }
    }

    /** The plan of tickets from a moment on. */
    public static BenchPlan of(List<Ticket> tickets, Shop shop, TimeHistory history, Present present, Instant now) {
        Planned found = new All(tickets.stream().map(t -> new Seen(t, present.running(t), present.missing(t))).toList(), shop, history,
                now).plan();
        found.failed().forEach(present::failed);
        return found.plan();
    }

    /** What is left to do on a ticket that is not stopped. */
    private static BenchPlan.Job job(Seen seen, Shop shop, TimeHistory history, Instant now) {
        Ticket t = seen.ticket();
        Optional<Step> step = shop.step(t);
        double download = t.firmwareSettled() ? 0 : history.download(seen.missing()).mid();
        ButtonLayout family = shop.model(t).map(DeviceModel::family).orElse(null);
        List<BenchPlan.Stretch> restore = new ArrayList<>();
        if (t.observed().computerFetches()) {
            restore.addAll(new Runs(shop, history, true, _ -> ShownStages.NONE).ahead(t));
        }
        restore.addAll(t.isObserved() ? atComputer(family, history) : restore(family, history));
        return new BenchPlan.Job(t.number(), t.stage(), Intake.promised(t).orElse(BenchTime.LAST), waits(t, now).map(List::of)
                .orElse(seen.running()),
                seconds(download), step.map(Step::writes).orElse(true), restore, setUp(shop, history, t, step));
    }

    /**
     * Nobody is needed before a guide rings, before the first day of a carrier unlock that was ordered, or before the day on which it shows
     * if a step helped.
     */
    private static Optional<BenchPlan.Stretch> waits(Ticket t, Instant now) {
        return Optional.ofNullable(t.unlock()).filter(_ -> t.unlockAnswers().isEmpty())
                .flatMap(o -> until(o.earliest(), "core.plan.carrier", now))
                .or(() -> Intake.judgedOn(t).flatMap(on -> until(on, "core.plan.judged", now)))
                .or(() -> t.guide().filter(g -> g.at() != null).flatMap(g -> g.rings().flatMap(r -> until(r, g.at().title(), now))));
    }

    private static Optional<BenchPlan.Stretch> until(LocalDate day, String what, Instant now) {
        return until(day.atStartOfDay(ZoneId.systemDefault()).toInstant(), Text.of(what), now);
    }

    private static Optional<BenchPlan.Stretch> until(Instant end, Text what, Instant now) {
        return Optional.of(Duration.between(now, end)).filter(Duration::isPositive).map(wait -> new BenchPlan.Stretch(what, wait));
    }

    /** From greeting to first use as it stands on a ticket, activation as long as it took here; empty where there is nothing to set up. */
    public static Optional<GuideRun> guide(Shop shop, TimeHistory history, Ticket t) {
        return SetUp.of(t, shop.model(t).orElse(null), minutes(shop, history, t));
    }

    static Map<String, Guide.Minutes> minutes(Shop shop, TimeHistory history, Ticket t) {
        return history.measured(shop.model(t).map(DeviceModel::family).orElse(null), Projection.ACTIVATION).map(r -> Map.of(
                Projection.ACTIVATION, new Guide.Minutes(r.low() / 60, r.high() / 60))).orElse(Map.of());
    }

    /**
     * What is left of set-up, or lies ahead of a device that will be erased: hands together as long as they are wanted, waits as they come.
     * The owner's pages are waits for the bench.
     */
    private static List<BenchPlan.Stretch> setUp(Shop shop, TimeHistory history, Ticket t, Optional<Step> step) {
        List<BenchPlan.Stretch> all = new ArrayList<>();
        Optional<GuideRun> run = guide(shop, history, t).or(() -> step.filter(Step::erases).flatMap(_ -> SetUp.ahead(t, shop
                .model(t).orElse(null), minutes(shop, history, t))));
        run.filter(r -> !r.over()).map(GuideRun::left).orElse(List.of()).forEach(s -> {
            boolean hands = s.hands() == HandsOn.BENCH;
            Duration length = seconds(30 * (s.low() + s.high()));
            BenchPlan.Stretch last = all.isEmpty() ? null : all.getLast();
            if (last != null && last.hands() == hands) {
                all.set(all.size() - 1, new BenchPlan.Stretch(last.what(), last.length().plus(length), hands));
            } else {
                all.add(new BenchPlan.Stretch(Text.of("core.plan.set-up"), length, hands));
            }
        });
        return all;
    }

    /** The same at a computer, by what was measured here, else by common practice. */
    private static List<BenchPlan.Stretch> atComputer(@Nullable ButtonLayout family, TimeHistory history) {
        Map<Text, Double> stretches = new LinkedHashMap<>();
        ComputerStage.of(false).forEach(s -> stretches.merge(AFTER_RESTART.contains(s.id()) ? s.title() : Text.of("core.plan.restore"),
                history.measured(family, s.id()).map(Range::mid).orElse(30 * (s.low() + s.high())), Double::sum));
        return stretches.entrySet().stream().map(e -> new BenchPlan.Stretch(e.getKey(), seconds(e.getValue()))).toList();
    }

    /** The restore as three stretches: up to the restart, the second bar, the greeting. */
    private static List<BenchPlan.Stretch> restore(@Nullable ButtonLayout family, TimeHistory history) {
        Map<Text, Double> stretches = new LinkedHashMap<>();
        for (RestoreStage s : history.stages()) {
            stretches.merge(AFTER_RESTART.contains(s.id()) ? s.title() : Text.of("core.plan.restore"), history.stage(family, s).mid(),
                    Double::sum);
        }
        return stretches.entrySet().stream().map(e -> new BenchPlan.Stretch(e.getKey(), seconds(e.getValue()))).toList();
    }

    private static Duration seconds(double seconds) {
        return Duration.ofMillis(Math.round(1000 * seconds));
    }
}
