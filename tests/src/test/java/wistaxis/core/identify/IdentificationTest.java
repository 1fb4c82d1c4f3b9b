package wistaxis.core.identify;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;
import wistaxis.core.device.ButtonLayout;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.facts.BadInput;

class IdentificationTest {
    private static final LookLibrary LOOKS = LookLibrary.shipped(DeviceCatalogue.shipped());

    /**
     * Published: the horse race of T. M. Cover and J. A. Thomas, Elements of Information Theory, 2nd ed. 2006, example 1.1.2: win chances
     * 1/2, 1/4, 1/8, 1/16, 1/64 (four times) have 2 bits. The second value by hand: log2 of 3 for three equal outcomes. Quoted from memory.
     */
    @Test
    void entropyOfATextBookExample() {
        assertThat(Entropy.bits(List.of(32, 16, 8, 4, 1, 1, 1, 1))).isCloseTo(2.0, within(1e-12));
        assertThat(Entropy.bits(List.of(7, 7, 7))).isCloseTo(1.5849625007211563, within(1e-12));
        assertThat(Entropy.told(List.of("ax", "ay", "bx", "by"), s -> s.charAt(0), s -> s.charAt(1))).as("independent")
                .isCloseTo(0, within(1e-12));
        assertThat(Entropy.told(List.of("ax", "ax", "by", "by"), s -> s.charAt(0), s -> s.charAt(1))).as("one tells the other")
                .isCloseTo(1, within(1e-12));
    }

    @Test
    void everyModelAnswersEveryQuestionInExactlyOneWay() {
        for (LookQuestion q : LOOKS.questions()) {
            assertThat(LOOKS.begin().candidates()).allSatisfy(m -> assertThat(q.answers().stream().filter(a -> a.fits(m)))
                    .as("%s of %s", q.question(), m.name()).hasSize(1));
        }
    }

    /** The floors of the issue: the family within two questions, the generation within one of the entropy bound. */
    @Test
    void questionsAreFew() {
        LookMeasure m = LookMeasure.of(LOOKS);
        assertThat(m.meanToFamily()).isLessThanOrEqualTo(2);
        assertThat(m.meanToGeneration()).isLessThanOrEqualTo(m.bound() + 1).isGreaterThanOrEqualTo(m.bound());
        assertThat(m.models()).isEqualTo(170);
    }

    /** Common practice: 7 and 8 look alike from the front; the back tells. */
    @Test
    void sevenAndEightAreToldApartByTheBack() {
        Identification front = LOOKS.begin().with("front", "home-solid").with("length", "13-14");
        assertThat(front.candidates()).extracting(DeviceModel::name).contains("iPhone 7", "iPhone 8");
        assertThat(front.family()).isEmpty();
        Identification glass = front.with("back", "glass");
        assertThat(glass.family()).contains(ButtonLayout.SIDE_KEY);
        assertThat(glass.generation()).as("8, SE 2 and SE 3 look alike").isEmpty();
        assertThat(glass.next()).isEmpty();
        assertThat(glass.settleTheRest()).contains("on the box or the back");
    }

    @Test
    void cannotTellTakesNothingAwayAndAnswersCanBeTakenBack() {
        Identification begin = LOOKS.begin();
        Identification unsure = begin.with("length", Identification.CANNOT_TELL);
        assertThat(unsure.candidates()).isEqualTo(begin.candidates());
        assertThat(unsure.next().orElseThrow().question().question()).isNotEqualTo("length");
        Identification pad = unsure.with("length", "28-31");
        assertThat(pad.candidates()).allSatisfy(m -> assertThat(m.name()).startsWith("iPad"));
        assertThat(pad.without("length")).isEqualTo(begin);
        assertThat(begin.with("front", "notch").with("back", "steel").settleTheRest()).contains("take one back");
    }

    @Test
    void unknownFactsAreRefusedByName() {
        assertThatThrownBy(() -> LOOKS.begin().with("smell", "roses")).isInstanceOf(BadInput.class).hasMessageContaining("[smell]")
                .hasMessageContaining("front");
        assertThatThrownBy(() -> LOOKS.begin().with("front", "round")).isInstanceOf(BadInput.class).hasMessageContaining("[round]")
                .hasMessageContaining("notch").hasMessageContaining("cannot-tell");
        assertThatThrownBy(() -> LOOKS.begin().with("back", "wood")).isInstanceOf(BadInput.class).hasMessageContaining("[wood]")
                .hasMessageContaining("glass");
    }

    /** Whatever is answered truly, and whatever is left open, the device itself stays among the candidates. */
    @Property(tries = 250, seed = "20260512")
    void theTruthIsNeverLost(@ForAll("models") DeviceModel model, @ForAll List<Boolean> sure) {
        Identification at = LOOKS.begin();
        int asked = 0;
        for (var next = at.next(); next.isPresent(); next = at.next()) {
            LookQuestion q = next.get().question();
            int before = at.candidates().size();
            at = at.with(q.question(), asked < sure.size() && !sure.get(asked) ? Identification.CANNOT_TELL
                    : LOOKS.answerOf(q, model));
            asked++;
            assertThat(at.candidates()).contains(model).hasSizeLessThanOrEqualTo(before);
        }
        assertThat(Map.copyOf(at.answers())).hasSize(asked);
    }

    @Provide
    Arbitrary<DeviceModel> models() {
        return Arbitraries.of(LOOKS.begin().candidates());
    }
}
