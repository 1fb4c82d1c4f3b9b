package wistaxis.cli;

import java.time.Clock;
import java.time.InstantSource;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Shown;
import wistaxis.core.keys.HostView;
import wistaxis.core.route.Route;
import wistaxis.core.ticket.Attempt;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Story;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.Command;
import wistaxis.core.work.Decision;
import wistaxis.core.work.NotAllowed;
import wistaxis.core.work.Rules;
import wistaxis.core.work.Sightings;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.KeptLedger;
import wistaxis.store.ledger.Ledger;
import wistaxis.store.ledger.LedgerCheck;
import wistaxis.store.ledger.LedgerSeen;
import wistaxis.store.ledger.LedgerStore;
import wistaxis.workbench.Alone;
import wistaxis.workbench.command.Result;
import wistaxis.workbench.ticket.Shop;

@CommandLine.Command(name = "ticket", mixinStandardHelpOptions = true,
        description =
                "Tickets of a bench, by the same rules as in the window. A window that is open on the same folder sees what is recorded "
                + "within a second.",
        subcommands = {TicketCommand.ListAll.class, TicketCommand.Show.class, TicketCommand.Open.class, TicketCommand.Answer.class,
        TicketCommand.NextStep.class, TicketCommand.Choose.class,
            TicketCommand.Outcome.class, TicketCommand.Saw.class, TicketCommand.AtStage.class, TicketCommand.Error.class,
            TicketCommand.Close.class, TicketCommand.StoryOf.class},
            synopsisSubcommandLabel = "list, show, open, answer, next, choose, outcome, saw, stage, error, close or story")
final class TicketCommand extends Output {
    private static final InstantSource CLOCK = Clock.systemUTC();

    @Override
    public void run() {
        throw new BadInput("say what to do: wistaxis ticket list, or show N, open TITLE, answer N FACT=VALUE, next N, choose N STEP, "
                + "outcome N helped|did-not-help, saw N --screen S --host H, stage N NAME, error N WORDS, close N, story N");
    }

    /** What all on tickets have. */
    private abstract static class OnTickets extends LedgerCommand.OnLedger {
        private @Nullable Shop shop;

        /** The shop's own schools, preferences and catalogue. */
        final Shop shop() {
            Shop read = shop == null ? Shop.look(folder(), DEVICES, CLOCK) : shop;
            shop = read;
            return read;
        }

        final Rules rules(List<LedgerEntry> entries) {
            return shop().rules(Ticket.fold(entries));
        }

        final void answer(List<LedgerEntry> entries) {
            TicketRow row = TicketRow.of(rules(entries), entries.getLast().number());
            answer(row, row.words());
        }

        /** @throws BadInput where there is no such ticket */
        static List<LedgerEntry> known(String number, List<LedgerEntry> entries) {
            if (entries.isEmpty()) {
                throw new BadInput("there is no ticket [" + number + "]; list them with: wistaxis ticket list");
            }
            return entries;
        }

        /** The ledger, to be appended to, unless something is wrong with it that nobody has read. */
        final LedgerStore writable(DataFolder folder) {
            LedgerStore ledger = KeptLedger.open(folder.ledger(), CLOCK);
            LedgerCheck check = ledger.checkAtStart(LedgerSeen.read(folder.seen()), CLOCK.instant());
            if (check.broken().isPresent() && !check.read()) {
                ledger.close();
                throw new Refusal("the chain is broken: " + check.broken().get()
                        + ". Nothing is appended until somebody has read that in the window.");
            }
            return ledger;
        }

        /** The one way in. */
        final Alone alone(LedgerStore ledger) {
            return new Alone(ledger, folder(), shop(), CLOCK);
        }
    }

    @CommandLine.Command(name = "list", mixinStandardHelpOptions = true, description = "All tickets that are not closed.")
    static final class ListAll extends OnTickets {
        @Override
        public void run() {
            Map<String, List<LedgerEntry>> all;
            try (Ledger ledger = ledger()) {
                all = openTickets(ledger);
            }
            List<TicketRow> rows = all.values().stream().map(entries -> TicketRow.of(rules(entries), entries.getLast().number())).toList();
            answer(rows, rows.stream().map(TicketRow::line).toList());
        }
    }

