package wistaxis.store.paper;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.regex.MatchResult;
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

    /** What changes in a form is no more than one sentence. */
    private static final Pattern SENTENCES = Pattern.compile("[.;:] ");
    private static final Pattern PLACE = Pattern.compile("\\{(\\d)}");

    /** A text and the tag before it, which may say that it is somebody's own words: {@code translate="no"} of HTML. */
    private static final Pattern TEXT = Pattern.compile("(?<tag><[^>]*>)(?<text>[^<]+)");
    private static final Pattern SENTENCE = Pattern.compile("(?<=[.:;,]) ");

    private final Said said;
    private final List<Form> forms;
    /** Of how many parts of a sentence the longest known text is made. */
    private final int widest;

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

    /** A text in a text in a text: deeper nobody writes, and what lies deeper stays English. */
    private static final int DEEPEST = 5;

    /**
     * A text with places in it.
     *
     * @param parts what stands before, between and behind the places, in order
     * @param places the number of each place
     */
    private record Form(List<String> parts, List<String> places, String becomes) {
        int letters() {
            return parts.stream().mapToInt(String::length).sum();
        }

        /** What stands at the places of a text, in one go from left to right; null where the text is not of this form. */
        @Nullable Map<String, String> in(String text) {
            String end = parts.getLast();
            if (!text.startsWith(parts.getFirst()) || !text.endsWith(end)) {
                return null;
            }
            Map<String, String> found = new HashMap<>();
            int from = parts.getFirst().length();
            for (int i = 0; i < places.size(); i++) {
                int to = i == places.size() - 1 ? text.length() - end.length() : text.indexOf(parts.get(i + 1), from + 1);
                if (to <= from || SENTENCES.matcher(text).region(from, to).find()) {
                    return null;
                }
                found.put(places.get(i), text.substring(from, to));
                from = to + parts.get(i + 1).length();
            }
            return found;
        }
    }

    private Words(Said said) {
        this.said = said;
        this.forms = said.words().entrySet().stream().filter(e -> PLACE.matcher(e.getKey()).find()).map(Words::form)
                .sorted(Comparator.comparingInt(Form::letters).reversed()).toList();
        this.widest = said.words().keySet().stream().mapToInt(k -> (int) SENTENCE.matcher(k).results().count() + 1).max().orElse(1);
    }

    private static Form form(Map.Entry<String, String> e) {
        return new Form(List.of(PLACE.split(e.getKey(), -1)), PLACE.matcher(e.getKey()).results().map(m -> m.group(1)).toList(),
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

    /** A text in this language; takes time as the text is long. */
    public String of(String text) {
        return of(text, 0);
    }

    private String of(String text, int depth) {
        String bare = text.strip();
        if (bare.isEmpty() || said.words().isEmpty() || depth > DEEPEST) {
            return text;
        }
        String whole = phrase(bare, depth);
        return text.replace(bare, whole == null ? byParts(bare, depth) : whole);
    }

    /** From left to right, at each place the longest that there are words for; what there are none for stays. */
    private String byParts(String text, int depth) {
        List<Integer> ends = new ArrayList<>(SENTENCE.matcher(text).results().map(MatchResult::start).toList());
        ends.add(text.length());
        StringBuilder all = new StringBuilder();
        int from = 0;
        for (int i = 0; i < ends.size();) {
            int last = i;
            String better = null;
            for (int j = Math.min(ends.size(), i + widest) - 1; j >= i && better == null; j--) {
                better = part(text.substring(from, ends.get(j)), depth);
                last = better == null ? i : j;
            }
            all.append(i == 0 ? "" : " ").append(better == null ? text.substring(from, ends.get(i)) : better);
            from = Math.min(text.length(), ends.get(last) + 1);
            i = last + 1;
        }
        return all.toString();
    }

    /** The same with or without the mark at its end. */
    private @Nullable String part(String text, int depth) {
        String known = phrase(text, depth);
        String bare = text.replaceAll("[;,.]$", "");
        String better = known == null && bare.length() < text.length() ? phrase(bare, depth) : null;
        return better == null ? known : better + text.substring(bare.length());
    }

    private @Nullable String phrase(String text, int depth) {
        String whole = said.words().get(text);
        if (whole != null) {
            return whole;
        }
        for (Form form : forms) {
            Map<String, String> places = form.in(text);
            if (places != null) {
                return PLACE.matcher(form.becomes()).replaceAll(p -> Matcher.quoteReplacement(of(places.getOrDefault(p.group(1), ""),
                        depth + 1)));
            }
        }
        return null;
    }
}
