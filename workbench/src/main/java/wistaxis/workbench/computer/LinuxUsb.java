package wistaxis.workbench.computer;

import static wistaxis.core.words.Say.t;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import wistaxis.core.outside.OutsideProblem;
import wistaxis.core.usb.UsbDevice;
import wistaxis.core.usb.UsbWatch;

/** The device tree of Linux: a folder for each thing on the bus, with small files in it. Published: the kernel's sysfs-bus-usb. */
public final class LinuxUsb implements UsbWatch {
    /** Where the kernel keeps it. */
    public static final Path USUAL = Path.of("/sys/bus/usb/devices");

    private static final int LONGEST = 512;

    private final Path root;

    public LinuxUsb(Path root) {
        this.root = root;
    }

    /** A thing that goes while it is read is not there. */
    @Override
    public List<UsbDevice> look() throws OutsideProblem {
        List<UsbDevice> devices = new ArrayList<>();
        try (DirectoryStream<Path> things = Files.newDirectoryStream(root)) {
            for (Path thing : things) {
                device(thing).ifPresent(devices::add);
            }
        } catch (IOException e) {
            throw new OutsideProblem(t("workbench.usb.unreadable", "why", e instanceof NoSuchFileException
                    ? t("workbench.usb.no-folder", "folder", root) : e.getMessage()), e);
        }
        devices.sort(Comparator.comparing(UsbDevice::port));
        return devices;
    }

    private static Optional<UsbDevice> device(Path thing) {
        String vendor = text(thing, "idVendor");
        return vendor.isEmpty() ? Optional.empty() : UsbDevice.of(vendor, text(thing, "idProduct"), thing.getFileName().toString(),
                text(thing, "serial"));
    }

    private static String text(Path thing, String file) {
        try (var in = Files.newInputStream(thing.resolve(file))) {
            return new String(in.readNBytes(LONGEST), StandardCharsets.UTF_8).strip();
        } catch (IOException e) {
            return "";
        }
    }

    @Override
    public String says() {
        return t("workbench.usb.list");
    }
}
