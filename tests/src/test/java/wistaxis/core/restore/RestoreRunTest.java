package wistaxis.core.restore;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.RandomDistribution;
import org.junit.jupiter.api.Test;
import wistaxis.core.buttons.DeviceMachine;
import wistaxis.core.buttons.DeviceState;
import wistaxis.core.buttons.Input;
import wistaxis.core.buttons.Screen;
import wistaxis.core.buttons.Start;
import wistaxis.core.device.ButtonLayout;
import wistaxis.core.device.DeviceCatalogue;

/** The staged run against the simulated device; stage order and the 15-minute window are common practice. */
class RestoreRunTest {
    private static final long SECOND = 1_000_000_000L;

    private final DeviceMachine machine = new DeviceMachine(DeviceCatalogue.shipped().family(ButtonLayout.SIDE_KEY));
    private DeviceState device = machine.start(Start.RECOVERY, true, 0);
    private RestoreRun run = RestoreRun.begin(RestoreStage.shipped(), 0);
    private Gate proof = new Gate.Passed();
    private Gate signing = new Gate.Passed();
    private final List<String> reached = new ArrayList<>();
    private long now;

    private void pass(long seconds) {
        for (long end = now + seconds * SECOND; now < end; now += SECOND / 4) {
            device = machine.advance(device, now);
            RestoreRun next = run.step(now, new RestoreRun.Outside(machine.computer(device), machine.screen(device), proof, signing));
            boolean again = run.state() instanceof RestoreRun.State.Waiting && next.state() instanceof RestoreRun.State.Working;
            if (again && next.current().needs() == RestoreStage.Needs.CONTACT) {
                assertThat(next.current().id()).as("what lost contact is sent anew").isEqualTo("send");
            }
            if (next.stage() != run.stage() || again) {
                reached.add(next.current().id());
                RestoreStage.Tells command = next.current().command();
                device = command == null ? device : machine.apply(device, command == RestoreStage.Tells.BEGIN ? new Input.BeginRestore()
                        : new Input.EndRestore(false), now);
            }
            run = next;
        }
    }

    @Test
    void goesThroughTheStagesInOrderToTheGreeting() {
        pass(900);
        assertThat(run.state()).isInstanceOf(RestoreRun.State.Done.class);
        assertThat(machine.screen(device)).isEqualTo(Screen.GREETING);
        assertThat(reached).containsExactly("extract", "prepare", "sign", "send", "restore-software", "restore-firmware", "verify",
                "restart", "second-bar", "greeting");
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

    /**
     * Cable out and in, the window over, put back: whatever comes when, nothing is written out of order, what is done is never more than
     * all, and left in peace it ends at the greeting.
     */
    @Property(tries = 120, seed = "20260512")
    void whateverComesTheRunWaitsOrGoesOnAndEndsAtTheGreeting(@ForAll("pauses") List<Integer> pauses) {
        for (int i = 0; i < pauses.size(); i++) {
            pass(pauses.get(i));
            boolean over = run.state() instanceof RestoreRun.State.Done;
            switch (i % 3) {
                case 0 -> device = machine.apply(device, new Input.Unplug(), now);
                case 1 -> device = machine.apply(device, new Input.Plug(), now);
                default -> device = over || run.current().needs() == RestoreStage.Needs.NOTHING ? device : machine.start(Start.RECOVERY, true, now);
            }
            assertThat(run.fraction()).isBetween(0.0, 1.0);
            assertThat(run.deviceFraction()).isBetween(0.0, 1.0);
            assertThat(run.modeNeededNanos()).isBetween(0L, run.leftNanos());
        }
        if (!(run.state() instanceof RestoreRun.State.Done) && run.current().needs() != RestoreStage.Needs.NOTHING) {
            device = machine.apply(device, new Input.Plug(), now);
            pass(5);
            device = run.state() instanceof RestoreRun.State.Waiting ? machine.start(Start.RECOVERY, true, now) : device;
        }
        pass(1000);
        assertThat(run.state()).as("pauses %s, reached %s", pauses, reached).isInstanceOf(RestoreRun.State.Done.class);
        assertThat(machine.screen(device)).isIn(Screen.GREETING, Screen.LOCK_SCREEN);
        List<String> order = RestoreStage.shipped().stream().map(RestoreStage::id).toList();
        for (int i = 1; i < reached.size(); i++) {
            int step = order.indexOf(reached.get(i)) - order.indexOf(reached.get(i - 1));
            assertThat(step == 1 || step == 0 || reached.get(i).equals("send")).as("%s", reached).isTrue();
        }
    }

    @Provide
    Arbitrary<List<Integer>> pauses() {
        return Arbitraries.integers().between(0, 600).withDistribution(RandomDistribution.uniform()).list().ofMinSize(3).ofMaxSize(9);
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
