package wistaxis.core.practice;

import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import wistaxis.core.route.Wilson;

/** A day of practice: how many attempts, how many landed, and the 95 % interval of that. */
public record PracticeDay(LocalDate day, int attempts, int landed, Wilson interval) {
    /** The days on which something was practised, in order. */
    public static List<PracticeDay> of(List<Drilled> drilled, ZoneId zone) {
        Map<LocalDate, List<Drilled>> days = drilled.stream()
                .collect(Collectors.groupingBy(d -> LocalDate.ofInstant(d.at(), zone), TreeMap::new, Collectors.toList()));
        return days.entrySet().stream().map(e -> {
            int landed = (int) e.getValue().stream().filter(Drilled::landed).count();
            return new PracticeDay(e.getKey(), e.getValue().size(), landed, Wilson.of(landed, e.getValue().size()));
        }).toList();
    }
}
