package wistaxis.workbench;

import static wistaxis.core.words.Say.t;

import java.net.URI;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import org.jspecify.annotations.Nullable;
import wistaxis.core.bench.AtWork;
import wistaxis.core.bench.BenchPlan;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.facts.BadInput;
import wistaxis.core.restore.HandoverFacts;
import wistaxis.core.restore.ShownStages;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Projection;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.work.Around;
import wistaxis.core.work.Command;
import wistaxis.store.books.Books;
import wistaxis.store.files.DiskProblem;
import wistaxis.store.files.LogFile;
import wistaxis.store.files.Room;
import wistaxis.store.internet.FirmwareService;
import wistaxis.store.internet.OtherBenches;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.LedgerStore;
import wistaxis.store.settings.Settings;
import wistaxis.workbench.backup.Backups;
import wistaxis.workbench.command.Commands;
import wistaxis.workbench.command.Result;
import wistaxis.workbench.command.TakingBack;
import wistaxis.workbench.desk.ButtonsDesk;
import wistaxis.workbench.desk.ComputerDesk;
import wistaxis.workbench.desk.Desks;
import wistaxis.workbench.desk.FirmwareDesk;
import wistaxis.workbench.desk.RestoreDesk;
import wistaxis.workbench.desk.Surroundings;
import wistaxis.workbench.desk.TicketDesk;
import wistaxis.workbench.document.Documents;
import wistaxis.workbench.document.Exports;
import wistaxis.workbench.firmware.Sharing;
import wistaxis.workbench.firmware.Stock;
import wistaxis.workbench.life.Background;
import wistaxis.workbench.life.Changes;
import wistaxis.workbench.life.ClockDoubt;
import wistaxis.workbench.life.Closing;
import wistaxis.workbench.life.Front;
import wistaxis.workbench.life.Life;
import wistaxis.workbench.life.Notices;
import wistaxis.workbench.life.TimeKeeper;
import wistaxis.workbench.life.World;
import wistaxis.workbench.lot.Lots;
import wistaxis.workbench.people.Customers;
import wistaxis.workbench.plan.AfterDay;
import wistaxis.workbench.plan.Calling;
import wistaxis.workbench.plan.Plans;
import wistaxis.workbench.practice.Coaches;
import wistaxis.workbench.practice.Drill;
import wistaxis.workbench.practice.Methods;
import wistaxis.workbench.practice.Practice;
import wistaxis.workbench.practice.Staff;
import wistaxis.workbench.route.Routes;
import wistaxis.workbench.route.SharedFiles;
import wistaxis.workbench.ticket.Guard;
import wistaxis.workbench.ticket.Learned;
import wistaxis.workbench.ticket.Reminders;
import wistaxis.workbench.ticket.Runs;
import wistaxis.workbench.ticket.Shop;
import wistaxis.workbench.ticket.Tickets;
import wistaxis.workbench.trouble.TroubleReport;
import wistaxis.workbench.usb.ComputerUsb;

/**
 * Puts the bench together: each part gets the few that it needs, in one place, and what one part asks of another that is made after it
 * goes through here. Opened and closed once.
 */
final class Composition implements AutoCloseable {
    final Workbench.Setup setup;
    final DeviceCatalogue devices = DeviceCatalogue.shipped();
    final HandoverFacts handover;
    private final Front front;
    final ClockDoubt doubt = new ClockDoubt();
    final Changes changes = new Changes();
    final Notices notices = new Notices(changes);
    final Guard guard = new Guard(() -> routes().shop(), notices);
    private final Commands.Giver giver = new Commands.Giver() { // for the parts that are made before the way in is
        @Override
        public CompletableFuture<Result> give(String ticket, Command command) {
            return commands().give(ticket, command);
        }

        @Override
        public CompletableFuture<Result> byItself(String ticket, Command command) {
            return desks().byItself(ticket, command);
        }

        @Override
        public boolean isFlying(String ticket) {
            return commands().isFlying(ticket);
        }
    };
    private final Closing closing = new Closing();
    final TimeKeeper time;
    final World world;
    final Background background;
    final Life life;
    final LedgerStore ledger;
    final Tickets tickets;
    private final FirmwareService service;
    final Methods methods;
    final Routes routes;
    private final SharedFiles files;
    /** What the ledger says of no ticket as the bench opens, where several share one. */
    private final List<LedgerEntry> saidOfShop;
    final Stock stock;
    final Sharing sharing;
    final Practice practice;
    final Drill drill;
    final ComputerUsb usb;
    final Reminders reminders;
    private final Learned learned;
    final Documents documents;
    final Exports exports;
    final Backups backups;
    final TroubleReport trouble;
    final Customers people;
    final Plans plans;
    final Calling calling;
    final AfterDay afterDay;
    final Staff staff;
    final Desks desks;
    final Commands commands;
    final TakingBack taking;
    final Lots lots;

