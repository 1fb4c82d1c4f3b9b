package wistaxis.core.ticket;

import java.time.Instant;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;
import wistaxis.core.buttons.Mode;
import wistaxis.core.facts.YesNo;
import wistaxis.core.steps.GuideRun;
import wistaxis.core.steps.Problem;
import wistaxis.core.steps.Step;
import wistaxis.core.steps.Steps;
import wistaxis.core.steps.UsualRoute;
import wistaxis.core.words.Text;

/**
 * A ticket as the fold of its events.
 *
 * @param lastAt when it was worked on last
 * @param unreadable what of its entries cannot be understood, in words
 * @param observed what was observed of a real device
 * @param by who of the staff worked on it last; null where nobody has said who works here
 */
public record Ticket(Opening opening, Instant lastAt, Known known, Work work, Firmware firmware, Device device, @Nullable End end,
        List<String> unreadable, Observed observed, @Nullable String by, Place place) {

    /**
     * At which of several benches.
     *
     * @param bench at which the device is: that opened the ticket, took it over, or last had its hands on it; null where there is one alone
     * @param run at which its last restore was started; null likewise
     */
    public record Place(@Nullable String bench, @Nullable String run) {
        /** Whether it may be at a bench. @param of what that is called; null where it is alone */
        public boolean isAt(@Nullable String of) {
            return bench == null || of == null || bench.equals(of);
        }
    }

    /** What the ledger knows of who brought it. */
    public enum Customer { UNKNOWN, SEALED, FORGOTTEN }

    /**
     * How it began.
     *
     * @param number for example {@code T-0007}
     * @param simulated whether it is of the practice world
     * @param isObserved whether of its device no more is known than what is seen: of every real one, and of those of practice that are
     *     worked on so
     * @param lot the lot that it is a device of; null for none
     */
    public record Opening(String number, String title, boolean simulated, boolean isObserved, Instant at,
            TicketEvent.@Nullable LotJoined lot) {}

    /**
     * What was taken in.
     *
     * @param facts answers of the intake by name; what is not there is unknown
     * @param backups the backups that were noted here, in order
     * @param customer whether it is known, beside the ledger, who brought it
     */
    public record Known(Map<String, String> facts, @Nullable String identifier, List<TicketEvent.BackupNoted> backups, Customer customer) {
        public Known {
            facts = Collections.unmodifiableMap(new LinkedHashMap<>(facts));
            backups = List.copyOf(backups);
        }
    }

    /**
     * What was agreed and done.
     *
     * @param consent the owner's last answer to the question about erasing, once asked
     * @param attempts the steps that were taken, in order; the last is the present one
     * @param failed steps that were taken and did not help
     * @param overruled steps that the technician takes although the rules block them, with the reason
     * @param unlock the carrier unlock that was ordered beside, if any
     * @param unlockAnswers what came of it, in order
     */
    public record Work(TicketEvent.@Nullable ConsentAsked consent, List<Attempt> attempts, Set<String> failed,
            Map<String, String> overruled, TicketEvent.@Nullable UnlockOrdered unlock, List<String> unlockAnswers) {
        public Work {
            attempts = List.copyOf(attempts);
            failed = Collections.unmodifiableSet(new LinkedHashSet<>(failed));
            overruled = Collections.unmodifiableMap(new LinkedHashMap<>(overruled));
            unlockAnswers = List.copyOf(unlockAnswers);
        }
    }

    /**
     * What is to be written.
     *
     * @param build the build chosen for this model
     * @param verifiedBuild the build whose firmware file was verified
     * @param verifiedFile where that firmware file is
     */
    public record Firmware(TicketEvent.@Nullable BuildChosen build, @Nullable String verifiedBuild, @Nullable String verifiedFile) {}

    /**
     * How the device is.
     *
     * @param mode while it is known to be in it
     * @param modeSince since when
     * @param unknownState why nobody knows how it is: it was being written to when that ended; null as soon as it was seen in a mode again
     */
    public record Device(@Nullable Mode mode, @Nullable Instant modeSince, @Nullable Text unknownState) {}

    /** How it was closed. @param outcome in words */
    public record End(Text outcome, Instant at) {}

    public Ticket {
        unreadable = List.copyOf(unreadable);
    }

    /**
     * @param entries all entries of one ticket, in order, at least one; a ticket that does not begin with an {@link TicketEvent.Opened}
     *     is odd
     */
    public static Ticket fold(List<LedgerEntry> entries) {
        return Projection.of(entries).ticket();
    }

    public String number() {
        return opening.number();
    }

    public String title() {
        return opening.title();
    }

    public boolean simulated() {
        return opening.simulated();
    }

    public boolean isObserved() {
        return opening.isObserved();
    }

    /** The lot that it is a device of; null for none. */
    public TicketEvent.@Nullable LotJoined lot() {
        return opening.lot();
    }

    public Instant openedAt() {
        return opening.at();
    }

    public Map<String, String> facts() {
        return known.facts();
    }

    public @Nullable String identifier() {
        return known.identifier();
    }

    public List<TicketEvent.BackupNoted> backups() {
        return known.backups();
    }

    public Customer customer() {
        return known.customer();
    }

    public TicketEvent.@Nullable ConsentAsked consent() {
        return work.consent();
    }

    public List<Attempt> attempts() {
        return work.attempts();
    }

    public Set<String> failed() {
        return work.failed();
    }

    public Map<String, String> overruled() {
        return work.overruled();
    }

    public TicketEvent.@Nullable UnlockOrdered unlock() {
        return work.unlock();
    }

    public List<String> unlockAnswers() {
        return work.unlockAnswers();
    }

    public TicketEvent.@Nullable BuildChosen build() {
        return firmware.build();
    }

    public @Nullable String verifiedBuild() {
        return firmware.verifiedBuild();
    }

    public @Nullable String verifiedFile() {
        return firmware.verifiedFile();
    }

    public @Nullable Mode mode() {
        return device.mode();
    }

    public @Nullable Instant modeSince() {
        return device.modeSince();
    }

    public @Nullable Text unknownState() {
        return device.unknownState();
    }

    /** The outcome; null while it is open. */
    public @Nullable Text closed() {
        return end == null ? null : end.outcome();
    }

    /** When it was closed; null while it is open. */
    public @Nullable Instant closedAt() {
        return end == null ? null : end.at();
    }

    /** What a ticket is closed with that was opened by mistake. */
    static final Text TAKEN_BACK = Text.of("core.ticket.taken-back");

    /** Whether it was opened by mistake and taken back, so that it counts as no ticket. */
    public boolean isTakenBack() {
        return TAKEN_BACK.equals(closed());
    }

    /** What is wrong with the device; empty while nobody has said. */
    public Optional<Problem> problem() {
        return fact(Problem.FACT).map(Problem::of);
    }

    /** The fact of what the owner wants in the end, where it is to work as it was, and where somebody else gets it. */
    public static final String WISH = "wish";
    public static final String WORKS = "works";
    public static final String GIVEN_AWAY = "given-away";

    /** Whether the device goes to somebody else, so that nobody sets it up here. */
    public boolean leavesOwner() {
        return problem().flatMap(Steps::route).filter(UsualRoute::leavesOwner).isPresent()
                || fact(WISH).filter(GIVEN_AWAY::equals).isPresent();
    }

    /** Whether the owner wants the device emptied in the end, whatever is wrong with it, and that was not done yet. */
    public boolean isToBeErased() {
        return fact(WISH).filter(w -> w.equals(GIVEN_AWAY) || w.equals("erased")).isPresent() && attempts().stream().noneMatch(
                a -> a.is(Step::erases) && (a.written() != null || Boolean.TRUE.equals(a.said())));
    }

    /** Whether a step helped, but the wish goes on. */
    private boolean wishGoesOn() {
        return isToBeErased() && attempt().filter(a -> Boolean.TRUE.equals(a.said()) && !a.is(Step::erases)).isPresent();
    }

    /** Whether the present attempt leads on to another step: it did not help, only prepared, or the wish goes on. */
    public boolean isToGoOn() {
        return wishGoesOn() || attempt().filter(a -> a.failed() || a.is(Step::prepares) && a.said() != null).isPresent();
    }

    /** Whether a fact is known and says yes. */
    public boolean says(String fact, YesNo answer) {
        return answer.toString().equals(facts().get(fact));
    }

    public Optional<String> fact(String name) {
        return Optional.ofNullable(facts().get(name));
    }

    public boolean consentGiven() {
        return consent() != null && consent().given();
    }

    /** The present attempt; empty before a step is taken. */
    public Optional<Attempt> attempt() {
        return attempts().isEmpty() ? Optional.empty() : Optional.of(attempts().getLast());
    }

    /** The step of the present attempt; null before a step is taken. */
    public @Nullable String route() {
        return attempt().map(Attempt::step).filter(s -> !s.isEmpty()).orElse(null);
    }

    /** Whether the step of the present attempt has a property. */
    public boolean is(Predicate<Step> property) {
        return attempt().filter(a -> a.is(property)).isPresent();
    }

    /** Whether the step taken writes firmware. */
    public boolean writesFirmware() {
        return is(Step::writes);
    }

    /** Whether the step taken leaves the data on the device. */
    public boolean keepsData() {
        return is(Step::keeps);
    }

    /** The run of the present attempt; empty before one is started. */
    public Optional<Attempt.Run> run() {
        return attempt().map(Attempt::run);
    }

    /** Whether a run goes on. */
    public boolean running() {
        return run().filter(Attempt.Run::goesOn).isPresent();
    }

    /** The stage that the run which goes on has reached; null when none goes on. */
    public @Nullable String restoreStage() {
        return running() ? run().map(Attempt.Run::stage).orElse(null) : null;
    }

    /** The version that the present attempt wrote; null while it has not. */
    public @Nullable String restored() {
        return run().map(Attempt.Run::written).orElse(null);
    }

    /** Answers of the handover of the present attempt, by name. */
    public Map<String, String> checks() {
        return attempt().map(Attempt::checks).orElse(Map.of());
    }

    /** How often the keys were tried. */
    public int buttonsTried() {
        return attempts().stream().mapToInt(Attempt::buttons).sum();
    }

    /** Whether nothing more is to be fetched here: its firmware file is verified, or the computer fetches by itself. */
    public boolean firmwareSettled() {
        return firmwareVerified() || observed.computerFetches() || firmwareFile() != null;
    }

    /**
     * Where the firmware file is that the computer is given: the verified one, or the one that was taken not verified; null while there
     * is neither.
     */
    public @Nullable String firmwareFile() {
        Observed.Accepted taken = observed.accepted();
        boolean isTaken = build() != null && taken != null && taken.build().equals(build().build());
        return firmwareVerified() ? verifiedFile() : isTaken ? taken.file() : null;
    }

    /** Whether its build is the one whose firmware file has this digest. */
    public boolean hasChosen(@Nullable String sha256) {
        return build() != null && sha256 != null && sha256.equals(build().sha256());
    }

    public boolean firmwareVerified() {
        return build() != null && build().build().equals(verifiedBuild());
    }

    /** The guide of the present attempt; empty for a step that needs no leading. */
    public Optional<GuideRun> guide() {
        return attempt().flatMap(a -> GuideRun.of(a.step(), a.guide(), wrongTries()));
    }

    /** Wrong passcodes before the device came in, as far as said. */
    private int wrongTries() {
        String digits = facts().getOrDefault("wrongTries", "").replaceAll("[^0-9].*", "");
        return digits.isEmpty() || digits.length() > 3 ? 0 : Integer.parseInt(digits);
    }

    /** Where the ticket stands: the first stage that is not done. A step that did not help leads back to the route. */
    public Stage stage() {
        Attempt now = attempt().filter(a -> !a.step().isEmpty()).orElse(null);
        if (closed() != null) {
            return Stage.CLOSED;
        }
        if (restored() != null && (now == null || !now.failed()) && !wishGoesOn()) {
            return Stage.HANDOVER;
        }
        if (!facts().containsKey(Problem.FACT)) {
            return Stage.INTAKE;
        }
        if (identifier() == null) {
            return Stage.IDENTIFY;
        }
        if (now == null || isToGoOn()) {
            return Stage.ROUTE;
        }
        if (guide().filter(w -> !w.over()).isPresent() && now.said() == null) {
            return Stage.KEYS; // hands are wanted, though not on keys
        }
        if (!writesFirmware() || Boolean.TRUE.equals(now.said())) {
            return Stage.HANDOVER;
        }
        if (!firmwareSettled()) {
            return Stage.FIRMWARE;
        }
        return mode() != null || running() ? Stage.RESTORE : Stage.KEYS;
    }
}
