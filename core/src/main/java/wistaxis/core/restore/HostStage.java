package wistaxis.core.restore;

import java.util.List;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Provenance;
import wistaxis.core.words.Text;

/**
 * A stage of a restore that the host's own program does, as somebody at the bench can see it.
 *
 * @param says what shows it
 * @param mode whether the device has to stay in its mode
 * @param low least usual minutes, 0 or more
 * @param high most usual minutes; 0 where only the host can tell
 * @param fetch whether it is only there where the host fetches by itself
 * @param notStuck what looks stuck and is not
 */
public record HostStage(String id, Text title, Text says, boolean mode, double low, double high, boolean fetch, Text notStuck,
        Provenance provenance, String source) {
    /** The stage at which the signing service is asked. */
    public static final String SIGN = "sign";

    private static final List<HostStage> ALL = Json.fact("host-stages.json", Stages.class).stages();

    private record Stages(List<HostStage> stages) {}

    /** The stages in order. @param fetches whether the host fetches the firmware by itself */
    public static List<HostStage> of(boolean fetches) {
        return ALL.stream().filter(s -> fetches || !s.fetch()).toList();
    }

    /** Whether a stage is one at which device and cable are left alone. */
    public static boolean leavesAlone(String id) {
        return ALL.stream().anyMatch(s -> s.id().equals(id) && !s.mode());
    }
}
