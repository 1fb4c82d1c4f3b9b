package wistaxis.core.work;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import wistaxis.core.buttons.SequenceLibrary;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.facts.BadInput;
import wistaxis.core.restore.HandoverFacts;
import wistaxis.core.route.CaseFacts;
import wistaxis.core.route.Route;
import wistaxis.core.route.RouteContext;
import wistaxis.core.route.RoutePlanner;
import wistaxis.core.route.Unreadables;
import wistaxis.core.steps.Guide;
import wistaxis.core.steps.GuideRun;
import wistaxis.core.steps.HandsOn;
import wistaxis.core.steps.Judgement;
import wistaxis.core.steps.Steps;
import wistaxis.core.ticket.Chain;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Stage;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.ticket.TicketEvent;
import wistaxis.core.words.Text;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;


/** What is done without a computer is led through: common practice. */
class GuideAnswersTest {
    private static final Instant AT = Instant.parse("2026-05-12T10:00:00Z");
    private static final RoutePlanner PLANNER = RoutePlanner.shipped(DeviceCatalogue.shipped(), SequenceLibrary.shipped());

    private final List<LedgerEntry> entries = new ArrayList<>();

    private void add(List<TicketEvent> events) {
        events.forEach(e -> entries.add(Chain.link(entries.isEmpty() ? Chain.START : entries.getLast().digest(), entries.size() + 1L, "T-1",
                AT.plusSeconds(entries.size()), null, e.toJson())));
    }

    private Ticket ticket() {
        return Ticket.fold(entries);
    }

    private Rules rules() {
        Ticket t = ticket();
        Route route = t.fact("trouble").isEmpty() ? null : PLANNER.plan(CaseFacts.of(t), RouteContext.NONE);
        return new Rules(t, new Unreadables(List.of(), List.of()), route, HandoverFacts.shipped());
    }

    private void opened(String problem, String... facts) {
        add(List.of(new TicketEvent.Opened("Harbour office phone", true), new TicketEvent.FactRecorded("trouble", problem),
                new TicketEvent.Identified("iPhone13,2", "x")));
        Map.of("liquid", "no", "battery", "ok", "ownership", "proved", "blacklisted", "no", "brokenKeys", "none", "ownerPassword", "yes",
                "locating", "off", "online", "yes", "backup", "none").forEach((f, v) -> add(List.of(new TicketEvent.FactRecorded(f, v))));
        for (int i = 0; i < facts.length; i += 2) {
            add(List.of(new TicketEvent.FactRecorded(facts[i], facts[i + 1])));
        }
    }

    private void says(String way, String... answers) {
        for (String answer : answers) {
            add(GuideAnswers.answer(rules(), way, ticket().guide().orElseThrow().guide() == null ? Guide.find(way).orElseThrow().steps().getFirst()
                    .id() : ticket().guide().orElseThrow().at().id(), answer));
        }
    }

    /** Every guide can be gone to both ends, every answer leads somewhere, and no stop asks for a secret to be typed. */
    @Test
    void everyGuideIsWhole() {
        Set<String> walked = new HashSet<>();
        for (String step : Steps.all().stream().map(s -> s.id()).toList()) {
            for (Guide guide : Guide.of(step)) {
                walked.add(step);
                List<String> stops = guide.steps().stream().map(Guide.Page::id).toList();
                assertThat(stops).doesNotHaveDuplicates();
                guide.steps().forEach(s -> {
                    assertThat(s.low()).isLessThanOrEqualTo(s.high());
                    assertThat(s.answers()).allSatisfy(a -> assertThat(List.of("next", "again", "done", "failed").contains(a.to())
                            || stops.contains(a.to())).as(guide.way() + " " + s.id() + " " + a.to()).isTrue());
                    assertThat(s.answers()).filteredOn(Guide.Answer::isFailed).allSatisfy(a -> assertThat(a.then()).as("where to turn")
                            .asString().isNotBlank());
                });
                assertThat(guide.steps().getLast().answers()).as("the last stop ends it").noneMatch(a -> a.to().equals("next"));
            }
        }
        assertThat(walked).contains("lock-screen-erase", "remote-erase", "settings-erase", "sign-out", "charge", "backup", "buying-check");
    }

