package wistaxis.workbench.people;

import static wistaxis.core.words.Say.t;

import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.Said;
import wistaxis.core.facts.Sha256;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.usb.UsbDevice;
import wistaxis.core.words.Text;
import wistaxis.core.work.Command;
import wistaxis.core.work.Decision;
import wistaxis.store.books.Books;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.LedgerStore;
import wistaxis.store.ledger.ServerProblem;
import wistaxis.store.people.People;
import wistaxis.workbench.command.Commands;
import wistaxis.workbench.command.Result;
import wistaxis.workbench.life.Change;
import wistaxis.workbench.life.Life;
import wistaxis.workbench.life.Lookup;
import wistaxis.workbench.ticket.Tickets;

/** Who the customers are: kept sealed beside the ledger, found again, forgotten when it is asked for or time has come. */
public final class Customers implements AutoCloseable {
    private final Life life;
    private final Tickets tickets;
    private final Commands.Giver giver;
    private final DataFolder folder;
    private final LedgerStore ledger;
    /** How long until a forgetting is tried again: 2 s. Ours. */
    private static final long AGAIN_NANOS = 2_000_000_000L;

    /** The ledger says that somebody was sealed, and the key is not there. */
    public static final Text LOST = Text.of("workbench.customer.lost");

    /** What a document says in place of a customer who was forgotten. */
    public static final Text REMOVED = Text.of("workbench.customer.removed");

    private final Lookup<String, People.Person> known;
    private final Lookup<String, List<String>> before;
    private final Set<String> sealing = new HashSet<>();
    /** What is tried again for customers who are not forgotten on the disk yet. */
    private final Map<String, Runnable> waiting = new LinkedHashMap<>();
    private long nextTry = System.nanoTime();
    private final Map<UsbDevice, UsbDevice> shown = new ConcurrentHashMap<>();
    private @Nullable People people;
    private @Nullable People aside;
    private volatile @Nullable ServerProblem away;
    private volatile long triedNanos;
    private final String salt = UUID.randomUUID().toString();

    /** A server that was away is not asked again before. Ours. */
    private static final long SERVER_NANOS = 10_000_000_000L;

    public Customers(Life life, Tickets tickets, LedgerStore ledger, DataFolder folder, Commands.Giver giver) {
        this.life = life;
        this.tickets = tickets;
        this.ledger = ledger;
        this.giver = giver;
        this.folder = folder;
        this.known = new Lookup<>(life.background(), this::read, this::came);
        this.before = new Lookup<>(life.background(), this::readBefore, this::came);
    }

    private void came() {
        life.changes().tell(Change.Topic.SHOP);
    }

    /** Opened when it is first wanted: a start waits for nothing. */
    private synchronized People people() {
        if (people == null && away != null && System.nanoTime() - triedNanos < SERVER_NANOS) {
            throw away;
        }
        try {
            People open = people == null ? Books.people(folder) : people;
            people = open;
            return open;
        } catch (ServerProblem e) {
            away = e;
            triedNanos = System.nanoTime();
            throw e;
        }
    }

    /**
     * Asks the server that keeps the customers, or, while that is away, what was sealed here since: a server that has just not answered is
     * not asked again at once.
     */
    private <T> T asked(Function<People, T> what, Function<People, T> here) {
        synchronized (this) {
            if (away != null && System.nanoTime() - triedNanos < SERVER_NANOS) {
                return here.apply(aside());
            }
        }
        try {
            T answer = what.apply(people());
            away = null;
            return answer;
        } catch (ServerProblem e) {
            if (!e.isAway()) {
                throw e;
            }
            away = e;
            triedNanos = System.nanoTime();
            return here.apply(aside());
        }
    }

    private synchronized People aside() {
        People here = aside == null ? Books.peopleAside(folder) : aside;
        aside = here;
        return here;
    }

    /** What was kept here meanwhile is kept on the server now, with what that knew. */
    public void anew(Set<String> tickets) {
        tickets.forEach(this::changed);
    }

    /** Who a ticket's customer is; empty where nobody said, or it was forgotten. */
    public Optional<People.Person> of(String ticket) {
        return Optional.of(kept(ticket)).filter(p -> p.name() != null);
    }

    /** What is kept of a ticket's customer and device; nothing where nobody said, it was forgotten, or it is read for the first time. */
    public People.Person kept(String ticket) {
        return known.get(ticket).orElse(People.Person.NOBODY);
    }

    /** The same from the disk; any thread but the bench's. */
    public People.Person read(String ticket) {
        if (!Books.hasPeople(folder)) {
            return People.Person.NOBODY;
        }
        return asked(p -> p.of(ticket).orElse(People.Person.NOBODY), here -> here.of(ticket).filter(p -> p.name() != null).orElseThrow(
                () -> Objects.requireNonNull(away))); // who was taken in here is known here
    }

    /** The same for whoever seals more: what a server that is away knows is put together with it later. */
    private People.Person readToSeal(String ticket) {
        Function<People, People.Person> of = p -> p.of(ticket).orElse(People.Person.NOBODY);
        return Books.hasPeople(folder) ? asked(of, of) : People.Person.NOBODY;
    }

