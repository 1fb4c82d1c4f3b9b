package wistaxis.cli.ticket;

import static wistaxis.core.words.Say.t;

import picocli.CommandLine;
import wistaxis.cli.output.Output;
import wistaxis.core.facts.BadInput;

@CommandLine.Command(name = "lot", mixinStandardHelpOptions = true, description = "${bundle:cli.help.lot}",
        subcommands = {OpenLot.class, AddToLot.class, StatusOfLot.class}, synopsisSubcommandLabel = "open|add|status")
public final class LotCommand extends Output {
    @Override
    public void run() {
        throw new BadInput(t("cli.lot.what"));
    }
}
