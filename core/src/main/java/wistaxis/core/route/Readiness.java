package wistaxis.core.route;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.outside.HostProbe.HostFacts;

/**
 * Whether the bench is ready for a step that goes through the host. Common practice; what software cannot see the technician confirms.
 *
 * @param checks in the order in which they are looked at
 */
public record Readiness(List<Check> checks) {
    /** The disk has to take the package and what is extracted from it: about twice its size. Common practice. */
    public static final int TIMES_THE_PACKAGE = 2;

    /** Confirmations of the technician, by the ticket fact that keeps them. */
    public static final List<String> CONFIRMED = List.of("readyPower", "readyCable", "readyProgram", "readyDisk", "readyLine");

    /** What the technician is asked where software cannot see it. */
    private static final Map<String, String> CONFIRMED_UNSEEN = new TreeMap<>(Map.of("Power", "is the host on mains power?", "Disk",
            "is twice the package's size free?", "Line", "is it online?"));

    /** How a check stands. */
    public enum State { FINE, NOT, ASK, LOOKING }

    /** @param confirm the fact that the technician can set by confirming; null where software sees it */
    public record Check(String what, State state, String says, @Nullable String confirm) {}

    public Readiness {
        checks = List.copyOf(checks);
    }

    /**
     * @param host null while it is being looked at, or cannot be
     * @param trouble why it cannot be looked at; empty while it can
     * @param packageBytes the package's size, more than 0
     * @param model null while the device is not settled
     * @param facts the ticket's facts
     */
    public static Readiness of(@Nullable HostFacts host, String trouble, long packageBytes, @Nullable DeviceModel model,
            Map<String, String> facts) {
        List<Check> checks = new ArrayList<>();
        if (host == null && !trouble.isEmpty()) {
            CONFIRMED_UNSEEN.forEach((what, says) -> checks.add(confirmed(what, "ready" + what, facts, trouble + ": " + says)));
        } else {
            seen(checks, host, packageBytes, facts);
        }
        checks.add(confirmed("Cable", "readyCable", facts, model == null ? "the model is not settled" : "sound, " + model.plug()
                + " at the device, and the host's own port, USB-A or USB-C, at the other end"));
        checks.add(confirmed("Restore program", "readyProgram", facts, program(host == null ? "" : host.says())
                + ", up to date and open before the keys; a very new model is not recognised by an old one"));
        return new Readiness(checks);
    }

    /** Which kind of restore program belongs to a host, and where it lists a device. Common practice. */
    private static String program(String system) {
        String family = system.toLowerCase(Locale.ROOT);
        if (family.startsWith("mac")) {
            return "built into the file browser, which lists the device at its side; with system 10.14 or older the maker's media program";
        }
        return family.startsWith("win") ? "the maker's own device program, or an old installation of its media program"
                : "on one of the maker's own hosts the file browser, on others the maker's device program";
    }

    private static void seen(List<Check> checks, @Nullable HostFacts host, long packageBytes, Map<String, String> facts) {
        checks.add(power(host, facts));
        checks.add(host == null ? looking("Disk") : disk(host.freeBytes(), TIMES_THE_PACKAGE * packageBytes));
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

    private static Check disk(long free, long needed) {
        String words = String.format(Locale.ROOT, "%.1f GB free, %.1f GB needed for package and extraction", free / 1e9, needed / 1e9);
        return new Check("Disk", free >= needed ? State.FINE : State.NOT, words, null);
    }

    private static Check confirmed(String what, String fact, Map<String, String> facts, String says) {
        return new Check(what, "yes".equals(facts.get(fact)) ? State.FINE : State.ASK, says, fact);
    }

    public boolean ready() {
        return checks.stream().allMatch(c -> c.state() == State.FINE);
    }

    /** What is missing, in words; empty when it is ready. */
    public String missing() {
        return String.join(", ", checks.stream().filter(c -> c.state() != State.FINE).map(c -> c.what().toLowerCase(Locale.ROOT)).toList());
    }
}
