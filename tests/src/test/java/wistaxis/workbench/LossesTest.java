package wistaxis.workbench;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.buttons.ComputerSees;
import wistaxis.core.buttons.Mode;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Said;
import wistaxis.core.practice.Measured;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.work.Command;
import wistaxis.core.work.Flaps;
import wistaxis.standins.ScriptedUsb;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.KeptLedger;
import wistaxis.store.ledger.Ledger;
import wistaxis.store.people.People;
import wistaxis.store.practice.PracticeBook;

/** What a shop relies on: nothing is lost at the end, by a clock, by another process, or to another phone on the same port. */
class LossesTest {
    private static final Instant NOW = Instant.parse("2026-05-12T09:00:00Z");

    @TempDir
    private Path folder;

    private static TicketEvent fact(String name, String value) {
        return new TicketEvent.FactRecorded(name, value);
    }

    /** A measurement, a customer, an IMEI with an answer: asked for and closed in the same tick, all there. */
    @Test
    void whatWasBegunIsThereAfterClosing() {
        BenchAtWork at = new BenchAtWork(folder);
        String n = at.opened("Purser's phone");
        at.bench.practice().person("Ann");
        at.bench.practice().add(new Measured(Measured.What.values()[0], 0.2, 0.2));
        at.bench.commands().give(n, new Command.Keep("Odo Quillfeather", "quay 7", ""));
        at.bench.commands().give(n, new Command.Answer(Map.of("imei", "356958031648321", "trouble", "slow"), List.of()));
        at.close();
        DataFolder data = new DataFolder(folder);
        try (Ledger ledger = Ledger.open(data.ledger()); People people = People.open(data.people()); PracticeBook book = PracticeBook.open(
                data.practice())) {
            assertThat(Ticket.fold(ledger.of(n)).facts()).containsEntry("trouble", "slow").containsKey("imei");
            assertThat(people.of(n)).hasValueSatisfying(p -> {
                assertThat(p.name()).isEqualTo("Odo Quillfeather");
                assertThat(p.imei()).isEqualTo("356958031648321");
            });
            assertThat(book.measured("Ann")).hasSize(1);
        }
    }

    /** One start a year ahead with customers forgotten after 90 days: nobody is, nothing rings or is late, until somebody says so. */
    @Test
    void aClockThatLeaptForgetsNobody() {
        try (BenchAtWork at = new BenchAtWork(folder)) {
            String n = at.opened("An old one");
            at.give(n, new Command.Keep("Bo Marrow", "", ""));
            at.record(n, fact("promised", "2026-05-12T10:00:00Z"), fact("trouble", "slow"));
            at.record(n, new TicketEvent.Closed(Said.sentence("handed over")));
            at.bench.routes().forgetDays("90");
            List<String> said = new ArrayList<>();
            at.until(() -> said.addAll(at.bench.notices().takeTold()));
            assertThat(said.toString()).as("whom it would forget").contains("Today that would be nobody");
            assertThat(at.bench.doubt().says()).isEmpty();
        }
        try (BenchAtWork at = new BenchAtWork(folder, null, NOW.plus(Duration.ofDays(365)))) {
            at.turn();
            assertThat(at.bench.doubt().says()).hasValueSatisfying(w -> assertThat(w).contains("12 May 2027").contains("12 May 2026"));
            assertThat(at.bench.people().find("marrow")).isNotEmpty();
            assertThat(at.bench.reminders().rings()).isEmpty();
        }
        try (BenchAtWork at = new BenchAtWork(folder, null, NOW.plus(Duration.ofHours(1)))) {
            assertThat(at.bench.doubt().says()).as("the right clock again, and nothing was remembered by the wrong one").isEmpty();
            at.leap(Duration.ofDays(200));
            at.turn();
            assertThat(at.bench.doubt().says()).as("it leapt while it ran").isPresent();
            at.bench.clockIsRight();
            at.until(() -> at.bench.people().find("marrow").isEmpty());
            at.settle();
        }
    }

