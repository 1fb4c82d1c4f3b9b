package wistaxis.cli.output;

import static wistaxis.core.words.Say.t;

import java.io.FileDescriptor;
import java.io.FileOutputStream;
import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import picocli.CommandLine.Command;
import picocli.CommandLine;
import wistaxis.core.facts.BadInput;
import wistaxis.core.words.Language;
import wistaxis.core.words.Say;
import wistaxis.store.files.DiskProblem;
import wistaxis.store.files.FolderHold;
import wistaxis.store.files.LanguageFolder;
import wistaxis.store.ledger.DataFolder;
import wistaxis.store.ledger.Moved;
import wistaxis.store.ledger.ServerProblem;

/** A call from a terminal: which command it is, how what goes wrong is said, and the exit status. */
public final class Call {
    private Call() {}

    /** Answers on standard output and ends the program. */
    public static void andExit(Runnable main, List<Class<?>> all, String... args) {
        LanguageFolder.read(new DataFolder(DataFolder.usualPlace()).languages()).languages().forEach(Language::add);
        Say.use(asksForLanguage(args) ? Language.find(args[1]).orElse(Language.chosen(null)) : Language.chosen(null));
        System.exit(run(main, all, new PrintWriter(new Unread(new FileOutputStream(FileDescriptor.out)), true, StandardCharsets.UTF_8),
                new PrintWriter(System.err, true, StandardCharsets.UTF_8), args));
    }

    /** @return the exit status; 1 too where the answer could not be written */
    public static int run(Runnable main, List<Class<?>> all, PrintWriter out, PrintWriter err, String... typed) {
        PrintWriter safeErr = Terminal.on(err);
        if (!asksForLanguage(typed)) {
            return run(main, all, out, safeErr, List.of(typed));
        }
        Optional<Language> language = Language.find(typed[1]);
        if (language.isEmpty()) {
            safeErr.println("wistaxis: " + t("cli.document.no-language", "language", typed[1], "known", Language.all().stream()
                    .map(Language::tag).toList()));
            return CommandLine.ExitCode.USAGE;
        }
        return Say.in(language.get(), () -> run(main, all, out, safeErr, List.of(typed).subList(2, typed.length)));
    }

    private static boolean asksForLanguage(String... typed) {
        return typed.length > 1 && typed[0].equals(LANGUAGE);
    }

    private static int run(Runnable main, List<Class<?>> all, PrintWriter out, PrintWriter safeErr, List<String> typed) {
        String[] args = Renamed.now(typed, safeErr).toArray(String[]::new);
        CommandLine parser = new CommandLine(main);
        commands(all, args).forEach(parser::addSubcommand);
        int status = parser.setResourceBundle(new HelpTexts())
                .setCaseInsensitiveEnumValuesAllowed(true)
                .registerConverter(Path.class, Call::path)
                .setOut(Terminal.on(out))
                .setErr(safeErr)
                .setExecutionExceptionHandler((e, line, _) -> failed(e, line))
                .setParameterExceptionHandler((e, _) -> ParserWords.say(e))
                .execute(args);
        out.flush();
        if (out.checkError()) {
            safeErr.println("wistaxis: " + t("cli.not-written"));
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

    /** The language of the answers, before the command. */
    private static final String LANGUAGE = "--language";

    private static Path path(String text) {
        try {
            if (!text.isBlank()) {
                return Path.of(text);
            }
        } catch (InvalidPathException _) {
            // said below
        }
        throw new CommandLine.TypeConversionException(t("cli.no-path", "text", text));
    }

    private static int failed(Exception e, CommandLine line) throws Exception {
        int status = switch (e) {
            case BadInput _ -> CommandLine.ExitCode.USAGE;
            case Refusal _, DiskProblem _, ServerProblem _, FolderHold.InUse _, Moved _ -> CommandLine.ExitCode.SOFTWARE;
            default -> throw e;
        };
        line.getErr().println("wistaxis: " + e.getMessage());
        return status;
    }
}
