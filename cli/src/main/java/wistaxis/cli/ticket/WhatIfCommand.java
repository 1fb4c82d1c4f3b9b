package wistaxis.cli.ticket;

import static wistaxis.core.words.Say.t;

import java.nio.file.Path;
import java.util.List;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;
import wistaxis.core.bench.BenchPlan;
import wistaxis.core.bench.WhatIf;
import wistaxis.core.words.Text;

@Command(name = "what-if", mixinStandardHelpOptions = true, description = "${bundle:cli.help.what-if}")
public final class WhatIfCommand extends OnPlan {
    @Parameters(index = "0", paramLabel = "FILE", description = "${bundle:cli.help.what-if.file}")
    private Path file = Path.of("");

    @Override
    public void run() {
        WhatIf tried = WhatIf.parse(text(file, "what-if", 1), String.valueOf(file.getFileName()));
        Planned planned = planned();
        BenchPlan after = planned.shop().tried(tried, planned.plan(), WhatIf.LOOKS);
        List<WhatIf.Change> changes = WhatIf.changes(planned.plan(), after);
        List<String> words = changes.stream().flatMap(c -> c.says().stream()).map(Text::toString).toList();
        answer(changes, words.isEmpty() ? List.of(t("cli.what-if.nothing")) : words);
    }
}
