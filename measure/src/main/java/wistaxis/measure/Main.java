package wistaxis.measure;

import java.nio.file.Path;
import java.util.List;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;
import wistaxis.cli.output.Call;
import wistaxis.cli.output.Output;

/** What is measured and pictured, called by the launcher. */
@Command(name = "wistaxis", mixinStandardHelpOptions = true, description = "Measurements and pictures, for its developers.")
public final class Main implements Runnable {
    /** All of them. */
    public static final List<Class<?>> COMMANDS = List.of(BenchCommand.class, Pictures.class, Cues.class, CuesWindow.class);

    @Spec
    private @Nullable CommandSpec spec;

    public static void main(String[] args) {
        Call.andExit(new Main(), COMMANDS, args);
    }

    @Override
    public void run() {
        throw new ParameterException(java.util.Objects.requireNonNull(spec).commandLine(), "Missing command");
    }

    @Command(name = "screenshots", mixinStandardHelpOptions = true,
            description = "One picture of each main view, from the demo data; needs no display.")
    private static final class Pictures extends Output {
        @Option(names = "--out", paramLabel = "DIR", defaultValue = "docs/screenshots", description = "where to, made where missing")
        private Path out = Path.of("");

        @Override
        public void run() {
            Screenshots.take(out);
        }
    }

    @Command(name = "cues", mixinStandardHelpOptions = true, description = "The timing of the cues, without a display.")
    private static final class Cues extends Output {
        @Override
        public void run() {
            CueMeasure.take(true);
        }
    }

    @Command(name = "cues-window", mixinStandardHelpOptions = true, description = "The timing of the cues, in a window on the display.")
    private static final class CuesWindow extends Output {
        @Override
        public void run() {
            CueMeasure.take(false);
        }
    }
}
