package wistaxis.desktop.app;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.LongSupplier;
import org.jspecify.annotations.Nullable;
import wistaxis.core.bench.BenchClock;
import wistaxis.core.bench.BenchPlan;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.device.KeyFamily;
import wistaxis.core.facts.BadInput;
import wistaxis.core.identify.LookLibrary;
import wistaxis.core.keys.SchoolFile;
import wistaxis.core.keys.SequenceLibrary;
import wistaxis.core.restore.HandoverFacts;
import wistaxis.core.restore.RestoreStage;
import wistaxis.core.ticket.Chain;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.desktop.host.OshiHost;
import wistaxis.standins.StandInWorld;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.Ledger;
import wistaxis.store.ledger.LedgerExport;
import wistaxis.store.line.Line;

/** Everything behind the window. JavaFX thread only, but for {@link #now()}. */
public final class Workbench implements AutoCloseable {
    /** Speed of the simulated line: 24 Mbit/s. */
    public static final long LINE = 3_000_000;

    /** Before a build is chosen: the size of the stand-ins' packages. */
    static final long USUAL_PACKAGE = 36_000_000;

    private final Setup setup;
    private final DeviceCatalogue devices = DeviceCatalogue.shipped();
    private SequenceLibrary sequences = SequenceLibrary.shipped();
    private String schoolTrouble = "";
    private final LookLibrary looks = LookLibrary.shipped(devices);
    private final List<RestoreStage> stages = RestoreStage.shipped();
    private final HandoverFacts handover = HandoverFacts.shipped();
    private final Background background = new Background();
    private final Ledger ledger;
    private final StandInWorld world;
    private final Line line;
    private final List<LedgerEntry> entries;
    private final Map<String, Ticket> tickets = new TreeMap<>();
    private final Map<String, TicketDesk> desks = new HashMap<>();
    private final List<Runnable> listeners = new ArrayList<>();
    private final RouteDesk routes;
    private final Stock stock;
    private final Practice practice;
    private final DrillDesk drill;
    private volatile BenchClock clock;

    /**
     * @param start bench time at the start; never before the last entry of the ledger
     * @param realNanos a monotonic clock
     * @param lineBytesPerSecond speed of the simulated line
     */
    public record Setup(String benchName, DataFolder folder, Instant start, LongSupplier realNanos, long lineBytesPerSecond) {
        /** A bench on this machine's clocks. */
        public static Setup of(String benchName, DataFolder folder) {
            return new Setup(benchName, folder, Instant.now(), System::nanoTime, LINE);
        }
    }

    /**
     * Opens ledger and stand-ins and folds the tickets.
     *
     * @throws wistaxis.store.ledger.LedgerDamaged when the ledger cannot be used
     */
    public Workbench(Setup setup) {
        this.setup = setup;
        this.ledger = Ledger.open(setup.folder().ledger());
        readSchools();
        this.entries = new ArrayList<>(ledger.entries());
        Instant last = entries.isEmpty() ? Instant.EPOCH : entries.getLast().at();
        this.clock = new BenchClock(1, setup.realNanos().getAsLong(), nanos(last.isAfter(setup.start()) ? last : setup.start()));
        Map<String, List<LedgerEntry>> byTicket = new TreeMap<>();
        entries.forEach(e -> byTicket.computeIfAbsent(e.ticket(), _ -> new ArrayList<>()).add(e));
        byTicket.forEach((number, list) -> tickets.put(number, Ticket.fold(list)));
        try {
            this.world = new StandInWorld(setup.folder().standIns(), this::now, setup.lineBytesPerSecond());
        } catch (IOException e) {
            throw new UncheckedIOException("the stand-in services cannot start on loopback", e);
        }
        this.line = new Line(world.address());
        this.stock = new Stock(this, setup.folder(), entries);
        this.routes = new RouteDesk(this, new OshiHost(), setup.folder().root().resolve("settings.json"), entries);
        this.practice = new Practice(this, setup.folder());
        this.drill = new DrillDesk(this);
        tickets.values().stream().filter(t -> t.restoreStarted() && t.restored() == null).toList()
                .forEach(t -> record(t.number(), new TicketEvent.RestoreStopped("the program ended during the restore; put the device into recovery and start it again")));
    }

    public String benchName() {
        return setup.benchName();
    }

    public DeviceCatalogue devices() {
        return devices;
    }

    public SequenceLibrary sequences() {
        return sequences;
    }

    /** Reads the shop's own key sequences anew; none of them is taken unless all of them land. */
    public void readSchools() {
        Path file = setup.folder().schools();
        sequences = SequenceLibrary.shipped();
        schoolTrouble = "";
        try {
            if (Files.exists(file)) {
                sequences = sequences.with(SchoolFile.accept(Files.readString(file), file.getFileName().toString()));
            }
        } catch (BadInput | IOException e) {
            schoolTrouble = "The shop's own key sequences were not taken, those that ship are in force. " + e.getMessage();
        }
    }

    /** What is wrong with the shop's own key sequences; empty for nothing. */
    public String schoolTrouble() {
        return schoolTrouble;
    }

    /** Where the shop's own key sequences are kept. */
    public Path schools() {
        return setup.folder().schools();
    }

    /** What the person at the bench practised. */
    public Practice practice() {
        return practice;
    }

    /** Practice on a simulated device. */
    public DrillDesk drill() {
        return drill;
    }

    /** Intake and routes. */
    public RouteDesk routes() {
        return routes;
    }

    /** The questions about looks. */
    public LookLibrary looks() {
        return looks;
    }

    public List<RestoreStage> stages() {
        return stages;
    }

    public HandoverFacts handover() {
        return handover;
    }

    Line line() {
        return line;
    }

