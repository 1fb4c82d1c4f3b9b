package wistaxis.core.firmware;

import static wistaxis.core.words.Say.t;

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
            String backup = tooNew.isEmpty() ? "" : t("core.choice.too-old", "backup", tooNew.getLast()) + " ";
            Optional<Boolean> pairs = watch == null ? Optional.of(true) : WatchPairing.pairs(v, watch);
            return backup + (pairs.isEmpty() ? t("core.choice.watch-unknown", "watch", watch)
                    : pairs.get() ? "" : t("core.choice.watch-no", "watch", watch));
        }
    }

    public static BuildChoice among(List<Build> all, String identifier, Instant now) {
        return among(all, identifier, now, Wishes.NONE);
    }

    public static BuildChoice among(List<Build> all, String identifier, Instant now, Wishes wishes) {
        List<Build> newestFirst = all.stream().sorted(Comparator.comparing(Build::version).reversed().thenComparing(Build::build)).toList();
        Optional<Build> best = newestFirst.stream().filter(b -> !b.signingUnknown() && obstacle(b, identifier, now).isEmpty())
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
        if (b.signingUnknown()) {
            return new Judged(b, false, true, t("core.choice.unsure"));
        }
        String against = wishes.against(b.version());
        if (best.filter(b::equals).isPresent()) {
            String why = wishes.target() != null ? t("core.choice.asked") : against.isEmpty()
                    ? t("core.choice.newest-fits", "version", b.version()) : t("core.choice.newest");
            return new Judged(b, true, true, (why + " " + against).strip());
        }
        return new Judged(b, false, true, !against.isEmpty() ? against.strip() : wishes.target() != null
                ? t("core.choice.other-version", "version", wishes.target())
                : b.version().isTest() ? t("core.choice.beta")
                : best.map(o -> t("core.choice.older", "version", o.version())).orElse(t("core.choice.older-than-newest")));
    }

    private static Optional<String> obstacle(Build b, String identifier, Instant now) {
        if (!b.identifiers().contains(identifier)) {
            return Optional.of(t("core.choice.other-model", "models", String.join(", ", b.identifiers())));
        }
        return b.signingUnknown() || b.signedAt(now) ? Optional.empty() : Optional.of(t("core.choice.not-signed"));
    }
}
