package wistaxis.core.ticket;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import wistaxis.core.facts.Said;
import wistaxis.core.steps.Step;
import wistaxis.core.steps.Steps;
import wistaxis.core.words.Text;

/** What was done or tried on a ticket when it ended, as it is kept and in words. */
public final class Ending {
    private static final String TO_HARDWARE = "to-hardware";
    private static final String DONE = "done";
    private static final String NOTHING = "nothing";

    private Ending() {}

    /** Nothing is left but the device itself. */
    public static Said toHardware(Ticket ticket) {
        return toHardware(tried(ticket).map(a -> kept(a.step(), a.outcome().map(Attempt.Outcome::toString).orElse(NOTHING))));
    }

    /** The same of steps none of which helped. */
    public static Said toHardware(List<String> failed) {
        return toHardware(failed.stream().map(s -> kept(s, Attempt.Outcome.DID_NOT_HELP.toString())));
    }

    private static Said toHardware(Stream<String> tried) {
        return Said.of(TO_HARDWARE, "tried", tried.collect(Collectors.joining(",")));
    }

    private static String kept(String step, String outcome) {
        return step + ":" + outcome;
    }

    /** A step that writes nothing helped, and the device is handed over. */
    public static Said done(Attempt attempt) {
        return Said.of(DONE, "step", attempt.step(), "data", attempt.lostData() ? "gone" : "kept");
    }

    /** All that was tried, in words. */
    public static Text words(Ticket ticket) {
        return words(tried(ticket).map(a -> words(a.step(), a.outcome())).toList());
    }

    private static Stream<Attempt> tried(Ticket ticket) {
        return ticket.attempts().stream().filter(a -> !a.is(Step::isHardware) && !a.step().isEmpty());
    }

    private static Text words(List<Text> tried) {
        return tried.isEmpty() ? Text.of("core.ending.nothing-tried") : Text.of("core.ending.tried", "all", tried);
    }

    private static Text words(String step, Optional<Attempt.Outcome> outcome) {
        return Text.of("core.ending.step", "step", Steps.title(step), "outcome", outcome.map(Attempt.Outcome::words).orElse(Text.of(
                "core.ending.no-outcome")));
    }

    /** What was kept so, in words; empty for anything else. */
    static Optional<Text> says(Said said) {
        return switch (said.key()) {
            case TO_HARDWARE -> Optional.of(Text.of("core.ending.to-hardware", "tried", words(Arrays.stream(said.value("tried").split(","))
                    .filter(t -> !t.isEmpty()).map(t -> t.split(":", 2)).map(t -> words(t[0], Attempt.Outcome.of(t[t.length - 1])))
                    .toList())));
            case DONE -> Optional.of(Text.of(said.value("data").equals("gone") ? "core.ending.done-data-gone" : "core.ending.done", "step",
                    Steps.title(said.value("step"))));
            default -> Optional.empty();
        };
    }
}
