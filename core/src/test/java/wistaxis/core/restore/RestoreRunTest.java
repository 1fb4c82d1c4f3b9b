package wistaxis.core.restore;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.device.KeyFamily;
import wistaxis.core.keys.DeviceMachine;
import wistaxis.core.keys.DeviceState;
import wistaxis.core.keys.Input;
import wistaxis.core.keys.Screen;
import wistaxis.core.keys.Start;

/** The staged run against the simulated device; stage order and the 15-minute window are common practice. */
class RestoreRunTest {
    private static final long SECOND = 1_000_000_000L;

    private final DeviceMachine machine = new DeviceMachine(DeviceCatalogue.shipped().family(KeyFamily.SIDE_KEY));
    private DeviceState device = machine.start(Start.RECOVERY, true, 0);
    private RestoreRun run = RestoreRun.begin(RestoreStage.shipped(), 0);
    private Gate proof = new Gate.Passed();
    private Gate signing = new Gate.Passed();
    private final List<String> reached = new ArrayList<>();
    private long now;

    private void pass(long seconds) {
        for (long end = now + seconds * SECOND; now < end; now += SECOND / 4) {
            device = machine.advance(device, now);
            RestoreRun next = run.step(now, new RestoreRun.Outside(machine.host(device), machine.screen(device), proof, signing));
            boolean again = run.state() instanceof RestoreRun.State.Waiting && next.state() instanceof RestoreRun.State.Working;
            if (next.stage() != run.stage() || again) {
                reached.add(next.current().id());
                String command = next.current().command();
                device = command == null ? device : machine.apply(device, command.equals("begin") ? new Input.BeginRestore() : new Input.EndRestore(false), now);
            }
            run = next;
        }
    }

    @Test
    void goesThroughTheStagesInOrderToTheGreeting() {
        pass(900);
        assertThat(run.state()).isInstanceOf(RestoreRun.State.Done.class);
        assertThat(machine.screen(device)).isEqualTo(Screen.GREETING);
        assertThat(reached).containsExactly("extract", "prepare", "sign", "send", "restore-software", "restore-firmware", "verify", "restart", "second-bar", "greeting");
        assertThat(run.fraction()).isEqualTo(1);
    }

    @Test
    void theRestoreProperTakesFiveToFifteenMinutes() {
        assertThat(run.leftNanos() / SECOND / 60).as("common practice: 5 to 15 min, and a few to prepare").isBetween(8L, 20L);
    }

    @Test
    void waitsWhenTheWindowEndsAndGoesOnAfterReentry() {
        device = machine.start(Start.RECOVERY, true, -800 * SECOND);
        pass(200);
        assertThat(run.state()).isInstanceOf(RestoreRun.State.Waiting.class);
        assertThat(run.current().id()).isEqualTo("extract");
        double done = run.fraction();
        pass(60);
        assertThat(run.fraction()).isEqualTo(done);
        device = machine.start(Start.RECOVERY, true, now);
        pass(900);
        assertThat(run.state()).isInstanceOf(RestoreRun.State.Done.class);
    }

    @Test
    void sendingStartsOverWhenTheCableIsPulled() {
        pass(400);
        assertThat(run.current().id()).isEqualTo("restore-software");
        device = machine.apply(device, new Input.Unplug(), now);
        pass(5);
        assertThat(run.state()).isInstanceOf(RestoreRun.State.Waiting.class);
        device = machine.apply(device, new Input.Plug(), now);
        pass(5);
        assertThat(run.current().id()).isEqualTo("send");
        pass(900);
        assertThat(run.state()).isInstanceOf(RestoreRun.State.Done.class);
    }

    @Test
    void waitsForTheAnswersAndEndsOnARefusal() {
        proof = new Gate.Open();
        pass(120);
        assertThat(run.current().id()).isEqualTo("check");
        proof = new Gate.Passed();
        signing = new Gate.Refused("the window has closed");
        pass(400);
        assertThat(run.state()).isEqualTo(new RestoreRun.State.Failed("the window has closed"));
        assertThat(machine.screen(device)).as("nothing was written").isEqualTo(Screen.CABLE_SCREEN);
    }
}
