package wistaxis.workbench;

import static wistaxis.core.words.Say.t;

import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.InstantSource;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.Executor;
import java.util.function.LongSupplier;
import org.jspecify.annotations.Nullable;
import wistaxis.core.buttons.SequenceLibrary;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.firmware.Fetch;
import wistaxis.core.identify.LookLibrary;
import wistaxis.core.restore.HandoverFacts;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.Command;
import wistaxis.store.files.DiskProblem;
import wistaxis.store.files.Inside;
import wistaxis.store.ledger.DataFolder;
import wistaxis.workbench.backup.Backups;
import wistaxis.workbench.command.Commands;
import wistaxis.workbench.command.Result;
import wistaxis.workbench.command.TakingBack;
import wistaxis.workbench.desk.TicketDesk;
import wistaxis.workbench.document.Documents;
import wistaxis.workbench.document.Exports;
import wistaxis.workbench.firmware.Sharing;
import wistaxis.workbench.firmware.Stock;
import wistaxis.workbench.life.Change;
import wistaxis.workbench.life.Changes;
import wistaxis.workbench.life.ClockDoubt;
import wistaxis.workbench.life.Notices;
import wistaxis.workbench.life.TimeKeeper;
import wistaxis.workbench.life.World;
import wistaxis.workbench.lot.Lots;
import wistaxis.workbench.people.Customers;
import wistaxis.workbench.plan.AfterDay;
import wistaxis.workbench.plan.Calling;
import wistaxis.workbench.plan.Plans;
import wistaxis.workbench.practice.Drill;
import wistaxis.workbench.practice.Methods;
import wistaxis.workbench.practice.Practice;
import wistaxis.workbench.practice.Staff;
import wistaxis.workbench.route.Routes;
import wistaxis.workbench.ticket.Guard;
import wistaxis.workbench.ticket.Reminders;
import wistaxis.workbench.ticket.Tickets;
import wistaxis.workbench.trouble.TroubleReport;
import wistaxis.workbench.usb.ComputerUsb;

/** The bench at work: everything that window and command line share. Of one thread, the interface's, but for what says otherwise. */
public final class Workbench implements AutoCloseable {
    private final Composition parts;
    private @Nullable LookLibrary looks;

    /**
     * @param start bench time at the start
     * @param realNanos a monotonic clock, which may stand still while the computer sleeps
     * @param wall the wall clock, which does not
     * @param front runs something on the thread that the bench belongs to, later
     */
    public record Setup(String benchName, DataFolder folder, Instant start, LongSupplier realNanos, InstantSource wall, World.Maker world,
            Executor front) {
        /** A bench on this machine's clocks. */
        public static Setup of(String benchName, DataFolder folder, World.Maker world, Executor front) {
            return new Setup(benchName, folder, Instant.now(), System::nanoTime, Clock.systemUTC(), world, front);
        }
    }

    /**
     * Opens the ledger and reads the tickets at work. Whatever goes wrong, nothing stays open.
     *
     * @throws DiskProblem when the ledger cannot be used
     */
    public Workbench(Setup setup) {
        this.parts = new Composition(setup);
    }

    /** Whether this computer's clock can be believed. */
    public ClockDoubt doubt() {
        return parts.doubt;
    }

    /** Somebody says that the clock is right: what waited for that is done. */
    public void clockIsRight() {
        parts.doubt.settle();
        parts.tickets.health().remember();
        parts.forget();
        parts.changes.tell(Change.Topic.NOTICE);
    }

    /** Somebody has read what is wrong with the ledger: that is written down, and work goes on behind it. */
    public CompletableFuture<Void> readBreak() {
        return parts.tickets.readBreak().thenRun(() -> {
            parts.ready();
            parts.changes.tell(Change.Topic.NOTICE);
        });
    }

    /** Where the log lies that says more. */
    public Path log() {
        return parts.setup.folder().log().getParent();
    }

    /** The one way in. */
    public Commands commands() {
        return parts.commands;
    }

    /** How the last act is taken back. */
    public TakingBack taking() {
        return parts.taking;
    }

    /** Looks at one ticket so that it takes no other with it. */
    public Guard guard() {
        return parts.guard;
    }

    public DeviceCatalogue devices() {
        return parts.devices;
    }

    /** Tells who follows what has changed. */
    public Changes changes() {
        return parts.changes;
    }

    /** Who the customers are. */
    public Customers people() {
        return parts.people;
    }

    /** The documents of the tickets. */
    public Documents documents() {
        return parts.documents;
    }

    /** Calls to what needs somebody. */
    public Calling calling() {
        return parts.calling;
    }

    /** What became of the plan of a day. */
    public AfterDay afterDay() {
        return parts.afterDay;
    }

    /** Lots of devices. */
    public Lots lots() {
        return parts.lots;
    }

    /** What is due at a time. */
    public Reminders reminders() {
        return parts.reminders;
    }

