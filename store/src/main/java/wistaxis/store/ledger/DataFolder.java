package wistaxis.store.ledger;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.store.files.DiskProblem;
import wistaxis.store.files.Rights;
import wistaxis.store.files.WholeFile;

/** Where a user's data lives: ledger, firmware files, stand-ins. */
public record DataFolder(Path root) {
    /** The operating system's usual place for a program's data. */
    public static Path usual(String osName, Map<String, String> environment, Path home) {
        String os = osName.toLowerCase(Locale.ROOT);
        if (os.contains("win")) {
            String roaming = environment.get("APPDATA");
            return (roaming == null ? home.resolve("AppData/Roaming") : Path.of(roaming)).resolve("Wistaxis");
        }
        if (os.contains("mac")) {
            return home.resolve("Library/Application Support/Wistaxis");
        }
        String data = environment.get("XDG_DATA_HOME");
        return (data == null || data.isBlank() ? home.resolve(".local/share") : Path.of(data)).resolve("wistaxis");
    }

    /** Written by the demo into a folder that is its own, so that nobody takes it for a real one and only that is ever emptied. */
    private static final String DEMO_MARK = "this-is-demo-data";

    /**
     * Makes the folder where it is missing, closed to everybody else, and tightens one that is ours.
     *
     * @throws BadInput for what is no folder
     * @throws DiskProblem when it cannot be made or written to
     */
    public static DataFolder open(Path root) {
        DataFolder folder = new DataFolder(root);
        try {
            if (Files.exists(root) && !Files.isDirectory(root)) {
                throw new BadInput(t("store.folder.is-file", "folder", root));
            }
            boolean ours = !Files.exists(root) || Files.exists(folder.ledger()) || Files.exists(folder.server())
                    || folder.isDemo() || isEmpty(root);
            Rights.makeFolder(root);
            if (!Files.isWritable(root)) {
                throw new AccessDeniedException(root.toString());
            }
            if (ours) {
                Rights.close(root);
                folder.files().forEach(Rights::close);
            }
            return folder;
        } catch (IOException e) {
            throw DiskProblem.of("data-folder", root, e);
        }
    }

    private static boolean isEmpty(Path root) throws IOException {
        try (Stream<Path> there = Files.list(root)) {
            return there.findAny().isEmpty();
        }
    }

    /** The files that the program makes right in the folder, whether they are there or not. */
    public List<Path> files() {
        Stream<Path> databases = Stream.of(ledger(), practice(), people(), shopCopy(), shopJournal(), shopPeople())
                .flatMap(db -> Stream.of("", "-wal", "-shm").map(end -> db.resolveSibling(db.getFileName() + end)));
        return Stream.concat(databases, Stream.of(settings(), catalogue(), firmwareFolderIndex(), methods(), seen(), anchors(), server()))
                .toList();
    }

    public boolean isDemo() {
        return Files.exists(root.resolve(DEMO_MARK));
    }

    /** The file that marks a demo's folder, with the day on which its data were made. */
    public Path demoMark() {
        return root.resolve(DEMO_MARK);
    }

    /** How many entries the ledger had when it was last looked at. */
    public Path seen() {
        return root.resolve("ledger-seen.json");
    }

    /** Heads of the ledger, one a day; it only grows. */
    public Path anchors() {
        return root.resolve("ledger-anchors.jsonl");
    }

    /** What failed, and where; rotating. */
    public Path log() {
        return root.resolve("log").resolve("wistaxis.log");
    }

    /** Who the customers are, sealed. */
    public Path people() {
        return root.resolve("people.db");
    }

    /** The shop's own advice to customers, as it wrote it. */
    public Path advice() {
        return root.resolve("advice.json");
    }

    /** The shop's own terms, as it wrote them. */
    public Path terms() {
        return root.resolve("terms.txt");
    }

    /** Languages of the shop's own, beside those that ship. */
    public Path languages() {
        return root.resolve("languages");
    }

    /** Which server keeps the shop's books; not there where the folder does. */
    public Path server() {
        return root.resolve("server.json");
    }

    /** What the server's ledger said when it was last reached. */
    public Path shopCopy() {
        return root.resolve("shop-copy.db");
    }

    /** What was done here while the server was away; and the numbers of tickets kept for it. */
    public Path shopJournal() {
        return root.resolve("shop-journal.db");
    }

