package wistaxis.workbench.lot;

import static wistaxis.core.words.Say.t;

import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.function.BiConsumer;
import java.util.function.Function;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import wistaxis.core.device.DeviceNumber;
import wistaxis.core.facts.BadInput;
import wistaxis.core.lot.Lot;
import wistaxis.core.lot.LotList;
import wistaxis.core.route.Intake;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.Command;
import wistaxis.store.files.OutsideFile;
import wistaxis.store.people.People;
import wistaxis.workbench.command.Commands;
import wistaxis.workbench.command.Result;
import wistaxis.workbench.life.Background;
import wistaxis.workbench.life.Change;
import wistaxis.workbench.life.Life;
import wistaxis.workbench.people.Customers;
import wistaxis.workbench.ticket.Tickets;

/** Lots of devices: made, added to, and worked on together. Of one thread, the interface's. */
public final class Lots {
    /** So many devices are written at once: the window answers meanwhile. Ours. */
    private static final int AT_ONCE = 8;

    private final Life life;
    private final Tickets tickets;
    private final Customers people;
    private final Commands commands;
    private final Supplier<Intake> intake;
    private final Map<String, Joining> joining = new HashMap<>();

    /** What is being added to a lot: quick scans come before the one before is written. @param place of the last one */
    private record Joining(Adding how, Set<DeviceNumber> numbers, int[] place) {}

    public Lots(Life life, Tickets tickets, Customers people, Commands commands, Supplier<Intake> intake) {
        this.life = life;
        this.tickets = tickets;
        this.people = people;
        this.commands = commands;
        this.intake = intake;
    }

    /** Makes a ticket the first of a lot. */
    public CompletableFuture<Result> make(String ticket, String title) {
        return commands.give(ticket, new Command.JoinLot(Lot.id(ticket), title));
    }

    /** The lots of which a device is at work. */
    public List<Lot> atWork() {
        return Lot.of(tickets.open());
    }

    /** A lot with all of its devices, closed ones too; fails with {@link BadInput} where there is none. */
    public CompletableFuture<Lot> of(String id) {
        return tickets.ofLot(id).thenApply(all -> only(id, all.keySet().stream().map(n -> tickets.find(n).orElseGet(() -> Ticket.fold(all
                .get(n)))).toList()));
    }

    /** The lot that some tickets are of. @throws BadInput where they are of none */
    public static Lot only(String id, List<Ticket> devices) {
        return Lot.of(devices).stream().findFirst().orElseThrow(() -> new BadInput(t("workbench.lot.none", "lot", id)));
    }

    /** Reads a file with such a list. Fails with {@link BadInput} for what is no text. */
    public CompletableFuture<LotList> read(Lot lot, Path file) {
        return read(lot, () -> OutsideFile.text(file, "lot", 1));
    }

    /** Reads a list of devices, against those that are in the lot already; nothing is added yet. */
    public CompletableFuture<LotList> read(Lot lot, String text) {
        return read(lot, () -> text);
    }

    private CompletableFuture<LotList> read(Lot lot, Supplier<String> text) {
        CompletableFuture<LotList> read = new CompletableFuture<>();
        life.background().run(() -> LotList.read(text.get(), numbers(lot, people::read)), read::complete, read::completeExceptionally);
        return read;
    }

    /** The numbers of the devices of a lot. @param kept who brought a ticket, and what names its device */
    public static Set<DeviceNumber> numbers(Lot lot, Function<String, People.Person> kept) {
        Set<DeviceNumber> numbers = new HashSet<>();
        for (Ticket t : lot.devices()) {
            People.Person person = kept.apply(t.number());
            person.serials().forEach(s -> numbers.add(new DeviceNumber(DeviceNumber.SERIAL, s)));
            Optional.ofNullable(person.imei()).ifPresent(i -> numbers.add(new DeviceNumber(DeviceNumber.IMEI, i)));
        }
        return numbers;
    }

