package wistaxis.cli.firmware;

import java.time.Duration;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.ArgGroup;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import wistaxis.cli.output.Output;
import wistaxis.core.bench.TimeHistory;
import wistaxis.core.facts.Units;
import wistaxis.core.restore.RestoreStage;
import wistaxis.core.time.ModeWindow;

@Command(name = "window", mixinStandardHelpOptions = true,
        description = "The mode first or the file first? Re-entries, hands and totals of both, for a package and a line.")
public final class WindowCommand extends Output {
    @Option(names = "--size", required = true, paramLabel = "SIZE", description = "of the package: 1.54GB; B, kB, MB, GB, KiB, MiB, GiB")
    private String size = "";

    @Option(names = "--rate", required = true, paramLabel = "RATE", description = "of the line: 7.2Mbit/s; kbit/s, Mbit/s, MB/s")
    private String rate = "";

    @ArgGroup(exclusive = true)
    private Stays stays = new Stays();

    /** One of two rules. */
    private static final class Stays {
        @Option(names = "--window", paramLabel = "SPAN", description = "how long the device stays in the mode: 15min; s, min, h")
        private @Nullable String window;

        @Option(names = "--lock-out", paramLabel = "SPAN",
                description = "one practitioner's rule instead: it leaves when the passcode wait that is running has elapsed")
        private @Nullable String lockOut;

        String span() {
            return lockOut != null ? lockOut : window != null ? window : "15min";
        }
    }

    @Override
    public void run() {
        TimeHistory usual = new TimeHistory(RestoreStage.shipped());
        Duration span = Units.span(stays.span());
        ModeWindow w = ModeWindow.of(new ModeWindow.Lengths(Units.bytes(size) / Units.bytesPerSecond(rate), span.toMillis() / 1000.0,
                usual.defaults().entrySeconds(), usual.prepare(null).mid(), usual.write(null).mid()));
        answer(w, List.of(String.format(Locale.ROOT, "download   %.0f s (%.1f min)", w.downloadSeconds(), w.downloadSeconds() / 60),
                words("file first", w.fileFirst()), words("mode first", w.modeFirst()),
                "recommended: " + (w.recommend().equals("fileFirst") ? "file first. " : "mode first. ") + w.reason()));
    }

    private static String words(String name, ModeWindow.Way way) {
        return String.format(Locale.ROOT, "%s %d re-entries%s, hands %.0f min, %.1f min in all", name, way.reentries(),
                way.reentries() == 0 ? "" : " at " + String.join(", ", way.reentryAt().stream()
                .map(s -> String.format(Locale.ROOT, "%.1f min", s / 60)).toList()), way.handsOnMinutes(), way.totalMinutes());
    }
}
