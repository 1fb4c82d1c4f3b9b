package wistaxis.workbench.route;

import static wistaxis.core.words.Say.t;

import java.nio.file.Path;
import java.time.Duration;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import wistaxis.core.buttons.ButtonSequence;
import wistaxis.core.buttons.Mode;
import wistaxis.core.buttons.SequenceLibrary;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.facts.BadInput;
import wistaxis.core.outside.ComputerProbe.ComputerFacts;
import wistaxis.core.outside.ComputerProbe;
import wistaxis.core.restore.HandoverFacts;
import wistaxis.core.route.BackupPlan;
import wistaxis.core.route.Evidence;
import wistaxis.core.route.Intake;
import wistaxis.core.route.Readiness;
import wistaxis.core.route.Route;
import wistaxis.core.route.RoutePlanner;
import wistaxis.core.route.Unreadables;
import wistaxis.core.steps.GuideRun;
import wistaxis.core.steps.Problem;
import wistaxis.core.steps.Step;
import wistaxis.core.ticket.Attempt;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.time.BenchTime;
import wistaxis.core.words.Text;
import wistaxis.core.work.Rules;
import wistaxis.core.work.SetUp;
import wistaxis.store.files.DiskProblem;
import wistaxis.store.files.SideFile;
import wistaxis.store.ledger.LedgerStore;
import wistaxis.store.settings.Settings;
import wistaxis.store.settings.SharedSettings;
import wistaxis.store.settings.ShopProfile;
import wistaxis.workbench.computer.PublicHolidays;
import wistaxis.workbench.firmware.Stock;
import wistaxis.workbench.life.Background;
import wistaxis.workbench.life.Change;
import wistaxis.workbench.life.Life;
import wistaxis.workbench.people.Customers;
import wistaxis.workbench.plan.Quote;
import wistaxis.workbench.plan.TicketJobs;
import wistaxis.workbench.ticket.Shop;
import wistaxis.workbench.ticket.Tickets;

/** Intake and routes of all tickets: what the shop prefers, what its ledger shows, what is signed, and whether the computer is ready. */
public final class Routes {
    private final Life life;
    private final DeviceCatalogue devices;
    private final Supplier<SequenceLibrary> sequences;
    private final HandoverFacts handover;
    private final Stock stock;
    private final Customers people;
    private final long usualFirmware;
    private Shop shop;
    private final Evidence evidence = new Evidence();
    private final List<Runnable> uncounted = new ArrayList<>();
    private long counted = -1;
    private final ComputerProbe probe;
    private final Path settingsFile;
    private final Tickets tickets;
    private final boolean told;
    private String computerProblem = "";
    private @Nullable ComputerFacts computer;
    private boolean looking;

    /**
     * @param usualFirmware the size of a firmware file in practice before a build is chosen, bytes @param said of no ticket, where
     * several share a ledger
     */
    public Routes(Life life, DeviceCatalogue devices, Supplier<SequenceLibrary> sequences, HandoverFacts handover, Stock stock,
            Customers people, ComputerProbe probe, long usualFirmware, Path settingsFile, Tickets tickets, LedgerStore ledger,
            List<LedgerEntry> said) {
        this.life = life;
        this.devices = devices;
        this.sequences = sequences;
        this.handover = handover;
        this.stock = stock;
        this.people = people;
        this.usualFirmware = usualFirmware;
        this.probe = probe;
        this.settingsFile = settingsFile;
        this.tickets = tickets;
        SideFile.Read<Settings> read = Settings.read(settingsFile, s -> PublicHolidays.of(s.holidays()));
        this.told = said.stream().anyMatch(e -> e.event() instanceof TicketEvent.SettingChanged);
        this.shop = shop(read.value());
        shopSays(said);
        stock.line(read.value().lineMbit());
        life.notices().say(read.problem());
        count(ledger);
    }

    /** How long a step takes here, and the whole of it. */
    public Quote quote(Ticket ticket, Step step) {
        return Quote.of(ticket, step, shop, stock.history(), !life.simulated());
    }

    /** The shop's rules, as they are in force now. */
    public Shop shop() {
        return shop;
    }

    public RoutePlanner planner() {
        return shop.planner();
    }

    public Intake intake() {
        return shop.intake();
    }

    /** The shop's own sequences have changed: a route knows which keys can reach a mode. */
    public void methodsRead() {
        shop = shop(shop.settings());
    }

    private Shop shop(Settings settings) {
        return new Shop(devices, sequences.get(), settings, stock.builds()::of, life::now, handover);
    }

    /** Counted behind the start: a long ledger has many cases. */
    private void count(LedgerStore ledger) {
        life.background().run(ledger::cases, cases -> {
            cases.all().forEach(c -> devices.byIdentifier(c.identifier()).ifPresent(m -> Attempt.Outcome.of(c.outcome())
                    .ifPresent(o -> evidence.add(new Evidence.Case(m.family(), Problem.of(c.problem()), c.step()), o, c.times()))));
            counted = cases.last();
            uncounted.forEach(Runnable::run);
            uncounted.clear();
            life.changes().tell(Change.Topic.SHOP);
        }, e -> life.notices().say(t("workbench.route.not-counted", "why", e.getMessage())));
    }

