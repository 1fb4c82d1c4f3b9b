package wistaxis.workbench.document;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import wistaxis.core.steps.Steps;
import wistaxis.core.ticket.Attempt;
import wistaxis.core.ticket.EventWords;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.words.Say;
import wistaxis.core.words.Text;
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
        after.add(Sheet.row("version-before", t.fact("installedVersion").filter(v -> !v.equals("unknown")).map(Text::raw)
                .orElse(Text.of("core.intake.not-known"))));
        after.add(Sheet.row("version-now", Optional.ofNullable(t.restored()).map(Text::raw)
                .orElse(Text.of("workbench.document.not-written-here"))));
        t.attempts().reversed().stream().findFirst().ifPresent(a -> a.checks().forEach((check, answer) -> after.add(Map.of("name",
                EventWords.check(check), "value", EventWords.checked(answer)))));
        after.add(Sheet.row("taken-in", of.when(of.counted().getFirst().when())));
        after.add(Sheet.row("closed", t.closed() == null ? Text.of("workbench.document.still-open") : Text.of(
                "workbench.document.closed-at", "at", of.when(Objects.requireNonNullElse(t.closedAt(), t.lastAt())), "how", t.closed())));
        values.put("after", after);
        List<Map<String, Object>> judged = Sheet.judged(SetUp.all(t, of.model().orElse(null)).stream().flatMap(r -> r.judged()
                .stream()).toList());
        values.put("judged", judged);
        values.put("hasJudged", !judged.isEmpty());
        List<Text> advice = new ArrayList<>(t.leavesOwner() ? List.of() : of.backups());
        advice.addAll(of.shop().advice(t));
        values.put("advice", advice);
        return values;
    }

    private static Map<String, Object> work(Sheet of, Attempt a) {
        List<String> how = new ArrayList<>();
        if (a.buttons() > 0) {
            how.add(Say.t("workbench.document.attempts", "n", a.buttons()));
        }
        if (a.written() != null) {
            how.add(Say.t("workbench.document.written", "version", a.written()));
        }
        if (!a.guide().isEmpty()) {
            how.add(Say.t("workbench.document.guided", "n", a.guide().size()));
        }
        return Map.of("by", of.by(a.since()), "when", of.when(a.since()), "what", Steps.title(a.step()), "how", String.join("; ", how),
                "came", a.outcome().map(Attempt.Outcome::words).orElse(Text.NONE));
    }
}
