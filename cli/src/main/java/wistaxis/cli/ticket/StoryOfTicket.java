package wistaxis.cli.ticket;

import static wistaxis.core.words.Say.t;

import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import picocli.CommandLine;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Story;
import wistaxis.core.words.Say;
import wistaxis.core.work.Command;

@CommandLine.Command(name = "timeline", mixinStandardHelpOptions = true,
        description = "${bundle:cli.help.storyofticket.story}")
public final class StoryOfTicket extends OnTicket {
    private record Told(String ticket, Map<Story.Kind, Double> seconds, List<Story.Stretch> stretches, List<Story.Line> lines) {}

    @Override
    public void run() {
        List<LedgerEntry> entries = read();
        Story story = Story.of(entries);
        List<Story.Line> lines = Story.lines(entries);
        List<String> words = new ArrayList<>(List.of(Arrays.stream(Story.Kind.values())
                .map(k -> t("cli.timeline.minutes", "what", k.words(), "minutes", Math.round(story.seconds().get(k) / 60)))
                .collect(Collectors.joining(", "))));
        lines.forEach(l -> words.add("  " + Say.language().dayAndTime(l.at(), ZoneId.systemDefault()) + "  " + l.words()));
        answer(new Told(number(), story.seconds(), story.stretches(), lines), words);
    }
}
