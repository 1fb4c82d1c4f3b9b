package wistaxis.workbench.computer;

import static wistaxis.core.words.Say.t;

import com.sun.jna.Platform;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.jspecify.annotations.Nullable;
import oshi.SystemInfo;
import oshi.hardware.HardwareAbstractionLayer;
import oshi.hardware.NetworkIF;
import oshi.hardware.PowerSource;
import wistaxis.core.outside.ComputerProbe;
import wistaxis.store.files.NativeLibrary;

/** This computer as OSHI sees it. The first look takes up to a second or two. */
public final class OshiComputer implements ComputerProbe {
    private static final String BOOT = "jna.boot.library.path";

    /** The library that OSHI calls the system through, unpacked once and used again; its own way would leave one behind at each kill. */
    static void library() {
        String name = System.mapLibraryName("jnidispatch");
        if (System.getProperty(BOOT) == null) {
            Path unpacked = NativeLibrary.unpacked(Platform.class, "/com/sun/jna/" + Platform.RESOURCE_PREFIX + "/" + name, "jna-"
                    + Platform.class.getPackage().getImplementationVersion(), name);
            System.setProperty(BOOT, unpacked == null ? "" : unpacked.toString());
        }
    }

    @Override
    public ComputerFacts look(Path folder) {
        library();
        SystemInfo system = new SystemInfo();
        HardwareAbstractionLayer hardware = system.getHardware();
        try {
            return new ComputerFacts(onMains(hardware.getPowerSources()), Files.getFileStore(folder).getUsableSpace(),
                    networkUp(hardware.getNetworkIFs()),
                    hardware.getUsbDevices(true).size(), system.getOperatingSystem().getFamily(),
                    String.valueOf(system.getOperatingSystem().getVersionInfo().getVersion()));
        } catch (IOException e) {
            throw new UncheckedIOException(t("workbench.usb.disk", "folder", folder), e);
        }
    }

    /** A computer without a battery runs on mains; one whose battery is neither on line nor discharging does not say. */
    private static @Nullable Boolean onMains(List<PowerSource> sources) {
        List<PowerSource> batteries = sources.stream().filter(s -> s.getMaxCapacity() > 1).toList();
        if (batteries.isEmpty() || batteries.stream().anyMatch(PowerSource::isPowerOnLine)) {
            return true;
        }
        return batteries.stream().anyMatch(PowerSource::isDischarging) ? false : null;
    }

    private static boolean networkUp(List<NetworkIF> interfaces) {
        return interfaces.stream().anyMatch(n -> n.getIfOperStatus() == NetworkIF.IfOperStatus.UP || n.getIPv4addr().length > 0);
    }
}
