package wistaxis.core.buttons;

import java.util.Arrays;
import java.util.Set;
import wistaxis.core.coach.Score;
import wistaxis.core.device.DeviceModel;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import wistaxis.core.device.ButtonLayout;
import wistaxis.core.device.DeviceButton;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.device.LayoutFacts;
import wistaxis.core.facts.BadInput;

/** The methods of every family and the mistakes of a SIDE-KEY phone: common practice. The thresholds are ours. */
class ButtonModelTest {
    private static final LayoutFacts SIDE_KEY = DeviceCatalogue.shipped().family(ButtonLayout.SIDE_KEY);

    @TestFactory
    Stream<DynamicTest> everyMethodReachesItsGoalFromEveryStartAtNominalTiming() {
        return SequenceLibrary.shipped().all().stream().flatMap(s -> s.from().stream().map(from -> DynamicTest.dynamicTest(
                s.family() + ": " + s.goal() + " by " + s.method() + " from " + from, () -> {
                    LayoutFacts family = DeviceCatalogue.shipped().family(s.family());
                    assertThat(Playing.lands(s, new DeviceMachine(family), from, Playing.Pressing.PERFECT)).isTrue();
                    DeviceState end = new Rehearsal(s, family, from).end();
                    switch (s.goal()) {
                        case RECOVERY -> assertThat(end.phase()).isInstanceOf(Phase.Recovery.class);
                        case DFU -> assertThat(end.phase()).isInstanceOf(Phase.Dfu.class);
                        case POWER_OFF -> assertThat(end.phase()).isInstanceOf(Phase.Off.class);
                        default -> assertThat(end.phase()).isInstanceOfAny(Phase.Logo.class, Phase.Black.class);
                    }
                })));
    }

    @Test
    void pluggedRestartTakesTwentyToThirtySecondsInAll() {
        ButtonSequence method = SequenceLibrary.shipped().of(ButtonLayout.SIDE_KEY, Goal.RECOVERY).getFirst();
        assertThat(method.method()).isEqualTo("Plugged restart");
        assertThat(new Rehearsal(method, SIDE_KEY, Start.DISABLED).spans().getLast().endNanos() / 1e9).isBetween(20.0, 30.0);
    }

