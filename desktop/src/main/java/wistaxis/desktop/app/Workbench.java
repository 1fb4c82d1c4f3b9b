package wistaxis.desktop.app;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Deque;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.LongSupplier;
import org.jspecify.annotations.Nullable;
import wistaxis.core.bench.BenchClock;
import wistaxis.core.bench.BenchPlan;
import wistaxis.core.bench.BenchTime;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.device.KeyFamily;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Names;
import wistaxis.core.identify.LookLibrary;
import wistaxis.core.keys.SequenceLibrary;
import wistaxis.core.restore.HandoverFacts;
import wistaxis.core.restore.RestoreStage;
import wistaxis.core.route.Intake;
import wistaxis.core.route.Oddities;
import wistaxis.core.ticket.Chain;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.desktop.host.OshiHost;
import wistaxis.standins.StandInWorld;
import wistaxis.store.files.DiskTrouble;
import wistaxis.store.files.Inside;
import wistaxis.store.files.Rights;
import wistaxis.store.files.Room;
import wistaxis.store.files.SideFile;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.Ledger;
import wistaxis.store.ledger.LedgerCheck;
import wistaxis.store.ledger.LedgerExport;
import wistaxis.store.ledger.LedgerSeen;
import wistaxis.store.line.Line;

/** Everything behind the window. JavaFX thread only, but for {@link #now()}. */
public final class Workbench implements AutoCloseable {
    /** Speed of the simulated line: 24 Mbit/s. */
    public static final long LINE = 3_000_000;

    /** Less is what two clocks differ by anyway. */
    private static final long SLEPT_NANOS = 2_000_000_000L;

    /** How often the ledger is looked at for what others appended; after trouble, and for the memory of its end, more seldom. */
    private static final long LOOK_NANOS = 400_000_000L;
    private static final long LOOK_AGAIN_NANOS = 3_000_000_000L;
    private static final long MEMORY_NANOS = 60_000_000_000L;

    /** An export says everything twice, as it is stored and as it is read. */
    private static final long EXPORT_TIMES = 3;

    /** Before a build is chosen: the size of the stand-ins' packages. */
    static final long USUAL_PACKAGE = 36_000_000;

    private final Setup setup;
    private final DeviceCatalogue devices = DeviceCatalogue.shipped();
    private final LookLibrary looks = LookLibrary.shipped(devices);
    private final List<RestoreStage> stages = RestoreStage.shipped();
    private final HandoverFacts handover = HandoverFacts.shipped();
    private final Background background = new Background();
    private final Ledger ledger;
    private final StandInWorld world;
    private final Line line;
    private final Schools schools;
    private final List<LedgerEntry> entries;
    private final Map<String, Long> lastOf = new HashMap<>();
    private final Deque<AutoCloseable> open = new ArrayDeque<>();
    private final List<String> notices = new ArrayList<>();
    private final Map<String, Long> pausedUntil = new HashMap<>();
    private @Nullable String unread;
    private long lastReal;
    private long lastWall;
    private boolean looking;
    private long nextLook = System.nanoTime();
    private long nextMemory = nextLook + MEMORY_NANOS;
    private final Map<String, Ticket> tickets = new TreeMap<>();
    private final Map<String, TicketDesk> desks = new HashMap<>();
    private final List<Runnable> listeners = new ArrayList<>();
    private final RouteDesk routes;
    private final Stock stock;
    private final Practice practice;
    private final DrillDesk drill;
    private volatile BenchClock clock;

    /**
     * @param start bench time at the start
     * @param realNanos a monotonic clock, which may stand still while the computer sleeps
     * @param wall the wall clock, which does not
     * @param lineBytesPerSecond speed of the simulated line
     */
    public record Setup(String benchName, DataFolder folder, Instant start, LongSupplier realNanos, InstantSource wall, long lineBytesPerSecond) {
        /** On the machine's wall clock. */
        public Setup(String benchName, DataFolder folder, Instant start, LongSupplier realNanos, long lineBytesPerSecond) {
            this(benchName, folder, start, realNanos, Clock.systemUTC(), lineBytesPerSecond);
        }

