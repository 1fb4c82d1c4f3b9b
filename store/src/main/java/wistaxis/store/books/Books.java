package wistaxis.store.books;

import java.nio.file.Files;
import java.time.InstantSource;
import java.util.Optional;
import wistaxis.core.facts.BadInput;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.Engine;
import wistaxis.store.ledger.KeptLedger;
import wistaxis.store.ledger.Ledger;
import wistaxis.store.ledger.LedgerServer;
import wistaxis.store.ledger.LedgerStore;
import wistaxis.store.ledger.ServerProblem;
import wistaxis.store.people.People;

/** Opens the books of a data folder, where they are. Any thread. */
public final class Books {
    /** Connections for a ledger, one of which appends; customers need one. Ours. */
    static final int OF_LEDGER = 3;
    private static final int OF_PEOPLE = 1;

    private Books() {}

    /**
     * The ledger, with a thread that appends.
     *
     * @throws BadInput for what the folder says of a server and cannot be
     * @throws ServerProblem where that cannot be used
     */
    public static KeptLedger kept(DataFolder folder, InstantSource wall) {
        return server(folder, OF_LEDGER).map(e -> KeptLedger.open(e, wall)).orElseGet(() -> KeptLedger.open(folder.ledger(), wall));
    }

    /** The ledger for a bench that stays open; one on a server with a copy here, so that it opens while that is away. */
    public static LedgerStore atWork(DataFolder folder, InstantSource wall) {
        return ServerFile.read(folder).<LedgerStore>map(f -> new SharedLedger(folder, f, wall)).orElseGet(() ->
                KeptLedger.open(folder.ledger(),
                wall));
    }

    /** The ledger, to append to it right here. */
    public static Ledger open(DataFolder folder, InstantSource wall) {
        return server(folder, OF_LEDGER).map(e -> Ledger.open(e, wall)).orElseGet(() -> Ledger.open(folder.ledger(), wall));
    }

    /** The ledger, to read it. */
    public static Ledger look(DataFolder folder) {
        return server(folder, OF_LEDGER).map(Ledger::look).orElseGet(() -> Ledger.openReadOnly(folder.ledger()));
    }

    /** Who the customers are. */
    public static People people(DataFolder folder) {
        return server(folder, OF_PEOPLE).map(People::new).orElseGet(() -> People.open(folder.people()));
    }

    /** Who was taken in while the server was away that keeps the customers. */
    public static People peopleAside(DataFolder folder) {
        return People.open(folder.shopPeople());
    }

    /** Who the customers are, to read it. */
    public static People lookAtPeople(DataFolder folder) {
        return server(folder, OF_PEOPLE).map(People::new).orElseGet(() -> People.look(folder.people()));
    }

    /** Whether customers may be kept already: of a server nobody asks. */
    public static boolean hasPeople(DataFolder folder) {
        return Files.exists(folder.server()) || Files.exists(folder.people());
    }

    static Optional<Engine> server(DataFolder folder, int connections) {
        return ServerFile.read(folder).map(f -> LedgerServer.found().open(f.at(), f.password(folder), f.bench(), connections));
    }
}
