package wistaxis.core.ticket;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import wistaxis.core.usb.Bound;
import wistaxis.core.usb.UsbDevice;

/**
 * What was observed on a real ticket, as far as it still counts.
 *
 * @param bound the device that is this ticket's; null before somebody said so
 * @param screen the last sighting of its screen; null before
 * @param host the last sighting of what the host has of it; null before
 * @param hostFetches whether the host fetches the firmware by itself
 * @param left the last time that the host told for what it fetches; null before
 * @param troubles what went wrong at the host, in order
 * @param keys the attempts with the keys, in order
 */
public record Observed(@Nullable Bound bound, @Nullable Seen screen, @Nullable Seen host, boolean hostFetches, @Nullable Left left,
        List<Trouble> troubles, List<KeysTry> keys) {
    /** Nothing observed yet. */
    public static final Observed NOTHING = new Observed(null, null, null, false, null, List.of(), List.of());

    public Observed {
        troubles = List.copyOf(troubles);
        keys = List.copyOf(keys);
    }

    /** @param by who was at the bench; null where nobody had said */
    public record KeysTry(String school, String goal, boolean landed, @Nullable String by) {}

    /**
     * @param what in the words of the event
     * @param source {@code usb} or {@code told}
     */
    public record Seen(String what, String source, Instant at) {}

    /** @param minutes that the host still wanted, then */
    public record Left(int minutes, Instant at) {}

    /**
     * Something that went wrong at the host.
     *
     * @param kind an entry of {@code host-troubles.json}
     * @param words what the host showed, as typed; empty for nothing
     * @param tries what was tried for it, in order
     */
    public record Trouble(String kind, String words, List<Try> tries) {
        public Trouble {
            tries = List.copyOf(tries);
        }

        /** Whether one of the tries helped. */
        public boolean over() {
            return tries.stream().anyMatch(Try::helped);
        }

        /** Whether a try was made for it. */
        public Optional<Try> of(String step) {
            return tries.stream().filter(t -> t.step().equals(step)).reduce((_, b) -> b);
        }
    }

    /** @param step an entry of the trouble's ladder */
    public record Try(String step, boolean helped) {}

    /** The trouble that is not over; empty for none. */
    public Optional<Trouble> trouble() {
        return troubles.isEmpty() || troubles.getLast().over() ? Optional.empty() : Optional.of(troubles.getLast());
    }

    Observed take(LedgerEntry entry, TicketEvent event) {
        return switch (event) {
            case TicketEvent.Sighted(String on, String by, String source) -> new Observed(bound,
                    on == null ? screen : new Seen(on, source, entry.when()),
                    by == null ? host : new Seen(by, source, entry.when()), hostFetches, left, troubles, keys);
            case TicketEvent.DeviceBound(int product, String port, String serial) -> {
                UsbDevice device = new UsbDevice(product, port, serial);
                yield new Observed(bound == null ? Bound.of(device) : bound.with(device), screen, host, hostFetches, left, troubles, keys);
            }
            case TicketEvent.DeviceReleased _ -> new Observed(null, screen, null, hostFetches, left, troubles, keys);
            case TicketEvent.FirmwareFrom(String source) -> new Observed(bound, screen, host, source.equals(TicketEvent.FirmwareFrom.HOST),
                    null, troubles, keys);
            case TicketEvent.HostLeft(int minutes) -> new Observed(bound, screen, host, hostFetches, new Left(minutes, entry.when()),
                    troubles, keys);
            case TicketEvent.HostTrouble(String kind, String words) -> with(new Trouble(kind, words, List.of()), false);
            case TicketEvent.TroubleTried(String step, boolean helped) -> troubles.isEmpty() ? this : with(tried(step, helped), true);
            case TicketEvent.KeysAttempted(String school, String goal, boolean landed, _, _, String by) -> {
                List<KeysTry> all = new ArrayList<>(keys);
                all.add(new KeysTry(school, goal, landed, by));
                yield new Observed(bound, screen, host, hostFetches, left, troubles, all);
            }
            default -> this;
        };
    }

    private Trouble tried(String step, boolean helped) {
        List<Try> tries = new ArrayList<>(troubles.getLast().tries());
        tries.add(new Try(step, helped));
        return new Trouble(troubles.getLast().kind(), troubles.getLast().words(), tries);
    }

    private Observed with(Trouble trouble, boolean inPlaceOfTheLast) {
        List<Trouble> all = new ArrayList<>(inPlaceOfTheLast ? troubles.subList(0, troubles.size() - 1) : troubles);
        all.add(trouble);
        return new Observed(bound, screen, host, hostFetches, left, all, keys);
    }
}
