package wistaxis.cli;

import java.io.FileDescriptor;
import java.io.FileOutputStream;
import java.io.IOException;
import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.function.Supplier;
import picocli.CommandLine.Command;
import picocli.CommandLine;
import wistaxis.core.facts.BadInput;
import wistaxis.standins.SimulatedDevice;
import wistaxis.standins.StandInSigner;
import wistaxis.standins.StandInWorld;
import wistaxis.store.files.DiskTrouble;
import wistaxis.store.files.FolderHold;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.Ledger;
import wistaxis.store.line.Line;
import wistaxis.workbench.World;
import wistaxis.workbench.host.OshiHost;

/** Entry point of the command line. */
@Command(name = "wistaxis", mixinStandardHelpOptions = true, version = "0.1.0", synopsisSubcommandLabel = "COMMAND",
        description = {"A bench for technicians who restore locked, looping and dead phones and tablets.",
            "Without a command, or with 'demo', the window opens."})
public final class Main implements Runnable {
    /** The practice world without services: the command line fetches nothing by itself. */
    static World practiceWorld(Supplier<Instant> benchTime) {
        return new World(true, () -> {
            throw new Refusal("the command line asks no library; wistaxis firmware list does");
        }, StandInSigner::publicKey, StandInWorld.USUAL_PACKAGE, SimulatedDevice::new, SimulatedDevice::new, new OshiHost(), () -> { });
    }

    /** The stand-in services of the practice world, started for one command. */
    record Services(StandInWorld world, Line line) implements AutoCloseable {
        @Override
        public void close() {
            line.close();
            world.close();
        }
    }

    private static final long PRACTICE_LINE = 100_000_000;

    static Services practiceServices(DataFolder folder) throws IOException {
        StandInWorld world = new StandInWorld(folder.standIns(), Instant::now, PRACTICE_LINE);
        return new Services(world, new Line(world.address()));
    }

    private static final List<Class<?>> COMMANDS = List.of(DevicesCommand.class, SequencesCommand.class, WalkCommand.class,
            PaperCommand.class, FiguresCommand.class, CustomersCommand.class,
            SimulateCommand.class,
            MarginsCommand.class, CardCommand.class, SchoolCommand.class,
            LedgerCommand.class, TicketCommand.class, PlanCommand.class, ImeiCommand.class, IdentifyCommand.class, RouteCommand.class,
            FirmwareCommand.class, PackageCommand.class,
            WindowCommand.class, BenchCommand.class);

    @CommandLine.Spec
    private CommandLine.Model.@org.jspecify.annotations.Nullable CommandSpec spec;

    public static void main(String[] args) {
        System.exit(run(new PrintWriter(new Unread(new FileOutputStream(FileDescriptor.out)), true, StandardCharsets.UTF_8),
                new PrintWriter(System.err, true, StandardCharsets.UTF_8), args));
    }

    /** @return the exit status; 1 too where the answer could not be written */
    public static int run(PrintWriter out, PrintWriter err, String... args) {
        PrintWriter safeErr = Terminal.on(err);
        CommandLine parser = new CommandLine(new Main());
        commands(args).forEach(parser::addSubcommand);
        int status = parser
                .setCaseInsensitiveEnumValuesAllowed(true)
                .registerConverter(Path.class, Main::path)
                .setOut(Terminal.on(out))
                .setErr(safeErr)
                .setExecutionExceptionHandler((e, line, _) -> failed(e, line))
                .execute(args);
        out.flush();
        if (out.checkError()) {
            safeErr.println("wistaxis: the answer could not be written to standard output: is its disk full, or was it closed?");
            return CommandLine.ExitCode.SOFTWARE;
        }
        return status;
    }

    /** The command that is called; all of them where none is, or a wrong one: looking at each takes a while. */
    private static List<Class<?>> commands(String... args) {
        List<Class<?>> called = args.length == 0 ? List.of() : COMMANDS.stream()
                .filter(c -> c.getAnnotation(Command.class).name().equals(args[0])).toList();
        return called.isEmpty() ? COMMANDS : called;
    }

    private static Path path(String text) {
        try {
            if (!text.isBlank()) {
                return Path.of(text);
            }
        } catch (InvalidPathException _) {
            // said below
        }
        throw new CommandLine.TypeConversionException("[" + text + "] names no file or folder");
    }

    private static int failed(Exception e, CommandLine line) throws Exception {
        int status = switch (e) {
            case BadInput _ -> CommandLine.ExitCode.USAGE;
            case Refusal _, DiskTrouble _, FolderHold.InUse _, Ledger.Moved _ -> CommandLine.ExitCode.SOFTWARE;
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
