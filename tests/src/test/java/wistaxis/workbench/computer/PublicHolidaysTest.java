package wistaxis.workbench.computer;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Path;
import java.time.LocalDate;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import wistaxis.core.facts.BadInput;
import wistaxis.core.time.BusinessDays;

class PublicHolidaysTest {
    /** Published: gov.uk, bank holidays in England and Wales, 2026; quoted from memory. 28 December stands for Boxing Day, a Saturday. */
    private static final List<LocalDate> ENGLAND_2026 = Stream.of("01-01", "04-03", "04-06", "05-04", "05-25", "08-31", "12-25", "12-28")
            .map(d -> LocalDate.parse("2026-" + d)).toList();

    @Test
    void agreesWithThePublishedCalendarOnEveryWorkingDayOfTheYear() {
        PublicHolidays holidays = PublicHolidays.of("gb-eng");
        LocalDate.of(2026, 1, 1).datesUntil(LocalDate.of(2027, 1, 1)).filter(d -> d.getDayOfWeek().getValue() < 6)
                .forEach(d -> assertThat(holidays.test(d)).as(d.toString()).isEqualTo(ENGLAND_2026.contains(d)));
    }

    @Test
    void tenBusinessDaysOverChristmas() {
        BusinessDays days = BusinessDays.mondayToFriday(PublicHolidays.of("gb-eng"));
        assertThat(days.after(LocalDate.of(2026, 12, 23), 1)).isEqualTo(LocalDate.of(2026, 12, 24));
        assertThat(days.after(LocalDate.of(2026, 12, 24), 1)).isEqualTo(LocalDate.of(2026, 12, 29));
        assertThat(days.after(LocalDate.of(2026, 3, 31), 10)).isEqualTo(LocalDate.of(2026, 4, 16));
    }

    @Test
    void unknownRegionsAreRefused() {
        assertThatThrownBy(() -> PublicHolidays.of("xx")).isInstanceOf(BadInput.class).hasMessageContaining("[xx]");
        assertThatThrownBy(() -> PublicHolidays.of("gb-paris")).isInstanceOf(BadInput.class).hasMessageContaining("[paris]")
                .hasMessageContaining("eng");
        assertThatThrownBy(() -> PublicHolidays.of("")).isInstanceOf(BadInput.class);
    }

    /** The computer the test runs on has a disk; what else it has is its own affair, but the probe must not fail. */
    @Test
    void thisComputerCanBeLookedAt() {
        assertThat(new OshiComputer().look(Path.of("."))).satisfies(h -> assertThat(h.freeBytes()).isPositive());
    }
}
