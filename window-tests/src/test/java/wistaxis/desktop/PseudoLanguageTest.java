package wistaxis.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import com.ibm.icu.text.MessagePattern;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.Reader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Properties;
import java.util.Set;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import wistaxis.core.words.Language;
import wistaxis.core.words.Say;
import wistaxis.store.files.LanguageFolder;

/**
 * A language that nobody speaks, made of the English one, in a folder as a shop would put it there: every text is 40 % longer, in brackets
 * and with accents. Nothing is cut, and no text without accents is left: it would stand in code.
 */
@ExtendWith(InEnglishAgain.class)
class PseudoLanguageTest {
    private static final String PLAIN = "aeioucnyszAEIOUCNYSZ";
    private static final String ACCENTED = "\u00e1\u00e9\u00ed\u00f3\u00fa\u00e7\u00f1\u00fd\u0161\u017e\u00c1\u00c9\u00cd\u00d3\u00da\u00c7\u00d1\u00dd\u0160\u017d";

    /** Two words of three letters and more without an accent, of which one has a vowel. */
    private static final Pattern ENGLISH = Pattern.compile("\\b[A-Za-z]{3,} [A-Za-z]{3,}\\b|^[a-z]{3,12}$");

    /** What is data: titles and names of the demo, models, people, what customers said. */
    private static final Pattern DATA = Pattern.compile("(Saltmarsh|School|Ferry|Bird|Lighthouse|Pilot|Oyster|Island|Quay|Harbour|Ines"
            + "|Marsh|iPhone|iPad|iPod|fell into|audio-guide|small phone|the cracked|It could not|DIR|Tidal|Test bench|JSON|CSV|deck phone"
            + "|trolley|Debian|newer than the backup|Saltmarsh)");

    @TempDir
    private Path folder = Path.of("");

    @Test
    void nothingIsCutAndNothingIsLeftInEnglish() throws IOException {
        Path own = Files.createDirectories(folder.resolve("languages/qps"));
        for (String name : Language.FILES) {
            try (InputStream in = Language.class.getResourceAsStream("/wistaxis/words/" + name + "_en.properties")) {
                if (in != null) {
                    Files.writeString(own.resolve(name + "_qps.properties"), pseudo(in));
                }
            }
        }
        LanguageFolder.Found found = LanguageFolder.read(folder.resolve("languages"));
        assertThat(found.left()).isEmpty();
        Say.use(found.languages().getFirst());
        Set<String> cut = new LinkedHashSet<>();
        Set<String> english = new LinkedHashSet<>();
        Pages.visit(folder.resolve("data"), (w, where) -> {
            Pages.cut(w).forEach(c -> cut.add(where + ": " + c));
            boolean report = where.endsWith("trouble"); // which is for whoever made the program
            w.text().lines().filter(_ -> !report).filter(l -> ENGLISH.matcher(l).find() && !DATA.matcher(l).find()).forEach(l -> english.add(where + ": " + l));
        }, "small 1024", "larger 1280");
        assertThat(english).isEmpty();
        assertThat(cut).isEmpty();
    }

    private static String pseudo(InputStream in) throws IOException {
        Properties all = new Properties();
        try (Reader text = new InputStreamReader(in, StandardCharsets.UTF_8)) {
            all.load(text);
        }
        StringBuilder out = new StringBuilder();
        for (Map.Entry<Object, Object> e : all.entrySet()) {
            out.append(e.getKey()).append(" = ").append(pseudo((String) e.getValue()).replace("\\", "\\\\").replace("\n", "\\n")).append('\n');
        }
        return out.toString();
    }

    /** What a pattern says, with its arguments, plurals and choices as they are. */
    private static String pseudo(String pattern) {
        MessagePattern parts = new MessagePattern(pattern);
        StringBuilder out = new StringBuilder();
        int depth = 0;
        int from = 0;
        boolean text = true;
        for (int i = 0; i < parts.countParts(); i++) {
            MessagePattern.Part part = parts.getPart(i);
            switch (part.getType()) {
                case MSG_START -> {
                    out.append(text ? accented(pattern.substring(from, part.getIndex())) : pattern.substring(from, part.getIndex()));
                    out.append(pattern, part.getIndex(), part.getLimit());
                    from = part.getLimit();
                    text = true;
                    if (depth == 0) {
                        out.append('[');
                    }
                    depth++;
                }
                case MSG_LIMIT, ARG_START -> {
                    out.append(accented(pattern.substring(from, part.getIndex())));
                    from = part.getIndex();
                    text = false;
                    depth -= part.getType() == MessagePattern.Part.Type.MSG_LIMIT ? 1 : 0;
                }
                case ARG_LIMIT -> {
                    out.append(pattern, from, part.getLimit());
                    from = part.getLimit();
                    text = true;
                }
                default -> { }
            }
        }
        int letters = (int) pattern.replaceAll("\\{[^{}]*}", "").codePoints().filter(Character::isLetter).count();
        return out.append("~".repeat(Math.max(0, letters * 2 / 5 - 2))).append(']').toString().replace("~~~~~~~~", "~~~~~~~ ");
    }

    private static String accented(String text) {
        StringBuilder out = new StringBuilder();
        text.chars().forEach(c -> out.append(PLAIN.indexOf(c) < 0 ? (char) c : ACCENTED.charAt(PLAIN.indexOf(c))));
        return out.toString();
    }
}
