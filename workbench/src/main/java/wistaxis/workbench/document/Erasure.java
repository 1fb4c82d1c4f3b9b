package wistaxis.workbench.document;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.route.BackupPlan;
import wistaxis.core.route.CaseFacts;
import wistaxis.core.steps.Step;
import wistaxis.core.steps.Steps;
import wistaxis.core.ticket.Attempt;
import wistaxis.core.ticket.EventWords;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.words.Text;

/** That a device was erased, by whom and how it was seen; refused where nobody can say it. */
final class Erasure implements Document {
    private static final String GREETING = "greeting-seen";

    @Override
    public Optional<Text> missing(Sheet of) {
        return why(of.ticket());
    }

    /** Why nobody can say that a device was erased; empty where somebody can. */
    static Optional<Text> why(Ticket t) {
        String number = t.number();
        Optional<Attempt> erased = erased(t);
        String greeting = erased.map(a -> a.checks().get(GREETING)).orElse(null);
        return erased.isEmpty() ? Optional.of(Text.of("workbench.document.nothing-erased", "number", number))
                : "seen".equals(greeting) ? Optional.empty() : Optional.of(Text.of("workbench.document.greeting-not-seen", "number", number,
                "answer", greeting == null ? Text.of("workbench.document.not-asked") : EventWords.checked(greeting)));
    }

    static Optional<Attempt> erased(Ticket t) {
        return t.attempts().reversed().stream().filter(a -> a.is(Step::erases) && (a.written() != null
                || Boolean.TRUE.equals(a.said()))).findFirst();
    }

    @Override
    public Map<String, Object> values(Sheet of) {
        Ticket t = of.ticket();
        Map<String, Object> values = new HashMap<>();
        Attempt erased = erased(t).orElseThrow();
        boolean byComputer = erased.is(Step::writes);
        DeviceModel model = of.model().orElse(null);
        Text fillIn = text("fill-in");
        values.put("person", List.of(Sheet.row("name", t.by() == null ? fillIn : t.by()), Sheet.row("title", text("technician")),
                Sheet.row("organization", of.letterhead().name()), Sheet.row("location", fillIn), Sheet.row("phone", fillIn)));
        List<String> serials = of.letterhead().serials();
        values.put("media", List.of(Sheet.row("vendor", text("the-maker")), Sheet.row("model", model == null ? text("model-not-known")
                : model.name() + ", " + model.identifier()),
                Sheet.row("serial", serials.isEmpty() ? text("serial-not-read") : String.join(", ", serials)),
                Sheet.row("property-number", t.number()), Sheet.row("media-type", text("flash")), Sheet.row("source", of.fact("ownership")),
                Sheet.row("classification", text("not-classified")),
                Sheet.row("backed-up", t.backups().isEmpty() ? of.fact("backup") : text("yes")),
                Sheet.row("backup-location", t.backups().isEmpty() ? text("not-known-here") : Text.of("core.several", "all",
                t.backups().stream().map(b -> b.where() == null ? BackupPlan.words(CaseFacts.noted(b)) : Text.raw(b.where())).toList()))));
        Text step = Text.of(erased.written() == null ? "workbench.document.step-at" : "workbench.document.step-at-version", "step",
                Steps.title(erased.step()), "at", of.when(erased.since()), "version", String.valueOf(erased.written()));
        values.put("details", List.of(Sheet.row("method-type", text("clear")),
                Sheet.row("method-used", text(byComputer ? "by-computer" : "by-device")), Sheet.row("method-details", step),
                Sheet.row("tool", text(byComputer ? "restore-program" : "own-system")), Sheet.row("verification", text("greeting-seen")),
                Sheet.row("post-classification", text("not-classified")), Sheet.row("consent-by", t.consent() == null ? text("nobody")
                : of.who(t.consent().who()))));
        values.put("destination", t.closed() == null ? text("still-here") : Text.of("workbench.document.handed-over", "how", t.closed()));
        return values;
    }

    private static Text text(String key) {
        return Text.of("workbench.document." + key);
    }
}
