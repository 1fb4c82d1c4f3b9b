package wistaxis.store.books;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledOnOs;
import org.junit.jupiter.api.condition.OS;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.cli.Main;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Said;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.store.backup.Backup;
import wistaxis.store.backup.BackupKey;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.Figures;
import wistaxis.store.ledger.Ledger;
import wistaxis.store.ledger.ServerAddress;
import wistaxis.store.people.People;
import wistaxis.testserver.Server;

/** A shop's books are moved to a server and brought back: the same entries, the same head, whatever comes in between. */
class MovingTest {
    private static final Instant AT = Instant.parse("2026-05-12T09:00:00Z");

    /** Of forty tickets, half of them closed. */
    private static final int ENTRIES = 40 * 2 + 20 * 6;

    @TempDir
    private Path root = Path.of("");

    private DataFolder filled() {
        DataFolder folder = DataFolder.open(root.resolve("data"));
        try (Ledger ledger = Ledger.open(folder.ledger()); People people = People.open(folder.people())) {
            for (int i = 0; i < 40; i++) {
                String ticket = ledger.openTicket(new TicketEvent.Opened("Tray " + i, true), AT).ticket();
                ledger.append(ticket, new TicketEvent.FactRecorded("trouble", "passcode-forgotten"), AT);
                if (i % 2 == 0) {
                    ledger.append(ticket, new TicketEvent.Identified("iPhone14,5", "by the number"), AT);
                    ledger.append(ticket, new TicketEvent.FactRecorded("promised", AT.plusSeconds(3_600).toString()), AT);
                    ledger.append(ticket, new TicketEvent.RestoreStarted("31K88"), AT.plusSeconds(60 + i));
                    ledger.append(ticket, new TicketEvent.StageReached("send"), AT.plusSeconds(90 + 7 * i));
                    ledger.append(ticket, new TicketEvent.StageReached("greeting"), AT.plusSeconds(900 + 13 * i));
                    ledger.append(ticket, new TicketEvent.Closed(Said.of("handed-over")), AT.plusSeconds(1_000 + 501 * i));
                }
                people.seal(ticket, p -> p.named("Ada Quillfeather", "0151 23456", null));
            }
            people.forget("T-0003", AT);
        }
        return folder;
    }

    private static List<LedgerEntry> entries(DataFolder folder) {
        try (Ledger ledger = Books.look(folder)) {
            return ledger.entries();
        }
    }

    private static Figures figures(DataFolder folder) {
        try (Ledger ledger = Books.look(folder)) {
            return ledger.tables().figures(Instant.EPOCH, AT.plusSeconds(86_400), true);
        }
    }

    private static Moving.Moved move(DataFolder folder, ServerAddress to) {
        return Moving.toServer(folder, new ServerFile(to.toString(), "Quay bench"), _ -> _ -> true);
    }

    @Test
    void theBooksAreTheSameThereAndBack() throws IOException {
        DataFolder folder = filled();
        List<LedgerEntry> before = entries(folder);
        byte[] file = Files.readAllBytes(folder.ledger());
        Figures figures = figures(folder);
        assertThat(figures.spent()).hasSize(4);
        assertThat(figures.stages()).isNotEmpty();
        ServerAddress shop = Server.prepared();
        assertThatThrownBy(() -> Moving.toServer(folder, new ServerFile(shop.toString(), "Quay bench"), _ -> _ -> false)).isInstanceOf(Ledger.Stopped.class);
        assertThat(folder.server()).as("stopped: nothing has changed").doesNotExist();
        assertThat(move(folder, shop)).isEqualTo(new Moving.Moved(before.size(), before.getLast().digest()));
        assertThat(entries(folder)).isEqualTo(before);
        assertThat(figures(folder)).as("what a file counts row by row").isEqualTo(figures);
        assertThat(folder.ledger()).as("stays as it was").hasBinaryContent(file);
        assertThatThrownBy(() -> move(folder, shop)).isInstanceOf(BadInput.class).hasMessageContaining("on a server already");
        Files.delete(folder.server());
        assertThat(move(folder, shop).entries()).as("ended right before the folder knew: done again").isEqualTo(before.size());
        try (People people = Books.lookAtPeople(folder); Ledger ledger = Books.open(folder, Instant::now)) {
            assertThat(people.find("quillfeather")).hasSize(39);
            assertThat(people.forgotten()).containsExactly("T-0003");
            assertThat(ledger.openTicket(new TicketEvent.Opened("the next", true), AT).ticket()).isEqualTo("T-0041");
            assertThat(ledger.tables().closedTickets()).isEqualTo(20);
        }
        Path copy = root.resolve("copy.db");
        Moving.toFile(folder, copy, _ -> _ -> true);
        try (Ledger back = Ledger.openReadOnly(copy); People people = People.look(root.resolve("people.db"))) {
            assertThat(back.entries()).startsWith(before.toArray(LedgerEntry[]::new)).hasSize(before.size() + 1);
            assertThat(back.find("tray 7", Long.MAX_VALUE, 5)).isNotEmpty();
            assertThat(people.of("T-0002")).hasValueSatisfying(p -> assertThat(p.name()).isEqualTo("Ada Quillfeather"));
        }
        assertThatThrownBy(() -> Moving.toFile(folder, copy, _ -> _ -> true)).hasMessageContaining("is there already");
        DataFolder other = DataFolder.open(root.resolve("other"));
        Ledger.open(other.ledger()).close();
        assertThatThrownBy(() -> move(other, shop)).isInstanceOf(BadInput.class).hasMessageContaining("not of this folder");
    }

