package wistaxis.core.work;

import static wistaxis.core.words.Say.t;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import wistaxis.core.buttons.ComputerSees;
import wistaxis.core.buttons.Mode;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Names;
import wistaxis.core.facts.Said;
import wistaxis.core.facts.Units;
import wistaxis.core.facts.Word;
import wistaxis.core.firmware.Build;
import wistaxis.core.firmware.FirmwareReport;
import wistaxis.core.firmware.SystemVersion;
import wistaxis.core.restore.ComputerProblems;
import wistaxis.core.restore.ComputerStage;
import wistaxis.core.ticket.Observed;
import wistaxis.core.ticket.OnScreen;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.usb.Bound;
import wistaxis.core.usb.UsbDevice;

/**
 * What a sighting on a real ticket means: the events to be recorded for it, in order. The device's state is never more than what was
 * seen.
 */
public final class Sightings {
    /** Where a sighting comes from. */
    public enum Source {
        USB, TOLD;

        @Override
        public String toString() {
            return Word.of(this);
        }
    }

    private static final int LONGEST_WORDS = 500;
    private static final int MOST_MINUTES = 24 * 60;

    private Sightings() {}

    /**
     * Something was seen.
     *
     * @param screen null where only the computer was looked at
     * @param computer null where only the screen was
     * @return the sighting, and the mode that was entered or lost by it
     * @throws BadInput for a sighting of nothing, or a ticket that is not of the real bench or is closed
     */
    public static List<TicketEvent> saw(Ticket ticket, @Nullable OnScreen screen, @Nullable ComputerSees computer, Source source) {
        refuse(ticket);
        if (screen == null && computer == null) {
            throw new BadInput(t("core.saw.nothing"));
        }
        List<TicketEvent> events = new ArrayList<>();
        events.add(new TicketEvent.Sighted(screen == null ? null : screen.toString(), computer == null ? null : computer.toString(),
                source.toString()));
        Mode mode = mode(screen, computer);
        Mode was = ticket.mode();
        if (mode != null && !mode.equals(was) && !leftAlone(ticket)) {
            if (was != null) {
                events.add(new TicketEvent.ModeLost(Said.of("other-mode", "mode", mode.word())));
            }
            events.add(new TicketEvent.ModeEntered(mode));
        } else if (mode == null && was != null && isOut(screen, computer) && !leftAlone(ticket)) {
            events.add(new TicketEvent.ModeLost(why(screen, computer, source)));
        }
        return events;
    }

    /** This device is the ticket's. */
    static List<TicketEvent> bind(Ticket ticket, UsbDevice device) {
        refuse(ticket);
        return List.of(bound(device));
    }

    /** The device that was taken for the ticket's is not. */
    static List<TicketEvent> release(Ticket ticket) {
        refuse(ticket);
        return List.of(new TicketEvent.DeviceReleased(Said.of("core.sighting.released")));
    }

    /** The ticket's own device shows itself so: what of that is new. */
    static List<TicketEvent> follow(Ticket ticket, UsbDevice device) {
        refuse(ticket);
        List<TicketEvent> events = new ArrayList<>();
        Bound bound = ticket.observed().bound();
        if (bound == null) {
            throw new NotAllowed(t("core.saw.no-device", "number", ticket.number()));
        }
        if (!bound.with(device).equals(bound)) {
            events.add(bound(device));
        }
        Observed.Seen computer = ticket.observed().computer();
        if (computer == null || !computer.isOf(device.mode())) {
            events.addAll(saw(ticket, null, device.mode(), Source.USB));
        }
        return events;
    }

    private static TicketEvent bound(UsbDevice device) {
        return new TicketEvent.DeviceBound(device.product(), device.port(), device.serial());
    }

    /** Why what is seen on the screen and what the computer has cannot both be so; empty where they can. */
    public static Optional<String> contradiction(@Nullable OnScreen screen, @Nullable ComputerSees computer) {
        boolean cable = screen == OnScreen.CABLE_SCREEN;
        boolean shines = cable || screen != null && screen.isOut();
        boolean up = screen != null && screen.isUp();
        return shines && computer == ComputerSees.DFU || up && computer == ComputerSees.RECOVERY || cable && computer == ComputerSees.NORMAL
                ? Optional.of(t("core.saw.contradiction", "screen", screen, "computer", computer))
                : Optional.empty();
    }

