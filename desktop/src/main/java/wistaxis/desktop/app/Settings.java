package wistaxis.desktop.app;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Units;
import wistaxis.core.keys.KeySequence;
import wistaxis.store.WholeFile;

/**
 * What a shop has chosen for itself; kept in {@code settings.json} of the data folder.
 *
 * @param preferences the choice by preference of {@code routes.json}; what is left out is the usual one
 * @param holidays the region whose public holidays the shop and its carriers keep, for example {@code gb-eng}
 * @param modeWindow how long a device stays in recovery by itself, a span such as {@code 15min}; null for the usual one
 * @param schools the school last taken, by key family and goal; null where the likeliest is always taken
 */
public record Settings(Map<String, String> preferences, String holidays, @Nullable String modeWindow, @Nullable Map<String, String> schools) {
    public static final Settings USUAL = new Settings(Map.of(), "gb-eng", null, null);

    private static final String USUAL_WINDOW = "15min";

    public Settings {
        preferences = Map.copyOf(preferences);
        schools = schools == null ? null : Map.copyOf(schools);
        if (modeWindow != null) {
            Units.span(modeWindow);
        }
    }

    /** @throws wistaxis.core.facts.BadInput when the file cannot be understood, saying where; the file is left as it is */
    static Settings read(Path file) throws IOException {
        return Files.exists(file) ? Json.read(Files.readString(file), Settings.class, file.getFileName().toString()) : USUAL;
    }

    void write(Path file) throws IOException {
        WholeFile.write(file, Json.writePretty(this));
    }

    /** The mode window in force. */
    public String window() {
        return modeWindow == null ? USUAL_WINDOW : modeWindow;
    }

    Settings prefer(String preference, String value) {
        Map<String, String> all = new TreeMap<>(preferences);
        all.put(preference, value);
        return new Settings(all, holidays, modeWindow, schools);
    }

    Settings holidays(String region) {
        return new Settings(preferences, region, modeWindow, schools);
    }

    Settings modeWindow(String span) {
        return new Settings(preferences, holidays, span, schools);
    }

    /** The school that was last taken for the goal of this one on its family; null for none. */
    public @Nullable String school(KeySequence like) {
        return schools == null ? null : schools.get(like.family() + "/" + like.goal());
    }

    Settings prefer(KeySequence school) {
        Map<String, String> all = new TreeMap<>(schools == null ? Map.of() : schools);
        all.put(school.family() + "/" + school.goal(), school.school());
        return new Settings(preferences, holidays, modeWindow, all);
    }
}
