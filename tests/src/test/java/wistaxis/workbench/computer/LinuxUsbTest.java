package wistaxis.workbench.computer;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.groups.Tuple.tuple;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.buttons.ComputerSees;
import wistaxis.core.outside.OutsideProblem;
import wistaxis.core.usb.UsbDevice;

/** A device tree made of files. */
class LinuxUsbTest {
    @TempDir
    private Path root;

    private void thing(String name, Map<String, String> files) throws IOException {
        Path thing = Files.createDirectories(root.resolve(name));
        for (Map.Entry<String, String> file : files.entrySet()) {
            Files.writeString(thing.resolve(file.getKey()), file.getValue() + "\n");
        }
    }

    @Test
    void allThreeModesAreSeenAndEverythingElseIsLeftOut() throws Exception {
        LinuxUsb usb = new LinuxUsb(root);
        thing("usb1", Map.of("idVendor", "1d6b", "idProduct", "0002", "serial", "0000:00:14.0"));
        thing("1-1:1.0", Map.of("bInterfaceClass", "ff"));
        thing("1-1", Map.of("idVendor", "05ac", "idProduct", "12a8", "serial", "00008101-000A11112222001E"));
        thing("1-2.4", Map.of("idVendor", "05ac", "idProduct", "1281", "serial", "CPID:8101 BDID:0C ECID:000A1"));
        thing("1-3", Map.of("idVendor", "05ac", "idProduct", "1227"));
        thing("1-4", Map.of("idVendor", "05ac", "idProduct", "0250", "serial", "a keyboard"));
        thing("1-5", Map.of("idVendor", "05ac"));
        assertThat(usb.look()).extracting(UsbDevice::port, UsbDevice::mode).containsExactly(
                tuple("1-1", ComputerSees.NORMAL), tuple("1-2.4", ComputerSees.RECOVERY),
                tuple("1-3", ComputerSees.DFU));
        assertThat(usb.everyMillis()).as("a change is on the screen within half a second").isLessThanOrEqualTo(300);
    }

    @Test
    void withoutATreeItSaysSo() {
        assertThatThrownBy(() -> new LinuxUsb(root.resolve("none")).look()).isInstanceOf(OutsideProblem.class)
                .hasMessageContaining("none]").hasMessageContaining("asks you");
    }
}
