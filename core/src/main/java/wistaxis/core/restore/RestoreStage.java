package wistaxis.core.restore;

import java.util.List;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Provenance;

/**
 * A stage of the restore, as a host shows it.
 *
 * @param by {@code host} or {@code device}: who works
 * @param seconds how long it takes the simulated device and host, more than 0
 * @param needs {@code mode} while the device must be in recovery or DFU, {@code host} once the host has taken it over, {@code contact}
 *     while it must stay on the cable, else
 *     {@code nothing}
 * @param gate what must have been answered before the stage can end: {@code package}, {@code signing} or {@code greeting}; null for none
 * @param command what the host tells the device when the stage begins: {@code begin} or {@code end}; null for nothing
 */
public record RestoreStage(
        String id, String title, String by, double seconds, String needs, @Nullable String gate, @Nullable String command,
        Provenance provenance, String source) {
    private static final List<RestoreStage> SHIPPED = List.copyOf(Json.fact("stages.json", Stages.class).stages());

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
        return !needs.equals("mode");
    }
}
