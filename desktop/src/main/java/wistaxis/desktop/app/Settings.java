package wistaxis.desktop.app;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Map;
import java.util.TreeMap;
import wistaxis.core.facts.Json;

/**
 * What a shop has chosen for itself; kept in {@code settings.json} of the data folder.
 *
 * @param preferences the choice by preference of {@code routes.json}; what is left out is the usual one
 * @param holidays the region whose public holidays the shop and its carriers keep, for example {@code gb-eng}
 */
public record Settings(Map<String, String> preferences, String holidays) {
    public static final Settings USUAL = new Settings(Map.of(), "gb-eng");

    public Settings {
        preferences = Map.copyOf(preferences);
    }

    /** @throws wistaxis.core.facts.BadInput when the file cannot be understood, saying where; the file is left as it is */
    static Settings read(Path file) throws IOException {
        return Files.exists(file) ? Json.read(Files.readString(file), Settings.class, file.getFileName().toString()) : USUAL;
    }

    /** Writes to a temporary name and renames. */
    void write(Path file) throws IOException {
        Path part = file.resolveSibling(file.getFileName() + ".part");
        Files.writeString(part, Json.writePretty(this));
        Files.move(part, file, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
    }

    Settings prefer(String preference, String value) {
        Map<String, String> all = new TreeMap<>(preferences);
        all.put(preference, value);
        return new Settings(all, holidays);
    }

    Settings holidays(String region) {
        return new Settings(preferences, region);
    }
}
