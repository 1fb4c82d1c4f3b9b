package wistaxis.cli.ticket;

import picocli.CommandLine;
import picocli.CommandLine.Parameters;
import wistaxis.core.facts.BadInput;
import wistaxis.core.ticket.Attempt;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.Command;

@CommandLine.Command(name = "outcome", mixinStandardHelpOptions = true, description = "Say what came of the step that was taken.")
public final class SayOutcome extends Giving {
    @Parameters(index = "1", paramLabel = "WHAT",
            description = "helped, did-not-help, or data-lost for an update that took the data with it")
    private String what = "";

    @Override
    Command command(Ticket ticket) {
        return new Command.Say(Attempt.Outcome.of(what).filter(o -> o != Attempt.Outcome.STOPPED)
                .orElseThrow(() -> new BadInput("outcome [" + what + "]: write helped, did-not-help or data-lost")));
    }
}
