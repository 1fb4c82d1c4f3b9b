package wistaxis.core.identify;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.facts.Provenance;
import wistaxis.core.words.Text;

/**
 * A question about the looks of a device.
 *
 * @param how how to find the answer, with the device off
 * @param ease how easily it is answered on a dead device, above 0 and at most 1
 */
public record LookQuestion(String question, Text asks, Text how, double ease, List<Answer> answers, Provenance provenance,
        String source) {
    public LookQuestion {
        answers = List.copyOf(answers);
    }

    /** @param fits tell-tales and the values that this answer means, all of them together */
    public record Answer(String value, Text words, Map<String, List<String>> fits) {
        public Answer {
            fits = Map.copyOf(fits);
        }

        boolean fits(DeviceModel model) {
            return fits.entrySet().stream().allMatch(e -> e.getValue().contains(model.look(e.getKey())));
        }
    }

    public Optional<Answer> answer(String value) {
        return answers.stream().filter(a -> a.value().equals(value)).findFirst();
    }

    /** The answer that a model gives. */
    String answerOf(DeviceModel model) {
        return answers.stream().filter(a -> a.fits(model)).map(Answer::value).findFirst().orElse(Identification.CANNOT_TELL);
    }
}
