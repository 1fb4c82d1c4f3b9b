package wistaxis.cli.ticket;

import org.jspecify.annotations.Nullable;
import picocli.CommandLine;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import wistaxis.core.facts.BadInput;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.Command;

@CommandLine.Command(name = "choose", mixinStandardHelpOptions = true,
        description = "Take a step of the ladder. One that erases needs the owner's consent, asked for once and written down.")
public final class ChooseStep extends Giving {
    @Parameters(index = "1", paramLabel = "STEP", description = "for example recovery-update; 'ticket next' says which may be taken")
    private String step = "";

    @Option(names = "--consent-by", paramLabel = "WHO", description = "who agreed to the erase")
    private @Nullable String who;

    @Option(names = "--told", paramLabel = "WORDS", description = "what was said about the backup")
    private @Nullable String told;

    @Override
    Command command(Ticket ticket) {
        if ((who == null) != (told == null)) {
            throw new BadInput("--consent-by and --told go together: who agreed, and what was said about the backup");
        }
        return new Command.Choose(step, who, told);
    }
}
