package wistaxis.desktop.sound;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import wistaxis.core.buttons.SequenceLibrary;
import wistaxis.core.coach.CoachRun;
import wistaxis.core.coach.Score;
import wistaxis.core.coach.Spoken;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.words.Language;
import wistaxis.core.words.Text;

/** The spoken cues as they ship, and when they are said. */
class SpeechTest {
    private static final long SECOND = 1_000_000_000L;

    /** Each word of the message files was recorded, in both languages: it is heard, and short. */
    @Test
    void everyWordShipsInBothLanguages() {
        for (Language language : Language.shipped()) {
            Speech speech = Speech.of(language.tag());
            assertThat(speech.words()).hasSize(18);
            speech.words().forEach((word, pcm) -> {
                assertThat(language.has("core.spoken." + word)).as(word).isTrue();
                assertThat(language.say(Text.of("core.spoken." + word)).split(" ")).as("at most five words").hasSizeLessThan(6);
                assertThat(pcm.length / 2 / (double) Tones.RATE).as("%s, %s", language.tag(), word).isBetween(0.15, 1.2);
                assertThat(loudest(pcm)).as(word).isBetween(8_000, 32_767);
            });
        }
        assertThat(Speech.of("fr").words().get("hold")).as("English where a language has none").isEqualTo(Speech.of("en").words()
                .get("hold"));
    }

    private static int loudest(byte[] pcm) {
        int most = 0;
        for (int i = 0; i + 1 < pcm.length; i += 2) {
            most = Math.max(most, Math.abs((short) (pcm[i] & 0xFF | pcm[i + 1] << 8)));
        }
        return most;
    }

    /** A second of each word, so that moments are easily told. */
    private static final Speech SECONDS = new Speech("x", Map.of("hold", half(), "side", half(), "let-go", half(), "tap", half(),
            "volume-up", half(), "count-5", half(), "count-4", half(), "count-3", half(), "count-2", half(), "count-1", half()));

    private static byte[] half() {
        return new byte[Tones.RATE];
    }

    @Test
    void whatIsKnownBeforeEndsAtItsMomentAndWhatIsSeenIsSpokenOfAfterIt() {
        List<Speech.At> said = SECONDS.at(List.of(new Spoken(List.of("hold", "side"), 10 * SECOND, true),
                new Spoken(List.of("let-go"), 20 * SECOND, true), new Spoken(List.of("tap", "volume-up"), 30 * SECOND, false)));
        assertThat(said).extracting(Speech.At::atNanos).containsExactly(8_940_000_000L, 9_500_000_000L, 19_500_000_000L, 30 * SECOND,
                30_560_000_000L);
    }

    /** Nothing is said over something else: a count gives way, a step's words wait. */
    @Test
    void nothingIsSaidOverSomethingElse() {
        List<Speech.At> said = SECONDS.at(List.of(new Spoken(List.of("count-2"), 18 * SECOND, true),
                new Spoken(List.of("count-1"), 19 * SECOND, true), new Spoken(List.of("let-go", "side"), 20 * SECOND, true),
                new Spoken(List.of("tap"), 20_100_000_000L, true)));
        assertThat(said).extracting(Speech.At::atNanos).containsExactly(17_500_000_000L, 18_940_000_000L, 19_500_000_000L, 20_060_000_000L);
    }

    /** All sequences that ship, led without a miss: the first words end with the count-in, and no word is said over another. */
    @Test
    void everySequenceThatShipsIsSaid() {
        Speech english = Speech.of("en");
        SequenceLibrary.shipped().all().forEach(s -> {
            Score score = Score.of(s, DeviceCatalogue.shipped().family(s.family()), s.from().getFirst());
            CoachRun run = CoachRun.begin(score, 0);
            List<Speech.At> said = english.at(run.spoken(0));
            assertThat(said).as(s.method()).isNotEmpty();
            Spoken first = run.spoken(0).getFirst();
            long firstEnds = said.get(first.words().size() - 1).atNanos() + length(said.get(first.words().size() - 1));
            assertThat(firstEnds).as(s.method()).isBetween(CoachRun.COUNT_IN - 2, CoachRun.COUNT_IN + 2);
            assertThat(said.getFirst().atNanos()).as("not before the count-in: " + s.method()).isNotNegative();
            for (int i = 1; i < said.size(); i++) {
                assertThat(said.get(i).atNanos()).as(s.method()).isGreaterThanOrEqualTo(said.get(i - 1).atNanos() + length(said.get(i - 1)));
            }
        });
    }

    private static long length(Speech.At word) {
        return Math.round(word.pcm().length / 2 * (1e9 / Tones.RATE));
    }
}
