package wistaxis.core.restore;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import wistaxis.core.buttons.ComputerSees;
import wistaxis.core.buttons.Mode;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Said;
import wistaxis.core.ticket.Chain;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.OnScreen;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.time.Range;
import wistaxis.core.work.Sightings;

/**
 * A restore by the restore program, as it is observed. Figures are common practice: extract and prepare a few minutes, the rest 5 to
 * 15.
 */
class ComputerRunTest {
    private static final Instant START = Instant.parse("2026-05-12T09:00:00Z");

    private static Ticket ticket(boolean real, List<TicketEvent> events) {
        List<LedgerEntry> entries = new ArrayList<>();
        List<TicketEvent> all = new ArrayList<>(List.of(new TicketEvent.Opened("x", !real),
                new TicketEvent.RouteChosen("recovery-restore")));
        all.addAll(events);
        for (TicketEvent e : all) {
            entries.add(Chain.link(Chain.START, entries.size() + 1, "T-0001", START, null, e.toJson()));
        }
        return Ticket.fold(entries);
    }

    private static Ticket at(String stage, TicketEvent... before) {
        List<TicketEvent> events = new ArrayList<>(List.of(before));
        events.addAll(List.of(new TicketEvent.ModeEntered(Mode.RECOVERY), new TicketEvent.RestoreStarted(""),
                new TicketEvent.StageReached(stage)));
        return ticket(true, events);
    }

    private static ComputerRun run(Ticket ticket, double minutes, Optional<Range> own) {
        return run(ticket, minutes, new ComputerRun.Usual(_ -> own, Optional.empty(), ShownStages.NONE));
    }

    private static ComputerRun run(Ticket ticket, double minutes, ComputerRun.Usual usual) {
        return ComputerRun.of(ticket, usual, START.plus(Duration.ofSeconds(Math.round(minutes * 60)))).orElseThrow();
    }

    private static Ticket seen(String... stages) {
        List<TicketEvent> events = new ArrayList<>(List.of(new TicketEvent.ModeEntered(Mode.RECOVERY), new TicketEvent.RestoreStarted("")));
        List.of(stages).forEach(s -> events.add(new TicketEvent.StageReached(s)));
        return ticket(true, events);
    }

    /**
     * Common practice: one order is download, extract, prepare, firmware, verify, software; another software, firmware, verify. Sending and
     * signing are often not shown.
     */
    @Test
    void stagesComeInTheOrderOfTheComputerThatShowsThem() {
        ComputerRun firmwareFirst = run(seen("extract", "prepare", "restore-firmware", "verify"), 0, Optional.empty());
        assertThat(firmwareFirst.next()).as("software was not seen yet, signing is over").hasValueSatisfying(s -> assertThat(s.id())
                .isIn("send", "restore-software"));
        double rest = firmwareFirst.atMost().toSeconds() / 60.0;
        double after = run(seen("extract", "prepare", "restore-firmware", "verify", "restore-software"), 0, Optional.empty()).atMost()
                .toSeconds() / 60.0;
        assertThat(rest).as("verify, sending, software and what comes after").isCloseTo(1.5 + 2 + 8 + 1 + 2 + 1, within(0.1));
        assertThat(after).as("software, sending and what comes after").isCloseTo(8 + 2 + 1 + 2 + 1, within(0.1));
        assertThat(run(seen("extract", "restart"), 0, Optional.empty()).next()).as("what comes before a restart is over")
                .hasValueSatisfying(s -> assertThat(s.id()).isEqualTo("second-bar"));
        assertThat(run(seen("prepare", "extract", "prepare"), 0, Optional.empty()).current().id()).as("some prepare twice")
                .isEqualTo("prepare");
        List<String> one = List.of("extract", "prepare", "restore-firmware", "verify", "restore-software", "restart", "greeting");
        ShownStages here = new ShownStages(List.of(one, one, one));
        ComputerRun learned = run(seen("extract", "prepare", "restore-firmware"), 0, new ComputerRun.Usual(_ -> Optional.empty(),
                Optional.empty(), here));
        assertThat(learned.next()).as("the order of this shop's computers").hasValueSatisfying(s -> assertThat(s.id()).isEqualTo("verify"));
        assertThat(learned.parts()).filteredOn(p -> !p.shown()).extracting(p -> p.stage().id()).containsExactlyInAnyOrder("sign", "send",
                "second-bar");
        assertThat(new ShownStages(List.of(one, one)).shows(ComputerStage.byId("send").orElseThrow())).as("two runs say little").isTrue();
    }

