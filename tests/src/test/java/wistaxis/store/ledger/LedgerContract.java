package wistaxis.store.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.facts.Said;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.TicketEvent;

/** What any ledger has to keep, whatever it is kept in. */
abstract class LedgerContract {
    private static final Instant AT = Instant.parse("2026-05-12T09:00:00Z");

    @TempDir
    private Path folder = Path.of("");

    /** The same ledger each time, opened beside others that are open. */
    abstract LedgerStore open(Path folder);

    private static TicketEvent said(String words) {
        return new TicketEvent.FactRecorded("deviceWords", words);
    }

    private static LedgerEntry opened(LedgerStore ledger, String title) {
        return ledger.openTicket(new TicketEvent.Opened(title, true), AT).join();
    }

    @Test
    void whatWasAcknowledgedIsThereForEverybodyInOrderAndChained() {
        List<LedgerEntry> acknowledged = new ArrayList<>();
        try (LedgerStore ledger = open(folder)) {
            assertThat(ledger.last()).isEmpty();
            assertThat(ledger.isPractice()).isEmpty();
            LedgerEntry last = opened(ledger, "Ferry crew 3");
            acknowledged.add(last);
            List<CompletableFuture<List<LedgerEntry>>> asked = new ArrayList<>();
            for (int i = 0; i < 50; i++) { // nobody waits in between
                asked.add(ledger.append("T-0001", last.number(), List.of(said("a " + i), said("b " + i)), AT));
            }
            asked.forEach(a -> acknowledged.addAll(a.join()));
            assertThat(ledger.of("T-0001")).isEqualTo(acknowledged);
        }
        try (LedgerStore again = open(folder)) {
            assertThat(again.of("T-0001")).isEqualTo(acknowledged);
            assertThat(again.since(100)).isEqualTo(acknowledged.subList(100, 101));
            assertThat(again.last()).contains(acknowledged.getLast());
            assertThat(again.isPractice()).contains(true);
            assertThat(acknowledged).extracting(LedgerEntry::number).isSorted().doesNotHaveDuplicates();
            for (int i = 1; i < acknowledged.size(); i++) {
                assertThat(acknowledged.get(i).previous()).isEqualTo(acknowledged.get(i - 1).digest());
            }
            assertThat(again.check(null, List.of(), AT, _ -> true)).hasValueSatisfying(c -> assertThat(c.broken()).isEmpty());
        }
    }

    @Test
    void numbersOfTicketsAreGivenOnceAndTheOpenOnesAreRead() {
        try (LedgerStore ledger = open(folder)) {
            assertThat(List.of(opened(ledger, "One").ticket(), opened(ledger, "Two").ticket(), opened(ledger, "Three").ticket()))
                    .containsExactly("T-0001", "T-0002", "T-0003");
            ledger.append("T-0002", 2, List.of(new TicketEvent.Closed(Said.of("handed-over"))), AT).join();
            assertThat(ledger.ofOpenTickets()).extracting(LedgerEntry::ticket).containsExactly("T-0001", "T-0003");
            assertThat(ledger.closedTickets()).isEqualTo(1);
            assertThat(ledger.closedBefore(AT.plusSeconds(1))).containsOnlyKeys("T-0002");
            assertThat(ledger.closedBefore(AT)).isEmpty();
            assertThat(ledger.of("T-0009")).isEmpty();
            assertThat(ledger.find("two", Long.MAX_VALUE, 10)).extracting(LedgerEntry::ticket).contains("T-0002");
            assertThat(ledger.find("", 3, 1)).extracting(LedgerEntry::number).containsExactly(2L);
        }
    }

    @Test
    void whatSomebodyElseAppendedMeanwhileIsSeenFirst() {
        try (LedgerStore mine = open(folder); LedgerStore theirs = open(folder)) {
            LedgerEntry first = opened(mine, "Shared tray");
            LedgerEntry second = theirs.append("T-0001", first.number(), List.of(said("by the other bench")), AT).join().getFirst();
            assertThatThrownBy(() -> mine.append("T-0001", first.number(), List.of(said("too late")), AT).join())
                    .hasCauseInstanceOf(Moved.class);
            assertThat(mine.append("T-0001", second.number(), List.of(said("now seen")), AT).join()).hasSize(1);
            assertThat(theirs.of("T-0001")).hasSize(3).isEqualTo(mine.of("T-0001"));
            assertThat(opened(theirs, "The next").ticket()).isEqualTo("T-0002");
            assertThat(mine.check(null, List.of(), AT, _ -> true)).hasValueSatisfying(c -> assertThat(c.broken()).isEmpty());
        }
    }

    @Test
    void whatIsAppendedTogetherIsThereAllOrNotAtAll() {
        try (LedgerStore mine = open(folder); LedgerStore theirs = open(folder)) {
            LedgerEntry first = opened(mine, "All or none");
            LedgerEntry second = theirs.append("T-0001", first.number(), List.of(said("meanwhile")), AT).join().getFirst();
            assertThatThrownBy(() -> mine.append("T-0001", first.number(), List.of(said("one"), said("two")), AT).join())
                    .hasCauseInstanceOf(Moved.class);
            assertThat(mine.of("T-0001")).containsExactly(first, second);
            assertThat(mine.append("T-0001", second.number(), List.of(said("one"), said("two")), AT).join()).hasSize(2);
        }
    }
}
