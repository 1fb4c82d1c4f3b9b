package wistaxis.cli.ticket;

import picocli.CommandLine;
import wistaxis.cli.output.Output;
import wistaxis.core.facts.BadInput;
import wistaxis.core.work.Command;

@CommandLine.Command(name = "ticket", mixinStandardHelpOptions = true,
        description =
                "Tickets of a bench, by the same rules as in the window. A window that is open on the same folder sees what is recorded "
                + "within a second.",
        subcommands = {ListTickets.class, ShowTicket.class, OpenTicket.class, AnswerTicket.class,
        NextOfTicket.class, ChooseStep.class,
            SayOutcome.class, SayState.class, SayStage.class, SayTrouble.class,
            CloseTicket.class, StoryOfTicket.class},
            synopsisSubcommandLabel = "list, show, open, answer, next, choose, outcome, saw, stage, error, close or story")
public final class TicketCommand extends Output {
    @Override
    public void run() {
        throw new BadInput("say what to do: wistaxis ticket list, or show N, open TITLE, answer N FACT=VALUE, next N, choose N STEP, "
                + "outcome N helped|did-not-help, saw N --screen S --host H, stage N NAME, error N WORDS, close N, story N");
    }
}
