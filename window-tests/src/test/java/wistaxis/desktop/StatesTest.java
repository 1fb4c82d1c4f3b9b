package wistaxis.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import javafx.scene.control.ListView;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.facts.Said;
import wistaxis.core.practice.Drilled;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.standins.DemoPractice;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.Ledger;
import wistaxis.store.practice.PracticeBook;

/** The states that a demo does not show: nothing there yet, files that cannot be read, and a bench that is fuller than anyone's. */
@ExtendWith(Waits.class)
class StatesTest {
    private static final Instant NOW = Instant.now();

    @TempDir
    private Path folder = Path.of("");

    private Window open() {
        return new Window(DataFolder.open(folder), NOW, 150_000);
    }

    @Test
    void anEmptyBenchSaysOnEveryPageWhatToDo() {
        try (Window w = open()) {
            w.sees("No open tickets");
            w.sees("Nothing needs you right now");
            w.click("nav-firmware-files");
            w.sees("No firmware files yet");
            w.click("nav-ledger");
            w.sees("Verified: 0 entries");
            w.sees("No entries yet. Every act on a ticket becomes an entry.");
            w.click("export-json");
            w.sees("Written: ");
            w.click("nav-drill");
            w.sees("never practised by Technician");
            w.click("drill-progress");
            w.sees("Technician has not practised yet.");
            w.sees("never tried");
            w.click("drill-hand");
            w.sees("usual figure");
            w.press(KeyCode.CONTROL);
            w.tap(KeyCode.N);
            w.release(KeyCode.CONTROL);
            w.sees("What is wrong?");
            assertThat(w.bench.tickets().open()).extracting(wistaxis.core.ticket.Ticket::number).containsExactly("T-0001");
        }
    }

    /** What a hand or a crash has left in the data folder: said once with file, line and value, set aside, and still there afterwards. */
    @Test
    void filesThatCannotBeReadAreSaidOnceAndSetAside() throws Exception {
        Map<String, String> broken = Map.of("settings.json", "{\"preferences\": {},\n \"holidays\": \"gb-eng\", \"recoveryTimeout\": \"15\"}",
                "methods.json", "{\"sequences\": 5}", "firmware.json", "{\"format\":",
                "firmware-files.json", "nonsense");
        for (Map.Entry<String, String> file : broken.entrySet()) {
            Files.writeString(folder.resolve(file.getKey()), file.getValue());
        }
        try (Window w = open()) {
            w.sees("No open tickets");
            for (String words : List.of("settings.json line 2", "[15]", "methods.json line 1", "firmware.json", "firmware-files.json line 1")) {
                w.sees(words);
            }
            w.click("alarm-away");
            w.click("nav-settings");
            w.click("prefer-computer-first");
            Window.until(() -> Files.exists(folder.resolve("settings.json")), "the new settings");
            assertThat(Files.readString(folder.resolve("settings.json"))).contains("computer-first");
        }
        for (Map.Entry<String, String> file : broken.entrySet()) {
            try (Stream<Path> files = Files.list(folder)) {
                assertThat(files.filter(f -> f.getFileName().toString().startsWith(file.getKey() + ".set-aside-"))).singleElement()
                        .satisfies(f -> assertThat(f).hasContent(file.getValue()));
            }
        }
        try (Window w = open()) {
            w.sees("No open tickets");
            assertThat(w.text()).as("said once").doesNotContain("set aside");
        }
    }

    /** What is closed is not read at a start, and is found and opened from the ledger's page. */
    @Test
    void aTicketOfOldIsOpenedFromTheLedger() {
        DataFolder data = DataFolder.open(folder);
        try (Ledger ledger = Ledger.open(data.ledger())) {
            ledger.together(l -> {
                String number = l.openTicket(new TicketEvent.Opened("Harbour office, old phone", true), NOW).ticket();
                l.append(number, new TicketEvent.FactRecorded("trouble", "looping"), NOW);
                l.append(number, new TicketEvent.Identified("iPhone13,2", "x"), NOW);
                l.append(number, new TicketEvent.RouteChosen("force-restart"), NOW);
                l.append(number, new TicketEvent.StepTried("force-restart", true), NOW);
                return l.append(number, new TicketEvent.Closed(Said.sentence("force restart, handed over")), NOW);
            });
        }
        try (Window w = open()) {
            assertThat(Window.onFx(() -> w.bench.tickets().find("T-0001"))).isEmpty();
            w.sees("1 closed ticket in the ledger");
            w.click("nav-ledger");
            w.click("ledger-filter");
            w.type("harbour");
            ListView<?> list = (ListView<?>) w.find("ledger-list");
            Window.until(() -> Window.onFx(() -> list.getItems().size()) == 6, "what is found");
            Window.onFx(() -> {
                list.getSelectionModel().select(0);
                return null;
            });
            w.click("open-row");
            w.sees("Closed: force restart, handed over");
        }
    }

    /**
     * Sixty open tickets with long words, three thousand entries, five hundred attempts: every page opens, every lane is reached, no long
     * word is lost.
     */
    @Test
    void aBenchFullerThanAnyonesStaysUsable() {
        String title =
                "The harbour master's second telephone, brought in by the deputy with the green bicycle, to be called about before it is "
                + "opened or anything on it is erased";
        DataFolder data = DataFolder.open(folder);
        Ledger.open(data.ledger()).together(l -> {
            for (int i = 1; i <= 60; i++) {
                String number = l.openTicket(new TicketEvent.Opened(title + " " + i, true), NOW).ticket();
                l.append(number, new TicketEvent.FactRecorded("trouble", "looping"), NOW);
                for (int n = 0; n < 48; n++) {
                    l.append(number, new TicketEvent.FactRecorded("deviceWords", "said for the " + n
                            + "th time, and at some length, to be a grey one with a crack along the edge"), NOW);
                }
                l.append(number, new TicketEvent.FactRecorded("promised", NOW.plusSeconds(600L * i).toString()), NOW);
            }
            return l;
        });
        List<Drilled> attempts = new ArrayList<>();
        while (attempts.size() < 500) {
            attempts.addAll(DemoPractice.attempts(NOW.minusSeconds(86_400L * attempts.size())));
        }
        try (PracticeBook book = PracticeBook.open(data.practice())) {
            book.add(attempts);
        }
        try (Window w = open()) {
            w.sees(title.substring(0, 24));
            assertThat(w.text("call")).isEqualTo("Find the exact model: " + title + " 1");
            assertThat(w.text().replace('\n', ' ')).as("the call for hands is not cut").contains("anything on it is erased 1 ");
            w.click("lane-T-0060");
            w.sees("T-0060");
            assertThat(w.text().replace('\n', ' ')).as("whole on the ticket's own page").contains(title + " 60");
            w.click("nav-ledger");
            w.sees("Verified: 3,060 entries");
            w.click("ledger-filter");
            w.type("0042");
            Window.until(() -> Window.onFx(() -> ((ListView<?>) w.shell.scene().lookup("#ledger-list")).getItems().size()) == 51,
                    "the entries of one ticket");
            w.click("nav-drill");
            w.click("drill-progress");
            w.sees("Successes, day by day");
            Window.onFx(() -> {
                w.shell.showTicket("T-0001", Stage.ROUTE);
                return null;
            });
            w.sees("Choose the gentlest step that can help");
        }
    }
}
