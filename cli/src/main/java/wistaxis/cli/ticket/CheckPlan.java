package wistaxis.cli.ticket;

import static wistaxis.core.words.Say.t;

import java.nio.file.Path;
import java.util.List;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;
import wistaxis.cli.output.Output;
import wistaxis.cli.output.Refusal;
import wistaxis.core.facts.Word;
import wistaxis.core.plan.Bench;
import wistaxis.core.plan.Costs;
import wistaxis.core.plan.Legal;
import wistaxis.core.plan.PlanFile;
import wistaxis.core.plan.Schedule;

@Command(name = "check", mixinStandardHelpOptions = true, description = "${bundle:cli.help.plan.check}")
public final class CheckPlan extends Output {
    private static final int MEGABYTES = 20;

    @Parameters(index = "0", paramLabel = "FILE", description = "${bundle:cli.help.plan.check.file}")
    private Path file = Path.of("");

    private record Row(List<Legal.Broken> broken, Costs costs) {}

    @Override
    public void run() {
        PlanFile plan = PlanFile.parse(text(file, "plan", MEGABYTES), String.valueOf(file.getFileName()));
        Bench bench = plan.bench();
        Schedule schedule = plan.planned();
        List<Legal.Broken> broken = Legal.check(bench, schedule);
        Costs costs = Costs.of(bench, schedule);
        answer(new Row(broken, costs), broken.isEmpty() ? List.of(t("cli.plan.legal", "jobs", bench.jobs().size(), "unplanned", costs
                .unplanned(), "late", Math.round(costs.lateness()), "reentries", costs.reentries(), "blocks", costs.blocks()))
                        : broken.stream().map(b -> t(
                        "core.plan.rule." + Word.of(b.rule())) + ": " + b.says()).toList());
        if (!broken.isEmpty()) {
            throw new Refusal(t("cli.plan.not-legal", "n", broken.size()));
        }
    }
}
