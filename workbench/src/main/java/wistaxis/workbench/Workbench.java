package wistaxis.workbench;

import java.io.IOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.Executor;
import java.util.function.LongSupplier;
import org.jspecify.annotations.Nullable;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.facts.BadInput;
import wistaxis.core.firmware.Fetch;
import wistaxis.core.identify.LookLibrary;
import wistaxis.core.keys.SequenceLibrary;
import wistaxis.core.restore.HandoverFacts;
import wistaxis.core.restore.RestoreStage;
import wistaxis.core.ticket.Projection;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.work.Around;
import wistaxis.core.work.Command;
import wistaxis.store.files.DiskTrouble;
import wistaxis.store.files.Inside;
import wistaxis.store.files.LogFile;
import wistaxis.store.files.Rights;
import wistaxis.store.files.Room;
import wistaxis.store.files.WholeFile;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.Figures;
import wistaxis.store.ledger.FiguresCsv;
import wistaxis.store.ledger.KeptLedger;
import wistaxis.store.ledger.LedgerExport;
import wistaxis.store.ledger.LedgerStore;
import wistaxis.store.ledger.OutFile;
import wistaxis.store.line.Line;
import wistaxis.store.settings.Settings;
import wistaxis.workbench.command.Commands;
import wistaxis.workbench.command.Result;
import wistaxis.workbench.command.TakingBack;
import wistaxis.workbench.document.Documents;
import wistaxis.workbench.life.Background;
import wistaxis.workbench.life.Change;
import wistaxis.workbench.life.Changes;
import wistaxis.workbench.life.ClockDoubt;
import wistaxis.workbench.life.Closing;
import wistaxis.workbench.life.Front;
import wistaxis.workbench.life.Life;
import wistaxis.workbench.life.Notices;
import wistaxis.workbench.life.TimeKeeper;
import wistaxis.workbench.people.Customers;
import wistaxis.workbench.plan.Plans;
import wistaxis.workbench.practice.Practice;
import wistaxis.workbench.practice.Schools;
import wistaxis.workbench.practice.Staff;
import wistaxis.workbench.ticket.Guard;
import wistaxis.workbench.ticket.Learned;
import wistaxis.workbench.ticket.Reminders;
import wistaxis.workbench.ticket.Shop;
import wistaxis.workbench.ticket.Tickets;
import wistaxis.workbench.usb.HostUsb;

/** The bench at work: everything that window and command line share. Of one thread, the interface's, but for what says otherwise. */
public final class Workbench implements AutoCloseable {
    /** An export says everything twice, as it is stored and as it is read. */
    private static final long EXPORT_TIMES = 3;

