package wistaxis.cli.ticket;

import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Option;
import picocli.CommandLine;
import wistaxis.core.keys.HostView;
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
    private @Nullable HostView host;

    @Override
    Command command(Ticket ticket) {
        return new Command.Saw(screen == null ? null : OnScreen.parse(screen), host, Sightings.Source.TOLD);
    }
}
