package wistaxis.workbench.backup;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.concurrent.CompletableFuture;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import wistaxis.core.facts.BadInput;
import wistaxis.store.backup.Backup;
import wistaxis.store.backup.BackupKey;
import wistaxis.store.backup.BackupPlace;
import wistaxis.store.files.DiskProblem;
import wistaxis.store.files.LogFile;
import wistaxis.store.files.Rights;
import wistaxis.store.files.SideFile;
import wistaxis.store.files.WholeFile;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.LedgerStore;
import wistaxis.store.ledger.OutFile;
import wistaxis.workbench.life.Change;
import wistaxis.workbench.life.Life;

/**
 * A backup each day at the first start, and at closing when something was written since; made up for as soon as a place that was missing is
 * there again. Of the bench's thread; the work is done behind it.
 */
public final class Backups {
    /** How often a place that was missing is looked for. Ours. */
    private static final Duration AGAIN = Duration.ofMinutes(5);
    private static final Duration LOOK = Duration.ofSeconds(20);

    /** How long a rehearsal holds. Ours, like a fire drill each quarter. */
    private static final int QUARTER_DAYS = 91;

    private final Life life;
    private final DataFolder folder;
    private final LedgerStore ledger;
    private final InstantSource wall;
    private BackupPlace place;
    private boolean hasKey;
    private boolean running;
    private volatile boolean stop;
    private volatile double progress;
    private Instant looked = Instant.MIN;

    public Backups(Life life, DataFolder folder, LedgerStore ledger, InstantSource wall) {
        this.life = life;
        this.folder = folder;
        this.ledger = ledger;
        this.wall = wall;
        SideFile.Read<BackupPlace> read = BackupPlace.read(folder.backups());
        this.place = read.value();
        life.notices().say(read.problem());
        try {
            hasKey = BackupKey.read(folder.backupKey()).isPresent();
        } catch (BadInput | DiskProblem e) {
            life.notices().say(t("workbench.backup.key-not-read", "why", String.valueOf(e.getMessage())));
        }
    }

    /** Where they go, and what became of them. */
    public BackupPlace place() {
        return place;
    }

    public boolean hasKey() {
        return hasKey;
    }

    /** Whether they are made at all. */
    public boolean on() {
        return hasKey && place.folder() != null;
    }

    /** How far the one is that is being made, 0 to 1; empty for none. */
    public Optional<Double> running() {
        return running ? Optional.of(progress) : Optional.empty();
    }

    /** Whether somebody should bring one back once, to see that it can be done. */
    public boolean rehearsalDue() {
        BackupPlace.Last last = place.last();
        LocalDate rehearsed = place.rehearsed();
        return on() && last != null && (rehearsed == null || rehearsed.plusDays(QUARTER_DAYS).isBefore(today()));
    }

    /** What somebody should know of them at work, in a line; empty while all is as it should be. */
    public String says() {
        BackupPlace.Last last = place.last();
        String why = place.why();
        if (why == null) {
            return rehearsalDue() ? t("workbench.backup.line-rehearse") : "";
        }
        return last == null ? t("workbench.backup.line-none", "why", why) : t("workbench.backup.line-since", "at", LocalDate.ofInstant(last
                .at(), ZoneId.systemDefault()), "why", why);
    }

    /** @throws BadInput for what is no folder */
    public void goTo(String typed) {
        change(p -> p.at(typed, folder.root()));
        looked = Instant.MIN;
    }

    /** Makes a key; the one before opens what was made with it. */
    public void makeKey() {
        keep(BackupKey.make());
    }

    /** @throws BadInput for a passphrase that is too short */
    public void passphrase(String typed) {
        keep(BackupKey.parse(typed));
    }

    private void keep(BackupKey key) {
        life.background().write(() -> {
            key.write(folder.backupKey());
            return key;
        }, _ -> {
            hasKey = true;
            looked = Instant.MIN;
            tell();
        }, e -> life.notices().say(words(e)));
    }

    /** The key as a document with its code, to be printed and kept elsewhere. The answer is where it is, or why it is not. */
    public CompletableFuture<String> keyDocument() {
        Path file = OutFile.free(folder.exports().resolve("backup-key.pdf"));
        return behind(() -> {
            BackupKey key = BackupKey.read(folder.backupKey()).orElseThrow(() -> new BadInput(t("workbench.backup.no-key")));
            Rights.makeFolder(folder.exports());
            WholeFile.write(file, KeyDocument.pdf(key, place, wall.instant()));
            Rights.close(file);
            return file.toString();
        }, p -> p);
    }

    /** @return whether nothing else goes on, and this does from now on */
    private boolean begins() {
        boolean begins = !running;
        if (begins) {
            running = true;
            stop = false;
            progress = 0;
            tell();
        }
        return begins;
    }