    private final Setup setup;
    private final DeviceCatalogue devices = DeviceCatalogue.shipped();
    private final List<RestoreStage> stages = RestoreStage.shipped();
    private final HandoverFacts handover;
    private final Front front;
    private final ClockDoubt doubt = new ClockDoubt();
    private final Changes changes = new Changes();
    private final Notices notices = new Notices(changes);
    private final Guard guard = new Guard(this::shop, notices);
    private final Commands.Giver giver = new Commands.Giver() { // for the parts that are made before the way in is
        @Override
        public CompletableFuture<Result> give(String ticket, Command command) {
            return commands().give(ticket, command);
        }

        @Override
        public CompletableFuture<Result> byItself(String ticket, Command command) {
            return desks.byItself(ticket, command);
        }

        @Override
        public boolean isFlying(String ticket) {
            return commands().isFlying(ticket);
        }
    };
    private final Closing closing = new Closing();
    private final Desks desks = new Desks(this);
    private final TimeKeeper time;
    private final World world;
    private final Background background;
    private final Life life;
    private final LedgerStore ledger;
    private final Tickets tickets;
    private final Line line;
    private final Schools schools;
    private final Routes routes;
    private final Stock stock;
    private final Practice practice;
    private final Drill drill;
    private final HostUsb usb;
    private final Learned learned;
    private final Reminders reminders;
    private final Documents papers;
    private final Customers people;
    private final Plans plans;
    private final Staff staff;
    private final Around around = new Surroundings(this);
    private final Commands commands;
    private final TakingBack taking;
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
     * @throws DiskTrouble when the ledger cannot be used
     */
    public Workbench(Setup setup) {
        this.setup = setup;
        this.front = new Front(setup.front());
        try {
            TimeKeeper[] keeper = {null};
            this.world = setup.world().make(() -> Objects.requireNonNull(keeper[0]).now());
            closing.opened(world.end());
            this.time = new TimeKeeper(setup.start(), setup.realNanos(), setup.wall(), world.simulated());
            keeper[0] = time;
            this.ledger = closing.opened(KeptLedger.open(setup.folder().ledger(), setup.wall()));
            refuseOther(ledger, world.simulated());
            this.background = closing.opened(new Background(front));
            this.life = new Life(time, background, front, changes, notices, doubt);
            this.tickets = new Tickets(life, ledger, setup.folder(), setup.wall());
            closing.opened(tickets::close);
            this.schools = new Schools(life, setup.folder().schools(), this::schoolsRead);
            this.line = closing.opened(new Line(world.simulated() ? world.services() : this::library));
            this.stock = closing.opened(new Stock(this, setup.folder(), ledger));
            this.handover = handover(setup.folder());
            this.routes = new Routes(this, world.host(), setup.folder().settings(), ledger);
            this.practice = closing.opened(new Practice(life, devices, this::sequences, setup.folder()));
            this.drill = new Drill(this);
            this.plans = new Plans(life, tickets, this::shop, stock::history, present());
            this.staff = new Staff(changes, practice, () -> Optional.ofNullable(routes.settings().staff()).orElse(List.of()),
                    names -> routes.staff(names));
            this.reminders = new Reminders(life, tickets, guard, routes::today);
            this.people = closing.opened(new Customers(life, tickets, ledger, setup.folder(), giver));
            this.commands = new Commands(tickets, routes::rules, around, people::sealed, staff::atWork, this::heard);
            this.taking = new TakingBack(commands, tickets::find, this::realNanos);
            this.papers = new Documents(life, tickets, people, this::shop, this::benchName, setup.folder(), giver);
            this.learned = new Learned(ledger, life);
            this.usb = closing.opened(new HostUsb(life, tickets, guard, learned, people, devices, giver, world.usb()));
            tickets.follow(new Tickets.Follower() {
                @Override
                public void changed(@Nullable Ticket before, Projection now, long from) {
                    guard.of(now.ticket(), () -> Workbench.this.follow(before, now, from));
                }

                @Override
                public void takenBack(Ticket now) {
                    stock.takenBack(now);
                }

                @Override
                public void sealed(Ticket now) {
                    people.changed(now.number());
                }
            });
            ready();
            usb.start();
        } catch (RuntimeException | Error e) {
            close();
            throw e;
        }
    }

    /** The shop's own advice, where it wrote some that can be read. */
    private HandoverFacts handover(DataFolder folder) {
        try {
            return Shop.handover(folder);
        } catch (BadInput e) {
            notices.say("The shop's own advice is not used: " + e.getMessage());
            return HandoverFacts.shipped();
        }
    }

    /** What only whoever works on a ticket knows of it, for the plan. */
    private Plans.Present present() {
        return new Plans.Present() {
            @Override
            public Duration unattended(Ticket t) {
                return deskIfAny(t.number()).map(TicketDesk::unattended).orElse(Duration.ZERO);
            }

            @Override
            public long missing(Ticket t) {
                return t.build() == null ? routes.size(t).mid() : Math.max(0, t.build().sizeBytes() - stock.downloads().here(t));
            }

            @Override
            public void failed(Ticket t, Throwable e) {
                guard.caught(t, e);
            }
        };
    }

    private static void refuseOther(LedgerStore ledger, boolean practice) {
        ledger.isPractice().filter(p -> p != practice).ifPresent(p -> {
            throw new BadInput(p ? "this folder holds a ledger of practice; open it with: wistaxis practice --data DIR, or name another "
                    + "folder" : "this folder holds the ledger of a real bench, and nothing is practised in it; name another folder");
        });
    }

    /** What is done once the ledger may be written to: a restore that the last program left running is one that stopped. */
    private void ready() {
        if (tickets.unread().isPresent()) {
            return;
        }
        tickets.open().stream().filter(t -> t.running() && !t.isObserved())
                .forEach(t -> guard.of(t, () -> commands.byItself(t.number(), new Command.EndRun())));
        tickets.anchor();
        tickets.remember();
        people.catchUp();
        forget();
    }

    private void forget() {
        Optional.ofNullable(routes.settings().forgetDays()).ifPresent(d -> people.forgetAfter(Duration.ofDays(d)));
    }

    /** Whether this computer's clock can be believed. */
    public ClockDoubt doubt() {
        return doubt;
    }

    /** Somebody says that the clock is right: what waited for that is done. */
    public void clockIsRight() {
        doubt.settle();
        tickets.remember();
        forget();
        changes.tell(Change.Topic.NOTICE);
    }

