package wistaxis.cli.keys;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import wistaxis.cli.output.Output;
import wistaxis.cli.output.Progress;
import wistaxis.core.coach.Score;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.device.Family;
import wistaxis.core.facts.BadInput;
import wistaxis.core.keys.DeviceMachine;
import wistaxis.core.keys.Goal;
import wistaxis.core.keys.KeySequence;
import wistaxis.core.keys.SequenceLibrary;
import wistaxis.core.keys.Start;
import wistaxis.core.practice.Chance;
import wistaxis.core.practice.Hand;
import wistaxis.core.practice.Margin;

@Command(name = "margins", mixinStandardHelpOptions = true,
        description = "How early and late each step may be, and how likely a hand lands the whole sequence.")
public final class MarginsCommand extends Output {
    private static final int MOST = 10_000_000;

    @Option(names = "--device", required = true, paramLabel = "ID", description = "identifier or A-number")
    private String device = "";

    @Option(names = "--goal", required = true, paramLabel = "GOAL",
            description = "power-off, power-on, force-restart, recovery, leave-recovery, dfu or leave-dfu")
    private String goal = "";

    @Option(names = "--school", paramLabel = "S", description = "only this one")
    private @Nullable String school;

    @Option(names = "--hand", paramLabel = "FILE", description = "a hand in JSON, as the drill exports it; an average one where left out")
    private @Nullable Path hand;

    @Option(names = "--blind", description = "without tones and clock")
    private boolean blind;

    @Option(names = "--seed", paramLabel = "N", defaultValue = "1", description = "of the random numbers")
    private long seed;

    @Option(names = "--attempts", paramLabel = "N", defaultValue = "20000", description = "how many are tried, 1 to 10000000")
    private int attempts;

    private record Row(String school, String family, Goal goal, Start start, String hand, boolean blind, List<Margin> steps, int attempts,
            double success, double low, double high, Chance.InHand inHand) {}

    @Override
    public void run() {
        if (attempts < 1 || attempts > MOST) {
            throw new BadInput("attempts [" + attempts + "]: 1 to " + MOST);
        }
        DeviceModel model = device(device);
        Family family = DEVICES.familyOf(model);
        Hand whose = hand == null ? Hand.AVERAGE : Hand.parse(text(hand, "hand", 1), hand.getFileName().toString());
        List<KeySequence> all = SequenceLibrary.shipped().of(model, Goal.parse(goal));
        List<KeySequence> schools = all.stream().filter(s -> school == null || s.school().equalsIgnoreCase(school)).toList();
        if (schools.isEmpty()) {
            throw new BadInput("no school [" + school + "] for " + goal + " on " + model.name() + "; there are " + all.stream()
                    .map(KeySequence::school).toList());
        }
        Progress progress = progress("trying " + attempts + " attempts of " + schools.size() + " schools");
        List<Row> rows = schools.stream().map(s -> {
            Start start = s.from().getFirst();
            Chance c = Chance.of(s, new DeviceMachine(family), start, whose, blind, seed, attempts,
                    progress.part(schools.indexOf(s), schools.size()));
            return new Row(s.school(), s.family().toString(), s.goal(), start, whose.name(), blind, Margin.of(s, family, start),
                    c.attempts(), c.success(), c.low(), c.high(), c.inHand(0, 0));
        }).toList();
        List<String> words = new ArrayList<>();
        for (int i = 0; i < rows.size(); i++) {
            words.addAll(words(rows.get(i), Score.of(schools.get(i), family, rows.get(i).start())));
        }
        answer(rows, words);
    }

    private static List<String> words(Row row, Score score) {
        List<String> words = new ArrayList<>(List.of(row.school() + " from " + row.start()
                + (row.success() >= 1 ? ": the model gives no limit here"
                : String.format(Locale.ROOT, ": lands %.1f %% (%.1f-%.1f) in the model", 100 * row.success(), 100 * row.low(), 100 * row
                .high()))
                + String.format(Locale.ROOT, ", %d attempts, %s hand%s; %s", row.attempts(), row.hand(), row.blind() ? ", blind" : "", row
                .inHand().says())));
        for (Margin m : row.steps()) {
            if (m.byHand()) {
                words.add(String.format(Locale.ROOT, "  %d. %-28s %6.2f s %s, %6.2f to %s%s", m.step() + 1,
                        score.instruction(m.step(), 0).huge(), m.nominal(), score.step(m.step()).seconds() == null ? "in the model"
                        : "taught",
                        m.earliest(),
                        m.latest() == null ? "as long as you like" : String.format(Locale.ROOT, "%.2f s", m.latest()),
                        m.gapLatest() == null ? "" : String.format(Locale.ROOT, "; the next within %.2f s", m.gapLatest())));
            }
        }
        return words;
    }
}