    /** The lock-screen guide counts the tries of before the counter too, and stops before ten. */
    @ParameterizedTest
    @CsvSource({"5-or-fewer, 4", "8, 1", "9, 0"})
    void theLockScreenGuideStopsBeforeTheTenthTry(String before, int more) {
        opened("unavailable", "wrongTries", before, "eraseButton", "yes");
        add(List.of(new TicketEvent.ConsentAsked("lock-screen-erase", true, "Ada", "none"),
                new TicketEvent.RouteChosen("lock-screen-erase")));
        assertThat(ticket().stage()).as("led through, not handed over").isEqualTo(Stage.KEYS);
        says("lock-screen-erase", "there");
        for (int i = 0; i < more; i++) {
            says("lock-screen-erase", "try");
        }
        GuideRun run = ticket().guide().orElseThrow();
        assertThat(run.counted()).isEqualTo(9);
        assertThat(run.answers()).extracting(Guide.Answer::id).doesNotContain("try");
        assertThatThrownBy(() -> says("lock-screen-erase", "try")).isInstanceOf(BadInput.class).hasMessageContaining("tenth");
        says("lock-screen-erase", "button", "gone");
        assertThat(ticket().guide().orElseThrow().at().id()).as("back to where it is looked for").isEqualTo("tries");
        says("lock-screen-erase", "button", "asks", "taken", "greeting");
        assertThat(ticket().guide().orElseThrow().over()).isTrue();
        assertThat(ticket().stage()).isEqualTo(Stage.HANDOVER);
        assertThatThrownBy(() -> GuideAnswers.answer(rules(), "lock-screen-erase", "wait", "greeting")).isInstanceOf(BadInput.class);
    }

    @Test
    void aGuideThatFailsLeadsToTheNextStep() {
        opened("unavailable", "wrongTries", "9", "locating", "on", "eraseButton", "no", "hopesToRemember", "no");
        add(List.of(new TicketEvent.ConsentAsked("remote-erase", true, "Ada", "none"), new TicketEvent.RouteChosen("remote-erase")));
        says("remote-erase", "there", "missing");
        assertThat(ticket().failed()).containsExactly("remote-erase");
        assertThat(ticket().stage()).isEqualTo(Stage.ROUTE);
        assertThat(rules().next().line()).contains("Restore from recovery");
        assertThat(ticket().attempts().getFirst().guide()).hasSize(2);
    }

    /** At least 30 min at the wall, given up after about 60: common practice. It rings at both. */
    @Test
    void theChargingGuideRingsAtHalfAnHourAndAnHour() {
        opened("dead");
        add(List.of(new TicketEvent.RouteChosen("charge")));
        assertThat(ticket().guide().orElseThrow().rings()).isEmpty();
        says("charge", "plugged");
        Instant plugged = entries.getLast().when();
        assertThat(ticket().guide().orElseThrow().rings()).contains(plugged.plus(Duration.ofMinutes(30)));
        says("charge", "black");
        assertThat(ticket().guide().orElseThrow()).satisfies(r -> {
            assertThat(r.rings()).contains(plugged.plus(Duration.ofMinutes(60)));
            assertThat(r.then()).asString().contains("another half hour");
        });
        says("charge", "black");
        assertThat(ticket().failed()).containsExactly("charge");
    }

    /**
     * What only prepares leads back to the route: backup, sign-out, then the erase; with one that cannot be made the other way is left.
     */
    @Test
    void saleIsPreparedThenErased() {
        opened("sale", "opens", "yes");
        assertThat(rules().next().line()).contains("Back up first");
        add(List.of(new TicketEvent.RouteChosen("backup")));
        assertThat(ticket().guide().orElseThrow().ways()).hasSize(2);
        says("backup-computer", "listed", "room");
        says("backup-computer", "made");
        add(List.of(GuideAnswers.backup(ticket(), "computer", "31.9", java.time.LocalDate.of(2026, 5, 12), 41_000_000_000L, "bench disk 2",
                true)));
        assertThat(ticket().stage()).isEqualTo(Stage.ROUTE);
        assertThat(CaseFacts.of(ticket()).backups()).singleElement().satisfies(b -> assertThat(b.sizeBytes()).isEqualTo(41_000_000_000L));
        assertThat(rules().mayClose()).as("a backup is no end").isPresent();
        assertThat(rules().next().line()).contains("Sign out");
        add(List.of(new TicketEvent.RouteChosen("sign-out")));
        says("sign-out", "asks", "out", "off");
        assertThat(rules().next().line()).contains("Erase from the settings");
        assertThat(rules().mayChoose("settings-erase", true)).isEmpty();
        assertThatThrownBy(() -> GuideAnswers.backup(ticket(), "tape", "", null, null, "", true)).isInstanceOf(BadInput.class);
    }