    /** The mode that a sighting shows; null for none. A black screen alone shows nothing. */
    private static @Nullable Mode mode(@Nullable OnScreen screen, @Nullable ComputerSees computer) {
        return Optional.ofNullable(computer).flatMap(Mode::of)
                .orElse(screen == OnScreen.CABLE_SCREEN && computer != ComputerSees.NORMAL ? Mode.RECOVERY : null);
    }

    private static boolean isOut(@Nullable OnScreen screen, @Nullable ComputerSees computer) {
        return computer == ComputerSees.NORMAL || computer == ComputerSees.NOTHING || screen != null && screen.isOut();
    }

    private static Said why(@Nullable OnScreen screen, @Nullable ComputerSees computer, Source source) {
        String by = source == Source.USB ? "-by-usb" : "-told";
        return computer == ComputerSees.NOTHING ? Said.of("host-lost-it" + by) : computer == ComputerSees.NORMAL ? Said.of("host-has-it-up"
                + by)
                : Said.of("screen-told", "screen", String.valueOf(screen).replace('-', ' '));
    }

    /** Whether the computer works on it, so that it leaves the cable screen rightly. */
    private static boolean leftAlone(Ticket ticket) {
        return ticket.restoreStage() != null && ComputerStage.leavesAlone(ticket.restoreStage());
    }

    /**
     * The restore program begins.
     *
     * @param computerFetches whether it fetches the firmware by itself
     * @throws BadInput where it may not, with the reason
     */
    public static List<TicketEvent> start(Ticket ticket, boolean computerFetches) {
        refuse(ticket);
        String build = ticket.build() == null ? "" : ticket.build().build();
        return List.of(new TicketEvent.RestoreStarted(build),
                new TicketEvent.StageReached(ComputerStage.of(computerFetches).getFirst().id()));
    }

    /**
     * Somebody saw a stage begin.
     *
     * @throws BadInput for a stage that is none, or no run
     */
    public static List<TicketEvent> stage(Ticket ticket, String stage) {
        refuse(ticket);
        running(ticket);
        List<String> there = ComputerStage.of(ticket.observed().computerFetches()).stream().map(ComputerStage::id).toList();
        ComputerStage next = ComputerStage.byId(stage).filter(s -> there.contains(s.id()) || !s.asked()).orElseThrow(() ->
                new BadInput(t("core.saw.no-stage", "stage", stage, "known", there)));
        ComputerStage before = Optional.ofNullable(ticket.restoreStage()).flatMap(ComputerStage::byId).orElse(null);
        TicketEvent reached = new TicketEvent.StageReached(stage);
        List<TicketEvent> events = new ArrayList<>();
        // What comes after the signing service was asked comes only where it agreed.
        if (before != null && before.isBeforeWriting() && !next.isBeforeWriting()) {
            events.add(new TicketEvent.SigningAnswered(true, Said.of("core.sighting.signed")));
        }
        // Where stages were passed over nobody saw this one end: said once more, its length counts for nothing.
        if (before != null && next.phase() > before.phase() + 1) {
            events.add(new TicketEvent.StageReached(before.id()));
        }
        events.add(reached);
        return events;
    }

    /** The computer says that the maker does not sign this version for the device: nothing was written. @param words as it showed them */
    public static List<TicketEvent> notSigned(Ticket ticket, String words) {
        refuse(ticket);
        running(ticket);
        if (words.isBlank()) {
            return List.of(new TicketEvent.SigningAnswered(false, Said.of("core.sighting.not-signed")),
                    new TicketEvent.RestoreStopped(Said.of("not-signed")));
        }
        String says = Names.typed(words, "words", LONGEST_WORDS);
        return List.of(new TicketEvent.SigningAnswered(false, Said.sentence(says)),
                new TicketEvent.RestoreStopped(Said.of("not-signed-says", "says", says)));
    }

