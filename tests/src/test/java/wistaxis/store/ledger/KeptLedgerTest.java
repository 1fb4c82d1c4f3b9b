package wistaxis.store.ledger;

import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicLong;
import wistaxis.core.facts.Said;
import wistaxis.core.route.Wilson;
import wistaxis.core.ticket.Observed;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import wistaxis.core.facts.BadInput;
import wistaxis.core.ticket.Chain;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.store.files.DiskProblem;

/** The ledger behind its port: acknowledged appends, what is computed beside the entries, searching, anchors. */
class KeptLedgerTest {
    private static final Instant AT = Instant.parse("2026-05-12T10:00:00Z");

    @TempDir
    private Path folder;

    private Path file() {
        return folder.resolve("ledger.db");
    }

    private void sql(String statement) throws SQLException {
        try (var db = DriverManager.getConnection("jdbc:sqlite:" + file()); Statement s = db.createStatement()) {
            s.execute(statement);
        }
    }

    private static TicketEvent fact(String name, String value) {
        return new TicketEvent.FactRecorded(name, value);
    }

    private static String ticket(KeptLedger ledger, String title, boolean closed) {
        String number = ledger.openTicket(new TicketEvent.Opened(title, true), AT).join().ticket();
        List<TicketEvent> way = new ArrayList<>(List.of(fact("trouble", "looping"),
                new TicketEvent.Identified(closed ? "iPhone13,2" : "iPad12,1", "x"), new TicketEvent.RouteChosen("recovery-update"),
                new TicketEvent.Downloaded("31K88", 30_000_000, 10), new TicketEvent.RestoreStarted("31K88"),
                new TicketEvent.StageReached("check"), new TicketEvent.StageReached("greeting"),
                new TicketEvent.Restored("31.10"), new TicketEvent.StepTried("recovery-update", closed)));
        if (closed) {
            way.add(new TicketEvent.Closed(Said.sentence("handed over")));
        }
        ledger.append(number, ledger.of(number).getLast().number(), way, AT).join();
        return number;
    }

    @Test
    void manyAtOnceAreAcknowledgedInOrderAndTheGuiltyOneAlone() throws SQLException {
        try (KeptLedger ledger = KeptLedger.open(file())) {
            LedgerEntry opened = ledger.openTicket(new TicketEvent.Opened("x", true), AT).join();
            sql("CREATE TRIGGER guilty BEFORE INSERT ON event WHEN NEW.body LIKE '%guilty%' BEGIN SELECT RAISE(ABORT, 'no room'); END");
            List<CompletableFuture<List<LedgerEntry>>> asked = new ArrayList<>();
            for (int i = 0; i < 300; i++) {
                asked.add(ledger.append("T-0001", opened.number(), List.of(fact("deviceWords", i == 150 ? "guilty" : "said " + i)), AT));
            }
            for (int i = 0; i < 300; i++) {
                CompletableFuture<List<LedgerEntry>> one = asked.get(i);
                if (i == 150) {
                    assertThatThrownBy(one::join).hasStackTraceContaining("no room");
                } else {
                    assertThat(one.join()).singleElement().satisfies(e -> assertThat(e.ticket()).isEqualTo("T-0001"));
                }
            }
            assertThat(Chain.verify(ledger.since(0))).isEmpty();
            assertThat(ledger.since(0)).hasSize(300);
            try (Ledger other = Ledger.open(file())) {
                other.append("T-0001", fact("liquid", "no"), AT);
            }
            assertThatThrownBy(() -> ledger.append("T-0001", 300, List.of(fact("liquid", "yes")), AT).join())
                    .hasRootCauseInstanceOf(Moved.class);
        }
    }

