package wistaxis.core.facts;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import wistaxis.core.signing.SigningRequest;

/** Bad JSON is refused with the file, the line and what is wrong, in words that hold no class names. */
class JsonTest {
    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
        {"extra":1,"identifier":"a","build":"b","nonce":"%s"}   | unknown field [extra]; known fields are
        {"identifier":"a","build":"b","nonce":7}                | nonce
        {"identifier":"a","identifier":"b"}                     | Duplicate field 'identifier'
        {"identifier":"a","build":"b","nonce":"short"}          | nonce [short]: 32 hex digits
        {"identifier":{"x":1}}                                  | identifier
        {"identifier":"a"                                       | line 1
        [1, 2]                                                  | line 1
        {"identifier":"a"}                                      | field [build] is missing
        {"identifier":"a","build":"b","nonce":"%s"} trailing    | trailing
        null                                                    | [null]
        ``                                                      | request.json
        """)
    void isRefusedInWords(String json, String says) {
        assertThatThrownBy(() -> Json.read(json == null ? "" : json.replace("%s", "0".repeat(32)), SigningRequest.class, "request.json"))
                .isInstanceOf(BadInput.class)
                .hasMessageStartingWith("request.json").hasMessageContaining(says)
                .satisfies(e -> assertThat(e.getMessage()).doesNotContain("com.fasterxml").doesNotContain("java.util")
                .doesNotContain("wistaxis."));
    }

    @Test
    void theLineIsThatOfTheMistake() {
        assertThatThrownBy(() -> Json.read("{\n\"identifier\": \"a\", \"build\": \"b\", \"nonce\": \"" + "0".repeat(32)
                + "\",\n\n\"colour\": 3}", SigningRequest.class, "r.json")).hasMessageStartingWith("r.json line 4")
                .hasMessageContaining("[colour]");
    }
}