    /** What is kept, as soon as it is known. */
    private CompletableFuture<People.Person> loaded(String ticket) {
        CompletableFuture<People.Person> loaded = new CompletableFuture<>();
        if (known.has(ticket)) {
            loaded.complete(kept(ticket));
        } else {
            life.background().write(() -> readToSeal(ticket), person -> { // behind what is still being sealed
                if (!known.has(ticket)) {
                    known.put(ticket, person);
                }
                loaded.complete(kept(ticket));
            }, loaded::completeExceptionally);
        }
        return loaded;
    }

    /**
     * Takes out of events what is personal: names and numbers of one person or device are sealed beside the ledger, on the disk, before
     * the rest may be appended.
     *
     * @return with the digest of what was sealed
     */
    public CompletableFuture<List<TicketEvent>> sealed(String ticket, Command command, List<TicketEvent> events) {
        if (command instanceof Command.Keep keep) {
            return loaded(ticket).thenCompose(_ -> seal(ticket, p -> p.named(keep.name(), keep.reach(), keep.language().isBlank() ? null
                    : keep.language()), events));
        }
        return !Sealing.asks(events) ? CompletableFuture.completedFuture(events) : loaded(ticket).thenCompose(kept -> {
            Sealing of = Sealing.of(kept, events, this::clear);
            return of.isNothing() ? CompletableFuture.completedFuture(of.events())
                    : seal(ticket, now -> Sealing.of(now, events, this::clear).now(), of.events());
        });
    }

    private CompletableFuture<List<TicketEvent>> seal(String ticket, UnaryOperator<People.Person> change, List<TicketEvent> events) {
        CompletableFuture<List<TicketEvent>> done = new CompletableFuture<>();
        People.Person was = kept(ticket);
        known.put(ticket, change.apply(was));
        sealing.add(ticket);
        Function<People, People.Sealed> seal = p -> p.seal(ticket, change);
        life.background().write(() -> asked(seal, seal), sealed -> {
            known.put(ticket, sealed.person());
            sealing.remove(ticket);
            before.changed();
            done.complete(Stream.concat(Stream.of(Decision.sealed(sealed.digest())), events.stream()).toList());
        }, e -> {
            known.put(ticket, was);
            sealing.remove(ticket);
            done.completeExceptionally(e);
        });
        return done;
    }

    /** A device on the computer without what names the one unit; that is kept here for whoever binds it. Any thread. */
    public UsbDevice marked(UsbDevice device) {
        List<String> names = device.words().names();
        if (names.isEmpty() || shown.containsKey(device)) {
            return device;
        }
        UsbDevice marked = new UsbDevice(device.product(), device.port(), device.words().marked(this::mark));
        shown.put(marked, device);
        return marked;
    }

    /** While the server that has the key is away, by a mark of this bench alone: the device is seen, and not known again. */
    private String mark(String name) {
        try {
            return people().mark(name);
        } catch (ServerProblem e) {
            if (!e.isAway()) {
                throw e;
            }
            return "S" + Sha256.of((salt + name).getBytes(StandardCharsets.UTF_8)).substring(0, 23).toUpperCase(Locale.ROOT);
        }
    }

    /** What a device on the computer says of itself, in clear. */
    public UsbDevice clear(UsbDevice marked) {
        return shown.getOrDefault(marked, marked);
    }

    /** Somebody, perhaps another process, has sealed something of a ticket: it is read again. */
    public void changed(String ticket) {
        if (!sealing.contains(ticket)) {
            known.changed(ticket);
        }
        before.changed();
    }

    /**
     * How a customer stands on a document: name and how to reach them, or when that was removed; empty where nobody said. Any thread but
     * the bench's.
     *
     * @param kept as it was read
     */
    public String onDocument(Ticket ticket, People.Person kept) {
        return onDocument(ticket, kept, forgotten(ticket));
    }

    private @Nullable Instant forgotten(Ticket ticket) {
        return ticket.customer() != Ticket.Customer.UNKNOWN && Books.hasPeople(folder) ? people().forgotten(ticket.number())
                .orElse(null) : null;
    }

    /** The same where nothing is kept open. @param forgotten when the customer was; null where nobody knows */
    public static String onDocument(Ticket ticket, People.Person kept, @Nullable Instant forgotten) {
        if (kept.name() != null) {
            return kept.called();
        }
        if (forgotten != null) {
            return t("workbench.customer.removed-on", "day", forgotten.atZone(ZoneId.systemDefault()).toLocalDate());
        }
        return switch (ticket.customer()) {
            case UNKNOWN -> "";
            case FORGOTTEN -> REMOVED.toString();
            case SEALED -> kept.equals(People.Person.NOBODY) ? LOST.toString() : "";
        };
    }

    /** What is kept of a ticket's customer, for whoever only reads. */
    public static People.Person look(DataFolder folder, String ticket) {
        return looked(folder, p -> p.of(ticket)).orElse(People.Person.NOBODY);
    }

