package wistaxis.core.device;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import wistaxis.core.buttons.ComputerSees;
import wistaxis.core.buttons.UsbProduct;
import wistaxis.core.facts.Provenance;

class CatalogueTest {
    private final DeviceCatalogue devices = DeviceCatalogue.shipped();

    /**
     * Where the open list and the catalogue disagree, by a pattern of the list's rows: what is said there, what here, and which side is
     * right.
     * Everything else must agree.
     */
    private static final List<Disagreement> DISAGREEMENTS = List.of(
            new Disagreement("iPhone|iPad|iPod touch|iPad mini|iPad Air", "$0 (1st generation)",
            "ours: the bare name is what people call the whole line"),
            new Disagreement("iPhone 4S", "iPhone 4s", "ours: the maker writes the s small, as with the 5s and 6s of the same list"),
            new Disagreement("iPad Pro \\((9\\.7|10\\.5)-inch\\)", "iPad Pro $1-inch", "ours, only in form: one way to write a size"),
            new Disagreement("iPad Pro \\((11|12\\.9)-inch\\)", "iPad Pro $1-inch (1st generation)",
            "ours: the list numbers the later ones, so this is the first"),
            new Disagreement("iPad Pro \\((12\\.9)-inch, (2nd generation)\\)", "iPad Pro $1-inch ($2)",
            "ours, only in form: the list itself writes the 3rd otherwise"),
            new Disagreement("iPad Pro \\((11|12\\.9)-inch\\) \\((\\d\\w\\w generation)\\)", "iPad Pro $1-inch ($2)",
            "ours, only in form"));

    /** Models whose A-numbers the list leaves out; ours are from memory. */
    private static final List<String> NUMBERS_FROM_MEMORY = List.of("iPhone14,7", "iPhone14,8", "iPhone15,2", "iPhone15,3", "iPad13,4",
            "iPad13,5", "iPad13,6", "iPad13,7",
            "iPad13,8", "iPad13,9", "iPad13,10", "iPad13,11");

    private record Disagreement(String theirs, String ours, String right) {
        static String settled(String name) {
            return DISAGREEMENTS.stream().filter(d -> name.matches(d.theirs())).findFirst()
                    .map(d -> name.replaceFirst("^" + "(?:" + d.theirs() + ")$", d.ours())).orElse(name);
        }
    }

    /** Published: npm firmware file ios-device-list 1.1.37 (MIT), up to 2022, the whole of it. */
    @Test
    void agreesWithTheOpenDeviceListButForWhatIsListed() throws IOException {
        Map<String, TreeSet<String>> numbers = new TreeMap<>();
        Set<Disagreement> met = new HashSet<>();
        List<String> lines = Files.readAllLines(Path.of("src/test/resources/reference/device-identifiers.csv"));
        for (String line : lines.subList(1, lines.size())) {
            Matcher row = Pattern.compile("\\w+,(\"[^\"]+\"|[^,]+),\"(\\w+,\\d+)\",([^,]*),.*").matcher(line);
            assertThat(row.matches()).as(line).isTrue();
            String theirs = row.group(1).replace("\"", "");
            DeviceModel ours = devices.byIdentifier(row.group(2)).orElseThrow(() -> new AssertionError("missing: " + line));
            assertThat(ours.name()).isEqualTo(Disagreement.settled(theirs));
            DISAGREEMENTS.stream().filter(d -> theirs.matches(d.theirs())).forEach(met::add);
            TreeSet<String> listed = numbers.computeIfAbsent(ours.identifier(), _ -> new TreeSet<>());
            listed.addAll(row.group(3).isBlank() ? List.of() : List.of(row.group(3).split(" ")));
        }
        assertThat(met).as("a disagreement that is none any more").hasSameSizeAs(DISAGREEMENTS);
        assertThat(numbers).hasSize(131);
        numbers.forEach((identifier, listed) -> {
            DeviceModel ours = devices.byIdentifier(identifier).orElseThrow();
            assertThat(listed.isEmpty()).as(identifier).isEqualTo(NUMBERS_FROM_MEMORY.contains(identifier));
            assertThat(ours.provenance()).isEqualTo(listed.isEmpty() ? Provenance.MEMORY : Provenance.PUBLISHED);
            if (!listed.isEmpty()) {
                assertThat(new TreeSet<>(ours.aNumbers())).as(identifier).isEqualTo(listed);
            }
        });
        assertThat(devices.models()).hasSizeGreaterThanOrEqualTo(150).filteredOn(m -> !numbers.containsKey(m.identifier()))
                .allSatisfy(m -> assertThat(m.provenance()).isEqualTo(Provenance.MEMORY));
    }

