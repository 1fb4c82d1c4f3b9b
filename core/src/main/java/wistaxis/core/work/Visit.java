package wistaxis.core.work;

import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import wistaxis.core.route.Intake;
import wistaxis.core.steps.Step;
import wistaxis.core.steps.Steps;
import wistaxis.core.ticket.Attempt;
import wistaxis.core.ticket.Ticket;

/** An earlier ticket of a device in one line. */
public final class Visit {
    private Visit() {}

    /** What it came for and what helped: "looping; recovery and update helped". */
    public static String words(Ticket t, Intake intake) {
        List<String> helped = t.attempts().stream().filter(a -> a.outcome().filter(Attempt.Outcome.HELPED::equals).isPresent())
                .map(Visit::title).toList();
        String tried = t.attempts().stream().filter(a -> !a.step().isEmpty()).map(Visit::title).distinct().collect(Collectors
                .joining(", "));
        String came = helped.isEmpty() ? tried.isEmpty() ? "nothing was tried" : tried + " did not help" : String.join(", ", helped)
                + " helped";
        return Stream.of(t.fact("trouble").map(v -> intake.words("trouble", v)).orElse("trouble not said"), came)
                .collect(Collectors.joining("; "));
    }

    private static String title(Attempt a) {
        return Steps.find(a.step()).map(Step::title).orElse(a.step());
    }
}
