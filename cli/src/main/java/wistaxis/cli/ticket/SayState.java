package wistaxis.cli.ticket;

import static wistaxis.core.words.Say.t;

import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Option;
import picocli.CommandLine;
import wistaxis.core.buttons.ComputerSees;
import wistaxis.core.buttons.Offer;
import wistaxis.core.facts.BadInput;
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

    @Option(names = "--offer", paramLabel = "OFFER", description = "${bundle:cli.help.saystate.saw.offer}")
    private @Nullable Offer offer;

    @Override
    Command command(Ticket ticket) {
        OnScreen on = screen == null ? null : OnScreen.parse(screen);
        if (offer != null && computer != null) {
            throw new BadInput(t("cli.ticket.offer-or-computer"));
        }
        return new Command.Saw(on, offer == null ? computer : offer.sees(on == OnScreen.BLACK), Sightings.Source.TOLD);
    }
}