    /** Another phone on the port of a ticket's device is offered after a gap, and never taken in silence; no run starts meanwhile. */
    @Test
    void anotherPhoneOnTheSamePortIsOffered() {
        ScriptedUsb usb = new ScriptedUsb();
        usb.shows(ScriptedUsb.phone(ComputerSees.NORMAL));
        try (BenchAtWork at = new BenchAtWork(folder, usb)) {
            String n = at.opened("Deck phone");
            at.record(n, fact("trouble", "unavailable"), new TicketEvent.Identified("iPhone13,2", "x"));
            at.until(() -> !at.bench.usb().devices().isEmpty());
            at.done(at.bench.usb().bind(n, at.bench.usb().devices().getFirst()));
            usb.shows();
            at.until(() -> at.bench.usb().devices().isEmpty());
            at.passes(10, () -> at.bench.ticket(n).observed().computer() != null && "nothing".equals(at.bench.ticket(n).observed().computer().what()));
            usb.shows(ScriptedUsb.device(ComputerSees.RECOVERY, "1-1", "garbled::", "8101", "0C", ""));
            at.until(() -> !at.bench.usb().devices().isEmpty());
            at.pass(5);
            assertThat(at.bench.ticket(n).mode()).as("a mode of a device that nobody confirmed counts for nothing").isNull();
            assertThat(at.bench.usb().of(n)).isEmpty();
            assertThat(at.bench.usb().offers(n)).hasSize(1);
            assertThat(at.bench.desk(n).computer().mayNot()).hasValueSatisfying(w -> assertThat(w).contains("may be another one"));
            at.done(at.bench.usb().bind(n, at.bench.usb().offers(n).getFirst()));
            at.until(() -> Mode.RECOVERY.equals(at.bench.ticket(n).mode()));
        }
    }

    /** Ten changes a second for an hour are some sixty entries; a boot loop is called one, with its period. */
    @Test
    void whatRepeatsIsOneEntry() {
        Flaps loose = new Flaps();
        int written = 0;
        List<TicketEvent.Flapped> together = new ArrayList<>();
        for (long tenth = 0; tenth < 36_000; tenth++) {
            written += loose.changed(1 + tenth * 100_000_000L + tenth * 7919 % 90_000_000L) ? 1 : 0;
            loose.due(1 + tenth * 100_000_000L).ifPresent(together::add);
        }
        assertThat(written + together.size()).isLessThanOrEqualTo(85);
        assertThat(together.stream().mapToInt(TicketEvent.Flapped::times).sum() + written).as("none is forgotten").isGreaterThan(35_000);
        assertThat(together).noneMatch(TicketEvent.Flapped::loops);
        Flaps loop = new Flaps();
        List<TicketEvent.Flapped> said = new ArrayList<>();
        for (long i = 0; i < 400; i++) {
            long at = 1 + i / 2 * 21_000_000_000L + i % 2 * 6_000_000_000L;
            loop.changed(at);
            loop.due(at + 1).ifPresent(said::add);
        }
        assertThat(said).isNotEmpty().allSatisfy(f -> {
            assertThat(f.loops()).isTrue();
            assertThat(f.period()).isEqualTo(21.0);
        });
    }

