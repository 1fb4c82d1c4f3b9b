package wistaxis.core.firmware;

import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * The choice among the builds for one model, each with its reason. The newest signed released build is taken; common practice.
 *
 * @param builds newest version first
 */
public record BuildChoice(List<Judged> builds) {
    /** A build and why it is, or is not, the one. */
    public record Judged(Build build, boolean chosen, boolean possible, String reason) {}

    public BuildChoice {
        builds = List.copyOf(builds);
    }

    public static BuildChoice among(List<Build> all, String identifier, Instant now) {
        List<Build> newestFirst = all.stream().sorted(Comparator.comparing(Build::version).reversed()).toList();
        Optional<Build> best = newestFirst.stream().filter(b -> obstacle(b, identifier, now).isEmpty() && !b.version().isTest()).findFirst();
        return new BuildChoice(newestFirst.stream().map(b -> judge(b, best, identifier, now)).toList());
    }

    public Optional<Judged> chosen() {
        return builds.stream().filter(Judged::chosen).findFirst();
    }

    private static Judged judge(Build b, Optional<Build> best, String identifier, Instant now) {
        Optional<String> obstacle = obstacle(b, identifier, now);
        if (obstacle.isPresent()) {
            return new Judged(b, false, false, obstacle.get());
        }
        if (best.filter(b::equals).isPresent()) {
            return new Judged(b, true, true, "Newest signed build for this model: fits every backup made on " + b.version() + " or older.");
        }
        return new Judged(b, false, true, b.version().isTest()
                ? "A test version: only when the ticket asks for it."
                : "Older than " + best.map(o -> o.version().toString()).orElse("the newest") + ": backups made on a newer version would not fit.");
    }

    private static Optional<String> obstacle(Build b, String identifier, Instant now) {
        if (!b.identifiers().contains(identifier)) {
            return Optional.of("For " + String.join(", ", b.identifiers()) + ", not for this model.");
        }
        return b.signedAt(now) ? Optional.empty() : Optional.of("Not signed any more: the maker's service refuses it.");
    }
}