    /** Buttons as letters: U, D, S down at a time, u, d, s up; P plug, X unplug, G the slider dragged. */
    @ParameterizedTest(name = "{0}")
    @CsvSource(delimiter = '|', textBlock = """
        let go at the logo          | disabled | true  | U0 u.3 D.6 d.9 S1.2 s13              | on       | disabled-screen | normal   | at the boot logo after
        too short a hold            | disabled | true  | U0 u.3 D.6 d.9 S1.2 s3               | on       | disabled-screen | normal   | nothing happened
        just short of black         | on       | true  | U0 u.3 D.6 d.9 S1.2 s9.1             | on       | lock-screen     | normal   | nothing happened
        held through                | disabled | true  | U0 u.3 D.6 d.9 S1.2 s22              | recovery | cable-screen    | recovery | : done
        held through, not connected   | disabled | false | U0 u.3 D.6 d.9 S1.2 s22              | on       | disabled-screen | nothing  | not connected
        cable out in the middle     | disabled | true  | U0 u.3 D.6 d.9 S1.2 X9 s22           | on       | disabled-screen | nothing  | cable came out
        slow taps                   | on       | true  | U0 u.3 D2 d2.3 S4 s14                | on       | lock-screen     | normal   | too slow
        a tap that is held          | on       | true  | U0 u1.5 D2 d2.3 S2.6 s12             | on       | lock-screen     | normal   | too slow
        wrong order                 | on       | true  | D0 d.3 U.6 u.9 S1.2 s11              | on       | lock-screen     | normal   | wrong order
        side alone, ten seconds     | on       | true  | S0 s10                               | on       | lock-screen     | normal   | without the two Volume taps
        side alone to black and on  | on       | true  | S0 s18                               | on       | lock-screen     | normal   | restarts
        side held with a volume key | on       | true  | U0 S1 s8 u9                          | on       | lock-screen     | normal   | emergency
        off, side tapped            | off      | true  | S0 s1.5                              | off      | black           | nothing  | too short to start
        dfu: ten-five-ten           | on       | true  | U0 u.3 D.6 d.9 S1 D11 s16 d26        | dfu      | black           | dfu      | : done
        dfu: held 3.1 s past black  | on       | true  | U0 u.3 D.6 d.9 S1 D12.1 s17 d27      | on       | lock-screen     | normal   | past black
        dfu: both keys too long     | on       | true  | U0 u.3 D.6 d.9 S1 D10 s20 d30        | on       | lock-screen     | normal   | too long
        dfu: both keys too short    | on       | true  | U0 u.3 D.6 d.9 S1 D10 s12 d22        | on       | lock-screen     | normal   | both buttons for only 2 s
        dfu: let go too early       | on       | true  | U0 u.3 D.6 d.9 S1 D10 s15 d17        | on       | lock-screen     | normal   | before DFU
        dfu: regrip of both keys    | on       | true  | U0 u.3 D.6 d.9 S1 s9.5 S9.8 D9.8 s15 d25 | dfu  | black           | dfu      | : done
        dfu: not connected            | on       | false | U0 u.3 D.6 d.9 S1 D11 s16 d26        | on       | lock-screen     | nothing  | not connected
        dfu left by the keys        | dfu      | true  | U0 u.3 D.6 d.9 S1.2 s13              | on       | lock-screen     | normal   | restarts
        recovery left by the keys   | recovery | true  | U0 u.3 D.6 d.9 S1.2 s13              | on       | lock-screen     | normal   | restarts
        a loop, into recovery       | looping  | true  | U0 u.3 D.6 d.9 S1.2 s22              | recovery | cable-screen    | recovery | : done
        a finger slips off side     | on       | true  | U0 u.3 D.6 d.9 S1.2 s5 S5.1 s15      | on       | lock-screen     | normal   | slipped off Side for 0.1 s
        dfu: a finger slips         | on       | true  | U0 u.3 D.6 d.9 S1 s5 S5.1 D11 s16 d26 | on      | lock-screen     | normal   | slipped off Side for 0.1 s
        a battery is empty              | flat     | false | S0 s10                               | off      | black           | nothing  | battery is empty
        the slider dragged          | on       | true  | S0 s4 G5                             | off      | black           | nothing  | off
        no slider to drag           | on       | true  | G5                                   | on       | lock-screen     | normal   | no mode was entered
        home family's keys          | on       | true  | D0 S0 s10 d10                        | on       | lock-screen     | normal   | emergency
        cold plug                   | off      | false | S0 P1 s15                            | recovery | cable-screen    | recovery | : done
        """)
    void namedMistakesFailInTheirNamedWay(String name, String start, boolean plugged, String buttons, String mode, String screen, String computer,
    String says) {
        Simulation.Result result = new Simulation(SIDE_KEY)
                .run(new Trace(Start.valueOf(start.toUpperCase(Locale.ROOT)), plugged, Letters.events(buttons), 60));
        assertThat(List.of(result.mode(), result.screen().toString(), result.computer().toString())).containsExactly(mode, screen, computer);
        assertThat(result.explanation()).contains(says);
    }

    @Test
    void recoveryEndsByItselfAfterFifteenMinutes() {
        Trace waits = new Trace(Start.RECOVERY, true, List.of(), 1000);
        Simulation.Result result = new Simulation(SIDE_KEY).run(waits);
        assertThat(result.history()).extracting(Simulation.Sight::at, s -> s.screen().toString())
                .contains(org.assertj.core.groups.Tuple.tuple(900.0, "boot-logo"));
        assertThat(result.mode()).isEqualTo("on");
        assertThat(result.explanation()).contains("dropped out of recovery");
    }

    @Test
    void aFlatBatteryIsOffAfterHalfAnHourOfChargingAndStartsByTheButtons() {
        Simulation.Result result = new Simulation(SIDE_KEY).run(new Trace(Start.FLAT, true, Letters.events("S10 s20 S1801 s1804"), 1900));
        assertThat(result.mode()).isEqualTo("on");
        assertThat(result.history()).extracting(Simulation.Sight::at).contains(1803.0);
    }

