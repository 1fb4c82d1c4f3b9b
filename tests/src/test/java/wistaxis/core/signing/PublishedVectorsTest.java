package wistaxis.core.signing;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.HexFormat;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import wistaxis.core.facts.Sha256;

/** SHA-256 and Ed25519 against the published vectors. */
class PublishedVectorsTest {
    /** Published: NIST, SHA-256 examples to FIPS 180-4 (one block, two blocks), and the empty message. */
    @ParameterizedTest
    @CsvSource({
        "'', e3b0c44298fc1c149afbf4c8996fb92427ae41e4649b934ca495991b7852b855",
        "abc, ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad",
        "abcdbcdecdefdefgefghfghighijhijkijkljklmklmnlmnomnopnopq, 248d6a61d20638b8e5c026930c3e6039a33ce45964ff2167f6ecedd419db06c1",
    })
    void sha256(String message, String digest) {
        assertThat(Sha256.of(message.getBytes(StandardCharsets.US_ASCII))).isEqualTo(digest);
    }

    /** Published: RFC 8032, section 7.1, tests 1 to 3: public key, message, signature. */
    @ParameterizedTest
    @CsvSource({
        "d75a980182b10ab7d54bfed3c964073a0ee172f3daa62325af021a68f707511a, '', "
            + "e5564300c360ac729086e2cc806e828a84877f1eb8e5d974d873e065224901555fb8821590a33bacc61e39701cf9b46bd25bf5f0595bbe24655141438e7a100b",
        "3d4017c3e843895a92b70aa74d1b7ebc9c982ccf2ec4968cc0cd55f12af4660c, 72, "
            + "92a009a9f0d4cab8720e820b5f642540a2b27b5416503f8fb3762223ebdb69da085ac1e43e15996e458f3613d0f11d8c387b2eaeb4302aeeb00d291612bb0c00",
        "fc51cd8e6218a1a38da47ed00230f0580816ed13ba3303ac5deb911548908025, af82, "
            + "6291d657deec24024827e69c3abe01a30ce548a284743a445e3680d7db5ac3ac18ff9b538d16f290ae67f760984dc6594a7c15e9716ed28dc027beceea1ec40a",
    })
    void ed25519(String key, String message, String signature) {
        byte[] text = HexFormat.of().parseHex(message);
        byte[] signed = HexFormat.of().parseHex(signature);
        assertThat(Ed25519Key.parse(key).verifies(text, signed)).isTrue();
        signed[5] ^= 1;
        assertThat(Ed25519Key.parse(key).verifies(text, signed)).isFalse();
        assertThat(Ed25519Key.parse(key).verifies(text, new byte[3])).isFalse();
    }

    @Test
    void anAnswerToAnotherQuestionIsNoAnswer() {
        SigningRequest asked = new SigningRequest("iPhone13,2", "31K88", "0".repeat(32));
        SigningRequest other = new SigningRequest("iPhone13,2", "31K88", "1".repeat(32));
        Ed25519Key key = Ed25519Key.parse("d75a980182b10ab7d54bfed3c964073a0ee172f3daa62325af021a68f707511a");
        assertThat(new SigningAnswer(true, other.statement(), "AA==", null).check(asked, key).says().words()).asString().contains("something other than");
        assertThat(new SigningAnswer(true, asked.statement(), "!!", null).check(asked, key).says().words()).asString().contains("not genuine");
        assertThat(new SigningAnswer(true, asked.statement(), null, null).check(asked, key).granted()).isFalse();
        assertThat(new SigningAnswer(false, null, null, "closed").check(asked, key).says().words()).asString().contains("closed");
    }
}
