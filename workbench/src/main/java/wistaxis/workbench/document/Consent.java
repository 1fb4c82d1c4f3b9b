package wistaxis.workbench.document;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import wistaxis.core.route.Route;
import wistaxis.core.steps.Step;
import wistaxis.core.steps.Steps;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.words.Text;

/** What the owner agreed to lose, in the words that were said. */
final class Consent implements Document {
    @Override
    public Map<String, Object> values(Sheet of) {
        List<Map<String, Object>> all = new ArrayList<>();
        Optional<Route> route = of.plan();
        for (LedgerEntry e : of.counted()) {
            if (e.event() instanceof TicketEvent.ConsentAsked asked) {
                all.add(Map.of("step", Steps.title(asked.step()), "words", route.flatMap(r -> r.judged(asked.step()))
                        .map(Route.RouteStep::tells)
                        .orElse(List.of()), "told", asked.toldAboutBackup(), "answer", Text.of(asked.given() ? "workbench.document.agreed"
                        : "workbench.document.did-not-agree"), "who", of.who(asked.who()), "when", of.when(e.when()), "writes",
                                Steps.is(asked.step(), Step::writes)));
            }
        }
        return Map.of("consents", all, "sold", of.ticket().leavesOwner());
    }
}
