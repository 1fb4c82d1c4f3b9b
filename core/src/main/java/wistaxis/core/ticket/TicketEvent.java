package wistaxis.core.ticket;

import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.annotation.JsonProperty;
import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.function.LongUnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import wistaxis.core.buttons.Mode;
import wistaxis.core.buttons.StepEnd;
import wistaxis.core.buttons.Trace;
import wistaxis.core.device.Imei;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Said;
import wistaxis.core.firmware.Build;

/** What happened on a ticket. Immutable; recorded before the act it announces. Its JSON form is in {@code docs/formats.md}. */
@JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "type")
@JsonSubTypes({
    @JsonSubTypes.Type(value = TicketEvent.Opened.class, name = "opened"),
    @JsonSubTypes.Type(value = TicketEvent.TakenBack.class, name = TicketEvent.TAKEN_BACK),
    @JsonSubTypes.Type(value = TicketEvent.Flapped.class, name = "flapped"),
    @JsonSubTypes.Type(value = TicketEvent.FactRecorded.class, name = "fact-recorded"),
    @JsonSubTypes.Type(value = TicketEvent.FactWithdrawn.class, name = "fact-withdrawn"),
    @JsonSubTypes.Type(value = TicketEvent.Identified.class, name = "identified"),
    @JsonSubTypes.Type(value = TicketEvent.ConsentAsked.class, name = "consent-asked"),
    @JsonSubTypes.Type(value = TicketEvent.RouteChosen.class, name = "route-chosen"),
    @JsonSubTypes.Type(value = TicketEvent.BuildChosen.class, name = "build-chosen"),
    @JsonSubTypes.Type(value = TicketEvent.DownloadStarted.class, name = "download-started"),
    @JsonSubTypes.Type(value = TicketEvent.DownloadStopped.class, name = "download-stopped"),
    @JsonSubTypes.Type(value = TicketEvent.Downloaded.class, name = "downloaded"),
    @JsonSubTypes.Type(value = TicketEvent.FirmwareVerified.class, name = "package-proven"),
    @JsonSubTypes.Type(value = TicketEvent.FirmwareAccepted.class, name = "package-accepted"),
    @JsonSubTypes.Type(value = TicketEvent.FirmwareRefused.class, name = "package-refused"),
    @JsonSubTypes.Type(value = TicketEvent.ButtonsAttempted.class, name = "keys-attempted"),
    @JsonSubTypes.Type(value = TicketEvent.StateRead.class, name = "state-read"),
    @JsonSubTypes.Type(value = TicketEvent.ModeEntered.class, name = "mode-entered"),
    @JsonSubTypes.Type(value = TicketEvent.ModeLost.class, name = "mode-lost"),
    @JsonSubTypes.Type(value = TicketEvent.RestoreStarted.class, name = "restore-started"),
    @JsonSubTypes.Type(value = TicketEvent.StageReached.class, name = "stage-reached"),
    @JsonSubTypes.Type(value = TicketEvent.SigningAnswered.class, name = "signing-answered"),
    @JsonSubTypes.Type(value = TicketEvent.RestoreStopped.class, name = "restore-stopped"),
    @JsonSubTypes.Type(value = TicketEvent.Restored.class, name = "restored"),
    @JsonSubTypes.Type(value = TicketEvent.CheckAnswered.class, name = "check-answered"),
    @JsonSubTypes.Type(value = TicketEvent.StepTried.class, name = "step-tried"),
    @JsonSubTypes.Type(value = TicketEvent.Overruled.class, name = "overruled"),
    @JsonSubTypes.Type(value = TicketEvent.UnlockOrdered.class, name = "unlock-ordered"),
    @JsonSubTypes.Type(value = TicketEvent.UnlockAnswered.class, name = "unlock-answered"),
    @JsonSubTypes.Type(value = TicketEvent.Closed.class, name = "closed"),
    @JsonSubTypes.Type(value = TicketEvent.BreakRead.class, name = "break-read"),
    @JsonSubTypes.Type(value = TicketEvent.Sighted.class, name = "sighted"),
    @JsonSubTypes.Type(value = TicketEvent.DeviceBound.class, name = "device-bound"),
    @JsonSubTypes.Type(value = TicketEvent.DeviceReleased.class, name = "device-released"),
    @JsonSubTypes.Type(value = TicketEvent.FirmwareFrom.class, name = "firmware-from"),
    @JsonSubTypes.Type(value = TicketEvent.ComputerLeft.class, name = "host-left"),
    @JsonSubTypes.Type(value = TicketEvent.VersionOffered.class, name = "version-offered"),
    @JsonSubTypes.Type(value = TicketEvent.ComputerSize.class, name = "computer-size"),
    @JsonSubTypes.Type(value = TicketEvent.ComputerProblem.class, name = "host-trouble"),
    @JsonSubTypes.Type(value = TicketEvent.ProblemTried.class, name = "trouble-tried"),
    @JsonSubTypes.Type(value = TicketEvent.GuideNoted.class, name = "walk-noted"),
    @JsonSubTypes.Type(value = TicketEvent.BackupNoted.class, name = "backup-noted"),
    @JsonSubTypes.Type(value = TicketEvent.DocumentHandedOut.class, name = "paper-handed-out"),
    @JsonSubTypes.Type(value = TicketEvent.CustomerSealed.class, name = "customer-sealed"),
    @JsonSubTypes.Type(value = TicketEvent.CustomerForgotten.class, name = "customer-forgotten"),
    @JsonSubTypes.Type(value = TicketEvent.AtBench.class, name = "at-work"),
    @JsonSubTypes.Type(value = TicketEvent.SettingChanged.class, name = "setting-changed"),
    @JsonSubTypes.Type(value = TicketEvent.TakenOver.class, name = "taken-over"),
    @JsonSubTypes.Type(value = TicketEvent.NumbersKept.class, name = "numbers-kept"),
    @JsonSubTypes.Type(value = TicketEvent.LeftOut.class, name = "left-out"),
    @JsonSubTypes.Type(value = TicketEvent.LotJoined.class, name = TicketEvent.LOT_JOINED),
    @JsonSubTypes.Type(value = TicketEvent.Unreadable.class, name = "odd"),
})
@JsonInclude(JsonInclude.Include.NON_NULL)
public sealed interface TicketEvent {
    /**
     * @param title how the bench calls it, for example "Ferry crew 3"
     * @param simulated whether it is of the practice world
     * @param observed of practice: whether its device is worked on as on the real bench, by what is seen of it; null for not
     */
    record Opened(String title, boolean simulated, @Nullable Boolean observed) implements TicketEvent {
        public Opened(String title, boolean simulated) {
            this(title, simulated, null);
        }
    }

