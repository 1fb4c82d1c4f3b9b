package wistaxis.core.route;

import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.facts.YesNo;
import wistaxis.core.outside.HostProbe.HostFacts;

/**
 * Whether the bench is ready for a step that goes through the host. Common practice; what software cannot see the technician confirms.
 *
 * @param checks in the order in which they are looked at
 */
public record Readiness(List<Check> checks) {
    /** The disk has to take the package and what is extracted from it: about twice its size. Common practice. */
    public static final int TIMES_THE_PACKAGE = 2;

    /** What a package is by common practice where no build of the model is known, bytes. */
    public static final Size USUAL = new Size(2_000_000_000L, 10_000_000_000L, "a package of 2 to 10 GB by common practice");

    /** Confirmations of the technician, by the ticket fact that keeps them. */
    public static final List<String> CONFIRMED = List.of("readyPower", "readyCable", "readyProgram", "readyDisk", "readyLine", "readyTrust",
            "readySupplement");

    /** What the technician is asked where software cannot see it. */
    private static final Map<String, String> CONFIRMED_UNSEEN = new TreeMap<>(Map.of("Power", "is the host on mains power?", "Disk",
            "is twice the package's size free?", "Line", "is it online?"));

    /** How a check stands. */
    public enum State { FINE, NOT, ASK, LOOKING }

    /** @param confirm the fact that the technician can set by confirming; null where software sees it */
    public record Check(String what, State state, String says, @Nullable String confirm) {}

    /**
     * How large the package is, or may be.
     *
     * @param least bytes, more than 0
     * @param most bytes, at least as many
     * @param says what it is the size of
     */
    public record Size(long least, long most, String says) {
        public static Size of(long bytes) {
            return new Size(bytes, bytes, "package");
        }

        /** What is counted on, bytes. */
        public long mid() {
            return (least + most) / 2;
        }
    }

    /**
     * What the shop has said of its bench.
     *
     * @param ports the host's ports: {@code usb-a}, {@code usb-c} or {@code both}
     * @param programOf when the restore program was last brought up to date; null where nobody has said
     */
    public record Bench(String ports, @Nullable LocalDate programOf) {
        public static final Bench UNKNOWN = new Bench("both", null);
    }

    public Readiness {
        checks = List.copyOf(checks);
    }

    /**
     * @param host null while it is being looked at, or cannot be
     * @param trouble why it cannot be looked at; empty while it can
     * @param model null while the device is not settled
     * @param facts the ticket's facts
     */
    public static Readiness of(@Nullable HostFacts host, String trouble, Size size, Bench bench, @Nullable DeviceModel model,
            Map<String, String> facts) {
        List<Check> checks = new ArrayList<>();
        if (host == null && !trouble.isEmpty()) {
            CONFIRMED_UNSEEN.forEach((what, says) -> checks.add(confirmed(what, "ready" + what, facts, trouble + ": " + says)));
        } else {
            seen(checks, host, size, facts);
        }
        checks.add(confirmed("Cable", "readyCable", facts, model == null ? "the model is not settled"
                : cable(model.plug(), bench.ports())));
        checks.add(confirmed("Restore program", "readyProgram", facts, host == null ? program("", "") : program(host.says(),
                host.version())));
        if (model != null && model.generation().since() != null) {
            supplement(checks, model, bench.programOf(), facts);
        }
        if (YesNo.YES.toString().equals(facts.get("opens"))) {
            checks.add(confirmed("Trust", "readyTrust", facts,
                    "the screen opens: connect it once, accept the question on both sides, with the passcode"));
        }
        return new Readiness(checks);
    }

    /** Which cable goes between a device and the host's ports. Common practice. */
    private static String cable(String plug, String ports) {
        String other = switch (ports) {
            case "usb-a" -> "USB-A";
            case "usb-c" -> "USB-C";
            default -> "USB-A or USB-C, as the port of the host is,";
        };
        return "sound, from " + plug + " at the device to " + other + " at the host, no hub between" + (plug.equals("30-pin")
                && ports.equals("usb-c") ? "; this plug's cables end in USB-A: a small adapter, or another host" : "");
    }

