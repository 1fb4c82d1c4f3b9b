package wistaxis.core.buttons;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.OptionalLong;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import wistaxis.core.device.ButtonLayout;
import wistaxis.core.device.DeviceButton;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.device.LayoutFacts;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Provenance;

/** The edges of the device's model: exact thresholds, the computer's delay, restores, and what a sequence may not ask for. */
class DeviceMachineTest {
    private static final long S = 1_000_000_000L;
    private static final LayoutFacts FAMILY = DeviceCatalogue.shipped().family(ButtonLayout.SIDE_KEY);

    private final DeviceMachine machine = new DeviceMachine(FAMILY);
    private DeviceState state = machine.start(Start.ON, true, 0);

    private void at(double seconds, Input input) {
        state = machine.apply(state, input, Math.round(seconds * 1e9));
    }

    private void passTo(double seconds) {
        state = machine.advance(state, Math.round(seconds * 1e9));
    }

    private void tap(DeviceButton button, double from, double to) {
        at(from, new Input.Down(button));
        at(to, new Input.Up(button));
    }

    private void armAndHoldFrom(double start) {
        tap(DeviceButton.VOLUME_UP, start, start + 0.3);
        tap(DeviceButton.VOLUME_DOWN, start + 0.6, start + 0.9);
        at(start + 1, new Input.Down(DeviceButton.SIDE));
    }

    /** The inequalities written beside the thresholds, as arithmetic. */
    @Test
    void theThresholdsKeepTheInequalitiesThatTieThemToPractice() {
        double reset = FAMILY.seconds("resetSeconds");
        double blackToLogo = FAMILY.seconds("blackToLogoSeconds");
        assertThat(10.0).isBetween(reset, reset + blackToLogo);
        assertThat(5.0).isBetween(FAMILY.seconds("bothMinSeconds"), FAMILY.seconds("bothMaxSeconds"));
        assertThat(FAMILY.seconds("tailMinSeconds") + FAMILY.seconds("hostDelaySeconds")).isLessThanOrEqualTo(5);
        assertThat(FAMILY.seconds("resetAloneSeconds")).isGreaterThan(10);
        assertThat(FAMILY.seconds("logoToCableSeconds")).isLessThan(FAMILY.seconds("bootSeconds"));
        assertThat(reset + blackToLogo + FAMILY.seconds("logoToCableSeconds")).isBetween(19.0, 30.0);
        assertThat(FAMILY.seconds("windowSeconds")).as("about 15 minutes, common practice").isEqualTo(900);
        assertThatThrownBy(() -> FAMILY.seconds("warpSeconds")).hasMessageContaining("[warpSeconds]");
    }

    @Test
    void aThresholdIsReachedToTheNanosecond() {
        armAndHoldFrom(0);
        state = machine.advance(state, 9 * S - 1);
        assertThat(machine.screen(state)).isEqualTo(Screen.SLIDER);
        state = machine.advance(state, 9 * S);
        assertThat(machine.screen(state)).isEqualTo(Screen.BLACK);
        assertThat(machine.nextDeadline(state)).isEqualTo(OptionalLong.of(12 * S));
    }

    @Test
    void theComputerNoticesAfterAMomentAndLosesItAtOnce() {
        assertThat(machine.computer(state)).isEqualTo(ComputerSees.NORMAL);
        at(1, new Input.Unplug());
        assertThat(machine.computer(state)).isEqualTo(ComputerSees.NOTHING);
        at(2, new Input.Plug());
        passTo(2.999);
        assertThat(machine.computer(state)).isEqualTo(ComputerSees.NOTHING);
        passTo(3);
        assertThat(machine.computer(state)).isEqualTo(ComputerSees.NORMAL);
    }

    @Test
    void buttonsThatRepeatOrComeUpTwiceChangeNothing() {
        armAndHoldFrom(0);
        at(2, new Input.Down(DeviceButton.SIDE));
        at(2, new Input.Up(DeviceButton.VOLUME_UP));
        passTo(9);
        assertThat(machine.screen(state)).isEqualTo(Screen.BLACK);
    }

    @Test
    void aSecondAttemptForgetsTheMistakesOfTheFirst() {
        armAndHoldFrom(0);
        at(4, new Input.Up(DeviceButton.SIDE));
        assertThat(state.mistakes()).extracting(Mistake::id).containsExactly("hold-too-short");
        assertThat(state.mistakes().getFirst().seconds()).isEqualTo(3);
        armAndHoldFrom(20);
        assertThat(state.mistakes()).isEmpty();
        passTo(43);
        assertThat(state.mode()).isEqualTo("recovery");
    }

    @Test
    void aHoldThatWentOnIntoRecoveryDoesNotResetAgain() {
        armAndHoldFrom(0);
        passTo(60);
        assertThat(state.mode()).isEqualTo("recovery");
        at(60, new Input.Up(DeviceButton.SIDE));
        assertThat(state.mistakes()).isEmpty();
    }

