package wistaxis.workbench;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.facts.BadInput;
import wistaxis.core.practice.Measured;
import wistaxis.core.ticket.EventWords;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.work.Command;
import wistaxis.standins.ScriptedUsb;
import wistaxis.store.books.Books;
import wistaxis.store.books.PracticeShared;
import wistaxis.store.files.SideFile;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.Ledger;
import wistaxis.store.ledger.LedgerCheck;
import wistaxis.store.ledger.ServerAddress;
import wistaxis.store.practice.PracticeBook;
import wistaxis.testserver.Server;
import wistaxis.testserver.Wire;
import wistaxis.workbench.command.Result;
import wistaxis.workbench.document.Documents;

/** A desk and a bench of one shop on one ledger: each sees what the other does, and a ticket is taken over. */
class SeveralBenchesTest {
    private static final Map<String, String> SAID = Map.of("trouble", "unavailable", "ownership", "proved", "liquid", "no", "battery", "ok",
            "brokenKeys", "none", "blacklisted", "no", "backup", "none");

    @TempDir
    private Path root = Path.of("");

    private Path joined(ServerAddress shop, String name) {
        return Server.joined(root, shop, name);
    }

    private static boolean sees(BenchAtWork at, String number, java.util.function.Predicate<Ticket> what) {
        return at.bench.tickets().find(number).filter(what).isPresent();
    }

    private static void whole(Path folder) {
        try (Ledger ledger = Books.look(new DataFolder(folder))) {
            LedgerCheck check = ledger.check(null, Instant.parse("2026-05-13T09:00:00Z"));
            assertThat(check.broken()).isEmpty();
            assertThat(check.findings()).isEmpty();
        }
    }

    /** A bench that is cut off goes on by itself, also after it was closed; when the server is back it has all of it, once, as it was. */
    @Test
    void whatIsDoneWithoutTheServerIsKeptAndTakenThere() {
        ServerAddress shop = Server.prepared();
        try (Wire wire = new Wire(shop); BenchAtWork desk = new BenchAtWork(joined(shop, "Front desk"))) {
            Path folder = joined(wire.address(), "Back bench");
            String number = desk.opened("Ferry crew 3");
            desk.give(number, new Command.Keep("Ada Quillfeather", "quay 7", ""));
            String brought;
            try (BenchAtWork back = new BenchAtWork(folder)) {
                back.until(() -> sees(back, number, t -> t.customer() == Ticket.Customer.SEALED));
                assertThat(back.bench.tickets().away()).isEmpty();
                wire.cut();
                back.until(() -> back.bench.tickets().away().isPresent());
                back.give(number, new Command.Answer("battery", "ok"));
                assertThat(back.bench.tickets().kept()).isPositive();
                brought = back.opened("By the bench");
                back.give(brought, new Command.Keep("Odo Marsh", "quay 9", ""));
                back.record(brought, new TicketEvent.DocumentHandedOut("receipt", "0".repeat(64), back.bench.tickets().lastOf(brought)));
                long last = back.bench.tickets().entries();
                back.record(brought, new TicketEvent.FactRecorded("liquid", "yes"));
                back.record(brought, new TicketEvent.TakenBack(List.of(last + 1)));
            }
            desk.opened("Meanwhile at the desk");
            try (BenchAtWork back = new BenchAtWork(folder)) {
                back.until(() -> back.bench.tickets().away().isPresent());
                assertThat(back.bench.tickets().away()).hasValueSatisfying(a -> assertThat(a).isBefore(back.bench.now().plusSeconds(1)));
                assertThat(back.bench.ticket(number).fact("battery")).contains("ok");
                assertThat(back.bench.ticket(brought).fact("liquid")).as("taken back").isEmpty();
                assertThat(back.done(back.bench.tickets().search("bench", Long.MAX_VALUE, 50))).extracting(LedgerEntry::ticket).contains(
                        brought);
                back.bench.people().kept(brought);
                back.until(() -> "Odo Marsh".equals(back.bench.people().kept(brought).name()));
                wire.mend();
                back.until(() -> back.bench.tickets().away().isEmpty() && back.bench.tickets().kept() == 0);
                desk.until(() -> sees(desk, brought, t -> t.customer() == Ticket.Customer.SEALED));
                assertThat(desk.bench.ticket(brought).fact("liquid")).as("taken back under its new number").isEmpty();
                desk.bench.people().kept(brought);
                desk.until(() -> "Odo Marsh".equals(desk.bench.people().kept(brought).name()));
                assertThat(desk.bench.ticket(number).fact("battery")).contains("ok");
                List<LedgerEntry> history = desk.done(desk.bench.tickets().history(brought));
                LedgerEntry paper = history.stream().filter(e -> e.event() instanceof TicketEvent.DocumentHandedOut).findFirst()
                        .orElseThrow();
                assertThat(((TicketEvent.DocumentHandedOut) paper.event()).upTo()).isEqualTo(history.get(history.indexOf(paper) - 1)
                        .number());
                assertThat(history).allSatisfy(e -> assertThat(e.kept()).isNotNull());
                back.give(brought, new Command.Answer("battery", "ok"));
                desk.until(() -> sees(desk, brought, t -> t.fact("battery").isPresent()));
                back.bench.people().kept(number);
                back.until(() -> "Ada Quillfeather".equals(back.bench.people().kept(number).name()));
            }
            whole(folder);
        }
    }

