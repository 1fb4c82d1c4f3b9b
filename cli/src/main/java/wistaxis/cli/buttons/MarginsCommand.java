package wistaxis.cli.buttons;

import static wistaxis.core.words.Say.t;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import wistaxis.cli.output.Output;
import wistaxis.cli.output.Progress;
import wistaxis.core.buttons.ButtonSequence;
import wistaxis.core.buttons.DeviceMachine;
import wistaxis.core.buttons.Goal;
import wistaxis.core.buttons.SequenceLibrary;
import wistaxis.core.buttons.Start;
import wistaxis.core.coach.Score;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.device.LayoutFacts;
import wistaxis.core.facts.BadInput;
import wistaxis.core.practice.Chance;
import wistaxis.core.practice.Margin;
import wistaxis.core.practice.Timing;

@Command(name = "margins", mixinStandardHelpOptions = true,
        description = "${bundle:cli.help.margins}")
public final class MarginsCommand extends Output {
    private static final int MOST = 10_000_000;

    @Option(names = "--device", required = true, paramLabel = "ID", description = "${bundle:cli.help.margins.device}")
    private String device = "";

    @Option(names = "--goal", required = true, paramLabel = "GOAL",
            description = "${bundle:cli.help.margins.goal}")
    private String goal = "";

    @Option(names = "--method", paramLabel = "S", description = "${bundle:cli.help.margins.method}")
    private @Nullable String method;

    @Option(names = "--timing", paramLabel = "FILE", description = "${bundle:cli.help.margins.timing}")
    private @Nullable Path timing;

    @Option(names = "--blind", description = "${bundle:cli.help.margins.blind}")
    private boolean blind;

    @Option(names = "--seed", paramLabel = "N", defaultValue = "1", description = "${bundle:cli.help.margins.seed}")
    private long seed;

    @Option(names = "--attempts", paramLabel = "N", defaultValue = "20000", description = "${bundle:cli.help.margins.attempts}")
    private int attempts;

    private record Row(String method, String family, Goal goal, Start start, String timing, boolean blind, List<Margin> steps, int attempts,
            double success, double low, double high, Chance.InTiming inHand) {}

    @Override
    public void run() {
        if (attempts < 1 || attempts > MOST) {
            throw new BadInput(t("cli.margins.attempts", "n", attempts, "most", MOST));
        }
        DeviceModel model = device(device);
        LayoutFacts family = DEVICES.familyOf(model);
        Timing whose = timing == null ? Timing.AVERAGE : Timing.parse(text(timing, "timing", 1), timing.getFileName().toString());
        List<ButtonSequence> all = SequenceLibrary.shipped().of(model, Goal.parse(goal));
        List<ButtonSequence> methods = all.stream().filter(s -> method == null || s.method().equalsIgnoreCase(method)).toList();
        if (methods.isEmpty()) {
            throw new BadInput(t("cli.margins.no-method", "method", method, "goal", goal, "model", model.name(), "known",
                    all.stream() .map(ButtonSequence::method).toList()));
        }
        Progress progress = progress(t("cli.progress.margins", "n", attempts, "methods", methods.size()));
        List<Row> rows = methods.stream().map(s -> {
            Start start = s.from().getFirst();
            Chance c = Chance.of(s, new DeviceMachine(family), start, whose, blind, seed, attempts,
                    progress.part(methods.indexOf(s), methods.size()));
            return new Row(s.method(), s.family().toString(), s.goal(), start, whose.name(), blind, Margin.of(s, family, start),
                    c.attempts(), c.success(), c.low(), c.high(), c.inHand(0, 0));
        }).toList();
        List<String> words = new ArrayList<>();
        for (int i = 0; i < rows.size(); i++) {
            words.addAll(words(rows.get(i), Score.of(methods.get(i), family, rows.get(i).start())));
        }
        answer(rows, words);
    }

    private static List<String> words(Row row, Score score) {
        List<String> words = new ArrayList<>(List.of(t(row.success() >= 1 ? "cli.margins.no-limit" : "cli.margins.works", "method",
                ButtonSequence.name(row.method()), "start", row.start().words(), "chance", 100 * row.success(), "low",
                100 * row.low(), "high", 100 * row.high(), "attempts", row.attempts(), "timing", row.timing(), "blind",
                String.valueOf(row.blind()), "byHand", row.inHand().says())));
        for (Margin m : row.steps()) {
            if (m.byHand()) {
                words.add(String.format(Locale.ROOT, "  %d. %-28s %6.2f s %s, %6.2f – %s%s", m.step() + 1,
                        score.instruction(m.step(), 0).huge(), m.nominal(),
                        t(score.step(m.step()).seconds() == null ? "cli.margins.model" : "cli.margins.taught"), m.earliest(),
                        m.latest() == null ? t("cli.margins.any-time") : String.format(Locale.ROOT, "%.2f s", m.latest()),
                        m.gapLatest() == null ? "" : t("cli.margins.next-within", "seconds", m.gapLatest())));
            }
        }
        return words;
    }
}
