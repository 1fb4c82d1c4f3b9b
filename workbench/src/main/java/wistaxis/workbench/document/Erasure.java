package wistaxis.workbench.document;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.facts.BadInput;
import wistaxis.core.steps.Step;
import wistaxis.core.ticket.Attempt;
import wistaxis.core.ticket.Ticket;

/** That a device was erased, by whom and how it was seen; refused where nobody can say it. */
final class Erasure implements Document {
    private static final String GREETING = "greeting-seen";

    @Override
    public Map<String, Object> values(Sheet of) {
        Ticket t = of.ticket();
        Map<String, Object> values = new HashMap<>();
        Attempt erased = t.attempts().reversed().stream().filter(a -> a.is(Step::erases) && (a.written() != null || a.walk().size() > 0
                && Boolean.TRUE.equals(a.said()) || Boolean.TRUE.equals(a.said()))).findFirst()
                .orElseThrow(() -> new BadInput("nothing was erased on ticket [" + t.number() + "], so there is no record of it"));
        String greeting = erased.checks().getOrDefault(GREETING, "not asked");
        if (!greeting.equals("seen")) {
            throw new BadInput("The greeting screen was " + greeting + " on ticket [" + t.number() + "], so nobody can say that the device "
                    + "is erased. Look at the device and answer it at the handover, then make this record.");
        }
        boolean byHost = erased.is(Step::writes);
        DeviceModel model = of.model().orElse(null);
        values.put("person", List.of(t.by() == null ? Sheet.row("Name", "to be filled in") : Sheet.own("Name", t.by()),
                Sheet.row("Title", "technician"), Sheet.own("Organization", of.letterhead().name()),
                Sheet.row("Location", "to be filled in"), Sheet.row("Phone", "to be filled in")));
        List<String> serials = of.letterhead().serials();
        values.put("media", List.of(Sheet.row("Make and vendor", "the maker"),
                Sheet.row("Model", model == null ? "not settled" : model.name() + ", " + model.identifier()),
                serials.isEmpty() ? Sheet.row("Serial number", "not read, or removed")
                : Sheet.own("Serial number", String.join(", ", serials)),
                Sheet.row("Media property number", t.number()), Sheet.row("Media type", "flash memory, built in"),
                Sheet.row("Media source", of.fact("ownership")), Sheet.row("Classification", "not classified"),
                Sheet.row("Data backed up", t.backups().isEmpty() ? of.fact("backup") : "yes"),
                t.backups().isEmpty() ? Sheet.row("Backup location", "not known here") : Sheet.own("Backup location",
                t.backups().stream().map(b -> b.where() == null ? b.kind() : b.where()).collect(Collectors.joining(", ")))));
        values.put("details", List.of(Sheet.row("Method type",
                "clear, by the device's own erase; purge by destruction of its keys only as far as the maker says"),
                Sheet.row("Method used", (byHost ? "the system written anew by the host" : "erase by the device itself")
                + ", which erases the keys of the storage"),
                Sheet.row("Method details", Sheet.title(erased.step()) + ", " + of.when(erased.since())
                + (erased.written() == null ? "" : ", version " + erased.written())),
                Sheet.row("Tool used", byHost ? "the maker's restore program" : "the device's own system"),
                Sheet.row("Verification method", "the greeting was " + greeting),
                Sheet.row("Post sanitization classification", "not classified"), consentBy(of)));
        values.put("destination", t.closed() == null ? "Still with the shop." : "Handed over: " + t.closed() + ".");
        return values;
    }

    private static Map<String, Object> consentBy(Sheet of) {
        String who = of.ticket().consent() == null ? "nobody" : of.who(of.ticket().consent().who());
        return of.isName(who) ? Sheet.own("Notes: consent by", who) : Sheet.row("Notes: consent by", who);
    }
}
