package wistaxis.cli.ticket;

import static wistaxis.core.words.Say.t;

import picocli.CommandLine.Parameters;
import picocli.CommandLine;
import wistaxis.core.facts.BadInput;
import wistaxis.core.ticket.Attempt;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.Command;

@CommandLine.Command(name = "outcome", mixinStandardHelpOptions = true, description = "${bundle:cli.help.sayoutcome.outcome}")
public final class SayOutcome extends Giving {
    @Parameters(index = "1", paramLabel = "WHAT",
            description = "${bundle:cli.help.sayoutcome.outcome.what}")
    private String what = "";

    @Override
    Command command(Ticket ticket) {
        return new Command.Say(Attempt.Outcome.of(what).filter(o -> o != Attempt.Outcome.STOPPED)
                .orElseThrow(() -> new BadInput(t("cli.ticket.outcome", "outcome", what))));
    }
}
