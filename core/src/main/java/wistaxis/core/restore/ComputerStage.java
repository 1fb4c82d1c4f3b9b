package wistaxis.core.restore;

import java.util.List;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Provenance;
import wistaxis.core.words.Text;

/**
 * A stage of a restore that the restore program does, as somebody at the bench can see it.
 *
 * @param says what shows it
 * @param mode whether the device has to stay in its mode
 * @param low least usual minutes, 0 or more
 * @param high most usual minutes; 0 where only the computer can tell
 * @param fetch whether it is only there where the computer fetches by itself
 * @param notStuck what looks stuck and is not
 */
public record ComputerStage(String id, Text title, Text says, boolean mode, double low, double high, boolean fetch, Text notStuck,
        Provenance provenance, String source) {
    /** The stage at which the signing service is asked. */
    public static final String SIGN = "sign";

    private static final List<ComputerStage> ALL = Json.fact("computer-stages.json", Stages.class).stages();

    private record Stages(List<ComputerStage> stages) {}

    /** The stages in order. @param fetches whether the computer fetches the firmware by itself */
    public static List<ComputerStage> of(boolean fetches) {
        return ALL.stream().filter(s -> fetches || !s.fetch()).toList();
    }

    /** Whether a stage is one at which device and cable are left alone. */
    public static boolean leavesAlone(String id) {
        return ALL.stream().anyMatch(s -> s.id().equals(id) && !s.mode());
    }
}
