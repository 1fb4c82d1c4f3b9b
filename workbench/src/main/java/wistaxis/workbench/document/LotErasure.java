package wistaxis.workbench.document;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import wistaxis.core.steps.Step;
import wistaxis.core.steps.Steps;
import wistaxis.core.ticket.Attempt;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.words.Text;

/** That devices of a lot were erased, a line each, and of which nobody can say it; refused where nobody can say it of any. */
final class LotErasure implements Document {
    @Override
    public Optional<Text> missing(Sheet of) {
        if (of.ticket().lot() == null) {
            return Optional.of(Text.of("workbench.document.no-lot", "number", of.ticket().number()));
        }
        return of.lot().devices().stream().anyMatch(t -> Erasure.why(t).isEmpty()) ? Optional.empty()
                : Optional.of(Text.of("workbench.document.lot-nothing-erased", "lot", of.lot().id(), "why", Erasure.why(of.lot().devices()
                .getFirst()).orElse(Text.NONE)));
    }

    @Override
    public Map<String, Object> values(Sheet of) {
        List<Ticket> all = of.lot().devices();
        Map<String, Object> values = new HashMap<>(LotReport.common(of));
        values.put("method", List.of(Sheet.row("vendor", Text.of("workbench.document.the-maker")), Sheet.row("media-type", Text.of(
                "workbench.document.flash")), Sheet.row("method-type", Text.of("workbench.document.clear")), Sheet.row("verification",
                Text.of("workbench.document.greeting-seen"))));
        values.put("devices", all.stream().filter(t -> Erasure.why(t).isEmpty()).map(t -> line(of, t)).toList());
        List<Map<String, Object>> not = all.stream().filter(t -> Erasure.why(t).isPresent()).map(t -> Map.<String, Object>of("device", t
                .number() + "  " + t.title(), "why", Erasure.why(t).orElseThrow())).toList();
        values.put("not", not);
        values.put("hasNot", !not.isEmpty());
        return values;
    }

    private static Map<String, Object> line(Sheet of, Ticket t) {
        Attempt erased = Erasure.erased(t).orElseThrow();
        return Map.of("device", t.number() + "  " + t.title(), "serial", LotReport.serial(of, t), "how", Text.of(erased.is(Step::writes)
                ? "workbench.document.step-at-version" : "workbench.document.step-at", "step", Steps.title(erased.step()), "at", of.when(
                erased.since()), "version", String.valueOf(erased.written())), "consent", t.consent() == null
                        ? Text.of("workbench.document.nobody") : of.who(t.consent().who()));
    }
}
