package wistaxis.core.restore;

import java.util.List;
import java.util.Optional;
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
 * @param phase stages of one phase come in any order; once one of a later phase is seen, those of earlier ones are over
 * @param asked whether somebody can see it there; what nobody sees is in older ledgers only
 * @param notStuck what looks stuck and is not
 */
public record ComputerStage(String id, Text title, Text says, boolean mode, double low, double high, boolean fetch, int phase,
        boolean asked,
        Text notStuck, Provenance provenance, String source) {
    /** The stage at which the signing service is asked. */
    private static final String SIGN = "sign";

    private static final List<ComputerStage> ALL = Json.fact("computer-stages.json", Stages.class).stages();

    private record Stages(List<ComputerStage> stages) {}

    /** The stages in the usual order. @param fetches whether the computer fetches the firmware by itself */
    public static List<ComputerStage> of(boolean fetches) {
        return ALL.stream().filter(s -> s.asked() && (fetches || !s.fetch())).toList();
    }

    /** A stage by its id, whether it is asked for or not. */
    public static Optional<ComputerStage> byId(String id) {
        return ALL.stream().filter(s -> s.id().equals(id)).findFirst();
    }

    /** Whether the signing service may still be asked at it or after it. */
    public boolean isBeforeWriting() {
        return phase <= byId(SIGN).orElseThrow().phase;
    }

    /** Whether a stage is one at which device and cable are left alone. */
    public static boolean leavesAlone(String id) {
        return ALL.stream().anyMatch(s -> s.id().equals(id) && !s.mode());
    }
}