    Background background() {
        return background;
    }

    /** The stand-ins, whose faults tests and training switch on. */
    public StandInWorld world() {
        return world;
    }

    /** Firmware of the whole bench. */
    public Stock stock() {
        return stock;
    }

    /** Bench time; any thread. */
    public Instant now() {
        return instant(nowNanos());
    }

    /** Bench time in nanoseconds since 1970 UTC; any thread. */
    public long nowNanos() {
        return clock.at(setup.realNanos().getAsLong());
    }

    public int rate() {
        return clock.rate();
    }

    public void setRate(int rate) {
        if (rate != clock.rate()) {
            clock = clock.withRate(rate, setup.realNanos().getAsLong());
            changed();
        }
    }

    static long nanos(Instant at) {
        return at.getEpochSecond() * 1_000_000_000L + at.getNano();
    }

    static Instant instant(long nanos) {
        return Instant.ofEpochSecond(0, nanos);
    }

    /** Tickets that are not closed, by number. */
    public List<Ticket> openTickets() {
        return tickets.values().stream().filter(t -> t.stage() != Stage.CLOSED).toList();
    }

    /** All tickets by number. */
    public Map<String, Ticket> tickets() {
        return Collections.unmodifiableMap(tickets);
    }

    /** @throws IllegalArgumentException for an unknown number */
    public Ticket ticket(String number) {
        Ticket ticket = tickets.get(number);
        if (ticket == null) {
            throw new IllegalArgumentException("no ticket [" + number + "]");
        }
        return ticket;
    }

    public Optional<DeviceModel> model(Ticket ticket) {
        return Optional.ofNullable(ticket.identifier()).flatMap(devices::byIdentifier);
    }

    /** Every entry of the ledger, in order. */
    public List<LedgerEntry> entries() {
        return Collections.unmodifiableList(entries);
    }

    /** @return what breaks the ledger's chain, in words; read anew from the disk */
    public Optional<String> verify() {
        return Chain.verify(ledger.entries());
    }

    /** Writes the whole ledger into the data folder. @return the file */
    public Path export(LedgerExport format) throws IOException {
        Path folder = Files.createDirectories(setup.folder().root().resolve("exports"));
        Path file = folder.resolve("ledger-" + now().toString().substring(0, 19).replace(":", "") + "." + format.name().toLowerCase(java.util.Locale.ROOT));
        format.write(ledger.entries(), file);
        return file;
    }

    /** Opens a ticket. @return its number */
    public String open(String title) {
        LedgerEntry entry = ledger.openTicket(new TicketEvent.Opened(title, true), now());
        entries.add(entry);
        tickets.put(entry.ticket(), Ticket.fold(List.of(entry)));
        changed();
        return entry.ticket();
    }

    /** Appends an event; once this returns it is safe on the disk, and the ticket is what it now is. */
    public Ticket record(String number, TicketEvent event) {
        LedgerEntry entry = ledger.append(number, event, now());
        entries.add(entry);
        routes.recorded(entry);
        stock.recorded(entry);
        Ticket before = ticket(number);
        Ticket next = before.with(entry);
        tickets.put(number, next);
        if (!Objects.equals(before.identifier(), next.identifier())) {
            desks.remove(number);
        }
        changed();
        return next;
    }

    /** The desk of a ticket whose device is identified. */
    public TicketDesk desk(String number) {
        return desks.computeIfAbsent(number, n -> new TicketDesk(this, n));
    }

    /** Lets time pass on every open desk; to be called each frame. */
    public void tick() {
        List.copyOf(desks.values()).forEach(TicketDesk::tick);
        drill.tick();
        stock.downloads().tick();
    }

    public void onChange(Runnable listener) {
        listeners.add(listener);
    }

    void changed() {
        List.copyOf(listeners).forEach(Runnable::run);
    }

    /** The plan of all open tickets from now on. */
    public BenchPlan plan() {
        return BenchPlan.of(openTickets().stream().filter(t -> stop(t).isEmpty()).map(this::job).toList(), now());
    }

    /** Why nothing may be done on a ticket, if so. */
    public Optional<String> stop(Ticket ticket) {
        return routes.stop(ticket);
    }

    private BenchPlan.Job job(Ticket t) {
        KeyFamily family = model(t).map(DeviceModel::family).orElse(null);
        TicketDesk desk = desks.get(t.number());
        double download = t.packageProven() ? 0 : stock.history().download(t.build() == null ? USUAL_PACKAGE : t.build().sizeBytes() - stock.downloads().here(t)).mid();
        return new BenchPlan.Job(t.number(), t.stage(), promised(t).orElse(Instant.MAX), desk == null ? Duration.ZERO : desk.unattended(), seconds(download), routes.writes(t), restore(family));
    }

    /** The restore as three stretches: up to the restart, the second bar, the greeting. */
    private List<BenchPlan.Stretch> restore(@Nullable KeyFamily family) {
        Map<String, Double> stretches = new LinkedHashMap<>();
        for (RestoreStage s : stages) {
            String what = List.of("second-bar", "greeting").contains(s.id()) ? s.title() : "Restore";
            stretches.merge(what, stock.history().stage(family, s).mid(), Double::sum);
        }
        return stretches.entrySet().stream().map(e -> new BenchPlan.Stretch(e.getKey(), seconds(e.getValue()))).toList();
    }

    private static Duration seconds(double seconds) {
        return Duration.ofMillis(Math.round(1000 * seconds));
    }

    /** When the customer was promised the device, if that was said and can be read. */
    public static Optional<Instant> promised(Ticket ticket) {
        return ticket.fact("promised").map(Instant::parse);
    }

    @Override
    public void close() {
        stock.close();
        background.close();
        line.close();
        world.close();
    }
}
