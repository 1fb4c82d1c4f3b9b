package wistaxis.core.restore;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.List;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Provenance;
import wistaxis.core.facts.Word;
import wistaxis.core.words.Text;

/**
 * A stage of the restore, as a computer shows it.
 *
 * @param by who works
 * @param seconds how long it takes the simulated device and computer, more than 0
 * @param needs what it needs of the device
 * @param gate what must have been answered before the stage can end; null for none
 * @param command what the computer tells the device when the stage begins; null for nothing
 */
public record RestoreStage(
        String id, Text title, By by, double seconds, Needs needs, @Nullable Waits gate, @Nullable Tells command,
        Provenance provenance, String source) {
    private static final List<RestoreStage> SHIPPED = List.copyOf(Json.fact("stages.json", Stages.class).stages());

    /** Who works. */
    public enum By {
        HOST, DEVICE;

        @JsonValue
        @Override
        public String toString() {
            return Word.of(this);
        }
    }

    /** To be in recovery or DFU, to be the computer's, which has taken it over, to stay on the cable, or nothing. */
    public enum Needs {
        MODE, HOST, CONTACT, NOTHING;

        @JsonValue
        @Override
        public String toString() {
            return Word.of(this);
        }
    }

    /** What has to be answered: the check of the firmware file, the signing service, or the device by its greeting. */
    public enum Waits {
        PACKAGE, SIGNING, GREETING;

        @JsonValue
        @Override
        public String toString() {
            return Word.of(this);
        }
    }

    /** What the computer tells the device. */
    public enum Tells {
        BEGIN, END;

        @JsonValue
        @Override
        public String toString() {
            return Word.of(this);
        }
    }

    private record Stages(List<RestoreStage> stages) {}

    /** The stages in order. */
    public static List<RestoreStage> shipped() {
        return SHIPPED;
    }

    long nanos() {
        return Math.round(seconds * 1e9);
    }

    /** Whether cable and device must be left alone. */
    public boolean leaveCable() {
        return needs != Needs.MODE;
    }
}
