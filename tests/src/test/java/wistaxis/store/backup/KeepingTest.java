package wistaxis.store.backup;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDateTime;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

class KeepingTest {
    /** Two years of days with holes and several a day: what is kept is bounded, reaches back, and never loses the newest. */
    @Test
    void daysWeeksAndMonths() {
        SplittableRandom random = new SplittableRandom(7);
        List<LocalDateTime> there = new ArrayList<>();
        for (int day = 0; day < 730; day++) {
            for (int n = random.nextInt(3); n > 0; n--) {
                there.add(LocalDateTime.of(2026, 1, 1, 8, 0).plusDays(day).plusMinutes(random.nextInt(600)));
            }
            Set<LocalDateTime> past = Keeping.past(there);
            LocalDateTime newest = there.stream().max(LocalDateTime::compareTo).orElse(null);
            there.removeAll(past);
            if (newest != null) {
                assertThat(there).contains(newest).hasSizeLessThanOrEqualTo(Keeping.DAYS + Keeping.WEEKS + Keeping.MONTHS);
            }
        }
        assertThat(there.stream().map(YearMonth::from).distinct()).hasSize(12);
        assertThat(there.stream().map(LocalDateTime::toLocalDate).distinct().sorted(java.util.Comparator.reverseOrder()).limit(7).toList()
                .getLast()).isAfter(LocalDateTime.of(2027, 12, 31, 0, 0).toLocalDate().minusDays(14));
    }
}