    /**
     * Opens the ledger and reads the tickets at work. Whatever goes wrong, nothing stays open.
     *
     * @throws DiskProblem when the ledger cannot be used
     */
    Composition(Workbench.Setup setup) {
        this.setup = setup;
        this.front = new Front(setup.front());
        try {
            TimeKeeper[] keeper = {null};
            DataFolder folder = setup.folder();
            this.world = setup.world().make(() -> Objects.requireNonNull(keeper[0]).now());
            closing.opened(world.end());
            this.time = new TimeKeeper(setup.start(), setup.realNanos(), setup.wall(), world.simulated());
            keeper[0] = time;
            this.ledger = closing.opened(Books.atWork(folder, setup.wall()));
            refuseOther(ledger, world.simulated());
            ledger.ready();
            this.background = closing.opened(new Background(front));
            this.life = new Life(world.simulated(), time, background, front, changes, notices, doubt);
            this.tickets = new Tickets(life, ledger, folder, setup.wall());
            closing.opened(tickets.health()::close);
            this.methods = new Methods(life, folder.methods(), () -> routes().methodsRead());
            this.service = closing.opened(new FirmwareService(world.simulated() ? world.services() : this::library,
                    new OtherBenches(() -> sharing().benches())));
            this.stock = closing.opened(new Stock(life, tickets, devices, service, folder, ledger, giver, world.trusted().get(), asked()));
            this.sharing = closing.opened(new Sharing(folder.firmwareSharing(), stock.firmwareFolder(), notices));
            this.handover = handover(folder);
            this.people = closing.opened(new Customers(life, tickets, ledger, folder, giver));
            this.saidOfShop = ledger.bench() == null ? List.of() : ledger.of(LedgerEntry.BENCH);
            this.routes = new Routes(life, devices, methods::all, handover, stock, people, world.computer(), world.usualFirmware(),
                    folder.settings(), tickets, ledger, saidOfShop);
            this.files = new SharedFiles(life, tickets, folder, methods::readAgain);
            this.practice = closing.opened(new Practice(life, devices, methods::all, folder));
            Coaches coaches = new Coaches(life, methods::all, routes::settings, practice);
            this.drill = new Drill(life, devices, methods::all, practice, coaches, world.drill());
            this.plans = new Plans(life, tickets, routes::shop, stock::history, present());
            this.afterDay = new AfterDay(life, tickets, folder.days());
            this.calling = new Calling(life, tickets, plans, afterDay, () -> AtWork.of(routes.settings().atWork()).called(),
                    folder.calendar());
            this.staff = new Staff(changes, practice, () -> Optional.ofNullable(routes.settings().staff()).orElse(List.of()),
                    routes::staff);
            this.reminders = new Reminders(life, tickets, guard, routes::today, t -> runs().dropOut(t, life.now()));
            this.documents = new Documents(life, tickets, people, routes::shop, this::benchName, folder, giver);
            this.exports = new Exports(life, folder, ledger);
            this.backups = new Backups(life, folder, ledger, setup.wall());
            this.trouble = new TroubleReport(life, folder, ledger, routes::settings, backups::place);
            this.learned = new Learned(ledger, life);
            this.usb = closing.opened(new ComputerUsb(life, tickets, guard, learned, people, devices, giver, world.usb()));
            Around around = new Surroundings(routes, usb, stock, life::now);
            this.commands = new Commands(tickets, routes::rules, around, people::sealed, staff::atWork, this::heard);
            this.lots = new Lots(life, tickets, people, commands, routes::intake);
            this.taking = new TakingBack(commands, tickets::find, setup.realNanos());
            this.desks = new Desks(new Desks.Room(life, tickets, devices, routes, usb, commands, world.device(), new Desks.Parts(
                    d -> new FirmwareDesk(life, routes, stock, folder, d),
                    d -> new ButtonsDesk(routes, practice, learned, devices, coaches, d),
                    d -> new RestoreDesk(life, routes, service, world.trusted(), d),
                    d -> new ComputerDesk(life, routes, this::runs, learned, around, d))), stock, guard);
            tickets.follow(new Tickets.Follower() {
                @Override
                public void changed(@Nullable Ticket before, Projection now, long from) {
                    guard.of(now.ticket(), () -> Composition.this.follow(learned, before, now, from));
                }

                @Override
                public void takenBack(Ticket now) {
                    stock.takenBack(now);
                }

                @Override
                public void ofBench(List<LedgerEntry> entries) {
                    routes.shopSays(entries);
                    files.follow(entries);
                }

                @Override
                public void anew(Set<String> tickets) {
                    people.anew(tickets);
                    tickets.forEach(t -> Composition.this.tickets.find(t).ifPresent(stock::takenBack));
                }

                @Override
                public void sealed(Ticket now) {
                    people.changed(now.number());
                }
            });
            plans.open();
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
            notices.say(t("workbench.bad.advice", "why", e.getMessage()));
            return HandoverFacts.shipped();
        }
    }

