package wistaxis.core.work;

import static wistaxis.core.words.Say.t;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import wistaxis.core.device.DeviceNumber;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Names;
import wistaxis.core.facts.Said;
import wistaxis.core.facts.Shown;
import wistaxis.core.restore.HandoverFacts;
import wistaxis.core.route.Intake;
import wistaxis.core.route.Readiness;
import wistaxis.core.route.Unreadables;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;

/** Answers of the intake, of the device, of what the bench confirms, and of the handover, as the events to be recorded. */
record Answers(Rules rules, Around around) {
    /** How a device is settled, in place of a fact. */
    private static final String DEVICE = "device";

    /** What a device was called before its model was found. */
    private static final String DEVICE_WORDS = "deviceWords";

    /** Days of use after which it shows if a step helped. Common practice: after a week. */
    private static final int JUDGED_AFTER = 7;

    /** Letters of how a model was found. Ours. */
    private static final int LONGEST_HOW = 200;

    /** What can be said of a thing that is confirmed. */
    private static final List<String> CONFIRMED_BY = List.of("yes", "no", Intake.NOT_KNOWN);

    /**
     * What is taken back, then what is said, by name; a fact that stands there already is not said again.
     *
     * @throws BadInput for one that is not asked, or cannot be answered so, with what can be
     */
    List<TicketEvent> events(Command.Answer command) {
        Ticket ticket = rules.ticket();
        rules.mayAnswer().ifPresent(why -> {
            throw new NotAllowed(why);
        });
        List<TicketEvent> events = new ArrayList<>();
        command.withdrawn().stream().filter(ticket.facts()::containsKey).forEach(f -> events.add(new TicketEvent.FactWithdrawn(f)));
        command.answers().entrySet().stream().sorted(Map.Entry.comparingByKey())
                .filter(a -> !a.getValue().equals(ticket.facts().get(a.getKey())) || command.withdrawn().contains(a.getKey()))
                .forEach(a -> events.addAll(answer(a.getKey(), a.getValue())));
        return events;
    }

    private List<TicketEvent> answer(String name, String value) {
        Optional<HandoverFacts.Check> check = rules.handover().checks().stream().filter(c -> c.id().equals(name)).findFirst();
        if (check.isPresent()) {
            List<String> known = HandoverFacts.answers(check.get(), rules.ticket());
            if (!known.contains(value)) {
                throw new BadInput(t("core.bad.answer", "name", name, "value", Shown.value(value), "known", known));
            }
            if (value.equals(HandoverFacts.LATER)) {
                return rules.judgedLater(around.today().plusDays(JUDGED_AFTER));
            }
            return rules.check(name, value);
        }
        return List.of(name.equals(DEVICE) ? identified(around, value, Said.of("core.identified.by-identifier"))
                : new TicketEvent.FactRecorded(name, fact(name, value)));
    }

    private String fact(String name, String value) {
        if (value.equals(Intake.NOT_KNOWN) && around.intake().knows(name)) {
            return value;
        }
        if (Intake.WORDS.contains(name) || name.equals(DEVICE_WORDS)) {
            return Names.typed(value, name, Intake.LONGEST_WORDS);
        }
        if (name.equals(DeviceNumber.SERIAL)) {
            DeviceNumber number = DeviceNumber.parse(value);
            if (!number.fact().equals(name)) {
                throw new BadInput(t("core.lot.no-number", "typed", Shown.value(value)));
            }
            return number.value();
        }
        if (Readiness.CONFIRMED.contains(name)) {
            if (!CONFIRMED_BY.contains(value)) {
                throw new BadInput(t("core.bad.answer", "name", name, "value", Shown.value(value), "known", CONFIRMED_BY));
            }
            return value;
        }
        if (!around.intake().knows(name)) {
            throw new BadInput(t("core.bad.fact", "fact", Shown.value(name), "device", DEVICE, "facts", around.intake().questions()
                    .stream().flatMap(q -> q.facts().stream()).distinct().sorted().toList()));
        }
        String wrong = Unreadables.wrong(name, value, around.intake());
        if (!wrong.isEmpty()) {
            throw new BadInput(name + " [" + Shown.value(value) + "]: " + wrong);
        }
        return value;
    }

    /** The model of a device. @param how it was found */
    static TicketEvent identified(Around around, String identifier, Said how) {
        if (around.devices().byIdentifier(identifier).isEmpty()) {
            throw new BadInput(t("core.bad.device", "device", Shown.value(identifier)));
        }
        how.with().values().forEach(words -> Names.typed(words, t("core.what.how-found"), LONGEST_HOW));
        return new TicketEvent.Identified(identifier, how);
    }
}