    /** @param fact an entry of {@code questions.json} or {@code deviceWords}, {@code promised} */
    record FactRecorded(String fact, String value) implements TicketEvent {
        /** The same fact with another value. */
        public FactRecorded saying(String other) {
            return new FactRecorded(fact, other);
        }
    }

    record FactWithdrawn(String fact) implements TicketEvent {}

    record Identified(String identifier, Said how) implements TicketEvent {
        /** @param how a sentence */
        public Identified(String identifier, String how) {
            this(identifier, Said.sentence(how));
        }
    }

    /**
     * @param toldAboutBackup what was said about the backup, in words
     * @param losses what would be lost besides what is on the device, as the rules of {@code routes.json} name it; null in entries
     *     written before that was kept
     */
    record ConsentAsked(String step, boolean given, String who, String toldAboutBackup, @Nullable List<String> losses)
            implements TicketEvent {
        public ConsentAsked {
            losses = losses == null ? null : List.copyOf(losses);
        }

        public ConsentAsked(String step, boolean given, String who, String toldAboutBackup) {
            this(step, given, who, toldAboutBackup, null);
        }

        /** The same, said by somebody. */
        public ConsentAsked by(String person) {
            return new ConsentAsked(step, given, person, toldAboutBackup, losses);
        }
    }

    record RouteChosen(String step) implements TicketEvent {}

    /**
     * @param sha256 digest of its firmware file; null where nobody has told it
     * @param sizeBytes 0 to {@link Build#LARGEST}; what an older entry says beyond that counts as the nearest of both
     * @param reason {@code recommended} or {@code by-hand}; a sentence in older entries
     */
    record BuildChosen(String version, String build, @Nullable String sha256, long sizeBytes, String reason) implements TicketEvent {
        public BuildChosen {
            sizeBytes = Math.clamp(sizeBytes, 0, Build.LARGEST);
        }

        /** Whether this is what a catalogue lists for a model. */
        public boolean isOf(String identifier, Build listed) {
            return listed.identifiers().contains(identifier) && listed.build().equals(build) && Objects.equals(listed.sha256(), sha256);
        }
    }

