package wistaxis.core.route;

import static wistaxis.core.words.Say.t;

import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.facts.YesNo;
import wistaxis.core.outside.ComputerProbe.ComputerFacts;
import wistaxis.core.words.Text;

/**
 * Whether the bench is ready for a step that goes through the computer. Common practice; what software cannot see the technician confirms.
 *
 * @param checks in the order in which they are looked at
 */
public record Readiness(List<Check> checks) {
    /** The disk has to take the firmware file and what is extracted from it: about twice its size. Common practice. */
    public static final int TIMES_THE_FIRMWARE_FILE = 2;

    /** What a firmware file is by common practice where no build of the model is known, bytes. */
    public static final Size USUAL = new Size(2_000_000_000L, 10_000_000_000L, Text.of("core.ready.usual-size"));

    /** Confirmations of the technician, by the ticket fact that keeps them. */
    public static final List<String> CONFIRMED = List.of("readyPower", "readyCable", "readyProgram", "readyDisk", "readyLine", "readyTrust",
            "readySupplement");

    /** What the technician is asked where software cannot see it. */
    private static final List<String> CONFIRMED_UNSEEN = List.of("disk", "line", "power");

    /** How a check stands. */
    public enum State { FINE, NOT, ASK, LOOKING }

    /** @param confirm the fact that the technician can set by confirming; null where software sees it */
    public record Check(String what, State state, String says, @Nullable String confirm) {}

    /**
     * How large the firmware file is, or may be.
     *
     * @param least bytes, more than 0
     * @param most bytes, at least as many
     * @param says what it is the size of
     */
    public record Size(long least, long most, Text says) {
        public static Size of(long bytes) {
            return new Size(bytes, bytes, Text.NONE);
        }

        /** What is counted on, bytes. */
        public long mid() {
            return (least + most) / 2;
        }
    }

    /**
     * What the shop has said of its bench.
     *
     * @param ports the computer's ports: {@code usb-a}, {@code usb-c} or {@code both}
     * @param programOf when the restore program was last brought up to date; null where nobody has said
     */
    public record Bench(String ports, @Nullable LocalDate programOf) {
        public static final Bench UNKNOWN = new Bench("both", null);
    }

    public Readiness {
        checks = List.copyOf(checks);
    }

    /**
     * @param computer null while it is being looked at, or cannot be
     * @param problem why it cannot be looked at; empty while it can
     * @param model null while the device is not settled
     * @param facts the ticket's facts
     */
    public static Readiness of(@Nullable ComputerFacts computer, String problem, Size size, Bench bench, @Nullable DeviceModel model,
            Map<String, String> facts) {
        List<Check> checks = new ArrayList<>();
        if (computer == null && !problem.isEmpty()) {
            CONFIRMED_UNSEEN.forEach(what -> checks.add(confirmed(what, facts, t("core.ready.unseen", "why", problem, "asks",
                    Text.of("core.ready.ask." + what)))));
        } else {
            seen(checks, computer, size, facts);
        }
        checks.add(confirmed("cable", facts, model == null ? t("core.ready.no-model")
                : cable(model.plug(), bench.ports())));
        checks.add(confirmed("program", facts, computer == null ? program("", "") : program(computer.says(),
                computer.version())));
        if (model != null && model.generation().since() != null) {
            supplement(checks, model, bench.programOf(), facts);
        }
        if (YesNo.YES.toString().equals(facts.get("opens"))) {
            checks.add(confirmed("trust", facts, t("core.ready.trust")));
        }
        return new Readiness(checks);
    }

    /** Which cable goes between a device and the computer's ports. Common practice. */
    private static String cable(String plug, String ports) {
        String other = switch (ports) {
            case "usb-a" -> "USB-A";
            case "usb-c" -> "USB-C";
            default -> t("core.ready.usb-a-or-c");
        };
        return t(plug.equals("30-pin") && ports.equals("usb-c") ? "core.ready.cable-adapter" : "core.ready.cable", "plug", plug, "port",
                other);
    }

    /** Which kind of restore program belongs to a computer, and where it lists a device. Common practice. */
    private static String program(String system, String version) {
        String family = system.toLowerCase(Locale.ROOT);
        if (family.startsWith("mac")) {
            return isOldMakersComputer(version) ? t("core.ready.old-program", "version", version) : t("core.ready.file-browser");
        }
        return family.startsWith("win") ? t("core.ready.device-program") : family.isEmpty() ? t("core.ready.either-program")
                : t("core.ready.no-program", "system", system);
    }

    private static boolean isOldMakersComputer(String version) {
        String[] parts = version.split("[^0-9]+");
        return parts.length >= 2 && parts[0].equals("10") && Integer.parseInt(parts[1]) <= 14;
    }

    /** A model that came after the program was last brought up to date needs the computer's small update first. */
    private static void supplement(List<Check> checks, DeviceModel model, @Nullable LocalDate programOf, Map<String, String> facts) {
        YearMonth since = model.generation().since();
        if (since != null && programOf != null && !YearMonth.from(programOf).isAfter(since)) {
            checks.add(confirmed("supplement", facts, t("core.ready.supplement", "model", model.name(), "since",
                    since.toString(), "program", programOf)));
        }
    }

    private static void seen(List<Check> checks, @Nullable ComputerFacts computer, Size size, Map<String, String> facts) {
        checks.add(power(computer, facts));
        checks.add(computer == null ? looking("disk") : disk(computer.freeBytes(), size, facts));
        checks.add(computer == null ? looking("line") : seen("line", computer.networkUp() ? State.FINE : State.NOT, t(computer.networkUp()
                ? "core.ready.online" : "core.ready.offline")));
    }

    private static Check looking(String what) {
        return seen(what, State.LOOKING, t("core.ready.looking"));
    }

    private static Check power(@Nullable ComputerFacts computer, Map<String, String> facts) {
        if (computer == null) {
            return looking("power");
        }
        if (computer.onMains() == null) {
            return confirmed("power", facts, t("core.ready.power-unknown"));
        }
        return seen("power", computer.onMains() ? State.FINE : State.NOT, t(computer.onMains() ? "core.ready.mains"
                : "core.ready.battery"));
    }

    private static Check disk(long free, Size size, Map<String, String> facts) {
        long least = TIMES_THE_FIRMWARE_FILE * size.least();
        long most = TIMES_THE_FIRMWARE_FILE * size.most();
        String words = t(least == most ? "core.ready.disk" : "core.ready.disk-range", "free", free / 1e9, "low", least / 1e9, "high",
                most / 1e9, "size", size.says());
        return free >= most ? seen("disk", State.FINE, words) : free < least ? seen("disk", State.NOT, words)
                : confirmed("disk", facts, t("core.ready.disk-ask", "words", words));
    }

    private static Check seen(String what, State state, String says) {
        return new Check(t("core.ready.what." + what), state, says, null);
    }

    private static Check confirmed(String what, Map<String, String> facts, String says) {
        String fact = "ready" + what.substring(0, 1).toUpperCase(Locale.ROOT) + what.substring(1);
        return new Check(t("core.ready.what." + what), YesNo.YES.toString().equals(facts.get(fact)) ? State.FINE : State.ASK, says, fact);
    }

    public boolean ready() {
        return checks.stream().allMatch(c -> c.state() == State.FINE);
    }

    /** What is missing, in words; empty when it is ready. */
    public String missing() {
        return String.join(", ", checks.stream().filter(c -> c.state() != State.FINE).map(c -> c.what().toLowerCase(Locale.ROOT)).toList());
    }
}
