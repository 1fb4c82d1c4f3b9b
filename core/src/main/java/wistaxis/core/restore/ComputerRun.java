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
 *
 * @param parts the stages with what is usual for each
 * @param at which of them runs
 * @param since when it was seen to begin
 * @param left what the computer told of its download, and when; null where it did not
 * @param now the moment that is asked for
 */
public record ComputerRun(List<Part> parts, int at, Instant since, Observed.@Nullable Left left, Instant now) {
    /** From so many times the most that is usual on, a stage counts as stuck. Ours. */
    private static final double STUCK = 2;

    /**
     * A stage and its usual seconds.
     *
     * @param own whether that is from the shop's own history
     */
    public record Part(ComputerStage stage, double low, double high, boolean own) {}

    public ComputerRun {
        parts = List.copyOf(parts);
    }

    /**
     * The run that goes on; empty where none does.
     *
     * @param measured the shop's own lengths of a stage, seconds; empty before there are any
     */
    public static Optional<ComputerRun> of(Ticket ticket, Function<String, Optional<Range>> measured, Instant now) {
        Attempt.Run run = ticket.run().filter(Attempt.Run::goesOn).orElse(null);
        if (run == null) {
            return Optional.empty();
        }
        List<Part> parts = new ArrayList<>();
        int at = 0;
        for (ComputerStage stage : ComputerStage.of(ticket.observed().computerFetches())) {
            Optional<Range> own = stage.fetch() ? Optional.empty() : measured.apply(stage.id());
            if (stage.id().equals(run.stage())) {
                at = parts.size();
            }
            parts.add(new Part(stage, own.map(Range::low).orElse(stage.low() * 60), own.map(Range::high).orElse(stage.high() * 60),
                    own.isPresent()));
        }
        return Optional.of(new ComputerRun(parts, at, run.reached(), ticket.observed().left(), now));
    }

    public ComputerStage current() {
        return parts.get(at).stage();
    }

    /** The stage after the one that runs; empty at the last. */
    public Optional<ComputerStage> next() {
        return at + 1 < parts.size() ? Optional.of(parts.get(at + 1).stage()) : Optional.empty();
    }

    private double gone() {
        return Math.max(0, BenchTime.between(since, now).toMillis() / 1000.0);
    }

    /** Seconds of the running stage that are left, least and most; what the computer tells comes first. */
    private double[] running() {
        Part part = parts.get(at);
        if (left != null && part.stage().fetch()) {
            double told = Math.max(0, left.minutes() * 60.0 - BenchTime.between(left.at(), now).toMillis() / 1000.0);
            return new double[] {told, told};
        }
        return new double[] {Math.max(0, part.low() - gone()), Math.max(0, part.high() - gone())};
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
        double seconds = first + parts.stream().skip(at + 1L).mapToDouble(p -> least ? p.low() : p.high()).sum();
        return Duration.ofSeconds(Math.round(seconds));
    }

    /** Whether the download's length is known to nobody, because the computer has told nothing. */
    public boolean isOpen() {
        return current().fetch() && left == null;
    }

    /** Whether the computer may still say that the version is not signed: until it has asked. */
    public boolean asksSigning() {
        return parts.stream().skip(at).anyMatch(p -> p.stage().id().equals(ComputerStage.SIGN));
    }

    /** Whether the device has to stay in its mode for what runs now. */
    public boolean needsMode() {
        return current().mode();
    }

    /** Longer than usual, and from when on it counts as stuck, in words; empty while it is within the usual. */
    public Optional<String> late() {
        Part part = parts.get(at);
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
        return parts.get(at).high() > 0 && gone() > STUCK * parts.get(at).high();
    }
}
