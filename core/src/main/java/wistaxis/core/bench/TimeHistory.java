package wistaxis.core.bench;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import wistaxis.core.device.ButtonLayout;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Provenance;
import wistaxis.core.restore.RestoreStage;
import wistaxis.core.ticket.Projection;
import wistaxis.core.time.Range;

/**
 * How long things take here: downloads on this line and the stages of a restore by button layout, from the shop's own ledger; stated
 * defaults before there are any.
 */
public final class TimeHistory {
    /** Older downloads say little about the line of today. */
    private static final int LATEST_DOWNLOADS = 25;

    /** Older restores of a family say little about the system versions of today. */
    private static final int LATEST_STAGES = 50;

    /** Shorter ones measure the beginning, not the line. Bytes. */
    private static final long SHORTEST_DOWNLOAD = 1_000_000;

    private final Defaults defaults;
    private final List<RestoreStage> stages;
    private final Deque<Double> rates = new ArrayDeque<>();
    private final Map<Stretch, Deque<Double>> seconds = new HashMap<>();
    private @Nullable Double line;

    /**
     * The stated defaults.
     *
     * @param lineMbit lowest, usual and highest rate of a shop's line, Mbit/s
     * @param stageFactors lowest and highest length of a stage as a part of the usual one
     * @param entrySeconds hands on the device for one entry into the mode
     */
    public record Defaults(List<Double> lineMbit, List<Double> stageFactors, double entrySeconds, Provenance provenance, String source) {}

    private record Stretch(ButtonLayout family, String stage) {}

    public TimeHistory(List<RestoreStage> stages) {
        this(stages, Json.fact("times.json", Defaults.class));
    }

    private TimeHistory(List<RestoreStage> stages, Defaults defaults) {
        this.defaults = defaults;
        this.stages = List.copyOf(stages);
    }

    /** All of it as it is now, for another thread. */
    public TimeHistory copy() {
        TimeHistory copy = new TimeHistory(stages, defaults);
        copy.rates.addAll(rates);
        copy.line = line;
        seconds.forEach((stretch, values) -> copy.seconds.put(stretch, new ArrayDeque<>(values)));
        return copy;
    }

    private static void keep(Deque<Double> values, double value, int most) {
        values.addLast(value);
        if (values.size() > most) {
            values.removeFirst();
        }
    }

    /** Forgets what was measured. */
    public void forget() {
        rates.clear();
        seconds.clear();
    }

    /** The stages of a restore, in order. */
    public List<RestoreStage> stages() {
        return stages;
    }

    /** Takes in what was measured, in the order in which it was. */
    public void add(Projection.Times times, DeviceCatalogue devices) {
        times.downloads().stream().filter(d -> d.bytes() >= SHORTEST_DOWNLOAD && d.seconds() > 0)
                .forEach(d -> keep(rates, d.bytes() / d.seconds(), LATEST_DOWNLOADS));
        times.stages().forEach(s -> devices.byIdentifier(s.identifier()).ifPresent(m -> keep(
                seconds.computeIfAbsent(new Stretch(m.family(), s.stage()), _ -> new ArrayDeque<>()), s.seconds(), LATEST_STAGES)));
    }

    public Defaults defaults() {
        return defaults;
    }

    /** What somebody said of the line, which holds until something was measured. @param mbit Mbit/s; null for nothing */
    public void line(@Nullable Double mbit) {
        line = mbit;
    }

    /** Whether any download was measured. */
    public boolean isMeasured() {
        return !rates.isEmpty();
    }

    /** Bytes a second. */
    public Range rate() {
        List<Double> d = line == null ? defaults.lineMbit() : List.of(line, line, line);
        return rates.isEmpty() ? new Range(d.get(0) * 125e3, d.get(1) * 125e3, d.get(2) * 125e3, 0)
                : Range.of(List.copyOf(rates));
    }

    /** Seconds for so many bytes. */
    public Range download(long bytes) {
        return rate().through(rate -> bytes / rate);
    }

    /** Seconds of a stage on a family's devices. @param family null while it is not known */
    public Range stage(@Nullable ButtonLayout family, RestoreStage stage) {
        return measured(family, stage.id()).orElseGet(() -> new Range(stage.seconds() * defaults.stageFactors().getFirst(),
                stage.seconds(), stage.seconds() * defaults.stageFactors()
                .getLast(), 0));
    }

    /** Seconds of a stage as measured here; empty before it was. */
    public Optional<Range> measured(@Nullable ButtonLayout family, String stage) {
        Deque<Double> measured = family == null ? null : seconds.get(new Stretch(family, stage));
        return measured == null ? Optional.empty() : Optional.of(Range.of(List.copyOf(measured)));
    }

    /** Seconds of the stages from one to another, the first and not the last. */
    private Range between(@Nullable ButtonLayout family, int from, int to) {
        return stages.subList(from, to).stream().map(s -> stage(family, s)).reduce(Range::plus).orElse(new Range(0, 0, 0, 0));
    }

    /** Seconds of what the computer does while the device has to be in its mode: until it has taken the device over. */
    public Range prepare(@Nullable ButtonLayout family) {
        return between(family, 0, taken());
    }

    /** Seconds from when the computer has taken the device over to the last stage's end. */
    public Range write(@Nullable ButtonLayout family) {
        return between(family, taken(), stages.size());
    }

    private int taken() {
        return stages.indexOf(stages.stream().filter(RestoreStage::leaveCable).findFirst().orElseThrow());
    }
}
