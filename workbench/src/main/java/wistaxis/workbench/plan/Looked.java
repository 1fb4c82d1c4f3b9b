package wistaxis.workbench.plan;

import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import wistaxis.core.bench.BenchPlan;
import wistaxis.core.words.Text;

/** What of the plan has moved since somebody looked last. */
public final class Looked {
    /** A ticket that moved by less has not moved for anybody who relies on it. Ours. */
    private static final Duration MOVED = Duration.ofMinutes(5);

    private final Supplier<BenchPlan> planned;
    /** When each ticket was to be done then. */
    private Map<String, Instant> seen = Map.of();

    Looked(Supplier<BenchPlan> planned) {
        this.planned = planned;
    }

    /** Somebody has looked: what changes from here on is marked. */
    public void now() {
        seen = planned.get().lanes().stream().filter(l -> !l.spans().isEmpty()).collect(Collectors.toMap(l -> l.job().ticket(), l -> l
                .spans().getLast().end()));
    }

    /** How a lane has moved since then, in words; empty where it has not, and where nobody has looked yet. */
    public Optional<Text> moved(BenchPlan.Lane lane) {
        if (seen.isEmpty() || lane.spans().isEmpty()) {
            return Optional.empty();
        }
        Instant before = seen.get(lane.job().ticket());
        if (before == null) {
            return Optional.of(Text.of("core.plan.moved-new"));
        }
        Duration by = Duration.between(before, lane.spans().getLast().end());
        return by.abs().compareTo(MOVED) < 0 ? Optional.empty() : Optional.of(Text.of(by.isNegative() ? "core.plan.moved-earlier"
                : "core.plan.moved-later", "minutes", by.abs().toMinutes()));
    }
}