    @Test
    void onlyOpenTicketsAreReadAndTheRestIsCounted() {
        try (KeptLedger ledger = KeptLedger.open(file())) {
            ticket(ledger, "Deck phone", true);
            ticket(ledger, "Tablet 3", false);
            ticket(ledger, "Purser's phone", true);
            assertThat(ledger.ofOpenTickets()).extracting(LedgerEntry::ticket).containsOnly("T-0002");
            assertThat(ledger.closedTickets()).isEqualTo(2);
            assertThat(ledger.cases().all()).containsExactlyInAnyOrder(new Cases.Case("iPhone13,2", "looping", "recovery-update",
                    "helped", 2),
                    new Cases.Case("iPad12,1", "looping", "recovery-update", "did-not-help", 1));
            assertThat(ledger.times(2).stages()).as("a stage that ends as it begins measures nothing").isEmpty();
            assertThat(ledger.times(100).downloads()).hasSize(3);
            assertThat(ledger.check(null, List.of(), Instant.now(), _ -> true).orElseThrow().clean()).isTrue();
            assertThat(ledger.check(null, List.of(), Instant.now(), n -> n < 5)).as("stopped").isEmpty();
        }
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {"T-0002 | 10", "0002 | 10", "iPad12,1 | 9", "tablet written 31.10 | 1", "T-0001 helped | 1",
            "2026-05-12 | 32", "2026-05-13 | 0", "'' | 32",
        "\"; DROP TABLE event | 0", "tr | 0", "troub | 3", "looping )(* | 3"})
    void findsWordsTicketsDevicesAndDays(String words, int count) {
        try (KeptLedger ledger = KeptLedger.open(file())) {
            ticket(ledger, "Deck phone", true);
            ticket(ledger, "Tablet 3", false);
            ticket(ledger, "Purser's phone", true);
            List<LedgerEntry> found = ledger.find(words, Long.MAX_VALUE, 100);
            assertThat(found).as(words).hasSize(count).isSortedAccordingTo((a, b) -> Long.compare(b.number(), a.number()));
            if (found.size() > 3) {
                assertThat(ledger.find(words, found.get(1).number(), 2)).as("the next page").isEqualTo(found.subList(2, 4));
            }
        }
    }

    /** What real devices taught lies in tables of the ledger: held against its entries, and made anew from them. */
    @Test
    void whatRealDevicesTaughtIsHeldAgainstTheEntriesAndRebuilt() throws SQLException {
        try (KeptLedger ledger = KeptLedger.open(file())) {
            String number = ledger.openTicket(new TicketEvent.Opened("Deck phone", true, true), AT).join().ticket();
            ledger.append(number, 1, List.of(new TicketEvent.Identified("iPhone13,2", "x"),
                    new TicketEvent.DeviceBound(0x1281, "1-2", "CPID:8101 BDID:0C ECID:0001222233334444"),
                    new TicketEvent.ButtonsAttempted("hold-to-black", "dfu", true, Said.sentence(""), List.of(), "Ada"),
                    new TicketEvent.ButtonsAttempted("hold-to-black", "dfu", false, Said.sentence(""), List.of(), "Ada"),
                    new TicketEvent.ButtonsAttempted("hold-to-black", "dfu", true, Said.sentence(""), List.of()),
                    new TicketEvent.ComputerProblem("error", "error 77"), new TicketEvent.ProblemTried("once-more", false),
                    new TicketEvent.ProblemTried("cable-and-port", true)), AT).join();
            assertTaught(ledger.kinds("").model("8101/C").orElseThrow().times(), ledger.tried("error", ""), ledger.landed("Ada",
                    "hold-to-black", "dfu"));
            assertThat(ledger.kinds(number).seen()).as("not its own witness").isEmpty();
            assertThat(ledger.tried("error", number)).isEmpty();
        }
        for (String change : List.of("UPDATE device_kind SET identifier = 'iPhone14,5'", "UPDATE host_try SET helped = 1",
                "DELETE FROM keys_try WHERE n = 2")) {
            sql(change);
            try (Ledger ledger = Ledger.open(file())) {
                assertThat(ledger.check(null, Instant.now()).findings()).as(change).hasSize(1);
                ledger.rebuild(_ -> true);
                assertThat(ledger.check(null, Instant.now()).clean()).isTrue();
                LedgerTables tables = ledger.tables();
                assertTaught(tables.kinds("").model("8101/C").orElseThrow().times(), tables.tried("error", ""), tables.landed("Ada",
                        "hold-to-black", "dfu"));
            }
        }
    }

    private static void assertTaught(int times, List<Observed.Problem> tried, List<MethodResults> landed) {
        assertThat(times).isEqualTo(1);
        assertThat(tried).flatExtracting(Observed.Problem::tries).containsExactly(new Observed.Try("once-more", false),
                new Observed.Try("cable-and-port", true));
        assertThat(landed).containsExactly(new MethodResults("iPhone13,2", 1, 2));
    }