    /**
     * A firmware file that nobody vouches for is taken for the chosen build all the same: the computer checks it once more.
     *
     * @throws BadInput where it is not whole, is another build's, or its digest is not to be told
     */
    public static List<TicketEvent> accept(Ticket ticket, FirmwareReport found, String file) {
        refuse(ticket);
        if (ticket.build() == null || !found.build().equals(ticket.build().build())) {
            throw new BadInput(t("core.saw.other-build", "build", found.build()));
        }
        if (found.verdict() != FirmwareReport.Verdict.CONSISTENT || found.sha256() == null) {
            throw new BadInput(t("core.saw.not-consistent", "verdict", found.verdict()));
        }
        return List.of(new TicketEvent.FirmwareAccepted(found.build(), file, found.parts(), found.sha256()),
                new TicketEvent.FirmwareFrom(TicketEvent.FirmwareFrom.FILE));
    }

    /**
     * The device greets, or is up again: it is written.
     *
     * @param version on the device now, as it shows it or the computer said
     */
    public static List<TicketEvent> written(Ticket ticket, String version) {
        refuse(ticket);
        running(ticket);
        return List.of(new TicketEvent.Restored(Names.typed(version, "version", 40)));
    }

    /** The run was stopped at the computer. */
    public static List<TicketEvent> stopped(Ticket ticket) {
        refuse(ticket);
        running(ticket);
        return List.of(new TicketEvent.RestoreStopped(Said.of("host-stopped"), leftAlone(ticket) ? true : null));
    }

    /** What the computer showed for its download. @param minutes 0 to a day */
    public static List<TicketEvent> left(Ticket ticket, int minutes) {
        refuse(ticket);
        if (minutes < 0 || minutes > MOST_MINUTES) {
            throw new BadInput(t("core.saw.bad-minutes", "minutes", minutes, "most", MOST_MINUTES));
        }
        return List.of(new TicketEvent.ComputerLeft(minutes));
    }

    /** The version that the computer would write. @throws BadInput for what is no version */
    public static List<TicketEvent> offered(Ticket ticket, String version, boolean taken) {
        refuse(ticket);
        return List.of(new TicketEvent.VersionOffered(SystemVersion.parse(version.strip()).toString(), taken));
    }

    /** How large the computer says that its download is. @param bytes 1 to {@link Build#LARGEST} */
    public static List<TicketEvent> size(Ticket ticket, long bytes) {
        refuse(ticket);
        if (bytes < 1 || bytes > Build.LARGEST) {
            throw new BadInput(t("core.saw.bad-size", "size", Units.inWords(bytes), "most", Units.inWords(Build.LARGEST)));
        }
        return List.of(new TicketEvent.ComputerSize(bytes));
    }

    /** Something went wrong at the computer. @param words what it showed, as typed; empty for nothing */
    public static List<TicketEvent> problem(Ticket ticket, String kind, String words) {
        refuse(ticket);
        if (ComputerProblems.of(kind).isEmpty()) {
            throw new BadInput(t("core.saw.no-problem", "problem", kind, "known", ComputerProblems.all()
                    .stream() .map(ComputerProblems.Problem::id).toList()));
        }
        return List.of(new TicketEvent.ComputerProblem(kind, words.isBlank() ? "" : Names.typed(words, "words",
                LONGEST_WORDS)));
    }

    /** A try of the present problem's route was made. */
    public static List<TicketEvent> tried(Ticket ticket, String step, boolean helped) {
        refuse(ticket);
        Observed.Problem now = ticket.observed().problem().orElseThrow(() -> new BadInput(t("core.saw.nothing-wrong")));
        List<String> route = ComputerProblems.of(now.kind()).orElseThrow().tries().stream().map(ComputerProblems.Try::id).toList();
        if (!route.contains(step)) {
            throw new BadInput(t("core.saw.no-try", "try", step, "known", route));
        }
        return List.of(new TicketEvent.ProblemTried(step, helped));
    }

    private static void running(Ticket ticket) {
        if (!ticket.running()) {
            throw new NotAllowed(t("core.saw.not-running", "number", ticket.number()));
        }
    }

    private static void refuse(Ticket ticket) {
        if (!ticket.isObserved()) {
            throw new NotAllowed(t("core.saw.practice", "number", ticket.number()));
        }
        if (ticket.closed() != null) {
            throw new NotAllowed(t("core.rules.closed", "number", ticket.number(), "how", ticket.closed()));
        }
    }
}