    /** The file that was verified is the file that is used: changed in any way since, no run starts. */
    @Test
    void aFileThatChangedSinceItWasVerifiedIsNotUsed() throws IOException {
        try (BenchAtWork at = new BenchAtWork(folder, new ScriptedUsb())) {
            Path file = at.bench.stock().firmwareFolder().folder().resolve("found.zip");
            Files.copy(Path.of("src/test/resources/packages/maker-xml-sha384.zip"), file);
            at.bench.stock().firmwareFolder().rescan();
            String digest = String.valueOf(at.bench.stock().firmwareFolder().prove(file, null, _ -> true).sha256());
            assertThat(at.bench.stock().firmwareFolder().notAsVerified(file, digest)).isEmpty();
            assertThat(at.bench.stock().firmwareFolder().notAsVerified(file, "0".repeat(64))).as("another file").isPresent();
            byte[] bytes = Files.readAllBytes(file);
            FileTime then = Files.getLastModifiedTime(file);
            bytes[bytes.length / 2] ^= 1;
            Files.write(file, bytes);
            Files.setLastModifiedTime(file, then);
            assertThat(at.bench.stock().firmwareFolder().notAsVerified(file, digest)).as("other bytes, the old size and date").hasValueSatisfying(
                    w -> assertThat(w).contains("not the one that was verified"));
            Files.delete(file);
            assertThat(at.bench.stock().firmwareFolder().notAsVerified(file, digest)).as("gone").isPresent();
        }
    }

    /** Two files of one name, taken in at once: both are there. */
    @Test
    void twoFilesOfOneNameAreTwo() throws IOException {
        try (BenchAtWork at = new BenchAtWork(folder.resolve("bench"), new ScriptedUsb())) {
            List<CompletableFuture<Void>> both = new ArrayList<>();
            for (String name : List.of("maker-xml-sha384.zip", "maker-xml-sha512.zip")) {
                Path from = Files.createDirectories(folder.resolve(name)).resolve("firmware.zip");
                Files.copy(Path.of("src/test/resources/packages/" + name), from);
                both.add(CompletableFuture.runAsync(() -> {
                    try {
                        at.bench.stock().firmwareFolder().take(from, _ -> true);
                    } catch (IOException e) {
                        throw new IllegalStateException(e);
                    }
                }));
            }
            both.forEach(CompletableFuture::join);
            assertThat(at.bench.stock().firmwareFolder().items()).hasSize(2);
        }
    }

    /** A seal that fails says so, and the ticket goes on. */
    @Test
    void aSealThatFailsIsOver() throws IOException {
        try (BenchAtWork at = new BenchAtWork(folder)) {
            String n = at.opened("Purser's phone");
            at.give(n, new Command.Keep("Ada", "", ""));
            Path people = new DataFolder(folder).people();
            Files.move(people, folder.resolve("elsewhere.db"));
            assertThatThrownBy(() -> at.give(n, new Command.Keep("Ada Marrow", "", ""))).hasMessageContaining("people.db");
            assertThat(at.bench.commands().isFlying(n)).isFalse();
            Files.move(folder.resolve("elsewhere.db"), people);
            at.give(n, new Command.Keep("Ada Marrow", "", ""));
            List<LedgerEntry> entries = at.done(at.bench.tickets().history(n));
            assertThat(entries).extracting(e -> e.event().type()).containsExactly("opened", "customer-sealed", "customer-sealed");
            assertThatThrownBy(() -> at.bench.stock().builds().typed(new wistaxis.core.firmware.TypedBuild("26.1", "23B80", "9000000GB", "", "", "yes").of(
                    "iPhone13,2"), "")).isInstanceOf(BadInput.class).hasMessageContaining("9000000");
        }
    }

    /** A ledger and a practice book that were moved away while they are open: nothing is acknowledged, and that is said. */
    @Test
    void whatWasMovedAwayAcknowledgesNothing() throws IOException {
        try (BenchAtWork at = new BenchAtWork(folder.resolve("bench"))) {
            String n = at.opened("Purser's phone");
            DataFolder data = new DataFolder(folder.resolve("bench"));
            Files.move(data.ledger(), folder.resolve("ledger elsewhere"));
            assertThatThrownBy(() -> at.record(n, fact("trouble", "slow"))).hasMessageContaining("ledger.db");
            assertThat(at.bench.ticket(n).facts()).doesNotContainKey("trouble");
            Files.move(folder.resolve("ledger elsewhere"), data.ledger());
            assertThat(at.record(n, fact("trouble", "slow")).facts()).containsEntry("trouble", "slow");
            Files.move(data.practice(), folder.resolve("book elsewhere"));
            at.bench.practice().add(new Measured(Measured.What.values()[0], 0.2, 0.2));
            at.settle();
            assertThat(at.bench.notices().take().toString()).contains("not saved in the practice book").contains("practice.db");
        }
    }