    /** When it was forgotten, for whoever only reads; null while it is not. */
    public static @Nullable Instant forgotten(DataFolder folder, String ticket) {
        return looked(folder, p -> p.forgotten(ticket)).orElse(null);
    }

    private static <T> Optional<T> looked(DataFolder folder, Function<People, Optional<T>> what) {
        if (!Books.hasPeople(folder)) {
            return Optional.empty();
        }
        try (People people = Books.lookAtPeople(folder)) {
            return what.apply(people);
        }
    }

    /** Throws the key away, then writes that down. @param why in words */
    public CompletableFuture<Result> forget(String ticket, Said why) {
        return loaded(ticket).thenCompose(was -> forget(ticket, why, was));
    }

    private CompletableFuture<Result> forget(String ticket, Said why, People.Person was) {
        CompletableFuture<Result> done = new CompletableFuture<>();
        Instant now = life.now();
        known.put(ticket, People.Person.NOBODY);
        life.background().write(() -> people().forget(ticket, now), clean -> {
            if (!clean) {
                life.notices().say(t("workbench.customer.forget-later", "number", ticket));
            }
            forgotten(ticket, why, clean, done);
        }, e -> {
            known.put(ticket, was);
            life.notices().say(t("workbench.customer.not-forgotten", "why", e.getMessage()));
            done.completeExceptionally(e);
        });
        return done;
    }

    /** It is written down once it is true on the disk. */
    private void forgotten(String ticket, Said why, boolean clean, CompletableFuture<Result> done) {
        if (clean) {
            giver.give(ticket, new Command.Forgotten(why)).thenAccept(done::complete);
            return;
        }
        waiting.put(ticket, () -> life.background().write(() -> people().clean(), now -> forgotten(ticket, why, now, done),
                done::completeExceptionally));
    }

    /** Tries again, once in a while, to clean up what could not be while somebody else read. */
    public void tick(long nowNanos) {
        if (!waiting.isEmpty() && nowNanos - nextTry > 0) {
            nextTry = nowNanos + AGAIN_NANOS;
            List<Runnable> tries = List.copyOf(waiting.values());
            waiting.clear();
            tries.forEach(Runnable::run);
        }
    }

    /** Customers whose key was thrown away before a program ended that could not say so: that is written down now. */
    public void catchUp() {
        life.background().run(() -> Books.hasPeople(folder) ? ledger.notForgotten(people().forgotten()) : List.<String>of(),
                all -> all.forEach(number -> tickets.look(number)
                        .thenAccept(_ -> forgotten(number, Said.of("core.forgotten.asked-before"), false, new CompletableFuture<>()))),
                e -> life.notices().say(t("workbench.customer.forgotten-unknown", "why", e.getMessage())));
    }

    /** Tickets that a search finds by name, number, IMEI or serial; newest first. Any thread but the bench's. */
    public List<String> find(String search) {
        return Books.hasPeople(folder) ? people().find(search) : List.of();
    }

    /** The same, behind the window. */
    public CompletableFuture<List<String>> search(String words) {
        CompletableFuture<List<String>> found = new CompletableFuture<>();
        life.background().run(() -> find(words), found::complete, found::completeExceptionally);
        return found;
    }

    /** Other tickets of the same device: it was here before. None while they are looked for. */
    public List<String> before(Ticket ticket) {
        return before.get(ticket.number()).orElse(List.of());
    }

    private List<String> readBefore(String ticket) {
        People.Person kept = read(ticket);
        return Stream.concat(kept.serials().stream(), Stream.ofNullable(kept.imei())).flatMap(m -> find(m).stream()).distinct()
                .filter(n -> !n.equals(ticket)).toList();
    }

    /** Forgets who brought tickets that were closed so long ago; nobody while the clock is doubted. @return how many */
    public CompletableFuture<Integer> forgetAfter(Duration since) {
        return life.doubt().says().isPresent() ? CompletableFuture.completedFuture(0) : due(since).thenCompose(all -> {
            CompletableFuture<Integer> done = CompletableFuture.completedFuture(0);
            for (String number : all.keySet()) {
                done = done.thenCompose(n -> tickets.look(number)
                        .thenCompose(_ -> forget(number, Said.of("core.forgotten.days", "days", String.valueOf(since.toDays()))))
                        .thenApply(_ -> n + 1));
            }
            return done;
        });
    }

    /** The tickets with a customer that were closed so long ago, with their titles; however many there are, one question each way. */
    public CompletableFuture<Map<String, String>> due(Duration since) {
        CompletableFuture<Map<String, String>> all = new CompletableFuture<>();
        Instant until = life.now().minus(since);
        life.background().run(() -> {
            if (!Books.hasPeople(folder)) {
                return Map.of();
            }
            Map<String, String> closed = ledger.closedBefore(until);
            closed.keySet().retainAll(new HashSet<>(people().tickets()));
            return closed;
        }, all::complete, all::completeExceptionally);
        return all;
    }

    @Override
    public void close() {
        Stream.of(people, aside).filter(Objects::nonNull).forEach(People::close);
    }
}
