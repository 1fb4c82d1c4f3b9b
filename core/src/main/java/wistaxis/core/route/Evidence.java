package wistaxis.core.route;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.device.KeyFamily;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.TicketEvent;

/** How often each step worked in a shop's own ledger, by key family and trouble. A step that was chosen and neither helped nor failed is no case. */
public final class Evidence {
    /** Below so many cases nothing is said. */
    public static final int FEWEST = 3;

    private final Map<Case, Tally> tallies = new HashMap<>();
    private final Map<String, Reading> readings = new HashMap<>();

    private record Case(KeyFamily family, String trouble, String step) {}

    /** @param helped how many of the cases; 0 to {@code cases} */
    public record Tally(int helped, int cases) {
        Tally with(boolean success) {
            return new Tally(helped + (success ? 1 : 0), cases + 1);
        }

        public Wilson interval() {
            return Wilson.of(helped, cases);
        }
    }

    /** What a ticket is about while its entries are read. */
    private static final class Reading {
        private @Nullable String trouble;
        private @Nullable DeviceModel model;
        private @Nullable String step;
    }

    private Evidence() {}

    /** @param entries a ledger, in order */
    public static Evidence of(List<LedgerEntry> entries, DeviceCatalogue devices) {
        Evidence evidence = new Evidence();
        entries.forEach(e -> evidence.add(e, devices));
        return evidence;
    }

    /** Takes one more entry in. */
    public void add(LedgerEntry entry, DeviceCatalogue devices) {
        read(readings.computeIfAbsent(entry.ticket(), _ -> new Reading()), entry.event(), devices);
    }

    private void read(Reading r, TicketEvent event, DeviceCatalogue devices) {
        switch (event) {
            case TicketEvent.FactRecorded(String fact, String value) when fact.equals("trouble") -> r.trouble = value;
            case TicketEvent.Identified(String identifier, _) -> r.model = devices.byIdentifier(identifier).orElse(null);
            case TicketEvent.RouteChosen(String step) -> r.step = step;
            case TicketEvent.Restored _ -> ended(r, r.step, true);
            case TicketEvent.StepTried(String step, boolean helped) -> ended(r, step, helped);
            default -> { }
        }
    }

    private void ended(Reading r, @Nullable String step, boolean helped) {
        if (step != null && step.equals(r.step) && r.trouble != null && r.model != null) {
            tallies.merge(new Case(r.model.family(), r.trouble, step), new Tally(helped ? 1 : 0, 1), (sum, _) -> sum.with(helped));
            r.step = null;
        }
    }

    /** The tally of a step; empty when there are fewer cases than {@link #FEWEST} or the family is not known. */
    public Optional<Tally> of(@Nullable KeyFamily family, String trouble, String step) {
        return family == null ? Optional.empty()
                : Optional.ofNullable(tallies.get(new Case(Objects.requireNonNull(family), trouble, step))).filter(t -> t.cases() >= FEWEST);
    }
}
