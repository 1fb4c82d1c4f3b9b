package wistaxis.core.route;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import wistaxis.core.firmware.SystemVersion;
import wistaxis.core.time.Range;
import wistaxis.core.words.Text;

/**
 * Which backup to take back: which fit the version that will be on the device, which will be grey in its list, which line to tap, how long
 * it takes. A backup fits the same or a newer version, and the newest that fits is the one to take: common practice.
 *
 * @param lines one a backup, in the order in which they are known
 * @param says in sentences; empty where no backup is known of
 */
public record BackupPlan(List<Line> lines, List<Text> says) {
    /** What no backup brings back: common practice. */
    public static final Text NEVER_BACK = Text.of("core.backup.never-back");

    /** In the choices of a message: there is none. */
    private static final String NONE = "none";

    /** Restarts and asks for the passcode after so many minutes of a cloud backup: common practice. */
    private static final Range CLOUD_FIRST_USE = new Range(300, 330, 360, 0);

    /** What a cable moves, bytes a second, slow and quick: ours. */
    private static final double CABLE_SLOW = 15e6;
    private static final double CABLE_QUICK = 40e6;

    /**
     * @param fits null where one of the versions is not known
     * @param grey whether the device's list shows it grey, so that it cannot be taken; null where that is not known
     * @param take whether it is the line to tap
     * @param firstUse seconds until the device can be used; null where nobody can say
     * @param whole seconds until everything, photos too, is there; null where size or line is not known
     */
    public record Line(CaseFacts.Backup backup, @Nullable Boolean fits, @Nullable Boolean grey, boolean take, @Nullable Range firstUse,
            @Nullable Range whole) {}

    /** How long so many bytes take over the shop's line, seconds. */
    public interface Wire {
        Optional<Range> seconds(long bytes);
    }

    public BackupPlan {
        lines = List.copyOf(lines);
        says = List.copyOf(says);
    }

    /**
     * @param target the version that will be on the device; null where that is not known
     * @param signed the versions that are signed for it
     */
    public static BackupPlan of(List<Route.BackupFit> fits, @Nullable SystemVersion target, List<SystemVersion> signed, Wire wire) {
        int take = take(fits);
        List<Line> lines = new ArrayList<>();
        for (int i = 0; i < fits.size(); i++) {
            lines.add(line(fits.get(i).backup(), fits.get(i).fits(), i == take, wire));
        }
        return new BackupPlan(lines, says(lines, target, signed));
    }

    private static Line line(CaseFacts.Backup b, @Nullable Boolean fits, boolean take, Wire wire) {
        Range whole = b.sizeBytes() == null ? null : b.inCloud() ? wire.seconds(b.sizeBytes()).orElse(null)
                : cable(b.sizeBytes());
        return new Line(b, fits, fits == null ? null : (Boolean) !fits, take, b.inCloud() ? CLOUD_FIRST_USE : whole, whole);
    }

    /** How long so many bytes take over a cable, seconds; the rates are ours. */
    public static Range cable(long bytes) {
        return new Range(bytes / CABLE_QUICK, bytes / ((CABLE_QUICK + CABLE_SLOW) / 2), bytes / CABLE_SLOW, 0);
    }

    /** This device's own newest that fits, by its day; where a day is missing only when there is no other. Other devices' are never it. */
    private static int take(List<Route.BackupFit> fits) {
        List<CaseFacts.Backup> may = fits.stream().filter(f -> Boolean.TRUE.equals(f.fits())).map(Route.BackupFit::backup)
                .filter(b -> b.device() == null).toList();
        CaseFacts.Backup newest = may.size() == 1 ? may.getFirst() : may.stream().anyMatch(b -> b.at() == null) ? null
                : may.stream().max(Comparator.comparing(b -> Objects.requireNonNull(b.at()))).orElse(null);
        return newest == null ? -1 : fits.stream().map(Route.BackupFit::backup).toList().indexOf(newest);
    }

    private static List<Text> says(List<Line> lines, @Nullable SystemVersion target, List<SystemVersion> signed) {
        List<Text> says = new ArrayList<>();
        if (lines.isEmpty()) {
            return says;
        }
        lines.stream().filter(Line::take).findFirst().ifPresent(l -> {
            says.add(Text.of("core.backup.tap", "backup", words(l.backup()), "target", String.valueOf(target)));
            times(l, says);
        });
        lines.stream().filter(l -> Boolean.TRUE.equals(l.grey())).forEach(l -> says.add(Text.of("core.backup.grey", "backup", words(
                l.backup()))));
        if (lines.stream().anyMatch(l -> l.fits() == null)) {
            says.add(target == null ? Text.of("core.backup.target-unknown") : Text.of("core.backup.fit-unknown", "backups", lines.stream()
                    .filter(l -> l.fits() == null).map(l -> words(l.backup())).toList()));
        } else if (lines.stream().noneMatch(l -> Boolean.TRUE.equals(l.fits()))) {
            says.add(noneFits(lines, String.valueOf(target), signed));
        } else if (lines.stream().filter(l -> Boolean.TRUE.equals(l.fits())).noneMatch(l -> l.backup().device() == null)) {
            says.add(Text.of("core.backup.others-only"));
        } else if (lines.stream().noneMatch(Line::take)) {
            says.add(Text.of("core.backup.day-missing"));
        }
        return says;
    }

    /** The other way out: another signed version that would take one, the newest backup first; else what is given up. */
    private static Text noneFits(List<Line> lines, String target, List<SystemVersion> signed) {
        return lines.stream().map(Line::backup).sorted(Comparator.comparing(CaseFacts.Backup::at, Comparator.nullsFirst(Comparator
                .naturalOrder())).reversed()).flatMap(b -> signed.stream().filter(v -> v.compareTo(Objects.requireNonNull(b.version()))
                >= 0).min(Comparator.naturalOrder()).map(v -> Text.of("core.backup.other-version", "target", target, "version", v
                .toString(), "backup", words(b))).stream()).findFirst().orElse(Text.of("core.backup.none-fits", "target", target));
    }

    /** A backup in words. */
    public static Text words(CaseFacts.Backup b) {
        return Text.of("core.backup.words", "kind", b.kind(), "device", b.device() == null ? NONE : b.device(), "at", b.at() == null ? NONE
                : b.at(), "version", b.version() == null ? NONE : b.version().toString());
    }

    private static void times(Line l, List<Text> says) {
        if (l.firstUse() != null) {
            says.add(Text.of(l.backup().inCloud() ? "core.backup.use-cloud" : "core.backup.use", "span", span(l.firstUse())));
        }
        if (l.backup().inCloud()) {
            says.add(l.whole() == null ? Text.of("core.backup.whole-unknown") : Text.of("core.backup.whole", "span", span(l.whole())));
        }
    }

    private static Text span(Range seconds) {
        Text low = words(seconds.low());
        Text high = words(seconds.high());
        return low.equals(high) ? Text.of("core.span.about", "time", low) : Text.of("core.span.range", "low", low.key().equals(high.key())
                ? low.with().get("n") : low, "high", high);
    }

    private static Text words(double seconds) {
        long minutes = Math.round(seconds) / 60;
        return minutes < 100 ? Text.of("core.span.minutes", "n", Math.max(1, minutes)) : Text.of("core.span.hours", "n", Math.round(minutes
                / 60.0));
    }
}
