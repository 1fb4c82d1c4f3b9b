package wistaxis.core.practice;

import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Comparator;
import java.util.List;
import wistaxis.core.buttons.ButtonSequence;
import wistaxis.core.route.Wilson;

/**
 * What to practise next. Published: S. Leitner, So lernt man lernen, 1972: five boxes; a success moves a card one box on, a failure back
 * to the first; the boxes are taken out after 1, 2, 4, 8 and 16 days (the doubling from memory). Of what is due, the least sure comes
 * first: that with the lowest lower end of its score interval.
 *
 * @param method what to practise
 * @param box 1 to 5; 0 where it was never tried
 * @param due the first day on which it should be tried again
 * @param low lower end of the 95 % interval of its success, 0 to 1; 0 where it was never tried
 */
public record Leitner(ButtonSequence method, int box, LocalDate due, double low, int attempts, int landed) {
    private static final int BOXES = 5;

    /** @param drilled one person's attempts, oldest first. @return every method, the one to practise first at the head */
    public static List<Leitner> plan(List<ButtonSequence> methods, List<Drilled> drilled, LocalDate today, ZoneId zone) {
        return methods.stream().map(s -> of(s, drilled.stream().filter(d -> d.of(s)).toList(), today, zone))
                .sorted(Comparator.comparing((Leitner l) -> l.due().isAfter(today)).thenComparing(l -> l.method().minority())
                .thenComparing(Leitner::low).thenComparing(Leitner::due)).toList();
    }

    private static Leitner of(ButtonSequence method, List<Drilled> tried, LocalDate today, ZoneId zone) {
        int box = 0;
        int landed = 0;
        LocalDate last = today;
        for (Drilled d : tried) {
            LocalDate day = LocalDate.ofInstant(d.at(), zone);
            boolean wasDue = box == 0 || !day.isBefore(last.plusDays(1L << (box - 1)));
            box = !d.landed() ? 1 : wasDue ? Math.min(BOXES, box + 1) : box;
            last = wasDue || !d.landed() ? day : last;
            landed += d.landed() ? 1 : 0;
        }
        return new Leitner(method, box, box == 0 ? today : last.plusDays(1L << (box - 1)), tried.isEmpty() ? 0
                : Wilson.of(landed, tried.size()).low(), tried.size(), landed);
    }
}
