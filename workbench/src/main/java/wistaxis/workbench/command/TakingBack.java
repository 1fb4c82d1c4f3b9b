package wistaxis.workbench.command;

import static wistaxis.core.words.Say.t;

import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.function.Function;
import java.util.function.LongSupplier;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.work.Command;

/** The last act of somebody can be taken back for a moment, by an entry that says so. Of the thread that the bench belongs to. */
public final class TakingBack {
    /** How long an act can be taken back: 10 s. Ours. */
    public static final Duration WHILE = Duration.ofSeconds(10);

    /** What has no effect beyond the ledger, so that nothing has happened once it is taken back. */
    private static final Set<Class<? extends TicketEvent>> TAKEABLE = Set.of(TicketEvent.Opened.class, TicketEvent.FactRecorded.class,
            TicketEvent.FactWithdrawn.class, TicketEvent.Identified.class, TicketEvent.ConsentAsked.class, TicketEvent.RouteChosen.class,
            TicketEvent.BuildChosen.class, TicketEvent.FirmwareFrom.class, TicketEvent.StateRead.class, TicketEvent.Sighted.class,
            TicketEvent.ModeEntered.class, TicketEvent.ModeLost.class, TicketEvent.RestoreStarted.class, TicketEvent.StageReached.class,
            TicketEvent.SigningAnswered.class, TicketEvent.RestoreStopped.class, TicketEvent.Restored.class,
                    TicketEvent.ComputerLeft.class, TicketEvent.ComputerSize.class, TicketEvent.VersionOffered.class,
            TicketEvent.ComputerProblem.class, TicketEvent.ProblemTried.class, TicketEvent.CheckAnswered.class, TicketEvent.StepTried.class,
            TicketEvent.GuideNoted.class, TicketEvent.BackupNoted.class, TicketEvent.Overruled.class, TicketEvent.UnlockOrdered.class,
            TicketEvent.UnlockAnswered.class, TicketEvent.Closed.class, TicketEvent.AtBench.class);

    /** What on a simulated device is done and not only said. */
    private static final Set<Class<? extends TicketEvent>> DONE_IN_PRACTICE = Set.of(TicketEvent.RestoreStarted.class,
            TicketEvent.StageReached.class, TicketEvent.RestoreStopped.class, TicketEvent.Restored.class, TicketEvent.ModeEntered.class,
            TicketEvent.ModeLost.class);

    private final Commands commands;
    private final Function<String, Optional<Ticket>> tickets;
    private final LongSupplier nanos;
    private @Nullable Last last;

    /** The last act that is on the disk. */
    private record Last(String ticket, List<LedgerEntry> entries, long atNanos) {}

    /** What can be taken back. @param left how long still */
    public record Takeable(String ticket, List<TicketEvent> events, Duration left) {}

    /** @param nanos a monotonic clock */
    public TakingBack(Commands commands, Function<String, Optional<Ticket>> tickets, LongSupplier nanos) {
        this.commands = commands;
        this.tickets = tickets;
        this.nanos = nanos;
    }

    /** It is on the disk. */
    public void done(List<LedgerEntry> entries) {
        boolean taken = entries.stream().anyMatch(e -> e.event() instanceof TicketEvent.TakenBack);
        last = taken ? null : entries.isEmpty() ? last : new Last(entries.getFirst().ticket(), entries, nanos.getAsLong());
    }

    /** The last act, where it can be taken back still. */
    public Optional<Takeable> takeable() {
        Last act = last;
        Duration left = act == null ? Duration.ZERO : WHILE.minusNanos(nanos.getAsLong() - act.atNanos());
        if (act == null || !left.isPositive()) {
            return Optional.empty();
        }
        List<TicketEvent> events = act.entries().stream().map(LedgerEntry::event).toList();
        boolean simulated = tickets.apply(act.ticket()).filter(t -> !t.isObserved()).isPresent();
        return events.stream().allMatch(e -> TAKEABLE.contains(e.getClass()) && !(simulated && DONE_IN_PRACTICE.contains(e.getClass())))
                ? Optional.of(new Takeable(act.ticket(), events, left)) : Optional.empty();
    }

    /** Takes the last act back. @throws BadInput where there is none, or it is too late */
    public CompletableFuture<Result> takeBack() {
        Takeable act = takeable().orElseThrow(() -> new BadInput(t("workbench.bad.nothing-to-take-back", "seconds", WHILE.toSeconds())));
        List<Long> numbers = last == null ? List.of() : last.entries().stream().map(LedgerEntry::number).toList();
        last = null;
        return commands.give(act.ticket(), new Command.TakeBack(numbers));
    }
}
