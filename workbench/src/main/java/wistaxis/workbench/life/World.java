package wistaxis.workbench.life;

import static wistaxis.core.words.Say.t;

import java.net.URI;
import java.time.Instant;
import java.util.function.BiFunction;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import wistaxis.core.buttons.DeviceMachine;
import wistaxis.core.buttons.DeviceState;
import wistaxis.core.facts.BadInput;
import wistaxis.core.outside.ComputerProbe;
import wistaxis.core.outside.DeviceLink;
import wistaxis.core.outside.ObservedDevice;
import wistaxis.core.signing.Ed25519Key;
import wistaxis.core.usb.UsbWatch;

/**
 * What lies outside of the bench. Nothing of it is started or asked before it is needed.
 *
 * @param simulated whether it is the practice world, which has paces and a mark on every page
 * @param services where firmware library and signing service answer; asked off the interface thread
 * @param trusted whose signatures are believed; gives null for nobody's
 * @param usualFirmware the size of a firmware file before a build is chosen, bytes
 * @param device the device of a ticket, in the state in which its ledger left it
 * @param drill a simulated device to practise on
 * @param computer looks at this computer
 * @param usb looks at its USB; null where nobody does
 * @param end closes what was started
 */
public record World(
        boolean simulated, Supplier<URI> services, Supplier<@Nullable Ed25519Key> trusted, long usualFirmware,
        BiFunction<DeviceMachine, DeviceState, DeviceLink> device, BiFunction<DeviceMachine, DeviceState, DeviceLink> drill,
        ComputerProbe computer, @Nullable UsbWatch usb, AutoCloseable end) {
    /** A world without USB. */
    public World(boolean simulated, Supplier<URI> services, Supplier<@Nullable Ed25519Key> trusted, long usualFirmware,
            BiFunction<DeviceMachine, DeviceState, DeviceLink> device, BiFunction<DeviceMachine, DeviceState, DeviceLink> drill,
            ComputerProbe computer, AutoCloseable end) {
        this(simulated, services, trusted, usualFirmware, device, drill, computer, null, end);
    }

    /** The size of a firmware file before a build is chosen, on the real bench: common practice, 2 to 10 GB. */
    private static final long USUAL = 7_000_000_000L;

    /**
     * The real bench: devices are what is seen of them, and nothing is asked of anybody whom the shop has not named.
     *
     * @param drill a simulated device, for the drill, which stays a drill
     */
    public static World real(ComputerProbe computer, @Nullable UsbWatch usb, BiFunction<DeviceMachine, DeviceState, DeviceLink> drill) {
        return new World(false, () -> {
            throw new BadInput(t("workbench.bad.no-library"));
        }, () -> null, USUAL, ObservedDevice::new, drill, computer, usb, () -> { });
    }

    /** Makes a world that goes by a bench's time. */
    public interface Maker {
        World make(Supplier<Instant> benchTime);
    }
}
