package wistaxis.core.lot;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import wistaxis.core.device.DeviceNumber;
import wistaxis.core.facts.BadInput;

/** What names a device, and lists of such numbers. The lengths of serial numbers are from memory; the check digit: 3GPP TS 23.003. */
class LotListTest {
    @ParameterizedTest
    @CsvSource({"356958031648321, imei, 356958031648321", "35 695803 164832 1, imei, 356958031648321", "35-695803-164832-1, imei, 356958031648321",
        "dmq1x2y3z4a5, serial, DMQ1X2Y3Z4A5", "' GULL0001 ', serial, GULL0001", "ABCDEFGH, serial, ABCDEFGH"})
    void isAnImeiOrASerialNumber(String typed, String fact, String value) {
        assertThat(DeviceNumber.parse(typed)).isEqualTo(new DeviceNumber(fact, value));
    }

    @ParameterizedTest
    @CsvSource({"356958031648320, check digit", "35695803164832, one short of 15", "GULL, neither an IMEI", "1234567, neither an IMEI", "not a number, neither an IMEI", "GULL000000000001, neither an IMEI"})
    void isToldWhereItIsNeither(String typed, String says) {
        assertThatThrownBy(() -> DeviceNumber.parse(typed)).isInstanceOf(BadInput.class).hasMessageContaining("[").hasMessageMatching("(?s).*(" + says
                + "|digit).*");
    }

    @Test
    void aListNamesItsBadLinesAndKeepsTheOthers() {
        LotList list = LotList.read("\uFEFFserial;owner's name\n\"GULL0001\";\"tablet 1\"\nGULL0002\t2\n\nGULL\ngull0001\nGULL0003,a,b\n",
                Set.of(new DeviceNumber("serial", "GULL0003")));
        assertThat(list.entries()).containsExactly(new LotList.Entry(2, new DeviceNumber("serial", "GULL0001"), "tablet 1"),
                new LotList.Entry(3, new DeviceNumber("serial", "GULL0002"), "2"));
        assertThat(list.problems()).satisfiesExactly(a -> assertThat(a).startsWith("line 5: [GULL]"), b -> assertThat(b).contains("line 6",
                "0001", "line 2"), c -> assertThat(c).contains("line 7", "0003", "in this lot already"));
        assertThat(LotList.read("GULL", Set.of()).problems()).as("a single line is no heading").hasSize(1);
        assertThatThrownBy(() -> LotList.read("GULL0001\n".repeat(2_001), Set.of())).hasMessageContaining("2,001");
    }
}
