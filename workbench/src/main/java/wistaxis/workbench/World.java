package wistaxis.workbench;

import java.net.URI;
import java.time.Instant;
import java.util.function.BiFunction;
import java.util.function.Supplier;
import wistaxis.core.keys.DeviceMachine;
import wistaxis.core.keys.DeviceState;
import wistaxis.core.outside.DeviceLink;
import wistaxis.core.outside.HostProbe;
import wistaxis.core.signing.Ed25519Key;

/**
 * What lies outside of the bench. Nothing of it is started or asked before it is needed.
 *
 * @param simulated whether it is the practice world, which has paces and a mark on every page
 * @param services where firmware library and signing service answer; asked off the interface thread
 * @param trusted whose signatures are believed
 * @param usualPackage the size of a package before a build is chosen, bytes
 * @param device the device of a ticket, in the state in which its ledger left it
 * @param drill a simulated device to practise on
 * @param host looks at this computer
 * @param end closes what was started
 */
public record World(
        boolean simulated, Supplier<URI> services, Supplier<Ed25519Key> trusted, long usualPackage,
        BiFunction<DeviceMachine, DeviceState, DeviceLink> device, BiFunction<DeviceMachine, DeviceState, DeviceLink> drill,
        HostProbe host, AutoCloseable end) {
    /** Makes a world that goes by a bench's time. */
    public interface Maker {
        World make(Supplier<Instant> benchTime);
    }
}
