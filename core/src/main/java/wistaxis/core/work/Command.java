package wistaxis.core.work;

import static wistaxis.core.words.Say.t;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import wistaxis.core.buttons.ComputerSees;
import wistaxis.core.buttons.Mode;
import wistaxis.core.buttons.Reading;
import wistaxis.core.buttons.StepEnd;
import wistaxis.core.buttons.Trace;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Said;
import wistaxis.core.facts.Shown;
import wistaxis.core.facts.Units;
import wistaxis.core.firmware.Build;
import wistaxis.core.firmware.FirmwareReport;
import wistaxis.core.restore.RestoreRun;
import wistaxis.core.ticket.Attempt;
import wistaxis.core.ticket.OnScreen;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.usb.UsbDevice;

/**
 * What somebody, or a device, wants done on a ticket. {@link Decision} looks at it against the ticket as it is then, and makes the events
 * of it or refuses; nothing else changes a ticket.
 */
public sealed interface Command {
    /** Opens a ticket. @param title how the bench calls it @param simulated whether it is of the practice world */
    record Open(String title, boolean simulated) implements Command {}

    /**
     * Answers of the intake, the device, what the bench confirms, or checks of the handover.
     *
     * @param answers by fact, {@code device} or check
     * @param withdrawn facts that are taken back; one that is not there counts for nothing
     */
    record Answer(Map<String, String> answers, List<String> withdrawn) implements Command {
        public Answer {
            answers = Map.copyOf(answers);
            withdrawn = List.copyOf(withdrawn);
        }

        public Answer(String fact, String value) {
            this(Map.of(fact, value), List.of());
        }
    }

    /** Makes it a device of a lot. @param lot for example {@code L-0021} @param title how the bench calls the lot */
    record JoinLot(String lot, String title) implements Command {}

    /** From here on it is worked on at this bench. */
    record TakeOver() implements Command {}

    /** The model is found. @param how in words */
    record Identify(String identifier, Said how) implements Command {}

    /**
     * Takes a step.
     *
     * @param who who agreed to the erase; null where nobody was asked
     * @param told what was said about the backup; null with {@code who}
     */
    record Choose(String step, @Nullable String who, @Nullable String told) implements Command {}

    /** The owner's answer about a step that is not taken at once. */
    record Consent(String step, boolean given, String who, String told) implements Command {}

    /** Takes away what blocks a step. @param reason in words */
    record Overrule(String step, String reason) implements Command {}

    /** What came of the present attempt. */
    record Say(Attempt.Outcome outcome) implements Command {}

    /**
     * A carrier unlock was ordered today.
     *
     * @param imei as typed
     * @param days business days that are promised, for example {@code 3} or {@code 1-3}; blank for the usual 1 to 10
     * @param country the carrier's; blank, as all that follow, where nobody said
     */
    record OrderUnlock(String imei, String carrier, String country, String reference, String price, String answerTo,
            String days) implements Command {}

    /** What became of the order. @param what see {@link TicketEvent.UnlockAnswered} */
    record NoteUnlock(String what) implements Command {}

    /** A page of a guide is answered. @param made the backup that was made with it; null for none */
    record AnswerGuide(String way, String stop, String answer, @Nullable Backup made) implements Command {}

    /**
     * A backup is known of, or was made.
     *
     * @param kind {@code cloud} or {@code computer}
     * @param version as people write it; blank where nobody knows
     * @param at the day on which it was made; null where nobody knows
     * @param sizeBytes null where nobody knows
     * @param where where it is kept; blank where nobody said
     * @param here whether it was made here, before the erase
     */
    record Backup(String kind, String version, @Nullable LocalDate at, @Nullable Long sizeBytes, String where, boolean here)
            implements Command {}

    /** Chooses a build. @param reason {@code recommended} or {@code by-hand} */
    record ChooseBuild(Build build, String reason) implements OfFirmware {}

    /** @param source {@link TicketEvent.FirmwareFrom#COMPUTER} or {@link TicketEvent.FirmwareFrom#FILE} */
    record FetchFrom(String source) implements OfFirmware {}

    /** A download began, or went on. */
    record DownloadRuns(String build, long fromByte) implements OfFirmware {}

    /** A download stopped. @param reason in words */
    record DownloadStops(String build, long atByte, Said reason) implements OfFirmware {}

    /** A download is whole. @param bytes what came */
    record DownloadEnds(String build, long bytes, double seconds) implements OfFirmware {}

    /** What was found of the firmware file of the chosen build. @param file as it is written down */
    record Prove(FirmwareReport found, String file) implements OfFirmware {}

    /** Takes a firmware file that nobody vouches for. @param file as it is written down */
    record TakeFirmware(FirmwareReport found, String file) implements OfFirmware {}

    /** An attempt with the keys is over. @param by who was at the bench; null where nobody knows @param ends how its steps ended */
    record NoteButtons(String method, String goal, boolean succeeded, Said says, List<Trace.Event> timing, @Nullable String by,
            List<StepEnd> ends) implements Command {
        public NoteButtons {
            timing = List.copyOf(timing);
            ends = List.copyOf(ends);
        }
    }

