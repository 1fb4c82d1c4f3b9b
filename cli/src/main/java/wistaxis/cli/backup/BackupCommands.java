package wistaxis.cli.backup;

import static wistaxis.core.words.Say.t;

import java.io.BufferedReader;
import java.io.Console;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import wistaxis.cli.output.OnLedger;
import wistaxis.cli.output.Output;
import wistaxis.cli.output.Progress;
import wistaxis.cli.output.Refusal;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Units;
import wistaxis.store.backup.Backup;
import wistaxis.store.backup.BackupKey;
import wistaxis.store.backup.BackupPlace;
import wistaxis.store.ledger.DataFolder;
import wistaxis.workbench.backup.Backups;

/** What opens a backup is read from a file or asked for, and never stands on a command line. */
public final class BackupCommands {
    private BackupCommands() {}

    private static BackupKey key(@Nullable Path file) {
        if (file != null) {
            return BackupKey.read(file).orElseThrow(() -> new BadInput(t("cli.backup.no-key-file", "file", file)));
        }
        Console console = System.console();
        if (console != null) {
            char[] typed = console.readPassword("%s ", t("cli.backup.ask"));
            return BackupKey.parse(typed == null ? "" : new String(typed));
        }
        try {
            String line = new BufferedReader(new InputStreamReader(System.in, StandardCharsets.UTF_8)).readLine();
            return BackupKey.parse(line == null ? "" : line);
        } catch (IOException e) {
            throw new Refusal(t("cli.ledger.not-written", "why", e.getMessage()));
        }
    }

    private static Backup.Watcher watching(Progress progress) {
        return (done, all) -> {
            progress.accept(done / (double) Math.max(1, all));
            return true;
        };
    }

    /** @param keyFile what opens it; null to ask */
    public static Backup.Found verified(Path file, @Nullable Path keyFile, Progress progress) {
        return Backup.verify(file, key(keyFile), watching(progress));
    }

    /** What a backup holds, as an answer. */
    public record Row(String file, Instant made, String program, int files, long bytes, long entries, String head) {
        public static Row of(Path file, Backup.Found found) {
            return new Row(file.toString(), found.made(), found.program(), found.files(), found.bytes(), found.entries(), found.head());
        }
    }

    /** The same in a sentence. */
    public static String held(Backup.Found found) {
        return t("cli.backup.holds", "files", found.files(), "bytes", Units.inWords(found.bytes()), "n", found.entries(), "at", LocalDate
                .ofInstant(found.made(), ZoneId.systemDefault()), "program", found.program(), "digest", found.head());
    }

    @Command(name = "backup", mixinStandardHelpOptions = true, description = "${bundle:cli.help.backup}")
    public static final class Make extends OnLedger {
        @Option(names = "--to", paramLabel = "DIR", description = "${bundle:cli.help.backup.to}")
        private @Nullable Path to;

        @Option(names = "--key-file", paramLabel = "FILE", description = "${bundle:cli.help.backup.key-file}")
        private @Nullable Path keyFile;

        @Override
        public void run() {
            ledger().close(); // said where there is none
            DataFolder folder = folder();
            BackupPlace place = BackupPlace.read(folder.backups()).value();
            Backup.Watcher watcher = watching(progress(t("cli.progress.backup")));
            Instant now = Instant.now();
            try {
                if (to == null) {
                    BackupPlace.Last last = Backups.make(folder, place, now, watcher);
                    place.made(last).write(folder.backups());
                    answer(last, List.of(t("workbench.backup.made", "file", last.file())));
                    return;
                }
            } catch (IOException e) {
                throw new Refusal(t("workbench.backup.not-made", "why", e.getMessage()));
            }
            Optional<BackupKey> kept = keyFile == null ? BackupKey.read(folder.backupKey()) : Optional.empty();
            Path file = place.at(to.toAbsolutePath().toString(), folder.root()).name(now);
            Backup.Found found = Backup.make(folder, file, kept.orElseGet(() -> key(keyFile)), now, watcher);
            answer(Row.of(file, found), List.of(t("workbench.backup.made", "file", file), held(found)));
        }
    }

    @Command(name = "restore", mixinStandardHelpOptions = true, description = "${bundle:cli.help.restore}")
    public static final class Restore extends Output {
        @Parameters(index = "0", paramLabel = "FILE", description = "${bundle:cli.help.backup.file}")
        private Path file = Path.of("");

        @Option(names = "--key-file", paramLabel = "FILE", description = "${bundle:cli.help.backup.key-file}")
        private @Nullable Path keyFile;

        @Option(names = "--to", required = true, paramLabel = "DIR", description = "${bundle:cli.help.restore.to}")
        private Path to = Path.of("");

        @Override
        public void run() {
            Backup.Found found = Backup.restore(file, key(keyFile), to, watching(progress(t("cli.progress.restore"))));
            answer(Row.of(file, found), List.of(t("cli.backup.restored", "folder", to), held(found)));
        }
    }
}
