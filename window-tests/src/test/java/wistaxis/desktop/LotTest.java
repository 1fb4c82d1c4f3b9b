package wistaxis.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.plan.Legal;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.store.ledger.DataFolder;

/** A trolley of twelve tablets, two people, four ports: from the scanner to the lot report. */
@ExtendWith({Waits.class, InEnglishAgain.class})
class LotTest {
    private static final Map<String, String> SAID = Map.ofEntries(Map.entry("trouble", "passcode-forgotten"), Map.entry("ownership",
            "proved"), Map.entry("liquid", "no"), Map.entry("battery", "ok"), Map.entry("brokenKeys", "none"), Map.entry("blacklisted",
                    "no"), Map.entry("backup", "none"), Map.entry("wrongTries", "10-or-more"), Map.entry("lockWord", "unavailable"), Map.entry(
                            "eraseButton", "no"), Map.entry("hopesToRemember", "no"), Map.entry("ownerPassword", "yes"), Map.entry(
                                    "signInCode", "other-device"), Map.entry("accountData", "none"), Map.entry("locating", "off"), Map
                                            .entry("online", "no"), Map.entry("readyCable", "yes"));

    @TempDir
    private Path folder = Path.of("");
    private Window w;

    @BeforeEach
    void open() {
        w = new Window(DataFolder.open(folder), Instant.now(), 50_000_000);
        Window.onFx(() -> {
            w.bench.routes().people("Ada; Bo");
            w.bench.routes().ports("left; right; third; fourth");
            w.bench.routes().staff("Ada, Bo");
            return null;
        });
    }

    @AfterEach
    void close() {
        w.close();
    }

    private String pattern() {
        String first = w.opened("School trolley");
        SAID.forEach((fact, value) -> w.says(first, new TicketEvent.FactRecorded(fact, value)));
        w.says(first, new TicketEvent.Identified("iPad12,1", "by the number"));
        Window.onFx(() -> {
            w.shell.showTicket(first, Stage.ROUTE);
            return null;
        });
        return first;
    }

    private List<Ticket> devices() {
        return Window.onFx(() -> w.bench.lots().of("L-0001")).join().devices();
    }

    private static String serial(int i) {
        return "SALTMARSH%02d".formatted(i);
    }

    @Test
    void aTrolleyOfTwelveGoesFromTheScannerToTheLotReport() {
        pattern();
        w.click("make-lot");
        w.sees("L-0001  School trolley");
        IntStream.rangeClosed(2, 12).forEach(i -> w.scan(serial(i)));
        w.sees("12 steps to choose");
        w.scan("SALT");
        w.sees("[SALT] is neither an IMEI (15 digits) nor a serial number");
        w.focus("lot-scan");
        w.scan(serial(7));
        w.sees("the number that ends in SH07 is in this lot already");
        assertThat(devices()).hasSize(12).allSatisfy(t -> {
            assertThat(t.identifier()).isEqualTo("iPad12,1");
            assertThat(t.problem()).isPresent();
        });
        assertThat(w.entries()).as("what names a device is sealed beside the ledger").noneMatch(e -> e.body().contains("SALTMARSH"));
        w.focus("lot-who");
        w.type("school office");
        w.focus("lot-told");
        w.type("no backup");
        w.click("lot-step");
        w.sees("12 without firmware");
        assertThat(devices()).allMatch(Ticket::consentGiven);
        w.says("T-0001", new TicketEvent.FactRecorded("readyProgram", "yes"));
        w.sees("The bench is ready: ");
        w.click("lot-ready");
        w.click("lot-build");
        w.click("lot-fetch");
        w.hurried(() -> w.sees("12 at the buttons"));
        assertThat(devices().stream().map(Ticket::verifiedFile).distinct()).as("one file for all").hasSize(1);
        assertThat(Window.onFx(() -> Legal.check(w.bench.plans().now().bench(), w.bench.plans().now().schedule()))).isEmpty();
        for (int i = 0; i < 12; i++) {
            w.sees("Take these in hand next");
            String number = devices().stream().filter(t -> t.stage() == Stage.KEYS).findFirst().orElseThrow().number();
            w.click((named(number) ? "lot-next-" : "lot-device-") + number);
            w.click("show-me");
            w.hurried(20, () -> Window.until(() -> w.bench.ticket(number).mode() != null, "recovery of " + number));
            w.sees("In recovery. Let go");
            w.tap(KeyCode.ENTER);
            w.click("restore-start");
            w.click("at-work");
            w.click("to-lot");
        }
        w.click("pace-60");
        w.hurried(() -> w.sees("12 to hand over"));
        w.click("pace-1");
        for (String check : List.of("greeting-seen-0", "step-helped-0", "version-matches-0", "account-lock-0", "passcode-set-0",
                "data-back-1")) {
            w.click("lot-" + check);
        }
        w.click("lot-close");
        w.sees("12 of 12");
        assertThat(devices()).allMatch(t -> t.stage() == Stage.CLOSED);
        w.click("lot-report");
        w.find("document-page");
        w.click("document-lot-erasure");
        w.find("document-page");
        assertThat(w.verify().clean()).isTrue();
    }

    /** Whether a device is among those to take in hand next; those that are through come before the next buttons. */
    private boolean named(String number) {
        return Window.onFx(() -> w.shell.scene().lookup("#lot-next-" + number) != null);
    }

    /** A list with an unreadable line and two equal ones: told by line, and the others are taken; the bench stays quick and legal. */
    @Test
    void aListIsReadWithItsBadLinesNamed() throws IOException {
        String first = pattern();
        w.click("make-lot");
        StringBuilder list = new StringBuilder("serial,called\n");
        IntStream.rangeClosed(1, 38).forEach(i -> list.append("GULL%06d,\"tablet %d\"\n".formatted(i, i)));
        list.append("not a number\n").append("GULL000007,again\n");
        Path file = Files.writeString(folder.resolve("trolley.csv"), list);
        Window.onFx(() -> {
            w.shell.chooseBy(_ -> Optional.of(file));
            return null;
        });
        w.click("lot-list");
        w.sees("38 devices can be added, 2 lines cannot");
        w.sees("line 40: [not a number] is neither");
        w.sees("line 41: the number that ends in 0007 stands in line 8 already");
        w.click("lot-take");
        w.sees("39 steps to choose");
        assertThat(devices()).extracting(Ticket::number).hasSize(39).contains(first);
        assertThat(devices().get(22).title()).startsWith("School trolley ").contains("tablet ");
        w.click("nav-bench");
        w.sees("Lot, 39 devices open");
        assertThat(Window.onFx(() -> Legal.check(w.bench.plans().now().bench(), w.bench.plans().now().schedule()))).isEmpty();
    }
}
