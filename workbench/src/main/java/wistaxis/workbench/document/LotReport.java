package wistaxis.workbench.document;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import wistaxis.core.lot.Lot;
import wistaxis.core.steps.Steps;
import wistaxis.core.ticket.Attempt;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.words.Text;

/** What became of all devices of a lot: how many how, and a line a device. */
final class LotReport implements Document {
    @Override
    public Optional<Text> missing(Sheet of) {
        return of.ticket().lot() == null ? Optional.of(Text.of("workbench.document.no-lot", "number", of.ticket().number()))
                : Optional.empty();
    }

    @Override
    public Map<String, Object> values(Sheet of) {
        Lot lot = of.lot();
        Map<Text, Integer> ends = new LinkedHashMap<>();
        lot.devices().forEach(t -> ends.merge(end(t), 1, Integer::sum));
        Map<String, Object> values = new HashMap<>(common(of));
        values.put("facts", of.found());
        List<Map<String, Object>> counts = new ArrayList<>();
        counts.add(Map.of("name", Text.of("workbench.document.lot-devices"), "value", String.valueOf(lot.devices().size())));
        ends.forEach((end, n) -> counts.add(Map.of("name", end, "value", String.valueOf(n))));
        values.put("counts", counts);
        values.put("devices", lot.devices().stream().map(t -> line(of, t)).toList());
        return values;
    }

    /** What both documents of a lot begin with. */
    static Map<String, Object> common(Sheet of) {
        Lot lot = of.lot();
        return Map.of("number", lot.id(), "what", lot.title());
    }

    private static Text end(Ticket t) {
        return t.closed() == null ? Text.of("workbench.document.still-open") : Objects.requireNonNull(t.closed());
    }

    private static Map<String, Object> line(Sheet of, Ticket t) {
        Attempt last = t.attempts().stream().filter(a -> !a.step().isEmpty()).reduce((_, b) -> b).orElse(null);
        Text step = last == null ? Text.of("workbench.document.not-said") : Steps.title(last.step());
        return Map.of("device", t.number() + "  " + t.title(), "serial", serial(of, t), "how", last == null || last.written() == null ? step
                : Text.of("workbench.document.lot-written", "step", step, "version", last.written()), "tries", t.buttonsTried() == 0
                        ? Text.NONE : Text.of(
                "workbench.document.attempts", "n", t.buttonsTried()), "end", end(t));
    }

    /** What names a device, as far as that is kept. */
    static Object serial(Sheet of, Ticket t) {
        List<String> serials = of.letterhead().lot().stream().filter(d -> d.number().equals(t.number())).flatMap(d -> d.serials().stream())
                .toList();
        return serials.isEmpty() ? Text.of("workbench.document.serial-not-read") : String.join(", ", serials);
    }
}
