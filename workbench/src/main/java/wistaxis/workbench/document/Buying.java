package wistaxis.workbench.document;

import java.util.HashMap;
import java.util.Map;
import wistaxis.core.facts.BadInput;
import wistaxis.core.steps.WalkRun;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.Walking;

/** What a device was checked for before it was bought. */
final class Buying implements Document {
    @Override
    public Map<String, Object> values(Sheet of) {
        Ticket t = of.ticket();
        Map<String, Object> values = new HashMap<>();
        WalkRun run = Walking.buyingCheck(t).filter(w -> !w.judged().isEmpty())
                .orElseThrow(() -> new BadInput("there was no buying check on ticket [" + t.number() + "]"));
        values.put("verdict", switch (run.verdict()) {
            case PASS -> "Pass";
            case FAIL -> "Fail: do not buy";
            default -> "Not yet";
        });
        values.put("judged", Sheet.judged(run.judged()));
        return values;
    }
}
