package wistaxis.core.ticket;

import static wistaxis.core.words.Say.t;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import wistaxis.core.steps.Guide;

/**
 * What lists, statistics and searches need of one ticket: computed from its entries alone, so that it can be thrown away and made anew.
 *
 * @param ticket as it is now
 * @param last number of its last entry
 * @param stages how long the stages of its runs took
 * @param downloads how fast its firmware files came
 * @param spent seconds that went into it, by kind
 * @param again how often its device had dropped out of the mode and was put into it again; null where it never was in one
 */
public record Projection(Ticket ticket, long last, List<StageTime> stages, List<DownloadTime> downloads, Map<Timeline.Kind, Double> spent,
        @Nullable Integer again) {
    /** The stage under which the time of activation is kept. */
    public static final String ACTIVATION = "activation";

    /** Pressed on sooner, a stage was passed over and its length says nothing: 3 s, which is 0.0 min. Ours. */
    private static final Duration SHORTEST = Duration.ofSeconds(3);

    /** What the activation may end in without having been refused. */
    private static final Set<String> ACTIVATED = Set.of("activated", "asks");

    /** @param entry the entry that ended the stage */
    public record StageTime(long entry, String identifier, String stage, double seconds) {}

    public record DownloadTime(long entry, long bytes, double seconds) {}

    /** Lengths of stages and downloads, of whichever tickets. */
    public record Times(List<StageTime> stages, List<DownloadTime> downloads) {
        public Times {
            stages = List.copyOf(stages);
            downloads = List.copyOf(downloads);
        }
    }

    public Projection {
        stages = List.copyOf(stages);
        downloads = List.copyOf(downloads);
        spent = Map.copyOf(spent);
    }

    /** @param entries all entries of one ticket, in order, at least one */
    public static Projection of(List<LedgerEntry> entries) {
        Running running = new Running();
        entries.forEach(running::add);
        return running.projection();
    }

    /** The lengths that the entries after one show. */
    public Times since(long entry) {
        return new Times(stages.stream().filter(s -> s.entry() > entry).toList(), downloads.stream().filter(d -> d.entry() > entry)
                .toList());
    }

    /** A projection while its entries are read, in order; what is taken back is read as if it had never been. */
    public static final class Running {
        private final List<Held> held = new ArrayList<>();
        private final Set<Long> gone = new HashSet<>();
        private State state = new State();

        private record Held(LedgerEntry entry, TicketEvent event) {}

        public void add(LedgerEntry entry) {
            add(entry, entry.event());
        }

        /** The same where the entry's event is read already. */
        public void add(LedgerEntry entry, TicketEvent event) {
            held.add(new Held(entry, event));
            if (event instanceof TicketEvent.TakenBack(List<Long> which)) {
                gone.addAll(which);
                state = new State();
                held.stream().filter(h -> !gone.contains(h.entry().number()) || h.event() instanceof TicketEvent.Opened)
                        .forEach(h -> state.add(h.entry(), h.event()));
            } else {
                state.add(entry, event);
            }
        }

        /** @throws IllegalStateException before the first entry */
        public Projection projection() {
            return state.projection();
        }
    }

    /** What has been read so far. */
    private static final class State {
        private final List<StageTime> stages = new ArrayList<>();
        private final List<DownloadTime> downloads = new ArrayList<>();
        private final Timeline.Running timeline = new Timeline.Running();
        private @Nullable TicketFold fold;
        private boolean dropped;
        private @Nullable Integer again;
        private @Nullable Instant joined;
        private long last;
        private @Nullable String identifier;
        private @Nullable String stage;
        private boolean waited;
        private Instant since = Instant.EPOCH;

        void add(LedgerEntry entry, TicketEvent event) {
            if (fold == null) {
                fold = new TicketFold(entry, event);
            } else {
                fold.add(entry, event);
            }
            last = entry.number();
            try {
                take(entry, event);
            } catch (RuntimeException e) {
                fold.unreadable(t("core.ledger.not-taken", "number", last, "why", e));
            }
        }

        private void take(LedgerEntry entry, TicketEvent event) {
            timeline.add(entry, event);
            switch (event) {
                case TicketEvent.Identified(String settled, _) -> identifier = settled;
                case TicketEvent.Downloaded(_, long bytes, double took) when took > 0 -> downloads.add(new DownloadTime(last, bytes, took));
                case TicketEvent.StageReached(String next) -> reached(next, entry.when());
                case TicketEvent.Restored _ -> reached(null, entry.when());
                case TicketEvent.GuideNoted(String way, String stop, String answer) when way.equals(Guide.SET_UP) ->
                        setUp(stop, answer, entry.when());
                case TicketEvent.ModeLost _ -> dropped = true;
                case TicketEvent.RouteChosen _ -> dropped = false;
                case TicketEvent.ModeEntered _ -> {
                    again = (again == null ? 0 : again) + (dropped ? 1 : 0);
                    dropped = false;
                }
                case TicketEvent.RestoreStarted _, TicketEvent.RestoreStopped _ -> {
                    stage = null;
                    waited = false;
                }
                default -> { }
            }
        }

        /** Activation is what lies between the network and the next page, where nothing was refused. */
        private void setUp(String stop, String answer, Instant at) {
            Instant from = joined;
            joined = stop.equals("network") && answer.equals("joined") ? at : null;
            if (from != null && identifier != null && stop.equals(ACTIVATION) && ACTIVATED.contains(answer) && !at.isBefore(from)) {
                stages.add(new StageTime(last, identifier, ACTIVATION, Duration.between(from, at).toMillis() / 1000.0));
            }
        }

        /**
         * A stage that was reached a second time had waited for hands or for the device: how long that took says nothing about the
         * machine.
         */
        private void reached(@Nullable String next, Instant at) {
            if (stage != null && stage.equals(next)) {
                waited = true;
                return;
            }
            if (!waited && stage != null && identifier != null && !at.isBefore(since.plus(SHORTEST))) {
                stages.add(new StageTime(last, identifier, stage, Duration.between(since, at).toMillis() / 1000.0));
            }
            waited = false;
            stage = next;
            since = at;
        }

        Projection projection() {
            if (fold == null) {
                throw new IllegalStateException("no entry yet");
            }
            return new Projection(fold.ticket(), last, stages, downloads, timeline.timeline().seconds(), again);
        }
    }
}
