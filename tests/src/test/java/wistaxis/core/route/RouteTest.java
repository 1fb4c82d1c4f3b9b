package wistaxis.core.route;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import wistaxis.core.buttons.SequenceLibrary;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.YesNo;
import wistaxis.core.firmware.SystemVersion;
import wistaxis.core.route.Route.Status;
import wistaxis.core.steps.Steps;
import wistaxis.core.time.Range;
import wistaxis.core.words.Text;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;


/** The routes of common practice, and what must hold for any facts. */
class RouteTest {
    private static final RoutePlanner PLANNER = RoutePlanner.shipped(DeviceCatalogue.shipped(), SequenceLibrary.shipped());
    private static final ObjectMapper MAPPER = new ObjectMapper();
    private static final RouteContext SIGNED = signed(Map.of());
    private static final String WHOLE = """
        {"device": "iPhone13,2", "trouble": "disabled", "wrongTries": 8, "installedVersion": "31.9", "targetVersion": "31.10", "backups": [{"kind": "cloud", "version": "31.9", "at": "2026-05-01"}],
         "watch": false, "ownerPasswordKnown": true, "locating": "on", "online": true, "eraseButton": false, "ownership": "proved", "blacklisted": false, "liquid": false, "battery": "ok",
         "brokenKeys": [], "tried": [], "consent": true, "opens": false, "hopesToRemember": true}""";

    private static RouteContext signed(Map<String, String> overruled) {
        return new RouteContext(List.of(SystemVersion.parse("31.10"), SystemVersion.parse("31.9.1")), Map.of(), overruled);
    }

    private static Route plan(String... changes) {
        return plan(SIGNED, changes);
    }

    /** The whole case with some fields changed, or taken away by an empty value. */
    private static Route plan(RouteContext context, String... changes) {
        try {
            ObjectNode node = (ObjectNode) MAPPER.readTree(WHOLE);
            for (int i = 0; i < changes.length; i += 2) {
                if (changes[i + 1].isEmpty()) {
                    node.remove(changes[i]);
                } else {
                    node.set(changes[i], MAPPER.readTree(changes[i + 1].matches("[\\[{\"].*|true|false|\\d+") ? changes[i + 1] : "\""
                            + changes[i + 1] + "\""));
                }
            }
            return PLANNER.plan(CaseFacts.parse(node.toString(), "case.json"), context);
        } catch (com.fasterxml.jackson.core.JsonProcessingException e) {
            throw new AssertionError(e);
        }
    }

