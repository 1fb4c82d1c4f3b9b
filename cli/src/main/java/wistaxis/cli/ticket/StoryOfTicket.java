package wistaxis.cli.ticket;

import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import picocli.CommandLine;
import wistaxis.core.ticket.LedgerEntry;
import wistaxis.core.ticket.Story;
import wistaxis.core.work.Command;

@CommandLine.Command(name = "story", mixinStandardHelpOptions = true,
        description = "All that happened on it, and what its time went into.")
public final class StoryOfTicket extends OnTicket {
    private record Told(String ticket, Map<Story.Kind, Double> seconds, List<Story.Stretch> stretches, List<Story.Line> lines) {}

    @Override
    public void run() {
        List<LedgerEntry> entries = read();
        Story story = Story.of(entries);
        List<Story.Line> lines = Story.lines(entries);
        List<String> words = new ArrayList<>(List.of(Arrays.stream(Story.Kind.values())
                .map(k -> String.format(Locale.ROOT, "%s %.0f min",
                k.words(), story.seconds().get(k) / 60)).collect(Collectors.joining(", "))));
        lines.forEach(l -> words.add("  " + l.at().truncatedTo(ChronoUnit.SECONDS) + "  " + l.words()));
        answer(new Told(number(), story.seconds(), story.stretches(), lines), words);
    }
}