    /**
     * After an attempt somebody says what is seen.
     *
     * @param screen what is seen, an entry of the table; words are the table's
     * @param computer what the computer has of it
     * @param byUsb whether USB says so anyway
     */
    record ReadState(Reading.Sight screen, ComputerSees computer, Said means, boolean byUsb) implements Command {}

    /** A simulated device came into its mode. */
    record EnterMode(Mode mode) implements OfPractice {}

    /** A simulated device dropped out of its mode. */
    record LeaveMode(Said why) implements OfPractice {}

    /** Starts the simulated run of the present attempt. */
    record StartRun() implements OfPractice {}

    /** The simulated run goes on. @param stage that it entered; null where it stays in one */
    record FollowRun(@Nullable String stage, RestoreRun.State state) implements OfPractice {}

    /** The signing service has answered. */
    record NoteSigning(boolean granted, Said says) implements OfPractice {}

    /** Stops the simulated run by hand. */
    record StopRun() implements OfPractice {}

    /** The last program ended while a simulated run went on. */
    record EndRun() implements OfPractice {}

    /** The restore program was told to begin. @param fetches whether it fetches the firmware by itself */
    record StartRestore(boolean fetches) implements OfComputer {}

    /**
     * A stage of the computer's run was seen to begin. @param written version that the device greets with already; null while it does not
     */
    record ReachStage(String stage, @Nullable String written) implements OfComputer {}

    /** The device greets, or is up again. @param version as it shows it or the computer said */
    record Written(String version) implements OfComputer {}

    /** The computer's run was stopped. */
    record StopRestore() implements OfComputer {}

    /** The computer says that the version is not signed. @param words as it showed them; blank for none */
    record NotSigned(String words) implements OfComputer {}

    /** @param minutes that the computer shows as left */
    record NoteLeft(int minutes) implements OfComputer {}

    /**
     * What the computer shows for its download, as typed.
     *
     * @param typed minutes, for example {@code 12}, or a size, for example {@code 5.73 GB}
     * @throws BadInput for what is neither
     */
    static Command ofShown(String typed) {
        String shown = typed.strip().replace(',', '.').replaceFirst("(?i) *min(utes?)?$", "");
        if (shown.matches("\\d{1,6}")) {
            return new NoteLeft(Integer.parseInt(shown));
        }
        try {
            return new NoteSize(Units.bytes(shown.replace(" ", "")));
        } catch (BadInput e) {
            throw new BadInput(t("core.saw.not-shown", "typed", Shown.value(typed)), e);
        }
    }

    /** @param version that the computer names @param taken whether it is to be written although another one was expected */
    record NoteOffer(String version, boolean taken) implements OfComputer {}

    /** @param bytes that the computer shows as the size of what it fetches */
    record NoteSize(long bytes) implements OfComputer {}

    /** Something went wrong at the computer. @param words what it showed, as typed; blank for nothing */
    record NoteProblem(String kind, String words) implements OfComputer {}

    /** A step of the route of the present problem was tried. */
    record NoteTry(String step, boolean helped) implements OfComputer {}

    /**
     * Something was seen on a real device. @param screen null where only the computer was looked at @param computer null where only the
     * screen
     */
    record Saw(@Nullable OnScreen screen, @Nullable ComputerSees computer, Sightings.Source source) implements OfComputer {}

    /** This device is the ticket's. */
    record Bind(UsbDevice device) implements OfComputer {}

    /** The ticket's device as it shows itself on USB now. */
    record FollowDevice(UsbDevice device) implements OfComputer {}

    /** The ticket's device came and went so often that it is one entry. */
    record Flap(TicketEvent.Flapped what) implements OfComputer {}

    /** The device that was taken for the ticket's is not. */
    record Release() implements OfComputer {}

    /** Closes the ticket: handed over, to the hardware bench, or not done. */
    record Close() implements Command {}

    /** Closes a ticket that cannot be read. */
    record CloseUnreadable() implements Command {}

    /** A document left the shop. @param upTo the last entry that it was made of @param language null for English */
    record HandOut(String document, String sha256, long upTo, @Nullable String language) implements Command {}

    /** Who the customer is, sealed beside the ledger. @param language of their documents; blank for the shop's own */
    record Keep(String name, String reach, String language) implements Command {}

    /** The key to who the customer was is thrown away. @param why in words */
    record Forgotten(Said why) implements Command {}

    /** Takes the last act back. @param entries its numbers, in order */
    record TakeBack(List<Long> entries) implements Command {
        public TakeBack {
            entries = List.copyOf(entries);
        }
    }

    /** About the firmware of a ticket. */
    sealed interface OfFirmware extends Command {}

    /** About a simulated device and its run. */
    sealed interface OfPractice extends Command {}

    /** About a real device, as it is seen, and the restore program. */
    sealed interface OfComputer extends Command {}
}
