package wistaxis.store.settings;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import wistaxis.core.bench.AtWork;

/** Settings while one of them is changed. */
final class SettingsDraft {
    Map<String, String> preferences;
    String holidays;
    @Nullable String recoveryTimeout;
    @Nullable Map<String, String> methods;
    @Nullable String bench;
    @Nullable String library;
    @Nullable LocalDate programOf;
    @Nullable Integer forgetDays;
    @Nullable List<String> staff;
    @Nullable String language;
    @Nullable String cues;
    @Nullable AtWork atWork;
    @Nullable Double lineMbit;
    @Nullable ShopProfile shop;
    @Nullable Map<String, String> printers;

    SettingsDraft(Settings of) {
        preferences = of.preferences();
        holidays = of.holidays();
        recoveryTimeout = of.recoveryTimeout();
        methods = of.methods();
        bench = of.bench();
        library = of.library();
        programOf = of.programOf();
        forgetDays = of.forgetDays();
        staff = of.staff();
        language = of.language();
        cues = of.cues();
        atWork = of.atWork();
        lineMbit = of.lineMbit();
        shop = of.shop();
        printers = of.printers();
    }

    Settings settings() {
        return new Settings(preferences, holidays, recoveryTimeout, methods, bench, library, programOf, forgetDays, staff, language,
                cues, atWork, lineMbit, shop, printers);
    }
}
