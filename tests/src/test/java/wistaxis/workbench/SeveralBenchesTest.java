package wistaxis.workbench;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.work.Command;
import wistaxis.postgres.Server;
import wistaxis.postgres.Wire;
import wistaxis.store.books.Books;
import wistaxis.store.books.Moving;
import wistaxis.store.books.ServerFile;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.Ledger;
import wistaxis.store.ledger.ServerAddress;
import wistaxis.workbench.command.Result;

/** A desk and a bench of one shop on one ledger: each sees what the other does, and a ticket is taken over. */
class SeveralBenchesTest {
    private static final Map<String, String> SAID = Map.of("trouble", "unavailable", "ownership", "proved", "liquid", "no", "battery", "ok",
            "brokenKeys", "none", "blacklisted", "no", "backup", "none");

    @TempDir
    private Path root = Path.of("");

    private Path joined(ServerAddress shop, String name) {
        DataFolder folder = DataFolder.open(root.resolve(name.replace(' ', '-')));
        Moving.join(folder, new ServerFile(shop.toString(), name));
        return folder.root();
    }

    private static boolean sees(BenchAtWork at, String number, java.util.function.Predicate<Ticket> what) {
        return at.bench.tickets().find(number).filter(what).isPresent();
    }

    /** The network is cut: the bench says since when, saves nothing and says so; it goes on by itself when it is mended, and misses nothing. */
    @Test
    void aBenchThatIsCutOffSaysSoAndGoesOn() {
        ServerAddress shop = Server.prepared();
        try (Wire wire = new Wire(shop); BenchAtWork desk = new BenchAtWork(joined(shop, "Front desk"));
                BenchAtWork back = new BenchAtWork(joined(wire.address(), "Back bench"))) {
            String number = desk.opened("Ferry crew 3");
            back.until(() -> sees(back, number, _ -> true));
            assertThat(back.bench.tickets().away()).isEmpty();
            wire.cut();
            back.until(() -> back.bench.tickets().away().isPresent());
            assertThat(back.bench.ticket(number).title()).as("what is known is shown").isEqualTo("Ferry crew 3");
            Result failed = back.done(back.bench.commands().give(number, new Command.Answer("battery", "ok")));
            assertThat(failed).isInstanceOfSatisfying(Result.Failed.class, f -> assertThat(f.why()).hasMessageContaining("cannot be reached"));
            desk.give(number, new Command.Answer("liquid", "no"));
            wire.mend();
            back.until(() -> sees(back, number, t -> t.fact("liquid").isPresent()));
            assertThat(back.bench.tickets().away()).isEmpty();
            back.give(number, new Command.Answer("battery", "ok"));
            desk.until(() -> sees(desk, number, t -> t.fact("battery").isPresent()));
        }
    }

    /** A bench that is opened while the server is away shows what it last knew, with its age, and goes on when that is back. */
    @Test
    void aBenchOpensWithoutTheServer() {
        ServerAddress shop = Server.prepared();
        try (Wire wire = new Wire(shop); BenchAtWork desk = new BenchAtWork(joined(shop, "Front desk"))) {
            Path folder = joined(wire.address(), "Back bench");
            String number = desk.opened("Ferry crew 3");
            desk.give(number, new Command.Keep("Ada Quillfeather", "quay 7", ""));
            try (BenchAtWork back = new BenchAtWork(folder)) {
                back.until(() -> sees(back, number, _ -> true));
            }
            wire.cut();
            try (BenchAtWork back = new BenchAtWork(folder)) {
                assertThat(back.bench.ticket(number).title()).isEqualTo("Ferry crew 3");
                back.until(() -> back.bench.tickets().away().isPresent());
                assertThat(back.bench.tickets().away()).as("since when it was reached").hasValueSatisfying(a -> assertThat(a).isBefore(back.bench
                        .now().plusSeconds(1)));
                assertThat(back.done(back.bench.tickets().search("ferry", Long.MAX_VALUE, 5))).isNotEmpty();
                back.bench.people().kept(number);
                assertThat(back.done(back.bench.open("By the bench"))).isInstanceOf(Result.Failed.class);
                desk.give(number, new Command.Answer("liquid", "no"));
                wire.mend();
                back.until(() -> sees(back, number, t -> t.fact("liquid").isPresent()));
                assertThat(back.opened("By the bench")).isEqualTo("T-0002");
                desk.until(() -> sees(desk, "T-0002", _ -> true));
            }
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
            assertThat(desk.bench.notices().take()).anyMatch(n -> n.contains(number) && n.contains("Back bench"));
            back.record(number, new TicketEvent.Identified("iPhone14,5", "by the number"), new TicketEvent.RouteChosen("recovery-restore"),
                    new TicketEvent.RestoreStarted("31K88"));
            desk.until(() -> sees(desk, number, Ticket::running));
            assertThat(desk.bench.ticket(number).place().run()).isEqualTo("Back bench");

        }
        try (BenchAtWork again = new BenchAtWork(deskFolder)) {
            String number = again.bench.tickets().open().getFirst().number();
            assertThat(again.bench.routes().settings().language()).as("a bench's own").isNull();
            assertThat(again.bench.ticket(number).running()).as("a desk that is opened ends nobody's run").isTrue();
            assertThat(again.opened("The next one")).isEqualTo("T-0002");
            back.until(() -> sees(back, "T-0002", _ -> true));
        }
        back.close();
        try (BenchAtWork again = new BenchAtWork(benchFolder)) {
            again.until(() -> sees(again, "T-0001", t -> !t.running()));
        }
        try (Ledger ledger = Books.look(new DataFolder(deskFolder))) {
            assertThat(ledger.check(null, Instant.parse("2026-05-13T09:00:00Z")).broken()).isEmpty();
            assertThat(ledger.entries()).extracting(e -> String.valueOf(e.bench())).contains("Front desk", "Back bench").doesNotContain("null");
        }
    }
}
