package wistaxis.core.work;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import wistaxis.core.buttons.Goal;
import wistaxis.core.buttons.Mode;
import wistaxis.core.buttons.SequenceLibrary;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.facts.BadInput;
import wistaxis.core.firmware.SystemVersion;
import wistaxis.core.restore.HandoverFacts;
import wistaxis.core.restore.RestoreStage;
import wistaxis.core.route.CaseFacts;
import wistaxis.core.route.Intake;
import wistaxis.core.route.Readiness;
import wistaxis.core.route.RouteContext;
import wistaxis.core.route.RoutePlanner;
import wistaxis.core.route.Unreadables;
import wistaxis.core.ticket.Attempt.Outcome;
import wistaxis.core.ticket.Chain;
import wistaxis.core.ticket.EventWords;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;

/** One ticket goes up the whole route; what may be done is said by the rules alone. */
class RulesTest {
    private static final DeviceCatalogue DEVICES = DeviceCatalogue.shipped();
    private static final RoutePlanner PLANNER = RoutePlanner.shipped(DEVICES, SequenceLibrary.shipped());
    private static final HandoverFacts HANDOVER = HandoverFacts.shipped();
    private static final Readiness READY = new Readiness(List.of());
    private static final Readiness NOT_READY = new Readiness(List.of(new Readiness.Check("Disk", Readiness.State.NOT, "full", null)));

    private final List<LedgerEntry> entries = new ArrayList<>();
    private List<SystemVersion> signed = List.of(SystemVersion.parse("31.10"));

    private void happens(TicketEvent... events) {
        happens(List.of(events));
    }

    private void happens(List<TicketEvent> events) {
        events.forEach(e -> entries.add(Chain.link(Chain.START, entries.size() + 1, "T-0001", Instant.EPOCH.plusSeconds(entries.size()),
                null, e.toJson())));
    }

    private Rules rules() {
        Ticket t = Ticket.fold(entries);
        return new Rules(t, Unreadables.of(t, DEVICES, PLANNER, Intake.shipped()),
                PLANNER.plan(CaseFacts.of(t), new RouteContext(signed, Map.of(), t.overruled(), t.consent())), HANDOVER);
    }

    private void looping() {
        happens(new TicketEvent.Opened("Deck phone", true));
        Map.of("trouble", "looping", "ownership", "proved", "liquid", "no", "battery", "ok", "brokenKeys", "none", "blacklisted", "no",
                "backup", "cloud", "tried", "charge,force-restart",
                "ownerPassword", "yes", "locating", "off").forEach((fact, value) -> happens(new TicketEvent.FactRecorded(fact, value)));
        happens(new TicketEvent.FactRecorded("installedVersion", "31.9"), new TicketEvent.FactRecorded("cloudBackupVersion", "31.9"),
                new TicketEvent.FactRecorded("watch", "no"));
        happens(new TicketEvent.Identified("iPhone13,2", "by the number"));
    }

    private void verified() {
        happens(new TicketEvent.BuildChosen("31.10", "31K88", "0".repeat(64), 5, "newest"),
                new TicketEvent.FirmwareVerified("31K88", "p.zip", 6, "0".repeat(64), "signed"));
    }

    private void written(String mode) {
        happens(new TicketEvent.ModeEntered(Mode.of(mode)));
        assertThat(rules().mayStart(READY)).isEmpty();
        happens(new TicketEvent.RestoreStarted("31K88"), new TicketEvent.StageReached("check"));
        assertThat(rules().mayStart(READY)).hasValueSatisfying(w -> assertThat(w).contains("is already running"));
        assertThat(rules().mayChoose("hardware", false)).hasValueSatisfying(w -> assertThat(w).contains("restore is running"));
        happens(new TicketEvent.Restored("31.10"));
        assertThat(rules().ticket().stage()).isEqualTo(Stage.HANDOVER);
    }

    @Test
    void oneTicketTakesStepAfterStepUpToTheHardwareBench() {
        looping();
        happens(rules().choose("recovery-update", null, null));
        assertThat(rules().mayClose()).as("nothing is done").hasValueSatisfying(w -> assertThat(w).contains("not finished"));
        verified();
        assertThat(rules().wantedButtons()).contains(Goal.RECOVERY);
        written("recovery");
        happens(rules().say(Outcome.DID_NOT_HELP));
        assertThat(rules().ticket().stage()).isEqualTo(Stage.ROUTE);
        assertThat(rules().mayClose()).hasValueSatisfying(w -> assertThat(w).contains("a step left"));
        assertThat(rules().mayStart(READY)).as("that attempt is over").isPresent();

        assertThat(rules().mayChoose("recovery-restore", false)).hasValueSatisfying(w -> assertThat(w).contains("ask the owner first"));
        assertThatThrownBy(() -> rules().choose("recovery-restore", null, null)).isInstanceOf(BadInput.class)
                .hasMessageContaining("erases everything");
        happens(rules().choose("recovery-restore", "deckhand", "the cloud backup of last night"));
        assertThat(rules().ticket().stage()).as("the package is proven already, the device is in no mode").isEqualTo(Stage.KEYS);
        written("recovery");
        happens(rules().say(Outcome.DID_NOT_HELP));

        happens(rules().choose("dfu-restore", null, null));
        assertThat(rules().ticket().attempts().getLast().consent()).as("erases the same, so nobody is asked again").isNotNull();
        assertThat(rules().wantedButtons()).contains(Goal.DFU);
        happens(new TicketEvent.ModeEntered(Mode.RECOVERY));
        assertThat(rules().mayStart(READY)).hasValueSatisfying(w -> assertThat(w).contains("in recovery", "needs DFU mode"));
        written("dfu");
        happens(rules().say(Outcome.DID_NOT_HELP));

        assertThat(rules().isForHardware()).isTrue();
        assertThat(rules().next().says()).contains("hardware bench");
        happens(rules().choose("hardware", null, null));
        TicketEvent.Closed closed = (TicketEvent.Closed) rules().close();
        assertThat(EventWords.of(closed.outcome()))
                .asString().isEqualTo("to the hardware bench; tried: Update from recovery (did not help), Restore from recovery "
                + "(did not help) and Restore from DFU mode (did not help)");
        happens(closed);
        assertThat(rules().mayChoose("hardware", false)).hasValueSatisfying(w -> assertThat(w).contains("is closed"));
        assertThat(rules().ticket().attempts()).extracting(a -> a.outcome().map(Outcome::toString).orElse(""))
                .containsExactly("did-not-help", "did-not-help", "did-not-help", "");
    }

