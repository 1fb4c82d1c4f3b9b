package wistaxis.core.facts;

import static wistaxis.core.words.Say.t;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import wistaxis.core.words.Language;
import wistaxis.core.words.Text;

/**
 * What is said of something that happened, as a key with its values: the sentence is made when somebody reads it. Stored as an object with
 * {@code key} and the values beside it; an entry of before that holds a sentence, which stays as it was written.
 *
 * @param key a key of {@code facts.said} in the message files, or one that this Wistaxis does not know
 * @param with the values by name
 */
public record Said(String key, Map<String, String> with) {
    /** The key of a sentence that was written before there were keys, or that came from outside, whole. */
    private static final String SENTENCE = "sentence";
    private static final String KEY = "key";

    public Said {
        with = Map.copyOf(with);
    }

    /** @param namesAndValues one after the other */
    public static Said of(String key, String... namesAndValues) {
        Map<String, String> with = new LinkedHashMap<>();
        for (int i = 0; i + 1 < namesAndValues.length; i += 2) {
            with.put(namesAndValues[i], namesAndValues[i + 1]);
        }
        return new Said(key, with);
    }

    /** A sentence as somebody wrote it. */
    public static Said sentence(String words) {
        return of(SENTENCE, SENTENCE, words);
    }

    /** A text as it is kept: its key, and the words of its arguments. */
    public static Said of(Text text) {
        Map<String, String> with = new LinkedHashMap<>();
        text.with().forEach((name, value) -> with.put(name, Language.ENGLISH.value(value)));
        return new Said(text.key(), with);
    }

    /** @throws BadInput for what is neither a sentence nor a key with values that are texts */
    @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
    static Said stored(Object stored) {
        if (stored instanceof String words) {
            return sentence(words);
        }
        if (!(stored instanceof Map<?, ?> all) || !all.values().stream().allMatch(String.class::isInstance)
                || !(all.get(KEY) instanceof String key)) {
            throw new BadInput(t("core.bad.said", "stored", Shown.value(String.valueOf(stored))));
        }
        Map<String, String> with = new TreeMap<>();
        all.forEach((name, value) -> with.put(String.valueOf(name), String.valueOf(value)));
        with.remove(KEY);
        return new Said(key, with);
    }

    @JsonValue
    Object stored() {
        if (key.equals(SENTENCE)) {
            return value(SENTENCE);
        }
        Map<String, String> all = new LinkedHashMap<>(Map.of(KEY, key));
        all.putAll(new TreeMap<>(with));
        return all;
    }

    /** A value; empty where it is not there. */
    public String value(String name) {
        return with.getOrDefault(name, "");
    }

    /** The sentence; of a key that is not known here, the key and its values. */
    public Text words() {
        if (key.equals(SENTENCE)) {
            return Text.raw(value(SENTENCE));
        }
        Text text = new Text(key.contains(".") ? key : "facts.said." + key, Map.copyOf(with));
        if (with.containsKey("mode")) {
            text = text.with("mode", Text.of("core.mode." + value("mode").toLowerCase(Locale.ROOT)));
        }
        return text.or(key.replace('-', ' ') + (with.isEmpty() ? "" : " " + new TreeMap<>(with).values()));
    }
}
