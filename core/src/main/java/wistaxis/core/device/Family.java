package wistaxis.core.device;

import java.util.List;
import java.util.Map;
import wistaxis.core.facts.Provenance;

/**
 * A key family: its keys, where they sit on the body, and the thresholds of its simulated device.
 *
 * @param tellTale how to know the family by looking
 * @param powerKey the key that resets and starts the device
 * @param lowKey the key that together with the power key leads to DFU
 * @param arming the taps that make the power key reset quickly, in order; empty where a chord does it
 * @param thresholds seconds by name, ours; see {@code inequalities} for what ties them to practice
 */
public record Family(
        KeyFamily family, Provenance provenance, String source, String tellTale, PhysicalKey powerKey, PhysicalKey lowKey,
        List<KeyPlace> keys, List<PhysicalKey> arming, Map<String, Double> thresholds, List<String> inequalities) {

    /**
     * Where a key sits: an edge of the body seen from the front and the stretch of that edge, as fractions of its length.
     *
     * @param from start, 0 to 1, from the top or the left
     * @param to end, 0 to 1
     */
    public record KeyPlace(PhysicalKey key, String name, String edge, double from, double to) {}

    /** @throws IllegalArgumentException when the family has no threshold of that name */
    public double seconds(String threshold) {
        Double value = thresholds.get(threshold);
        if (value == null) {
            throw new IllegalArgumentException("family " + family + " has no threshold [" + threshold + "]");
        }
        return value;
    }
}
