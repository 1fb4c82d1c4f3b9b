package wistaxis.workbench.plan;

import static wistaxis.core.words.Say.t;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import wistaxis.core.bench.BenchPlan;
import wistaxis.core.bench.Promised;
import wistaxis.core.bench.TimeHistory;
import wistaxis.core.bench.WhatIf;
import wistaxis.core.facts.BadInput;
import wistaxis.core.plan.Bench;
import wistaxis.core.plan.ListPlanner;
import wistaxis.core.route.Intake;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.time.BenchTime;
import wistaxis.core.words.Text;
import wistaxis.workbench.life.Change;
import wistaxis.workbench.life.Life;
import wistaxis.workbench.life.Lookup;
import wistaxis.workbench.ticket.Shop;
import wistaxis.workbench.ticket.Tickets;

/**
 * When who needs hands: the plan of all open tickets. It is computed behind the bench's thread when something has changed, and told when
 * it says something else.
 */
public final class Plans {
    /** A call that moved by less is the same call. Ours. */
    private static final Duration SAME_CALL = Duration.ofSeconds(2);

    /** A plan that nobody looks at is as good for so long, while only time passes. Ours. */
    private static final long OLD_SECONDS = 30;

    /** So many orders are tried on a bench where somebody would be late. Ours. */
    private static final int LOOKS = 400;

    private final Life life;
    private final Tickets tickets;
    private final Supplier<Shop> shop;
    private final Supplier<TimeHistory> history;
    private final Present present;

    /** Of which moment the plan is. @param changes how many changes had been told */
    private record Moment(long second, long changes) {}

    private @Nullable Moment of;
    private boolean asking;
    private volatile BenchPlan planned;
    private final Lookup<String, Optional<Promised>> promises;
    private Map<String, String> stopped = Map.of();
    /** Where each ticket stands in the plan that people have seen: another order has to pay. */
    private Map<String, Double> order = Map.of();
    private @Nullable Taken taken;
    private final Looked looked = new Looked(() -> planned);

    /** @param history how long things take here */
    public Plans(Life life, Tickets tickets, Supplier<Shop> shop, Supplier<TimeHistory> history, Present present) {
        this.life = life;
        this.tickets = tickets;
        this.shop = shop;
        this.history = history;
        this.present = present;
        this.planned = BenchPlan.of(List.of(), life.now());
        this.promises = new Lookup<>(life.background(), number -> planned.promised(number), () -> life.changes().tell(Change.Topic.PLAN));
    }

    /** Something that was tried and taken: it holds for every plan until it is dropped, or the program ends. */
    private record Taken(WhatIf what, Text name, Instant since) {
        /** As far as it still holds. */
        WhatIf at(Instant now) {
            return what.after(BenchTime.between(since, now));
        }
    }

    /** The plan as it would be, and what becomes of tickets by it. */
    public record Tried(BenchPlan plan, List<WhatIf.Change> changes) {}

    /** What becomes of tickets if something is tried beside the plan. Fails with {@link BadInput} for what is not there. */
    public CompletableFuture<Tried> tried(WhatIf what) {
        CompletableFuture<Tried> all = new CompletableFuture<>();
        BenchPlan now = now();
        Shop by = shop.get();
        life.background().run(() -> {
            BenchPlan after = by.tried(what, now, WhatIf.LOOKS);
            return new Tried(after, WhatIf.changes(now, after));
        }, all::complete, all::completeExceptionally);
        return all;
    }

    /** Takes it: the plan goes by it from now on. @param name what it is, in words */
    public void take(WhatIf what, Text name) {
        taken = new Taken(what, name, life.now());
        life.changes().tell(Change.Topic.PLAN);
    }

    /** What was taken, in words; empty where the plan goes by the shop alone. */
    public Optional<Text> taken() {
        return Optional.ofNullable(taken).map(Taken::name);
    }

    /** The plan goes by the shop alone again. */
    public void drop() {
        taken = null;
        life.changes().tell(Change.Topic.PLAN);
    }

    /** The plan of all open tickets, as it was last computed; where something has changed since, it is computed anew behind this. */
    public BenchPlan now() {
        Moment now = moment();
        if (!asking && !now.equals(of)) {
            ask(now);
        }
        return planned;
    }

    /** The last plan, which is computed anew only where something has changed, or it is old: for whoever looks all the time. */
    BenchPlan last() {
        Moment now = moment();
        if (!asking && (of == null || of.changes() != now.changes() || now.second() - of.second() > OLD_SECONDS)) {
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
                history.get().copy(), order, taken,
                of == null || of.changes() != life.changes().told(), life.now());
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
        order = ListPlanner.order(planned.bench(), planned.schedule());
        stopped = found.stopped();
        found.failed().forEach(present::failed);
        boolean holds = life.changes().told() == at.changes();
        of = other ? new Moment(at.second(), at.changes() + 1) : at; // that it is told changes nothing in it
        if (other) {
            promises.changed();
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

    /**
     * What may be promised for a ticket, by the plan; empty while that is played through for the first time, and where it is not planned.
     */
    public Optional<Promised> promised(Ticket ticket) {
        now();
        return promises.get(ticket.number()).flatMap(p -> p);
    }

    /** What has moved since somebody looked last. */
    public Looked looked() {
        return looked;
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
    private record All(List<Seen> tickets, Shop shop, TimeHistory history, Map<String, Double> before,
            @Nullable Taken taken, boolean looks, Instant now) {
        Planned plan() {
            Map<Ticket, Throwable> failed = new LinkedHashMap<>();
            Map<String, String> stopped = new LinkedHashMap<>();
            List<BenchPlan.Job> jobs = new ArrayList<>();
            for (Seen seen : tickets) {
                try {
                    shop.rules(seen.ticket()).stopped().ifPresentOrElse(why -> stopped.put(seen.ticket().number(), why),
                            () -> jobs.add(TicketJobs.of(seen.ticket(), seen.running(), seen.missing(),
                                    shop, history, now)));
                } catch (RuntimeException | StackOverflowError e) {
                    failed.put(seen.ticket(), e);
                }
            }
            Bench bench = BenchPlan.bench(jobs, shop.crew(now), now); // while only time passes its order holds
            BenchPlan plan = BenchPlan.of(jobs, bench, new ListPlanner(before, 1).paying(bench, looks ? LOOKS : 0), now);
            return new Planned(taken == null ? plan : with(plan), stopped, failed);
        }

        /** With what was taken; what it names may be gone by now. */
        private BenchPlan with(BenchPlan plan) {
            try {
                return shop.tried(Objects.requireNonNull(taken).at(now), plan, 0);
            } catch (BadInput _) {
                return plan;
            }
        }
    }

    /** The plan of tickets from a moment on. */
    public static BenchPlan of(List<Ticket> tickets, Shop shop, TimeHistory history, Present present, Instant now) {
        Planned found = new All(tickets.stream().map(t -> new Seen(t, present.running(t), present.missing(t))).toList(), shop, history,
                Map.of(), null, true, now).plan();
        found.failed().forEach(present::failed);
        return found.plan();
    }
}
