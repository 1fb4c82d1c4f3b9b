package wistaxis.core.ticket;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.annotation.JsonSubTypes;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import wistaxis.core.buttons.Mode;
import wistaxis.core.buttons.Trace;
import wistaxis.core.device.DeviceButton;
import wistaxis.core.facts.Said;
import wistaxis.core.restore.HandoverFacts;

/** Every event survives being written and read, has a name and words. */
class EventsTest {
    static Stream<TicketEvent> events() {
        return Stream.of(new TicketEvent.Opened("Deck phone", true), new TicketEvent.FactRecorded("screenSays", "disabled"),
                new TicketEvent.FactWithdrawn("ownerPassword"),
                new TicketEvent.Identified("iPhone13,2", "by its identifier"),
                new TicketEvent.ConsentAsked("recovery-restore", true, "deckhand", "no backup", List.of("no-backup")),
                new TicketEvent.RouteChosen("recovery-restore"), new TicketEvent.BuildChosen("31.10", "31K88", "0".repeat(64), 28_000_000,
                "newest"),
                new TicketEvent.DownloadStarted("31K88", 4_000_000), new TicketEvent.DownloadStopped("31K88", 4_100_000, Said.of("core.stopped.by-hand")),
                new TicketEvent.Downloaded("31K88", 28_000_000, 9.5),
                new TicketEvent.FirmwareVerified("31K88", "packages/p.zip", 6, "0".repeat(64), "known"),
                new TicketEvent.FirmwareAccepted("31K88", "packages/p.zip", 6, "0".repeat(64)),
                new TicketEvent.GuideNoted("charge", "plug", "plugged"),
                new TicketEvent.DocumentHandedOut("report", "0".repeat(64), 12),
                new TicketEvent.CustomerSealed("0".repeat(64)), new TicketEvent.CustomerForgotten(Said.of("core.forgotten.asked")), new TicketEvent.AtBench("A. S."), new TicketEvent.LotJoined("L-0001", "School trolley"), new TicketEvent.TakenOver("Front desk"), new TicketEvent.TakenOver(null), new TicketEvent.SettingChanged("holidays", "\"de-by\""), new TicketEvent.TakenBack(List.of(7L, 8L)), new TicketEvent.Flapped(42, 60, null), new TicketEvent.Flapped(6, 60, 21.0),
                new TicketEvent.BackupNoted("cloud", null, "31.9", java.time.LocalDate.of(2026, 5, 1), 5L, "owner", true),
                new TicketEvent.FirmwareRefused("31K88", "truncated"),
                new TicketEvent.ButtonsAttempted("Plugged restart", "recovery", false, Said.sentence("let go"),
                List.of(new Trace.Event(0.5, Trace.Kind.DOWN, DeviceButton.SIDE), new Trace.Event(1, Trace.Kind.PLUG, null))),
                new TicketEvent.StateRead("boot logo", "normal", Said.sentence("held too long")), new TicketEvent.ModeEntered(Mode.RECOVERY),
                new TicketEvent.ModeLost(Said.sentence("window over")), new TicketEvent.RestoreStarted("31K88"), new TicketEvent.StageReached("send"),
                new TicketEvent.SigningAnswered(false, Said.sentence("closed")), new TicketEvent.RestoreStopped(Said.sentence("by hand")),
                new TicketEvent.RestoreStopped(Said.sentence("the program ended"), true), new TicketEvent.Restored("31.10"),
                new TicketEvent.CheckAnswered("account-lock", "owner signed in"), new TicketEvent.StepTried("charge", false),
                new TicketEvent.Overruled("hardware", "seen under the microscope"),
                new TicketEvent.UnlockOrdered("356958031648320", "Tidal Mobile", LocalDate.of(2026, 5, 12), LocalDate.of(2026, 5, 13),
                LocalDate.of(2026, 5, 27)),
                new TicketEvent.UnlockAnswered("no-signal"), new TicketEvent.Closed(Said.sentence("handed over")),
                new TicketEvent.BreakRead("entry [3] was changed"), new TicketEvent.Opened("Pilot boat", true, true),
                new TicketEvent.Sighted("cable-screen", "recovery", "told"), new TicketEvent.Sighted(null, "dfu", "usb"),
                new TicketEvent.DeviceBound(0x1281, "1-1", "CPID:8101"), new TicketEvent.DeviceReleased(Said.of("core.sighting.released")),
                new TicketEvent.FirmwareFrom(TicketEvent.FirmwareFrom.COMPUTER), new TicketEvent.ComputerLeft(12), new TicketEvent.ComputerSize(5_730_000_000L), new TicketEvent.VersionOffered("26.1", false),
                new TicketEvent.ComputerProblem("error", "14"), new TicketEvent.ProblemTried("once-more", false),
                new TicketEvent.NumbersKept(21, 40), new TicketEvent.LeftOut(List.of(new TicketEvent.LeftOut.Out(Instant.EPOCH,
                new TicketEvent.Restored("31.10").toJson("Back bench")))),
                new TicketEvent.Unreadable("{}", "not an event"));
    }

