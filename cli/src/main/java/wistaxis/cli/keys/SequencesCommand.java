package wistaxis.cli.keys;

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

@Command(name = "sequences", mixinStandardHelpOptions = true, description = "The key sequences ('schools') that reach a goal on a device.")
public final class SequencesCommand extends Output {
    @Option(names = "--device", required = true, paramLabel = "ID", description = "identifier or A-number")
    private String device = "";

    @Option(names = "--goal", required = true, paramLabel = "GOAL",
            description = "power-off, power-on, force-restart, recovery, leave-recovery, dfu or leave-dfu")
    private String goal = "";

    @Option(names = "--broken", paramLabel = "KEY",
            description = "a key that does not work: up, down, side, top or home; may be given more than once")
    private List<String> broken = List.of();

    @Option(names = "--from", paramLabel = "START", description = {
        "only for a device that is found so: on, off, looping, disabled, recovery, dfu. For one that is on, schools that begin",
        "with one that is off are given together with the power-off before them, as one chain."})
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
            throw new Refusal("no key sequence for [" + goal + "] on " + model.name() + " is left without " + without
                    + (from == null ? "" : " from [" + from + "]") + ". "
                    + SequenceLibrary.instead(wanted).says());
        }
        List<String> words = new ArrayList<>();
        schools.forEach(s -> words.addAll(words(s, model)));
        if (wanted == Goal.POWER_OFF) {
            words.add("Or: " + SequenceLibrary.instead(wanted).says());
        }
        answer(schools.stream().map(Row::of).toList(), words);
    }

    private static List<String> words(KeySequence school, DeviceModel model) {
        List<String> words = new ArrayList<>(List.of(school.school() + (school.minority() ? " (minority school)" : "")));
        Score score = Score.of(school, DEVICES.familyOf(model), school.from().getFirst());
        for (int i = 0; i < score.steps(); i++) {
            Instruction step = score.instruction(i, 0);
            words.add("  " + (i + 1) + ". " + step.huge() + (step.detail().isEmpty() ? "" : ", " + step.detail()));
        }
        school.cautions().forEach(c -> words.add("  ! " + c));
        return words;
    }
}
