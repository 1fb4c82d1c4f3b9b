package wistaxis.core.steps;

import java.util.List;
import org.jspecify.annotations.Nullable;
import wistaxis.core.buttons.Start;
import wistaxis.core.facts.Provenance;
import wistaxis.core.words.Text;

/**
 * The steps for a problem, least destructive first.
 *
 * @param shows how a device with it is found, as far as the problem says so; null where it may do anything
 * @param leavesOwner whether the device goes to somebody else, so that nobody sets it up here
 * @param mayOpen whether its screen may still be opened; null for not
 * @param judgedLater whether only days of use show if a step helped; null for at once
 */
public record UsualRoute(Problem problem, Text words, @Nullable Start shows, boolean leavesOwner,
        @Nullable Boolean mayOpen, @Nullable Boolean judgedLater, List<String> steps, Provenance provenance, String source) {
    public UsualRoute {
        steps = List.copyOf(steps);
    }

    /** The deepest step that writes; null where none does. */
    public @Nullable String deepest() {
        return steps.stream().filter(s -> Steps.is(s, Step::writes)).reduce((_, b) -> b).orElse(null);
    }
}
