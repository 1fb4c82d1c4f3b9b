package wistaxis.cli.ticket;

import picocli.CommandLine.Parameters;
import picocli.CommandLine;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.Command;

@CommandLine.Command(name = "error", mixinStandardHelpOptions = true,
        description = "${bundle:cli.help.saytrouble.error}")
public final class SayProblem extends Giving {
    @Parameters(index = "1", paramLabel = "WORDS", description = "${bundle:cli.help.saytrouble.error.words}")
    private String words = "";

    @Override
    Command command(Ticket ticket) {
        return new Command.NoteProblem("error", words);
    }
}
