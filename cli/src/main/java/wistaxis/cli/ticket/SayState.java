package wistaxis.cli.ticket;

import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Option;
import picocli.CommandLine;
import wistaxis.core.keys.HostView;
import wistaxis.core.ticket.OnScreen;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.Command;
import wistaxis.core.work.Sightings;

@CommandLine.Command(name = "saw", mixinStandardHelpOptions = true, description = "Write down what is seen of a real device, now.")
public final class SayState extends Giving {
    @Option(names = "--screen", paramLabel = "SCREEN",
            description = "black, boot-logo, cable-screen, lock-screen, greeting or no-reaction")
    private @Nullable String screen;

    @Option(names = "--host", paramLabel = "HOST", description = "what the host has of it: nothing, normal, recovery or dfu")
    private @Nullable HostView host;

    @Override
    Command command(Ticket ticket) {
        return new Command.Saw(screen == null ? null : OnScreen.parse(screen), host, Sightings.Source.TOLD);
    }
}
