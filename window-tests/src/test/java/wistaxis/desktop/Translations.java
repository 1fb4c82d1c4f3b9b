package wistaxis.desktop;

import java.io.IOException;
import java.io.InputStreamReader;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Objects;
import java.util.Properties;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import wistaxis.core.words.Language;

/** What the messages that say something in English say in German, for a test that is walked through in both languages. */
final class Translations {
    private static final String PARTS = "\\{\\w+\\}|\\{\\w+, \\w+,|[{}#]";

    /** Shorter parts say too little. */
    private static final int TELLING = 6;

    private Translations() {}

    /** The parts between arguments of each message whose English has these words; empty where no message has them. */
    static Set<String> ofEnglish(String words) {
        String wanted = Arrays.stream(words.split("\\d+|; |: |, |[\\[\\]]")).max(Comparator.comparingInt(String::length)).orElse(words).strip();
        return ALL.stream().filter(m -> m.english().stream().anyMatch(p -> p.contains(wanted) || p.length() > 8 && words.contains(p))).flatMap(m ->
                m.german().stream()).collect(Collectors.toCollection(LinkedHashSet::new));
    }

    /** A message, in the parts between its arguments. */
    private record Message(List<String> english, List<String> german) {
        static Message of(String english, String german) {
            return new Message(parts(english).toList(), parts(german).filter(p -> p.length() >= Math.min(TELLING, german.length())).toList());
        }

        private static Stream<String> parts(String said) {
            return Arrays.stream(said.split(PARTS)).map(String::strip);
        }
    }

    /** Read once: a walk asks hundreds of times. */
    private static final List<Message> ALL = Language.FILES.stream().flatMap(name -> {
        Properties other = read(name, "de");
        return read(name, "en").entrySet().stream().map(e -> Message.of((String) e.getValue(), other.getProperty((String) e.getKey())));
    }).toList();

    private static Properties read(String name, String tag) {
        Properties all = new Properties();
        var in = Language.class.getResourceAsStream("/wistaxis/words/" + name + "_" + tag + ".properties");
        if (in == null) {
            return all; // a module without texts
        }
        try (Reader text = new InputStreamReader(Objects.requireNonNull(in), StandardCharsets.UTF_8)) {
            all.load(text);
            return all;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
