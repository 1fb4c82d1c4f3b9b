package wistaxis.cli.ticket;

import static wistaxis.core.words.Say.t;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import wistaxis.cli.output.Output;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.facts.BadInput;
import wistaxis.core.steps.Guide;
import wistaxis.core.steps.Steps;
import wistaxis.core.words.Text;
import wistaxis.core.work.SetUp;

@Command(name = "guide", mixinStandardHelpOptions = true,
        description = "${bundle:cli.help.walk}")
public final class GuideCommand extends Output {
    @Parameters(paramLabel = "STEP", description = "${bundle:cli.help.walk.step}")
    private String step = "";

    @Option(names = "--device", paramLabel = "ID", description = "${bundle:cli.help.walk.device}")
    private @Nullable String device;

    private record Row(String way, String step, @Nullable String device, Text title, List<Guide.Page> steps, String provenance,
            String source) {}

    @Override
    public void run() {
        DeviceModel model = device == null ? null : device(device);
        List<Guide> ways = Guide.of(step).stream().map(w -> model == null ? w : w.unlessRuledOut(SetUp.facts(model))).toList();
        if (ways.isEmpty()) {
            throw new BadInput(t("cli.guide.none", "step", step, "known", Steps.all().stream().filter(s -> !Guide.of(s.id())
                    .isEmpty()) .map(s -> s.id()).toList()));
        }
        List<String> words = new ArrayList<>();
        for (Guide w : ways) {
            words.add(w.title() + (model == null ? "" : ", " + model.name()));
            for (Guide.Page s : w.steps()) {
                words.add(String.format(Locale.ROOT, "  %d. [%s] %s (%.0f–%.0f min)", w.steps().indexOf(s) + 1,
                        s.hands(), s.title(), s.low(), s.high()));
                words.add("     " + t("cli.guide.look-for", "see", s.see()));
                s.answers().forEach(a -> words.add("     - " + a.words() + (a.then() == null ? "" : ": " + a.then())));
            }
        }
        answer(ways.stream().map(w -> new Row(w.way(), w.of(), model == null ? null : model.identifier(), w.title(), w.steps(),
                w.provenance().toString(), w.source())).toList(), words);
    }
}
