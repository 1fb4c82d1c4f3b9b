package wistaxis.store.backup;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Shown;
import wistaxis.store.files.DiskProblem;
import wistaxis.store.files.Inside;
import wistaxis.store.files.SideFile;
import wistaxis.store.files.WholeFile;

/**
 * Where a shop's backups go, and what became of them: {@code backups.json} of the data folder.
 *
 * @param id what this shop's files are known by, 8 hex digits
 * @param folder where they go; null for nowhere
 * @param last the last one that was verified; null for none
 * @param tried the last time that one was not made; null where none failed since the last one
 * @param why what was in its way
 * @param rehearsed when bringing one back was last rehearsed; null for never
 */
public record BackupPlace(String id, @Nullable String folder, @Nullable Last last, @Nullable Instant tried, @Nullable String why,
        @Nullable LocalDate rehearsed) {
    private static final DateTimeFormatter STAMP = DateTimeFormatter.ofPattern("yyyyMMdd-HHmmss", Locale.ROOT).withZone(ZoneOffset.UTC);
    private static final String ENDING = ".wistaxis-backup";

    /** @param entries of the ledger in it */
    public record Last(Instant at, String file, long bytes, long entries) {}

    public BackupPlace {
        if (!id.matches("[0-9a-f]{8}")) {
            throw new BadInput(t("store.backup.bad-id", "id", Shown.value(id)));
        }
    }

    /** What is known; one that cannot be read is set aside. */
    public static SideFile.Read<BackupPlace> read(Path file) {
        byte[] id = new byte[4];
        new SecureRandom().nextBytes(id);
        return new SideFile(file, "backups", 1).read(text -> Json.read(text, BackupPlace.class, String.valueOf(file.getFileName())),
                new BackupPlace(HexFormat.of().formatHex(id), null, null, null, null, null));
    }

    public void write(Path file) {
        try {
            WholeFile.write(file, Json.writePretty(this));
        } catch (IOException e) {
            throw DiskProblem.of("backups", file, e);
        }
    }

    /** Whether it is there is seen when one is made. @throws BadInput for what is no whole path, or lies in the data folder */
    public BackupPlace at(String typed, Path data) {
        if (typed.isBlank()) {
            return new BackupPlace(id, null, last, null, null, rehearsed);
        }
        Path to = Inside.outside(data, typed).orElseThrow(() -> new BadInput(t("store.backup.bad-folder", "folder", Shown.value(typed))));
        return new BackupPlace(id, to.toString(), last, null, null, rehearsed);
    }

    public BackupPlace made(Last now) {
        return new BackupPlace(id, folder, now, null, null, rehearsed);
    }

    public BackupPlace failed(Instant at, String reason) {
        return new BackupPlace(id, folder, last, at, reason, rehearsed);
    }

    public BackupPlace rehearsed(LocalDate day) {
        return new BackupPlace(id, folder, last, tried, why, day);
    }

    /** Whether one has to be made: there is none of today. */
    public boolean isDue(Instant now, ZoneId zone) {
        return folder != null && (last == null || LocalDate.ofInstant(last.at(), zone).isBefore(LocalDate.ofInstant(now, zone)));
    }

    /** What a new one is called. */
    public Path name(Instant now) {
        return Path.of(String.valueOf(folder)).resolve("wistaxis-" + id + "-" + STAMP.format(now) + ENDING);
    }

    /** This shop's backups, the oldest first: by name and by what they begin with. */
    public Map<LocalDateTime, Path> there() throws IOException {
        Map<LocalDateTime, Path> all = new TreeMap<>();
        Pattern ours = Pattern.compile("wistaxis-" + id + "-(\\d{8}-\\d{6})" + Pattern.quote(ENDING));
        try (Stream<Path> files = Files.list(Path.of(String.valueOf(folder)))) {
            for (Path file : files.filter(f -> Files.isRegularFile(f, LinkOption.NOFOLLOW_LINKS)).toList()) {
                Matcher name = ours.matcher(String.valueOf(file.getFileName()));
                if (name.matches() && Backup.made(file).isPresent()) {
                    all.put(LocalDateTime.parse(name.group(1), STAMP.withZone(null)), file);
                }
            }
        }
        return all;
    }

    /** The newest that is there. */
    public Optional<Path> newest() throws IOException {
        List<Path> all = folder == null || !Files.isDirectory(Path.of(folder)) ? List.of() : List.copyOf(there().values());
        return all.isEmpty() ? Optional.empty() : Optional.of(all.getLast());
    }

    /** A kill leaves what was not whole; what is a day old nobody writes any more, at this bench or another. */
    private void sweep() throws IOException {
        Instant old = Instant.now().minus(Duration.ofDays(1));
        try (Stream<Path> files = Files.list(Path.of(String.valueOf(folder)))) {
            for (Path left : files.filter(WholeFile::isTemporary).filter(f -> Files.isRegularFile(f, LinkOption.NOFOLLOW_LINKS)).toList()) {
                if (Files.getLastModifiedTime(left, LinkOption.NOFOLLOW_LINKS).toInstant().isBefore(old)) {
                    Files.deleteIfExists(left);
                }
            }
        }
    }

    /** Removes this shop's backups that are past their time, and what a kill left of one; nobody else's. */
    public int prune() throws IOException {
        Map<LocalDateTime, Path> all = there();
        Set<LocalDateTime> past = Keeping.past(all.keySet());
        for (LocalDateTime made : past) {
            Files.delete(all.get(made));
        }
        sweep();
        return past.size();
    }
}
