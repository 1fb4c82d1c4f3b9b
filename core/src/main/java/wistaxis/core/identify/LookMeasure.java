package wistaxis.core.identify;

import java.util.List;
import wistaxis.core.device.DeviceModel;

/**
 * How good the questions are, measured over every model of a catalogue as if each had come in once.
 *
 * @param meanToFamily mean number of questions until the button layout is settled, or looks tell no more
 * @param meanToGeneration mean number until the generation is settled, or looks tell no more
 * @param bound the entropy bound of the question set: bits that looks can tell of the generation, by the bits of the most telling question
 * @param bitsOfGeneration entropy of the generation over the models
 * @param bitsToldByLooks how much of it looks can tell at most
 */
public record LookMeasure(int models, double meanToFamily, double meanToGeneration, double bound, double bitsOfGeneration,
        double bitsToldByLooks, int most) {
    private record Walk(int toFamily, int toGeneration) {}

    public static LookMeasure of(LookLibrary library) {
        List<DeviceModel> models = library.begin().candidates();
        List<Walk> guides = models.stream().map(m -> guide(library, m)).toList();
        double told = Entropy.told(models, m -> allAnswers(library, m), DeviceModel::name);
        double mostTelling = library.questions().stream()
                .mapToDouble(q -> Entropy.bits(Entropy.counts(models, m -> library.answerOf(q, m)).values())).max().orElseThrow();
        return new LookMeasure(models.size(), guides.stream().mapToInt(Walk::toFamily).average().orElseThrow(), guides.stream()
                .mapToInt(Walk::toGeneration).average().orElseThrow(),
                told / mostTelling, Entropy.bits(Entropy.counts(models, DeviceModel::name).values()), told, guides.stream()
                .mapToInt(Walk::toGeneration).max().orElseThrow());
    }

    private static List<String> allAnswers(LookLibrary library, DeviceModel model) {
        return library.questions().stream().map(q -> library.answerOf(q, model)).toList();
    }

    private static Walk guide(LookLibrary library, DeviceModel model) {
        Identification at = library.begin();
        int asked = 0;
        int family = -1;
        for (var next = at.next(); next.isPresent() && at.generation().isEmpty(); next = at.next()) {
            if (family < 0 && at.family().isPresent()) {
                family = asked;
            }
            LookQuestion q = next.get().question();
            at = at.with(q.question(), library.answerOf(q, model));
            asked++;
        }
        return new Walk(family < 0 ? asked : family, asked);
    }
}
