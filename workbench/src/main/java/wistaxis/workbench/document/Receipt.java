package wistaxis.workbench.document;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import wistaxis.core.route.Intake;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.words.Text;

/** What was taken in, in which state, and what was promised. */
final class Receipt implements Document {
    @Override
    public Map<String, Object> values(Sheet of) {
        Ticket t = of.ticket();
        Map<String, Object> values = new HashMap<>();
        values.put("facts", of.found());
        values.put("marks", t.fact(Intake.MARKS).orElse(""));
        values.put("trouble", of.fact("trouble"));
        t.fact(Intake.PROBLEM_WORDS).ifPresent(w -> values.put("said", w));
        t.fact("deviceWords").ifPresent(w -> values.put("saidOfDevice", w));
        List<Text> backups = of.backups();
        values.put("backup", backups.isEmpty() ? Text.of("workbench.document.a-backup", "backup", of.fact("backup")) : Text.join(" ",
                backups));
        values.put("promised", of.promised().map(Text::raw).orElse(Text.of("workbench.document.no-time")));
        values.put("hasTerms", !of.letterhead().terms().isEmpty());
        values.put("terms", of.letterhead().terms());
        return values;
    }
}
