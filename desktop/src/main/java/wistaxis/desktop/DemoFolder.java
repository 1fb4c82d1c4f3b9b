package wistaxis.desktop;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Stream;
import wistaxis.core.facts.BadInput;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.standins.DemoPractice;
import wistaxis.standins.DemoWorld;
import wistaxis.store.files.DiskProblem;
import wistaxis.store.files.FolderHold;
import wistaxis.store.files.OutsideFile;
import wistaxis.store.files.Rights;
import wistaxis.store.files.Room;
import wistaxis.store.files.WholeFile;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.Ledger;
import wistaxis.store.practice.PracticeBook;

/**
 * The demo's data folder: kept over the day, made anew on the next. Demo data goes only into a folder that was empty or carries the
 * demo's mark, and that nobody else holds; of what is in it only
 * what the demo made is ever removed.
 */
public final class DemoFolder {
    private static final String HALF_MADE = "half made";

    /** What is copied to the firmware folder and made by the library for it. */
    private static final long NEEDED = 700_000_000L;

    private DemoFolder() {}

    /** Opens the folder with today's demo data in it, for as long as it takes. @throws BadInput when it is somebody's own */
    public static DataFolder open(Path root, Instant now, DemoWorld.Past past) {
        DataFolder folder = check(root);
        FolderHold hold = FolderHold.take(folder.root());
        try {
            fill(folder, now, past);
            return folder;
        } finally {
            hold.close();
        }
    }

    /** @throws BadInput when something is in the folder, and it does not carry the mark */
    static DataFolder check(Path root) {
        try {
            if (Files.isDirectory(root) && !new DataFolder(root).isDemo()) {
                try (Stream<Path> there = Files.list(root)) {
                    there.filter(p -> !FolderHold.isNote(p)).findFirst().ifPresent(p -> {
                        throw new BadInput(t("desktop.demo.other-folder", "folder", root, "file", p.getFileName()));
                    });
                }
            }
            return DataFolder.open(root);
        } catch (IOException e) {
            throw DiskProblem.of("demo-folder", root, e);
        }
    }

    /** Fills the folder unless it is today's already. Only for whoever holds it. */
    static void fill(DataFolder folder, Instant now, DemoWorld.Past past) {
        Path mark = folder.demoMark();
        String today = LocalDate.ofInstant(now, ZoneId.systemDefault()).toString();
        try {
            if (folder.isDemo() && OutsideFile.text(mark, "demo-mark", 1).equals(today)) {
                return;
            }
            check(folder.root());
            WholeFile.write(mark, HALF_MADE);
            folder.tidy();
            clear(folder);
            if (!Files.exists(folder.standIns())) {
                Room.check(folder.root(), NEEDED);
            }
            history(folder, now, past);
            practise(folder, now);
            WholeFile.write(mark, today);
        } catch (IOException e) {
            throw DiskProblem.of("demo-folder", folder.root(), e);
        }
    }

    private static void history(DataFolder folder, Instant now, DemoWorld.Past past) throws IOException {
        Rights.makeFolder(folder.ownFirmware());
        Rights.makeFolder(folder.standIns());
        List<DemoWorld.Happening> history = DemoWorld.history(now, folder.ownFirmware(), folder.standIns(), past);
        try (Ledger ledger = Ledger.open(folder.ledger())) {
            ledger.together(all -> {
                Map<Integer, String> numbers = new HashMap<>();
                for (DemoWorld.Happening h : history) {
                    if (h.event() instanceof TicketEvent.Opened opened) {
                        numbers.put(h.ticket(), all.openTicket(opened, h.at()).ticket());
                    } else {
                        all.append(Objects.requireNonNull(numbers.get(h.ticket())), h.event(), h.at());
                    }
                }
                return numbers;
            });
        }
    }

    private static void practise(DataFolder folder, Instant now) {
        try (PracticeBook book = PracticeBook.open(folder.practice())) {
            book.add(DemoPractice.attempts(now));
            DemoPractice.measured().forEach(m -> book.add(DemoPractice.PERSON, m, now.minus(Duration.ofDays(1))));
        }
    }

    /**
     * Removes what an earlier demo made: its databases and side files, and the firmware files it put there. The library's firmware files
     * stay, they are always the same; so does everything else.
     */
    private static void clear(DataFolder folder) throws IOException {
        for (Path file : folder.files()) {
            Files.deleteIfExists(file);
        }
        if (Files.isDirectory(folder.ownFirmware(), LinkOption.NOFOLLOW_LINKS)) {
            try (Stream<Path> there = Files.list(folder.ownFirmware())) {
                for (Path file : there.filter(DemoWorld::isFirmwareFileName).toList()) {
                    Files.deleteIfExists(file);
                }
            }
        }
    }
}
