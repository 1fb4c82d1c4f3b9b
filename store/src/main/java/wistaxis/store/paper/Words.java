package wistaxis.store.paper;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Json;
import wistaxis.core.facts.Names;
import wistaxis.store.files.OutsideFile;

/**
 * Papers in another language: what stands in English, and what it is called there. A paper is made in English and then said anew, a text at
 * a time: as a whole, by a form with places for what changes ({@code By {0}.}), or sentence by sentence. What a language has no words for
 * stays English.
 */
public final class Words {
    /** The language that everything is written in. */
    public static final Words ENGLISH = new Words(new Said("en", "English", null, null, Map.of()));

    private static final String SHIPPED = "/wistaxis/paper/words-de.json";
    private static final String ENDING = ".json";
    private static final int LONGEST_NAME = 40;
    private static final int MOST_MEGABYTES = 2;

    /** What changes in a form: no more than one sentence of it. */
    private static final String NO_SENTENCE = "(?:(?![.;:] ).)+?";
    private static final Pattern PLACE = Pattern.compile("\\{(\\d)}");

    /** A text and the tag before it, which may say that it is somebody's own words: {@code translate="no"} of HTML. */
    private static final Pattern TEXT = Pattern.compile("(?<tag><[^>]*>)(?<text>[^<]+)");
    private static final Pattern SENTENCE = Pattern.compile("(?<=[.:;,]) ");

    private final Said said;
    private final List<Form> forms;

    /**
     * A file of words.
     *
     * @param language for example {@code de}
     * @param name as the language calls itself
     * @param day how it writes a day: a pattern of {@link DateTimeFormatter}; null for as English does
     * @param time how it writes a day and a time
     */
    public record Said(String language, String name, @Nullable String day, @Nullable String time, Map<String, String> words) {
        public Said {
            if (!language.matches("[a-z]{2,3}(-[A-Z]{2})?")) {
                throw new BadInput("language [" + language + "] is none; write for example de, fr or pt-BR");
            }
            Names.typed(name, "name of the language", LONGEST_NAME);
            day = written(day, "d MMMM yyyy");
            time = written(time, "d MMM yyyy, HH:mm");
            words = Map.copyOf(words);
        }
    }

    private static String written(@Nullable String pattern, String usual) {
        try {
            DateTimeFormatter.ofPattern(pattern == null ? usual : pattern);
            return pattern == null ? usual : pattern;
        } catch (IllegalArgumentException e) {
            throw new BadInput("pattern [" + pattern + "] writes no day: " + e.getMessage(), e);
        }
    }

    /** A text with places in it. */
    private record Form(Pattern text, int letters, String becomes) {}

    private Words(Said said) {
        this.said = said;
        this.forms = said.words().entrySet().stream().filter(e -> PLACE.matcher(e.getKey()).find()).map(Words::form)
                .sorted(Comparator.comparingInt(Form::letters).reversed()).toList();
    }

    private static Form form(Map.Entry<String, String> e) {
        StringBuilder pattern = new StringBuilder();
        Matcher places = PLACE.matcher(e.getKey());
        int from = 0;
        while (places.find()) {
            pattern.append(Pattern.quote(e.getKey().substring(from, places.start()))).append("(?<p").append(places.group(1))
                    .append(">" + NO_SENTENCE + ")");
            from = places.end();
        }
        pattern.append(Pattern.quote(e.getKey().substring(from)));
        return new Form(Pattern.compile(pattern.toString(), Pattern.DOTALL), PLACE.matcher(e.getKey()).replaceAll("").length(),
                e.getValue());
    }

    /**
     * All languages that there are: English, what ships, and the files {@code papers/words-*.json} of a data folder, which win.
     *
     * @throws BadInput for a file that cannot be read, naming it
     */
    public static List<Words> all(@Nullable Path folder) {
        Map<String, Words> all = new LinkedHashMap<>();
        all.put("en", ENGLISH);
        Words shipped = new Words(Json.read(shipped(), Said.class, "words of papers"));
        all.put(shipped.language(), shipped);
        if (folder != null && Files.isDirectory(folder)) {
            for (Path file : files(folder)) {
                Words own = new Words(Json.read(OutsideFile.text(file, "words of papers", MOST_MEGABYTES), Said.class, String.valueOf(
                        file.getFileName())));
                all.put(own.language(), own);
            }
        }
        return List.copyOf(all.values());
    }

