package wistaxis.cli.ticket;

import static wistaxis.core.words.Say.t;

import picocli.CommandLine;
import wistaxis.cli.output.Output;
import wistaxis.core.facts.BadInput;
import wistaxis.core.work.Command;

@CommandLine.Command(name = "ticket", mixinStandardHelpOptions = true,
        description = "${bundle:cli.help.ticket}",
        subcommands = {ListTickets.class, ShowTicket.class, OpenTicket.class, AnswerTicket.class,
        NextOfTicket.class, ChooseStep.class,
            SayOutcome.class, SayState.class, SayStage.class, SayLeft.class, SayUnlock.class, SayProblem.class,
            AnswerGuide.class,
            CloseTicket.class, TimelineOfTicket.class},
            synopsisSubcommandLabel = "list|show|open|answer|next|choose|outcome|saw|stage|left|unlock|error|guide|close|timeline")
public final class TicketCommand extends Output {
    @Override
    public void run() {
        throw new BadInput(t("cli.ticket.what"));
    }
}
