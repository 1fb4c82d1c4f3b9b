package wistaxis.core.ticket;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import wistaxis.core.buttons.Mode;
import wistaxis.core.facts.Said;
import wistaxis.core.ticket.Timeline.Kind;

/** What the time of a ticket went into: a day told by hand, and for any entries that nothing is counted twice or left out. */
class TimelineTest {
    private static final Instant AT = Instant.parse("2026-05-12T10:00:00Z");

    private final List<LedgerEntry> entries = new ArrayList<>();

    private void at(double minutes, TicketEvent event) {
        entries.add(Chain.link(Chain.START, entries.size() + 1, "T-0001", AT.plusMillis(Math.round(minutes * 60_000)), null,
                event.toJson()));
    }

    @Test
    void aDayIsToldAsItWas() {
        at(0, new TicketEvent.Opened("x", true));
        at(2, new TicketEvent.FactRecorded("trouble", "looping"));
        at(30, new TicketEvent.Identified("iPhone13,2", "by the number"));
        at(31, new TicketEvent.DownloadStarted("31K88", 0));
        at(33, new TicketEvent.FactRecorded("backup", "none"));
        at(43, new TicketEvent.Downloaded("31K88", 1, 1));
        at(44, new TicketEvent.ModeEntered(Mode.RECOVERY));
        at(45, new TicketEvent.ModeLost(Said.sentence("left by itself")));
        at(46, new TicketEvent.ModeEntered(Mode.RECOVERY));
        at(47, new TicketEvent.RestoreStarted("31K88"));
        at(48, new TicketEvent.StageReached("extract"));
        at(60, new TicketEvent.Restored("31.10"));
        at(61, new TicketEvent.GuideNoted("set-up", "network", "joined"));
        at(65, new TicketEvent.GuideNoted("set-up", "activation", "activated"));
        at(66, new TicketEvent.Closed(Said.sentence("handed over")));
        at(9000, new TicketEvent.DocumentHandedOut("report", "00", 14));
        assertThat(Timeline.of(entries).stretches()).extracting(s -> s.kind() + " " + s.length().toMinutes() + " " + s.what()).containsExactly(
                "HANDS 2 ", "LIES 28 ", "HANDS 1 ", "LINE 12 download", "HANDS 4 ", "RUNS 1 start", "RUNS 12 extract", "HANDS 1 ",
                "RUNS 4 Leave it: it activates", "HANDS 1 ");
        Projection p = Projection.of(entries);
        assertThat(p.again()).isEqualTo(1);
        assertThat(p.stages()).contains(new Projection.StageTime(14, "iPhone13,2", Projection.ACTIVATION, 240));
        assertThat(p.spent().get(Kind.LINE)).isEqualTo(720);
    }

    @Test
    void nothingIsCountedTwiceOrLeftOut() {
        Random random = new Random(5);
        for (int round = 0; round < 200; round++) {
            entries.clear();
            double now = 0;
            at(0, new TicketEvent.Opened("x", true));
            for (int i = 0; i < 30; i++) {
                now += random.nextInt(4) == 0 ? -1 : 20 * random.nextDouble();
                at(now, switch (random.nextInt(6)) {
                    case 0 -> new TicketEvent.DownloadStarted("b", 0);
                    case 1 -> new TicketEvent.Downloaded("b", 1, 1);
                    case 2 -> new TicketEvent.RestoreStarted("b");
                    case 3 -> new TicketEvent.StageReached("send");
                    case 4 -> new TicketEvent.RestoreStopped(Said.sentence("x"));
                    default -> new TicketEvent.FactRecorded("backup", "none");
                });
            }
            List<Timeline.Stretch> told = Timeline.of(entries).stretches();
            for (int i = 1; i < told.size(); i++) {
                assertThat(told.get(i).from()).isEqualTo(told.get(i - 1).to());
            }
            Instant latest = entries.stream().map(LedgerEntry::when).max(Instant::compareTo).orElseThrow();
            assertThat(told.stream().map(Timeline.Stretch::length).reduce(Duration.ZERO, Duration::plus)).isEqualTo(Duration.between(AT,
                    latest));
        }
    }
}
