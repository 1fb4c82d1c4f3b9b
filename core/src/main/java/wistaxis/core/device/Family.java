package wistaxis.core.device;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import wistaxis.core.facts.Provenance;
import wistaxis.core.words.Text;

/**
 * A key family: which keys lead where, and the thresholds of its simulated device.
 *
 * @param tellTale how to know the family by looking
 * @param powerKey the key that resets and starts the device; on some bodies of the family it is called Top
 * @param lowKey the key that together with the power key leads to DFU
 * @param arming the taps that make the power key reset quickly, in order; empty where taps do nothing
 * @param chord whether power key and low key held together reset the device
 * @param thresholds seconds by name, ours; see {@code inequalities} for what ties them to practice
 */
public record Family(
        KeyFamily family, Provenance provenance, String source, Text tellTale, PhysicalKey powerKey, PhysicalKey lowKey,
        List<PhysicalKey> arming, boolean chord, Map<String, Double> thresholds, List<String> inequalities) {

    /** This family on a body, where the power key may be called otherwise. */
    Family on(Body body) {
        return new Family(family, provenance, source, tellTale, body.powerKey(), lowKey, arming, chord, thresholds, inequalities);
    }

    /** This family with some thresholds later. @param shifts seconds by threshold */
    public Family late(Map<String, Double> shifts) {
        Map<String, Double> all = new HashMap<>(thresholds);
        shifts.forEach((name, by) -> all.put(name, seconds(name) + by));
        return new Family(family, provenance, source, tellTale, powerKey, lowKey, arming, chord, all, inequalities);
    }

    /** @throws IllegalArgumentException when the family has no threshold of that name */
    public double seconds(String threshold) {
        Double value = thresholds.get(threshold);
        if (value == null) {
            throw new IllegalArgumentException("family " + family + " has no threshold [" + threshold + "]");
        }
        return value;
    }
}
