package wistaxis.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.TimeUnit;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import javafx.scene.control.Labeled;
import javafx.scene.control.TextField;
import javafx.scene.image.ImageView;
import javafx.scene.input.KeyCode;
import javafx.scene.text.Text;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.facts.Json;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.work.Command;
import wistaxis.desktop.print.Preview;
import wistaxis.desktop.print.Printers;
import wistaxis.desktop.view.page.FirstDay;
import wistaxis.standins.DemoWorld;
import wistaxis.standins.ScriptedUsb;
import wistaxis.store.backup.Backup;
import wistaxis.store.backup.BackupKey;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.Ledger;
import wistaxis.store.people.People;
import wistaxis.workbench.document.DocumentMaker;

/** A shop's first day: a new real bench is set up page by page, takes a device in, gives a receipt away and is backed up. */
@ExtendWith(Waits.class)
class FirstDayTest {
    /** A red square of 8 by 8. */
    private static final String PNG = "iVBORw0KGgoAAAANSUhEUgAAAAgAAAAIAQMAAAD+wSzIAAAABGdBTUEAALGPC/xhBQAAACBjSFJNAAB6JgAAgIQAAPoAAACA6AAAdTAAAOpgAA"
            + "A6mAAAF3CculE8AAAABlBMVEX/AAD///9BHTQRAAAAAWJLR0QB/wIt3gAAAAd0SU1FB+oMAREpJ/rv++cAAAALSURBVAjXY2BABQAAEAABocUh"
            + "wQAAACV0RVh0ZGF0ZTpjcmVhdGUAMjAyNi0xMi0wMVQxNzo0MTozOSswMDowMGWmLfYAAAAldEVYdGRhdGU6bW9kaWZ5ADIwMjYtMTItMDFUMT"
            + "c6NDE6MzkrMDA6MDAU+5VKAAAAAElFTkSuQmCC";

    private static final Pattern BY = Pattern.compile("\"(?:by|who|person|bench|serial|words)\":\"([^\"]{3,})\"");

    @TempDir
    private Path folder;

    private final ScriptedUsb usb = new ScriptedUsb();

    private static void chosen(Window w, Path file) {
        Window.onFx(() -> {
            w.shell.chooseBy(_ -> Optional.of(file));
            return null;
        });
    }

    private static void typed(Window w, String field, String text) {
        w.focus(field);
        Window.onFx(() -> {
            ((TextField) w.shell.scene().lookup("#" + field)).setText(text);
            return null;
        });
        w.tap(KeyCode.ENTER);
    }

    private static void pictured(Window w) {
        Window.until(() -> Window.onFx(() -> w.shell.scene().lookup("#document-page") instanceof ImageView), "a page as it looks");
    }

    @Test
    void fromTheFirstPageToABackup() throws IOException {
        usb.fails("no right to look at it");
        Path drive = Files.createDirectories(folder.resolve("drive"));
        Path data = folder.resolve("shop");
        Path receipt = folder.resolve("receipt.pdf");
        Path logo = Files.write(folder.resolve("logo.png"), Base64.getDecoder().decode(PNG));
        try (Window w = Window.real(data, usb)) {
            w.sees("A new bench");
            w.click("settle");
            w.sees("Which language does Wistaxis speak?");
            w.click("language-de");
            w.sees("Welche Sprache spricht Wistaxis?", "Erster Tag");
            w.click("language-en");
            w.click("first-next");
            w.sees("Practice or real", "This window");
            w.click("first-next");
            shop(w, logo);
            w.click("first-next");
            typed(w, "works-here", "ada, bo");
            w.click("first-next");
            typed(w, "line-speed", "fast");
            w.sees("[fast] is no speed of a download");
            w.click("first-measure");
            w.sees("No firmware library is named");
            typed(w, "line-speed", "80");
            assertThat(Window.onFx(() -> w.bench.stock().history().rate().mid())).isEqualTo(10e6);
            w.click("first-next");
            w.sees("This computer's USB cannot be watched", "no right to look at it");
            assertThat(Window.onFx(() -> w.shell.scene().lookup(".notice.stop"))).as("what is missing is not broken").isNull();
            w.click("first-next");
            w.focus("first-pedal");
            w.tap(KeyCode.PAGE_DOWN);
            w.sees("Seen: Page Down");
            typed(w, "first-scan", "c0de");
            w.sees("Seen: c0de");
            w.click("first-next");
            w.click("first-label");
            pictured(w);
            w.click("first-next");
            backup(w, drive, data);
            w.click("first-next");
            w.sees("Firmware folder:", "free there");
            typed(w, "firmware-place", "somewhere");
            w.sees("[somewhere] cannot hold the firmware files");
            typed(w, "firmware-place", drive.toString());
            Window.until(() -> new DataFolder(data).firmwareFolder().equals(drive), "written");
            w.click("first-next");
            w.sees("No open tickets");
            String n = w.opened("Blue one");
            Window.onFx(() -> {
                w.shell.showDocuments(n);
                return null;
            });
            pictured(w);
            chosen(w, receipt);
            w.click("document-save");
            w.sees("Saved:");
            Window.onFx(() -> {
                w.shell.showFirstDay(FirstDay.BACKUP);
                return null;
            });
            w.click("backup-now");
            w.sees("Backup made and read back");
        }
        try (PDDocument document = Loader.loadPDF(Files.readAllBytes(receipt)); Stream<Path> made = Files.list(drive)) {
            assertThat(new PDFTextStripper().getText(document)).contains("ferry lane repairs", "quay 7", "Blue one");
            assertThat(document.getPage(0).getResources().getXObjectNames()).as("the logo").isNotEmpty();
            BackupKey key = BackupKey.read(new DataFolder(data).backupKey()).orElseThrow();
            assertThat(made.map(f -> Backup.verify(f, key, (_, _) -> true).entries()).max(Long::compare)).contains(
                    (long) new Entries(data).count());
        }
    }