    record DownloadStarted(String build, long fromByte) implements TicketEvent {}

    record DownloadStopped(String build, long atByte, Said reason) implements TicketEvent {}

    record Downloaded(String build, long bytes, double seconds) implements TicketEvent {}

    /**
     * @param file where it is, from the data folder on; a whole path where it lies elsewhere
     * @param sha256 the digest that was computed of the file
     * @param by {@code signed} or {@code known}; null in entries written before there were two proofs
     */
    record FirmwareVerified(String build, String file, int parts, String sha256, @Nullable String by) implements TicketEvent {}

    /**
     * The technician takes a firmware file that nobody vouches for, for a computer that checks it once more: its parts agree with its own
     * manifest, and that is all that was verified.
     *
     * @param file where it is, from the data folder on; a whole path where it lies elsewhere
     */
    record FirmwareAccepted(String build, String file, int parts, String sha256) implements TicketEvent {}

    record FirmwareRefused(String build, String reason) implements TicketEvent {}

    /**
     * @param timing what was done with keys and cable; empty where nobody saw it
     * @param by who was at the bench; null in entries written before that was kept, and where nobody had said
     * @param ends how the steps ended that wait for something seen; null in entries of before, and where the buttons were seen
     */
    record ButtonsAttempted(@JsonProperty("school") String method, String goal, boolean succeeded, Said says, List<Trace.Event> timing,
            @Nullable String by, @Nullable List<StepEnd> ends) implements TicketEvent {
        public ButtonsAttempted {
            timing = List.copyOf(timing);
            ends = ends == null || ends.isEmpty() ? null : List.copyOf(ends);
        }

        public ButtonsAttempted(String method, String goal, boolean succeeded, Said says, List<Trace.Event> timing, @Nullable String by) {
            this(method, goal, succeeded, says, timing, by, null);
        }

        public ButtonsAttempted(String method, String goal, boolean succeeded, Said says, List<Trace.Event> timing) {
            this(method, goal, succeeded, says, timing, null);
        }
    }

    /** After an attempt: what the technician saw and the computer with it, and what that means by the table. */
    record StateRead(String seen, @JsonProperty("host") String computer, Said means) implements TicketEvent {}

    record ModeEntered(Mode mode) implements TicketEvent {}

    record ModeLost(Said why) implements TicketEvent {}

    record RestoreStarted(String build) implements TicketEvent {}

    record StageReached(String stage) implements TicketEvent {}

    record SigningAnswered(boolean granted, Said says) implements TicketEvent {}

    /** @param writing true when the device was being written to, so that its state is not known; null otherwise */
    record RestoreStopped(Said why, @Nullable Boolean writing) implements TicketEvent {
        public RestoreStopped(Said why) {
            this(why, null);
        }
    }

    record Restored(String version) implements TicketEvent {}

    record CheckAnswered(String check, String answer) implements TicketEvent {}

    /** A step was taken and helped, or did not. */
    record StepTried(String step, boolean helped) implements TicketEvent {}

    /** The technician takes a step that the rules block, and says why. */
    record Overruled(String step, String reason) implements TicketEvent {
        /** The same for another reason. */
        public Overruled because(String other) {
            return new Overruled(step, other);
        }
    }

    /**
     * A carrier unlock was ordered, beside whatever else is done on the ticket.
     *
     * @param earliest the first business day on which it may be done
     * @param latest the last one
     * @param model the model as it was ordered; null in entries written before that was kept, as all that follow
     * @param country the carrier's
     * @param reference the order's
     * @param price with its currency, as typed
     * @param answerTo where the carrier's answer goes
     */
    record UnlockOrdered(String imei, String carrier, LocalDate ordered, LocalDate earliest, LocalDate latest, @Nullable String model,
            @Nullable String country, @Nullable String reference, @Nullable String price, @Nullable String answerTo)
            implements TicketEvent {
        public UnlockOrdered(String imei, String carrier, LocalDate ordered, LocalDate earliest, LocalDate latest) {
            this(imei, carrier, ordered, earliest, latest, null, null, null, null, null);
        }

        /** The same without the number, which lies sealed beside the ledger. */
        public UnlockOrdered sealed() {
            return new UnlockOrdered(Imei.SEALED, carrier, ordered, earliest, latest, model, country, reference, price, answerTo);
        }
    }

