package wistaxis.core.identify;

import static wistaxis.core.words.Say.t;

import java.util.Collections;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import wistaxis.core.device.ButtonLayout;
import wistaxis.core.device.DeviceModel;

/**
 * What is known of a device by its looks so far, and the question that tells most next. Immutable: an answer given or taken back
 * makes another one. The next question is chosen greedily by expected information about the generation, and about the button layout
 * until that is settled, times how easily it is answered on a dead device; every model weighs the same, so a look that many models
 * share weighs more.
 *
 * @param candidates the models that fit every answer, in catalogue order
 * @param answers what was answered, by question, in the order of asking
 */
public record Identification(LookLibrary library, List<DeviceModel> candidates, Map<String, String> answers) {
    /** The answer that is always one: it takes nothing away. */
    public static final String CANNOT_TELL = "cannot-tell";

    /**
     * How much a bit about the button layout is worth beside a bit about the generation. Ours: it keeps the family within two questions.
     */
    private static final double FAMILY_WORTH = 0.7;

    /** A question that would tell something. @param bits expected information about the generation */
    public record Next(LookQuestion question, List<LookQuestion.Answer> answers, double bits) {}

    public Identification {
        candidates = List.copyOf(candidates);
        answers = Collections.unmodifiableMap(new LinkedHashMap<>(answers));
    }

    /**
     * With one more answer, which replaces an earlier one to the same question.
     *
     * @throws wistaxis.core.facts.BadInput for an unknown question or answer
     */
    public Identification with(String question, String value) {
        Map<String, String> more = new LinkedHashMap<>(answers);
        more.put(question, value);
        return of(more);
    }

    /** With an answer taken back. */
    public Identification without(String question) {
        Map<String, String> fewer = new LinkedHashMap<>(answers);
        fewer.remove(question);
        return of(fewer);
    }

    private Identification of(Map<String, String> all) {
        List<LookQuestion.Answer> given = all.entrySet().stream().filter(e -> !e.getValue().equals(CANNOT_TELL))
                .map(e -> library.answer(e.getKey(), e.getValue())).toList();
        return new Identification(library, library.begin().candidates().stream().filter(m -> given.stream().allMatch(a -> a.fits(m)))
                .toList(), all);
    }

    /** The button layout, once all candidates share it: enough for the keys. */
    public Optional<ButtonLayout> family() {
        return only(candidates.stream().map(DeviceModel::family).distinct().toList());
    }

    /** The generation, once all candidates share it. */
    public Optional<String> generation() {
        return only(candidates.stream().map(DeviceModel::name).distinct().toList());
    }

    /** The exact model, once one is left: needed for firmware. */
    public Optional<DeviceModel> model() {
        return only(candidates);
    }

    private static <T> Optional<T> only(List<T> list) {
        return list.size() == 1 ? Optional.of(list.getFirst()) : Optional.empty();
    }

    /** The question that tells most, if any still tells something about the generation. */
    public Optional<Next> next() {
        return library.questions().stream().filter(q -> !answers.containsKey(q.question()))
                .map(q -> new Next(q, answersAmong(q), told(q))).filter(n -> n.bits() > 1e-9)
                .max(Comparator.comparingDouble(n -> n.question()
                .ease() * (n.bits() + (family().isPresent() ? 0 : FAMILY_WORTH * familyTold(n.question())))));
    }

    /** The answers that some of the candidates have. */
    private List<LookQuestion.Answer> answersAmong(LookQuestion q) {
        Set<String> among = candidates.stream().map(m -> library.answerOf(q, m)).collect(Collectors.toSet());
        return q.answers().stream().filter(a -> among.contains(a.value())).toList();
    }

    private double told(LookQuestion q) {
        return candidates.isEmpty() ? 0 : Entropy.told(candidates, m -> library.answerOf(q, m), DeviceModel::name);
    }

    private double familyTold(LookQuestion q) {
        return Entropy.told(candidates, m -> library.answerOf(q, m), DeviceModel::family);
    }

    /** How to settle the rest once looks tell no more: where the exact model is written. */
    public String settleTheRest() {
        if (candidates.isEmpty()) {
            return t("core.identify.none");
        }
        return model().isPresent() ? t("core.identify.settled")
                : t("core.identify.no-more");
    }
}
