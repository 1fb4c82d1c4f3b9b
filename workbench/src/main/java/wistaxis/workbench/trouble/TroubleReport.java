package wistaxis.workbench.trouble;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.concurrent.CompletableFuture;
import java.util.function.Supplier;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.ProgramVersion;
import wistaxis.core.facts.Units;
import wistaxis.core.words.Say;
import wistaxis.store.backup.BackupPlace;
import wistaxis.store.files.Room;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.LedgerStore;
import wistaxis.store.settings.Settings;
import wistaxis.workbench.life.Life;

/**
 * Versions, settings, the end of the log and measurements, as a text that somebody reads before it is given to anybody. It takes in
 * nothing that was typed: of settings only which are set and what is chosen from a list, of tickets only how many; the log keeps no values
 * by itself, and paths lose what is not ours.
 */
public final class TroubleReport {
    private static final int LOG_LINES = 300;
    private static final String NOT_SET = "not-set";
    private static final Pattern PATH = Pattern.compile("(?:[A-Za-z]:)?(?:[/\\\\][^\\s/\\\\:()\\[\\]]+){2,}");

    private final Life life;
    private final DataFolder folder;
    private final LedgerStore ledger;
    private final Supplier<Settings> settings;
    private final Supplier<BackupPlace> backups;
    private final Instant began = Instant.now();

    public TroubleReport(Life life, DataFolder folder, LedgerStore ledger, Supplier<Settings> settings,
            Supplier<BackupPlace> backups) {
        this.life = life;
        this.folder = folder;
        this.ledger = ledger;
        this.settings = settings;
        this.backups = backups;
    }

    /** The report of now. */
    public CompletableFuture<String> text() {
        Settings now = settings.get();
        BackupPlace place = backups.get();
        CompletableFuture<String> text = new CompletableFuture<>();
        life.background().run(() -> make(now, place), text::complete, text::completeExceptionally);
        return text;
    }

    private String make(Settings now, BackupPlace backups) {
        Map<String, Object> versions = new TreeMap<>(Map.of("wistaxis", ProgramVersion.OURS, "java", System.getProperty("java.version")
                + ", " + System.getProperty("java.vendor"), "system", System.getProperty("os.name") + " " + System.getProperty("os.version")
                + ", " + System.getProperty("os.arch"), "javafx", System.getProperty("javafx.version", "-"), "language",
                Say.language().tag()));
        Runtime vm = Runtime.getRuntime();
        Map<String, Object> measured = new TreeMap<>(Map.of("open-for", Duration.between(began, Instant.now()).toMinutes() + " min",
                "memory-in-use", Units.inWords(vm.totalMemory() - vm.freeMemory()), "memory-at-most", Units.inWords(vm.maxMemory()),
                "processors", vm.availableProcessors(), "disk-free", Units.inWords(Room.free(folder.root())), "ledger-entries",
                ledger.last().map(e -> e.number()).orElse(0L), "practice", life.simulated(), "several-benches", ledger.bench() != null));
        for (Path file : folder.files()) {
            try {
                if (Files.exists(file)) {
                    measured.put("file-" + file.getFileName(), Units.inWords(Files.size(file)));
                }
            } catch (IOException e) {
                measured.put("file-" + file.getFileName(), e.getClass().getSimpleName());
            }
        }
        Map<String, Object> chosen = new TreeMap<>(now.preferences());
        chosen.putAll(Map.of("recovery-timeout", now.window(), "holidays", now.holidays(), "library", said(now.library()), "staff",
                now.staff() == null ? 0 : Objects.requireNonNull(now.staff()).size(), "forget-after-days", chosen(now.forgetDays()),
                "cues", chosen(now.cues()), "shop-profile", said(now.shop()), "backups", said(backups.folder()), "last-backup",
                backups.last() == null ? NOT_SET : String.valueOf(Objects.requireNonNull(backups.last()).at())));
        return part("versions", versions) + part("settings", chosen) + part("measurements", measured) + "log\n" + log();
    }

    /** Only whether. */
    private static String said(@Nullable Object value) {
        return value == null ? NOT_SET : "set";
    }

    private static String chosen(@Nullable Object value) {
        return value == null ? NOT_SET : value.toString();
    }

    private static String part(String title, Map<String, Object> rows) {
        StringBuilder text = new StringBuilder(title).append('\n');
        rows.forEach((name, value) -> text.append("  ").append(name).append(": ").append(value).append('\n'));
        return text.append('\n').toString();
    }

    /** The end of what was written down, without the paths of this computer. */
    private String log() {
        Path logs = folder.log().getParent();
        List<String> lines = new ArrayList<>();
        try (Stream<Path> files = Files.exists(logs) ? Files.list(logs) : Stream.empty()) {
            for (Path file : files.filter(f -> f.toString().endsWith(".log")).sorted(Comparator.comparing(f -> f.toFile().lastModified()))
                    .toList()) {
                lines.addAll(Files.readAllLines(file));
            }
        } catch (IOException e) {
            lines.add(e.getClass().getName());
        }
        return String.join("\n", lines.subList(Math.max(0, lines.size() - LOG_LINES), lines.size()).stream().map(l -> PATH.matcher(l)
                .replaceAll("(path)")).toList()) + "\n";
    }
}
