package wistaxis.core.outside;

import java.nio.file.Path;
import org.jspecify.annotations.Nullable;

/** Looks at the bench computer. May take a second; to be called off the interface thread. */
public interface HostProbe {
    HostFacts look(Path folder);

    /**
     * What can be seen of the bench computer.
     *
     * @param onMains whether it runs on mains power; a computer without a battery does; null when the system does not say
     * @param freeBytes free on the disk of the folder, 0 or more
     * @param networkUp whether a network interface is up
     * @param usbControllers how many USB controllers there are
     * @param says the computer in a few words
     */
    record HostFacts(@Nullable Boolean onMains, long freeBytes, boolean networkUp, int usbControllers, String says) {}
}
