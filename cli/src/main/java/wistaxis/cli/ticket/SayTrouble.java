package wistaxis.cli.ticket;

import picocli.CommandLine;
import picocli.CommandLine.Parameters;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.Command;

@CommandLine.Command(name = "error", mixinStandardHelpOptions = true,
        description = "Write down what the host showed, word for word, on a real ticket.")
public final class SayTrouble extends Giving {
    @Parameters(index = "1", paramLabel = "WORDS", description = "the words or the number, as they stand there")
    private String words = "";

    @Override
    Command command(Ticket ticket) {
        return new Command.NoteTrouble("error", words);
    }
}
