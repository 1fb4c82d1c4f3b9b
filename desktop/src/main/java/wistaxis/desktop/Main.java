package wistaxis.desktop;

import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.stream.Stream;
import javafx.application.Application;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Shown;
import wistaxis.desktop.shots.CueMeasure;
import wistaxis.desktop.shots.EmptyWindow;
import wistaxis.desktop.shots.Screenshots;

/** Starts the window. Exit status 2 for bad use, 1 when the data cannot be used. */
public final class Main {
    private Main() {}

    /**
     * What was asked for.
     *
     * @param what {@code own} for the real bench, {@code practice}, {@code demo}, {@code screenshots},
     *     or {@code cues} and {@code cues-window}: the timing of the cues,
     *     measured without a display and with one
     * @param data the data folder; null for the usual place
     * @param smoke whether to close again once the window is usable
     */
    public record Asked(String what, @Nullable Path data, boolean smoke, Path pictures) {
        /** @throws BadInput for anything unknown, said twice, or that does not go together */
        public static Asked parse(List<String> args) {
            Args said = new Args();
            try {
                new CommandLine(said).registerConverter(Path.class, Main::folder).parseArgs(args.toArray(String[]::new));
            } catch (CommandLine.UnmatchedArgumentException e) {
                throw new BadInput("unknown argument [" + Shown.value(e.getUnmatched().getFirst()) + "]; use: " + USE, e);
            } catch (CommandLine.MissingParameterException e) {
                throw new BadInput("an option names no folder; write --data DIR, or --out DIR", e);
            } catch (CommandLine.ParameterException e) {
                throw new BadInput(Shown.printable(String.valueOf(e.getMessage())) + "; use: " + USE, e);
            }
            if (!WHAT.contains(said.what)) {
                throw new BadInput("unknown argument [" + Shown.value(said.what) + "]; use: " + USE);
            }
            boolean window = WINDOWS.contains(said.what);
            refuse("--out", said.out != null && !said.what.equals("screenshots"), said.what);
            refuse("--data", said.data != null && !window, said.what);
            refuse("--smoke", said.smoke && !window, said.what);
            return new Asked(said.what, said.data, said.smoke, said.out == null ? Path.of("docs/screenshots") : said.out);
        }

        /** Whether the world is simulated, and the folder the practitioner's own. */
        boolean practice() {
            return what.equals("practice");
        }

        private static void refuse(String option, boolean wrong, String what) {
            if (wrong) {
                throw new BadInput(option + " does not go with " + (what.equals("own") ? "the window" : what) + "; leave it out");
            }
        }
    }

    private static final List<String> TOOLS = List.of("screenshots", "cues", "cues-window");
    private static final List<String> WINDOWS = List.of("own", "practice", "demo");
    private static final List<String> WHAT = Stream.concat(WINDOWS.stream(), TOOLS.stream()).toList();
    private static final String USE = "wistaxis [practice|demo] [--data DIR], wistaxis screenshots [--out DIR], or wistaxis cues";

    /** What can be said, for the parser. */
    @Command(name = "wistaxis")
    private static final class Args {
        @Parameters(index = "0", arity = "0..1", defaultValue = "own")
        private String what = "own";

        @Option(names = "--data", paramLabel = "DIR")
        private @Nullable Path data;

        @Option(names = "--out", paramLabel = "DIR")
        private @Nullable Path out;

        @Option(names = "--smoke")
        private boolean smoke;
    }

    private static Path folder(String text) {
        try {
            if (!text.isBlank()) {
                return Path.of(text);
            }
        } catch (InvalidPathException _) {
            // said below
        }
        throw new CommandLine.TypeConversionException("[" + Shown.value(text) + "] cannot be a folder");
    }

    public static void main(String[] args) {
        try {
            if (args.length == 1 && args[0].equals("empty-window")) {
                NoDisplay.unless(() -> Application.launch(EmptyWindow.class)); // for wistaxis bench start
                return;
            }
            List<String> said = List.of(args);
            if (said.stream().anyMatch(TOOLS::contains)) { // as a word of its own or as the name of a folder
                Asked asked = Asked.parse(said);
                if (asked.what().equals("screenshots")) {
                    Screenshots.take(asked.pictures());
                    return;
                }
                if (asked.what().startsWith("cues")) {
                    CueMeasure.take(asked.what().equals("cues"));
                    return;
                }
            }
            CompletableFuture<Asked> asked = WindowApp.begin(() -> Asked.parse(said)); // read while the window comes up
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
