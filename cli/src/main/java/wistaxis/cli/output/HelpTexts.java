package wistaxis.cli.output;

import java.util.Collections;
import java.util.Enumeration;
import java.util.Map;
import java.util.ResourceBundle;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import wistaxis.core.words.Language;
import wistaxis.core.words.Say;
import wistaxis.core.words.Text;

/** The texts of the help, from the message files, as the parser of the command line asks for them. */
final class HelpTexts extends ResourceBundle {
    /** What the parser calls the options that every command has. */
    private static final Map<String, String> STANDARD = Map.of("mixinStandardHelpOptions.help", "cli.help.standard.help",
            "mixinStandardHelpOptions.version", "cli.help.standard.version");

    /** What stands before a command's form and its commands, and how the line goes on after it. */
    private static final Map<String, String> HEADINGS = Map.of("usage.synopsisHeading", " ", "usage.commandListHeading", "%n");

    @Override
    protected @Nullable Object handleGetObject(String key) {
        if (HEADINGS.containsKey(key)) {
            return Say.t("cli.help." + key) + HEADINGS.get(key);
        }
        String ours = STANDARD.getOrDefault(key.replaceAll("\\.0$", ""), key);
        // the parser formats what it gets, so that a percent sign is written twice
        return Language.ENGLISH.has(ours) ? Say.language().say(Text.of(ours)).replace("%", "%%") : null;
    }

    @Override
    public Enumeration<String> getKeys() {
        return Collections.enumeration(Stream.concat(STANDARD.keySet().stream().map(k -> k + ".0"), HEADINGS.keySet().stream()).toList());
    }
}
