package wistaxis.store.calendar;

import biweekly.ICalVersion;
import biweekly.ICalendar;
import biweekly.component.VEvent;
import biweekly.io.text.ICalWriter;
import biweekly.util.DateTimeComponents;
import biweekly.util.ICalDate;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Date;
import java.util.List;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.ProgramVersion;

/** What a calendar is made of, and the file. */
public final class CalendarFile {
    /** A line has 75 octets at most, a letter up to two of them in the languages that ship. */
    private static final int LETTERS = 37;

    private CalendarFile() {}

    /**
     * Something at a time, or on whole days.
     *
     * @param id the same as long as it is the same thing: a calendar that reads the file again moves it
     * @param start the moment; for whole days their first one
     * @param end not included; null for a moment without a length
     * @param days whether it is of whole days
     */
    public record Entry(String id, Instant start, @Nullable Instant end, boolean days, String words) {}

    /** The file's text. The same entries give the same text. @param zone in which whole days begin */
    public static String text(List<Entry> entries, ZoneId zone) {
        ICalendar calendar = new ICalendar();
        calendar.setProductId("-//Wistaxis//Wistaxis " + ProgramVersion.OURS + "//EN");
        for (Entry e : entries) {
            VEvent event = new VEvent();
            event.setUid(e.id() + "@wistaxis");
            event.setSummary(e.words());
            event.setDateTimeStamp(Date.from(e.start())); // when it was made says nothing, and would make each file another one
            if (e.days()) {
                event.setDateStart(day(e.start(), zone));
                event.setDateEnd(day(e.end() == null ? e.start() : e.end(), zone));
            } else {
                event.setDateStart(Date.from(e.start()));
                if (e.end() != null) {
                    event.setDateEnd(Date.from(e.end()));
                }
            }
            calendar.addEvent(event);
        }
        StringWriter text = new StringWriter();
        try (ICalWriter writer = new ICalWriter(text, ICalVersion.V2_0)) {
            writer.getVObjectWriter().getFoldedLineWriter().setLineLength(LETTERS);
            writer.write(calendar);
        } catch (IOException e) {
            throw new UncheckedIOException(e); // into memory
        }
        return text.toString();
    }

    private static ICalDate day(Instant at, ZoneId zone) {
        LocalDate day = at.atZone(zone).toLocalDate();
        return new ICalDate(new DateTimeComponents(day.getYear(), day.getMonthValue(), day.getDayOfMonth()), false);
    }
}
