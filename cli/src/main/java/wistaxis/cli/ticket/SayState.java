package wistaxis.cli.ticket;

import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Option;
import picocli.CommandLine;
import wistaxis.core.buttons.ComputerSees;
import wistaxis.core.ticket.OnScreen;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.Command;
import wistaxis.core.work.Sightings;

@CommandLine.Command(name = "saw", mixinStandardHelpOptions = true, description = "${bundle:cli.help.saystate.saw}")
public final class SayState extends Giving {
    @Option(names = "--screen", paramLabel = "SCREEN",
            description = "${bundle:cli.help.saystate.saw.screen}")
    private @Nullable String screen;

    @Option(names = "--computer", paramLabel = "HOST", description = "${bundle:cli.help.saystate.saw.computer}")
    private @Nullable ComputerSees computer;

    @Override
    Command command(Ticket ticket) {
        return new Command.Saw(screen == null ? null : OnScreen.parse(screen), computer, Sightings.Source.TOLD);
    }
}
