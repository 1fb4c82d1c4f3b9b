package wistaxis.cli.ticket;

import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Option;
import wistaxis.cli.output.Refusal;
import wistaxis.core.facts.BadInput;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.Command;
import wistaxis.core.work.NotAllowed;
import wistaxis.store.ledger.LedgerStore;
import wistaxis.workbench.command.Result;

/** What those that append to one ticket have. */
public abstract class Giving extends OnTicket {
    @Option(names = "--seen", paramLabel = "ENTRY",
            description = "${bundle:cli.help.giving.seen}")
    private @Nullable Long seen;

    @Option(names = "--by", paramLabel = "WHO", description = "${bundle:cli.help.giving.by}")
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
