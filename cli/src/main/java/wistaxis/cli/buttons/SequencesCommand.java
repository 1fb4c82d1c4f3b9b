package wistaxis.cli.buttons;

import static wistaxis.core.words.Say.t;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import wistaxis.cli.output.Output;
import wistaxis.cli.output.Refusal;
import wistaxis.core.buttons.ButtonSequence;
import wistaxis.core.buttons.ButtonStep;
import wistaxis.core.buttons.Goal;
import wistaxis.core.buttons.SequenceLibrary;
import wistaxis.core.buttons.Start;
import wistaxis.core.coach.Instruction;
import wistaxis.core.coach.Score;
import wistaxis.core.device.DeviceButton;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.words.Text;

@Command(name = "sequences", mixinStandardHelpOptions = true, description = "${bundle:cli.help.sequences}")
public final class SequencesCommand extends Output {
    @Option(names = "--device", required = true, paramLabel = "ID", description = "${bundle:cli.help.sequences.device}")
    private String device = "";

    @Option(names = "--goal", required = true, paramLabel = "GOAL",
            description = "${bundle:cli.help.sequences.goal}")
    private String goal = "";

    @Option(names = "--broken", paramLabel = "KEY",
            description = "${bundle:cli.help.sequences.broken}")
    private List<String> broken = List.of();

    @Option(names = "--from", paramLabel = "START", description = "${bundle:cli.help.sequences.from}")
    private @Nullable String from;

    private record Row(String method, String family, Goal goal, List<ButtonStep> steps, String provenance, String source, boolean minority,
            List<Text> cautions) {
        static Row of(ButtonSequence s) {
            return new Row(s.method(), s.family().toString(), s.goal(), s.steps(), s.provenance().toString(), s.source(), s.minority(),
                    s.cautions());
        }
    }

    @Override
    public void run() {
        DeviceModel model = device(device);
        Goal wanted = Goal.parse(goal);
        Set<DeviceButton> without = broken.stream().map(DeviceButton::parse).collect(Collectors.toSet());
        List<ButtonSequence> methods = new ArrayList<>(SequenceLibrary.shipped().of(model, wanted, without));
        if (from != null) {
            Start start = Start.parse(from);
            methods.addAll(SequenceLibrary.shipped().chains(model, wanted, without));
            methods.removeIf(s -> !s.from().contains(start));
        }
        if (methods.isEmpty()) {
            answer(List.of(), List.of());
            throw new Refusal(t("cli.sequences.none", "goal", wanted, "model", model.name(), "without", without.stream()
                    .map(DeviceButton::words).toList(), "from", from == null ? "none" : from, "instead",
                    SequenceLibrary.instead(wanted).says()));
        }
        List<String> words = new ArrayList<>();
        methods.forEach(s -> words.addAll(words(s, model)));
        if (wanted == Goal.POWER_OFF) {
            words.add(t("cli.sequences.or", "says", SequenceLibrary.instead(wanted).says()));
        }
        answer(methods.stream().map(Row::of).toList(), words);
    }

    private static List<String> words(ButtonSequence method, DeviceModel model) {
        List<String> words = new ArrayList<>(List.of(method.minority() ? t("cli.sequences.few", "method", method.name())
                : method.name().toString()));
        Score score = Score.of(method, DEVICES.familyOf(model), method.from().getFirst());
        for (int i = 0; i < score.steps(); i++) {
            Instruction step = score.instruction(i, 0);
            words.add("  " + (i + 1) + ". " + step.huge() + (step.detail().isEmpty() ? "" : ", " + step.detail()));
        }
        method.cautions().forEach(c -> words.add("  ! " + c));
        return words;
    }
}
