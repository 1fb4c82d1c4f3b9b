package wistaxis.store.books;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.function.LongFunction;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.ticket.Chain;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.store.files.DiskProblem;
import wistaxis.store.files.Rights;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.Engine;
import wistaxis.store.ledger.Ledger;
import wistaxis.store.ledger.LedgerCheck;
import wistaxis.store.ledger.LedgerServer;
import wistaxis.store.ledger.Watcher;
import wistaxis.store.people.People;

/** Takes a shop's books from a data folder to a server, and back: the same entries, the same head, or nothing. */
public final class Moving {
    private Moving() {}

    /** What came of it. @param entries how many are there @param head digest of the last one */
    public record Moved(long entries, String head) {}

    /**
     * Takes the books of a folder to a server that has none, and has the folder use it from then on. The folder's own files stay as they
     * are. Whoever was interrupted does it again.
     *
     * @param watcher told how many entries there are, who watches them
     * @throws BadInput where the server has other entries already
     */
    public static Moved toServer(DataFolder folder, ServerFile to, LongFunction<Watcher> watcher) {
        if (Files.exists(folder.server())) {
            throw new BadInput(t("store.server.moved-already", "file", folder.server()));
        }
        try (Ledger from = Ledger.openReadOnly(folder.ledger()); Ledger there = Ledger.open(open(to, folder), Clock.systemUTC())) {
            Optional<LedgerEntry> last = from.last();
            if (there.last().isEmpty()) { // whoever moved them and was interrupted then finds them there
                if (Files.exists(folder.people())) {
                    try (People mine = People.look(folder.people()); People theirs = new People(open(to, folder))) {
                        theirs.take(mine);
                    }
                }
                there.take(from::each, watcher.apply(last.map(LedgerEntry::number).orElse(0L)));
            } else if (!there.last().equals(last)) {
                throw new BadInput(t("store.server.has-others", "address", to.at(), "n", there.last().map(LedgerEntry::number).orElse(0L)));
            }
            Moved moved = same(there, last);
            to.write(folder);
            return moved;
        }
    }

    /** Has a folder that has no books of its own work on those of a server from now on. @throws BadInput where it has some */
    public static Moved join(DataFolder folder, ServerFile to) {
        if (Files.exists(folder.ledger()) || Files.exists(folder.server())) {
            throw new BadInput(t("store.server.has-books", "folder", folder.root()));
        }
        try (Ledger there = Ledger.look(open(to, folder))) {
            Optional<LedgerEntry> last = there.last();
            to.write(folder);
            return new Moved(last.map(LedgerEntry::number).orElse(0L), last.map(LedgerEntry::digest).orElse(Chain.START));
        }
    }

    /**
     * Brings the books of a folder, wherever they are, into a file, and who the customers are into another beside it; neither may be
     * there.
     */
    public static Moved toFile(DataFolder folder, Path file, LongFunction<Watcher> watcher) {
        Path people = file.resolveSibling("people.db");
        for (Path there : List.of(file, people)) {
            if (Files.exists(there)) {
                throw new BadInput(t("store.server.file-there", "file", there));
            }
        }
        Path made = file.resolveSibling("." + file.getFileName() + ".part");
        try {
            Files.createDirectory(made);
            Rights.close(made);
            try {
                Moved moved = copy(folder, new DataFolder(made), watcher);
                if (Books.hasPeople(folder)) {
                    Files.move(made.resolve("people.db"), people);
                }
                Files.move(made.resolve("ledger.db"), file);
                return moved;
            } finally {
                remove(made);
            }
        } catch (IOException e) {
            throw DiskProblem.of("ledger", file, e);
        }
    }

    private static Moved copy(DataFolder folder, DataFolder made, LongFunction<Watcher> watcher) {
        if (Books.hasPeople(folder)) {
            try (People theirs = Books.lookAtPeople(folder); People mine = People.open(made.people())) {
                mine.take(theirs);
                mine.clean();
            }
        }
        try (Ledger from = Books.look(folder); Ledger to = Ledger.open(made.ledger())) {
            to.take(from::each, watcher.apply(from.last().map(LedgerEntry::number).orElse(0L)));
            return same(to, from.last());
        }
    }

    /** What lies in a folder that was made here. */
    private static void remove(Path made) throws IOException {
        for (String name : List.of("ledger.db", "ledger.db-wal", "ledger.db-shm", "people.db", "people.db-wal", "people.db-shm")) {
            Files.deleteIfExists(made.resolve(name));
        }
        Files.deleteIfExists(made);
    }

    private static Engine open(ServerFile to, DataFolder folder) {
        return LedgerServer.found().open(to.at(), to.password(folder), to.bench(), 2);
    }

    /** @throws IllegalStateException where it is not: nobody goes on with such a copy */
    private static Moved same(Ledger copy, Optional<LedgerEntry> last) {
        LedgerCheck check = copy.check(null, Instant.now());
        @Nullable String head = last.map(LedgerEntry::digest).orElse(null);
        if (check.broken().isPresent() || !copy.last().equals(last)) {
            throw new IllegalStateException("the copy [" + check.last() + "] is not what was copied [" + head + "], " + check.broken());
        }
        return new Moved(check.entries(), check.last());
    }
}
