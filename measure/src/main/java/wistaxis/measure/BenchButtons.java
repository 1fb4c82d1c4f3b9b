package wistaxis.measure;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import wistaxis.cli.output.Output;
import wistaxis.core.buttons.ButtonSequence;
import wistaxis.core.buttons.DeviceMachine;
import wistaxis.core.buttons.Goal;
import wistaxis.core.buttons.SequenceLibrary;
import wistaxis.core.device.LayoutFacts;
import wistaxis.core.practice.Chance;
import wistaxis.core.practice.Margin;
import wistaxis.core.practice.Timing;

@Command(name = "buttons", aliases = "keys", mixinStandardHelpOptions = true,
        description = "Margins and chances of every school, and how many attempts one core plays a second.")
final class BenchButtons extends Output {
    @Option(names = "--attempts", paramLabel = "N", defaultValue = "200000", description = "how many are tried of each school")
    private int attempts;

    private record Row(String family, Goal goal, String method, String margins, double cued, double blind, long attemptsPerSecond) {}

    @Override
    public void run() {
        List<Row> rows = new ArrayList<>();
        for (ButtonSequence s : SequenceLibrary.shipped().all()) {
            LayoutFacts family = DEVICES.family(s.family());
            DeviceMachine machine = new DeviceMachine(family);
            Chance.of(s, machine, s.from().getFirst(), Timing.AVERAGE, false, 1, Math.min(attempts, 50_000)); // compiled first
            long began = System.nanoTime();
            Chance cued = Chance.of(s, machine, s.from().getFirst(), Timing.AVERAGE, false, 1, attempts);
            long perSecond = Math.round(attempts / ((System.nanoTime() - began) / 1e9));
            Chance blind = Chance.of(s, machine, s.from().getFirst(), Timing.AVERAGE, true, 1, Math.min(attempts, 50_000));
            rows.add(new Row(s.family().toString(), s.goal(), s.method(), margins(Margin.of(s, family, s.from().getFirst())),
                    cued.success(), blind.success(), perSecond));
        }
        answer(rows, rows.stream().map(r -> String.format(Locale.ROOT,
                "%-11s %-14s %-18s %5.1f %% with tones, %5.1f %% blind, %,9d attempts/s  %s", r.family(), r.goal(), r.method(),
                100 * r.cued(),
                100 * r.blind(), r.attemptsPerSecond(), r.margins())).toList());
    }

    private static String margins(List<Margin> margins) {
        return margins.stream().filter(Margin::byHand)
                .map(m -> String.format(Locale.ROOT, "%d: %.1f (%.1f-%s)", m.step() + 1, m.nominal(), m.earliest(),
                m.latest() == null ? "" : String.format(Locale.ROOT, "%.1f", m.latest()))).collect(Collectors.joining(", "));
    }
}