    private void follow(@Nullable Ticket before, Projection now, long from) {
        stock.changed(now, from);
        routes.changed(before, now.ticket(), from);
        if (now.ticket().isObserved()) {
            learned.forget();
            TicketEvent.SigningAnswered signing = now.ticket().observed().signing();
            if (signing != null && (before == null || signing != before.observed().signing())) {
                stock.signingSeen(now.ticket(), signing);
            }
        }
        usb.changed(now.ticket());
        if (before != null && !Objects.equals(before.identifier(), now.ticket().identifier())) {
            desks.clear(now.ticket().number());
        }
    }

    /** Somebody has read what is wrong with the ledger: that is written down, and work goes on behind it. */
    public CompletableFuture<Void> readBreak() {
        return tickets.readBreak().thenRun(() -> {
            ready();
            changes.tell(Change.Topic.NOTICE);
        });
    }

    /** Where the log lies that says more. */
    public Path log() {
        return setup.folder().log().getParent();
    }

    public String benchName() {
        String own = world.simulated() ? null : routes.settings().bench();
        return own == null ? setup.benchName() : own;
    }

    /** Whether there is a library to be asked. */
    public boolean asksLibrary() {
        return world.simulated() || routes.settings().library() != null;
    }

    /** The library that the shop has named. Any thread. */
    private URI library() {
        String named = routes.settings().library();
        return named == null ? world.services().get() : Settings.address(named);
    }

    /** The one way in. */
    public Commands commands() {
        return commands;
    }

    /** How the last act is taken back. */
    public TakingBack taking() {
        return taking;
    }

    /** What decisions have to know besides the ticket. */
    Around around() {
        return around;
    }

    /** Looks at one ticket so that it takes no other with it. */
    public Guard guard() {
        return guard;
    }

    public DeviceCatalogue devices() {
        return devices;
    }

    /** Tells who follows what has changed. */
    public Changes changes() {
        return changes;
    }

    /** Who the customers are. */
    public Customers people() {
        return people;
    }

    /** The papers of the tickets. */
    public Documents papers() {
        return papers;
    }

    /** What is due at a time. */
    public Reminders reminders() {
        return reminders;
    }

    /** What is to be said once. */
    public Notices notices() {
        return notices;
    }

    /** The bench's time. */
    public TimeKeeper time() {
        return time;
    }

    /** Bench time; any thread. */
    public Instant now() {
        return time.now();
    }

    /** Bench time in nanoseconds since 1970 UTC; any thread. */
    public long nowNanos() {
        return time.nowNanos();
    }

    public World world() {
        return world;
    }

