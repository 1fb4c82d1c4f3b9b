package wistaxis.core.identify;

import static wistaxis.core.words.Say.t;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Json;
import wistaxis.core.words.Text;

/** The questions about looks that ship with the product, for one catalogue. */
public final class LookLibrary {
    private final DeviceCatalogue devices;
    private final List<LookQuestion> questions;
    /** What each model answers, by question and identifier: looked up once, asked for all the time. */
    private final Map<String, Map<String, String>> answers;

    private record Looks(List<LookQuestion> questions) {}

    private LookLibrary(DeviceCatalogue devices, List<LookQuestion> questions) {
        this.devices = devices;
        this.questions = List.copyOf(questions);
        this.answers = questions.stream().collect(Collectors.toMap(LookQuestion::question, q -> devices.models().stream()
                .collect(Collectors.toMap(DeviceModel::identifier, q::answerOf))));
    }

    public static LookLibrary shipped(DeviceCatalogue devices) {
        return new LookLibrary(devices, Json.fact("looks.json", Looks.class).questions());
    }

    public List<LookQuestion> questions() {
        return questions;
    }

    public Optional<LookQuestion> question(String name) {
        return questions.stream().filter(q -> q.question().equals(name)).findFirst();
    }

    /** An identification that has not begun: every model is possible. */
    public Identification begin() {
        return new Identification(this, devices.models(), Map.of());
    }

    /** The answer that a model of the catalogue gives to a question. */
    String answerOf(LookQuestion question, DeviceModel model) {
        return answers.getOrDefault(question.question(), Map.of()).getOrDefault(model.identifier(), Identification.CANNOT_TELL);
    }

    /**
     * The answer of a question, or the value of a single tell-tale such as {@code back=glass}.
     *
     * @throws BadInput for a name or a value that is not known, with those that are
     */
    LookQuestion.Answer answer(String name, String value) {
        Optional<LookQuestion> question = question(name);
        if (question.isPresent()) {
            return question.get().answer(value).orElseThrow(() -> new BadInput(t("core.identify.bad-answer", "value", value, "question",
                    name, "known", Stream.concat(question.get().answers().stream().map(LookQuestion.Answer::value),
                    Stream.of(Identification.CANNOT_TELL)).collect(Collectors.joining(", ")))));
        }
        List<String> known = devices.models().stream().map(m -> m.generation().looks().get(name)).filter(java.util.Objects::nonNull)
                .distinct().sorted().toList();
        if (known.isEmpty()) {
            throw new BadInput(t("core.identify.unknown-fact", "fact", name, "known", Stream.concat(questions.stream()
                    .map(LookQuestion::question), devices.models().getFirst().generation().looks().keySet().stream()).distinct().toList()));
        }
        if (!known.contains(value)) {
            throw new BadInput(t("core.identify.bad-value", "value", value, "fact", name, "known", known));
        }
        return new LookQuestion.Answer(value, Text.raw(value), Map.of(name, List.of(value)));
    }
}
