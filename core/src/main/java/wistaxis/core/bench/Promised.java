package wistaxis.core.bench;

import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import wistaxis.core.plan.Job;
import wistaxis.core.plan.Promise;
import wistaxis.core.plan.Task;
import wistaxis.core.words.Text;

/**
 * When a ticket will be ready, as far as can be told: by so many of a hundred days played through by the plan.
 *
 * @param half on half of them
 * @param likely on eight of ten
 * @param nearly on nineteen of twenty
 * @param dependsOn what of it differs most from day to day, at most three
 */
public record Promised(Instant half, Instant likely, Instant nearly, List<Text> dependsOn) {
    private static final double HALF = 0.5;
    private static final double LIKELY = 0.8;
    private static final double NEARLY = 0.95;
    private static final int NAMED = 3;

    /** What spreads by less is not named, seconds. Ours. */
    private static final double SPREADS = 60;

    public Promised {
        dependsOn = List.copyOf(dependsOn);
    }

    static Optional<Promised> of(Promise played, Job job, Instant from) {
        List<Text> depends = job.tasks().stream().filter(t -> spread(t) >= SPREADS).sorted(Comparator.comparingDouble(Promised::spread)
                .reversed()).map(Task::what).distinct().limit(NAMED).toList();
        return !played.isKnown() ? Optional.empty() : Optional.of(new Promised(from.plusSeconds(played.at(HALF)), from.plusSeconds(played
                .at(LIKELY)), from.plusSeconds(played.at(NEARLY)), depends));
    }

    private static double spread(Task task) {
        return task.seconds().high() - task.seconds().low();
    }
}
