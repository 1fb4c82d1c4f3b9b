package wistaxis.core.outside;

import java.nio.file.Path;
import org.jspecify.annotations.Nullable;

/** Looks at the bench computer. May take a second; to be called off the interface thread. */
public interface ComputerProbe {
    ComputerFacts look(Path folder);

    /**
     * What can be seen of the bench computer.
     *
     * @param onMains whether it runs on mains power; a computer without a battery does; null when the system does not say
     * @param freeBytes free on the disk of the folder, 0 or more
     * @param networkUp whether a network interface is up
     * @param usbControllers how many USB controllers there are
     * @param says the system's family, for example {@code Windows}
     * @param version the system's version, for example {@code 10.14.6}; empty when it does not say
     */
    record ComputerFacts(@Nullable Boolean onMains, long freeBytes, boolean networkUp, int usbControllers, String says, String version) {
        public ComputerFacts(@Nullable Boolean onMains, long freeBytes, boolean networkUp, int usbControllers, String says) {
            this(onMains, freeBytes, networkUp, usbControllers, says, "");
        }
    }
}