    /** Adds devices, one after another; a device whose ticket could not be written is told with why. */
    public Adding add(Lot lot, List<LotList.Entry> entries) {
        Joining before = joining.get(lot.id());
        boolean goesOn = before != null && !before.how().isOver();
        Joining now = goesOn ? before : new Joining(new Adding(0), new HashSet<>(), before == null ? new int[1] : before.place());
        joining.put(lot.id(), now);
        now.place()[0] = Math.max(now.place()[0], lot.devices().size());
        List<LotList.Entry> further = entries.stream().filter(e -> now.numbers().add(e.number())).toList();
        now.how().more(further.size());
        People.Person owner = people.kept(lot.pattern().number());
        each(now.how(), further, entry -> join(lot, entry, ++now.place()[0], owner));
        return now.how();
    }

    private CompletableFuture<String> join(Lot lot, LotList.Entry entry, int place, People.Person owner) {
        return commands.open(new Command.Open(lot.titleOf(place, entry.label()), life.simulated())).thenCompose(opened -> {
            if (!(opened instanceof Result.Done(Ticket ticket, _))) {
                return CompletableFuture.completedFuture(why(entry.number().tail(), opened));
            }
            List<Command> all = joins(lot, entry, owner, intake.get());
            return giveAll(ticket.number(), new ArrayDeque<>(all));
        });
    }

    /** What a device that joins is given: see {@link Lot#joins}, and who its owner is where that is known. */
    public static List<Command> joins(Lot lot, LotList.Entry entry, People.Person owner, Intake intake) {
        List<Command> all = new ArrayList<>(lot.joins(entry.number(), intake::knows));
        if (owner.name() != null) {
            all.add(new Command.Keep(owner.name(), owner.reach(), Optional.ofNullable(owner.language()).orElse("")));
        }
        return all;
    }

    private CompletableFuture<String> giveAll(String ticket, Deque<Command> left) {
        if (left.isEmpty()) {
            return CompletableFuture.completedFuture("");
        }
        return commands.give(ticket, left.removeFirst()).thenCompose(r -> r instanceof Result.Done ? giveAll(ticket, left)
                : CompletableFuture.completedFuture(why(ticket, r)));
    }

    /**
     * Says the same of several devices.
     *
     * @param command what is given to a device; empty where it has nothing of it
     */
    public Adding say(List<Ticket> devices, Function<Ticket, Optional<Command>> command) {
        Adding adding = new Adding(devices.size());
        each(adding, devices, t -> tickets.find(t.number()).flatMap(command).map(c -> commands.ask(t.number(), c)
                .thenApply(r -> r instanceof Result.Done ? "" : why(t.number(), r))).orElse(CompletableFuture.completedFuture("")));
        return adding;
    }

    private <T> void each(Adding adding, List<T> all, Function<T, CompletableFuture<String>> work) {
        Deque<T> left = new ArrayDeque<>(all);
        for (int i = 0; i < AT_ONCE; i++) {
            next(adding, left, work);
        }
    }

    private <T> void next(Adding adding, Deque<T> left, Function<T, CompletableFuture<String>> work) {
        if (left.isEmpty() || adding.isStopped()) {
            return;
        }
        BiConsumer<@Nullable String, @Nullable Throwable> through = (why, e) -> {
            adding.through(e != null ? String.valueOf(Background.cause(e).getMessage()) : why == null ? "" : why);
            life.changes().tell(Change.Topic.WORK);
            next(adding, left, work);
        };
        work.apply(left.removeFirst()).whenComplete(through);
    }

    private static String why(String what, Result result) {
        String why = result instanceof Result.Refused(BadInput e) ? String.valueOf(e.getMessage())
                : result instanceof Result.Failed(RuntimeException e) ? String.valueOf(e.getMessage()) : "";
        return t("workbench.lot.refused", "what", what, "why", why);
    }
}