    /** Common practice: least destructive first. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {
        "looping            | charge, force-restart, recovery-in-out, recovery-update, recovery-restore, dfu-restore, hardware",
        "stuck-on-logo      | charge, force-restart, recovery-in-out, recovery-update, recovery-restore, dfu-restore, hardware",
        "frozen             | charge, force-restart, recovery-in-out, recovery-update, recovery-restore, dfu-restore, hardware",
        "passcode-forgotten | wait-and-try, lock-screen-erase, remote-erase, recovery-restore, dfu-restore, hardware",
        "disabled           | wait-and-try, lock-screen-erase, remote-erase, recovery-restore, dfu-restore, hardware",
        "unavailable        | wait-and-try, lock-screen-erase, remote-erase, recovery-restore, dfu-restore, hardware",
        "dead               | charge, recovery-in-out, recovery-update, recovery-restore, remote-erase, hardware",
        "back-from-test     | backup, recovery-restore, hardware",
        "sale               | backup, sign-out, settings-erase, recovery-restore, hardware",
        "second-hand        | buying-check, hardware",
        "slow               | force-restart, backup, recovery-update, settings-erase, recovery-restore, hardware",
        "storage-full       | free-room, backup, recovery-update, settings-erase, recovery-restore, hardware",
        "restore-failed     | recovery-restore, dfu-restore, hardware",
        "carrier-lock       | carrier-unlock, hardware"})
    void theRoutesOfCommonPractice(String problem, String ladder) {
        Route route = plan("trouble", problem, "online", "");
        assertThat(String.join(", ", route.steps().stream().map(r -> r.step().id()).toList())).isEqualTo(ladder);
        assertThat(route.steps()).allSatisfy(r -> {
            assertThat(r.step().minutes().getFirst()).isLessThanOrEqualTo(r.step().minutes().getLast());
            assertThat(Stream.of(r.reasons(), r.cautions()).flatMap(List::stream)).as("%s: every place for a word is filled", r.step().id())
                    .noneMatch(t -> t.toString().contains("{"));
        });
    }

    /** What the owner wants in the end comes after what is wrong; once the device is up, what would repair it is left out. Common practice. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {
        "dead    | works      |     | charge, recovery-in-out, recovery-update, recovery-restore, remote-erase, hardware",
        "dead    | erased     |     | charge, recovery-in-out, recovery-update, settings-erase, recovery-restore, remote-erase, hardware",
        "dead    | erased     | yes | charge, settings-erase, recovery-restore, remote-erase, hardware",
        "dead    | given-away | yes | charge, backup, sign-out, settings-erase, recovery-restore, remote-erase, hardware",
        "looping | given-away |     | charge, force-restart, recovery-in-out, recovery-update, backup, sign-out, settings-erase, recovery-restore, dfu-restore, hardware"})
    void theWishComesAfterTheProblem(String problem, String wish, String up, String route) {
        Route planned = plan("trouble", problem, "online", "", "tried", "[\"charge\"]", "also", "{\"wish\": \"" + wish + "\""
                + (up == null ? "" : ", \"cameUp\": \"yes\"") + "}");
        assertThat(planned.steps().stream().map(r -> r.step().id()).toList()).isEqualTo(List.of(route.split(", ")));
    }

    /**
     * What each fact does to a step: common practice. Fields changed in the whole case, the step, its status, and words of its reasons or
     * cautions.
     */
    @ParameterizedTest(name = "{0} -> {1} {2}")
    @CsvSource(delimiter = '|', quoteCharacter = '\'', textBlock = """
        trouble=disabled                                            | wait-and-try      | READY         | After 8 wrong tries it waits 15 min
        wrongTries=10                                               | wait-and-try      | REFUSED       | the passcode can no longer be entered
        wrongTries=                                                 | wait-and-try      | BLOCKED       | Ask how many wrong tries
        hopesToRemember=false                                       | wait-and-try      | READY         | has given up
        trouble=unavailable, eraseButton=true                       | lock-screen-erase | READY         | quickest way
        trouble=unavailable, eraseButton=                           | lock-screen-erase | BLOCKED       | Look whether
        trouble=disabled                                            | lock-screen-erase | REFUSED       | never shows an erase button
        trouble=disabled, also={"lockWord":"unavailable"}           | lock-screen-erase | READY         | more wrong code
        trouble=unavailable, also={"lockWord":"disabled"}           | lock-screen-erase | REFUSED       | never shows an erase button
        trouble=unavailable, also={"lockWord":"computer"}           | wait-and-try      | REFUSED       | the passcode can no longer be entered
        trouble=unavailable, wrongTries=5                           | lock-screen-erase | READY         | enter 3 more wrong codes
        trouble=unavailable, wrongTries=5                           | lock-screen-erase | READY         | add up to 6 min
        trouble=unavailable, wrongTries=7                           | lock-screen-erase | READY         | enter 1 more wrong code
        trouble=unavailable, wrongTries=9                           | lock-screen-erase | REFUSED       | shows no erase button
        trouble=looping, wrongTries=8                               | force-restart     | READY         | shows the full wait again: 15 min
        trouble=unavailable, also={"touch":"dead"}                  | wait-and-try      | REFUSED       | Touch does not work
        also={"dataPort":"dead"}                                    | recovery-restore  | REFUSED       | carries no data
        trouble=looping, also={"display":"broken"}                  | force-restart     | READY         | every state from the computer
        also={"signInCode":"none"}                                  | remote-erase      | READY         | has nowhere to go
        also={"signInCode":"number"}                                | remote-erase      | READY         | Have them ready
        trouble=disabled                                            | recovery-restore  | READY         | Look with the owner, switch by switch
        also={"accountData":"messages,photos"}                      | recovery-restore  | READY         | back by signing in: Messages and Photos
        also={"accountData":"messages,photos"}                      | recovery-restore  | READY         | back from a backup only: Contacts, Mail and Notes
        also={"accountData":"none"}                                 | recovery-restore  | READY         | from a backup only: Messages, Contacts
        ownerPasswordKnown=false                                    | recovery-restore  | READY         | cannot sign in now
        trouble=slow, opens=true, also={"storageFull":"yes"}        | recovery-update   | READY         | Free room with the owner first
        trouble=storage-full, opens=true                            | free-room         | READY         | Room first
        trouble=storage-full, opens=false                           | free-room         | REFUSED       | nothing on it can be removed
        trouble=back-from-test, opens=true, installedVersion=32.0, targetVersion=31.10 | recovery-restore | READY | cannot come back on 31.10
        trouble=slow, opens=true                                    | recovery-update   | READY         | Nothing was backed up here
        trouble=looping                                             | hardware          | READY         | under warranty or insured
        ownerPasswordKnown=false                                    | remote-erase      | REFUSED       | does not have it
        locating=off                                                | remote-erase      | REFUSED       | Locating is off
        online=false                                                | remote-erase      | REFUSED       | no network
        consent=                                                    | recovery-restore  | NEEDS_CONSENT | consent once
        consent=false                                               | remote-erase      | NEEDS_CONSENT | consent once
        ownership=claimed                                           | recovery-restore  | BLOCKED       | not proved yet
        device=                                                     | recovery-restore  | BLOCKED       | exact model is not known
        battery=flat                                                | recovery-restore  | BLOCKED       | Charge it first
        backups=[]                                                  | recovery-restore  | READY         | There is no backup
        backups=                                                    | recovery-restore  | READY         | not known whether there is a backup
        locating=                                                   | recovery-restore  | READY         | Locating may still be on
        tried=[]                                                    | dfu-restore       | BLOCKED       | try it first
        tried=["recovery-restore"]                                  | dfu-restore       | READY         | when recovery is refused
        brokenKeys=["VOLUME_UP"]                                    | recovery-restore  | READY         | Plug in while off
        brokenKeys=["VOLUME_UP"]                                    | dfu-restore       | BLOCKED       | nearest step that works: Restore from recovery
        brokenKeys=["SIDE"]                                         | recovery-restore  | BLOCKED       | nearest step that works: Remote erase by the owner
        brokenKeys=["TOP"], device=iPad12,1                         | recovery-restore  | READY         | Plug in while off
        brokenKeys=["HOME"], device=iPad12,1                        | recovery-restore  | BLOCKED       | With Home broken
        brokenKeys=                                                 | recovery-restore  | BLOCKED       | Try every button
        trouble=sale, opens=true                                    | settings-erase    | READY         | Sign out of the owner account first
        trouble=sale, opens=false                                   | settings-erase    | REFUSED       | cannot be unlocked
        trouble=slow, opens=                                        | settings-erase    | BLOCKED       | Try to unlock
        trouble=looping                                             | hardware          | READY         | No hardware fault is suspected yet
        trouble=slow, opens=true                                    | backup            | READY         | survives the erase
        trouble=slow, opens=true                                    | settings-erase    | READY         | Nothing was backed up here
        trouble=frozen, opens=true                                  | backup            | READY         | survives the erase
        trouble=slow, opens=true, backupWanted=false                | backup            | READY         | does not want one
        trouble=slow, opens=                                        | backup            | BLOCKED       | Try to unlock
        trouble=slow, opens=false                                   | backup            | REFUSED       | nothing can be backed up
        trouble=slow, opens=true, ownership=claimed                 | backup            | BLOCKED       | copy nobody's data
        trouble=slow, opens=true, targetVersion=32.0 test 3         | recovery-update   | READY         | A beta is on it: back up first
        trouble=sale, opens=true                                    | sign-out          | READY         | next owner meets the account lock
        trouble=sale, opens=true, ownerPasswordKnown=false          | sign-out          | REFUSED       | the account lock stays
        trouble=second-hand, ownership=none, blacklisted=true       | buying-check      | READY         | before money changes hands
        trouble=dead, online=                                       | remote-erase      | READY         | keep it on the charger
        trouble=unavailable, eraseButton=true, wrongTries=6         | lock-screen-erase | READY         | so it is accepted
        trouble=unavailable                                         | recovery-restore  | READY         | Do not trust anybody
        trouble=back-from-test, watch=true, watchVersion=20.1       | recovery-restore  | READY         | is not known
        trouble=looping, tried=["dfu-restore"]                      | hardware          | READY         | hardware fault
        trouble=looping, consent=, ownership=proved                 | recovery-update   | READY         | keeps the data
        trouble=restore-failed, failedStage=restore-software        | recovery-restore  | READY         | use another cable and another port
        trouble=restore-failed, failedStage=sign                    | recovery-restore  | READY         | need an update of the computer
        trouble=back-from-test, installedVersion=32.0 test 2        | recovery-restore  | READY         | only go to a version that is still signed
        trouble=back-from-test, installedVersion=32.0, targetVersion=30.1 | recovery-restore | READY    | 30.1 is not signed for this model
        trouble=back-from-test, watch=true, watchVersion=32.1       | recovery-restore  | READY         | will no longer pair
        trouble=back-from-test, watch=                              | recovery-restore  | READY         | Ask about a watch
        targetVersion=                                              | recovery-restore  | READY         | the newest signed one, 31.10
        targetVersion=31.10, backups=[{"kind":"computer","version":"32.0"}] | recovery-restore | READY  | would be greyed out
        targetVersion=31.10, backups=[{"kind":"computer","version":"31.9","at":"2026-04-02"},{"kind":"cloud","version":"31.2","at":"2026-03-01"}] | remote-erase | READY | Restore the computer backup of 2 Apr 2026
        blacklisted=                                                | force-restart     |               |
        trouble=frozen, blacklisted=                                | force-restart     | BLOCKED       | register of lost devices
        trouble=carrier-lock                                        | carrier-unlock    | BLOCKED       | all 15 digits
        trouble=carrier-lock, imei="356958031648321"                  | carrier-unlock    | BLOCKED       | Read the IMEI back in groups
        trouble=carrier-lock, imei="356958031648321", also={"imeiReadBack":"yes"} | carrier-unlock | READY | no restore changes it
        trouble=carrier-lock, imei="356958031648321", also={"imeiReadBack":"yes"} | carrier-unlock | READY | the carrier may refuse
        trouble=carrier-lock, imei="356958031648321", also={"imeiReadBack":"yes", "contract":"open"} | carrier-unlock | BLOCKED | instalments
        trouble=looping, brokenKeys=["SIDE", "VOLUME_DOWN", "VOLUME_UP"], also={"trustedComputer":"no"}  | recovery-update | BLOCKED | no recovery method
        trouble=looping, brokenKeys=["SIDE", "VOLUME_DOWN", "VOLUME_UP"], also={"trustedComputer":"yes"} | recovery-update | READY   | sends it into recovery
        """)
    void everyFactDoesWhatCommonPracticeSays(String changes, String step, Status status, String says) {
        Route route = plan(pairs(changes));
        if (status == null) {
            assertThat(route.judged(step)).isEmpty();
            return;
        }
        Route.RouteStep judged = route.judged(step).orElseThrow();
        assertThat(judged.status()).isEqualTo(status);
        assertThat(Text.join(" ", judged.reasons()) + Text.join(" ", judged.cautions())).contains(says);
    }

