package wistaxis.store.settings;

import static wistaxis.core.words.Say.t;

import com.fasterxml.jackson.annotation.JsonAlias;
import java.io.IOException;
import java.net.URI;
import java.net.URISyntaxException;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import wistaxis.core.bench.AtWork;
import wistaxis.core.bench.CallTimes;
import wistaxis.core.buttons.ButtonSequence;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Names;
import wistaxis.core.facts.Shown;
import wistaxis.core.facts.Units;
import wistaxis.core.facts.WebAddress;
import wistaxis.store.files.SideFile;
import wistaxis.store.files.WholeFile;

/**
 * What a shop has chosen for itself; kept in {@code settings.json} of the data folder.
 *
 * @param preferences the choice by preference of {@code routes.json}; what is left out is the usual one
 * @param holidays the region whose public holidays the shop and its carriers keep, for example {@code gb-eng}
 * @param recoveryTimeout how long a device stays in recovery by itself, a span such as {@code 15min}; null for the usual one
 * @param bench what the bench is called; null where nobody has said
 * @param library the address of the firmware library that the shop asks; null for none
 * @param programOf when the computer's restore program was last brought up to date; null where nobody has said
 * @param forgetDays customers are forgotten so many days after their ticket was closed; null for never by itself
 * @param staff who works here, names or initials; null where nobody has said
 * @param language what the window speaks, by BCP 47; null for the language of the system
 * @param cues what is heard of the keys: {@code tones}, {@code words} or {@code both}; null for tones
 * @param atWork who is at work when, and the ports of the computers; null for one pair of hands that is always there
 * @param lineMbit megabits a second that a download makes here, 0.1 to 100,000, until some were measured; null where nobody has said
 * @param shop what it says of itself on its documents; null for no more than its name
 * @param printers the printer by what goes to it, {@code pages} or {@code labels}; the system's usual one for what is left out
 * @param methods the method last taken, by button layout and goal; null where the likeliest is always taken
 */
