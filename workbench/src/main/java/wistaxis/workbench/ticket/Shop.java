package wistaxis.workbench.ticket;

import static wistaxis.core.words.Say.t;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.time.ZoneId;
import java.util.Comparator;
import java.util.List;
import java.util.LongSummaryStatistics;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import wistaxis.core.bench.AtWork;
import wistaxis.core.bench.BenchPlan;
import wistaxis.core.bench.TimeHistory;
import wistaxis.core.bench.WhatIf;
import wistaxis.core.buttons.MethodFile;
import wistaxis.core.buttons.SequenceLibrary;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Units;
import wistaxis.core.firmware.Build;
import wistaxis.core.firmware.FirmwareCatalogue;
import wistaxis.core.firmware.SystemVersion;
import wistaxis.core.restore.HandoverFacts;
import wistaxis.core.route.BackupPlan;
import wistaxis.core.route.CaseFacts;
import wistaxis.core.route.Intake;
import wistaxis.core.route.Readiness;
import wistaxis.core.route.Route;
import wistaxis.core.route.RouteContext;
import wistaxis.core.route.RoutePlanner;
import wistaxis.core.route.Unreadables;
import wistaxis.core.steps.Step;
import wistaxis.core.ticket.Attempt;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.time.BusinessDays;
import wistaxis.core.time.Range;
import wistaxis.core.words.Text;
import wistaxis.core.work.Rules;
import wistaxis.store.files.OutsideFile;
import wistaxis.store.firmware.CatalogueFile;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.settings.Settings;
import wistaxis.workbench.computer.PublicHolidays;

/**
 * The rules of one shop over its tickets: its own key sequences, what it prefers, and which builds are known to be signed. Only answers:
 * nothing is asked of anybody outside.
 */
public final class Shop {
    private static final int MEGABYTES = 5;

    private final DeviceCatalogue devices;
    private final RoutePlanner planner;
    private final Settings settings;
    private final Function<String, List<Build>> builds;
    private final InstantSource now;
    private final Intake intake = Intake.shipped();
    private final HandoverFacts handover;
    private final Map<String, Unreadable> unreadable = new ConcurrentHashMap<>();
    private final Map<String, Planned> planned = new ConcurrentHashMap<>();

    /** What was found of a ticket as it was. */
    private record Unreadable(Ticket of, Unreadables what) {}

    /** The route of a ticket as it was, by what was signed then: a page asks for it many times. */
    private record Planned(Ticket of, List<SystemVersion> signed, Route route) {}

    /** @param builds the builds that are known for an identifier */
    public Shop(DeviceCatalogue devices, SequenceLibrary sequences, Settings settings, Function<String, List<Build>> builds,
            InstantSource now, HandoverFacts handover) {
        this.handover = handover;
        this.devices = devices;
        this.planner = RoutePlanner.shipped(devices, sequences);
        this.settings = settings;
        this.builds = builds;
        this.now = now;
    }

    /**
     * A shop by the files of its folder, for somebody who only looks: they stay as they are.
     *
     * @throws BadInput for one that cannot be understood
     */
    public static Shop look(DataFolder folder, DeviceCatalogue devices, InstantSource now) {
        FirmwareCatalogue known = new CatalogueFile(folder.catalogue()).look(now.instant());
        return new Shop(devices, sequences(folder.methods()), settings(folder.settings()), i -> known.of(i).stream()
                .map(FirmwareCatalogue.Listed::build).toList(), now, handover(folder));
    }

    /**
     * Checks and advice of the handover, with the shop's own advice where there is an {@code advice.json} in its folder.
     *
     * @throws BadInput for one that cannot be understood, saying where
     */
    public static HandoverFacts handover(DataFolder folder) {
        HandoverFacts shipped = HandoverFacts.shipped();
        return Files.exists(folder.advice()) ? shipped.with(OutsideFile.text(folder.advice(), "advice", 1),
                String.valueOf(folder
                .advice().getFileName())) : shipped;
    }

    private static Settings settings(Path file) {
        if (!Files.exists(file)) {
            return Settings.USUAL;
        }
        Settings read = Settings.parse(OutsideFile.text(file, "settings", 1), String.valueOf(file.getFileName()));
        PublicHolidays.of(read.holidays());
        return read;
    }

    /** The sequences that ship, and a shop's own. @throws BadInput where one of them does not land */
    public static SequenceLibrary sequences(Path file) {
        SequenceLibrary shipped = SequenceLibrary.shipped();
        return Files.exists(file) ? shipped.with(MethodFile.accept(OutsideFile.text(file, "methods", MEGABYTES),
                String.valueOf(file.getFileName()))) : shipped;
    }

    public DeviceCatalogue devices() {
        return devices;
    }

    /** Who is at work from a moment on, and the ports of the computers. */
    public BenchPlan.Crew crew(Instant from) {
        return AtWork.of(settings.atWork()).crew(from, ZoneId.systemDefault(), businessDays());
    }

    /**
     * A plan with something that is tried. @throws wistaxis.core.facts.BadInput for what is not there @param looks orders that are looked
     * at
     */
    public BenchPlan tried(WhatIf what, BenchPlan plan, int looks) {
        return what.of(plan, crew(plan.from()), ZoneId.systemDefault(), businessDays(), looks);
    }

    /** The shop's business days. */
    public BusinessDays businessDays() {
        return BusinessDays.mondayToFriday(PublicHolidays.of(settings.holidays()));
    }

    public RoutePlanner planner() {
        return planner;
    }

    public Intake intake() {
        return intake;
    }

    public Optional<DeviceModel> model(Ticket ticket) {
        return Optional.ofNullable(ticket.identifier()).flatMap(devices::byIdentifier);
    }

    public Settings settings() {
        return settings;
    }

