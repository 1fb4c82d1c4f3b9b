package wistaxis.workbench.host;

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
            throw new BadInput("holiday region [" + region
                    + "] is not known; write a country such as gb or de, or one with a part such as gb-eng");
        }
        HolidayManager manager = HolidayManager.getInstance(ManagerParameters.create(words.getFirst()));
        if (words.size() > 1 && !manager.getCalendarHierarchy().getChildren().containsKey(words.get(1))) {
            throw new BadInput("holiday region [" + region + "]: " + words.getFirst() + " has no part [" + words.get(1) + "]; known are "
                    + manager.getCalendarHierarchy().getChildren().keySet().stream().sorted().toList());
        }
        return new PublicHolidays(manager, words.subList(1, words.size()).toArray(String[]::new));
    }

    @Override
    public boolean test(LocalDate day) {
        return manager.isHoliday(day, parts);
    }
}