    /**
     * @param what {@code unlocked}, {@code refused}, {@code activated-host}, {@code activated-wifi} (in older entries {@code activated}),
     *     {@code signal} or {@code no-signal}
     */
    record UnlockAnswered(String what) implements TicketEvent {}

    record Closed(Said outcome) implements TicketEvent {}

    /** Of the bench, not of a ticket: somebody read what is wrong with the ledger, and work goes on behind it. */
    record BreakRead(String says) implements TicketEvent {}

    /**
     * Something was seen on a real device, at the entry's time.
     *
     * @param screen what it showed; null where only the computer was looked at
     * @param computer what the computer had of it: {@code nothing}, {@code normal}, {@code recovery} or {@code dfu}; null where only the
     *     screen was
     * @param source {@code usb} where the computer's list of devices said so, {@code told} where the technician did
     */
    record Sighted(@Nullable String screen, @JsonProperty("host") @Nullable String computer, String source) implements TicketEvent {}

    /**
     * The ticket's device came and went so often on USB that all of it is one entry.
     *
     * @param times how often it changed
     * @param seconds in how long
     * @param period from one coming to the next, seconds; null where that was not regular
     */
    record Flapped(int times, double seconds, @Nullable Double period) implements TicketEvent {
        /** Shorter than any device takes to start; seconds. Ours. */
        public static final double BOOT = 5;

        /** Whether it is as regular and as slow as a device that starts and falls over. */
        public boolean loops() {
            return period != null && period >= BOOT;
        }
    }

    /** A device on the computer's USB is this ticket's, or was known again as it: how it showed itself then. */
    record DeviceBound(int product, String port, String serial) implements TicketEvent {}

    /** The device that was taken for this ticket's is not. */
    record DeviceReleased(Said why) implements TicketEvent {}

    /**
     * @param source {@link #COMPUTER} where the computer fetches the firmware by itself, {@link #FILE} where it is given a verified
     * firmware file
     */
    record FirmwareFrom(String source) implements TicketEvent {
        public static final String COMPUTER = "host";
        public static final String FILE = "file";
    }

    /** The computer shows how long it still takes for what it fetches, minutes. */
    record ComputerLeft(int minutes) implements TicketEvent {}

    /** The computer names the version that it would write. @param taken whether it is to be written although another one was expected */
    record VersionOffered(String version, boolean taken) implements TicketEvent {}

    /** The computer shows how large what it fetches is. @param bytes more than 0 */
    record ComputerSize(long bytes) implements TicketEvent {}

    /** @param kind an entry of {@code computer-problems.json} @param words what the computer showed, as typed; empty for nothing */
    record ComputerProblem(String kind, String words) implements TicketEvent {}

    /** A step of the route of the present problem was tried. */
    record ProblemTried(String step, boolean helped) implements TicketEvent {}

    /** A stop of a guide was answered. @param way an entry of {@code guides.json} */
    record GuideNoted(String way, String stop, String answer) implements TicketEvent {}

    /**
     * A backup is known of, or was made here.
     *
     * @param kind {@code cloud} or {@code computer}
     * @param device what it was made of; null for this device
     * @param version the system version that made it; null where nobody knows
     * @param at the day on which it was made; null where nobody knows
     * @param sizeBytes null where nobody knows
     * @param where where it is kept, in words; null where nobody said
     * @param here true when it was made here, before the erase; null otherwise
     */
    record BackupNoted(String kind, @Nullable String device, @Nullable String version, @Nullable LocalDate at, @Nullable Long sizeBytes,
            @Nullable String where, @Nullable Boolean here) implements TicketEvent {}

    /**
     * A document left the shop.
     *
     * @param sha256 digest of the file
     * @param upTo number of the last entry that it was made of: with it the same bytes are made again
     * @param language it was said in; null for English
     */
    record DocumentHandedOut(@JsonProperty("paper") String document, String sha256, long upTo,
            @Nullable String language) implements TicketEvent {
        public DocumentHandedOut(String document, String sha256, long upTo) {
            this(document, sha256, upTo, null);
        }
    }

    /** Who the customer is was sealed beside the ledger. @param sha256 digest of the sealed bytes; nothing of the person is in here */
    record CustomerSealed(String sha256) implements TicketEvent {}

    /** The key to who the customer was has been thrown away. @param why in words */
    record CustomerForgotten(Said why) implements TicketEvent {}