    /** A bench's backup holds the books of the server: restored, it is a bench alone. */
    @Test
    void aBackupHoldsTheBooksOfTheServer() {
        DataFolder folder = filled();
        move(folder, Server.prepared());
        try (Ledger ledger = Books.open(folder, Instant::now)) {
            ledger.openTicket(new TicketEvent.Opened("only there", true), AT);
        }
        BackupKey key = BackupKey.make();
        Path file = root.resolve("a.wistaxis-backup");
        Backup.make(folder, file, key, AT, (_, _) -> true);
        DataFolder back = new DataFolder(root.resolve("restored"));
        Backup.restore(file, key, back.root(), (_, _) -> true);
        assertThat(back.server()).doesNotExist();
        assertThat(entries(back)).isEqualTo(entries(folder)).hasSize(ENTRIES + 1);
        try (People people = Books.lookAtPeople(back)) {
            assertThat(people.find("quillfeather")).hasSize(39);
        }
    }

    /** All of it from a terminal, and a ticket opened on the server. */
    @Test
    void theCommandLineDoesItAll() {
        DataFolder folder = filled();
        ServerAddress shop = Server.empty();
        String data = folder.root().toString();
        assertThat(run(1, "ledger", "move", "--data", data, "--bench", "Quay bench", "--to", shop.toString())).contains("is empty", "ledger prepare");
        assertThat(run(0, "ledger", "prepare", "--to", shop.as("wistaxis_owner").toString())).contains("is ready");
        assertThat(run(0, "ledger", "prepare", "--to", shop.as("wistaxis_owner").toString())).contains("ready already");
        assertThat(run(0, "ledger", "move", "--data", data, "--bench", "Quay bench", "--to", shop.toString())).contains(ENTRIES + " entries moved");
        assertThat(run(0, "ticket", "open", "--data", data, "By the terminal", "--practice")).contains("T-0041");
        assertThat(run(0, "ticket", "list", "--data", data)).contains("By the terminal");
        assertThat(run(0, "ledger", "verify", "--data", data)).contains(String.valueOf(ENTRIES + 1));
        assertThat(run(0, "ledger", "copy", "--data", data, "--to", root.resolve("back.db").toString())).contains(ENTRIES + 1 + " entries copied");
    }

    private static String run(int status, String... args) {
        StringWriter out = new StringWriter();
        PrintWriter printer = new PrintWriter(out);
        assertThat(Main.run(printer, printer, args)).as("%s: %s", List.of(args), out).isEqualTo(status);
        return out.toString();
    }

    @Test
    @EnabledOnOs({OS.LINUX, OS.MAC})
    void aPasswordThatOthersCanReadIsRefused() throws IOException {
        Path file = Files.writeString(root.resolve("server-password"), "gull\n");
        Files.setPosixFilePermissions(file, PosixFilePermissions.fromString("rw-r--r--"));
        assertThatThrownBy(() -> ServerFile.password(file)).isInstanceOf(BadInput.class).hasMessageContaining("chmod 600").message()
                .doesNotContain("gull");
        Files.setPosixFilePermissions(file, PosixFilePermissions.fromString("rw-------"));
        assertThat(ServerFile.password(file)).isEqualTo("gull");
        assertThat(ServerFile.password(root.resolve("none"))).isNull();
    }
}
