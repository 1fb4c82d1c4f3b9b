package wistaxis.core.route;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import wistaxis.core.device.ButtonLayout;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.facts.Said;
import wistaxis.core.outside.ComputerProbe.ComputerFacts;
import wistaxis.core.steps.Problem;
import wistaxis.core.ticket.Chain;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.time.BusinessDays;

class EvidenceTest {
    /**
     * Published: R. G. Newcombe, Statistics in Medicine 17:857, 1998, table I, method 3 (score without continuity correction), to four
     * places.
     */
    @ParameterizedTest
    @CsvSource({"81, 263, 0.2553, 0.3662", "15, 148, 0.0624, 0.1605", "0, 20, 0.0000, 0.1611", "1, 29, 0.0061, 0.1718"})
    void wilsonAgreesWithTheWorkedValues(int successes, int cases, double low, double high) {
        Wilson interval = Wilson.of(successes, cases);
        assertThat(interval.low()).isCloseTo(low, within(0.00005));
        assertThat(interval.high()).isCloseTo(high, within(0.00005));
    }

    @Test
    void wilsonIsSymmetricAndRefusesNonsense() {
        assertThat(Wilson.of(3, 11).low()).isCloseTo(1 - Wilson.of(8, 11).high(), within(1e-12));
        assertThatThrownBy(() -> Wilson.of(4, 3)).hasMessageContaining("[4] of [3]");
        assertThatThrownBy(() -> Wilson.of(0, 0)).hasMessageContaining("[0] of [0]");
    }

    @Test
    void casesAreCountedByFamilyProblemAndStepFromThree() {
        List<LedgerEntry> ledger = new ArrayList<>();
        for (int i = 1; i <= 4; i++) {
            boolean helps = i != 2;
            ticket(ledger, "T-" + i, "iPhone13,2", "looping", new TicketEvent.RouteChosen("force-restart"),
                    new TicketEvent.StepTried("force-restart", false),
                    new TicketEvent.RouteChosen("recovery-update"), new TicketEvent.RestoreStarted("31K88"),
                    new TicketEvent.Restored("31.10"),
                    new TicketEvent.StepTried("recovery-update", !helps), new TicketEvent.StepTried("recovery-update", helps));
        }
        ticket(ledger, "T-8", "iPad12,1", "looping", new TicketEvent.RouteChosen("recovery-update"), new TicketEvent.Restored("31.10"));
        ticket(ledger, "T-9", "iPhone14,5", "looping", new TicketEvent.RouteChosen("recovery-update"),
                new TicketEvent.RouteChosen("charge"));
        ticket(ledger, "T-10", "iPhone14,5", "looping", new TicketEvent.RouteChosen("recovery-update"),
                new TicketEvent.RestoreStarted("31K88"), new TicketEvent.Restored("31.10"));
        ticket(ledger, "T-11", "iPhone14,5", "looping", new TicketEvent.RouteChosen("recovery-update"),
                new TicketEvent.RestoreStarted("31K88"), new TicketEvent.RestoreStopped(Said.sentence("by hand")));
        ticket(ledger, "T-12", "iPhone14,5", "looping", new TicketEvent.RouteChosen("recovery-update"),
                new TicketEvent.CheckAnswered("data-there", "data gone"),
                new TicketEvent.StepTried("recovery-update", true));
        Evidence evidence = Evidence.of(tickets(ledger), DeviceCatalogue.shipped());
        assertThat(evidence.of(ButtonLayout.SIDE_KEY, Problem.of("looping"), "recovery-update"))
                .as("each attempt once, as it was put right; written and not said is no case").contains(new Evidence.Tally(3, 1, 5));
        assertThat(evidence.of(ButtonLayout.SIDE_KEY, Problem.of("looping"), "force-restart")).contains(new Evidence.Tally(0, 0, 4));
        assertThat(evidence.of(ButtonLayout.HOME_PAD, Problem.of("looping"), "recovery-update")).as("one case is no evidence").isEmpty();
        assertThat(evidence.of(ButtonLayout.SIDE_KEY, Problem.of("frozen"), "recovery-update")).isEmpty();
        assertThat(evidence.of(null, Problem.of("looping"), "recovery-update")).isEmpty();
    }

    private static List<Ticket> tickets(List<LedgerEntry> ledger) {
        return ledger.stream().collect(Collectors.groupingBy(LedgerEntry::ticket)).values().stream().map(Ticket::fold).toList();
    }

    private static void ticket(List<LedgerEntry> ledger, String number, String device, String problem, TicketEvent... events) {
        add(ledger, number, new TicketEvent.Opened("x", true));
        add(ledger, number, new TicketEvent.FactRecorded("trouble", problem));
        add(ledger, number, new TicketEvent.Identified(device, "by name"));
        for (TicketEvent e : events) {
            add(ledger, number, e);
        }
    }

    private static void add(List<LedgerEntry> ledger, String ticket, TicketEvent event) {
        ledger.add(Chain.link(ledger.isEmpty() ? Chain.START : ledger.getLast().digest(), ledger.size() + 1, ticket, Instant.EPOCH, null,
                event.toJson()));
    }