    /** Counted by hand: each figure with its cases; below three nothing; intervals are Wilson's. */
    @Test
    void figuresAreWhatTheEntriesSay() {
        try (KeptLedger ledger = KeptLedger.open(file())) {
            for (int i = 0; i < 4; i++) {
                ticket(ledger, "Phone " + i, true);
            }
            for (int i = 0; i < 2; i++) {
                ticket(ledger, "Tablet " + i, false);
            }
            Figures f = ledger.figures(AT.minusSeconds(1), AT.plusSeconds(1), false);
            assertThat(f.tickets()).isEqualTo(6);
            assertThat(f.closed()).isEqualTo(4);
            assertThat(f.problems()).containsExactly(new Figures.Count("looping", 6));
            assertThat(f.models()).as("two tablets say nothing").containsExactly(new Figures.Count("iPhone13,2", 4));
            Wilson share = Wilson.of(4, 6);
            assertThat(f.helped()).containsExactly(new Figures.Share("looping: recovery-update", 4, 6, share.low(), share.high()));
            assertThat(f.promise()).as("nothing was promised").isNull();
            assertThat(f.stages()).as("all at one time: nothing is measured").isEmpty();
            assertThat(ledger.figures(AT.plusSeconds(1), AT.plusSeconds(2), false).tickets()).as("another day").isZero();
        }
    }

    /** Whoever changes the tables is found out, and they are made anew from the entries. */
    @Test
    void tablesAreHeldAgainstTheEntriesAndRebuilt() throws SQLException {
        try (KeptLedger ledger = KeptLedger.open(file())) {
            ticket(ledger, "Deck phone", true);
            ticket(ledger, "Tablet 3", false);
            ticket(ledger, "Purser's phone", true);
            ledger.append("T-0003", ledger.of("T-0003").getLast().number(), List.of(new TicketEvent.UnlockAnswered("signal")), AT).join();
        }
        sql("UPDATE ticket SET open = 0 WHERE number = 'T-0002'");
        sql("UPDATE attempt SET outcome = 'helped' WHERE ticket = 'T-0002'");
        sql("DELETE FROM ticket WHERE number = 'T-0001'");
        sql("INSERT INTO ticket (number, nr, title, stage, open, last) VALUES ('T-0099', 99, 'ghost', 'ROUTE', 1, 5)");
        try (Ledger ledger = Ledger.open(file())) {
            assertThat(ledger.check(null, Instant.now()).findings()).hasSize(3).anyMatch(f -> f.contains("[T-0001] nothing"))
                    .anyMatch(f -> f.contains("[T-0002]")).anyMatch(f -> f.contains("[T-0099]"));
            assertThat(ledger.rebuild(_ -> false)).as("stopped").isFalse();
            ledger.append("T-0002", new TicketEvent.FactRecorded("liquid", "no"), AT);
        }
        try (Ledger ledger = Ledger.open(file())) {
            assertThat(ledger.check(null, Instant.now()).clean()).as("caught up with at the next opening").isTrue();
            assertThat(ledger.rebuild(_ -> true)).isTrue();
            assertThat(ledger.check(null, Instant.now()).clean()).isTrue();
            assertThat(ledger.ofOpenTickets()).extracting(LedgerEntry::ticket).containsOnly("T-0002");
            assertThat(ledger.find("purser", Long.MAX_VALUE, 100)).isNotEmpty();
            assertThat(ledger.openTicket(new TicketEvent.Opened("next", true), AT).ticket()).isEqualTo("T-0004");
        }
    }