    /** Common practice: recovery lasts about 15 min, a download of 1.54 GB 27 to 30 min. */
    @ParameterizedTest
    @CsvSource({"28, 0, 15, 13", "28, 10, 5, 13", "12, 0, 15, 0", "20, 16, -1, 0"})
    void aDropOutIsForetold(int told, int gone, int inMinutes, int before) {
        TicketEvent fetches = new TicketEvent.FirmwareFrom(TicketEvent.FirmwareFrom.COMPUTER);
        Ticket ticket = ticket(true, List.of(fetches, new TicketEvent.ModeEntered(Mode.RECOVERY), new TicketEvent.RestoreStarted(""),
                new TicketEvent.StageReached("download"), new TicketEvent.ComputerLeft(told)));
        ComputerRun run = run(ticket, gone, Optional.empty());
        Optional<DropOut> drop = DropOut.of(ticket, run, Duration.ofMinutes(15));
        if (told + 3 <= 15) {
            assertThat(drop).as("12 min and 3 of extracting fit").isEmpty();
            return;
        }
        assertThat(drop).hasValueSatisfying(d -> {
            assertThat(Duration.between(run.now(), d.at()).toMinutes()).isEqualTo(inMinutes);
            assertThat(before == 0 || d.says().contains(before + " min before the download ends")).isTrue();
        });
        Ticket out = ticket(true, List.of(fetches, new TicketEvent.ModeEntered(Mode.RECOVERY), new TicketEvent.RestoreStarted(""),
                new TicketEvent.StageReached("download"), new TicketEvent.ComputerLeft(told), new TicketEvent.ModeLost(Said.of("host-lost-it-by-usb"))));
        assertThat(DropOut.of(out, run(out, gone, Optional.empty()), Duration.ofMinutes(15))).hasValueSatisfying(d -> {
            assertThat(d.out()).isTrue();
            assertThat(d.says()).contains("the download goes on");
        });
    }

    /** Without minutes the size and the speed here say how long it takes; after the told minutes the words linger, and stuck counts from there. */
    @Test
    void aDownloadIsEstimatedAndItsWordsLinger() {
        TicketEvent fetches = new TicketEvent.FirmwareFrom(TicketEvent.FirmwareFrom.COMPUTER);
        ComputerRun bySize = run(at("download", fetches), 5, new ComputerRun.Usual(_ -> Optional.empty(), Optional.of(new Range(1200, 1800, 2400, 4)),
                ShownStages.NONE));
        assertThat(bySize.isOpen()).isFalse();
        assertThat(bySize.runsAtMost()).isEqualTo(Duration.ofMinutes(35));
        Ticket told = ticket(true, List.of(fetches, new TicketEvent.RestoreStarted(""), new TicketEvent.StageReached("download"),
                new TicketEvent.ComputerLeft(12)));
        assertThat(run(told, 11, Optional.empty()).late()).isEmpty();
        assertThat(run(told, 14, Optional.empty()).late()).hasValueSatisfying(w -> assertThat(w).contains("are over").contains("stay for a while"));
        assertThat(run(told, 23, Optional.empty()).isStuck()).isTrue();
        assertThat(run(told, 23, Optional.empty()).late()).hasValueSatisfying(w -> assertThat(w).contains("11 min past"));
    }

    @Test
    void theTimeLeftIsARangeOfCommonPracticeOrOfThisShop() {
        ComputerRun fresh = run(at("extract"), 0, Optional.empty());
        assertThat(fresh.atLeast().toMinutes()).as("a few minutes, then 5 to 15, then 1 to 2").isBetween(6L, 9L);
        assertThat(fresh.atMost().toMinutes()).isBetween(18L, 26L);
        assertThat(run(at("extract"), 0, Optional.of(new Range(60, 60, 60, 9))).atMost()).isEqualTo(Duration.ofMinutes(10));
        assertThat(run(at("greeting"), 90, Optional.empty()).atLeast()).as("never below nothing").isEqualTo(Duration.ZERO);
    }

