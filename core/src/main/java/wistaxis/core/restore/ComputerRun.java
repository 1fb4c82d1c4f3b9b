package wistaxis.core.restore;

import static wistaxis.core.words.Say.t;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import wistaxis.core.ticket.Attempt;
import wistaxis.core.ticket.Observed;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.time.BenchTime;
import wistaxis.core.time.Range;

/**
 * A restore by the restore program, as it is observed: which stage somebody saw, since when, and what that means for the time left.
 * Computers show other stages in another order; what was not seen yet is still to come, until a stage of a later phase was seen.
 *
 * @param parts the stages as they come here, with what is usual for each
 * @param at which of them runs
 * @param since when it was seen to begin
 * @param left what the computer told of its download, and when; null where it did not
 * @param now the moment that is asked for
 */
public record ComputerRun(List<Part> parts, int at, Instant since, Observed.@Nullable Left left, Instant now) {
    /** From so many times the most that is usual on, a stage counts as stuck. Ours. */
    private static final double STUCK = 2;

    /** After the told end of a download its words stay for a while; it is stuck from so many seconds on. Ours. */
    private static final double LINGERS = 600;

    /**
     * A stage and its usual seconds.
     *
     * @param own whether that is from the shop's own history
     * @param seen whether it was seen in this run
     * @param shown whether it is shown here at all, as far as that is known
     */
    public record Part(ComputerStage stage, double low, double high, boolean own, boolean seen, boolean shown) {}

    /**
     * How long things take here.
     *
     * @param stage the shop's own lengths of a stage, seconds; empty before there are any
     * @param fetch how long the computer's download takes where it tells nothing, seconds, by its size and the speed here; empty for nobody
     *     knows
     * @param shown which stages are shown here, and in which order
     */
    public record Usual(Function<String, Optional<Range>> stage, Optional<Range> fetch, ShownStages shown) {}

    public ComputerRun {
        parts = List.copyOf(parts);
    }

    /** The run that goes on; empty where none does. */
    public static Optional<ComputerRun> of(Ticket ticket, Usual usual, Instant now) {
        Attempt.Run run = ticket.run().filter(Attempt.Run::goesOn).orElse(null);
        if (run == null) {
            return Optional.empty();
        }
        List<ComputerStage> stages = new ArrayList<>(usual.shown().ordered(ComputerStage.of(ticket.observed().computerFetches())));
        ComputerStage current = ComputerStage.byId(String.valueOf(run.stage())).orElse(stages.getFirst());
        if (!stages.contains(current)) {
            stages.addFirst(current);
        }
        List<Part> parts = stages.stream().map(s -> {
            Optional<Range> own = s.fetch() ? usual.fetch() : usual.stage().apply(s.id());
            return new Part(s, own.map(Range::low).orElse(s.low() * 60), own.map(Range::high).orElse(s.high() * 60),
                    own.filter(Range::measured).isPresent(), run.seen().contains(s.id()), usual.shown().shows(s));
        }).toList();
        return Optional.of(new ComputerRun(parts, stages.indexOf(current), run.reached(), ticket.observed().left(), now));
    }

    public ComputerStage current() {
        return parts.get(at).stage();
    }

    /** What still comes after the stage that runs: shown here, not seen yet, and of no phase that is over. */
    private List<Part> toCome() {
        int phase = current().phase();
        return parts.stream().filter(p -> p.shown() && !p.seen() && !p.stage().equals(current()) && p.stage().phase() >= phase).toList();
    }

    /** Whether a stage is over, or was never needed: seen before, or of an earlier phase. */
    public boolean isPast(Part part) {
        return !part.stage().equals(current()) && (part.seen() || part.stage().phase() < current().phase());
    }

    /** The stage that is likely to be seen next; empty at the last. */
    public Optional<ComputerStage> next() {
        return toCome().stream().map(Part::stage).findFirst();
    }

    private double gone() {
        return Math.max(0, BenchTime.between(since, now).toMillis() / 1000.0);
    }

    /** Seconds of the running stage that are left, least and most; what the computer tells comes first. */
    private double[] running() {
        Part part = parts.get(at);
        if (left != null && part.stage().fetch()) {
            double told = Math.max(0, -overdue());
            return new double[] {told, told};
        }
        return new double[] {Math.max(0, part.low() - gone()), Math.max(0, part.high() - gone())};
    }

    /** Seconds since the minutes were over that the computer told for its download; negative before. */
    private double overdue() {
        return left == null ? 0 : BenchTime.between(left.at(), now).toMillis() / 1000.0 - left.minutes() * 60.0;
    }

    /** Most time that the running stage still takes. */
    public Duration runsAtMost() {
        return Duration.ofSeconds(Math.round(running()[1]));
    }

    /** Most time for which the device still has to be in its mode. */
    public Duration needsModeAtMost() {
        return !needsMode() ? Duration.ZERO : runsAtMost().plusSeconds(Math.round(toCome().stream().filter(p -> p.stage().mode())
                .mapToDouble(Part::high).sum()));
    }

    /** Least time left. */
    public Duration atLeast() {
        return sum(running()[0], true);
    }

    /** Most time left, by what is usual. */
    public Duration atMost() {
        return sum(running()[1], false);
    }

    private Duration sum(double first, boolean least) {
        double seconds = first + toCome().stream().mapToDouble(p -> least ? p.low() : p.high()).sum();
        return Duration.ofSeconds(Math.round(seconds));
    }

    /** Whether the download's length is known to nobody: the computer has told nothing, and its size is not known. */
    public boolean isOpen() {
        return current().fetch() && left == null && parts.get(at).high() <= 0;
    }

    /** Whether the computer may still say that the version is not signed: until it has asked. */
    public boolean asksSigning() {
        return current().isBeforeWriting();
    }

    /** Whether the device has to stay in its mode for what runs now. */
    public boolean needsMode() {
        return current().mode();
    }

    /** Longer than usual, and from when on it counts as stuck, in words; empty while it is within the usual. */
    public Optional<String> late() {
        Part part = parts.get(at);
        if (left != null && part.stage().fetch()) {
            return overdue() <= 0 ? Optional.empty() : Optional.of(isStuck() ? t("core.run.stuck-told", "minutes",
                    Math.round(overdue() / 60))
                    : t("core.run.told-over", "notStuck", part.stage().notStuck(), "stuck", Math.round(LINGERS / 60)));
        }
        if (part.high() <= 0 || gone() <= part.high()) {
            return Optional.empty();
        }
        String whose = t(part.own() ? "core.run.here" : "core.run.common-practice");
        double stuck = STUCK * part.high();
        return Optional.of(isStuck() ? t("core.run.stuck", "minutes", Math.round(gone() / 60), "usual", part.high() / 60, "basis", whose)
                : t("core.run.longer", "usual", part.high() / 60, "basis", whose, "notStuck", part.stage().notStuck(), "stuck",
                Math.round(Math.ceil(stuck / 60))));
    }

    /** Whether it takes so long that something has to be done. */
    public boolean isStuck() {
        return left != null && current().fetch() ? overdue() > LINGERS : parts.get(at).high() > 0 && gone() > STUCK * parts.get(at).high();
    }
}
