package wistaxis.core.ticket;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import wistaxis.core.buttons.Mode;
import wistaxis.core.buttons.SequenceLibrary;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.facts.Said;
import wistaxis.core.route.CaseFacts;
import wistaxis.core.route.Intake;
import wistaxis.core.route.RoutePlanner;
import wistaxis.core.route.Unreadables;
import wistaxis.core.time.BenchTime;

/**
 * A ledger that is chained rightly may still say what cannot have happened; a ticket that cannot be understood is odd, and no more than
 * that.
 */
class ReviewTest {
    private static final Instant AT = Instant.parse("2026-05-12T09:00:00Z");
    private static final TicketEvent OPENED = new TicketEvent.Opened("Deck phone", false);
    private static final TicketEvent CHOSEN = new TicketEvent.RouteChosen("recovery-restore");
    private static final TicketEvent STARTED = new TicketEvent.RestoreStarted("31K88");
    private static final TicketEvent CLOSED = new TicketEvent.Closed(Said.sentence("done"));

    /** One entry a second. @param seconds between the wall clock of one and the next */
    private static List<LedgerEntry> ledger(List<TicketEvent> events, long... seconds) {
        List<LedgerEntry> entries = new ArrayList<>();
        Instant wall = AT;
        for (int i = 0; i < events.size(); i++) {
            wall = wall.plusSeconds(i < seconds.length ? seconds[i] : 1);
            entries.add(link(entries, "T-0001", wall, wall, events.get(i).toJson()));
        }
        return entries;
    }

    private static LedgerEntry link(List<LedgerEntry> before, String ticket, Instant at, @Nullable Instant wall, String body) {
        return Chain.link(before.isEmpty() ? Chain.START : before.getLast().digest(), before.size() + 1, ticket, at, wall, body);
    }

    private static TicketEvent consent(boolean given) {
        return new TicketEvent.ConsentAsked("recovery-restore", given, "owner", "no backup");
    }

    static Stream<Arguments> nonsense() {
        return Stream.of(Arguments.of("after the owner had refused in entry [2]", List.of(OPENED, consent(false), CHOSEN)),
                Arguments.of("after the owner had refused in entry [3]", List.of(OPENED, consent(true), consent(false), STARTED, CHOSEN)),
                Arguments.of("the owner was never asked", List.of(OPENED, CHOSEN, STARTED)),
                Arguments.of("records as done step [Remote erase by the owner], which erases, after the owner had refused",
                List.of(OPENED, consent(false), new TicketEvent.StepTried("remote-erase", true))),
                Arguments.of("goes on with a ticket that is closed", List.of(OPENED, CLOSED, new TicketEvent.FactRecorded("liquid", "no"))),
                Arguments.of("comes before its ticket is opened", List.of(new TicketEvent.FactRecorded("liquid", "no"), OPENED)),
                Arguments.of("opens the ticket a second time", List.of(OPENED, OPENED)),
                Arguments.of("is restored without a start", List.of(OPENED, new TicketEvent.Restored("31.10"))));
    }