    public Tickets tickets() {
        return tickets;
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
    public Drill drill() {
        return drill;
    }

    /** Who works here. */
    public Staff staff() {
        return staff;
    }

    /** Intake and routes. */
    public Routes routes() {
        return routes;
    }

    /** When who needs hands. */
    public Plans plans() {
        return plans;
    }

    /** The questions about looks. */
    public LookLibrary looks() {
        LookLibrary read = looks == null ? LookLibrary.shipped(devices) : looks;
        looks = read;
        return read;
    }

    public List<RestoreStage> stages() {
        return stages;
    }

    public HandoverFacts handover() {
        return handover;
    }

    private void schoolsRead() {
        routes.schoolsRead();
    }

    /** The shop's rules, as they are in force now. */
    private Shop shop() {
        return routes.shop();
    }

    /** What hangs on the host's USB. */
    public HostUsb usb() {
        return usb;
    }

    Life life() {
        return life;
    }

    Commands.Giver giver() {
        return giver;
    }

    Learned learned() {
        return learned;
    }

    long realNanos() {
        return setup.realNanos().getAsLong();
    }

    Line line() {
        return line;
    }

    Background background() {
        return background;
    }

    /** Firmware of the whole bench. */
    public Stock stock() {
        return stock;
    }

    /** Whether keys are pressed or led somewhere: they always run at x1. */
    public boolean keysRun() {
        return desks.keysRun() || drill.coaching().run().isPresent();
    }

    /** Lets simulated time pass faster or slower; not faster than it is while keys run. */
    public void setRate(int rate) {
        if (world.simulated() && (rate == 1 || !keysRun()) && time.rate(rate)) {
            changes.tell(Change.Topic.TIME);
        }
    }

    /** A ticket that is at work, or was looked at. @throws IllegalArgumentException for any other number */
    public Ticket ticket(String number) {
        return tickets.of(number);
    }

    public Optional<DeviceModel> model(Ticket ticket) {
        return Optional.ofNullable(ticket.identifier()).flatMap(devices::byIdentifier);
    }

    /** How a file is written down, so that the data folder can be moved. */
    String kept(Path file) {
        return Inside.kept(setup.folder().root(), file);
    }

    /** The file that was written down. @throws wistaxis.core.facts.BadInput for a path that leads out of the data folder */
    public Path found(String kept) {
        return Inside.found(setup.folder().root(), kept);
    }

    /** Writes the whole ledger into the data folder. The answer says where it is, or why it is not. */
    public CompletableFuture<String> export(LedgerExport format) {
        return export("ledger", format.name().toLowerCase(Locale.ROOT), file -> {
            Room.check(file, EXPORT_TIMES * Files.size(setup.folder().ledger()));
            format.write(ledger.all(), file);
        });
    }

    /** Writes figures over so many days into the data folder. The answer says where they are, or why they are not. */
    public CompletableFuture<String> export(Figures figures, int days) {
        StringBuilder text = new StringBuilder();
        return export("figures-" + days + "-days", "csv", file -> {
            FiguresCsv.to(text, figures);
            WholeFile.write(file, text.toString());
        });
    }

    /** Writes a file. */
    private interface Written {
        void to(Path file) throws IOException;
    }

    private CompletableFuture<String> export(String name, String ending, Written written) {
        String at = now().toString().substring(0, 19).replace(":", "");
        Path file = OutFile.free(Inside.file(setup.folder().exports(), name + "-" + at + "." + ending));
        CompletableFuture<String> said = new CompletableFuture<>();
        background.run(() -> {
            Rights.makeFolder(setup.folder().exports());
            written.to(file);
            return "Written: " + file;
        }, said::complete, e -> said.complete("Not written: " + (e instanceof IOException io ? DiskTrouble.words("export", file, io)
                : e.getMessage())));
        return said;
    }

    /** Somebody opens a ticket. */
    public CompletableFuture<Result> open(String title) {
        return commands.open(new Command.Open(title, world.simulated()));
    }

    /** What was done can be taken back for a while; what went wrong is said. */
    private void heard(String ticket, Result result) {
        switch (result) {
            case Result.Done done -> taking.done(done.entries());
            case Result.Refused(BadInput why) -> notSaved(why);
            case Result.Failed(RuntimeException why) -> {
                LogFile.failed("recording on a ticket", why);
                notSaved(why);
            }
        }
    }

    private void notSaved(RuntimeException why) {
        notices.say("That did not work, and was not saved: " + why.getMessage() + " What was saved before is safe.");
    }

    /** What happens without anybody's doing; see {@link Desks#byItself}. */
    CompletableFuture<Result> byItself(String ticket, Command command) {
        return desks.byItself(ticket, command);
    }

    /** Whether something on a ticket was asked for and is not on the disk yet. */
    boolean isPending(String number) {
        return commands.isFlying(number);
    }

    /** How much of what was asked for is not on the disk yet. */
    public int pending() {
        return tickets.pending() + background.writing();
    }

    /** Whether anything is under way that knows only real time: questions, checks, downloads. */
    boolean isWorking() {
        return pending() > 0 || background.running() > 0 || stock.downloads().fetches().stream()
                .anyMatch(f -> f.phase() == Fetch.Phase.RUNNING || f.phase() == Fetch.Phase.WHOLE);
    }

    /** The desk of a ticket whose device is identified. */
    public TicketDesk desk(String number) {
        return desks.of(number);
    }

    /** The desk of a ticket on which somebody works. */
    Optional<TicketDesk> deskIfAny(String number) {
        return desks.ifAny(number);
    }

    /**
     * Lets time pass on every open desk; to be called each frame. What goes wrong on one keeps nobody else, is said, and is tried again a
     * little later.
     */
    public void tick() {
        long now = System.nanoTime();
        if (time.follow(keysRun())) {
            changes.tell(Change.Topic.TIME);
        }
        if (doubt.says().isEmpty()) {
            doubt.leapt(time.leapt(), setup.wall().instant(), "It leapt while Wistaxis was running.");
            if (doubt.says().isPresent()) {
                changes.tell(Change.Topic.NOTICE);
            }
        }
        people.tick(now);
        drill.tick();
        if (tickets.unread().isEmpty()) {
            desks.tick();
        }
        tickets.look(now);
    }

    /**
     * Closes what is open; to be called once. What was begun comes to its end first: files and what is sealed are written, their answers
     * are taken, what these record is appended, practice is kept. Then all is closed, the last opened first: USB, customers, practice,
     * firmware, the line, what is remembered of the ledger, the threads, the ledger, the world.
     */
    @Override
    public void close() {
        closing.close(front, () -> commands != null && (pending() > 0 || commands.isFlying()), notices::say);
    }
}