    /** Fails where one thing fails, not yet where one is open: a slip that says why. */
    @ParameterizedTest
    @CsvSource({"same, clean, seen, free, shown, PASS, ''", "no-box, clean, seen, free, shown, PASS, ''",
        "same, listed, seen, free, shown, FAIL, Do not buy", "same, clean, seen, asks, shown, FAIL, former owner signs out",
        "differs, clean, seen, free, shown, FAIL, parts of another phone", "same, unknown, seen, free, shown, NOT_YET, ''",
        "same, clean, in-use, free, none, NOT_YET, before money changes hands"})
    void theBuyingCheckSaysPassFailOrNotYet(String imei, String register, String erased, String owner, String documents, Judgement verdict,
            String why) {
        opened("second-hand", "ownership", "none", "blacklisted", "yes");
        assertThat(rules().stopped()).as("it is looked at, whoever may own it").isEmpty();
        add(List.of(new TicketEvent.RouteChosen("buying-check")));
        assertThat(GuideAnswers.buyingCheck(ticket()).map(GuideRun::verdict)).contains(Judgement.NOT_YET);
        says("buying-check", imei, register, erased, owner, documents);
        GuideRun slip = GuideAnswers.buyingCheck(ticket()).orElseThrow();
        assertThat(slip.verdict()).isEqualTo(verdict);
        assertThat(slip.judged()).hasSize(5);
        assertThat(slip.judged().stream().map(GuideRun.Judged::then).flatMap(t -> Optional.ofNullable(t).stream()).toList().toString())
                .contains(why);
        assertThat(ticket().stage()).isEqualTo(Stage.HANDOVER);
    }

    private static final DeviceModel PHONE = DeviceCatalogue.shipped().byIdentifier("iPhone13,2").orElseThrow();

    /** The pages of set-up by what the ticket knows: common practice. Whose each is, what is skipped, where it is resumed. */
    @ParameterizedTest
    @CsvSource({"cloud, on, data-cloud first-restart account-lock face, data-new data-computer finger cable-wait",
        "computer, off, data-computer cable-wait, account-lock data-cloud first-restart",
        "none, on, data-new account-lock, data-cloud data-computer"})
    void setUpGoesByWhatTheTicketKnows(String backup, String locating, String there, String notThere) {
        opened("unavailable", "backup", backup, "locating", locating);
        assertThat(SetUp.of(ticket(), PHONE)).as("nothing was erased").isEmpty();
        add(List.of(new TicketEvent.RouteChosen("recovery-restore"), new TicketEvent.RestoreStarted("31K88"),
                new TicketEvent.Restored("31.10")));
        GuideRun run = SetUp.of(ticket(), PHONE).orElseThrow();
        List<String> pages = run.left().stream().map(Guide.Page::id).toList();
        assertThat(pages).startsWith("greeting", "language").contains(there.split(" ")).doesNotContain(notThere.split(" "))
                .containsSubsequence("network", "activation", "passcode", "check-version", "check-account");
        assertThat(run.left()).filteredOn(s -> s.id().equals("activation")).allSatisfy(s -> assertThat(s.hands()).isEqualTo(HandsOn.NOBODY));
        add(SetUp.answer(rules(), PHONE, "greeting", "locked"));
        assertThat(SetUp.of(ticket(), PHONE).orElseThrow()).satisfies(r -> assertThat(r.then()).asString().contains("account lock shows"))
                .satisfies(r -> assertThat(r.left()).as("its page is there, expected or not").extracting(Guide.Page::id)
                .contains("account-lock").hasSize(pages.size() - (pages.contains("account-lock") ? 1 : 0)));
        assertThatThrownBy(() -> SetUp.answer(rules(), PHONE, "network", "joined")).isInstanceOf(BadInput.class)
                .hasMessageContaining("[language]");
        while (SetUp.of(ticket(), PHONE).orElseThrow().at() instanceof Guide.Page at) {
            String answer = at.id().equals("check-camera") ? "failed" : at.answers().getFirst().id();
            add(SetUp.answer(rules(), PHONE, at.id(), answer));
        }
        assertThat(SetUp.of(ticket(), PHONE).orElseThrow()).satisfies(r -> assertThat(r.over()).isTrue()).satisfies(r -> assertThat(r
                .verdict()).as("a camera does not work").isEqualTo(Judgement.FAIL));
        assertThat(ticket().stage()).isEqualTo(Stage.HANDOVER);
        assertThat(ticket().checks()).as("nobody is asked twice").containsEntry("greeting-seen", "seen").containsEntry("account-lock",
                "owner signed in").containsEntry("passcode-set", "set by the owner").containsEntry("version-matches", "matches")
                .containsEntry("data-back", Map.of("cloud", "cloud backup running", "computer", "backup restored", "none", "set up as new")
                .get(backup));
        assertThat(SetUp.ahead(ticket(), PHONE, Map.of("activation", new Guide.Minutes(2, 3))).orElseThrow().left()).filteredOn(s -> s.id()
                .equals("activation")).as("as long as it takes here").allSatisfy(s -> assertThat(s.high()).isEqualTo(3));
    }

