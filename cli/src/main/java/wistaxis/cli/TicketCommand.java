package wistaxis.cli;

import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Shown;
import wistaxis.core.keys.SequenceLibrary;
import wistaxis.core.route.Intake;
import wistaxis.core.route.Oddities;
import wistaxis.core.route.RoutePlanner;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.store.ledger.Ledger;
import wistaxis.store.ledger.LedgerCheck;
import wistaxis.store.ledger.LedgerSeen;

@Command(name = "ticket", mixinStandardHelpOptions = true, description = "Tickets of a bench: list them, show one, answer a question of the intake.",
        subcommands = {TicketCommand.ListAll.class, TicketCommand.Show.class, TicketCommand.Answer.class}, synopsisSubcommandLabel = "list, show or answer")
final class TicketCommand extends Output {
    @Override
    public void run() {
        throw new BadInput("say what to do: wistaxis ticket list, wistaxis ticket show N, or wistaxis ticket answer N FACT=VALUE");
    }

    /** What a ticket is held against, read when the first one is. */
    private static final class Known {
        private static final RoutePlanner PLANNER = RoutePlanner.shipped(DEVICES, SequenceLibrary.shipped());
        private static final Intake INTAKE = Intake.shipped();
    }

    /** @param last number of its last entry: what {@code --seen} of an answer takes */
    private record Row(String ticket, String title, Stage stage, Map<String, String> facts, @Nullable String identifier, @Nullable String step, @Nullable String closed, long last, List<String> odd) {
        static Row of(Ticket t, long last) {
            List<String> odd = Oddities.of(t, DEVICES, Known.PLANNER, Known.INTAKE).all();
            return new Row(t.number(), t.title(), t.stage(), t.facts(), t.identifier(), t.route(), t.closed(), last, odd);
        }

        List<String> words() {
            List<String> words = new ArrayList<>(List.of(line()));
            facts.forEach((fact, value) -> words.add("  " + fact + " = " + value));
            odd.forEach(o -> words.add("  ! " + o));
            return words;
        }

        String line() {
            return String.format(Locale.ROOT, "%-8s %-9s %-12s %s", ticket, stage.words(), identifier == null ? "" : identifier, title);
        }
    }

    @Command(name = "list", mixinStandardHelpOptions = true, description = "All tickets that are not closed.")
    static final class ListAll extends LedgerCommand.OnLedger {
        @Override
        public void run() {
            Map<String, List<LedgerEntry>> all = new LinkedHashMap<>();
            try (Ledger ledger = ledger()) {
                ledger.each(e -> {
                    if (!e.ofBench()) {
                        all.computeIfAbsent(e.ticket(), _ -> new ArrayList<>()).add(e);
                    }
                });
            }
            List<Row> rows = all.values().stream().map(entries -> Row.of(Ticket.fold(entries), entries.getLast().number())).filter(r -> r.closed() == null).toList();
            answer(rows, rows.stream().map(Row::line).toList());
        }
    }

    /** What those on one ticket have. */
    private abstract static class OnTicket extends LedgerCommand.OnLedger {
        @Parameters(index = "0", paramLabel = "N", description = "its number, for example T-0007")
        private String number = "";

        final String number() {
            return number;
        }

        /** @throws BadInput where there is no such ticket */
        final Row row(Ledger ledger) {
            List<LedgerEntry> entries = ledger.of(number);
            if (entries.isEmpty()) {
                throw new BadInput("there is no ticket [" + number + "]; list them with: wistaxis ticket list");
            }
            return Row.of(Ticket.fold(entries), entries.getLast().number());
        }
    }

    @Command(name = "show", mixinStandardHelpOptions = true, description = "One ticket, as its entries say.")
    static final class Show extends OnTicket {
        @Override
        public void run() {
            try (Ledger ledger = ledger()) {
                Row row = row(ledger);
                answer(row, row.words());
            }
        }
    }

    @Command(name = "answer", mixinStandardHelpOptions = true, description = "Record an answer of the intake. A window that is open on the same folder sees it within a second.")
    static final class Answer extends OnTicket {
        @Parameters(index = "1..*", arity = "1..*", paramLabel = "FACT=VALUE", description = "for example trouble=disabled")
        private List<String> answers = List.of();

        @Option(names = "--seen", paramLabel = "ENTRY", description = "the last entry of the ticket that you looked at ('last' of ticket show); refused when it has moved on since")
        private @Nullable Long seen;

        @Override
        public void run() {
            Map<String, String> facts = IdentifyCommand.pairs(answers);
            facts.forEach((fact, value) -> check(Known.INTAKE, fact, value));
            ledger().close();
            try (Ledger ledger = Ledger.open(folder().ledger())) {
                LedgerCheck check = ledger.check(LedgerSeen.read(folder().seen()), Instant.now());
                if (check.broken().isPresent() && !check.read()) {
                    throw new Refusal("the chain is broken: " + check.broken().get() + ". Nothing is appended until somebody has read that in the window.");
                }
                Row before = row(ledger);
                if (before.closed() != null) {
                    throw new Refusal("ticket [" + number() + "] is closed: " + before.closed());
                }
                long last = seen == null ? before.last() : seen;
                ledger.together(all -> {
                    all.unmoved(number(), last);
                    facts.forEach((fact, value) -> all.append(number(), new TicketEvent.FactRecorded(fact, value), Instant.now()));
                    return last;
                });
                Row row = row(ledger);
                answer(row, row.words());
            }
        }

        private static void check(Intake intake, String fact, String value) {
            if (!intake.knows(fact)) {
                throw new BadInput("fact [" + Shown.value(fact) + "] is not known; the intake asks for " + intake.questions().stream().flatMap(q -> q.facts().stream()).distinct().sorted().toList());
            }
            String wrong = Oddities.wrong(fact, value, intake);
            if (!wrong.isEmpty()) {
                throw new BadInput(fact + " [" + Shown.value(value) + "]: " + wrong);
            }
        }
    }
}
