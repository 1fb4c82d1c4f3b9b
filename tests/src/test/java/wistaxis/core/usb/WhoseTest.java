package wistaxis.core.usb;

import java.util.Set;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import wistaxis.core.buttons.ComputerSees;
import wistaxis.core.buttons.UsbProduct;

/** Which ticket a device on the computer belongs to, and what its serial string says. */
class WhoseTest {
    private static final int UP = 0x12a8;

    private static String id(int unit) {
        return String.format("00008101-%016X", 0xA000L + unit);
    }

    private static UsbDevice device(int unit, ComputerSees mode, String port) {
        return mode == ComputerSees.NORMAL ? new UsbDevice(UP, port, id(unit)) : new UsbDevice(mode == ComputerSees.DFU ? UsbProduct.DFU
                : UsbProduct.RECOVERY, port, String.format("CPID:8101 BDID:0C ECID:%016X", 0xA000L + unit));
    }

    /**
     * Units hang on ports of their own and change modes at random, one or several at a time; each is bound once. From then on no look ever
     * gives a device to another ticket than its own.
     */
    @Test
    void boundOnceADeviceIsKnownThroughAllItsModes() {
        SplittableRandom random = new SplittableRandom(11);
        for (int round = 0; round < 200; round++) {
            int units = 1 + random.nextInt(4);
            Map<String, Bound> bound = new HashMap<>();
            ComputerSees[] modes = new ComputerSees[units];
            for (int u = 0; u < units; u++) {
                modes[u] = ComputerSees.NORMAL;
                bound.put("T-" + u, Bound.of(device(u, ComputerSees.NORMAL, "1-" + u)));
            }
            for (int look = 0; look < 12; look++) {
                List<UsbDevice> now = new ArrayList<>();
                for (int u = 0; u < units; u++) {
                    modes[u] = random.nextInt(3) == 0 ? ComputerSees.values()[random.nextInt(4)] : modes[u];
                    if (modes[u] != ComputerSees.NOTHING) {
                        now.add(device(u, modes[u], "1-" + u));
                    }
                }
                Whose whose = Whose.of(now, bound, List.of(), Set.of());
                assertThat(whose.known().keySet()).hasSameSizeAs(now);
                whose.known().forEach((d, t) -> {
                    assertThat(t).isEqualTo("T-" + d.port().substring(2));
                    bound.put(t, bound.get(t).with(d));
                });
            }
        }
    }

    @Test
    void aKnownUnitIsKnownOnAnotherPortAndAStrangerOnItsPortIsNot() {
        Map<String, Bound> bound = Map.of("T-1", Bound.of(device(1, ComputerSees.RECOVERY, "1-1")));
        assertThat(Whose.of(List.of(device(1, ComputerSees.DFU, "2-4")), bound, List.of(), Set.of()).known()).containsValue("T-1");
        Whose stranger = Whose.of(List.of(device(2, ComputerSees.RECOVERY, "1-1")), bound, List.of("T-9"), Set.of());
        assertThat(stranger.known()).isEmpty();
        assertThat(stranger.offers().values()).containsExactly(List.of("T-9"));
        UsbDevice otherBoard = new UsbDevice(UsbProduct.DFU, "1-1", "CPID:8101 BDID:0E");
        assertThat(Whose.of(List.of(otherBoard), bound, List.of(), Set.of()).known()).as("another board").isEmpty();
        assertThat(Whose.of(List.of(device(2, ComputerSees.NORMAL, "1-1")), bound, List.of(), Set.of()).known())
                .as("its number contradicts, in another mode too").isEmpty();
        List<UsbDevice> later = List.of(new UsbDevice(UP, "1-1", "0a1b2c3d4e5f60718293a4b5c6d7e8f901234567"));
        assertThat(Whose.of(later, bound, List.of(), Set.of()).known()).as("it has changed its mode").containsValue("T-1");
        Whose unsure = Whose.of(later, bound, List.of(), Set.of("T-1"));
        assertThat(unsure.known()).as("after a gap: another one may hang there").isEmpty();
        assertThat(unsure.offers()).as("and is asked about").isEqualTo(Map.of(later.getFirst(), List.of("T-1")));
    }

    @Test
    void twoWithOneNameAreToldApartByTheirPortsOrByNobody() {
        UsbDevice here = device(1, ComputerSees.RECOVERY, "1-1");
        UsbDevice there = device(1, ComputerSees.RECOVERY, "1-2");
        Whose whose = Whose.of(List.of(here, there), Map.of("T-1", Bound.of(here)), List.of(), Set.of());
        assertThat(whose.known()).isEqualTo(Map.of(here, "T-1"));
        UsbDevice third = device(1, ComputerSees.RECOVERY, "1-3");
        assertThat(Whose.of(List.of(there, third), Map.of("T-1", Bound.of(here)), List.of(), Set.of()).known()).isEmpty();
    }

    /** From memory; read leniently. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', value = {
        "CPID:8030 CPRV:11 CPFM:03 SCEP:01 BDID:0C ECID:000A1111 SRTG:[x-1 (2)] | 8030 | C | A1111",
        "cpid:0x8030 noise bdid:0c::ECID:A1111 | 8030 | C | A1111",
        "00008030-000A111122223333 | | | A111122223333", "0a1b2c3d4e5f60718293a4b5c6d7e8f901234567 | | | 0a1b2c3d4e5f60718293a4b5c6d7e8f901234567",
        "CPID: BDID:[ | | | CPID: BDID:[", "'' | | |",
    })
    void serialStringsAreReadLeniently(String serial, String chip, String board, String unit) {
        SerialWords words = SerialWords.of(serial);
        assertThat(words.chip().orElse(null)).isEqualTo(chip);
        assertThat(words.board().orElse(null)).isEqualTo(board);
        assertThat(words.unit().filter(u -> !u.isEmpty()).orElse(null)).isEqualTo(unit);
    }

    @Test
    void whatIsNoPhoneIsNoDeviceAndNamesArePrintable() {
        assertThat(UsbDevice.of("05ac", "1227", "1-1", "a\u001b[2Jb\u202e").orElseThrow().serial()).doesNotContain("\u001b", "\u202e");
        assertThat(List.of("12a7", "12af", "0250", "8600", "x", ""))
                .allSatisfy(p -> assertThat(UsbDevice.of("05ac", p, "1", "")).isEmpty());
        assertThat(UsbDevice.of("1d6b", "1227", "1", "")).as("another maker").isEmpty();
        assertThat(UsbDevice.of("0x05AC", "0x12A8", "1", "").orElseThrow().mode()).isEqualTo(ComputerSees.NORMAL);
    }

    @Test
    void whatChipsAndBoardsWereIsCountedAndAContradictionIsSaid() {
        Kinds kinds = Kinds.of(List.of(Map.entry("8101/C", "iPhone13,2"), Map.entry("8101/C", "iPhone13,2")));
        assertThat(kinds.model("8101/C").orElseThrow().says("iPhone 12")).isEqualTo("seen twice here as iPhone 12");
        assertThat(kinds.against("8101/C", "iPhone13,2")).isEmpty();
        assertThat(kinds.against("8101/C", "iPhone14,5")).isPresent();
        assertThat(kinds.against("8110/C", "iPhone14,5")).as("never seen").isEmpty();
    }
}
