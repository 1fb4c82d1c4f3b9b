package wistaxis.core.words;

import com.ibm.icu.text.MessageFormat;
import java.text.ListFormat;
import java.text.NumberFormat;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.time.format.FormatStyle;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * The words of a language, from message files (one a module, which is read when one of its texts is first said), in the message format of
 * ICU: named arguments, plurals, choices. What a language lacks is said in English; what English lacks is its own key.
 */
public final class Language {
    /** The modules that have message files. */
    public static final List<String> FILES = List.of("facts", "core", "store", "workbench", "standins", "desktop", "cli");

    public static final Language ENGLISH = new Language("en", null, Map.of());
    public static final Language GERMAN = new Language("de", ENGLISH, Map.of());

    /** By tag, in the order in which they came. */
    private static volatile Map<String, Language> added = Map.of();

    private final String tag;
    private final Locale locale;
    private final @Nullable Language behind;
    private final Map<String, Map<String, String>> files = Collections.synchronizedMap(new HashMap<>());
    private final Map<String, MessageFormat> formats = Collections.synchronizedMap(new HashMap<>());
    private final Map<String, Set<String>> arguments = Collections.synchronizedMap(new HashMap<>());
    private final DateTimeFormatter clock;
    private final DateTimeFormatter day;

    Language(String tag, @Nullable Language behind, Map<String, Map<String, String>> given) {
        this.tag = tag;
        this.locale = tag.equals("en") ? Locale.UK : Locale.forLanguageTag(tag);
        this.behind = behind;
        files.putAll(given);
        clock = DateTimeFormatter.ofPattern("HH:mm", Locale.ROOT);
        day = DateTimeFormatter.ofLocalizedDate(FormatStyle.MEDIUM).withLocale(locale);
    }

    /** A language that ships; empty for another one. */
    public static Optional<Language> shipped(String tag) {
        return shipped().stream().filter(l -> l.tag.equals(tag)).findFirst();
    }

    public static List<Language> shipped() {
        return List.of(ENGLISH, GERMAN);
    }

    /** Takes in a language of a folder, in place of one with the same tag. */
    public static synchronized void add(Language language) {
        Map<String, Language> all = new LinkedHashMap<>(added);
        all.put(language.tag, language);
        added = Collections.unmodifiableMap(all);
    }

    /** Those that ship, and those of a folder. */
    public static List<Language> all() {
        return Stream.concat(shipped().stream(), added.values().stream()).toList();
    }

    /** One that ships or is of a folder; empty for another one. */
    public static Optional<Language> find(@Nullable String tag) {
        return all().stream().filter(l -> l.tag.equals(tag)).findFirst();
    }

    /** What somebody chose; where nobody did, or it is not there, the system's language, else English. @param tag by BCP 47 */
    public static Language chosen(@Nullable String tag) {
        return find(tag == null ? Locale.getDefault().getLanguage() : tag).orElse(ENGLISH);
    }

    /** By BCP 47. */
    public String tag() {
        return tag;
    }

    public Locale locale() {
        return locale;
    }

    Map<String, String> file(String name) {
        return files.computeIfAbsent(name, n -> MessageFile.shipped(n, tag));
    }

    /** The pattern of a key in this language itself; null where it has none. */
    private @Nullable String own(String key) {
        int dot = key.indexOf('.');
        if (dot <= 0 || !FILES.contains(key.substring(0, dot))) {
            return null;
        }
        return file(key.substring(0, dot)).get(key);
    }

    /** Whether there are words for a key, here or in English. */
    public boolean has(String key) {
        return own(key) != null || behind != null && behind.has(key);
    }

    /** The names of the arguments of a key's words. */
    public Set<String> arguments(String key) {
        String pattern = own(key);
        return pattern == null ? Set.of() : arguments.computeIfAbsent(key, _ -> MessageFile.arguments(pattern));
    }

    /** What a text says. */
    public String say(Text text) {
        return say(text.key(), text.with());
    }

    private String say(String key, Map<String, Object> with) {
        String pattern = own(key);
        if (pattern == null) {
            return behind == null ? key : behind.say(key, with);
        }
        return isPlain(pattern) ? plain(pattern, with) : formatted(key, pattern, with);
    }

    /** Whether a pattern has arguments by name alone: most have, and need no more than that they are put in. */
    private static boolean isPlain(String pattern) {
        for (int i = pattern.indexOf('{'); i >= 0; i = pattern.indexOf('{', i + 1)) {
            int end = pattern.indexOf('}', i);
            if (end < 0 || pattern.substring(i, end).indexOf(',') >= 0 || i > 0 && pattern.charAt(i - 1) == '\'') {
                return false;
            }
        }
        return !pattern.contains("''");
    }

    private String plain(String pattern, Map<String, Object> with) {
        StringBuilder said = new StringBuilder(pattern.length() + 32);
        int from = 0;
        for (int i = pattern.indexOf('{'); i >= 0; i = pattern.indexOf('{', from)) {
            int end = pattern.indexOf('}', i);
            String name = pattern.substring(i + 1, end);
            said.append(pattern, from, i).append(with.containsKey(name) ? value(with.get(name)) : "{" + name + "}");
            from = end + 1;
        }
        return said.append(pattern, from, pattern.length()).toString();
    }

    private String formatted(String key, String pattern, Map<String, Object> with) {
        Map<String, Object> values = new HashMap<>();
        with.forEach((name, v) -> values.put(name, v instanceof Number ? v : value(v)));
        MessageFormat format = formats.computeIfAbsent(key, _ -> new MessageFormat(pattern, locale));
        synchronized (format) {
            return format.format(values);
        }
    }

    /** An argument in this language: a text is said, numbers, moments, days and lists as its readers write them. */
    public String value(@Nullable Object value) {
        return switch (value) {
            case null -> "";
            case Text text -> say(text);
            case String s -> s;
            case Integer i when i > -1000 && i < 1000 -> i.toString();
            case Number n -> NumberFormat.getInstance(locale).format(n);
            case Instant at -> written(clock, at, ZoneId.systemDefault());
            case LocalDate date -> day.format(date);
            case List<?> list -> list(list.stream().map(this::value).toList());
            case Optional<?> maybe -> maybe.map(this::value).orElse("");
            default -> Objects.toString(value);
        };
    }

    /** A day as it is written in a letter. */
    public String longDay(Instant at, ZoneId zone) {
        return DateTimeFormatter.ofLocalizedDate(FormatStyle.LONG).withLocale(locale).format(at.atZone(zone));
    }

    /** A day and a time of day. */
    public String dayAndTime(Instant at, ZoneId zone) {
        return written(day, at, zone) + ", " + written(clock, at, zone);
    }

    /** A moment that no calendar has stands as it is. */
    private static String written(DateTimeFormatter as, Instant at, ZoneId zone) {
        try {
            return as.format(at.atZone(zone));
        } catch (DateTimeException e) {
            return at.toString();
        }
    }

    /** As it calls itself. */
    public String name() {
        return locale.getDisplayLanguage(locale);
    }

    /** Things one after the other: "a, b and c". */
    public String list(List<String> all) {
        return switch (all.size()) {
            case 0 -> "";
            case 1 -> all.getFirst();
            default -> ListFormat.getInstance(locale, ListFormat.Type.STANDARD, ListFormat.Style.FULL).format(all);
        };
    }
}