    @ParameterizedTest
    @MethodSource("events")
    void isTheSameAfterWritingAndReading(TicketEvent event) {
        assertThat(TicketEvent.parse(event.toJson(), "test")).isEqualTo(event);
        assertThat(event.toJson()).contains("\"type\":\"" + event.type() + "\"");
        assertThat(EventWords.of(event)).isNotBlank().doesNotContain("null");
    }

    @Test
    void noEventIsLeftOut() {
        List<String> named = Arrays.stream(TicketEvent.class.getAnnotation(JsonSubTypes.class).value()).map(JsonSubTypes.Type::name)
                .toList();
        assertThat(events().map(TicketEvent::type)).containsOnly(named.toArray(new String[0]));
        assertThat(named).hasSameSizeAs(TicketEvent.class.getPermittedSubclasses());
    }

    @Test
    void wordsAreThoseOfTheBench() {
        assertThat(EventWords.of(new TicketEvent.FactRecorded("screenSays", "disabled"))).isEqualTo("Intake: screen says: disabled");
        assertThat(EventWords.of(new TicketEvent.DownloadStarted("31K88", 4_000_000))).isEqualTo("Download of 31K88 continues at 4.0 MB");
        assertThat(EventWords.of(new TicketEvent.ConsentAsked("x", false, "owner", "none"))).startsWith("The owner did not agree");
    }

    private static Ticket after(String step, TicketEvent... more) {
        List<LedgerEntry> entries = new ArrayList<>();
        for (TicketEvent e : Stream.concat(Stream.of(new TicketEvent.Opened("x", true), new TicketEvent.RouteChosen(step)),
                Arrays.stream(more)).toList()) {
            entries.add(Chain.link(Chain.START, entries.size() + 1, "T-0001", Instant.EPOCH, null, e.toJson()));
        }
        return Ticket.fold(entries);
    }

    @Test
    void theHandoverAsksForWhatTheStepLeft() {
        HandoverFacts facts = HandoverFacts.shipped();
        assertThat(facts.after(after("recovery-restore"))).extracting(HandoverFacts.Check::id)
                .contains("greeting-seen", "step-helped", "account-lock", "passcode-set");
        assertThat(facts.after(after("recovery-update"))).extracting(HandoverFacts.Check::id).contains("data-there", "step-helped")
                .doesNotContain("account-lock");
        assertThat(facts.after(after("recovery-update", new TicketEvent.CheckAnswered("data-there", "data gone"))))
                .as("what is gone has to come back")
                .extracting(HandoverFacts.Check::id).contains("account-lock", "data-back");
        assertThat(facts.after(after("hardware"))).isEmpty();
        assertThat(facts.after(after("wait-and-try"))).extracting(HandoverFacts.Check::id).containsExactly("step-helped");
    }
}