    /** Makes one now. The answer says what became of it. */
    public CompletableFuture<String> now() {
        if (!begins()) {
            return CompletableFuture.completedFuture(t("workbench.backup.running"));
        }
        BackupPlace before = place;
        Instant now = wall.instant();
        CompletableFuture<String> said = new CompletableFuture<>();
        life.background().run(() -> make(folder, before, now, this::watch), last -> {
            running = false;
            change(p -> p.made(last));
            said.complete(t("workbench.backup.made", "file", last.file()));
        }, e -> {
            running = false;
            if (!(e instanceof Backup.Stopped)) {
                change(p -> p.failed(now, words(e)));
            }
            tell();
            said.complete(e instanceof Backup.Stopped ? words(e) : t("workbench.backup.not-made", "why", words(e)));
        });
        return said;
    }

    /** The one that is being made is not wanted any more. */
    public void stop() {
        stop = true;
    }

    /**
     * Brings the newest one back into a place of its own, with the key as somebody has it on paper, looks at its ledger and removes it
     * again.
     */
    public CompletableFuture<String> rehearse(String typed) {
        if (!begins()) {
            return CompletableFuture.completedFuture(t("workbench.backup.running"));
        }
        return behind(() -> {
            BackupKey key = BackupKey.parse(typed);
            Path newest = place.newest().orElseThrow(() -> new BadInput(t("workbench.backup.none-there")));
            return Backup.rehearse(newest, key, this::watch);
        }, found -> {
            change(p -> p.rehearsed(today()));
            return t("workbench.backup.rehearsed", "n", found.entries(), "files", found.files(), "at", LocalDate.ofInstant(found.made(),
                    ZoneId.systemDefault()));
        }).whenComplete((_, _) -> {
            running = false;
            tell();
        });
    }

    /** Looks now and then whether one is due. To be called each frame. */
    public void tick() {
        Instant now = wall.instant();
        if (running || !on() || now.isBefore(looked.plus(LOOK))) {
            return;
        }
        looked = now;
        Instant tried = place.tried();
        if (place.isDue(now, ZoneId.systemDefault()) && (tried == null || !now.isBefore(tried.plus(AGAIN)))) {
            now();
        }
    }

    /** Whether the ledger has grown since the last one; at the end of a day's work that is reason enough. */
    public boolean isDueAtClosing() {
        BackupPlace.Last last = place.last();
        return on() && (last == null || last.entries() != ledger.last().map(e -> e.number()).orElse(0L));
    }

    /**
     * Makes the one of the end, when the bench is closed already and its folder is let go of.
     *
     * @return what was in its way; empty for nothing
     */
    public static Optional<String> atClosing(DataFolder folder) {
        BackupPlace place = BackupPlace.read(folder.backups()).value();
        Instant now = Instant.now();
        try {
            place.made(make(folder, place, now, (_, _) -> true)).write(folder.backups());
            return Optional.empty();
        } catch (RuntimeException | IOException e) {
            LogFile.failed("backup at the end", e);
            place.failed(now, words(e)).write(folder.backups());
            return Optional.of(words(e));
        }
    }

    /** Makes one where they go, and removes those that are past their time. */
    public static BackupPlace.Last make(DataFolder folder, BackupPlace place, Instant now, Backup.Watcher watcher) throws IOException {
        BackupKey key = BackupKey.read(folder.backupKey()).orElseThrow(() -> new BadInput(t("workbench.backup.no-key")));
        if (place.folder() == null) {
            throw new BadInput(t("workbench.backup.no-folder"));
        }
        Path to = Path.of(place.folder());
        if (!Files.isDirectory(to)) {
            throw new BadInput(t("workbench.backup.place-missing", "folder", to));
        }
        Path file = place.name(now);
        Backup.Found found = Backup.make(folder, file, key, now, watcher);
        place.prune();
        return new BackupPlace.Last(now, file.toString(), Files.size(file), found.entries());
    }

    private boolean watch(long done, long all) {
        progress = all == 0 ? 1 : done / (double) all;
        return !stop;
    }

    private LocalDate today() {
        return LocalDate.ofInstant(wall.instant(), ZoneId.systemDefault());
    }

    private void change(UnaryOperator<BackupPlace> how) {
        BackupPlace next = how.apply(place);
        place = next;
        life.background().write(() -> next.write(folder.backups()), e -> life.notices().say(words(e)));
        tell();
    }

    private void tell() {
        life.changes().tell(Change.Topic.BACKUP);
    }

    private <T> CompletableFuture<String> behind(Callable<T> work, Function<T, String> done) {
        CompletableFuture<String> said = new CompletableFuture<>();
        life.background().run(work, answer -> said.complete(done.apply(answer)), e -> said.complete(words(e)));
        return said;
    }

    private static String words(Throwable e) {
        return switch (e) {
            case Backup.Stopped _ -> t("workbench.backup.stopped");
            case IOException io -> DiskProblem.words("backup", Path.of(""), io);
            default -> String.valueOf(e.getMessage());
        };
    }
}
