package wistaxis.measure;

import java.util.List;
import java.util.Locale;
import picocli.CommandLine.Command;
import wistaxis.cli.output.Output;
import wistaxis.core.facts.BadInput;
import wistaxis.core.identify.LookLibrary;
import wistaxis.core.identify.LookMeasure;

@Command(name = "bench", mixinStandardHelpOptions = true, description = "Measurements.",
        subcommands = {BenchCommand.Looks.class, BenchButtons.class, BenchPlans.class, BenchShared.class,
                BenchDownload.class, BenchDownload.Serve.class,
                BenchFirmware.class,
        BenchBackup.class, BenchBackup.Once.class, BenchYear.class,
        BenchKills.class, BenchKills.Day.class, KillsShared.Day.class, BenchMany.class, BenchLedger.class, BenchStart.class,
                BenchIdle.class,
                BenchIdle.Watched.class,
            BenchLedger.StartOnly.class, BenchLedger.VerifyOnly.class}, synopsisSubcommandLabel = "WHAT")
final class BenchCommand extends Output {
    @Override
    public void run() {
        throw new BadInput("say what to measure: wistaxis bench looks, wistaxis bench plan, "
                + "wistaxis bench download, wistaxis bench firmware, "
                + "wistaxis bench buttons, wistaxis bench ledger, wistaxis bench start, wistaxis bench idle or wistaxis bench kills");
    }

    @Command(name = "looks", mixinStandardHelpOptions = true,
            description = "How many questions about looks settle the button layout and the generation, over the whole catalogue.")
    static final class Looks extends Output {
        @Override
        public void run() {
            LookMeasure m = LookMeasure.of(LookLibrary.shipped(DEVICES));
            answer(m, List.of(String.format(Locale.ROOT, "models                      %d", m.models()),
                    String.format(Locale.ROOT, "questions to the layout     %.2f in the mean", m.meanToFamily()),
                    String.format(Locale.ROOT, "questions to the generation %.2f in the mean, %d at most", m.meanToGeneration(), m.most()),
                    String.format(Locale.ROOT,
                    "entropy bound               %.2f questions (looks tell %.2f of the %.2f bits of the generation)", m.bound(),
                    m.bitsToldByLooks(), m.bitsOfGeneration())));
        }
    }
}
