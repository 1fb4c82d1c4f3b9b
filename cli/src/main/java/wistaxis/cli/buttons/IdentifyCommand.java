package wistaxis.cli.buttons;

import static wistaxis.core.words.Say.t;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import wistaxis.cli.output.Output;
import wistaxis.cli.output.Refusal;
import wistaxis.core.device.ButtonLayout;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.facts.BadInput;
import wistaxis.core.identify.Identification;
import wistaxis.core.identify.LookLibrary;
import wistaxis.core.identify.LookQuestion;

@Command(name = "identify", mixinStandardHelpOptions = true,
        description = "${bundle:cli.help.identify}")
public final class IdentifyCommand extends Output {
    @Option(names = "--fact", paramLabel = "NAME=VALUE",
            description = "${bundle:cli.help.identify.fact}")
    private List<String> facts = new ArrayList<>();

    private record Candidate(String identifier, String name) {}

    private record Answer(String value, String words) {}

    private record Question(String question, String asks, String how, List<Answer> answers) {}

    private record Row(List<Candidate> candidates, @Nullable ButtonLayout family, @Nullable Question next, String rest) {}

    @Override
    public void run() {
        Identification at = LookLibrary.shipped(DEVICES).begin();
        for (Map.Entry<String, String> fact : pairs(facts).entrySet()) {
            at = at.with(fact.getKey(), fact.getValue());
        }
        if (at.candidates().isEmpty()) {
            throw new Refusal(t("cli.identify.none", "facts", String.join(", ", facts)));
        }
        Question next = at.next().map(n -> new Question(n.question().question(), n.question().asks().toString(), n.question().how()
                .toString(),
                n.answers().stream().map(IdentifyCommand::row).toList())).orElse(null);
        Row row = new Row(at.candidates().stream().map(m -> new Candidate(m.identifier(), m.name())).toList(), at.family().orElse(null),
                next, at.settleTheRest());
        answer(row, words(row, at.candidates()));
    }

    /** @throws BadInput for a text that is not NAME=VALUE, or a name given twice */
    public static Map<String, String> pairs(List<String> texts) {
        Map<String, String> pairs = new LinkedHashMap<>();
        for (String text : texts) {
            int at = text.indexOf('=');
            if (at < 1 || at == text.length() - 1) {
                throw new BadInput(t("cli.identify.form", "text", text));
            }
            if (pairs.put(text.substring(0, at), text.substring(at + 1)) != null) {
                throw new BadInput(t("cli.identify.twice", "name", text.substring(0, at)));
            }
        }
        return pairs;
    }

    private static Answer row(LookQuestion.Answer answer) {
        return new Answer(answer.value(), answer.words().toString());
    }

    private static List<String> words(Row row, List<DeviceModel> candidates) {
        List<String> lines = new ArrayList<>();
        lines.add(t("cli.identify.left", "n", candidates.size(), "models", String.join(", ", candidates.stream().map(DeviceModel::name)
                .distinct().toList())));
        lines.add(row.family() == null ? t("cli.identify.layout-open") : t("cli.identify.layout", "layout", row.family()));
        if (row.next() == null) {
            lines.add(row.rest());
        } else {
            lines.add(t("cli.identify.next", "asks", row.next().asks(), "how", row.next().how()));
            row.next().answers().forEach(a -> lines.add(String.format(Locale.ROOT, "  --fact %s=%-16s %s", row.next().question(),
                    a.value(), a.words())));
        }
        return lines;
    }
}
