package wistaxis.core.firmware;

import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * The choice among the builds for one model, each with its reason. The newest signed released build is taken unless the ticket
 * asks for another version; common practice.
 *
 * @param builds newest version first
 */
public record BuildChoice(List<Judged> builds) {
    /** A build and why it is, or is not, the one. */
    public record Judged(Build build, boolean chosen, boolean possible, String reason) {}

    public BuildChoice {
        builds = List.copyOf(builds);
    }

    /**
     * What the ticket wants of a build.
     *
     * @param target the version asked for; null for the newest signed one
     * @param backups the versions that made the owner's backups, as far as known
     * @param watch the paired watch's version; null when there is none or nobody knows
     */
    public record Wishes(@Nullable SystemVersion target, List<SystemVersion> backups, @Nullable SystemVersion watch) {
        public static final Wishes NONE = new Wishes(null, List.of(), null);

        public Wishes {
            backups = List.copyOf(backups);
        }

        /** What speaks against a build although it can be installed; empty when nothing does. */
        private String against(SystemVersion v) {
            List<SystemVersion> tooNew = backups.stream().filter(b -> b.compareTo(v) > 0).sorted().toList();
            String backup = tooNew.isEmpty() ? "" : "Older than the backup needs: one made on " + tooNew.getLast() + " does not fit. ";
            Optional<Boolean> pairs = watch == null ? Optional.of(true) : WatchPairing.pairs(v, watch);
            return backup + (pairs.isEmpty() ? "Whether the watch on " + watch + " pairs with it is not known."
                    : pairs.get() ? "" : "The watch on " + watch + " would not pair with it.");
        }
    }

    public static BuildChoice among(List<Build> all, String identifier, Instant now) {
        return among(all, identifier, now, Wishes.NONE);
    }

    public static BuildChoice among(List<Build> all, String identifier, Instant now, Wishes wishes) {
        List<Build> newestFirst = all.stream().sorted(Comparator.comparing(Build::version).reversed().thenComparing(Build::build)).toList();
        Optional<Build> best = newestFirst.stream().filter(b -> obstacle(b, identifier, now).isEmpty())
                .filter(b -> wishes.target() == null ? !b.version().isTest() : b.version().equals(wishes.target())).findFirst();
        return new BuildChoice(newestFirst.stream().map(b -> judge(b, best, identifier, now, wishes)).toList());
    }

    public Optional<Judged> chosen() {
        return builds.stream().filter(Judged::chosen).findFirst();
    }

    private static Judged judge(Build b, Optional<Build> best, String identifier, Instant now, Wishes wishes) {
        Optional<String> obstacle = obstacle(b, identifier, now);
        if (obstacle.isPresent()) {
            return new Judged(b, false, false, obstacle.get());
        }
        String against = wishes.against(b.version());
        if (best.filter(b::equals).isPresent()) {
            String why = wishes.target() != null ? "The ticket asks for it, and it is signed. " : "Newest signed build for this model"
                    + (against.isEmpty() ? ": fits every backup made on " + b.version() + " or older." : ". ");
            return new Judged(b, true, true, (why + against).strip());
        }
        return new Judged(b, false, true, !against.isEmpty() ? against.strip() : wishes.target() != null
                ? "Not the version that the ticket asks for, " + wishes.target() + "."
                : b.version().isTest() ? "A test version: only when the ticket asks for it."
                : "Older than " + best.map(o -> o.version().toString()).orElse("the newest")
                + ": backups made on a newer version would not fit.");
    }

    private static Optional<String> obstacle(Build b, String identifier, Instant now) {
        if (!b.identifiers().contains(identifier)) {
            return Optional.of("For " + String.join(", ", b.identifiers()) + ", not for this model.");
        }
        return b.signedAt(now) ? Optional.empty() : Optional.of("Not signed any more: the maker's service refuses it.");
    }
}
