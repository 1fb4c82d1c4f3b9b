package wistaxis.core.restore;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Which stages the computers of this shop show, and in which order: by what was seen in earlier runs on such devices.
 *
 * @param runs the stages of each run in the order in which they were first seen
 */
public record ShownStages(List<List<String>> runs) {
    /** Nothing is known yet: all stages, in the usual order. */
    public static final ShownStages NONE = new ShownStages(List.of());

    /** Fewer runs say little. Ours. */
    private static final int ENOUGH = 3;

    public ShownStages {
        runs = runs.stream().map(List::copyOf).toList();
    }

    /** Whether a stage is one that is shown here, as far as that is known. */
    public boolean shows(ComputerStage stage) {
        return runs.size() < ENOUGH || runs.stream().anyMatch(r -> r.contains(stage.id()));
    }

    /** The stages in the order in which they come here: by how often one was seen before another, else as usual. */
    public List<ComputerStage> ordered(List<ComputerStage> usual) {
        if (runs.size() < ENOUGH) {
            return usual;
        }
        Map<String, Double> places = new HashMap<>();
        for (ComputerStage stage : usual) {
            runs.stream().mapToInt(r -> r.indexOf(stage.id())).filter(i -> i >= 0).average()
                    .ifPresent(place -> places.put(stage.id(), place));
        }
        List<ComputerStage> shown = new ArrayList<>(usual.stream().filter(s -> places.containsKey(s.id())).toList());
        shown.sort(Comparator.comparingInt(ComputerStage::phase).thenComparingDouble(s -> places.get(s.id())));
        List<ComputerStage> all = new ArrayList<>();
        for (ComputerStage stage : usual) { // what was never seen here stays at its usual place
            all.add(places.containsKey(stage.id()) ? shown.removeFirst() : stage);
        }
        return all;
    }
}