    /** Somebody changes an entry and reckons all later digests anew: the chain holds, an anchor from before does not. */
    @Test
    void aLedgerMadeAnewHoldsAsAChainButNotAgainstItsAnchors() throws IOException, SQLException {
        Path anchors = folder.resolve("anchors");
        Anchor document;
        try (KeptLedger ledger = KeptLedger.open(file())) {
            ticket(ledger, "Deck phone", true);
            LedgerEntry head = ledger.last().orElseThrow();
            new Anchor(head.number(), head.digest(), AT).append(anchors);
            new Anchor(3, ledger.since(2).getFirst().digest(), AT).append(anchors);
            document = Anchor.parse(head.number() + ": " + head.digest().substring(0, 16));
        }
        List<LedgerEntry> forged = new ArrayList<>();
        try (Ledger ledger = Ledger.open(file())) {
            assertThat(ledger.check(null, Anchor.read(anchors), Instant.now(), _ -> true).orElseThrow().broken()).isEmpty();
            ledger.each(e -> forged.add(Chain.link(forged.isEmpty() ? Chain.START : forged.getLast().digest(), e.number(), e.ticket(),
                    e.at(), e.wall(), e.body().replace("looping", "frozen"))));
        }
        sql("DROP TRIGGER event_is_never_changed");
        for (LedgerEntry e : forged) {
            sql("UPDATE event SET body = '" + e.body() + "', previous = '" + e.previous() + "', digest = '" + e.digest()
                    + "' WHERE number = " + e.number());
        }
        try (Ledger ledger = Ledger.open(file())) {
            ledger.rebuild(_ -> true);
            assertThat(ledger.check(null, Instant.now()).clean()).as("the chain alone does not show it").isTrue();
            assertThat(ledger.check(null, Anchor.read(anchors), Instant.now(), _ -> true).orElseThrow().broken())
                    .hasValueSatisfying(b -> assertThat(b).contains("anchor of 12 May 2026", "made anew"));
            assertThat(ledger.check(null, List.of(document), Instant.now(), _ -> true).orElseThrow().broken()).isPresent();
            assertThat(ledger.check(null, List.of(Anchor.parse("999:" + "a".repeat(12))), Instant.now(), _ -> true).orElseThrow().broken())
                    .hasValueSatisfying(b -> assertThat(b).contains("the end is missing"));
            assertThat(Ticket.fold(ledger.of("T-0001")).fact("trouble")).contains("frozen");
        }
        assertThat(Files.readAllLines(anchors)).hasSize(2);
        Files.writeString(anchors, Files.readString(anchors) + "{\"entry\":0,\"digest\":\"zz\"}\n");
        assertThatThrownBy(() -> Anchor.read(anchors)).isInstanceOf(BadInput.class).hasMessageContaining("line 3");
        assertThatThrownBy(() -> Anchor.parse("12-abc")).hasMessageContaining("NUMBER:DIGEST");
    }

    /** What is appended while the ledger is looked through is no disagreement of its tables: it is looked at as it was at the beginning. */
    @Test
    void aCheckSeesOneMomentHoweverMuchIsAppendedMeanwhile() {
        try (KeptLedger ledger = KeptLedger.open(file())) {
            String open = ticket(ledger, "One", false);
            ticket(ledger, "Two", true);
            long last = ledger.last().orElseThrow().number();
            LedgerCheck check = ledger.check(null, List.of(), Instant.now(), n -> {
                if (n == 3 || n == last) {
                    ledger.append(open, ledger.of(open).getLast().number(), List.of(fact("trouble", "dead " + n)), AT).join();
                    ledger.openTicket(new TicketEvent.Opened("Another", true), AT).join();
                }
                return true;
            }).orElseThrow();
            assertThat(check.findings()).isEmpty();
            assertThat(check.broken()).isEmpty();
            assertThat(ledger.check(null, List.of(), Instant.now(), _ -> true).orElseThrow().findings()).isEmpty();
        }
    }

    /**
     * A ledger whose files are copied while it is written to, as a backup of the whole folder does: the copy is a ledger that holds, with
     * all that was acknowledged before the copy began, or it says that it is damaged. It is never read as something that did not happen.
     */
    @Test
    void aCopyMadeWhileItIsWrittenHoldsOrSaysThatItIsDamaged() throws Exception {
        AtomicBoolean end = new AtomicBoolean();
        AtomicLong acknowledged = new AtomicLong();
        try (KeptLedger ledger = KeptLedger.open(file())) {
            String number = ledger.openTicket(new TicketEvent.Opened("Copied", true), AT).join().ticket();
            Thread writer = Thread.ofPlatform().start(() -> {
                for (long last = 1; !end.get(); last = acknowledged.get()) {
                    acknowledged.set(ledger.append(number, last, List.of(fact("marks", "x".repeat(2_000))), AT).join().getLast().number());
                }
            });
            int whole = 0;
            for (int i = 0; i < 20; i++) {
                Path copy = Files.createDirectory(folder.resolve("copy" + i)).resolve("ledger.db");
                long before = acknowledged.get();
                for (String part : List.of("", "-wal")) {
                    Path from = file().resolveSibling("ledger.db" + part);
                    if (Files.exists(from)) {
                        Files.copy(from, copy.resolveSibling("ledger.db" + part));
                    }
                }
                try (Ledger there = Ledger.open(copy)) {
                    assertThat(there.check(null, List.of(), AT, _ -> true).orElseThrow().broken()).isEmpty();
                    assertThat(there.entries().size()).isGreaterThanOrEqualTo((int) before);
                    whole++;
                } catch (DiskProblem e) {
                    assertThat(e.kind()).isEqualTo(DiskProblem.Kind.DAMAGED);
                }
            }
            end.set(true);
            writer.join();
            assertThat(whole).as("most copies").isPositive();
        }
    }
}
