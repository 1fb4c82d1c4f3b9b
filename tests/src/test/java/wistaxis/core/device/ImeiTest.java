package wistaxis.core.device;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Random;
import org.apache.commons.validator.routines.checkdigit.LuhnCheckDigit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import wistaxis.core.facts.BadInput;

class ImeiTest {
    /** Published: the formula of 3GPP TS 23.003 annex B, as implemented by commons-validator 1.10. The numbers are random. */
    @Test
    void agreesWithTheReferenceLibrary() {
        Random random = new Random(15);
        for (int i = 0; i < 5000; i++) {
            String digits = String.format("%07d%08d", random.nextInt(10_000_000), random.nextInt(100_000_000));
            assertThat(Imei.parse(digits).valid()).as(digits).isEqualTo(LuhnCheckDigit.LUHN_CHECK_DIGIT.isValid(digits));
        }
    }

    @Test
    void aMisreadDigitShows() {
        Imei good = Imei.parse("35 695803 164832-0");
        String digits = good.digits().substring(0, 14) + good.expectedCheckDigit();
        for (int at = 0; at < 15; at++) {
            char other = (char) ('0' + (digits.charAt(at) - '0' + 3) % 10);
            assertThat(Imei.parse(digits.substring(0, at) + other + digits.substring(at + 1)).valid()).as("digit %d", at).isFalse();
        }
    }

    @ParameterizedTest
    @CsvSource({"35695803164832, 14 digits", "3569580316483201, 16 digits", "'', 0 digits", "35695803164832O, is not 15 digits"})
    void anythingButFifteenDigitsIsSaid(String typed, String says) {
        assertThatThrownBy(() -> Imei.parse(typed)).isInstanceOf(BadInput.class).hasMessageContaining(says)
                .hasMessageContaining("[" + typed + "]");
    }
}
