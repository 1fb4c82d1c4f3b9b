package wistaxis.core.ticket;

import static wistaxis.core.words.Say.t;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.Word;
import wistaxis.core.steps.Guide;
import wistaxis.core.steps.HandsOn;

/**
 * What the time of a ticket went into, from its entries alone: hands, what ran by itself, the line, and lying there. It ends where the
 * ticket was closed; a document that is printed years later is no work.
 *
 * @param stretches one after the other, without gaps; no two neighbours alike
 */
public record Timeline(List<Stretch> stretches) {
    /** So long between two entries with nothing running is not work any more: the device lies there. Ours. */
    public static final Duration LIES_AFTER = Duration.ofMinutes(10);


    /** What a stretch of time went into. */
    public enum Kind {
        HANDS, RUNS, LINE, LIES;

        public String words() {
            return t("core.time." + Word.of(this));
        }
    }

    /** @param what in words, for example the stage of a run; empty where nothing more is known */
    public record Stretch(Instant from, Instant to, Kind kind, String what) {
        public Duration length() {
            return Duration.between(from, to);
        }
    }

    /** What happened at a time, in words. */
    public record Line(Instant at, String words) {}

    /** So close together answers of the intake are one line. Ours. */
    private static final Duration TOGETHER = Duration.ofMinutes(1);

    public Timeline {
        stretches = List.copyOf(stretches);
    }

    /** @param entries all entries of one ticket, in order */
    public static Timeline of(List<LedgerEntry> entries) {
        Running running = new Running();
        TicketEvent.TakenBack.left(entries).forEach(e -> running.add(e, e.event()));
        return running.timeline();
    }

    /** What happened, in order; answers of the intake that were given in one go are one line. */
    public static List<Line> lines(List<LedgerEntry> entries) {
        List<Line> lines = new ArrayList<>();
        Set<LedgerEntry> left = new HashSet<>(TicketEvent.TakenBack.left(entries));
        List<TicketEvent.FactRecorded> together = new ArrayList<>();
        for (LedgerEntry e : entries) {
            TicketEvent event = e.event();
            boolean counts = left.contains(e);
            Line last = lines.isEmpty() ? null : lines.getLast();
            boolean goesOn = !together.isEmpty() && last != null
                    && Duration.between(last.at(), e.when()).abs().compareTo(TOGETHER) <= 0;
            if (counts && event instanceof TicketEvent.FactRecorded fact) {
                if (!goesOn) {
                    together.clear();
                }
                together.add(fact);
                Line line = new Line(goesOn && last != null ? last.at() : e.when(), EventWords.answered(together));
                if (goesOn) {
                    lines.removeLast();
                }
                lines.add(line);
            } else {
                together.clear();
                lines.add(new Line(e.when(), counts ? EventWords.of(event) : t("core.event.was-taken-back", "what", EventWords.of(event))));
            }
        }
        return lines;
    }

    /** Seconds of each kind. */
    public Map<Kind, Double> seconds() {
        Map<Kind, Double> all = new EnumMap<>(Kind.class);
        for (Kind kind : Kind.values()) {
            all.put(kind, stretches.stream().filter(s -> s.kind() == kind).mapToDouble(s -> s.length().toMillis() / 1000.0).sum());
        }
        return all;
    }

    /** A timeline while its entries are read, in order. */
    static final class Running {
        private static final String FETCH = "download";

        private final List<Stretch> stretches = new ArrayList<>();
        private @Nullable Instant at;
        private boolean fetching;
        private @Nullable String stage;
        private boolean closed;

        void add(LedgerEntry entry, TicketEvent event) {
            Instant now = entry.when();
            Instant from = at;
            if (!closed && from != null && now.isAfter(from)) {
                put(between(from, now, event));
            }
            at = from != null && now.isBefore(from) ? from : now;
            switch (event) {
                case TicketEvent.DownloadStarted _ -> fetching = true;
                case TicketEvent.Downloaded _, TicketEvent.DownloadStopped _ -> fetching = false;
                case TicketEvent.RestoreStarted _ -> stage = "start";
                case TicketEvent.StageReached(String reached) -> stage = reached;
                case TicketEvent.Restored _, TicketEvent.RestoreStopped _ -> stage = null;
                case TicketEvent.Closed _ -> closed = true;
                default -> { }
            }
        }

        /** The time that an entry ended. */
        private Stretch between(Instant from, Instant to, TicketEvent ending) {
            String now = stage;
            if (now != null) {
                return new Stretch(from, to, now.equals(FETCH) ? Kind.LINE : Kind.RUNS, now.replace('-', ' '));
            }
            if (fetching) {
                return new Stretch(from, to, Kind.LINE, FETCH);
            }
            Optional<Guide.Page> stop = ending instanceof TicketEvent.GuideNoted(String way, String id, _)
                    ? Guide.find(way).flatMap(w -> w.stop(id)) : Optional.empty();
            if (stop.filter(s -> s.hands() == HandsOn.NOBODY).isPresent()) {
                return new Stretch(from, to, Kind.RUNS, stop.get().title().toString());
            }
            return new Stretch(from, to, Duration.between(from, to).compareTo(LIES_AFTER) > 0 ? Kind.LIES : Kind.HANDS, "");
        }

        private void put(Stretch next) {
            Stretch last = stretches.isEmpty() ? null : stretches.getLast();
            if (last != null && last.kind() == next.kind() && last.what().equals(next.what())) {
                stretches.set(stretches.size() - 1, new Stretch(last.from(), next.to(), last.kind(), last.what()));
            } else {
                stretches.add(next);
            }
        }

        Timeline timeline() {
            return new Timeline(stretches);
        }
    }
}
