package wistaxis.desktop;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import wistaxis.core.facts.BadInput;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.standins.DemoPractice;
import wistaxis.standins.DemoWorld;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.Ledger;
import wistaxis.store.practice.PracticeBook;

/** The demo's data folder: kept over the day, made anew on the next, never mixed with a user's own data. */
public final class DemoFolder {
    private static final String MARK = "this-is-demo-data";

    private DemoFolder() {}

    /**
     * Opens the folder with today's demo data in it.
     *
     * @throws BadInput when the folder holds a ledger that is not the demo's
     */
    public static DataFolder open(Path root, Instant now) {
        try {
            Path mark = root.resolve(MARK);
            if (Files.exists(root.resolve("ledger.db")) && !Files.exists(mark)) {
                throw new BadInput("[" + root + "] holds a ledger that is not demo data; name another folder with --data DIR");
            }
            String today = LocalDate.ofInstant(now, ZoneId.systemDefault()).toString();
            DataFolder folder = DataFolder.open(root);
            if (!Files.exists(mark) || !Files.readString(mark).equals(today)) {
                clear(folder);
                fill(folder, now);
                practise(folder, now);
                Files.writeString(mark, today);
            }
            return folder;
        } catch (IOException e) {
            throw new UncheckedIOException("the demo data cannot be made in [" + root + "]", e);
        }
    }

    private static void fill(DataFolder folder, Instant now) throws IOException {
        List<DemoWorld.Happening> history = DemoWorld.history(now, folder.shelf(), folder.standIns());
        Ledger.open(folder.ledger()).together(ledger -> {
            Map<Integer, String> numbers = new HashMap<>();
            for (DemoWorld.Happening h : history) {
                if (h.event() instanceof TicketEvent.Opened opened) {
                    numbers.put(h.ticket(), ledger.openTicket(opened, h.at()).ticket());
                } else {
                    ledger.append(java.util.Objects.requireNonNull(numbers.get(h.ticket())), h.event(), h.at());
                }
            }
            return numbers;
        });
    }

    private static void practise(DataFolder folder, Instant now) {
        PracticeBook book = PracticeBook.open(folder.practice());
        book.add(DemoPractice.attempts(now));
        DemoPractice.measured().forEach(m -> book.add(DemoPractice.PERSON, m, now.minus(Duration.ofDays(1))));
    }

    /** Empties a folder that is the demo's own: everything in it was made by the demo. The library's packages stay, they are always the same. */
    private static void clear(DataFolder folder) throws IOException {
        List<Path> files;
        try (Stream<Path> walk = Files.walk(folder.root())) {
            files = walk.filter(p -> !p.equals(folder.root()) && !p.startsWith(folder.standIns())).sorted(Comparator.reverseOrder()).toList();
        }
        for (Path file : files) {
            Files.delete(file);
        }
    }
}