    private static List<Path> files(Path folder) {
        try (Stream<Path> there = Files.list(folder)) {
            return there.filter(f -> String.valueOf(f.getFileName()).startsWith("words-") && String.valueOf(f.getFileName())
                    .endsWith(ENDING)).sorted().toList();
        } catch (IOException e) {
            throw new BadInput("the words of papers in [" + folder + "] cannot be read: " + e.getMessage(), e);
        }
    }

    private static String shipped() {
        try (InputStream in = Objects.requireNonNull(Words.class.getResourceAsStream(SHIPPED))) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    /** For example {@code de}. */
    public String language() {
        return said.language();
    }

    /** As the language calls itself. */
    public String name() {
        return said.name();
    }

    /** How it writes a day. */
    public DateTimeFormatter day() {
        return DateTimeFormatter.ofPattern(String.valueOf(said.day()), Locale.forLanguageTag(said.language()));
    }

    /** How it writes a day and a time. */
    public DateTimeFormatter time() {
        return DateTimeFormatter.ofPattern(String.valueOf(said.time()), Locale.forLanguageTag(said.language()));
    }

    /** A page of markup in this language: every text between tags, behind the style. */
    String page(String html) {
        if (said.words().isEmpty()) {
            return html;
        }
        int body = html.indexOf("<body>");
        return html.substring(0, body).replace("lang=\"en\"", "lang=\"" + said.language() + "\"") + TEXT.matcher(html.substring(body))
                .replaceAll(m -> Matcher.quoteReplacement(m.group("tag") + (m.group("tag").contains("translate=\"no\"") ? m.group("text")
                : escaped(of(plain(m.group("text")))))));
    }

    private static String plain(String escaped) {
        return escaped.replace("&lt;", "<").replace("&gt;", ">").replace("&quot;", "\"").replace("&#39;", "'").replace("&amp;", "&");
    }

    private static String escaped(String plain) {
        return plain.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;");
    }

    /** A text in this language. */
    public String of(String text) {
        String bare = text.strip();
        if (bare.isEmpty() || said.words().isEmpty()) {
            return text;
        }
        String found = found(bare);
        return found == null ? text : text.replace(bare, found);
    }

    private @Nullable String found(String text) {
        String phrase = phrase(text);
        String said = phrase == null ? bySentence(text) : phrase;
        if (said == null && text.endsWith(".")) {
            String bare = found(text.substring(0, text.length() - 1));
            return bare == null ? null : bare + ".";
        }
        return said;
    }

    /** The longest beginning that there are words for, and so on; null where there are words for nothing in it. */
    private @Nullable String bySentence(String text) {
        List<Integer> ends = new ArrayList<>();
        Matcher gaps = SENTENCE.matcher(text);
        while (gaps.find()) {
            ends.add(gaps.start());
        }
        for (int end : ends.reversed()) {
            String first = text.substring(0, end);
            String bare = first.replaceAll("[;,.]$", "");
            String mark = first.substring(bare.length());
            String known = phrase(first);
            String better = known == null ? phrase(bare) : known;
            if (better != null) {
                return better + (known == null ? mark : "") + " " + of(text.substring(end + 1));
            }
        }
        if (!ends.isEmpty()) {
            String rest = text.substring(ends.getFirst() + 1);
            String said = of(rest);
            return said.equals(rest) ? null : text.substring(0, ends.getFirst() + 1) + said;
        }
        return null;
    }

    private @Nullable String phrase(String text) {
        String whole = said.words().get(text);
        if (whole != null) {
            return whole;
        }
        for (Form form : forms) {
            Matcher m = form.text().matcher(text);
            if (m.matches()) {
                return PLACE.matcher(form.becomes()).replaceAll(p -> Matcher.quoteReplacement(of(m.group("p" + p.group(1)))));
            }
        }
        return null;
    }
}