    /** @param from number of the entry after which the ticket has changed; what was counted at the start is not counted again */
    public void changed(@Nullable Ticket before, Ticket after, long from) {
        if (counted < 0) {
            uncounted.add(() -> changed(before, after, from));
        } else if (from >= counted) {
            evidence.changed(before, after, devices);
        }
    }

    public Settings settings() {
        return shop.settings();
    }

    /** The shop's choice, the usual one where it has not chosen. */
    public String preference(String name) {
        return settings().preferences().getOrDefault(name, planner().preferences().stream().filter(p -> p.preference().equals(name))
                .findFirst().orElseThrow().options().getFirst().value());
    }

    public void prefer(String preference, String value) {
        change(settings().prefer(preference, value));
    }

    /** @throws BadInput for a region that is not known */
    public void holidays(String region) {
        PublicHolidays.of(region);
        change(settings().holidays(region));
    }

    /** What the bench is called. @throws BadInput for what is no name */
    public void benchName(String name) {
        change(settings().bench(name));
    }

    /** Where firmware is asked for on a real bench; empty for nowhere. @throws BadInput for what is no address */
    public void library(String address) {
        change(settings().library(address));
    }

    /** What is heard of the keys. @param what {@code tones}, {@code words} or {@code both} */
    public void cues(String what) {
        change(settings().cues(what));
    }

    /** What goes to this printer. @param name as the system calls it; empty for its usual one */
    public void printer(String what, String name) {
        change(settings().printer(what, name));
    }

    /** What the window speaks from now on. @param tag by BCP 47 */
    public void language(String tag) {
        change(settings().language(tag));
    }

    /** Who is at work and when. @throws BadInput for what cannot be read */
    public void people(String people) {
        change(settings().people(people));
    }

    /** The ports of the computers, with the plugs of their cables. @throws BadInput for what cannot be read */
    public void ports(String ports) {
        change(settings().ports(ports));
    }

    /** When people are called. @throws BadInput for what cannot be read */
    public void calls(String calls) {
        change(settings().calls(calls));
    }

    /** How fast downloads are here, until some were measured; empty for not known. @throws BadInput for what is no speed */
    public void line(String mbit) {
        change(settings().line(mbit));
        stock.line(settings().lineMbit());
    }

    /** What the shop says of itself on its documents. @throws BadInput for what cannot be */
    public void profile(ShopProfile.Part part, String typed) {
        change(settings().profile(settings().profile().with(part, typed)));
    }

    public void staff(String names) {
        change(settings().staff(names));
    }

    /** After how many days customers are forgotten; empty for never by itself. @throws BadInput for what is no number of days */
    public void forgetDays(String days) {
        change(settings().forgetDays(days));
        Integer now = settings().forgetDays();
        if (now != null) {
            people.due(Duration.ofDays(now)).thenAccept(all -> life.notices().tell(t("workbench.customer.forgotten-after", "days", now,
                    "n", all.size(), "who", all.entrySet().stream().map(e -> e.getKey() + " " + e.getValue()).toList())));
        }
    }

    /** When the computer's restore program was last brought up to date; empty for nobody knows. @throws BadInput for what is no day */
    public void programOf(String day) {
        change(settings().programOf(day));
    }

    /** Takes a method as this shop's habit for its goal and family. */
    public void prefer(ButtonSequence method) {
        change(settings().prefer(method));
    }

    /** Several benches have the same settings: those of the first one, where none were told yet. */
    public void tellShop() {
        if (tickets.bench() != null && !told) {
            tell(Settings.USUAL, settings());
        }
    }

    /** What the shop has changed, here or at another bench. */
    public void shopSays(List<LedgerEntry> entries) {
        Map<String, String> values = new LinkedHashMap<>();
        entries.stream().map(LedgerEntry::event).forEach(e -> {
            if (e instanceof TicketEvent.SettingChanged(String name, String value)) {
                values.put(name, value);
            }
        });
        try {
            Settings next = SharedSettings.with(settings(), values);
            if (!next.equals(settings())) {
                keep(next);
            }
        } catch (BadInput e) {
            life.notices().say(t("workbench.settings.not-understood", "why", e.getMessage()));
        }
    }

    private void tell(Settings before, Settings next) {
        Map<String, String> changed = SharedSettings.changes(before, next);
        if (tickets.bench() != null && !changed.isEmpty()) {
            tickets.settings(changed).exceptionally(e -> {
                if (shop.settings().equals(next)) {
                    keep(before);
                }
                life.notices().say(t("workbench.bad.not-saved", "why", Background.cause(e).getMessage()));
                return null;
            });
        }
    }