public record Settings(Map<String, String> preferences, String holidays, @JsonAlias("modeWindow") @Nullable String recoveryTimeout,
        @JsonAlias("schools") @Nullable Map<String, String> methods, @Nullable String bench, @Nullable String library,
        @Nullable LocalDate programOf, @Nullable Integer forgetDays, @Nullable List<String> staff, @Nullable String language,
                @Nullable String cues, @Nullable AtWork atWork, @Nullable Double lineMbit,
        @Nullable ShopProfile shop, @Nullable Map<String, String> printers) {
    public static final Settings USUAL = new Settings(Map.of(), "gb-eng", null, null, null, null, null, null, null, null, null, null, null,
            null, null);

    private static final int LONGEST_NAME = 60;
    private static final int MOST = 1000;
    private static final double SLOWEST = 0.1;
    private static final double FASTEST = 100_000;
    private static final int MOST_DAYS = 36_500;
    private static final String USUAL_WINDOW = "15min";

    public Settings {
        preferences = Map.copyOf(preferences);
        methods = methods == null ? null : Map.copyOf(methods);
        staff = staff == null ? null : List.copyOf(staff);
        printers = printers == null ? null : Map.copyOf(printers);
        if (holidays.length() > 20 || preferences.size() > MOST || methods != null && methods.size() > MOST
                || printers != null && printers.size() > MOST) {
            throw new BadInput(t("store.settings.not-settings", "region", Shown.value(holidays), "n", preferences.size()));
        }
        if (recoveryTimeout != null) {
            Units.span(recoveryTimeout);
        }
        if (bench != null) {
            Names.typed(bench, t("store.what.bench"), LONGEST_NAME);
        }
        if (library != null) {
            address(library);
        }
        if (staff != null) {
            if (staff.size() > MOST) {
                throw new BadInput(t("store.settings.many-names", "n", staff.size()));
            }
            staff.forEach(n -> Names.typed(n, t("store.what.technician"), LONGEST_NAME));
        }
        if (lineMbit != null && !(lineMbit >= SLOWEST && lineMbit <= FASTEST)) {
            throw new BadInput(t("store.settings.line", "value", lineMbit));
        }
        if (forgetDays != null && (forgetDays < 1 || forgetDays > MOST_DAYS)) {
            throw new BadInput(t("store.settings.forget-days", "days", forgetDays, "most", MOST_DAYS));
        }
    }

    /** @throws BadInput for text that is no such settings, saying where */
    public static Settings parse(String text, String name) {
        return Json.read(text, Settings.class, name);
    }

    /**
     * What is in the file, the usual where there is none; one that cannot be understood is set aside.
     *
     * @param check throws for what else is wrong with them
     */
    public static SideFile.Read<Settings> read(Path file, Consumer<Settings> check) {
        return new SideFile(file, "settings", 1).read(text -> {
            Settings read = parse(text, String.valueOf(file.getFileName()));
            check.accept(read);
            return read;
        }, USUAL);
    }

    public void write(Path file) throws IOException {
        WholeFile.write(file, Json.writePretty(this));
    }

    /** The recovery timeout in force. */
    public String window() {
        return recoveryTimeout == null ? USUAL_WINDOW : recoveryTimeout;
    }

    public Settings prefer(String preference, String value) {
        Map<String, String> all = new TreeMap<>(preferences);
        all.put(preference, value);
        return with(s -> s.preferences = all);
    }

    public Settings holidays(String region) {
        return with(s -> s.holidays = region);
    }

    public Settings recoveryTimeout(String span) {
        return with(s -> s.recoveryTimeout = span);
    }

    /** @param name empty for none */
    public Settings bench(String name) {
        return with(s -> s.bench = name.isBlank() ? null : name.strip());
    }

    /** @param people in a row, a semicolon between @throws BadInput for what cannot be read, with it */
    public Settings people(String people) {
        return with(new AtWork(List.of(people.split(";")), AtWork.of(atWork).ports(), AtWork.of(atWork).calls()));
    }

    /** @param ports in a row, a semicolon between @throws BadInput for what cannot be read, with it */
    public Settings ports(String ports) {
        return with(new AtWork(AtWork.of(atWork).people(), List.of(ports.split(";")), AtWork.of(atWork).calls()));
    }

    /** @param calls minutes before, and silent hours; blank for as usual @throws BadInput for what cannot be read */
    public Settings calls(String calls) {
        CallTimes now = calls.isBlank() ? CallTimes.USUAL : CallTimes.parse(calls);
        return with(new AtWork(AtWork.of(atWork).people(), AtWork.of(atWork).ports(), now.equals(CallTimes.USUAL) ? null : now));
    }

    private Settings with(AtWork now) {
        return with(s -> s.atWork = now.equals(AtWork.ONE) ? null : now);
    }

    /** @param address empty for none @throws BadInput for what is no such address */
    public Settings library(String address) {
        return with(s -> s.library = address.isBlank() ? null : address.strip());
    }

    /** @param day as {@code 2026-05-12}; empty for nobody has said @throws BadInput for what is no day */
    public Settings programOf(String day) {
        try {
            return with(s -> s.programOf = day.isBlank() ? null : LocalDate.parse(day.strip()));
        } catch (DateTimeParseException e) {
            throw new BadInput(t("store.settings.day", "day", Shown.value(day)), e);
        }
    }

    /** @param days whole days; empty for never by itself @throws BadInput for what is none */
    public Settings forgetDays(String days) {
        if (!days.isBlank() && !days.strip().matches("\\d{1,5}")) {
            throw new BadInput(t("store.settings.days", "days", Shown.value(days)));
        }
        return with(s -> s.forgetDays = days.isBlank() ? null : Integer.valueOf(days.strip()));
    }

    /** @param names with commas between; empty for nobody has said @throws BadInput for what is no name */
    public Settings staff(String names) {
        List<String> all = Arrays.stream(names.split(",")).map(String::strip).filter(n -> !n.isEmpty()).distinct().toList();
        return with(s -> s.staff = all.isEmpty() ? null : all);
    }

    /** @param what {@code tones}, {@code words} or {@code both} */
    public Settings cues(String what) {
        return with(s -> s.cues = what);
    }

    /** @param mbit megabits a second as somebody typed them; empty for not known @throws BadInput for what is none */
    public Settings line(String mbit) {
        try {
            return with(s -> s.lineMbit = mbit.isBlank() ? null : Double.valueOf(mbit.strip().replace(',', '.')));
        } catch (NumberFormatException e) {
            throw new BadInput(t("store.settings.line", "value", Shown.value(mbit)), e);
        }
    }

    /** What goes to this printer. @param name as the system calls it; empty for the system's usual one */
    public Settings printer(String what, String name) {
        Map<String, String> all = new TreeMap<>(printers == null ? Map.of() : printers);
        all.remove(what);
        if (!name.isEmpty()) {
            all.put(what, name);
        }
        return with(s -> s.printers = all.isEmpty() ? null : all);
    }

    /** The printer that was chosen for something; empty for the system's usual one. */
    public String printer(String what) {
        return printers == null ? "" : printers.getOrDefault(what, "");
    }

    /** What the shop says of itself. */
    public ShopProfile profile() {
        return shop == null ? ShopProfile.NONE : shop;
    }

    /** @throws BadInput for what cannot be */
    public Settings profile(ShopProfile now) {
        return with(s -> s.shop = now.equals(ShopProfile.NONE) ? null : now);
    }

    /** @param tag by BCP 47 */
    public Settings language(String tag) {
        return with(s -> s.language = tag);
    }

    /**
     * An address that a shop typed in. What is wrong with it is said without it: it may hold a password.
     *
     * @throws BadInput for anything but http or https to a host, or with a name and password in it
     */
    public static URI address(String typed) {
        try {
            return new URI(WebAddress.typed(typed, t("store.what.library-address")));
        } catch (URISyntaxException e) {
            throw new BadInput(t("store.settings.library-address", "why", e.getReason(), "at", e.getIndex()), e);
        }
    }

    /** The method that was last taken for the goal of this one on its family; null for none. */
    public @Nullable String method(ButtonSequence like) {
        return methods == null ? null : methods.get(like.family() + "/" + like.goal());
    }

    public Settings prefer(ButtonSequence method) {
        Map<String, String> all = new TreeMap<>(methods == null ? Map.of() : methods);
        all.put(method.family() + "/" + method.goal(), method.method());
        return with(s -> s.methods = all);
    }

    private Settings with(Consumer<SettingsDraft> change) {
        SettingsDraft draft = new SettingsDraft(this);
        change.accept(draft);
        return draft.settings();
    }
}
