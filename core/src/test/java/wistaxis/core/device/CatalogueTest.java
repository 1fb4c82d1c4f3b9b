package wistaxis.core.device;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import wistaxis.core.facts.Provenance;
import wistaxis.core.keys.HostView;
import wistaxis.core.keys.UsbProduct;

class CatalogueTest {
    private final DeviceCatalogue devices = DeviceCatalogue.shipped();

    /** Published: npm package ios-device-list 1.1.37 (MIT). It knows no A-numbers of the iPhone 14 generation; ours are from memory. */
    @Test
    void sideKeyPhonesAgreeWithTheOpenDeviceList() throws IOException {
        Map<String, TreeSet<String>> numbers = new TreeMap<>();
        List<String> lines = Files.readAllLines(Path.of("src/test/resources/reference/device-identifiers.csv"));
        for (String line : lines.subList(1, lines.size())) {
            String[] cells = line.replaceAll("\"(i\\w+),(\\d+)\"", "$1;$2").split(",", -1);
            String identifier = cells[1].replace(';', ',');
            DeviceModel ours = devices.byIdentifier(identifier).orElseThrow(() -> new AssertionError("missing: " + line));
            assertThat(ours.name()).isEqualTo(cells[0]);
            assertThat(ours.family()).isEqualTo(KeyFamily.SIDE_KEY);
            TreeSet<String> listed = numbers.computeIfAbsent(identifier, _ -> new TreeSet<>());
            listed.addAll(cells[2].isBlank() ? List.of() : List.of(cells[2].split(" ")));
        }
        numbers.forEach((identifier, listed) -> {
            DeviceModel ours = devices.byIdentifier(identifier).orElseThrow();
            if (listed.isEmpty()) {
                assertThat(ours.provenance()).isEqualTo(Provenance.MEMORY);
            } else {
                assertThat(new TreeSet<>(ours.aNumbers())).as(identifier).isEqualTo(listed);
            }
        });
        assertThat(numbers).hasSize(27);
    }

    @Test
    void anANumberBelongsToOneModel() {
        List<String> all = new ArrayList<>();
        devices.models().forEach(m -> all.addAll(m.aNumbers()));
        assertThat(all).doesNotHaveDuplicates();
        assertThat(devices.models()).extracting(DeviceModel::identifier).doesNotHaveDuplicates();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {"a2403 | iPhone13,2", "iphone13,2 | iPhone13,2", "IPHONE 12 | iPhone13,2", "12 mini | iPhone13,1", "se (3 | iPhone14,6", "13 | iPhone14,5"})
    void isFoundByWhatIsTyped(String typed, String identifier) {
        assertThat(devices.search(typed).getFirst().identifier()).isEqualTo(identifier);
    }

    @Test
    void oneGenerationMayHaveSeveralIdentifiersAndNonsenseNone() {
        assertThat(devices.search("iPhone X")).extracting(DeviceModel::identifier).startsWith("iPhone10,3", "iPhone10,6");
        assertThat(devices.search("A9999")).isEmpty();
    }

    /** Published: usb.ids 2025.07.26. */
    @Test
    void usbProductIdsTellTheMode() throws IOException {
        List<String> lines = Files.readAllLines(Path.of("src/test/resources/reference/usb-product-ids.csv"));
        for (String line : lines.subList(1, lines.size())) {
            String[] cells = line.split(",");
            assertThat(Integer.parseInt(cells[0], 16)).isEqualTo(UsbProduct.VENDOR);
            assertThat(UsbProduct.modeOf(Integer.parseInt(cells[1], 16))).hasToString(cells[2]);
        }
        assertThat(UsbProduct.modeOf(0x12a8)).isEqualTo(HostView.NORMAL);
    }
}