    /** What another process appends to a ticket of this bench, closed or not, is folded once. */
    @Test
    void whatAnotherProcessAppendsIsFoldedOnce() {
        try (BenchAtWork at = new BenchAtWork(folder)) {
            String n = at.opened("Purser's phone");
            at.record(n, fact("trouble", "slow"));
            at.record(n, new TicketEvent.Closed(Said.sentence("handed over")));
            try (KeptLedger other = KeptLedger.open(new DataFolder(folder).ledger())) {
                for (int i = 0; i < 3; i++) {
                    other.append(n, other.of(n).getLast().number(), List.of(new TicketEvent.DocumentHandedOut("receipt", "ab", i)), NOW).join();
                    at.bench.tickets().lookNow();
                }
            }
            at.until(() -> {
                at.bench.tickets().lookNow();
                return at.bench.tickets().entries() == 6;
            });
            List<LedgerEntry> entries = at.done(at.bench.tickets().history(n));
            assertThat(entries).hasSize(6).doesNotHaveDuplicates();
            assertThat(at.done(at.bench.tickets().look(n))).isEqualTo(Ticket.fold(entries));
        }
    }

    /** However many customers of old there are: a start looks at none of their tickets, and at those only whose time has come. */
    @Test
    void aStartLooksAtNoOldCustomersTicket() {
        String due;
        String done;
        try (BenchAtWork at = new BenchAtWork(folder)) {
            due = closedWith(at, "Ada");
            done = closedWith(at, "Bo");
        }
        try (People people = People.open(new DataFolder(folder).people())) {
            people.forget(done, Instant.parse("2026-05-12T10:00:00Z")); // killed before the ledger had it
        }
        try (BenchAtWork at = new BenchAtWork(folder)) {
            at.until(() -> at.bench.tickets().find(done).filter(t -> t.customer() == Ticket.Customer.FORGOTTEN).isPresent());
            assertThat(at.bench.tickets().find(due)).as("nobody had to look").isEmpty();
            assertThat(at.done(at.bench.people().due(java.time.Duration.ofHours(-1)))).containsKey(due).doesNotContainKey(done);
            assertThat(at.done(at.bench.people().forgetAfter(java.time.Duration.ofHours(-1)))).isEqualTo(1);
            assertThat(at.bench.ticket(due).customer()).isEqualTo(Ticket.Customer.FORGOTTEN);
            assertThat(at.done(at.bench.people().forgetAfter(java.time.Duration.ofHours(-1)))).as("once").isZero();
        }
    }

    private static String closedWith(BenchAtWork at, String who) {
        String n = at.opened(who + "'s phone");
        at.give(n, new Command.Keep(who, "", ""));
        at.record(n, new TicketEvent.Closed(Said.of("handed-over")));
        return n;
    }

    /** Practice is added from the thread of files while the window reads it. */
    @Test
    void thePracticeBookIsOfAnyThread() throws Exception {
        try (PracticeBook book = PracticeBook.open(folder.resolve("practice.db"))) {
            List<Thread> threads = Stream.of("Ann", "Bo").map(who -> Thread.ofPlatform().start(() -> {
                for (int i = 0; i < 100; i++) {
                    book.add(who, new Measured(Measured.What.values()[0], 0.2, 0.2), NOW);
                    book.people();
                }
            })).toList();
            for (Thread t : threads) {
                t.join();
            }
            assertThat(book.measured("Ann")).hasSameSizeAs(book.measured("Bo")).isNotEmpty();
            assertThat(book.people()).containsExactlyInAnyOrder("Ann", "Bo");
        }
    }
}