    /** Benches of one shop have clocks of their own: one that is a minute behind is no finding, one that is an hour behind is. */
    @Test
    void clocksOfSeveralBenchesMayDiffer() {
        for (long behind : new long[] {60, 3_600}) {
            List<LedgerEntry> entries = new ArrayList<>();
            entries.add(link(entries, "T-0001", AT, AT, OPENED.toJson("Front desk")));
            entries.add(link(entries, "T-0001", AT.minusSeconds(behind), AT.minusSeconds(behind), CHOSEN.toJson("Back bench")));
            assertThat(Review.of(entries, AT.plusSeconds(1_000))).filteredOn(s -> s.contains("runs back")).hasSize(behind > 300 ? 1 : 0);
        }
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("nonsense")
    void nonsenseInGoodOrderIsFound(String words, List<TicketEvent> events) {
        List<LedgerEntry> entries = ledger(events);
        assertThat(Chain.verify(entries)).as("the chain itself holds").isEmpty();
        assertThat(Review.of(entries, AT.plusSeconds(1000))).anySatisfy(f -> assertThat(f).contains(words).contains("T-0001"));
    }

    @Test
    void whatCanHaveHappenedIsNoFinding() {
        assertThat(Review.of(ledger(List.of(OPENED, consent(false), new TicketEvent.RouteChosen("recovery-update"), STARTED,
                new TicketEvent.Restored("31.10"), new TicketEvent.StepTried("recovery-update", false),
                consent(true), CHOSEN, STARTED, new TicketEvent.Restored("31.10"), CLOSED, new TicketEvent.UnlockAnswered("signal"))),
                AT.plusSeconds(1000))).isEmpty();
    }

    @Test
    void timeNeitherRunsBackNorLeaps() {
        List<TicketEvent> two = List.of(OPENED, new TicketEvent.FactRecorded("liquid", "no"));
        assertThat(Review.of(ledger(two, 0, -3), AT.plusSeconds(9))).as("two writers read their clocks before they write").isEmpty();
        assertThat(Review.of(ledger(two, 0, -600), AT)).singleElement().asString().contains("entry [2]").contains("600 s older")
                .contains("runs back");
        assertThat(Review.of(ledger(two, 0, 86_400L * 500), AT.plusSeconds(86_400L * 600))).singleElement().asString()
                .contains("500 days after").contains("leaps");
        assertThat(Review.of(ledger(two, 0, 86_400L * 20_000), AT)).as("still to come")
                .anySatisfy(f -> assertThat(f).contains("in the future"));
        List<LedgerEntry> off = new ArrayList<>();
        off.add(link(off, "T-0001", AT.plusSeconds(5400), AT, OPENED.toJson()));
        assertThat(Review.of(off, AT)).singleElement().asString().contains("is not practice");
        List<LedgerEntry> practice = new ArrayList<>();
        practice.add(link(practice, "T-0001", AT.plusSeconds(5400), AT, new TicketEvent.Opened("x", true).toJson()));
        practice.add(link(practice, "T-0001", AT.plusSeconds(60), AT.plusSeconds(60), new TicketEvent.FactRecorded("liquid", "no")
                .toJson()));
        assertThat(Review.of(practice, AT.plusSeconds(61))).as("practice may be ahead, and be back the next day").isEmpty();
        practice.add(link(practice, "T-0001", Instant.parse("2090-01-01T00:00:00Z"), AT.plusSeconds(60),
                new TicketEvent.FactRecorded("liquid", "no").toJson()));
        assertThat(Review.of(practice, AT.plusSeconds(61))).singleElement().asString().contains("entry [3]").contains("further ahead");
    }

    /** Times at the edge of what a clock can say are taken for the edge; no sum wraps. */
    @Test
    void arithmeticOnTimeDoesNotWrap() {
        for (Instant edge : List.of(Instant.MIN, Instant.MAX, Instant.parse("2262-04-12T00:00:00Z"),
                Instant.parse("+1000000-01-01T00:00:00Z"), Instant.EPOCH)) {
            assertThat(BenchTime.instant(BenchTime.nanos(edge))).as("%s", edge).isBetween(BenchTime.FIRST, BenchTime.LAST);
            assertThat(BenchTime.between(edge, AT).abs().toNanos()).isNotNegative();
        }
        assertThat(BenchTime.instant(BenchTime.nanos(AT))).isEqualTo(AT);
        List<LedgerEntry> entries = new ArrayList<>();
        entries.add(link(entries, "T-0001", Instant.MAX, null, OPENED.toJson()));
        entries.add(link(entries, "T-0001", Instant.MIN, null, new TicketEvent.ModeEntered(Mode.RECOVERY).toJson()));
        Ticket t = Ticket.fold(entries);
        assertThat(t.modeSince()).isEqualTo(BenchTime.FIRST);
        assertThat(Review.of(entries, AT)).anySatisfy(f -> assertThat(f).contains("not a date"));
    }

    /** Against the JDK's own zone rules (IANA): the nights of both changes, and a zone of half hours. */
    @Test
    void tomorrowIsTheNextDayAndNotADayOfHours() {
        assertThat(BenchTime.nextDay(Instant.parse("2026-03-28T10:00:00Z"), ZoneId.of("Europe/Berlin"))).as("23 h")
                .isEqualTo("2026-03-29T09:00:00Z");
        assertThat(BenchTime.nextDay(Instant.parse("2026-10-24T10:00:00Z"), ZoneId.of("Europe/Berlin"))).as("25 h")
                .isEqualTo("2026-10-25T11:00:00Z");
        assertThat(BenchTime.nextDay(Instant.parse("2026-10-03T10:00:00Z"), ZoneId.of("Australia/Lord_Howe"))).as("23 and a half")
                .isEqualTo("2026-10-04T09:30:00Z");
        assertThat(BenchTime.nextDay(Instant.MAX, ZoneId.of("Pacific/Kiritimati"))).isAfter(BenchTime.LAST);
        assertThat(BenchTime.fullHour(Instant.parse("2026-05-12T10:05:00Z"), ZoneId.of("Asia/Kolkata"))).as("15:35 there, 15:00 is full")
                .isEqualTo("2026-05-12T09:30:00Z");
        assertThat(BenchTime.fullHour(Instant.parse("2026-05-12T10:05:00Z"), ZoneId.of("Europe/Berlin"))).isEqualTo("2026-05-12T10:00:00Z");
    }

    /** The digest covers the wall clock's time, and cannot be had by another reading of the same text. */
    @Test
    void theWallClocksTimeIsChained() {
        LedgerEntry e = ledger(List.of(OPENED)).getFirst();
        LedgerEntry moved = new LedgerEntry(1, e.ticket(), e.at(), AT.plusSeconds(99), e.body(), e.previous(), e.digest());
        LedgerEntry without = new LedgerEntry(1, e.ticket(), e.at(), null, e.body(), e.previous(), e.digest());
        assertThat(Chain.verify(List.of(e))).isEmpty();
        assertThat(Chain.verify(List.of(moved))).isPresent();
        assertThat(Chain.verify(List.of(without))).isPresent();
    }

    private static Ticket ticket(String... bodies) {
        List<LedgerEntry> entries = new ArrayList<>();
        for (String body : bodies) {
            entries.add(link(entries, "T-0001", AT, null, body));
        }
        return Ticket.fold(entries);
    }

    private static Unreadables unreadables(Ticket t) {
        DeviceCatalogue devices = DeviceCatalogue.shipped();
        return Unreadables.of(t, devices, RoutePlanner.shipped(devices, SequenceLibrary.shipped()), Intake.shipped());
    }

    @Test
    void anUnreadableTicketIsFoldedAndSaysWhatIsUnreadable() {
        String opened = OPENED.toJson();
        assertThat(unreadables(ticket(opened)).all()).isEmpty();
        assertThat(unreadables(ticket(opened, opened)).stops()).singleElement().asString().contains("second time");
        assertThat(unreadables(ticket("{\"event\":{\"type\":\"teleported\"}}")).stops()).hasSize(2);
        assertThat(unreadables(ticket(opened, "nonsense", "{\"event\":null}", "")).stops()).hasSize(3);
        assertThat(unreadables(ticket(opened, fact("trouble", "haunted"))).stops()).containsExactly("the problem [haunted] is not known");
        Ticket elsewhere = ticket(opened, new TicketEvent.RouteChosen("recovery-restore").toJson(),
                new TicketEvent.ModeEntered(Mode.RECOVERY).toJson().replace("recovery", "hover"));
        assertThat(elsewhere.mode()).as("a mode of a newer Wistaxis keeps its word").isEqualTo(Mode.of("hover"));
        assertThat(elsewhere.is(s -> s.fits(elsewhere.mode()))).as("and no step fits it").isFalse();
        assertThat(unreadables(ticket(opened, new TicketEvent.Identified("iPhone99,9", "x").toJson())).stops())
                .containsExactly("the device [iPhone99,9] is not known");
        assertThat(unreadables(ticket(opened, new TicketEvent.RouteChosen("pray").toJson())).stops())
                .containsExactly("the step [pray] is not known");
        assertThat(unreadables(ticket(opened, fact("tried", "charge,pray"))).stops()).singleElement().asString().contains("[pray]");
        Ticket t = ticket(opened, fact("cloudBackupAt", "last week"), fact("promised", "soon"), fact("installedVersion", "many"),
                fact("brokenKeys", "ANY"), fact("imei", "12"), fact("colour", "green"), fact("wrongTries", "\u221e"));
        assertThat(unreadables(t).stop()).isFalse();
        assertThat(unreadables(t).notes()).hasSize(6);
        assertThat(CaseFacts.of(t)).as("what cannot be read is unknown")
                .extracting(CaseFacts::imei, CaseFacts::installedVersion, CaseFacts::brokenButtons, CaseFacts::wrongTries).containsOnlyNulls();
    }

    private static String fact(String name, String value) {
        return new TicketEvent.FactRecorded(name, value).toJson();
    }

    /** After a kill while it was written to, nobody knows how a device is; a mode that is seen again says it. */
    @Test
    void aDeviceThatWasBeingWrittenToIsInNoKnownMode() {
        String[] running = {OPENED.toJson(), new TicketEvent.ModeEntered(Mode.RECOVERY).toJson(), STARTED.toJson(),
                new TicketEvent.StageReached("send").toJson()};
        List<String> all = new ArrayList<>(List.of(running));
        all.add(new TicketEvent.RestoreStopped(Said.sentence("the program ended"), true).toJson());
        assertThat(ticket(all.toArray(new String[0]))).satisfies(t -> {
            assertThat(t.mode()).isNull();
            assertThat(t.unknownState()).asString().isEqualTo("the program ended");
        });
        all.set(4, new TicketEvent.RestoreStopped(Said.sentence("by hand")).toJson());
        assertThat(ticket(all.toArray(new String[0])).mode()).as("only the host was at work").isEqualTo(Mode.RECOVERY);
        all.set(4, new TicketEvent.RestoreStopped(Said.sentence("the program ended"), true).toJson());
        all.add(new TicketEvent.ModeEntered(Mode.RECOVERY).toJson());
        assertThat(ticket(all.toArray(new String[0])).unknownState()).isNull();
    }
}
