package wistaxis.core.work;

import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import wistaxis.core.route.Intake;
import wistaxis.core.steps.Steps;
import wistaxis.core.ticket.Attempt;
import wistaxis.core.ticket.Ticket;

/** An earlier ticket of a device in one line. */
public final class Visit {
    private Visit() {}

    /** What it came for and what helped: "looping; recovery and update helped". */
    public static String words(Ticket t, Intake intake) {
        String helped = titles(t, a -> a.outcome().filter(Attempt.Outcome.HELPED::equals).isPresent());
        String failed = titles(t, Attempt::failed);
        String tried = titles(t, a -> !a.step().isEmpty());
        String came = !helped.isEmpty() ? helped + " helped" : !failed.isEmpty() ? failed + " did not help" : !tried.isEmpty() ? tried
                + ", nobody has said whether it helped" : "nothing was tried";
        return Stream.of(t.fact("trouble").map(v -> intake.words("trouble", v).toString()).orElse("trouble not said"), came)
                .collect(Collectors.joining("; "));
    }

    private static String titles(Ticket t, Predicate<Attempt> which) {
        return t.attempts().stream().filter(which).map(a -> Steps.title(a.step()).toString()).distinct()
                .collect(Collectors.joining(", "));
    }
}
