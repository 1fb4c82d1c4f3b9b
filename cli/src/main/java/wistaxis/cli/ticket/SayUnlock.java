package wistaxis.cli.ticket;

import static wistaxis.core.words.Say.t;

import org.jspecify.annotations.Nullable;
import picocli.CommandLine;
import picocli.CommandLine.Option;
import wistaxis.core.facts.BadInput;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.Command;

/** A carrier unlock was ordered, or what became of it. */
@CommandLine.Command(name = "unlock", mixinStandardHelpOptions = true, description = "${bundle:cli.help.sayunlock}")
public final class SayUnlock extends Giving {
    @Option(names = "--carrier", paramLabel = "NAME", description = "${bundle:cli.help.sayunlock.carrier}")
    private @Nullable String carrier;

    @Option(names = "--imei", paramLabel = "NUMBER", description = "${bundle:cli.help.sayunlock.imei}")
    private @Nullable String imei;

    @Option(names = "--country", paramLabel = "NAME", description = "${bundle:cli.help.sayunlock.country}")
    private String country = "";

    @Option(names = "--reference", paramLabel = "TEXT", description = "${bundle:cli.help.sayunlock.reference}")
    private String reference = "";

    @Option(names = "--price", paramLabel = "TEXT", description = "${bundle:cli.help.sayunlock.price}")
    private String price = "";

    @Option(names = "--answer-to", paramLabel = "TEXT", description = "${bundle:cli.help.sayunlock.answer-to}")
    private String answerTo = "";

    @Option(names = "--days", paramLabel = "DAYS", description = "${bundle:cli.help.sayunlock.days}")
    private String days = "";

    @Option(names = "--answer", paramLabel = "WHAT", description = "${bundle:cli.help.sayunlock.answer}")
    private @Nullable String answer;

    @Override
    Command command(Ticket ticket) {
        if ((carrier == null) == (answer == null) || carrier != null && imei == null) {
            throw new BadInput(t("cli.ticket.unlock-what"));
        }
        return answer != null ? new Command.NoteUnlock(answer.replace("activated-computer", "activated-host"))
                : new Command.OrderUnlock(imei, carrier, country, reference, price, answerTo, days);
    }
}