    private void change(Settings next) {
        Settings before = shop.settings();
        keep(next);
        tell(before, next);
    }

    private void keep(Settings next) {
        Settings before = shop.settings();
        shop = shop(next);
        life.changes().tell(Change.Topic.SHOP);
        life.background().write(() -> next.write(settingsFile), e -> {
            shop = shop.settings().equals(next) ? shop(before) : shop;
            life.notices().say(t("workbench.settings.not-saved", "why", DiskProblem.words("settings", settingsFile, e)));
            life.changes().tell(Change.Topic.SHOP);
        });
    }

    /** What the rules and the questions see of a ticket. */
    public Map<String, String> inferred(Ticket ticket) {
        return shop.inferred(ticket);
    }

    /** See {@link Shop#advice}. */
    public List<Text> advice(Ticket ticket) {
        return shop.advice(ticket);
    }

    /** Set-up as it stands on a ticket, activation as long as it took here, and the settings afterwards; what is not there is left out. */
    public List<GuideRun> setUp(Ticket ticket) {
        return Stream.of(TicketJobs.guide(shop, stock.history(), ticket), SetUp.afterwards(ticket, shop.model(ticket).orElse(null)))
                .flatMap(Optional::stream).toList();
    }

    /** What comes back, when, and which line to tap; empty while the problem is not known. */
    public Optional<BackupPlan> backups(Ticket ticket) {
        return route(ticket).map(r -> shop.backups(ticket, r, bytes -> Optional.of(stock.history().download(bytes))));
    }

    /** What of a ticket cannot be understood here. */
    public Unreadables unreadables(Ticket ticket) {
        return shop.unreadables(ticket);
    }

    public void unreadable(Ticket ticket, String why) {
        shop.unreadable(ticket, why);
    }

    /** The route of a ticket; empty while the problem is not known. */
    public Optional<Route> route(Ticket ticket) {
        return shop.route(ticket);
    }

    /** What may be done next on a ticket. */
    public Rules rules(Ticket ticket) {
        return shop.rules(ticket);
    }

    /** Whether firmware will be written on a ticket, as far as can be told. */
    public boolean writes(Ticket ticket) {
        return shop.writes(ticket);
    }

    /** How long the device stays in recovery by itself from now on; empty where it is in none. Negative once it should have left. */
    public Optional<Duration> recoveryTimeoutLeft(Ticket ticket) {
        return Mode.RECOVERY.equals(ticket.mode()) && ticket.modeSince() != null
                ? Optional.of(recoveryTimeout(ticket).minus(BenchTime.between(ticket.modeSince(), life.now()))) : Optional.empty();
    }

    /** See {@link Shop#recoveryTimeout}. */
    public Duration recoveryTimeout(Ticket ticket) {
        return shop.recoveryTimeout(ticket);
    }

    /** @throws BadInput for a text that is no span */
    public void recoveryTimeout(String span) {
        change(settings().recoveryTimeout(span));
    }

    /** How often a step worked in this shop, where there are enough cases. */
    public Optional<Evidence.Tally> evidence(Ticket ticket, String step) {
        return ticket.problem().flatMap(t -> evidence.of(model(ticket).map(DeviceModel::family).orElse(null), t, step));
    }

    /** Whether computer and bench are ready for a step that writes firmware; looks at the computer in the background. */
    public Readiness readiness(Ticket ticket) {
        if (computer == null && !looking && computerProblem.isEmpty()) {
            lookAtComputer();
        }
        return Readiness.of(computer, computerProblem, size(ticket), new Readiness.Bench(preference("host-ports"), settings().programOf()),
                model(ticket).orElse(null), ticket.facts());
    }

    /** How large the firmware file is; in practice as large as those of the library where nothing is known. */
    public Readiness.Size size(Ticket ticket) {
        boolean known = ticket.build() != null || !stock.builds().of(String.valueOf(ticket.identifier())).isEmpty();
        return known || !life.simulated() ? shop.size(ticket) : Readiness.Size.of(usualFirmware);
    }

    /** Looks at the computer anew. */
    public void lookAtComputer() {
        looking = true;
        computerProblem = "";
        computer = null;
        life.background().run(() -> probe.look(settingsFile.toAbsolutePath().getParent()), seen -> {
            computer = seen;
            looking = false;
            life.changes().tell(Change.Topic.SHOP);
        }, e -> {
            looking = false;
            computerProblem = t("workbench.ready.computer-unreadable", "why", e);
            life.changes().tell(Change.Topic.SHOP);
        });
    }

    private Optional<DeviceModel> model(Ticket ticket) {
        return Optional.ofNullable(ticket.identifier()).flatMap(devices::byIdentifier);
    }

    public LocalDate today() {
        return LocalDate.ofInstant(life.now(), ZoneId.systemDefault());
    }
}
