package wistaxis.core.words;

import com.ibm.icu.text.MessageFormat;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/** Reads languages that do not ship: whatever is wrong in them is named and left out. */
public final class OutsideLanguage {
    /** Letters of the longest message of a folder. Ours. */
    private static final int LONGEST = 4_000;

    /** Letters of a whole message file of a folder. Ours. */
    private static final int LARGEST = 4_000_000;

    /** How deep choices may stand in each other. Ours. */
    private static final int DEEPEST = 6;

    private OutsideLanguage() {}

    /** A language of a folder, as it was read, and what of it was left out. */
    public record Read(Language language, List<Problem> left) {}

    /** @param line from 1; 0 where it is about a whole file */
    public record Problem(String file, int line, Text what) {}

    /**
     * A language of message files from outside. What is wrong in them is left out, and English is said instead.
     *
     * @param tag by BCP 47, such as {@code fr}
     * @param texts message files by name, such as {@code core}
     */
    public static Read read(String tag, Map<String, String> texts) {
        List<Problem> left = new ArrayList<>();
        Map<String, Map<String, String>> all = new HashMap<>();
        Language.FILES.forEach(name -> all.put(name, Map.of()));
        texts.forEach((name, text) -> {
            String file = name + "_" + tag + ".properties";
            if (!Language.FILES.contains(name)) {
                left.add(new Problem(file, 0, Text.of("core.language.no-module", "modules", Language.FILES)));
            } else if (text.length() > LARGEST) {
                left.add(new Problem(file, 0, Text.of("core.language.file-too-long", "letters", text.length(), "most", LARGEST)));
            } else {
                try {
                    all.put(name, accepted(file, name, tag, text, left));
                } catch (IllegalArgumentException e) {
                    left.add(new Problem(file, 0, Text.of("core.language.not-properties", "why", String.valueOf(e.getMessage()))));
                }
            }
        });
        return new Read(new Language(tag, Language.ENGLISH, all), List.copyOf(left));
    }

    private static Map<String, String> accepted(String file, String name, String tag, String text, List<Problem> left) {
        Map<String, String> good = new HashMap<>();
        Map<String, Integer> lines = MessageFile.lines(text);
        MessageFile.parse(text).forEach((key, pattern) -> {
            Optional<Text> wrong = wrong(Language.ENGLISH.file(name).get(key), pattern, tag);
            wrong.ifPresentOrElse(w -> left.add(new Problem(file, lines.getOrDefault(key, 0), w.with("key", key))),
                    () -> good.put(key, pattern));
        });
        return good;
    }

    /** What is wrong with a message; empty for nothing. @param english null where there is no such key */
    private static Optional<Text> wrong(@Nullable String english, String pattern, String tag) {
        if (english == null) {
            return Optional.of(Text.of("core.language.no-key"));
        }
        if (pattern.length() > LONGEST) {
            return Optional.of(Text.of("core.language.too-long", "letters", pattern.length(), "most", LONGEST));
        }
        if (pattern.codePoints().anyMatch(c -> Character.getDirectionality(c) == Character.DIRECTIONALITY_RIGHT_TO_LEFT
                || Character.getDirectionality(c) == Character.DIRECTIONALITY_RIGHT_TO_LEFT_ARABIC || Character.getType(
                c) == Character.FORMAT)) {
            return Optional.of(Text.of("core.language.right-to-left"));
        }
        if (depth(pattern) > DEEPEST) {
            return Optional.of(Text.of("core.language.too-deep", "most", DEEPEST));
        }
        Set<String> here = MessageFile.arguments(pattern);
        Set<String> there = MessageFile.arguments(english);
        Set<String> more = new TreeSet<>(here);
        more.removeAll(there);
        if (!more.isEmpty()) {
            return Optional.of(Text.of("core.language.unknown-argument", "names", List.copyOf(more)));
        }
        Set<String> fewer = new TreeSet<>(there);
        fewer.removeAll(here);
        if (!fewer.isEmpty()) {
            return Optional.of(Text.of("core.language.missing-argument", "names", List.copyOf(fewer)));
        }
        try {
            new MessageFormat(pattern, Locale.forLanguageTag(tag));
            return Optional.empty();
        } catch (IllegalArgumentException e) {
            return Optional.of(Text.of("core.language.broken", "why", String.valueOf(e.getMessage())));
        }
    }

    private static int depth(String pattern) {
        int deepest = 0;
        int depth = 0;
        for (int i = 0; i < pattern.length(); i++) {
            depth += pattern.charAt(i) == '{' ? 1 : pattern.charAt(i) == '}' ? -1 : 0;
            deepest = Math.max(deepest, depth);
        }
        return deepest;
    }
}