    @Test
    void aDownloadTakesWhatTheComputerTells() {
        TicketEvent fetches = new TicketEvent.FirmwareFrom(TicketEvent.FirmwareFrom.COMPUTER);
        assertThat(run(at("download", fetches), 60, Optional.empty())).satisfies(r -> {
            assertThat(r.isOpen()).isTrue();
            assertThat(r.late()).as("nobody knows how long it takes").isEmpty();
        });
        Ticket told = ticket(true, List.of(fetches, new TicketEvent.RestoreStarted(""), new TicketEvent.StageReached("download"),
                new TicketEvent.ComputerLeft(12)));
        ComputerRun run = run(told, 2, Optional.empty());
        assertThat(run.isOpen()).isFalse();
        double rest = run.atLeast().toSeconds() / 60.0 - run(at("extract"), 0, Optional.empty()).atLeast().toSeconds() / 60.0;
        assertThat(rest).as("12 min, 2 of them gone").isCloseTo(10, within(0.1));
    }

    @Test
    void lateIsNoticedAndStuckIsStuck() {
        assertThat(run(at("prepare"), 2.9, Optional.empty()).late()).isEmpty();
        assertThat(run(at("prepare"), 4, Optional.empty())).satisfies(r -> {
            assertThat(r.late()).hasValueSatisfying(w -> assertThat(w).contains("Longer than usual").contains("by common practice")
                    .contains("The bar stands still at first").contains("counts as stuck after"));
            assertThat(r.isStuck()).isFalse();
        });
        assertThat(run(at("prepare"), 7, Optional.empty()).isStuck()).isTrue();
        assertThat(run(at("prepare"), 7, Optional.of(new Range(200, 240, 300, 20))).late()).hasValueSatisfying(w -> assertThat(w)
                .contains("5.0 min here"));
    }

    /** What a sighting means for the mode, before the computer has taken the device over. */
    @ParameterizedTest
    @CsvSource(nullValues = "-", value = {
        "-, cable-screen, -, recovery", "-, -, dfu, dfu", "-, black, -, -", "-, cable-screen, normal, -", "recovery, -, nothing, -",
        "recovery, boot-logo, -, -", "recovery, black, -, recovery", "recovery, -, dfu, dfu", "dfu, black, dfu, dfu",
        "dfu, black, nothing, -",
        "recovery, no-reaction, -, recovery",
    })
    void aSightingEntersOrLosesAMode(Mode before, String screen, String computer, Mode after) {
        List<TicketEvent> events = new ArrayList<>();
        if (before != null) {
            events.add(new TicketEvent.ModeEntered(before));
        }
        events.addAll(Sightings.saw(ticket(true, events), on(screen), computer == null ? null : ComputerSees.valueOf(computer.toUpperCase(Locale.ROOT)),
                Sightings.Source.TOLD));
        assertThat(ticket(true, events).mode()).isEqualTo(after);
    }

    private static OnScreen on(String screen) {
        return screen == null ? null : OnScreen.valueOf(screen.toUpperCase(Locale.ROOT).replace('-', '_'));
    }

    @Test
    void fromPrepareOnItLeavesTheCableScreenRightlyAndPracticeIsNotSeen() {
        Ticket prepared = at("prepare");
        assertThat(Sightings.saw(prepared, OnScreen.BOOT_LOGO, ComputerSees.NOTHING, Sightings.Source.USB)).extracting(TicketEvent::type)
                .containsExactly("sighted");
        assertThat(Sightings.stage(at("extract"), "prepare")).hasSize(1);
        assertThat(Sightings.stage(at("extract"), "restart")).extracting(TicketEvent::type).as("all of the writing was passed over")
                .containsExactly("signing-answered", "stage-reached", "stage-reached");
        assertThat(Sightings.stage(at("verify"), "restore-software")).as("in any order").hasSize(1);
        assertThatThrownBy(() -> Sightings.saw(ticket(false, List.of()), OnScreen.BLACK, null, Sightings.Source.TOLD)).isInstanceOf(BadInput.class)
                .hasMessageContaining("practice");
        assertThatThrownBy(() -> Sightings.left(prepared, -1)).isInstanceOf(BadInput.class).hasMessageContaining("[-1]");
    }

    /** The same or nearly the same words of a computer. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {
        "The device could not be restored (14) | the device could not be restored: error 14 | true",
        "error 14 | error 41 | false", "It was not possible to reach the server | it was not possible to reach a server | true",
        "no room on the disk | the device is locked | false", "'' | '' | true", "'' | error | false",
    })
    void wordsOfAComputerAreAlike(String a, String b, boolean alike) {
        assertThat(ComputerProblems.alike(a, b)).isEqualTo(alike);
        assertThat(ComputerProblems.alike(b, a)).isEqualTo(alike);
    }
}
