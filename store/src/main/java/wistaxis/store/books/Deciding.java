package wistaxis.store.books;

import static wistaxis.core.words.Say.t;

import java.nio.file.Files;
import java.time.Instant;
import java.time.InstantSource;
import java.util.List;
import java.util.Map;
import java.util.function.BiFunction;
import wistaxis.core.facts.BadInput;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.KeptLedger;
import wistaxis.store.ledger.LedgerStore;

/** What was done at a bench without the server, for whoever has no bench open: what waits, and deciding on it. */
public final class Deciding {
    private Deciding() {}

    /**
     * What lies in a bench's journal.
     *
     * @param kept entries that go into the ledger as soon as a bench is open and the server is there
     * @param held what waits for somebody who decides
     */
    public record Waiting(int kept, List<LedgerStore.Held> held) {
        public Waiting {
            held = List.copyOf(held);
        }
    }

    /** @throws wistaxis.store.ledger.ServerProblem where the server is away */
    public static Waiting waiting(DataFolder folder, InstantSource wall) {
        return with(folder, wall, (there, journal) -> new Waiting((int) journal.all().stream().filter(Journal.Kept::waits).count(),
                new Tail(there, journal, bench(folder), wall).held()));
    }

    /** @param add whether what was done here counts; else it is said in the ledger that it does not @param at the bench's time */
    public static void decide(DataFolder folder, InstantSource wall, String ticket, boolean add, Instant at) {
        with(folder, wall, (there, journal) -> {
            Merging.decide(there, journal, new Tail(there, journal, bench(folder), wall).held(ticket), add, at);
            new Merging(there, journal, bench(folder), Map.of()).run();
            journal.tidy();
            return true;
        });
    }

    private static String bench(DataFolder folder) {
        return ServerFile.read(folder).map(ServerFile::bench).orElse("");
    }

    private static <T> T with(DataFolder folder, InstantSource wall, BiFunction<KeptLedger, Journal, T> work) {
        if (!Files.exists(folder.server())) {
            throw new BadInput(t("store.journal.alone", "folder", folder.root()));
        }
        try (KeptLedger there = Books.kept(folder, wall); Journal journal = Journal.open(folder)) {
            return work.apply(there, journal);
        }
    }
}
