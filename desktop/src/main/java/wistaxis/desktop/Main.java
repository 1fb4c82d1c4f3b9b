package wistaxis.desktop;

import static wistaxis.core.words.Say.t;

import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.Iterator;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import javafx.application.Application;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Shown;
import wistaxis.core.words.Language;

/** Starts the window. Exit status 2 for bad use, 1 when the data cannot be used. */
public final class Main {
    private static final List<String> WINDOWS = List.of("practice", "demo");
    private static final String USE = "wistaxis [practice|demo] [--data DIR] [--language XX]";

    private Main() {}

    /**
     * What was asked for. Read by hand: a parser would cost a start more than all that there is to say.
     *
     * @param what {@code own} for the real bench, {@code practice} or {@code demo}
     * @param data the data folder; null for the usual place
     * @param language the tag of what the window speaks this time; null for what was chosen
     * @param smoke whether to close again once the window is usable
     */
    public record Asked(String what, @Nullable Path data, boolean smoke, @Nullable String language) {
        /** @throws BadInput for anything unknown or said twice */
        public static Asked parse(List<String> args) {
            String what = null;
            Path data = null;
            boolean smoke = false;
            String language = null;
            Iterator<String> rest = args.iterator();
            while (rest.hasNext()) {
                String arg = rest.next();
                if (WINDOWS.contains(arg) && what == null) {
                    what = arg;
                } else if (arg.equals("--smoke") && !smoke) {
                    smoke = true;
                } else if (language == null && (arg.equals("--language") || arg.startsWith("--language="))) {
                    language = arg.contains("=") ? arg.substring(arg.indexOf('=') + 1) : rest.hasNext() ? rest.next() : "";
                } else if (data == null && (arg.equals("--data") || arg.startsWith("--data="))) {
                    data = folder(arg.contains("=") ? arg.substring(arg.indexOf('=') + 1) : rest.hasNext() ? rest.next() : "");
                } else {
                    throw new BadInput(t("desktop.bad.argument", "argument", Shown.value(arg), "use", USE));
                }
            }
            return new Asked(what == null ? "own" : what, data, smoke, language);
        }

        /** Whether the world is simulated, and the folder the practitioner's own. */
        boolean practice() {
            return what.equals("practice");
        }

        /** The language that was asked for; empty for none. @throws BadInput for one that neither ships nor is in a folder */
        Optional<Language> speaks() {
            return Optional.ofNullable(language).map(tag -> Language.find(tag).orElseThrow(() -> new BadInput(t("desktop.bad.language",
                    "language", Shown.value(tag), "known", Language.all().stream().map(Language::tag).toList()))));
        }

        private static Path folder(String text) {
            try {
                if (!text.isBlank()) {
                    return Path.of(text);
                }
            } catch (InvalidPathException _) {
                // said below
            }
            throw new BadInput(t("desktop.bad.folder", "folder", Shown.value(text)));
        }
    }

    public static void main(String[] args) {
        System.setProperty("java.awt.headless", "true"); // its pictures are drawn for this window, never on one of its own
        try {
            CompletableFuture<Asked> asked = WindowApp.begin(() -> Asked.parse(List.of(args))); // read while the window comes up
            try {
                NoDisplay.unless(() -> Application.launch(WindowApp.class));
            } catch (NoDisplay e) {
                asked.join();
                throw e;
            }
        } catch (BadInput e) {
            badUse(e);
        } catch (NoDisplay e) {
            System.err.println("wistaxis: " + e.getMessage());
            System.exit(1);
        }
    }

    static void badUse(BadInput e) {
        System.err.println("wistaxis: " + e.getMessage());
        System.exit(2);
    }
}