    /** Who was taken in while the server was away that keeps the customers. */
    public Path shopPeople() {
        return root.resolve("shop-people.db");
    }

    /** How this bench shares firmware files with others. */
    public Path firmwareSharing() {
        return root.resolve("firmware-sharing.json");
    }

    /** Which of the shop's own files were last the same at all benches. */
    public Path shopFiles() {
        return root.resolve("shop-files.json");
    }

    /** When the copy was known to be all there is. */
    public Path shopCopySeen() {
        return root.resolve("shop-copy-seen");
    }

    /** By which password it is asked, where the system's own file has none. */
    public Path serverPassword() {
        return root.resolve("server-password");
    }

    /** Which Wistaxis opened the folder last. */
    public Path lastVersion() {
        return root.resolve("last-version");
    }

    /** The picture at the head of the shop's documents. */
    public Path logo() {
        return root.resolve("logo");
    }

    /** Where backups go, and what became of them. */
    public Path backups() {
        return root.resolve("backups.json");
    }

    /** What opens the backups; never in one. */
    public Path backupKey() {
        return root.resolve("backup-key");
    }

    public Path settings() {
        return root.resolve("settings.json");
    }

    public Path catalogue() {
        return root.resolve("firmware.json");
    }

    /** What checks of firmware files found. */
    public Path firmwareFolderIndex() {
        return named("firmware-files.json", "shelf.json");
    }

    /** The first plan of each day. */
    public Path days() {
        return root.resolve("days.json");
    }

    /** Calls, pickups and unlock days. */
    public Path calendar() {
        return root.resolve("calls.ics");
    }

    public Path exports() {
        return root.resolve("exports");
    }

    /** Removes what a kill left half written. Only for whoever holds the folder. */
    public void tidy() throws IOException {
        for (Path folder : List.of(root, exports(), firmwareFolder(), standIns())) {
            WholeFile.tidy(folder);
        }
    }

    /** The folder that was named, else the usual place of the world that is meant. */
    public static Path place(@Nullable Path named, boolean practice) {
        return named != null ? named : practice ? usualPlace() : benchPlace();
    }

    /** The usual place of the real bench, beside the one of practice, where all ledgers of before lie. */
    public static Path benchPlace() {
        Path practice = usualPlace();
        return practice.resolveSibling(practice.getFileName() + "-bench");
    }

    /** The usual place of practice on this machine; nothing is made. @throws BadInput where there is none */
    public static Path usualPlace() {
        Path usual = usual(System.getProperty("os.name"), System.getenv(), Path.of(System.getProperty("user.home")));
        if (!usual.isAbsolute()) {
            throw new BadInput(t("store.folder.no-home"));
        }
        return usual;
    }

    public Path ledger() {
        return root.resolve("ledger.db");
    }

    public Path practice() {
        return root.resolve("practice.db");
    }

    /** The shop's own key sequences, if it has any. */
    public Path methods() {
        return named("methods.json", "schools.json");
    }

    /** Where firmware files lie: where somebody chose, while that is there, else in here. */
    public Path firmwareFolder() {
        return chosenFirmware().filter(Files::isDirectory).orElseGet(this::ownFirmware);
    }

    /** Where firmware files lie when nobody chose. */
    public Path ownFirmware() {
        return named("firmware", "packages");
    }

    /** Names the folder that somebody chose for firmware files; there where somebody did. */
    public Path firmwarePlace() {
        return root.resolve("firmware-place");
    }

    /** The folder that somebody chose for firmware files, whether it is there or not; empty where nobody did, or nothing can be read. */
    public Optional<Path> chosenFirmware() {
        try {
            return Files.exists(firmwarePlace()) ? Optional.of(Path.of(Files.readString(firmwarePlace()).strip())).filter(Path::isAbsolute)
                    : Optional.empty();
        } catch (IOException | InvalidPathException _) {
            return Optional.empty();
        }
    }

    /** What is called so now; a folder from before that has it under its older name keeps that. */
    private Path named(String now, String before) {
        Path older = root.resolve(before);
        Path newer = root.resolve(now);
        return Files.exists(older) && !Files.exists(newer) ? older : newer;
    }

    public Path standIns() {
        return root.resolve("stand-ins");
    }
}
