package wistaxis.workbench.document;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import wistaxis.core.route.BackupPlan;
import wistaxis.core.route.CaseFacts;
import wistaxis.core.steps.Guide;
import wistaxis.core.steps.Step;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.SetUp;

/** What is left to do at home. */
final class Home implements Document {
    /** What the consent said of the account. */
    private static final List<String> ACCOUNT = List.of("facts.rule.account-holds", "facts.rule.account-lacks");

    @Override
    public Map<String, Object> values(Sheet of) {
        Ticket t = of.ticket();
        Map<String, Object> values = new HashMap<>();
        values.put("left", SetUp.all(t, of.model().orElse(null)).stream().flatMap(r -> Stream.concat(r.at("left").stream(), r.left()
                .stream()))
                .distinct().map(s -> Map.of("title", s.title(), "see", s.see(), "minutes", minutes(s))).toList());
        values.put("stays", !t.leavesOwner() && t.attempts().stream().anyMatch(a -> a.is(Step::erases)));
        values.put("account", of.plan().stream().flatMap(r -> r.steps().stream()).flatMap(s -> s.tells().stream())
                .filter(w -> ACCOUNT.contains(w.key())).distinct().toList());
        values.put("never", BackupPlan.NEVER_BACK);
        values.put("backups", t.backups().isEmpty() ? of.backups().stream().map(b -> Map.of("text", b)).toList() : t.backups().stream()
                .map(b -> Map.of("text", BackupPlan.words(CaseFacts.noted(b)), "where", b.where() == null ? "" : b.where())).toList());
        return values;
    }

    private static String minutes(Guide.Page stop) {
        long least = Math.round(stop.low());
        long most = Math.round(stop.high());
        return least == most ? String.valueOf(most) : least + "\u2013" + most;
    }
}
