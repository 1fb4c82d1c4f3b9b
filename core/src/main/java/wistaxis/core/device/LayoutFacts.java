package wistaxis.core.device;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import wistaxis.core.facts.Provenance;
import wistaxis.core.words.Text;

/**
 * A button layout: which buttons lead where, and the thresholds of its simulated device.
 *
 * @param tellTale how to know the family by looking
 * @param powerButton the button that resets and starts the device; on some bodies of the family it is called Top
 * @param lowButton the button that together with the power button leads to DFU
 * @param arming the taps that make the power button reset quickly, in order; empty where taps do nothing
 * @param chord whether power button and low button held together reset the device
 * @param thresholds seconds by name, ours; see {@code inequalities} for what ties them to practice
 */
public record LayoutFacts(
        ButtonLayout family, Provenance provenance, String source, Text tellTale, DeviceButton powerButton, DeviceButton lowButton,
        List<DeviceButton> arming, boolean chord, Map<String, Double> thresholds, List<String> inequalities) {

    /** This family on a body, where the power button may be called otherwise. */
    LayoutFacts on(Body body) {
        return new LayoutFacts(family, provenance, source, tellTale, body.powerButton(), lowButton, arming, chord, thresholds,
                inequalities);
    }

    /** This family with some thresholds later. @param shifts seconds by threshold */
    public LayoutFacts late(Map<String, Double> shifts) {
        Map<String, Double> all = new HashMap<>(thresholds);
        shifts.forEach((name, by) -> all.put(name, seconds(name) + by));
        return new LayoutFacts(family, provenance, source, tellTale, powerButton, lowButton, arming, chord, all, inequalities);
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