    /** By age of the system: an old one takes nothing over from another device; from memory. */
    @ParameterizedTest
    @CsvSource({"10.3.4, false", "9.3.6, false", "11.0, true", "31.10, true", "'', true"})
    void setUpGoesByAgeOfTheSystem(String version, boolean there) {
        opened("unavailable");
        add(List.of(new TicketEvent.RouteChosen("recovery-restore"), new TicketEvent.RestoreStarted("31K88"),
                new TicketEvent.Restored(version)));
        assertThat(SetUp.of(ticket(), PHONE).orElseThrow().left().stream().map(Guide.Page::id)
                .filter(List.of("by-hand", "privacy")::contains))
                .hasSize(there ? 2 : 0);
    }

    @Test
    void adviceGoesByCause() {
        opened("unavailable", "backup", "none");
        List<Text> locked = HandoverFacts.shipped().adviceFor(ticket(), "SIDE-KEY");
        assertThat(locked).anyMatch(a -> a.toString().contains("one app")).anyMatch(a -> a.toString().contains("no backup this time")).anyMatch(a -> a.toString().contains(
                "emergency")).noneMatch(a -> a.toString().contains("test version"));
        assertThat(HandoverFacts.shipped().adviceFor(ticket(), "HOME-PAD")).noneMatch(a -> a.toString().contains("emergency"));
        HandoverFacts own = HandoverFacts.shipped().with("""
            [{"when": {"trouble": ["unavailable"]}, "says": "Ours.", "provenance": "ours", "source": "the shop"}]""", "advice.json");
        assertThat(own.adviceFor(ticket(), "")).containsExactly(Text.raw("Ours."));
        assertThatThrownBy(() -> HandoverFacts.shipped().with("[{\"says\": 3}]", "advice.json")).isInstanceOf(BadInput.class)
                .hasMessageContaining("advice.json");
    }

    /** Notes of another version change nothing, and a guide goes on where it was after the program was killed. */
    @Test
    void whatIsNotUnderstoodChangesNothing() {
        opened("dead");
        add(List.of(new TicketEvent.RouteChosen("charge"), new TicketEvent.GuideNoted("charge", "moon", "full"),
                new TicketEvent.GuideNoted("charge", "hour", "up")));
        @Nullable GuideRun run = ticket().guide().orElseThrow();
        assertThat(run.at().id()).isEqualTo("plug");
        assertThat(rules().mayAnswer()).isEmpty();
        assertThatThrownBy(() -> GuideAnswers.answer(rules(), "charge", "half", "up")).isInstanceOf(BadInput.class)
                .hasMessageContaining("[plug]");
        assertThatThrownBy(() -> GuideAnswers.answer(rules(), "swim", "half", "up")).isInstanceOf(BadInput.class).hasMessageContaining("[swim]");
        assertThatThrownBy(() -> GuideAnswers.answer(rules(), "charge", "plug", "up")).isInstanceOf(BadInput.class).hasMessageContaining("[up]");
    }
}