    private record Entries(Path data) {
        int count() {
            try (Ledger ledger = Ledger.openReadOnly(data.resolve("ledger.db"))) {
                return ledger.entries().size();
            }
        }
    }

    private static void shop(Window w, Path logo) {
        typed(w, "shop-name", "ferry lane repairs");
        typed(w, "shop-address", "quay 7, 00000 harbour");
        typed(w, "shop-mail", "nowhere");
        w.sees("[nowhere] is no mail address");
        chosen(w, logo);
        w.click("first-logo");
        pictured(w);
    }

    private static void backup(Window w, Path drive, Path data) {
        typed(w, "backup-folder", "in the attic");
        w.sees("is no folder for backups");
        typed(w, "backup-folder", drive.toString());
        w.click("backup-make-key");
        w.sees("Last backup", "read back", "Nobody has tried yet", "Backups: rehearse once");
        String key = BackupKey.read(new DataFolder(data).backupKey()).orElseThrow().text();
        typed(w, "backup-try-key", key.toLowerCase(java.util.Locale.ROOT));
        w.click("backup-rehearse");
        w.sees("Rehearsed: the backup of");
        w.click("backup-print-key");
        w.sees("Print it, then delete the file");
    }

    /** Each title, name, number and serial of all the demo's tickets is looked for in what is given to whoever helps. */
    @Test
    void theReportNamesNobodyOfTheDemo() throws Exception {
        Set<String> said = new TreeSet<>(Set.of(DemoWorld.NAME));
        Instant now = Instant.now();
        DataFolder data = DemoFolder.open(folder.resolve("demo"), now, DemoWorld.Past.MONTHS);
        try (Window w = new Window(data, now, 1_000_000); Ledger ledger = Ledger.openReadOnly(data.ledger());
                People people = People.look(data.people())) {
            for (LedgerEntry e : ledger.entries()) {
                said.add(e.ticket());
                if (e.event() instanceof TicketEvent.Opened o) {
                    said.add(o.title());
                }
                Matcher by = BY.matcher(Json.write(e.event()));
                while (by.find()) {
                    said.add(by.group(1));
                }
                People.Person kept = people.of(e.ticket()).orElse(People.Person.NOBODY);
                Stream.of(kept.name(), kept.reach(), kept.imei()).filter(Objects::nonNull).forEach(said::add);
                said.addAll(kept.serials());
            }
            w.click("nav-settings");
            w.click("trouble-report");
            w.sees("Report for whoever helps", "ledger-entries: ");
            String report = w.bench.trouble().text().get(1, TimeUnit.MINUTES);
            said.removeIf(String::isBlank);
            assertThat(said).hasSizeGreaterThan(400);
            assertThat(report).contains("disk-free");
            said.forEach(s -> assertThat(report).doesNotContain(s));
        }
    }