    /** What those on one ticket have. */
    private abstract static class OnTicket extends OnTickets {
        @Parameters(index = "0", paramLabel = "N", description = "its number, for example T-0007")
        private String number = "";

        final String number() {
            return number;
        }

        final List<LedgerEntry> read() {
            try (Ledger ledger = ledger()) {
                return known(number, ledger.of(number));
            }
        }
    }

    @CommandLine.Command(name = "show", mixinStandardHelpOptions = true, description = "One ticket, as its entries say.")
    static final class Show extends OnTicket {
        @Override
        public void run() {
            answer(read());
        }
    }

    @CommandLine.Command(name = "next", mixinStandardHelpOptions = true,
            description = "What comes next on a ticket: the ladder with what may be taken, and what the rules say.")
    static final class NextStep extends OnTicket {
        @Override
        public void run() {
            List<LedgerEntry> entries = read();
            Rules rules = rules(entries);
            TicketRow row = TicketRow.of(rules, entries.getLast().number());
            List<String> words = new ArrayList<>(List.of(row.line(), "  Next: " + row.next().line()));
            Optional.ofNullable(rules.route()).map(Route::rungs).orElse(List.of())
                    .forEach(r -> words.add("  " + r.step().id() + (r.step().keeps() ? ", keeps data: " : ", ERASES ALL: ")
                    + rules.mayChoose(r.step().id(), false).orElse(r.done() ? "did not help; may be taken once more" : "may be taken")));
            answer(row, words);
        }
    }

    @CommandLine.Command(name = "open", mixinStandardHelpOptions = true, description = "Open a ticket. The answer says its number.")
    static final class Open extends OnTickets {
        @Parameters(index = "0", paramLabel = "TITLE", description = "how the bench calls it, for example \"Ferry crew 3\"")
        private String title = "";

        @Override
        public void run() {
            var open = new Command.Open(title, practice());
            Decision.open(open); // what is no title makes no folder
            try (LedgerStore ledger = writable(DataFolder.open(folder().root()))) {
                answer(ledger.of(alone(ledger).open(open).orThrow().number()));
            }
        }
    }

    /** What those that append to one ticket have. */
    private abstract static class Appending extends OnTicket {
        @Option(names = "--seen", paramLabel = "ENTRY",
                description = "the last entry of the ticket that you looked at ('last' of ticket show); refused when it has moved on since")
        private @Nullable Long seen;

        @Option(names = "--by", paramLabel = "WHO", description = "who of the staff does it, a name or initials")
        private @Nullable String by;

        /** What is to be done. @throws BadInput for what is typed wrong */
        abstract Command command(Ticket ticket);

        @Override
        public void run() {
            Ticket ticket = Ticket.fold(read());
            try (LedgerStore ledger = writable(folder())) {
                Result result = alone(ledger).give(number(), seen, by, command(ticket));
                if (result instanceof Result.Refused(NotAllowed why)) { // a refusal of the rules is no slip of whoever typed
                    throw new Refusal(String.valueOf(why.getMessage()));
                }
                result.orThrow();
                answer(ledger.of(number()));
            }
        }
    }

    @CommandLine.Command(name = "answer", mixinStandardHelpOptions = true,
            description = {"Record answers: of the intake, the device by its identifier, what the bench confirms, or of the handover.",
        "For example: trouble=looping device=iPhone13,2 \"account-lock=owner signed in\""})
    static final class Answer extends Appending {
        @Parameters(index = "1..*", arity = "1..*", paramLabel = "FACT=VALUE", description = "for example trouble=disabled")
        private List<String> answers = List.of();

        @Override
        Command command(Ticket ticket) {
            return new Command.Answer(IdentifyCommand.pairs(answers), List.of());
        }
    }

    @CommandLine.Command(name = "choose", mixinStandardHelpOptions = true,
            description = "Take a step of the ladder. One that erases needs the owner's consent, asked for once and written down.")
    static final class Choose extends Appending {
        @Parameters(index = "1", paramLabel = "STEP", description = "for example recovery-update; 'ticket next' says which may be taken")
        private String step = "";

        @Option(names = "--consent-by", paramLabel = "WHO", description = "who agreed to the erase")
        private @Nullable String who;

