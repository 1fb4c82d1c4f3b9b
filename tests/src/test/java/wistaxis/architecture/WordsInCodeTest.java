package wistaxis.architecture;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/**
 * What a person may read stands in message files, and not in code or facts. Two modules are left out: {@code standins} has the titles and
 * names of the demo, which are data, and {@code measure} is not shipped.
 */
class WordsInCodeTest {
    private static final Pattern LITERAL = Pattern.compile("\"((?:\\\\.|[^\"\\\\\\n])*)\"");
    private static final Pattern TWO_WORDS = Pattern.compile("[A-Za-z]{2,}[.,:;]? +[A-Za-z]{2,}");

    /** What is said to whoever wrote a program that cannot be right, never to a technician. */
    private static final Pattern FOR_PROGRAMMERS = Pattern.compile(
            "(Illegal(State|Argument)Exception|requireNonNull|LOG\\.log|getLogger|LogFile\\.failed|Faults?\\.once|\\bonce)\\([^;]*$");

    /** What is for another program: its language, its files, its heads of answers. */
    private static final Pattern FOR_PROGRAMS = Pattern.compile(
            "SELECT |INSERT |DELETE |UPDATE |PRAGMA |WHERE |ORDER BY|LIMIT |GROUP BY| AND |FROM ticket|t\\.opened|x\\.(school|trouble|outcome|stage)| JOIN |CAST\\(|AS INTEGER\\)|AS jsonb|AS bigint|CASE WHEN|^SHOW |^LISTEN |^VACUUM |MATCH :|VALUES \\(|NULL AS|FROM event"
            + "|^SQLite format|^-fx-|^signing statement 1|^%-|^ *%\\d|^bytes |space left|quota exceeded|read-only file system|^Cannot (construct|"
            + "deserialize)|^Missing required|^<|dropshadow|Application Support|^[dEHMmsy,: .]+$");

    /** Answers as the ledger has them, which are shown by their keys. */
    private static final Set<String> CODES = Set.of("it helped", "it did not help", "judged after a week", "data gone", "the customer",
            "somebody else, whose name is kept sealed", "Power off, then ", "school office", "harbour office", "JetBrains Mono",
            "ledger of the demo", "wistaxis [practice|demo] [--data DIR] [--language XX]", "shelf watch", "half made", "ledger listener", "ledger copy", "DROP TABLE");

    /** Fields of facts that are no words of the window: where a fact is from, names of models and methods, answers as the ledger has them. */
    private static final Set<String> FIELDS = Set.of("source", "method", "models", "name", "generation", "inequalities", "answers", "checks", "bad");

    @Test
    void codeHoldsNoSentence() throws IOException {
        Set<String> styles = Files.readAllLines(Path.of("../desktop/src/main/resources/wistaxis/desktop/wistaxis.css")).stream()
                .flatMap(l -> Pattern.compile("\\.([a-z][a-z-]*)").matcher(l).results()).map(m -> m.group(1)).collect(Collectors.toSet());
        List<String> found = new ArrayList<>();
        for (String module : List.of("core", "store", "ledger-postgres", "workbench", "cli", "desktop")) {
            try (Stream<Path> files = Files.walk(Path.of("..", module, "src", "main", "java"))) {
                for (Path file : files.filter(p -> p.toString().endsWith(".java")).toList()) {
                    String code = Files.readString(file).replaceAll("(?s)/\\*.*?\\*/", "").replaceAll("(?m)//.*$", "");
                    Matcher m = LITERAL.matcher(code);
                    while (m.find()) {
                        String says = m.group(1);
                        String before = code.substring(Math.max(0, m.start() - 300), m.start());
                        if (TWO_WORDS.matcher(says).find() && !CODES.contains(says) && !FOR_PROGRAMS.matcher(says).find()
                                && !FOR_PROGRAMMERS.matcher(before).find() && !styles.containsAll(Arrays.asList(says.strip().split(" ")))) {
                            found.add(file.getFileName() + ": " + says);
                        }
                    }
                }
            }
        }
        assertThat(found).isEmpty();
    }

    @Test
    void factsNameKeys() throws IOException {
        List<String> found = new ArrayList<>();
        try (Stream<Path> files = Files.walk(Path.of("../core/src/main/resources/wistaxis/facts"))) {
            for (Path file : files.filter(p -> p.toString().endsWith(".json")).toList()) {
                look(new ObjectMapper().readTree(file.toFile()), "", file.getFileName().toString(), found);
            }
        }
        assertThat(found).isEmpty();
    }

    private static void look(JsonNode node, String field, String file, List<String> found) {
        if (node.isTextual() && node.asText().strip().contains(" ") && !FIELDS.contains(field)) {
            found.add(file + ", " + field + ": " + node.asText());
        }
        node.properties().forEach(e -> look(e.getValue(), e.getKey(), file, found));
        if (node.isArray()) {
            node.forEach(n -> look(n, field, file, found));
        }
    }
}
