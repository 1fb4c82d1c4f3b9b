package wistaxis.core.steps;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import wistaxis.core.words.Text;

/**
 * Where a guide stands, by the answers given so far. What is read of an older or newer Wistaxis and fits nowhere changes nothing.
 *
 * @param ways the ways there are through the step
 * @param guide the way that was taken; null before one of several is
 * @param at the stop that is to be answered; null when it is over, or no way is taken yet
 * @param counted how often the repeated answer of this stop was given in all
 * @param ended {@code done} or {@code failed}; null while it goes on
 * @param then what the last answer calls for; empty for nothing
 * @param clock when the wait is over that runs at this stop; null for none
 * @param begun when the first answer was given; null before
 * @param notes the answers of this way, in order
 */
public record GuideRun(List<Guide> ways, @Nullable Guide guide, Guide.@Nullable Page at, int counted, @Nullable String ended, Text then,
        @Nullable Instant clock, @Nullable Instant begun, List<Guide.Note> notes) {
    public GuideRun {
        ways = List.copyOf(ways);
        notes = List.copyOf(notes);
    }

    /**
     * @param before how often the counted answer was given before the guide, by the intake; 0 where nothing is counted
     * @return empty for a step without a guide
     */
    public static Optional<GuideRun> of(String step, List<Guide.Note> all, int before) {
        List<Guide> ways = Guide.of(step);
        return ways.isEmpty() ? Optional.empty() : Optional.of(of(ways, all, before));
    }

    /** The same for ways that are known. */
    public static GuideRun of(List<Guide> ways, List<Guide.Note> all, int before) {
        Guide guide = ways.size() == 1 ? ways.getFirst() : all.isEmpty() ? null
                : ways.stream().filter(w -> w.way().equals(all.getLast().way())).findFirst().orElse(null);
        List<Guide.Note> notes = guide == null ? List.of() : all.stream().filter(n -> n.way().equals(guide.way())).toList();
        return guide == null ? new GuideRun(ways, null, null, 0, null, Text.NONE, null, null, List.of()) : fold(ways, guide, notes, before);
    }

    private static GuideRun fold(List<Guide> ways, Guide guide, List<Guide.Note> notes, int before) {
        int at = 0;
        int counted = 0;
        String ended = null;
        Text then = Text.NONE;
        Instant clock = null;
        for (Guide.Note note : notes) {
            Guide.Page stop = guide.steps().get(at);
            Guide.Answer answer = stop.id().equals(note.stop()) && ended == null ? stop.answer(note.answer()).orElse(null) : null;
            Optional<Integer> shown = stop.id().equals(note.stop()) && ended == null ? stop.shown(note.answer()) : Optional.empty();
            if (shown.isPresent()) {
                clock = note.at().plus(Duration.ofMinutes(shown.get()));
            }
            if (answer == null) {
                continue; // of another version, or given twice
            }
            clock = null;
            then = answer.then() == null ? Text.NONE : answer.then();
            switch (answer.to()) {
                case Guide.Answer.AGAIN -> {
                    counted++;
                    clock = Steps.waitMinutes(before + counted).map(m -> note.at().plus(Duration.ofMinutes(m))).orElse(null);
                }
                case Guide.Answer.DONE, Guide.Answer.FAILED -> ended = answer.to();
                case Guide.Answer.NEXT -> at++;
                default -> at = guide.steps().indexOf(guide.stop(answer.to()).orElseThrow());
            }
        }
        Guide.Page now = ended == null ? guide.steps().get(at) : null;
        return new GuideRun(ways, guide, now, now != null && now.counts() != null ? before + counted : 0, ended, then, clock,
                notes.isEmpty() ? null : notes.getFirst().at(), notes);
    }

    /** Whether nothing is left to be done. */
    public boolean over() {
        return ended != null;
    }

    public boolean failed() {
        return Guide.Answer.FAILED.equals(ended);
    }

    /** What may be answered now: no further try where the limit is reached. */
    public List<Guide.Answer> answers() {
        return at == null ? List.of() : at.answers().stream().filter(a -> !isSpent() || !a.to().equals(Guide.Answer.AGAIN)).toList();
    }

    /** Whether the limit of what is counted is reached: one more is not offered. */
    public boolean isSpent() {
        return at != null && at.limit() != null && counted >= at.limit();
    }

    /** Number of the stop, from 1. */
    public int number() {
        return guide == null || at == null ? 0 : guide.steps().indexOf(at) + 1;
    }

    /** Usual minutes that are left from this stop on. @param least least, else most */
    public double minutes(boolean least) {
        return left().stream().mapToDouble(s -> least ? s.low() : s.high()).sum();
    }

    /** The stops that are left, the present one first; none once it is over. */
    public List<Guide.Page> left() {
        return guide == null || at == null ? List.of() : guide.steps().subList(guide.steps().indexOf(at), guide.steps().size());
    }

    /** The stops whose last answer is this one, in order. */
    public List<Guide.Page> at(String answer) {
        return guide == null ? List.of() : guide.steps().stream().filter(s -> said(s).filter(a -> a.id().equals(answer)).isPresent())
                .toList();
    }

    private Optional<Guide.Answer> said(Guide.Page stop) {
        return notes.stream().filter(n -> n.stop().equals(stop.id())).reduce((_, b) -> b).flatMap(n -> stop.answer(n.answer()));
    }

    /** When it rings: after the minutes of this stop, or the wait that runs at it; empty where it does not. */
    public Optional<Instant> rings() {
        if (clock != null) {
            return Optional.of(clock);
        }
        return at == null || at.ring() == null || begun == null ? Optional.empty() : Optional.of(begun.plus(Duration.ofMinutes(at.ring())));
    }

    /** A thing that was judged, and what is said to it. */
    public record Judged(Text title, Text words, Judgement verdict, @Nullable Text then) {}

    /** What was judged so far, in order; of a stop that was answered twice the last. */
    public List<Judged> judged() {
        List<Judged> all = new ArrayList<>();
        if (guide != null) {
            for (Guide.Page stop : guide.steps()) {
                Guide.Answer said = said(stop).orElse(null);
                if (said != null && said.verdict() != null) {
                    all.add(new Judged(stop.title(), said.words(), said.verdict(), said.then()));
                }
            }
        }
        return all;
    }

    /** It fails where one thing fails, is not yet judged where one is open or not looked at, else it passes. */
    public Judgement verdict() {
        List<Judged> all = judged();
        return all.stream().anyMatch(j -> j.verdict() == Judgement.FAIL) ? Judgement.FAIL
                : over() && all.stream().allMatch(j -> j.verdict() == Judgement.PASS) ? Judgement.PASS : Judgement.NOT_YET;
    }
}
