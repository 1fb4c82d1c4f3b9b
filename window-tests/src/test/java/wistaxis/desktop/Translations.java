package wistaxis.desktop;

import java.io.IOException;
import java.io.InputStreamReader;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.Objects;
import java.util.Properties;
import java.util.Set;
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
        Set<String> german = new LinkedHashSet<>();
        for (String name : Language.FILES) {
            Properties english = read(name, "en");
            Properties other = read(name, "de");
            english.forEach((key, pattern) -> {
                if (Arrays.stream(((String) pattern).split(PARTS)).anyMatch(p -> p.contains(wanted) || p.strip().length() > 8 && words.contains(p.strip()))) {
                    String said = other.getProperty((String) key);
                    Arrays.stream(said.split(PARTS)).map(String::strip).filter(p -> p.length() >= Math.min(TELLING, said.length()))
                            .forEach(german::add);
                }
            });
        }
        return german;
    }

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
