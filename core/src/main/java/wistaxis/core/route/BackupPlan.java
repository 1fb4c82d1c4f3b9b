package wistaxis.core.route;

import java.time.Duration;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import wistaxis.core.firmware.SystemVersion;
import wistaxis.core.time.Range;

/**
 * Which backup to take back: which fit the version that will be on the device, which will be grey in its list, which line to tap, how long
 * it takes. A backup fits the same or a newer version, and the newest that fits is the one to take: common practice.
 *
 * @param lines one a backup, in the order in which they are known
 * @param says in sentences; empty where no backup is known of
 */
public record BackupPlan(List<Line> lines, List<String> says) {
    /** What no backup brings back: common practice. */
    public static final String NEVER_BACK = "Face and fingerprint, some mail passwords and pay cards do not come back: they are set anew.";

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

    /** The newest that fits, by its day; where a day is missing only when there is no other. */
    private static int take(List<Route.BackupFit> fits) {
        List<CaseFacts.Backup> may = fits.stream().filter(f -> Boolean.TRUE.equals(f.fits())).map(Route.BackupFit::backup).toList();
        CaseFacts.Backup newest = may.size() == 1 ? may.getFirst() : may.stream().anyMatch(b -> b.at() == null) ? null
                : may.stream().max(Comparator.comparing(b -> Objects.requireNonNull(b.at()))).orElse(null);
        return newest == null ? -1 : fits.stream().map(Route.BackupFit::backup).toList().indexOf(newest);
    }

    private static List<String> says(List<Line> lines, @Nullable SystemVersion target, List<SystemVersion> signed) {
        List<String> says = new ArrayList<>();
        if (lines.isEmpty()) {
            return says;
        }
        lines.stream().filter(Line::take).findFirst().ifPresent(l -> says.add("Tap the line of the " + words(l.backup())
                + ": the newest that fits " + target + "." + times(l)));
        lines.stream().filter(l -> Boolean.TRUE.equals(l.grey())).forEach(l -> says.add("Grey in the list: the " + words(l.backup())
                + "; that version is newer."));
        if (lines.stream().anyMatch(l -> l.fits() == null)) {
            says.add(target == null ? "Which version will be on it is not known, so nobody can say which fit."
                    : "Not known whether they fit: " + lines.stream().filter(l -> l.fits() == null).map(l -> words(l.backup()))
                    .collect(Collectors.joining("; ")) + ". Ask which version made them.");
        } else if (lines.stream().noneMatch(l -> Boolean.TRUE.equals(l.fits()))) {
            says.add(noneFits(lines, target, signed));
        } else if (lines.stream().noneMatch(Line::take)) {
            says.add("Several fit, and a day is missing: take the newest of those that are not grey.");
        }
        return says;
    }

    /** The other way out: another signed version that would take one, the newest backup first; else what is given up. */
    private static String noneFits(List<Line> lines, @Nullable SystemVersion target, List<SystemVersion> signed) {
        return lines.stream().map(Line::backup).sorted(Comparator.comparing(CaseFacts.Backup::at, Comparator.nullsFirst(Comparator
                .naturalOrder())).reversed()).flatMap(b -> signed.stream().filter(v -> v.compareTo(Objects.requireNonNull(b.version()))
                >= 0).min(Comparator.naturalOrder()).map(v -> "None fits " + target + ". " + v + " is signed too and would take the "
                + words(b) + ".").stream()).findFirst()
                .orElse("None fits " + target + ", and no signed version would take one: what is only in them is given up.");
    }

    private static String words(CaseFacts.Backup b) {
        return b.kind() + " backup" + (b.device() == null ? "" : " of " + b.device()) + (b.at() == null ? "" : " of " + b.at())
                + (b.version() == null ? "" : ", made on " + b.version());
    }

    private static String times(Line l) {
        String use = l.firstUse() == null ? "" : " In use after " + span(l.firstUse()) + (l.backup().inCloud()
                ? " (then it asks for the passcode)" : "") + ".";
        return use + (l.whole() == null ? l.backup().inCloud() ? " Apps and photos come over hours or days, charging and on "
                + "Wi-Fi." : "" : l.backup().inCloud() ? " All of it after " + span(l.whole())
                + " of this line, charging and on Wi-Fi." : "");
    }

    private static String span(Range seconds) {
        String low = words(seconds.low());
        String high = words(seconds.high());
        return low.equals(high) ? "about " + low : low + " to " + high;
    }

    private static String words(double seconds) {
        Duration d = Duration.ofSeconds(Math.round(seconds));
        return d.toMinutes() < 100 ? Math.max(1, d.toMinutes()) + " min" : Math.round(d.toMinutes() / 60.0) + " h";
    }
}