        /** A bench on this machine's clocks. */
        public static Setup of(String benchName, DataFolder folder) {
            return new Setup(benchName, folder, Instant.now(), System::nanoTime, LINE);
        }
    }

    /**
     * Opens ledger and stand-ins and folds the tickets. Whatever goes wrong, nothing stays open.
     *
     * @throws DiskTrouble when the ledger cannot be used
     */
    public Workbench(Setup setup) {
        this.setup = setup;
        this.clock = new BenchClock(1, setup.realNanos().getAsLong(), BenchTime.nanos(setup.start()));
        try {
            this.ledger = opened(Ledger.open(setup.folder().ledger()));
            opened(background);
            this.schools = new Schools(this, setup.folder().schools());
            this.entries = new ArrayList<>(ledger.entries());
            LedgerCheck check = LedgerCheck.of(entries, seen(), setup.wall().instant());
            this.unread = check.read() ? null : check.broken().orElse(null);
            entries.forEach(this::fold);
            this.world = opened(new StandInWorld(setup.folder().standIns(), this::now, setup.lineBytesPerSecond()));
            this.line = opened(new Line(world.address()));
            this.stock = opened(new Stock(this, setup.folder(), entries));
            this.routes = new RouteDesk(this, new OshiHost(), setup.folder().settings(), tickets.values());
            this.practice = opened(new Practice(this, setup.folder()));
            this.drill = new DrillDesk(this);
            if (!check.findings().isEmpty()) {
                say("The ledger says what cannot have happened: " + check.findings().getFirst() + (check.findings().size() > 1 ? ", and " + (check.findings().size() - 1) + " more; see the ledger's page." : "."));
            }
            ready();
        } catch (IOException e) {
            close();
            throw DiskTrouble.of("folder of the stand-in services", setup.folder().standIns(), e);
        } catch (RuntimeException | Error e) {
            close();
            throw e;
        }
    }

    private <T extends AutoCloseable> T opened(T part) {
        open.addFirst(part);
        return part;
    }

    private @Nullable LedgerSeen seen() {
        SideFile.Read<@Nullable LedgerSeen> read = LedgerSeen.readOrSetAside(setup.folder().seen());
        say(read.trouble());
        return read.value();
    }

    /** What is done once the ledger may be written to: a restore that the last program left running is one that stopped. */
    private void ready() {
        if (unread != null) {
            return;
        }
        tickets.values().stream().filter(t -> t.running() && t.closed() == null).toList().forEach(t -> {
            boolean writing = stages.stream().filter(s -> s.id().equals(t.restoreStage())).anyMatch(RestoreStage::leaveCable);
            record(t.number(), writing ? new TicketEvent.RestoreStopped("the program ended while the device was being written to; its state is not known", true)
                    : new TicketEvent.RestoreStopped("the program ended during the restore; put the device into recovery and start it again"));
        });
        remember();
    }

    private void fold(LedgerEntry e) {
        if (e.ofBench()) {
            return;
        }
        lastOf.put(e.ticket(), e.number());
        Ticket before = tickets.get(e.ticket());
        tickets.put(e.ticket(), before == null ? Ticket.fold(List.of(e)) : before.with(e));
    }

    /** What is wrong with the ledger and was not read by anybody yet; until then nothing is written. */
    public Optional<String> unread() {
        return Optional.ofNullable(unread);
    }

    /** Somebody has read what is wrong with the ledger: that is written down, and work goes on behind it. */
    public void readBreak() {
        String says = Objects.requireNonNull(unread, "nothing is wrong");
        entries.add(ledger.append(LedgerEntry.BENCH, new TicketEvent.BreakRead(says), now()));
        unread = null;
        ready();
        changed();
    }

    /** Something that was wrong at the start, to be said once; nothing for empty words. */
    void say(String trouble) {
        if (!trouble.isEmpty()) {
            notices.add(trouble);
        }
    }

    /** What was wrong at the start or since, said once: whoever takes it says it. */
    public List<String> takeNotices() {
        List<String> said = List.copyOf(notices);
        notices.clear();
        return said;
    }

    public String benchName() {
        return setup.benchName();
    }

    public DeviceCatalogue devices() {
        return devices;
    }

    public SequenceLibrary sequences() {
        return schools.all();
    }

