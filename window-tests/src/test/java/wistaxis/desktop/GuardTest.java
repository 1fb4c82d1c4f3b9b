package wistaxis.desktop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.DriverManager;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.buttons.Mode;
import wistaxis.core.facts.Said;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.work.Command;
import wistaxis.store.internet.SharedSpeed;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.Ledger;
import wistaxis.store.ledger.LedgerCheck;

/** What would keep a bench from opening, or write what nobody should: said on the bench, and in the way of nothing else. */
class GuardTest {
    private static final Instant NOW = Instant.now();

    @TempDir
    private Path folder = Path.of("");

    private Window open() {
        return new Window(DataFolder.open(folder), NOW, 20_000_000);
    }

    private static void limited(Window w, long bytesPerSecond) {
        Window.onFx(() -> {
            w.bench.stock().downloads().limit(bytesPerSecond);
            return null;
        });
    }

    private Ledger ledger() {
        return Ledger.open(DataFolder.open(folder).ledger());
    }

    private static String opened(Ledger ledger, String title, TicketEvent... events) {
        String number = ledger.openTicket(new TicketEvent.Opened(title, true), NOW).ticket();
        for (TicketEvent e : events) {
            ledger.append(number, e, NOW);
        }
        return number;
    }

    private void sql(String... statements) throws Exception {
        try (var db = DriverManager.getConnection("jdbc:sqlite:" + folder.resolve("ledger.db")); var s = db.createStatement()) {
            for (String sql : statements) {
                s.execute(sql);
            }
        }
    }

    @Test
    void unreadableTicketsAreShownAsUnreadableAndStopNobody() {
        try (Ledger ledger = ledger()) {
            opened(ledger, "Haunted", new TicketEvent.FactRecorded("trouble", "haunted"));
            opened(ledger, "Unheard of", new TicketEvent.Identified("iPhone99,9", "x"));
            opened(ledger, "Strange step", new TicketEvent.FactRecorded("trouble", "looping"), new TicketEvent.RouteChosen("pray"));
            opened(ledger, "Strange days", new TicketEvent.FactRecorded("trouble", "looping"),
                    new TicketEvent.FactRecorded("cloudBackupAt", "last week"), new TicketEvent.FactRecorded("promised", "soon"),
                    new TicketEvent.FactRecorded("colour", "green"));
            String twice = opened(ledger, "Twice", new TicketEvent.FactRecorded("trouble", "looping"));
            ledger.append(twice, new TicketEvent.Opened("Again", true), NOW);
            ledger.append("T-0099", new TicketEvent.FactRecorded("trouble", "looping"), NOW);
            opened(ledger, "Plain", new TicketEvent.FactRecorded("trouble", "looping"));
        }
        try (Window w = open()) {
            w.sees("Plain");
            for (String[] unreadable : new String[][] {{"T-0001", "the problem [haunted] is not known"},
                    {"T-0002", "the device [iPhone99,9] is not known"}, {"T-0003", "the step [pray] is not known"},
                {"T-0005", "opens the ticket a second time"}, {"T-0099", "comes before the ticket is opened"}}) {
                w.click("nav-bench");
                w.click("lane-" + unreadable[0]);
                w.sees("This ticket is unreadable, so nobody can work on it here.");
                w.sees(unreadable[1]);
            }
            w.click("close-unreadable");
            w.sees("Closed: closed as unreadable");
            w.click("nav-bench");
            w.click("lane-T-0004");
            w.sees("Wistaxis does not understand this and takes it as not known:");
            assertThat(w.text().replace('\n', ' ')).contains("[last week]").contains("[colour] is not known");
            w.click("nav-bench");
            w.click("lane-T-0100");
            w.says("T-0100", new TicketEvent.FactRecorded("liquid", "no"));
            assertThat(w.bench.ticket("T-0100").fact("liquid")).hasValue("no");
            w.click("nav-ledger");
            w.sees("Verified");
        }
    }

    @Test
    void aBrokenChainIsSaidAndTakesNothingUntilSomebodyHasReadIt() throws Exception {
        try (Ledger ledger = ledger()) {
            opened(ledger, "Plain", new TicketEvent.FactRecorded("trouble", "looping"), new TicketEvent.RestoreStarted("x"));
        }
        sql("DROP TRIGGER event_is_never_changed", "UPDATE event SET body = replace(body, 'looping', 'frozen') WHERE number = 2");
        try (Window w = open()) {
            w.sees("The ledger is broken. Wistaxis writes nothing to it until you have read this.");
            w.sees("entry [2] of ticket [T-0001] was changed");
            assertThat(w.entries()).as("not even what is written at a start").hasSize(3);
            assertThatThrownBy(() -> w.opened("another")).hasStackTraceContaining("until somebody has read");
            assertThat(w.entries()).hasSize(3);
            w.click("read-break");
            Window.until(() -> !w.text().contains("until you have read this"), "the notice to go");
            assertThat(w.entries()).extracting(LedgerEntry::event).element(3).isInstanceOf(TicketEvent.BreakRead.class);
            assertThat(w.opened("another")).isEqualTo("T-0002");
        }
        try (Window w = open()) {
            w.sees("another");
            assertThat(w.text()).as("read once").doesNotContain("until you have read this");
            assertThat(w.verify().broken()).isPresent();
        }
    }

