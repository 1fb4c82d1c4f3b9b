package wistaxis.core.bench;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.device.KeyFamily;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Provenance;
import wistaxis.core.restore.RestoreStage;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.TicketEvent;

/** How long things take here: downloads on this line and the stages of a restore by key family, from the shop's own ledger; stated defaults before there are any. */
public final class TimeHistory {
    /** Older downloads say little about the line of today. */
    private static final int LATEST_DOWNLOADS = 25;

    /** Shorter ones measure the beginning, not the line. Bytes. */
    private static final long SHORTEST_DOWNLOAD = 1_000_000;

    private final Defaults defaults = Json.fact("times.json", Defaults.class);
    private final List<RestoreStage> stages;
    private final List<Double> rates = new ArrayList<>();
    private final Map<Stretch, List<Double>> seconds = new HashMap<>();
    private final Map<String, Reading> readings = new HashMap<>();

    /**
     * The stated defaults.
     *
     * @param lineMbit lowest, usual and highest rate of a shop's line, Mbit/s
     * @param stageFactors lowest and highest length of a stage as a part of the usual one
     * @param entrySeconds hands on the device for one entry into the mode
     */
    public record Defaults(List<Double> lineMbit, List<Double> stageFactors, double entrySeconds, Provenance provenance, String source) {}

    private record Stretch(KeyFamily family, String stage) {}

    private static final class Reading {
        private @Nullable DeviceModel model;
        private @Nullable String stage;
        private boolean waited;
        private Instant since = Instant.EPOCH;
    }

    public TimeHistory(List<RestoreStage> stages) {
        this.stages = List.copyOf(stages);
    }

    /** Takes an entry of the ledger in; entries come in order. */
    public void add(LedgerEntry entry, DeviceCatalogue devices) {
        Reading r = readings.computeIfAbsent(entry.ticket(), _ -> new Reading());
        switch (entry.event()) {
            case TicketEvent.Identified(String identifier, _) -> r.model = devices.byIdentifier(identifier).orElse(null);
            case TicketEvent.Downloaded(_, long bytes, double took) when took > 0 && bytes >= SHORTEST_DOWNLOAD -> rates.add(bytes / took);
            case TicketEvent.StageReached(String stage) -> reached(r, stage, entry.when());
            case TicketEvent.Restored _ -> reached(r, null, entry.when());
            case TicketEvent.RestoreStopped _ -> {
                r.stage = null;
                r.waited = false;
            }
            default -> { }
        }
    }

    /** A stage that was reached a second time had waited for hands or for the device: how long that took says nothing about the machine. */
    private void reached(Reading r, @Nullable String next, Instant at) {
        if (r.stage != null && r.stage.equals(next)) {
            r.waited = true;
            return;
        }
        boolean measured = !r.waited && r.stage != null && r.model != null && !at.isBefore(r.since);
        r.waited = false;
        if (measured) {
            seconds.computeIfAbsent(new Stretch(Objects.requireNonNull(r.model).family(), Objects.requireNonNull(r.stage)), _ -> new ArrayList<>())
                    .add(Duration.between(r.since, at).toMillis() / 1000.0);
        }
        r.stage = next;
        r.since = at;
    }

    public Defaults defaults() {
        return defaults;
    }

    /** Bytes a second. */
    public Range rate() {
        List<Double> d = defaults.lineMbit();
        return rates.isEmpty() ? new Range(d.get(0) * 125e3, d.get(1) * 125e3, d.get(2) * 125e3, 0)
                : Range.of(rates.subList(Math.max(0, rates.size() - LATEST_DOWNLOADS), rates.size()));
    }

    /** Seconds for so many bytes. */
    public Range download(long bytes) {
        return rate().through(rate -> bytes / rate);
    }

    /** Seconds of a stage on a family's devices. @param family null while it is not known */
    public Range stage(@Nullable KeyFamily family, RestoreStage stage) {
        List<Double> measured = family == null ? null : seconds.get(new Stretch(Objects.requireNonNull(family), stage.id()));
        return measured != null ? Range.of(measured) : new Range(stage.seconds() * defaults.stageFactors().getFirst(), stage.seconds(), stage.seconds() * defaults.stageFactors().getLast(), 0);
    }

    /** Seconds of the stages from one to another, the first and not the last. */
    private Range between(@Nullable KeyFamily family, int from, int to) {
        return stages.subList(from, to).stream().map(s -> stage(family, s)).reduce(Range::plus).orElse(new Range(0, 0, 0, 0));
    }

    /** Seconds of what the host does while the device has to be in its mode: up to the stage that begins to write. */
    public Range prepare(@Nullable KeyFamily family) {
        return between(family, 0, writing());
    }

    /** Seconds from the first byte written to the last stage's end. */
    public Range write(@Nullable KeyFamily family) {
        return between(family, writing(), stages.size());
    }

    private int writing() {
        return stages.indexOf(stages.stream().filter(s -> "begin".equals(s.command())).findFirst().orElseThrow());
    }
}