    /** Who has practised at the desk has the same hand at the bench, once. */
    @Test
    void whatWasPractisedIsKnownEverywhere() {
        ServerAddress shop = Server.prepared();
        Path deskFolder = joined(shop, "Front desk");
        DataFolder benchFolder = new DataFolder(joined(shop, "Back bench"));
        try (PracticeBook desk = PracticeBook.open(new DataFolder(deskFolder).practice()); PracticeBook back = PracticeBook.open(benchFolder
                .practice())) {
            desk.add("Ada", new Measured(Measured.What.LIGHT, 0.2, 0), Instant.parse("2026-05-12T09:00:00Z"));
            back.add("Ada", new Measured(Measured.What.LIGHT, 0.3, 0), Instant.parse("2026-05-12T08:00:00Z"));
            assertThat(PracticeShared.share(new DataFolder(deskFolder), desk)).isZero();
            assertThat(PracticeShared.share(benchFolder, back)).isEqualTo(1);
            assertThat(PracticeShared.share(benchFolder, back)).isZero();
            assertThat(PracticeShared.share(new DataFolder(deskFolder), desk)).isEqualTo(1);
            assertThat(back.measured("Ada")).hasSize(2).isEqualTo(desk.measured("Ada"));
            back.add("Bo", new Measured(Measured.What.LIGHT, 0.3, 0), Instant.parse("2026-05-12T10:00:00Z"));
        }
        try (BenchAtWork _ = new BenchAtWork(benchFolder.root()); BenchAtWork desk = new BenchAtWork(deskFolder)) {
            assertThat(desk.bench.practice().person()).as("who works here").isEqualTo("Ada");
        }
    }

    /** The books of practice are no real shop's: they are refused, and nothing is written. */
    @Test
    void practiceIsNotOpenedAsReal() throws Exception {
        ServerAddress shop = Server.prepared();
        try (BenchAtWork desk = new BenchAtWork(joined(shop, "Front desk"))) {
            desk.opened("Ferry crew 3");
        }
        Path real = joined(shop, "Real bench");
        long before = Server.number(shop.database(), "SELECT count(*) FROM event");
        assertThatThrownBy(() -> new BenchAtWork(real, new ScriptedUsb()).close()).isInstanceOf(BadInput.class);
        assertThat(Server.number(shop.database(), "SELECT count(*) FROM event")).isEqualTo(before);
    }

