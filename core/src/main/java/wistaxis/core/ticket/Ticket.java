package wistaxis.core.ticket;

import java.time.Instant;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * A ticket as the fold of its events.
 *
 * @param number for example {@code T-0007}
 * @param facts answers of the intake by name; what is not there is unknown
 * @param consent the answer to the one question about erasing, once asked
 * @param provenBuild the build whose package was proven
 * @param provenFile where that package is
 * @param mode {@code recovery} or {@code dfu} while the device is known to be in it
 * @param modeSince since when
 * @param restoreStage the stage the restore last reached; null before it begins and after it was stopped
 * @param attempts how often the keys were tried
 * @param restored the version written, once the greeting came
 * @param checks answers of the handover by name
 * @param failed steps that were taken and did not help
 * @param overruled steps that the technician takes although the rules block them, with the reason
 * @param unlock the carrier unlock that was ordered beside, if any
 * @param unlockAnswers what came of it, in order
 * @param closed the outcome, once closed
 * @param unknownState why nobody knows how the device is: it was being written to when that ended; null as soon as it was seen in a mode again
 * @param odd what of its entries cannot be understood, in words
 */
public record Ticket(
        String number, String title, boolean simulated, Instant openedAt, Instant lastAt, Map<String, String> facts, @Nullable String identifier,
        TicketEvent.@Nullable ConsentAsked consent, @Nullable String route, TicketEvent.@Nullable BuildChosen build, @Nullable String provenBuild,
        @Nullable String provenFile, @Nullable String mode, @Nullable Instant modeSince, boolean restoreStarted, @Nullable String restoreStage,
        int attempts, @Nullable String restored, Map<String, String> checks, Set<String> failed, Map<String, String> overruled,
        TicketEvent.@Nullable UnlockOrdered unlock, List<String> unlockAnswers, @Nullable String closed,
        @Nullable String unknownState, List<String> odd) {

    public Ticket {
        facts = Collections.unmodifiableMap(new LinkedHashMap<>(facts));
        checks = Collections.unmodifiableMap(new LinkedHashMap<>(checks));
        failed = Collections.unmodifiableSet(new LinkedHashSet<>(failed));
        overruled = Collections.unmodifiableMap(new LinkedHashMap<>(overruled));
        unlockAnswers = List.copyOf(unlockAnswers);
        odd = List.copyOf(odd);
    }

    /** @param entries all entries of one ticket, in order, at least one; a ticket that does not begin with an {@link TicketEvent.Opened} is odd */
    public static Ticket fold(List<LedgerEntry> entries) {
        TicketFold fold = new TicketFold(entries.getFirst());
        entries.stream().skip(1).forEach(fold::add);
        return fold.ticket();
    }

    /** Whether a step erases the device: by name, so that a ticket needs no route facts to be folded. */
    public static boolean erases(String step) {
        return step.endsWith("-restore") || step.endsWith("-erase");
    }

    /** This ticket with one more event. */
    public Ticket with(LedgerEntry entry) {
        TicketFold fold = new TicketFold(this);
        fold.add(entry);
        return fold.ticket();
    }

    public Optional<String> fact(String name) {
        return Optional.ofNullable(facts.get(name));
    }

    public boolean consentGiven() {
        return consent != null && consent.given();
    }

    /** Whether the step taken writes firmware: by name, so that a ticket needs no route facts to be folded. */
    public boolean writesFirmware() {
        return route != null && (route.endsWith("-restore") || route.endsWith("-update"));
    }

    /** Whether the step taken leaves the data on the device. */
    public boolean keepsData() {
        return route != null && !erases(route);
    }

    /** Whether its build is the one whose package has this digest. */
    public boolean hasChosen(String sha256) {
        return build != null && build.sha256().equals(sha256);
    }

    public boolean packageProven() {
        return build != null && build.build().equals(provenBuild);
    }

    /** Where the ticket stands: the first stage that is not done. */
    public Stage stage() {
        if (closed != null) {
            return Stage.CLOSED;
        }
        if (restored != null && !failed.contains(Objects.requireNonNullElse(route, ""))) {
            return Stage.HANDOVER;
        }
        if (!facts.containsKey("trouble")) {
            return Stage.INTAKE;
        }
        if (identifier == null) {
            return Stage.IDENTIFY;
        }
        if (route == null) {
            return Stage.ROUTE;
        }
        if (!writesFirmware()) {
            return Stage.HANDOVER;
        }
        if (!packageProven()) {
            return Stage.FIRMWARE;
        }
        return mode != null || restoreStarted ? Stage.RESTORE : Stage.KEYS;
    }
}
