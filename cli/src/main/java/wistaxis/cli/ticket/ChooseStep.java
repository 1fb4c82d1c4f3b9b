package wistaxis.cli.ticket;

import static wistaxis.core.words.Say.t;

import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine;
import wistaxis.core.facts.BadInput;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.Command;

@CommandLine.Command(name = "choose", mixinStandardHelpOptions = true,
        description = "${bundle:cli.help.choosestep.choose}")
public final class ChooseStep extends Giving {
    @Parameters(index = "1", paramLabel = "STEP", description = "${bundle:cli.help.choosestep.choose.step}")
    private String step = "";

    @Option(names = "--consent-by", paramLabel = "WHO", description = "${bundle:cli.help.choosestep.choose.consent-by}")
    private @Nullable String who;

    @Option(names = "--told", paramLabel = "WORDS", description = "${bundle:cli.help.choosestep.choose.told}")
    private @Nullable String told;

    @Override
    Command command(Ticket ticket) {
        if ((who == null) != (told == null)) {
            throw new BadInput(t("cli.ticket.consent"));
        }
        return new Command.Choose(step, who, told);
    }
}