    /**
     * Common practice for locked devices: power off, then cold plug, as one run. Every such chain lands from both starts, at nominal timing
     * and through the coach's own judgement; a chain is only offered where the method itself begins with a device that is off.
     */
    @TestFactory
    Stream<DynamicTest> aDeviceThatIsOnIsSwitchedOffFirstAsOneRun() {
        return Stream.of("iPhone7,2", "iPhone9,1", "iPhone13,2", "iPhone14,6", "iPad12,1", "iPad13,18")
                .map(id -> DeviceCatalogue.shipped().byIdentifier(id).orElseThrow()).flatMap(model -> SequenceLibrary.shipped()
                .chains(model, Goal.RECOVERY, Set.of()).stream().flatMap(chain -> chain.from().stream().map(from -> DynamicTest.dynamicTest(
                model.name() + ": " + chain.method() + " from " + from, () -> {
                    DeviceMachine machine = new DeviceMachine(DeviceCatalogue.shipped().familyOf(model));
                    assertThat(Playing.lands(chain, machine, from, Playing.Pressing.PERFECT)).isTrue();
                    assertThat(chain.goalOf(0)).isEqualTo(Goal.POWER_OFF);
                    assertThat(chain.goalOf(chain.steps().size() - 1)).isEqualTo(Goal.RECOVERY);
                    assertThat(MethodFile.attempt(chain)).allSatisfy(f -> assertThat(f.lands()).as(f.says()).isTrue());
                }))));
    }

    @Test
    void withOneVolumeButtonBrokenTheOtherServesAndChainsFollow() {
        DeviceModel phone = DeviceCatalogue.shipped().byIdentifier("iPhone14,5").orElseThrow();
        DeviceModel pad = DeviceCatalogue.shipped().byIdentifier("iPad13,18").orElseThrow();
        SequenceLibrary library = SequenceLibrary.shipped();
        for (DeviceButton broken : List.of(DeviceButton.VOLUME_UP, DeviceButton.VOLUME_DOWN)) {
            assertThat(library.of(phone, Goal.POWER_OFF, Set.of(broken))).as("phone, %s", broken).isNotEmpty();
            assertThat(library.of(pad, Goal.POWER_OFF, Set.of(broken))).as("tablet, %s", broken).isNotEmpty();
            assertThat(library.chains(phone, Goal.RECOVERY, Set.of(broken))).extracting(ButtonSequence::method)
                    .contains("Power off, then Cold plug");
        }
        assertThat(library.chains(phone, Goal.RECOVERY, Set.of(DeviceButton.SIDE))).isEmpty();
        assertThat(library.chains(phone, Goal.FORCE_RESTART, Set.of())).isEmpty();
        assertThat(library.of(pad, Goal.POWER_OFF)).flatExtracting(ButtonSequence::cautions).as("emergency calls are for phones")
                .noneMatch(c -> c.toString().contains("emergency"));
    }

    /**
     * What the simulator takes to show something is printed nowhere as advice: a step until something is seen has no figure but a taught
     * one.
     */
    @Test
    void noFigureOfTheSimulatorsIsTaught() {
        DeviceCatalogue.shipped().models().stream().map(DeviceModel::family).distinct().forEach(f -> {
            for (ButtonSequence s : SequenceLibrary.shipped().all().stream().filter(q -> q.family() == f).toList()) {
                Score score = Score.of(s, DeviceCatalogue.shipped().family(f), s.from().getFirst());
                for (int i = 0; i < score.steps(); i++) {
                    ButtonStep step = score.step(i);
                    assertThat(score.instruction(i, 0).detail()).as(s.key()).satisfies(d -> assertThat(d.matches(".*\\d.*"))
                            .isEqualTo(step.usual() != null || step.seconds() != null && step.seconds() >= 1));
                }
            }
        });
        assertThat(SequenceLibrary.shipped().of(ButtonLayout.SIDE_KEY, Goal.DFU))
                .allSatisfy(s -> assertThat(s.steps().get(s.steps().size() - 2))
                .satisfies(last -> assertThat(last.seconds()).as("10 s or until the host reports").isEqualTo(10))
                .satisfies(last -> assertThat(last.until()).isEqualTo(Until.HOST_DFU)));
    }

