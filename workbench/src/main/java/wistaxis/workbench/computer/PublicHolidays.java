package wistaxis.workbench.computer;

import static wistaxis.core.words.Say.t;

import de.focus_shift.jollyday.core.HolidayManager;
import de.focus_shift.jollyday.core.ManagerParameters;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.function.Predicate;
import wistaxis.core.facts.BadInput;

/** Public holidays of a region, by the library Jollyday. */
public final class PublicHolidays implements Predicate<LocalDate> {
    private final HolidayManager manager;
    private final String[] parts;

    private PublicHolidays(HolidayManager manager, String[] parts) {
        this.manager = manager;
        this.parts = parts;
    }

    /**
     * @param region a country and, where holidays differ inside it, a part, for example {@code gb-eng} or {@code de-by}
     * @throws BadInput for a region that the library does not know
     */
    public static PublicHolidays of(String region) {
        List<String> words = Arrays.asList(region.toLowerCase(Locale.ROOT).split("-"));
        if (words.getFirst().isBlank() || !HolidayManager.getSupportedCalendarCodes().contains(words.getFirst().toUpperCase(Locale.ROOT))) {
            throw new BadInput(t("workbench.bad.holidays", "region", region));
        }
        HolidayManager manager = HolidayManager.getInstance(ManagerParameters.create(words.getFirst()));
        if (words.size() > 1 && !manager.getCalendarHierarchy().getChildren().containsKey(words.get(1))) {
            throw new BadInput(t("workbench.bad.holiday-part", "region", region, "country", words.getFirst(), "part", words.get(1),
                    "known", manager.getCalendarHierarchy().getChildren().keySet().stream().sorted().toList()));
        }
        return new PublicHolidays(manager, words.subList(1, words.size()).toArray(String[]::new));
    }

    @Override
    public boolean test(LocalDate day) {
        return manager.isHoliday(day, parts);
    }
}
