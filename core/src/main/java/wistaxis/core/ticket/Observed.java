package wistaxis.core.ticket;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import wistaxis.core.buttons.ComputerSees;
import wistaxis.core.usb.Bound;
import wistaxis.core.usb.UsbDevice;

/**
 * What was observed on a real ticket, as far as it still counts.
 *
 * @param bound the device that is this ticket's; null before somebody said so
 * @param screen the last sighting of its screen; null before
 * @param computer the last sighting of what the computer has of it; null before
 * @param computerFetches whether the computer fetches the firmware by itself
 * @param signing what was last seen of the signing service's answer; null before
 * @param accepted the firmware file that was taken although nobody vouches for it; null before
 * @param left the last time that the computer told for what it fetches; null before
 * @param size what the computer showed as the size of what it fetches, bytes; null before
 * @param offered the version that the computer named for this step; null before
 * @param digest of the firmware file that was verified or taken last; null before
 * @param problems what went wrong at the computer, in order
 * @param buttons the attempts with the keys, in order
 */
public record Observed(@Nullable Bound bound, @Nullable Seen screen, @Nullable Seen computer, boolean computerFetches,
        @Nullable Accepted accepted,
        TicketEvent.@Nullable SigningAnswered signing, @Nullable Left left, @Nullable Long size,
                TicketEvent.@Nullable VersionOffered offered, @Nullable String digest,
        List<Problem> problems, List<ButtonsTry> buttons) {
    public Observed {
        problems = List.copyOf(problems);
        buttons = List.copyOf(buttons);
    }

    /** @param by who was at the bench; null where nobody had said */
    public record ButtonsTry(String method, String goal, boolean landed, @Nullable String by) {}

    /**
     * @param what in the words of the event
     * @param source {@code usb} or {@code told}
     */
    public record Seen(String what, String source, Instant at) {
        /** Whether the computer has it so. */
        public boolean isOf(ComputerSees view) {
            return what.equals(view.toString());
        }
    }

    public record Accepted(String build, String file) {}

    /** @param minutes that the computer still wanted, then */
    public record Left(int minutes, Instant at) {}

    /**
     * Something that went wrong at the computer.
     *
     * @param kind an entry of {@code computer-problems.json}
     * @param words what the computer showed, as typed; empty for nothing
     * @param tries what was tried for it, in order
     */
    public record Problem(String kind, String words, List<Try> tries) {
        public Problem {
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

    /** @param step an entry of the problem's route */
    public record Try(String step, boolean helped) {}

    /** The problem that is not over; empty for none. */
    public Optional<Problem> problem() {
        return problems.isEmpty() || problems.getLast().over() ? Optional.empty() : Optional.of(problems.getLast());
    }

    /** The fold itself: one mutable working copy while a ticket's events are read. */
    static final class Fold {
        private @Nullable Bound bound;
        private @Nullable Seen screen;
        private @Nullable Seen computer;
        private boolean computerFetches;
        private @Nullable Accepted accepted;
        private TicketEvent.@Nullable SigningAnswered signing;
        private @Nullable Left left;
        private @Nullable Long size;
        private TicketEvent.@Nullable VersionOffered offered;
        private @Nullable String digest;
        private final List<Problem> problems = new ArrayList<>();
        private final List<ButtonsTry> buttons = new ArrayList<>();

        void take(LedgerEntry entry, TicketEvent event) {
            switch (event) {
                case TicketEvent.Sighted(String on, String by, String source) -> {
                    screen = on == null ? screen : new Seen(on, source, entry.when());
                    computer = by == null ? computer : new Seen(by, source, entry.when());
                }
                case TicketEvent.DeviceBound(int product, String port, String serial) -> {
                    UsbDevice device = new UsbDevice(product, port, serial);
                    bound = bound == null ? Bound.of(device) : bound.with(device);
                    computer = computer != null && computer.isOf(ComputerSees.NOTHING) ? null : computer; // it is here again, and known
                }
                case TicketEvent.DeviceReleased _ -> {
                    bound = null;
                    computer = null;
                }
                case TicketEvent.FirmwareFrom(String source) -> {
                    computerFetches = source.equals(TicketEvent.FirmwareFrom.COMPUTER);
                    left = null;
                    size = null;
                    offered = null;
                }
                case TicketEvent.FirmwareVerified(_, _, _, String of, _) -> digest = of;
                case TicketEvent.FirmwareAccepted(String build, String file, _, String of) -> {
                    accepted = new Accepted(build, file);
                    digest = of;
                }
                case TicketEvent.SigningAnswered answered -> signing = answered;
                case TicketEvent.ComputerLeft(int minutes) -> left = new Left(minutes, entry.when());
                case TicketEvent.ComputerSize(long bytes) -> size = bytes;
                case TicketEvent.VersionOffered named -> offered = named;
                case TicketEvent.ComputerProblem(String kind, String words) -> problems.add(new Problem(kind, words, List.of()));
                case TicketEvent.ProblemTried(String step, boolean helped) -> tried(new Try(step, helped));
                case TicketEvent.ButtonsAttempted(String method, String goal, boolean landed, _, _, String by, _) ->
                        buttons.add(new ButtonsTry(method, goal, landed, by));
                default -> { }
            }
        }

        /** A try belongs to the last problem; without one it is nobody's. */
        private void tried(Try made) {
            if (!problems.isEmpty()) {
                Problem last = problems.removeLast();
                List<Try> tries = new ArrayList<>(last.tries());
                tries.add(made);
                problems.add(new Problem(last.kind(), last.words(), tries));
            }
        }

        Observed observed() {
            return new Observed(bound, screen, computer, computerFetches, accepted, signing, left, size, offered, digest, problems,
                    buttons);
        }
    }
}
