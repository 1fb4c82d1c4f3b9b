package wistaxis.core.firmware;

import java.nio.file.Path;
import java.util.Collections;
import java.util.LinkedHashSet;
import java.util.Set;

/**
 * A download as it stands.
 *
 * @param tickets whom it serves
 * @param bytes that are here
 * @param moved bytes that the last run moved, and in how many seconds; for the ledger once it is whole
 * @param why what broke it, or what is wrong while it is tried again; empty when nothing is
 */
public record Fetch(Build build, Path file, Set<String> tickets, Phase phase, long bytes, long moved, double seconds, String why) {
    /** How a download stands. */
    public enum Phase { WAITING, RUNNING, PAUSED, BROKEN, WHOLE }

    public Fetch {
        tickets = Collections.unmodifiableSet(new LinkedHashSet<>(tickets));
    }

    /** Whether nothing more happens to it by itself. */
    public boolean over() {
        return phase == Phase.WHOLE || phase == Phase.BROKEN;
    }

    /** Whether it runs or will by itself. */
    public boolean underWay() {
        return phase == Phase.RUNNING || phase == Phase.WAITING;
    }
}
