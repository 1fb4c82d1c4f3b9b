package wistaxis.cli.ticket;

import java.util.List;
import picocli.CommandLine.Parameters;
import picocli.CommandLine;
import wistaxis.cli.buttons.IdentifyCommand;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.Command;

@CommandLine.Command(name = "answer", mixinStandardHelpOptions = true,
        description = "${bundle:cli.help.answerticket.answer}")
public final class AnswerTicket extends Giving {
    @Parameters(index = "1..*", arity = "1..*", paramLabel = "FACT=VALUE",
            description = "${bundle:cli.help.answerticket.answer.fact}")
    private List<String> answers = List.of();

    @Override
    Command command(Ticket ticket) {
        return new Command.Answer(IdentifyCommand.pairs(answers), List.of());
    }
}