    /** What a shop writes itself is the same everywhere; where it was written at two benches, one is set aside. */
    @Test
    void methodsAdviceAndTermsArriveEverywhere() throws Exception {
        ServerAddress shop = Server.prepared();
        Path deskFolder = joined(shop, "Front desk");
        Path benchFolder = joined(shop, "Back bench");
        Files.writeString(deskFolder.resolve("terms.txt"), "Bring your receipt.\n");
        try (BenchAtWork _ = new BenchAtWork(deskFolder); BenchAtWork back = new BenchAtWork(benchFolder)) {
            back.until(() -> Documents.terms(new DataFolder(benchFolder)).equals(List.of("Bring your receipt.")));
        }
        Files.writeString(benchFolder.resolve("terms.txt"), "Bring your receipt. Ask first.\n");
        Files.writeString(deskFolder.resolve("terms.txt"), "Cash only.\n");
        try (BenchAtWork back = new BenchAtWork(benchFolder)) {
            back.settle();
        }
        try (BenchAtWork desk = new BenchAtWork(deskFolder)) {
            desk.until(() -> Documents.terms(new DataFolder(deskFolder)).equals(List.of("Bring your receipt. Ask first.")));
        }
        try (Stream<Path> files = Files.list(deskFolder)) {
            assertThat(files.filter(f -> SideFile.isAside(f.getFileName().toString()) && f.getFileName().toString().startsWith("terms")))
                    .as("what was written here meanwhile").hasSize(1);
        }
    }

    /** Both have worked on one ticket: a person sees both sides and decides; what does not count is written down too. */
    @Test
    void aPersonDecidesWhereBothHaveWorkedOnATicket() {
        ServerAddress shop = Server.prepared();
        try (Wire wire = new Wire(shop); BenchAtWork desk = new BenchAtWork(joined(shop, "Front desk"))) {
            Path folder = joined(wire.address(), "Back bench");
            String added = desk.opened("Ferry crew 3");
            String left = desk.opened("Ferry crew 4");
            try (BenchAtWork back = new BenchAtWork(folder)) {
                back.until(() -> sees(back, left, _ -> true));
                wire.cut();
                back.until(() -> back.bench.tickets().away().isPresent());
                for (String number : List.of(added, left)) {
                    back.give(number, new Command.Answer("battery", "ok"));
                    desk.give(number, new Command.Answer("liquid", "no"));
                }
                wire.mend();
                back.until(() -> back.bench.tickets().held().size() == 2);
                assertThat(back.bench.ticket(added).fact("battery")).as("not decided yet").isEmpty();
                assertThat(back.bench.ticket(added).fact("liquid")).contains("no");
                assertThat(back.done(back.bench.commands().give(added, new Command.Answer("brokenKeys", "none")))).isInstanceOfSatisfying(
                        Result.Refused.class, f -> assertThat(f.why()).hasMessageContaining(added));
                assertThat(back.bench.tickets().held().getFirst().here()).isNotEmpty();
                assertThat(back.bench.tickets().held().getFirst().there()).isNotEmpty();
                back.done(back.bench.tickets().decide(added, true));
                back.done(back.bench.tickets().decide(left, false));
                back.until(() -> back.bench.tickets().held().isEmpty() && sees(back, added, t -> t.fact("battery").isPresent()));
                desk.until(() -> sees(desk, added, t -> t.fact("battery").isPresent() && t.fact("liquid").isPresent()));
                desk.until(() -> desk.done(desk.bench.tickets().history(left)).getLast().event() instanceof TicketEvent.LeftOut);
                assertThat(desk.bench.ticket(left).fact("battery")).isEmpty();
                assertThat(EventWords.of(desk.done(desk.bench.tickets().history(left)).getLast().event())).contains("battery");
                back.give(left, new Command.Answer("battery", "ok"));
            }
            whole(folder);
        }
    }

