package wistaxis.cli.output;

import static wistaxis.core.words.Say.t;

import java.io.PrintWriter;
import java.nio.file.Path;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.device.DeviceModel;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Json;
import wistaxis.store.files.OutsideFile;

/** What every command has: {@code --json} or words, and the catalogue. */
public abstract class Output implements Runnable {
    protected static final DeviceCatalogue DEVICES = DeviceCatalogue.shipped();

    @CommandLine.Option(names = "--json", description = "${bundle:cli.help.output.json}")
    private boolean json;

    @CommandLine.Spec
    private CommandLine.Model.@Nullable CommandSpec spec;

    protected final PrintWriter out() {
        return spec().commandLine().getOut();
    }

    protected final CommandLine.Model.CommandSpec spec() {
        return java.util.Objects.requireNonNull(spec);
    }

    protected final void answer(Object value, Iterable<String> words) {
        if (json) {
            out().println(Json.writePretty(value));
        } else {
            words.forEach(out()::println);
        }
    }

    /** A file's text. @throws BadInput when it cannot be read or is longer than so many megabytes, which no such file is */
    protected static String text(Path file, String what, int megabytes) {
        return OutsideFile.text(file, what, megabytes);
    }

    /** How far something long is, told on standard error. */
    protected final Progress progress(String what) {
        return new Progress(spec().commandLine().getErr(), what);
    }

    /** @throws BadInput when nothing or more than one generation fits */
    protected static DeviceModel device(String typed) {
        var found = DEVICES.search(typed);
        if (typed.isBlank() || found.isEmpty()) {
            throw new BadInput(t("cli.device.unknown", "typed", typed));
        }
        if (found.stream().map(DeviceModel::name).distinct().count() > 1) {
            throw new BadInput(t("cli.device.several", "typed", typed, "models", found.stream().map(m -> m.identifier() + " (" + m.name()
                    + ")").limit(8) .toList()));
        }
        return found.getFirst();
    }
}