        @Option(names = "--told", paramLabel = "WORDS", description = "what was said about the backup")
        private @Nullable String told;

        @Override
        Command command(Ticket ticket) {
            if ((who == null) != (told == null)) {
                throw new BadInput("--consent-by and --told go together: who agreed, and what was said about the backup");
            }
            return new Command.Choose(step, who, told);
        }
    }

    @CommandLine.Command(name = "outcome", mixinStandardHelpOptions = true, description = "Say what came of the step that was taken.")
    static final class Outcome extends Appending {
        @Parameters(index = "1", paramLabel = "WHAT",
                description = "helped, did-not-help, or data-lost for an update that took the data with it")
        private String what = "";

        @Override
        Command command(Ticket ticket) {
            return new Command.Say(Attempt.Outcome.of(what).filter(o -> o != Attempt.Outcome.STOPPED)
                    .orElseThrow(() -> new BadInput("outcome [" + what + "]: write helped, did-not-help or data-lost")));
        }
    }

    @CommandLine.Command(name = "saw", mixinStandardHelpOptions = true, description = "Write down what is seen of a real device, now.")
    static final class Saw extends Appending {
        @Option(names = "--screen", paramLabel = "SCREEN",
                description = "black, boot-logo, cable-screen, lock-screen, greeting or no-reaction")
        private @Nullable String screen;

        @Option(names = "--host", paramLabel = "HOST", description = "what the host has of it: nothing, normal, recovery or dfu")
        private @Nullable HostView host;

        @Override
        Command command(Ticket ticket) {
            return new Command.Saw(screen, host, Sightings.Source.TOLD);
        }
    }

    @CommandLine.Command(name = "stage", mixinStandardHelpOptions = true, description = {
        "Write down that a stage of the host's restore was seen to begin, on a real ticket. The first one begins the run: 'download' where",
        "the host fetches the firmware by itself, 'check' where it is given the proven package. With --written VERSION it is through."})
    static final class AtStage extends Appending {
        @Parameters(index = "1", paramLabel = "NAME", description = "for example prepare")
        private String stage = "";

        @Option(names = "--written", paramLabel = "VERSION", description = "the device greets, with this version on it")
        private @Nullable String written;

        @Override
        Command command(Ticket ticket) {
            if (ticket.running()) {
                return new Command.ReachStage(stage, written);
            }
            if (written != null) {
                throw new BadInput("--written [" + Shown.value(written)
                        + "] ends a run, and none goes on; begin it first, without --written");
            }
            return new Command.StartHost(stage.equals("download"));
        }
    }

    @CommandLine.Command(name = "error", mixinStandardHelpOptions = true,
            description = "Write down what the host showed, word for word, on a real ticket.")
    static final class Error extends Appending {
        @Parameters(index = "1", paramLabel = "WORDS", description = "the words or the number, as they stand there")
        private String words = "";

        @Override
        Command command(Ticket ticket) {
            return new Command.NoteTrouble("error", words);
        }
    }

    @CommandLine.Command(name = "close", mixinStandardHelpOptions = true,
            description = "Close a ticket: handed over, to the hardware bench, or not done.")
    static final class Close extends Appending {
        @Override
        Command command(Ticket ticket) {
            return new Command.Close();
        }
    }

    @CommandLine.Command(name = "story", mixinStandardHelpOptions = true,
            description = "All that happened on it, and what its time went into.")
    static final class StoryOf extends OnTicket {
        private record Told(String ticket, Map<Story.Kind, Double> seconds, List<Story.Stretch> stretches, List<Story.Line> lines) {}

        @Override
        public void run() {
            List<LedgerEntry> entries = read();
            Story story = Story.of(entries);
            List<Story.Line> lines = Story.lines(entries);
            List<String> words = new ArrayList<>(List.of(Arrays.stream(Story.Kind.values())
                    .map(k -> String.format(Locale.ROOT, "%s %.0f min",
                    k.words(), story.seconds().get(k) / 60)).collect(Collectors.joining(", "))));
            lines.forEach(l -> words.add("  " + l.at().truncatedTo(ChronoUnit.SECONDS) + "  " + l.words()));
            answer(new Told(number(), story.seconds(), story.stretches(), lines), words);
        }
    }
}
