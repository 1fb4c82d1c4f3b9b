package wistaxis.core.ticket;

import com.fasterxml.jackson.annotation.JsonValue;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;
import wistaxis.core.buttons.Mode;
import wistaxis.core.facts.Word;
import wistaxis.core.steps.Guide;
import wistaxis.core.steps.Step;
import wistaxis.core.steps.Steps;
import wistaxis.core.words.Text;

/**
 * A step that was chosen, with all that belongs to it.
 *
 * @param step its id; empty for work of an old or damaged ledger that was done before any step was chosen
 * @param since when it was chosen
 * @param consent the owner's answer that it was chosen under; null for none
 * @param build the build chosen when it was last worked on; null for none
 * @param verified whether that build's firmware file was verified
 * @param mode the mode that the device was last in for it; null for none
 * @param buttons how often the keys were tried for it
 * @param run its run through the computer; null before one is started
 * @param checks answers of the handover by name
 * @param said whether it helped, as somebody said; null before that
 * @param guide the answers of its guide, in order
 * @param handedOver whether the ticket was closed on it
 */
public record Attempt(
        String step, Instant since, TicketEvent.@Nullable ConsentAsked consent, TicketEvent.@Nullable BuildChosen build, boolean verified,
        @Nullable Mode mode, int buttons, @Nullable Run run, Map<String, String> checks, @Nullable Boolean said, boolean handedOver,
        List<Guide.Note> guide) {
    /** The check that asks whether the owner's data is still there, and the answer that says no. */
    public static final String DATA_THERE = "data-there";
    public static final String DATA_GONE = "data gone";

    /** What came of an attempt. */
    public enum Outcome {
        HELPED, DID_NOT_HELP,
        /** It helped, and took with it what it should have kept. */
        DATA_LOST, STOPPED;

        @JsonValue
        @Override
        public String toString() {
            return Word.of(this);
        }

        /** @return empty for what is none */
        public static Optional<Outcome> of(String text) {
            return Arrays.stream(values()).filter(o -> o.toString().equals(text)).findFirst();
        }

        /** In words, after "it". */
        public Text words() {
            return Text.of("core.outcome." + this);
        }
    }

    /**
     * What the computer did.
     *
     * @param stage the stage last reached; null before the first and after a stop
     * @param reached when it was reached
     * @param stopped why it was stopped; null while it was not
     * @param written the version on the device once the run was through; null before
     * @param seen the stages that were reached, in the order in which each was first
     */
    public record Run(String build, Instant since, @Nullable String stage, Instant reached, @Nullable Text stopped,
            @Nullable String written, List<String> seen) {
        public Run {
            seen = List.copyOf(seen);
        }

        public boolean goesOn() {
            return stopped == null && written == null;
        }

        static Run begun(String build, Instant at) {
            return new Run(build, at, null, at, null, null, List.of());
        }

        Run at(String next, Instant when) {
            List<String> all = new ArrayList<>(seen);
            if (!all.contains(next)) {
                all.add(next);
            }
            return new Run(build, since, next, next.equals(stage) ? reached : when, stopped, written, all);
        }

        Run stoppedFor(Text why) {
            return new Run(build, since, null, reached, why, null, seen);
        }

        Run through(String version) {
            return new Run(build, since, stage, reached, null, version, seen);
        }
    }

    public Attempt {
        guide = List.copyOf(guide);
        checks = Collections.unmodifiableMap(new LinkedHashMap<>(checks));
    }

    /** A step that was just chosen. */
    static Attempt begun(String step, Instant at, TicketEvent.@Nullable ConsentAsked under) {
        return new Attempt(step, at, under, null, false, null, 0, null, Map.of(), null, false, List.of());
    }

    Attempt under(TicketEvent.ConsentAsked asked) {
        return new Attempt(step, since, asked, build, verified, mode, buttons, run, checks, said, handedOver, guide);
    }

    Attempt buttonsTried() {
        return new Attempt(step, since, consent, build, verified, mode, buttons + 1, run, checks, said, handedOver, guide);
    }

    Attempt ran(Run how) {
        return new Attempt(step, since, consent, build, verified, mode, buttons, how, checks, said, handedOver, guide);
    }

    Attempt checked(String check, String answer) {
        Map<String, String> all = new LinkedHashMap<>(checks);
        all.put(check, answer);
        return new Attempt(step, since, consent, build, verified, mode, buttons, run, all, said, handedOver, guide);
    }

    Attempt walked(Guide.Note note) {
        List<Guide.Note> all = new ArrayList<>(guide);
        all.add(note);
        return new Attempt(step, since, consent, build, verified, mode, buttons, run, checks, said, handedOver, all);
    }

    Attempt said(boolean helped) {
        return new Attempt(step, since, consent, build, verified, mode, buttons, run, checks, helped, handedOver, guide);
    }

    /** With what device and firmware file are now; a mode that was lost stays the one it was last in. */
    Attempt now(TicketEvent.@Nullable BuildChosen chosen, boolean isVerified, @Nullable Mode in, boolean closed) {
        return new Attempt(step, since, consent, chosen, isVerified, in == null ? mode : in, buttons, run, checks, said, closed, guide);
    }

    /** The step's properties; empty for a step that is not known here. */
    public Optional<Step> known() {
        return Steps.find(step);
    }

    public boolean is(Predicate<Step> property) {
        return known().filter(property).isPresent();
    }

    /** What came of it; empty while that is not known. What was written and handed over before anybody was asked has helped. */
    public Optional<Outcome> outcome() {
        if (said != null) {
            return Optional.of(said ? helped() : Outcome.DID_NOT_HELP);
        }
        if (run != null && run.stopped() != null) {
            return Optional.of(Outcome.STOPPED);
        }
        return written() != null && handedOver ? Optional.of(helped()) : Optional.empty();
    }

    private Outcome helped() {
        return lostData() ? Outcome.DATA_LOST : Outcome.HELPED;
    }

    /** Whether it kept nothing although its step keeps what is there. */
    public boolean lostData() {
        return is(Step::keeps) && DATA_GONE.equals(checks.get(DATA_THERE));
    }

    /** Whether it is over and the next step is to be taken. */
    public boolean failed() {
        return Boolean.FALSE.equals(said);
    }

    /** The version it wrote; null while it has not. */
    public @Nullable String written() {
        return run == null ? null : run.written();
    }

    /** Why its run was stopped, in words; empty while that is not so. */
    public Text stopped() {
        return run == null ? Text.NONE : Objects.requireNonNullElse(run.stopped(), Text.NONE);
    }

    /** Whether nothing was done for it yet. */
    boolean untouched() {
        return run == null && said == null && buttons == 0 && checks.isEmpty() && guide.isEmpty();
    }
}
