package wistaxis.cli.output;

import static wistaxis.core.words.Say.t;

import java.util.List;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import java.util.stream.StreamSupport;
import picocli.CommandLine;
import picocli.CommandLine.Model.ArgSpec;
import picocli.CommandLine.Model.OptionSpec;

/** What the parser of the command line finds wrong, in our words and in the language of the call. */
final class ParserWords {
    private static final Pattern OPTION = Pattern.compile("--[a-z-]+");

    private ParserWords() {}

    /** Says it on standard error, with what may have been meant, or how the command is called. @return the exit status */
    static int say(CommandLine.ParameterException e) {
        CommandLine line = e.getCommandLine();
        line.getErr().println("wistaxis: " + words(e));
        List<String> meant = e instanceof CommandLine.UnmatchedArgumentException u ? u.getSuggestions() : List.of();
        if (meant.isEmpty()) {
            line.usage(line.getErr(), line.getColorScheme());
        } else {
            line.getErr().println(t("cli.parse.meant", "words", meant));
        }
        return line.getCommandSpec().exitCodeOnInvalidInput();
    }

    private static String words(CommandLine.ParameterException e) {
        return switch (e) {
            case CommandLine.UnmatchedArgumentException u -> t(u.isUnknownOption() ? "cli.parse.unknown-option" : "cli.parse.unmatched",
                    "words", u.getUnmatched());
            case CommandLine.MissingParameterException m when !m.getMissing().isEmpty() -> t("cli.parse.missing", "n",
                    m.getMissing().size(), "options", m.getMissing().stream().map(ParserWords::name).toList());
            case CommandLine.OverwrittenOptionException o -> t("cli.parse.twice", "option", name(o.getOverwritten()));
            case CommandLine.MutuallyExclusiveArgsException _ -> t("cli.parse.exclusive", "options",
                    OPTION.matcher(String.valueOf(e.getMessage())).results().map(MatchResult::group).distinct().toList());
            default -> e.getArgSpec() == null ? String.valueOf(e.getMessage()) : value(e, e.getArgSpec());
        };
    }

    private static String value(CommandLine.ParameterException e, ArgSpec of) {
        String value = String.valueOf(e.getValue());
        Class<?> type = of.typeInfo().isMultiValue() ? of.typeInfo().getAuxiliaryTypes()[0] : of.type();
        if (type.isEnum() || of.completionCandidates() != null) {
            return t("cli.parse.one-of", "option", name(of), "value", value, "known", known(of, type));
        }
        boolean ours = e.getCause() instanceof CommandLine.TypeConversionException && !isNumber(type);
        return ours ? t("cli.parse.because", "option", name(of), "why", e.getCause().getMessage())
                : t(isNumber(type) ? "cli.parse.number" : "cli.parse.value", "option", name(of), "value", value);
    }

    private static List<String> known(ArgSpec of, Class<?> type) {
        return of.completionCandidates() != null ? StreamSupport.stream(of.completionCandidates().spliterator(), false).toList()
                : Stream.of(type.getEnumConstants()).map(String::valueOf).toList();
    }

    private static boolean isNumber(Class<?> type) {
        return type.isPrimitive() && type != boolean.class || Number.class.isAssignableFrom(type);
    }

    private static String name(ArgSpec of) {
        return of instanceof OptionSpec option ? option.longestName() : of.paramLabel();
    }
}
