package wistaxis.workbench.document;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import wistaxis.core.steps.WalkRun;
import wistaxis.core.ticket.Attempt;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.SetUp;

/** What was done, by whom, and how the device left. */
final class Report implements Document {
    @Override
    public Map<String, Object> values(Sheet of) {
        Ticket t = of.ticket();
        Map<String, Object> values = new HashMap<>();
        values.put("facts", of.found());
        values.put("work", t.attempts().stream().filter(a -> !a.step().isEmpty()).map(a -> work(of, a)).toList());
        List<Map<String, Object>> after = new ArrayList<>();
        after.add(Sheet.row("Version before", t.fact("installedVersion").filter(v -> !v.equals("unknown")).orElse("not known")));
        after.add(Sheet.row("Version now", Optional.ofNullable(t.restored()).orElse("not written here")));
        t.attempts().reversed().stream().findFirst().ifPresent(a -> a.checks().forEach((check, answer) -> after.add(Sheet.row(words(check),
                answer))));
        after.add(Sheet.row("Taken in", of.when(of.counted().getFirst().when())));
        after.add(Sheet.row("Closed", t.closed() == null ? "still open"
                : of.when(Objects.requireNonNullElse(t.closedAt(), t.lastAt())) + ": " + t.closed()));
        values.put("after", after);
        List<Map<String, String>> judged = Sheet.judged(SetUp.of(t, of.model().orElse(null)).map(WalkRun::judged).orElse(List.of()));
        values.put("judged", judged);
        values.put("hasJudged", !judged.isEmpty());
        List<String> advice = new ArrayList<>(of.backups());
        advice.addAll(of.shop().advice(t));
        values.put("advice", advice);
        return values;
    }

    private static String words(String check) {
        String spaced = check.replace('-', ' ');
        return spaced.substring(0, 1).toUpperCase(Locale.ROOT) + spaced.substring(1);
    }

    private static Map<String, Object> work(Sheet of, Attempt a) {
        List<String> how = new ArrayList<>();
        if (a.keys() > 0) {
            how.add(a.keys() + (a.keys() == 1 ? " attempt" : " attempts") + " with the keys; several are normal");
        }
        if (a.written() != null) {
            how.add("written: " + a.written());
        }
        if (!a.walk().isEmpty()) {
            how.add(a.walk().size() + " steps, led through");
        }
        return Map.of("by", of.by(a.since()), "when", of.when(a.since()), "what", Sheet.title(a.step()), "how", String.join("; ", how),
                "came", a.outcome()
                .map(Attempt.Outcome::words).orElse(""));
    }
}
