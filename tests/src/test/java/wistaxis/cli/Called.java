package wistaxis.cli;

import java.io.PrintWriter;
import wistaxis.cli.output.Call;

/** Calls what the launcher would call: measurements have a program of their own. */
final class Called {
    private Called() {}

    static int run(PrintWriter out, PrintWriter err, String... args) {
        return args.length > 0 && args[0].equals("bench")
                ? Call.run(new wistaxis.measure.Main(), wistaxis.measure.Main.COMMANDS, out, err, args) : Main.run(out, err, args);
    }
}
