package wistaxis.cli.keys;

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
import wistaxis.core.coach.Instruction;
import wistaxis.core.coach.Score;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.device.PhysicalKey;
import wistaxis.core.keys.Goal;
import wistaxis.core.keys.KeySequence;
import wistaxis.core.keys.KeyStep;
import wistaxis.core.keys.SequenceLibrary;
import wistaxis.core.keys.Start;
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

    private record Row(String school, String family, Goal goal, List<KeyStep> steps, String provenance, String source, boolean minority,
            List<Text> cautions) {
        static Row of(KeySequence s) {
            return new Row(s.school(), s.family().toString(), s.goal(), s.steps(), s.provenance().toString(), s.source(), s.minority(),
                    s.cautions());
        }
    }

    @Override
    public void run() {
        DeviceModel model = device(device);
        Goal wanted = Goal.parse(goal);
        Set<PhysicalKey> without = broken.stream().map(PhysicalKey::parse).collect(Collectors.toSet());
        List<KeySequence> schools = new ArrayList<>(SequenceLibrary.shipped().of(model, wanted, without));
        if (from != null) {
            Start start = Start.parse(from);
            schools.addAll(SequenceLibrary.shipped().chains(model, wanted, without));
            schools.removeIf(s -> !s.from().contains(start));
        }
        if (schools.isEmpty()) {
            answer(List.of(), List.of());
            throw new Refusal(t("cli.sequences.none", "goal", wanted, "model", model.name(), "without", without.stream()
                    .map(PhysicalKey::words).toList(), "from", from == null ? "none" : from, "instead",
                    SequenceLibrary.instead(wanted).says()));
        }
        List<String> words = new ArrayList<>();
        schools.forEach(s -> words.addAll(words(s, model)));
        if (wanted == Goal.POWER_OFF) {
            words.add(t("cli.sequences.or", "says", SequenceLibrary.instead(wanted).says()));
        }
        answer(schools.stream().map(Row::of).toList(), words);
    }

    private static List<String> words(KeySequence school, DeviceModel model) {
        List<String> words = new ArrayList<>(List.of(school.minority() ? t("cli.sequences.few", "method", school.name())
                : school.name().toString()));
        Score score = Score.of(school, DEVICES.familyOf(model), school.from().getFirst());
        for (int i = 0; i < score.steps(); i++) {
            Instruction step = score.instruction(i, 0);
            words.add("  " + (i + 1) + ". " + step.huge() + (step.detail().isEmpty() ? "" : ", " + step.detail()));
        }
        school.cautions().forEach(c -> words.add("  ! " + c));
        return words;
    }
}
