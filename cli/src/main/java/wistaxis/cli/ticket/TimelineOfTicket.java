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
import wistaxis.core.ticket.Timeline;
import wistaxis.core.words.Say;
import wistaxis.core.work.Command;

@CommandLine.Command(name = "timeline", mixinStandardHelpOptions = true,
        description = "${bundle:cli.help.storyofticket.story}")
public final class TimelineOfTicket extends OnTicket {
    private record Told(String ticket, Map<Timeline.Kind, Double> seconds, List<Timeline.Stretch> stretches, List<Timeline.Line> lines) {}

    @Override
    public void run() {
        List<LedgerEntry> entries = read();
        Timeline timeline = Timeline.of(entries);
        List<Timeline.Line> lines = Timeline.lines(entries);
        List<String> words = new ArrayList<>(List.of(Arrays.stream(Timeline.Kind.values())
                .map(k -> t("cli.timeline.minutes", "what", k.words(), "minutes", Math.round(timeline.seconds().get(k) / 60)))
                .collect(Collectors.joining(", "))));
        lines.forEach(l -> words.add("  " + Say.language().dayAndTime(l.at(), ZoneId.systemDefault()) + "  " + l.words()));
        answer(new Told(number(), timeline.seconds(), timeline.stretches(), lines), words);
    }
}
