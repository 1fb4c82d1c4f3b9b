package wistaxis.workbench;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.buttons.Goal;
import wistaxis.core.buttons.Mode;
import wistaxis.core.ticket.Attempt;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.work.Command;
import wistaxis.core.work.Rules;
import wistaxis.workbench.desk.FirmwareDesk;

/** The desks of a ticket without a window: library, download, proof, keys and runs of one step after another. */
class DeskPathTest {
    @TempDir
    private Path folder;

    private String number = "";

    private BenchAtWork open() {
        BenchAtWork at = new BenchAtWork(folder);
        number = at.opened("Deck phone");
        List<TicketEvent> events = new ArrayList<>(List.of(new TicketEvent.Identified("iPhone13,2", "x")));
        Map.of("trouble", "looping", "ownership", "proved", "liquid", "no", "battery", "ok", "brokenKeys", "none", "blacklisted", "no",
                "backup", "none", "tried", "charge,force-restart,recovery-in-out", "readyCable", "yes", "readyProgram", "yes")
                .forEach((f, v) -> events.add(new TicketEvent.FactRecorded(f, v)));
        at.record(number, events.toArray(TicketEvent[]::new));
        return at;
    }

    private Ticket ticket(BenchAtWork at) {
        return at.bench.ticket(number);
    }

    private Rules rules(BenchAtWork at) {
        return at.bench.routes().rules(ticket(at));
    }

    private void verified(BenchAtWork at) {
        at.bench.stock().builds().ask("iPhone13,2");
        FirmwareDesk firmware = at.bench.desk(number).firmware();
        at.until(() -> firmware.choice().isPresent());
        firmware.choose(firmware.choice().orElseThrow().chosen().orElseThrow());
        at.settle();
        firmware.startDownload();
        at.until(() -> ticket(at).firmwareVerified());
    }

    private void buttons(BenchAtWork at) {
        at.passes(60, () -> !at.bench.desk(number).starting());
        at.bench.desk(number).buttons().coaching().showMe();
        at.passes(90, () -> ticket(at).mode() != null);
        at.until(() -> rules(at).mayStart(at.bench.routes().readiness(ticket(at))).isEmpty());
    }

    private void run(BenchAtWork at) {
        at.bench.desk(number).restore().start();
        at.settle();
        assertThat(at.bench.desk(number).restore().mayNot()).hasValueSatisfying(w -> assertThat(w).contains("is already running"));
        at.bench.setRate(60);
        at.passes(60, () -> ticket(at).restored() != null);
        at.bench.setRate(1);
    }

    @Test
    void anUpdateThatDoesNotHelpAndARestoreThatDoes() {
        try (BenchAtWork at = open()) {
            at.give(number, new Command.Choose("recovery-update", null, null));
            assertThat(at.bench.stock().builds().askedAt("iPhone13,2")).as("a query asks nobody").isEmpty();
            verified(at);
            buttons(at);
            run(at);
            at.give(number, new Command.Say(Attempt.Outcome.DID_NOT_HELP));
            at.bench.desk(number).restore().start();
            assertThat(at.bench.notices().take()).singleElement().asString().contains("This attempt is over");

            at.give(number, new Command.Choose("recovery-restore", "deckhand", "no backup"));
            assertThat(at.bench.desk(number).restore().run()).as("the next attempt has no run yet").isEmpty();
            assertThat(at.bench.desk(number).buttons().coaching().goal()).isEqualTo(Goal.RECOVERY);
            buttons(at);
            run(at);
            at.give(number, new Command.Say(Attempt.Outcome.HELPED));
            assertThat(ticket(at).attempts()).extracting(a -> a.step() + " " + a.outcome().orElseThrow() + " " + a.buttons() + " "
                    + a.written())
                    .containsExactly("recovery-update did-not-help 1 31.10", "recovery-restore helped 1 31.10");
            List<LedgerEntry> history = at.done(at.bench.tickets().history(number));
            assertThat(history).extracting(e -> e.event().type()).containsSubsequence("route-chosen", "package-proven", "keys-attempted",
                    "mode-entered", "restore-started", "stage-reached", "restored", "step-tried", "consent-asked", "route-chosen",
                    "restored");
            assertThat(at.done(at.bench.tickets().health().verify(_ -> true)).clean()).isTrue();
        }
    }

    /** The line is measured before anything is needed: nothing stays of it, and it is no download of a ticket. */
    @Test
    void theLineIsMeasuredBeforeTheFirstDownload() throws IOException {
        try (BenchAtWork at = open()) {
            assertThat(at.done(at.bench.stock().measureLine())).isPositive();
            try (Stream<Path> left = Files.list(at.bench.stock().firmwareFolder().folder())) {
                assertThat(left).isEmpty();
            }
            assertThat(at.bench.stock().history().isMeasured()).isFalse();
        }
    }

    /** Where an event cannot be written, what it announces does not happen; it is said once, and tried again. */
    @Test
    void anEventThatCannotBeWrittenStopsWhatItAnnounces() throws SQLException {
        try (BenchAtWork at = open()) {
            at.give(number, new Command.Choose("recovery-update", null, null));
            verified(at);
            buttons(at);
            sql("CREATE TRIGGER full BEFORE INSERT ON event WHEN NEW.body LIKE '%\"send\"%' BEGIN SELECT RAISE(ABORT, 'no room'); END");
            at.bench.notices().take();
            at.bench.desk(number).restore().start();
            at.settle();
            at.bench.setRate(60);
            List<String> said = new ArrayList<>();
            at.passes(60, () -> said.addAll(at.bench.notices().take()));
            assertThat(said).singleElement().asString().contains("was not saved: Ledger").contains("tries again by itself");
            at.bench.setRate(1);
            assertThat(at.bench.desk(number).device().screen()).as("the device was told nothing").hasToString("cable-screen");
            assertThat(ticket(at).restoreStage()).isNotEqualTo("send");
            sql("DROP TRIGGER full");
            at.until(() -> "send".equals(ticket(at).restoreStage()));
            assertThat(at.bench.notices().take()).isEmpty();
        }
    }

    /** A run that goes on when the program ends is one that stopped; it is written down at the next start. */
    @Test
    void aRunIsStoppedByHandOrByTheEndOfTheProgram() {
        try (BenchAtWork at = open()) {
            at.give(number, new Command.Choose("recovery-update", null, null));
            verified(at);
            buttons(at);
            at.bench.desk(number).restore().start();
            at.settle();
            at.bench.desk(number).restore().stop();
            at.settle();
            assertThat(ticket(at).attempt().orElseThrow().outcome()).contains(Attempt.Outcome.STOPPED);
            assertThat(ticket(at).mode()).as("the device is where it was").isEqualTo(Mode.RECOVERY);
            at.bench.desk(number).restore().start();
            at.settle();
        }
        try (BenchAtWork at = new BenchAtWork(folder)) {
            assertThat(at.bench.ticket(number).attempt().orElseThrow().stopped()).asString().contains("ended during the restore");

        }
    }

    private void sql(String statement) throws SQLException {
        try (var db = DriverManager.getConnection("jdbc:sqlite:" + folder.resolve("ledger.db")); Statement s = db.createStatement()) {
            s.execute(statement);
        }
    }
}