    /** The name of {@link TakenBack} in stored form. */
    String TAKEN_BACK = "taken-back";

    /** In place of a name in an entry: the one whose name lies sealed beside the ledger. */
    String CUSTOMER = "the customer";

    /** In place of the name of somebody else who agreed, which lies sealed there too. */
    String SOMEBODY_ELSE = "somebody else, whose name is kept sealed";

    /** The name of {@link LotJoined} in stored form. */
    String LOT_JOINED = "lot-joined";

    /** It is one of many devices with one problem. @param lot for example {@code L-0021} @param title how the bench calls them */
    record LotJoined(String lot, String title) implements TicketEvent {}

    /** A setting of the whole shop, of no ticket. @param value as JSON; empty for as usual */
    record SettingChanged(String name, String value) implements TicketEvent {}

    /** Another bench works on it from here on. @param from the one that had it; null where nobody knows */
    record TakenOver(@Nullable String from) implements TicketEvent {}

    /** Numbers of tickets that are kept for one bench, of no ticket: it opens tickets under them while the ledger cannot be reached. */
    record NumbersKept(long from, long to) implements TicketEvent {}

    /** What was done at a bench that could not reach the ledger, while others worked on the ticket; somebody decided that it counts not. */
    record LeftOut(List<Out> entries) implements TicketEvent {
        public LeftOut {
            entries = List.copyOf(entries);
        }

        /** @param at the bench's time @param body as it would have been stored */
        public record Out(Instant at, String body) {}
    }

    /** From here on somebody else works on it. @param who of the staff, a name or initials */
    record AtBench(String who) implements TicketEvent {}

    /**
     * An act was taken back as soon as it was done: it counts for nothing, though it stays written.
     *
     * @param entries the numbers of its entries, in order; with the one that opened the ticket among them the whole ticket is taken back
     */
    record TakenBack(List<Long> entries) implements TicketEvent {
        public TakenBack {
            entries = List.copyOf(entries);
        }

        /** A ticket's entries without those that were taken back, in order. */
        public static List<LedgerEntry> left(List<LedgerEntry> entries) {
            Set<Long> gone = entries.stream().filter(e -> e.body().contains(TAKEN_BACK)).flatMap(e -> e.event()
                    instanceof TakenBack(List<Long> which) ? which.stream() : Stream.empty()).collect(Collectors.toSet());
            return gone.isEmpty() ? entries : entries.stream().filter(e -> !gone.contains(e.number()) || e.event() instanceof Opened)
                    .toList();
        }
    }

    /** An entry that this Wistaxis cannot read: of a newer one, or damaged. Never written. */
    record Unreadable(String body, String why) implements TicketEvent {}

    /** The same where what it names of entries has other numbers now. */
    default TicketEvent renumbered(LongUnaryOperator numbers) {
        return switch (this) {
            case TakenBack(List<Long> entries) -> new TakenBack(entries.stream().map(numbers::applyAsLong).toList());
            case DocumentHandedOut d -> new DocumentHandedOut(d.document(), d.sha256(), numbers.applyAsLong(d.upTo()), d.language());
            default -> this;
        };
    }

    /** The event as it is stored and chained. */
    default String toJson() {
        return toJson(null);
    }

    /** The same with the bench at which it was written. @param bench null where there is one alone */
    default String toJson(@Nullable String bench) {
        return toJson(bench, null);
    }

    /** @param kept when it was kept at the bench, where that could not reach the ledger until later; null for at once */
    default String toJson(@Nullable String bench, @Nullable Instant kept) {
        return Json.write(new Holder(this, bench, kept));
    }

    /** @throws wistaxis.core.facts.BadInput when the text is not an event */
    static TicketEvent parse(String json, String name) {
        return Json.read(json, Holder.class, name).event();
    }

    /** The event's name in stored form and exports, for example {@code mode-entered}. */
    default String type() {
        for (JsonSubTypes.Type type : TicketEvent.class.getAnnotation(JsonSubTypes.class).value()) {
            if (type.value() == getClass()) {
                return type.name();
            }
        }
        throw new IllegalStateException("event without a name: " + getClass());
    }

    /** Keeps the declared type in the JSON, so that the name of the event is written. */
    @JsonInclude(JsonInclude.Include.NON_NULL)
    record Holder(@JsonProperty(required = true) TicketEvent event, @Nullable String bench, @Nullable Instant kept) {}
}
