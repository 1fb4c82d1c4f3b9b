package wistaxis.cli.firmware;

import static wistaxis.core.words.Say.t;

import java.time.Duration;
import java.util.List;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.ArgGroup;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import wistaxis.cli.output.Output;
import wistaxis.core.bench.TimeHistory;
import wistaxis.core.facts.Units;
import wistaxis.core.restore.RestoreStage;
import wistaxis.core.time.RecoveryTimeout;
import wistaxis.core.words.Text;

@Command(name = "timeout", mixinStandardHelpOptions = true,
        description = "${bundle:cli.help.window}")
public final class TimeoutCommand extends Output {
    @Option(names = "--size", required = true, paramLabel = "SIZE", description = "${bundle:cli.help.window.size}")
    private String size = "";

    @Option(names = "--rate", required = true, paramLabel = "RATE", description = "${bundle:cli.help.window.rate}")
    private String rate = "";

    @ArgGroup(exclusive = true)
    private Stays stays = new Stays();

    /** One of two rules. */
    private static final class Stays {
        @Option(names = "--timeout", paramLabel = "SPAN", description = "${bundle:cli.help.window.timeout}")
        private @Nullable String window;

        @Option(names = "--lock-out", paramLabel = "SPAN",
                description = "${bundle:cli.help.window.lock-out}")
        private @Nullable String lockOut;

        String span() {
            return lockOut != null ? lockOut : window != null ? window : "15min";
        }
    }

    @Override
    public void run() {
        TimeHistory usual = new TimeHistory(RestoreStage.shipped());
        Duration span = Units.span(stays.span());
        RecoveryTimeout w = RecoveryTimeout.of(new RecoveryTimeout.Lengths(Units.bytes(size) / Units.bytesPerSecond(rate),
                span.toMillis() / 1000.0,
                usual.defaults().entrySeconds(), usual.prepare(null).mid(), usual.write(null).mid()));
        answer(w, List.of(t("cli.timeout.download", "seconds", Math.round(w.downloadSeconds()), "minutes", w.downloadSeconds() / 60),
                words("cli.timeout.file-first", w.fileFirst()), words("cli.timeout.mode-first", w.modeFirst()),
                t("cli.timeout.recommended", "first", w.recommend(), "why", w.reason())));
    }

    private static String words(String name, RecoveryTimeout.Way way) {
        return t("cli.timeout.way", "name", Text.of(name), "n", way.reentries(), "at", way.reentryAt().stream()
                .map(s -> t("cli.timeout.at", "minutes", s / 60)).toList(), "hands", Math.round(way.handsOnMinutes()), "all",
                way.totalMinutes());
    }
}
