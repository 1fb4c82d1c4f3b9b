package wistaxis.store.calendar;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.StringReader;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import net.fortuna.ical4j.data.CalendarBuilder;
import net.fortuna.ical4j.data.ParserException;
import net.fortuna.ical4j.model.Calendar;
import net.fortuna.ical4j.model.Component;
import net.fortuna.ical4j.model.component.VEvent;
import org.junit.jupiter.api.Test;

/** The calendar, read back and validated by another library than the one that writes. Published: RFC 5545. */
class CalendarFileTest {
    private static final Instant NOON = Instant.parse("2026-05-12T12:00:00Z");

    @Test
    void anotherLibraryReadsTheSameMomentsDaysAndWords() throws IOException, ParserException {
        String text = CalendarFile.text(List.of(new CalendarFile.Entry("T-0001-call", NOON, NOON.plusSeconds(300), false,
                "T-0001 Ferry; crew, deck phone: Enter the mode"), new CalendarFile.Entry("T-0002-pickup", NOON, null, false, "ü".repeat(90)),
                new CalendarFile.Entry("T-0003-unlock", Instant.parse("2026-05-12T22:00:00Z"), Instant.parse("2026-05-20T22:00:00Z"), true, "unlock")),
                ZoneId.of("Europe/Berlin"));
        Calendar read = new CalendarBuilder().build(new StringReader(text));
        assertThat(read.validate().hasErrors()).isFalse();
        List<VEvent> events = read.getComponents(Component.VEVENT);
        assertThat(events).hasSize(3).allSatisfy(e -> assertThat(e.getUid()).isPresent());
        assertThat(events.getFirst().getSummary().getValue()).isEqualTo("T-0001 Ferry; crew, deck phone: Enter the mode");
        assertThat(Instant.from(events.getFirst().getDateTimeStart().getDate())).isEqualTo(NOON);
        assertThat(Instant.from(events.getFirst().getDateTimeEnd().getDate())).isEqualTo(NOON.plusSeconds(300));
        assertThat(events.get(1).getSummary().getValue()).as("long lines are folded, not cut").isEqualTo("ü".repeat(90));
        assertThat(LocalDate.from(events.get(2).getDateTimeStart().getDate())).isEqualTo(LocalDate.of(2026, 5, 13));
        assertThat(LocalDate.from(events.get(2).getDateTimeEnd().getDate())).isEqualTo(LocalDate.of(2026, 5, 21));
        assertThat(text.lines()).as("75 octets a line").allMatch(l -> l.getBytes(java.nio.charset.StandardCharsets.UTF_8).length <= 75);
    }
}