    /** What the stock asks of parts that are made after it. */
    private Stock.Asked asked() {
        return new Stock.Asked() {
            @Override
            public boolean library() {
                return asksLibrary();
            }

            @Override
            public String person() {
                return practice.person();
            }

            @Override
            public boolean stops(Ticket ticket) {
                return routes.unreadables(ticket).stop();
            }

            @Override
            public void came(String ticket, Path file) {
                desks.of(ticket).firmware().prove(file);
            }
        };
    }

    /** What only whoever works on a ticket knows of it, for the plan. */
    private Plans.Present present() {
        return new Plans.Present() {
            @Override
            public List<BenchPlan.Stretch> running(Ticket t) {
                return runs().left(t, life.now()).orElseGet(() -> {
                    Duration alone = desks.ifAny(t.number()).map(TicketDesk::unattended).orElse(Duration.ZERO);
                    return alone.isPositive() ? List.of(new BenchPlan.Stretch(t.stage().words(), alone)) : List.of();
                });
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

    private Runs runs() {
        return new Runs(routes.shop(), stock.history(), !life.simulated(), t -> t.identifier() == null ? ShownStages.NONE
                : learned.shown(t.identifier(), t.number()));
    }

    private static void refuseOther(LedgerStore ledger, boolean practice) {
        ledger.isPractice().filter(p -> p != practice).ifPresent(p -> {
            throw new BadInput(p ? t("workbench.bad.practice-ledger") : t("workbench.bad.real-ledger"));
        });
    }

    /** What is done once the ledger may be written to: a restore that the last program left running is one that stopped. */
    void ready() {
        if (tickets.unread().isPresent()) {
            return;
        }
        tickets.open().stream().filter(t -> t.running() && !t.isObserved() && isHere(t.place().run()))
                .forEach(t -> guard.of(t, () -> commands.byItself(t.number(), new Command.EndRun())));
        tickets.health().anchor();
        tickets.health().remember();
        people.catchUp();
        routes.tellShop();
        sharePractice();
        files.follow(saidOfShop);
        forget();
    }

    /** Whether it was started at this bench, or before there were several. */
    private boolean isHere(@Nullable String started) {
        return started == null || started.equals(ledger.bench());
    }

    /** At the start, and now and then. */
    void sharePractice() {
        if (ledger.bench() != null) {
            practice.share();
        }
    }

    void forget() {
        Optional.ofNullable(routes.settings().forgetDays()).ifPresent(d -> people.forgetAfter(Duration.ofDays(d)));
    }

    private void follow(Learned learned, @Nullable Ticket before, Projection now, long from) {
        stock.changed(now, from);
        routes.changed(before, now.ticket(), from);
        if (now.ticket().isObserved()) {
            learned.forget();
            TicketEvent.SigningAnswered signing = now.ticket().observed().signing();
            if (signing != null && (before == null || signing != before.observed().signing())) {
                stock.builds().signingSeen(now.ticket(), signing);
            }
        }
        usb.changed(now.ticket());
        tellTakenOver(before, now.ticket());
        if (before != null && !Objects.equals(before.identifier(), now.ticket().identifier())) {
            desks.clear(now.ticket().number());
        }
    }

    /** Another bench works on what was worked on here: whoever is here is told. */
    private void tellTakenOver(@Nullable Ticket before, Ticket now) {
        String here = ledger.bench();
        String there = now.place().bench();
        if (here != null && before != null && here.equals(before.place().bench()) && !here.equals(there)) {
            notices.tell(t("workbench.bench.taken-over", "number", now.number(), "title", now.title(), "bench", String.valueOf(there)));
        }
    }

    /** What the bench is called. */
    String benchName() {
        String shared = ledger.bench();
        if (shared != null) {
            return shared;
        }
        String own = world.simulated() ? null : routes.settings().bench();
        return own == null ? setup.benchName() : own;
    }

    /** Whether there is a library to be asked. */
    boolean asksLibrary() {
        return world.simulated() || routes.settings().library() != null;
    }

    /** The library that the shop has named. Any thread. */
    private URI library() {
        String named = routes.settings().library();
        return named == null ? world.services().get() : Settings.address(named);
    }

    private Sharing sharing() {
        return sharing;
    }

    private Desks desks() {
        return desks;
    }

    private Commands commands() {
        return commands;
    }

    private Routes routes() {
        return routes;
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
        notices.say(t("workbench.bad.not-saved", "why", why.getMessage()));
    }

    /** How much of what was asked for is not on the disk yet. */
    int pending() {
        return tickets.pending() + background.writing();
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