    @Test
    void whatWasTakenBeforeTheDeepestStepOfAPasscodeRouteEndsAtTheHardwareBenchToo() {
        looping();
        happens(new TicketEvent.FactRecorded("trouble", "unavailable"), new TicketEvent.FactRecorded("wrongTries", "10-or-more"),
                new TicketEvent.FactRecorded("hopesToRemember", "no"));
        for (String step : List.of("recovery-restore", "dfu-restore")) {
            happens(rules().choose(step, "deckhand", "none"));
            happens(rules().say(Outcome.DID_NOT_HELP));
        }
        assertThat(rules().mayChoose("hardware", false)).isEmpty();
    }

    @Test
    void agreementCoversWhatWasSaid() {
        looping();
        happens(rules().choose("recovery-restore", "deckhand", "the cloud backup of last night"));
        verified();
        happens(new TicketEvent.ModeEntered(Mode.RECOVERY));
        assertThat(rules().mayStart(READY)).isEmpty();
        signed = List.of(SystemVersion.parse("31.8"));
        assertThat(rules().mayStart(READY)).as("now down to an older version: that backup does not fit, which nobody has said")
                .hasValueSatisfying(w -> assertThat(w).contains("not agreed to what would be lost"));
        assertThat(rules().next().says()).contains("more would be lost");
        happens(rules().consent("recovery-restore", true, "deckhand", "that the backup does not fit any more"));
        assertThat(rules().mayStart(READY)).isEmpty();
        signed = List.of(SystemVersion.parse("31.10"));
        assertThat(rules().mayStart(READY)).as("less is lost").isEmpty();
        happens(rules().say(Outcome.DID_NOT_HELP));
        happens(new TicketEvent.FactRecorded("backup", "none"));
        assertThat(rules().mayChoose("dfu-restore", false)).as("now it is known that there is no backup").isPresent();
    }

    @Test
    void anUpdateThatLostTheDataIsAnOutcomeOfItsOwn() {
        looping();
        happens(rules().choose("recovery-update", null, null));
        verified();
        written("recovery");
        happens(rules().check("data-there", "data gone"));
        assertThat(rules().ticket().attempts().getLast().outcome()).as("whether it helped was not said").isEqualTo(Optional.empty());
        happens(rules().check("step-helped", "it helped"));
        assertThat(rules().ticket().attempts().getLast().outcome()).contains(Outcome.DATA_LOST);
        assertThat(rules().open()).as("what an erase leaves to be asked").extracting(HandoverFacts.Check::id)
                .contains("account-lock", "data-back");
        rules().open().forEach(c -> happens(rules().check(c.id(), c.answers().getFirst())));
        assertThat(EventWords.of(((TicketEvent.Closed) rules().close()).outcome()))
                .asString().isEqualTo("updated to 31.10, the data is gone, handed over");
    }

    @ParameterizedTest
    @CsvSource({"recovery-update, recovery, ''", "recovery-update, dfu, needs recovery", "recovery-restore, dfu, ''",
            "dfu-restore, dfu, ''", "dfu-restore, recovery, needs DFU mode",
            "dfu-restore, '', in no mode", "charge, recovery, writes nothing", "recovery-in-out, recovery, writes nothing"})
    void modeAndStepFit(String step, String mode, String why) {
        looping();
        happens(rules().consent(step, true, "deckhand", "all of it"), new TicketEvent.RouteChosen(step));
        verified();
        if (!mode.isEmpty()) {
            happens(new TicketEvent.ModeEntered(Mode.of(mode)));
        }
        assertThat(rules().mayStart(READY).orElse("")).contains(why);
        assertThat(rules().mayStart(READY).isEmpty()).isEqualTo(why.isEmpty());
        assertThat(rules().mayStart(NOT_READY)).isPresent();
    }

    @Test
    void whatIsWrittenIsLeftAlone() {
        assertThat(Rules.mayStop(null)).isPresent();
        for (RestoreStage stage : RestoreStage.shipped()) {
            assertThat(Rules.mayStop(stage).isPresent()).as(stage.id()).isEqualTo(stage.leaveCable());
        }
    }

    @Test
    void aStoppedJobIsClosedWithItsReason() {
        looping();
        happens(new TicketEvent.FactRecorded("liquid", "yes"));
        assertThat(rules().mayChoose("recovery-update", false)).hasValueSatisfying(w -> assertThat(w).contains("Liquid got in"));
        assertThat(EventWords.of(((TicketEvent.Closed) rules().close()).outcome())).asString().startsWith("not done: Liquid got in");
    }
}
