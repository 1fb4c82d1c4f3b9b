package wistaxis.store.files;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.IllformedLocaleException;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Stream;
import wistaxis.core.facts.BadInput;
import wistaxis.core.words.Language;
import wistaxis.core.words.OutsideLanguage;
import wistaxis.core.words.Text;

/**
 * Languages of a shop's own: in a folder beside its data, one folder a language, called by its tag (BCP 47), with message files as they
 * ship, such as {@code languages/fr/desktop_fr.properties}.
 */
public final class LanguageFolder {
    private static final int MEGABYTES = 4;
    private static final String END = ".properties";

    private LanguageFolder() {}

    /** @param left what was not taken, in words, with file and line */
    public record Found(List<Language> languages, List<String> left) {}

    /** Reads all of them; nothing where there is no such folder. What is wrong is named and left out. */
    public static Found read(Path folder) {
        List<Language> languages = new ArrayList<>();
        List<String> left = new ArrayList<>();
        if (Files.isDirectory(folder)) {
            try (Stream<Path> all = Files.list(folder)) {
                all.filter(Files::isDirectory).sorted().forEach(f -> read(f, languages, left));
            } catch (IOException e) {
                left.add(DiskProblem.words("languages", folder, e));
            }
        }
        return new Found(languages, left);
    }

    private static void read(Path folder, List<Language> languages, List<String> left) {
        String tag = folder.getFileName().toString();
        try {
            new Locale.Builder().setLanguageTag(tag).build();
        } catch (IllformedLocaleException e) {
            left.add(Text.of("store.language.no-tag", "folder", folder).toString());
            return;
        }
        if (Language.shipped(tag).isPresent()) {
            left.add(Text.of("store.language.ships", "language", tag).toString());
            return;
        }
        Map<String, String> texts = new HashMap<>();
        try (Stream<Path> files = Files.list(folder)) {
            for (Path file : files.filter(f -> f.getFileName().toString().endsWith("_" + tag + END)).sorted().toList()) {
                String name = file.getFileName().toString();
                try {
                    texts.put(name.substring(0, name.length() - ("_" + tag + END).length()), OutsideFile.text(file, "language", MEGABYTES));
                } catch (BadInput e) {
                    left.add(e.getMessage());
                }
            }
        } catch (IOException e) {
            left.add(DiskProblem.words("languages", folder, e));
        }
        OutsideLanguage.Read read = OutsideLanguage.read(tag, texts);
        read.left().forEach(p -> left.add(Text.of(p.line() > 0 ? "store.language.problem-line" : "store.language.problem", "file",
                folder.resolve(p.file()), "line", p.line(), "what", p.what()).toString()));
        languages.add(read.language());
    }
}
