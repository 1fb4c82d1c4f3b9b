package wistaxis.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.scene.input.KeyCode;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.facts.Sha256;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.workbench.document.DocumentMaker;

/** From a restored device to first use, the documents, and the customer who is forgotten: by clicks and keys, in the window. */
@Tag("walk")
@ExtendWith(Waits.class)
class FirstUseTest extends OnDemoBench {
    @TempDir
    private Path out;
    private String n = "";

    @BeforeEach
    void begin() {
        n = w.opened("Harbour office phone");
        new HashMap<>(Map.of("trouble", "unavailable", "ownership", "proved", "liquid", "no", "battery", "ok", "brokenKeys", "none",
                "blacklisted", "no", "backup", "computer", "ownerPassword", "yes", "locating", "on"))
                .forEach((f, v) -> record(new TicketEvent.FactRecorded(f, v)));
        record(new TicketEvent.FactRecorded("promised", "2026-05-12T09:01:00Z"), new TicketEvent.Identified("iPhone14,5", "by the number"),
                new TicketEvent.BackupNoted("computer", null, "31.9", LocalDate.of(2026, 5, 1), 41_000_000_000L, "disk 2", null));
        shown(Stage.INTAKE);
    }

    private void record(TicketEvent... events) {
        w.says(n, events);
    }

    private void shown(Stage stage) {
        Window.onFx(() -> {
            w.shell.showTicket(n, stage);
            return null;
        });
    }

    private Ticket ticket() {
        return Window.onFx(() -> w.bench.ticket(n));
    }

    private static String text(Path file) throws IOException {
        try (PDDocument document = Loader.loadPDF(Files.readAllBytes(file))) {
            return new PDFTextStripper().getText(document).replaceAll("\\s+", " ");
        }
    }

    private void restored() {
        record(new TicketEvent.ConsentAsked("recovery-restore", true, "the customer", "there is a computer backup"),
                new TicketEvent.RouteChosen("recovery-restore"), new TicketEvent.RestoreStarted("31K88"),
                new TicketEvent.Restored("31.10"));
        shown(Stage.HANDOVER);
    }

    /** A computer backup keeps the cable in, the account is locked, a camera does not work; all documents are saved and read. */
    @Test
    void aRestoredDeviceIsSetUpAndHandedOver() throws Exception {
        w.focus("customer-name");
        w.type("odo quillfeather");
        w.click("customer-language-de");
        w.click("customer-keep");
        w.sees("Customer: odo quillfeather");
        w.focus("words-troubleWords");
        w.type("waits and waits");
        w.tap(KeyCode.ENTER);
        w.sees("In their words: waits and waits");
        w.focus("words-marks");
        w.type("a scratch");
        w.tap(KeyCode.ENTER);
        w.sees("By the plan it will be about");
        restored();
        w.click("set-up-go");
        for (String answer : List.of("seen", "done", "hand", "joined", "asks", "signed-in", "read", "later", "set")) {
            w.click("guide-" + answer);
        }
        w.sees("Connect it to the computer and restore its backup");
        w.sees("What comes back, and when", "Tap this one: computer backup, 1 May 2026", "Face and fingerprint, some mail passwords and payment cards do not come back");
        w.click("guide-begun");
        w.sees("Leave it on the cable: the backup is copied");
        w.sees("Unattended: it takes its time", "Unplug only when it says so");
        w.scan("4006381333931");
        w.sees("Scanned [4006381333931]: that is not a ticket of this shop");
        w.sees("Leave it on the cable: the backup is copied");
        w.click("reminder-away");
        w.scan("T-9999");
        w.sees("There is no ticket [T-9999]");
        w.tap(KeyCode.DIGIT1);
        w.sees("The owner signs in, or leaves the account out");
        for (String answer : List.of("in", "agreed", "on", "home", "passed", "passed", "failed", "passed", "left", "passed")) {
            w.click("guide-" + answer);
        }
        w.sees("Something does not work");
        w.click("guide-on");
        w.sees("Check both cameras: One does not.");
        assertThat(ticket().checks()).as("nobody is asked twice").containsEntry("account-lock", "owner signed in")
                .containsEntry("data-back", "backup restored").containsEntry("version-matches", "matches");
        w.click("failed-to-route");
        w.sees("Hardware bench or authorised service");
        documents();
        forgotten();
    }

    private void documents() throws IOException {
        Window.onFx(() -> {
            w.shell.chooseBy(name -> Optional.of(out.resolve(name)));
            w.shell.showDocuments(n);
            return null;
        });
        for (DocumentMaker.Kind kind : DocumentMaker.Kind.values()) {
            if (kind.isOfLot()) {
                continue; // see LotTest
            }
            w.click("document-" + kind);
            if (kind == DocumentMaker.Kind.BUYING) {
                w.sees("There was no purchase check");
                continue;
            }
            Window.until(() -> Window.onFx(() -> w.shell.scene().lookup("#document-save") != null), "the paper to be seen");
            w.click("document-save");
            w.sees("Saved: ");
            Path file = out.resolve(n + "-" + kind + ".pdf");
            assertThat(text(file)).as("%s", kind).contains(n).contains(switch (kind) {
                case RECEIPT -> "Nicht verfügbar: waits and waits";
                case CONSENT -> "Wer odo quillfeather";
                case REPORT -> "Beide Kameras prüfen Eine geht nicht";
                case ERASURE -> "Löschnachweis";
                case HOME -> "Das automatische Backup einschalten";
                default -> "Harbour office phone";
            });
            assertThat(Window.onFx(() -> w.bench.tickets().history(n)).join().getLast().event()).isEqualTo(new TicketEvent.DocumentHandedOut(
                    kind.toString(), Sha256.of(Files.readAllBytes(file)), lastBefore(), "de"));
        }
        Window.onFx(() -> {
            w.shell.chooseBy(_ -> Optional.of(out.resolve("no such folder").resolve("x.pdf")));
            return null;
        });
        w.click("document-save");
        w.click("document-print");
        w.sees("No printer found. Save it as PDF instead.");
        w.click("document-save");
        w.sees("Not saved: Document [" + out.resolve("no such folder"));
        assertThat(out.resolve("no such folder")).doesNotExist();
    }

    /** The document is made of everything before it was handed out. */
    private long lastBefore() {
        var all = Window.onFx(() -> w.bench.tickets().history(n)).join();
        return all.get(all.size() - 2).number();
    }

    private void forgotten() throws IOException {
        shown(Stage.INTAKE);
        w.click("customer-forget");
        Window.until(() -> ticket().customer() == Ticket.Customer.FORGOTTEN, "the customer to be forgotten");
        Path again = out.resolve("again.pdf");
        Window.onFx(() -> {
            w.shell.chooseBy(_ -> Optional.of(again));
            w.shell.showDocuments(n);
            return null;
        });
        Window.until(() -> Window.onFx(() -> w.shell.scene().lookup("#document-save") != null), "the paper to be seen");
        w.click("document-save");
        w.sees("Saved: ");
        assertThat(text(again)).contains("Customer removed on").doesNotContain("quillfeather");
        assertThat(w.verify().clean()).isTrue();
    }
}
