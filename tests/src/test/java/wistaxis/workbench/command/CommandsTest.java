package wistaxis.workbench.command;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import org.junit.jupiter.api.Test;
import wistaxis.core.buttons.SequenceLibrary;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.facts.Said;
import wistaxis.core.restore.HandoverFacts;
import wistaxis.core.restore.RestoreRun;
import wistaxis.core.route.Intake;
import wistaxis.core.route.Question;
import wistaxis.core.route.Readiness;
import wistaxis.core.ticket.Chain;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.work.Command;
import wistaxis.core.work.NotAllowed;
import wistaxis.store.settings.Settings;
import wistaxis.workbench.ticket.Shop;
import wistaxis.workbench.ticket.ShopAround;

/** The one way in, on a book whose disk the test moves: what is decided when, refused, the same, and said. */
class CommandsTest {
    private static final Instant NOW = Instant.parse("2026-05-12T09:00:00Z");
    private static final DeviceCatalogue DEVICES = DeviceCatalogue.shipped();
    private static final String N = "T-0001";

    private final Shop shop = new Shop(DEVICES, SequenceLibrary.shipped(), Settings.USUAL, _ -> List.of(), () -> NOW,
            HandoverFacts.shipped());
    private final List<LedgerEntry> entries = new ArrayList<>();
    private final List<Runnable> disk = new ArrayList<>();
    private final List<String> heard = new ArrayList<>();
    private Optional<String> who = Optional.empty();
    private boolean full;
    private final Commands commands = new Commands(new Book(), shop::rules, new Outside(), (_, _, events) ->
            CompletableFuture.completedFuture(events), () -> who, (n, r) -> heard.add(n + " " + r.problem().orElse("done")));

    private final class Book implements Commands.Book {
        @Override
        public Ticket of(String number) {
            return Ticket.fold(entries);
        }

        @Override
        public CompletableFuture<LedgerEntry> open(TicketEvent.Opened opened) {
            return append(N, List.of(opened)).thenApply(List::getFirst);
        }

        @Override
        public CompletableFuture<List<LedgerEntry>> append(String number, List<TicketEvent> events) {
            CompletableFuture<List<LedgerEntry>> done = new CompletableFuture<>();
            disk.add(() -> {
                if (full) {
                    done.completeExceptionally(new IllegalStateException("the disk is full"));
                    return;
                }
                List<LedgerEntry> more = new ArrayList<>();
                for (TicketEvent e : events) {
                    LedgerEntry last = entries.isEmpty() ? null : entries.getLast();
                    more.add(Chain.link(last == null ? Chain.START : last.digest(), last == null ? 1 : last.number() + 1, number, NOW,
                            NOW, e.toJson()));
                    entries.add(more.getLast());
                }
                done.complete(more);
            });
            return done;
        }
    }

    private final class Outside extends ShopAround {
        Outside() {
            super(() -> shop, () -> NOW);
        }

        @Override
        public Readiness readiness(Ticket ticket) {
            return new Readiness(List.of());
        }

        @Override
        public Optional<String> doubt(Ticket ticket, boolean fetches) {
            return Optional.of("another device hangs there");
        }
    }

    /** All that was asked for is on the disk. */
    private void written() {
        while (!disk.isEmpty()) {
            disk.removeFirst().run();
        }
    }

    private Result done(Command command) {
        CompletableFuture<Result> asked = commands.give(N, command);
        written();
        return asked.join();
    }

    private List<String> types() {
        return entries.stream().map(e -> e.event().type()).toList();
    }

    private void opened() {
        CompletableFuture<Result> asked = commands.open(new Command.Open("Ferry crew 3", true));
        written();
        assertThat(asked.join().orThrow().title()).isEqualTo("Ferry crew 3");
    }

    /** The same press while its entry is not on the disk is the same; another one is decided on the ticket as it is then. */
    @Test
    void oneIsInFlight() {
        opened();
        Command looping = new Command.Answer("trouble", "looping");
        CompletableFuture<Result> first = commands.give(N, looping);
        CompletableFuture<Result> again = commands.give(N, looping);
        CompletableFuture<Result> other = commands.give(N, new Command.Answer(Map.of("trouble", "looping", "liquid", "no"), List.of()));
        assertThat(again).isSameAs(first);
        assertThat(disk).as("the other one waits").hasSize(1);
        assertThat(commands.isFlying(N)).isTrue();
        written();
        assertThat(other.join()).isInstanceOfSatisfying(Result.Done.class, d -> assertThat(d.entries()).as("what is said already is not "
                + "said again").singleElement().satisfies(e -> assertThat(e.event()).isEqualTo(new TicketEvent.FactRecorded("liquid",
                "no"))));
        assertThat(types()).containsExactly("opened", "fact-recorded", "fact-recorded");
        assertThat(commands.isFlying(N)).isFalse();
        assertThat(done(looping)).as("nothing to write").isInstanceOfSatisfying(Result.Done.class, d -> assertThat(d.entries()).isEmpty());
    }

