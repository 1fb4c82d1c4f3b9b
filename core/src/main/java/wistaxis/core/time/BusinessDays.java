package wistaxis.core.time;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.Set;
import java.util.function.Predicate;

/**
 * Counting days on which a shop and its carriers work.
 *
 * @param closed weekdays without business
 * @param holiday whether a day is a public holiday
 */
public record BusinessDays(Set<DayOfWeek> closed, Predicate<LocalDate> holiday) {
    /** Saturday and Sunday off. */
    public static BusinessDays mondayToFriday(Predicate<LocalDate> holiday) {
        return new BusinessDays(Set.of(DayOfWeek.SATURDAY, DayOfWeek.SUNDAY), holiday);
    }

    public BusinessDays {
        closed = Set.copyOf(closed);
        if (closed.size() == DayOfWeek.values().length) {
            throw new IllegalArgumentException("a shop that is closed on [" + closed + "] has no business days; leave one out");
        }
    }

    public boolean isOne(LocalDate day) {
        return !closed.contains(day.getDayOfWeek()) && !holiday.test(day);
    }

    /**
     * The business day that comes so many business days after a day; the day itself does not count.
     *
     * @param days 1 to 250
     */
    public LocalDate after(LocalDate day, int days) {
        if (days < 1 || days > 250) {
            throw new IllegalArgumentException("[" + days + "] business days: write 1 to 250");
        }
        LocalDate at = day;
        for (int left = days; left > 0; left -= isOne(at) ? 1 : 0) {
            at = at.plusDays(1);
        }
        return at;
    }
}