    /** The shop's own key sequences. */
    public Schools schools() {
        return schools;
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
        return BenchTime.instant(nowNanos());
    }

    /** Bench time in nanoseconds since 1970 UTC; any thread. */
    public long nowNanos() {
        return clock.at(setup.realNanos().getAsLong());
    }

    public int rate() {
        return clock.rate();
    }

    /** Whether keys are pressed or led somewhere: they always run at x1. */
    public boolean keysRun() {
        return desks.values().stream().anyMatch(d -> d.keys().busy()) || drill.coaching().run().isPresent();
    }

    /** Lets simulated time pass faster or slower; not faster than it is while keys run. */
    public void setRate(int rate) {
        if (rate != clock.rate() && (rate == 1 || !keysRun())) {
            clock = clock.withRate(rate, setup.realNanos().getAsLong());
            changed();
        }
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

    /** Looks through the whole ledger, read anew from the disk. */
    public LedgerCheck verify() {
        return ledger.check(LedgerSeen.read(setup.folder().seen()), setup.wall().instant());
    }

    /** How a file is written down, so that the data folder can be moved. */
    String kept(Path file) {
        return Inside.kept(setup.folder().root(), file);
    }

    /** The file that was written down. @throws wistaxis.core.facts.BadInput for a path that leads out of the data folder */
    Path found(String kept) {
        return Inside.found(setup.folder().root(), kept);
    }

    /** Where exports are written. */
    public Path exports() {
        return setup.folder().exports();
    }

    /** Writes the whole ledger into the data folder. @return the file */
    public Path export(LedgerExport format) throws IOException {
        Rights.makeFolder(setup.folder().exports());
        Path file = Inside.file(setup.folder().exports(), "ledger-" + now().toString().substring(0, 19).replace(":", "") + "." + format.name().toLowerCase(Locale.ROOT));
        Room.check(file, EXPORT_TIMES * Files.size(setup.folder().ledger()));
        format.write(ledger::each, file);
        return file;
    }

    /** Opens a ticket. @return its number. @throws wistaxis.core.facts.BadInput for a title that is none */
    public String open(String title) {
        refuseUnread();
        LedgerEntry entry = ledger.openTicket(new TicketEvent.Opened(Names.typed(title, "title", 200), true), now());
        takeIn(List.of(entry));
        return entry.ticket();
    }

    /**
     * Appends an event; once this returns it is safe on the disk, and the ticket is what it now is.
     *
     * @throws Ledger.Moved when somebody else has appended to the ticket since this window saw it; it is then read in
     * @throws DiskTrouble when it cannot be written
     */
    public Ticket record(String number, TicketEvent event) {
        refuseUnread();
        try {
            takeIn(List.of(ledger.append(number, lastOf.getOrDefault(number, 0L), event, now())));
        } catch (Ledger.Moved e) {
            takeIn(ledger.since(lastNumber()));
            throw e;
        }
        return ticket(number);
    }

    private void refuseUnread() {
        if (unread != null) {
            throw new IllegalStateException("nothing is written until somebody has read what is wrong with the ledger: " + unread);
        }
    }

    private long lastNumber() {
        return entries.isEmpty() ? 0 : entries.getLast().number();
    }

    /** Takes in entries that are on the disk: this window's own, and what others appended before or meanwhile. */
    private void takeIn(List<LedgerEntry> more) {
        List<LedgerEntry> all = more.isEmpty() || more.getFirst().number() <= lastNumber() + 1 ? more : ledger.since(lastNumber());
        for (LedgerEntry e : all) {
            if (e.number() > lastNumber()) {
                Ticket before = tickets.get(e.ticket());
                entries.add(e);
                stock.recorded(e);
                fold(e);
                if (!e.ofBench()) {
                    routes.changed(before, ticket(e.ticket()));
                }
                if (before != null && !Objects.equals(before.identifier(), ticket(e.ticket()).identifier())) {
                    desks.remove(e.ticket());
                }
            }
        }
        if (!all.isEmpty()) {
            changed();
        }
    }

    /** Looks whether others appended something, a few times a second. */
    private void look(long nowNanos) {
        if (looking || nowNanos - nextLook < 0) {
            return;
        }
        looking = true;
        long from = lastNumber();
        background.run(() -> ledger.since(from), more -> {
            looking = false;
            nextLook = System.nanoTime() + LOOK_NANOS;
            takeIn(more);
        }, _ -> {
            looking = false;
            nextLook = System.nanoTime() + LOOK_AGAIN_NANOS;
        });
        if (unread == null && nowNanos - nextMemory > 0) {
            nextMemory = nowNanos + MEMORY_NANOS;
            remember();
        }
    }

    /** Keeps beside the ledger how it is now, so that a later start knows whether its end is missing. */
    private void remember() {
        LedgerSeen now = new LedgerSeen(lastNumber(), entries.isEmpty() ? Chain.START : entries.getLast().digest(), Instant.now());
        background.run(() -> {
            now.write(setup.folder().seen());
            return now;
        }, _ -> { }, _ -> { });
    }

    /** The desk of a ticket whose device is identified. */
    public TicketDesk desk(String number) {
        return desks.computeIfAbsent(number, n -> new TicketDesk(this, n));
    }

    /** Lets time pass on every open desk; to be called each frame. What goes wrong on one keeps nobody else, is said, and is tried again a little later. */
    public void tick() {
        long now = System.nanoTime();
        catchUp();
        drill.tick();
        if (unread == null) {
            Map.copyOf(desks).forEach((number, desk) -> guarded(number, now, desk::tick));
            guarded("downloads", now, stock.downloads()::tick);
        }
        look(now);
    }

    /** After a night's sleep of the computer the bench is on time again: what the wall clock went on by and the monotonic clock did not. Not while keys run. */
    private void catchUp() {
        long real = setup.realNanos().getAsLong();
        long wall = BenchTime.nanos(setup.wall().instant());
        long slept = wall - lastWall - (real - lastReal);
        if (lastReal != 0 && slept > SLEPT_NANOS && !keysRun()) {
            clock = clock.slept(slept);
            changed();
        }
        lastReal = real;
        lastWall = wall;
    }

    private void guarded(String what, long nowNanos, Runnable work) {
        if (nowNanos - pausedUntil.getOrDefault(what, nowNanos) < 0) {
            return;
        }
        try {
            work.run();
            pausedUntil.remove(what);
        } catch (RuntimeException e) {
            if (pausedUntil.put(what, nowNanos + LOOK_AGAIN_NANOS) == null) {
                say(what + ": that did not work, and was not saved: " + e.getMessage() + " It is tried again by itself. What was saved before is safe.");
                changed();
            }
        }
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
        Oddities odd = oddities(ticket);
        return odd.stop() ? Optional.of("Odd: " + String.join("; ", odd.stops())) : routes.stop(ticket);
    }

    /** What of a ticket cannot be understood here. */
    public Oddities oddities(Ticket ticket) {
        return routes.oddities(ticket);
    }

    private BenchPlan.Job job(Ticket t) {
        KeyFamily family = model(t).map(DeviceModel::family).orElse(null);
        TicketDesk desk = desks.get(t.number());
        double download = t.packageProven() ? 0 : stock.history().download(t.build() == null ? USUAL_PACKAGE : t.build().sizeBytes() - stock.downloads().here(t)).mid();
        return new BenchPlan.Job(t.number(), t.stage(), promised(t).orElse(BenchTime.LAST), desk == null ? Duration.ZERO : desk.unattended(), seconds(download), routes.writes(t), restore(family));
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
        try {
            return ticket.fact("promised").filter(p -> !p.equals(Intake.NOT_KNOWN)).map(Instant::parse).map(BenchTime::clamp);
        } catch (DateTimeException e) {
            return Optional.empty();
        }
    }

    /** Closes what is open, the last first; to be called once. */
    @Override
    public void close() {
        background.close();
        if (ledger != null && unread == null && !entries.isEmpty()) {
            try {
                new LedgerSeen(lastNumber(), entries.getLast().digest(), Instant.now()).write(setup.folder().seen());
            } catch (IOException _) {
                // remembered as it was a minute ago
            }
        }
        for (AutoCloseable part : open) {
            try {
                part.close();
            } catch (Exception e) {
                System.err.println("wistaxis: " + e.getMessage());
            }
        }
    }
}
