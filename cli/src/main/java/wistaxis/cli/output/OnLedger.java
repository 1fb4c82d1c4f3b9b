package wistaxis.cli.output;

import static wistaxis.core.words.Say.t;

import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Option;
import wistaxis.core.facts.BadInput;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.store.books.Books;
import wistaxis.store.files.DiskProblem;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.Ledger;
import wistaxis.store.ledger.Watcher;

/** What all on a ledger have: the folder with it. */
public abstract class OnLedger extends Output {
    @Option(names = "--data", paramLabel = "DIR", description = "${bundle:cli.help.onledger.data}")
    private @Nullable Path data;

    @Option(names = "--practice", description = "${bundle:cli.help.onledger.practice}")
    private boolean practice;

    protected final boolean practice() {
        return practice;
    }

    protected final DataFolder folder() {
        return new DataFolder(DataFolder.place(data, practice));
    }

    /** The entries of the tickets that are not closed, by ticket. */
    protected static Map<String, List<LedgerEntry>> openTickets(Ledger ledger) {
        return LedgerEntry.byTicket(ledger.ofOpenTickets());
    }

    /** The ledger, to be read. @throws BadInput where there is none */
    protected final Ledger ledger() {
        try {
            return Books.look(folder());
        } catch (DiskProblem e) {
            if (e.kind() == DiskProblem.Kind.GONE) {
                throw new BadInput(t("cli.ledger.none", "file", folder().ledger()), e);
            }
            throw e;
        }
    }

    /** Says how far something is that looks at each of so many entries. @param what it does, by the end of a key */
    protected final Watcher watched(String what, long entries) {
        Progress progress = progress(t("cli.progress." + what, "n", entries));
        return n -> {
            progress.accept(n / (double) Math.max(1, entries));
            return true;
        };
    }
}
