package wistaxis.core.ticket;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import wistaxis.core.keys.HostView;
import wistaxis.core.usb.Bound;
import wistaxis.core.usb.UsbDevice;

/**
 * What was observed on a real ticket, as far as it still counts.
 *
 * @param bound the device that is this ticket's; null before somebody said so
 * @param screen the last sighting of its screen; null before
 * @param host the last sighting of what the host has of it; null before
 * @param hostFetches whether the host fetches the firmware by itself
 * @param signing what was last seen of the signing service's answer; null before
 * @param accepted the package that was taken although nobody vouches for it; null before
 * @param left the last time that the host told for what it fetches; null before
 * @param digest of the firmware file that was verified or taken last; null before
 * @param troubles what went wrong at the host, in order
 * @param keys the attempts with the keys, in order
 */
public record Observed(@Nullable Bound bound, @Nullable Seen screen, @Nullable Seen host, boolean hostFetches,
        @Nullable Accepted accepted,
        TicketEvent.@Nullable SigningAnswered signing, @Nullable Left left, @Nullable String digest,
        List<Trouble> troubles, List<KeysTry> keys) {
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
    public record Seen(String what, String source, Instant at) {
        /** Whether the host has it so. */
        public boolean isOf(HostView view) {
            return what.equals(view.toString());
        }
    }

    public record Accepted(String build, String file) {}

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

    /** The fold itself: one mutable working copy while a ticket's events are read. */
    static final class Fold {
        private @Nullable Bound bound;
        private @Nullable Seen screen;
        private @Nullable Seen host;
        private boolean hostFetches;
        private @Nullable Accepted accepted;
        private TicketEvent.@Nullable SigningAnswered signing;
        private @Nullable Left left;
        private @Nullable String digest;
        private final List<Trouble> troubles = new ArrayList<>();
        private final List<KeysTry> keys = new ArrayList<>();

        void take(LedgerEntry entry, TicketEvent event) {
            switch (event) {
                case TicketEvent.Sighted(String on, String by, String source) -> {
                    screen = on == null ? screen : new Seen(on, source, entry.when());
                    host = by == null ? host : new Seen(by, source, entry.when());
                }
                case TicketEvent.DeviceBound(int product, String port, String serial) -> {
                    UsbDevice device = new UsbDevice(product, port, serial);
                    bound = bound == null ? Bound.of(device) : bound.with(device);
                    host = host != null && host.isOf(HostView.NOTHING) ? null : host; // it is here again, and known
                }
                case TicketEvent.DeviceReleased _ -> {
                    bound = null;
                    host = null;
                }
                case TicketEvent.FirmwareFrom(String source) -> {
                    hostFetches = source.equals(TicketEvent.FirmwareFrom.HOST);
                    left = null;
                }
                case TicketEvent.PackageProven(_, _, _, String of, _) -> digest = of;
                case TicketEvent.PackageAccepted(String build, String file, _, String of) -> {
                    accepted = new Accepted(build, file);
                    digest = of;
                }
                case TicketEvent.SigningAnswered answered -> signing = answered;
                case TicketEvent.HostLeft(int minutes) -> left = new Left(minutes, entry.when());
                case TicketEvent.HostTrouble(String kind, String words) -> troubles.add(new Trouble(kind, words, List.of()));
                case TicketEvent.TroubleTried(String step, boolean helped) -> tried(new Try(step, helped));
                case TicketEvent.KeysAttempted(String school, String goal, boolean landed, _, _, String by) ->
                        keys.add(new KeysTry(school, goal, landed, by));
                default -> { }
            }
        }

        /** A try belongs to the last trouble; without one it is nobody's. */
        private void tried(Try made) {
            if (!troubles.isEmpty()) {
                Trouble last = troubles.removeLast();
                List<Try> tries = new ArrayList<>(last.tries());
                tries.add(made);
                troubles.add(new Trouble(last.kind(), last.words(), tries));
            }
        }

        Observed observed() {
            return new Observed(bound, screen, host, hostFetches, accepted, signing, left, digest, troubles, keys);
        }
    }
}