    @Test
    void theCountdownIsCancelledByLettingGoAndTheSliderGoesAwayByItself() {
        at(0, new Input.Down(DeviceButton.VOLUME_UP));
        at(0, new Input.Down(DeviceButton.SIDE));
        passTo(3);
        assertThat(machine.screen(state)).isEqualTo(Screen.SLIDER);
        passTo(8);
        assertThat(machine.screen(state)).isEqualTo(Screen.EMERGENCY_COUNTDOWN);
        at(9, new Input.Up(DeviceButton.SIDE));
        assertThat(machine.screen(state)).isEqualTo(Screen.LOCK_SCREEN);
        at(10, new Input.Up(DeviceButton.VOLUME_UP));
        at(20, new Input.Down(DeviceButton.SIDE));
        at(24, new Input.Up(DeviceButton.SIDE));
        assertThat(machine.screen(state)).isEqualTo(Screen.SLIDER);
        passTo(34);
        assertThat(machine.screen(state)).isEqualTo(Screen.LOCK_SCREEN);
    }

    @Test
    void aRestoreIsTakenOnlyInAModeAndEndsAtTheGreeting() {
        at(1, new Input.BeginRestore());
        assertThat(machine.screen(state)).isEqualTo(Screen.LOCK_SCREEN);
        state = machine.start(Start.DFU, true, 0);
        at(1, new Input.BeginRestore());
        assertThat(machine.computer(state)).as("contact goes on").isEqualTo(ComputerSees.RECOVERY);
        assertThat(machine.screen(state)).isEqualTo(Screen.PROGRESS_BAR);
        passTo(2000);
        assertThat(machine.screen(state)).as("no mode window while it is written to").isEqualTo(Screen.PROGRESS_BAR);
        at(2000, new Input.EndRestore(false));
        passTo(2149);
        assertThat(machine.screen(state)).isEqualTo(Screen.PROGRESS_BAR);
        passTo(2150);
        assertThat(machine.screen(state)).isEqualTo(Screen.GREETING);
        assertThat(Explanation.of(state, machine)).asString().contains("restore is finished");
    }

    @Test
    void aLoopingDeviceShowsLogoAndBlackInTurn() {
        state = machine.start(Start.LOOPING, true, 0);
        assertThat(machine.screen(state)).isEqualTo(Screen.BOOT_LOGO);
        passTo(10);
        assertThat(machine.screen(state)).isEqualTo(Screen.BLACK);
        passTo(13);
        assertThat(machine.screen(state)).isEqualTo(Screen.BOOT_LOGO);
        assertThat(machine.computer(state)).isEqualTo(ComputerSees.NOTHING);
        assertThat(state.mode()).isEqualTo("on");
    }

    @Test
    void timeNeverRunsBackwards() {
        passTo(5);
        assertThatThrownBy(() -> passTo(4)).isInstanceOf(IllegalArgumentException.class).hasMessageContaining("backwards");
    }

    @Test
    void everyStateIsExplained() {
        for (Start start : Start.values()) {
            for (boolean plugged : new boolean[] {true, false}) {
                DeviceState s = machine.start(start, plugged, 0);
                assertThat(Explanation.of(s, machine)).asString().isNotBlank();
            }
        }
        assertThat(Explanation.of(machine.start(Start.RECOVERY, false, 0), machine)).asString().contains("check cable and port");
    }

    @Test
    void aSequenceThatWaitsForWhatNeverComesIsRefused() {
        ButtonSequence waits = new ButtonSequence("Hopeful", ButtonLayout.SIDE_KEY, Goal.DFU, List.of(Start.ON), true, false, Provenance.OURS,
                "test", List.of(), null,
                List.of(new ButtonStep(ButtonStep.Action.HOLD, List.of(DeviceButton.VOLUME_UP), null, Until.HOST_DFU)));
        assertThatThrownBy(() -> new Rehearsal(waits, FAMILY, Start.ON)).isInstanceOf(BadInput.class).hasMessageContaining("[Hopeful]")
                .hasMessageContaining("computer reports DFU");
    }

    @ParameterizedTest
    @ValueSource(doubles = {0, -1, 3601, Double.NaN})
    void aStepLastsAFiniteTime(double seconds) {
        assertThatThrownBy(() -> new ButtonStep(ButtonStep.Action.HOLD, List.of(), seconds, null)).hasMessageContaining("[" + seconds + "]");
    }

    @Test
    void goalsAreParsedByName() {
        for (Goal goal : Goal.values()) {
            assertThat(Goal.parse(goal.toString())).isEqualTo(goal);
        }
        assertThatThrownBy(() -> Goal.parse("moon")).isInstanceOf(BadInput.class).hasMessageContaining("[moon]")
                .hasMessageContaining("leave-recovery");
    }
}
