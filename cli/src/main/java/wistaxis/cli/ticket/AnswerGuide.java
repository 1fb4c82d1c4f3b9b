package wistaxis.cli.ticket;

import static wistaxis.core.words.Say.t;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine;
import wistaxis.core.facts.BadInput;
import wistaxis.core.steps.Guide;
import wistaxis.core.steps.GuideRun;
import wistaxis.core.ticket.Ticket;
import wistaxis.core.work.Command;
import wistaxis.core.work.SetUp;

@CommandLine.Command(name = "guide", mixinStandardHelpOptions = true, description = "${bundle:cli.help.answerguide}")
public final class AnswerGuide extends Giving {
    @Parameters(index = "1", paramLabel = "ANSWER", description = "${bundle:cli.help.answerguide.answer}")
    private String answer = "";

    @Option(names = "--way", paramLabel = "WAY", description = "${bundle:cli.help.answerguide.way}")
    private @Nullable String way;

    @Override
    Command command(Ticket ticket) {
        List<GuideRun> runs = Stream.concat(ticket.guide().stream(), SetUp.all(ticket, DEVICES.byIdentifier(String.valueOf(ticket
                .identifier())).orElse(null)).stream()).toList();
        for (GuideRun run : runs) {
            Optional<Guide> guide = way == null ? Optional.ofNullable(run.guide()).filter(_ -> !run.over())
                    : run.ways().stream().filter(w -> w.way().equals(way)).findFirst();
            if (guide.isPresent()) {
                Guide.Page at = run.at() == null ? guide.get().steps().getFirst() : run.at();
                return new Command.AnswerGuide(guide.get().way(), at.id(), answer, null);
            }
        }
        throw new BadInput(t("cli.ticket.no-guide", "known", runs.stream().flatMap(r -> r.ways().stream()).map(Guide::way).toList()));
    }
}
