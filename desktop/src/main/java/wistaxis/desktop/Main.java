package wistaxis.desktop;

import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import javafx.application.Application;
import org.jspecify.annotations.Nullable;
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
     * @param what {@code own}, {@code demo}, {@code screenshots}, or {@code cues} and {@code cues-window}: the timing of the cues,
     *     measured without a display and with one
     * @param data the data folder; null for the usual place
     * @param smoke whether to close again once the window is usable
     */
    public record Asked(String what, @Nullable Path data, boolean smoke, Path pictures) {
        /** @throws BadInput for anything unknown, said twice, or that does not go together */
        public static Asked parse(List<String> args) {
            Map<String, String> said = new LinkedHashMap<>();
            Deque<String> left = new ArrayDeque<>(args);
            while (!left.isEmpty()) {
                String arg = left.removeFirst();
                String option = arg.startsWith("--data=") ? "--data" : arg.startsWith("--out=") ? "--out" : arg;
                String before = switch (option) {
                    case "demo", "screenshots", "cues", "cues-window" -> said.put("what", arg);
                    case "--smoke" -> said.put(option, arg);
                    case "--data", "--out" -> said.put(option,
                            folder(option, arg.equals(option) ? value(left, option) : arg.substring(option.length() + 1)));
                    default -> throw new BadInput("unknown argument [" + Shown.value(arg)
                            + "]; use: wistaxis [demo] [--data DIR], wistaxis screenshots [--out DIR], or wistaxis cues");
                };
                if (before != null) {
                    throw new BadInput("[" + Shown.value(arg) + "] after [" + Shown.value(before) + "]: only one of them can be meant");
                }
            }
            String what = said.getOrDefault("what", "own");
            boolean window = List.of("own", "demo").contains(what);
            said.keySet().stream().filter(o -> o.equals("--out") ? !what.equals("screenshots") : o.startsWith("--") && !window).findFirst()
                    .ifPresent(o -> {
                throw new BadInput(o + " does not go with " + (what.equals("own") ? "the window" : what) + "; leave it out");
            });
            return new Asked(what, said.containsKey("--data") ? Path.of(said.get("--data")) : null, said.containsKey("--smoke"),
                    Path.of(said.getOrDefault("--out", "docs/screenshots")));
        }

        private static String value(Deque<String> left, String option) {
            if (left.isEmpty()) {
                throw new BadInput(option + " names no folder; write " + option + " DIR");
            }
            return left.removeFirst();
        }

        private static String folder(String option, String text) {
            try {
                Path.of(text);
            } catch (InvalidPathException e) {
                throw new BadInput(option + " [" + Shown.value(text) + "] cannot be a folder: " + e.getReason(), e);
            }
            if (text.isBlank()) {
                throw new BadInput(option + " names no folder; write " + option + " DIR");
            }
            return text;
        }
    }

    public static void main(String[] args) {
        try {
            if (args.length == 1 && args[0].equals("empty-window")) {
                NoDisplay.unless(() -> Application.launch(EmptyWindow.class)); // for wistaxis bench start
                return;
            }
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