    /** By hand, without holidays: from a Friday, one business day is Monday; ten are two weeks. */
    @Test
    void businessDaysSkipWeekendsAndHolidays() {
        LocalDate friday = LocalDate.of(2026, 5, 15);
        BusinessDays plain = BusinessDays.mondayToFriday(_ -> false);
        assertThat(friday.getDayOfWeek()).isEqualTo(DayOfWeek.FRIDAY);
        assertThat(plain.after(friday, 1)).isEqualTo(LocalDate.of(2026, 5, 18));
        assertThat(plain.after(friday, 10)).isEqualTo(LocalDate.of(2026, 5, 29));
        assertThat(BusinessDays.mondayToFriday(LocalDate.of(2026, 5, 25)::equals).after(friday, 10)).isEqualTo(LocalDate.of(2026, 6, 1));
        assertThatThrownBy(() -> plain.after(friday, 0)).hasMessageContaining("[0]");
        assertThatThrownBy(() -> new BusinessDays(Set.of(DayOfWeek.values()), _ -> false)).hasMessageContaining("no business days");
    }

    private static Readiness ready(@Nullable ComputerFacts computer, String problem, long bytes, Map<String, String> facts) {
        return Readiness.of(computer, problem, Readiness.Size.of(bytes), Readiness.Bench.UNKNOWN, PHONE, facts);
    }

    private static final DeviceModel PHONE = DeviceCatalogue.shipped().byIdentifier("iPhone13,2").orElseThrow();

    @Test
    void theBenchIsReadyWhenSeenAndConfirmed() {
        ComputerFacts computer = new ComputerFacts(true, 13_000_000_000L, true, 2, "a host");
        Map<String, String> confirmed = Map.of("readyCable", "yes", "readyProgram", "yes");
        assertThat(ready(computer, "", 6_000_000_000L, confirmed).ready()).isTrue();
        assertThat(ready(computer, "", 7_000_000_000L, confirmed).missing()).as("twice the package: common practice").isEqualTo("disk");
        assertThat(ready(new ComputerFacts(false, 13_000_000_000L, false, 2, "x"), "", 1, Map.of()).missing())
                .isEqualTo("power, internet connection, cable, restore program");
        assertThat(ready(new ComputerFacts(null, 13_000_000_000L, true, 2, "x"), "", 1, confirmed).missing())
                .as("what the system does not say is asked").isEqualTo("power");
        assertThat(ready(null, "no rights", 1, confirmed)).as("a host that cannot be looked at is asked about").satisfies(r -> {
            assertThat(r.checks()).noneMatch(c -> c.state() == Readiness.State.LOOKING).anyMatch(c -> c.says().contains("no rights"));
            assertThat(r.missing()).isEqualTo("disk, internet connection, power");
        });
        assertThat(ready(null, "", 1, confirmed).ready()).as("nothing is assumed while the host is looked at").isFalse();
        assertThat(ready(computer, "", 1, Map.of("opens", "yes")).missing()).as("a screen that opens asks to trust").endsWith("trust");
    }

    /** Where no build is known, common practice gives 2 to 10 GB: between twice the least and twice the most it is asked. */
    @ParameterizedTest
    @CsvSource({"21, FINE", "20, FINE", "19, ASK", "4, ASK", "3, NOT"})
    void aFirmwareFileOfUnknownSizeIsARange(long gigabytesFree, Readiness.State disk) {
        ComputerFacts computer = new ComputerFacts(true, gigabytesFree * 1_000_000_000L, true, 2, "x");
        assertThat(Readiness.of(computer, "", Readiness.USUAL, Readiness.Bench.UNKNOWN, PHONE, Map.of()).checks()).filteredOn(c -> c.what()
                .equals("Disk")).singleElement().satisfies(c -> assertThat(c.state()).isEqualTo(disk));
    }

    /** Which program and cable belong to a computer and a device: common practice. Days on which models came are from memory. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {
        "macOS | 10.14.6 | usb-a | iPhone13,2 | | the maker's media program | from 8-pin on the device to USB-A | ",
        "macOS | 10.15 | usb-c | iPhone15,4 | | Built into the file browser | from USB-C on the device to USB-C | ",
        "macOS | 26.1 | both | iPhone13,2 | | Built into the file browser | USB-A or USB-C | ",
        "Windows | 11 | usb-a | iPhone18,3 | 2025-06-01 | The maker's own device program | to USB-A | came in 2025-09",
        "Windows | 11 | usb-a | iPhone18,3 | 2025-12-01 | The maker's own device program | to USB-A | ",
        "Ubuntu | 24 | usb-c | iPhone2,1 | | no program for its system | these | "})
    void programCableAndSupplementGoByComputerAndDevice(String system, String version, String ports, String identifier,
            @Nullable LocalDate programOf, String program, String cable, @Nullable String supplement) {
        DeviceModel model = DeviceCatalogue.shipped().byIdentifier(identifier).orElseThrow();
        Readiness ready = Readiness.of(new ComputerFacts(true, 99_000_000_000L, true, 2, system, version), "", Readiness.Size.of(1),
                new Readiness.Bench(ports, programOf), model, Map.of());
        Map<String, String> says = ready.checks().stream().collect(Collectors.toMap(Readiness.Check::what, Readiness.Check::says));
        assertThat(says.get("Restore program")).contains(program);
        assertThat(says.get("Cable")).contains(cable.equals("these") ? "cables with this plug end in USB-A" : cable);
        assertThat(says.getOrDefault("Update for new devices", "")).contains(supplement == null ? "" : supplement).satisfies(s -> assertThat(s
                .isEmpty()).isEqualTo(supplement == null));
    }
}
