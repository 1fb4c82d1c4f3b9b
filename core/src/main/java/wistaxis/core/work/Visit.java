package wistaxis.core.work;

import static wistaxis.core.words.Say.t;

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
        String came = !helped.isEmpty() ? t("core.visit.helped", "steps", helped) : !failed.isEmpty() ? t("core.visit.failed", "steps",
                failed) : !tried.isEmpty() ? t("core.visit.unknown", "steps", tried) : t("core.visit.nothing");
        return Stream.of(t.fact("trouble").map(v -> intake.words("trouble", v).toString()).orElse(t("core.visit.no-problem")), came)
                .collect(Collectors.joining("; "));
    }

    private static String titles(Ticket t, Predicate<Attempt> which) {
        return t.attempts().stream().filter(which).map(a -> Steps.title(a.step()).toString()).distinct()
                .collect(Collectors.joining(", "));
    }
}
