package wistaxis.workbench;

import java.nio.file.Files;
import java.time.Duration;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.people.People;

/** Who the customers are: kept sealed beside the ledger, found again, forgotten when it is asked for or time has come. */
public final class PeopleDesk implements AutoCloseable {
    private final Workbench bench;
    private final DataFolder folder;
    private final Map<String, Optional<People.Person>> known = new HashMap<>();
    private @Nullable People people;

    PeopleDesk(Workbench bench, DataFolder folder) {
        this.bench = bench;
        this.folder = folder;
    }

    /** Opened when it is first wanted: a start waits for nothing. */
    private People people() {
        People open = people == null ? People.open(folder.people()) : people;
        people = open;
        return open;
    }

    /** Who a ticket's customer is; empty where nobody said, or it was forgotten. */
    public Optional<People.Person> of(String ticket) {
        return known.computeIfAbsent(ticket, t -> Files.exists(folder.people()) ? people().of(t) : Optional.empty());
    }

    /**
     * Seals who it is: first beside the ledger, then the digest in it.
     *
     * @throws BadInput for what is no name
     */
    public CompletableFuture<Ticket> keep(String ticket, String name, String reach) {
        People.Person person = new People.Person(name.strip(), reach.strip());
        String digest = people().seal(ticket, person, marks(bench.ticket(ticket)));
        known.put(ticket, Optional.of(person));
        return bench.record(ticket, List.of(new TicketEvent.CustomerSealed(digest)));
    }

    /** What a device is known again by: its IMEI, and what USB names it by. */
    private static List<String> marks(Ticket t) {
        List<String> marks = new ArrayList<>();
        t.fact("imei").ifPresent(marks::add);
        Optional.ofNullable(t.observed().bound()).ifPresent(b -> marks.addAll(b.units()));
        return marks;
    }

    /** How a customer stands on a paper: name and how to reach them, or when that was removed; empty where nobody said. */
    String onPaper(String ticket) {
        return of(ticket).map(p -> p.name() + (p.reach().isBlank() ? "" : ", " + p.reach())).or(() -> Files.exists(folder
                .people()) ? people().forgotten(ticket).map(at -> "Customer removed on " + at.atZone(ZoneId.systemDefault())
                .toLocalDate()) : Optional.empty()).orElse("");
    }

    /** Throws the key away. @param why in words */
    public CompletableFuture<Ticket> forget(String ticket, String why) {
        people().forget(ticket, bench.now());
        known.put(ticket, Optional.empty());
        return bench.record(ticket, List.of(new TicketEvent.CustomerForgotten(why)));
    }

    /** Tickets that a search finds by name, number, IMEI or serial; newest first. */
    public List<String> find(String search) {
        return Files.exists(folder.people()) ? people().find(search) : List.of();
    }

    /** Other tickets of the same device: it was here before. */
    public List<String> before(Ticket ticket) {
        return marks(ticket).stream().flatMap(m -> find(m).stream()).distinct().filter(n -> !n.equals(ticket.number())).toList();
    }

    /** Forgets who brought tickets that were closed so long ago. @return how many */
    public CompletableFuture<Integer> forgetAfter(Duration since) {
        CompletableFuture<Integer> all = CompletableFuture.completedFuture(0);
        if (!Files.exists(folder.people())) {
            return all;
        }
        for (String number : people().tickets()) {
            all = all.thenCombine(bench.tickets().look(number).thenCompose(t -> t.closedAt() != null && t.closedAt().plus(since)
                    .isBefore(bench.now()) ? forget(number, "closed more than " + since.toDays() + " days ago").thenApply(_ -> 1)
                    : CompletableFuture.completedFuture(0)), Integer::sum);
        }
        return all;
    }

    @Override
    public void close() {
        if (people != null) {
            people.close();
        }
    }
}
