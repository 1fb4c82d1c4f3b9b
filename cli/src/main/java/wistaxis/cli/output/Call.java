package wistaxis.cli.output;

import java.io.FileDescriptor;
import java.io.FileOutputStream;
import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.List;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import wistaxis.core.facts.BadInput;
import wistaxis.store.files.DiskTrouble;
import wistaxis.store.files.FolderHold;
import wistaxis.store.ledger.Moved;

/** A call from a terminal: which command it is, how what goes wrong is said, and the exit status. */
public final class Call {
    private Call() {}

    /** Answers on standard output and ends the program. */
    public static void andExit(Runnable main, List<Class<?>> all, String... args) {
        System.exit(run(main, all, new PrintWriter(new Unread(new FileOutputStream(FileDescriptor.out)), true, StandardCharsets.UTF_8),
                new PrintWriter(System.err, true, StandardCharsets.UTF_8), args));
    }

    /** @return the exit status; 1 too where the answer could not be written */
    public static int run(Runnable main, List<Class<?>> all, PrintWriter out, PrintWriter err, String... args) {
        PrintWriter safeErr = Terminal.on(err);
        CommandLine parser = new CommandLine(main);
        commands(all, args).forEach(parser::addSubcommand);
        int status = parser
                .setCaseInsensitiveEnumValuesAllowed(true)
                .registerConverter(Path.class, Call::path)
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
    private static List<Class<?>> commands(List<Class<?>> all, String... args) {
        List<Class<?>> called = args.length == 0 ? List.of() : all.stream()
                .filter(c -> c.getAnnotation(Command.class).name().equals(args[0])).toList();
        return called.isEmpty() ? all : called;
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
            case Refusal _, DiskTrouble _, FolderHold.InUse _, Moved _ -> CommandLine.ExitCode.SOFTWARE;
            default -> throw e;
        };
        line.getErr().println("wistaxis: " + e.getMessage());
        return status;
    }
}