    /** What is to be said once. */
    public Notices notices() {
        return parts.notices;
    }

    /** The bench's time. */
    public TimeKeeper time() {
        return parts.time;
    }

    /** Bench time; any thread. */
    public Instant now() {
        return parts.time.now();
    }

    /** Bench time in nanoseconds since 1970 UTC; any thread. */
    public long nowNanos() {
        return parts.time.nowNanos();
    }

    public World world() {
        return parts.world;
    }

    public Tickets tickets() {
        return parts.tickets;
    }

    public SequenceLibrary sequences() {
        return parts.methods.all();
    }

    /** The shop's own key sequences. */
    public Methods methods() {
        return parts.methods;
    }

    /** What the person at the bench practised. */
    public Practice practice() {
        return parts.practice;
    }

    /** Practice on a simulated device. */
    public Drill drill() {
        return parts.drill;
    }

    /** Who works here. */
    public Staff staff() {
        return parts.staff;
    }

    /** Intake and routes. */
    public Routes routes() {
        return parts.routes;
    }

    /** When who needs hands. */
    public Plans plans() {
        return parts.plans;
    }

    /** The questions about looks. */
    public LookLibrary looks() {
        LookLibrary read = looks == null ? LookLibrary.shipped(parts.devices) : looks;
        looks = read;
        return read;
    }

    public HandoverFacts handover() {
        return parts.handover;
    }

    /** What hangs on the computer's USB. */
    public ComputerUsb usb() {
        return parts.usb;
    }

    /** Firmware files between the benches of a shop. */
    public Sharing sharing() {
        return parts.sharing;
    }

    /** Firmware of the whole bench. */
    public Stock stock() {
        return parts.stock;
    }

    /** Whether keys are pressed or led somewhere: they always run at x1. */
    public boolean buttonsRun() {
        return parts.desks.buttonsRun() || parts.drill.coaching().run().isPresent();
    }

    /** Lets simulated time pass faster or slower; not faster than it is while keys run. */
    public void setRate(int rate) {
        if (rate == 1 || !buttonsRun()) {
            parts.life.rate(rate);
        }
    }

    /** A ticket that is at work, or was looked at. @throws IllegalArgumentException for any other number */
    public Ticket ticket(String number) {
        return parts.tickets.of(number);
    }

    public Optional<DeviceModel> model(Ticket ticket) {
        return Optional.ofNullable(ticket.identifier()).flatMap(parts.devices::byIdentifier);
    }

    /** The file that was written down. @throws wistaxis.core.facts.BadInput for a path that leads out of the data folder */
    public Path found(String kept) {
        return Inside.found(parts.setup.folder().root(), kept);
    }

    /** Somebody opens a ticket. */
    public CompletableFuture<Result> open(String title) {
        return parts.commands.open(new Command.Open(title, parts.world.simulated()));
    }

    /** How much of what was asked for is not on the disk yet. */
    public int pending() {
        return parts.pending();
    }

    /** What the bench is called. */
    public String benchName() {
        return parts.benchName();
    }

    /** Whether there is a library to be asked. */
    public boolean asksLibrary() {
        return parts.asksLibrary();
    }

    /** What is given to whoever helps. */
    public TroubleReport trouble() {
        return parts.trouble;
    }

    /** The shop's backups. */
    public Backups backups() {
        return parts.backups;
    }

    /** Writes out of the ledger. */
    public Exports exports() {
        return parts.exports;
    }

    /** Whether anything is under way that knows only real time: questions, checks, downloads. */
    boolean isWorking() {
        return parts.pending() > 0 || parts.background.running() > 0 || parts.stock.downloads().fetches().stream()
                .anyMatch(f -> f.phase() == Fetch.Phase.RUNNING || f.phase() == Fetch.Phase.WHOLE);
    }

    /** The desk of a ticket whose device is identified. */
    public TicketDesk desk(String number) {
        return parts.desks.of(number);
    }

    /**
     * Lets time pass on every open desk; to be called each frame. What goes wrong on one keeps nobody else, is said, and is tried again a
     * little later.
     */
    public void tick() {
        long now = System.nanoTime();
        if (parts.time.follow(buttonsRun())) {
            parts.changes.tell(Change.Topic.TIME);
        }
        if (parts.doubt.says().isEmpty()) {
            parts.doubt.leapt(parts.time.leapt(), parts.setup.wall().instant(), t("workbench.clock.leapt"));
            if (parts.doubt.says().isPresent()) {
                parts.changes.tell(Change.Topic.NOTICE);
            }
        }
        parts.people.tick(now);
        parts.practice.tick(now);
        parts.drill.tick();
        if (parts.tickets.unread().isEmpty()) {
            parts.desks.tick();
        }
        parts.tickets.look(now);
        parts.backups.tick();
    }

    /** See {@link Composition#close}. */
    @Override
    public void close() {
        parts.close();
    }
}