    @Test
    void anANumberBelongsToOneGeneration() {
        Map<String, TreeSet<String>> generations = new TreeMap<>();
        devices.models().forEach(m -> m.aNumbers().forEach(a -> generations.computeIfAbsent(a, _ -> new TreeSet<>()).add(m.name())));
        assertThat(generations.values()).allSatisfy(names -> assertThat(names).hasSize(1));
        assertThat(devices.models()).extracting(DeviceModel::identifier).doesNotHaveDuplicates();
    }

    /** Common practice: the table of button layouts; plugs from memory. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {
        "iPhone 4s | HOME-PHONE | 30-pin | HOME TOP", "iPhone 5 | HOME-PHONE | 8-pin | HOME TOP",
                "iPhone 6s Plus | HOME-PHONE | 8-pin | HOME SIDE", "iPhone SE (1st generation) | HOME-PHONE | 8-pin | HOME TOP",
        "iPod touch (6th generation) | HOME-PHONE | 8-pin | HOME TOP", "iPhone 7 | VOLUME-DOWN | 8-pin | SIDE VOLUME_DOWN",
        "iPod touch (7th generation) | VOLUME-DOWN | 8-pin | TOP VOLUME_DOWN",
        "iPhone 8 | SIDE-KEY | 8-pin | SIDE VOLUME_UP", "iPhone 16e | SIDE-KEY | USB-C | SIDE VOLUME_UP",
        "iPhone Air | SIDE-KEY | USB-C | SIDE VOLUME_UP", "iPhone 14 Pro | SIDE-KEY | 8-pin | SIDE VOLUME_UP",
        "iPhone 15 | SIDE-KEY | USB-C | SIDE VOLUME_UP", "iPad (3rd generation) | HOME-PAD | 30-pin | HOME TOP",
        "iPad (9th generation) | HOME-PAD | 8-pin | HOME TOP",
        "iPad (10th generation) | TOP-PAD | USB-C | TOP VOLUME_UP", "iPad Pro 11-inch (1st generation) | TOP-PAD | USB-C | TOP VOLUME_UP",
        "iPad Air (4th generation) | TOP-PAD | USB-C | TOP VOLUME_UP",
        "iPad mini (6th generation) | TOP-PAD | USB-C | TOP VOLUME_UP", "iPad Pro 10.5-inch | HOME-PAD | 8-pin | HOME TOP"})
    void familiesPlugsAndButtonsAreThoseOfCommonPractice(String name, String family, String plug, String buttons) {
        assertThat(devices.models()).filteredOn(m -> m.name().equals(name)).isNotEmpty().allSatisfy(m -> {
            assertThat(m.family()).hasToString(family);
            assertThat(m.plug()).isEqualTo(plug);
            assertThat(m.body().buttons()).extracting(k -> k.button().name()).contains(buttons.split(" "));
        });
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {"a2403 | iPhone13,2", "iphone13,2 | iPhone13,2", "IPHONE 12 | iPhone13,2", "12 mini | iPhone13,1",
            "se (3 | iPhone14,6", "13 | iPhone14,5",
        "se 2 | iPhone12,8", "ipad 9 | iPad12,1", "ipad9 | iPad12,1", "12.9 5th gen | iPad13,8", "mini 6 | iPad14,1", "air m2 | iPad14,8",
        "XS m | iPhone11,4", "ipad pro 11 3 | iPad13,4", "touch 7 | iPod9,1", "1st gen iphone | iPhone1,1"})
    void isFoundByWhatIsTyped(String typed, String identifier) {
        assertThat(devices.search(typed).getFirst().identifier()).isEqualTo(identifier);
    }

    @Test
    void oneGenerationMayHaveSeveralIdentifiersAndNonsenseNone() {
        assertThat(devices.search("iPhone X")).extracting(DeviceModel::identifier).startsWith("iPhone10,3", "iPhone10,6");
        assertThat(List.of("A9999", "iPhone 99", "fridge", "", "  ", "!?"))
                .allSatisfy(typed -> assertThat(devices.search(typed)).isEmpty());
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
        assertThat(UsbProduct.modeOf(0x12a8)).isEqualTo(ComputerSees.NORMAL);
    }
}
