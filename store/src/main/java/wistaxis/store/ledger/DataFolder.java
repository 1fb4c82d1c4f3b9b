package wistaxis.store.ledger;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Map;
import wistaxis.core.facts.BadInput;

/** Where a user's data lives: ledger, packages, stand-ins. */
public record DataFolder(Path root) {
    /** The operating system's usual place for a program's data. */
    public static Path usual(String osName, Map<String, String> environment, Path home) {
        String os = osName.toLowerCase(Locale.ROOT);
        if (os.contains("win")) {
            String roaming = environment.get("APPDATA");
            return (roaming == null ? home.resolve("AppData/Roaming") : Path.of(roaming)).resolve("Wistaxis");
        }
        if (os.contains("mac")) {
            return home.resolve("Library/Application Support/Wistaxis");
        }
        String data = environment.get("XDG_DATA_HOME");
        return (data == null || data.isBlank() ? home.resolve(".local/share") : Path.of(data)).resolve("wistaxis");
    }

    /** Makes the folder where it is missing. @throws BadInput when it cannot be a folder or cannot be written to */
    public static DataFolder open(Path root) {
        try {
            Files.createDirectories(root);
            if (!Files.isWritable(root)) {
                throw new BadInput("data folder [" + root + "] cannot be written to; choose another with --data DIR");
            }
            return new DataFolder(root);
        } catch (IOException e) {
            throw new BadInput("data folder [" + root + "] cannot be made (" + e.getMessage() + "); choose another with --data DIR", e);
        }
    }

    /** The usual place on this machine; nothing is made. */
    public static Path usualPlace() {
        return usual(System.getProperty("os.name"), System.getenv(), Path.of(System.getProperty("user.home")));
    }

    public Path ledger() {
        return root.resolve("ledger.db");
    }

    public Path practice() {
        return root.resolve("practice.db");
    }

    /** The shop's own key sequences, if it has any. */
    public Path schools() {
        return root.resolve("schools.json");
    }

    public Path shelf() {
        return root.resolve("packages");
    }

    public Path standIns() {
        return root.resolve("stand-ins");
    }
}