    /** A refusal is an answer, with its reason, and nothing is written: what the rules do not allow, and what is no value. */
    @Test
    void refusalsSayWhy() {
        opened();
        Map<Command, String> refused = Map.ofEntries(
                Map.entry(new Command.Overrule("recovery-restore", "I know it"), "Nothing that could be overruled"),
                Map.entry(new Command.Identify("iPhone99,9", Said.of("core.identified.by-name")), "[iPhone99,9] is not known"),
                Map.entry(new Command.Answer("trouble", "none such"), "none such"),
                Map.entry(new Command.Choose("recovery-restore", "owner", "none"), "problem is not known yet"),
                Map.entry(new Command.Say(wistaxis.core.ticket.Attempt.Outcome.HELPED), "No step was taken yet"),
                Map.entry(new Command.NoteUnlock("signal"), "No carrier unlock was ordered"),
                Map.entry(new Command.OrderUnlock("35695803164832", "a carrier", "", "", "", "", ""), "35695803164832"),
                Map.entry(new Command.FetchFrom("host"), "is practice"), Map.entry(new Command.StartRestore(true), "another device"),
                Map.entry(new Command.Written("31.10"), "is practice"), Map.entry(new Command.StopRun(), "Nothing is running"),
                Map.entry(new Command.FollowRun("send", new RestoreRun.State.Working()), "No restore is running"),
                Map.entry(new Command.CloseUnreadable(), "can be read"), Map.entry(new Command.Close(), "a step left"));
        refused.forEach((command, why) -> assertThat(done(command)).as("%s", command).isInstanceOfSatisfying(Result.Refused.class,
                r -> assertThat(r.why().getMessage()).contains(why)));
        assertThat(types()).containsExactly("opened");
        assertThat(done(new Command.Close())).isInstanceOfSatisfying(Result.Refused.class, r -> assertThat(r.why())
                .isInstanceOf(NotAllowed.class));
        assertThat(heard).as("whoever listens hears of each").hasSize(2 + refused.size());
    }

    /** Whatever a question offers is taken as it stands there. */
    @Test
    void everyAnswerThatIsOfferedIsTaken() {
        opened();
        Map<Question.Kind, String> typed = Map.of(Question.Kind.VERSION, "31.9", Question.Kind.DAY, "2026-05-01", Question.Kind.IMEI,
                "356958031648321", Question.Kind.PROMISE, "2026-05-12T16:00:00Z", Question.Kind.KEYS, "SIDE,VOLUME_UP");
        for (Question q : Intake.shipped().questions().stream().filter(q -> q.kind() != Question.Kind.DEVICE).toList()) {
            List<Map<String, String>> answers = new ArrayList<>(q.answers().stream().map(a -> q.kind() == Question.Kind.SEVERAL
                    ? Map.of(q.facts().getFirst(), a.value()) : a.sets()).toList());
            Optional.ofNullable(typed.get(q.kind())).ifPresent(v -> answers.add(Map.of(q.facts().getFirst(), v)));
            q.facts().forEach(f -> answers.add(Map.of(f, Intake.NOT_KNOWN)));
            assertThat(answers).as(q.question()).isNotEmpty().allSatisfy(a -> assertThat(done(new Command.Answer(a,
                    List.copyOf(Intake.settledBy(q)))).problem()).as("%s", a).isEmpty());
        }
    }

    /** What comes between a stage and its acknowledgement is decided after it: a stop finds the stage that is written down. */
    @Test
    void aStopIsBeforeAStageOrAfterIt() {
        opened();
        for (TicketEvent e : List.of(new TicketEvent.RouteChosen("recovery-restore"), new TicketEvent.RestoreStarted("31K88"),
                new TicketEvent.StageReached("sign"))) {
            new Book().append(N, List.of(e));
        }
        written();
        CompletableFuture<Result> stage = commands.byItself(N, new Command.FollowRun("send", new RestoreRun.State.Working()));
        assertThat(commands.isGiven(N)).as("what happens by itself holds up nobody's hands").isFalse();
        CompletableFuture<Result> stop = commands.give(N, new Command.StopRun());
        assertThat(commands.isGiven(N)).isTrue();
        written();
        assertThat(stage.join()).isInstanceOf(Result.Done.class);
        assertThat(stop.join().problem()).hasValueSatisfying(w -> assertThat(w).contains("being written"));
        assertThat(types()).last().isEqualTo("stage-reached");
    }

    /** What cannot be kept is said; the next is tried as if it had not been. Whoever is at work is written down first, once. */
    @Test
    void whatFailsIsSaidAndTheNextGoesOn() {
        opened();
        who = Optional.of("Ann");
        full = true;
        CompletableFuture<Result> failed = commands.give(N, new Command.Answer("liquid", "no"));
        CompletableFuture<Result> next = commands.give(N, new Command.Answer("battery", "ok"));
        disk.removeFirst().run();
        full = false;
        written();
        assertThat(failed.join()).isInstanceOf(Result.Failed.class);
        assertThat(next.join()).isInstanceOf(Result.Done.class);
        assertThat(done(new Command.Answer("liquid", "no"))).isInstanceOf(Result.Done.class);
        assertThat(types()).containsExactly("opened", "at-work", "fact-recorded", "fact-recorded");
        assertThat(heard).containsExactly("T-0001 done", "T-0001 the disk is full", "T-0001 done", "T-0001 done");
    }
}