    /** The line is measured while somebody goes on: the speed is kept, and nobody is taken back to its page. */
    @Test
    void whatComesLateStaysWhereItWasAskedFor() {
        try (Window w = new Window(DataFolder.open(folder), Instant.now(), 1_000_000)) {
            Window.onFx(() -> {
                w.shell.showFirstDay(FirstDay.LINE);
                return null;
            });
            w.click("first-measure");
            w.click("first-usb");
            w.sees("USB");
            Window.until(() -> Window.onFx(() -> w.bench.routes().settings().lineMbit() != null), "measured");
            Window.pulses(2);
            assertThat(w.text()).doesNotContain("Measured now", "How fast are downloads here?");
            assertThat(Window.onFx(() -> w.bench.routes().settings().lineMbit())).isPositive();
            w.click("first-line");
            w.sees("How fast are downloads here?");
            w.click("first-measure");
            w.sees("Measured now:", "Nothing of it is kept but this number");
            w.click("first-printer");
            w.click("first-page");
            w.click("first-backup");
            w.sees("Where do backups go?");
            Window.pulses(2);
            assertThat(Window.onFx(() -> w.shell.scene().lookup("#document-page"))).as("a page of another page").isNull();
        }
    }

    /** Labels go to a printer of their own; while that is away they are printed nowhere else, and it is said. */
    @Test
    void labelsGoToAPrinterOfTheirOwn() {
        List<String> there = new ArrayList<>(List.of("Desk", "Narrow_1"));
        List<String> printed = new ArrayList<>();
        Printers two = new Printers() {
            @Override
            public Found find() {
                return new Found("Desk", there);
            }

            @Override
            public Optional<String> print(String name, List<Preview.Picture> pages) {
                if (!name.isEmpty() && !there.contains(name)) {
                    return Optional.of(name + " is away");
                }
                printed.add(name + pages.stream().map(p -> " " + millimetres(p.width()) + "x" + millimetres(p.height())).toList());
                return Optional.empty();
            }
        };
        try (Window w = new Window(DataFolder.open(folder), Instant.now(), 1_000_000)) {
            String n = Window.onFx(() -> w.bench.commands().open(new Command.Open("A phone", false))).join().orThrow().number();
            Window.onFx(() -> {
                w.shell.printBy(two);
                w.shell.showFirstDay(FirstDay.PRINTER);
                return null;
            });
            w.sees("Printer for documents", "Printer for labels", "The system's usual one: Desk");
            assertThat(Window.onFx(() -> ((Text) w.shell.scene().lookup("#printer-labels-2 .text")).getText())).isEqualTo("Narrow_1");
            w.click("printer-labels-2");
            w.click("first-label");
            w.sees("Save as PDF");
            w.click("first-print");
            w.sees("Printed.");
            Window.onFx(() -> {
                w.shell.showDocuments(n, DocumentMaker.Kind.LABEL);
                return null;
            });
            w.sees("Narrow_1", "1 page");
            w.click("document-print");
            w.sees("Printed.");
            w.click("document-receipt");
            w.sees("Printer for documents", "1 page");
            w.click("document-print");
            w.sees("Printed.");
            there.remove("Narrow_1");
            w.click("document-label");
            w.sees("Narrow_1, not found", "1 page");
            w.click("document-print");
            w.sees("Narrow_1 is away");
            w.click("printer-labels-usual");
            w.click("document-print");
            w.sees("Printed.");
            assertThat(printed).containsExactly("Narrow_1[ 62x29]", "Narrow_1[ 62x29]", "[ 210x297]", "[ 62x29]");
            assertThat(Window.onFx(() -> w.bench.tickets().history(n)).join().stream().map(LedgerEntry::event)
                    .filter(TicketEvent.DocumentHandedOut.class::isInstance)).hasSize(3);
        }
    }

    private static long millimetres(int dots) {
        return Math.round(dots / 300.0 * 25.4);
    }

    /** One hint after the other, until a receipt was given away. */
    @Test
    void aFirstTicketIsLedThrough() throws IOException {
        try (Window w = new Window(DataFolder.open(folder.resolve("led")), Instant.now(), 1_000_000)) {
            boolean[] ended = {false};
            Window.onFx(() -> {
                w.shell.lead(() -> ended[0] = true);
                return null;
            });
            w.sees("A customer brings a phone");
            w.click("new-ticket");
            w.sees("What is wrong with it?");
            w.tap(KeyCode.DIGIT6);
            w.sees("Which model is it?");
            typed(w, "answer-line", "iPhone14,5");
            w.sees("This is the gentlest way that can help");
            w.click("documents");
            w.sees("This is the receipt");
            chosen(w, folder.resolve("receipt.pdf"));
            w.click("document-save");
            w.sees("That was a first ticket");
            assertThat(Window.onFx(() -> ((Labeled) w.shell.scene().lookup("#led")).getText())).contains("nothing of it is kept");
            w.click("led-end");
            assertThat(ended[0]).isTrue();
        }
    }
}
