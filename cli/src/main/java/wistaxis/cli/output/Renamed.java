package wistaxis.cli.output;

import static wistaxis.core.words.Say.t;

import java.io.PrintWriter;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** Names that commands and options had in the version before: they still work in this one, and say what they are called now. */
final class Renamed {
    private static final Map<String, String> COMMANDS = Map.of("school", "method", "walk", "guide", "paper", "document", "window",
            "timeout", "package", "verify");

    /** Second words, of {@code ticket}. */
    private static final Map<String, String> OF_TICKET = Map.of("story", "timeline");

    private static final Map<String, String> OPTIONS = Map.of("--school", "--method", "--hand", "--timing", "--host", "--computer",
            "--window", "--timeout");

    private Renamed() {}

    /** What was typed, with the names of now. @param err where a name of before is told */
    static List<String> now(List<String> typed, PrintWriter err) {
        List<String> now = new ArrayList<>(typed);
        for (int i = 0; i < now.size(); i++) {
            String word = now.get(i);
            int value = word.startsWith("--") ? word.indexOf('=') : -1;
            String name = value < 0 ? word : word.substring(0, value);
            Map<String, String> names = word.startsWith("--") ? OPTIONS : i == 0 ? COMMANDS
                    : i == 1 && now.getFirst().equals("ticket") ? OF_TICKET : Map.of();
            String instead = names.get(name);
            if (instead != null) {
                err.println("wistaxis: " + t("cli.renamed", "old", name, "new", instead));
                now.set(i, instead + word.substring(name.length()));
            }
        }
        return now;
    }
}
