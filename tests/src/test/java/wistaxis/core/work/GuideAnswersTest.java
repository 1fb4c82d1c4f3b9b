package wistaxis.core.work;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
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
import wistaxis.core.route.Intake;
import wistaxis.core.route.Question;
import wistaxis.core.route.Route;
import wistaxis.core.route.RouteContext;
import wistaxis.core.route.RoutePlanner;
import wistaxis.core.route.Unreadables;
import wistaxis.core.steps.Guide;
import wistaxis.core.steps.GuideRun;
import wistaxis.core.steps.HandsOn;
import wistaxis.core.steps.Judgement;
import wistaxis.core.steps.Steps;
import wistaxis.core.ticket.Attempt;
import wistaxis.core.ticket.Chain;
import wistaxis.core.ticket.EventWords;
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

    /**
     * The lock-out clock: after the 6th wrong code 1 min, 7th 5, 8th 15, 9th 60. Common practice. Newer systems may wait longer, so the
     * minutes on the screen count where somebody types them.
     */
    @ParameterizedTest
    @CsvSource({"wait, 5, 1", "wait, 6, 5", "wait, 7, 15", "wait, 8, 60", "wait, 3, 0", "lock-screen-erase, 6, 5", "lock-screen-erase, 8, 60"})
    void eachWrongCodeStartsTheClockOfItsWait(String way, String before, int minutes) {
        boolean waits = way.equals("wait");
        opened("unavailable", "wrongTries", before, "eraseButton", "no", "hopesToRemember", "yes");
        String step = waits ? "wait-and-try" : way;
        add(List.of(new TicketEvent.ConsentAsked(step, true, "Ada", "none"), new TicketEvent.RouteChosen(step)));
        if (!waits) {
            says(way, "there");
        }
        assertThat(ticket().guide().orElseThrow().rings()).as("nobody has said how long it waits").isEmpty();
        says(way, waits ? "wrong" : "try");
        Instant said = entries.getLast().when();
        Optional<Instant> rings = minutes == 0 ? Optional.empty() : Optional.of(said.plus(Duration.ofMinutes(minutes)));
        assertThat(ticket().guide().orElseThrow().rings()).isEqualTo(rings);
        says(way, "240");
        assertThat(ticket().guide().orElseThrow().rings()).contains(entries.getLast().when().plus(Duration.ofMinutes(240)));
        assertThatThrownBy(() -> says(way, "0")).isInstanceOf(BadInput.class);
        assertThat(EventWords.of(entries.getLast().event())).contains("240 min");
        says(way, waits ? "opened" : "button");
        assertThat(ticket().guide().orElseThrow().rings()).isEmpty();
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

    /** A dead device that was to be erased comes up after charging: the wish goes on, battery and screen are asked again. Common practice. */
    @Test
    void theWishGoesOnWhenADeadDeviceComesUp() {
        opened("dead", "wish", "erased", "battery", "flat", "backup", "none", "opens", "no");
        add(List.of(new TicketEvent.RouteChosen("charge")));
        says("charge", "plugged", "up");
        assertThat(ticket().stage()).as("somebody says that it helped").isEqualTo(Stage.HANDOVER);
        add(rules().say(Attempt.Outcome.HELPED));
        assertThat(ticket().stage()).isEqualTo(Stage.ROUTE);
        assertThat(ticket().facts()).doesNotContainKeys("battery", "opens");
        assertThat(rules().mayClose()).isPresent();
        Map<String, String> seen = PLANNER.inferred(CaseFacts.of(ticket()), RouteContext.NONE);
        assertThat(Intake.shipped().asked(ticket(), seen).stream().filter(q -> !Intake.answered(q, ticket())).map(Question::question))
                .contains("battery", "opens").doesNotContain("damage");
        add(List.of(new TicketEvent.FactRecorded("battery", "ok"), new TicketEvent.FactRecorded("opens", "yes"),
                new TicketEvent.FactRecorded("backupWanted", "no")));
        assertThat(rules().route().contradictions()).isEmpty();
        assertThat(rules().next().line()).contains("Erase from the settings");
        add(List.of(new TicketEvent.ConsentAsked("settings-erase", true, "Ada", "none"), new TicketEvent.RouteChosen("settings-erase")));
        says("settings-erase", "found", "none", "taken", "begun", "greeting");
        add(rules().say(Attempt.Outcome.HELPED));
        assertThat(ticket().stage()).isEqualTo(Stage.HANDOVER);
    }

    /** Many who say DFU mean the cable screen. Common practice. */
    @ParameterizedTest
    @CsvSource({"black, dfu-restore", "cable, recovery-restore", "unknown, recovery-restore"})
    void whatIsCalledDfuMayHaveBeenRecovery(String screen, String was) {
        opened("looping", "tried", "charge,dfu-restore", "dfuScreen", screen);
        assertThat(CaseFacts.of(ticket()).tried()).containsExactly("charge", was);
    }

    /** If a slow device got faster shows after days: it is asked in a week, and either answer counts. Common practice. */
    @Test
    void aSlowDeviceIsJudgedAfterAWeek() {
        opened("slow", "opens", "yes", "backupWanted", "no");
        add(List.of(new TicketEvent.RouteChosen("force-restart")));
        add(rules().judgedLater(LocalDate.of(2026, 12, 8)));
        assertThat(rules().next().hands()).isFalse();
        assertThat(rules().mayClose()).as("nobody knows yet").isPresent();
        add(rules().say(Attempt.Outcome.DID_NOT_HELP));
        assertThat(Intake.judgedOn(ticket())).isEmpty();
        assertThat(ticket().stage()).isEqualTo(Stage.ROUTE);
        HandoverFacts.Check helped = HandoverFacts.shipped().checks().stream().filter(c -> c.id().equals(HandoverFacts.STEP_HELPED)).findFirst().orElseThrow();
        assertThat(HandoverFacts.answers(helped, ticket())).contains(HandoverFacts.LATER);
        add(List.of(new TicketEvent.FactRecorded("trouble", "dead")));
        assertThat(HandoverFacts.answers(helped, ticket())).doesNotContain(HandoverFacts.LATER);
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
        "none, on, data-new account account-lock, data-cloud data-computer"})
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
        add(SetUp.answer(rules(), PHONE, Guide.SET_UP, "greeting", "locked"));
        assertThat(SetUp.of(ticket(), PHONE).orElseThrow()).satisfies(r -> assertThat(r.then()).asString().contains("account lock shows"))
                .satisfies(r -> assertThat(r.left()).as("its page is there, expected or not").extracting(Guide.Page::id)
                .contains("account-lock").hasSize(pages.size() - (pages.contains("account-lock") ? 1 : 0)));
        assertThatThrownBy(() -> SetUp.answer(rules(), PHONE, Guide.SET_UP, "network", "joined")).isInstanceOf(BadInput.class)
                .hasMessageContaining("[language]");
        while (SetUp.of(ticket(), PHONE).orElseThrow().at() instanceof Guide.Page at) {
            String answer = at.id().equals("check-camera") ? "failed" : at.answers().getFirst().id();
            add(SetUp.answer(rules(), PHONE, Guide.SET_UP, at.id(), answer));
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

    /**
     * Order by age of the system and what the device has: terms before the list of backups, extras before the long bar; an old one takes
     * nothing over from another device, and asks for location services early. Common practice; ages and sensors from memory.
     */
    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {
        "iPhone13,2 | 31.10  | cloud    | by-hand network activation account-lock privacy face passcode data-cloud terms backup-list location extras first-restart check-calls check-camera check-unlock | location-early account finger",
        "iPhone6,1  | 10.3.4 | cloud    | network activation account-lock location-early finger passcode data-cloud terms backup-list extras first-restart | by-hand privacy location face",
        "iPhone13,2 | ''     | computer | passcode data-computer cable-wait account terms location extras check-version | backup-list data-cloud",
        "iPad7,5    | 12.5   | none     | finger passcode data-new account terms location extras check-version | check-calls face backup-list",
        "iPad1,1    | 5.1    | none     | location-early passcode data-new account terms extras | check-camera check-unlock face finger",
        "iPad14,1   | 26.0   | cloud    | finger passcode data-cloud terms backup-list location extras first-restart check-unlock | check-calls face"})
    void setUpGoesByAgeAndDevice(String device, String version, String backup, String order, String notThere) {
        opened("unavailable", "backup", backup, "locating", "on");
        add(List.of(new TicketEvent.Identified(device, "x"), new TicketEvent.RouteChosen("recovery-restore"),
                new TicketEvent.RestoreStarted("31K88"), new TicketEvent.Restored(version)));
        DeviceModel model = DeviceCatalogue.shipped().byIdentifier(device).orElseThrow();
        List<String> pages = SetUp.of(ticket(), model).orElseThrow().left().stream().map(Guide.Page::id).toList();
        assertThat(pages).containsSubsequence(order.split(" ")).doesNotContain(notThere.split(" "));
        assertThat(Guide.find(Guide.SET_UP).orElseThrow().unlessRuledOut(SetUp.facts(model)).steps()).as("before anything is known")
                .extracting(Guide.Page::id).filteredOn(List.of("check-calls", "check-camera", "face")::contains).allMatch(pages::contains);
    }

    /** What is damaged is not set up as if it worked: a mouse for dead touch, a display that can be read, no cable backup without data. */
    @Test
    void damageHoldsSetUpBack() {
        opened("looping", "backup", "computer", "touch", "dead", "dataPort", "dead");
        add(List.of(new TicketEvent.RouteChosen("recovery-restore"), new TicketEvent.RestoreStarted("31K88"),
                new TicketEvent.Restored("31.10")));
        assertThat(SetUp.of(ticket(), PHONE).orElseThrow().left()).extracting(Guide.Page::id).startsWith("mouse", "greeting")
                .doesNotContain("data-computer", "no-display").contains("data-new");
    }

    /** A device for somebody else is followed as far as activation: it must ask for nobody. Common practice. */
    @ParameterizedTest
    @CsvSource({"nobody, true", "somebody, false"})
    void aSaleEndsWhereNobodyIsAskedFor(String seen, boolean closes) {
        opened("sale", "opens", "yes", "backupWanted", "no");
        add(List.of(new TicketEvent.ConsentAsked("settings-erase", true, "Ada", "none"), new TicketEvent.RouteChosen("settings-erase")));
        says("settings-erase", "found", "none", "taken", "begun", "greeting");
        assertThat(rules().open()).extracting(HandoverFacts.Check::id).contains("asks-nobody").doesNotContain("passcode-set", "data-back",
                "account-lock");
        for (String answer : List.of("seen", "done", "hand", "joined", "activated", seen)) {
            add(SetUp.answer(rules(), PHONE, Guide.SET_UP, SetUp.of(ticket(), PHONE).orElseThrow().at().id(), answer));
        }
        add(rules().say(Attempt.Outcome.HELPED));
        assertThat(rules().mayClose().isEmpty()).isEqualTo(closes);
        assertThat(SetUp.afterwards(ticket(), PHONE)).isEmpty();
        assertThat(HandoverFacts.shipped().adviceFor(ticket(), "SIDE-KEY").toString()).contains("no longer listed").doesNotContain(
                "automatic cloud backup");
    }

    /** What is left of the settings afterwards is left for home; menus have other names by age. */
    @ParameterizedTest
    @CsvSource({"10.3, backup-early one-app-early, mobile one-app", "16.4, backup mobile one-app, one-app-early", "26.0, backup mobile, backup-early"})
    void settingsAfterwardsGoByAge(String version, String there, String notThere) {
        opened("unavailable");
        add(List.of(new TicketEvent.RouteChosen("recovery-restore"), new TicketEvent.RestoreStarted("31K88"),
                new TicketEvent.Restored(version)));
        GuideRun run = SetUp.afterwards(ticket(), PHONE).orElseThrow();
        assertThat(run.left()).extracting(Guide.Page::id).contains(there.split(" ")).doesNotContain(notThere.split(" "));
        add(SetUp.answer(rules(), PHONE, Guide.AFTERWARDS, run.at().id(), "left"));
        assertThat(SetUp.afterwards(ticket(), PHONE).orElseThrow().at("left")).extracting(Guide.Page::id).containsExactly(run.at().id());
        assertThat(SetUp.of(ticket(), PHONE).orElseThrow().notes()).as("set-up is another way").isEmpty();
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