    /** How long a device stays in recovery is the shop's setting: no text that ships says it for it. */
    @Test
    void noTextSaysTheRecoveryTimeoutInTheShopsPlace() {
        Arrays.stream(Goal.values()).forEach(g -> {
            assertThat(SequenceLibrary.instead(g).says()).asString().doesNotContain("15 min");
            assertThat(Reading.of(g)).noneMatch(r -> r.next().toString().contains("15 min") || r.state().toString().contains("15 min"));
        });
        DeviceMachine machine = new DeviceMachine(SIDE_KEY);
        assertThat(Explanation.of(machine.start(Start.RECOVERY, true, 0), machine)).asString().contains("done").doesNotContain("min");
    }

    /** Common practice: the same buttons are right for one goal and wrong for another. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
        FORCE_RESTART | on       | U0 u.3 D.6 d.9 S1.2 s13 | true  |
        RECOVERY      | on       | U0 u.3 D.6 d.9 S1.2 s13 | false | released-at-logo
        FORCE_RESTART | on       | U0 u.3 D.6 d.9 S1.2 s22 | false | held-into-cable
        FORCE_RESTART | on       | U0 u.3 D.6 d.9 S1.2 s5  | false | hold-too-short
        POWER_OFF     | on       | S0 s3.5 G4              | true  |
        POWER_OFF     | on       | S0 s2                   | false | before-slider
        POWER_OFF     | on       | S0 s3.5                 | false | slider-left
        POWER_OFF     | on       | S0 s15                  | false | past-slider
        POWER_OFF     | on       | U0 S0 s9 u9             | false | emergency-begun
        POWER_ON      | off      | S0 s3                   | true  |
        POWER_ON      | off      | S0 s1                   | false | power-on-too-short
        LEAVE_DFU     | dfu      | U0 u.3 D.6 d.9 S1.2 s13 | true  |
        DFU           | on       | U0 u.3 D.6 d.9 S1.2 s22 | false | recovery-not-dfu
        """)
    void theGoalDecidesWhatSpoilsIt(Goal goal, String start, String buttons, boolean reached, String mistake) {
        DeviceMachine machine = new DeviceMachine(SIDE_KEY);
        DeviceState s = machine.start(Start.valueOf(start.toUpperCase(Locale.ROOT)), true, 0);
        Landing landing = Landing.from(goal, machine, s);
        for (Trace.Event e : Letters.events(buttons)) {
            s = machine.apply(s, e.input(), Simulation.nanos(e.at()));
        }
        DeviceState later = machine.advance(s, s.nowNanos() + 1_000_000_000L);
        DeviceState end = mistake != null && mistake.equals("slider-left") ? machine.advance(s, 20_000_000_000L) : later;
        assertThat(landing.reached(end)).isEqualTo(reached);
        if (!reached) {
            assertThat(landing.spoiled(end).map(Mistake::id)).contains(mistake);
        }
    }

    @Test
    void resultsDoNotDependOnHowFinelyTimeIsStepped() {
        Random random = new Random(7);
        for (int round = 0; round < 500; round++) {
            DeviceMachine machine = new DeviceMachine(DeviceCatalogue.shipped().family(ButtonLayout.values()[round % 5]));
            List<Trace.Event> events = randomEvents(random);
            Start start = Start.values()[random.nextInt(Start.values().length)];
            DeviceState coarse = machine.start(start, true, 0);
            DeviceState fine = coarse;
            for (Trace.Event e : events) {
                long at = Simulation.nanos(e.at());
                coarse = machine.apply(coarse, e.input(), at);
                for (long t = fine.nowNanos(); t < at; t += 7_000_000 + random.nextInt(90_000_000)) {
                    fine = machine.advance(fine, t);
                }
                fine = machine.apply(fine, e.input(), at);
            }
            assertThat(fine).as("start %s, events %s", start, events).isEqualTo(coarse);
        }
    }

    @Test
    void badTracesSayLineEntryAndValue() {
        String trace = """
            {"start": "on", "plugged": true,
             "events": [{"at": 0.0, "event": "down", "button": "VOLUME_UP"},
                        {"at": 0.3, "event": "up", "button": "POWER"}], "until": 60}""";
        assertThatThrownBy(() -> Trace.parse(trace, "t.json")).isInstanceOf(BadInput.class)
                .hasMessageContaining("t.json line 3").hasMessageContaining("events[1].button").hasMessageContaining("[POWER]")
                .hasMessageContaining("VOLUME_UP");
        assertThatThrownBy(() -> Trace.parse("{\"start\":\"on\",\"plugged\":true,\"events\":[],\"until\":5,\"speed\":2}", "t.json"))
                .hasMessageContaining("unknown field [speed]");
        assertThatThrownBy(() -> Trace.parse("{\"start\":\"on\",\"plugged\":true,\"events\":[]}", "t.json")).hasMessageContaining("until");
        assertThatThrownBy(() -> Trace.parse(trace.replace("0.3", "-1").replace("POWER", "SIDE"), "t.json")).hasMessageContaining("[-1]");
        assertThatThrownBy(() -> Trace.parse(trace.replace("\"up\", \"button\": \"POWER\"", "\"up\""), "t.json"))
                .hasMessageContaining("names no button");
    }

    private static List<Trace.Event> randomEvents(Random random) {
        List<Trace.Event> events = new ArrayList<>();
        double at = 0;
        for (int i = 0; i < 12; i++) {
            at += random.nextBoolean() ? random.nextDouble() : random.nextDouble() * 12;
            Trace.Kind kind = random.nextInt(8) == 0 ? (random.nextBoolean() ? Trace.Kind.PLUG : Trace.Kind.UNPLUG)
                    : random.nextBoolean() ? Trace.Kind.DOWN : Trace.Kind.UP;
            boolean key = kind == Trace.Kind.DOWN || kind == Trace.Kind.UP;
            events.add(new Trace.Event(at, kind, key ? DeviceButton.values()[random.nextInt(5)] : null));
        }
        return events;
    }

    /** Buttons as above, with H for Home and T for Top. Common practice. */
    @ParameterizedTest(name = "{0}: {1}")
    @CsvSource(delimiter = '|', textBlock = """
        HOME-PHONE  | let go at the logo      | on  | true  | H0 S.1 s13 h13          | lock-screen  | normal   | at the boot logo after
        HOME-PHONE  | side alone              | on  | true  | S0 s6                   | lock-screen  | normal   |  alone for
        HOME-PHONE  | home let go too early   | on  | true  | H0 S0 h5 s6             | lock-screen  | normal   | nothing happened
        HOME-PHONE  | held through            | on  | true  | H0 S0 s13 h22           | cable-screen | recovery | : done
        HOME-PHONE  | cold plug, home only    | off | false | H0 P1 h12               | cable-screen | recovery | : done
        HOME-PHONE  | dfu: home let go early  | on  | true  | H0 S0 s8.3 h10          | lock-screen  | normal   | before DFU
        HOME-PHONE  | dfu: held to the logo   | on  | true  | H0 S0 s12 h25           | cable-screen | recovery | : done
        VOLUME-DOWN | dfu: three-ten-five     | on  | true  | S0 D3 s13 d18           | black        | dfu      | : done
        VOLUME-DOWN | dfu: not connected        | on  | false | D0 S0 s8.5 d18          | lock-screen  | nothing  | not connected
        HOME-PAD    | dfu: hold to black      | on  | true  | H0 T0 t8.4 h18          | black        | dfu      | : done
        TOP-PAD     | dfu: three-ten-five     | on  | true  | T0 D3 t13 d18           | black        | dfu      | : done
        TOP-PAD     | dfu: both keys too long | on  | true  | T0 D3 t20 d25           | lock-screen  | normal   | too long
        TOP-PAD     | taps and top through    | on  | true  | U0 u.3 D.6 d.9 T1.2 t22 | cable-screen | recovery | : done
        """)
    void chordFamilies(String family, String name, String start, boolean plugged, String buttons, String screen, String computer, String says) {
        LayoutFacts f = DeviceCatalogue.shipped().family(ButtonLayout.valueOf(family.replace('-', '_')));
        Simulation.Result r = new Simulation(f).run(new Trace(Start.valueOf(start.toUpperCase(Locale.ROOT)), plugged, Letters.events(buttons),
                45.0));
        assertThat(r.screen()).hasToString(screen);
        assertThat(r.computer()).hasToString(computer);
        assertThat(r.explanation()).contains(says);
    }
}