    /** Which kind of restore program belongs to a host, and where it lists a device. Common practice. */
    private static String program(String system, String version) {
        String family = system.toLowerCase(Locale.ROOT);
        String open = "; up to date, and open before the keys";
        if (family.startsWith("mac")) {
            return (isOldMakersHost(version) ? "this host's system [" + version + "] is 10.14 or older: the maker's media program, which "
                    + "lists a device by a small sign at its top" : "built into the file browser, which lists the device at its side")
                    + open;
        }
        if (family.startsWith("win")) {
            return "the maker's own device program, or an old installation of its media program; the device stands in its list" + open;
        }
        return family.isEmpty() ? "on one of the maker's own hosts the file browser, on others the maker's device program" + open
                : "there is none of the maker's for this system [" + system + "]: restore at another host, which this one only keeps "
                + "company" + open;
    }

    private static boolean isOldMakersHost(String version) {
        String[] parts = version.split("[^0-9]+");
        return parts.length >= 2 && parts[0].equals("10") && Integer.parseInt(parts[1]) <= 14;
    }

    /** A model that came after the program was last brought up to date needs the host's small update first. */
    private static void supplement(List<Check> checks, DeviceModel model, @Nullable LocalDate programOf, Map<String, String> facts) {
        YearMonth since = model.generation().since();
        if (since != null && programOf != null && !YearMonth.from(programOf).isAfter(since)) {
            checks.add(confirmed("Host supplement", "readySupplement", facts, model.name() + " came in " + since
                    + ", the restore program is of " + programOf + ": let the host take its small update for new devices first"));
        }
    }

    private static void seen(List<Check> checks, @Nullable HostFacts host, Size size, Map<String, String> facts) {
        checks.add(power(host, facts));
        checks.add(host == null ? looking("Disk") : disk(host.freeBytes(), size, facts));
        checks.add(host == null ? looking("Line") : new Check("Line", host.networkUp() ? State.FINE : State.NOT, host.networkUp()
                ? "a network interface is up" : "no network interface is up: the signing service cannot be asked", null));
    }

    private static Check looking(String what) {
        return new Check(what, State.LOOKING, "looking", null);
    }

    private static Check power(@Nullable HostFacts host, Map<String, String> facts) {
        if (host == null) {
            return looking("Power");
        }
        if (host.onMains() == null) {
            return confirmed("Power", "readyPower", facts, "the system does not say: is the host on mains power?");
        }
        return new Check("Power", host.onMains() ? State.FINE : State.NOT, host.onMains() ? "the host is on mains power"
                : "the host runs on its battery: plug it in", null);
    }

    private static Check disk(long free, Size size, Map<String, String> facts) {
        long least = TIMES_THE_PACKAGE * size.least();
        long most = TIMES_THE_PACKAGE * size.most();
        String words = least == most ? String.format(Locale.ROOT, "%.1f GB free, %.1f GB needed for package and extraction", free / 1e9,
                most / 1e9)
                : String.format(Locale.ROOT, "%.1f GB free, %.1f to %.1f GB needed: twice %s", free / 1e9, least / 1e9, most / 1e9,
                size.says());
        return free >= most ? new Check("Disk", State.FINE, words, null) : free < least ? new Check("Disk", State.NOT, words, null)
                : confirmed("Disk", "readyDisk", facts, words + "; is that enough for what the host shows?");
    }

    private static Check confirmed(String what, String fact, Map<String, String> facts, String says) {
        return new Check(what, YesNo.YES.toString().equals(facts.get(fact)) ? State.FINE : State.ASK, says, fact);
    }

    public boolean ready() {
        return checks.stream().allMatch(c -> c.state() == State.FINE);
    }

    /** What is missing, in words; empty when it is ready. */
    public String missing() {
        return String.join(", ", checks.stream().filter(c -> c.state() != State.FINE).map(c -> c.what().toLowerCase(Locale.ROOT)).toList());
    }
}