    /** The ledger took it, and only the answer was lost: it is there once. A ticket that was opened so is taken back where it is twice. */
    @Test
    void whatTheLedgerTookWithoutAnAnswerIsThereOnce() {
        ServerAddress shop = Server.prepared();
        try (Wire wire = new Wire(shop); BenchAtWork desk = new BenchAtWork(joined(shop, "Front desk"));
                BenchAtWork back = new BenchAtWork(joined(wire.address(), "Back bench"))) {
            String number = desk.opened("Ferry crew 3");
            back.until(() -> sees(back, number, _ -> true));
            wire.deaf();
            var answered = back.bench.commands().give(number, new Command.Answer("battery", "ok"));
            desk.until(() -> sees(desk, number, t -> t.fact("battery").isPresent()));
            wire.cut();
            assertThat(back.done(answered)).isInstanceOf(Result.Done.class);
            back.give(number, new Command.Answer("brokenKeys", "none"));
            wire.mend();
            back.until(() -> back.bench.tickets().away().isEmpty() && back.bench.tickets().kept() == 0);
            desk.until(() -> sees(desk, number, t -> t.fact("brokenKeys").isPresent()));
            assertThat(desk.done(desk.bench.tickets().history(number)).stream().filter(e -> e.event() instanceof TicketEvent.FactRecorded f && f
                    .fact().equals("battery"))).hasSize(1);

            wire.deaf();
            var opened = back.bench.open("By the bench");
            desk.until(() -> desk.bench.tickets().open().size() == 2);
            wire.cut();
            back.done(opened);
            wire.mend();
            back.until(() -> back.bench.tickets().away().isEmpty() && back.bench.tickets().kept() == 0);
            desk.until(() -> desk.bench.tickets().open().stream().filter(t -> t.title().equals("By the bench") && !t.isTakenBack()).count() == 1
                    && desk.bench.tickets().open().size() >= 2);
        }
    }

    @Test
    void aDeskAndABenchWorkOnOneLedger() {
        ServerAddress shop = Server.prepared();
        Path deskFolder = joined(shop, "Front desk");
        Path benchFolder = joined(shop, "Back bench");
        BenchAtWork back = new BenchAtWork(benchFolder);
        try (BenchAtWork desk = new BenchAtWork(deskFolder)) {
            String number = desk.opened("Ferry crew 3");
            desk.give(number, new Command.Answer(SAID, List.of()));
            desk.give(number, new Command.Keep("Ada Quillfeather", "quay 7", ""));
            back.until(() -> sees(back, number, t -> t.fact("backup").isPresent()));
            assertThat(back.bench.ticket(number).place().bench()).isEqualTo("Front desk");
            back.until(() -> back.bench.people().kept(number).name() != null);

            back.give(number, new Command.TakeOver());
            desk.until(() -> sees(desk, number, t -> "Back bench".equals(t.place().bench())));
            desk.bench.routes().prefer("waiting", "skip");
            back.until(() -> "skip".equals(back.bench.routes().preference("waiting")));
            back.bench.routes().people("Ada; Bo 14:00-18:00");
            desk.until(() -> desk.bench.routes().settings().atWork() != null);
            back.bench.routes().language("de");
            assertThat(desk.bench.notices().takeTold()).anyMatch(n -> n.contains(number) && n.contains("Back bench"));
            back.record(number, new TicketEvent.Identified("iPhone14,5", "by the number"), new TicketEvent.RouteChosen("recovery-restore"),
                    new TicketEvent.RestoreStarted("31K88"));
            desk.until(() -> sees(desk, number, Ticket::running));
            assertThat(desk.bench.ticket(number).place().run()).isEqualTo("Back bench");

        }
        try (BenchAtWork again = new BenchAtWork(deskFolder)) {
            String number = again.bench.tickets().open().getFirst().number();
            assertThat(again.bench.routes().settings().language()).as("a bench's own").isNull();
            assertThat(again.bench.ticket(number).running()).as("a desk that is opened ends nobody's run").isTrue();
            assertThat(again.opened("The next one")).as("behind the numbers that are kept for each bench").isEqualTo("T-0042");
            back.until(() -> sees(back, "T-0042", _ -> true));
        }
        back.close();
        try (BenchAtWork again = new BenchAtWork(benchFolder)) {
            again.until(() -> sees(again, "T-0041", t -> !t.running()));
        }
        try (Ledger ledger = Books.look(new DataFolder(deskFolder))) {
            assertThat(ledger.check(null, Instant.parse("2026-05-13T09:00:00Z")).broken()).isEmpty();
            assertThat(ledger.entries()).extracting(e -> String.valueOf(e.bench())).contains("Front desk", "Back bench").doesNotContain("null");
        }
    }
}
