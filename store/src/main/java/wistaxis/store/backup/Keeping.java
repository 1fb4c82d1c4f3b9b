package wistaxis.store.backup;

import java.time.LocalDateTime;
import java.time.YearMonth;
import java.time.temporal.IsoFields;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Function;

/** Which backups stay: the newest of each of the last days, weeks and months that there are any of. */
public final class Keeping {
    static final int DAYS = 7;
    static final int WEEKS = 5;
    static final int MONTHS = 12;

    private Keeping() {}

    /** Which of these are not kept any more. */
    public static Set<LocalDateTime> past(Collection<LocalDateTime> made) {
        List<LocalDateTime> newest = new ArrayList<>(made);
        newest.sort(Comparator.reverseOrder());
        Set<LocalDateTime> past = new HashSet<>(newest);
        past.removeAll(firsts(newest, DAYS, LocalDateTime::toLocalDate));
        past.removeAll(firsts(newest, WEEKS, t -> t.get(IsoFields.WEEK_BASED_YEAR) * 100 + t.get(IsoFields.WEEK_OF_WEEK_BASED_YEAR)));
        past.removeAll(firsts(newest, MONTHS, YearMonth::from));
        return past;
    }

    private static <T> List<LocalDateTime> firsts(List<LocalDateTime> newest, int n, Function<LocalDateTime, T> of) {
        Set<T> had = new HashSet<>();
        return newest.stream().filter(t -> had.add(of.apply(t))).limit(n).toList();
    }
}