    /** How long a device stays in recovery, by the shop's way: a set time, or what the passcode wait that is running takes. */
    public Duration recoveryTimeout(Ticket ticket) {
        boolean byLockOut = "lock-out".equals(settings.preferences().get("mode-window"));
        Optional<Integer> wait = byLockOut ? planner.waitMinutes(CaseFacts.of(ticket)) : Optional.empty();
        return wait.map(Duration::ofMinutes).orElseGet(() -> Units.span(settings.window()));
    }

    /**
     * How large the firmware file is: what the computer showed, that of the chosen build, what is known of the model's builds, else what is
     * usual.
     */
    public Readiness.Size size(Ticket ticket) {
        if (ticket.observed().size() != null) {
            return Readiness.Size.of(ticket.observed().size());
        }
        if (ticket.build() != null) {
            return Readiness.Size.of(ticket.build().sizeBytes());
        }
        return size(ticket.identifier() == null ? List.of() : builds.apply(ticket.identifier()));
    }

    /** How large the firmware file of one of these builds is; what is usual where none is known. */
    public static Readiness.Size size(List<Build> of) {
        LongSummaryStatistics sizes = of.stream().mapToLong(Build::sizeBytes).summaryStatistics();
        return sizes.getCount() == 0 ? Readiness.USUAL
                : new Readiness.Size(sizes.getMin(), sizes.getMax(), Text.of("workbench.ready.file-of-model"));
    }

    /** Seconds for its whole download at the speed that is usual here; a range where its size is not known. */
    public Range download(Ticket ticket, TimeHistory history) {
        return download(size(ticket), history);
    }

    /** Seconds for so much at the speed that is usual here. */
    public static Range download(Readiness.Size size, TimeHistory history) {
        Range rate = history.rate();
        return new Range(size.least() / rate.high(), size.mid() / rate.mid(), size.most() / rate.low(), rate.cases());
    }

    /** The versions signed for the ticket's model now, newest first; empty while that is not known. */
    private List<SystemVersion> signed(Ticket ticket) {
        Instant at = now.instant();
        return ticket.identifier() == null ? List.of()
                : builds.apply(ticket.identifier()).stream().filter(b -> b.signedAt(at)).map(Build::version)
                .sorted(Comparator.reverseOrder()).toList();
    }

    private RouteContext context(Ticket ticket, List<SystemVersion> signed) {
        return new RouteContext(signed, settings.preferences(), ticket.overruled(), ticket.consent());
    }

    /** What the customer of a ticket is told, by what happened on it. */
    public List<Text> advice(Ticket ticket) {
        return handover.adviceFor(ticket, model(ticket).map(m -> m.family().toString()).orElse(""));
    }

    /** What the rules and the questions see of a ticket. */
    public Map<String, String> inferred(Ticket ticket) {
        return planner.inferred(CaseFacts.of(ticket), context(ticket, signed(ticket)));
    }

    /** What of a ticket cannot be understood here. */
    public Unreadables unreadables(Ticket ticket) {
        return unreadable.compute(ticket.number(), (_, before) -> before != null && before.of() == ticket ? before
                : new Unreadable(ticket, look(ticket))).what();
    }

    private Unreadables look(Ticket ticket) {
        try {
            return Unreadables.of(ticket, devices, planner, intake);
        } catch (RuntimeException e) {
            return new Unreadables(List.of(t("workbench.odd.cannot-look", "why", e)), List.of());
        }
    }

    /** Something went wrong with a ticket as it is now, whoever looked at it: it cannot be worked on until it changes. */
    public void unreadable(Ticket ticket, String why) {
        unreadable.put(ticket.number(), new Unreadable(ticket, unreadables(ticket).and(why)));
    }

    /** The route of a ticket; empty while the problem is not known. */
    public Optional<Route> route(Ticket ticket) {
        return route(ticket, signed(ticket));
    }

    private Optional<Route> route(Ticket ticket, List<SystemVersion> signed) {
        if (ticket.fact("trouble").isEmpty()) {
            return Optional.empty();
        }
        String key = ticket.number() + (signed.isEmpty() ? "" : "+signed"); // it is asked for with and without what is signed, in turns
        Planned before = planned.get(key);
        if (before == null || before.of() != ticket || !before.signed().equals(signed)) {
            before = new Planned(ticket, signed, planner.plan(CaseFacts.of(ticket), context(ticket, signed)));
            planned.put(key, before);
        }
        return Optional.of(before.route());
    }

    /**
     * Which backup to take back, by the version that was written, else by the one that the route leads to.
     *
     * @param wire how long so many bytes take
     */
    public BackupPlan backups(Ticket ticket, Route route, BackupPlan.Wire wire) {
        return BackupPlan.of(route.backups(), Optional.ofNullable(CaseFacts.of(ticket).written()).orElse(route.target()), route.signed(),
                wire);
    }

    /** What may be done next on a ticket. */
    public Rules rules(Ticket ticket) {
        Unreadables strange = unreadables(ticket);
        return new Rules(ticket, strange, strange.stop() ? null : route(ticket).orElse(null), handover);
    }

    /** Whether firmware will be written on a ticket, as far as can be told: by the step taken, or else by the one that would be. */
    public boolean writes(Ticket ticket) {
        return step(ticket).map(Step::writes).orElse(true);
    }

    /** The step that was taken, else the one that the route recommends. */
    public Optional<Step> step(Ticket ticket) {
        Optional<Attempt> taken = ticket.attempt().filter(a -> !a.failed() && !a.step().isEmpty());
        return taken.isPresent() ? taken.flatMap(Attempt::known) : route(ticket, List.of()).flatMap(Route::recommended)
                .map(Route.RouteStep::step);
    }
}
