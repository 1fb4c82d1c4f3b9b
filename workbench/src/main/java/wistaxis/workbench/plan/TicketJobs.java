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
import org.jspecify.annotations.Nullable;
import wistaxis.core.bench.BenchPlan;
import wistaxis.core.bench.TimeHistory;
import wistaxis.core.buttons.Mode;
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
import wistaxis.workbench.ticket.Runs;
import wistaxis.workbench.ticket.Shop;

/** What is left to do on a ticket, as the plan needs it. */
public final class TicketJobs {
    private static final Range NONE = new Range(0, 0, 0, 0);

    private static final List<String> AFTER_RESTART = List.of("second-bar", "greeting");

    private TicketJobs() {}

    /** What is left to do on a ticket that is not stopped. */
    static BenchPlan.Job of(Ticket t, List<BenchPlan.Stretch> running, long missing, Shop shop, TimeHistory history, Instant now) {
        Optional<Step> step = shop.step(t);
        Range download = t.firmwareSettled() ? NONE : history.download(missing);
        ButtonLayout family = shop.model(t).map(DeviceModel::family).orElse(null);
        List<BenchPlan.Stretch> restore = new ArrayList<>();
        if (t.observed().computerFetches()) {
            restore.addAll(new Runs(shop, history, true, _ -> ShownStages.NONE).ahead(t));
        }
        restore.addAll(t.isObserved() ? atComputer(family, history) : restore(family, history));
        return new BenchPlan.Job(t.number(), t.stage(), Intake.promised(t).orElse(BenchTime.LAST), waits(t, now).map(List::of)
                .orElse(running), download, t.build() == null ? null : t.build().build() + " " + t.identifier(), shop.model(t)
                .map(DeviceModel::plug).orElse(null), step.map(Step::writes).orElse(true), inMode(t, step, shop, now), restore, setUp(shop,
                        history, t, step));
    }

    /** How long it stays in recovery once it is in it, or from now on where it is; null for DFU, where it stays. */
    private static @Nullable Duration inMode(Ticket t, Optional<Step> step, Shop shop, Instant now) {
        Mode mode = t.mode() == null ? step.map(Step::mode).orElse(null) : t.mode();
        Duration stays = Mode.RECOVERY.equals(mode) ? shop.recoveryTimeout(t) : null;
        return stays == null || t.mode() == null || t.modeSince() == null ? stays : stays.minus(BenchTime.between(t.modeSince(), now));
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
            Range length = new Range(60 * s.low(), 30 * (s.low() + s.high()), 60 * s.high(), 0);
            BenchPlan.Stretch last = all.isEmpty() ? null : all.getLast();
            if (last != null && last.hands() == hands) {
                all.set(all.size() - 1, new BenchPlan.Stretch(last.what(), last.seconds().plus(length), hands));
            } else {
                all.add(new BenchPlan.Stretch(Text.of("core.plan.set-up"), length, hands));
            }
        });
        return all;
    }

    /** The same at a computer, by what was measured here, else by common practice. */
    private static List<BenchPlan.Stretch> atComputer(@Nullable ButtonLayout family, TimeHistory history) {
        Map<Text, Range> stretches = new LinkedHashMap<>();
        ComputerStage.of(false).forEach(s -> stretches.merge(AFTER_RESTART.contains(s.id()) ? s.title() : Text.of("core.plan.restore"),
                history.measured(family, s.id()).orElse(new Range(60 * s.low(), 30 * (s.low() + s.high()), 60 * s.high(), 0)),
                        Range::plus));
        return stretches.entrySet().stream().map(e -> new BenchPlan.Stretch(e.getKey(), e.getValue(), false)).toList();
    }

    /** The restore as three stretches: up to the restart, the second bar, the greeting. */
    private static List<BenchPlan.Stretch> restore(@Nullable ButtonLayout family, TimeHistory history) {
        Map<Text, Range> stretches = new LinkedHashMap<>();
        for (RestoreStage s : history.stages()) {
            stretches.merge(AFTER_RESTART.contains(s.id()) ? s.title() : Text.of("core.plan.restore"), history.stage(family, s),
                    Range::plus);
        }
        return stretches.entrySet().stream().map(e -> new BenchPlan.Stretch(e.getKey(), e.getValue(), false)).toList();
    }
}
