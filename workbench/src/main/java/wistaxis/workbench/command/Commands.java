package wistaxis.workbench.command;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.Supplier;
import wistaxis.core.facts.BadInput;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.work.Around;
import wistaxis.core.work.Command;
import wistaxis.core.work.Decision;
import wistaxis.core.work.Rules;
import wistaxis.workbench.life.Background;

/**
 * The one way in: whatever changes a ticket is a command, looked at against the ticket as it is then, made into events by the rules,
 * sealed, appended, and answered once it is on the disk. One is in flight for a ticket: the same again meanwhile is the same, another one
 * is decided when the first is done. Of one thread.
 */
public final class Commands {
    private final Book book;
    private final Function<Ticket, Rules> rules;
    private final Around around;
    private final Sealer sealer;
    private final Supplier<Optional<String>> atWork;
    private final BiConsumer<String, Result> heard;
    private final Map<String, Flight> flying = new HashMap<>();

    /** A command that is not answered yet: the last one of its ticket. @param given whether somebody gave it, or one before it */
    private record Flight(Command command, boolean given, CompletableFuture<Result> done) {}

    /** Whoever gives commands and does not know how they are carried out. */
    public interface Giver {
        CompletableFuture<Result> give(String ticket, Command command);

        /** What happens without anybody's doing; what goes wrong with it is said once, and tried again later. */
        CompletableFuture<Result> byItself(String ticket, Command command);

        /** Whether a command on a ticket is not answered yet. */
        boolean isFlying(String ticket);
    }

    /** Where tickets are kept. What it appends is answered on the thread of the commands. */
    public interface Book {
        /** A ticket as it is now. */
        Ticket of(String number);

        /** Opens one. */
        CompletableFuture<LedgerEntry> open(TicketEvent.Opened opened);

        /** Appends events to one that is still as {@link #of} said, all or none. */
        CompletableFuture<List<LedgerEntry>> append(String number, List<TicketEvent> events);
    }

    /** Takes what is personal out of events, and keeps it sealed beside the ledger before it answers with what may be appended. */
    public interface Sealer {
        CompletableFuture<List<TicketEvent>> sealed(String ticket, Command command, List<TicketEvent> events);
    }

    /**
     * @param atWork who is at work; empty where nobody has said
     * @param heard hears what came of what somebody does; an empty number for a ticket that was not opened
     */
    public Commands(Book book, Function<Ticket, Rules> rules, Around around, Sealer sealer, Supplier<Optional<String>> atWork,
            BiConsumer<String, Result> heard) {
        this.book = book;
        this.rules = rules;
        this.around = around;
        this.sealer = sealer;
        this.atWork = atWork;
        this.heard = heard;
    }

    /** Somebody opens a ticket. */
    public CompletableFuture<Result> open(Command.Open command) {
        CompletableFuture<Result> done = attempt(() -> book.open(Decision.open(command))
                .thenApply(e -> new Result.Done(Ticket.fold(List.of(e)), List.of(e))));
        return done.whenComplete((r, _) -> heard.accept(r instanceof Result.Done(Ticket t, _) ? t.number() : "", r));
    }

    /** Somebody wants something done on a ticket; whoever gave it hears of a refusal, and so does whoever listens. */
    public CompletableFuture<Result> give(String ticket, Command command) {
        return give(ticket, command, r -> heard.accept(ticket, r));
    }

    /** The same for whoever says a refusal himself, beside the field that it is about. */
    public CompletableFuture<Result> ask(String ticket, Command command) {
        return give(ticket, command, r -> {
            if (!(r instanceof Result.Refused)) {
                heard.accept(ticket, r);
            }
        });
    }

    private CompletableFuture<Result> give(String ticket, Command command, Consumer<Result> hears) {
        Flight before = flying.get(ticket);
        return before != null && before.command().equals(command) ? before.done()
                : fly(ticket, command, true, () -> carryOut(ticket, command, true).whenComplete((r, _) -> hears.accept(r)));
    }

    /** What happens without anybody's doing: whoever asks sees to what becomes of it. */
    public CompletableFuture<Result> byItself(String ticket, Command command) {
        return fly(ticket, command, false, () -> carryOut(ticket, command, false));
    }

    private CompletableFuture<Result> fly(String ticket, Command command, boolean given, Supplier<CompletableFuture<Result>> start) {
        Flight before = flying.get(ticket);
        CompletableFuture<Result> work = before == null ? start.get() : before.done().thenCompose(_ -> start.get());
        if (work.isDone()) {
            return work;
        }
        Flight flight = new Flight(command, given || before != null && before.given(), new CompletableFuture<>());
        flying.put(ticket, flight);
        work.whenComplete((r, e) -> {
            flying.remove(ticket, flight); // whoever hears of it may give the next
            if (e == null) {
                flight.done().complete(r);
            } else {
                flight.done().completeExceptionally(e);
            }
        });
        return flight.done();
    }

    private CompletableFuture<Result> carryOut(String ticket, Command command, boolean bySomebody) {
        return attempt(() -> {
            Ticket now = book.of(ticket);
            List<TicketEvent> events = new Decision(rules.apply(now), around).events(command);
            if (events.isEmpty() && !(command instanceof Command.Keep)) {
                return CompletableFuture.completedFuture(new Result.Done(now, List.of()));
            }
            List<TicketEvent> all = new ArrayList<>(events);
            atWork.get().filter(who -> bySomebody && !who.equals(now.by())).ifPresent(who -> all.addFirst(Decision.atWork(who)));
            return sealer.sealed(ticket, command, all).thenCompose(ready -> book.append(ticket, ready))
                    .thenApply(entries -> new Result.Done(book.of(ticket), entries));
        });
    }

    /** Whatever goes wrong is an answer. */
    private static CompletableFuture<Result> attempt(Supplier<CompletableFuture<? extends Result>> work) {
        try {
            return work.get().handle((done, e) -> e == null ? done : wrong(Background.cause(e)));
        } catch (RuntimeException e) {
            return CompletableFuture.completedFuture(wrong(e));
        }
    }

    private static Result wrong(Throwable e) {
        return e instanceof BadInput b ? new Result.Refused(b)
                : new Result.Failed(e instanceof RuntimeException r ? r : new IllegalStateException(e));
    }

    /** Whether a command on a ticket is not answered yet. */
    public boolean isFlying(String ticket) {
        return flying.containsKey(ticket);
    }

    /** The same of any ticket. */
    public boolean isFlying() {
        return !flying.isEmpty();
    }

    /** Whether something that somebody gave on a ticket is not on the disk yet: what happens by itself holds up nobody's hands. */
    public boolean isGiven(String ticket) {
        Flight flight = flying.get(ticket);
        return flight != null && flight.given();
    }
}
