package wistaxis.cli;

import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import wistaxis.core.facts.BadInput;
import wistaxis.store.ledger.LedgerDamaged;

/** Entry point of the command line. */
@Command(name = "wistaxis", mixinStandardHelpOptions = true, version = "0.1.0", synopsisSubcommandLabel = "COMMAND",
        description = {"A bench for technicians who restore locked, looping and dead phones and tablets.",
            "Without a command, or with 'demo', the window opens."},
        subcommands = {DevicesCommand.class, SequencesCommand.class, SimulateCommand.class, MarginsCommand.class, CardCommand.class, SchoolCommand.class, LedgerCommand.class, ImeiCommand.class,
            IdentifyCommand.class, RouteCommand.class, FirmwareCommand.class, PackageCommand.class, WindowCommand.class, BenchCommand.class})
public final class Main implements Runnable {
    @CommandLine.Spec
    private CommandLine.Model.@org.jspecify.annotations.Nullable CommandSpec spec;

    public static void main(String[] args) {
        System.exit(run(new PrintWriter(System.out, true, StandardCharsets.UTF_8), new PrintWriter(System.err, true, StandardCharsets.UTF_8), args));
    }

    /** @return the exit status */
    public static int run(PrintWriter out, PrintWriter err, String... args) {
        return new CommandLine(new Main())
                .setCaseInsensitiveEnumValuesAllowed(true)
                .setOut(out)
                .setErr(err)
                .setExecutionExceptionHandler((e, line, _) -> failed(e, line))
                .execute(args);
    }

    private static int failed(Exception e, CommandLine line) throws Exception {
        int status = switch (e) {
            case BadInput _ -> CommandLine.ExitCode.USAGE;
            case Refusal _, LedgerDamaged _ -> CommandLine.ExitCode.SOFTWARE;
            default -> throw e;
        };
        line.getErr().println("wistaxis: " + e.getMessage());
        return status;
    }

    @Override
    public void run() {
        throw new CommandLine.ParameterException(java.util.Objects.requireNonNull(spec).commandLine(), "Missing command");
    }
}
