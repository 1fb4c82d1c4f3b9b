package wistaxis.desktop;

import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import javafx.application.Application;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.desktop.shots.CueMeasure;
import wistaxis.desktop.shots.Screenshots;

/** Starts the window. Exit status 2 for bad use, 1 when the data cannot be used. */
public final class Main {
    private Main() {}

    /**
     * What was asked for.
     *
     * @param what {@code own}, {@code demo}, {@code screenshots}, or {@code cues} and {@code cues-window}: the timing of the cues, measured without a display and with one
     * @param data the data folder; null for the usual place
     * @param smoke whether to close again once the window is usable
     */
    public record Asked(String what, @Nullable Path data, boolean smoke, Path pictures) {
        /** @throws BadInput for anything unknown */
        public static Asked parse(List<String> args) {
            String what = "own";
            Path data = null;
            boolean smoke = false;
            Path pictures = Path.of("docs/screenshots");
            Deque<String> left = new ArrayDeque<>(args);
            while (!left.isEmpty()) {
                String arg = left.removeFirst();
                switch (arg) {
                    case "demo", "screenshots", "cues", "cues-window" -> what = arg;
                    case "--smoke" -> smoke = true;
                    case "--data" -> data = Path.of(value(left, arg));
                    case "--out" -> pictures = Path.of(value(left, arg));
                    default -> {
                        if (!arg.startsWith("--data=")) {
                            throw new BadInput("unknown argument [" + arg + "]; use: wistaxis [demo] [--data DIR], wistaxis screenshots [--out DIR], or wistaxis cues");
                        }
                        data = Path.of(arg.substring("--data=".length()));
                    }
                }
            }
            return new Asked(what, data, smoke, pictures);
        }

        private static String value(Deque<String> left, String option) {
            if (left.isEmpty()) {
                throw new BadInput(option + " names no folder; write " + option + " DIR");
            }
            return left.removeFirst();
        }
    }

    public static void main(String[] args) {
        try {
            Asked asked = Asked.parse(List.of(args));
            if (asked.what().equals("screenshots")) {
                Screenshots.take(asked.pictures());
            } else if (asked.what().startsWith("cues")) {
                CueMeasure.take(asked.what().equals("cues"));
            } else {
                WindowApp.asked(asked);
                NoDisplay.unless(() -> Application.launch(WindowApp.class));
            }
        } catch (BadInput e) {
            System.err.println("wistaxis: " + e.getMessage());
            System.exit(2);
        } catch (NoDisplay e) {
            System.err.println("wistaxis: " + e.getMessage());
            System.exit(1);
        }
    }
}
