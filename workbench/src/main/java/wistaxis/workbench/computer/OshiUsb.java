package wistaxis.workbench.computer;

import static wistaxis.core.words.Say.t;

import java.nio.file.Files;
import java.util.List;
import org.jspecify.annotations.Nullable;
import oshi.SystemInfo;
import oshi.hardware.HardwareAbstractionLayer;
import wistaxis.core.outside.OutsideProblem;
import wistaxis.core.usb.UsbDevice;
import wistaxis.core.usb.UsbWatch;

/** The USB of this computer as OSHI sees it, for systems without a device tree of files. */
public final class OshiUsb implements UsbWatch {
    private static final long EVERY_MILLIS = 450;

    private @Nullable HardwareAbstractionLayer hardware;

    @Override
    public List<UsbDevice> look() throws OutsideProblem {
        try {
            HardwareAbstractionLayer there = hardware;
            if (there == null) {
                OshiComputer.library();
                there = new SystemInfo().getHardware();
                hardware = there;
            }
            return there.getUsbDevices(false).stream()
                    .flatMap(d -> UsbDevice.of(d.getVendorId(), d.getProductId(), d.getUniqueDeviceId(), d.getSerialNumber()).stream())
                    .toList();
        } catch (RuntimeException | LinkageError e) {
            throw new OutsideProblem(t("workbench.usb.unreadable", "why", e.getMessage()),
                    e);
        }
    }

    @Override
    public long everyMillis() {
        return EVERY_MILLIS;
    }

    @Override
    public String says() {
        return t("workbench.usb.list");
    }

    /** The way that fits this system. */
    public static UsbWatch ofThisComputer() {
        return Files.isDirectory(LinuxUsb.USUAL.getParent().getParent()) ? new LinuxUsb(LinuxUsb.USUAL) : new OshiUsb();
    }
}