    /**
     * What the owner hears before agreeing: every step that erases says that the lock stays; how keys are held is nobody's business but
     * the technician's.
     */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
        ownerPasswordKnown=true              | recovery-restore  | Have them ready
        ownerPasswordKnown=                  | recovery-restore  | no restore removes it
        ownerPasswordKnown=false, backups=[] | dfu-restore       | what is on the device is gone
        backups=                             | remote-erase      | Ask before the owner agrees
        targetVersion=31.10, backups=[{"kind":"computer","version":"32.0"}] | recovery-restore | would be greyed out
        trouble=back-from-test, watch=true, watchVersion=32.1 | recovery-restore | will no longer pair
        """)
    void theOwnerHearsWhatConcernsTheOwner(String changes, String step, String says) {
        Route.RouteStep judged = plan(pairs(changes)).judged(step).orElseThrow();
        assertThat(judged.cautions()).containsAll(judged.tells());
        assertThat(Text.join(" ", judged.tells())).contains(says).contains("The account lock stays")
                .doesNotContain("emergency call", "cable");
        assertThat(plan(pairs(changes)).steps()).filteredOn(r -> r.step().keeps()).allMatch(r -> r.tells().isEmpty());
    }

    private static String[] pairs(String changes) {
        return Stream.of(changes.split(", (?=\\w+=)"))
                .flatMap(c -> Stream.of(c.substring(0, c.indexOf('=')), c.substring(c.indexOf('=') + 1))).toArray(String[]::new);
    }

    @ParameterizedTest
    @CsvSource({"liquid, true, dry it", "battery, swollen, fire risk", "ownership, none, Refuse the job",
            "blacklisted, true, Refuse the job"})
    void whatMustStopTheJobStopsEveryStep(String fact, String value, String words) {
        Route route = plan(signed(Map.of("recovery-restore", "I know better")), fact, value, "tried", "[\"recovery-restore\"]");
        assertThat(route.stop()).asString().contains(words);
        assertThat(route.steps()).allSatisfy(r -> {
            assertThat(r.status()).isEqualTo(Status.REFUSED);
            assertThat(r.overrulable()).isFalse();
        });
        assertThat(route.recommended()).isEmpty();
    }

    @Test
    void theShopsPreferenceMovesAndTheOwnersWishAdvises() {
        Route computer = plan(new RouteContext(List.of(), Map.of("remote", "computer-first"), Map.of()));
        assertThat(computer.steps()).extracting(r -> r.step().id())
                .containsExactly("wait-and-try", "recovery-restore", "lock-screen-erase", "remote-erase", "dfu-restore", "hardware");
        assertThat(plan().recommended().orElseThrow().step().id()).isEqualTo("wait-and-try");
        Route skip = plan(new RouteContext(List.of(), Map.of("waiting", "skip"), Map.of()));
        assertThat(skip.recommended().orElseThrow().step().id()).isEqualTo("remote-erase");
        assertThat(skip.judged("wait-and-try").orElseThrow().open()).as("still offered").isTrue();
    }

    @Test
    void theTechnicianMayOverruleButNotProofConsentOrWater() {
        assertThat(plan("brokenKeys", "").judged("recovery-restore").orElseThrow().overrulable()).isTrue();
        Route.RouteStep overruled = plan(signed(Map.of("recovery-restore", "keys tried, all fine")), "brokenKeys", "").judged("recovery-restore")
                .orElseThrow();
        assertThat(overruled.status()).isEqualTo(Status.READY);
        assertThat(overruled.reasons()).first().asString().contains("keys tried, all fine");
        RouteContext all = signed(Map.of("recovery-restore", "because"));
        assertThat(plan(all, "brokenKeys", "", "consent", "").judged("recovery-restore").orElseThrow().status())
                .isEqualTo(Status.NEEDS_CONSENT);
        assertThat(plan(all, "ownership", "claimed").judged("recovery-restore").orElseThrow().status()).isEqualTo(Status.BLOCKED);
        assertThat(plan("ownership", "claimed").judged("recovery-restore").orElseThrow().overrulable()).isFalse();
    }

    /** Common practice: a backup restores only into the same or a newer version. */
    @Test
    void backupsFitOnlyTheSameOrANewerVersion() {
        Route route = plan("targetVersion", "26.10", "backups", """
            [{"kind":"cloud","version":"27.0"},{"kind":"computer","version":"26.9"},{"kind":"computer","version":"26.10"},{"kind":"cloud"}]""");
        assertThat(route.backups()).extracting(Route.BackupFit::fits).containsExactly(false, true, true, null);
    }

    /**
     * The newest that fits is the one to take, newer ones are grey: common practice. Sizes over rates in units of IEC 80000-13: 36 GB at
     * 20 Mbit/s are 4 h.
     */
    @Test
    void whichBackupToTakeAndWhatItTakes() {
        List<SystemVersion> signed = List.of(SystemVersion.parse("31.10"), SystemVersion.parse("32.0 test 3"));
        String backups = """
            [{"kind":"cloud","version":"31.9","at":"2026-05-01","sizeBytes":36000000000},{"kind":"computer","version":"31.10","at":"2026-04-01"},\
            {"kind":"computer","version":"32.0 test 2","at":"2026-05-10","device":"iPhone14,5"}]""";
        Route route = plan("targetVersion", "31.10", "backups", backups);
        BackupPlan plan = BackupPlan.of(route.backups(), route.target(), signed, bytes -> Optional.of(new Range(bytes * 8 / 20e6, bytes * 8
                / 20e6, bytes * 8 / 10e6, 3)));
        assertThat(plan.lines()).extracting(BackupPlan.Line::take).containsExactly(true, false, false);
        assertThat(plan.lines()).extracting(BackupPlan.Line::grey).containsExactly(false, false, true);
        assertThat(Text.join(" ", plan.says())).contains("Tap this one: cloud backup, 1 May 2026", "can be used after 5–6 min", "4–8 h",
                "Grey in the list: computer backup of iPhone14,5");
        assertThat(plan.lines().getFirst().whole().low() / 3600).isEqualTo(4, within(1e-9));
        Route down = plan("targetVersion", "31.10", "backups", "[{\"kind\":\"cloud\",\"version\":\"32.0 test 2\"}]");
        assertThat(BackupPlan.of(down.backups(), down.target(), signed, _ -> Optional.empty()).says()).anySatisfy(s -> assertThat(s)
                .asString().contains("None fits 31.10").contains("32.0 test 3 is signed too"));
        assertThat(BackupPlan.of(down.backups(), down.target(), signed.subList(0, 1), _ -> Optional.empty()).says()).anySatisfy(s ->
                assertThat(s).asString().contains("is lost"));
        Route unknown = plan("targetVersion", "31.10", "backups", "[{\"kind\":\"cloud\"}]");
        assertThat(BackupPlan.of(unknown.backups(), unknown.target(), signed, _ -> Optional.empty())).satisfies(p -> {
            assertThat(p.lines().getFirst().grey()).isNull();
            assertThat(p.says()).singleElement().asString().contains("Ask which version");
        });
    }

    @Test
    void contradictionsAndUnknownNamesAreSaid() {
        assertThat(plan("trouble", "dead").contradictions()).singleElement().asString().contains("dead device is not online");
        assertThat(plan("wrongTries", "4").contradictions()).singleElement().asString().contains("after 4 wrong tries");
        assertThatThrownBy(() -> plan("trouble", "gremlins")).isInstanceOf(BadInput.class).hasMessageContaining("[gremlins]")
                .hasMessageContaining("looping");
        assertThatThrownBy(() -> plan("device", "iPhone99,9")).isInstanceOf(BadInput.class).hasMessageContaining("[iPhone99,9]");
        assertThatThrownBy(() -> plan("tried", "[\"prayer\"]")).isInstanceOf(BadInput.class).hasMessageContaining("[prayer]");
        assertThatThrownBy(() -> plan("mood", "good")).isInstanceOf(BadInput.class).hasMessageContaining("unknown field [mood]");
        assertThatThrownBy(() -> plan("imei", "\"35695803164832\"")).isInstanceOf(BadInput.class).hasMessageContaining("14 digits");
        assertThatThrownBy(() -> plan("imei", "\"356958031648322\"")).isInstanceOf(BadInput.class).hasMessageContaining("check digit");
        assertThatThrownBy(() -> plan("installedVersion", "31.x")).isInstanceOf(BadInput.class).hasMessageContaining("[31.x]");
    }

    @Property(tries = 1000, seed = "20260512")
    void nothingErasesWithoutProofAndConsentAndLiquidNeverWrites(@ForAll("cases") CaseFacts facts) {
        for (Route.RouteStep judged : PLANNER.plan(facts, SIGNED).steps()) {
            if (!judged.step().keeps() && judged.status() == Status.READY) {
                assertThat(facts.consent()).isEqualTo(YesNo.YES);
                assertThat(facts.ownership()).isEqualTo(CaseFacts.Ownership.PROVED);
            }
            if (judged.open() && (judged.step().id().startsWith("recovery-") || judged.step().id().startsWith("dfu-"))) {
                assertThat(facts.liquid()).isEqualTo(YesNo.NO);
            }
        }
    }

    /** Problems that new firmware over the old can cure, with the data kept: common practice, by the rule "gentlest first". */
    private static final Set<String> CURED_BY_UPDATE = Set.of("looping", "stuck-on-logo", "frozen", "dead", "slow");

    /** What keeps the data and can cure stands before the first step that erases; what only prepares stands before it too. */
    @Property(tries = 1000, seed = "20260512")
    void noErasingStepStandsBeforeAKeepingOneThatCanCure(@ForAll("cases") CaseFacts facts) {
        List<Route.RouteStep> steps = PLANNER.plan(facts, SIGNED).steps();
        List<String> ids = steps.stream().map(r -> r.step().id()).toList();
        int firstErasing = steps.stream().filter(r -> r.step().erases()).mapToInt(steps::indexOf).min().orElse(steps.size());
        assertThat(steps.subList(firstErasing, steps.size())).filteredOn(r -> r.step().keeps()).extracting(r -> r.step().id())
                .as("only the last address comes after an erase").containsExactlyElementsOf(firstErasing < steps.size()
                ? List.of("hardware") : List.of());
        if (CURED_BY_UPDATE.contains(facts.problem().word())) {
            assertThat(ids.indexOf("recovery-update")).as("there, and before any erase").isBetween(0, firstErasing - 1);
        }
        assertThat(ids.contains("backup")).as("wherever it opens").isEqualTo(facts.opens() == YesNo.YES && firstErasing < steps.size()
                || Set.of("slow", "storage-full", "sale", "back-from-test").contains(facts.problem().word()));
        if (ids.contains("backup")) {
            assertThat(ids.indexOf("backup")).isLessThan(firstErasing);
        }
    }

    /** Every problem ends in a step that needs nobody's consent to say "hardware bench or authorised service". */
    @Property(tries = 1000, seed = "20260512")
    void everyProblemEndsInTheHardwareBench(@ForAll("cases") CaseFacts facts) {
        Route route = PLANNER.plan(facts, SIGNED);
        Route.RouteStep last = route.steps().getLast();
        assertThat(last.step().id()).isEqualTo("hardware");
        assertThat(route.recommended().filter(r -> r.step().isHardware() && !r.advised())).as("open, and not pressed on anybody").isEmpty();
        boolean looked = facts.liquid() != null && facts.battery() != null && facts.ownership() != null && facts.blacklisted() != null;
        if (looked && route.stop() == null) {
            assertThat(last.status()).isEqualTo(Status.READY);
        }
    }

    @Property(tries = 300, seed = "20260512")
    void notKnowingAFactNeverMakesAStepMorePermissive(@ForAll("cases") CaseFacts facts)
            throws com.fasterxml.jackson.core.JsonProcessingException {
        Route before = PLANNER.plan(facts, SIGNED);
        ObjectNode whole = (ObjectNode) MAPPER.readTree(Json.write(facts));
        List<String> fields = new ArrayList<>();
        whole.fieldNames().forEachRemaining(f -> fields.add(f));
        for (String fact : fields.stream().filter(f -> !f.equals("trouble") && !whole.get(f).isNull()).toList()) {
            Route after = PLANNER.plan(CaseFacts.parse(whole.deepCopy().without(List.of(fact)).toString(), "less"), SIGNED);
            for (Route.RouteStep now : after.steps()) {
                Route.RouteStep was = before.judged(now.step().id()).orElseThrow();
                assertThat(now.open() && !was.open()).as("%s without %s is open now", now.step().id(), fact).isFalse();
                assertThat(now.status() == Status.READY && was.status() != Status.READY)
                        .as("%s without %s is ready now", now.step().id(), fact).isFalse();
            }
        }
    }

    @Provide
    Arbitrary<CaseFacts> cases() {
        Map<String, List<String>> values = Map.ofEntries(
                Map.entry("trouble", Steps.routes().stream().map(l -> "\"" + l.problem() + "\"").toList()),
                Map.entry("device", List.of("null", "\"iPhone13,2\"", "\"iPad12,1\"", "\"iPhone9,1\"", "\"iPad14,2\"", "\"iPod7,1\"")),
                Map.entry("wrongTries", List.of("null", "3", "6", "8", "9", "10", "14")),
                Map.entry("installedVersion", List.of("null", "\"31.9\"", "\"32.0\"")),
                Map.entry("targetVersion", List.of("null", "\"31.10\"", "\"30.1\"")),
                Map.entry("watchVersion", List.of("null", "\"32.1\"", "\"31.0\"")),
                Map.entry("backups", List.of("null", "[]", "[{\"kind\":\"cloud\",\"version\":\"32.0\"}]", "[{\"kind\":\"computer\"}]")),
                Map.entry("watch", List.of("null", "true", "false")), Map.entry("ownerPasswordKnown", List.of("null", "true", "false")),
                Map.entry("locating", List.of("null", "true", "false")),
                Map.entry("online", List.of("null", "true", "false")), Map.entry("eraseButton", List.of("null", "true", "false")),
                Map.entry("blacklisted", List.of("null", "true", "false", "false", "false")),
                Map.entry("liquid", List.of("null", "true", "false", "false", "false")),
                Map.entry("consent", List.of("null", "true", "true", "false")), Map.entry("opens", List.of("null", "true", "false")),
                Map.entry("hopesToRemember", List.of("null", "true", "false")),
                Map.entry("ownership", List.of("null", "\"none\"", "\"claimed\"", "\"proved\"", "\"proved\"", "\"proved\"")),
                Map.entry("battery", List.of("null", "\"ok\"", "\"ok\"", "\"ok\"", "\"flat\"", "\"swollen\"")),
                Map.entry("brokenKeys", List.of("null", "[]", "[]", "[\"VOLUME_UP\"]", "[\"SIDE\"]", "[\"HOME\",\"VOLUME_DOWN\"]")),
                Map.entry("tried", List.of("null", "[]", "[\"recovery-restore\"]", "[\"recovery-restore\",\"dfu-restore\"]")),
                Map.entry("imei", List.of("null", "\"356958031648321\"")));
        return Combinators.combine(values.entrySet().stream().map(e -> Arbitraries.of(e.getValue()).map(v -> "\"" + e.getKey() + "\":" + v))
                .toList())
                .as(parts -> CaseFacts.parse("{" + String.join(",", parts) + "}", "case"));
    }

    /** Common practice: after sign-out nothing of the account is left to be warned of. */
    @Test
    void aSaleThatWasSignedOutWarnsOfNoAccount() {
        String before = said(plan("trouble", "sale", "opens", "true"), "settings-erase");
        String after = said(plan("trouble", "sale", "opens", "true", "tried", "[\"sign-out\"]"), "settings-erase");
        assertThat(before).contains("account lock stays").contains("Sign out of the owner account first");
        assertThat(after).doesNotContain("account lock").doesNotContain("Sign out").doesNotContain("Locating");
    }

    private static String said(Route route, String step) {
        Route.RouteStep judged = route.judged(step).orElseThrow();
        return Stream.of(judged.reasons(), judged.cautions(), judged.tells()).flatMap(List::stream).map(String::valueOf)
                .reduce("", (a, b) -> a + " " + b);
    }

    /** Common practice: an account's list holds other devices' backups too; this device's own newest that fits is the one to tap. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {
        "31.10 | 31.9 2026-04-02 own; 32.0 2026-05-01 own; 31.8 2026-05-02 tablet | 0",
        "31.10 | 31.9 2026-04-02 tablet; 32.0 2026-05-01 own                      | -1",
        "32.0  | 31.9 2026-04-02 own; 32.0 2026-05-01 own; 31.8 2026-05-02 tablet | 1",
        "31.10 | 31.2 2026-03-01 own; 31.9 2026-04-02 own; 31.9 2026-06-02 tablet | 1"})
    void theBackupToTapIsThisDevicesOwnNewestThatFits(String target, String backups, int tap) {
        SystemVersion to = SystemVersion.parse(target);
        List<Route.BackupFit> fits = Stream.of(backups.split("; ")).map(b -> b.split(" ")).map(p -> new Route.BackupFit(
                new CaseFacts.Backup("cloud", SystemVersion.parse(p[0]), java.time.LocalDate.parse(p[1]), p[2].equals("own") ? null : p[2], null),
                SystemVersion.parse(p[0]).compareTo(to) <= 0)).toList();
        BackupPlan plan = BackupPlan.of(fits, to, List.of(to), _ -> java.util.Optional.empty());
        assertThat(plan.lines().stream().map(BackupPlan.Line::take).toList().indexOf(true)).isEqualTo(tap);
        assertThat(plan.says().stream().map(String::valueOf)).as("said where only others fit").anyMatch(w -> tap >= 0
                || w.contains("Only other devices' backups fit"));
    }
}