    /** The memory of a start knows that the end is missing, or the whole of it. */
    @Test
    void aLedgerThatLostItsEndIsSaid() throws Exception {
        try (Window w = open()) {
            w.opened("one");
            w.opened("two");
        }
        for (String end : List.of("", "-wal", "-shm")) {
            Files.deleteIfExists(folder.resolve("ledger.db" + end));
        }
        for (int start = 0; start < 2; start++) {
            try (Window w = open()) {
                w.sees("there were [2] entries, now there are [0]");
                Window.pulses(60);
            }
        }
    }

    @Test
    void aDeviceThatWasBeingWrittenToIsNotOfferedAsOneInRecovery() {
        String[] number = {""};
        try (Ledger ledger = ledger()) {
            number[0] = opened(ledger, "Written to", new TicketEvent.FactRecorded("trouble", "unavailable"),
                    new TicketEvent.FactRecorded("ownership", "proved"), new TicketEvent.Identified("iPhone13,2", "x"),
                    new TicketEvent.ConsentAsked("recovery-restore", true, "owner", "none"),
                    new TicketEvent.RouteChosen("recovery-restore"),
                    new TicketEvent.BuildChosen("31.10", "31K88", "a".repeat(64), 1000, "x"),
                    new TicketEvent.FirmwareVerified("31K88", "packages/x.zip", 6, "a".repeat(64), "signed"),
                    new TicketEvent.ModeEntered(Mode.RECOVERY), new TicketEvent.RestoreStarted("31K88"),
                    new TicketEvent.StageReached("send"));
        }
        try (Window w = open()) {
            Window.onFx(() -> {
                w.shell.showTicket(number[0], Stage.RESTORE);
                return null;
            });
            w.sees("It was being written; its state is not known.");
            assertThat(w.text()).doesNotContain("until it drops out of recovery");
            assertThat(w.bench.ticket(number[0]).mode()).isNull();
            assertThat(w.bench.desk(number[0]).restore().mayNot()).isPresent();
        }
    }

    /**
     * A download that ends when another build has been chosen, or the ticket is closed, says nothing on it, and is in the firmware folder for the
     * next.
     */
    @Test
    void aDownloadOfABuildThatIsNotWantedAnyMoreIsNobodysProof() {
        String[] number = {""};
        try (Ledger ledger = ledger()) {
            number[0] = opened(ledger, "Changes its mind", new TicketEvent.FactRecorded("trouble", "looping"),
                    new TicketEvent.Identified("iPhone13,2", "x"), new TicketEvent.RouteChosen("recovery-update"));
        }
        try (Window w = open()) {
            w.click("lane-" + number[0]);
            w.click("choose-31K88");
            limited(w, 400_000); // so that it does not end before the ticket is closed
            w.click("download");
            Window.until(() -> w.bench.desk(number[0]).firmware().bytes() > 100_000, "some of it");
            w.says(number[0], new TicketEvent.BuildChosen("31.9", "31J52", "b".repeat(64), 1000, "by hand"));
            w.says(number[0], new TicketEvent.Closed(Said.sentence("done")));
            int events = w.entries().size();
            limited(w, SharedSpeed.ALL);
            Window.until(() -> w.bench.stock().firmwareFolder().items().stream().anyMatch(i -> i.report().verified()),
                    "the package on the shelf, proven");
            assertThat(w.entries()).as("a closed ticket goes on with nothing").hasSize(events);
            assertThat(w.verify()).matches(LedgerCheck::clean);
        }
    }

    /** Another process appends: this window shows it within a second, and does not decide on what it saw before. */
    @Test
    void whatOthersAppendIsSeenAndNotOverruled() {
        try (Ledger ledger = ledger(); Window w = open()) {
            String number = w.opened("Shared");
            ledger.append(number, new TicketEvent.FactRecorded("deviceWords", "seen by a call of the command line"), Instant.now());
            Window.until(() -> w.bench.ticket(number).fact("deviceWords").isPresent(), "the entry of another process");
            long seen = w.entries().getLast().number();
            assertThatThrownBy(() -> Window.acked(() -> {
                ledger.append(number, new TicketEvent.ConsentAsked("recovery-restore", false, "owner", "none"), Instant.now());
                return w.bench.commands().give(number, new Command.Answer("liquid", "no"));
            }).orThrow()).hasStackTraceContaining("has changed");
            assertThat(w.entries()).as("read in, and nothing written").last().satisfies(e -> assertThat(e.number()).isEqualTo(seen + 1));
            Window.until(() -> w.bench.ticket(number).consent() != null, "the answer of another process");
            assertThat(w.bench.ticket(number).consentGiven()).isFalse();
            w.sees("has changed");
        }
    }

    /** A clock that was wrong once, and an hour of practice at sixty times, date nothing that comes after. */
    @Test
    void theBenchGoesByTheClockAtEachStart() {
        try (Ledger ledger = ledger()) {
            ledger.openTicket(new TicketEvent.Opened("ahead", true), NOW.plus(Duration.ofMinutes(90)));
            ledger.append("T-0001", new TicketEvent.FactRecorded("trouble", "looping"), Instant.parse("2090-01-01T00:00:00Z"));
            ledger.append("T-0001", new TicketEvent.FactRecorded("liquid", "no"), Instant.parse("2290-01-01T00:00:00Z"));
        }
        try (Window w = open()) {
            assertThat(w.bench.now()).isBetween(NOW, NOW.plus(Duration.ofMinutes(5)));
            String number = w.opened("now");
            LedgerEntry entry = w.entries().getLast();
            assertThat(entry.at()).isBefore(NOW.plus(Duration.ofMinutes(5)));
            assertThat(entry.wall()).isNotNull();
            w.click("lane-" + number);
            w.click("nav-ledger");
            w.sees("2199");
        }
    }
}
