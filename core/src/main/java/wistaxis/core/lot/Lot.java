package wistaxis.core.lot;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Predicate;
import wistaxis.core.device.DeviceNumber;
import wistaxis.core.route.Intake;
import wistaxis.core.route.Readiness;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.Command;

/**
 * A lot: devices of one customer with one problem. The first of them is its pattern, whose answers and model the others begin with.
 *
 * @param id for example {@code L-0021}, after the number of its first ticket
 * @param title how the bench calls it
 * @param devices their tickets by number, closed ones too; at least one
 */
public record Lot(String id, String title, List<Ticket> devices) {
    /** Each device has its own. */
    private static final Set<String> OWN = Set.of(DeviceNumber.IMEI, DeviceNumber.SERIAL, "imeiReadBack", Intake.MARKS, Intake.JUDGED_ON);

    /** What is confirmed of the bench and its computer, and so holds for every device. */
    private static final List<String> OF_BENCH = Readiness.CONFIRMED.stream().filter(f -> !f.equals("readyTrust")).toList();

    /** How a device of a lot stands, what needs somebody first. */
    public enum Standing { PROBLEM, TO_AGREE, FIRMWARE, BUTTONS, RUNS, HANDOVER, CLOSED }

    public Lot {
        devices = devices.stream().sorted(Comparator.comparing(Ticket::number)).toList();
    }

    /** The number of a lot that begins with a ticket. */
    public static String id(String first) {
        return "L-" + first.substring(first.indexOf('-') + 1);
    }

    /** The lots that some tickets are of, by number; one that was taken back is of none. */
    public static List<Lot> of(List<Ticket> tickets) {
        Map<String, List<Ticket>> by = new TreeMap<>();
        tickets.stream().filter(t -> t.lot() != null && !t.isTakenBack()).forEach(t -> by.computeIfAbsent(Objects.requireNonNull(t.lot())
                .lot(), _ -> new ArrayList<>()).add(t));
        return by.entrySet().stream().map(e -> new Lot(e.getKey(), Objects.requireNonNull(e.getValue().getFirst().lot()).title(),
                e.getValue())).toList();
    }

    /** The device whose answers the others begin with. */
    public Ticket pattern() {
        return devices.getFirst();
    }

    /** What the next device is called: the lot, its place, and what its owner calls it. */
    public String titleOf(int place, String label) {
        return title + " " + place + (label.isBlank() ? "" : ", " + label);
    }

    /**
     * What a device that joins begins with: the lot, the answers of the pattern that are not its own, its number, the model.
     *
     * @param asked whether the intake knows a fact
     */
    public List<Command> joins(DeviceNumber number, Predicate<String> asked) {
        Map<String, String> answers = new TreeMap<>();
        pattern().facts().forEach((fact, value) -> {
            if (!OWN.contains(fact) && asked.test(fact) || OF_BENCH.contains(fact)) {
                answers.put(fact, value);
            }
        });
        answers.put(number.fact(), number.value());
        List<Command> all = new ArrayList<>(List.of(new Command.JoinLot(id, title), new Command.Answer(answers, List.of())));
        Optional.ofNullable(pattern().identifier()).ifPresent(i -> all.add(new Command.Answer("device", i)));
        return all;
    }

    /** What was confirmed of the bench on one of its devices, by fact. */
    public Map<String, String> confirmed() {
        Map<String, String> all = new TreeMap<>();
        devices.forEach(t -> OF_BENCH.stream().filter(f -> "yes".equals(t.facts().get(f))).forEach(f -> all.put(f, "yes")));
        return all;
    }

    /** Devices still to be worked on, of which not all of that is confirmed. */
    public List<Ticket> unconfirmed() {
        Map<String, String> confirmed = confirmed();
        return devices.stream().filter(t -> t.closed() == null && t.restored() == null && !confirmed.entrySet().stream().allMatch(c -> c
                .getValue().equals(t.facts().get(c.getKey())))).toList();
    }

    /** How a device stands. @param stopped whether nothing may be done on it */
    public static Standing standing(Ticket t, boolean stopped) {
        if (t.closed() != null) {
            return Standing.CLOSED;
        }
        if (stopped || t.unknownState() != null || t.isToGoOn() && !t.failed().isEmpty() || t.run().filter(r -> r.stopped() != null)
                .isPresent() && t.restored() == null && !t.running()) {
            return Standing.PROBLEM;
        }
        return t.running() ? Standing.RUNS : switch (t.stage()) {
            case INTAKE, IDENTIFY, ROUTE -> Standing.TO_AGREE;
            case FIRMWARE -> Standing.FIRMWARE;
            case KEYS, RESTORE -> Standing.BUTTONS;
            case HANDOVER -> Standing.HANDOVER;
            case CLOSED -> Standing.CLOSED;
        };
    }

    /** How many stand how; only what there is. @param stopped see {@link #standing} */
    public Map<Standing, Long> counts(Predicate<Ticket> stopped) {
        Map<Standing, Long> counts = new EnumMap<>(Standing.class);
        devices.forEach(t -> counts.merge(standing(t, stopped.test(t)), 1L, Long::sum));
        return counts;
    }
}
